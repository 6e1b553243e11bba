"""The sound of a lesson in lesson time: worked out block by block, never held as a whole."""

from __future__ import annotations

import hashlib
from collections.abc import Callable, Iterator
from functools import cached_property
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.edit.sound_care import SoundCare, care_of
from wordtrail.core.errors import NothingToShow
from wordtrail.media.care import cared
from wordtrail.media.decode import Samples, sound_blocks
from wordtrail.media.level import RATE, by_the_second, gain_for, gain_from, louder, loudness
from wordtrail.media.room import noise_of
from wordtrail.media.room_tone import quietest, share_to_match, with_tone
from wordtrail.media.seams import TakeReader
from wordtrail.media.sound import lesson_sound, write_m4a
from wordtrail.media.wav import as_wav
from wordtrail.store.documents import to_json
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import Workspace


class Mix:
    """The sound of a lesson, at one loudness: takes of several rooms have one room behind them. What has to be measured
    is when it is first asked for. Raises NothingToShow where nothing is heard."""

    def __init__(self, workspace: Workspace, edits: EditList) -> None:
        if not edits.clips:
            raise NothingToShow
        self._workspace, self._edits = workspace, edits
        self._takes = tuple(dict.fromkeys(clip.take for clip in edits.clips))
        self._sounds = {take: take_sound(workspace, care_of(take, edits.cares)) for take in self._takes}

    @property
    def name(self) -> str:
        """A name that says all that is heard: a take's sound stays as it is."""
        return hashlib.sha256(repr(self._edits).encode()).hexdigest()

    def blocks(self) -> Iterator[Samples]:
        """The sound in lesson time, in blocks, 48 000 samples a second."""
        take = self._levelled if len(self._takes) == 1 else self._in_one_room()
        yield from lesson_sound(take, self._edits, lambda _: self.room)

    @cached_property
    def room(self) -> Samples:
        """A stretch of the room behind the voice, in which nobody speaks."""
        loudest = self._takes[0]
        if len(self._takes) > 1:
            loudest = max(self._takes, key=lambda take: self._noises[take])
        return louder(self._tone(loudest), self._gains[loudest])

    @cached_property
    def _gains(self) -> dict[str, float]:
        return {take: self._gain(take) for take in self._takes}

    @cached_property
    def _noises(self) -> dict[str, float]:
        return {take: noise_of(self._levelled(take)) for take in self._takes}

    def _gain(self, take: str) -> float:
        """The factor that brings a take to the loudness of all films, measured once."""
        key, blobs = TakeFiles(take).loudness(care_of(take, self._edits.cares)), self._workspace.blobs
        if not blobs.exists(key):
            blobs.write(key, str(loudness(self._sounds[take]())).encode())
        return gain_from(float(blobs.read(key)))

    def _levelled(self, take: str) -> Iterator[Samples]:
        return (louder(block, self._gains[take]) for block in by_the_second(self._sounds[take]()))

    def _tone(self, take: str) -> Samples:
        """The quietest second of a take, looked for once."""
        key = TakeFiles(take).room(care_of(take, self._edits.cares))
        blobs = self._workspace.blobs
        if not blobs.exists(key):
            blobs.write(key, np.asarray(quietest(self._sounds[take]()), "<f4").tobytes())
        return np.frombuffer(blobs.read(key), "<f4").astype(np.float32)

    def _in_one_room(self) -> Callable[[str], Iterator[Samples]]:
        """The sounds of takes, the quieter rooms with the tone of the loudest one under them."""
        loudest = max(self._noises.values())

        def matched(take: str) -> Iterator[Samples]:
            share = share_to_match(self._noises[take], loudest)
            sound = self._levelled(take)
            return with_tone(sound, self.room, share) if share else sound

        return matched


def sound_of(workspace: Workspace, edits: EditList) -> Iterator[Samples]:
    """The lesson's sound in lesson time, in blocks, 48 000 samples a second. Raises NothingToShow."""
    return Mix(workspace, edits).blocks()


def room_of(workspace: Workspace, edits: EditList) -> bytes:
    """What is heard where a film with these edits stands still, to be played over and over: a WAV file. Raises
    NothingToShow."""
    return as_wav(Mix(workspace, edits).room)


def take_sound(workspace: Workspace, care: SoundCare) -> Callable[[], Iterator[Samples]]:
    """Gives the sound of a take from its beginning, as often as asked for: as it was recorded, or with what is done to
    it."""
    path = workspace.blobs.path(TakeFiles(care.take).original)
    if not care.is_any:
        return lambda: sound_blocks(path, RATE)
    noise = noise_of(sound_blocks(path, RATE)) if care.less_noise else 0.0
    return lambda: cared(sound_blocks(path, RATE), care, noise)


HEARD_SECONDS = 12.0
"""The length of a sample that is heard with and without what is done to a sound."""

_RUN_UP = 3.0
"""Seconds before a sample in which the filters learn what its noise is."""


def heard_with(workspace: Workspace, care: SoundCare, start: float) -> bytes:
    """A sample of a take from `start` on (seconds of take time) with what is done to its sound, as an M4A file."""
    path = workspace.blobs.path(TakeFiles(care.take).original)
    begin = max(0.0, start - _RUN_UP)
    first, last = round(begin * RATE), round((start + HEARD_SECONDS) * RATE)
    part = np.concatenate(list(TakeReader(sound_blocks(path, RATE)).read(first, last)))
    noise = noise_of([part]) if care.less_noise else 0.0
    done = np.concatenate(list(cared([part], care, noise)))[round((start - begin) * RATE) :]
    with TemporaryDirectory() as folder:
        file = Path(folder) / "heard.m4a"
        write_m4a([louder(done, gain_for([done]))], file)
        return file.read_bytes()


def keep_cared_copy(workspace: Workspace, care: SoundCare) -> None:
    """Make the copy of a take that is played, with what is done to its sound, if it was not made."""
    key = TakeFiles(care.take).cared_for(care)
    if workspace.blobs.exists(key):
        return
    sound = take_sound(workspace, care)
    gain = gain_for(sound())
    with workspace.blobs.making(key) as path:
        write_m4a((louder(block, gain) for block in by_the_second(sound())), path)


def sounds_of(lesson_id: str) -> str:
    """The folder of blobs in which a lesson's sounds are kept."""
    return f"sounds/{lesson_id}"


def sound_name(edits: EditList) -> str:
    """The name of the sound that these edits make."""
    return hashlib.sha256(to_json(edits).encode()).hexdigest()[:24]


def kept_sound(workspace: Workspace, lesson_id: str, edits: EditList) -> Path | None:
    """The lesson's sound as a file, if it was made. Raises NothingToShow."""
    if not edits.clips:
        raise NothingToShow
    key = _key(lesson_id, edits)
    return workspace.blobs.path(key) if workspace.blobs.exists(key) else None


def keep_sound(workspace: Workspace, lesson_id: str, edits: EditList) -> None:
    """Make the lesson's sound, if it was not made. Raises NothingToShow."""
    if kept_sound(workspace, lesson_id, edits) is None:
        with workspace.blobs.making(_key(lesson_id, edits)) as path:
            write_m4a(sound_of(workspace, edits), path)


def _key(lesson_id: str, edits: EditList) -> str:
    return f"{sounds_of(lesson_id)}/{sound_name(edits)}.m4a"
