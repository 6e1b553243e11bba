"""A stand-in for a school's video host: it takes films by the open protocol for resumable uploads (tus 1.0, with its
extension "creation"), and shows each on a page of its own. It ships with Word Trail, so that putting a film on a host
can be tried, and tested, on one machine.

What is said of a file comes as `Upload-Metadata`: `filename`, `filetype`, and `role`. A film (role `film`) has a
`title` and a `description`; captions and a cover (roles `captions`, `cover`) name the film they belong to in `film`,
the address of its upload. Where a film that is here can be seen is said in a `Link` (RFC 8288, relation `alternate`)
of the answers about its upload.
"""

from __future__ import annotations

import base64
import binascii
import json
import os
import re
import secrets
import threading
import time
from dataclasses import asdict, dataclass, field
from pathlib import Path

import waitress.server
from flask import Flask, Response, request, send_file
from markupsafe import escape

PROTOCOL = "1.0.0"
LARGEST = 8 * 2**30
"""Bytes of a file."""
LARGEST_PIECE = 64 * 2**20
"""Bytes of one request."""
LONGEST_SAID = 16_384
"""Characters of what is said of a file."""

KINDS = {
    "video/mp4": "mp4", "video/webm": "webm", "audio/mp4": "m4a", "audio/ogg": "opus", "text/vtt": "vtt",
    "image/png": "png", "image/jpeg": "jpg",
}  # fmt: skip
ROLES = ("film", "captions", "cover")


@dataclass(frozen=True, slots=True)
class Held:
    """A file that is here, or on its way: how long it will be (bytes), and what was said of it."""

    id: str
    length: int
    said: dict[str, str] = field(default_factory=dict)

    @property
    def role(self) -> str:
        """What it is: a film, captions or a cover."""
        return self.said.get("role", "film")

    @property
    def kind(self) -> str:
        """The ending of its file."""
        return KINDS[self.said.get("filetype", "")]


class Shelf:
    """The files of a host, in a folder."""

    def __init__(self, folder: Path) -> None:
        self._folder = folder
        folder.mkdir(parents=True, exist_ok=True)

    def file(self, held: Held) -> Path:
        """Where the bytes of a file are."""
        return self._folder / f"{held.id}.{held.kind}"

    def begin(self, length: int, said: dict[str, str]) -> Held:
        """A place for a file that is to come."""
        held = Held(secrets.token_urlsafe(9), length, said)
        self.file(held).touch()
        (self._folder / f"{held.id}.json").write_text(json.dumps(asdict(held)), encoding="utf-8")
        return held

    def find(self, id: str) -> Held | None:
        """The file of this id."""
        note = self._folder / f"{id}.json"
        if not re.fullmatch(r"[\w-]{1,40}", id) or not note.is_file():
            return None
        return Held(**json.loads(note.read_text(encoding="utf-8")))

    def reached(self, held: Held) -> int:
        """How many bytes of it are here."""
        return self.file(held).stat().st_size

    def add(self, held: Held, piece: bytes) -> None:
        """Put bytes to the end of a file."""
        with self.file(held).open("ab") as file:
            file.write(piece)
            file.flush()
            os.fsync(file.fileno())

    def beside(self, film: Held, role: str) -> Held | None:
        """What is whole of this role for a film; the newest."""
        notes = sorted(self._folder.glob("*.json"), key=lambda note: note.stat().st_mtime_ns, reverse=True)
        for note in notes:
            one = Held(**json.loads(note.read_text(encoding="utf-8")))
            named = one.said.get("film", "").rsplit("/", 1)[-1] == film.id
            if one.role == role and named and self.reached(one) == one.length:
                return one
        return None


