"""From lines of print to blocks, and what blocks that were brought in probably are."""

from __future__ import annotations

import unittest

from wordtrail.core.proof.print_lines import PrintLine, blocks_of_lines, joined
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftWord
from wordtrail.core.text.model import BlockKind, Emphasis, Style
from wordtrail.core.text.suggest import is_verse, suggested


def lines(*rows: tuple[str, float], size: float = 10, left: float = 50) -> list[PrintLine]:
    """Lines of some text at a height; six units for each letter."""
    return [PrintLine(text, left, left + 6 * len(text), top, top + 10, size) for text, top in rows]


PROSE = (
    "When the rain had gone the children went down to the",
    "river, where the boats lay side by side in the sun. They",
    "looked for the blue one with the broken oar.",
)


def kinds(made: tuple[DraftBlock, ...]) -> list[tuple[str, str]]:
    return [(block.kind.value, block.text) for block in made]


class LinesTest(unittest.TestCase):
    def test_a_larger_line_is_a_heading_and_lines_of_prose_are_one_paragraph(self) -> None:
        head = PrintLine("The Blue Boat", 50, 200, 20, 38, 18)
        made = blocks_of_lines([head, *lines(*((text, 60 + 16 * i) for i, text in enumerate(PROSE)))])
        self.assertEqual(kinds(made), [("heading", "The Blue Boat"), ("paragraph", " ".join(PROSE))])

    def test_a_gap_and_an_indent_begin_a_paragraph(self) -> None:
        rows = lines(*((text, 60 + 16 * i) for i, text in enumerate(PROSE)))
        below = lines(("Nobody had seen it since the day before.", 140))
        self.assertEqual(len(blocks_of_lines([*rows, *below])), 2)
        indented = lines(("Nobody had seen it since the day before, they said.", 108), left=70)
        self.assertEqual(len(blocks_of_lines([*rows, *indented])), 2)

    def test_short_lines_with_capitals_are_a_stanza(self) -> None:
        rows = (("Rain on a tin roof, ping, ping,", 20), ("Tapping its toes on everything.", 36), ("Rain, rain.", 52))
        wide = lines((PROSE[0] + " and on and on", 200))
        made = blocks_of_lines([*lines(*rows), *wide])
        self.assertEqual(made[0].kind, BlockKind.STANZA)
        self.assertEqual(made[0].text.count("\n"), 2)

    def test_boxes_and_columns_are_apart(self) -> None:
        boxed = [PrintLine("A hive holds 40,000 bees.", 50, 200, 100, 110, 10, region=1, boxed=True)]
        made = blocks_of_lines([*lines((PROSE[0], 60)), *boxed])
        self.assertEqual([block.kind for block in made], [BlockKind.PARAGRAPH, BlockKind.FACT_BOX])

    def test_broken_words_are_made_whole_and_compounds_kept(self) -> None:
        self.assertEqual(joined(["They slept un-", "der the trees"]), "They slept under the trees")
        self.assertEqual(joined(["a sun-", "dried fig"]), "a sun-dried fig")
        self.assertEqual(joined(["one –", "two"]), "one – two")

    def test_numbers_in_the_margin_are_no_words(self) -> None:
        words = (DraftWord("12", 20, 60, 12, 10, 70, 1), DraftWord("When", 50, 60, 24, 10, 70, 1))
        numbered = PrintLine("12 When", 20, 74, 60, 70, 10, words=words)
        made = blocks_of_lines([numbered, *lines((PROSE[1], 76), (PROSE[2], 92))])
        self.assertTrue(made[0].text.startswith("When river"))

    def test_nothing_comes_of_nothing(self) -> None:
        self.assertEqual(blocks_of_lines([]), ())


def paragraph(text: str, bold: int = 0) -> DraftBlock:
    return DraftBlock(BlockKind.PARAGRAPH, text, (Emphasis(0, bold, Style.BOLD),) if bold else ())


class SuggestTest(unittest.TestCase):
    def suggest(self, *blocks: DraftBlock) -> list[tuple[str, str]]:
        return kinds(suggested([DraftPage("", blocks)])[0].blocks)

    def test_numbered_paragraphs_are_steps_but_one_number_is_none(self) -> None:
        made = self.suggest(paragraph("1. Fold it."), paragraph("2) Turn it."), paragraph("7. July was hot."))
        self.assertEqual(made, [("step", "Fold it."), ("step", "Turn it."), ("paragraph", "7. July was hot.")])

    def test_what_follows_a_picture_is_its_caption(self) -> None:
        made = self.suggest(DraftBlock(BlockKind.PICTURE, ""), paragraph("A bee at work."), paragraph("It flew."))
        self.assertEqual([kind for kind, _ in made], ["picture", "caption", "paragraph"])

    def test_a_glossary_has_entries_with_their_terms_in_bold(self) -> None:
        blocks = (paragraph("Glossary", 8), paragraph("comb: cells of wax"), paragraph("hive — a home of bees"))
        made = suggested([DraftPage("", blocks)])[0].blocks
        self.assertEqual([block.kind.value for block in made], ["subheading", "glossary entry", "glossary entry"])
        self.assertEqual(made[1].emphasis, (Emphasis(0, 4, Style.BOLD),))

    def test_bold_lines_notes_and_boxes(self) -> None:
        made = self.suggest(
            paragraph("Why they dance", 14),
            paragraph("It is bold, but it is a sentence.", 33),
            paragraph("Did you know? Bees can count."),
            paragraph("* Counted in 1944."),
        )
        self.assertEqual([kind for kind, _ in made], ["subheading", "paragraph", "fact box", "footnote"])

    def test_verse_is_short_and_capital(self) -> None:
        self.assertTrue(is_verse(["Up the hill,", "Down the hill,"]))
        self.assertFalse(is_verse(["and then we went", "to the sea and back"]))
        self.assertFalse(is_verse(["One line"]))


if __name__ == "__main__":
    unittest.main()
