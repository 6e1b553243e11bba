"""The sound of a lesson in lesson time: worked out block by block, never held as a whole."""

from __future__ import annotations

import hashlib
from collections.abc import Iterator, Sequence
from pathlib import Path

import numpy as np

from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.errors import NothingToShow
from wordtrail.media.decode import Samples, sound_blocks
from wordtrail.media.level import RATE, by_the_second, gain_for, louder
from wordtrail.media.room import noise_of
from wordtrail.media.room_tone import quietest, share_to_match, with_tone
from wordtrail.media.sound import lesson_sound, write_m4a
from wordtrail.store.documents import to_json
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import Workspace


def sound_of(workspace: Workspace, edits: EditList) -> Iterator[Samples]:
    """The lesson's sound in lesson time, in blocks, 48 000 samples a second; takes of several rooms have one room
    behind them. Raises NothingToShow."""
    if not edits.clips:
        raise NothingToShow
    takes = tuple(dict.fromkeys(clip.take for clip in edits.clips))
    rooms = _rooms(workspace, takes) if len(takes) > 1 else {}
    loudest = max(rooms, key=lambda take: rooms[take], default="")
    tone = quietest(_levelled(workspace, loudest)) if loudest else np.zeros(0, np.float32)

    def sound(take: str) -> Iterator[Samples]:
        share = share_to_match(rooms[take], rooms[loudest]) if loudest else 0.0
        own = _levelled(workspace, take)
        return with_tone(own, tone, share) if share else own

    return lesson_sound(sound, edits)


def _rooms(workspace: Workspace, takes: Sequence[str]) -> dict[str, float]:
    """The level of the room in each take as it is heard in the lesson (dB of full scale)."""
    return {take: noise_of(_levelled(workspace, take)) for take in takes}


def _levelled(workspace: Workspace, take: str) -> Iterator[Samples]:
    return levelled_take(workspace.blobs.path(TakeFiles(take).original))


def levelled_take(path: Path) -> Iterator[Samples]:
    """The sound of a take at the level of lessons, in blocks. It is read twice: first for how loud it is."""
    gain = gain_for(sound_blocks(path, RATE))
    return (louder(block, gain) for block in by_the_second(sound_blocks(path, RATE)))


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
