"""Shaping a passage: blocks and pages change, words and what hangs on them stay."""

from __future__ import annotations

import unittest
from collections.abc import Callable

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import planned
from wordtrail.core.changes.block_changes import (
    AddBlock,
    EditBlock,
    MergeBlock,
    MoveBlock,
    NumberBlock,
    RemoveBlock,
    SetBlockKind,
    SplitBlock,
)
from wordtrail.core.changes.card_changes import WishCard
from wordtrail.core.changes.command import Command
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.loose_ends import PutBack
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.changes.page_changes import BreakPage, JoinPage, LabelPage, ShowPage
from wordtrail.core.changes.passage_changes import AddPages, RemovePassage, SetCredits, SetLook, SetNumbers
from wordtrail.core.changes.picture_changes import CropPicture, NameRegion, PlacePicture, RemoveRegion
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.word_changes import DropWord, JoinWords, MendWord
from wordtrail.core.errors import EmptyPassage, LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.draft import DraftBlock, DraftPage, DraftPassage, DraftPhoto, DraftWord
from wordtrail.core.text.intake import passage_from_pages, passage_from_text
from wordtrail.core.text.look import TextLook, Typeface
from wordtrail.core.text.model import (
    Area,
    BlockKind,
    Emphasis,
    Numbers,
    PermissionKind,
    Style,
    permission_line,
)

TEXT = "# A hill\n\nUp we go to the top. It is far.\n\nNow we rest.\n\n---\n\nThe wind sings."
PICTURE = PlacePicture("ab2", "0123456789abcdef0123456789abcdef.png", 800, 600, "A hill")


def lesson(text: str = TEXT) -> Lesson:
    return Lesson((passage_from_text(text, title="A hill"),))


def after(*commands: Command, of: Lesson | None = None) -> Lesson:
    made = of or lesson()
    for command in commands:
        made = apply(made, command)
    return made


def texts(made: Lesson) -> list[str]:
    return [block.text for block in made.passages[0].blocks]


def words(made: Lesson) -> dict[str, str]:
    return {word.id: word.text for word in made.words}


class BlockTest(unittest.TestCase):
    def test_an_edited_block_keeps_the_words_that_stayed(self) -> None:
        made = after(EditBlock("ab2", "Up we went to the very top. It is far."))
        self.assertEqual(words(made)["a3"], "Up")
        self.assertEqual([word.text for word in made.words if word.id not in words(lesson())], ["went", "very"])
        self.assertEqual(words(made)["a10"], "is")

    def test_the_text_is_tidied_and_emphasis_kept_inside_it(self) -> None:
        made = after(EditBlock("ab3", "  Now   we rest. ", (Emphasis(0, 3, Style.BOLD), Emphasis(2, 99, Style.ITALIC))))
        block = list(made.passages[0].blocks)[2]
        self.assertEqual((block.text, [(e.start, e.end) for e in block.emphasis]), ("Now we rest.", [(0, 3), (3, 12)]))

    def test_parting_and_joining_changes_no_word(self) -> None:
        made = after(SplitBlock("ab2", 21))
        self.assertEqual(texts(made)[1:3], ["Up we go to the top.", "It is far."])
        self.assertEqual(words(made), words(lesson()))
        again = after(MergeBlock(list(made.passages[0].blocks)[2].id), of=made)
        self.assertEqual(texts(again), texts(lesson()))
        self.assertEqual(words(again), words(lesson()))

    def test_a_block_is_parted_between_words_only(self) -> None:
        for at in (0, 1, 4, 99):
            with self.subTest(at), self.assertRaises(LessonError):
                after(SplitBlock("ab2", at))

    def test_a_heading_is_followed_by_a_paragraph_when_parted(self) -> None:
        made = after(EditBlock("ab1", "A hill and a valley"), SplitBlock("ab1", 7))
        self.assertEqual([b.kind for b in list(made.passages[0].blocks)[:2]], [BlockKind.HEADING, BlockKind.PARAGRAPH])

    def test_moving_turns_no_mark_around(self) -> None:
        made = after(AddMark(Underline(), "a9", "a12", "evidence"), MoveBlock("ab3", "ab2"))
        self.assertEqual(texts(made)[1], "Now we rest.")
        positions = made.positions()
        self.assertLess(positions[made.marks[0].first], positions[made.marks[0].last])

    def test_verse_and_prose_have_the_same_words(self) -> None:
        made = after(EditBlock("ab3", "Now we\nrest."), SetBlockKind("ab3", BlockKind.STANZA))
        made = after(EditBlock("ab3", "Now we\nrest."), of=made)
        self.assertEqual(texts(made)[2], "Now we\nrest.")
        prose = after(SetBlockKind("ab3", BlockKind.PARAGRAPH), of=made)
        self.assertEqual(texts(prose)[2], "Now we rest.")
        self.assertEqual(words(prose), words(lesson()))

    def test_new_and_removed_blocks(self) -> None:
        for of, follows in ((BlockKind.HEADING, BlockKind.PARAGRAPH), (BlockKind.LIST_ITEM, BlockKind.LIST_ITEM)):
            made = after(SetBlockKind("ab1", of), AddBlock("ab1", None, "And then."))
            self.assertEqual([block.kind for block in made.passages[0].blocks][:2], [of, follows])
        made = after(AddBlock("ab1", BlockKind.CAPTION, "What is seen."), RemoveBlock("ab2"))
        self.assertEqual(texts(made)[:3], ["A hill", "What is seen.", "Now we rest."])
        with self.assertRaises(EmptyPassage):
            after(*(RemoveBlock(block.id) for block in lesson().passages[0].blocks))


