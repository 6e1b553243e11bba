"""The design tokens that the stage is drawn in, for each of the looks of a film. A test holds them to the browser's
tokens.css and film-colours.css, and measures their contrast."""

from __future__ import annotations

from wordtrail.core.film.model import Colours

TOKENS = {
    "white": "#FFFFFF",
    "mist": "#F2F5F3",
    "ink": "#14302E",
    "quiet": "#5B706D",
    "moss": "#2C6A4E",
    "moss-pale": "#CFE8D8",
    "moss-half": "#95B4A6",
    "lake": "#2A6591",
    "lake-pale": "#D9E6F0",
    "ochre": "#B7791F",
    "ochre-pale": "#F5E3C0",
    "ochre-deep": "#8A5A12",
    "plum": "#6A4585",
    "plum-pale": "#E8DDF1",
    "clay": "#A34A3A",
    "clay-pale": "#F6DED8",
    "hairline": "#D5DEDA",
    "code-dark": "#14302E",
    "code-light": "#FFFFFF",
}

_WARM = {
    "white": "#FFF9EC",
    "mist": "#F6EBD6",
    "ink": "#2E2416",
    "quiet": "#6B5A42",
    "moss": "#3A6A3F",
    "moss-pale": "#D9E7BE",
    "moss-half": "#A3B38B",
    "lake": "#2C6287",
    "lake-pale": "#DCE5E6",
    "ochre": "#AE6F16",
    "ochre-pale": "#F7DDA6",
    "ochre-deep": "#855410",
    "plum": "#704078",
    "plum-pale": "#ECDBE6",
    "clay": "#9C4530",
    "clay-pale": "#F8D9C8",
    "hairline": "#E2D5BC",
    "code-dark": "#14302E",
    "code-light": "#FFFFFF",
}

_EVENING = {
    "white": "#15211F",
    "mist": "#1E2E2B",
    "ink": "#EEF4F0",
    "quiet": "#AEBFBA",
    "moss": "#86D0AA",
    "moss-pale": "#27543F",
    "moss-half": "#5F8876",
    "lake": "#93C7EA",
    "lake-pale": "#1F3D52",
    "ochre": "#E3AE52",
    "ochre-pale": "#54400F",
    "ochre-deep": "#EBC279",
    "plum": "#CDADE3",
    "plum-pale": "#442F54",
    "clay": "#F3A18E",
    "clay-pale": "#5A2D23",
    "hairline": "#38534C",
    "code-dark": "#14302E",
    "code-light": "#FFFFFF",
}

_STRONG = {
    "white": "#FFFFFF",
    "mist": "#F1F1F1",
    "ink": "#000000",
    "quiet": "#333333",
    "moss": "#0A4429",
    "moss-pale": "#FFE873",
    "moss-half": "#2E5C47",
    "lake": "#0F3A5F",
    "lake-pale": "#D3E6F6",
    "ochre": "#5A3A00",
    "ochre-pale": "#FFE3A3",
    "ochre-deep": "#543600",
    "plum": "#45215F",
    "plum-pale": "#EBDDF7",
    "clay": "#721A0D",
    "clay-pale": "#FFDDD3",
    "hairline": "#4D4D4D",
    "code-dark": "#14302E",
    "code-light": "#FFFFFF",
}

COLOURS: dict[Colours, dict[str, str]] = {
    Colours.PAPER: TOKENS,
    Colours.WARM: _WARM,
    Colours.EVENING: _EVENING,
    Colours.STRONG: _STRONG,
}


def argb(token: str, colours: Colours = Colours.PAPER) -> int:
    """A token's colour as 0xAARRGGBB, opaque."""
    return 0xFF000000 | int(COLOURS[colours][token][1:], 16)
