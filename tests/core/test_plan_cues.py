"""When the plan's things come on the stage: gates, answers, echo, marks in the talk."""

from __future__ import annotations

import itertools
import unittest
from dataclasses import replace
from typing import Any

from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.card_changes import KeepCard, MakeCard, SetMatching
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.opening_changes import SetClosing, SetOpening
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.reading_changes import KeepReading
from wordtrail.core.cues.compile import TITLE_SECONDS, compile_cues, edit_list_of
from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.stops import STOPS_AFTER
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.lines import letters_of
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import boards, script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.all import FORMS
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.ink import AsDrawn
from wordtrail.core.marks.forms.margin_note import MarginNote
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.forms.word_parts import WordParts
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.say_back import SayBack
from wordtrail.core.plan.activities.say_together import SayTogether
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.model import PausePoint, Reading
from wordtrail.core.plan.opening import Closing, Opening
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.span import Span
from wordtrail.core.trail.model import Aside, Trail, Visit


def sheet_of(made: Lesson, found: Trail | None = None) -> CueSheet:
    trails = {TAKE: found or trail(made)}
    return compile_cues(made, trails, typeset(made), edit_list_of(made, trails))


def read(words: list[str], each: float = 0.5, begin: float = 1.0, asides: tuple[Aside, ...] = ()) -> Trail:
    """These words, one after another."""
    visits = tuple(Visit(word, begin + n * 0.6, begin + n * 0.6 + each) for n, word in enumerate(words))
    end = visits[-1].end
    return Trail(visits, asides=asides, seconds=end + 8, sound_start=begin, sound_end=end + 6)


CHOICES = (
    Choice("clover", True, "It says so.", (Span("a5", "a5"),)),
    Choice("thistle", False, "It is not named."),
    Choice("a map", False, "That is the dance.", (Span("a16", "a16"),)),
)


