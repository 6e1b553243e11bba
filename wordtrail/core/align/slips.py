"""Slips, decided on the sound: read as printed, left out, or something else."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from difflib import SequenceMatcher
from itertools import groupby, pairwise

from wordtrail.core.align.fit import Fit
from wordtrail.core.align.hypotheses import LONGEST_WORD, cost_of, greedy, likeliest_word, nearest, other_endings
from wordtrail.core.align.path import REST, Said, Talked
from wordtrail.core.align.readings import Reading
from wordtrail.core.align.repair import WEAK
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import ScriptWord, Sounds
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.function_words import alike_in_use
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.trail.model import Slip, SlipKind, Visit

HALF = 0.5
"""The part of a sentence that must have been read for its missing words to be slips."""

SUSPICIOUS = 1.6
"""What the sounds of a word lose, where none of them is missing, before other hypotheses are tried."""

LEFT_OUT_MARGIN, LEFT_OUT_EACH = 3.0, 1.5
"""By how much "left out" must be cheaper than "read as printed", and what each sound of the word must
lose on the mean: neighbours like to swallow some of them. A word of one sound ("a") is never missed
so: readers swallow it as well."""

ENDING_MARGIN, LIKE_MARGIN, OTHER_MARGIN, COMMON_MARGIN, GUESSED_MARGIN = 2.3, 5.0, 7.0, 7.0, 8.0
"""By how much the same word with another ending, a word that is spelled like it, or quite another word, must be cheaper
than the printed one: readers take words for others that look like them, and what is unlike is oftener misheard. More
where it is one of the commonest, which are hardly ever said in full, and where the way to say it was only guessed."""

SPELLED_ALIKE = 0.5
"""The part of their letters that two words share, in their order, where they look alike."""

LIKELY_MARGIN = 5.0
"""The same for a word that is used as the printed one is ("his", "her"), or that another listener wrote there."""

NOT_QUITE, SMALLEST = 2.5, 1e-3
"""How much a slip may lack that is left to the second opinion; and the least that one lacks of which there is a trace
in the sound."""

HEAD_MARGIN = 5.0
"""How much more it needs where a reading begins: after a rest the first syllable is heard as almost anything."""

COMMONEST = 100
"""How many words are the commonest."""

SAID_TWICE_WITHIN = 1.5

STRAIGHT_ON, MOST_PASSED_OVER = 1.5, 12
"""Seconds within which the reading goes on behind words that are left out, and how many words those can be."""

SHORTEST_SHARE, LONGEST_SHARE = 0.4, 1.9
"""How many sounds, of those its words should have, talk between two words of a sentence must have to
stand in the place of the words left out there."""

MORE_SOUNDS = 4
"""How many sounds more than that a word may have, since it is another one."""

FEWEST_INSTEAD = 2
"""Sounds between two words of one reading that are another word, not a slip of the tongue."""

AT_ONCE = 0.4
"""Seconds after a word within which something said instead of the next one begins."""

STRAIGHT = 0.3
"""Seconds after a word within which something that is put right at once begins."""

LONG_ENOUGH, MORE_THAN_PRINTED = 4, 2
"""Sounds of something that is more than a filler, and how many more than the printed word it may have, where no word
is known that is said so."""

SHORTEST = 0.15
"""Seconds in which no word is said."""

FILLERS = frozenset(["um", "uh", "er", "erm", "hmm", "hm", "ah", "oh", "so", "well", "okay", "sorry", "right", "now"])
"""Words of talk that stand for no word of the text."""

MOST_REPLACED = 3
"""Words in whose place something else can be said."""


@dataclass(frozen=True, slots=True)
class Heard:
    """What the sound says about a word on the path: `otherwise` is empty where it was read as printed, else what may
    have been said; `left_out` where nothing may have been. `short` is what the slip lacks for the network alone;
    nothing or less where it is sure. `margin` is by how much the printed word is the better hypothesis; `among` counts
    the words of its reading."""

    said: Said
    margin: float
    otherwise: str = ""
    left_out: bool = False
    among: int = 1
    short: float = 0.0

    @property
    def is_claimed(self) -> bool:
        """Whether it may be a slip."""
        return bool(self.otherwise) or self.left_out


@dataclass(frozen=True, slots=True)
class Replaced:
    """Words of the route in whose place something else was said, in the frames of `talked`."""

    words: tuple[int, ...]
    talked: Talked


def judged(reading: Reading, frames: Frames, fit: Fit, route: Sequence[ScriptWord]) -> list[Heard]:
    """What the sound says about every word of a reading. Slips that are not quite sure are claimed too."""
    return [judged_word(reading, index, frames, fit, route) for index in range(len(reading.said))]


def judged_word(
    reading: Reading, index: int, frames: Frames, fit: Fit, route: Sequence[ScriptWord], written: str = ""
) -> Heard:
    """The same about one word of it; `written` is another word, which a listener who does not know the text wrote in
    its place."""
    said = reading.said
    word = said[index]
    before = said[index - 1] if index else None
    after = said[index + 1] if index + 1 < len(said) else None
    plain = word.cost < SUSPICIOUS and not word.missed and not _sounds_over(word, after, fit)
    if plain and not written:
        heard = Heard(word, SUSPICIOUS)
    else:
        heard = _judged(word, before, after, frames, fit, route, written)
    return replace(heard, among=len(said))


def _sounds_over(word: Said, after: Said | None, fit: Fit) -> bool:
    """Whether there are more sounds up to the next word than this one has."""
    return after is not None and int(fit.new_sound[word.first : after.first].sum()) > word.phones


def _judged(
    word: Said,
    before: Said | None,
    after: Said | None,
    frames: Frames,
    fit: Fit,
    route: Sequence[ScriptWord],
    written: str,
) -> Heard:
    printed = route[word.word]
    first, head = _anchor_before(word, before, frames, route)
    last, tail = _anchor_after(word, after, frames, route)

    def cost(middle: Sounds) -> float:
        return cost_of(fit, first, last, (*head, *middle, *tail))

    as_printed = min(cost(way) for way in printed.ways)
    nothing = cost(())
    poor = as_printed > LEFT_OUT_EACH * word.phones and word.phones > 1
    weak_head = before is None and word.phones <= WEAK
    # Something was said where a word stands between two rests: it was not left out.
    alone = not head and not tail
    short = nothing + LEFT_OUT_MARGIN - as_printed
    may_be_out = bool(before or after) and not weak_head and not alone
    if may_be_out and poor and short < 0:
        return Heard(word, nothing - as_printed, left_out=True, short=short)
    heard = (greedy(fit, first + len(head), last - len(tail)), greedy(fit, first, last - len(tail)))
    best = _best_other(printed, heard, cost, written)
    margin = best.cost - as_printed
    lacking = margin + best.needed + HEAD_MARGIN * weak_head
    if may_be_out and short < min(lacking, NOT_QUITE):
        return Heard(word, nothing - as_printed, left_out=True, short=max(short, SMALLEST))
    if lacking < NOT_QUITE:
        return Heard(word, margin, otherwise=best.word, short=lacking)
    return Heard(word, min(margin, nothing - as_printed))


@dataclass(frozen=True, slots=True)
class _Other:
    """A word that may have been said instead of the printed one, how it is said, what that costs, and the margin it
    needs."""

    cost: float
    word: str
    way: Sounds
    needed: float


def _best_other(printed: ScriptWord, heard: Iterable[Sounds], cost: Callable[[Sounds], float], written: str) -> _Other:
    """The cheapest word that is not the printed one. `written` is what another listener wrote in its place."""
    common = rank().get(printed.bare, COMMONEST) < COMMONEST
    needed = GUESSED_MARGIN if printed.guessed else COMMON_MARGIN if common else OTHER_MARGIN
    alike = needed if printed.guessed or common else LIKE_MARGIN
    choices = [_Other(math.inf, "", (), needed)]
    if not printed.guessed:
        endings = other_endings(printed.bare, printed.ways)
        choices += [_Other(cost(way), word, way, ENDING_MARGIN) for way, word in endings.items()]
    others = {way: word for sounds in heard for way, word in nearest(sounds).items()}
    choices += [
        _Other(cost(way), word, way, alike if _look_alike(word, printed.bare) else needed)
        for way, word in others.items()
        if way not in printed.ways
    ]
    if not printed.guessed:
        likely = [*alike_in_use(printed.bare), *([written] if written else [])]
        ways = ((way, word) for word in likely for way in pronunciations(word) if way not in printed.ways)
        choices += [_Other(cost(way), word, way, LIKELY_MARGIN) for way, word in ways]
    return min(choices, key=lambda choice: choice.cost + choice.needed)


def _look_alike(one: str, other: str) -> bool:
    return SequenceMatcher(None, one, other).ratio() >= SPELLED_ALIKE


def _anchor_before(word: Said, before: Said | None, frames: Frames, route: Sequence[ScriptWord]) -> tuple[int, Sounds]:
    """The first frame of the word's place, and the phone before it that belongs to its neighbour."""
    if before is not None and frames.at[word.first] - frames.at[before.last] < 0.4:
        return before.last, _way(before, route)[-1:]
    first = word.first
    while first > 0 and frames.at[word.first] - frames.at[first - 1] < 0.15:
        first -= 1
    return first, ()


