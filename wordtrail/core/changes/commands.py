"""All commands: every module in which some are is named here, and nothing else.

A new command is a class in the module of its kind of thing: what it is called, and what it does, stand in it.
"""

from __future__ import annotations

from wordtrail.core.changes import (
    block_changes,
    card_changes,
    chart_changes,
    loose_ends,
    mark_changes,
    offers,
    opening_changes,
    page_changes,
    passage_changes,
    picture_changes,
    point_changes,
    reading_changes,
    take_changes,
    taking_over,
    word_changes,
)
from wordtrail.core.changes.command import Command, ScreenCommand
from wordtrail.core.lesson.model import Lesson

MODULES = (
    block_changes,
    card_changes,
    chart_changes,
    loose_ends,
    mark_changes,
    offers,
    opening_changes,
    page_changes,
    passage_changes,
    picture_changes,
    point_changes,
    reading_changes,
    take_changes,
    taking_over,
    word_changes,
)

COMMANDS: tuple[type[Command], ...] = tuple(
    found
    for module in MODULES
    for found in vars(module).values()
    if isinstance(found, type) and issubclass(found, Command) and found.__module__ == module.__name__
)
"""Every command there is."""

SCREEN_COMMANDS: tuple[type[Command], ...] = tuple(found for found in COMMANDS if issubclass(found, ScreenCommand))
"""Those that screens send: the public ones."""


def apply(lesson: Lesson, command: Command) -> Lesson:
    """The lesson after `command`. Raises LessonError or PassageError; `lesson` stays as it is."""
    return command.apply(lesson)
