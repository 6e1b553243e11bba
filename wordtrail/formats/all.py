"""All formats there are. A new one is a module with its `FORMAT`, and its line here."""

from __future__ import annotations

from wordtrail.core.errors import UnknownKind
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Passage
from wordtrail.formats import (
    alto,
    cards_csv,
    epub,
    hocr,
    html_page,
    markdown,
    passage_json,
    pdf,
    plain_text,
    qti,
    web_annotation,
    word_document,
)
from wordtrail.formats.format import Copy, PassageFormat, Pictures, PlanFormat

PASSAGE_FORMATS: tuple[PassageFormat, ...] = (
    word_document.FORMAT,
    epub.FORMAT,
    markdown.FORMAT,
    plain_text.FORMAT,
    passage_json.FORMAT,
    pdf.FORMAT,
    alto.FORMAT,
    hocr.FORMAT,
    html_page.FORMAT,
)
"""Those of passages, as menus show them. The first one that knows a file reads it."""

PLAN_FORMATS: tuple[PlanFormat, ...] = (
    web_annotation.FORMAT,
    qti.FORMAT,
    cards_csv.FORMAT,
)
"""Those of parts of the plan."""

COPIES = tuple(one for one in PASSAGE_FORMATS if one.write)
"""Those in which a passage can be taken away."""


def format_that_knows(data: bytes, ending: str) -> PassageFormat | None:
    """The format of a file by its bytes."""
    return next((one for one in PASSAGE_FORMATS if one.knows(data, ending)), None)


def format_ending_in(ending: str) -> PassageFormat:
    """The format whose files have this ending. Raises UnknownKind."""
    for one in PASSAGE_FORMATS:
        if ending in one.endings:
            return one
    raise UnknownKind(ending)


def plan_format(kind: str) -> PlanFormat:
    """The format of a part of the plan. Raises UnknownKind."""
    for one in PLAN_FORMATS:
        if one.kind == kind:
            return one
    raise UnknownKind(kind)


def copy_of(passage: Passage, kind: str, pictures: Pictures) -> Copy:
    """The passage as a file of a kind that can be taken away. Raises UnknownKind."""
    for one in COPIES:
        if one.kind == kind and one.write:
            return Copy(one.write(passage, pictures), one.endings[0], one.media_type)
    raise UnknownKind(kind)


def plan_file(lesson: Lesson, kind: str) -> Copy:
    """A part of the plan as a file. Raises UnknownKind."""
    found = plan_format(kind)
    return Copy(found.write(lesson), found.endings[0], found.media_type)
