"""The whole way from sound to trail."""

from __future__ import annotations

import os
import threading
import time
from collections.abc import Iterable, Sequence
from concurrent.futures import ProcessPoolExecutor, as_completed
from dataclasses import dataclass
from multiprocessing import get_context

from wordtrail.core.align.bridges import bridged
from wordtrail.core.align.labels import labelled
from wordtrail.core.align.language import arpa_model
from wordtrail.core.align.recognise import Recogniser, cut, dictionary_text
from wordtrail.core.align.slips import asides, left_out, misread, said_twice
from wordtrail.core.align.stretches import grouped, sound_ends, stretches_of_sound
from wordtrail.core.align.talk import TALK_WORDS
from wordtrail.core.align.timing import Run, as_heard, fluent_runs, in_order, timed
from wordtrail.core.align.values import RATE, Heard, Labelled, Progress, Samples, ScriptWord, Stretch, Timed
from wordtrail.core.errors import PassageNotRead, SilentSound
from wordtrail.core.text.model import Word
from wordtrail.core.text.spoken import spoken_form
from wordtrail.core.trail.model import Trail, Visit

FEWEST_FOUND = 3
LEAST_EXACT = 0.08
"""A take in which under 8 % of the heard words are the passage's own, or fewer than three, is not a
reading of it."""

FEWEST_UNPROVED = 6
"""Heard words that are believed to be a reading although the forced alignment finds no room for them."""

LISTENING, MATCHING, TIMING = "Listening", "Finding your place in the text", "Setting the times"


def script_of(words: Iterable[Word]) -> tuple[ScriptWord, ...]:
    """The words of a script that can be heard (a word without a spoken form cannot)."""
    spoken = ((word, spoken_form(word.text)) for word in words)
    return tuple(ScriptWord(word.id, said, word.sentence) for word, said in spoken if said)


def align(
    samples: Samples, script: Sequence[ScriptWord], progress: Progress = lambda step, share: None, cores: int = 2
) -> Trail:
    """The trail of a take: mono samples at 16 000 a second, and the script in reading order.

    Raises SilentSound where nothing is heard and PassageNotRead where it is something else.
    `progress` gets the step and its share done and may raise to stop.
    """
    stretches = stretches_of_sound(samples)
    if not stretches:
        raise SilentSound
    spoken = _Spoken.of(script)
    heard = _heard(samples, grouped(stretches), spoken.words, progress, cores)
    progress(MATCHING, 0.0)
    labels = labelled(heard, spoken.words, spoken.sentence_starts)
    _assert_read(labels)
    labels = bridged(labels, spoken.words)
    words, labels = _timed(samples, labels, spoken.words, progress)
    visits = _visits(words, spoken.owner)
    start, end = sound_ends(stretches)
    missing, unread = left_out(script, visits)
    slips = (*missing, *misread(words, spoken.owner, spoken.words), *said_twice(visits))
    return Trail(
        visits=visits,
        slips=tuple(sorted(slips, key=lambda slip: slip.start)),
        asides=asides(labels),
        unread=unread,
        seconds=round(len(samples) / RATE, 4),
        sound_start=round(start, 3),
        sound_end=round(end, 3),
    )


@dataclass(frozen=True, slots=True)
class _Spoken:
    """The script as spoken words, each with the script word it belongs to."""

    words: tuple[str, ...]
    owner: tuple[ScriptWord, ...]
    sentence_starts: tuple[int, ...]

    @classmethod
    def of(cls, script: Sequence[ScriptWord]) -> _Spoken:
        pairs = [(said, word) for word in script for said in word.spoken]
        sentences = [word.sentence for _, word in pairs]
        starts = tuple(i for i, s in enumerate(sentences) if i == 0 or s != sentences[i - 1])
        return cls(tuple(said for said, _ in pairs), tuple(word for _, word in pairs), starts)


