"""WebVTT captions (W3C). Times in the file are video times: think time is counted in."""

from __future__ import annotations

from wordtrail.core.cues.model import Caption, CueSheet
from wordtrail.core.cues.state import video_time


def write(sheet: CueSheet) -> str:
    """The captions of a cue sheet; each pause point's question is captioned for its think time."""
    captions = [
        Caption(video_time(sheet, c.start), max(video_time(sheet, c.end), video_time(sheet, c.start) + 0.2), c.text)
        for c in sheet.captions
    ]
    passed = 0.0
    for gate in sheet.gates:
        if gate.think_seconds >= 0.2:
            start = gate.at + passed
            captions.append(Caption(start, start + gate.think_seconds, gate.question))
        passed += gate.think_seconds
    captions.sort(key=lambda caption: (caption.start, caption.end))
    blocks = [f"{_clock(c.start)} --> {_clock(c.end)}\n{_escaped(c.text)}" for c in captions]
    return "\n\n".join(["WEBVTT", *blocks]) + "\n"


def _clock(seconds: float) -> str:
    milliseconds = round(seconds * 1000)
    minutes, rest = divmod(milliseconds, 60_000)
    hours, minutes = divmod(minutes, 60)
    return f"{hours:02}:{minutes:02}:{rest // 1000:02}.{rest % 1000:03}"


def _escaped(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
