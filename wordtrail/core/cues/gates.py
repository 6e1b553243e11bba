"""Where the lesson stands still: at pause points, and for what is shown without being spoken of."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import groupby, pairwise

from wordtrail.core.cues.drawings import AT_A_GATE, marks_at
from wordtrail.core.cues.model import Beat, Gate, GatePage, Reveal, SignpostShown
from wordtrail.core.direct.answering import step_said_at
from wordtrail.core.direct.course import Light
from wordtrail.core.direct.directed import steps_given
from wordtrail.core.direct.director import Course
from wordtrail.core.direct.heard import Heard
from wordtrail.core.direct.stops import SMALLEST, STOPS_AFTER, Stopping
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.answers import chart_by_part, disclosures
from wordtrail.core.lesson.boards import Board, boards, has_page, run_boards, title_only
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.readings import reading_number
from wordtrail.core.lesson.said_lines import line_of
from wordtrail.core.pace.silent import READ_SILENTLY, SETTLE, seconds_to_read
from wordtrail.core.plan.cards import Shown, WordCard
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Part, own_seconds
from wordtrail.core.plan.part_names import (
    box_part,
    matching_part,
    syllable_part,
)

SYLLABLE, SAY_AFTER = 0.7, 1.6
"""Seconds for which each syllable of a word card is lit, and for students to say the word then."""

MATCH_SECONDS, MATCHED_SECONDS = 20.0, 4.0
"""Seconds for the matching card, and for looking at what belongs together then."""

LAST_LOOK = 1.5
"""Seconds for which what the teacher never mentioned is seen before its question leaves the stage."""

AFTER_READING = 10_000
"""The rank, among gates of one moment, from which on come those that stand behind the reading."""

STAYS = (Part.MATCHING, Part.QUICK_WRITE, Part.TASK)
"""What stays on a student page until the student goes on."""


@dataclass(frozen=True, slots=True)
class Stops:
    """All gates in order, with what is revealed and lit at them, and when signposts are seen."""

    gates: tuple[Gate, ...]
    pages: tuple[GatePage, ...]
    reveals: tuple[Reveal, ...]
    beats: tuple[Beat, ...]
    signposts: tuple[SignpostShown, ...]


def stops(lesson: Lesson, heard: Heard, layout: Layout, course: Course) -> Stops:
    """Where a lesson stands still: at its pause points, and for what comes before or after the reading and is neither
    spoken of nor brought up by hand, in a silence, for as long as it takes to read."""
    maker = _Stops(lesson, heard, layout, course)
    maker.before_reading()
    maker.after_reading()
    maker.cards_at_words()
    maker.readings()
    for point in lesson.pause_points:
        maker.at_point(point)
    maker.boxes()
    maker.pages_of_answers()
    places = {word.id: index for index, word in enumerate(lesson.words)}
    gates = sorted(maker.gates, key=lambda item: (item[1].at, item[0], places.get(item[1].word, len(places))))
    return Stops(
        tuple(gate for _, gate in gates),
        tuple(maker.pages),
        tuple(sorted(maker.reveals, key=lambda one: (one.at, one.wait))),
        tuple(maker.beats),
        tuple(sorted(maker.signposts, key=lambda one: one.start)),
    )


class _Stops:
    """Gathers gates, the pages leafed through at them, reveals and beats; `gates` carry a rank for those of one
    moment."""

    def __init__(self, lesson: Lesson, heard: Heard, layout: Layout, course: Course) -> None:
        self.lesson, self.heard, self.layout, self.course = lesson, heard, layout, course
        self.lead, self.seconds = course.lead, course.seconds
        self.brought_up = course.directed.brought_up() | course.named
        self.gates: list[tuple[int, Gate]] = []
        self.pages: list[GatePage] = []
        self.reveals: list[Reveal] = []
        self.beats: list[Beat] = []
        self.signposts: list[SignpostShown] = []
        self._by_id = {board.id: board for board in boards(lesson)}
        self._first: dict[str, int] = {}
        for index, light in enumerate(heard.lights):
            self._first.setdefault(light.word, index)

    def before_reading(self) -> None:
        """The boards of the run before the reading that nobody speaks of; and of those that are read aloud, what
        students then do."""
        passage = {word.id for word in self.lesson.words}
        read = [light for light in self.heard.lights if light.word in passage]
        titles = title_only(self.lesson)
        named = [index for index, light in enumerate(self.heard.lights) if light.word in titles]
        at = self._after(named[-1]) if named else self.lead
        said_until = self.heard.lights[named[-1]].end if named else self.lead
        for rank, board in enumerate(run_boards(self.lesson)):
            spoken = self._spoken(board)
            if spoken:
                at = max(at, self._after(spoken[-1]))
                said_until = max(said_until, self.heard.lights[spoken[-1]].end)
                if self._own_seconds(board):
                    self._show(board, self._quiet(at, said_until), rank)
            elif board.id not in self.brought_up:
                wanted = at if not read else min(at, read[0].start)
                self._show(board, self._quiet(wanted, min(said_until, wanted)), rank)

    def after_reading(self) -> None:
        """The same for those after it."""
        ending = run_boards(self.lesson, after=True)
        for number, board in enumerate(ending):
            rank, spoken = AFTER_READING + number, self._spoken(board)
            if spoken and self._own_seconds(board):
                end = self.heard.lights[spoken[-1]].end
                self._show(board, self._quiet(self._after(spoken[-1]), end), rank)
            elif not spoken and board.id not in self.brought_up:
                later = [found[0] for other in ending[number + 1 :] if (found := self._spoken(other))]
                at = self.heard.lights[later[0]].start - SMALLEST if later else self.seconds
                self._show(board, self._quiet(at), rank)

    def cards_at_words(self) -> None:
        """Word cards that come when their word is reached."""
        for card in self.lesson.plan.cards:
            found, own = self._first.get(card.at), self._by_id.get(card.id)
            if card.shown is Shown.BEFORE or found is None or own is None or card.id in self.brought_up:
                continue
            again = card.shown is Shown.BOTH
            if again or not self._spoken(own):
                self._show(own, self._sentence_over(found), 500, suffix="#again" if again else "")

    def readings(self) -> None:
        """What each reading is for, shown when it begins."""
        for number, reading in enumerate(self.lesson.plan.readings, 1):
            own = self._by_id.get(reading.id)
            if own is None or self._spoken(own) or not self.lesson.words or own.id in self.brought_up:
                continue
            first = reading.stretch.first if reading.stretch else self.lesson.words[0].id
            begins = self.heard.passes.exactly(first, number)
            if begins is not None:
                at = self._quiet(self.heard.lights[begins].start - SMALLEST)
                self._show(own, max(self.lead, at), 5_000 + number)
            elif number == 1:
                self._show(own, self.lead, 5_000)

    def at_point(self, point: PausePoint) -> None:
        """The gate of a pause point, or its gates, when students say something back."""
        turns = self._turns(point)
        if turns:
            for number, (turn, think) in enumerate(turns):
                gate = self._gate(point, self._after(turn), think)
                gate = replace(gate, pause=point.id if number == 0 else f"{point.id}#{number + 1}", auto=True)
                self.gates.append((100, gate))
            return
        moment = self.course.moments.get(point.id) or Stopping(self.lead if point.after else self.seconds, None, None)
        at = max(self.lead, moment.at)
        if moment.asked is not None and moment.asked < at and not has_page(point) and not self._chart_at(moment.asked):
            self.signposts.append(SignpostShown(point.id, moment.asked, round(at, 4)))
        gate = self._gate(point, at, point.think_seconds)
        answered = self._answers(point, gate)
        self._leaf(gate, 0.0)
        self.gates.append((100, replace(gate, answer_seconds=round(answered, 3))))

    def boxes(self) -> None:
        """What is filled into organizers, when."""
        by_point = {gate.shows: gate for _, gate in self.gates}
        for chart in self.lesson.plan.organizers:
            whole = chart_by_part(chart)
            by_hand = steps_given(self.course.directed, chart.id, len(whole.steps), whole.numbers)
            for box, steps in zip(chart.boxes, whole.numbers, strict=True):
                gate = by_point.get(box.pause)
                begin = gate.at if gate else 0.0
                for number, step in enumerate(steps):
                    part = box_part(chart.id, box.id, number)
                    said = by_hand.get(step, step_said_at(self.lesson, self.heard, chart, box, number, begin))
                    if said is not None:
                        begin = max(begin, said)
                        self.reveals.append(Reveal(part, round(begin, 4)))
                    elif gate is None:
                        self.reveals.append(Reveal(part, round(begin, 4)))
                    elif begin > gate.at:
                        self.reveals.append(Reveal(part, round(self._question_over(gate, begin), 4)))
                    else:
                        self.reveals.append(Reveal(part, gate.at, gate.pause, gate.think_seconds))

    def pages_of_answers(self) -> None:
        """Where a question takes several pages, those on which something of its answer comes are turned to then, each
        for its share of the time."""
        for _, gate in self.gates:
            pages = self.layout.pages_of_board(gate.shows)
            if len(pages) < 2 or gate.page != pages[0]:
                continue
            comes: dict[float, set[str]] = {}
            for reveal in self.reveals:
                if reveal.gate == gate.pause:
                    comes.setdefault(reveal.wait, set()).add(reveal.part)
            for wait, until in pairwise([*sorted(comes), max([gate.hold, *comes])]):
                own = [
                    page for page in pages if not comes[wait].isdisjoint(p.id for p in self.layout.pages[page].parts)
                ]
                for number, page in enumerate(own):
                    start = wait + (until - wait) * number / len(own)
                    self.pages.append(GatePage(page, gate.pause, round(start, 3)))

    def _chart_at(self, time: float) -> str:
        """The page of the text that a chart stands beside at a moment; empty where none does."""
        shown = next((turn.page for turn in reversed(self.course.turns) if turn.at <= time), 0)
        return self.layout.pages[shown].beside

    def _spoken(self, board: Board) -> list[int]:
        """The lights of a board's words."""
        return sorted(self._first[word.id] for word in board.words if word.id in self._first)

    def _after(self, index: int) -> float:
        """The moment after a light at which the lesson can stop."""
        light = self.heard.lights[index]
        following = self.heard.lights[index + 1].start if index + 1 < len(self.heard.lights) else self.seconds
        return min(light.end + STOPS_AFTER, max(following - SMALLEST, light.start), self.seconds)

    def _quiet(self, at: float, since: float = 0.0) -> float:
        """A moment near `at`, and not before `since`, at which nobody speaks: what is shown in silence never cuts into
        speech."""
        silence = self.heard.speech.silence_near(at, since)
        return at if silence is None else max(since, min(max(at, silence.start), silence.end))

    def _sentence_over(self, index: int) -> float:
        """The moment after the sentence of a light, and after what is said on top of it, at which nobody speaks."""
        last = self.heard.sentence_end(index)
        return self._quiet(self._after(last), self.heard.lights[last].end)

    def _gate(self, point: PausePoint, at: float, think: float) -> Gate:
        page = self.layout.page_of_board(point.id)
        if looked_for := point.activity.turns_to():
            page = next((n for n, one in enumerate(self.layout.pages) if one.id.split(".")[0] == looked_for), None)
        elif page is None and (charted := self._chart_at(at)):
            # Its signpost stands where the chart stands: for as long as the lesson stops, the chart is away.
            page = next(n for n, one in enumerate(self.layout.pages) if one.id == charted)
        word = point.after or next((one.id for one in reversed(self.lesson.words)), "")
        return Gate(
            point.id, round(at, 4), round(think, 3), word, point.question, point.activity.kind, point.id,
            -1 if page is None else page,
        )  # fmt: skip

    def _answers(self, point: PausePoint, gate: Gate) -> float:
        """Reveals of what comes after the think time; for how many seconds it is shown while the lesson stands still.
        What comes with her key or voice comes then, and what she never mentioned at the end of its question."""
        shown = disclosures(point)
        answered = self.course.answers.get(point.id, ())
        now = gate.think_seconds + marks_at(self.lesson, point.id) * AT_A_GATE
        if answered:
            when = {number: at for at, number in answered}
            over = self._question_over(gate, max(when.values()))
            for number, one in enumerate(shown):
                at = max(when.get(number, over), gate.at + SMALLEST)
                self.reveals += [Reveal(part, round(at, 4)) for part in one.parts]
            return now - gate.think_seconds
        for one in shown:
            for part in one.parts:
                self.reveals.append(Reveal(part, gate.at, gate.pause, round(now, 3)))
            now += one.seconds + seconds_to_read(one.reads)
        return now - gate.think_seconds

    def _question_over(self, gate: Gate, last: float) -> float:
        """The moment at which a question leaves the stage, or the lesson ends: what was not shown yet is shown just
        before."""
        own = {gate.page, *self.layout.pages_of_board(gate.shows)}
        leaves = (turn.at for turn in self.course.turns if turn.at > max(gate.at, last) and turn.page not in own)
        return max(last, next(leaves, self.seconds) - LAST_LOOK)

    def _turns(self, point: PausePoint) -> list[tuple[int, float]]:
        """For what students say themselves: the light after which each turn comes, and for how long. After each
        sentence or line for saying back; the whole stretch so many times for saying together."""
        turns = point.activity.turns()
        if turns is None:
            return []
        run = self.lesson.run(turns.stretch.first, turns.stretch.last)
        number = reading_number(self.lesson, point.reading)
        read = [(word.id, found) for word in run if (found := self.heard.passes.nth(word.id, number)) is not None]
        if not read:
            return []
        lines = line_of(self.lesson) if turns.by_sentence else {}
        groups = [
            [index for _, index in group] for _, group in groupby(read, key=lambda item: lines.get(item[0]))
        ] * turns.times
        lights = self.heard.lights
        return [
            (group[-1], max(1.0, (lights[group[-1]].end - lights[group[0]].start) * turns.factor)) for group in groups
        ]

    def _show(self, board: Board, at: float, rank: int, suffix: str = "") -> None:
        """A gate that shows a board for as long as it takes to read it."""
        name, at = f"{board.id}{suffix}", round(at, 4)
        pages = self.layout.pages_of_board(board.id)
        think = self._own_seconds(board) or max(1, len(pages)) * SETTLE + len(board.words) / READ_SILENTLY
        said = self._syllable_beats(board.card, name) if board.card else 0.0
        think += said
        if board.part is Part.MATCHING:
            think = MATCH_SECONDS
            self.reveals.append(Reveal(matching_part(board.id), at, name, think))
        page = pages[0] if pages else None
        answer = MATCHED_SECONDS if board.part is Part.MATCHING else 0.0
        text = next((one.text for one in board.texts if one.words), board.texts[0].text)
        gate = Gate(
            name, at, round(think, 3), "", text, board.part.value, board.id, -1 if page is None else page,
            answer, auto=board.part not in STAYS,
        )  # fmt: skip
        self._leaf(gate, said)
        self.gates.append((rank, gate))

    def _leaf(self, gate: Gate, first: float) -> None:
        """Leaf through the board of a gate while students think, each page for its share of the time by its words; the
        first one for so many seconds (`first`) of it besides."""
        pages = self.layout.pages_of_board(gate.shows)
        if len(pages) < 2 or gate.page != pages[0]:
            return
        shares = [SETTLE + len(self.layout.pages[page].boxes) / READ_SILENTLY for page in pages]
        now = first
        for page, share in zip(pages[1:], shares, strict=False):
            now += (gate.think_seconds - first) * share / sum(shares)
            self.pages.append(GatePage(page, gate.pause, round(now, 3)))

    def _own_seconds(self, board: Board) -> float:
        """What students have for it, beside the seconds in which it is read."""
        return own_seconds(board.part, self.lesson.plan.opening, self.lesson.plan.closing)

    def _syllable_beats(self, card: WordCard, gate: str) -> float:
        """The syllables of a card lit one after another, with time for students to say them; the seconds."""
        if not card.say_it:
            return 0.0
        if len(card.syllables) < 2:
            return SAY_AFTER
        for number in range(len(card.syllables)):
            start = 0.5 + number * SYLLABLE
            part = syllable_part(card.id, number)
            self.beats.append(Beat(part, gate, round(start, 3), round(start + SYLLABLE, 3)))
        return 0.5 + len(card.syllables) * SYLLABLE + SAY_AFTER


def ended_at_gates(lights: Sequence[Light], gates: Sequence[Gate]) -> tuple[Light, ...]:
    """A word that is lit when the lesson stops has been read: it does not light up again after."""
    stopping = [gate.at for gate in gates]
    return tuple(
        replace(light, end=min([light.end, *(at for at in stopping if light.start < at < light.end)]))
        for light in lights
    )
