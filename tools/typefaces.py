"""Makes the typeface files in `wordtrail/core/layout/faces/` from the @fontsource packages of the npm registry.

Run once, by hand (`pip install fonttools brotli`, and `npm pack @fontsource/lexend @fontsource/literata
@fontsource/opendyslexic` unpacked side by side in a folder); the results are kept in the repository.
Andika is Debian's `fonts-sil-andika`. All four are under the SIL Open Font License.
"""

from __future__ import annotations

import sys
from pathlib import Path

from fontTools.ttLib import TTFont

TARGET = Path(__file__).parent.parent / "wordtrail/core/layout/faces"
CUTS = {"Regular": "400-normal", "Bold": "700-normal", "Italic": "400-italic", "BoldItalic": "700-italic"}
FACES = {"Lexend": "lexend", "Literata": "literata", "OpenDyslexic": "opendyslexic"}


def main(folder: Path) -> None:
    """Write every style that a package has (Lexend has no italics) as TrueType."""
    for face, package in FACES.items():
        for cut, name in CUTS.items():
            source = folder / package / "package/files" / f"{package}-latin-{name}.woff2"
            if source.exists():
                font = TTFont(source)
                font.flavor = None
                font.save(TARGET / f"{face}-{cut}.ttf")
        licence = (folder / package / "package/LICENSE").read_text(encoding="utf-8")
        (TARGET / f"OFL-{face}.txt").write_text(licence, encoding="utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
