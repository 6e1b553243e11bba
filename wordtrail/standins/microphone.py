"""The simulated microphone: what it "hears" when a machine has none, or in a demonstration."""

from __future__ import annotations

from importlib.resources import files

from wordtrail.standins.passages import BEES_MAP_CREDITS, RAIN_CREDITS

_NARRATIONS = {RAIN_CREDITS[0]: "rain.m4a", BEES_MAP_CREDITS[0]: "bees-map.m4a"}


def narration_for(title: str) -> bytes:
    """An M4A file in which the simulated narrator reads the demo passage of that title; for any
    other passage it reads *The Bee's Map*, whatever stands on the screen."""
    name = _NARRATIONS.get(title, "bees-map.m4a")
    return (files("wordtrail.standins") / "demo" / name).read_bytes()
