"""The title card: its words light when they are read, it stays while the teacher talks, a heading like it is shown
with it."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_director import reading, seen, shown, take
from tests.worlds import TAKE, lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.changes.opening_changes import SetOpening
from wordtrail.core.changes.passage_changes import AddPages
from wordtrail.core.cues.compile import TITLE_SECONDS
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import prompt_texts, script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.opening import Opening
from wordtrail.core.text.draft import DraftPassage
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Area, BlockKind, Picture
from wordtrail.core.text.notation import read_notation
from wordtrail.core.trail.prompts import without_chance_words

HEADED = "# the bees\n\nWhen a bee finds clover, she tells the others.\n\n---\n\nThe end of the bees."


def headed() -> Lesson:
    """A lesson whose passage begins with a heading like its title."""
    return Lesson((passage_from_text(HEADED, title="The Bees!", author="Room 6"),), chosen_take=TAKE)


class ReadTitleTest(unittest.TestCase):
    def setUp(self) -> None:
        self.made = lesson()
        self.title = [word.id for word in script(self.made)][:4]
        self.words = [word.id for word in self.made.words]

    def test_title_and_makers_come_first_and_light_on_the_title_card(self) -> None:
        said = [word.text for word in script(self.made)][:5]
        self.assertEqual(said, ["Bees", "by", "Room", "6", "When"])
        found = take([*reading(self.title, 1), *reading(self.words, 12)], [(4.0, 11.0)])
        sheet = seen(self.made, found, whole=False)
        layout = typeset(self.made)
        for light in sheet.lights[:4]:
            self.assertEqual(layout.places()[light.word][0], 0)
        self.assertEqual(shown(self.made, sheet, sheet.lights[2].start), "title")
        talk = (sheet.lights[3].end + sheet.lights[4].start) / 2
        self.assertEqual(shown(self.made, sheet, talk), "title", "it stays while she talks before the first word")
        self.assertEqual(shown(self.made, sheet, sheet.lights[4].start), layout.pages[1].id)
        self.assertIn("Bees by Room 6", " ".join(caption.text for caption in sheet.captions))

    def test_a_title_that_is_not_read_costs_nothing(self) -> None:
        sheet = seen(self.made, take(reading(self.words, 1)), whole=False)
        self.assertEqual([turn.page for turn in sheet.pages][:2], [0, 1])
        self.assertEqual(sheet.pages[1].at, TITLE_SECONDS)

    def test_a_title_said_while_reading_does_not_take_the_page_away(self) -> None:
        said = [*reading(self.words[:8], 1), *reading(self.title, 8), *reading(self.words[8:], 16)]
        sheet = seen(self.made, take(said), whole=False)
        self.assertEqual([turn.page for turn in sheet.pages].count(0), 1)
        self.assertFalse({light.word for light in sheet.lights} & set(self.title))

    def test_cards_wait_for_the_title(self) -> None:
        made = apply(self.made, SetOpening(Opening(purpose="We read about bees.")))
        sheet = seen(made, take([*reading(self.title, 1), *reading(self.words, 6)]), whole=False)
        read = next(light for light in reversed(sheet.lights) if light.word in self.title)
        (gate,) = sheet.gates
        self.assertTrue(read.end <= gate.at <= sheet.lights[4].start)

    def test_a_word_of_the_title_in_talk_is_chance(self) -> None:
        long = replace(self.made, passages=(replace(self.made.passages[0], title="The bee that finds clover"),))
        first = next(iter(script(long))).id
        kept = without_chance_words(take([(first, 3.0), *reading(self.words, 5)]), prompt_texts(long))
        self.assertNotIn(first, {visit.word for visit in kept.visits})

    def test_the_second_text_has_a_title_of_its_own(self) -> None:
        made = apply(self.made, AddPages("", DraftPassage(read_notation("It rains. It pours."), "Rain", "Ada Fern")))
        own = [word for word in script(made) if word.id.startswith("title-")]
        self.assertEqual([word.text for word in own], ["Rain", "by", "Ada", "Fern"])
        words = [word.id for word in made.words]
        first = len(self.made.words)
        read = [*reading(words[:first], 1), *reading([word.id for word in own], 14), *reading(words[first:], 18)]
        sheet = seen(made, take(read), whole=False)
        light = next(one for one in sheet.lights if one.word == own[0].id)
        self.assertEqual(shown(made, sheet, light.start), own[0].id.partition(".")[0])
        self.assertTrue(set(typeset(made).places()) >= {word.id for word in own})


class HeadingTest(unittest.TestCase):
    def test_a_heading_like_the_title_is_shown_with_it_alone(self) -> None:
        made = headed()
        heading = made.passages[0].pages[0].blocks[0]
        self.assertIs(heading.kind, BlockKind.HEADING)
        layout = typeset(made)
        ids = [word.id for word in heading.words]
        self.assertEqual([layout.places()[id][0] for id in ids], [0, 0])
        self.assertEqual([box.word for page in layout.pages[1:] for box in page.boxes if box.word in ids], [])
        self.assertEqual([word.text for word in script(made)][:6], ["by", "Room", "6", "the", "bees", "When"])

    def test_a_mark_on_it_is_drawn_on_the_title_card(self) -> None:
        made = headed()
        first, last = (word.id for word in made.passages[0].pages[0].blocks[0].words)
        marked = apply(made, AddMark(Underline(), first, last, "evidence"))
        (mark,) = typeset(marked).marks
        self.assertEqual({stretch.page for stretch in mark.stretches}, {0})

    def test_another_heading_and_one_that_stands_alone_stay_where_they_are(self) -> None:
        for text, title in ((HEADED, "Wasps"), ("# the bees\n\n---\n\nOne bee.", "The Bees")):
            made = Lesson((passage_from_text(text, title=title),))
            page, _ = typeset(made).places()[made.words[0].id]
            self.assertEqual(page, 1)


class CoverTest(unittest.TestCase):
    def test_a_picture_of_the_passage_stands_beside_the_title(self) -> None:
        made = lesson()
        page = made.passages[0].pages[0]
        picture = Picture("0" * 32 + ".png", 900, 600, Area(0.1, 0, 0.8, 1))
        block = replace(page.blocks[0], id="pic", kind=BlockKind.PICTURE, text="A bee", words=(), picture=picture)
        pages = (replace(page, blocks=(*page.blocks, block)), *made.passages[0].pages[1:])
        made = replace(made, passages=(replace(made.passages[0], pages=pages, title="A title " * 9),))
        covered = apply(made, SetOpening(Opening(cover="pic")))
        card = typeset(covered).pages[0]
        (laid,) = card.pictures
        self.assertEqual((laid.file, laid.crop), (picture.file, picture.crop))
        self.assertTrue(all(piece.x + piece.width <= laid.x for piece in card.pieces))
        self.assertTrue(laid.x + laid.width <= typeset(covered).width)
        self.assertEqual(apply(made, SetOpening(Opening(cover="gone"))).plan.opening.cover, "")