class PageTest(unittest.TestCase):
    def test_pages_begin_and_go_on(self) -> None:
        made = after(BreakPage("ab3"))
        self.assertEqual([len(page.blocks) for page in made.passages[0].pages], [2, 1, 1])
        joined = after(JoinPage(made.passages[0].pages[1].id), of=made)
        self.assertEqual([len(page.blocks) for page in joined.passages[0].pages], [3, 1])
        with self.assertRaises(LessonError):
            after(JoinPage(made.passages[0].pages[0].id))

    def test_both_labels_are_shown(self) -> None:
        page = lesson().passages[0].pages[0].id
        made = after(LabelPage(page, " 12 ", "9"))
        self.assertEqual(made.passages[0].pages[0].labels, "p. 12 · screen 9")
        with self.assertRaises(LessonError):
            after(LabelPage(page, "a much too long label"))

    def test_numbers_run_through_anew_or_not_at_all(self) -> None:
        def numbers(made: Lesson) -> list[int | None]:
            return [block.number for block in made.passages[0].blocks]

        self.assertEqual(numbers(lesson()), [None, 1, 2, 3])
        self.assertEqual(numbers(after(SetNumbers("a", Numbers.PER_PAGE))), [None, 1, 2, 1])
        self.assertEqual(numbers(after(SetNumbers("a", Numbers.OFF))), [None] * 4)
        self.assertEqual(numbers(after(NumberBlock("ab2", False))), [None, None, 1, 2])

    def test_steps_are_counted_one_after_another(self) -> None:
        made = lesson("Fold it:\n\n1. Fold\n\n2. Turn\n\nNow again:\n\n1. Press")
        self.assertEqual([b.number for b in made.passages[0].blocks], [1, 1, 2, 2, 1])


