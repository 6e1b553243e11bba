"""The director: what the teacher does and says moves the stage; the plan fills in what was not done."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned
from wordtrail.core.changes.card_changes import MakeCard
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepDirection, KeepRecorded, RemoveDirection
from wordtrail.core.changes.opening_changes import SetOpening
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.compile import TITLE_SECONDS, compile_cues, edit_list_of, whole_take
from wordtrail.core.cues.film import state_in_video, video_seconds
from wordtrail.core.cues.model import CueSheet, StageState
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.speech import Silence, Speech
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Opening
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.trail.directions import TAKEN_BACK, Deed, Direction, directions_in
from wordtrail.core.trail.events import TakeEvent
from wordtrail.core.trail.model import Aside, Trail, Visit

FIRST, SECOND = (page.id for page in lesson().passages[0].pages)
"""The pages of the lesson that these tests are about."""


def did(made: Lesson, *deeds: tuple[float, Deed, str] | tuple[float, Deed, str, int]) -> Lesson:
    """The lesson with directions at moments of the take."""
    for at, deed, target, *part in deeds:
        made = apply(made, KeepDirection(Direction("", TAKE, at, deed, target, part[0] if part else 0)))
    return made


def take(said: list[tuple[str, float]], talk: list[tuple[float, float]] = [], seconds: float = 60.0) -> Trail:  # noqa: B006
    """Words at their moments, each 0.4 s long, and talk."""
    visits = tuple(Visit(word, at, at + 0.4) for word, at in sorted(said, key=lambda one: one[1]))
    asides = tuple(Aside(start, end) for start, end in talk)
    ends = [v.end for v in visits] + [a.end for a in asides]
    starts = [v.start for v in visits] + [a.start for a in asides]
    return Trail(visits, asides=asides, seconds=seconds, sound_start=min(starts), sound_end=max(ends))


def reading(words: list[str], begin: float) -> list[tuple[str, float]]:
    """Words read one after another from a moment on."""
    return [(word, begin + 0.5 * n) for n, word in enumerate(words)]


def seen(made: Lesson, found: Trail, *, whole: bool = True) -> CueSheet:
    """The cue sheet; in take time, unless it is not `whole`."""
    trails = {TAKE: found}
    edits = whole_take(TAKE, found) if whole else edit_list_of(made, trails)
    return compile_cues(made, trails, typeset(made), edits)


def shown(made: Lesson, sheet: CueSheet, time: float) -> str:
    """The id of the page on the stage."""
    return typeset(made).pages[state_at(sheet, time).page].id


WORDS = [word.id for word in lesson().words]
ON_FIRST, ON_SECOND = WORDS[:16], WORDS[16:]


class SpeechTest(unittest.TestCase):
    def test_silences_lie_between_what_is_spoken(self) -> None:
        speech = Speech([(5, 6), (1, 2), (1.5, 3)], 10)
        self.assertEqual(speech.silences, (Silence(0, 1), Silence(3, 5), Silence(6, 10)))
        self.assertEqual(speech.silence_at(4), Silence(3, 5))
        self.assertIsNone(speech.silence_at(2.5))

    def test_the_first_long_enough_is_found_else_the_longest(self) -> None:
        speech = Speech([(0, 1), (1.4, 2), (2.2, 3), (4, 9)], 9)
        self.assertEqual(speech.first_silence(0.5, 9, 0.8), Silence(3, 4))
        self.assertEqual(speech.first_silence(0.5, 2.9, 0.8), Silence(1, 1.4))
        self.assertIsNone(speech.first_silence(5, 8, 0.1))

    def test_near_a_moment_a_rest_counts_more_than_a_breath(self) -> None:
        speech = Speech([(0, 1), (1.1, 2), (2.5, 9)], 9)
        self.assertEqual(speech.silence_near(1.05), Silence(2, 2.5))
        self.assertEqual(speech.silence_near(8.0), Silence(2, 2.5), "the only ones there are")


class PageTest(unittest.TestCase):
    def test_a_turn_by_hand_holds_while_she_talks(self) -> None:
        made = did(lesson(), (10.0, Deed.TURN, SECOND), (20.0, Deed.TURN, FIRST))
        sheet = seen(made, take(reading(ON_FIRST[:3], 2), [(6, 30)]))
        self.assertEqual(
            [shown(made, sheet, at) for at in (3, 9.9, 10.1, 19.9, 20.1)], [FIRST, FIRST, SECOND, SECOND, FIRST]
        )

    def test_one_or_two_words_do_not_turn_it_back_and_three_in_their_order_do(self) -> None:
        made = did(lesson(), (10.0, Deed.TURN, SECOND))
        for words, page in (
            (ON_FIRST[3:5], SECOND),
            (ON_FIRST[3:6], FIRST),
            ([ON_FIRST[i] for i in (3, 7, 1)], SECOND),
        ):
            with self.subTest(words):
                sheet = seen(made, take([*reading(ON_FIRST[:3], 2), *reading(words, 20)], [(6, 18)]))
                self.assertEqual(shown(made, sheet, 22), page)
                self.assertEqual(shown(made, sheet, 15), SECOND)

    def test_the_page_turns_with_the_first_of_the_three(self) -> None:
        made = did(lesson(), (10.0, Deed.TURN, SECOND))
        sheet = seen(made, take(reading(ON_FIRST[:4], 20), [(6, 18)]))
        turned = next(turn.at for turn in sheet.pages if turn.at > 10.1)
        self.assertTrue(19.3 <= turned <= 20.0)

    def test_what_was_turned_to_before_the_first_sound_is_there_from_the_beginning(self) -> None:
        made = did(lesson(), (0.5, Deed.TURN, SECOND))
        found = take([], [(5.0, 20.0)], seconds=30)
        sheet = seen(made, found, whole=False)
        self.assertEqual(shown(made, sheet, TITLE_SECONDS + 0.1), SECOND)
        brought = did(made, (1.0, Deed.TURN, FIRST))
        self.assertEqual(
            shown(brought, seen(brought, found, whole=False), TITLE_SECONDS + 0.1), FIRST, "the last counts"
        )

    def test_without_hands_the_reading_turns_the_pages_as_before(self) -> None:
        sheet = seen(lesson(), take([*reading(ON_FIRST, 1), *reading(ON_SECOND, 12)]))
        self.assertEqual([shown(lesson(), sheet, at) for at in (3, 12.2)], [FIRST, SECOND])

    def test_a_page_that_is_gone_turns_nothing(self) -> None:
        made = replace(lesson(), directions=(Direction("direct1", TAKE, 4.0, Deed.TURN, "ap99"),))
        sheet = seen(made, take(reading(ON_FIRST, 1)))
        self.assertEqual(shown(made, sheet, 6), FIRST)

    def test_the_title_stays_while_she_talks_before_the_first_word(self) -> None:
        sheet = seen(lesson(), take(reading(ON_FIRST, 12), [(1, 10)]), whole=False)
        first = sheet.lights[0].start
        self.assertEqual([shown(lesson(), sheet, at) for at in (TITLE_SECONDS + 5, first)], ["title", FIRST])


class BroughtUpTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = apply(apply(lesson(), MakeCard("a5")), MakeOrganizer(Shape.CAUSE))

    def test_a_card_is_brought_up_and_put_away_and_not_shown_again_silently(self) -> None:
        made = did(self.lesson, (6.0, Deed.SHOW, "card1"), (9.0, Deed.BACK, ""))
        sheet = seen(made, take(reading(ON_FIRST[:3], 2), [(5, 30)]))
        layout = typeset(made)
        boards = [layout.pages[state_at(sheet, at).page].board for at in (4, 6.1, 8.9, 9.1)]
        self.assertEqual(boards, ["", "card1", "card1", ""])
        self.assertNotIn("card1", [gate.shows for gate in sheet.gates])
        self.assertIn("card1", [gate.shows for gate in seen(self.lesson, take(reading(ON_FIRST[:3], 2))).gates])

    def test_a_chart_stands_anywhere_and_grows_as_she_fills_it(self) -> None:
        chart = self.lesson.plan.organizers[0].id
        made = did(
            self.lesson, (3.0, Deed.SHOW, chart), (5.0, Deed.PART, chart), (7.0, Deed.PART, chart, 4),
            (8.0, Deed.PART, chart),
        )  # fmt: skip
        sheet = seen(made, take(reading(ON_FIRST, 20), [(2, 15)]))
        counts = [sum(one.at <= at for one in sheet.reveals if one.part.startswith(chart)) for at in (4, 5.1, 7.1, 8.1)]
        self.assertEqual([count - counts[0] for count in counts], [0, 1, 2, 3])

    def test_what_nobody_speaks_of_is_shown_in_a_silence(self) -> None:
        made = apply(lesson(), SetOpening(Opening(purpose="Why bees dance.", at_hand=("a pencil",))))
        found = take(reading(ON_FIRST, 10), [(0.5, 4.0), (5.0, 9.9)])
        sheet = seen(made, found)
        for gate in sheet.gates:
            for start, end in ((0.5, 4.0), (5.0, 9.9)):
                self.assertFalse(start < gate.at < end, gate.shows)


class StopTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = planned()
        self.prompt = [word.id for word in script(self.lesson) if word.id.startswith("pause1.")]

    def stop(self, found: Trail, made: Lesson | None = None) -> float:
        (gate,) = seen(made or self.lesson, found).gates
        return gate.at

    def test_it_stands_where_she_stops_with_a_key(self) -> None:
        made = did(self.lesson, (14.0, Deed.STOP, "pause1"))
        self.assertAlmostEqual(self.stop(take(reading(ON_FIRST, 1), [(10, 13), (18, 25)]), made), 13.12)

    def test_a_key_that_is_pressed_too_soon_lets_her_finish(self) -> None:
        made = did(self.lesson, (12.5, Deed.STOP, "pause1"))
        self.assertAlmostEqual(self.stop(take(reading(ON_FIRST, 1), [(10, 13), (18, 25)]), made), 13.12)

    def test_else_at_the_first_rest_after_its_question_was_asked(self) -> None:
        asked = reading(self.prompt, 10)
        talk = [(11.1, 14.0), (14.5, 16.0), (20.0, 24.0)]
        self.assertAlmostEqual(self.stop(take([*reading(ON_FIRST[:9], 1), *asked], talk)), 16.12)

    def test_its_choices_and_its_answer_are_no_question(self) -> None:
        choices = Choose(choices=(Choice("clover fields", right=True), Choice("a map")))
        point = replace(self.lesson.pause_points[0], activity=choices, answer="Because bees like it.")
        made = apply(self.lesson, KeepPoint(point))
        others = [word.id for word in script(made) if word.id.startswith(("pause1.c", "pause1.answer"))]
        self.assertGreater(len(others), 5)
        found = take([*reading(ON_FIRST[:9], 1), *reading(others, 20)])
        self.assertLess(self.stop(found, made), 7)

    def test_a_question_at_the_end_may_be_asked_anywhere(self) -> None:
        made = apply(lesson(), KeepPoint(PausePoint("", "", "Why clover?", 4)))
        prompt = [word.id for word in script(made) if word.id.startswith("pause1.")]
        found = take([*reading(prompt, 2), *reading(ON_FIRST, 10)])
        self.assertTrue(2.9 < self.stop(found, made) < 10)
        self.assertAlmostEqual(self.stop(take(reading(ON_FIRST, 10)), made), 60.0)

    def test_her_own_silence_there_is_replaced_by_the_think_time(self) -> None:
        found = take([*reading(ON_FIRST[:9], 1), *reading(ON_FIRST[9:], 15.4)])
        trails = {TAKE: found}
        edits = edit_list_of(self.lesson, trails)
        self.assertEqual(len(edits.clips), 2)
        plain = EditList((Clip(TAKE, edits.clips[0].start, edits.clips[1].end),), edits.lead)
        self.assertAlmostEqual(plain.seconds - edits.seconds, 15.4 - 5.4 - 0.12 - 0.3, places=3)
        sheet = compile_cues(self.lesson, trails, typeset(self.lesson), edits)
        (gate,) = sheet.gates
        goes_on = next(light for light in sheet.lights if light.word == "a10")
        self.assertAlmostEqual(goes_on.start - gate.at, 0.3, places=3)
        self.assertAlmostEqual(video_seconds(sheet), edits.seconds + 4.0, places=3)


class AnswerTest(unittest.TestCase):
    def setUp(self) -> None:
        choices = Choose(
            choices=(
                Choice("gold", reason="Not in the text."),
                Choice("clover", right=True),
                Choice("rain", reason="No."),
            ),
            strike=(0, 2),
        )
        self.lesson = apply(lesson(), KeepPoint(PausePoint("", "a9", "What does she find?", 4, choices)))
        self.trail = take([*reading(ON_FIRST[:9], 1), *reading(ON_FIRST[9:], 40)], [(15, 30)])

    def parts(self, sheet: CueSheet, at: float) -> set[str]:
        return set(state_at(sheet, at).parts)

    def test_each_choice_is_struck_as_she_does_it(self) -> None:
        made = did(
            self.lesson, (16.0, Deed.PART, "pause1", 3), (20.0, Deed.PART, "pause1", 1), (25.0, Deed.PART, "pause1", 2)
        )
        sheet = seen(made, self.trail)
        (gate,) = sheet.gates
        self.assertEqual(gate.answer_seconds, 0)
        grown = [self.parts(sheet, at) for at in (15.9, 16.1, 20.1, 25.1)]
        self.assertEqual([len(parts) for parts in grown], [0, 1, 2, 3])
        self.assertIn("pause1.strike2", grown[1])
        layout = typeset(made)
        self.assertEqual(
            [layout.pages[state_at(sheet, at).page].board for at in (14, 26, 41)], ["pause1", "pause1", ""]
        )

    def test_the_next_part_comes_in_the_order_of_the_plan(self) -> None:
        made = did(self.lesson, (16.0, Deed.PART, "pause1"), (20.0, Deed.PART, "pause1"))
        sheet = seen(made, self.trail)
        self.assertEqual(self.parts(sheet, 16.1), {"pause1.strike0"})
        self.assertEqual(self.parts(sheet, 20.1), {"pause1.strike0", "pause1.strike2"}, "as on the desk: no answer yet")

    def test_what_she_never_showed_comes_before_its_question_goes(self) -> None:
        made = did(self.lesson, (16.0, Deed.PART, "pause1", 1))
        sheet = seen(made, self.trail)
        leaves = next(turn.at for turn in sheet.pages if turn.at > 17)
        self.assertEqual(len(self.parts(sheet, leaves - 2)), 1)
        self.assertEqual(len(self.parts(sheet, leaves - 0.1)), 3)

    def test_nothing_of_an_answer_is_seen_before_its_turn(self) -> None:
        made = did(self.lesson, (2.0, Deed.PART, "pause1", 2))
        sheet = seen(made, self.trail)
        (gate,) = sheet.gates
        for tenth in range(int(gate.at * 10)):
            self.assertEqual(self.parts(sheet, tenth / 10), set())
        self.assertEqual(set(state_at(sheet, gate.at, gate.pause, 3.9).parts), set())


class RecordedTest(unittest.TestCase):
    def test_what_was_done_while_recording_is_kept_and_can_be_taken_back(self) -> None:
        events = [
            TakeEvent(1.0, "turn", SECOND), TakeEvent(2.0, "show", "card1"), TakeEvent(3.0, TAKEN_BACK),
            TakeEvent(4.0, "part", "chart1#2"), TakeEvent(5.0, "page", "3"), TakeEvent(6.0, "back"),
        ]  # fmt: skip
        given = [(one.at, one.deed, one.target, one.part) for one in directions_in(events, TAKE)]
        self.assertEqual(given, [(1.0, "turn", SECOND, 0), (4.0, "part", "chart1", 2), (6.0, "back", "", 0)])
        self.assertEqual(directions_in([TakeEvent(1.0, TAKEN_BACK)], TAKE), ())

    def test_what_is_not_in_the_lesson_is_passed_over_and_the_rest_kept(self) -> None:
        given = directions_in([TakeEvent(1.0, "turn", SECOND), TakeEvent(2.0, "show", "gone")], TAKE)
        made = apply(lesson(), KeepRecorded(given))
        self.assertEqual([one.target for one in made.directions], [SECOND])
        with self.assertRaises(LessonError):
            apply(made, KeepDirection(Direction("", TAKE, 1.0, Deed.SHOW, "gone")))

    def test_one_is_moved_and_removed(self) -> None:
        made = did(lesson(), (5.0, Deed.TURN, SECOND), (2.0, Deed.TURN, FIRST))
        self.assertEqual([one.at for one in made.directions], [2.0, 5.0])
        later = apply(made, KeepDirection(replace(made.directions[0], at=9.0)))
        self.assertEqual([one.at for one in later.directions], [5.0, 9.0])
        self.assertEqual(len(apply(later, RemoveDirection(later.directions[0].id)).directions), 1)
        with self.assertRaises(LessonError):
            apply(later, RemoveDirection("direct99"))


DEEDS = st.lists(
    st.tuples(
        st.floats(0, 40),
        st.sampled_from(
            [
                *((Deed.TURN, FIRST), (Deed.TURN, SECOND), (Deed.SHOW, "card2"), (Deed.SHOW, "pause1")),
                *((Deed.BACK, ""), (Deed.STOP, "pause1"), (Deed.PART, "pause1"), (Deed.SHOW, "chart3")),
                *((Deed.CLOSER, "a2 a9"), (Deed.CLOSER, "a17 a18"), (Deed.CLOSER, ""), (Deed.POINT, FIRST)),
            ]
        ),
    ),
    max_size=8,
)
SAID = st.lists(st.tuples(st.sampled_from(WORDS), st.floats(0.0, 3.0)), max_size=30)
TALK = st.lists(st.tuples(st.floats(0, 4), st.floats(0.2, 6)), max_size=5)


class DirectorProperties(unittest.TestCase):
    @settings(max_examples=120, deadline=None)
    @given(DEEDS, SAID, TALK)
    def test_whatever_is_done_and_said_the_stage_is_sound(
        self,
        deeds: list[tuple[float, tuple[Deed, str]]],
        said: list[tuple[str, float]],
        talk: list[tuple[float, float]],
    ) -> None:
        now, visits, asides = 0.5, [], []
        for number, (word, rest) in enumerate(said):
            now += rest
            visits.append(Visit(word, round(now, 3), round(now + 0.4, 3)))
            now += 0.4
            if number < len(talk):
                pause, length = talk[number]
                asides.append(Aside(round(now + pause, 3), round(now + pause + length, 3)))
                now += pause + length
        found = Trail(tuple(visits), asides=tuple(asides), seconds=now + 3, sound_start=0.5, sound_end=now)
        made = apply(apply(planned(), MakeCard("a3")), MakeOrganizer(Shape.THREE))
        made = apply(made, KeepOrganizer(replace(made.plan.organizers[0], beside_text=True)))
        card, chart = made.plan.cards[0].id, made.plan.organizers[0].id
        own = {"card2": card, "chart3": chart}
        for at, (deed, target) in deeds:
            way = (0.0, 10.0, 20.0, 0.7, 900.0, 500.0) if deed is Deed.POINT else ()
            wanted = Direction("", TAKE, min(at, found.seconds), deed, own.get(target, target), path=way)
            made = apply(made, KeepDirection(wanted))
        for whole in (True, False):
            sheet = seen(made, found, whole=whole)
            self.assertEqual(list(sheet.pages), sorted(sheet.pages, key=lambda one: one.at))
            self.assertTrue(all(0 <= turn.at <= sheet.seconds + 1e-6 for turn in sheet.pages))
            layout = typeset(made)
            self.assertTrue(all(0 <= turn.page < len(layout.pages) for turn in sheet.pages))
            self.assertEqual([gate.shows for gate in sheet.gates if gate.shows == "pause1"], ["pause1"])
            for gate in sheet.gates:
                self.assertTrue(0 <= gate.at <= sheet.seconds + 1e-3)
            if whole:
                spoken = [(v.start, v.end) for v in visits] + [(a.start, a.end) for a in asides]
                for gate in sheet.gates:
                    cut = [piece for piece in spoken if piece[0] + 2e-3 < gate.at < piece[1] - 2e-3]
                    self.assertEqual(cut, [], f"{gate.shows} at {gate.at} stops her speaking")
            state_in_video(sheet, video_seconds(sheet) / 2)
            for move in sheet.views:
                for at in (move.at, move.at + 0.3, move.at + 1.0):
                    self._sees_a_part_of_the_page(state_at(sheet, at))

    def _sees_a_part_of_the_page(self, state: StageState) -> None:
        left, top, across, down = state.view or (0.0, 0.0, 1920.0, 1080.0)
        self.assertTrue(left >= -0.01 and top >= -0.01 and left + across <= 1920.03 and top + down <= 1080.03)
        self.assertGreaterEqual(across, 1920 / 4 - 0.02)


if __name__ == "__main__":
    unittest.main()
