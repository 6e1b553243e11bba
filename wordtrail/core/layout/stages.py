"""The shapes of stage a lesson can be laid out for."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wordtrail.core.film.model import StageShape

TYPE_SCALE = (96.0, 88.0, 80.0, 72.0, 66.0, 60.0, 54.0, 48.0, 44.0)
"""Font sizes of a wide stage in page units, largest first; the last is the smallest that reads comfortably from
the back of a classroom."""

IN_THE_HAND = (72.0, 66.0, 60.0, 54.0, 48.0)
"""Those of a square and a tall stage. They are seen on a tablet held upright, or on a phone: the last is 16 pixels of
the browser's on a phone that is 360 wide."""

FOOT = 64.0
"""Page units at the foot of every stage that are kept free for signs."""


@dataclass(frozen=True, slots=True)
class Stage:
    """A stage's size and where its text and its signposts stand, in page units. Left of `text_edge` a page of the
    passage is text alone; right of it is the room for signposts. Where they stand `below` the text instead, they are in
    the band of `signpost_height` from `signpost_top` on. Boards keep `margin` to the sides. `caption_room` is the
    height of what is below all of it, for captions."""

    name: str
    width: float
    height: float
    text_left: float
    text_width: float
    text_top: float
    text_height: float
    number_right: float
    text_edge: float
    signpost_left: float
    signpost_width: float
    sizes: tuple[float, ...] = TYPE_SCALE
    below: bool = False
    signpost_top: float = 0.0
    signpost_height: float = 0.0
    margin: float = 130.0
    caption_room: float = 0.0

    @property
    def text_foot(self) -> float:
        """Where the column of text ends."""
        return self.text_top + self.text_height


WIDE = Stage("wide", 1920, 1080, 168, 1090, 64, 952, 128, 1300, 1356, 500)

SQUARE = Stage(
    "square", 1080, 1080, 112, 900, 56, 1080 - 56 - FOOT, 84, 1080, 60, 960, sizes=IN_THE_HAND, below=True,
    signpost_top=1080 - FOOT - 330, signpost_height=330, margin=60,
)  # fmt: skip

TALL = Stage(
    "tall", 1080, 1920, 112, 900, 72, 1920 - 72 - FOOT, 84, 1080, 60, 960, sizes=IN_THE_HAND, below=True,
    signpost_top=1920 - FOOT - 500, signpost_height=500, margin=60,
)  # fmt: skip

STAGES = {StageShape.WIDE: WIDE, StageShape.SQUARE: SQUARE, StageShape.TALL: TALL}


CAPTION_ROOM = 132.0
"""Page units for two lines of a caption, below the stage."""


def stage_of(shape: StageShape, *, captions: bool = False) -> Stage:
    """The stage of a shape; with room for `captions` of its own it is as much smaller."""
    stage = STAGES[shape]
    if not captions:
        return stage
    return replace(
        stage, height=stage.height - CAPTION_ROOM, text_height=stage.text_height - CAPTION_ROOM,
        signpost_top=stage.signpost_top - CAPTION_ROOM, caption_room=CAPTION_ROOM,
    )  # fmt: skip
