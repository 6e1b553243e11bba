"""What the commands for a lesson's text do: each a change of its passages, with everything still on its words."""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from dataclasses import replace

from wordtrail.core.changes.reworded import reworded
from wordtrail.core.changes.text_commands import (
    AddBlock,
    AddPages,
    BreakPage,
    CropPicture,
    DropWord,
    EditBlock,
    JoinPage,
    JoinWords,
    LabelPage,
    LeaveWord,
    MendWord,
    MergeBlock,
    MoveBlock,
    NameRegion,
    NumberBlock,
    PlacePicture,
    RemoveBlock,
    RemovePassage,
    RemoveRegion,
    SetBlockKind,
    SetCredits,
    SetLook,
    SetNumbers,
    ShowPage,
    SplitBlock,
    TextCommand,
    WishCard,
)
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import LeftAsItIs, Lesson
from wordtrail.core.text import shaping, word_mending
from wordtrail.core.text.counting import recounted
from wordtrail.core.text.intake import Issue, with_pages
from wordtrail.core.text.look import LARGEST_SIZE, LINE_LENGTH, LINE_SPACING, WORD_SPACING, TextLook
from wordtrail.core.text.model import Area, Block, BlockKind, Passage, Picture, Region

LONGEST_CREDIT = 300
MOST_PASSAGES = 20
MOST_REGIONS = 40
LONGEST_REGION_NAME = 80
SMALLEST_SIDE = 0.01
"""Share of a picture's side that a crop or region has at least."""

ROUNDING = 1e-4
MOST_WISHES = 60

_FILE = re.compile(r"^[0-9a-f]{32}\.(?:png|jpg)$")


def apply_to_text(lesson: Lesson, command: TextCommand) -> Lesson:
    """The lesson after `command`. Raises LessonError or PassageError; `lesson` stays as it is."""
    match command:
        case EditBlock(block=block, text=text, emphasis=emphasis):
            return _in_passage(lesson, block, lambda p: shaping.with_text(p, block, text, emphasis))
        case SetBlockKind(block=block, to=kind):
            return _in_passage(lesson, block, lambda p: shaping.with_kind(p, block, kind))
        case SplitBlock(block=block, at=at):
            return _in_passage(lesson, block, lambda p: shaping.split(p, block, at))
        case MergeBlock(block=block):
            return _in_passage(lesson, block, lambda p: shaping.merged(p, block))
        case MoveBlock(block=block, before=before):
            return _in_passage(lesson, block, lambda p: shaping.moved(p, block, before))
        case AddBlock(after=after, to=kind, text=text):
            return _in_passage(lesson, after, lambda p: shaping.with_block(p, after, kind, text))
        case RemoveBlock(block=block):
            return _in_passage(lesson, block, lambda p: shaping.without_block(p, block))
        case NumberBlock(block=block, numbered=numbered):
            return _in_passage(lesson, block, lambda p: shaping.with_block_numbered(p, block, numbered))
        case BreakPage(block=block):
            return _in_passage(lesson, block, lambda p: shaping.with_page_break(p, block))
        case JoinPage(page=page):
            return _on_page(lesson, page, lambda p: shaping.without_page_break(p, page))
        case LabelPage(page=page, printed=printed, screen=screen):
            return _on_page(lesson, page, lambda p: shaping.with_labels(p, page, printed, screen))
        case ShowPage():
            return _on_page(lesson, command.page, lambda p: _shown(p, command))
        case SetNumbers(passage=id, numbers=numbers):
            return _changed(lesson, id, lambda p: recounted(replace(p, numbers=numbers)))
        case SetCredits():
            return _changed(lesson, command.passage, lambda p: _credited(p, command))
        case AddPages():
            return _with_pages(lesson, command)
        case RemovePassage(passage=id):
            return _without_passage(lesson, id)
        case MendWord(word=word, text=text):
            return _at_word(lesson, word, lambda p: word_mending.mended_word(p, word, text))
        case JoinWords(word=word):
            return _at_word(lesson, word, lambda p: word_mending.joined_words(p, word))
        case DropWord(word=word):
            return _at_word(lesson, word, lambda p: word_mending.dropped_word(p, word))
        case LeaveWord(suspicion=suspicion, word=word):
            left = LeftAsItIs(suspicion[:40], word[:120])
            return replace(lesson, left_as_is=(*(one for one in lesson.left_as_is if one != left), left))
        case PlacePicture():
            return _in_passage(lesson, command.after, lambda p: _with_picture(p, command))
        case CropPicture(block=block, area=area):
            return _at_picture(lesson, block, lambda p, old: replace(old, crop=_area(area)))
        case NameRegion(block=block):
            return _at_picture(lesson, block, lambda p, old: _named(p, old, command))
        case RemoveRegion(block=block, region=region):
            return _at_picture(lesson, block, lambda p, old: replace(
                old, regions=tuple(one for one in old.regions if one.id != region)
            ))  # fmt: skip
        case SetLook(look=look):
            return replace(lesson, look=_look(look))
        case WishCard():
            return _with_wish(lesson, command)


Change = Callable[[Passage], Passage]


