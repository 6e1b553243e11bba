"""What stands beside a film in open formats: its captions (WebVTT, SRT, TTML), and how it is put together
(OpenTimelineIO). All times are those of the film."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

import opentimelineio as otio

from wordtrail.core.cues.chapters import Chapter, chapter_list, chapters_of
from wordtrail.core.cues.film import holds_in_film, video_captions, video_seconds
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.cues.model import Caption
from wordtrail.core.edit.edit_list import Clip
from wordtrail.core.trail.phrases import Phrase, TimedWord
from wordtrail.formats import webvtt
from wordtrail.formats.timing import subrip, ttml
from wordtrail.formats.timing.timeline import recording_of, span

SHORTEST = 0.001
"""Seconds below which a part of a timeline is nothing."""

BESIDE = ("captions.vtt", "captions.srt", "captions.ttml", "chapters.txt", "timeline.otio")
"""The files that stand beside a film."""


def files_beside(film: Filmed, takes: Mapping[str, tuple[str, float]]) -> dict[str, bytes]:
    """The name of each file beside a film → what it holds. `takes` gives the name and the length (seconds) of each
    take."""
    phrases, seconds = phrases_in(video_captions(film.sheet)), video_seconds(film.sheet)
    chapters = chapters_of(film)
    texts = (
        webvtt.write(film.sheet), subrip.write(phrases, seconds), ttml.write(phrases, seconds), chapter_list(chapters),
        timeline(film, chapters, takes),
    )  # fmt: skip
    return {name: text.encode() for name, text in zip(BESIDE, texts, strict=True)}


def phrases_in(captions: Sequence[Caption]) -> list[Phrase]:
    """Captions as phrases; nobody says when which of their words is spoken."""
    return [
        Phrase(tuple(TimedWord(word, one.start, one.end) for word in one.text.split()), one.start, one.end)
        for one in captions
    ]


def timeline(film: Filmed, chapters: Sequence[Chapter], takes: Mapping[str, tuple[str, float]]) -> str:
    """A film as an OpenTimelineIO timeline: one track with its title, the clips of its takes and a gap wherever it
    stands still or only the room is heard; chapters are markers."""
    made = otio.schema.Timeline(name=film.lesson.title)
    track = otio.schema.Track(name="Voice", kind=otio.schema.TrackKind.Audio)
    made.tracks.append(track)
    for item in _items(film, takes):
        track.append(item)
    for one in chapters:
        track.markers.append(otio.schema.Marker(name=one.title, marked_range=span(one.start, one.end - one.start)))
    return str(made.to_json_string(indent=1))


def _items(film: Filmed, takes: Mapping[str, tuple[str, float]]) -> Iterator[otio.core.Item]:
    """What stands on the track, one after another."""
    questions = {gate.pause: gate.question or gate.kind for gate in film.sheet.gates}
    holds = list(holds_in_film(film.sheet))
    now = 0.0
    for clip in (None, *film.edits.clips):
        left = film.edits.lead if clip is None else clip.seconds
        while holds and holds[0].at < now + left - SHORTEST:
            hold = holds.pop(0)
            before = max(0.0, hold.at - now)
            if before > SHORTEST:
                yield _part(clip, before, takes)
                clip = None if clip is None else replace(clip, start=clip.said_at(before))
            yield _gap(questions[hold.pause], hold.end - hold.start)
            now, left = now + before, left - before
        if left > SHORTEST:
            yield _part(clip, left, takes)
        now += left
    for hold in holds:
        yield _gap(questions[hold.pause], hold.end - hold.start)


def _part(clip: Clip | None, seconds: float, takes: Mapping[str, tuple[str, float]]) -> otio.core.Item:
    if clip is None:
        return _gap("Title", seconds)
    if clip.silent:
        return _gap("Students read", seconds)
    name, length = takes.get(clip.take, (clip.take, clip.end))
    slower = [otio.schema.LinearTimeWarp(time_scalar=clip.pace)] if clip.pace != 1 else []
    return otio.schema.Clip(
        name=name, media_reference=recording_of(clip.take, length), source_range=span(clip.start, seconds),
        effects=slower,
    )  # fmt: skip


def _gap(name: str, seconds: float) -> otio.schema.Gap:
    return otio.schema.Gap(name=name, source_range=span(0.0, seconds))
