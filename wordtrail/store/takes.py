"""Keeping takes: pieces as they arrive, and trails as they are found."""

from __future__ import annotations

from collections.abc import Container
from enum import StrEnum
from typing import NamedTuple

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.core.errors import LessonError, NotFound, PartMissing, TakeTooLong, TooLarge
from wordtrail.core.lesson.placing import TakePlace
from wordtrail.core.lesson.take_in_use import TakeUse, use_of_new
from wordtrail.core.remembered import Kept
from wordtrail.core.sound.microphone import Advice
from wordtrail.core.trail.camera import CameraStretch
from wordtrail.core.trail.events import TakeEvent
from wordtrail.core.trail.model import Trail
from wordtrail.store.blobs import Blobs
from wordtrail.store.documents import from_json, to_json
from wordtrail.store.lessons import Owner
from wordtrail.store.numbers import next_number
from wordtrail.store.tables import EventRow, TakeRow, TrailRow, new_id

LARGEST_PIECE = 16 * 2**20
LARGEST_TAKE = 1024 * 2**20
LARGEST_CAMERA = 4 * LARGEST_TAKE


class Track(StrEnum):
    """What is recorded of a take side by side, each in pieces of its own; the folder of them."""

    SOUND = "pieces"
    CAMERA = "camera-pieces"


class TakeFiles(NamedTuple):
    """Blob keys of a take."""

    id: str

    @property
    def folder(self) -> str:
        """The folder of all of them."""
        return f"takes/{self.id}"

    def piece(self, number: int, track: Track = Track.SOUND) -> str:
        """One piece as the browser sent it."""
        return f"{self.pieces(track)}/{number:06d}"

    def pieces(self, track: Track) -> str:
        """The folder of the pieces of a track."""
        return f"takes/{self.id}/{track}"

    @property
    def original(self) -> str:
        """The whole recording, byte for byte."""
        return f"takes/{self.id}/original"

    @property
    def camera(self) -> str:
        """The camera's recording, byte for byte, where it came beside the sound."""
        return f"takes/{self.id}/camera"

    @property
    def camera_copy(self) -> str:
        """The camera's picture in take time, as it is looked at."""
        return f"takes/{self.id}/camera.mp4"

    @property
    def listening(self) -> str:
        """The copy that is played."""
        return f"takes/{self.id}/listening.m4a"

    def cared_for(self, care: SoundCare) -> str:
        """The copy that is played, with what is done to its sound."""
        done = "".join(("-quiet" * care.less_noise, "-even" * care.even))
        return f"takes/{self.id}/listening{done}.m4a"

    def room(self, care: SoundCare) -> str:
        """A stretch in which nobody speaks, as samples, with what is done to its sound."""
        done = "".join(("-quiet" * care.less_noise, "-even" * care.even))
        return f"takes/{self.id}/room{done}"

    def loudness(self, care: SoundCare) -> str:
        """How loud it is (LUFS, as text), with what is done to its sound: measured once, for a take never changes."""
        done = "".join(("-quiet" * care.less_noise, "-even" * care.even))
        return f"takes/{self.id}/loudness{done}"

    @property
    def pitches(self) -> str:
        """The pitch of the voice every 20 ms, one byte each."""
        return f"takes/{self.id}/pitches"

    @property
    def peaks(self) -> str:
        """The height of the sound every 20 ms, one byte each."""
        return f"takes/{self.id}/hills"  # the name that they were first kept under

    @property
    def recorded_peaks(self) -> str:
        """The height of the sound as it was recorded, every 20 ms, one byte each."""
        return f"takes/{self.id}/recorded-hills"

    @property
    def hearings(self) -> str:
        """Which sounds its voice makes, for the lesson's next takes."""
        return f"takes/{self.id}/hearings"

    @property
    def work(self) -> str:
        """The folder of what is worked out of it piece by piece, until all is."""
        return f"takes/{self.id}/work"


