"""The camera's picture: its copy is in take time, upright, and small enough."""

from __future__ import annotations

import unittest
from pathlib import Path
from tempfile import TemporaryDirectory

import av

from tests.films import film
from wordtrail import standins
from wordtrail.core.errors import NotAPicture
from wordtrail.media.camera import has_picture, write_camera_copy

NARRATED = Path(standins.__file__).parent / "demo" / "boat.m4a"


def frames(path: Path) -> list[tuple[float, float]]:
    """Moment and brightness of each frame."""
    with av.open(str(path)) as container:
        return [
            (float(frame.time or 0), float(frame.to_ndarray(format="gray").mean()))
            for frame in container.decode(video=0)
        ]


class CameraCopyTest(unittest.TestCase):
    def setUp(self) -> None:
        folder = TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.source, self.copy = Path(folder.name) / "camera", Path(folder.name) / "copy.mp4"

    def test_its_time_is_the_takes(self) -> None:
        film(self.source)
        told: list[float] = []
        write_camera_copy(self.source, self.copy, 1.5, told.append)
        found = frames(self.copy)
        turned_white = next(at for at, grey in found if grey > 128)
        self.assertAlmostEqual(turned_white, 3.5, delta=0.02)
        self.assertEqual(found[0][0], 0.0, "before the camera came, its first picture stands")
        self.assertEqual(told, sorted(told))
        self.assertGreater(told[-1], 0.9)

    def test_a_large_picture_is_made_smaller(self) -> None:
        film(self.source, seconds=0.5, size=(1920, 1080))
        write_camera_copy(self.source, self.copy, 0.0, lambda _: None)
        with av.open(str(self.copy)) as container:
            video = container.streams.video[0]
            self.assertEqual((video.width, video.height), (854, 480))
            self.assertEqual(video.codec_context.name, "h264")

    def test_a_recording_that_breaks_off_gives_what_was_whole(self) -> None:
        film(self.source, seconds=6.0, size=(320, 240))
        self.source.write_bytes(self.source.read_bytes()[:-400])
        write_camera_copy(self.source, self.copy, 0.0, lambda _: None)
        self.assertGreater(frames(self.copy)[-1][0], 3.0)

    def test_what_is_no_picture_is_said_to_be_none(self) -> None:
        self.source.write_bytes(b"no film at all" * 50)
        self.assertFalse(has_picture(self.source))
        with self.assertRaises(NotAPicture):
            write_camera_copy(self.source, self.copy, 0.0, lambda _: None)
        self.assertFalse(has_picture(NARRATED), "a sound alone has none")
        film(self.source, seconds=0.5)
        self.assertTrue(has_picture(self.source))


if __name__ == "__main__":
    unittest.main()
