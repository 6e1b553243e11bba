"""The places of a take that a teacher still has to look at, in the order in which they are offered."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from itertools import groupby

from wordtrail.core.lesson.board_ids import text_of
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, left_unread, unknown_words, words_gone
from wordtrail.core.lesson.kept_clips import dropped_in, kept_clips
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.odd_places import odd_places
from wordtrail.core.remembered import remembered
from wordtrail.core.sound.word_levels import RecordedSound
from wordtrail.core.text.model import Word
from wordtrail.core.trail.checks import REPAIRS, SAME_MOMENT, Check, CheckKind, Repair, places_to_check, rank
from wordtrail.core.trail.model import Trail, Visit

MEANT_TO_BE_READ = 0.5
"""Share of a card's or question's words that was read, from which on it was meant to be read: one that was only
touched on in talk has no places to check."""


UNKNOWN_SOUND = RecordedSound(b"")


@remembered(32)
def checks_of(lesson: Lesson, take: str, trail: Trail, sound: RecordedSound = UNKNOWN_SOUND) -> tuple[Check, ...]:
    """What of a take wants a look, as the lesson stands now: words of the passage first, then those of cards and
    questions that were meant to be read; each by how likely and how visible a fault it is (see `rank`), and in order
    of time. Without what was settled, dropped at the desk, or cut. One place is offered once."""
    shown = current_trail(lesson, take, trail)
    words = script(lesson)
    gone = words_gone(lesson, take, trail)
    found = (
        *places_to_check(shown, {word.id: word.text for word in words}),
        *_changed(lesson, unknown_words(lesson, take, trail), shown, gone),
        *odd_places(lesson, take, shown, sound),
    )
    passage = {word.id for word in lesson.words}
    meant = _meant_to_be_read(words, shown) | {text_of(visit.word) for visit in gone}
    choices = _choices(lesson)
    unheard = [(one.start, one.end) for one in dropped_in(lesson, take, trail)]
    unheard += [(one.start, one.end) for one in lesson.cuts if one.take == take]
    left = (
        check
        for check in found
        if (check.word in passage or (text_of(check.word) in meant and text_of(check.word) not in choices))
        and not any(one.settles(take, check) for one in lesson.settled)
        and not any(one.settles(take, check) for one in lesson.on_purpose)
        and not any(start <= check.start < end for start, end in unheard)
    )
    ordered = sorted(left, key=lambda check: (check.word not in passage, rank(check.kind), check.start))
    return tuple(replace(one, repairs=_repairs(one, passage)) for one in _once(ordered))


def settled_in(lesson: Lesson, take: str) -> int:
    """How many places and stretches of a take were found fine, and words of it were not to be read."""
    found = sum(one.take == take for one in lesson.settled) + sum(one.take == take for one in lesson.on_purpose)
    return found + len(left_unread(lesson, take))


def _once(checks: Sequence[Check]) -> list[Check]:
    """The first of those of one place."""
    kept: list[Check] = []
    for one in checks:
        if not any(one.word == other.word and abs(one.found - other.found) < SAME_MOMENT for other in kept):
            kept.append(one)
    return kept


def _repairs(check: Check, passage: set[str]) -> tuple[Repair, ...]:
    """What mends a place: what stands on cards and in questions is not read again for its own place, nor shown as it
    was said; and what was said must be known for that."""
    of_passage = (Repair.READ_AGAIN, Repair.AS_SAID)
    unknown = check.kind is CheckKind.MISREAD and not check.heard
    return tuple(
        one
        for one in REPAIRS[check.kind]
        if (check.word in passage or one not in of_passage) and not (unknown and one is Repair.AS_SAID)
    )


def checks_heard(
    lesson: Lesson, trails: Mapping[str, Trail], take: str, sound: RecordedSound = UNKNOWN_SOUND
) -> tuple[Check, ...]:
    """The same of a take among others: of one that comes into the lesson, only what is heard of it."""
    found = checks_of(lesson, take, trails[take], sound)
    own = [clip for clip in kept_clips(lesson, trails) if clip.take == take]
    if not own or not lesson.replacements:
        return found
    return tuple(check for check in found if any(clip.start <= check.start < clip.end for clip in own))


def _choices(lesson: Lesson) -> set[str]:
    """The texts of answers to choose from: who works a question out says them in words of her own."""
    return {f"{point.id}.{option.name}" for point in lesson.pause_points for option in point.activity.options()}


def _meant_to_be_read(words: Sequence[Word], trail: Trail) -> set[str]:
    """The texts on cards and questions of which at least half was read."""
    read = {visit.word for visit in trail.visits}
    texts: dict[str, list[bool]] = {}
    for word in words:
        texts.setdefault(text_of(word.id), []).append(word.id in read)
    return {text for text, found in texts.items() if sum(found) >= MEANT_TO_BE_READ * len(found)}


def _changed(lesson: Lesson, unknown: set[str], shown: Trail, gone: Sequence[Visit]) -> Iterator[Check]:
    """Each run of words that the take knows nothing of, beside words of the same sentence or text that were read, or
    in the place of some that are `gone`: the voice says there what was printed before."""
    if not unknown:
        return
    visits = {visit.word: visit for visit in reversed(shown.visits)}
    words = script(lesson)
    passage = {word.id for word in lesson.words}
    keys = [(word.sentence, "") if word.id in passage else (-1, text_of(word.id)) for word in words]
    said_before = {text_of(visit.word): visit for visit in reversed(gone)}
    for (_, text), group in groupby(range(len(words)), key=lambda index: keys[index]):
        yield from _changed_among([words[index] for index in group], unknown, visits, said_before.get(text))


def _changed_among(
    words: Sequence[Word], unknown: set[str], visits: dict[str, Visit], before: Visit | None
) -> Iterator[Check]:
    """The same among the words of one sentence or text; `before` is the first word that was said in this text and is
    not in it any more."""
    last: Visit | None = None
    for is_new, group in groupby(words, key=lambda word: word.id in unknown):
        run = list(group)
        if not is_new:
            last = next((visits[word.id] for word in reversed(run) if word.id in visits), last)
            continue
        following = next((visits[word.id] for word in words[words.index(run[-1]) :] if word.id in visits), before)
        if last is None and following is None:
            continue
        start = last.end if last else following.start if following else 0.0
        end = following.start if following and following.start > start else start
        said = " ".join(word.text for word in run)
        why = f"“{said}” was changed or added after this take was recorded: nobody says it here."
        yield Check(run[0].id, start, end, start, why, CheckKind.CHANGED, "changed")
