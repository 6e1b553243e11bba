"""What is done to the sound of a take when it is heard; the recording itself stays as it is."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class SoundCare:
    """`take` is heard with less of its noise, or with its loud and quiet stretches evened out, or both."""

    take: str
    less_noise: bool = False
    even: bool = False

    @property
    def is_any(self) -> bool:
        """Whether anything is done at all."""
        return self.less_noise or self.even


def care_of(take: str, cares: Iterable[SoundCare]) -> SoundCare:
    """What is done to a take; nothing where nothing was asked for."""
    return next((one for one in cares if one.take == take), SoundCare(take))
