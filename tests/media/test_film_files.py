"""Films as files: in each version, shape and look a word is lit on the very frame its cue says, the sound is where the
picture is, and what was made is not made again."""

from __future__ import annotations

import itertools
import tempfile
import unittest
from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

import av
import cv2
import numpy as np

from tests.films import film as camera_film
from tests.films import swaying
from tests.worlds import TAKE, lesson, planned, trail
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark
from wordtrail.core.cues.camera_shown import Camera
from wordtrail.core.cues.chapters import chapter_list, chapters_of
from wordtrail.core.cues.film import holds_in_film, video_captions, video_seconds, video_time
from wordtrail.core.cues.filmed import Filmed, filmed
from wordtrail.core.edit.edit_list import Hold
from wordtrail.core.errors import JobCancelled
from wordtrail.core.film.model import (
    AS_READ,
    Captions,
    Colours,
    Detail,
    EndCard,
    Extent,
    Film,
    FilmChoices,
    FilmPart,
    FilmVersion,
    StageShape,
)
from wordtrail.core.layout.model import WordBox
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.trail.camera import CameraSize, CameraStretch
from wordtrail.media.camera import write_camera_copy
from wordtrail.media.colours import COLOURS
from wordtrail.media.decode import Samples, decode
from wordtrail.media.estimate import estimated_bytes
from wordtrail.media.join import Said, SoundFile, Wrapping, write_sound
from wordtrail.media.level import RATE
from wordtrail.media.moments import frame_times, stretches
from wordtrail.media.render import TRACK, Manner, cover, render
from wordtrail.media.sound import lesson_sound, with_holds

Frames = list[tuple[float, np.ndarray]]

END = EndCard("Read it to somebody.", "", "http://192.168.178.40:8000/s/Q0xkT3VyT3duVG9rZW4x")


def films() -> Iterator[Film]:
    """Each version, shape and look at least once."""
    versions = zip(FilmVersion, [*StageShape, StageShape.TALL], Colours, strict=True)
    for version, shape, colours in versions:
        captions = Captions.PICTURE if version is FilmVersion.TOGETHER else Captions.TRACK
        choices = FilmChoices(shape=shape, colours=colours, captions=captions, detail=Detail.SMALL, end=END)
        yield Film(version, choices)


def clicks(film: Filmed) -> Samples:
    """A sound in lesson time with a click at the beginning of each light."""
    sound = np.zeros(int((film.sheet.seconds + 1) * RATE), np.float32)
    for light in film.sheet.lights:
        at = int(light.start * RATE)
        sound[at : at + 240] = 0.8
    return sound[: int(film.sheet.seconds * RATE)]


def clicks_heard(sound: Samples) -> np.ndarray:
    """When the clicks of a sound begin, in seconds."""
    loud = np.flatnonzero(np.abs(sound) > 0.3)
    begins: np.ndarray = loud[np.flatnonzero(np.diff(loud, prepend=-RATE) > 0.05 * RATE)] / RATE
    return begins


def frames_of(path: Path) -> Frames:
    with av.open(str(path)) as film:
        return [(float(f.time or 0.0), f.to_ndarray(format="rgb24")) for f in film.decode(film.streams.video[0])]


def shown_at(frames: Frames, time: float) -> np.ndarray:
    """What is seen just after a moment."""
    return [picture for at, picture in frames if at <= time + 1e-3][-1]


def is_lit(picture: np.ndarray, box: WordBox, scale: float, colours: Colours) -> bool:
    """Whether the ground just above the word's letters is that of the light."""
    x, y = int((box.x + box.width / 2) * scale), int((box.baseline - 0.9 * box.size) * scale)
    pale = COLOURS[colours]["moss-pale"]
    wanted = [int(pale[n : n + 2], 16) for n in (1, 3, 5)]
    return bool(np.abs(picture[y, x].astype(int) - wanted).max() < 16)


class FilmFilesTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.trails = {TAKE: trail()}

    def made(self, film: Film = AS_READ, lesson: Lesson | None = None) -> Filmed:
        return filmed(lesson or planned(), self.trails, film)

    def write(self, film: Filmed, choices: FilmChoices, name: str = "film.mp4", **more: object) -> Path:
        path = self.folder / name
        render(film.layout, film.sheet, [clicks(film)], path, choices=choices, **more)  # type: ignore[arg-type]
        return path

    def test_each_film_lights_each_word_on_its_frame_and_the_sound_is_there(self) -> None:
        for film in films():
            with self.subTest(film.version, shape=film.choices.shape):
                made = self.made(film)
                path = self.write(made, film.choices)
                frames = frames_of(path)
                self.assert_lit(made, film, frames)
                self.assertEqual(cv2.QRCodeDetector().detectAndDecode(frames[-1][1])[0], END.link)
                self.assert_in_step(made, decode(path, RATE))

    def assert_lit(self, made: Filmed, film: Film, frames: Frames) -> None:
        scale, places = film.choices.detail.scale, made.layout.places()
        height = round((made.layout.height + made.layout.caption_room) * scale)
        self.assertEqual(frames[0][1].shape[:2], (height, round(made.layout.width * scale)))
        sheet = made.sheet
        begins = {gate.at for gate in sheet.gates}
        for light in sheet.lights:
            at = video_time(sheet, light.start)
            if light.start in begins:
                continue
            box = places[light.word][1]
            self.assertLess(min(abs(at - frame) for frame, _ in frames), 0.008, light)
            self.assertTrue(is_lit(shown_at(frames, at + 0.012), box, scale, film.choices.colours), light)
            self.assertFalse(is_lit(shown_at(frames, at - 0.012), box, scale, film.choices.colours), light)
        starts = {hold.pause: hold.start for hold in holds_in_film(sheet)}
        for walk in sheet.gate_lights:
            at = starts[walk.gate] + (walk.start + walk.end) / 2
            box = places[walk.word][1]
            self.assertTrue(is_lit(shown_at(frames, at), box, scale, film.choices.colours), walk)

    def assert_in_step(self, made: Filmed, heard: Samples) -> None:
        """Each click is heard when its word is lit."""
        begins = clicks_heard(heard)
        for light in made.sheet.lights:
            at = video_time(made.sheet, light.start)
            # What begins just where the lesson stands still is heard when it goes on.
            if not any(abs(gate.at - light.start) < 0.01 for gate in made.sheet.gates):
                self.assertLess(min(abs(begins - at)), 0.01, light)

    def test_the_camera_is_at_its_place_in_step_with_the_take(self) -> None:
        camera_film(self.folder / "camera.webm", seconds=16.0, size=(320, 240))
        copy = self.folder / "camera.mp4"
        write_camera_copy(self.folder / "camera.webm", copy, 0.0, lambda share: None)
        camera = Camera((CameraStretch(0.0, None, CameraSize.SMALL),), 4 / 3)
        chosen = Film(choices=FilmChoices(detail=Detail.SMALL))
        made = filmed(planned(), self.trails, chosen, {TAKE: camera})
        path = self.write(made, chosen.choices, cameras={TAKE: copy})
        frames, scale = frames_of(path), chosen.choices.detail.scale
        seen = [one for one in made.sheet.cameras if not one.large]
        self.assertTrue(seen)
        for shown in seen:
            x, y = int((shown.x + shown.width / 2) * scale), int((shown.y + shown.height / 2) * scale)
            times = [shown.start + (2.0 - shown.at) / shown.pace + away for away in (-0.2, 0.2)]
            for at, bright in zip(times, (False, True), strict=True):
                if shown.start < at < shown.end:
                    picture = shown_at(frames, video_time(made.sheet, at))
                    self.assertEqual(picture[y, x].mean() > 128, bright, (shown, at))
        # The words beside it light as without it.
        self.assert_lit(made, chosen, frames)

    def test_how_much_a_camera_adds_to_a_film_follows_from_how_much_moves_in_it(self) -> None:
        camera = Camera((CameraStretch(0.0, None, CameraSize.SMALL),), 4 / 3)
        chosen = Film(choices=FilmChoices(detail=Detail.SMALL))
        seen = filmed(lesson(), self.trails, chosen, {TAKE: camera})
        self.assertTrue(seen.sheet.cameras)
        swaying(self.folder / "camera.mkv", 16.0, 60, 3)
        copy = self.folder / "camera.mp4"
        write_camera_copy(self.folder / "camera.mkv", copy, 0.0, lambda share: None)
        known, alone = (estimated_bytes(seen, chosen.choices, of) for of in ({TAKE: copy}, {}))
        with_it = self.write(seen, chosen.choices, cameras={TAKE: copy}).stat().st_size
        without = self.write(self.made(chosen, lesson()), chosen.choices).stat().st_size
        self.assertAlmostEqual((known - alone) / (with_it - without), 1, delta=0.3)

    def test_two_make_what_one_makes(self) -> None:
        film = self.made(Film(FilmVersion.ECHO))
        choices = FilmChoices(detail=Detail.SMALL)
        packets = []
        for cores in (1, 2):
            path = self.write(film, choices, f"{cores}.mp4", manner=Manner(cores=cores))
            with av.open(str(path)) as made:
                packets.append([(p.pts, bytes(p)) for p in made.demux(made.streams.video[0]) if p.size])
        self.assertGreater(video_seconds(film.sheet), 20.0, "else nobody helps")
        self.assertEqual(*packets)

    def test_what_was_made_is_not_made_again(self) -> None:
        kept = self.folder / "kept"
        kept.mkdir()
        choices = FilmChoices(detail=Detail.SMALL)
        film = self.made(Film(FilmVersion.ECHO))

        def stop(share: float) -> None:
            if len(list(kept.glob("*.mp4"))):
                raise JobCancelled

        with self.assertRaises(JobCancelled):
            self.write(film, choices, kept=kept, manner=Manner(cores=1), progress=stop)
        before = {path.name: path.stat().st_mtime_ns for path in kept.glob("*.mp4")}
        self.assertTrue(before)
        self.write(film, choices, kept=kept, manner=Manner(cores=1))
        after = {path.name: path.stat().st_mtime_ns for path in kept.glob("*.mp4")}
        self.assertGreater(len(after), len(before))
        self.assertEqual({name: after[name] for name in before}, before)
        # A mark on the last page leaves the stretches before it as they are.
        last = planned().words[-1].id
        marked = self.made(Film(FilmVersion.ECHO), apply(planned(), AddMark(Underline(), last, last, "evidence")))
        self.write(marked, choices, kept=kept, manner=Manner(cores=1))
        again = {path.name: path.stat().st_mtime_ns for path in kept.glob("*.mp4")}
        self.assertEqual({name: again[name] for name in after}, after)
        self.assertTrue(0 < len(again) - len(after) < len(after))

    def test_sound_that_was_made_is_not_made_again(self) -> None:
        kept = self.folder / "kept"
        kept.mkdir()
        choices = FilmChoices(detail=Detail.SMALL)
        film, echo = self.made(), self.made(Film(FilmVersion.ECHO))

        def sounds() -> dict[str, int]:
            return {path.name: path.stat().st_mtime_ns for path in kept.glob(f"*{TRACK}")}

        first = self.write(film, choices, "first.mp4", kept=kept, heard="a voice")
        made = sounds()
        self.assertEqual(len(made), 1)
        second = self.write(film, choices, "second.mp4", kept=kept, heard="a voice")
        self.assertEqual(sounds(), made)
        self.assertEqual(first.read_bytes(), second.read_bytes())
        self.write(film, choices, kept=kept, heard="another voice")
        self.assertEqual(len(sounds()), 2, "what else is heard")
        self.write(echo, choices, kept=kept, heard="a voice")
        self.assertEqual(len(sounds()), 3, "where it stands still")

    def test_where_the_sound_cannot_be_made_nothing_more_is_drawn(self) -> None:
        kept = self.folder / "kept"
        kept.mkdir()
        film, choices = self.made(Film(FilmVersion.ECHO)), FilmChoices(detail=Detail.SMALL)

        def no_room() -> Samples:
            raise OSError("the disk is full")

        with self.assertRaisesRegex(OSError, "the disk is full"):
            self.write(film, choices, kept=kept, heard="a voice", room=no_room, manner=Manner(cores=2))
        self.assertEqual(list(kept.glob(f"*{TRACK}")), [])
        every = len(stretches(film.sheet, frame_times(film.sheet)))
        self.assertLess(len(list(kept.glob("*.mp4"))), every)

    def test_sound_that_is_broken_off_is_not_taken_for_whole(self) -> None:
        kept = self.folder / "kept"
        kept.mkdir()
        film, choices = self.made(), FilmChoices(detail=Detail.SMALL)

        def stop(share: float) -> None:
            raise JobCancelled

        with self.assertRaises(JobCancelled):
            self.write(film, choices, kept=kept, heard="a voice", progress=stop)
        self.assertEqual(list(kept.glob(f"*{TRACK}")), [])

    def test_captions_chapters_and_cover_are_in_the_file(self) -> None:
        made = self.made()
        chapters = chapters_of(made)
        said = Said("Bees", chapters, video_captions(made.sheet), cover(made).jpeg())
        path = self.write(made, FilmChoices(detail=Detail.SMALL), said=said)
        with av.open(str(path)) as film:
            self.assertEqual([one["metadata"]["title"] for one in film.chapters()], [one.title for one in chapters])
            self.assertAlmostEqual(film.chapters()[-1]["end"] / 1000, video_seconds(made.sheet), places=2)
            texts = [bytes(p)[2:].decode() for p in film.demux(film.streams.subtitles[0]) if p.size > 2]
            self.assertEqual(texts, [one.text for one in said.captions])
            pictures = [stream for stream in film.streams.video if stream.codec_context.name == "mjpeg"]
            self.assertEqual([(one.width, one.height) for one in pictures], [(1920, 1080)])
        self.assertTrue(chapter_list(chapters).startswith("0:00 Bees\n"))
        self.assertIn("Think about it: Why clover?", chapter_list(chapters))

    def test_it_is_webm_or_evenly_spaced_on_request(self) -> None:
        first, last = lesson().words[0].id, lesson().words[5].id
        choices = FilmChoices(FilmPart(Extent.STRETCH, first=first, last=last), detail=Detail.SMALL, questions=False)
        made = self.made(Film(choices=choices))
        path = self.write(made, choices, "film.webm", manner=Manner(Wrapping.WEBM))
        with av.open(str(path)) as film:
            names = (film.streams.video[0].codec_context.name, film.streams.audio[0].codec_context.name)
            self.assertEqual(names, ("vp9", "opus"))
        self.assert_lit(made, Film(choices=choices), frames_of(path))
        path = self.write(made, choices, "steady.mp4", manner=Manner(steady=True))
        with av.open(str(path)) as film:
            times = [float(p.pts * p.time_base) for p in film.demux(film.streams.video[0]) if p.pts is not None]
        self.assertEqual({round(b - a, 4) for a, b in itertools.pairwise(times)}, {0.0333})

    def test_the_sound_alone(self) -> None:
        made = self.made()
        for kind in SoundFile:
            path = self.folder / f"sound.{kind}"
            sound = with_holds([clicks(made)], [])
            write_sound(sound, path, Said("Bees", chapters_of(made)), kind)
            with av.open(str(path)) as heard:
                self.assertFalse(heard.streams.video)
                self.assertEqual(len(heard.chapters()), len(chapters_of(made)))
                self.assertAlmostEqual((heard.duration or 0) / 1e6, made.sheet.seconds, delta=0.1)


