"""The microphone check: what is wrong with a few seconds of sound, and what to do about it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

SILENT = -60.0
"""LUFS below which nothing is heard."""

TOO_QUIET = -38.0
"""LUFS below which a voice has to be raised by more than 19 dB, and the room with it."""

TOO_LOUD = -12.0
"""LUFS above which peaks are cut off sooner or later."""

LEAST_ABOVE_ROOM = 26.0
"""dB between voice and room below which the room is heard in the film. Above, words are found as well as in silence."""

HUM_ABOVE = 12.0
"""dB by which mains hum stands out of its surroundings before it is called one."""

HUM_HEARD = -62.0
"""dB of full scale, when the voice is at −23 LUFS, from which on hum is heard."""

ECHOES_FROM = 0.66
"""Seconds in which a sound falls by 60 dB from which on a room is heard; furnished rooms have 0.3 to 0.5."""

CLIPPED_FROM = 3
"""Places where the sound was cut off, from which on it was no accident."""

USUAL_VOICE = -23.0
"""LUFS to which figures of the room are related."""


@dataclass(frozen=True, slots=True)
class SoundFigures:
    """What was measured: loudness of the voice (LUFS), the room without it (dB of full scale), places that were cut
    off, mains hum (dB of full scale) and by how much it stands out (dB), the share of the room's noise above 2 kHz (0
    to 1), and the seconds in which sound falls by 60 dB (None: too little to tell)."""

    loudness: float
    noise: float
    clipped: int = 0
    hum: float = -120.0
    hum_above: float = 0.0
    hiss: float = 0.0
    decay: float | None = None


class Fault(StrEnum):
    """What can be wrong with the sound of a microphone."""

    SILENT = "silent"
    QUIET = "too quiet"
    LOUD = "too loud"
    HUM = "hum"
    HISS = "hiss"
    NOISE = "noise"
    ECHO = "echo"


@dataclass(frozen=True, slots=True)
class Advice:
    """A fault in a sentence, and what to do about it."""

    fault: Fault
    what: str
    do: str


def advice(found: SoundFigures) -> tuple[Advice, ...]:
    """What is wrong, the worst first; nothing where the sound is good."""
    return tuple(_faults(found))


def _faults(found: SoundFigures) -> Iterator[Advice]:
    if found.loudness < SILENT:
        yield Advice(
            Fault.SILENT,
            "Nothing was heard.",
            "Is this the right microphone, and is it switched on? Some have a switch on the cable.",
        )
        return
    if found.clipped >= CLIPPED_FROM or found.loudness > TOO_LOUD:
        yield Advice(
            Fault.LOUD,
            "Too loud: the loudest sounds are cut off.",
            "Move back a hand’s breadth, or turn the microphone down in the computer’s sound settings.",
        )
    elif found.loudness < TOO_QUIET:
        yield Advice(
            Fault.QUIET,
            "Too quiet: your voice has to be raised, and the room with it.",
            "Come closer, a hand’s breadth from the microphone, or turn it up in the computer’s sound settings.",
        )
    raised = USUAL_VOICE - found.loudness
    has_hum = found.hum_above >= HUM_ABOVE and found.hum + raised > HUM_HEARD
    if has_hum:
        yield Advice(
            Fault.HUM,
            "There is a hum of the mains.",
            "Run the laptop on its battery, move the microphone’s cable away from power cables, or use another socket.",
        )
    if found.loudness - found.noise < LEAST_ABOVE_ROOM and not has_hum:
        if found.hiss > 0.5:
            yield Advice(
                Fault.HISS,
                "There is a hiss behind your voice.",
                "Come closer to the microphone and turn it down; a fan or an air conditioner can sound like this too.",
            )
        else:
            yield Advice(
                Fault.NOISE,
                "The room is loud behind your voice.",
                "Close windows and door, switch off fans, and come closer to the microphone.",
            )
    if found.decay is not None and found.decay >= ECHOES_FROM:
        yield Advice(
            Fault.ECHO,
            "The room echoes.",
            "Come closer to the microphone; curtains, coats or a shelf of books behind you swallow the echo.",
        )
