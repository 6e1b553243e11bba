"""Ids of the words on boards and signposts: the text they stand in, which of its like a word is, and the word itself.

So a word that is put in another's place is another word, and what was heard of the old one does not light it, while all
words that stayed keep what was heard of them. Before, an id said the place alone ("pause1.question.0"): takes from then
are taken to have read the text as it is now.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Sequence

from wordtrail.core.text.bare import bare


def word_ids(text: str, words: Iterable[str]) -> Iterator[str]:
    """The ids of the printed `words` of the text with the id `text`, in their order."""
    seen: Counter[str] = Counter()
    for word in words:
        said = bare(word) or word
        seen[said] += 1
        yield f"{text}:{seen[said]}:{said}"


def text_of(id: str) -> str:
    """The id of the text that a word on a board or signpost stands in."""
    return id.partition(":")[0]


def ids_by_place(ids: Sequence[str]) -> dict[str, str]:
    """For the ids of a script, those that said the place → those that say the word. Words of a passage have none."""
    places: Counter[str] = Counter()
    found = {}
    for id in ids:
        if ":" in id:
            found[f"{text_of(id)}.{places[text_of(id)]}"] = id
            places[text_of(id)] += 1
    return found
