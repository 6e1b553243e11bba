"""Making a film of a lesson, or its sound alone, with captions, chapters and a cover."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import partial
from pathlib import Path

from wordtrail.core.align.values import Progress
from wordtrail.core.cues.chapters import chapters_of
from wordtrail.core.cues.film import holds_of, video_captions, video_seconds
from wordtrail.core.cues.filmed import Filmed
from wordtrail.core.errors import NoRoom, NothingToShow
from wordtrail.core.film.model import Captions, Film, FilmChoices, FilmVersion
from wordtrail.core.lesson.model import with_take
from wordtrail.core.lesson.take_in_use import take_in_use
from wordtrail.formats.film_files import files_beside
from wordtrail.media.decode import Samples
from wordtrail.media.helpers import stand_by
from wordtrail.media.join import Said, SoundFile, Wrapping, write_sound
from wordtrail.media.render import Manner, cover, render
from wordtrail.media.sound import SILENCE, silence, with_holds
from wordtrail.service.filming import facts_of, film_of, free_bytes, room_for
from wordtrail.service.showing import camera_copies, showing
from wordtrail.service.sound import Mix
from wordtrail.store.documents import to_json
from wordtrail.store.lessons import get_lesson
from wordtrail.store.numbers import next_number
from wordtrail.store.pictures import read_picture
from wordtrail.store.tables import VideoRow, new_id
from wordtrail.store.takes import newest_trails, uses_of
from wordtrail.workspace import Workspace

PREPARING, DRAWING, KEEPING = "Preparing the sound", "Drawing the film", "Keeping the film"
FILM_PHASES = (PREPARING, DRAWING, KEEPING)
"""What is done for a film, in order."""

FILE_KINDS = (*Wrapping, *SoundFile)
"""What kinds of file a film can be: with pictures, or its sound alone."""


@dataclass(frozen=True, slots=True)
class FilmWish:
    """A film that is to be made: which of the four, as what kind of file, with evenly spaced frames or not."""

    version: FilmVersion = FilmVersion.LISTEN
    kind: Wrapping | SoundFile = Wrapping.MP4
    steady: bool = False

    @property
    def name(self) -> str:
        """The wish in a word, as jobs carry it."""
        return f"{self.version}.{self.kind}{'.steady' * self.steady}"

    @classmethod
    def named(cls, name: str) -> FilmWish:
        """The wish of that name."""
        version, kind, *rest = name.split(".")
        return cls(FilmVersion(version), next(one for one in FILE_KINDS if one.value == kind), bool(rest))


def make_film(workspace: Workspace, lesson_id: str, wish: FilmWish, report: Progress) -> str:
    """Make a film of a lesson; its new id. Stretches that were made before and are as they were are used again. Raises
    NothingToShow, and NoRoom before anything is made."""
    report(PREPARING, 0.0)
    if isinstance(wish.kind, Wrapping):
        stand_by()
    film = film_of(workspace, lesson_id, wish.version)
    show, revision = showing(workspace, lesson_id, film=film)
    if not show.edits.clips and not show.sheet.gates:
        raise NothingToShow
    if room_for(workspace, show.filmed, film) > free_bytes(workspace):
        raise NoRoom
    facts = _facts(workspace, lesson_id, film)
    id, kept = new_id(), workspace.blobs.path(stretches_of(lesson_id, film))
    with workspace.blobs.making(f"videos/{id}/video.{wish.kind}") as path:
        said = write_film(
            workspace, show.filmed, film.choices, path, wish, progress=lambda share: report(DRAWING, share), kept=kept
        )
        size = path.stat().st_size
    report(KEEPING, 0.5)
    takes = {take: (f"Take {take}", trail.seconds) for take, trail in show.trails.items()}
    for name, data in {
        **files_beside(show.filmed, takes),
        "poster.jpg": said.cover,
        "cover.png": said.cover_png,
    }.items():
        workspace.blobs.write(f"videos/{id}/{name}", data)
    with workspace.database.write_session() as session:
        session.add(
            VideoRow(
                id=id, school_id=workspace.owner.school, teacher_id=workspace.owner.teacher, lesson_id=lesson_id,
                number=next_number(session, VideoRow.number, VideoRow.lesson_id == lesson_id), revision=revision,
                seconds=video_seconds(show.sheet), size=size, version=wish.version.value, wrapping=wish.kind.value,
                film=to_json(film), facts=json.dumps(facts),
            )
        )  # fmt: skip
    return id


def _facts(workspace: Workspace, lesson_id: str, film: Film) -> dict[str, str]:
    with workspace.database.read_session() as session:
        lesson = get_lesson(session, lesson_id, workspace.owner).lesson
        found = newest_trails(session, lesson_id)
        used = take_in_use(lesson, uses_of(session, lesson_id, found))
    return facts_of(with_take(lesson, used), found, film)


def write_film(
    workspace: Workspace,
    film: Filmed,
    choices: FilmChoices,
    path: Path,
    wish: FilmWish,
    *,
    progress: Callable[[float], None] = lambda share: None,
    kept: Path | None = None,
) -> Said:
    """Write a film to a file; what the file says beside pictures and sound. Stretches are made in the folder `kept`,
    and only those of this film stay there."""
    mix = Mix(workspace, film.edits) if film.edits.clips else None
    sound: Iterable[Samples] = mix.blocks() if mix else silence(film.sheet.seconds)
    pictures = partial(read_picture, workspace.blobs)
    captions = video_captions(film.sheet) if choices.captions is Captions.TRACK else ()
    cameras = camera_copies(workspace, film.sheet)
    front = cover(film, pictures, choices, cameras)
    said = Said(film.lesson.title, chapters_of(film), captions, front.jpeg(), front.png())

    def room() -> Samples:
        return mix.room if mix else SILENCE

    if isinstance(wish.kind, SoundFile):
        whole = with_holds(sound, holds_of(film.sheet, signal=choices.signal), room())
        write_sound(whole, path, said, wish.kind)
        return said
    if kept:
        kept.mkdir(parents=True, exist_ok=True)
    begun = {one.name for one in kept.iterdir()} if kept else set()
    shares = render(
        film.layout, film.sheet, sound, path, choices=choices, said=said,
        manner=Manner(wish.kind, wish.steady), room=room, progress=progress, pictures=pictures, kept=kept,
        cameras=cameras, heard=mix.name if mix else f"silence of {film.sheet.seconds} s",
    )  # fmt: skip
    for name in begun - shares.files:
        Path(kept or "", name).unlink(missing_ok=True)
    return said


def stretches_of(lesson_id: str, film: Film | None = None) -> str:
    """The folder of blobs in which the stretches of a lesson's films are kept, or those of one in its shape."""
    whole = f"stretches/{lesson_id}"
    return f"{whole}/{film.version}-{film.choices.shape}" if film else whole
