"""Helpers of films: kept for the next one, and no harm where one is gone."""

from __future__ import annotations

import os
import signal
import tempfile
import unittest
from pathlib import Path
from unittest.mock import patch

import av
import numpy as np

from tests.worlds import TAKE, planned, trail
from wordtrail.core.cues.filmed import filmed
from wordtrail.core.errors import JobCancelled
from wordtrail.core.film.model import Detail, Film, FilmChoices, FilmVersion
from wordtrail.media import helpers
from wordtrail.media.level import RATE
from wordtrail.media.render import Manner, render

CHOICES = FilmChoices(detail=Detail.SMALL)


def free() -> list[int]:
    """The processes that wait for a film."""
    return [one._process.pid for one in helpers._free if one.is_there]


class HelpersTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.enterContext(patch.object(os, "cpu_count", return_value=2))
        helpers.all_leave()
        self.addCleanup(helpers.all_leave)

    def film(self, stop: bool = False) -> list[bytes]:
        """A film made on two cores: its pictures as they are encoded."""

        def progress(share: float) -> None:
            if stop and share > 0:
                raise JobCancelled

        film = filmed(planned(), {TAKE: trail()}, Film(FilmVersion.ECHO))
        path, sound = self.folder / "film.mp4", np.zeros(int(film.sheet.seconds * RATE), np.float32)
        render(film.layout, film.sheet, [sound], path, choices=CHOICES, manner=Manner(cores=2), progress=progress)
        with av.open(str(path)) as made:
            return [bytes(packet) for packet in made.demux(made.streams.video[0]) if packet.size]

    def test_one_that_stands_by_helps_with_one_film_after_another(self) -> None:
        helpers.stand_by()
        helpers.stand_by()
        (one,) = free()
        first = self.film()
        self.assertEqual(free(), [one])
        self.assertEqual(self.film(), first)
        self.assertEqual(free(), [one])

    def test_one_that_is_gone_is_no_loss(self) -> None:
        first = self.film()
        (one,) = free()
        os.kill(one, signal.SIGKILL)
        self.assertEqual(self.film(), first)
        self.assertNotIn(one, free())

    def test_nobody_helps_with_a_film_that_was_stopped(self) -> None:
        with self.assertRaises(JobCancelled):
            self.film(stop=True)
        self.assertEqual(free(), [])

    def test_one_that_waited_for_long_is_let_go(self) -> None:
        helpers.stand_by()
        (one,) = helpers._free
        with patch.object(helpers, "KEPT_FOR", 0.0):
            self.film()
            self.assertFalse(one.is_there)
        self.assertIsNotNone(one._process.wait(20))

    def test_one_that_waited_for_long_is_in_nobodys_way(self) -> None:
        """What helps with the next film is kept in its stead, and nothing of the one that left."""
        helpers.stand_by()
        (late,) = helpers._free
        late.free_since -= helpers.KEPT_FOR
        helpers.stand_by()
        (one,) = free()
        self.film()
        self.assertEqual(free(), [one])
        self.assertNotIn(late, helpers._free)
        self.assertIsNotNone(late._process.wait(20))

    def test_who_stops_the_program_from_the_keyboard_sees_nothing_of_it(self) -> None:
        first = self.film()
        (one,) = free()
        os.kill(one, signal.SIGINT)
        self.assertEqual(self.film(), first)
        self.assertEqual(free(), [one])

    def test_it_leaves_when_its_orders_end(self) -> None:
        helpers.stand_by()
        (one,) = helpers._free
        helpers.all_leave()
        self.assertEqual(one._process.wait(20), 0)
