"""The sound of a lesson in lesson time: worked out block by block, never held as a whole."""

from __future__ import annotations

import hashlib
from collections.abc import Callable, Iterable, Iterator
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.edit.sound_care import SoundCare, care_of
from wordtrail.core.errors import NothingToShow
from wordtrail.media.care import cared
from wordtrail.media.decode import Samples, sound_blocks
from wordtrail.media.level import RATE, by_the_second, gain_for, louder
from wordtrail.media.room import noise_of
from wordtrail.media.room_tone import quietest, share_to_match, with_tone
from wordtrail.media.seams import TakeReader
from wordtrail.media.sound import lesson_sound, write_m4a
from wordtrail.store.documents import to_json
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import Workspace


def sound_of(workspace: Workspace, edits: EditList) -> Iterator[Samples]:
    """The lesson's sound in lesson time, in blocks, 48 000 samples a second; takes of several rooms have one room
    behind them. Raises NothingToShow."""
    if not edits.clips:
        raise NothingToShow
    takes = dict.fromkeys(clip.take for clip in edits.clips)
    sounds = {take: take_sound(workspace, care_of(take, edits.cares)) for take in takes}
    gains = {take: gain_for(sound()) for take, sound in sounds.items()}

    def levelled(take: str) -> Iterator[Samples]:
        return (louder(block, gains[take]) for block in by_the_second(sounds[take]()))

    return lesson_sound(levelled if len(takes) == 1 else _in_one_room(levelled, takes), edits)


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


def _in_one_room(sound: Callable[[str], Iterator[Samples]], takes: Iterable[str]) -> Callable[[str], Iterator[Samples]]:
    """The sounds of takes, the quieter rooms with the tone of the loudest one under them."""
    rooms = {take: noise_of(sound(take)) for take in takes}
    loudest = max(rooms, key=lambda take: rooms[take])
    tone = quietest(sound(loudest))

    def matched(take: str) -> Iterator[Samples]:
        share = share_to_match(rooms[take], rooms[loudest])
        return with_tone(sound(take), tone, share) if share else sound(take)

    return matched


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
