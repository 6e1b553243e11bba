"""The simulated microphone: what it "hears" when a machine has none, or in a demonstration."""

from __future__ import annotations

from importlib.resources import files

from wordtrail.standins.demo_world import LESSONS

_NARRATIONS = {one.credits[0]: f"{one.name}.m4a" for one in LESSONS}


def narration_for(title: str) -> bytes:
    """An M4A file in which the simulated narrator reads the demo passage of that title; for any
    other passage it reads *The Bee's Map*, whatever stands on the screen."""
    name = _NARRATIONS.get(title, "bees-map.m4a")
    return (files("wordtrail.standins") / "demo" / name).read_bytes()
