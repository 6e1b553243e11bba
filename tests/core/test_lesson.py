"""Commands on a lesson document, and the path."""

from __future__ import annotations

import unittest
from dataclasses import fields, is_dataclass, replace
from typing import Any, get_args, get_type_hints

from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.block_changes import AddBlock, EditBlock
from wordtrail.core.changes.commands import COMMANDS, SCREEN_COMMANDS, apply
from wordtrail.core.changes.loose_ends import ClearLooseEnds
from wordtrail.core.changes.mark_changes import AddMark, RemoveMark
from wordtrail.core.changes.point_changes import KeepPoint, RemovePausePoint
from wordtrail.core.changes.take_changes import ChooseTake, ClearTrim, MoveStart, SetPace, SetTrim
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson, without_takes
from wordtrail.core.lesson.take_in_use import TakeUse, take_in_use, takes_to_ask_about, use_of_new
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.model import BlockKind
from wordtrail.core.trail.model import Aside
from wordtrail.core.waypoints.waypoints import Screen, Standing, next_screen, waypoints


class WithoutTakesTest(unittest.TestCase):
    def test_nothing_that_names_a_take_is_left(self) -> None:
        of_takes = [
            name
            for name, kind in get_type_hints(Lesson).items()
            for one in get_args(kind)
            if is_dataclass(one) and "take" in {field.name for field in fields(one)}
        ]
        self.assertIn("cuts", of_takes)
        something: dict[str, Any] = dict.fromkeys(of_takes, ("something",))
        full = replace(lesson(), **something)
        bare = without_takes(full)
        self.assertEqual({name: getattr(bare, name) for name in of_takes}, dict.fromkeys(of_takes, ()))
        self.assertEqual(bare.chosen_take, "")


class CommandsTest(unittest.TestCase):
    def test_pause_points_and_marks_stand_in_reading_order(self) -> None:
        made = apply(planned(), KeepPoint(PausePoint("", "a2", "Which bee?", 0)))
        self.assertEqual([point.after for point in made.pause_points], ["a2", "a5"])
        self.assertEqual([mark.first for mark in made.marks], ["a5", "a6"])

    def test_a_run_chosen_backwards_is_the_same_run(self) -> None:
        made = apply(lesson(), AddMark(Underline(), "a9", "a6", "evidence"))
        self.assertEqual((made.marks[0].first, made.marks[0].last), ("a6", "a9"))

    def test_change_and_remove(self) -> None:
        made = apply(planned(), KeepPoint(PausePoint("pause1", "a5", "  Why \n clover here? ", 30)))
        self.assertEqual((made.pause_points[0].question, made.pause_points[0].think_seconds), ("Why clover here?", 30))
        made = apply(apply(made, RemovePausePoint("pause1")), RemoveMark("mark2"))
        self.assertEqual((made.pause_points, [mark.id for mark in made.marks]), ((), ["mark3"]))

    def test_ids_are_not_given_twice(self) -> None:
        made = apply(apply(planned(), RemovePausePoint("pause1")), KeepPoint(PausePoint("", "a5", "Again?", 1)))
        self.assertEqual(made.pause_points[0].id, "pause4")

    def test_take_trims_mends_and_pace(self) -> None:
        made = apply(apply(lesson(), ChooseTake("take-2")), SetTrim(TAKE, 1, 5))
        made = apply(apply(made, SetTrim(TAKE, 2, 5)), SetPace(90))
        self.assertEqual(
            (made.chosen_take, made.trims[0].start, len(made.trims), made.words_per_minute), ("take-2", 2, 1, 90)
        )
        self.assertEqual(apply(made, ClearTrim(TAKE)).trims, ())
        made = apply(apply(made, MoveStart(TAKE, "a3", 2.2, 2.3)), MoveStart(TAKE, "a3", 2.2, 2.4))
        self.assertEqual([mend.start for mend in made.mends], [2.4])

    def test_what_makes_no_sense_is_refused(self) -> None:
        for command in (
            KeepPoint(PausePoint("", "nowhere", "Why?", 5)),
            KeepPoint(PausePoint("", "a1", "   ", 5)),
            KeepPoint(PausePoint("", "a1", "Why? " * 200, 5)),
            KeepPoint(PausePoint("", "a1", "Why?", 5000)),
            KeepPoint(PausePoint("", "a1", "Why?", float("nan"))),
            KeepPoint(PausePoint("pause9", "a5", "Why?", 5)),
            RemovePausePoint("pause9"),
            RemoveMark("mark9"),
            AddMark(Underline(), "a1", "a2", "no such meaning"),
            AddMark(Underline(), "a1", "gone", "evidence"),
            SetPace(5),
            SetTrim(TAKE, 5, 5),
            SetTrim(TAKE, -1, 5),
            SetTrim(TAKE, 0, float("inf")),
            MoveStart(TAKE, "gone", 1, 2),
        ):
            with self.subTest(command), self.assertRaises(LessonError):
                apply(lesson(), command)

    def test_every_command_has_a_deed(self) -> None:
        kinds = [field.default for command in COMMANDS for field in fields(command) if field.name == "kind"]  # type: ignore[arg-type]
        self.assertEqual(len(set(kinds)), len(COMMANDS))
        self.assertTrue(all(command.label for command in COMMANDS))
        ours = {one.__name__ for one in COMMANDS if one not in SCREEN_COMMANDS}
        self.assertEqual(
            ours, {"AddPages", "BringPlan", "KeepAgains", "KeepRecorded", "PlaceDrawn", "PutInPlace", "TakeOver"}
        )


