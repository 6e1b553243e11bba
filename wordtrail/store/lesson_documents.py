"""The lesson document as it is kept: JSON with the version of its shape, brought up to date when it is read.

Where the shape of a lesson changes, add one to `VERSION` and write the upgrade from the version before below.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from pydantic import TypeAdapter
from pydantic_core import to_jsonable_python

from wordtrail.core.errors import NewerDocument
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.counting import first_sentence
from wordtrail.formats.earlier_marks import with_form

VERSION = 5

Document = dict[str, Any]
"""A lesson as plain JSON."""

Upgrade = Callable[[Document], None]

_UPGRADES: dict[int, Upgrade] = {}
_LESSON: TypeAdapter[Lesson] = TypeAdapter(Lesson)


def upgrades(version: int) -> Callable[[Upgrade], Upgrade]:
    """A decorator for the function that makes a document of the next version out of one of `version`, in place."""

    def register(function: Upgrade) -> Upgrade:
        _UPGRADES[version] = function
        return function

    return register


def document_of(lesson: Lesson) -> Document:
    """The document of a lesson, of this version."""
    document: Document = to_jsonable_python(lesson)
    return document


def lesson_in(document: Document, version: int) -> Lesson:
    """The lesson that a document of `version` holds; the document may be changed.

    Raises NewerDocument for one of a later program, and pydantic's ValidationError for a damaged one.
    """
    if version > VERSION:
        raise NewerDocument
    for step in range(version, VERSION):
        _UPGRADES[step](document)
    return _LESSON.validate_python(document, strict=False)


@upgrades(1)
def _parts_are_counted(document: Document) -> None:
    """Before, the numbers of blocks and pages stood in their ids only."""
    for passage in document["passages"]:
        ids = [id for page in passage["pages"] for id in (page["id"], *(block["id"] for block in page["blocks"]))]
        passage["parts"] = max([passage.get("parts", 0), *map(_number_in, ids)])


@upgrades(2)
def _sentences_are_numbered_by_block(document: Document) -> None:
    """Before, they were numbered through the passage, so that one more changed all that follow."""
    for passage in document["passages"]:
        for block in (block for page in passage["pages"] for block in page["blocks"]):
            known = list(dict.fromkeys(word["sentence"] for word in block["words"]))
            for word in block["words"]:
                word["sentence"] = first_sentence(block["id"]) + known.index(word["sentence"])


@upgrades(3)
def _what_students_do_is_a_value_of_its_own(document: Document) -> None:
    """Before, a pause point had the fields of all kinds, most of which meant nothing for its own."""
    kept = [end["point"] for end in document.get("loose_ends", ()) if end.get("point")]
    for point in (*document["pause_points"], *kept):
        kind = point.pop("kind", "think")
        wide = {name: point.pop(name) for name in _WIDE if name in point}
        point["activity"] = {"kind": kind} | {name: wide[name] for name in _OF_KIND.get(kind, ()) if name in wide}


@upgrades(4)
def _how_a_mark_is_drawn_is_a_value_of_its_own(document: Document) -> None:
    """Before, a mark had the fields of all forms."""
    document["marks"] = [with_form(mark) for mark in document["marks"]]
    for end in document.get("loose_ends", ()):
        if end.get("mark"):
            end["mark"] = with_form(end["mark"])


_WIDE = ("choices", "strike", "items", "pairs", "stretch", "times", "factor", "picture", "region", "turn_to")
_OF_KIND = {
    "choose": ("choices", "strike"), "put in order": ("items",), "match": ("pairs",),
    "say it back": ("stretch", "factor"), "say it together": ("stretch", "times", "factor"),
    "read alone": ("stretch",), "look closely": ("picture", "region"), "find the page": ("turn_to",),
}  # fmt: skip


def _number_in(id: str) -> int:
    digits = id[len(id.rstrip("0123456789")) :]
    return int(digits) if digits else 0