class OpeningTest(unittest.TestCase):
    def setUp(self) -> None:
        made = apply(lesson(), SetOpening(Opening(purpose="We read about bees.", at_hand=("a pencil",))))
        self.lesson = apply(made, MakeCard("a5"))

    def test_what_is_not_spoken_of_is_shown_before_the_reading(self) -> None:
        sheet = sheet_of(self.lesson)
        self.assertEqual([gate.shows for gate in sheet.gates], ["purpose", "at-hand", "card1"])
        layout = typeset(self.lesson)
        for gate in sheet.gates:
            self.assertTrue(gate.auto)
            self.assertEqual(gate.at, TITLE_SECONDS)
            self.assertEqual(layout.pages[state_at(sheet, gate.at, gate.pause).page].board, gate.shows)

    def test_what_is_read_aloud_lights_on_its_page_and_is_no_gate(self) -> None:
        purpose = [word.id for word in script(self.lesson) if word.id.startswith("purpose.")]
        found = read([*purpose, *(word.id for word in self.lesson.words)])
        sheet = sheet_of(self.lesson, found)
        self.assertEqual([gate.shows for gate in sheet.gates], ["at-hand", "card1"])
        layout = typeset(self.lesson)
        lit = sheet.lights[1]
        self.assertEqual(layout.pages[state_at(sheet, lit.start).page].board, "purpose")
        self.assertTrue(sheet.lights[3].end <= sheet.gates[0].at <= sheet.lights[4].start)

    def test_what_students_do_has_its_own_seconds_also_where_it_is_read_aloud(self) -> None:
        opening = Opening(quick_write="Write about bees.", at_hand=("a pencil",), hand_seconds=20)
        made = apply(lesson(), SetOpening(opening))
        made = apply(made, SetClosing(Closing(task="Draw a bee.", task_seconds=90)))
        own = {gate.shows: (gate.think_seconds, gate.auto) for gate in sheet_of(made).gates}
        self.assertEqual(own, {"at-hand": (20, True), "quick-write": (60, False), "task": (90, False)})
        texts = {text.text for board in boards(made) for text in board.texts}
        self.assertLessEqual({"Write for a minute"}, texts)
        aloud = [word.id for word in script(made) if word.id.startswith("quick-write.")]
        sheet = sheet_of(made, read([*aloud, *(word.id for word in made.words)]))
        gate = next(one for one in sheet.gates if one.shows == "quick-write")
        self.assertGreaterEqual(gate.at, sheet.lights[len(aloud) - 1].end - 1e-6)
        self.assertEqual(gate.think_seconds, 60)
        for seconds, heading in ((120, "Write for 2 minutes"), (45, "Write for 45 seconds"), (0, "Write about it")):
            changed = apply(made, SetOpening(replace(opening, write_seconds=seconds)))
            self.assertIn(heading, {text.text for board in boards(changed) for text in board.texts})
        with self.assertRaises(LessonError):
            apply(made, SetOpening(replace(opening, write_seconds=601)))

    def test_the_syllables_of_a_card_are_lit_one_after_another(self) -> None:
        sheet = sheet_of(self.lesson)
        gate = next(gate for gate in sheet.gates if gate.shows == "card1")
        seen = [state_at(sheet, gate.at, gate.pause, n / 10).parts for n in range(40)]
        order = [part for n, parts in enumerate(seen) for part in parts if n == 0 or parts != seen[n - 1]]
        self.assertEqual(order, ["card1.syllable0", "card1.syllable1"])
        self.assertEqual(seen[-1], ())

    def test_what_comes_at_a_gate_waits_for_it(self) -> None:
        """Also where the moment is no round number, and several gates stand at one moment."""
        made = apply(apply(self.lesson, MakeCard("a16")), SetMatching(True))
        words = [*(word.id for word in script(made)[:4]), *(word.id for word in made.words)]
        for begin in (1.0, 1.0037, 1.1384, 1.2701, 1.3333):
            sheet = sheet_of(made, read(words, begin=begin))
            (reveal,) = (one for one in sheet.reveals if one.gate == "matching")
            gate = next(gate for gate in sheet.gates if gate.pause == "matching")
            self.assertNotIn(reveal.part, state_at(sheet, gate.at, "matching", reveal.wait - 0.1).parts, begin)
            self.assertIn(reveal.part, state_at(sheet, gate.at, "matching", reveal.wait).parts, begin)

    def test_a_card_comes_when_its_word_is_reached(self) -> None:
        card = replace(self.lesson.plan.cards[0], shown=Shown.REACHED)
        sheet = sheet_of(apply(self.lesson, KeepCard(card)))
        gate = next(gate for gate in sheet.gates if gate.shows == "card1")
        clover = next(light for light in sheet.lights if light.word == "a5")
        self.assertGreaterEqual(gate.at, clover.start + 0.5)


