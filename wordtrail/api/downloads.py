"""Answers that the browser keeps as a file, under a name that any title may be part of."""

from __future__ import annotations

import io
import re

from flask import Response, send_file

LONGEST_NAME = 120
"""Characters of a title that go into a file's name."""


def file_name(title: str, ending: str, otherwise: str = "lesson") -> str:
    """A file's name made of a title: only letters, digits, spaces, ’, ' and - of it, cut to a usual length."""
    kept = re.sub(r"[^\w ’'-]", "", title).strip()[:LONGEST_NAME].strip()
    return f"{kept or otherwise}{ending}"


def download(data: bytes, media_type: str, name: str) -> Response:
    """`data` as a download called `name`, which may hold letters of any script (RFC 6266, with RFC 5987's
    `filename*` beside a plain one)."""
    return send_file(io.BytesIO(data), mimetype=media_type, as_attachment=True, download_name=name, max_age=0)
