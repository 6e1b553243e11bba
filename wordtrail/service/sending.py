"""Putting a film on a video host, by the open protocol for resumable uploads (tus 1.0).

Whatever breaks off in between (the line, the host, this worker) goes on where it was: each file's upload has an
address, which is kept as soon as it is known, and the host says how much of it is there.
"""

from __future__ import annotations

import json
import threading
import time
from collections.abc import Callable, Collection
from dataclasses import dataclass
from functools import partial
from pathlib import Path
from typing import TypeVar
from urllib.parse import urljoin

import requests
from sqlalchemy.orm import Session
from tusclient.client import TusClient
from tusclient.exceptions import TusCommunicationError, TusUploadFailed
from tusclient.uploader.uploader import Uploader

from wordtrail.core.align.values import Progress
from wordtrail.core.errors import HostRefused, HostUnreachable, NotFound
from wordtrail.store.sharing import unfinished_on
from wordtrail.store.tables import SentFilmRow, VideoRow
from wordtrail.workspace import Workspace

SENDING, WAITING = "Sending the film", "Waiting for the host"
SENDING_PHASES = (SENDING,)
"""What is done, in order."""

PIECE = 1024 * 1024
"""Bytes sent at once: what is lost at the most when the line is cut."""

ANSWERS_WITHIN = 60.0
"""Seconds after which a host that says nothing to a piece is given up on."""

PATIENCE = 120.0
"""Seconds for which a host is waited for that cannot be reached."""

FIRST_WAIT, LONGEST_WAIT = 0.5, 8.0
"""Seconds before the next try: twice as long after each."""

GONE = (403, 404, 410)
"""What a host answers that has let go of an upload: it is begun anew."""

MOST_ANEW = 3

BESIDE = {"captions": ("captions.vtt", "text/vtt"), "cover": ("cover.png", "image/png")}
"""What can go along with a film: its role → its file and the kind of that."""

FILM_KINDS = {"mp4": "video/mp4", "webm": "video/webm", "m4a": "audio/mp4", "opus": "audio/ogg"}

LONGEST_ADDRESS = 300

Answer = TypeVar("Answer")


@dataclass(frozen=True, slots=True)
class Words:
    """What is said of a film on a host."""

    title: str
    description: str


def goes_along(workspace: Workspace, video: str) -> tuple[str, ...]:
    """What there is to go along with a film: the roles of `BESIDE`."""
    return tuple(role for role, (name, _) in BESIDE.items() if workspace.blobs.exists(f"videos/{video}/{name}"))


def begin_sending(session: Session, film: VideoRow, host: str, said: Words, beside: Collection[str]) -> SentFilmRow:
    """The row of a film that is to go to a host, with what goes along with it: the one that was broken off, which goes
    on where it was, or a new one."""
    row = unfinished_on(session, film.id, host)
    if row is None:
        row = SentFilmRow(
            school_id=film.school_id, teacher_id=film.teacher_id, lesson_id=film.lesson_id, video_id=film.id,
            version=film.version, host=host,
        )  # fmt: skip
        session.add(row)
    row.title, row.description, row.beside = said.title, said.description, json.dumps(list(beside))
    session.flush()
    return row


def send_film(workspace: Workspace, sent: str, report: Progress) -> str:
    """Send what is not on the host yet of the film of a row of `sent_films` (its id); where it is seen. Raises
    HostUnreachable, HostRefused, and NotFound when the film is gone."""
    report(SENDING, 0.0)
    with workspace.database.read_session() as session:
        row = session.get(SentFilmRow, sent)
        film = session.get(VideoRow, row.video_id) if row else None
        if row is None or film is None:
            raise NotFound("video")
        kind, beside = film.wrapping, json.loads(row.beside)
        said = {"title": row.title, "description": row.description, "role": "film", "filetype": FILM_KINDS[kind]}
        host, folder = row.host, workspace.blobs.path(f"videos/{film.id}")
    files = [folder / f"video.{kind}", *(folder / BESIDE[role][0] for role in beside)]
    if not all(file.is_file() for file in files):
        raise NotFound("video")
    line = _Line(workspace, sent, host, files, report)
    address = line.send("film", files[0], {**said, "filename": f"video.{kind}"})
    for role in beside:
        name, filetype = BESIDE[role]
        more = {"role": role, "film": line.uploads["film"], "filename": name, "filetype": filetype, "language": "en"}
        line.send(role, folder / name, more)
    with workspace.database.write_session() as session:
        kept = session.get(SentFilmRow, sent)
        if kept:
            kept.address = address or line.uploads["film"]
    return sent