class PointTest(unittest.TestCase):
    def test_a_question_that_is_read_aloud_lights_and_then_stops(self) -> None:
        made = planned()
        prompt = [word.id for word in script(made) if word.id.startswith("pause1.")]
        words = [word.id for word in made.words]
        sheet = sheet_of(made, read([*words[:5], *prompt, *words[5:]]))
        self.assertEqual([light.word for light in sheet.lights][5:7], prompt)
        (gate,) = sheet.gates
        self.assertTrue(sheet.lights[6].start < gate.at < sheet.lights[7].start)
        said = state_at(sheet, sheet.lights[5].start + 0.1)
        self.assertEqual((said.signpost, said.page, said.gate), ("pause1", 1, ""))

    def test_a_stop_stands_after_what_is_said_on_top_of_the_question(self) -> None:
        """ "… clover?" "Write them down." The stop does not cut the teacher short."""
        made = planned()
        prompt = [word.id for word in script(made) if word.id.startswith("pause1.")]
        words = [word.id for word in made.words]
        asked = read([*words[:5], *prompt]).visits
        end = asked[-1].end
        goes_on = read(words[5:], begin=end + 20).visits
        for asides, stands in (
            ((Aside(end + 0.3, end + 2.3, "write them down"),), end + 2.3),
            ((Aside(end + 0.3, end + 2.3), Aside(end + 3.0, end + 5.0)), end + 5.0),
            ((Aside(end + 0.3, end + 2.3), Aside(end + 9.0, end + 12.0, "now what did you find")), end + 2.3),
            ((Aside(end + 4.0, end + 6.0, "well"),), end),
        ):
            sheet = sheet_of(made, Trail((*asked, *goes_on), asides=asides, seconds=60, sound_start=1, sound_end=50))
            shift = sheet.lights[0].start - asked[0].start
            (gate,) = sheet.gates
            self.assertAlmostEqual(gate.at - shift, stands + STOPS_AFTER, places=2)
            self.assertEqual(state_at(sheet, gate.at - 0.05).signpost, "pause1", "its signpost stands as long")

    def test_choices_are_struck_out_and_then_the_right_one_shows(self) -> None:
        point = PausePoint("", "a9", "Which?", 5, Choose(choices=CHOICES, strike=(2, 1)))
        made = apply(lesson(), KeepPoint(point))
        sheet = sheet_of(made)
        (gate,) = sheet.gates
        self.assertEqual(typeset(made).pages[gate.page].board, "pause1")
        self.assertEqual(state_at(sheet, gate.at, gate.pause, 4.9).parts, ())
        self.assertEqual(state_at(sheet, gate.at, gate.pause, 5.1).parts, ("pause1.strike2", "pause1.proof2"))
        done = state_at(sheet, gate.at, gate.pause, gate.hold).parts
        order = ["pause1.strike2", "pause1.proof2", "pause1.strike1", "pause1.answer", "pause1.proof0"]
        self.assertEqual(list(done), order)
        self.assertGreater(gate.answer_seconds, 4)
        self.assertAlmostEqual(video_seconds(sheet), sheet.seconds + gate.hold)
        self.assertEqual(state_in_video(sheet, gate.at + gate.hold - 0.01)[0].parts, done)

    def test_after_a_question_the_page_of_the_text_comes_back(self) -> None:
        point = PausePoint("", "a9", "Which?", 5, Choose(choices=CHOICES))
        made = apply(lesson(), KeepPoint(point))
        words = [word.id for word in made.words]
        prompt = ["pause1.question:1:which"]
        sheet = sheet_of(made, read([*words[:9], *prompt, "a5", *words[9:]]))
        layout = typeset(made)
        pages = [layout.pages[state_at(sheet, light.start).page].board for light in sheet.lights]
        self.assertEqual(pages[8:12], ["", "pause1", "pause1", ""], "the quoted word stays beside its question")

    def test_students_say_each_sentence_back_for_as_long_as_it_took(self) -> None:
        point = PausePoint("", "a16", "Say it.", 0, SayBack(stretch=Span("a1", "a16"), factor=2.0))
        sheet = sheet_of(apply(lesson(), KeepPoint(point)))
        self.assertEqual([gate.pause for gate in sheet.gates], ["pause1", "pause1#2", "pause1#3"])
        first = sheet.gates[0]
        self.assertTrue(first.auto)
        self.assertAlmostEqual(first.think_seconds, 2 * (sheet.lights[8].end - sheet.lights[0].start), delta=0.25)

    def test_a_stretch_is_said_together_so_often(self) -> None:
        point = PausePoint("", "a16", "With me.", 0, SayTogether(stretch=Span("a12", "a16"), times=3))
        sheet = sheet_of(apply(lesson(), KeepPoint(point)))
        self.assertEqual(len(sheet.gates), 3)
        self.assertEqual(len({gate.at for gate in sheet.gates}), 1)
        states = [state_at(sheet, gate.at, gate.pause) for gate in sheet.gates]
        self.assertEqual({state.signpost for state in states}, {"pause1"})

    def test_a_question_at_the_end_stops_at_the_end(self) -> None:
        sheet = sheet_of(apply(lesson(), KeepPoint(PausePoint("", "", "And now?", 3))))
        self.assertEqual(sheet.gates[0].at, sheet.seconds)

    def test_boxes_of_an_organizer_fill_at_their_points(self) -> None:
        made = apply(planned(), MakeOrganizer(Shape.THREE))
        chart = made.plan.organizers[0]
        first, *others = chart.boxes
        boxes = (replace(first, text="A bee.", pause="pause1"), *(replace(box, text="…") for box in others))
        sheet = sheet_of(apply(made, KeepOrganizer(replace(chart, boxes=boxes))))
        (gate,) = sheet.gates
        part = f"{chart.id}.{first.id}"
        self.assertNotIn(part, state_at(sheet, gate.at, gate.pause, 3.9).parts)
        self.assertIn(part, state_at(sheet, gate.at, gate.pause, 4.1).parts)
        self.assertIn(part, state_at(sheet, gate.at + 1).parts)
        self.assertIn(f"{chart.id}.{others[0].id}", state_at(sheet, 0).parts)


