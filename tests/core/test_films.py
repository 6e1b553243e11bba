"""The films of a lesson: whatever is chosen, what a film says of itself holds together."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import cache
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.golden.lessons import ShownLesson, by_hand, demo_lessons, generated, shown
from tests.worlds import TAKE, lesson, trail
from wordtrail.core.cues.counts import COUNT, COUNT_SECONDS
from wordtrail.core.cues.cover import cover_state, moment_at
from wordtrail.core.cues.echoes import ECHO, echo_unit
from wordtrail.core.cues.film import video_seconds
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.cues.state import state_at
from wordtrail.core.edit.holds import Echo
from wordtrail.core.film.model import (
    AS_READ,
    Captions,
    EchoUnit,
    EndCard,
    Extent,
    Film,
    FilmChoices,
    FilmPart,
    FilmVersion,
    StageShape,
    ThinkTime,
)
from wordtrail.core.layout.signs import READ_ALONE, READY, YOUR_TURN
from wordtrail.core.lesson.boards import boards
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import Aside, Trail, Visit
from wordtrail.media.moments import moments

SEEDS = 24


@cache
def world(number: int) -> ShownLesson:
    """A random lesson, or (from 24 on) a demo lesson."""
    return generated(number) if number < SEEDS else demo_lessons()[number - SEEDS]


@st.composite
def films(draw: st.DrawFn, made: Lesson) -> Film:
    """Any film of a lesson."""
    words = [word.id for word in made.words]
    first = draw(st.integers(0, len(words) - 1))
    extents = st.one_of(
        st.just(FilmPart()),
        st.sampled_from([FilmPart(Extent.PAGE, page=page.id) for page in made.passages[0].pages]),
        st.sampled_from([FilmPart(Extent.READING, reading=1), FilmPart(Extent.READING, reading=2)]),
        st.just(FilmPart(Extent.STRETCH, first=words[first], last=words[min(first + 7, len(words) - 1)])),
        st.just(FilmPart(Extent.CARDS)),
    )
    yes = st.booleans()
    return Film(
        draw(st.sampled_from(FilmVersion)),
        FilmChoices(
            draw(extents), draw(st.sampled_from(ThinkTime)), draw(st.none() | st.sampled_from(EchoUnit)),
            Echo(draw(st.floats(0.5, 3)), 1.5, 120.0), draw(st.floats(0.7, 1)), draw(st.floats(0, 0.4)),
            draw(st.sampled_from([0.0, 20.0, 60.0, 250.0])), draw(yes), draw(yes), draw(yes), draw(yes),
            shape=draw(st.sampled_from(StageShape)), captions=draw(st.sampled_from(Captions)),
            end=draw(st.none() | st.builds(EndCard, st.sampled_from(["", "Read it to somebody."]))),
        ),
    )  # fmt: skip


class AnyFilmTest(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.data())
    def test_its_cue_sheet_is_well_formed(self, data: st.DataObject) -> None:
        one = world(data.draw(st.integers(0, SEEDS + 5)))
        trails = {TAKE: one.trail}
        made = filmed(one.lesson, trails, data.draw(films(one.lesson)))
        self.assert_well_formed(one.lesson, made)

    def assert_well_formed(self, whole: Lesson, made: Filmed) -> None:
        sheet, layout = made.sheet, made.layout
        for name in ("lights", "captions"):
            spans = getattr(sheet, name)
            self.assertTrue(all(0 <= one.start <= one.end <= sheet.seconds + 0.01 for one in spans), name)
            self.assertTrue(all(a.end <= b.start + 1e-6 for a, b in pairwise(spans)), name)
        for name in ("pages", "gates"):
            ats = [one.at for one in getattr(sheet, name)]
            self.assertEqual(ats, sorted(ats), name)
            self.assertTrue(all(0 <= at <= sheet.seconds + 0.01 for at in ats), name)
        for drawn in sheet.drawings:
            self.assertTrue(0 <= drawn.start <= drawn.end, drawn)
        names = [gate.pause for gate in sheet.gates]
        self.assertEqual(len(set(names)), len(names))
        self.assertTrue(all(gate.hold >= 0 and gate.page < len(layout.pages) for gate in sheet.gates))
        self.assertTrue({one.gate for one in sheet.drawings if one.gate} <= set(names))
        self.assertTrue({one.gate for one in sheet.beats} | {one.gate for one in sheet.gate_lights} <= set(names))
        self.assertTrue({one.gate for one in sheet.reveals if one.gate} <= set(names))
        holds = {gate.pause: gate.hold for gate in sheet.gates}
        for walk in sheet.gate_lights:
            self.assertTrue(0 <= walk.start <= walk.end <= holds[walk.gate] + 1e-3, walk)
        places = [{box.word for box in page.boxes} for page in layout.pages]
        at_signposts = {box.word for one in layout.signposts for box in one.boxes}
        for light in sheet.lights:
            for at in (light.start, (light.start + light.end) / 2):
                if light.end - light.start > 1e-6:
                    state = state_at(sheet, at)
                    self.assertEqual(state.lit, light.word)
                    self.assertIn(light.word, places[state.page] | at_signposts, (light, state.page))
        gates = {gate.pause: gate for gate in sheet.gates}
        for walk in sheet.gate_lights:
            self.assertIn(walk.word, places[gates[walk.gate].page])
        # What is left out is not there.
        marks, points = {one.id for one in made.lesson.marks}, {one.id for one in made.lesson.pause_points}
        self.assertTrue({one.mark for one in sheet.drawings} <= marks)
        gone = {one.id for one in whole.pause_points} - points
        self.assertFalse(gone & {gate.shows for gate in sheet.gates})
        lost = {board.id for board in boards(whole)} - {board.id for board in boards(made.lesson)}
        self.assertFalse(lost & {gate.shows for gate in sheet.gates})
        shown = {layout.pages[turn.page].board for turn in sheet.pages}
        self.assertFalse(lost & shown)
        length = video_seconds(sheet)
        self.assertTrue(all(0 <= at < length for at in moments(sheet)))


class ListenTest(unittest.TestCase):
    def setUp(self) -> None:
        self.made = replace(by_hand(), chosen_take=TAKE)
        self.trails = {TAKE: trail(by_hand())}

    def film(self, version: FilmVersion = FilmVersion.LISTEN, **choices: object) -> Filmed:
        return filmed(self.made, self.trails, Film(version, FilmChoices(**choices)))  # type: ignore[arg-type]

    def test_as_it_was_read_it_is_the_lesson_itself(self) -> None:
        before = shown("by hand", self.made, self.trails[TAKE])
        self.assertEqual(filmed(self.made, self.trails, AS_READ).sheet, before.sheet)

    def test_a_breath_is_three_seconds_at_the_most(self) -> None:
        full, breath = self.film(), self.film(think=ThinkTime.BREATH)
        points = {one.id for one in self.made.pause_points if one.activity.turns() is None}
        long = [gate for gate in full.sheet.gates if gate.shows in points and gate.think_seconds > 3]
        self.assertTrue(long)
        after = {gate.pause: gate for gate in breath.sheet.gates}
        for gate in long:
            self.assertEqual(after[gate.pause].think_seconds, 3.0)
            self.assertEqual(after[gate.pause].answer_seconds, gate.answer_seconds, "what follows is shown as long")

    def test_a_bare_reading_holds_nothing_but_the_words_of_the_passage(self) -> None:
        bare = self.film(marks=False, cards=False, questions=False, talk=False)
        self.assertEqual(bare.sheet.gates, ())
        self.assertEqual(bare.sheet.drawings, ())
        passage = {word.id for word in self.made.words}
        self.assertEqual({light.word for light in bare.sheet.lights}, passage)
        self.assertFalse([page for page in bare.layout.pages if page.board])


class LeftOutTest(unittest.TestCase):
    """Talk, prompts and other pages are cut where nobody speaks, and the words beside them stay whole."""

    def setUp(self) -> None:
        self.made = replace(lesson(), chosen_take=TAKE)
        words = [word.id for word in self.made.words]
        visits, now = [], 2.0
        for n, word in enumerate(words):
            now += 6.0 if n == 9 else 0.0
            visits.append(Visit(word, round(now, 2), round(now + 0.4, 2), 1.0))
            now += 0.5
        talk = (Aside(0.5, 1.6, "hello you"), Aside(visits[8].end + 1, visits[9].start - 1, "think of it"))
        self.visits = visits
        self.trails = {TAKE: Trail(tuple(visits), asides=talk, seconds=now + 2, sound_start=0.5, sound_end=now)}

    def test_talk_is_cut_out_with_its_silence_but_for_a_rest(self) -> None:
        whole = filmed(self.made, self.trails, AS_READ)
        made = filmed(self.made, self.trails, Film(choices=FilmChoices(talk=False)))
        self.assertEqual([one.word for one in made.sheet.lights], [one.word for one in whole.sheet.lights])
        before, after = made.sheet.lights[8], made.sheet.lights[9]
        spoken = before.start + 0.4
        self.assertAlmostEqual(after.start - spoken, 0.8, places=3)
        self.assertEqual(len(made.edits.clips), 2)
        # The greeting is gone, too.
        self.assertAlmostEqual(made.edits.clips[0].start, self.visits[0].start - 0.4)

    def test_a_stretch_begins_and_ends_with_its_words(self) -> None:
        words = [word.id for word in self.made.words]
        part = FilmPart(Extent.STRETCH, first=words[10], last=words[14])
        made = filmed(self.made, self.trails, Film(choices=FilmChoices(part)))
        self.assertEqual([one.word for one in made.sheet.lights], words[10:15])
        self.assertLess(made.edits.clips[0].end - made.edits.clips[-1].start, 0.4 + 5 * 0.5 + 0.4)

    def test_only_the_second_reading(self) -> None:
        visits = self.visits
        later = visits[-1].end + 3
        again = [
            replace(one, start=round(later + one.start - 2, 2), end=round(later + one.end - 2, 2)) for one in visits
        ]
        seconds = again[-1].end + 1
        trails = {TAKE: Trail((*visits, *again), seconds=seconds, sound_start=1.5, sound_end=seconds - 0.5)}
        made = filmed(self.made, trails, Film(choices=FilmChoices(FilmPart(Extent.READING, reading=2))))
        self.assertEqual(len(made.sheet.lights), len(visits))
        self.assertGreaterEqual(made.edits.clips[0].start, again[0].start - 0.41)


class CoverTest(unittest.TestCase):
    def test_a_moment_of_one_film_is_the_cover_of_all_in_which_it_is(self) -> None:
        made, trails = replace(by_hand(), chosen_take=TAKE), {TAKE: trail(by_hand())}
        listen = filmed(made, trails, AS_READ)
        light = listen.sheet.lights[5]
        moment = moment_at(listen, light.start + 0.05, "")
        for version in FilmVersion:
            state, _ = cover_state(filmed(made, trails, Film(version)), moment)
            self.assertEqual(state.lit, light.word)
        gate = next(one for one in listen.sheet.gates if one.page >= 0)
        state, waited = cover_state(listen, moment_at(listen, gate.at, gate.pause))
        self.assertEqual((state.gate, state.page), (gate.pause, gate.page))
        self.assertEqual(waited, gate.think_seconds / 2)
        self.assertIsNone(moment_at(listen, 1.0, ""), "its title is no moment of a take")
        self.assertEqual(cover_state(listen, None)[0].page, 0)


class EchoTest(unittest.TestCase):
    def setUp(self) -> None:
        self.made = replace(lesson(), chosen_take=TAKE)
        self.trails = {TAKE: trail(lesson())}

    def film(self, **choices: object) -> Filmed:
        return filmed(self.made, self.trails, Film(FilmVersion.ECHO, FilmChoices(**choices)))  # type: ignore[arg-type]

    def test_behind_each_sentence_the_light_walks_over_it_again(self) -> None:
        made = self.film()
        gates = [gate for gate in made.sheet.gates if gate.kind == ECHO]
        sentences = {word.sentence for word in self.made.words}
        self.assertEqual(len(gates), len(sentences))
        for gate in gates:
            walk = [one for one in made.sheet.gate_lights if one.gate == gate.pause]
            sentence = next(word.sentence for word in self.made.words if word.id == gate.word)
            self.assertEqual(
                [one.word for one in walk], [word.id for word in self.made.words if word.sentence == sentence]
            )
            self.assertGreaterEqual(gate.hold, 1.5)
            self.assertEqual((gate.shows, gate.auto), (YOUR_TURN, True))
            self.assertAlmostEqual(walk[-1].end, gate.hold, places=3)

    def test_the_gap_is_as_long_as_it_took_times_the_factor(self) -> None:
        one, two = self.film(echo=Echo(2.0, 0.5, 120.0)), self.film(echo=Echo(4.0, 0.5, 120.0))
        for short, long in zip(one.sheet.gates, two.sheet.gates, strict=True):
            if short.kind == ECHO:
                self.assertAlmostEqual(2 * short.hold, long.hold, delta=0.03)

    def test_what_is_said_back_is_chosen_and_verse_begins_with_lines(self) -> None:
        counts = {unit: sum(gate.kind == ECHO for gate in self.film(echo_after=unit).sheet.gates) for unit in EchoUnit}
        self.assertLess(counts[EchoUnit.PARAGRAPH], counts[EchoUnit.SENTENCE])
        self.assertGreaterEqual(counts[EchoUnit.PHRASE], counts[EchoUnit.SENTENCE])
        rain = next(one for one in demo_lessons() if one.name == "rain")
        self.assertIs(echo_unit(rain.lesson, FilmChoices()), EchoUnit.LINE)
        self.assertIs(echo_unit(self.made, FilmChoices()), EchoUnit.SENTENCE)


class TogetherTest(unittest.TestCase):
    def setUp(self) -> None:
        self.made = replace(lesson(), chosen_take=TAKE)
        self.trails = {TAKE: trail(lesson())}

    def film(self, **choices: object) -> Filmed:
        return filmed(self.made, self.trails, Film(FilmVersion.TOGETHER, FilmChoices(**choices)))  # type: ignore[arg-type]

    def test_it_is_slower_and_the_trail_goes_along(self) -> None:
        listen = filmed(self.made, self.trails, AS_READ)
        made = self.film(pace=0.8, lead=0.0)
        steps = [[b.start - a.start for a, b in pairwise(one.sheet.lights[:9])] for one in (listen, made)]
        for before, after in zip(*steps, strict=True):
            self.assertAlmostEqual(after, before / 0.8, places=3)

    def test_the_light_leads_the_voice(self) -> None:
        late, early = self.film(lead=0.0), self.film(lead=0.2)
        ahead = [a.start - b.start for a, b in zip(late.sheet.lights, early.sheet.lights, strict=True)]
        self.assertTrue(all(-1e-6 <= one <= 0.2001 for one in ahead), ahead)
        self.assertGreater(sorted(ahead)[len(ahead) // 2], 0.15)

    def test_three_stones_count_in_each_paragraph(self) -> None:
        made = self.film()
        counts = [gate for gate in made.sheet.gates if gate.kind == COUNT]
        self.assertEqual([gate.word for gate in counts], [block.words[0].id for block in self.made.passages[0].blocks])
        sign = next(one for one in made.layout.signs if one.id == READY)
        self.assertEqual(len(sign.stones), 3)
        self.assertTrue(all(gate.hold == COUNT_SECONDS and gate.shows == READY for gate in counts))
        first = {light.word: light.start for light in reversed(made.sheet.lights)}
        for gate in counts:
            self.assertLessEqual(gate.at, first[gate.word])


class OnYourOwnTest(unittest.TestCase):
    def setUp(self) -> None:
        self.made = replace(lesson(), chosen_take=TAKE)
        said = trail(lesson())
        self.talk = Aside(said.visits[8].end + 0.1, said.visits[9].start - 0.1, "well now")
        self.said = said
        self.trails = {TAKE: replace(said, asides=())}

    def film(self, **choices: object) -> Filmed:
        return filmed(self.made, self.trails, Film(FilmVersion.ALONE, FilmChoices(**choices)))  # type: ignore[arg-type]

    def test_no_word_of_the_passage_is_heard_and_each_lights(self) -> None:
        made = self.film()
        silent = [(clip.start, clip.end) for clip in made.edits.clips if clip.silent]
        for visit in self.trails[TAKE].visits:
            self.assertTrue(any(start <= visit.start and visit.end <= end for start, end in silent), visit)
        self.assertEqual(len(made.sheet.lights), len(self.trails[TAKE].visits))
        signs = [one for one in made.sheet.signposts if one.signpost == READ_ALONE]
        self.assertTrue(signs)

    def test_it_has_a_pace_of_its_own(self) -> None:
        for rate in (40.0, 90.0, 160.0):
            lights = self.film(own_rate=rate).sheet.lights
            minutes = (lights[-1].end - lights[0].start) / 60
            self.assertAlmostEqual(len(lights) / minutes, rate, delta=0.04 * rate)


if __name__ == "__main__":
    unittest.main()
