"""All commands there are, found in the modules of this room.

A new command is a class in the module of its kind of thing: what it is called, and what it does, stand in it.
"""

from __future__ import annotations

import importlib
import pkgutil

from wordtrail.core import changes
from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.lesson.model import Lesson


def _all() -> tuple[type[Command], ...]:
    """The commands of every module of the room but this one."""
    names = (f"{changes.__name__}.{found.name}" for found in pkgutil.iter_modules(changes.__path__))
    return tuple(
        found
        for module in (importlib.import_module(name) for name in names if name not in (__name__, Command.__module__))
        for found in vars(module).values()
        if isinstance(found, type) and issubclass(found, Command) and found.__module__ == module.__name__
    )


COMMANDS = _all()
"""Every command there is."""

SCREEN_COMMANDS = tuple(found for found in COMMANDS if issubclass(found, ScreenCommand))
"""Those that screens send: the public ones."""


def apply(lesson: Lesson, command: Command) -> Lesson:
    """The lesson after `command`. Raises LessonError or PassageError; `lesson` stays as it is."""
    return command.apply(lesson)
