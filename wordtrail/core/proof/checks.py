"""Words that look wrong, gathered for a quick look before a passage is read aloud.

Nothing here changes a word: each suspicion says why, and what it could be instead.
"""

from __future__ import annotations

import re
import unicodedata
from collections import Counter
from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import pairwise

from wordtrail.core.proof.likely import likely_words, run_together
from wordtrail.core.remembered import remembered
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import in_dictionary, is_known
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Block, BlockKind, Passage, Word
from wordtrail.core.text.spoken import spoken_form

UNSURE_READING = 0.85
"""Confidence of the photo reader below which a word is shown."""

VERY_UNSURE = 0.6
"""Confidence below which a word is shown although it is a word of the language."""

USUAL = 2000
"""Rank up to which a word is offered in the place of one that may well be right."""

COMMON = 1500
"""Rank of both words of which one that is none can be made, that they are taken to have run together."""

VERY_COMMON, LONGEST_PAIR = 150, 6
"""Rank of the words, and letters of what they make together, that are taken for two words run together
although some list knows the whole as a name."""

SHORTEST_OF_COMPOUND = 4
"""Letters of both halves of a word with a hyphen that may well be meant so ("blue-green")."""

NAMED_OFTEN = 2
"""Times that an unknown word with a capital stands in the passage from which on it is taken for a name."""


MOST_WORDS_REMEMBERED = 300_000
"""Words of the blocks of which it is remembered what is wrong in them."""


class Suspicion(StrEnum):
    """What may be wrong with a word."""

    UNSURE = "hard to read"
    UNKNOWN = "unknown word"
    STRAY = "stray sign"
    BROKEN = "broken word"
    REPEATED = "said twice"
    LONE = "lone letter"
    RUN_ON = "run together"
    UNSHOWN = "cannot be shown"


@dataclass(frozen=True, slots=True)
class Suspect:
    """A word to look at: where, why in a sentence, and what it could be instead, as it would be printed
    (likeliest first). `joins` says that it could be one with the next word; `times` counts the words of
    the passage that are printed so and would all be settled together."""

    word: str
    text: str
    suspicion: Suspicion
    why: str
    instead: tuple[str, ...] = ()
    joins: bool = False
    times: int = 1
    settles: str = ""
    """What is left as it is when it was nothing: this word (its id), or all printed so (their text)."""


_STRAY = re.compile(r"[|\\{}<>~^_¦§¤¬=#@©®■□►●�]|[^\W\d_][0-9]+[^\W\d_]|[a-z][A-Z]|[,;:]{2,}|[!?,;][^\W\d_]")
_SPELLED = re.compile(r"^(?:[^\W\d_]-)+[^\W\d_]$")
_INITIALS = re.compile(r"^(?:[A-Z]\.)+$")
_FINE_TWICE = frozenset(["had", "that", "very", "no", "ha", "so", "bye", "there", "knock", "now", "oh", "la"])
_ENDINGS = ("'s", "’s", "s'", "s’", "'ll", "’ll", "'d", "’d", "'re", "’re", "'ve", "’ve", "n't", "n’t", "'m", "’m")
_FORMS = ("s", "es", "ed", "ing", "ly", "less")
_LINE_END = "It was broken at the end of a line."
_LONE_WORDS = frozenset(["a", "i", "o"])
_SETTLED_BY_TEXT = (
    Suspicion.BROKEN, Suspicion.UNKNOWN, Suspicion.STRAY, Suspicion.RUN_ON, Suspicion.UNSHOWN,
)  # fmt: skip


_COUNTED = (Suspicion.BROKEN, Suspicion.UNKNOWN, Suspicion.STRAY, Suspicion.RUN_ON)
"""Suspicions that are settled for all words printed so, of which it is said how many there are."""


def settled_by_text(suspicion: str) -> bool:
    """Whether leaving one such word as it is settles all words that are printed so."""
    return suspicion in _SETTLED_BY_TEXT


