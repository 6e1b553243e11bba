"""Small lessons and trails that many tests share."""

from __future__ import annotations

from dataclasses import replace

from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import Aside, Trail, Visit

TEXT = "When a bee finds clover, she tells the others.\n\nShe dances. Her dance is a map.\n\n---\n\nThe end."
TAKE = "take-1"


def lesson(text: str = TEXT) -> Lesson:
    """A lesson with two pages and nothing planned, whose take counts."""
    passage = passage_from_text(text, title="Bees", author="Room 6", permission="Our own.")
    return Lesson((passage,), chosen_take=TAKE)


def planned() -> Lesson:
    """The same with a pause point after "clover," and two marks."""
    made = apply(lesson(), KeepPoint(PausePoint("", "a5", "Why clover?", 4)))
    made = apply(made, AddMark(Underline(), "a6", "a9", "evidence"))
    return apply(made, AddMark(Highlight(), "a5", "a5", "new-word"))


def trail(of: Lesson | None = None, *, each: float = 0.5, rest: float = 0.1, begin: float = 1.0) -> Trail:
    """Every word read once: `each` seconds long, `rest` apart, from `begin`; talk at the end."""
    words = (of or lesson()).words
    visits = tuple(
        Visit(word.id, round(begin + i * (each + rest), 4), round(begin + i * (each + rest) + each, 4))
        for i, word in enumerate(words)
    )
    end = visits[-1].end
    return Trail(
        visits, asides=(Aside(end + 1, end + 4, "well done"),), seconds=end + 6, sound_start=begin, sound_end=end + 4
    )


def without(found: Trail, *words: str) -> Trail:
    """The trail without the visits of these words."""
    return replace(found, visits=tuple(visit for visit in found.visits if visit.word not in words))