class MomentTest(unittest.TestCase):
    def drawing(self, mark: Mark, found: Trail | None = None, made: Lesson | None = None) -> tuple[Any, CueSheet]:
        before = {one.id for one in (made or lesson()).marks}
        changed = apply(made or lesson(), KeepMark(mark))
        (new,) = (one.id for one in changed.marks if one.id not in before)
        sheet = sheet_of(changed, found)
        return next((one for one in sheet.drawings if one.mark == new), None), sheet

    def test_marks_in_the_talk_share_it_in_their_order(self) -> None:
        words = [word.id for word in lesson().words]
        end = 1.0 + 8 * 0.6 + 0.5
        visits = [*read(words[:9]).visits, *read(words[9:], begin=end + 6).visits]
        found = Trail(
            tuple(visits), asides=(Aside(end + 0.2, end + 5.2, "you see"),), seconds=40, sound_start=1, sound_end=30
        )
        made = apply(lesson(), KeepMark(Mark("", Boxed(), "a3", "a3", "evidence", moment=Moment.TALK)))
        _, sheet = self.drawing(Mark("", Circle(), "a5", "a5", "evidence", moment=Moment.TALK), found, made)
        first, second = sheet.drawings
        shift = sheet.lights[0].start - 1.0
        self.assertAlmostEqual(first.start, end + 0.2 + shift, places=2)
        self.assertAlmostEqual(second.start, end + 2.7 + shift, places=2)
        self.assertLess(first.end, second.start)

    def test_without_talk_a_mark_comes_when_its_sentence_ends(self) -> None:
        drawing, sheet = self.drawing(Mark("", Boxed(), "a3", "a3", "evidence", moment=Moment.TALK))
        self.assertAlmostEqual(drawing.start, sheet.lights[8].end, places=3)

    def test_a_mark_waits_until_the_students_had_their_turn(self) -> None:
        made = apply(lesson(), KeepPoint(PausePoint("", "a9", "Why?", 4)))
        mark = Mark("", Circle(), "a6", "a9", "evidence", moment=Moment.TALK)
        drawing, sheet = self.drawing(mark, made=made)
        (gate,) = sheet.gates
        for waited in (0.2, 2.0, 3.9):
            self.assertEqual(state_at(sheet, gate.at, gate.pause, waited).marks, ())
        self.assertGreater(drawing.start, gate.at)
        self.assertEqual([m.progress for m in state_at(sheet, drawing.end).marks], [1.0])

    def test_a_mark_that_is_there_from_the_start(self) -> None:
        _, sheet = self.drawing(Mark("", Boxed(), "a3", "a3", "evidence", moment=Moment.START))
        self.assertEqual([(mark.mark, mark.progress) for mark in state_at(sheet, 0).marks], [("mark1", 1.0)])

    def test_a_mark_drawn_at_a_pause_point(self) -> None:
        mark = Mark("", Boxed(), "a5", "a5", "evidence", moment=Moment.PAUSE, pause="pause1")
        drawing, sheet = self.drawing(mark, made=planned())
        (gate,) = sheet.gates
        drawn = [
            {m.mark: m.progress for m in state_at(sheet, gate.at, gate.pause, waited).marks}.get(drawing.mark)
            for waited in (3.9, 4.5, 5.1)
        ]
        self.assertEqual(drawn, [None, 0.5, 1.0])
        self.assertEqual({m.mark: m.progress for m in state_at(sheet, gate.at + 0.1).marks}[drawing.mark], 1.0)

    def test_the_second_reading_and_a_quotation(self) -> None:
        words = [word.id for word in lesson().words]
        twice = read([*words, *words])
        second, sheet = self.drawing(Mark("", Boxed(), "a3", "a3", "evidence", nth=2), twice)
        self.assertEqual(second.start, sheet.lights[len(words) + 2].start)
        quoted, _ = self.drawing(Mark("", Boxed(), "a3", "a3", "evidence", moment=Moment.QUOTED), twice)
        self.assertEqual(quoted.start, second.start)
        never, _ = self.drawing(Mark("", Boxed(), "a3", "a3", "evidence", moment=Moment.QUOTED))
        self.assertIsNone(never)

    def test_a_sentence_begun_again_is_not_read_a_second_time(self) -> None:
        words = [word.id for word in lesson().words]
        again = read([*words[:4], *words])
        first, sheet = self.drawing(Mark("", Boxed(), "a3", "a3", "evidence", nth=2), again)
        self.assertEqual(first.start, sheet.lights[2].start)

    def test_what_belongs_to_the_second_reading_waits_for_it(self) -> None:
        made = apply(apply(lesson(), KeepReading(Reading("", "One"))), KeepReading(Reading("", "Two")))
        two = made.plan.readings[1].id
        made = apply(made, KeepPoint(PausePoint("", "a5", "Why?", 3, reading=two)))
        words = [word.id for word in made.words]
        sheet = sheet_of(made, read([*words, *words]))
        again = sheet.lights[len(words) + 8]
        self.assertTrue(again.start < sheet.gates[0].at < sheet.lights[len(words) + 9].start)