class WordTest(unittest.TestCase):
    def test_a_mended_word_keeps_its_id_and_several_words_part_it(self) -> None:
        self.assertEqual(words(after(MendWord("a8", "peak.")))["a8"], "peak.")
        made = after(EditBlock("ab3", "Now werest today."), MendWord("a13", "we rest"))
        self.assertEqual(texts(made)[2], "Now we rest today.")

    def test_joining_takes_the_hyphen_away(self) -> None:
        made = lesson("She was be- hind me.")
        self.assertEqual(texts(after(JoinWords("a3"), of=made)), ["She was behind me."])
        self.assertEqual(words(after(JoinWords("a3"), of=made))["a3"], "behind")
        with self.assertRaises(LessonError):
            after(JoinWords("a5"), of=made)

    def test_a_dropped_word_takes_its_space(self) -> None:
        self.assertEqual(texts(after(DropWord("a4")))[1], "Up go to the top. It is far.")
        with self.assertRaises(LessonError):
            after(DropWord("a1"), DropWord("a2"))

    def test_emphasis_stays_where_it_was(self) -> None:
        made = lesson("One **two** three **four** five.")
        made = after(MendWord("a1", "Twenty-one"), DropWord("a3"), of=made)
        block = next(made.passages[0].blocks)
        self.assertEqual([block.text[e.start : e.end] for e in block.emphasis], ["two", "four"])

    def test_the_places_on_a_photo_go_along(self) -> None:
        read = tuple(DraftWord(t, 10 + 50 * i, 5, 40, 20, 22, 0.5) for i, t in enumerate(("The", "gar", "den", "gate")))
        photo = DraftPhoto("0123456789abcdef0123456789abcdef.jpg", 300, 100, read)
        page = DraftPage("", (DraftBlock(BlockKind.PARAGRAPH, "The gar den gate"),), photo)
        made = Lesson((passage_from_pages([page]),))
        made = after(JoinWords("a2"), of=made)
        shown = made.passages[0].pages[0].photo
        assert shown
        place = next(one for one in shown.words if one.word == "a2")
        self.assertEqual((place.x, place.width, place.confidence), (60, 90, 1.0))
        self.assertNotIn("a3", {one.word for one in shown.words})
        self.assertTrue(after(ShowPage("ap2", True), of=made).passages[0].pages[0].as_photo)


class LooseEndsTest(unittest.TestCase):
    def test_a_mark_that_lost_its_words_can_be_put_on_others(self) -> None:
        made = after(DropWord("a5"), of=planned())
        lost = next(end for end in made.loose_ends if end.mark)
        back = after(PutBack(lost.id, "a2", "a3"), of=made)
        self.assertIn((Highlight(), "a2", "a3"), [(m.form, m.first, m.last) for m in back.marks])
        self.assertNotIn(lost.id, [end.id for end in back.loose_ends])

    @settings(max_examples=120, deadline=None)
    @given(st.data())
    def test_no_mark_is_moved_or_silently_lost_by_random_edits(self, data: st.DataObject) -> None:
        made = after(
            AddMark(Underline(), "a3", "a5", "evidence"),
            AddMark(Highlight(), "a11", "a11", "new-word"),
            AddMark(Underline(), "a15", "a16", "evidence"),
            KeepPoint(PausePoint("", "a8", "Why?", 5)),
        )
        marked = {mark.id: set(_run(made, mark.first, mark.last)) for mark in made.marks}
        for _ in range(data.draw(st.integers(1, 7))):
            before = made.positions()
            try:
                made = apply(made, data.draw(st.sampled_from(_edits(made)))(data))
            except (LessonError, EmptyPassage):
                continue
            positions = made.positions()
            held = {end.mark.id for end in made.loose_ends if end.mark} | {mark.id for mark in made.marks}
            self.assertEqual(held, set(marked))
            for mark in made.marks:
                self.assertLessEqual(positions[mark.first], positions[mark.last])
                # A word that was made of two stands on both.
                marked[mark.id] |= set(_run(made, mark.first, mark.last)) - before.keys()
                self.assertLessEqual({mark.first, mark.last}, marked[mark.id], "a mark sits on its own words only")
            kept = [point.id for point in made.pause_points]
            lost = [end.point.id for end in made.loose_ends if end.point]
            self.assertEqual(len(kept) + len(lost), 1)
            self.assertEqual(len(positions), len(made.words), "no id is given twice")


def _run(made: Lesson, first: str, last: str) -> list[str]:
    ids = [word.id for word in made.words]
    return ids[ids.index(first) : ids.index(last) + 1]


_SAYINGS = ["Quartz.", "xylo quartz up.", "Far far."]


