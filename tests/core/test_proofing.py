"""Words that look wrong, facts, glossary and how words are said, on passages with known answers."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.passage_changes import SetCredits
from wordtrail.core.changes.picture_changes import PlacePicture
from wordtrail.core.changes.word_changes import LeaveWord, Respell
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.proof.checks import Suspicion, dressed, suspects
from wordtrail.core.proof.facts import facts_of
from wordtrail.core.proof.likely import likely_words, run_together
from wordtrail.core.speech.pronunciation import entries
from wordtrail.core.speech.respelling import sounds_of
from wordtrail.core.speech.saying import saying_of, sayings
from wordtrail.core.speech.syllables import respelled, syllables_of
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPhoto, DraftWord
from wordtrail.core.text.glossary import glossary_links
from wordtrail.core.text.intake import passage_from_pages, passage_from_text
from wordtrail.core.text.model import BlockKind, PermissionKind
from wordtrail.core.waypoints.proofing import before_sharing, open_suspects, undescribed
from wordtrail.core.waypoints.waypoints import Screen, Standing, next_screen, waypoints
from wordtrail.standins.passages import BEES_MAP, RAIN


def found(text: str) -> list[tuple[str, str]]:
    return [(suspect.text, suspect.suspicion.value) for suspect in suspects(passage_from_text(text))]


class SuspectsTest(unittest.TestCase):
    def test_each_kind_of_fault_is_found_and_named(self) -> None:
        for text, wrong, suspicion in (
            ("The tiny frog jumpted over it.", "jumpted", Suspicion.UNKNOWN),
            ("She sat be- hind the door.", "be-", Suspicion.BROKEN),
            ("She sat be-hind the door.", "be-hind", Suspicion.BROKEN),
            ("He ran to the the river.", "the", Suspicion.REPEATED),
            ("The cat s at on the mat.", "s", Suspicion.LONE),
            ("One half ofthe apple is red.", "ofthe", Suspicion.RUN_ON),
            ("The rain| fell all night.", "rain|", Suspicion.STRAY),
            ("They went h0me at noon.", "h0me", Suspicion.STRAY),
        ):
            with self.subTest(text):
                self.assertEqual(found(text), [(wrong, suspicion.value)])

    def test_good_text_is_left_alone(self) -> None:
        self.assertEqual(found(BEES_MAP), [])
        self.assertEqual(found(RAIN), [])
        fine = (
            "I had had enough. “Go!” said Dr. Finn at 3:30 p.m. on the 2nd. A well-known owl-like bird of 40,000 "
            "can’t fly. J. R. wrote e-r. She’d said that that was O.K. It costs $4.50, or ½ of 9%."
        )
        self.assertEqual(found(fine), [])

    def test_a_name_that_comes_again_is_no_mistake(self) -> None:
        self.assertEqual(found("Wibbin ran. Then Wibbin sat."), [])
        self.assertEqual(found("Wibbin ran."), [("Wibbin", "unknown word")])

    def test_offers_are_what_was_meant(self) -> None:
        self.assertEqual(likely_words("garclen")[0], "garden")
        self.assertEqual(likely_words("moming")[0], "morning")
        self.assertEqual(run_together("ofthe"), "of the")
        self.assertIn("jumped", likely_words("jumpted"))

    def test_offers_wear_the_punctuation_and_the_capital_of_what_they_replace(self) -> None:
        self.assertEqual(dressed("garden", "“Garclen,”"), "“Garden,”")
        self.assertEqual(dressed("of the", "ofthe"), "of the")
        (suspect,) = suspects(passage_from_text("The gate of the “garclen.”"))
        self.assertEqual((suspect.instead[0], suspect.settles), ("“garden.”", "“garclen.”"))

    def test_what_was_left_as_it_is_is_not_asked_again(self) -> None:
        made = lesson("The wibbin sat. A wibbin ran to the the hill.")
        asked = open_suspects(made)
        self.assertEqual([(one.text, one.times) for one in asked], [("wibbin", 2), ("the", 1)])
        made = apply(made, LeaveWord("unknown word", "wibbin"))
        made = apply(made, LeaveWord("said twice", asked[1].word))
        self.assertEqual(open_suspects(made), ())

    def test_what_the_photo_reader_was_not_sure_of(self) -> None:
        sure = (0.95, 0.4, 0.95, 0.7, 0.7)
        words = ("The", "bat", "sat", "there", "now.")
        read = tuple(DraftWord(t, 50 * i, 0, 40, 20, 18, s) for i, (t, s) in enumerate(zip(words, sure, strict=True)))
        photo = DraftPhoto("0123456789abcdef0123456789abcdef.jpg", 400, 40, read)
        page = DraftPage("", (DraftBlock(BlockKind.PARAGRAPH, " ".join(words)),), photo)
        asked = [one.text for one in suspects(passage_from_pages([page]))]
        self.assertEqual(asked, ["bat", "now."], "a long usual word is believed sooner")

    @settings(max_examples=60, deadline=None)
    @given(st.text(max_size=80))
    def test_whatever_is_printed_is_looked_at_without_a_fault(self, text: str) -> None:
        for suspect in suspects(passage_from_text("A word. " + text.replace("\x00", ""))) if _is_text(text) else ():
            self.assertTrue(suspect.why)

    def test_a_character_that_no_typeface_has_is_said(self) -> None:
        asked = open_suspects(lesson("The word 猫 means cat."))
        self.assertEqual([(one.text, one.suspicion) for one in asked], [("猫", Suspicion.UNSHOWN)])
        self.assertEqual(open_suspects(lesson("Half a café, ½ of H₂O.")), ())

    def test_the_path_sends_a_fresh_lesson_back_to_its_text(self) -> None:
        made = lesson("The wibbin sat.")
        self.assertEqual(next_screen(made, Standing()), Screen.TEXT)
        self.assertEqual(waypoints(made, Standing())[0].note, "1 word to check")
        self.assertNotEqual(next_screen(made, Standing(takes=1)), Screen.TEXT)


def _is_text(text: str) -> bool:
    return all(character.isprintable() and ord(character) < 0x500 for character in text)


class SharingTest(unittest.TestCase):
    def test_a_lesson_without_permission_or_description_is_warned_about(self) -> None:
        made = Lesson((passage_from_text("A bee.", title="Bees"),))
        picture = PlacePicture("ab1", "0123456789abcdef0123456789abcdef.png", 80, 60)
        made = apply(made, picture)
        self.assertEqual(len(undescribed(made.passages[0])), 1)
        self.assertEqual(len(before_sharing(made)), 2)
        self.assertIn("“Bees” does not say yet why it may be used.", before_sharing(made)[0])
        made = apply(made, SetCredits("a", "Bees", permission_kind=PermissionKind.OWN))
        self.assertEqual(before_sharing(made), ("One picture has no description for students who cannot see.",))


class FactsTest(unittest.TestCase):
    def test_counts_and_grades_by_hand(self) -> None:
        # Forty words of one syllable in five sentences of eight; letters counted by hand.
        passage = passage_from_text("The cat sat on the mat all day. " * 5)
        facts = {fact.name: fact.value for fact in facts_of(passage, 100).facts}
        self.assertEqual((facts["words"], facts["sentences"], facts["words in a sentence"]), ("40", "5", "8.0"))
        # Kincaid 0.39 × 8 + 11.8 × 1 − 15.59 = −0.7; fog 0.4 × 8 = 3.2; Coleman-Liau, with 23 letters in 8 words:
        # 0.0588 × 287.5 − 0.296 × 12.5 − 15.8 = −2.6.
        self.assertEqual(facts["reading level"], "grade K to 3")
        told = next(fact.meaning for fact in facts_of(passage, 100).facts if fact.name == "reading level")
        self.assertIn(
            "right for kindergarten to grade 3 (U.S.). Kincaid -0.7, Gunning fog 3.2, Coleman-Liau -2.6.", told
        )

    def test_hard_words_are_long_and_rare_and_come_once(self) -> None:
        passage = passage_from_text("The hippopotamus ate a watermelon. A hippopotamus can swim. It is big and gray.")
        hard = facts_of(passage, 100).hardest
        self.assertEqual(
            [(w.text, w.syllables, w.times) for w in hard[:2]], [("hippopotamus", 5, 2), ("watermelon", 4, 1)]
        )
        self.assertNotIn("the", [w.text.lower() for w in hard])

    def test_words_that_no_dictionary_can_say(self) -> None:
        passage = passage_from_text("Zibbik and Maya’s okapi.")
        self.assertEqual(facts_of(passage, 100).hard_to_align, ("Zibbik", "okapi."))
        self.assertEqual(facts_of(passage, 100, ["Zibbik"]).hard_to_align, ("okapi.",))

    def test_a_short_text_gets_no_grade(self) -> None:
        self.assertNotIn("fog grade", [fact.name for fact in facts_of(passage_from_text("A bee."), 100).facts])


class GlossaryTest(unittest.TestCase):
    def test_bold_words_lead_to_their_entries(self) -> None:
        passage = passage_from_text(
            "--- p. 3\n\nThey have **antennae** and **combs.**\n\n---\n\n[glossary entry] **comb** cells of wax\n\n"
            "[glossary entry] **antennae** feelers"
        )
        links = {link.word: (link.entry, link.page) for link in glossary_links(passage)}
        entries_of = [block.id for block in passage.pages[1].blocks]
        self.assertEqual(links, {"a3": (entries_of[1], "p. 3"), "a5": (entries_of[0], "p. 3")})


class SayingTest(unittest.TestCase):
    def test_numbers_names_and_two_words_in_one_are_shown(self) -> None:
        passage = passage_from_text("In 1944 Zibbik wound the wind, and the cat sat. Zibbik slept.")
        self.assertEqual([one.text for one in sayings(passage.words, {})], ["1944", "Zibbik", "wound", "wind,"])

    def test_the_teachers_own_way_goes_before_all(self) -> None:
        saying = saying_of("okapi", "oh-KAH-pee")
        assert saying
        self.assertEqual((saying.syllables, saying.own), ("oh-KAH-pee", True))

    def test_a_respelling_holds_for_the_word_however_it_is_pointed(self) -> None:
        made = apply(lesson("The okapi saw an okapi."), Respell("okapi", "oh-KAH-pee"))
        self.assertEqual(set(made.respelled), {"okapi", "okapi."})

    def test_syllables_by_hand(self) -> None:
        self.assertEqual(respelled(("G", "AA", "R", "D", "AH", "N")), "gahr-duhn")
        self.assertEqual(len(syllables_of(("EH", "K", "S", "T", "R", "AH"))), 2)

    def test_nearly_all_syllables_are_read_again_as_they_were(self) -> None:
        ways = [way for word in sorted(entries())[::97] for way in entries()[word]]
        same = sum(sounds_of(respelled(way)) == way for way in ways)
        self.assertGreater(same / len(ways), 0.99)


if __name__ == "__main__":
    unittest.main()
