"""A lesson put together from stretches of several takes."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import product

from hypothesis import given
from hypothesis import strategies as st

from tests.worlds import TAKE, lesson, trail
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.joining_changes import PutInPlace, PutStretchBack, UseStretch
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.edit.joining import Cut, Replacement, joined, with_replacement
from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.kept_clips import kept_clips, takes_used
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.placing import TakePlace, place_of, placed, where_stopped
from wordtrail.core.lesson.versions import lines_of, stretch_of
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.model import Aside, Slip, SlipKind, Trail, Visit

WHOLE = Clip("one", 1.0, 20.0)
OTHER = "take-2"


def again(first: int, last: int, begin: float = 2.0) -> Trail:
    """A second take in which only the words from one to another are read."""
    whole = trail(begin=begin)
    shift = whole.visits[first].start - begin
    visits = tuple(replace(v, start=v.start - shift, end=v.end - shift) for v in whole.visits[first : last + 1])
    end = visits[-1].end
    return Trail(visits, seconds=end + 3, sound_start=begin, sound_end=end)


def ids(of: Trail) -> list[str]:
    return [visit.word for visit in of.visits]


class JoinedTest(unittest.TestCase):
    def test_a_stretch_is_heard_in_the_place_of_another(self) -> None:
        clips = joined(WHOLE, [Replacement("one", 5, 8, "two", 1, 3)], [])
        self.assertEqual(clips, (Clip("one", 1, 5), Clip("two", 1, 3), Clip("one", 8, 20)))

    def test_a_stretch_comes_in_between_and_at_the_end(self) -> None:
        clips = joined(WHOLE, [Replacement("one", 5, 5, "two", 1, 3), Replacement("one", 18, 20, "three", 0, 9)], [])
        self.assertEqual(
            clips, (Clip("one", 1, 5), Clip("two", 1, 3), Clip("one", 5, 18), Clip("three", 0, 9))
        )  # fmt: skip

    def test_what_came_in_can_be_replaced_in_part(self) -> None:
        chosen = [Replacement("one", 5, 8, "two", 1, 9), Replacement("two", 3, 4, "three", 0, 2)]
        self.assertEqual(
            joined(WHOLE, chosen, []),
            (Clip("one", 1, 5), Clip("two", 1, 3), Clip("three", 0, 2), Clip("two", 4, 9), Clip("one", 8, 20)),
        )

    def test_a_part_may_come_back_from_the_first_take(self) -> None:
        chosen = [Replacement("one", 5, 8, "two", 1, 9), Replacement("two", 3, 4, "one", 6, 7)]
        self.assertIn(Clip("one", 6, 7), joined(WHOLE, chosen, []))

    def test_what_leads_back_into_itself_ends(self) -> None:
        chosen = [Replacement("one", 5, 8, "two", 1, 9), Replacement("two", 1, 9, "one", 5, 8)]
        self.assertEqual(joined(WHOLE, chosen, []), (Clip("one", 1, 20),))

    def test_cuts_count_in_what_came_in(self) -> None:
        cuts = [Cut("two", 1.5, 2), Cut("one", 10, 11), Cut("one", 10.5, 12)]
        self.assertEqual(
            joined(WHOLE, [Replacement("one", 5, 8, "two", 1, 3)], cuts),
            (Clip("one", 1, 5), Clip("two", 1, 1.5), Clip("two", 2, 3), Clip("one", 8, 10), Clip("one", 12, 20)),
        )

    def test_the_newest_choice_for_the_same_moments_counts(self) -> None:
        first = Replacement("one", 5, 8, "two", 1, 3)
        second = Replacement("one", 6, 9, "three", 1, 3)
        elsewhere = Replacement("one", 8, 10, "two", 4, 5)
        self.assertEqual(with_replacement([first, elsewhere], second), (second,))
        self.assertEqual(with_replacement([first], elsewhere), (first, elsewhere))

    @given(
        st.lists(st.tuples(st.floats(0, 20), st.floats(0, 5), *[st.sampled_from("abc")] * 2), max_size=8),
        st.lists(st.tuples(st.floats(0, 20), st.floats(0, 3)), max_size=4),
    )  # fmt: skip
    def test_it_always_ends_and_nothing_is_heard_backwards(self, wanted, cut) -> None:  # type: ignore[no-untyped-def]
        replacements: tuple[Replacement, ...] = ()
        for start, seconds, take, by in wanted:
            replacements = with_replacement(replacements, Replacement(take, start, start + seconds, by, 1.0, 4.0))
        cuts = [Cut("a", start, start + seconds) for start, seconds in cut]
        clips = joined(Clip("a", 0.0, 20.0), replacements, cuts)
        edits = EditList(clips, 3.0)
        self.assertTrue(all(clip.seconds > 0 for clip in clips))
        for clip, (start, seconds) in product((one for one in clips if one.take == "a"), cut):
            self.assertTrue(seconds < 1e-3 or clip.end <= start + 1e-6 or clip.start >= start + seconds - 1e-6)
        for share in (0.1, 0.5, 0.9):
            if clips:
                place = edits.to_take(3.0 + share * (edits.seconds - 3.0))
                assert place is not None


class WithoutTest(unittest.TestCase):
    @given(st.lists(st.tuples(st.floats(3, 12), st.floats(0.01, 2)), max_size=4))
    def test_what_is_left_is_as_long_as_the_rest(self, wanted: list[tuple[float, float]]) -> None:
        edits = EditList((Clip("one", 2.0, 5.0), Clip("two", 10.0, 11.5), Clip("one", 7.0, 9.0)), lead=3.0)
        apart, now = [], 3.0
        for start, seconds in sorted(wanted):
            begin = max(start, now)
            apart.append((begin, begin + seconds))
            now = begin + seconds
        gone = sum(max(0.0, min(end, edits.seconds) - start) for start, end in apart)
        self.assertAlmostEqual(edits.without(apart).seconds, edits.seconds - gone, places=4)


class LessonTest(unittest.TestCase):
    def setUp(self) -> None:
        self.lesson = lesson()
        self.trails = {TAKE: trail(), OTHER: again(9, 10)}
        """Of the second take: "She dances." """

    def in_place(self, made: Lesson, trails: dict[str, Trail]) -> Lesson:
        stretch = stretch_of(made, TAKE, trails[TAKE], "a10", "a11")
        assert stretch is not None
        (found,) = placed(made, trails, TakePlace(TAKE, *stretch, "a10", "a11"), OTHER)
        return apply(made, UseStretch(found))

    def test_a_sentence_read_again_goes_into_its_place_and_back(self) -> None:
        made = self.in_place(self.lesson, self.trails)
        self.assertEqual([clip.take for clip in kept_clips(made, self.trails)], [TAKE, OTHER, TAKE])
        self.assertEqual(takes_used(made, self.trails), (TAKE, OTHER))
        sheet = compile_cues(made, self.trails, typeset(made), edit_list_of(made, self.trails))
        self.assertEqual([light.word for light in sheet.lights], [word.id for word in made.words], "each word once")
        back = apply(made, PutStretchBack(made.replacements[0]))
        self.assertEqual([clip.take for clip in kept_clips(back, self.trails)], [TAKE])

    def test_no_seam_lies_inside_a_word(self) -> None:
        made = self.in_place(self.lesson, self.trails)
        for clip in kept_clips(made, self.trails):
            for edge in (clip.start, clip.end):
                for visit in self.trails[clip.take].visits:
                    self.assertFalse(visit.start + 1e-3 < edge < visit.end - 1e-3, (clip, visit))

    def test_a_stop_in_what_was_replaced_stands_where_it_is_heard_now(self) -> None:
        point = PausePoint("pause1", "a11", "Why?", 4)
        made = self.in_place(replace(self.lesson, pause_points=(point,)), self.trails)
        edits = edit_list_of(made, self.trails)
        sheet = compile_cues(made, self.trails, typeset(made), edits)
        ends = next(light for light in sheet.lights if light.word == "a11")
        following = next(light for light in sheet.lights if light.word == "a12")
        self.assertTrue(ends.end - 0.5 <= sheet.gates[0].at <= following.start)

    def test_where_the_take_has_no_such_words_nothing_is_placed(self) -> None:
        self.assertEqual(placed(self.lesson, self.trails, TakePlace(TAKE, 2, 3, "a1", "a2"), OTHER), ())

    def test_words_that_come_from_two_takes_are_read_again_at_once(self) -> None:
        made = self.in_place(self.lesson, self.trails)
        trails = {**self.trails, "third": again(6, 13)}
        place = place_of(made, trails, "a8", "a13")
        made = apply(made, PutInPlace(placed(made, trails, place, "third")))
        self.assertEqual({clip.take for clip in kept_clips(made, trails)}, {TAKE, "third"}, "the second is not heard")
        sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        self.assertEqual([light.word for light in sheet.lights], [word.id for word in made.words], "each word once")

    def test_talk_recorded_again_goes_in_as_a_whole(self) -> None:
        talk = Trail((), asides=(Aside(1.0, 4.0),), seconds=6, sound_start=1.0, sound_end=4.0)
        found = placed(self.lesson, {TAKE: trail(), OTHER: talk}, TakePlace(TAKE, 12.0, 15.0), OTHER)
        self.assertEqual(found, (Replacement(TAKE, 12.0, 15.0, OTHER, 0.6, 4.4),))

    def test_damaged_stretches_are_refused(self) -> None:
        for bad in (
            Replacement(TAKE, 5, 4, OTHER, 1, 2), Replacement(TAKE, 4, 5, OTHER, 2, 2),
            Replacement(TAKE, 4, 5, TAKE, 4.5, 6), Replacement(TAKE, float("nan"), 5, OTHER, 1, 2),
        ):  # fmt: skip
            with self.assertRaises(LessonError):
                apply(self.lesson, UseStretch(bad))


class GoingOnTest(unittest.TestCase):
    def test_the_next_take_goes_on_with_the_sentence_that_was_broken_off(self) -> None:
        made = lesson()
        words = made.words
        first = Trail(trail().visits[:13], seconds=12, sound_start=1, sound_end=9)
        self.assertEqual(where_stopped(made, ids(first)), "a12", "“Her dance …” was broken off")
        rest = again(11, len(words) - 1)
        trails = {TAKE: first, OTHER: rest}
        (found,) = placed(made, trails, TakePlace(TAKE), OTHER)
        made = apply(made, UseStretch(found))
        sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        self.assertEqual([light.word for light in sheet.lights], [word.id for word in words])

    def test_after_a_whole_sentence_it_is_the_next_one(self) -> None:
        made = lesson()
        self.assertEqual(where_stopped(made, ids(trail())[:9]), "a10")
        self.assertEqual(where_stopped(made, ids(trail())), "", "all was read")
        self.assertEqual(where_stopped(made, []), "a1")

    def test_talk_before_the_first_word_is_heard(self) -> None:
        rest = replace(again(9, 17, begin=8.0), asides=(Aside(1.0, 6.0, "yesterday"),), sound_start=1.0)
        first = Trail(trail().visits[:9], seconds=12, sound_start=1, sound_end=7)
        (found,) = placed(lesson(), {TAKE: first, OTHER: rest}, TakePlace(TAKE), OTHER)
        made = apply(lesson(), UseStretch(found))
        clips = kept_clips(made, {TAKE: first, OTHER: rest})
        self.assertEqual((clips[1].take, clips[1].start), (OTHER, 0.6))


class LinesTest(unittest.TestCase):
    def test_each_sentence_has_its_readings_and_says_which_is_heard(self) -> None:
        made = lesson()
        trails = {TAKE: trail(), OTHER: replace(again(9, 10), slips=(Slip(SlipKind.MISREAD, "a11", 2.6, 3.0),))}
        lines = lines_of(made, trails)
        self.assertEqual(
            [(line.first, line.last) for line in lines][:3], [("a1", "a9"), ("a10", "a11"), ("a12", "a16")]
        )
        heard, other = lines[1].versions
        self.assertEqual((heard.take, heard.heard, heard.choose), (TAKE, True, None))
        self.assertEqual((other.take, other.heard, other.read, other.slips), (OTHER, False, 2, 1))
        assert other.choose is not None
        chosen = apply(made, UseStretch(other.choose))
        now, before = lines_of(chosen, trails)[1].versions
        self.assertEqual((now.take, now.heard, now.put_back), (OTHER, True, other.choose))
        self.assertEqual((before.take, before.heard), (TAKE, False))

    def test_verse_is_chosen_line_by_line(self) -> None:
        made = Lesson((passage_from_text("Rain on the\nroof, rain on\nthe lane.", title="Rain"),))
        words = [word.id for word in made.words]
        read = Trail(tuple(Visit(word, n + 1.0, n + 1.6) for n, word in enumerate(words)), seconds=12, sound_end=10)
        made = replace(made, chosen_take=TAKE)
        lines = lines_of(made, {TAKE: read})
        self.assertEqual([line.words for line in lines], [3, 3, 2])
        self.assertEqual([line.first for line in lines], [words[0], words[3], words[6]])

    def test_a_third_reading_takes_the_place_of_the_second(self) -> None:
        made, third = lesson(), "take-3"
        trails = {TAKE: trail(), OTHER: again(9, 10), third: again(9, 10, begin=4.0)}
        for take in (OTHER, third):
            version = next(one for one in lines_of(made, trails)[1].versions if one.take == take)
            assert version.choose is not None
            made = apply(made, UseStretch(version.choose))
        self.assertEqual([clip.take for clip in kept_clips(made, trails)], [TAKE, third, TAKE])
        self.assertEqual(len(made.replacements), 1)

    def test_a_sentence_that_was_not_read_comes_in_behind_the_one_before(self) -> None:
        whole = trail()
        left_out = replace(whole, visits=(*whole.visits[:9], *whole.visits[11:]))
        trails = {TAKE: left_out, OTHER: again(9, 10)}
        version = lines_of(lesson(), trails)[1].versions[0]
        assert version.choose is not None
        made = apply(lesson(), UseStretch(version.choose))
        sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        self.assertEqual([light.word for light in sheet.lights], [word.id for word in made.words])

    def test_so_does_the_first_one_at_the_beginning(self) -> None:
        whole = trail()
        late = replace(whole, visits=whole.visits[9:], sound_start=whole.visits[9].start)
        trails = {TAKE: late, OTHER: again(0, 8)}
        version = lines_of(lesson(), trails)[0].versions[0]
        assert version.choose is not None
        made = apply(lesson(), UseStretch(version.choose))
        sheet = compile_cues(made, trails, typeset(made), edit_list_of(made, trails))
        self.assertEqual([light.word for light in sheet.lights], [word.id for word in made.words])

    def test_the_last_reading_that_is_whole_is_the_one_that_goes_in(self) -> None:
        twice = (*again(9, 10).visits, *again(9, 10, begin=6.0).visits, Visit("a10", 9.0, 9.4))
        stretch = stretch_of(lesson(), OTHER, Trail(twice, seconds=12), "a10", "a11")
        assert stretch is not None
        self.assertTrue(5.0 < stretch[0] <= 6.0 and 7.1 <= stretch[1] < 9.0, stretch)
