"""What is named in talk: marks are drawn at their name, pages and cards are offered."""

from __future__ import annotations

import unittest
from dataclasses import replace

from tests.core.test_picture_ink import pictured
from tests.worlds import TAKE, lesson, trail, without
from wordtrail.core.changes.card_changes import KeepCard, MakeCard
from wordtrail.core.changes.chart_changes import MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepDirection
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.page_changes import LabelPage
from wordtrail.core.changes.picture_changes import NameRegion
from wordtrail.core.cues.compile import compile_cues, whole_take
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.named import Named, named_in_talk
from wordtrail.core.direct.talk_words import TalkWords
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.model import Area
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Aside, HeardWord, Trail

LATER = 20.0


def talk(words: str, begin: float = LATER, loss: float = 0.1) -> Aside:
    """Words of talk, one every half second."""
    heard = tuple(HeardWord(w, begin + n / 2, begin + n / 2 + 0.4, loss) for n, w in enumerate(words.split()))
    return Aside(begin, heard[-1].end, words, heard)


def drawn(made: Lesson, found: Trail) -> dict[str, float]:
    """When each mark is drawn, in take time."""
    sheet = compile_cues(made, {TAKE: found}, typeset(made), whole_take(TAKE, found))
    return {one.mark: one.start for one in sheet.drawings}


class NamedTest(unittest.TestCase):
    def test_phrases_and_long_words_are_names_and_small_words_are_not(self) -> None:
        said = TalkWords([talk("i love the word clover here"), talk("she tells them others", 30)])
        self.assertEqual(said.named_at(["clover,"]), LATER + 2)
        self.assertEqual(said.named_at(["she", "tells", "the", "others."]), 30)
        self.assertIsNone(said.named_at(["word"]), "one syllable alone")
        self.assertIsNone(said.named_at(["clover"], 0, LATER), "not between these moments")
        self.assertIsNone(TalkWords([talk("clover", loss=1.0)]).named_at(["clover"]), "hardly like it")
        self.assertIsNone(said.named_at(["tells", "nobody", "a", "thing"]))

    def test_a_short_word_is_a_name_when_it_is_said_for_itself(self) -> None:
        def said(*words: tuple[str, float]) -> TalkWords:
            heard = tuple(HeardWord(text, at, at + 0.4, 0.1) for text, at in words)
            return TalkWords([Aside(heard[0].start, heard[-1].end, "", heard)])

        self.assertEqual(said(("look", 1.0), ("map", 2.0), ("again", 3.0)).named_at(["map."]), 2.0)
        self.assertEqual(said(("map", 2.0)).named_at(["map"]), 2.0)
        self.assertIsNone(said(("the", 1.5), ("map", 2.0), ("again", 3.0)).named_at(["map"]))
        self.assertIsNone(said(("look", 1.0), ("so", 2.0), ("again", 3.0)).named_at(["so"]))

    def test_a_mark_of_the_talk_is_drawn_at_its_name(self) -> None:
        made = apply(lesson(), KeepMark(Mark("", Underline(), "a5", "a5", "evidence", moment=Moment.TALK)))
        found = trail()
        room = found.visits[8].end
        asides = (talk("look at this clover again", room + 0.2),)
        moved = tuple(replace(v, start=v.start + 5, end=v.end + 5) if n > 8 else v for n, v in enumerate(found.visits))
        heard = replace(found, visits=moved, asides=asides, seconds=30.0)
        self.assertAlmostEqual(drawn(made, heard)["mark1"], room + 0.2 + 1.5, places=3)
        silent = replace(heard, asides=(talk("look at this one again", room + 0.2),))
        self.assertAlmostEqual(drawn(made, silent)["mark1"], room + 0.2, places=3)

    def test_words_that_were_never_read_are_marked_where_they_are_named(self) -> None:
        made = apply(lesson(), KeepMark(Mark("", Underline(), "a5", "a5", "evidence")))
        unread = without(trail(), "a5")
        self.assertEqual(drawn(made, unread), {})
        named = replace(unread, asides=(talk("that is clover"),), seconds=30.0)
        self.assertEqual(drawn(made, named), {"mark1": LATER + 1})
        self.assertLess(
            drawn(made, replace(trail(), asides=named.asides, seconds=30.0))["mark1"], 10, "reading is first"
        )


