"""Where the camera's picture is there beside a take, and how large."""

from __future__ import annotations

import unittest
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from wordtrail.core.trail.camera import CAMERA, GONE, CameraSize, CameraStretch, camera_in
from wordtrail.core.trail.events import TakeEvent

SMALL, LARGE = CameraSize.SMALL, CameraSize.LARGE


def camera(*said: tuple[float, str]) -> tuple[CameraStretch, ...]:
    return camera_in(TakeEvent(at, CAMERA, what) for at, what in said)


class CameraTest(unittest.TestCase):
    def test_it_is_large_while_she_greets_and_small_beside_the_text(self) -> None:
        self.assertEqual(
            camera((0.1, "large"), (8.0, "small"), (60.0, "large")),
            (CameraStretch(0.1, 8.0, LARGE), CameraStretch(8.0, 60.0, SMALL), CameraStretch(60.0, None, LARGE)),
        )

    def test_a_camera_that_went_away_is_gone_for_good(self) -> None:
        self.assertEqual(camera((0.0, "small"), (5.0, GONE), (9.0, "large")), (CameraStretch(0.0, 5.0, SMALL),))

    def test_other_events_and_words_nobody_knows_change_nothing(self) -> None:
        events = [TakeEvent(0.0, CAMERA, "small"), TakeEvent(3.0, "point", "large"), TakeEvent(4.0, CAMERA, "huge")]
        self.assertEqual(camera_in(events), (CameraStretch(0.0, None, SMALL),))
        self.assertEqual(camera((1.0, GONE)), ())

    @given(st.lists(st.tuples(st.floats(0, 100), st.sampled_from(["large", "small", GONE, "?"])), max_size=8))
    def test_stretches_follow_one_another_without_a_gap(self, said: list[tuple[float, str]]) -> None:
        found = camera(*said)
        for before, after in pairwise(found):
            self.assertEqual(before.end, after.start)
        self.assertTrue(all(one.end is not None and one.end > one.start for one in found[:-1]))


if __name__ == "__main__":
    unittest.main()
