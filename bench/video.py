"""`./run bench video`: how fast a lesson becomes a film, beside what the encoder alone takes for the same frames on all
cores; where the time goes; larger pictures, zooms and a long lesson; and the memory."""

from __future__ import annotations

import resource
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from fractions import Fraction
from pathlib import Path

import av
import numpy as np

from bench.made_up import made_up_reading
from tests.films import swaying
from wordtrail.core.cues.camera_shown import Camera
from wordtrail.core.cues.film import video_seconds
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.film.model import Detail, Film, FilmChoices, FilmVersion
from wordtrail.core.trail.camera import CameraSize, CameraStretch
from wordtrail.media.camera import write_camera_copy
from wordtrail.media.canvas import CLOCK, Shares
from wordtrail.media.decode import Samples
from wordtrail.media.encode import Codec, Picture, add_picture_stream, painter_of
from wordtrail.media.helpers import all_leave
from wordtrail.media.level import RATE
from wordtrail.media.render import render
from wordtrail.service.film_making import FilmWish, write_film
from wordtrail.service.showing import showing
from wordtrail.standins.demo_world import install
from wordtrail.store.lessons import all_lessons
from wordtrail.store.takes import TakeFiles
from wordtrail.workspace import Workspace, open_workspace

HOUR = "hour"

TIMES = 3
"""How often each film is made."""

HEAD = f"{'film':44}{'length':>9}{'took':>8}{'× real':>8}{'encoder alone':>15}{'times that':>12}"


def main() -> None:
    """Print a row for each film of the demo lessons, for larger pictures, and for an hour."""
    print(HEAD)
    with tempfile.TemporaryDirectory() as folder:
        workspace = open_workspace(Path(folder))
        install(workspace)
        with workspace.database.read_session() as session:
            lessons = [(kept.id, kept.lesson.title) for kept in all_lessons(session, workspace.owner)]
        for lesson, title in lessons:
            _film(workspace, lesson, title, FilmVersion.LISTEN, FilmChoices(), beside_encoder=True)
        bee = next(id for id, title in lessons if "Bee" in title)
        for version in FilmVersion:
            _film(workspace, bee, "The Bee’s Map", version, FilmChoices())
        for detail in (Detail.SMALL, Detail.FINE):
            _film(workspace, bee, "The Bee’s Map", FilmVersion.LISTEN, FilmChoices(detail=detail))
        _with_camera(workspace, bee, "The Bee’s Map")
    # In a process of its own, whose memory is the film's alone.
    subprocess.run([sys.executable, "-m", "bench.video", HOUR], check=True)


def _film(
    workspace: Workspace, lesson: str, title: str, version: FilmVersion, choices: FilmChoices, *,
    beside_encoder: bool = False,
) -> None:  # fmt: skip
    """The whole way from the lesson to the file, and the encoder alone; by turns, and the best of each counts: on a
    machine that does other things, too, a single time says little. A helper of the film before may be there still."""
    show, _ = showing(workspace, lesson, film=Film(version, choices).itself)
    path = workspace.folder / "film.mp4"
    times, alone = [], []
    for _ in range(TIMES):
        begun = time.perf_counter()
        write_film(workspace, show.filmed, choices, path, FilmWish(version))
        times.append(time.perf_counter() - begun)
        alone.append(_encoder_alone(path, show.filmed, choices) if beside_encoder else 0.0)
    _row(f"{title}, {version}, {choices.detail}", show.stage.video_seconds, min(times), min(alone))


def _encoder_alone(path: Path, film: Filmed, choices: FilmChoices) -> float:
    """Seconds that the encoder takes for the frames of a film, on all cores, with the same settings."""
    painter = painter_of(Picture(film.layout, film.sheet, choices), lambda file: b"")
    frames = []
    with av.open(str(path)) as made:
        for decoded in made.decode(made.streams.video[0]):
            frame = av.VideoFrame.from_ndarray(decoded.to_ndarray(), format="yuv420p")
            frame.pts, frame.time_base = round((decoded.time or 0) * CLOCK), Fraction(1, CLOCK)
            if decoded.key_frame:
                frame.pict_type = av.video.frame.PictureType.I
            frames.append(frame)
    begun = time.perf_counter()
    with av.open(str(path.with_suffix(".again.mp4")), "w", format="mp4") as container:
        stream = add_picture_stream(container, painter, Codec.H264, 0)
        for frame in frames:
            container.mux(stream.encode(frame))
        container.mux(stream.encode(None))
    return time.perf_counter() - begun


def _with_camera(workspace: Workspace, lesson: str, title: str) -> None:
    """The film with a made-up camera beside all of its take: something round that sways before a wall, with noise."""
    shown, _ = showing(workspace, lesson, film=Film())
    (take,) = {clip.take for clip in shown.edits.clips}
    copy = workspace.blobs.path(TakeFiles(take).camera_copy)
    swaying(workspace.folder / "camera.mkv", shown.trails[take].seconds, moves=40, noise=3, pattern=0)
    write_camera_copy(workspace.folder / "camera.mkv", copy, 0.0, lambda share: None)
    camera = Camera((CameraStretch(0.0, None, CameraSize.SMALL),), 4 / 3)
    film = filmed(shown.lesson, shown.trails, Film(), {take: camera})
    path = workspace.folder / "film.mp4"
    begun = time.perf_counter()
    write_film(workspace, film, FilmChoices(), path, FilmWish())
    took = time.perf_counter() - begun
    seen = sum(one.end - one.start for one in film.sheet.cameras)
    _row(f"{title}, with a camera for {seen:.0f} s of it", video_seconds(film.sheet), took, 0.0)


def _hour(folder: Path) -> None:
    """A made-up reading of 6,700 words, with a tone for a voice."""
    lesson, trails = made_up_reading("An hour", times=42)
    film = filmed(lesson, trails, Film())
    begun = time.perf_counter()
    shares = render(film.layout, film.sheet, _tone(film.sheet.seconds), folder / "hour.mp4")
    took = time.perf_counter() - begun
    _row(f"an hour, {len(lesson.words):,} words", shares.seconds, took, 0.0)
    _shares(shares)
    all_leave()
    here, there = _most_memory(), resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
    print(f"  most memory: {here:.0f} MB in the process that makes it, at most {there:.0f} MB in its helper")


def _most_memory() -> float:
    """The most memory of this process (MB). What `getrusage` says has that of the process in it that began this one."""
    lines = Path("/proc/self/status").read_text().splitlines()
    return next(int(line.split()[1]) for line in lines if line.startswith("VmHWM")) / 1024


def _tone(seconds: float) -> Iterator[Samples]:
    second = np.arange(RATE, dtype=np.float32) / RATE
    syllables = (0.1 * np.sin(second * 800) * (np.sin(second * 9 * np.pi) > 0)).astype(np.float32)
    for _ in range(int(seconds) + 1):
        yield syllables


def _row(name: str, seconds: float, took: float, alone: float) -> None:
    beside = f"{alone:13.1f} s{took / alone:12.2f}" if alone else ""
    print(f"{name:44}{seconds:7.1f} s{took:6.1f} s{seconds / took:8.1f}{beside}", flush=True)


def _shares(shares: Shares) -> None:
    work = shares.drawing + shares.converting + shares.encoding
    parts = (("drawing", shares.drawing), ("converting", shares.converting), ("encoding", shares.encoding))
    print("  of the work on pictures: " + ", ".join(f"{name} {part / work:.0%}" for name, part in parts))


if __name__ == "__main__":
    if HOUR in sys.argv:
        with tempfile.TemporaryDirectory() as own:
            _hour(Path(own))
    else:
        main()
