"""Whatever is written on cards, questions and charts: nothing is cut off, and no text lies on another."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson
from wordtrail.core.changes.card_changes import KeepCard, SetMatching
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.opening_changes import SetOpening
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.layout.beside_text import has_text_beside
from wordtrail.core.layout.board_draft import LONGEST_NUMBER
from wordtrail.core.layout.model import LaidPage, Layout
from wordtrail.core.layout.stages import SQUARE, TALL, WIDE
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.model import Mark
from wordtrail.core.plan.activities.activity import Activity, Pair
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.activities.write import Write
from wordtrail.core.plan.cards import PenLine, WordCard
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Opening
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.span import Span

LONG_WORDS = ("extraordinary", "understanding", "neighbourhoods")
WORDS = ("when", "a", "bee", "finds", "clover", "she", "tells", "the", "others", "because", "her", "maps", *LONG_WORDS)
PASSAGE = "\n\n".join(" ".join(WORDS[(7 * n + k) % len(WORDS)] for k in range(60)) + "." for n in range(8))
BASE = lesson(PASSAGE)
IDS = [word.id for word in BASE.words]


def texts(most: int) -> st.SearchStrategy[str]:
    return st.lists(st.sampled_from(WORDS), min_size=1, max_size=most).map(" ".join)


def longest(characters: int) -> st.SearchStrategy[str]:
    """As long as a field of so many characters may be."""
    return texts(40).map(lambda text: text[:characters].rstrip())


def spans(draw: st.DrawFn) -> Span:
    first = draw(st.integers(0, len(IDS) - 1))
    return Span(IDS[first], IDS[min(len(IDS) - 1, first + draw(st.integers(0, 40)))])


SPANS = st.composite(spans)()


def overlapping(page: LaidPage) -> tuple[str, str] | None:
    """Two texts of a page that lie on one another, from the small letters' height to the baseline."""
    rows = [(p.x, p.baseline - 0.55 * p.size, p.x + p.width, p.baseline, p.text) for p in page.pieces if p.text.strip()]
    for n, (left, top, right, bottom, text) in enumerate(rows):
        for x0, y0, x1, y1, other in rows[n + 1 :]:
            if left < x1 - 1 and x0 < right - 1 and top < y1 - 1 and y0 < bottom - 1:
                return text, other
    return None