class SilentReadingTest(unittest.TestCase):
    """On your own: of the words only the room is heard, and it is never quite silent."""

    def test_only_the_room_is_heard_of_the_reading(self) -> None:
        lesson, trails = replace(planned(), chosen_take=TAKE), {TAKE: trail()}
        film = filmed(lesson, trails, Film(FilmVersion.ALONE))
        rng = np.random.default_rng(1)
        room = (rng.standard_normal(RATE) * 0.002).astype(np.float32)
        voice = np.full(int(trails[TAKE].seconds * RATE), 0.5, np.float32)
        heard = np.concatenate(list(lesson_sound(lambda take: [voice], film.edits, lambda take: room)))
        for light in film.sheet.lights[1:-1]:
            part = heard[int((light.start + 0.02) * RATE) : int((light.end - 0.02) * RATE)]
            self.assertLess(float(np.abs(part).max()), 0.02, light)
            self.assertGreater(float(np.sqrt((part**2).mean())), 0.001, light)
        # Where the film stands still there is the same room.
        at = film.sheet.seconds - 1.0
        held = list(with_holds([heard], [Hold(at, 2.0)], room))
        whole = np.concatenate(held)
        part = whole[int((at + 0.1) * RATE) : int((at + 1.9) * RATE)]
        self.assertGreater(float(np.sqrt((part**2).mean())), 0.001)
        self.assertLess(float(np.abs(np.diff(whole)).max()), 0.2, "nothing clicks")


if __name__ == "__main__":
    unittest.main()
