"""From lesson, trails and layout to the cue sheet."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import groupby, pairwise

from wordtrail.core.cues.drawings import drawings, numbers_tied, placed_by_hand, undisturbed
from wordtrail.core.cues.gates import Course, ended_at_gates, stops
from wordtrail.core.cues.model import Caption, CueSheet, Reveal
from wordtrail.core.direct.course import Light, PageTurn
from wordtrail.core.direct.directed import directed_in
from wordtrail.core.direct.heard import Heard, heard_of, said_in
from wordtrail.core.direct.named import shown_by_name
from wordtrail.core.direct.pages import TURN_AHEAD, Places, page_turns
from wordtrail.core.direct.stops import Stopping, silences_replaced, stops_in
from wordtrail.core.direct.turned import turns_by_hand, turns_by_name
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import kept_ends
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Aside, Trail

VERSION = 1

TITLE_SECONDS = 3.0
"""How long the title card is seen before the first sound."""

LINGER = 0.4
"""Seconds: a word stays lit until the next one when the gap between them is no longer, so that
the light walks instead of flickering."""

CAPTION_CHARACTERS = 74
TALK_CAPTIONED_FROM = 1.5
TALK = "[The teacher talks about it.]"


def edit_list_of(lesson: Lesson, trails: Mapping[str, Trail], *, lead: float = TITLE_SECONDS) -> EditList:
    """What is kept of the chosen take: between its trims, set by hand or found by themselves.

    What a stop's think time takes the place of is left out. Empty when no take is chosen or the chosen one has no
    trail yet.
    """
    take = lesson.chosen_take
    trail = trails.get(take)
    if trail is None:
        return EditList((), lead)
    start, end = kept_ends(lesson, take, trail)
    clips, now = [], start
    for silence in silences_replaced(lesson, stops_in(lesson, take, trail, start, end)):
        clips.append(Clip(take, now, silence.start))
        now = silence.end
    return EditList((*clips, Clip(take, now, end)), lead)


def whole_take(take: str, trail: Trail) -> EditList:
    """The take as it is, for the Sync screen: lesson time is take time."""
    return EditList((Clip(take, 0.0, trail.seconds),), 0.0)


def compile_cues(lesson: Lesson, trails: Mapping[str, Trail], layout: Layout, edits: EditList) -> CueSheet:
    """Everything that happens on the stage when `edits` of the takes are heard.

    Trails are mended and re-anchored here; words without a box in `layout` are passed over.
    """
    page_of = {word: page for word, (page, _) in layout.places().items()}
    words = script(lesson)
    said, asides = said_in(lesson, trails, edits)
    lights = _lingering([light for light in said if light.word in page_of], page_of)
    heard = heard_of(lesson, lights, asides, edits.seconds, said)
    sentence = heard.sentence
    directed = directed_in(lesson.directions, edits)
    moments = _moments(lesson, trails, edits)
    stopped = tuple(sorted(one.at for one in moments.values()))
    named = shown_by_name(lesson, heard, directed)
    by_hand = turns_by_hand(layout, directed, moments)
    turns = _page_turns(
        lesson, heard, layout, edits.lead, (*by_hand, *turns_by_name(layout, named, by_hand)), stopped
    )  # fmt: skip
    shown = frozenset(one.board for one in named)
    stopping = stops(lesson, heard, layout, Course(edits.lead, edits.seconds, directed, moments, turns, shown))
    thinking = {gate.shows: gate.think_seconds for gate in stopping.gates}
    placed = placed_by_hand(lesson, edits)
    drawn = undisturbed(lesson, drawings(lesson, heard, thinking, placed), stopping.gates, placed)
    return CueSheet(
        version=VERSION,
        layout=layout.name,
        seconds=round(edits.seconds, 4),
        title_until=edits.lead,
        pages=turns,
        lights=ended_at_gates(lights, stopping.gates),
        drawings=drawn,
        gates=stopping.gates,
        captions=_captions(words, lights, asides),
        sentences=_sentence_starts(sentence, lights),
        signposts=stopping.signposts,
        reveals=_in_time((*stopping.reveals, *numbers_tied(lesson, drawn, stopping.gates))),
        beats=stopping.beats,
    )


def _in_time(reveals: Sequence[Reveal]) -> tuple[Reveal, ...]:
    return tuple(sorted(reveals, key=lambda one: (one.at, one.wait)))


def _lingering(lights: list[Light], page_of: dict[str, int]) -> tuple[Light, ...]:
    """Lights that last to the next one over short gaps and never overlap. Where the page turns, the
    word before goes out when it ends, so that the page can turn in the gap."""
    joined = []
    for here, there in pairwise(lights):
        gap = there.start - here.end
        walks_on = gap <= LINGER and page_of[here.word] == page_of[there.word]
        joined.append(replace(here, end=there.start) if gap < 0 or walks_on else here)
    return tuple(
        replace(light, start=round(light.start, 4), end=round(light.end, 4)) for light in [*joined, *lights[-1:]]
    )


def _moments(lesson: Lesson, trails: Mapping[str, Trail], edits: EditList) -> dict[str, Stopping]:
    """The stops of all pause points, in lesson time."""
    found: dict[str, Stopping] = {}
    for take in dict.fromkeys(clip.take for clip in edits.clips):
        own = [clip for clip in edits.clips if clip.take == take]
        for point, stop in stops_in(lesson, take, trails[take], own[0].start, own[-1].end).items():
            at = edits.near(take, stop.at)
            if at is not None:
                asked = None if stop.asked is None else edits.near(take, stop.asked)
                found.setdefault(point, Stopping(at, asked, None))
    return found


def _page_turns(
    lesson: Lesson, heard: Heard, layout: Layout, lead: float, by_hand: Sequence[PageTurn], stopped: tuple[float, ...]
) -> tuple[PageTurn, ...]:
    """The pages of the stage: the title first, also while the teacher talks before her first word."""
    texts = [index for index, page in enumerate(layout.pages) if page.boxes and not page.board]
    page_of = {word: page for word, (page, _) in layout.places().items()}
    lights = heard.lights
    first = page_of[lights[0].word] if lights else (texts[0] if texts else 0)
    begin = lead
    if lead > 0 and _talks_before(heard):
        begin = max(lead, round(lights[0].start - TURN_AHEAD, 4))
    begin = max(lead, min([begin, *(one.at for one in by_hand)]))
    points = _words_after_points(lesson)
    beside = {
        index: frozenset(box.word for box in page.boxes)
        for index, page in enumerate(layout.pages)
        if page.board and page.boxes
    }
    places = Places(
        page_of,
        {word.id: number for number, word in enumerate(script(lesson))},
        beside,
        {index: frozenset(points.get(layout.pages[index].board, ())) for index in beside},
        frozenset(texts),
        stopped,
    )
    turns = page_turns(lights, places, by_hand, PageTurn(begin, first))
    return (PageTurn(0.0, 0), *turns) if lead > 0 else turns


def _talks_before(heard: Heard) -> bool:
    """Whether the teacher talks before the first word that is read."""
    return bool(heard.lights) and any(
        one.start < heard.lights[0].start and one.end - one.start >= TALK_CAPTIONED_FROM for one in heard.asides
    )


def _words_after_points(lesson: Lesson) -> dict[str, tuple[str, ...]]:
    """Pause point → the word with which the reading goes on after it."""
    positions = lesson.positions()
    found = {}
    for point in lesson.pause_points:
        place = positions.get(point.after, len(positions)) + 1
        found[point.id] = tuple(word.id for word in lesson.words[place : place + 1])
    return found


def _captions(words: Sequence[Word], lights: Sequence[Light], asides: Sequence[Aside]) -> tuple[Caption, ...]:
    """What is read, a sentence or less at a time, and that the teacher talks where they do."""
    sentence = {word.id: word.sentence for word in words}
    printed = {word.id: word.text for word in words}
    captions: list[Caption] = []
    for _, run in groupby(lights, key=lambda light: sentence[light.word]):
        line: list[Light] = []
        for light in run:
            text = " ".join(printed[item.word] for item in [*line, light])
            far = line and light.start - line[-1].end > 2.0
            if line and (len(text) > CAPTION_CHARACTERS or far):
                captions.append(_caption(line, printed))
                line = []
            line.append(light)
        if line:
            captions.append(_caption(line, printed))
    talk = [Caption(a.start, a.end, TALK) for a in asides if a.end - a.start >= TALK_CAPTIONED_FROM]
    return _apart(sorted([*captions, *talk], key=lambda caption: caption.start))


def _caption(line: list[Light], printed: dict[str, str]) -> Caption:
    return Caption(line[0].start, line[-1].end, " ".join(printed[light.word] for light in line))


def _apart(captions: list[Caption]) -> tuple[Caption, ...]:
    """Captions that end before the next begins."""
    cut = [replace(here, end=min(here.end, there.start)) for here, there in pairwise(captions)]
    return tuple(
        replace(c, start=round(c.start, 4), end=round(c.end, 4))
        for c in [*cut, *captions[-1:]]
        if c.end - c.start > 0.05
    )


def _sentence_starts(sentence: Mapping[str, int], lights: Sequence[Light]) -> tuple[float, ...]:
    return tuple(
        light.start
        for index, light in enumerate(lights)
        if index == 0 or sentence[lights[index - 1].word] != sentence[light.word]
    )
