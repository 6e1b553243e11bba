"""The sound of a lesson in lesson time."""

from __future__ import annotations

import hashlib
from pathlib import Path

from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.errors import NothingToShow
from wordtrail.media.decode import Samples, decode
from wordtrail.media.level import RATE, levelled
from wordtrail.media.sound import lesson_sound, write_m4a
from wordtrail.store.documents import to_json
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import Workspace


def sound_of(workspace: Workspace, edits: EditList) -> Samples:
    """The lesson's sound in lesson time, 48 000 samples a second. Raises NothingToShow."""
    if not edits.clips:
        raise NothingToShow
    takes = {
        clip.take: levelled(decode(workspace.blobs.path(TakeFiles(clip.take).original), RATE)) for clip in edits.clips
    }
    return lesson_sound(takes, edits)


def sounds_of(lesson_id: str) -> str:
    """The folder of blobs in which a lesson's sounds are kept."""
    return f"sounds/{lesson_id}"


def kept_sound(workspace: Workspace, lesson_id: str, edits: EditList) -> Path:
    """The lesson's sound as a file, made when it is first asked for. Raises NothingToShow."""
    name = hashlib.sha256(to_json(edits).encode()).hexdigest()[:24]
    key = f"{sounds_of(lesson_id)}/{name}.m4a"
    if not workspace.blobs.exists(key):
        sound = sound_of(workspace, edits)
        with workspace.blobs.making(key) as path:
            write_m4a(sound, path)
    return workspace.blobs.path(key)
