"""Pictures of the text: commands, and what they do."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from wordtrail.core.changes.checked import is_picture_file
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.in_passage import in_passage
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text import shaping
from wordtrail.core.text.intake import Issue
from wordtrail.core.text.model import Area, Block, BlockKind, Passage, Picture, Region, Stands

MOST_REGIONS = 40
LONGEST_REGION_NAME = 80
SMALLEST_SIDE = 0.01
"""Share of a picture's side that a crop or region has at least."""

ROUNDING = 1e-4


def _at_picture(lesson: Lesson, id: str, change: Callable[[Passage, Picture], Picture]) -> Lesson:
    def changed(passage: Passage) -> Passage:
        block = shaping.block_of(passage, id)
        if block.picture is None:
            raise LessonError("This is not a picture.")
        after = change(passage, block.picture)
        counted = replace(passage, parts=max(passage.parts, Issue(passage).parts + len(after.regions)))
        return shaping.with_picture_block(counted, replace(block, picture=after))

    return in_passage(lesson, id, changed)


def _with_picture(passage: Passage, command: PlacePicture) -> Passage:
    if not is_picture_file(command.file) or not 0 < command.width <= 20_000 or not 0 < command.height <= 20_000:
        raise LessonError("This picture is not kept here.", advice="Choose the file again.")
    picture = Picture(command.file, command.width, command.height)
    shows = " ".join(command.shows.split())[:600]
    return shaping.placed(passage, command.after, Block("", BlockKind.PICTURE, shows, (), picture=picture))


def _named(passage: Passage, picture: Picture, command: NameRegion) -> Picture:
    name = " ".join(command.name.split())
    if not name or len(name) > LONGEST_REGION_NAME:
        raise LessonError(f"The name of a part needs 1 to {LONGEST_REGION_NAME} characters.")
    if len(picture.regions) >= MOST_REGIONS:
        raise LessonError(f"A picture holds at most {MOST_REGIONS} named parts.")
    region = Region(command.region or Issue(passage).part("r"), name, _area(command.area))
    others = tuple(one for one in picture.regions if one.id != region.id)
    return replace(picture, regions=(*others, region))


def _area(area: Area) -> Area:
    values = (area.x, area.y, area.width, area.height)
    inside = all(math.isfinite(value) and 0 <= value <= 1 for value in values)
    ends = max(area.x + area.width, area.y + area.height)
    if not inside or min(area.width, area.height) < SMALLEST_SIDE or ends > 1 + ROUNDING:
        raise LessonError("This part does not lie inside the picture.", advice="Draw it again.")
    return area


@dataclass(frozen=True, slots=True)
class PlacePicture(ScreenCommand):
    """A kept picture file stands after a block; `shows` says what is seen."""

    label: ClassVar[str] = "placing a picture"
    after: str
    file: str
    width: int
    height: int
    shows: str = ""
    kind: Literal["place picture"] = "place picture"

    def apply(self, lesson: Lesson) -> Lesson:
        return in_passage(lesson, self.after, lambda p: _with_picture(p, self))


@dataclass(frozen=True, slots=True)
class CropPicture(ScreenCommand):
    """Only this part of a picture is shown."""

    label: ClassVar[str] = "cropping a picture"
    block: str
    area: Area
    kind: Literal["crop picture"] = "crop picture"

    def apply(self, lesson: Lesson) -> Lesson:
        return _at_picture(lesson, self.block, lambda _, old: replace(old, crop=_area(self.area)))


@dataclass(frozen=True, slots=True)
class StandPicture(ScreenCommand):
    """A picture stands alone, beside the picture before it, or beside the text after it."""

    label: ClassVar[str] = "placing a picture beside something"
    block: str
    stands: Stands
    kind: Literal["stand picture"] = "stand picture"

    def apply(self, lesson: Lesson) -> Lesson:
        return _at_picture(lesson, self.block, lambda _, old: replace(old, stands=self.stands))


@dataclass(frozen=True, slots=True)
class NameRegion(ScreenCommand):
    """A part of a picture gets a name; `region` is empty for a new one."""

    label: ClassVar[str] = "naming a part of a picture"
    block: str
    name: str
    area: Area
    region: str = ""
    kind: Literal["name region"] = "name region"

    def apply(self, lesson: Lesson) -> Lesson:
        return _at_picture(lesson, self.block, lambda p, old: _named(p, old, self))


@dataclass(frozen=True, slots=True)
class RemoveRegion(ScreenCommand):
    """A named part of a picture is forgotten."""

    label: ClassVar[str] = "forgetting a part of a picture"
    block: str
    region: str
    kind: Literal["remove region"] = "remove region"

    def apply(self, lesson: Lesson) -> Lesson:
        return _at_picture(
            lesson,
            self.block,
            lambda _, old: replace(old, regions=tuple(one for one in old.regions if one.id != self.region)),
        )
