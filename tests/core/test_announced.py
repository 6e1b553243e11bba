"""What a teacher announces and the lesson does not have, in the read-through."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_director import ON_FIRST, did, reading, take
from tests.core.test_named import talk
from tests.core.test_read_through import SOUND, found_in
from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.opening_changes import SetClosing
from wordtrail.core.changes.page_changes import LabelPage
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.finding import Remedy
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Closing
from wordtrail.core.trail.directions import Deed
from wordtrail.core.trail.model import Trail

ENDED = apply(lesson(), SetClosing(Closing(task="Draw a bee.")))
SECOND = ENDED.passages[0].pages[1].id


def talked(words: str, at: float = 20.0, loss: float = 0.1) -> Trail:
    """The first page read, then something that is said."""
    return replace(take(reading(ON_FIRST, 1), seconds=60), asides=(talk(words, at, loss),), sound_end=50.0)


def sentences(made: Lesson, heard: Trail) -> list[str]:
    return [one.sentence for one in found_in(made, heard)]


class AnnouncedTest(unittest.TestCase):
    def test_a_stop_that_is_announced_and_does_not_come(self) -> None:
        (finding,) = found_in(ENDED, talked("now pause here with me"))
        self.assertEqual(finding.sentence, "You say “pause here”, but the lesson does not stop there.")
        self.assertEqual((finding.remedy, finding.at), (Remedy.SYNC, 20.5))
        made = apply(ENDED, KeepPoint(PausePoint("", "a16", "Why?", 4)))
        self.assertEqual(sentences(did(made, (23.0, Deed.STOP, "pause1")), talked("now pause here with me")), [])
        self.assertEqual(sentences(ENDED, talked("now pause here with me", loss=1.2)), [], "hardly heard")

    def test_so_many_questions(self) -> None:
        self.assertEqual(
            sentences(ENDED, talked("i have three questions")),
            ["You say “three questions”; the lesson has no questions."],
        )
        self.assertIn(
            "You say “three questions”; the lesson has 1 question.", sentences(SOUND, talked("i have three questions"))
        )
        self.assertEqual(sentences(ENDED, talked("i have one question")), [])

    def test_page_numbers(self) -> None:
        pages = ENDED.passages[0].pages
        made = apply(apply(ENDED, LabelPage(pages[0].id, "12", "")), LabelPage(SECOND, "p. 13", ""))
        said = "turn to page thirteen please"
        self.assertEqual(sentences(made, talked(said)), [], "the stage follows")
        stays = did(made, (20.1, Deed.TURN, pages[0].id))
        self.assertEqual(sentences(stays, talked(said)), ["You say “page 13” while page 12 is on the stage."])
        self.assertEqual(sentences(did(made, (22.0, Deed.TURN, SECOND)), talked(said)), [])
        self.assertEqual(
            sentences(made, talked("turn to page twenty one")),
            ["You say “page 21”; no page of the lesson has that number."],
        )
        self.assertEqual(sentences(ENDED, talked(said)), [], "this lesson's pages have no numbers")

    def test_paragraph_numbers(self) -> None:
        self.assertEqual(sentences(ENDED, talked("look at paragraph two")), [])
        self.assertEqual(
            sentences(ENDED, talked("look at paragraph nine")), ["You say “paragraph 9”; there is no such paragraph."]
        )

    def test_numbers_of_questions(self) -> None:
        self.assertIn(
            "You say “question 4”; the lesson has 1.", sentences(SOUND, talked("and now question four please"))
        )
        self.assertEqual(sentences(ENDED, talked("and now question four please")), [], "a question of the book")

    def test_a_word_that_is_named_and_not_marked(self) -> None:
        said = "look at the word clover again"
        (finding,) = found_in(ENDED, talked(said))
        self.assertEqual(finding.sentence, "You name the word “clover”, and nothing is drawn on it.")
        self.assertEqual((finding.about, finding.remedy), ("a5", Remedy.PLAN))
        self.assertNotIn(finding.sentence, sentences(SOUND, talked(said)))
        self.assertEqual(sentences(ENDED, talked("look at the word nowhere again")), [])
