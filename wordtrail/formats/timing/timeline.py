"""The edit list as OpenTimelineIO (its reference library writes and reads it): which stretches of which takes are
heard."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping

import opentimelineio as otio

from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.errors import NotReadable

RATE = 1000.0
"""Units of time in a second."""

KIND, ENDING = "edit list", "otio"
FOLDER = "takes"
"""Where the sound of a take lies, for a file that names it."""


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


def read(text: str) -> tuple[Clip, ...]:
    """The clips of takes in a timeline, in the order in which they are heard; what is of no take is passed over. Raises
    NotReadable for what is no timeline, or has none of ours."""
    try:
        made = otio.adapters.read_from_string(text, "otio_json")
        clips = tuple(_clips_in(made)) if isinstance(made, otio.schema.Timeline) else ()
    except (otio.exceptions.OTIOError, ValueError, TypeError, RecursionError) as fault:
        raise NotReadable(KIND) from fault
    if not clips:
        raise NotReadable(KIND)
    return clips


def _clips_in(timeline: otio.schema.Timeline) -> Iterator[Clip]:
    tracks = timeline.audio_tracks() or timeline.video_tracks()
    for clip in (clip for track in tracks[:1] for clip in track.find_clips()):
        recording = clip.media_reference
        address = getattr(recording, "target_url", "") or ""
        folder, _, take = address.rpartition("/")
        if not take or folder.rpartition("/")[2] != FOLDER:
            continue
        pace = math.prod(one.time_scalar for one in clip.effects if isinstance(one, otio.schema.LinearTimeWarp))
        heard = clip.trimmed_range()
        start, seconds = heard.start_time.to_seconds(), heard.duration.to_seconds()
        if all(map(math.isfinite, (start, seconds, pace))) and start >= 0 and seconds > 0 and pace > 0:
            yield Clip(take, start, start + seconds * pace, pace)


def recording_of(take: str, seconds: float) -> otio.schema.ExternalReference:
    """The sound of a take of so many seconds."""
    return otio.schema.ExternalReference(f"{FOLDER}/{take}", available_range=span(0.0, seconds))


def span(start: float, seconds: float) -> otio.opentime.TimeRange:
    """A stretch of time, as OpenTimelineIO has it."""
    return otio.opentime.TimeRange(
        otio.opentime.RationalTime(round(start * RATE), RATE), otio.opentime.RationalTime(round(seconds * RATE), RATE)
    )