def _heard(
    samples: Samples, groups: Sequence[Stretch], spoken: Sequence[str], progress: Progress, cores: int
) -> list[Heard]:
    model = arpa_model(spoken, TALK_WORDS)
    dictionary = dictionary_text((*spoken, *TALK_WORDS))
    total = sum(group.end - group.start for group in groups)
    found: dict[int, list[Heard]] = {}
    progress(LISTENING, 0.0)
    if cores < 2 or len(groups) < 2:
        recogniser = Recogniser(model, dictionary)
        for index, group in enumerate(groups):
            found[index] = recogniser.words(cut(samples, group), group.start)
            progress(LISTENING, _seconds(groups, found) / total)
    else:
        with ProcessPoolExecutor(cores, get_context("spawn"), _start_recogniser, (model, dictionary)) as pool:
            waiting = {
                pool.submit(_recognise, cut(samples, group), group.start): index for index, group in enumerate(groups)
            }
            try:
                for done in as_completed(waiting):
                    found[waiting[done]] = done.result()
                    progress(LISTENING, _seconds(groups, found) / total)
            except BaseException:
                pool.shutdown(wait=False, cancel_futures=True)
                raise
    return [word for index in sorted(found) for word in found[index]]


def _seconds(groups: Sequence[Stretch], found: dict[int, list[Heard]]) -> float:
    return sum(groups[index].end - groups[index].start for index in found)


_recogniser: Recogniser | None = None


def _start_recogniser(model: str, dictionary: str) -> None:
    global _recogniser
    _end_with(os.getppid())
    _recogniser = Recogniser(model, dictionary)


def _end_with(parent: int) -> None:
    """End this process when its parent dies (a killed worker must not leave recognisers behind)."""

    def watch() -> None:
        while os.getppid() == parent:
            time.sleep(1.0)
        os._exit(1)

    threading.Thread(target=watch, daemon=True).start()


def _recognise(samples: Samples, offset: float) -> list[Heard]:
    assert _recogniser is not None
    return _recogniser.words(samples, offset)


def _assert_read(labels: Sequence[Labelled]) -> None:
    exact = sum(label.place is not None and label.exact for label in labels)
    if exact < FEWEST_FOUND or exact < LEAST_EXACT * len(labels):
        raise PassageNotRead


def _timed(
    samples: Samples, labels: Sequence[Labelled], spoken: Sequence[str], progress: Progress
) -> tuple[tuple[Timed, ...], tuple[Labelled, ...]]:
    """Spoken words with their times, and the labels without those that the sound gave the lie: a few
    words that the model of the script suggested, and that cannot be aligned, are talk."""
    runs = fluent_runs(labels)
    edges = [(label.heard.start, label.heard.end) for label in labels]
    words: list[Timed] = []
    doubted: set[Labelled] = set()
    for index, run in enumerate(runs):
        found = timed(run, samples, spoken, _limits(run, edges))
        if found is None and len(run.labels) < FEWEST_UNPROVED:
            doubted.update(run.labels)
        else:
            words += found or as_heard(run)
        progress(TIMING, (index + 1) / len(runs))
    return in_order(words), tuple(Labelled(label.heard, None) if label in doubted else label for label in labels)


def _limits(run: Run, edges: Sequence[tuple[float, float]]) -> tuple[float, float]:
    before = max((end for _, end in edges if end <= run.start), default=0.0)
    after = min((start for start, _ in edges if start >= run.end), default=float("inf"))
    return before, after


def _visits(words: Sequence[Timed], owner: Sequence[ScriptWord]) -> tuple[Visit, ...]:
    """Spoken words put together to the printed words they belong to ("eighteen" + "sixty" + "eight"
    is one visit of "1868")."""
    readings: list[list[Timed]] = []
    for word in words:
        last = readings[-1][-1] if readings else None
        if last and last.place < word.place and owner[last.place].id == owner[word.place].id:
            readings[-1].append(word)
        else:
            readings.append([word])
    return tuple(
        Visit(
            word=owner[reading[0].place].id,
            start=round(reading[0].start, 3),
            end=round(reading[-1].end, 3),
            confidence=min(word.confidence for word in reading),
        )
        for reading in readings
    )