class ShownByNameTest(unittest.TestCase):
    def boards(self, made: Lesson, found: Trail, *times: float) -> list[str]:
        layout = typeset(made)
        sheet = compile_cues(made, {TAKE: found}, layout, whole_take(TAKE, found))
        self.gates = [gate.shows for gate in sheet.gates]
        return [layout.pages[state_at(sheet, time).page].board for time in times]

    def test_a_card_comes_when_its_word_is_named_and_stays_until_she_comes_back_to_the_text(self) -> None:
        made = apply(lesson(), MakeCard("a5"))
        asides = (talk("this is clover you see", 1.0), talk("have you seen it", 5.0), talk("now our page", 8.0))
        found = replace(trail(begin=12.0), asides=asides)
        self.assertEqual(self.boards(made, found, 1.9, 2.1, 7.9, 9.1), ["", "card1", "card1", ""])
        without_text = replace(found, asides=asides[:2])
        self.assertEqual(self.boards(made, without_text, 9.1, 12.1), ["", ""], "till the end of her talk")
        long = replace(
            trail(begin=99.0), asides=(talk("this is clover", 1.0), talk("and so on and on", 80.0)), seconds=120
        )
        self.assertEqual(self.boards(made, long, 40.0, 70.0), ["card1", ""], "and not for ever")
        self.assertEqual(self.gates, [])
        after_reading = replace(trail(), asides=(talk("this is clover you see"),), seconds=30.0)
        self.assertEqual(self.boards(made, after_reading, LATER + 1.5), [""], "it belongs before the reading")
        self.assertEqual(self.gates, ["card1"])

    def test_a_chart_comes_by_a_heading_of_it_too(self) -> None:
        made = apply(lesson(), MakeOrganizer(Shape.STORY))
        chart = made.plan.organizers[0]
        named = replace(trail(), asides=(talk("so what is in the way here", LATER),), seconds=40.0)
        self.assertEqual(self.boards(made, named, LATER + 1.1), [chart.id])

    def test_a_chart_comes_when_she_works_at_it_in_her_own_words(self) -> None:
        made = apply(lesson(), MakeOrganizer(Shape.STORY))
        chart = made.plan.organizers[0]
        asides = (talk("what does she try then", LATER), talk("and how will it all end", LATER + 10))
        found = replace(trail(), asides=asides, seconds=60.0)
        self.assertEqual(self.boards(made, found, LATER - 0.1, LATER + 0.1, LATER + 11), ["", chart.id, chart.id])
        self.assertEqual(self.boards(made, replace(found, asides=asides[:1]), LATER + 3), [""], "once is chance")
        writes = (talk("let us right down some more", LATER - 6), asides[0])
        self.assertEqual(self.boards(made, replace(found, asides=writes), LATER - 4), [chart.id])
        far = (asides[0], talk("and how will it all end", LATER + 30))
        self.assertEqual(self.boards(made, replace(found, asides=far, seconds=90.0), LATER + 3), [""])

    def test_a_card_whose_word_is_never_read_comes_by_its_name(self) -> None:
        made = apply(lesson(), MakeCard("a5"))
        card = made.plan.cards[0]
        made = apply(made, KeepCard(replace(card, shown=Shown.REACHED)))
        found = Trail((), asides=(talk("this is clover you see"),), seconds=40.0)
        self.assertEqual(self.boards(made, found, LATER + 0.5, LATER + 1.1), ["", card.id])

    def test_a_card_is_stronger_than_the_page_of_its_word(self) -> None:
        made = lesson("A bee sings.\n\n---\n\nShe finds clover.")
        word = made.words[-1].id
        made = apply(made, MakeCard(word))
        made = apply(made, KeepMark(Mark("", Underline(), word, word, "evidence", moment=Moment.TALK)))
        found = Trail((), asides=(talk("this is clover you see"),), seconds=40.0)
        self.assertEqual(self.boards(made, found, LATER + 1.1), [made.plan.cards[0].id])

    def test_the_page_of_a_mark_that_is_named_comes_unless_its_words_are_there_already(self) -> None:
        made = lesson("A bee finds clover.\n\n---\n\nShe dances near clover.")
        first, second = (page.id for page in made.passages[0].pages)
        for word in ("a6", "a8"):
            made = apply(made, KeepMark(Mark("", Underline(), word, word, "evidence", moment=Moment.TALK)))
        layout = typeset(made)
        read = Trail(
            trail(made).visits[:4], asides=(talk("she dances all day"), talk("what is clover", 30)), seconds=50.0
        )
        sheet = compile_cues(made, {TAKE: read}, layout, whole_take(TAKE, read))
        pages = [layout.pages[state_at(sheet, at).page].id for at in (LATER, LATER + 1)]
        self.assertEqual(pages, [first, second])
        alone = replace(read, asides=(talk("what is clover", 30),))
        sheet = compile_cues(made, {TAKE: alone}, layout, whole_take(TAKE, alone))
        self.assertEqual(layout.pages[state_at(sheet, 33).page].id, first, "clover is on this page, too")
        by_hand = apply(made, KeepDirection(Direction("", TAKE, LATER, Deed.TURN, first)))
        sheet = compile_cues(by_hand, {TAKE: read}, layout, whole_take(TAKE, read))
        self.assertEqual(layout.pages[state_at(sheet, LATER + 1).page].id, first)

    def test_a_chart_comes_by_its_title_and_hands_are_stronger(self) -> None:
        made = apply(lesson(), MakeOrganizer(Shape.CAUSE))
        chart = made.plan.organizers[0]
        named = replace(trail(), asides=(talk(chart.title.lower(), LATER),), seconds=40.0)
        self.assertEqual(self.boards(made, named, LATER + 0.1), [chart.id])
        page = made.passages[0].pages[1].id
        turned = apply(made, KeepDirection(Direction("", TAKE, LATER + 0.5, Deed.TURN, page)))
        self.assertEqual(self.boards(turned, named, LATER + 0.1, LATER + 1), ["", ""])


