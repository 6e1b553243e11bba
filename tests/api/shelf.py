"""A data folder with demo lessons, made once and copied for each test that wants it."""

from __future__ import annotations

import atexit
import shutil
import tempfile
from functools import cache
from pathlib import Path

from wordtrail.standins.demo_world import install
from wordtrail.workspace import open_workspace


def put_shelf(folder: Path, names: tuple[str, ...]) -> None:
    """Put the demo lessons of these names, as a start with the demo puts them, into an empty `folder`."""
    shutil.copytree(_shelf(names), folder, dirs_exist_ok=True)


@cache
def _shelf(names: tuple[str, ...]) -> Path:
    folder = tempfile.mkdtemp()
    atexit.register(shutil.rmtree, folder, ignore_errors=True)
    workspace = open_workspace(Path(folder))
    install(workspace, names)
    workspace.database.close()
    return Path(folder)
