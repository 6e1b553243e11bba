"""Texts are written where they stand on the stage, and nothing else changes."""

from __future__ import annotations

import unittest
from collections import Counter

from tests.golden.lessons import all_shown
from tests.worlds import planned
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.stage_text_changes import WriteOnStage
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.boards import ON_PAPER, boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.stage_texts import stage_texts

NEW = "Something else stands here now"


def printed(lesson: Lesson) -> dict[str, str]:
    """Every text of every board, by its board and itself."""
    return {f"{board.id}.{text.id}": text.text for board in boards(lesson) for text in board.texts}


class StageTextsTest(unittest.TestCase):
    def test_whatever_can_be_written_then_stands_there_and_all_else_stays(self) -> None:
        kinds = set()
        for shown in all_shown():
            before = printed(shown.lesson)
            for id in stage_texts(shown.lesson):
                with self.subTest(f"{shown.name}: {id}"):
                    after = printed(apply(shown.lesson, WriteOnStage(id, NEW)))
                    wanted = ON_PAPER + NEW if id.endswith(".paper") else NEW
                    changed = {one for one in before if after.get(one) != before[one]} - {id}
                    name = id.partition(".")[2]
                    if name.startswith("i") and name[1:].isdigit() and id.startswith("pause"):
                        # Things to put in order are shuffled anew.
                        own = {one for one in before if one.startswith(id[: -len(name)])}
                        stood = Counter(before[one] for one in own) - Counter([before[id]]) + Counter([NEW])
                        self.assertEqual(Counter(after[one] for one in own), stood)
                        continue
                    self.assertEqual(after[id], wanted)
                    # A card's word stands on the matching card too.
                    self.assertLessEqual({one.partition(".")[0] for one in changed}, {"matching"})
                    kinds.add(id.partition(".")[2].rstrip("0123456789"))
        self.assertLessEqual({"question", "word", "meaning", "example", "purpose", "focus", "can", "title", "c"}, kinds)

    def test_nearly_all_that_is_read_aloud_can_be_written(self) -> None:
        for shown in all_shown():
            writable = stage_texts(shown.lesson)
            for board in boards(shown.lesson):
                for text in board.texts:
                    if text.words and board.id != "matching" and text.id != "related":
                        self.assertIn(f"{board.id}.{text.id}", writable)

    def test_a_thing_of_a_list_that_is_emptied_goes(self) -> None:
        bees = next(shown.lesson for shown in all_shown() if "purpose.can1" in stage_texts(shown.lesson))
        goals = bees.plan.opening.objectives
        after = apply(bees, WriteOnStage("purpose.can0", "  "))
        self.assertEqual(after.plan.opening.objectives, goals[1:])

    def test_another_word_on_a_card_has_parts_of_its_own(self) -> None:
        bees = next(shown.lesson for shown in all_shown() if shown.lesson.plan.cards)
        card = bees.plan.cards[0]
        after = apply(bees, WriteOnStage(f"{card.id}.word", "rainbow")).plan.cards[0]
        self.assertEqual((after.word, after.syllables), ("rainbow", ("rain", "bow")))
        self.assertEqual(after.meaning, card.meaning)

    def test_what_cannot_be_is_refused(self) -> None:
        lesson = planned()
        point = lesson.pause_points[0].id
        for id, written in (("gone.question", NEW), ("purpose.h", NEW), ("", NEW), (f"{point}.c9", NEW)):
            with self.subTest(id), self.assertRaises(LessonError):
                apply(lesson, WriteOnStage(id, written))
        asked = next(shown.lesson for shown in all_shown() if shown.lesson.pause_points)
        for id in (one for one in stage_texts(asked) if one.endswith(".question")):
            with self.assertRaises(LessonError):
                apply(asked, WriteOnStage(id, " "))


if __name__ == "__main__":
    unittest.main()
