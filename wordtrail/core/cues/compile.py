"""From lesson, trails and layout to the cue sheet."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import groupby, pairwise

from wordtrail.core.cues.drawings import Heard, drawings, numbers_tied, placed_by_hand, undisturbed
from wordtrail.core.cues.gates import ended_at_gates, stops
from wordtrail.core.cues.model import Caption, CueSheet, Light, PageTurn, Reveal
from wordtrail.core.cues.passes import Passes
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail, kept_ends
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import UNSURE_BELOW, Aside, Trail

VERSION = 1

TITLE_SECONDS = 3.0
"""How long the title card is seen before the first sound."""

LINGER = 0.4
"""Seconds: a word stays lit until the next one when the gap between them is no longer, so that
the light walks instead of flickering."""

TURN_AHEAD = 0.6
"""Seconds before its first word that a page is turned, if the word before has ended by then."""

CAPTION_CHARACTERS = 74
TALK_CAPTIONED_FROM = 1.5
TALK = "[The teacher talks about it.]"


def edit_list_of(lesson: Lesson, trails: Mapping[str, Trail], *, lead: float = TITLE_SECONDS) -> EditList:
    """What is kept of the chosen take: between its trims, set by hand or found by themselves.

    Empty when no take is chosen or the chosen one has no trail yet.
    """
    take = lesson.chosen_take
    trail = trails.get(take)
    if trail is None:
        return EditList((), lead)
    return EditList((Clip(take, *kept_ends(lesson, take, trail)),), lead)


def whole_take(take: str, trail: Trail) -> EditList:
    """The take as it is, for the Sync screen: lesson time is take time."""
    return EditList((Clip(take, 0.0, trail.seconds),), 0.0)


def compile_cues(lesson: Lesson, trails: Mapping[str, Trail], layout: Layout, edits: EditList) -> CueSheet:
    """Everything that happens on the stage when `edits` of the takes are heard.

    Trails are mended and re-anchored here; words without a box in `layout` are passed over.
    """
    page_of = {word: page for word, (page, _) in layout.places().items()}
    words = script(lesson)
    spoken, asides = _heard(lesson, words, trails, edits)
    lights = _lingering([light for light in spoken if light.word in page_of], page_of)
    sentence = {word.id: word.sentence for word in words}
    heard = Heard(lights, asides, Passes(lights, sentence), sentence, _blocks(lesson))
    stopping = stops(lesson, heard, layout, edits.lead, edits.seconds)
    thinking = {gate.shows: gate.think_seconds for gate in stopping.gates}
    by_hand = placed_by_hand(lesson, edits)
    drawn = undisturbed(lesson, drawings(lesson, heard, thinking, by_hand), stopping.gates, by_hand)
    texts = [index for index, page in enumerate(layout.pages) if page.boxes and not page.board]
    opening = texts[0] if texts else 0
    return CueSheet(
        version=VERSION,
        layout=layout.name,
        seconds=round(edits.seconds, 4),
        title_until=edits.lead,
        pages=_page_turns(lesson, lights, layout, page_of, edits.lead, opening),
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


def _blocks(lesson: Lesson) -> dict[str, str]:
    """Word of the passage → its block."""
    return {word.id: block.id for passage in lesson.passages for block in passage.blocks for word in block.words}


def _heard(
    lesson: Lesson, words: Sequence[Word], trails: Mapping[str, Trail], edits: EditList
) -> tuple[list[Light], tuple[Aside, ...]]:
    """Lights and asides of all kept clips in lesson time."""
    lights: list[Light] = []
    asides: list[Aside] = []
    ids = {word.id for word in words}
    now = edits.lead
    for clip in edits.clips:
        trail = current_trail(lesson, clip.take, trails[clip.take])
        shift = now - clip.start
        for visit in sorted(trail.visits, key=lambda visit: visit.start):
            if visit.word in ids and clip.start <= visit.start < clip.end:
                end = min(visit.end, clip.end)
                lights.append(Light(visit.word, visit.start + shift, end + shift, visit.confidence >= UNSURE_BELOW))
        asides += [
            _shifted(aside, clip, shift) for aside in trail.asides if aside.end > clip.start and aside.start < clip.end
        ]
        now += clip.seconds
    return lights, tuple(asides)


def _shifted(aside: Aside, clip: Clip, shift: float) -> Aside:
    """The part of an aside that is in the clip, in lesson time."""
    return Aside(max(aside.start, clip.start) + shift, min(aside.end, clip.end) + shift, aside.heard)


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


def _page_turns(
    lesson: Lesson, lights: Sequence[Light], layout: Layout, page_of: Mapping[str, int], lead: float, opening: int
) -> tuple[PageTurn, ...]:
    """The page of each word when it is read. Words of the text that are quoted beside a question stay there,
    until the reading goes on."""
    turns = [PageTurn(0.0, 0)] if lead > 0 else []
    beside = {
        index: {box.word for box in page.boxes} for index, page in enumerate(layout.pages) if page.board and page.boxes
    }
    goes_on = _words_after_points(lesson)
    now = page_of[lights[0].word] if lights else opening
    turns.append(PageTurn(lead, now))
    for before, after in pairwise(lights):
        stays = after.word in beside.get(now, ()) and after.word not in goes_on.get(layout.pages[now].board, ())
        page = now if stays else page_of[after.word]
        if page != now:
            at = min(max(before.end, after.start - TURN_AHEAD), after.start)
            turns.append(PageTurn(round(at, 4), page))
            now = page
    return tuple(turns)


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