class _Line:
    """The line to a host, for the files of one film."""

    def __init__(self, workspace: Workspace, sent: str, host: str, files: list[Path], report: Progress) -> None:
        self._workspace, self._sent, self._report = workspace, sent, report
        self._client = TusClient(host)
        self._sizes = {file: file.stat().st_size for file in files}
        self._done: set[Path] = set()
        self._share = 0.0
        with workspace.database.read_session() as session:
            row = session.get(SentFilmRow, sent)
            self.uploads: dict[str, str] = json.loads(row.uploads) if row else {}

    def send(self, role: str, file: Path, said: dict[str, str]) -> str:
        """Send a file, or what is not there of it; where it is seen, as far as the host says."""
        size, waited, wait = self._sizes[file], 0.0, FIRST_WAIT
        uploader: Uploader | None = None
        anew = 0
        while True:
            try:
                if uploader is None:
                    uploader = self._answered(partial(self._begun, role, file, said))
                while uploader.offset < size:
                    self._reach(file, uploader.offset)
                    self._answered(uploader.upload_chunk)
                    waited, wait = 0.0, FIRST_WAIT
                self._reach(file, size)
                return self._answered(partial(_seen_at, self.uploads[role]))
            except (TusCommunicationError, TusUploadFailed) as fault:
                status = fault.status_code
                if status in GONE and role in self.uploads and anew < MOST_ANEW:
                    del self.uploads[role]
                    uploader, anew = None, anew + 1
                    continue
                if status is not None and 400 <= status < 500 and status != 409:
                    raise HostRefused(status) from fault
                # What the host has is asked anew: a piece may have come through though its answer did not.
                uploader = None
            if waited >= PATIENCE:
                raise HostUnreachable
            waited += self._wait(wait)
            wait = min(2 * wait, LONGEST_WAIT)

    def _begun(self, role: str, file: Path, said: dict[str, str]) -> Uploader:
        """The upload of a file, where it is on the host."""
        where = self.uploads.get(role)
        uploader: Uploader = self._client.uploader(str(file), url=where, chunk_size=PIECE, metadata=said)
        if not where:
            self.uploads[role] = uploader.create_url()
            uploader.set_url(self.uploads[role])
            self._keep()
        return uploader

    def _keep(self) -> None:
        with self._workspace.database.write_session() as session:
            row = session.get(SentFilmRow, self._sent)
            if row:
                row.uploads = json.dumps(self.uploads)

    def _reach(self, file: Path, offset: int) -> None:
        """Say how far it is; raises JobCancelled."""
        before = sum(size for one, size in self._sizes.items() if one != file and one in self._done)
        self._share = round((before + offset) / max(1, sum(self._sizes.values())), 6)
        if offset == self._sizes[file]:
            self._done.add(file)
        self._report(SENDING, self._share)

    def _wait(self, seconds: float) -> float:
        begun = time.monotonic()
        while time.monotonic() - begun < seconds:
            self._report(WAITING, self._share)
            time.sleep(0.2)
        return seconds

    def _answered(self, ask: Callable[[], Answer]) -> Answer:
        """What the host answers. It is asked beside this thread, so that one can stop meanwhile, and does not wait for
        a line that is dead without a sign. Raises TusCommunicationError."""
        found: list[Answer] = []
        faults: list[BaseException] = []

        def asked() -> None:
            try:
                found.append(ask())
            except BaseException as fault:
                faults.append(fault)

        thread = threading.Thread(target=asked, daemon=True)
        thread.start()
        begun = time.monotonic()
        while thread.is_alive():
            thread.join(0.2)
            if time.monotonic() - begun > ANSWERS_WITHIN:
                raise TusCommunicationError("no answer")  # type: ignore[no-untyped-call]
            self._report(SENDING, self._share)
        if faults:
            raise faults[0]
        return found[0]


def _seen_at(upload: str) -> str:
    """Where a film that was sent is seen, as the host says it in a `Link` (RFC 8288); empty where it does not. Raises
    TusCommunicationError."""
    try:
        answer = requests.head(upload, headers={"Tus-Resumable": "1.0.0"}, timeout=ANSWERS_WITHIN)
    except requests.RequestException as fault:
        raise TusCommunicationError(str(fault)) from fault  # type: ignore[no-untyped-call]
    address = urljoin(upload, answer.links.get("alternate", {}).get("url", ""))
    known = address != upload and len(address) <= LONGEST_ADDRESS and address.startswith(("http://", "https://"))
    return address if known else ""
