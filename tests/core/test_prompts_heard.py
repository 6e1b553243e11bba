"""Words of prompts that were only said by chance."""

from __future__ import annotations

import unittest

from tests.worlds import planned
from wordtrail.core.lesson.boards import prompt_texts, script
from wordtrail.core.trail.model import Aside, Slip, SlipKind, Trail, Visit
from wordtrail.core.trail.prompts import without_chance_words

TEXTS = {f"p.question.{n}": "p.question" for n in range(6)} | {"card1.word.0": "card1.word"}


def visits(*words: str, begin: float = 0.0) -> tuple[Visit, ...]:
    return tuple(Visit(word, begin + n * 0.5, begin + n * 0.5 + 0.4) for n, word in enumerate(words))


class ChanceTest(unittest.TestCase):
    def test_a_word_that_begins_the_question_by_chance_is_talk(self) -> None:
        said = (*visits("a1", "a2"), *visits("p.question.0", begin=1.0), *visits("a3", begin=3.0))
        trail = Trail(said, asides=(Aside(1.5, 2.6, "a lot of rain"),))
        cleaned = without_chance_words(trail, TEXTS)
        self.assertEqual([visit.word for visit in cleaned.visits], ["a1", "a2", "a3"])
        self.assertEqual(cleaned.asides, (Aside(1.0, 2.6, "a lot of rain"),))

    def test_three_words_are_a_reading_also_with_talk_between(self) -> None:
        said = visits("a1", "p.question.0", "p.question.1", "p.question.2", "a2")
        trail = Trail(said, asides=(Aside(0.9, 0.95, "hm"),))
        self.assertIs(without_chance_words(trail, TEXTS), trail)

    def test_a_card_of_one_word_is_read_with_it(self) -> None:
        trail = Trail(visits("card1.word.0", "a1"))
        self.assertIs(without_chance_words(trail, TEXTS), trail)

    def test_the_same_word_three_times_is_no_reading(self) -> None:
        trail = Trail(visits("a1", *["p.question.0"] * 3, "a2"))
        self.assertEqual([visit.word for visit in without_chance_words(trail, TEXTS).visits], ["a1", "a2"])

    def test_nothing_is_left_out_of_what_was_not_read(self) -> None:
        slips = (Slip(SlipKind.LEFT_OUT, "p.question.1", 1.2, 1.2), Slip(SlipKind.LEFT_OUT, "a2", 1.2, 1.2))
        trail = Trail(visits("a1", "p.question.0", "a3"), slips=slips)
        self.assertEqual([slip.word for slip in without_chance_words(trail, TEXTS).slips], ["a2"])

    def test_talk_that_was_heard_apart_stays_apart(self) -> None:
        talk = (Aside(5.0, 5.4, "one"), Aside(5.6, 6.0, "two"))
        cleaned = without_chance_words(Trail(visits("p.question.3", "a1"), asides=talk), TEXTS)
        self.assertEqual(cleaned.asides[1:], talk)

    def test_the_texts_are_those_of_cards_and_prompts(self) -> None:
        made = planned()
        texts = prompt_texts(made)
        self.assertEqual(set(texts.values()), {"pause1.question", "title.title", "title.author"})
        self.assertEqual(len(texts), len(script(made)) - len(made.words))


if __name__ == "__main__":
    unittest.main()
