"""A reader who is followed while she reads."""

from __future__ import annotations

from collections.abc import Container, Sequence
from dataclasses import dataclass, replace

import numpy as np
from threadpoolctl import threadpool_limits

from wordtrail.core.align.live.ear import Ear
from wordtrail.core.align.live.following import Follower
from wordtrail.core.align.route import route_of
from wordtrail.core.align.values import RATE, Samples, ScriptWord
from wordtrail.core.align.voice import learned
from wordtrail.core.speech.phone_model import Matrix
from wordtrail.core.speech.phones import relations
from wordtrail.core.speech.weak_forms import with_weak_forms


@dataclass(frozen=True, slots=True)
class Seen:
    """The word (id) that is read just now, or was last (empty: none yet), whether she is reading, how many seconds of
    sound were heard in all, and the words (ids) that were heard between the one seen before and this one."""

    word: str
    reading: bool
    seconds: float
    passed: tuple[str, ...] = ()


class LiveReader:
    """Follows one reader through a script; used by one thread at a time. `anywhere` are the words (ids) that she may go
    to by herself: those of the passages; None for all. `earlier` (39, 39) are the hearings of this voice in other
    takes."""

    def __init__(
        self, script: Sequence[ScriptWord], anywhere: Container[str] | None = None, earlier: Matrix | None = None
    ) -> None:
        self._words = [word for word in script if word.ways]
        starts = [i for i, one in enumerate(self._words) if i == 0 or one.sentence != self._words[i - 1].sentence]
        route = route_of([with_weak_forms(word.bare, word.ways) for word in self._words], starts)
        self._ear = Ear()
        is_open = np.array([anywhere is None or word.id in anywhere for word in self._words], dtype=bool)
        taken_for = relations() if earlier is None else learned(relations(), earlier)
        self._follower = Follower(route, taken_for, is_open) if self._words else None
        self._samples = 0
        self._behind = -1
        """The word before the one she was said to go on with: nothing was read there yet."""
        self._seen = Seen("", reading=False, seconds=0.0)

    def hear(self, samples: Samples) -> Seen:
        """Where she is after the next sound: mono, 16 000 samples a second, any number of them."""
        self._samples += len(samples)
        word, reading, passed = self._seen.word, self._seen.reading, tuple[str, ...]()
        # One core is enough, and the other one records.
        with threadpool_limits(1, user_api="blas"):
            news = self._ear.listen(samples)
            if news is not None and self._follower:
                place = self._follower.follow(news.settled, news.open)
                word = self._words[place.word].id if place.word not in (-1, self._behind) else ""
                reading = place.reading
                passed = tuple(self._words[number].id for number in place.passed)
        self._seen = Seen(word, reading, round(self._samples / RATE, 3), passed)
        return self._seen

    def go_to(self, word: str) -> None:
        """She goes on with this word (its id). Unknown words change nothing."""
        place = next((number for number, one in enumerate(self._words) if one.id == word), None)
        if place is not None and self._follower:
            self._behind = place - 1
            self._follower.go_to(place)
            self._seen = replace(self._seen, word="", reading=False, passed=())