def suspects(
    passage: Passage, left_as_is: Collection[tuple[str, str]] = (), known: Collection[str] = ()
) -> tuple[Suspect, ...]:
    """The words of a passage that look wrong, in reading order. `left_as_is` are pairs of a suspicion and
    a word's id or text that the teacher has settled; `known` are words that she said how to say."""
    confidences = {place.word: place.confidence for page in passage.pages if page.photo for place in page.photo.words}
    counts = Counter(bare(word.text) for word in passage.words)
    capitals = Counter(bare(word.text) for word in passage.words if word.text.lstrip("“\"‘'(")[:1].isupper())
    names = {text for text, times in capitals.items() if times >= NAMED_OFTEN} | {bare(text) for text in known}
    settled = set(left_as_is)
    found: list[Suspect] = []
    seen: set[tuple[Suspicion, str]] = set()
    for block in passage.blocks:
        for suspect in _in_block(block, _unsure_in(block, confidences), _names_in(block, names)):
            by_text = settled_by_text(suspect.suspicion)
            settles = suspect.text if by_text else suspect.word
            if (suspect.suspicion.value, settles) in settled or (by_text and (suspect.suspicion, settles) in seen):
                continue
            seen.add((suspect.suspicion, settles))
            instead = tuple(dressed(word, suspect.text) for word in suspect.instead)
            alike = suspect.suspicion in _COUNTED and not (suspect.suspicion is Suspicion.BROKEN and suspect.joins)
            times = counts[bare(suspect.text)] if alike else 1
            found.append(replace(suspect, instead=instead, settles=settles, times=times))
    return tuple(found)


def dressed(word: str, printed: str) -> str:
    """A bare word with the punctuation and the capital of the printed one that it takes the place of."""
    inner = printed.strip("".join(sign for sign in printed if not sign.isalnum()))
    before, _, after = printed.partition(inner) if inner else (printed, "", "")
    return before + (word[:1].upper() + word[1:] if inner[:1].isupper() else word) + after


def is_word(text: str) -> bool:
    """Whether the bare `text` is a word of the language, a number, a compound or a form of one."""
    if not text or any(character.isdigit() for character in text) or in_dictionary(text) or text in rank():
        return True
    plain = _without_accents(text)
    if plain != text:
        return is_word(plain)
    for ending in _ENDINGS:
        if text.endswith(ending) and is_word(text[: -len(ending)] if ending[0] != "n" else text[:-3]):
            return True
    parts = re.split(r"[-‐–/']", text)
    if len(parts) > 1:
        return all(is_word(part) for part in parts if part)
    return any(
        text.endswith(end) and in_dictionary(text[: -len(end)]) for end in ("s", "es", "ed", "ing", "ly", "less")
    )


def _without_accents(text: str) -> str:
    return "".join(sign for sign in unicodedata.normalize("NFD", text) if not unicodedata.combining(sign))


def _unsure_in(block: Block, confidences: Mapping[str, float]) -> tuple[tuple[str, float], ...]:
    """The words of a block that the photo reader may not have been sure of, with its confidence."""
    if not confidences:
        return ()
    return tuple((word.id, sure) for word in block.words if (sure := confidences.get(word.id, 1.0)) < UNSURE_READING)


def _names_in(block: Block, names: Collection[str]) -> tuple[str, ...]:
    return tuple(sorted({text for word in block.words if (text := bare(word.text)) in names}))


def _words_in(block: Block, *_: object) -> float:
    return 10.0 + len(block.words)


@remembered(MOST_WORDS_REMEMBERED, by_value=True, weight=_words_in)
def _in_block(block: Block, unsure: tuple[tuple[str, float], ...], names: tuple[str, ...]) -> tuple[Suspect, ...]:
    """What is wrong in a block, whatever stands in all others."""
    following: dict[str, Word] = {one.id: other for one, other in pairwise(block.words)}
    confidences = dict(unsure)
    found = (_at(word, following.get(word.id), block, confidences.get(word.id, 1.0), names) for word in block.words)
    return tuple(suspect for suspect in found if suspect)