def _anchor_after(word: Said, after: Said | None, frames: Frames, route: Sequence[ScriptWord]) -> tuple[int, Sounds]:
    if after is not None and frames.at[after.first] - frames.at[word.last] < 0.4:
        return after.first, _way(after, route)[:1]
    last = word.last
    end = after.first if after is not None else len(frames)
    while (
        last + 1 < end
        and frames.at[last + 1] - frames.at[last] < 0.15
        and frames.at[last + 1] - frames.at[word.last] < 0.25
    ):
        last += 1
    return last, ()


def _way(said: Said, route: Sequence[ScriptWord]) -> Sounds:
    return next((way for way in route[said.word].ways if len(way) == said.phones), route[said.word].ways[0])


def replaced(
    readings: Sequence[Reading], talk: Sequence[Talked], frames: Frames, fit: Fit, route: Sequence[ScriptWord]
) -> list[Replaced]:
    """Words that were not read, up to the next word that was or to the end of their sentence, where
    something else of about their length was said instead of them."""
    found = [one for reading in readings for one in _replaced_inside(reading, fit, route)]
    following: Sequence[Reading | None] = [*readings[1:], None][: len(readings)]
    for early, late in zip(readings, following, strict=True):
        between = [t for t in talk if early.last < t.first and (late is None or t.last < late.first)]
        if not between or frames.at[between[0].first] - frames.at[early.last] > AT_ONCE:
            continue
        said = Talked(between[0].first, between[-1].last)
        missing = _not_read(early.said[-1].word, late.said[0].word if late else len(route), route)
        if late is not None and late.said[0].word == early.said[-1].word + 1:
            found += _put_right(late, early, said, frames, fit, route)
        elif 0 < len(missing) <= MOST_REPLACED:
            found += _replaced_by(missing, said, late, frames, fit, route)
    return found


