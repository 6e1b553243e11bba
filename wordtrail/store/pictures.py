"""Picture files: kept once for the same bytes, under a name that cannot be guessed without them."""

from __future__ import annotations

import hashlib

from wordtrail.core.errors import NotFound
from wordtrail.store.blobs import Blobs

PICTURE_FILE = r"^[0-9a-f]{32}\.(?:png|jpg)$"


def keep_picture_file(blobs: Blobs, data: bytes, ending: str) -> str:
    """Keep the bytes of a PNG ("png") or JPEG ("jpg") file; its name."""
    name = f"{hashlib.sha256(data).hexdigest()[:32]}.{ending}"
    if not blobs.exists(_key(name)):
        blobs.write(_key(name), data)
    return name


def read_picture(blobs: Blobs, name: str) -> bytes:
    """The bytes of a picture. Raises NotFound."""
    if not blobs.exists(_key(name)):
        raise NotFound("picture")
    return blobs.read(_key(name))


def _key(name: str) -> str:
    return f"pictures/{name}"
