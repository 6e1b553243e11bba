"""WebVTT captions (W3C). Times in the file are those of the film."""

from __future__ import annotations

from wordtrail.core.cues.film import video_captions
from wordtrail.core.cues.model import CueSheet


def write(sheet: CueSheet) -> str:
    """The captions of a cue sheet's film; at each pause point its question."""
    blocks = [f"{_clock(c.start)} --> {_clock(c.end)}\n{_escaped(c.text)}" for c in video_captions(sheet)]
    return "\n\n".join(["WEBVTT", *blocks]) + "\n"


def _clock(seconds: float) -> str:
    milliseconds = round(seconds * 1000)
    minutes, rest = divmod(milliseconds, 60_000)
    hours, minutes = divmod(minutes, 60)
    return f"{hours:02}:{minutes:02}:{rest // 1000:02}.{rest % 1000:03}"


def _escaped(text: str) -> str:
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
