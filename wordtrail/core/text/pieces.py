"""Splitting a block's text into pieces: words and the punctuation between them.

Text is split at white space and at dashes (— – --). A piece that holds a letter or a digit is
a word (a very long one is several); another piece (a dash, a lone ellipsis, a bullet) is shown but never lit.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

LONGEST_WORD = 60
"""Characters of a word at the most; the longest in English dictionaries have 45. What goes on longer (an address, a key
that got stuck) is read as several words, so that no work on a word ever takes long."""

_PIECE = re.compile(rf"—+|–+|-{{2,}}|(?:(?!—|–|--)\S){{1,{LONGEST_WORD}}}")


@dataclass(frozen=True, slots=True)
class Piece:
    """Characters `[start, end)` of a text, without white space inside."""

    text: str
    start: int
    end: int

    @property
    def is_word(self) -> bool:
        """Whether it can be read aloud: it holds a letter or a digit."""
        return any(character.isalnum() for character in self.text)


def pieces_of(text: str) -> tuple[Piece, ...]:
    """The pieces of `text` in order. White space is left out; punctuation that clings to a word
    stays with it, and closing quotation marks after a dash go with the dash."""
    return tuple(Piece(match.group(), match.start(), match.end()) for match in _PIECE.finditer(text))
