"""Sound as the network would hear it, written by hand: for stages that need no sound."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from wordtrail.core.align.fit import Fit, fit_of
from wordtrail.core.align.path import Path, path_of
from wordtrail.core.align.readings import Reading, readings_of
from wordtrail.core.align.route import Route, route_of
from wordtrail.core.align.sounds import Frames
from wordtrail.core.align.values import ScriptWord
from wordtrail.core.speech.phones import NUMBER, PHONES, relations
from wordtrail.core.speech.pronunciation import pronunciations

EACH, REST = 0.08, 0.6
"""Seconds of a phone, and of a rest."""


def script(text: str) -> list[ScriptWord]:
    """The words of a text in lower case; a full stop after a word ends its sentence."""
    words, sentence = [], 0
    for index, word in enumerate(text.split()):
        bare = word.strip(".")
        words.append(ScriptWord(f"a{index + 1}", pronunciations(bare)[:4], sentence, bare))
        sentence += word.endswith(".")
    return words


def route(words: Sequence[ScriptWord]) -> Route:
    """The route through them."""
    starts = [i for i, word in enumerate(words) if i == 0 or word.sentence != words[i - 1].sentence]
    return route_of([word.ways for word in words], starts)


def said(text: str, sure: float = 0.95) -> Frames:
    """Frames in which these words are said: one for each phone, every 80 ms, with a quieter one
    between; "|" is a rest. A word in capitals is one phone."""
    at, phones, now = [], [], 0.0
    for word in text.split():
        if word == "|":
            now += REST
            continue
        for phone in [word] if word in NUMBER else pronunciations(word)[0]:
            at += [now, now + EACH / 2]
            phones += [NUMBER[phone], None]
            now += EACH
    heard = np.full((len(at), len(PHONES)), (1 - sure) / 2 / len(PHONES), np.float32)
    for row, said in enumerate(phones):
        if said is not None:
            heard[row, said] = sure
    none = np.array([0.02 if said is not None else 0.9 for said in phones], np.float32)
    return Frames(np.array(at), heard, none)


def followed(text: str, words: Sequence[ScriptWord]) -> tuple[Frames, Fit, Path, tuple[Reading, ...]]:
    """Everything up to the readings, for `text` said over a script."""
    frames = said(text)
    fit = fit_of(frames, relations())
    path = path_of(fit, route(words))
    return frames, fit, path, readings_of(path, frames, fit)[0]


def places(text: str, words: Sequence[ScriptWord]) -> list[int]:
    """The places of the script that are read when `text` is said."""
    return [word.word for reading in followed(text, words)[3] for word in reading.said]