def _replaced_by(
    missing: Sequence[int],
    said: Talked,
    late: Reading | None,
    frames: Frames,
    fit: Fit,
    route: Sequence[ScriptWord],
) -> list[Replaced]:
    """The words between two readings, where what was said instead has about their length. At the end of a sentence
    only one word is: a teacher who breaks off before several talks about them. One word in the middle, after which the
    reading goes on with the next, was misread also where she talks on: then what she said first stands for it."""
    at_end = late is None or route[missing[-1]].sentence != route[min(missing[-1] + 1, len(route) - 1)].sentence
    if at_end and len(missing) > 1:
        return []
    expected = sum(len(route[word].ways[0]) for word in missing)
    most = LONGEST_SHARE * expected + MORE_SOUNDS
    if at_end:
        said = Talked(said.first, _breath(said, frames))
    elif len(missing) == 1 and expected > WEAK and _sounds(said, fit) > most:
        said = Talked(said.first, _first_word(said, round(LONGEST_SHARE * expected), frames, fit))
    return [Replaced(tuple(missing), said)] if SHORTEST_SHARE * expected <= _sounds(said, fit) <= most else []


def _put_right(
    late: Reading, early: Reading, said: Talked, frames: Frames, fit: Fit, route: Sequence[ScriptWord]
) -> list[Replaced]:
    """The first word of a reading, where something else was said in its place before, and no more than that: it was
    misread, and then read. The beginning of the word itself, or a filler, is no misreading."""
    word = late.said[0].word
    same_sentence = route[word].sentence == route[early.said[-1].word].sentence
    at_once = frames.at[said.first] - frames.at[early.last] <= STRAIGHT
    soon = frames.at[late.first] - frames.at[said.last] <= STRAIGHT_ON
    own = route[word].ways[0]
    if not (same_sentence and at_once and soon and len(own) > WEAK):
        return []
    heard = greedy(fit, said.first, said.last)
    spoken = likeliest_word(fit, said.first, said.last)
    most = LONGEST_WORD if spoken else len(own) + MORE_THAN_PRINTED
    fits_in = SHORTEST_SHARE * len(own) <= len(heard) <= most
    takes_time = frames.at[said.last] - frames.at[said.first] >= SHORTEST
    begins_it = heard[:1] == own[:1] and len(heard) < len(own)
    is_word = spoken not in FILLERS if spoken else len(heard) >= LONG_ENOUGH
    return [Replaced((word,), said)] if fits_in and takes_time and not begins_it and is_word else []


