"""What every command is: a frozen value with a kind, what undo calls it, and what it makes of a lesson."""

from __future__ import annotations

from typing import ClassVar

from wordtrail.core.lesson.model import Lesson


class Command:
    """Something that can be done to a lesson document."""

    __slots__ = ()

    kind: str
    """Its name in the API."""

    label: ClassVar[str]
    """What it is usually called behind "Undo" and "Redo"."""

    @property
    def called(self) -> str:
        """What it is called there."""
        return self.label

    def apply(self, lesson: Lesson) -> Lesson:
        """The lesson after it. Raises LessonError or PassageError when it makes no sense; `lesson` stays as it is,
        which is what makes undo a matter of keeping the older one."""
        raise NotImplementedError


class ScreenCommand(Command):
    """A command that a screen sends. All others are made on this side, of files or of other lessons."""

    __slots__ = ()
