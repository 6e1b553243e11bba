"""What of a pasted text is its title and who wrote it, before they are taken out of it: offered, never done alone."""

from __future__ import annotations

import re
from dataclasses import dataclass

LONGEST_TITLE = 10
"""Words of a line that can be a title."""

SHORTEST_PROSE = 60
"""Characters: a line directly under the first that is at least so long is prose, which a title can stand on. Shorter
ones are lines of a poem, of which the first is one too."""

_GOES_ON = re.compile(r"[.,;:–—-][”\"’')]*$")
_BY = re.compile(r"^(?:by|from|told by|written by)\s+(?P<author>\S.{0,80})$", re.IGNORECASE)
_NOTATION = re.compile(r"^(?:#{1,2}\s+)?")


@dataclass(frozen=True, slots=True)
class TitleOffer:
    """A first line that looks like the title, the author where one is named under it, and the text without both."""

    title: str
    author: str
    text: str


def title_offered(text: str) -> TitleOffer | None:
    """The title that the first line of `text` seems to be; None where it rather begins the passage.

    A title is short, does not end as a sentence or part of one does (it may ask or call out), and stands apart from
    what follows: by an empty line, a line that names the author, or by being a line of its own over prose.
    """
    lines = text.lstrip("\n").split("\n")
    title = _NOTATION.sub("", lines[0].strip())
    rest = lines[1:]
    if not title or len(title.split()) > LONGEST_TITLE or _GOES_ON.search(title) or title.startswith(("-", "*", "---")):
        return None
    apart = bool(rest) and not rest[0].strip()
    rest = _from_first_written(rest)
    named = _BY.match(rest[0].strip()) if rest else None
    if named:
        rest = _from_first_written(rest[1:])
    if not rest:
        return None
    heads_prose = len(rest[0]) >= SHORTEST_PROSE or lines[0].lstrip().startswith("#")
    if not (apart or named or heads_prose):
        return None
    return TitleOffer(title, named["author"].strip() if named else "", "\n".join(rest))


def _from_first_written(lines: list[str]) -> list[str]:
    written = next((n for n, line in enumerate(lines) if line.strip()), len(lines))
    return lines[written:]