def _first_word(said: Talked, most: int, frames: Frames, fit: Fit) -> int:
    """The last frame of the first word of talk: up to a rest, and of so many sounds at the most."""
    last = said.first
    while last < said.last and frames.at[last + 1] - frames.at[last] <= REST:
        if _sounds(Talked(said.first, last + 1), fit) > most:
            break
        last += 1
    return last


def _sounds(said: Talked, fit: Fit) -> int:
    return int(fit.new_sound[said.first : said.last + 1].sum())


def _replaced_inside(reading: Reading, fit: Fit, route: Sequence[ScriptWord]) -> list[Replaced]:
    """The same between two words of one reading, where too little was said to be talk."""
    found = []
    for before, after in pairwise(reading.said):
        missing = range(before.word + 1, after.word)
        sounds = int(fit.new_sound[before.last + 1 : after.first].sum())
        expected = sum(len(route[word].ways[0]) for word in missing)
        if 0 < len(missing) <= MOST_REPLACED and sounds >= max(FEWEST_INSTEAD, SHORTEST_SHARE * expected):
            found.append(Replaced(tuple(missing), Talked(before.last + 1, after.first - 1)))
    return found


def _not_read(before: int, after: int, route: Sequence[ScriptWord]) -> list[int]:
    """The words between two places of the route, up to the end of the sentence of the first."""
    sentence = route[before].sentence
    return [word for word in range(before + 1, after) if route[word].sentence == sentence]


def _breath(said: Talked, frames: Frames) -> int:
    """The last frame of talk before the voice rests."""
    last = said.first
    while last < said.last and frames.at[last + 1] - frames.at[last] <= AT_ONCE:
        last += 1
    return last


def left_out(script: Sequence[ScriptWord], visits: Sequence[Visit]) -> tuple[tuple[Slip, ...], tuple[str, ...]]:
    """Words without a visit: slips where half of their sentence was read and the reading went straight on over them,
    else simply unread. (The rest of a sentence that is broken off to talk about it was not left out.)"""
    place = {word.id: number for number, word in enumerate(script)}
    passed = _passed_over(place, visits)
    first_visit: dict[str, Visit] = {}
    for visit in visits:
        first_visit.setdefault(visit.word, visit)
    slips: list[Slip] = []
    unread: list[str] = []
    for _, group in groupby(script, key=lambda word: word.sentence):
        sentence = list(group)
        read = sum(word.id in first_visit for word in sentence)
        moment = None
        for word in sentence:
            if word.id in first_visit:
                moment = first_visit[word.id].end
            elif read >= HALF * len(sentence) and place[word.id] in passed:
                at = moment if moment is not None else _first_moment(sentence, first_visit)
                slips.append(Slip(SlipKind.LEFT_OUT, word.id, at, at))
            else:
                unread.append(word.id)
    return tuple(slips), tuple(unread)


def _passed_over(place: Mapping[str, int], visits: Sequence[Visit]) -> set[int]:
    """The places of the script over which the reading went straight on from one word to a later one."""
    passed: set[int] = set()
    for here, there in pairwise(sorted(visits, key=lambda visit: visit.start)):
        if there.start - here.end <= STRAIGHT_ON and place[there.word] - place[here.word] <= MOST_PASSED_OVER:
            passed.update(range(place[here.word] + 1, place[there.word]))
    return passed


def _first_moment(sentence: list[ScriptWord], first_visit: dict[str, Visit]) -> float:
    return min(first_visit[word.id].start for word in sentence if word.id in first_visit)


def said_twice(visits: Sequence[Visit]) -> tuple[Slip, ...]:
    """Words said again right after they were said ("the the")."""
    return tuple(
        Slip(SlipKind.SAID_TWICE, again.word, again.start, again.end)
        for first, again in pairwise(visits)
        if first.word == again.word and again.start - first.end <= SAID_TWICE_WITHIN
    )
