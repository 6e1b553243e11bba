"""Words said in passing are no slips, and all others are."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.speech.pronunciation import VOWELS, Sounds, pronunciations
from wordtrail.core.speech.weak_forms import WEAK_FORMS, with_weak_forms
from wordtrail.core.trail.checks import places_to_check
from wordtrail.core.trail.model import Doubt, Slip, SlipKind
from wordtrail.core.trail.weak_forms import is_weak_form


class WeakFormsTest(unittest.TestCase):
    def test_what_is_like_a_weak_word_is_that_word(self) -> None:
        for printed, heard in (
            ("are.", "air"),
            ("Him,", "im"),
            ("for", "fur"),
            ("was", "whiz"),
            ("her", "or"),
            ("a", "oh"),
        ):
            with self.subTest(f"{printed}: {heard}"):
                self.assertTrue(is_weak_form(printed, heard))

    def test_another_word_is_another_word(self) -> None:
        for printed, heard in (
            ("are", "is"),
            ("cat", "cut"),
            ("was", "saw"),
            ("the", "a"),
            ("roof", "rough"),
            ("are", ""),
        ):
            with self.subTest(f"{printed}: {heard}"):
                self.assertFalse(is_weak_form(printed, heard))

    def test_every_weak_word_is_like_itself(self) -> None:
        self.assertEqual({word for word in WEAK_FORMS if not is_weak_form(word, word)}, set())


class FormsTest(unittest.TestCase):
    def test_words_of_grammar_are_said_in_passing_too(self) -> None:
        self.assertEqual(with_weak_forms("your", (("Y", "AO", "R"),)), (("Y", "AO", "R"), ("Y", "ER"), ("Y", "AH")))
        self.assertEqual(with_weak_forms("bee", (("B", "IY"),)), (("B", "IY"),))
        the = (("DH", "AH"), ("DH", "IY"))
        self.assertEqual(with_weak_forms("the", the), the, "none comes twice")

    def test_a_weak_form_has_no_consonant_that_its_word_has_not(self) -> None:
        for word, forms in WEAK_FORMS.items():
            for form in forms:
                with self.subTest(f"{word}: {' '.join(form)}"):
                    self.assertTrue(any(_is_within(consonants(form), consonants(own)) for own in pronunciations(word)))


def consonants(sounds: Sounds) -> list[str]:
    """Those of some sounds, an r in its vowel with them."""
    return ["R" if sound == "ER" else sound for sound in sounds if sound not in VOWELS or sound == "ER"]


def _is_within(some: list[str], every: list[str]) -> bool:
    """Whether some stand among all in their order."""
    rest = iter(every)
    return all(one in rest for one in some)


class TrailTest(unittest.TestCase):
    def test_a_weak_form_is_nothing_to_check(self) -> None:
        made = lesson("She has seen the bees. They are here.")
        texts = {word.id: word.text for word in made.words}
        are = next(id for id, text in texts.items() if text == "are")
        bees = next(id for id, text in texts.items() if text == "bees.")
        for word, said, checks in ((are, "air", 0), (are, "is", 1), (bees, "buzz", 1)):
            with self.subTest(f"{texts[word]}: {said}"):
                plain = trail(made)
                visit = next(one for one in plain.visits if one.word == word)
                slip = Slip(SlipKind.MISREAD, word, visit.start, visit.end, said)
                doubted = replace(visit, confidence=0.2, doubt=Doubt.OTHERWISE)
                found = replace(
                    plain, slips=(slip,), visits=tuple(doubted if one == visit else one for one in plain.visits)
                )
                shown = current_trail(made, TAKE, found)
                self.assertEqual(len(places_to_check(shown, texts)), checks)
                self.assertEqual(len(shown.slips), checks)
                self.assertEqual([one.word for one in shown.visits], [one.word for one in plain.visits])


if __name__ == "__main__":
    unittest.main()