class RewordedTest(unittest.TestCase):
    def test_marks_and_pause_points_stay_on_their_words(self) -> None:
        made = apply(planned(), EditBlock("ab1", "Look: when a bee finds clover, she tells the others."))
        made = apply(made, AddBlock("ab1", BlockKind.HEADING, "New heading"))
        self.assertEqual([(m.first, m.last) for m in made.marks], [("a5", "a5"), ("a6", "a9")])
        self.assertEqual(made.pause_points[0].after, "a5")
        self.assertEqual(made.loose_ends, ())

    def test_what_hung_on_a_word_that_went_away_is_said(self) -> None:
        made = apply(planned(), EditBlock("ab1", "When a bee finds honey, she knows."))
        sentences = [end.sentence for end in made.loose_ends]
        self.assertEqual(len(sentences), 2)
        self.assertIn("The highlight on “clover,” lost its words.", sentences)
        self.assertIn("It now stands after “finds”.", sentences[1])
        self.assertEqual([(m.first, m.last) for m in made.marks], [("a6", "a6")])
        self.assertEqual(apply(made, ClearLooseEnds()).loose_ends, ())


class PathTest(unittest.TestCase):
    def test_a_fresh_lesson_goes_on_with_the_plan(self) -> None:
        self.assertEqual(next_screen(lesson(), Standing()), Screen.PLAN)

    def test_the_path_says_what_is_left(self) -> None:
        points = {p.screen: p for p in waypoints(planned(), Standing(takes=1, trail=trail(), films=1, films_older=1))}
        self.assertEqual(points[Screen.PLAN].note, "1 pause point, 2 marks")
        self.assertEqual(points[Screen.RECORD].note, "1 take")
        self.assertEqual(points[Screen.SYNC].note, "every word found")
        self.assertEqual(points[Screen.VIDEO].note, "its film is older than the lesson")

    def test_an_unfinished_take_asks_for_attention(self) -> None:
        self.assertEqual(next_screen(planned(), Standing(unfinished=1)), Screen.RECORD)

    def test_what_was_not_read_is_counted(self) -> None:
        for unread, places, note, presses in (
            (2, 0, "2 words not read", False),
            (9, 0, "9 words not read", True),
            (0, 1, "1 place to check", True),
            (1, 2, "1 word not read, 2 places to check", True),
        ):
            some = replace(trail(), unread=tuple(f"a{n}" for n in range(unread)))
            points = {p.screen: p for p in waypoints(planned(), Standing(takes=1, trail=some, to_check=places))}
            self.assertEqual((points[Screen.SYNC].note, points[Screen.SYNC].attention), (note, presses))

    def test_what_is_not_read_in_a_take_of_talk_presses_nobody(self) -> None:
        some = replace(trail(), unread=tuple(f"a{n}" for n in range(9)))
        talk = replace(some, asides=(Aside(20.0, 90.0),))
        for found, presses in ((some, True), (talk, False)):
            points = {p.screen: p for p in waypoints(planned(), Standing(takes=1, trail=found))}
            self.assertEqual((points[Screen.SYNC].note, points[Screen.SYNC].attention), ("9 words not read", presses))

    def test_a_new_take_is_asked_about_before_going_on(self) -> None:
        standing = Standing(takes=2, trail=trail(), asking=True)
        self.assertEqual(next_screen(planned(), standing), Screen.SYNC)
        sync = next(point for point in waypoints(planned(), standing) if point.screen is Screen.SYNC)
        self.assertEqual(sync.note, "use the new take?")

    def test_the_chosen_take_is_used_else_the_newest_that_needs_no_answer(self) -> None:
        by_itself = TakeUse.BY_ITSELF
        self.assertEqual(take_in_use(lesson(), {TAKE: by_itself, "x": by_itself}), TAKE)
        fresh = apply(lesson(), ChooseTake(""))
        self.assertEqual(take_in_use(fresh, {"x": by_itself, "y": by_itself}), "y")
        self.assertEqual(take_in_use(fresh, {"x": by_itself, "y": TakeUse.ASKED, "z": TakeUse.BY_CHOICE}), "x")
        self.assertEqual(take_in_use(fresh, {}), "")
        self.assertEqual(take_in_use(lesson(), {"x": by_itself}), "x", "the chosen one was deleted")

    def test_the_first_take_is_used_by_itself_and_a_later_one_waits(self) -> None:
        read = trail()
        talked = replace(read, visits=read.visits[:2])
        hardly = replace(read, visits=read.visits[:3], asides=(Aside(10, 60),))
        self.assertEqual(use_of_new([], read), TakeUse.BY_ITSELF)
        for found in (talked, hardly):
            self.assertEqual(use_of_new([], found), TakeUse.ASKED)
        self.assertEqual(use_of_new(["x"], read), TakeUse.ASKED)
        waiting = {"x": TakeUse.BY_ITSELF, "y": TakeUse.ASKED, "z": TakeUse.BY_CHOICE}
        self.assertEqual(takes_to_ask_about(waiting, "x"), ("y",))
        self.assertEqual(takes_to_ask_about(waiting, "y"), (), "it is used, which is an answer")
        self.assertEqual(takes_to_ask_about(waiting, "z"), (), "a later one is used, which is one too")
