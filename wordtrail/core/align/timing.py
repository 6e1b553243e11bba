"""From labelled words to spoken words with their times, by forced alignment of each fluent run."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from wordtrail.core.align.bridges import WIDEST
from wordtrail.core.align.labels import alike
from wordtrail.core.align.recognise import cut, dictionary_text, forced
from wordtrail.core.align.values import Labelled, Samples, Stretch, Timed

ROOM = 0.18
"""Seconds around a run in which its first and last word may reach out."""

LONGEST_REST = 1.2
"""Seconds of rest inside a run at which it is parted in two."""

UNALIGNED = 0.4
"""Confidence in a word that the recogniser heard and the forced alignment did not find."""

REST_EACH_MISSED = 0.6
"""Seconds by which that rest may be longer for each word missed in it."""

SHORTEST_WORD = 0.12
"""Seconds that each word the recogniser missed must have room for, to be looked for at all."""


@dataclass(frozen=True, slots=True)
class Run:
    """Heard words that go forward through the script without a jump or an aside between, and the
    places to be timed: those heard, and missed ones that there is room for."""

    labels: tuple[Labelled, ...]
    places: tuple[int, ...]

    @property
    def start(self) -> float:
        """Where its first heard word begins."""
        return self.labels[0].heard.start

    @property
    def end(self) -> float:
        """Where its last heard word ends."""
        return self.labels[-1].heard.end


def fluent_runs(labels: Sequence[Labelled]) -> tuple[Run, ...]:
    """The runs of `labels` in the order in which they were said."""
    runs: list[list[Labelled]] = []
    before: Labelled | None = None
    for label in labels:
        if label.place is not None:
            if before is not None and _goes_on(before, label):
                runs[-1].append(label)
            else:
                runs.append([label])
        before = label
    return tuple(Run(tuple(run), _places(run)) for run in runs)


def _goes_on(before: Labelled, label: Labelled) -> bool:
    if before.place is None or label.place is None:
        return False
    rest = label.heard.start - before.heard.end
    missed = label.place - before.place - 1
    return 0 <= missed <= WIDEST and rest <= LONGEST_REST + REST_EACH_MISSED * missed


def _places(run: list[Labelled]) -> tuple[int, ...]:
    """The places of a run. Words missed between two found neighbours are among them when there is
    time for them between the two; the forced alignment then finds where."""
    places = [run[0].place or 0]
    for before, after in pairwise(run):
        low, high = before.place or 0, after.place or 0
        missed = high - low - 1
        room = after.heard.start - before.heard.end
        if missed and room / missed >= SHORTEST_WORD:
            places += range(low + 1, high)
        places.append(high)
    return tuple(places)


def timed(run: Run, samples: Samples, script: Sequence[str], limits: tuple[float, float]) -> tuple[Timed, ...] | None:
    """Every place of `run` with its time, or None where the sound does not admit the run's words.

    `limits` are the end of what was heard before the run and the start of what was heard after it;
    the alignment never reaches over them.
    """
    start = max(run.start - ROOM, min(limits[0], run.start), 0.0)
    end = max(min(run.end + ROOM, limits[1]), run.end)
    words = [script[place] for place in run.places]
    found = forced(cut(samples, Stretch(start, end)), words, start, dictionary_text(words))
    if found is None:
        return None
    by_place = {label.place: label for label in run.labels}
    result = []
    for place, word in zip(run.places, found, strict=True):
        label = by_place.get(place)
        heard = "" if label is None or label.exact else label.heard.word
        result.append(Timed(place, word.start, word.end, _confidence(label, word.start), heard))
    return tuple(result)


def as_heard(run: Run) -> tuple[Timed, ...]:
    """The recogniser's own times for the words of a run that could not be aligned."""
    return tuple(
        Timed(label.place or 0, label.heard.start, label.heard.end, UNALIGNED, "" if label.exact else label.heard.word)
        for label in run.labels
    )


def _confidence(label: Labelled | None, start: float) -> float:
    """How sure a time is: the recogniser and the forced alignment agreed on the word, on when, and
    the recogniser had no rival for it."""
    if label is None:
        return 0.35
    apart = abs(label.heard.start - start)
    agreement = 1.0 if apart <= 0.06 else 0.8 if apart <= 0.15 else 0.4
    certainty = 0.55 + 0.45 * label.heard.probability
    return round(agreement * certainty * (1.0 if label.exact else 0.45), 3)


def sounds_read(heard: str, printed: str) -> bool:
    """Whether a word heard in another's place is near enough to be that word, badly caught."""
    return alike(heard, printed) >= 0.75


def in_order(words: Sequence[Timed]) -> tuple[Timed, ...]:
    """Timed words that do not overlap: an end that reaches into the next start is cut there."""
    ordered = sorted(words, key=lambda word: word.start)
    cut_ends = [replace(a, end=max(a.start + 0.01, min(a.end, b.start))) for a, b in pairwise(ordered)]
    return (*cut_ends, *ordered[-1:])
