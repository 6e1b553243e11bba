"""What is odd about a take, whatever the ear was sure of: each kind found where it is planted, and nowhere else."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.by_hand_changes import LightAgain, MakeTalk, PlaceWords
from wordtrail.core.changes.checking_changes import CheckAgain, SettleStretch
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.cut_changes import CutOut
from wordtrail.core.edit.joining import Cut
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.checking import checks_of, settled_in
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.missed_words import missed_words
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import PlacedMark
from wordtrail.core.sound.quiet import STEP
from wordtrail.core.sound.word_levels import RecordedSound, clipped, too_soft
from wordtrail.core.trail.checks import REPAIRS, CheckKind, Repair, rank
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Aside, Slip, SlipKind, Trail, Visit
from wordtrail.core.trail.odd_moments import odd_moments

LONGER = (
    "The kite went up over the hill and the children ran after it as far as the old stone wall by the river. "
    "Nobody had seen it fly so high before."
)


def kinds(made: Lesson, found: Trail, sound: RecordedSound | None = None) -> list[tuple[CheckKind, str]]:
    checks = checks_of(made, TAKE, found, sound) if sound else checks_of(made, TAKE, found)
    return [(one.kind, one.word) for one in checks]


def later(found: Trail, index: int, by: float) -> Trail:
    """The trail with everything from a visit on later by so many seconds."""
    visits = tuple(
        replace(visit, start=visit.start + by, end=visit.end + by) if number >= index else visit
        for number, visit in enumerate(found.visits)
    )
    return replace(found, visits=visits, seconds=found.seconds + by, asides=())


def at(of: Trail, index: int, **changes: float) -> Trail:
    """The trail with one visit otherwise."""
    visits = list(of.visits)
    visits[index] = replace(visits[index], **changes)  # type: ignore[arg-type]
    return replace(of, visits=tuple(visits))


class LightsTest(unittest.TestCase):
    def test_a_word_that_is_lit_too_short_or_too_long(self) -> None:
        found = trail()
        short = at(at(found, 3, end=found.visits[3].start + 0.07), 4, start=found.visits[3].start + 0.07)
        self.assertEqual(kinds(lesson(), short), [(CheckKind.SHORT, "a4")], "“finds” in 70 ms")
        long = later(found, 4, 3.0)
        long = at(long, 3, end=long.visits[4].start)
        self.assertEqual(kinds(lesson(), long), [(CheckKind.LONG, "a4")])

    def test_a_weak_word_may_be_swallowed_and_a_hand_is_not_doubted(self) -> None:
        found = trail()
        self.assertEqual(kinds(lesson(), at(found, 1, end=found.visits[1].start + 0.04)), [], "“a”")
        short = at(at(found, 3, end=found.visits[3].start + 0.07), 4, start=found.visits[3].start + 0.07)
        by_hand = at(short, 3, found=short.visits[3].start + 0.2)
        self.assertEqual(kinds(lesson(), by_hand), [])

    def test_a_gap_in_a_sentence_is_odd_where_nothing_is_printed_done_or_cut(self) -> None:
        gap = later(trail(), 3, 1.5)
        self.assertEqual(kinds(lesson(), gap), [(CheckKind.GAP, "a4")])
        self.assertEqual(kinds(lesson(), later(trail(), 5, 1.5)), [], "after “clover,” readers rest")
        self.assertEqual(kinds(planned(), later(trail(), 5, 2.5)), [], "there students think")
        inside = gap.visits[2].end + 0.5
        done = replace(lesson(), directions=(Direction("d", TAKE, inside, Deed.BACK),))
        self.assertEqual(kinds(done, gap), [])
        cut = apply(lesson(), CutOut((Cut(TAKE, inside, inside + 0.6),)))
        self.assertEqual(kinds(cut, gap), [])

    def test_in_verse_readers_rest_at_the_end_of_a_line(self) -> None:
        verse = lesson("Rain comes down\non the roof\n\nIt says hush\nand hush again")
        self.assertEqual(kinds(verse, later(trail(verse), 3, 1.5)), [])
        self.assertEqual(kinds(verse, later(trail(verse), 2, 1.5)), [(CheckKind.GAP, "a3")])

    def test_a_light_between_talk_and_talk_and_talk_without_a_word(self) -> None:
        found = trail()
        alone = (Visit("a9", 20.0, 20.4), Visit("a10", 20.4, 20.8))
        talk = (Aside(17.0, 19.9, "look at"), Aside(21.3, 24.0, "do you see"))
        self.assertEqual(
            kinds(lesson(), replace(found, visits=(*found.visits, *alone), asides=talk)), [(CheckKind.IN_TALK, "a9")]
        )
        three = (*alone, Visit("a11", 20.8, 21.2))
        self.assertEqual(kinds(lesson(), replace(found, visits=(*found.visits, *three), asides=talk)), [])
        noise = replace(found, asides=(Aside(17.0, 19.0),))
        ((kind, _),) = kinds(lesson(), noise)
        self.assertEqual(kind, CheckKind.NO_WORDS)

    def test_a_lesson_without_words_has_nothing_odd(self) -> None:
        noise = replace(trail(), visits=(), asides=(Aside(17.0, 19.0),))
        self.assertEqual(list(odd_moments(noise, (), (), ())), [])

    @given(st.lists(st.tuples(st.integers(0, 18), st.floats(0.03, 4.0)), max_size=8))
    def test_whatever_the_times_each_place_is_offered_once_and_in_its_order(
        self, lengths: list[tuple[int, float]]
    ) -> None:
        found = trail()
        for index, seconds in lengths:
            found = later(found, index, seconds)
        checks = checks_of(lesson(), TAKE, found)
        self.assertEqual(len({(one.word, one.found) for one in checks}), len(checks))
        ranks = [rank(one.kind) for one in checks]
        self.assertEqual(ranks, sorted(ranks))
        for one in checks:
            self.assertTrue(one.repairs)
            self.assertTrue(set(one.repairs) <= set(REPAIRS[one.kind]))


class AroundTest(unittest.TestCase):
    def test_a_mark_that_is_drawn_just_before_its_word(self) -> None:
        made = planned()
        mark = next(one for one in made.marks if one.first == "a6")
        word = trail().visits[5]

        def placed(early: float) -> list[tuple[CheckKind, str]]:
            return kinds(replace(made, placed_marks=(PlacedMark(mark.id, TAKE, word.start - early),)), trail())

        self.assertEqual(placed(1.0), [(CheckKind.EARLY_MARK, "a6")])
        self.assertEqual(placed(0.2), [], "the eye is there before the voice")
        self.assertEqual(placed(-1.0), [])
        (check,) = checks_of(replace(made, placed_marks=(PlacedMark(mark.id, TAKE, word.start - 1.0),)), TAKE, trail())
        self.assertEqual((check.about, check.repairs), (mark.id, (Repair.WITH_WORD,)))

    def test_a_paragraph_that_is_far_quicker_than_planned(self) -> None:
        made = lesson(LONGER)
        quick = trail(made, each=0.25, rest=0.05)
        self.assertEqual(kinds(made, quick), [(CheckKind.QUICK, "a1")])
        self.assertEqual(kinds(replace(made, words_per_minute=180.0), quick), [])

    def test_a_word_said_twice_is_asked_about_at_its_first_time(self) -> None:
        found = trail()
        twice = later(found, 3, 0.6)
        again = Visit("a3", found.visits[2].start + 0.6, found.visits[2].end + 0.6)
        visits = (*twice.visits[:3], again, *twice.visits[3:])
        twice = replace(twice, visits=visits, slips=(Slip(SlipKind.SAID_TWICE, "a3", again.start, again.end),))
        (check,) = checks_of(lesson(), TAKE, twice)
        self.assertEqual(
            (check.kind, check.start, check.repairs), (CheckKind.SAID_TWICE, found.visits[2].start, (Repair.CUT,))
        )
        cut = apply(lesson(), CutOut((Cut(TAKE, check.start - 0.02, check.end + 0.02),)))
        self.assertEqual(checks_of(cut, TAKE, twice), ())


class AloudTest(unittest.TestCase):
    def test_a_long_silence_is_odd_before_reading_and_not_where_students_think(self) -> None:
        found = later(trail(), 9, 5.0)
        self.assertEqual(kinds(lesson(), found), [(CheckKind.GAP, "a10")])
        thinking = replace(planned(), pause_points=(replace(planned().pause_points[0], after="a9"),))
        self.assertEqual(kinds(thinking, found), [])
        talk = replace(trail(), asides=(Aside(20.0, 24.0, "well done"),))
        self.assertEqual(kinds(lesson(), talk), [], "before talk a teacher thinks")

    def test_a_phone_that_rings_between_the_words(self) -> None:
        found = later(trail(), 9, 3.0)
        heights = bytearray(LevelsTest().heights(found, {}))
        start = found.visits[8].end + 1.0
        heights[int(start / STEP) : int((start + 0.8) / STEP)] = bytes([140]) * 40
        ((kind, word),) = kinds(lesson(), found, RecordedSound(bytes(heights)))
        self.assertEqual((kind, word), (CheckKind.NO_WORDS, "a9"))
        heights[int(start / STEP) : int((start + 0.8) / STEP)] = bytes([40]) * 40
        self.assertEqual(kinds(lesson(), found, RecordedSound(bytes(heights))), [], "a street far away")

    def test_a_sentence_that_is_begun_twice(self) -> None:
        whole = trail()
        first = tuple(replace(one, start=one.start - 3.0, end=one.end - 3.0) for one in later(whole, 0, 3.0).visits[:4])
        found = replace(later(whole, 0, 3.0), visits=(*first, *later(whole, 0, 3.0).visits))
        ((kind, word),) = kinds(lesson(), found)
        self.assertEqual((kind, word), (CheckKind.SAID_TWICE, "a1"))


class LevelsTest(unittest.TestCase):
    def heights(self, found: Trail, levels: dict[int, float]) -> bytes:
        """Heights of a take whose words are all at 0.3 of full scale, but for some."""
        heights = bytearray(round(found.seconds / STEP) + 1)
        for number, visit in enumerate(found.visits):
            level = levels.get(number, 0.3)
            for place in range(int(visit.start / STEP), int(visit.end / STEP)):
                heights[place] = round(level**0.5 * 255)
        return bytes(heights)

    def test_a_word_that_is_cut_off_or_lost_is_found_by_the_height_of_its_sound(self) -> None:
        found = trail()
        heard = self.heights(found, {2: 0.8, 6: 0.02, 7: 0.12})
        sound = RecordedSound(heard, recorded=self.heights(found, {2: 1.0}))
        self.assertEqual(kinds(lesson(), found, sound), [(CheckKind.CLIPPED, "a3"), (CheckKind.QUIET, "a7")])
        unknown = replace(sound, recorded=b"")
        self.assertEqual(kinds(lesson(), found, unknown), [(CheckKind.QUIET, "a7")])

    def test_nothing_is_said_without_heights_or_of_a_few_words(self) -> None:
        self.assertEqual(too_soft(RecordedSound(b""), [(0.0, 1.0)] * 20), [False] * 20)
        self.assertEqual(clipped(RecordedSound(b"", b"\xff" * 10), [(0.0, 0.1), (5.0, 6.0)]), [True, False])
        self.assertEqual(too_soft(RecordedSound(b"\xff" * 50 + b"\x01" * 50), [(0.0, 0.9), (1.1, 1.9)]), [False] * 2)


class OnPurposeTest(unittest.TestCase):
    def test_a_stretch_is_on_purpose_until_all_is_checked_again(self) -> None:
        found = later(later(trail(), 3, 1.5), 12, 1.5)
        made = lesson()
        self.assertEqual(kinds(made, found), [(CheckKind.GAP, "a4"), (CheckKind.GAP, "a13")])
        settled = apply(made, SettleStretch(TAKE, 0.0, found.visits[4].end))
        self.assertEqual(kinds(settled, found), [(CheckKind.GAP, "a13")])
        self.assertEqual(settled_in(settled, TAKE), 1)
        self.assertEqual(len(checks_of(settled, "another", found)), 2)
        self.assertEqual(len(checks_of(apply(settled, CheckAgain(TAKE)), TAKE, found)), 2)
        with self.assertRaises(LessonError):
            apply(made, SettleStretch(TAKE, 3.0, 3.0))

    def test_a_word_that_was_left_out_on_purpose_is_no_row_either(self) -> None:
        some = trail()
        visits = tuple(one for one in some.visits if one.word != "a4")
        slip = Slip(SlipKind.LEFT_OUT, "a4", some.visits[2].end, some.visits[2].end)
        found = replace(some, visits=visits, slips=(slip,))
        self.assertEqual([one.words for one in missed_words(lesson(), TAKE, found)], [("a4",)])
        made = apply(lesson(), SettleStretch(TAKE, 0.0, 3.0))
        self.assertEqual(missed_words(made, TAKE, found), ())


class TalkByHandTest(unittest.TestCase):
    def test_words_become_talk_with_what_is_talk_beside_them_and_light_again(self) -> None:
        found = trail()
        last = found.visits[-1]
        near = replace(found, asides=(Aside(last.end + 0.2, last.end + 2.0, "well done"),))
        made = apply(lesson(), MakeTalk(TAKE, last.start, last.end))
        shown = current_trail(made, TAKE, near)
        self.assertEqual(len(shown.visits), len(found.visits) - 1)
        (aside,) = shown.asides
        self.assertEqual((aside.start, aside.end), (last.start, last.end + 2.0))
        self.assertEqual([word.text for word in aside.words], ["end"])
        self.assertEqual(shown.unread, (last.word,))
        again = apply(made, LightAgain(TAKE, aside.start, aside.end))
        self.assertEqual(current_trail(again, TAKE, near).visits, near.visits)

    def test_what_a_hand_had_placed_there_goes_and_what_lies_beside_it_stays(self) -> None:
        found = trail()
        words, starts = ("a2", "a3", "a4"), (1.7, 2.3, 2.9)
        made = apply(lesson(), PlaceWords(TAKE, words, starts, 3.3, (2.2, 2.8, 3.3)))
        self.assertEqual([one.end for one in current_trail(made, TAKE, found).visits[1:4]], [2.2, 2.8, 3.3])
        talk = apply(made, MakeTalk(TAKE, 2.3, 2.8))
        self.assertEqual([one.words for one in talk.read_by_hand], [("a2", "a4")])
        self.assertNotIn("a3", {one.word for one in current_trail(talk, TAKE, found).visits})

    def test_words_placed_in_one_reading_stay_when_another_reading_is_placed(self) -> None:
        made = apply(lesson(), PlaceWords(TAKE, ("a2",), (1.7,), 2.2))
        made = apply(made, PlaceWords(TAKE, ("a2",), (30.0,), 30.5))
        self.assertEqual([one.starts for one in made.read_by_hand], [(1.7,), (30.0,)])
        made = apply(made, PlaceWords(TAKE, ("a2",), (30.4,), 30.9))
        self.assertEqual([one.starts for one in made.read_by_hand], [(1.7,), (30.4,)])

    @given(st.floats(0.0, 12.0), st.floats(0.1, 6.0))
    def test_lights_and_talk_never_lie_on_one_another(self, start: float, length: float) -> None:
        made = apply(lesson(), MakeTalk(TAKE, start, start + length))
        shown = current_trail(made, TAKE, trail())
        for visit in shown.visits:
            middle = (visit.start + visit.end) / 2
            self.assertFalse(start <= middle < start + length)
        self.assertTrue(any(one.start <= start and start + length <= one.end for one in shown.asides))


if __name__ == "__main__":
    unittest.main()
