"""Blocks of the text: commands, and what they do."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.in_passage import in_passage
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text import shaping
from wordtrail.core.text.model import BlockKind, Emphasis


@dataclass(frozen=True, slots=True)
class EditBlock(ScreenCommand):
    """What a block says."""

    label: ClassVar[str] = "editing a block"
    block: str
    text: str
    emphasis: tuple[Emphasis, ...] = ()
    kind: Literal["edit block"] = "edit block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.with_text(p, self.block, self.text, self.emphasis))


@dataclass(frozen=True, slots=True)
class SetBlockKind(ScreenCommand):
    """A block is a heading, a caption, and so on."""

    label: ClassVar[str] = "changing a block's kind"
    block: str
    to: BlockKind
    kind: Literal["set block kind"] = "set block kind"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.with_kind(p, self.block, self.to))


@dataclass(frozen=True, slots=True)
class SplitBlock(ScreenCommand):
    """A block is parted before character `at`."""

    label: ClassVar[str] = "parting a block"
    block: str
    at: int
    kind: Literal["split block"] = "split block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.split(p, self.block, self.at))


@dataclass(frozen=True, slots=True)
class MergeBlock(ScreenCommand):
    """A block goes on the one before it."""

    label: ClassVar[str] = "joining two blocks"
    block: str
    kind: Literal["merge block"] = "merge block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.merged(p, self.block))


@dataclass(frozen=True, slots=True)
class MoveBlock(ScreenCommand):
    """A block stands before another, or (empty) at the end of its passage."""

    label: ClassVar[str] = "moving a block"
    block: str
    before: str = ""
    kind: Literal["move block"] = "move block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.moved(p, self.block, self.before))


@dataclass(frozen=True, slots=True)
class AddBlock(ScreenCommand):
    """A new block after another; without a kind, of the one that usually follows on that one."""

    label: ClassVar[str] = "adding a block"
    after: str
    to: BlockKind | None
    text: str
    kind: Literal["add block"] = "add block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.after, lambda p: shaping.with_block(p, self.after, self.to, self.text))


@dataclass(frozen=True, slots=True)
class RemoveBlock(ScreenCommand):
    """A block goes, with its words."""

    label: ClassVar[str] = "removing a block"
    block: str
    kind: Literal["remove block"] = "remove block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.without_block(p, self.block))


@dataclass(frozen=True, slots=True)
class NumberBlock(ScreenCommand):
    """Whether a block is counted in the margin."""

    label: ClassVar[str] = "numbering a block"
    block: str
    numbered: bool
    kind: Literal["number block"] = "number block"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.block, lambda p: shaping.with_block_numbered(p, self.block, self.numbered))
