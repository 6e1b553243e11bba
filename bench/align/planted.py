"""Slips that were planted, one a sentence, of all kinds, and places where a slip is tempting and wrong."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from bench.align import texts
from bench.align.hard import Set, voices_of
from bench.align.hard import texts as longer
from bench.align.narrations import Narration, Read, Step, Talk, narrate, sentences
from wordtrail.core.text.bare import bare
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage

SWAPPED = dict(
    pair.split(":")
    for pair in [
        "a:the",
        "the:a",
        "in:on",
        "on:in",
        "of:from",
        "was:is",
        "is:was",
        "his:her",
        "her:his",
        "he:she",
        "she:he",
        "they:we",
        "from:for",
        "and:but",
        "at:by",
        "to:from",
        "for:with",
        "this:that",
        "that:this",
        "with:for",
        "it:he",
        "an:the",
        "we:they",
        "as:if",
        "were:was",
        "their:her",
        "them:him",
        "had:has",
        "has:had",
        "by:with",
        "us:them",
        "our:your",
        "its:his",
    ]
)
"""Function words, and what a reader says instead of them."""

WEAK = {"and": "an'", "the": "thee", "a": "ay", "of": "uh", "to": "tuh", "them": "'em", "for": "fer", "you": "yuh"}
"""Function words, and how they are said in passing or with weight: read as printed."""

OTHERS = (
    *("mountain", "window", "yellow", "teacher", "picture", "running", "finger", "silver", "market", "winter"),
    *("seven", "garden", "basket", "kitchen", "thunder", "sailor", "puddle", "blanket", "corner", "village"),
)
"""What is said instead of a word that it is nothing like."""

FUNCTION = frozenset(SWAPPED)


@dataclass(frozen=True)
class Planted:
    """A narration and what was planted in it: the kind of each place that a slip is, or would wrongly be."""

    narration: Narration
    slips: dict[int, str]
    tempting: dict[int, str]


def planted(which: Set, voices_each: int = 3) -> Iterator[Planted]:
    """The passages of a set with slips, and with temptations, each in several voices."""
    passages = [*longer(which).values(), *_more(which)]
    voices = voices_of(which)
    turn = 0
    for number in range(voices_each):
        for passage in passages:
            yield _slips(passage, voices[turn % len(voices)], shift=number)
            yield _temptations(passage, voices[(turn + 5) % len(voices)], shift=number)
            turn += 1


def _more(which: Set) -> list[Passage]:
    return [passage_from_text(text) for text in (texts.GARDEN, texts.MOON)] if which == "work" else []


def _bare(passage: Passage, place: int) -> str:
    return bare(passage.words[place].text)


def _find(passage: Passage, a: int, b: int, wanted: Callable[[str], bool]) -> int | None:
    """A word in the middle of a sentence, the later half first."""
    middle = a + (b - a) // 2
    places = [*range(middle, b), *range(middle - 1, a, -1)]
    return next((place for place in places if wanted(_bare(passage, place))), None)


def _function(word: str) -> bool:
    return word in FUNCTION


def _content(word: str) -> bool:
    return len(word) >= 4 and word not in FUNCTION and word.isalpha()


def _ended(word: str) -> str:
    """The word with another ending."""
    for ending, other in (("ies", "y"), ("ing", ""), ("ed", ""), ("es", "e"), ("s", "")):
        if word.endswith(ending) and not word.endswith("ss") and len(word) > len(ending) + 2:
            return word[: -len(ending)] + other
    return word + "s"


KINDS = (
    *("left out, function", "left out, content", "misread, function", "misread, ending", "misread, another"),
    *("two left out", "misread before talk", "misread, then right"),
)
"""In the order in which sentences get them."""


def _slips(passage: Passage, voice: str, shift: int) -> Planted:
    steps: list[Step] = []
    kinds: dict[int, str] = {}
    for number, (a, b) in enumerate(sentences(passage)):
        kind = KINDS[(number + 3 * shift) % len(KINDS)]
        function, content = _find(passage, a, b, _function), _find(passage, a, b, _content)
        place = function if kind.endswith("function") else content
        if kind == "two left out":
            place = _find(passage, a, b - 1, _content)
        if b - a < 4 or place is None:
            steps.append(Read(a, b))
            continue
        word = _bare(passage, place)
        other = OTHERS[(number + 7 * shift) % len(OTHERS)]
        match kind:
            case "left out, function" | "left out, content":
                steps.append(Read(a, b, leave_out=(place,)))
            case "two left out":
                steps.append(Read(a, b, leave_out=(place, place + 1)))
                kinds[place + 1] = kind
            case "misread, function":
                steps.append(Read(a, b, instead={place: SWAPPED[word]}))
            case "misread, ending":
                steps.append(Read(a, b, instead={place: _ended(word)}))
            case "misread, another":
                steps.append(Read(a, b, instead={place: other}))
            case "misread before talk":
                steps += [
                    Read(a, place, instead={place: other}, gap=0.25),
                    Talk("and that is a word that we know from last week.", 0.4),
                    Read(place + 1, b),
                ]
            case _:
                steps += [Read(a, place, instead={place: other}, gap=0.35), Read(place, b)]
        kinds[place] = kind
    told = narrate("slips", passage, steps, voice, (130, 150, 115)[shift % 3])
    return Planted(told, kinds, {})


TEMPTATIONS = (
    "said weakly",
    "broken off to talk",
    "talk in the middle",
    "a filler before it",
    "in haste",
    "begun again",
)


def _temptations(passage: Passage, voice: str, shift: int) -> Planted:
    steps: list[Step] = []
    kinds: dict[int, str] = {}
    for number, (a, b) in enumerate(sentences(passage)):
        kind = TEMPTATIONS[(number + shift) % len(TEMPTATIONS)]
        place = _find(passage, a, b, WEAK.__contains__ if kind == "said weakly" else _function)
        if place is None or b - a < 4:
            steps.append(Read(a, b))
            continue
        match kind:
            case "said weakly":
                steps.append(Read(a, b, instead={place: WEAK[_bare(passage, place)]}))
            case "broken off to talk":
                steps += [Read(a, place, gap=0.3), Talk("well, you know what comes now, do you not?", 0.5)]
                kinds.update(dict.fromkeys(range(place + 1, b + 1), kind))
            case "talk in the middle":
                steps += [Read(a, place, gap=0.3), Talk("look at that", 0.3), Read(place + 1, b)]
            case "a filler before it":
                steps += [Read(a, place - 1, gap=0.12), Talk("um", 0.12), Read(place, b)]
            case "in haste":
                steps.append(Read(a, b, words_per_minute=205))
            case _:
                steps += [Read(a, place, gap=0.15), Read(a, b)]
        kinds[place] = kind
    told = narrate("tempting", passage, steps, voice, (130, 150, 115)[shift % 3])
    return Planted(replace(told, misread=set(), left_out=set()), {}, kinds)
