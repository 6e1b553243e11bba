"""Answers that are sent compressed (RFC 9110, 8.4.1): text, for who can read it so. Sound, pictures and films are."""

from __future__ import annotations

import hashlib

import brotli
from flask import Response, g, request

from wordtrail.core.remembered import Kept

WORTH_IT = 1_000
"""Bytes from which on compressing saves something."""

MOST_BYTES = 32 * 2**20
"""Bytes of compressed answers that are held ready: many ask for the same page, script or lesson."""

EFFORT = 5
"""Of 11. More takes longer than the way of what it saves."""

EFFORT_FOR_MANY = 11
"""Of 11, for what a whole class fetches: half a second, once, for a fifth less on each one's way."""

_TEXT = ("text/", "application/json", "application/problem+json", "application/javascript", "image/svg+xml")

_packed: Kept[bytes, bytes] = Kept(MOST_BYTES, len)


def for_many(response: Response) -> Response:
    """`response`, of which is known that many fetch it just so."""
    g.for_many = True
    return response


def compressed(response: Response) -> Response:
    """`response` as it is sent to this client."""
    mimetype = response.mimetype or ""
    if response.status_code != 200 or not mimetype.startswith(_TEXT) or "Content-Encoding" in response.headers:
        return response
    response.vary.add("Accept-Encoding")
    if not request.accept_encodings["br"]:
        return response
    response.direct_passthrough = False
    data = response.get_data()
    if len(data) < WORTH_IT:
        return response
    effort = EFFORT_FOR_MANY if g.get("for_many") else EFFORT
    key = hashlib.sha256(data).digest() + bytes([effort])
    response.set_data(_packed.get_or_make(key, lambda: brotli.compress(data, quality=effort)))
    response.headers["Content-Encoding"] = "br"
    return response