def begin_take(
    session: Session, owner: Owner, lesson_id: str, origin: str, id: str = "", place: TakePlace | None = None
) -> TakeRow:
    """A new take of a lesson, which is being recorded from now on; with an `id` under which its files lie already, and
    the `place` of the lesson that it is recorded for."""
    number = next_number(session, TakeRow.number, TakeRow.lesson_id == lesson_id)
    row = TakeRow(
        id=id or new_id(), school_id=owner.school, teacher_id=owner.teacher, lesson_id=lesson_id, number=number,
        origin=origin, place=to_json(place) if place else "",
        use=(TakeUse.BY_CHOICE if place else TakeUse.BY_ITSELF).value,
    )  # fmt: skip
    session.add(row)
    session.flush()
    return row


def get_take(session: Session, id: str, owner: Owner | None = None) -> TakeRow:
    """One take. Raises NotFound, also for another owner's."""
    row = session.get(TakeRow, id)
    if row is None or (owner is not None and row.teacher_id != owner.teacher):
        raise NotFound("take")
    return row


def place_of_take(row: TakeRow) -> TakePlace | None:
    """The place of the lesson that a take was recorded for; None for the whole lesson."""
    return from_json(TakePlace, row.place) if row.place else None


def takes_of(session: Session, lesson_id: str) -> list[TakeRow]:
    """A lesson's takes in the order in which they were made."""
    return list(session.scalars(select(TakeRow).where(TakeRow.lesson_id == lesson_id).order_by(TakeRow.number)))


