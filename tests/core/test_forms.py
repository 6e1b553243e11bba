"""The forms of marks: what each needs, what becomes of it elsewhere, and how it is drawn with a pen."""

from __future__ import annotations

import unittest
from dataclasses import dataclass, field, replace

from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.loose_ends import PutBack
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.word_changes import DropWord
from wordtrail.core.errors import LessonError
from wordtrail.core.marks.forms.all import FORMS
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.cross_out import CrossOut
from wordtrail.core.marks.forms.dashed_underline import DashedUnderline
from wordtrail.core.marks.forms.double_underline import DoubleUnderline
from wordtrail.core.marks.forms.form import Area, Trace
from wordtrail.core.marks.forms.margin_note import MarginNote
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.forms.word_parts import WordParts
from wordtrail.core.marks.meaning import Line, Meaning
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.stretch import Stretch

AREA = Area(2, 100.0, 200.0, 400.0, 500.0)


@dataclass
class Paper:
    """A pen that keeps what it was asked to draw. The words stand on two lines of 40 page units."""

    meaning: Meaning = field(default_factory=lambda: Meaning("e", "evidence", "E", "lake", Line.DASHED))
    stretches: tuple[Stretch, ...] = (Stretch(1, 100.0, 300.0, 400.0, 40.0), Stretch(1, 80.0, 200.0, 470.0, 40.0))
    text_edges: tuple[float, float] = (80.0, 900.0)
    traces: list[tuple[int, tuple[Trace, ...]]] = field(default_factory=list)
    lines: list[Line] = field(default_factory=list)
    said: list[str] = field(default_factory=list)

    def place_of(self, word: str) -> Stretch | None:
        return {"above": Stretch(1, 500.0, 560.0, 330.0, 40.0), "over": Stretch(2, 1.0, 2.0, 3.0, 40.0)}.get(word)

    def letter_edges(self) -> tuple[float, ...]:
        return (100.0, 120.0, 140.0, 160.0, 180.0)

    def draw(self, page: int, *traces: Trace) -> None:
        self.traces.append((page, traces))

    def underline(self, line: Line) -> None:
        self.lines.append(line)

    def number(self, page: int, text: str, x: float, y: float, radius: float) -> None:
        self.said.append(f"{text} at {x:g}, {y:g}")

    def label(self, page: int, text: str, x: float, y: float, size: float, edge: float = 0.0) -> None:
        self.said.append(text)

    def note(self, text: str) -> None:
        self.said.append(text)


class NeedsTest(unittest.TestCase):
    def test_names_keys_and_ranks_are_their_own(self) -> None:
        for names in ([one().kind for one in FORMS], [one.name for one in FORMS], [one.rank for one in FORMS]):
            self.assertEqual(len(set(names)), len(FORMS))
        keys = [one.key for one in FORMS if one.key]
        self.assertEqual(len(set(keys)), len(keys))
        self.assertTrue(set(keys).isdisjoint("pgielrs"), "the Plan screen has these for itself")

    def test_an_arrow_needs_a_word_but_not_on_a_picture(self) -> None:
        with self.assertRaises(LessonError):
            Arrow().checked(on_picture=False)
        self.assertEqual(Arrow().checked(on_picture=True), Arrow())

    def test_what_is_written_is_tidied_and_bounded(self) -> None:
        self.assertEqual(MarginNote("  Look \n here ").checked(on_picture=False).text, "Look here")
        with self.assertRaisesRegex(LessonError, "160"):
            MarginNote("x" * 161).checked(on_picture=False)
        self.assertEqual(WordParts((3, 1, 3, 0, -2)).checked(on_picture=False).cuts, (1, 3))

    def test_a_number_counts_on_unless_it_has_one(self) -> None:
        self.assertEqual([Number().numbered(3).text, Number("9").numbered(3).text], ["3", "9"])


