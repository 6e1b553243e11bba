"""What is odd about a take as it stands in a lesson, whatever the ear was sure of: moments, marks, pace and level."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.paragraph_paces import paragraph_paces
from wordtrail.core.lesson.said_lines import line_ends
from wordtrail.core.lesson.shortening import CutOffer, begun_twice
from wordtrail.core.sound.quiet import other_sounds
from wordtrail.core.sound.word_levels import RecordedSound, as_loud_as_words, clipped, too_soft
from wordtrail.core.text.model import Word
from wordtrail.core.trail.checks import Check, CheckKind
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.odd_moments import odd_moments
from wordtrail.core.trail.rests import voiced

EARLY = 0.3
"""Seconds by which a mark that is drawn while reading may run ahead of its word: the eye is there before the voice."""

SLIP_OF_THE_PEN = 5.0
"""Seconds before its word from which on a mark was drawn on purpose."""


SHORTEST_NOISE = 0.5
"""Seconds of a sound between the words below which nobody minds it: a breath, a chair."""


def odd_places(lesson: Lesson, take: str, shown: Trail, sound: RecordedSound) -> Iterator[Check]:
    """The odd places of a take, whose trail is `shown` as it stands in the lesson."""
    words = script(lesson)
    yield from _moments(lesson, take, shown, words)
    yield from _early_marks(lesson, take, shown)
    yield from _quick(lesson, take, shown)
    yield from _by_sound(shown, words, sound)
    yield from _noises(shown, words, sound)
    text = {word.id: word.text for word in words}
    for offer in begun_twice(lesson, take, shown):
        why = f"“{text[offer.first]} … {text[offer.last]}” is said, and then begun again."
        yield Check(
            offer.first, offer.start, offer.end, _found_at(shown, offer), why, CheckKind.SAID_TWICE, "begun twice"
        )


def _found_at(shown: Trail, offer: CutOffer) -> float:
    own = (visit for visit in shown.visits if visit.word == offer.first and visit.start >= offer.start)
    return next((visit.found_at for visit in own), offer.start)


def _moments(lesson: Lesson, take: str, shown: Trail, words: Sequence[Word]) -> Iterator[Check]:
    """The odd moments of a take; a gap in which she did something, or of which something is cut, is none."""
    done = [one.at for one in lesson.directions if one.take == take]
    done += [one.start for one in lesson.placed_marks if one.take == take]
    done += [one.start for one in lesson.cuts if one.take == take]
    stops = {point.after for point in lesson.pause_points}
    for check in odd_moments(shown, words, stops, line_ends(lesson)):
        if check.kind is not CheckKind.GAP or not any(check.start <= at <= check.end for at in done):
            yield check


def _early_marks(lesson: Lesson, take: str, shown: Trail) -> Iterator[Check]:
    """Marks that a hand has drawn just before their word is read."""
    marks = {mark.id: mark for mark in lesson.marks}
    text = {word.id: word.text for word in lesson.words}
    for placed in lesson.placed_marks:
        mark = marks.get(placed.mark)
        if placed.take != take or mark is None:
            continue
        visits = [visit for visit in shown.visits if visit.word == mark.first]
        if any(visit.start <= placed.start + EARLY for visit in visits):
            continue
        follows = next((visit for visit in visits if visit.start <= placed.start + SLIP_OF_THE_PEN), None)
        if follows:
            early = follows.start - placed.start
            why = f"“{text[mark.first]}” is marked {early:.1f} seconds before it is read."
            yield Check(
                mark.first,
                placed.start,
                follows.end,
                follows.found_at,
                why,
                CheckKind.EARLY_MARK,
                "early mark",
                mark.id,
            )


def _quick(lesson: Lesson, take: str, shown: Trail) -> Iterator[Check]:
    """The quickest of the paragraphs that are read far more quickly than planned: where one is, others mostly are."""
    far = [pace for pace in paragraph_paces(lesson, take, shown.visits) if pace.far]
    if not far:
        return
    quickest = max(far, key=lambda pace: pace.words_per_minute)
    visit = next(one for one in shown.visits if (one.word, one.start) == (quickest.first, quickest.start))
    several = f", and {len(far) - 1} more nearly as quickly" if len(far) > 1 else ""
    why = (
        f"This paragraph is read at {quickest.words_per_minute:.0f} words a minute{several}; "
        f"{lesson.words_per_minute:.0f} are planned."
    )
    yield Check(visit.word, visit.start, visit.end, visit.found_at, why, CheckKind.QUICK, "quick")


def _noises(shown: Trail, words: Sequence[Word], sound: RecordedSound) -> Iterator[Check]:
    """What is heard between the voices for more than a moment, and nearly as loud as they are."""
    known = {word.id for word in words}
    spans = [(visit.start, visit.end) for visit in shown.visits]
    for start, end in other_sounds(sound.heights, voiced(shown)):
        before = next((one for one in reversed(shown.visits) if one.start <= start and one.word in known), None)
        if before and end - start >= SHORTEST_NOISE and as_loud_as_words(sound, (start, end), spans):
            why = f"Something that is no voice is heard for {end - start:.1f} seconds: a phone, a door, a cough?"
            yield Check(before.word, start, end, start, why, CheckKind.NO_WORDS, "no words")


def _by_sound(shown: Trail, words: Sequence[Word], sound: RecordedSound) -> Iterator[Check]:
    """Words that are recorded too loud or too soft."""
    text = {word.id: word.text for word in words}
    visits = [visit for visit in shown.visits if visit.word in text]
    spans = [(visit.start, visit.end) for visit in visits]
    for visit, loud, soft in zip(visits, clipped(sound, spans), too_soft(sound, spans), strict=True):
        if loud:
            why = f"“{text[visit.word]}” was too loud for the microphone, and rattles."
            yield Check(visit.word, visit.start, visit.end, visit.found_at, why, CheckKind.CLIPPED, "clipped")
        elif soft:
            why = f"“{text[visit.word]}” is far softer than the other words."
            yield Check(visit.word, visit.start, visit.end, visit.found_at, why, CheckKind.QUIET, "quiet")
