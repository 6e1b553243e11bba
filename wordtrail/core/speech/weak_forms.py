"""How words of grammar are said in passing: with a reduced vowel, and without an h at the beginning.

Most words and forms are those of Roach, "English Phonetics and Phonology", 4th edition, chapter 12, as they are said
with an r at the end and without one; some are ours, made in the same way. Few of them are in a pronouncing dictionary.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from types import MappingProxyType

from wordtrail.core.speech.pronunciation import Sounds

_FORMS = {
    "a": "AH", "am": "AH M", "an": "AH N", "and": "AH N D, AH N", "are": "ER, AH, EH R", "as": "AH Z", "at": "AH T",
    "be": "B IH", "been": "B IH N, B EH N", "but": "B AH T", "can": "K AH N", "could": "K AH D", "do": "D AH",
    "does": "D AH Z", "for": "F ER, F AH", "from": "F R AH M", "had": "HH AH D, AH D", "has": "HH AH Z, AH Z",
    "have": "HH AH V, AH V", "he": "HH IH, IY, IH", "her": "HH ER, ER, HH AH, AH", "him": "IH M", "his": "IH Z",
    "is": "IH Z", "me": "M IH", "must": "M AH S T, M AH S", "of": "AH V, AH", "or": "ER", "shall": "SH AH L",
    "she": "SH IH", "should": "SH AH D", "some": "S AH M", "than": "DH AH N", "that": "DH AH T", "the": "DH AH",
    "them": "DH AH M, AH M", "there": "DH ER, DH AH", "to": "T AH", "us": "AH S", "was": "W AH Z", "we": "W IH",
    "were": "W ER, W AH", "who": "UW", "will": "W AH L, AH L", "would": "W AH D, AH D", "you": "Y AH, Y UH",
    "your": "Y ER, Y AH",
}  # fmt: skip

WEAK_FORMS: Mapping[str, tuple[Sounds, ...]] = MappingProxyType(
    {word: tuple(tuple(form.split()) for form in forms.split(", ")) for word, forms in _FORMS.items()}
)
"""The words that have weak forms, in lower case → these. Of "are" one is what the network hears: "air"."""


def with_weak_forms(word: str, ways: Sequence[Sounds]) -> tuple[Sounds, ...]:
    """The `ways` to say a word (in lower case), and those of saying it in passing."""
    return tuple(dict.fromkeys([*ways, *WEAK_FORMS.get(word, ())]))
