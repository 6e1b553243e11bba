"""The edit list as OpenTimelineIO (its reference library writes it): which stretches of which takes are heard."""

from __future__ import annotations

from collections.abc import Mapping

import opentimelineio as otio

from wordtrail.core.edit.edit_list import EditList

RATE = 1000.0
"""Units of time in a second."""


def write(title: str, edits: EditList, takes: Mapping[str, tuple[str, float]]) -> str:
    """The timeline of a lesson's sound: the title's silence, then each clip. `takes` gives the name and the length
    (seconds) of each take."""
    timeline = otio.schema.Timeline(name=title)
    track = otio.schema.Track(name="Voice", kind=otio.schema.TrackKind.Audio)
    timeline.tracks.append(track)
    if edits.lead:
        track.append(otio.schema.Gap(source_range=span(0.0, edits.lead)))
    for clip in edits.clips:
        name, seconds = takes.get(clip.take, (clip.take, clip.end))
        recording = recording_of(clip.take, seconds)
        slower = [otio.schema.LinearTimeWarp(time_scalar=clip.pace)] if clip.pace != 1 else []
        track.append(
            otio.schema.Clip(
                name=name, media_reference=recording, source_range=span(clip.start, clip.seconds), effects=slower
            )
        )
    return str(timeline.to_json_string(indent=1))


def recording_of(take: str, seconds: float) -> otio.schema.ExternalReference:
    """The sound of a take of so many seconds."""
    return otio.schema.ExternalReference(f"takes/{take}", available_range=span(0.0, seconds))


def span(start: float, seconds: float) -> otio.opentime.TimeRange:
    """A stretch of time, as OpenTimelineIO has it."""
    return otio.opentime.TimeRange(
        otio.opentime.RationalTime(round(start * RATE), RATE), otio.opentime.RationalTime(round(seconds * RATE), RATE)
    )
