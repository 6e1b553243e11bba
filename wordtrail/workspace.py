"""One installation's place on the disk: its database, its blobs, its owner."""

from __future__ import annotations

import os
import secrets
from dataclasses import dataclass
from pathlib import Path

from wordtrail.store.blobs import Blobs
from wordtrail.store.database import Database
from wordtrail.store.lessons import Owner, first_owner


@dataclass(frozen=True, slots=True)
class Workspace:
    """What a server, a worker or a command needs to reach the store."""

    folder: Path
    database: Database
    blobs: Blobs
    owner: Owner


def open_workspace(folder: Path) -> Workspace:
    """Open the workspace in `folder`, making it and upgrading its schema where needed.

    A relative folder is taken from where the program was started, now: later, others would look elsewhere for it.
    """
    folder = folder.resolve()
    folder.mkdir(parents=True, exist_ok=True)
    database = Database(f"sqlite:///{folder / 'wordtrail.db'}")
    database.upgrade()
    with database.write_session() as session:
        owner = first_owner(session)
    blobs = Blobs(folder / "blobs")
    # Lesson sounds lay here without saying whose they were; they are made again when they are asked for.
    for key in blobs.keys("sounds"):
        if key.endswith(".m4a"):
            blobs.drop(key)
    return Workspace(folder, database, blobs, owner)


PASSPHRASE_FILE = "passphrase.txt"
OPEN_FILE = "open-to-network"
"""Is there while the teacher lets the network open student pages."""


def own_passphrase(workspace: Workspace) -> str:
    """The passphrase that this installation made up for itself: the same at every start, so that nobody who is signed
    in (and may be recording) is put out by a restart. Deleting its file changes it."""
    file = workspace.folder / PASSPHRASE_FILE
    try:
        kept = file.read_text(encoding="utf-8").strip()
    except FileNotFoundError:
        kept = ""
    if not kept:
        kept = "-".join(secrets.token_hex(2) for _ in range(3))
        with open(file, "w", encoding="utf-8", opener=lambda path, flags: os.open(path, flags, 0o600)) as out:
            out.write(kept + "\n")
    return kept
