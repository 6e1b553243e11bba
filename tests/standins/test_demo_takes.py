"""What ships with the demo takes is what would be worked out from them."""

from __future__ import annotations

import unittest
from importlib.resources import as_file, files

from wordtrail.formats import trail_json
from wordtrail.media.decode import decode
from wordtrail.media.level import RATE, levelled, peaks
from wordtrail.standins.demo_world import LESSONS


class DemoTakesTest(unittest.TestCase):
    def test_peaks_and_length_are_those_of_the_sound(self) -> None:
        demo = files("wordtrail.standins") / "demo"
        name = min(LESSONS, key=lambda one: len(one.text)).name
        with as_file(demo / f"{name}.m4a") as path:
            samples = levelled(decode(path, RATE))
        self.assertEqual(peaks(samples), (demo / f"{name}.peaks").read_bytes())
        trail = trail_json.read((demo / f"{name}.trail.json").read_text(encoding="utf-8"))
        self.assertAlmostEqual(trail.seconds, len(samples) / RATE, delta=0.05)

    def test_every_take_has_its_peaks(self) -> None:
        for one in LESSONS:
            shipped = files("wordtrail.standins") / "demo" / f"{one.name}.peaks"
            self.assertGreater(len(shipped.read_bytes()), 100, one.name)