class ElsewhereTest(unittest.TestCase):
    def test_an_arrow_becomes_a_line_where_its_word_is_gone(self) -> None:
        self.assertEqual(Arrow("a9").among({"a9"}), Arrow("a9"))
        self.assertEqual(Arrow("a9").among({"a8"}), Underline())

    def test_one_that_lost_its_word_can_be_put_back(self) -> None:
        made = apply(lesson(), KeepMark(Mark("", Arrow("a9"), "a1", "a1", "evidence")))
        lost = apply(made, DropWord("a9"))
        self.assertEqual(lost.marks, ())
        (end,) = lost.loose_ends
        self.assertIn("arrow", end.sentence)
        back = apply(lost, PutBack(end.id, "a2", "a3"))
        self.assertEqual([(one.form, one.first, one.last) for one in back.marks], [(Underline(), "a2", "a3")])

    def test_only_a_number_stands_for_a_box(self) -> None:
        tied = Number("2", "chart1", "b1")
        self.assertEqual((tied.tie(), tied.untied()), (("chart1", "b1"), Number("2")))
        self.assertTrue(all(one().tie() is None for one in FORMS))


class DrawnTest(unittest.TestCase):
    def drawn(self, form: object, **more: object) -> Paper:
        paper = replace(Paper(), **more)  # type: ignore[arg-type]
        form.draw(paper)  # type: ignore[attr-defined]
        return paper

    def test_lines_under_words_are_those_of_the_form_or_of_the_meaning(self) -> None:
        for form, line in (
            (Underline(), Line.DASHED),
            (DoubleUnderline(), Line.DOUBLE),
            (DashedUnderline(), Line.DASHED),
        ):
            self.assertEqual(self.drawn(form).lines, [line], form.kind)

    def test_what_goes_around_or_through_words_is_drawn_on_each_of_their_lines(self) -> None:
        for form in (Circle(), CrossOut()):
            paper = self.drawn(form)
            self.assertEqual([page for page, _ in paper.traces], [1, 1], form.kind)
            for (_, (trace,)), stretch in zip(paper.traces, paper.stretches, strict=True):
                xs = [x for x, _ in trace.points]
                self.assertTrue(min(xs) < stretch.left and max(xs) > stretch.right, form.kind)

    def test_an_arrow_ends_under_a_word_above_it_and_leaves_the_page_for_another(self) -> None:
        shaft, head = [traces[0] for _, traces in self.drawn(Arrow("above")).traces]
        (x, y), target = shaft.points[-1], Paper().place_of("above")
        assert target
        self.assertEqual(x, (target.left + target.right) / 2)
        self.assertTrue(target.baseline < y < Paper().stretches[-1].baseline)
        self.assertEqual(head.points[1], shaft.points[-1])
        away = self.drawn(Arrow("over")).traces[0][1][0]
        self.assertGreater(away.points[-1][0], Paper().text_edges[1])

    def test_word_parts_have_a_loop_each_between_their_letters(self) -> None:
        ((_, loops),) = self.drawn(WordParts((1, 3)), stretches=(Stretch(1, 100.0, 180.0, 400.0, 40.0),)).traces
        ends = [(loop.points[0][0], loop.points[-1][0]) for loop in loops]
        self.assertEqual([(round(a), round(b)) for a, b in ends], [(101, 119), (121, 159), (161, 179)])

    def test_a_note_without_words_says_what_its_meaning_is_called(self) -> None:
        self.assertEqual([self.drawn(MarginNote()).said, self.drawn(MarginNote("Oh")).said], [["evidence"], ["Oh"]])

    def test_on_a_picture_each_stays_on_its_region(self) -> None:
        for kind in FORMS:
            paper = Paper()
            kind().draw_on_picture(paper, AREA)
            self.assertTrue(paper.traces or paper.said, kind)
            for page, traces in paper.traces:
                self.assertEqual(page, AREA.page)
                x, y = traces[0].points[-1]
                self.assertTrue(AREA.left - 1 <= x <= AREA.right + 30 and AREA.top - 40 <= y <= AREA.bottom + 1, kind)
