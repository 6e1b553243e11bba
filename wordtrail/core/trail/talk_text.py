"""What a teacher accepted of her talk in words, and what of it is not to be heard."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from difflib import SequenceMatcher

from wordtrail.core.text.bare import bare
from wordtrail.core.trail.model import Aside, HeardWord

BLANK = "—"
"""What stands in the place of a word that was blanked."""

MOSTLY = 0.5
"""Share of a stretch of talk that a text must lie over to be its words."""

QUICKEST = 0.02
"""Seconds that a letter takes at the least, for one who talks very fast."""


@dataclass(frozen=True, slots=True)
class TalkText:
    """The accepted words of the talk between two moments of a take (seconds of take time)."""

    take: str
    start: float
    end: float
    text: str


@dataclass(frozen=True, slots=True)
class TalkBlank:
    """Between these moments of a take nothing is heard: a name, say; or a tone in its place (`beep`)."""

    take: str
    start: float
    end: float
    beep: bool = False


@dataclass(frozen=True, slots=True)
class TalkPart:
    """A stretch of talk, or several that one text was written for, as one; `text` is None where none was."""

    asides: tuple[Aside, ...]
    text: TalkText | None = None

    @property
    def whole(self) -> Aside:
        """All of it as one stretch."""
        words = tuple(word for aside in self.asides for word in aside.words)
        heard = " ".join(aside.heard for aside in self.asides if aside.heard)
        return Aside(self.asides[0].start, self.asides[-1].end, heard, words)


def talk_parts(texts: Iterable[TalkText], take: str, asides: Sequence[Aside]) -> list[TalkPart]:
    """The talk of a take, in order, with what was accepted of it; also when its ends were found a little elsewhere
    since."""
    own = [one for one in texts if one.take == take]
    found: list[TalkPart] = []
    for aside in sorted(asides, key=lambda one: one.start):
        text = max(own, key=lambda one: _shared(one, aside), default=None)
        if text is None or _shared(text, aside) < MOSTLY:
            found.append(TalkPart((aside,)))
        elif found and found[-1].text == text:
            found[-1] = TalkPart((*found[-1].asides, aside), text)
        else:
            found.append(TalkPart((aside,), text))
    return found


def _shared(one: TalkText, aside: Aside) -> float:
    over = min(one.end, aside.end) - max(one.start, aside.start)
    return over / max(1e-6, min(one.end - one.start, aside.end - aside.start))


def said_when(text: str, aside: Aside) -> tuple[HeardWord, ...]:
    """The words of a text with the moments (seconds, as those of the talk) at which they are said: as they were heard,
    and between those in shares of their letters."""
    words = text.split()
    if not words:
        return ()
    heard = _in_order(aside.words)
    same = SequenceMatcher(None, [bare(word) for word in words], [one.text for one in heard], autojunk=False)
    runs = ((run.a + n, run.b + n) for run in same.get_matching_blocks() for n in range(run.size))
    known = {here: heard[there] for here, there in runs if bare(words[here])}
    found: list[HeardWord] = []
    place = 0
    while place < len(words):
        if place in known:
            found.append(replace(known[place], text=words[place]))
            place += 1
            continue
        until = next((n for n in range(place, len(words)) if n in known), len(words))
        begin = found[-1].end if found else aside.start
        end = known[until].start if until < len(words) else aside.end
        if end - begin < QUICKEST * sum(map(len, words[place:until])):
            # What was heard cannot be all of it: the words share the whole of the talk.
            return tuple(_spread(words, aside.start, aside.end))
        found += _spread(words[place:until], begin, end)
        place = until
    return tuple(found)


def _spread(words: Sequence[str], begin: float, end: float) -> list[HeardWord]:
    """Words that share the time between two moments by their letters."""
    letters = sum(len(word) for word in words)
    found, now = [], begin
    for word in words:
        following = now + (end - begin) * len(word) / letters
        found.append(HeardWord(word, round(now, 3), round(following, 3)))
        now = following
    return found


def _in_order(words: Sequence[HeardWord]) -> list[HeardWord]:
    """Heard words, none of which begins before the one before it has ended."""
    found: list[HeardWord] = []
    for one in words:
        if not found or one.start >= found[-1].end - 1e-6:
            found.append(one)
    return found


def blanked(text: str, first: int, last: int) -> str:
    """A text whose words `first` to `last` (from 0, both included) are blanked, as one."""
    words = text.split()
    return " ".join([*words[:first], BLANK, *words[last + 1 :]])
