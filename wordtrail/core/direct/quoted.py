"""Which of the words that light are quoted in talk, and not read."""

from __future__ import annotations

from bisect import bisect_left
from collections import Counter
from collections.abc import Mapping, Sequence
from itertools import groupby

from wordtrail.core.direct.course import Light
from wordtrail.core.trail.model import Aside


def quoted_in_talk(lights: Sequence[Light], asides: Sequence[Aside], sentence: Mapping[str, int]) -> frozenset[int]:
    """The lights (their places) that repeat in talk what is read elsewhere: a run with talk on both sides, which holds
    no whole sentence. `sentence` gives that of each word."""
    read = Counter(light.word for light in lights)
    whole: dict[int, set[str]] = {}
    for word, number in sentence.items():
        whole.setdefault(number, set()).add(word)
    talk = sorted(one.start for one in asides)
    runs = [[n for n, _ in group] for _, group in groupby(enumerate(lights), key=lambda item: _before(talk, item[1]))]
    found: set[int] = set()
    for run in runs:
        words = {lights[n].word for n in run}
        between = _before(talk, lights[run[0]]) > 0 and talk[-1] >= lights[run[-1]].start
        holds_one = any(whole[sentence[word]] <= words for word in words if word in sentence)
        if between and not holds_one and all(read[word] > sum(lights[n].word == word for n in run) for word in words):
            found.update(run)
    return frozenset(found)


def _before(talk: Sequence[float], light: Light) -> int:
    """How many pieces of talk begin before a light."""
    return bisect_left(talk, light.start)
