"""A stroke that stands alone is an I: the commonest misreading of a first reader's text ("| am Meg")."""

from __future__ import annotations

import re
from dataclasses import replace

from wordtrail.core.text.draft import DraftWord

_LONE = re.compile(r"^([“\"'‘(]*)[|¦]((?:[’'](?:m|ll|ve|d))?[’'”\".,!?;:…)]*)$")

AS_SURE = 0.5
"""How sure such a word is at the most (0 to 1): little enough to be shown to the teacher."""


def read_as_word(word: DraftWord) -> DraftWord:
    """The word as it was meant: a lone stroke as "I", to be looked at; all others as they are."""
    found = _LONE.match(word.text)
    if not found:
        return word
    return replace(word, text=f"{found[1]}I{found[2]}", confidence=min(word.confidence, AS_SURE))
