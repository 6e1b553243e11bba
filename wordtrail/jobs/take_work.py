"""From a finished recording to a trail."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from pathlib import Path

import numpy as np

from wordtrail.core.align.aligner import COMPARING, LISTENING, MATCHING, TIMING, WRITING, Explained, explained
from wordtrail.core.align.script import script_of
from wordtrail.core.align.stretches import stretches_of_sound
from wordtrail.core.align.values import RATE as ALIGN_RATE
from wordtrail.core.align.values import Progress
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.errors import NotAPicture, SilentSound, StillRecording
from wordtrail.core.lesson.take_trail import found_in
from wordtrail.core.sound.microphone import advice
from wordtrail.core.text.model import Word
from wordtrail.jobs.ear import PieceMemory
from wordtrail.media.camera import write_camera_copy
from wordtrail.media.decode import Samples, decode_small, sound_blocks
from wordtrail.media.level import RATE, Peaks, gain_from, louder, loudness
from wordtrail.media.room import figures, noise_of
from wordtrail.media.sound import write_m4a
from wordtrail.service.placing import put_in_place
from wordtrail.service.recorded_sound import pitches_of
from wordtrail.store.documents import to_json
from wordtrail.store.hearings import earlier_hearings, keep_hearings
from wordtrail.store.lessons import get_lesson
from wordtrail.store.takes import TakeFiles, camera_of, drop_pieces, get_take, keep_trail, takes_of
from wordtrail.workspace import Workspace

READING_FILE, LISTENING_COPY = "Reading the recording", "Making the copy you listen to"
CAMERA_COPY = "Making the copy of the camera's picture"

ALIGN_PHASES = (READING_FILE, LISTENING_COPY, LISTENING, MATCHING, COMPARING, TIMING, WRITING, CAMERA_COPY)
"""What is done with a take, in order."""

CHECKED_SECONDS = 60
"""Seconds of a take that go through the checks of the microphone, wherever it was recorded."""


def align_take(workspace: Workspace, take_id: str, report: Progress) -> None:
    """Make the listening copy and the peaks of a take, then find its trail. What is there already is
    not made again, so that this can go on after a crash."""
    report(READING_FILE, 0.0)
    files = TakeFiles(take_id)
    blobs = workspace.blobs
    with workspace.database.read_session() as session:
        if get_take(session, take_id).state == "recording":
            raise StillRecording
    drop_pieces(blobs, take_id)
    if not (blobs.exists(files.listening) and blobs.exists(files.peaks)):
        _make_listening_copy(workspace, take_id, report)
    heard = decode_small(blobs.path(files.original), ALIGN_RATE)
    if not stretches_of_sound(heard):
        raise SilentSound
    with workspace.database.read_session() as session:
        lesson_id = get_take(session, take_id).lesson_id
        lesson = get_lesson(session, lesson_id).lesson
        others = [row.id for row in takes_of(session, lesson_id) if row.id != take_id]
    memory = PieceMemory(blobs, take_id)
    earlier = earlier_hearings(blobs, others)

    def find(words: Sequence[Word]) -> Explained:
        spoken = script_of(words, lesson.respelled_among(words))
        return explained(heard, spoken, report, memory=memory, earlier=earlier)

    found, trail = found_in(lesson, find)
    keep_hearings(blobs, take_id, found.hearings)
    with workspace.database.write_session() as session:
        row = get_take(session, take_id)
        keep_trail(session, row, trail)
        row.fault = ""
    pitches_of(workspace, take_id)
    put_in_place(workspace, take_id)
    memory.clear()
    _make_camera_copy(workspace, take_id, report)


def _make_listening_copy(workspace: Workspace, take_id: str, report: Progress) -> None:
    """The copy of a take that is played, its peaks, and the figures of its sound."""
    files, blobs = TakeFiles(take_id), workspace.blobs
    original = blobs.path(files.original)
    loud_as = loudness(sound_blocks(original, RATE))
    blobs.write(files.loudness(SoundCare(take_id)), str(loud_as).encode())
    gain = gain_from(loud_as)
    noise = noise_of(sound_blocks(original, RATE))
    wrong = advice(figures(_beginning(original)))
    report(LISTENING_COPY, 0.3)
    found, recorded, count = Peaks(), Peaks(), 0

    def loud() -> Iterator[Samples]:
        nonlocal count
        for block in recorded.of(sound_blocks(original, RATE)):
            count += len(block)
            yield louder(block, gain)

    with blobs.making(files.listening) as path:
        write_m4a(found.of(loud()), path)
    blobs.write(files.recorded_peaks, bytes(recorded))
    blobs.write(files.peaks, bytes(found))
    with workspace.database.write_session() as session:
        row = get_take(session, take_id)
        row.seconds = round(count / RATE, 3)
        row.loudness, row.noise = round(loud_as, 1), round(noise, 1)
        row.advice = to_json(list(wrong)) if wrong else ""
    report(LISTENING_COPY, 1.0)


def _beginning(path: Path) -> Samples:
    """As much of a sound as the microphone check needs."""
    held: list[Samples] = []
    for block in sound_blocks(path, RATE):
        held.append(block)
        if sum(map(len, held)) >= CHECKED_SECONDS * RATE:
            break
    return np.concatenate(held)


def _make_camera_copy(workspace: Workspace, take_id: str, report: Progress) -> None:
    """The copy of the camera's picture, where the take has one. One that cannot be read leaves the take as it is,
    without a picture, and a sentence at it."""
    files, blobs = TakeFiles(take_id), workspace.blobs
    with workspace.database.read_session() as session:
        stretches = camera_of(get_take(session, take_id))
    if not stretches or blobs.exists(files.camera_copy):
        return
    report(CAMERA_COPY, 0.0)
    source = files.camera if blobs.exists(files.camera) else files.original
    try:
        with blobs.making(files.camera_copy) as path:
            begin = stretches[0].start
            write_camera_copy(blobs.path(source), path, begin, lambda share: report(CAMERA_COPY, share))
    except NotAPicture as fault:
        with workspace.database.write_session() as session:
            row = get_take(session, take_id)
            row.camera, row.fault = "", fault.sentence