class FitTest(unittest.TestCase):
    def assert_all_fits(self, made: Lesson) -> Layout:
        """On a stage of every shape; the wide one's layout."""
        for stage in (SQUARE, TALL):
            self._assert_fits(typeset(made, stage))
        wide = typeset(made)
        self._assert_fits(wide)
        return wide

    def _assert_fits(self, layout: Layout) -> None:
        for page in layout.pages:
            if not page.board:
                continue
            for piece in (*page.pieces, *(piece for part in page.parts for piece in part.pieces)):
                inside = piece.x >= 0 and piece.x + piece.width <= layout.width + 0.5
                self.assertTrue(
                    inside and 0 < piece.baseline <= layout.height,
                    (layout.name, page.board, piece.text, piece.baseline),
                )
            for panel in page.panels:
                self.assertGreaterEqual(min(panel.x, panel.y), -0.5, page.board)
                self.assertLessEqual(panel.x + panel.width, layout.width + 0.5, page.board)
                self.assertLessEqual(panel.y + panel.height, layout.height + 0.5, page.board)
            self.assertIsNone(overlapping(page), (layout.name, page.board))
            # One pair alone whose text is too long for its box is all that may be smaller.
            if len(page.answers) != 2:
                self._assert_readable(layout, page)

    def _assert_readable(self, layout: Layout, page: LaidPage) -> None:
        """No words are smaller than those of the smallest text that is read on a device of this shape."""
        least = next(stage for stage in (WIDE, SQUARE, TALL) if stage.name == layout.name).sizes[-1]
        for piece in (*page.pieces, *(piece for part in page.parts for piece in part.pieces)):
            if piece.word or len(piece.text) > LONGEST_NUMBER:
                self.assertGreaterEqual(piece.size, least - 0.01, (layout.name, page.id, piece.text))

    @given(
        st.lists(texts(60), max_size=8), texts(60), texts(40), st.lists(texts(20), max_size=10),
        st.lists(st.sampled_from(WORDS), max_size=24), texts(60),
    )  # fmt: skip
    @settings(deadline=None, max_examples=15)
    def test_the_opening(
        self, objectives: list[str], purpose: str, focus: str, hand: list[str], sight: list[str], write: str
    ) -> None:
        opening = Opening(
            tuple(objectives), purpose, focus, at_hand=tuple(hand), sight_words=tuple(sight), quick_write=write
        )
        self.assert_all_fits(apply(BASE, SetOpening(opening)))

    @given(
        st.lists(st.tuples(st.sampled_from(WORDS), longest(300), longest(300), st.booleans()), min_size=2, max_size=9),
        st.booleans(),
    )
    @settings(deadline=None, max_examples=12)
    def test_word_cards_and_their_matching(self, cards: list[tuple[str, str, str, bool]], pictures: bool) -> None:
        made = BASE
        for word, meaning, example, drawn in cards:
            drawing = (PenLine((0.0, 0.0, 1000.0, 1000.0)),) if drawn else ()
            card = WordCard("", word, meaning=meaning, example=example, related=(word, word), drawing=drawing)
            made = apply(made, KeepCard(card))
        self.assert_all_fits(apply(made, SetMatching(True, pictures)))

    @given(
        st.sampled_from([Choose, PutInOrder, Match, Write]),
        st.lists(st.tuples(texts(50), texts(50)), min_size=2, max_size=5),
        st.lists(SPANS, max_size=3), texts(50), texts(50) | st.just(""), st.booleans(), st.data(),
    )  # fmt: skip
    @settings(deadline=None, max_examples=30)
    def test_questions_beside_their_evidence_or_chart(
        self, kind: type[Activity], offered: list[tuple[str, str]], evidence: list[Span], question: str, answer: str,
        chart: bool, data: st.DataObject,
    ) -> None:  # fmt: skip
        made = BASE
        if chart:
            made = apply(made, MakeOrganizer(data.draw(st.sampled_from(Shape)), 3, 3))
        activity = {
            Choose: Choose(
                tuple(Choice(text, n == 0, reason, tuple(evidence[:1])) for n, (text, reason) in enumerate(offered))
            ),
            PutInOrder: PutInOrder(tuple(f"{n} {text}" for n, (text, _) in enumerate(offered))),
            Match: Match(tuple(Pair(*pair) for pair in offered)),
            Write: Write(),
        }[kind]
        point = PausePoint(
            "", IDS[50], question, 5, activity, answer, tuple(evidence),
            organizer=made.plan.organizers[0].id if chart else "",
        )  # fmt: skip
        self.assert_all_fits(apply(made, KeepPoint(point)))

    @given(
        st.integers(1, 6),
        st.integers(1, 8),
        st.lists(st.tuples(texts(5), texts(12), texts(30)), min_size=48),
        st.data(),
    )
    @settings(deadline=None, max_examples=15)
    def test_charts_of_any_grid(
        self, columns: int, rows: int, filled: list[tuple[str, str, str]], data: st.DataObject
    ) -> None:
        made = apply(BASE, MakeOrganizer(Shape.OWN, columns, rows))
        chart = made.plan.organizers[0]
        boxes = tuple(
            replace(box, heading=heading[:80], ask=ask[:160], text=text[:300])
            for box, (heading, ask, text) in zip(chart.boxes, filled, strict=False)
        )
        made = apply(made, KeepOrganizer(replace(chart, boxes=boxes)))
        tied = data.draw(st.sampled_from(boxes)).id
        for number in range(3):
            mark = Mark("", Number(str(number), chart.id, tied), IDS[number], IDS[number], "evidence")
            made = apply(made, KeepMark(mark))
        self.assert_all_fits(made)

    @given(st.integers(1, 6), st.lists(st.tuples(texts(3), texts(5), texts(12)), min_size=6), st.integers(0, 6))
    @settings(deadline=None, max_examples=15)
    def test_charts_beside_the_text(self, count: int, filled: list[tuple[str, str, str]], asked: int) -> None:
        made = apply(BASE, MakeOrganizer(Shape.OWN, 1, count))
        chart = made.plan.organizers[0]
        boxes = tuple(
            replace(box, heading=heading, ask=ask if number < asked else "", text=text)
            for number, (box, (heading, ask, text)) in enumerate(zip(chart.boxes, filled, strict=False))
        )
        made = apply(made, KeepOrganizer(replace(chart, boxes=boxes, beside_text=True)))
        wide = self.assert_all_fits(made)
        self.assertEqual(any(page.beside for page in wide.pages), has_text_beside(made.plan.organizers[0], made, WIDE))

    def test_a_box_with_more_in_it_is_higher_where_all_fit_so(self) -> None:
        made = apply(BASE, MakeOrganizer(Shape.OWN, 1, 4))
        chart = made.plan.organizers[0]
        long = " ".join(WORDS[:9])
        boxes = (replace(chart.boxes[0], text=long), *(replace(box, text="a bee") for box in chart.boxes[1:]))
        made = apply(made, KeepOrganizer(replace(chart, boxes=boxes, beside_text=True)))
        page = next(page for page in self.assert_all_fits(made).pages if page.beside)
        heights = [panel.height for panel in page.panels[-4:]]
        self.assertGreater(heights[0], heights[1] + 40)
        self.assertAlmostEqual(heights[1], heights[3])

    def test_where_paragraphs_are_too_long_only_the_sentences_of_the_evidence_stand_there(self) -> None:
        sentences = " ".join(f"This is sentence number {n} of a paragraph that is much too long." for n in range(60))
        made = lesson(f"{sentences}\n\n{sentences}")
        ids = [word.id for word in made.words]
        point = PausePoint("", ids[5], "Which?", 5, Talk(), evidence=(Span(ids[14], ids[16]),))
        layout = self.assert_all_fits(apply(made, KeepPoint(point)))
        page = layout.pages[layout.page_of_board("pause1") or 0]
        shown = [box.word for box in page.boxes if box.word in ids]
        self.assertEqual(shown, ids[13:26], "its second sentence, whole")
        self.assertIn("…", "".join(piece.text for piece in page.pieces))


if __name__ == "__main__":
    unittest.main()