class ReadingTest(unittest.TestCase):
    def test_what_a_reading_is_for_is_shown_when_it_begins(self) -> None:
        made = lesson()
        for name, purpose in (("One", "for the story"), ("Two", "for the words")):
            made = apply(made, KeepReading(Reading("", name, purpose)))
        words = [word.id for word in made.words]
        sheet = sheet_of(made, read([*words, *words]))
        one, two = sheet.gates
        self.assertEqual((one.question, two.question), ("for the story", "for the words"))
        again = sheet.lights[len(words)]
        self.assertTrue(sheet.lights[len(words) - 1].start < two.at < again.start)
        once = sheet_of(made, read(words))
        self.assertEqual([gate.question for gate in once.gates], ["for the story"])
        said = [word.text for word in script(made)]
        self.assertEqual((said[4:7], said[-3:]), (["for", "the", "story"], ["for", "the", "words"]))


class ShapeTest(unittest.TestCase):
    def test_a_mark_sits_on_the_letters_that_are_meant(self) -> None:
        made = apply(lesson(), KeepMark(Mark("", Underline(), "a5", "a5", "evidence", skip=2, drop=1)))
        layout = typeset(made)
        stretch = layout.marks[0].stretches[0]
        piece = next(piece for piece in layout.pages[1].pieces if piece.word == "a5")
        self.assertEqual((stretch.left, stretch.right), (letters_of(piece)[2], letters_of(piece)[6]), "over of clover,")

    def test_every_kind_is_drawn_and_stays_on_the_stage(self) -> None:
        filled = {Arrow: Arrow("a7"), Number: Number("1"), MarginNote: MarginNote("1"), WordParts: WordParts((1,))}
        for kind in FORMS:
            ink = ((0.0, 0.0, 1.0, 0.2),) if kind is AsDrawn else ()
            mark = Mark("", filled.get(kind) or kind(), "a3", "a3", "evidence", ink=ink)
            layout = typeset(apply(lesson(), KeepMark(mark)))
            with self.subTest(mark.form.kind):
                strokes = [stroke for page in layout.marks[0].strokes for stroke in page.strokes]
                self.assertTrue(strokes or kind is Highlight)
                for stroke in strokes:
                    self.assertTrue(all(-20 <= x <= layout.width for x in stroke.points[::2]))
                    self.assertTrue(all(0 <= y <= layout.height for y in stroke.points[1::2]))

    def test_notes_at_one_line_do_not_lie_on_one_another(self) -> None:
        made = lesson()
        for word in ("a2", "a3", "a4"):
            made = apply(made, KeepMark(Mark("", MarginNote(text="Look here, all of you."), word, word, "evidence")))
        rows = [mark.strokes[0].pieces for mark in typeset(made).marks]
        tops = [(min(p.baseline - p.size for p in row), max(p.baseline for p in row)) for row in rows]
        self.assertTrue(all(a[1] <= b[0] for a, b in itertools.pairwise(tops)))
