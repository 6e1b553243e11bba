"""Hearing phones while they are said: the network over the last seconds of sound, some times a second.

What it says of the last moments may change with what comes next; what lies further back is settled, frame by frame, and
not heard again.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from wordtrail.core.align.sounds import FRAME_SECONDS, LAG, NOTHING_NEW, USUAL_LEVEL, Frames
from wordtrail.core.align.values import RATE, Samples
from wordtrail.core.speech.phone_model import FRAME, phone_log_probabilities
from wordtrail.core.speech.phones import by_phone

EVERY = int(0.1 * RATE)
"""Samples after which the network is asked again: so many whole pieces as a browser sends (50 ms each)."""

WINDOW = int(3.0 * RATE)
"""Samples that it hears each time: with less before it, it hears worse."""

UNSETTLED = 0.35
"""Seconds at the end of which it may still think better."""

LOOKS_BACK = 10
"""Frames before that in which the end of what is settled is laid where no phone is named."""

LEVEL_BLOCK = int(0.05 * RATE)
LOUDER = 8.0
"""dB above the room from which on there is a voice."""

ROOM_RISES, ROOM_FALLS, VOICE_FOLLOWS = 0.005, 0.2, 0.05
"""How quickly the levels that count as the room's and the voice's follow what is heard, each 50 ms."""

QUIETEST, ROOM_FIRST, VOICE_FIRST = -75.0, -55.0, -26.0
"""dB of full scale: no room is quieter; what is expected of the room and of the voice before they were heard."""

STILL_FOR = 1.2
"""Seconds without a voice after which nothing is listened for."""


@dataclass(frozen=True, slots=True)
class News:
    """Frames that are settled now, and those after them that are not."""

    settled: Frames
    open: Frames


class Ear:
    """Listens to one reader; used by one thread at a time."""

    def __init__(self) -> None:
        self._samples = np.zeros(0, np.float32)
        self._begin = 0
        """Which sample of all the first one that is held is."""
        self._asked = 0
        self._settled = 0
        """Up to which sample of all the frames are settled."""
        self._levelled = 0
        self._room, self._voice = ROOM_FIRST, VOICE_FIRST
        self._last_voice = -10 * RATE

    def listen(self, samples: Samples) -> News | None:
        """What is heard with the next sound; None where it is too early to ask again, or nothing is said."""
        self._samples = np.concatenate([self._samples, samples])
        self._watch_levels()
        end = self._begin + len(self._samples)
        if end - self._asked < EVERY:
            return None
        self._asked = end
        self._let_go()
        if end - self._last_voice > STILL_FOR * RATE:
            self._settled = end - int(UNSETTLED * RATE) // FRAME * FRAME
            return None
        return self._news()

    def _watch_levels(self) -> None:
        end = self._begin + len(self._samples)
        while self._levelled + LEVEL_BLOCK <= end:
            block = self._samples[self._levelled - self._begin :][:LEVEL_BLOCK]
            self._levelled += LEVEL_BLOCK
            level = max(QUIETEST, 10 * float(np.log10(np.mean(block.astype(np.float64) ** 2) + 1e-12)))
            self._room += (ROOM_FALLS if level < self._room else ROOM_RISES) * (level - self._room)
            if level > self._room + LOUDER:
                self._last_voice = self._levelled
                self._voice += VOICE_FOLLOWS * (level - self._voice)

    def _let_go(self) -> None:
        """Of sound that is further back than the window."""
        gone = max(0, len(self._samples) - WINDOW) // FRAME * FRAME
        self._samples = self._samples[gone:]
        self._begin += gone

    def _news(self) -> News:
        louder = np.float32(USUAL_LEVEL / 10 ** (self._voice / 20))
        phones, none = by_phone(phone_log_probabilities(np.clip(self._samples * louder, -1.0, 1.0)))
        first = max(0, (self._settled - self._begin) // FRAME)
        last = max(first, len(none) - int(UNSETTLED / FRAME_SECONDS))
        if last > first:
            # Between two phones, so that none is settled twice or not at all.
            back = none[max(first, last - LOOKS_BACK) : last]
            last -= int(np.argmax(back[::-1]))
        self._settled = self._begin + last * FRAME

        def frames(begin: int, end: int) -> Frames:
            kept = begin + np.flatnonzero(none[begin:end] < NOTHING_NEW)
            at = self._begin / RATE - LAG + kept * FRAME_SECONDS
            return Frames(at.astype(np.float64), phones[kept], none[kept])

        return News(frames(first, last), frames(last, len(none)))