def make_host(folder: Path, bytes_a_second: int = 0) -> Flask:
    """The host as a WSGI application, with its files in `folder`. With `bytes_a_second` it is as slow as a school's
    line may be."""
    app = Flask("video-host", static_folder=None)
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_PIECE
    shelf, one_at_a_time = Shelf(folder), threading.Lock()

    @app.after_request
    def speak(response: Response) -> Response:
        response.headers["Tus-Resumable"] = PROTOCOL
        response.headers.setdefault("X-Content-Type-Options", "nosniff")
        response.headers.setdefault("Content-Security-Policy", "default-src 'self'; style-src 'unsafe-inline'")
        return response

    @app.before_request
    def same_protocol() -> Response | None:
        speaks = request.headers.get("Tus-Resumable", "")
        if request.method in ("POST", "PATCH", "HEAD") and request.path.startswith("/uploads") and speaks != PROTOCOL:
            return Response(status=412, headers={"Tus-Version": PROTOCOL})
        return None

    @app.route("/uploads", methods=["OPTIONS"])
    def able() -> Response:
        return Response(
            status=204,
            headers={"Tus-Version": PROTOCOL, "Tus-Extension": "creation", "Tus-Max-Size": str(LARGEST)},
        )

    @app.post("/uploads")
    def begin() -> Response:
        length = request.headers.get("Upload-Length", "")
        said = _said(request.headers.get("Upload-Metadata", ""))
        if not length.isdecimal() or said is None:
            return Response("The length or what is said of the file cannot be understood.", 400)
        if int(length) > LARGEST:
            return Response("The file is too large.", 413)
        if said.get("filetype", "") not in KINDS or said.get("role", "film") not in ROLES:
            return Response("Files of this kind are not taken.", 415)
        held = shelf.begin(int(length), said)
        return Response(status=201, headers={"Location": f"/uploads/{held.id}", **_seen_at(shelf, held)})

    @app.route("/uploads/<id>", methods=["HEAD"])
    def reached(id: str) -> Response:
        held = shelf.find(id)
        if held is None:
            return Response(status=404)
        return Response(headers={
            "Upload-Offset": str(shelf.reached(held)), "Upload-Length": str(held.length), "Cache-Control": "no-store",
            **_seen_at(shelf, held),
        })  # fmt: skip

    @app.patch("/uploads/<id>")
    def go_on(id: str) -> Response:
        held = shelf.find(id)
        if held is None:
            return Response(status=404)
        if request.mimetype != "application/offset+octet-stream":
            return Response(status=415)
        piece = request.get_data()
        if bytes_a_second:
            time.sleep(len(piece) / bytes_a_second)
        with one_at_a_time:
            here = shelf.reached(held)
            if request.headers.get("Upload-Offset") != str(here):
                return Response(status=409, headers={"Upload-Offset": str(here)})
            if here + len(piece) > held.length:
                return Response("This is more than was announced.", 413)
            shelf.add(held, piece)
        return Response(status=204, headers={"Upload-Offset": str(here + len(piece)), **_seen_at(shelf, held)})

    @app.get("/watch/<id>")
    def watch(id: str) -> Response:
        held = shelf.find(id)
        if held is None or held.role != "film" or shelf.reached(held) < held.length:
            return Response("There is no film here.", 404, mimetype="text/plain")
        return Response(_page(shelf, held))

    @app.get("/files/<id>")
    def file(id: str) -> Response:
        held = shelf.find(id)
        if held is None or shelf.reached(held) < held.length:
            return Response(status=404)
        return send_file(shelf.file(held).resolve(), mimetype=held.said["filetype"], conditional=True)

    return app


def _said(header: str) -> dict[str, str] | None:
    """What is said of a file: a name → its text. None where it cannot be understood."""
    if len(header) > LONGEST_SAID:
        return None
    found = {}
    for pair in filter(None, (one.strip() for one in header.split(","))):
        name, _, value = pair.partition(" ")
        try:
            found[name] = base64.b64decode(value, validate=True).decode("utf-8")
        except (binascii.Error, ValueError):
            return None
    return found


def _seen_at(shelf: Shelf, held: Held) -> dict[str, str]:
    """Where a film that is here is seen, as a header."""
    if held.role != "film" or shelf.reached(held) < held.length:
        return {}
    return {"Link": f'<{request.host_url}watch/{held.id}>; rel="alternate"; type="text/html"'}


_LOOK = (
    "body{font:16px/1.5 sans-serif;color:#14302e;background:#f2f5f3;max-width:960px;margin:32px auto;padding:0 16px}"
    "video,audio{width:100%;background:#000;border-radius:12px}p.host{color:#5b706d}pre{font:inherit;white-space:pre-wrap}"
)


def _page(shelf: Shelf, film: Held) -> str:
    cover, captions = shelf.beside(film, "cover"), shelf.beside(film, "captions")
    poster = f' poster="/files/{cover.id}"' if cover else ""
    track = f'<track kind="captions" srclang="en" label="English" src="/files/{captions.id}">' if captions else ""
    tag = "audio" if film.said["filetype"].startswith("audio") else "video"
    title, about = escape(film.said.get("title") or "A film"), escape(film.said.get("description", ""))
    return (
        f'<!doctype html><html lang="en"><meta charset="utf-8"><title>{title}</title><style>{_LOOK}</style>'
        f'<p class="host">This is a stand-in for a school’s video host. It ships with Word Trail.</p><h1>{title}</h1>'
        f'<{tag} controls preload="metadata" src="/files/{film.id}"{poster}>{track}</{tag}><pre>{about}</pre></html>'
    )


def open_host(folder: Path, port: int, bytes_a_second: int = 0) -> str:
    """Open a host on this machine beside all else that a process does; the address at which it takes films. Raises
    OSError where nothing can listen there."""
    server = waitress.server.create_server(
        make_host(folder, bytes_a_second), host="127.0.0.1", port=port, threads=4, asyncore_use_poll=True,
        max_request_body_size=LARGEST_PIECE, clear_untrusted_proxy_headers=True,
    )  # fmt: skip
    threading.Thread(target=server.run, daemon=True).start()
    return f"http://127.0.0.1:{port}/uploads"
