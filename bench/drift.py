"""`./run bench drift`: whether sound and picture stay together over twenty minutes of lesson, in each film and shape.

The sound has a click where each word lights. In the file that was made, each click is looked for in the decoded sound,
and each light among the times of the pictures; in the last minute the pictures themselves are looked at.
"""

from __future__ import annotations

import sys
import tempfile
import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

import av
import numpy as np

from bench.made_up import made_up_reading
from tests.media.test_film_files import clicks, clicks_heard, is_lit
from wordtrail.core.cues.film import video_time
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.film.model import Colours, Detail, Film, FilmChoices, FilmVersion, StageShape
from wordtrail.media.decode import decode
from wordtrail.media.level import RATE
from wordtrail.media.render import render

TIMES = 14
"""How often The Bee's Map is read: twenty minutes."""

LAST = 60.0
"""Seconds at the end of a film whose pictures are looked at one by one."""

HEAD = f"{'film':28}{'length':>9}{'took':>8}{'sound off':>12}{'light off':>12}{'drift':>9}{'lit of':>12}"


@dataclass(frozen=True, slots=True)
class Off:
    """How far clicks and lights are from where the cue sheet has them at most, and how much farther they are from one
    another at the end than at the beginning; seconds."""

    sound: float
    light: float
    drift: float


def main(versions: Sequence[str]) -> None:
    """Print a row for each film (or those that are named) in each shape."""
    print(HEAD)
    lesson, trails = made_up_reading("Twenty minutes", TIMES)
    with tempfile.TemporaryDirectory() as folder:
        for version in [one for one in FilmVersion if not versions or one in versions]:
            for shape in StageShape:
                choices = FilmChoices(shape=shape, detail=Detail.SMALL)
                made = filmed(lesson, trails, Film(version, choices))
                _row(f"{version}, {shape}", made, choices, Path(folder) / "film.mp4")


def _row(name: str, film: Filmed, choices: FilmChoices, path: Path) -> None:
    begun = time.perf_counter()
    sound = clicks(film)
    blocks = (sound[at : at + RATE] for at in range(0, len(sound), RATE))
    shares = render(film.layout, film.sheet, blocks, path, choices=choices)
    took = time.perf_counter() - begun
    off = _off(film, path)
    lit, looked = _lit_at_the_end(film, choices, path, shares.seconds)
    print(
        f"{name:28}{shares.seconds:7.1f} s{took:6.1f} s{1000 * off.sound:9.2f} ms{1000 * off.light:9.2f} ms"
        f"{1000 * off.drift:6.2f} ms{lit:6} of {looked}",
        flush=True,
    )


def _off(film: Filmed, path: Path) -> Off:
    sheet = film.sheet
    stops = [gate.at for gate in sheet.gates]
    wanted = np.array(
        [
            video_time(sheet, light.start)
            for light in sheet.lights
            # What begins just where the lesson stands still is heard when it goes on.
            if not any(abs(at - light.start) < 0.01 for at in stops)
        ]
    )
    heard, seen = _nearest(clicks_heard(decode(path, RATE)), wanted), _nearest(np.array(sorted(_times(path))), wanted)
    between = heard - seen
    few = max(1, len(between) // 20)
    drift = abs(float(np.median(between[-few:]) - np.median(between[:few])))
    return Off(float(np.abs(heard).max()), float(np.abs(seen).max()), drift)


def _nearest(found: np.ndarray, wanted: np.ndarray) -> np.ndarray:
    """How much later than wanted the nearest one comes, in seconds."""
    places = np.clip(np.searchsorted(found, wanted), 1, len(found) - 1)
    before, after = found[places - 1] - wanted, found[places] - wanted
    nearest: np.ndarray = np.where(np.abs(before) < np.abs(after), before, after)
    return nearest


def _times(path: Path) -> Iterator[float]:
    """The times of the pictures of a film."""
    with av.open(str(path)) as film:
        picture = film.streams.video[0]
        for packet in film.demux(picture):
            if packet.pts is not None and picture.time_base is not None:
                yield float(packet.pts * picture.time_base)


def _lit_at_the_end(film: Filmed, choices: FilmChoices, path: Path, seconds: float) -> tuple[int, int]:
    """Of the words that light in the last minute, how many are lit on their picture and not on the one before; and how
    many there are."""
    scale, places, sheet = choices.detail.scale, film.layout.places(), film.sheet
    due = [(video_time(sheet, one.start), one.word) for one in sheet.lights]
    due = [(at, word) for at, word in due if at > seconds - LAST]
    stops = {round(video_time(sheet, gate.at), 2) for gate in sheet.gates}
    due = [(at, word) for at, word in due if round(at, 2) not in stops]
    lit, before = 0, None
    with av.open(str(path)) as made:
        made.seek(int((seconds - LAST - 30) * 1e6))
        for frame in made.decode(made.streams.video[0]):
            picture = frame.to_ndarray(format="rgb24")
            for at, word in due:
                if abs((frame.time or 0.0) - at) < 0.008:
                    box = places[word][1]
                    old = before is not None and is_lit(before, box, scale, Colours.PAPER)
                    lit += is_lit(picture, box, scale, Colours.PAPER) and not old
            before = picture
    return lit, len(due)


if __name__ == "__main__":
    main(sys.argv[1:])
