"""Marks as W3C Web Annotations (Web Annotation Data Model, 2017): JSON-LD, each mark with a text-quote and a
text-position selector.

The text that positions count in is the plain text of the passages: their blocks, a line feed after each. What the
model has no word for (line style, moment, letters left out) stands under our own prefix.
"""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass, replace

from pydantic import TypeAdapter, ValidationError

from wordtrail.core.changes.taking_over import BringPlan
from wordtrail.core.errors import NotReadable
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.meaning import Meaning
from wordtrail.core.marks.model import Mark
from wordtrail.formats.earlier_marks import with_form
from wordtrail.formats.format import PlanFormat

KIND = "file of marks"
CONTEXT = "http://www.w3.org/ns/anno.jsonld"
OURS = "urn:word-trail:"
AROUND = 32
"""Characters of the text before and after a quotation that tell it from its like."""

_mark = TypeAdapter(Mark)
_meaning = TypeAdapter(Meaning)


@dataclass(frozen=True, slots=True)
class ReadMarks:
    """The marks of a file on the words of a lesson, their meanings, and how many found no place."""

    marks: tuple[Mark, ...]
    legend: tuple[Meaning, ...]
    lost: int


@dataclass(frozen=True, slots=True)
class _Text:
    """Plain text with the place of each word."""

    text: str
    spans: tuple[tuple[str, int, int], ...]

    @classmethod
    def of(cls, lesson: Lesson) -> _Text:
        parts, spans, at = [], [], 0
        for passage in lesson.passages:
            for block in passage.blocks:
                spans += [(word.id, at + word.start, at + word.end) for word in block.words]
                parts.append(block.text + "\n")
                at += len(parts[-1])
        return cls("".join(parts), tuple(spans))


def write(lesson: Lesson) -> str:
    """All marks of a lesson, with its legend."""
    text = _Text.of(lesson)
    place = {word: (start, end) for word, start, end in text.spans}
    meanings = {meaning.id: meaning for meaning in lesson.legend}
    items = []
    for mark in lesson.marks:
        start, end = place[mark.first][0] + mark.skip, place[mark.last][1] - mark.drop
        meaning = meanings[mark.meaning]
        items.append(
            {
                "@context": CONTEXT,
                "id": f"{OURS}mark:{mark.id}",
                "type": "Annotation",
                "motivation": "highlighting",
                "body": [
                    {"type": "TextualBody", "purpose": "tagging", "value": meaning.name},
                    *(
                        [{"type": "TextualBody", "purpose": "commenting", "value": said}]
                        if (said := mark.form.says())
                        else []
                    ),
                ],
                "target": {
                    "source": f"{OURS}passage:{lesson.passages[0].id}",
                    "selector": [
                        {
                            "type": "TextQuoteSelector",
                            "exact": text.text[start:end],
                            "prefix": text.text[max(0, start - AROUND) : start],
                            "suffix": text.text[end : end + AROUND],
                        },
                        {"type": "TextPositionSelector", "start": start, "end": end},
                    ],
                },
                f"{OURS}mark": _mark.dump_python(mark, mode="json"),
                f"{OURS}meaning": _meaning.dump_python(meaning, mode="json"),
            }
        )
    page = {"@context": CONTEXT, "type": "AnnotationPage", "id": f"{OURS}marks", "items": items}
    return json.dumps(page, ensure_ascii=False, indent=1)


def read(data: bytes, lesson: Lesson) -> ReadMarks:
    """The marks of such a file on a lesson's words: by position where the quotation stands there, else by the
    quotation with what is around it. Annotations of others become underlines with their tag as meaning. Raises
    NotReadable."""
    try:
        found = json.loads(data)
        items = found if isinstance(found, list) else found.get("items") or [found]
        text = _Text.of(lesson)
        marks: list[Mark] = []
        legend: dict[str, Meaning] = {meaning.id: meaning for meaning in lesson.legend}
        lost = 0
        for item in items:
            if not isinstance(item, dict) or item.get("type") != "Annotation":
                continue
            span = _span(item["target"], text)
            if span is None:
                lost += 1
                continue
            meaning = _meaning_of(item, legend)
            legend.setdefault(meaning.id, meaning)
            marks.append(_mark_of(item, span, meaning, text))
        return ReadMarks(tuple(marks), tuple(legend.values()), lost)
    except (ValueError, KeyError, TypeError, AttributeError, RecursionError, ValidationError) as fault:
        raise NotReadable(KIND) from fault


def _span(target: dict, text: _Text) -> tuple[int, int] | None:
    selectors = target["selector"]
    listed: Sequence[dict] = selectors if isinstance(selectors, list) else [selectors]
    quote = next((one for one in listed if one.get("type") == "TextQuoteSelector"), None)
    position = next((one for one in listed if one.get("type") == "TextPositionSelector"), None)
    if position:
        start, end = int(position["start"]), int(position["end"])
        if 0 <= start < end <= len(text.text) and (quote is None or text.text[start:end] == quote["exact"]):
            return start, end
    if quote is None or not quote["exact"]:
        return None
    whole = f"{quote.get('prefix', '')}{quote['exact']}{quote.get('suffix', '')}"
    at = text.text.find(whole)
    if at >= 0:
        start = at + len(quote.get("prefix", ""))
        return start, start + len(quote["exact"])
    at = text.text.find(quote["exact"])
    return (at, at + len(quote["exact"])) if at >= 0 else None


def _meaning_of(item: dict, legend: dict[str, Meaning]) -> Meaning:
    own = item.get(f"{OURS}meaning")
    if own:
        return _meaning.validate_python(own)
    bodies = item.get("body") or []
    listed = bodies if isinstance(bodies, list) else [bodies]
    tag = next((str(b["value"]) for b in listed if isinstance(b, dict) and b.get("purpose") == "tagging"), "")
    return next((one for one in legend.values() if one.name == tag), next(iter(legend.values())))


def _mark_of(item: dict, span: tuple[int, int], meaning: Meaning, text: _Text) -> Mark:
    """The mark with its words as they are here; what our own part says of other words is left out."""
    inside = [(word, start, end) for word, start, end in text.spans if start < span[1] and end > span[0]]
    if not inside:
        raise ValueError("a selector without words")
    skip, drop = max(0, span[0] - inside[0][1]), max(0, inside[-1][2] - span[1])
    own = with_form(dict(item.get(f"{OURS}mark") or {"kind": "underline"}))
    own |= {"id": "", "first": inside[0][0], "last": inside[-1][0], "meaning": meaning.id, "skip": skip, "drop": drop}
    own |= {"pause": "", "reading": ""}
    if own.get("moment") == "at a pause point":
        own["moment"] = "in the talk after"
    mark = _mark.validate_python(own)
    known = {word for word, _, _ in text.spans}
    return replace(mark, form=mark.form.untied().among(known))


def _brought(data: bytes, lesson: Lesson) -> BringPlan:
    found = read(data, lesson)
    return BringPlan(marks=found.marks, legend=found.legend)


FORMAT = PlanFormat(
    "marks",
    "marks (web annotations)",
    ("jsonld", "json"),
    "application/ld+json",
    write=lambda lesson: write(lesson).encode(),
    read=_brought,
)
