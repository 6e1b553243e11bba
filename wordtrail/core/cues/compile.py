"""From lesson, trails and layout to the cue sheet."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import groupby, pairwise

from wordtrail.core.cues.camera_shown import NO_CAMERAS, Camera, camera_shown
from wordtrail.core.cues.caption_lines import in_lines
from wordtrail.core.cues.counts import with_counts
from wordtrail.core.cues.drawings import drawings, numbers_tied, placed_by_hand, undisturbed
from wordtrail.core.cues.echoes import with_echoes
from wordtrail.core.cues.ended import with_end
from wordtrail.core.cues.gates import ended_at_gates, stops
from wordtrail.core.cues.hold_gates import with_hold_gates
from wordtrail.core.cues.led import led
from wordtrail.core.cues.model import Caption, CueSheet, GateLight, Reveal, SignpostShown
from wordtrail.core.cues.talk_captions import TALK, talk_captions
from wordtrail.core.direct.course import Light, PageTurn
from wordtrail.core.direct.director import course_of
from wordtrail.core.direct.heard import heard_of, said_in
from wordtrail.core.direct.leafing import turned_to_parts
from wordtrail.core.direct.stops import silences_replaced, stops_in
from wordtrail.core.edit.edit_list import Clip, EditList, Mute
from wordtrail.core.film.model import AS_READ, LONGEST_LEAD, Film, FilmVersion
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.signs import READ_ALONE
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.kept_clips import kept_clips
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.rests import LINGER

VERSION = 1

TITLE_SECONDS = 3.0
"""How long the title card is seen before the first sound."""

CAPTION_CHARACTERS = 74


def edit_list_of(lesson: Lesson, trails: Mapping[str, Trail], *, lead: float = TITLE_SECONDS) -> EditList:
    """What is kept of the chosen take, and of those that come into it.

    What a stop's think time takes the place of is left out. Empty when no take is chosen or the chosen one has no
    trail yet.
    """
    whole = EditList(kept_clips(lesson, trails), lead)
    silences = silences_replaced(lesson, stops_in(lesson, trails, whole))
    heard = whole.without((one.start, one.end) for one in silences)
    takes = {clip.take for clip in heard.clips}
    return replace(
        heard,
        mutes=tuple(Mute(one.take, one.start, one.end, one.beep) for one in lesson.blanks if one.take in takes),
        cares=tuple(one for one in lesson.sound_cares if one.take in takes),
    )


def whole_take(take: str, trail: Trail) -> EditList:
    """The take as it is, for the Sync screen: lesson time is take time."""
    return EditList((Clip(take, 0.0, trail.seconds),), 0.0)


def compile_cues(
    lesson: Lesson,
    trails: Mapping[str, Trail],
    layout: Layout,
    edits: EditList,
    film: Film = AS_READ,
    cameras: Mapping[str, Camera] = NO_CAMERAS,
) -> CueSheet:
    """Everything that happens on the stage when `edits` of the takes are heard, in one version of the lesson.

    Trails are mended and re-anchored here; words without a box in `layout` are passed over. `cameras` are those of the
    takes that have one.
    """
    page_of = {word: page for word, (page, _) in layout.places().items()}
    words = script(lesson)
    said, asides = said_in(lesson, trails, edits)
    spoken = [light for light in said if light.word in page_of]
    lights = _lingering(spoken, page_of)
    heard = heard_of(lesson, lights, asides, edits.seconds, said)
    sentence = heard.sentence
    course = course_of(lesson, trails, layout, edits, heard)
    stopping = stops(lesson, heard, layout, course)
    gates, walk = with_hold_gates(stopping.gates, lesson, edits, heard.speech), tuple[GateLight, ...]()
    if film.version is FilmVersion.ECHO:
        gates, walk = with_echoes(gates, lesson, layout, heard, spoken, course.turns, film.choices)
    elif film.version is FilmVersion.TOGETHER:
        gates = with_counts(gates, lesson, layout, heard, spoken)
    stopping = replace(stopping, gates=with_end(gates, layout, edits.seconds))
    comes = sorted((one.at, one.part) for one in stopping.reveals if not one.gate)
    turns = turned_to_parts(layout, course.turns, comes)
    lead = film.choices.lead if film.version is FilmVersion.TOGETHER else 0.0
    thinking = {gate.shows: gate.think_seconds for gate in stopping.gates}
    placed = placed_by_hand(lesson, edits)
    drawn = undisturbed(lesson, drawings(lesson, heard, thinking, placed), stopping.gates, placed)
    seen = _seen(lights, layout, turns)
    return CueSheet(
        version=VERSION,
        layout=layout.name,
        seconds=round(edits.seconds, 4),
        title_until=edits.lead,
        pages=turns,
        lights=ended_at_gates(led(seen, min(lead, LONGEST_LEAD), gates, turns), gates),
        drawings=drawn,
        gates=stopping.gates,
        captions=in_lines(
            _captions(words, lights, talk_captions(lesson, trails, edits, asides, CAPTION_CHARACTERS)), lesson, layout
        ),
        sentences=_sentence_starts(sentence, lights),
        signposts=_with_signs(stopping.signposts, edits),
        reveals=_in_time((*stopping.reveals, *numbers_tied(lesson, drawn, stopping.gates))),
        beats=stopping.beats,
        pointings=course.pointings,
        views=course.views,
        whole=(0.0, 0.0, layout.width, layout.height),
        gate_lights=walk,
        gate_pages=stopping.pages,
        cameras=camera_shown(
            cameras if film.choices.camera else NO_CAMERAS, edits, layout, turns, course.views, lights,
            greets=film.choices.camera_greets,
        ),
    )  # fmt: skip


def _with_signs(signposts: Sequence[SignpostShown], edits: EditList) -> tuple[SignpostShown, ...]:
    """The signposts, and wherever students read by the light the sign that says so; signposts come first."""
    now, signs = edits.lead, list[SignpostShown]()
    for clip in edits.clips:
        if clip.silent:
            signs.append(SignpostShown(READ_ALONE, round(now, 4), round(now + clip.seconds, 4)))
        now += clip.seconds
    return (*signposts, *signs)


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


def _seen(lights: Sequence[Light], layout: Layout, turns: Sequence[PageTurn]) -> list[Light]:
    """The lights whose word can be seen: not those of a page that is covered by what was brought up."""
    at_signposts = {box.word for one in layout.signposts for box in one.boxes}
    words = [{box.word for box in page.boxes} for page in layout.pages]
    seen, place = [], 0
    for light in lights:
        while place + 1 < len(turns) and turns[place + 1].at <= light.start:
            place += 1
        if light.word in at_signposts or light.word in words[turns[place].page]:
            seen.append(light)
    return seen


def _captions(words: Sequence[Word], lights: Sequence[Light], talk: Sequence[Caption]) -> tuple[Caption, ...]:
    """What is read, a sentence or less at a time, and what the teacher says between; words that she reads in what she
    says are in that already."""
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
    own = [one for one in talk if one.text != TALK]
    captions = [one for one in captions if not any(said.start <= one.start < said.end for said in own)]
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
