"""A lesson after its text was edited: everything stays on its words, and what cannot is said."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wordtrail.core.lesson.model import Lesson, LooseEnd
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.activity import kept_spans
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.plan import Plan
from wordtrail.core.text.model import Passage, Word
from wordtrail.core.text.span import Span


def reworded(lesson: Lesson, passages: Sequence[Passage]) -> Lesson:
    """`lesson` with these passages, whose words that stayed have the ids they had.

    A mark that lost part of its run keeps the rest; one that lost all of it goes to the loose ends.
    A pause point whose word went away moves to the nearest word before it that stayed, and is said.
    """
    changed = replace(lesson, passages=tuple(passages))
    present = {word.id for word in changed.words}
    run = _Survivors(lesson.words, present)
    if all(word.id in present for word in run.words):
        return _in_order(changed)
    said: list[LooseEnd] = []
    marks = tuple(mark for mark in (_mark(mark, run, said) for mark in lesson.marks) if mark)
    points = tuple(point for point in (_point(point, run, said) for point in lesson.pause_points) if point)
    gone = {word.id for word in run.words} - present
    mends = tuple(mend for mend in lesson.mends if mend.word not in gone)
    by_hand = tuple(one for one in lesson.read_by_hand if gone.isdisjoint(one.words))
    holds = tuple(one for one in lesson.holds if one.word not in gone)
    plan = _plan(lesson.plan, run)
    issued = lesson.issued
    loose = tuple(replace(end, id=f"loose{issued + n + 1}") for n, end in enumerate(said))
    return _in_order(
        replace(
            changed, marks=marks, pause_points=points, mends=mends, plan=plan, read_by_hand=by_hand,
            holds=holds,
            loose_ends=(*lesson.loose_ends, *loose), issued=issued + len(loose),
        )
    )  # fmt: skip


def _in_order(lesson: Lesson) -> Lesson:
    """Marks and pause points in the order of their words, and every mark from its first word to its
    last: moving blocks may have turned them round."""
    positions = lesson.positions()
    turned = (
        replace(mark, first=mark.last, last=mark.first) if positions[mark.first] > positions[mark.last] else mark
        for mark in lesson.marks
    )
    return replace(
        lesson,
        marks=tuple(sorted(turned, key=lambda mark: positions[mark.first])),
        pause_points=tuple(sorted(lesson.pause_points, key=lambda p: positions.get(p.after, len(positions)))),
    )


@dataclass(frozen=True, slots=True)
class _Survivors:
    """The old words in their order, and the ids that are still there."""

    words: tuple[Word, ...]
    present: set[str]

    def stayed(self, word: str) -> bool:
        return word in self.present

    def run(self, first: str, last: str) -> tuple[Word, ...]:
        positions = {word.id: index for index, word in enumerate(self.words)}
        return self.words[positions[first] : positions[last] + 1]

    def before(self, word: str) -> Word | None:
        """The nearest word before `word` that stayed."""
        nearest = None
        for candidate in self.words:
            if candidate.id == word:
                return nearest
            if self.stayed(candidate.id):
                nearest = candidate
        return nearest


def _mark(mark: Mark, survivors: _Survivors, said: list[LooseEnd]) -> Mark | None:
    words = survivors.run(mark.first, mark.last)
    left = [word for word in words if survivors.stayed(word.id)]
    if not left:
        printed = " ".join(word.text for word in words)
        said.append(LooseEnd("", f"The {mark.form.kind} on “{printed}” lost its words.", mark=mark))
        return None
    skip = mark.skip if left[0].id == mark.first else 0
    drop = mark.drop if left[-1].id == mark.last else 0
    if not all(survivors.stayed(word) for word in mark.form.words()):
        left_of_it = replace(mark, form=mark.form.among(survivors.present))
        said.append(LooseEnd("", f"The {mark.form.kind} lost the word it pointed at.", mark=left_of_it))
        return None
    return replace(mark, first=left[0].id, last=left[-1].id, skip=skip, drop=drop)


def _point(point: PausePoint, survivors: _Survivors, said: list[LooseEnd]) -> PausePoint | None:
    activity = point.activity.with_spans(lambda span: _span(span, survivors))
    evidence = _spans(point.evidence, survivors)
    if len(evidence) < len(point.evidence) or len(activity.spans()) < len(point.activity.spans()):
        said.append(LooseEnd("", f"The pause point “{point.question}” lost words that it showed or asked to read."))
    point = replace(point, evidence=evidence, activity=activity)
    if not point.after or survivors.stayed(point.after):
        return point
    printed = next(word.text for word in survivors.words if word.id == point.after)
    before = survivors.before(point.after)
    if before is None:
        said.append(LooseEnd("", f"The pause point “{point.question}” lost its word “{printed}”.", point=point))
        return None
    said.append(
        LooseEnd(
            "",
            f"The pause point “{point.question}” stood after “{printed}”, which went away. "
            f"It now stands after “{before.text}”.",
        )
    )
    return replace(point, after=before.id)


def _span(span: Span, survivors: _Survivors) -> Span | None:
    """What is left of a run of words."""
    left = [word for word in survivors.run(span.first, span.last) if survivors.stayed(word.id)]
    return Span(left[0].id, left[-1].id) if left else None


def _spans(spans: tuple[Span, ...], survivors: _Survivors) -> tuple[Span, ...]:
    return kept_spans(spans, lambda span: _span(span, survivors))


def _plan(plan: Plan, survivors: _Survivors) -> Plan:
    """Cards whose word went away stay without a place; quotations, readings and close-ups keep what is left of theirs;
    cue notes go to the nearest word."""
    cards = tuple(card if survivors.stayed(card.at) else replace(card, at="") for card in plan.cards)
    charts = tuple(
        replace(
            chart,
            boxes=tuple(replace(b, quote=_span(b.quote, survivors)) if b.quote else b for b in chart.boxes),
        )
        for chart in plan.organizers
    )
    readings = tuple(
        replace(one, stretch=_span(one.stretch, survivors)) if one.stretch else one for one in plan.readings
    )
    notes = (replace(note, at=_nearest(note.at, survivors)) for note in plan.cue_notes)
    kept = tuple(note for note in notes if note.at)
    spans = ((one, _span(Span(one.first, one.last), survivors)) for one in plan.close_ups)
    close_ups = tuple(replace(one, first=left.first, last=left.last) for one, left in spans if left)
    return replace(plan, cards=cards, organizers=charts, readings=readings, cue_notes=kept, close_ups=close_ups)


def _nearest(word: str, survivors: _Survivors) -> str:
    """A word where it stayed, else the nearest one that did, before or after it; none where no word is left."""
    if survivors.stayed(word):
        return word
    before = survivors.before(word)
    left = (one.id for one in survivors.words if survivors.stayed(one.id))
    return before.id if before else next(left, "")
