"""Passages: words, sentences, numbers, notation, refusals."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from wordtrail.core.errors import EmptyPassage, NotText, PassageTooLong, RightToLeftText
from wordtrail.core.text.intake import MOST_WORDS, passage_from_text
from wordtrail.core.text.model import BlockKind, Style, sentence_of
from wordtrail.core.text.notation import read_notation, write_notation
from wordtrail.core.text.pieces import LONGEST_WORD, pieces_of
from wordtrail.core.text.sentences import LONGEST_STRETCH, sentence_starts

WORDS = st.text(alphabet="abcdefgh'", min_size=1, max_size=8).filter(lambda word: word.strip("'"))
PARAGRAPHS = st.lists(st.lists(WORDS, min_size=1, max_size=12).map(" ".join), min_size=1, max_size=5)


class PiecesTest(unittest.TestCase):
    def test_words_are_parted_at_space_and_dashes(self) -> None:
        texts = [piece.text for piece in pieces_of("She stopped—waited – then ran--home. well-known")]
        self.assertEqual(texts, ["She", "stopped", "—", "waited", "–", "then", "ran", "--", "home.", "well-known"])

    def test_only_pieces_with_a_letter_or_digit_are_words(self) -> None:
        self.assertEqual([piece.text for piece in pieces_of("“Oh … 3 • no!”") if piece.is_word], ["“Oh", "3", "no!”"])

    @given(st.text(max_size=60))
    def test_pieces_are_the_text_without_its_space(self, text: str) -> None:
        self.assertEqual("".join(piece.text for piece in pieces_of(text)), "".join(text.split()))

    def test_what_goes_on_too_long_for_a_word_is_several(self) -> None:
        made = pieces_of("a " + "x" * 150 + ". b")
        self.assertEqual([len(piece.text) for piece in made], [1, LONGEST_WORD, LONGEST_WORD, 31, 1])
        self.assertTrue(all(piece.is_word for piece in made))


class SentencesTest(unittest.TestCase):
    def test_a_long_paragraph_has_the_sentences_of_its_parts(self) -> None:
        said = (
            "The bee went home.",
            "“Who is there?” she asked.",
            "Dr. Fly came at 4.15 p.m. to see her.",
            "It was 3.5 miles!",
        )
        text, starts = "", []
        while len(text) < 4 * LONGEST_STRETCH:
            starts.append(len(text))
            text += said[len(starts) % len(said)] + " "
        self.assertEqual(sentence_starts(text), tuple(starts))

    def test_what_never_ends_is_one_sentence(self) -> None:
        self.assertEqual(sentence_starts("and the cat " * LONGEST_STRETCH), (0,))
        self.assertEqual(sentence_starts("x" * 3 * LONGEST_STRETCH), (0,))


class IntakeTest(unittest.TestCase):
    def test_a_heading_a_paragraph_and_a_stanza(self) -> None:
        passage = passage_from_text("# The hill\n\nUp we go.\n\nRain on tin,\nlet me in.\n\nHome again.")
        self.assertEqual(
            [(block.kind, block.number) for block in passage.blocks],
            [
                (BlockKind.HEADING, None),
                (BlockKind.PARAGRAPH, 1),
                (BlockKind.STANZA, 1),
                (BlockKind.PARAGRAPH, 2),
            ],
        )

    def test_lines_of_prose_are_joined(self) -> None:
        long_line = "This line is much too long to be a line of a poem, so it must have been wrapped"
        (block,) = passage_from_text(f"{long_line}\nby a mail program.").blocks
        self.assertEqual(block.text, f"{long_line} by a mail program.")

    def test_emphasis_inside_a_word_is_kept(self) -> None:
        (block,) = passage_from_text("A **fern**hollow is *green.*").blocks
        self.assertEqual(block.text, "A fernhollow is green.")
        self.assertEqual(
            [(run.start, run.end, run.style) for run in block.emphasis], [(2, 6, Style.BOLD), (16, 22, Style.ITALIC)]
        )
        self.assertEqual([word.text for word in block.words], ["A", "fernhollow", "is", "green."])

    def test_pages_and_their_labels(self) -> None:
        passage = passage_from_text("One.\n\n--- p. 13\n\nTwo.\n\f\nThree.")
        self.assertEqual(
            [(page.label, page.blocks[0].text) for page in passage.pages],
            [("", "One."), ("p. 13", "Two."), ("", "Three.")],
        )

    def test_sentences_end_where_readers_end_them(self) -> None:
        passage = passage_from_text("Dr. Finn went up St. Ann’s hill. “Stop!” he said. Nobody did.")
        sentences = {word.text: word.sentence for word in passage.words}
        self.assertEqual(sentences["Dr."], sentences["hill."])
        self.assertEqual(sentences["Nobody"], sentences["did."])
        self.assertNotEqual(sentences["said."], sentences["Nobody"])
        self.assertEqual([word.text for word in sentence_of(passage, passage.words[-1].id)], ["Nobody", "did."])

    def test_what_is_refused_and_what_is_said(self) -> None:
        for text, error in (
            (" \n\t\u200b", EmptyPassage),
            ("--- p. 1\n\n… — !", EmptyPassage),
            ("PK\x03\x04\x00\x00\x00binary", NotText),
            ("\ufffd\x01\x02\x03\x04 garbage \x05\x06", NotText),
            ("هذا نص عربي من اليمين إلى اليسار", RightToLeftText),
            ("word " * (MOST_WORDS + 1), PassageTooLong),
        ):
            with self.subTest(error.__name__), self.assertRaises(error) as caught:
                passage_from_text(text)
            self.assertTrue(caught.exception.message.endswith("."))
            self.assertTrue(caught.exception.advice or caught.exception.kept)

    def test_the_longest_passage_is_taken(self) -> None:
        passage = passage_from_text("\n\n".join(["word " * 200] * (MOST_WORDS // 200)))
        self.assertEqual(len(passage.words), MOST_WORDS)
        self.assertEqual(len({word.id for word in passage.words}), MOST_WORDS)

    def test_a_hebrew_word_in_an_english_text_is_fine(self) -> None:
        self.assertEqual(len(passage_from_text("The word שלום means peace, she said to all of them.").words), 11)


class NotationTest(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(PARAGRAPHS)
    def test_writing_and_reading_gives_the_same_blocks(self, paragraphs: list[str]) -> None:
        passage = passage_from_text("\n\n".join(paragraphs))
        again = passage_from_text(write_notation(passage))
        self.assertEqual([(b.kind, b.text) for b in passage.blocks], [(b.kind, b.text) for b in again.blocks])

    def test_all_kinds_survive(self) -> None:
        text = (
            "# Title\n\n## Part **two**\n\nA paragraph.\n\nshort line\nanother line\n\n- item\n\n1. first\n\n"
            "[caption] What is seen.\n\n[fact box] A fact.\n\n[footnote] Small.\n\n[picture] A bee\n\n"
            "[glossary entry] **comb** wax cells\n\n"
            "--- p. 4\n\n***Both.***"
        )
        passage = passage_from_text(text)
        self.assertEqual(write_notation(passage), text)
        self.assertEqual({block.kind for block in passage.blocks}, set(BlockKind))

    def test_pictures_are_not_read_aloud(self) -> None:
        passage = passage_from_text("[picture] A bee on a flower\n\nThe bee.")
        self.assertEqual([word.text for word in passage.words], ["The", "bee."])

    def test_nothing_comes_of_nothing(self) -> None:
        self.assertEqual(read_notation("---\n\n\n---"), ())


if __name__ == "__main__":
    unittest.main()
