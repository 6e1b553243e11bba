"""Who may come in: on a network, the teacher's side asks for a passphrase, the student page does not.

Also refuses what is asked for under another's name, and changes that another web site sends through the teacher's
browser.
"""

from __future__ import annotations

import hashlib
import hmac
import time
from functools import lru_cache

from flask import Response, request

from wordtrail.api.context import Context, context
from wordtrail.api.names import assert_known
from wordtrail.core.errors import ForeignSite, PassphraseWanted

COOKIE = "wordtrail"
OPEN_PATHS = ("/api/student/", "/api/unlock", "/api/faces/", "/api/settings")
SAFE_METHODS = ("GET", "HEAD", "OPTIONS")
SECONDS_PER_GUESS = 0.5


def guard(server: Context) -> None:
    """Let the request pass or raise UnknownName, PassphraseWanted or ForeignSite."""
    assert_known(request.headers.get("Host", ""), server.names)
    if request.method not in SAFE_METHODS and request.headers.get("Sec-Fetch-Site", "same-origin") not in (
        "same-origin",
        "none",
    ):
        raise ForeignSite
    if server.passphrase and request.path.startswith("/api/") and not request.path.startswith(OPEN_PATHS):
        held = request.cookies.get(COOKIE, "")
        if not hmac.compare_digest(held.encode(), _proof(server.passphrase).encode()):
            raise PassphraseWanted


def is_locked() -> bool:
    """Whether this visitor still has to give the passphrase."""
    secret = context().passphrase
    held = request.cookies.get(COOKIE, "")
    return bool(secret) and not hmac.compare_digest(held.encode(), _proof(secret).encode())


def unlock(passphrase: str, response: Response) -> Response:
    """Let the visitor in. Raises PassphraseWanted, after a moment that makes guessing slow."""
    secret = context().passphrase
    if not hmac.compare_digest(passphrase.strip().encode(), secret.encode()):
        time.sleep(SECONDS_PER_GUESS)
        raise PassphraseWanted
    response.set_cookie(
        COOKIE, _proof(secret), httponly=True, samesite="Strict", max_age=30 * 86_400, secure=request.is_secure
    )
    return response


@lru_cache(maxsize=4)
def _proof(passphrase: str) -> str:
    return hashlib.pbkdf2_hmac("sha256", passphrase.encode(), b"wordtrail-gate", 100_000).hex()
