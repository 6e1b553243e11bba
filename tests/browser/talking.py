"""A microphone that hears a teacher talk, and nothing of the passage."""

from __future__ import annotations

import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import numpy as np

from bench.align.narrations import Silence, Talk, narrate
from tests.browser.harness import write_wav
from wordtrail.core.align.values import RATE
from wordtrail.core.text.intake import passage_from_text

SAID = ("Good morning everybody", "Let me show you something here", "Okay what do you think", "Wonderful that is right")
LEAD = 3.6
"""Seconds until the talk begins: the count before a take."""


@contextmanager
def talking(name: str, passage: str, rest: float) -> Iterator[Path]:
    """A sound file for the fake microphone: talk, with a rest of so many seconds after each sentence."""
    talk = [part for said in SAID for part in (Talk(said), Silence(rest))]
    narration = narrate(name, passage_from_text(passage), [Silence(LEAD), *talk], "formant/en-us", 125)
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "talk.wav"
        write_wav(file, np.repeat(narration.samples, 3), RATE * 3)
        yield file
