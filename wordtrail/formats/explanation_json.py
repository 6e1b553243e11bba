"""What each stage of the aligner saw, as JSON: one document for each stage.

Words are the script's words that can be listened for, counted from 0; times are seconds of take time.
"""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from wordtrail.core.align.aligner import Explained
from wordtrail.core.align.path import Said, Talked
from wordtrail.core.speech.phones import PHONES
from wordtrail.core.text.model import Word
from wordtrail.formats import trail_json

LIKELIEST = 3
"""Phones that are told of each frame."""


def write(explained: Explained, words: Sequence[Word], take: str = "") -> dict[str, str]:
    """File name → JSON text, in order of the stages."""
    stages: dict[str, Any] = {
        "1-stretches": [[round(s.start, 3), round(s.end, 3)] for s in explained.stretches],
        "2-script": [
            {"word": w.text, "id": w.id, "sentence": w.sentence, "ways": [" ".join(way) for way in w.ways]}
            | ({"guessed": True} if w.guessed else {})
            for w in explained.route
        ],
        "3-frames": _frames(explained),
        "4-path": {
            "said": [_said(said, explained) for said in explained.path.said],
            "talk": [_talk(talk, explained) for talk in explained.path.talked],
        },
        "5-readings": {
            "readings": [
                {"fit": round(reading.fit, 3), "said": [_said(said, explained) for said in reading.said]}
                for reading in explained.readings
            ],
            "talk": [_talk(talk, explained) for talk in explained.talk],
        },
        "6-slips": [
            _said(heard.said, explained)
            | {"margin": round(heard.margin, 2), "otherwise": heard.otherwise, "left_out": heard.left_out}
            for heard in explained.heard
        ],
        "7-times": [
            {
                "word": explained.route[time.word].text,
                "start": round(time.start, 3),
                "end": round(time.end, 3),
                "witnesses_apart": None if time.apart is None else round(time.apart, 3),
            }
            for time in explained.timed
        ],
    }
    texts = {f"{name}.json": json.dumps(stage, ensure_ascii=False, indent=1) + "\n" for name, stage in stages.items()}
    return texts | {"8-trail.json": trail_json.write(explained.trail, words, take=take)}


def _said(said: Said, explained: Explained) -> dict[str, Any]:
    return {
        "word": explained.route[said.word].text,
        "place": said.word,
        "from": _at(said.first, explained),
        "to": _at(said.last, explained),
        "loses": round(said.cost / said.phones, 3),
        "phones": said.phones,
        "missed": said.missed,
    }


def _talk(talk: Talked, explained: Explained) -> dict[str, Any]:
    sounds = int(explained.fit.new_sound[talk.first : talk.last + 1].sum())
    return {"from": _at(talk.first, explained), "to": _at(talk.last, explained), "sounds": sounds}


def _at(frame: int, explained: Explained) -> float:
    return round(float(explained.frames.at[frame]), 3)


def _frames(explained: Explained) -> list[dict[str, Any]]:
    frames = explained.frames
    rows = []
    for frame in range(len(frames)):
        likely = frames.phones[frame].argsort()[::-1][:LIKELIEST]
        rows.append(
            {
                "at": _at(frame, explained),
                "nothing_new": round(float(frames.none[frame]), 3),
                "phones": {PHONES[phone]: round(float(frames.phones[frame][phone]), 3) for phone in likely},
                "new_sound": bool(explained.fit.new_sound[frame]),
            }
        )
    return rows
