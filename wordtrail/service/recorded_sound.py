"""What is known of the sound of a take beside its words: its heights, how it was recorded, and its pitches."""

from __future__ import annotations

from wordtrail.core.remembered import Kept
from wordtrail.core.sound.word_levels import RecordedSound
from wordtrail.media.decode import sound_blocks
from wordtrail.media.pitch import RATE as PITCH_RATE
from wordtrail.media.pitch import pitches
from wordtrail.store.tables import TakeRow
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import Workspace

MOST_TAKES = 200.0
UNKNOWN = RecordedSound(b"")

_kept: Kept[tuple[str, str, float | None], RecordedSound] = Kept(MOST_TAKES)


def recorded_sound(workspace: Workspace, row: TakeRow) -> RecordedSound:
    """The heights of a take, and where its recording was at full scale; one without heights where it has none yet. The
    same take is the same object, so that what is worked out from it is remembered."""
    if row.state != "kept" or not workspace.blobs.exists(TakeFiles(row.id).peaks):
        return UNKNOWN
    key = (str(workspace.blobs.path(TakeFiles(row.id).peaks)), row.id, row.loudness)
    return _kept.get_or_make(key, lambda: _read(workspace, row))


def _read(workspace: Workspace, row: TakeRow) -> RecordedSound:
    recorded = TakeFiles(row.id).recorded_peaks
    as_recorded = workspace.blobs.read(recorded) if workspace.blobs.exists(recorded) else b""
    return RecordedSound(heights_of(workspace, row.id), as_recorded)


def heights_of(workspace: Workspace, take: str) -> bytes:
    """The heights of a take's sound, every 20 ms; none where it has none yet."""
    key = TakeFiles(take).peaks
    return workspace.blobs.read(key) if workspace.blobs.exists(key) else b""


def pitches_of(workspace: Workspace, take: str) -> bytes:
    """The pitches of a take's voice, every 20 ms: worked out once, from the copy that is listened to; none where there
    is no copy yet."""
    files, blobs = TakeFiles(take), workspace.blobs
    if blobs.exists(files.pitches):
        return blobs.read(files.pitches)
    if not blobs.exists(files.listening):
        return b""
    found = pitches(sound_blocks(blobs.path(files.listening), PITCH_RATE))
    blobs.write(files.pitches, found)
    return found