def _edits(made: Lesson) -> list[Callable[[st.DataObject], Command]]:
    """One of each kind of change, somewhere."""
    blocks = [block.id for block in made.passages[0].blocks]
    ids = [word.id for word in made.words]
    pages = [page.id for page in made.passages[0].pages]
    block, word = st.sampled_from(blocks), st.sampled_from(ids)
    return [
        lambda data: SplitBlock(data.draw(block), data.draw(st.integers(0, 30))),
        lambda data: MergeBlock(data.draw(block)),
        lambda data: MoveBlock(data.draw(block), data.draw(block)),
        lambda data: RemoveBlock(data.draw(block)),
        lambda data: EditBlock(data.draw(block), data.draw(st.sampled_from(_SAYINGS))),
        lambda data: BreakPage(data.draw(block)),
        lambda data: JoinPage(data.draw(st.sampled_from(pages))),
        lambda data: MendWord(data.draw(word), data.draw(st.sampled_from(["zinc", "a b", "zinc-blue"]))),
        lambda data: JoinWords(data.draw(word)),
        lambda data: DropWord(data.draw(word)),
        lambda data: SetBlockKind(data.draw(block), data.draw(st.sampled_from([BlockKind.STANZA, BlockKind.CAPTION]))),
    ]


class PictureTest(unittest.TestCase):
    def test_a_picture_is_placed_cropped_and_its_parts_named(self) -> None:
        made = after(PICTURE)
        block = list(made.passages[0].blocks)[2]
        made = after(
            CropPicture(block.id, Area(0.1, 0.1, 0.5, 0.5)),
            NameRegion(block.id, "the root of the oak", Area(0.2, 0.2, 0.1, 0.1)),
            NameRegion(block.id, "the top", Area(0.2, 0, 0.1, 0.1)),
            of=made,
        )
        picture = list(made.passages[0].blocks)[2].picture
        assert picture
        self.assertEqual(
            (picture.crop.width, [one.name for one in picture.regions]), (0.5, ["the root of the oak", "the top"])
        )
        self.assertEqual(len({one.id for one in picture.regions}), 2)
        made = after(RemoveRegion(block.id, picture.regions[0].id), of=made)
        left = list(made.passages[0].blocks)[2].picture
        self.assertEqual([one.name for one in left.regions] if left else [], ["the top"])

    def test_what_makes_no_sense_is_refused(self) -> None:
        made = after(PICTURE)
        block = list(made.passages[0].blocks)[2].id
        for command in (
            PlacePicture("ab2", "../../etc/passwd", 10, 10),
            CropPicture(block, Area(0.5, 0, 0.6, 1)),
            CropPicture(block, Area(0, 0, float("nan"), 1)),
            CropPicture("ab2", Area()),
            NameRegion(block, "  ", Area(0, 0, 0.5, 0.5)),
            SetBlockKind(block, BlockKind.PARAGRAPH),
            SetBlockKind("ab2", BlockKind.PICTURE),
            MergeBlock(block),
            SetLook(TextLook(line_spacing=9)),
            EditBlock("ab2", "  "),
            MendWord("a3", "—"),
            WishCard("   "),
        ):
            with self.subTest(command), self.assertRaises(LessonError):
                apply(made, command)


class PassagesTest(unittest.TestCase):
    def test_a_second_passage_has_ids_and_credits_of_its_own(self) -> None:
        draft = DraftPassage((DraftPage("", (DraftBlock(BlockKind.PARAGRAPH, "Down we go."),)),), "A valley", "Ida")
        made = after(AddPages("", draft))
        self.assertEqual([p.title for p in made.passages], ["A hill", "A valley"])
        self.assertEqual(len(made.positions()), len(made.words))
        credits = SetCredits(
            made.passages[1].id, "A valley", permission_kind=PermissionKind.LICENCE, permission="CC BY 4.0"
        )
        made = after(credits, of=made)
        self.assertEqual(permission_line(made.passages[1]), "Licence: CC BY 4.0")
        again = after(RemovePassage(made.passages[1].id), AddPages("", draft), of=made)
        self.assertNotEqual(again.passages[1].id, made.passages[1].id, "ids of a removed passage are not given again")
        with self.assertRaises(LessonError):
            after(RemovePassage("a"))

    def test_looks_and_wishes(self) -> None:
        made = after(SetLook(TextLook(Typeface.LEXEND, 60)), WishCard("antennae"), WishCard("antennae"))
        self.assertEqual((made.look.typeface, made.card_wishes), (Typeface.LEXEND, ("antennae",)))
        self.assertEqual(after(WishCard("antennae", False), of=made).card_wishes, ())


if __name__ == "__main__":
    unittest.main()
