"""The built front end as answers: its pages, each with word of what it needs next, and its files."""

from __future__ import annotations

import json
import mimetypes
import re
from pathlib import Path

from flask import Response, request, send_file
from flask_openapi.openapi import OpenAPI

from wordtrail.api import student
from wordtrail.core.errors import NotFound

WEB = Path(__file__).resolve().parents[2] / "web" / "dist"

TOKEN = re.compile(r"[A-Za-z0-9_-]{1,64}")

SCREEN = re.compile(r"lesson/([A-Za-z0-9_-]{1,64})/([a-z]+)")
"""The address of a screen of the studio: its lesson and its name."""

PROGRAM = re.compile(r'(?:src|href)="(/assets/[^"]+\.js)"')
"""Where a built page names a program."""


def add_pages(app: OpenAPI) -> None:
    """Have every address that is none of the API's answered by the front end."""

    @app.route("/", defaults={"path": ""})
    @app.route("/<path:path>")
    def page(path: str) -> Response:
        if path.startswith("api/"):
            raise NotFound("page")
        wanted = _built(path)
        if wanted:
            response = _packed_at_build(wanted) or send_file(wanted, conditional=True)
            if path.startswith("assets/"):
                response.cache_control.max_age = 31_536_000
            return response
        if path.startswith("s/"):
            token = path.removeprefix("s/")
            return _page("student.html", student.on_the_way(token) if TOKEN.fullmatch(token) else [])
        screen = SCREEN.fullmatch(path)
        return _page("index.html", _screen_on_the_way(*screen.groups()) if screen else [])


def _page(name: str, links: list[str]) -> Response:
    """A page, with links (RFC 8288) to its programs and to what else it will ask for, so that all of it is on its way
    while the first of it is read."""
    response = send_file(WEB / name, max_age=0)
    if links:
        response.headers["Link"] = ", ".join(dict.fromkeys(_programs(WEB / name) + links))
    return response


def _screen_on_the_way(lesson: str, screen: str) -> list[str]:
    """Links to the programs of a screen of the studio, and to its lesson."""
    programs = [f"</{file}>; rel=modulepreload" for file in _files_of(f"src/studio/{screen.capitalize()}Screen.vue")]
    return [*programs, f"</api/lessons/{lesson}>; rel=preload; as=fetch; crossorigin"]


def _files_of(source: str) -> list[str]:
    """The built files of a part of the front end, and of all that it needs; none for a part that there is not."""
    manifest = WEB / ".vite" / "manifest.json"
    parts = json.loads(manifest.read_text("utf-8")) if manifest.is_file() else {}
    found, wanted = dict[str, None](), [source]
    while wanted:
        part = parts.get(wanted.pop(), {})
        if part and part["file"] not in found:
            found[part["file"]] = None
            wanted += part.get("imports", [])
    return list(found)


def _programs(page: Path) -> list[str]:
    """Links to the programs of a page: they come first, for they have to be read before anything is drawn."""
    return [f"<{name}>; rel=modulepreload" for name in PROGRAM.findall(page.read_text("utf-8"))]


def _built(path: str) -> Path | None:
    """The file of the built front end at this path, if there is one."""
    try:
        wanted = (WEB / path).resolve()
        return wanted if wanted.is_file() and wanted.is_relative_to(WEB) else None
    except (OSError, ValueError):
        # No file has such a name: it is too long, or holds a zero byte.
        return None


def _packed_at_build(file: Path) -> Response | None:
    """`file` as the build compressed it, for who can read that."""
    packed = file.with_name(f"{file.name}.br")
    if not request.accept_encodings["br"] or not packed.is_file():
        return None
    response = send_file(packed, mimetype=mimetypes.guess_type(file.name)[0], conditional=True)
    response.headers["Content-Encoding"] = "br"
    response.vary.add("Accept-Encoding")
    return response
