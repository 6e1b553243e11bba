"""All commands there are, found in the modules of this room.

A new command is a class in the module of its kind of thing: what it is called, and what it does, stand in it.
"""

from __future__ import annotations

from wordtrail.core import changes
from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.discovered import classes_in
from wordtrail.core.lesson.model import Lesson

COMMANDS = tuple(one for one in classes_in(changes, Command, __name__) if one is not ScreenCommand)
"""Every command there is."""

SCREEN_COMMANDS = tuple(found for found in COMMANDS if issubclass(found, ScreenCommand))
"""Those that screens send: the public ones."""


def apply(lesson: Lesson, command: Command) -> Lesson:
    """The lesson after `command`. Raises LessonError or PassageError; `lesson` stays as it is."""
    return command.apply(lesson)
