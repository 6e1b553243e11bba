"""What of a take could be cut: long silences, sentences that were begun twice, sounds that are no voice."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from wordtrail.core.edit.joining import SHORTEST_CUT, Cut, CutKind
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, kept_ends
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.sound.quiet import Span, other_sounds, silences
from wordtrail.core.trail.model import Trail, Visit
from wordtrail.core.trail.rests import seam_after, seam_before, voiced

SHORTEST_SILENCE = 0.15
"""Seconds that are left of a silence at the least: a breath."""

USUAL_LONGEST, USUAL_LENGTH = 1.2, 0.6
"""Seconds from which on a silence is long, and that are left of it."""


@dataclass(frozen=True, slots=True)
class CutOffer:
    """Something that could be cut: the whole of it from `start` to `end` (seconds of take time), what of it goes, and
    the first and last word of what was begun twice (empty for the others)."""

    cut: Cut
    start: float
    end: float
    first: str = ""
    last: str = ""


def cut_offers(
    lesson: Lesson, take: str, trail: Trail, heights: bytes, thinking: Sequence[float], longest: float, length: float
) -> tuple[CutOffer, ...]:
    """What could be cut of a take, in order: silences over `longest` seconds to `length`, but those in which students
    think (`thinking`, moments of take time); what was begun twice; and other sounds. `heights` are of its sound, every
    20 ms. What is cut already or left as it is on purpose, or lies outside the kept ends, is not offered. Raises
    LessonError for impossible lengths."""
    if not SHORTEST_SILENCE <= length < longest:
        raise LessonError(
            f"A silence keeps at least {SHORTEST_SILENCE} seconds, and less than it has.",
            kept="Nothing was cut.",
            advice="Choose other lengths.",
        )
    shown = current_trail(lesson, take, trail)
    begin, end = kept_ends(lesson, take, trail)
    voices = voiced(shown)
    found = [
        *_long_silences(take, silences(heights, voices), thinking, longest, length),
        *begun_twice(lesson, take, shown),
        *(CutOffer(Cut(take, *one, CutKind.SOUND), *one) for one in other_sounds(heights, voices)),
    ]
    gone = [one for one in lesson.cuts if one.take == take]
    gone += [Cut(take, one.start, one.end) for one in lesson.on_purpose if one.take == take]
    return tuple(
        sorted(
            (
                one
                for one in found
                if begin < one.cut.start
                and one.cut.end < end
                and not any(cut.start < one.cut.end and one.cut.start < cut.end for cut in gone)
            ),
            key=lambda one: one.start,
        )
    )


@dataclass(frozen=True, slots=True)
class Saving:
    """How many things of one kind could be cut, and the seconds that the lesson would be shorter by it."""

    kind: CutKind
    places: int
    seconds: float


def savings(offers: Sequence[CutOffer]) -> tuple[Saving, ...]:
    """What is saved by each kind of cut that there is."""
    by_kind = {kind: [one.cut for one in offers if one.cut.kind is kind] for kind in CutKind}
    return tuple(
        Saving(kind, len(cuts), round(sum(cut.end - cut.start for cut in cuts), 1))
        for kind, cuts in by_kind.items()
        if cuts
    )


def stretch_to_cut(lesson: Lesson, take: str, trail: Trail, start: float, end: float, kind: CutKind) -> Cut:
    """What goes when a stretch that is said is cut: with the breath beside it, never inside a word. Of a sound that is
    no voice, just what was chosen; of a silence its middle, so that it has its usual length. Raises LessonError where a
    silence is no longer than that."""
    if kind is CutKind.SILENCE:
        if end - start < USUAL_LENGTH + SHORTEST_CUT:
            raise LessonError("This silence is short already.", kept="Nothing was cut.")
        return Cut(take, round(start + USUAL_LENGTH / 2, 4), round(end - USUAL_LENGTH / 2, 4), kind)
    if kind in (CutKind.SOUND, CutKind.BEGUN_TWICE):
        return Cut(take, start, end, kind)
    shown = current_trail(lesson, take, trail)
    return Cut(take, round(seam_before(shown, start), 4), round(seam_after(shown, end), 4), kind)


def lying_in(lesson: Lesson, trail: Trail, cut: Cut) -> str:
    """What a cut takes the moment from, in a sentence; empty where that is nothing. It happens where the cut is."""
    shown = current_trail(lesson, cut.take, trail)

    def inside(at: float) -> bool:
        return cut.start < at < cut.end

    elsewhere = {visit.word for visit in shown.visits if not inside(visit.start)}
    gone = {visit.word for visit in shown.visits} - elsewhere
    placed = {one.mark for one in lesson.placed_marks if one.take == cut.take}
    marks = sum(one.take == cut.take and inside(one.start) for one in lesson.placed_marks)
    marks += sum(one.id not in placed and one.first in gone for one in lesson.marks)
    points = sum(one.after in gone for one in lesson.pause_points)
    done = sum(one.take == cut.take and inside(one.at) for one in lesson.directions)
    deeds = _count(done, "thing done on the stage", "things done on the stage")
    counted = [_count(marks, "mark"), _count(points, "pause point"), deeds]
    lying = [one for one in counted if one]
    if not lying:
        return ""
    several = len(lying) > 1 or not lying[0].startswith("1 ")
    said = " and ".join(one for one in (", ".join(lying[:-1]), lying[-1]) if one)
    return f"{said} {'lie' if several else 'lies'} in it: it happens where it was cut."


def _count(number: int, one: str, many: str = "") -> str:
    return f"{number} {one if number == 1 else many or one + 's'}" if number else ""


def _long_silences(
    take: str, silent: Sequence[Span], thinking: Sequence[float], longest: float, length: float
) -> Iterator[CutOffer]:
    for start, end in silent:
        if end - start <= longest or any(start - 1.0 <= at <= end for at in thinking):
            continue
        cut = Cut(take, round(start + length / 2, 3), round(end - length / 2, 3), CutKind.SILENCE)
        if cut.end - cut.start >= SHORTEST_CUT:
            yield CutOffer(cut, start, end)


def begun_twice(lesson: Lesson, take: str, trail: Trail) -> Iterator[CutOffer]:
    """Sentences that were begun, and begun again without talk between, be it that the first try was broken off or not:
    the first try. `trail` is the take's as it stands in the lesson."""
    words = script(lesson)
    sentence = {word.id: word.sentence for word in words}
    order = {word.id: place for place, word in enumerate(words)}
    visits = trail.visits
    for place in range(1, len(visits)):
        now, before = visits[place], visits[place - 1]
        back = order.get(now.word, -1) <= order.get(before.word, -1) and now.word in sentence
        if not back or now.word == before.word or sentence[now.word] != sentence.get(before.word):
            continue
        first = _begins(visits, place, now.word, sentence)
        if first is None or any(before.end <= one.start < now.start for one in trail.asides):
            continue
        start, end = seam_before(trail, visits[first].start), seam_before(trail, now.start)
        if end - start >= SHORTEST_CUT:
            cut = Cut(take, round(start, 4), round(end, 4), CutKind.BEGUN_TWICE)
            yield CutOffer(cut, cut.start, cut.end, visits[first].word, before.word)


def _begins(visits: Sequence[Visit], place: int, word: str, sentence: dict[str, int]) -> int | None:
    """Where the try before that place began, with the same word; None where it did not."""
    for at in range(place - 1, -1, -1):
        if sentence.get(visits[at].word) != sentence[word]:
            return None
        if visits[at].word == word:
            return at
    return None