def _at(word: Word, after: Word | None, block: Block, confidence: float, names: Collection[str]) -> Suspect | None:
    """The gravest suspicion about a word."""
    text = bare(word.text)
    if broken := _broken(word, after):
        return Suspect(word.id, word.text, Suspicion.BROKEN, _LINE_END, (broken,), True)
    if whole := _hyphenated(word.text):
        return Suspect(word.id, word.text, Suspicion.BROKEN, _LINE_END, (whole,))
    if after and not _verse(block) and _twice(word, after):
        return Suspect(word.id, word.text, Suspicion.REPEATED, f"“{word.text}” stands here twice.")
    if _STRAY.search(word.text) and not _SPELLED.match(text):
        return Suspect(
            word.id, word.text, Suspicion.STRAY, "There is a sign in it that no word has.",
            likely_words(text),
        )  # fmt: skip
    if len(text) == 1 and text.isalpha() and text not in _LONE_WORDS and not _INITIALS.match(word.text):
        joins = after is not None and is_word(text + bare(after.text)) and len(bare(after.text)) > 1
        return Suspect(word.id, word.text, Suspicion.LONE, "A letter stands here alone.", joins=joins)
    if word.text.lower() == word.text and text not in rank() and (parted := _very_common_pair(text)):
        why = "Two words seem to have run together."
        return Suspect(word.id, word.text, Suspicion.RUN_ON, why, (parted,))
    known = is_word(text) or text in names or _is_said_otherwise(word.text)
    if not known:
        parted = run_together(text)
        if parted and all(rank()[part] < COMMON for part in parted.split()):
            why = "Two words seem to have run together."
            return Suspect(word.id, word.text, Suspicion.RUN_ON, why, (parted,))
        if after and is_word(text + bare(after.text)) and not is_word(bare(after.text)):
            why = "It is no word, but with the next one it is."
            return Suspect(word.id, word.text, Suspicion.UNKNOWN, why, (), True)
        why = "It is in no list of words that we have."
        return Suspect(word.id, word.text, Suspicion.UNKNOWN, why, likely_words(text))
    if confidence < (VERY_UNSURE if _certain(text) else UNSURE_READING):
        usual = tuple(one for one in likely_words(text) if rank()[one] < USUAL)
        return Suspect(word.id, word.text, Suspicion.UNSURE, "It was hard to read on the photo.", usual)
    return None


def _is_said_otherwise(printed: str) -> bool:
    """Whether it is a sign, number, abbreviation or spelled ending that is read aloud in known words."""
    spoken = spoken_form(printed)
    plain = bare(printed).replace(".", "")
    return bool(spoken) and " ".join(spoken) != plain and all(map(is_known, spoken))


def _hyphenated(text: str) -> str:
    """A common word that a hyphen stands in ("be-hind" → "behind"); empty for a true compound."""
    if _SPELLED.match(bare(text)):
        return ""
    whole = bare(text).replace("-", "")
    parts = bare(text).split("-")
    compound = all(len(part) >= SHORTEST_OF_COMPOUND and part in rank() for part in parts)
    return whole if len(parts) == 2 and whole in rank() and not compound else ""


def _twice(word: Word, after: Word) -> bool:
    """Whether two words are the same without a sign between that would make sense of it."""
    text = bare(word.text)
    return text == bare(after.text) and text.isalpha() and text not in _FINE_TWICE and word.text.lower() == text


def _very_common_pair(text: str) -> str:
    """Two very common words that a rare one is made of ("ona" → "on a"); empty when there are none."""
    both = run_together(text)
    return (
        both if both and all(rank()[part] < VERY_COMMON for part in both.split()) and len(text) <= LONGEST_PAIR else ""
    )


def _certain(text: str) -> bool:
    """Whether a word is so usual and so long that chance hardly makes it."""
    return len(text) >= 4 and rank().get(text, 99_999) < 5_000


def _verse(block: Block) -> bool:
    return block.kind is BlockKind.STANZA


def _broken(word: Word, after: Word | None) -> str:
    """What a word that ends in a hyphen and the next one make together; empty where that is no word."""
    if after is None or word.text[-1] not in "-‐¬" or not after.text[:1].islower():
        return ""
    whole = word.text.rstrip("-‐¬") + after.text
    return whole if is_word(bare(whole)) else ""