def add_piece(
    session: Session, blobs: Blobs, row: TakeRow, number: int, data: bytes, track: Track = Track.SOUND
) -> None:
    """Keep piece `number` (from 0) of a track. The same piece may come again (a retry) and changes nothing; one that
    skips ahead is refused with PartMissing, which says what comes next: the one before is under way, or lost."""
    if row.state != "recording":
        raise LessonError("This take is finished; nothing can be added to it.", kept="The take is kept.")
    if number > _pieces(row, track):
        count_pieces(blobs, row)
    if number < _pieces(row, track):
        return
    if len(data) > LARGEST_PIECE:
        raise TooLarge(LARGEST_PIECE // 2**20)
    largest, size = (LARGEST_TAKE, row.size) if track is Track.SOUND else (LARGEST_CAMERA, row.camera_size)
    if size + len(data) > largest:
        raise TakeTooLong(largest // 2**20)
    if number > _pieces(row, track):
        raise PartMissing("Piece", _pieces(row, track))
    blobs.write(TakeFiles(row.id).piece(number, track), data)
    _count(row, track, len(data))


def _pieces(row: TakeRow, track: Track) -> int:
    return row.pieces if track is Track.SOUND else row.camera_pieces


def _count(row: TakeRow, track: Track, size: int) -> None:
    if track is Track.SOUND:
        row.pieces, row.size = row.pieces + 1, row.size + size
    else:
        row.camera_pieces, row.camera_size = row.camera_pieces + 1, row.camera_size + size


def count_pieces(blobs: Blobs, row: TakeRow) -> None:
    """Count the pieces whose files are there though their row does not know of them: where the power was cut, a file
    may have reached the disk and its row not."""
    files = TakeFiles(row.id)
    for track in Track:
        while blobs.exists(piece := files.piece(_pieces(row, track), track)):
            _count(row, track, blobs.size(piece))


def add_events(session: Session, row: TakeRow, first: int, events: list[TakeEvent]) -> None:
    """Append what happened while recording. `first` is which of the take's events (from 0) the first of these is:
    those that came before (a retry) are not kept twice; events that skip ahead are refused."""
    kept = session.scalar(select(func.count()).select_from(EventRow).where(EventRow.take_id == row.id)) or 0
    if first > kept:
        raise PartMissing("Event", kept)
    session.add_all(
        EventRow(take_id=row.id, number=number + 1, at=event.at, what=event.what, detail=event.detail)
        for number, event in enumerate(events, first)
        if number >= kept
    )


def events_of(session: Session, take_id: str) -> list[TakeEvent]:
    """What happened while a take was recorded, in the order in which it was said."""
    rows = session.scalars(select(EventRow).where(EventRow.take_id == take_id).order_by(EventRow.number))
    return [TakeEvent(row.at, row.what, row.detail) for row in rows]


def put_together(blobs: Blobs, row: TakeRow) -> None:
    """Put the pieces of a take together to the original, and those of its camera, where it has one: all whose files
    are there, for one that was lost does not lose the others. Raises LessonError where there is no sound."""
    files = TakeFiles(row.id)
    if not _put_track_together(blobs, row, Track.SOUND, files.original):
        raise LessonError("Nothing was recorded in this take.", advice="Record again.")
    _put_track_together(blobs, row, Track.CAMERA, files.camera)


def _put_track_together(blobs: Blobs, row: TakeRow, track: Track, key: str) -> bool:
    names = (TakeFiles(row.id).piece(number, track) for number in range(_pieces(row, track)))
    there = [piece for piece in names if blobs.exists(piece)]
    if there:
        with blobs.making(key) as path, open(path, "wb") as whole:
            for piece in there:
                whole.write(blobs.read(piece))
    return bool(there)


def drop_pieces(blobs: Blobs, take: str) -> None:
    """Give the space back that the pieces of a kept take needed: all of them are in the original."""
    for track in Track:
        blobs.forget(TakeFiles(take).pieces(track))


def advice_on(row: TakeRow) -> tuple[Advice, ...]:
    """What is wrong with the sound of a take, and what to do about it."""
    return tuple(from_json(list[Advice], row.advice)) if row.advice else ()


def remove_take(session: Session, row: TakeRow) -> None:
    """Forget a take with its events and trails."""
    session.delete(row)


def finish_take(row: TakeRow, camera: tuple[CameraStretch, ...] = ()) -> None:
    """The take is whole; from now on it is read-only. `camera` is where its picture is there."""
    row.state = "kept"
    row.camera = to_json(list(camera)) if camera else ""


def camera_of(row: TakeRow) -> tuple[CameraStretch, ...]:
    """Where the camera's picture is there beside a take."""
    return tuple(from_json(list[CameraStretch], row.camera)) if row.camera else ()


def keep_trail(session: Session, row: TakeRow, trail: Trail) -> None:
    """A newly found trail of a take; older ones stay. With its first one, the take can be used."""
    heard = session.scalars(
        select(TrailRow.take_id).join(TakeRow, TakeRow.id == TrailRow.take_id).where(TakeRow.lesson_id == row.lesson_id)
    ).all()
    if row.id not in heard and not row.place:
        row.use = use_of_new(heard, trail).value
    number = next_number(session, TrailRow.number, TrailRow.take_id == row.id)
    session.add(
        TrailRow(
            school_id=row.school_id, teacher_id=row.teacher_id, take_id=row.id, number=number, document=to_json(trail)
        )
    )


class FoundTrail(NamedTuple):
    """A trail and the id of its row."""

    id: str
    trail: Trail


MOST_VISITS = 300_000
"""Visits of the trails that are held ready; one takes about 200 bytes."""

# A trail that was used lately is not read again.
_trails: Kept[str, Trail] = Kept(MOST_VISITS, lambda trail: 100.0 + len(trail.visits))


def newest_trail(session: Session, take_id: str) -> FoundTrail | None:
    """The newest trail of a take."""
    id = session.scalar(
        select(TrailRow.id).where(TrailRow.take_id == take_id).order_by(TrailRow.number.desc()).limit(1)
    )
    return trail_in(session, id) if id else None


def trail_in(session: Session, row: str) -> FoundTrail:
    """The trail in the row of this id."""
    found = _trails.get(row)
    if found is None:
        found = from_json(Trail, session.get_one(TrailRow, row).document)
        _trails.put(row, found)
    return FoundTrail(row, found)


def newest_trails(session: Session, lesson_id: str) -> dict[str, FoundTrail]:
    """Take id → its newest trail, for all takes of a lesson that have one, in the order in which they were made."""
    found = {row.id: newest_trail(session, row.id) for row in takes_of(session, lesson_id)}
    return {take: trail for take, trail in found.items() if trail is not None}


def uses_of(session: Session, lesson_id: str, with_trail: Container[str]) -> dict[str, TakeUse]:
    """Take → how it comes to be used, for those of a lesson that have a trail, in the order in which they were made."""
    return {row.id: TakeUse(row.use) for row in takes_of(session, lesson_id) if row.id in with_trail}


def trail_of(session: Session, take_id: str) -> Trail | None:
    """The newest trail of a take."""
    found = newest_trail(session, take_id)
    return found.trail if found else None
