"""What a teacher can do to the text of a lesson, one frozen value per command."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from wordtrail.core.text.draft import DraftPassage
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import (
    Area,
    BlockKind,
    Emphasis,
    Numbers,
    PermissionKind,
)


@dataclass(frozen=True, slots=True)
class EditBlock:
    """What a block says."""

    block: str
    text: str
    emphasis: tuple[Emphasis, ...] = ()
    kind: Literal["edit block"] = "edit block"


@dataclass(frozen=True, slots=True)
class SetBlockKind:
    """A block is a heading, a caption, and so on."""

    block: str
    to: BlockKind
    kind: Literal["set block kind"] = "set block kind"


@dataclass(frozen=True, slots=True)
class SplitBlock:
    """A block is parted before character `at`."""

    block: str
    at: int
    kind: Literal["split block"] = "split block"


@dataclass(frozen=True, slots=True)
class MergeBlock:
    """A block goes on the one before it."""

    block: str
    kind: Literal["merge block"] = "merge block"


@dataclass(frozen=True, slots=True)
class MoveBlock:
    """A block stands before another, or (empty) at the end of its passage."""

    block: str
    before: str = ""
    kind: Literal["move block"] = "move block"


@dataclass(frozen=True, slots=True)
class AddBlock:
    """A new block after another."""

    after: str
    to: BlockKind
    text: str
    kind: Literal["add block"] = "add block"


@dataclass(frozen=True, slots=True)
class RemoveBlock:
    """A block goes, with its words."""

    block: str
    kind: Literal["remove block"] = "remove block"


@dataclass(frozen=True, slots=True)
class NumberBlock:
    """Whether a block is counted in the margin."""

    block: str
    numbered: bool
    kind: Literal["number block"] = "number block"


@dataclass(frozen=True, slots=True)
class BreakPage:
    """A new page begins with this block."""

    block: str
    kind: Literal["break page"] = "break page"


@dataclass(frozen=True, slots=True)
class JoinPage:
    """A page goes on the one before it."""

    page: str
    kind: Literal["join page"] = "join page"


@dataclass(frozen=True, slots=True)
class LabelPage:
    """A page's labels in the printed book and on the screen."""

    page: str
    printed: str = ""
    screen: str = ""
    kind: Literal["label page"] = "label page"


@dataclass(frozen=True, slots=True)
class ShowPage:
    """A page is shown as its photo, or typeset."""

    page: str
    as_photo: bool
    kind: Literal["show page"] = "show page"


@dataclass(frozen=True, slots=True)
class SetNumbers:
    """How a passage's paragraphs and lines are numbered."""

    passage: str
    numbers: Numbers
    kind: Literal["set numbers"] = "set numbers"


@dataclass(frozen=True, slots=True)
class SetCredits:
    """Whose text it is, and why it may be used."""

    passage: str
    title: str
    author: str = ""
    illustrator: str = ""
    source: str = ""
    permission_kind: PermissionKind = PermissionKind.UNSAID
    permission: str = ""
    kind: Literal["set credits"] = "set credits"


@dataclass(frozen=True, slots=True)
class AddPages:
    """Pages that were read from files go to the end of a passage, or make a new one (empty)."""

    passage: str
    draft: DraftPassage
    kind: Literal["add pages"] = "add pages"


@dataclass(frozen=True, slots=True)
class RemovePassage:
    """A passage goes, with all its words."""

    passage: str
    kind: Literal["remove passage"] = "remove passage"


@dataclass(frozen=True, slots=True)
class MendWord:
    """A word is printed as `text` (several words part it)."""

    word: str
    text: str
    kind: Literal["mend word"] = "mend word"


@dataclass(frozen=True, slots=True)
class JoinWords:
    """A word and the next one are one."""

    word: str
    kind: Literal["join words"] = "join words"


@dataclass(frozen=True, slots=True)
class DropWord:
    """A word goes."""

    word: str
    kind: Literal["drop word"] = "drop word"


@dataclass(frozen=True, slots=True)
class LeaveWord:
    """A suspicion is unfounded: of a word (its id), or of all words printed so (their text)."""

    suspicion: str
    word: str
    kind: Literal["leave word"] = "leave word"


@dataclass(frozen=True, slots=True)
class PlacePicture:
    """A kept picture file stands after a block; `shows` says what is seen."""

    after: str
    file: str
    width: int
    height: int
    shows: str = ""
    kind: Literal["place picture"] = "place picture"


@dataclass(frozen=True, slots=True)
class CropPicture:
    """Only this part of a picture is shown."""

    block: str
    area: Area
    kind: Literal["crop picture"] = "crop picture"


@dataclass(frozen=True, slots=True)
class NameRegion:
    """A part of a picture gets a name; `region` is empty for a new one."""

    block: str
    name: str
    area: Area
    region: str = ""
    kind: Literal["name region"] = "name region"


@dataclass(frozen=True, slots=True)
class RemoveRegion:
    """A named part of a picture is forgotten."""

    block: str
    region: str
    kind: Literal["remove region"] = "remove region"


@dataclass(frozen=True, slots=True)
class SetLook:
    """Typeface, sizes and spaces of the lesson's text."""

    look: TextLook
    kind: Literal["set look"] = "set look"


@dataclass(frozen=True, slots=True)
class WishCard:
    """The teacher wants a word card of a word, as printed; `wanted` false takes that back."""

    word: str
    wanted: bool = True
    kind: Literal["wish card"] = "wish card"


TextCommand = (
    EditBlock | SetBlockKind | SplitBlock | MergeBlock | MoveBlock | AddBlock | RemoveBlock | NumberBlock | BreakPage
    | JoinPage | LabelPage | ShowPage | SetNumbers | SetCredits | AddPages | RemovePassage | MendWord | JoinWords
    | DropWord | LeaveWord | PlacePicture | CropPicture | NameRegion | RemoveRegion | SetLook | WishCard
)  # fmt: skip

TEXT_DEEDS: dict[str, str] = {
    "edit block": "editing a block",
    "set block kind": "changing a block's kind",
    "split block": "parting a block",
    "merge block": "joining two blocks",
    "move block": "moving a block",
    "add block": "adding a block",
    "remove block": "removing a block",
    "number block": "numbering a block",
    "break page": "beginning a new page",
    "join page": "joining two pages",
    "label page": "labelling a page",
    "show page": "showing a page another way",
    "set numbers": "numbering the passage",
    "set credits": "changing the credits",
    "add pages": "bringing in pages",
    "remove passage": "removing a passage",
    "mend word": "mending a word",
    "join words": "joining two words",
    "drop word": "dropping a word",
    "leave word": "leaving a word as it is",
    "place picture": "placing a picture",
    "crop picture": "cropping a picture",
    "name region": "naming a part of a picture",
    "remove region": "forgetting a part of a picture",
    "set look": "changing how the text looks",
    "wish card": "wishing for a word card",
}
