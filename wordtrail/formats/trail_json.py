"""A trail as JSON: the contract of `wordtrail align` (version 1). Words are counted from 0."""

from __future__ import annotations

import json
from collections.abc import Sequence
from itertools import pairwise
from typing import Any

from wordtrail.core.errors import WordTrailError
from wordtrail.core.text.model import Word
from wordtrail.core.trail.model import Aside, Doubt, HeardWord, Slip, SlipKind, Trail, Visit
from wordtrail.core.trail.phrases import TimedWord

VERSION = 1


def write(trail: Trail, words: Sequence[Word], *, passage: str = "", take: str = "") -> str:
    """The trail of a passage with these words, as indented JSON text."""
    place = {word.id: index for index, word in enumerate(words)}
    document = {
        "version": VERSION,
        "passage": passage,
        "take": take,
        "words": [word.text for word in words],
        "ids": [word.id for word in words],
        "visits": [
            {"word": place[v.word], "start": v.start, "end": v.end, "confidence": v.confidence}
            | ({"doubt": str(v.doubt)} if v.doubt else {})
            for v in trail.visits
        ],
        "skipped": [place[s.word] for s in trail.slips if s.kind is SlipKind.LEFT_OUT],
        "misread": [
            {"word": place[s.word], "heard": s.heard, "start": s.start, "end": s.end}
            for s in trail.slips
            if s.kind is SlipKind.MISREAD
        ],
        "repeated": [
            {"word": place[s.word], "start": s.start, "end": s.end}
            for s in trail.slips
            if s.kind is SlipKind.SAID_TWICE
        ],
        "unread": _ranges(sorted(place[word] for word in trail.unread)),
        "asides": [
            {"start": a.start, "end": a.end, "heard": a.heard}
            | ({"words": [[w.text, w.start, w.end, w.loss] for w in a.words]} if a.words else {})
            for a in trail.asides
        ],
        "sound": [trail.sound_start, trail.sound_end],
        "seconds": trail.seconds,
    }
    return json.dumps(document, ensure_ascii=False, indent=1)


def read(text: str) -> Trail:
    """The trail in `text`; word ids are those of the file, or "a1", "a2", … in reading order where it
    has none. Raises WordTrailError for anything that is not such a document."""
    try:
        document = json.loads(text)
        if document["version"] != VERSION:
            raise WordTrailError(f"This trail is of version {document['version']}; only version {VERSION} is known.")
        return _trail(document, _ids(document))
    except (KeyError, TypeError, ValueError, IndexError) as fault:
        raise WordTrailError("This file is not a Word Trail trail.", kept="Nothing was changed.") from fault


def timings_in(text: str) -> list[TimedWord]:
    """The words of a document that `read` reads, as printed, with their moments. Raises WordTrailError."""
    trail = read(text)
    document = json.loads(text)
    texts = dict(zip(_ids(document), map(str, document["words"]), strict=True))
    return [TimedWord(texts[one.word], one.start, one.end, one.confidence) for one in trail.visits]


def _ids(document: dict[str, Any]) -> list[str]:
    return document.get("ids") or [f"a{index + 1}" for index in range(len(document["words"]))]


def _aside(entry: dict[str, Any]) -> Aside:
    words = tuple(
        HeardWord(str(text), float(start), float(end), float(loss)) for text, start, end, loss in entry.get("words", ())
    )
    return Aside(float(entry["start"]), float(entry["end"]), entry.get("heard", ""), words)


def _trail(document: dict[str, Any], ids: Sequence[str]) -> Trail:
    visits = tuple(
        Visit(
            ids[v["word"]],
            float(v["start"]),
            float(v["end"]),
            float(v["confidence"]),
            doubt=Doubt(v.get("doubt", "")),
        )
        for v in document["visits"]
    )
    ends = {v.word: v.end for v in reversed(visits)}

    def slip(kind: SlipKind, entry: dict[str, Any]) -> Slip:
        return Slip(kind, ids[entry["word"]], float(entry["start"]), float(entry["end"]), entry.get("heard", ""))

    def gap(word: int) -> float:
        return next((ends[ids[w]] for w in range(word - 1, -1, -1) if ids[w] in ends), 0.0)

    slips = [
        *(Slip(SlipKind.LEFT_OUT, ids[word], gap(word), gap(word)) for word in document["skipped"]),
        *(slip(SlipKind.MISREAD, entry) for entry in document["misread"]),
        *(slip(SlipKind.SAID_TWICE, entry) for entry in document.get("repeated", ())),
    ]
    seconds = float(document["seconds"])
    sound = document.get("sound", (0.0, seconds))
    return Trail(
        visits=visits,
        slips=tuple(sorted(slips, key=lambda s: s.start)),
        asides=tuple(_aside(a) for a in document["asides"]),
        unread=tuple(ids[word] for first, last in document["unread"] for word in range(first, last + 1)),
        seconds=seconds,
        sound_start=float(sound[0]),
        sound_end=float(sound[1]),
    )


def _ranges(numbers: Sequence[int]) -> list[list[int]]:
    """Ascending numbers as runs [first, last]."""
    if not numbers:
        return []
    cuts = [index + 1 for index, (a, b) in enumerate(pairwise(numbers)) if b != a + 1]
    edges = [0, *cuts, len(numbers)]
    return [[numbers[a], numbers[b - 1]] for a, b in pairwise(edges)]