class OfferedTest(unittest.TestCase):
    def setUp(self) -> None:
        made = lesson("# Where bees go\n\nA bee finds clover.\n\n---\n\n# How bees dance\n\nShe dances in the hive.")
        first, second = (page.id for page in made.passages[0].pages)
        made = apply(apply(made, LabelPage(first, "p. 12", "")), LabelPage(second, "p. 14", ""))
        laid = [page.id for page in typeset(made).pages]
        self.first, self.second = (next(id for id in laid if id.startswith(own)) for own in (first, second))
        dances = next(word.id for word in made.words if word.text == "dances")
        self.lesson = apply(made, MakeCard(dances))

    def take(self, words: str, made: Lesson) -> Trail:
        """Two words read on the first page, then talk."""
        return Trail(trail(made).visits[:2], asides=(talk(words),), seconds=40.0)

    def named(self, words: str, made: Lesson | None = None) -> list[Named]:
        own = made or self.lesson
        return list(named_in_talk(own, typeset(own), TAKE, self.take(words, own)))

    def offers(self, words: str, made: Lesson | None = None) -> list[tuple[float, str, str]]:
        return [(one.at, one.deed, one.target) for one in self.named(words, made) if not one.instead]

    def pages(self, words: str, *times: float, made: Lesson | None = None) -> list[str]:
        """The pages of the stage at these times."""
        own = made or self.lesson
        layout, found = typeset(own), self.take(words, own)
        sheet = compile_cues(own, {TAKE: found}, layout, whole_take(TAKE, found))
        return [layout.pages[state_at(sheet, time).page].id for time in times]

    def test_a_page_is_turned_to_by_its_number_as_its_sentence_begins(self) -> None:
        for said in ("turn to page fourteen please", "turn to page forty please"):
            (named,) = self.named(said)
            self.assertEqual((named.at, named.target, named.instead), (LATER, self.second, self.first), said)
            self.assertEqual(self.pages(said, LATER - 0.1, LATER + 0.1, LATER + 9), [self.first, *[self.second] * 2])
        words = "there was so much in it and we liked it all now see page fourteen"
        (named,) = self.named(words)
        self.assertEqual(named.at, LATER + 6.5, "this one began long ago")
        self.assertEqual(self.named("this page is nice"), [])

    def test_where_numbers_sound_alike_the_page_is_offered_and_not_turned_to(self) -> None:
        first, second = (page.id for page in self.lesson.passages[0].pages)
        made = apply(apply(self.lesson, LabelPage(first, "p. 25", "")), LabelPage(second, "p. 24", ""))
        (named,) = self.named("turn to page twenty for us", made)
        self.assertEqual(
            (named.deed, named.target, named.instead), (Deed.TURN, self.second, self.first), "as it sounds"
        )
        (named,) = self.named("turn to page twenty please", made)
        self.assertEqual((named.deed, named.instead), (Deed.TURN, ""))
        self.assertEqual(self.pages("turn to page twenty please", LATER + 3, made=made), [self.first])

    def test_the_teacher_can_have_it_not_turn_there(self) -> None:
        said = "turn to page fourteen please"
        (named,) = self.named(said)
        stays = apply(self.lesson, KeepDirection(Direction("", TAKE, named.at, Deed.TURN, named.instead)))
        self.assertEqual(self.pages(said, LATER + 3, made=stays), [self.first])
        self.assertEqual(self.named(said, stays), [])

    def test_pages_are_offered_by_their_heading(self) -> None:
        self.assertEqual(self.offers("see how bees dance now"), [(LATER + 0.5, Deed.TURN, self.second)])

    def test_cards_are_offered_by_their_word(self) -> None:
        card = self.lesson.plan.cards[0]
        self.assertEqual(self.offers(f"the word {card.word} is new"), [(LATER + 1, Deed.SHOW, card.id)])

    def test_what_was_done_by_hand_is_not_offered(self) -> None:
        done = apply(self.lesson, KeepDirection(Direction("", TAKE, LATER + 2, Deed.TURN, self.second)))
        self.assertEqual(self.named("turn to page fourteen please", done), [])
        other = apply(self.lesson, KeepDirection(Direction("", "other", LATER + 2, Deed.TURN, self.second)))
        self.assertEqual(len(self.named("turn to page fourteen please", other)), 1)


class PicturesOfferedTest(unittest.TestCase):
    def test_captions_lead_to_their_page_and_named_parts_closer(self) -> None:
        made = replace(pictured(), chosen_take=TAKE)
        block = next(block for block in made.passages[0].blocks if block.picture)
        made = apply(made, NameRegion(block.id, "the left wing", Area(0.1, 0.1, 0.3, 0.3)))
        region = next(one for one in made.passages[0].blocks if one.picture).picture
        found = Trail((), asides=(talk("look here at the left wing of it"),), seconds=40.0)
        (offer,) = named_in_talk(made, typeset(made), TAKE, found)
        assert region
        self.assertEqual((offer.deed, offer.target), (Deed.CLOSER, f"picture {block.id} {region.regions[0].id}"))
        self.assertEqual((offer.said, offer.at), ("the left wing", LATER + 1.5))


if __name__ == "__main__":
    unittest.main()