def _changed(lesson: Lesson, id: str, change: Change) -> Lesson:
    """The lesson with its passage `id` changed, and everything still on its words."""
    if all(passage.id != id for passage in lesson.passages):
        raise LessonError("This passage is not in the lesson any more.")
    return reworded(lesson, [change(passage) if passage.id == id else passage for passage in lesson.passages])


def _in_passage(lesson: Lesson, block: str, change: Change) -> Lesson:
    holder = next((p.id for p in lesson.passages if any(one.id == block for one in p.blocks)), "")
    if not holder:
        raise LessonError("This block is not in the passage any more.", next_step="Look at the newer text.")
    return _changed(lesson, holder, change)


def _on_page(lesson: Lesson, page: str, change: Change) -> Lesson:
    holder = next((p.id for p in lesson.passages if any(one.id == page for one in p.pages)), "")
    if not holder:
        raise LessonError("This page is not in the passage any more.", next_step="Look at the newer text.")
    return _changed(lesson, holder, change)


def _at_word(lesson: Lesson, word: str, change: Change) -> Lesson:
    holder = next((p.id for p in lesson.passages if any(one.id == word for one in p.words)), "")
    if not holder:
        raise LessonError("This word is not in the passage any more.", next_step="Look at the newer text.")
    return _changed(lesson, holder, change)


def _at_picture(lesson: Lesson, id: str, change: Callable[[Passage, Picture], Picture]) -> Lesson:
    def changed(passage: Passage) -> Passage:
        block = shaping.block_of(passage, id)
        if block.picture is None:
            raise LessonError("This is not a picture.")
        after = change(passage, block.picture)
        counted = replace(passage, parts=max(passage.parts, Issue(passage).parts + len(after.regions)))
        return shaping.with_picture_block(counted, replace(block, picture=after))

    return _in_passage(lesson, id, changed)


def _shown(passage: Passage, command: ShowPage) -> Passage:
    page = shaping.page_of(passage, command.page)
    if command.as_photo and page.photo is None:
        raise LessonError("This page has no photo.")
    return shaping.with_page(passage, replace(page, as_photo=command.as_photo))


def _credited(passage: Passage, command: SetCredits) -> Passage:
    title, author, illustrator, source, permission = (
        _credit(text)
        for text in (command.title, command.author, command.illustrator, command.source, command.permission)
    )
    return replace(
        passage, title=title, author=author, illustrator=illustrator, source=source,
        permission_kind=command.permission_kind, permission=permission,
    )  # fmt: skip


def _credit(text: str) -> str:
    tidy = " ".join(text.split())
    if len(tidy) > LONGEST_CREDIT:
        raise LessonError(f"A credit holds at most {LONGEST_CREDIT} characters.", next_step="Make it shorter.")
    return tidy


def _with_pages(lesson: Lesson, command: AddPages) -> Lesson:
    draft = command.draft
    files = [block.picture.file for page in draft.pages for block in page.blocks if block.picture]
    if not all(_FILE.match(file) for file in [*files, *(page.photo.file for page in draft.pages if page.photo)]):
        raise LessonError("A picture of these pages is not kept here.", next_step="Bring the file in again.")
    if command.passage:
        return _changed(lesson, command.passage, lambda p: with_pages(p, draft.pages))
    if len(lesson.passages) >= MOST_PASSAGES:
        raise LessonError(f"A lesson holds at most {MOST_PASSAGES} passages.", next_step="Make another lesson.")
    number = lesson.issued + 1
    empty = Passage(f"t{number}-", draft.title, draft.author, "", (), source=draft.source)
    added = (*lesson.passages, with_pages(empty, draft.pages))
    return replace(lesson, passages=added, issued=number)


def _without_passage(lesson: Lesson, id: str) -> Lesson:
    rest = [passage for passage in lesson.passages if passage.id != id]
    if not rest:
        raise LessonError("A lesson needs at least one passage.", next_step="Bring another one in first.")
    return reworded(lesson, rest)


def _with_picture(passage: Passage, command: PlacePicture) -> Passage:
    if not _FILE.match(command.file) or not 0 < command.width <= 20_000 or not 0 < command.height <= 20_000:
        raise LessonError("This picture is not kept here.", next_step="Choose the file again.")
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
        raise LessonError("This part does not lie inside the picture.", next_step="Draw it again.")
    return area


def _look(look: TextLook) -> TextLook:
    for value, (least, most), what in (
        (look.largest, LARGEST_SIZE, "The largest size"),
        (look.line_spacing, LINE_SPACING, "Line spacing"),
        (look.word_spacing, WORD_SPACING, "Word spacing"),
        (look.line_length, LINE_LENGTH, "Line length"),
    ):
        if not math.isfinite(value) or not least <= value <= most:
            raise LessonError(f"{what} goes from {least:g} to {most:g}.", next_step="Choose a value between.")
    return look


def _with_wish(lesson: Lesson, command: WishCard) -> Lesson:
    word = " ".join(command.word.split())[:80]
    others = tuple(one for one in lesson.card_wishes if one != word)
    if not command.wanted:
        return replace(lesson, card_wishes=others)
    if not word or len(others) >= MOST_WISHES:
        raise LessonError(f"A lesson holds at most {MOST_WISHES} word cards.")
    return replace(lesson, card_wishes=(*others, word))
