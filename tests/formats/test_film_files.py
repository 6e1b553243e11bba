"""What stands beside a film, read back by readers that are not ours."""

from __future__ import annotations

import tempfile
import unittest
from itertools import pairwise
from pathlib import Path

import opentimelineio
import webvtt
from lxml import etree

from tests.worlds import TAKE, planned, trail
from wordtrail.core.cues.chapters import chapters_of
from wordtrail.core.cues.film import video_captions, video_seconds
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.film.model import Film, FilmChoices, FilmVersion
from wordtrail.formats.film_files import files_beside

TTML = {"t": "http://www.w3.org/ns/ttml"}


class FilmFilesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def film(self, version: FilmVersion) -> Filmed:
        return filmed(planned(), {TAKE: trail()}, Film(version, FilmChoices()))

    def beside(self, film: Filmed) -> dict[str, Path]:
        made = files_beside(film, {TAKE: ("The take", trail().seconds)})
        for name, data in made.items():
            (self.folder / name).write_bytes(data)
        return {name: self.folder / name for name in made}

    def test_its_captions_in_three_formats_say_the_same_at_the_same_time(self) -> None:
        for version in FilmVersion:
            film = self.film(version)
            files, wanted = self.beside(film), video_captions(film.sheet)
            vtt, srt = webvtt.read(str(files["captions.vtt"])), webvtt.from_srt(str(files["captions.srt"]))
            self.assertEqual((len(vtt), len(srt)), (len(wanted), len(wanted)))
            timed = etree.fromstring(files["captions.ttml"].read_bytes()).iterfind(".//t:p", TTML)
            spoken = [(float(str(one.get("begin"))[:-1]), "".join(map(str, one.itertext()))) for one in timed]
            for n, (caption, third) in enumerate(zip(wanted, spoken, strict=True)):
                one, other = vtt[n], srt[n]
                self.assertEqual(one.text, caption.text)
                self.assertEqual(other.text.replace("\n", " "), caption.text)
                self.assertEqual(third[1], caption.text)
                for begins in (one.start_in_seconds, other.start_in_seconds, int(third[0])):
                    self.assertEqual(begins, int(caption.start))

    def test_its_timeline_is_as_long_as_it_and_has_its_holds_and_chapters(self) -> None:
        for version in FilmVersion:
            film = self.film(version)
            text = self.beside(film)["timeline.otio"].read_text(encoding="utf-8")
            read = opentimelineio.adapters.read_from_string(text, "otio_json")
            (track,) = read.tracks
            self.assertAlmostEqual(read.duration().to_seconds(), video_seconds(film.sheet), delta=0.02)
            gaps = [one for one in track if isinstance(one, opentimelineio.schema.Gap)]
            holds = [gate for gate in film.sheet.gates if gate.hold > 0]
            self.assertGreaterEqual(len(gaps), len(holds) + 1)
            self.assertEqual([one.name for one in track.markers], [one.title for one in chapters_of(film)])
            self.assertTrue(all(one.source_range.duration.to_seconds() > 0 for one in track))
            if version is FilmVersion.ALONE:
                self.assertIn("Students read", [one.name for one in gaps])
            clips = [one for one in track if isinstance(one, opentimelineio.schema.Clip)]
            begins = [one.source_range.start_time.to_seconds() for one in clips]
            self.assertEqual(begins, sorted(begins))
            self.assertTrue(all(a < b for a, b in pairwise(begins)))


if __name__ == "__main__":
    unittest.main()
