"""A take with planted faults goes from places to check to none, by keyboard alone, and its words light when they are
said: the take is put together from the narrator's, so that every moment of it is known."""

from __future__ import annotations

import tempfile
from functools import partial
from pathlib import Path

import numpy as np
from playwright.sync_api import Page, expect

from tests.browser.harness import write_wav
from tests.browser.studio import StudioTest
from wordtrail import standins
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.formats import trail_json
from wordtrail.media.decode import Samples, decode
from wordtrail.standins.passages import KITE

RATE = 48_000
DEMO = Path(standins.__file__).parent / "demo"
LEFT_OUT, MISREAD, OFF = "a10", "a47", "a25"
"""“morning”, “everything” and “carried”, by their ids in the text."""

NEAR = 0.1
"""Seconds by which a light may be off."""


class Planted:
    """A take in the making: pieces of the narrator's, and when each word begins in it."""

    def __init__(self) -> None:
        self.kite, self.pond = (decode(DEMO / f"{name}.m4a", RATE) for name in ("kite", "pond"))
        trail = trail_json.read((DEMO / "kite.trail.json").read_text(encoding="utf-8"))
        self.visits = [one for one in trail.visits if one.word.startswith("a") and one.word[1:].isdigit()]
        self.parts: list[Samples] = []
        self.said: list[tuple[str, float]] = []
        self.room = self.kite[int(12.3 * RATE) : int(13.1 * RATE)]

    @property
    def now(self) -> float:
        return sum(map(len, self.parts)) / RATE

    def read(self, start: float, end: float, *, other: str = "") -> None:
        """A stretch of the kite's take; `other`: it is heard in the place of this word."""
        now = self.now
        self.said += [(other or one.word, now + one.start - start) for one in self.visits if start <= one.start < end]
        self.parts.append(self.kite[int(start * RATE) : int(end * RATE)])

    def quiet(self, seconds: float) -> None:
        self.parts.append(np.resize(self.room, int(seconds * RATE)))

    def talk(self, *stretches: tuple[float, float]) -> None:
        for start, end in stretches:
            self.parts.append(self.pond[int(start * RATE) : int(end * RATE)])
            self.quiet(0.4)

    def ring(self) -> None:
        at = np.arange(int(1.2 * RATE)) / RATE
        tone = np.where((at * 8).astype(int) % 2 == 0, np.sin(2 * np.pi * 880 * at), np.sin(2 * np.pi * 660 * at))
        self.parts.append((0.25 * tone * np.minimum(1, np.minimum(at, 1.2 - at) / 0.02)).astype(np.float32))


def planted() -> Planted:
    take = Planted()
    take.quiet(1.0)
    take.read(9.5, 12.3)
    take.quiet(6.0)
    take.read(13.2, 14.17)
    take.read(14.55, 17.0)
    take.ring()
    take.read(17.2, 23.2)
    for _ in range(2):
        take.read(23.9, 27.8)
    take.talk((53.2, 57.5), (119.6, 123.3), (146.3, 150.1))
    take.read(28.1, 30.09)
    take.read(13.6, 14.17, other=MISREAD)
    take.read(30.63, 38.5)
    take.quiet(1.0)
    return take


class PlantedFaultsTest(StudioTest):
    def test_places_to_check_go_to_none_by_keyboard_alone(self) -> None:
        page, take = self.new_page(), planted()
        lesson = self.handed_in(page, take)
        page.goto(f"{self.address}/lesson/{lesson}/sync")
        view = self.view(page, lesson)
        used = view["take_in_use"]
        found = next(one for one in self.trail(page, lesson, used)["trail"]["visits"] if one["word"] == OFF)
        self.send(
            page, lesson,
            {"kind": "move start", "take": used, "word": OFF, "found": found["start"], "start": found["start"] + 0.3},
        )  # fmt: skip
        page.reload()
        page.get_by_role("button", name="Check next").wait_for()
        kinds = {one["kind"] for one in self.trail(page, lesson, used)["checks"]}
        self.assertLessEqual({"left out", "misread", "said twice", "gap", "no words"}, kinds, "all faults are found")

        self.check_all(page, lesson, used)
        self.mend_boundary(page)

        after = self.view(page, lesson)["lesson"]
        self.assertGreaterEqual(len(after["cuts"]), 4, "the silence, the ring, the first try and the misread word")
        words = [
            word["id"] for page in after["passages"][0]["pages"] for one in page["blocks"] for word in one["words"]
        ]
        self.assertNotIn(LEFT_OUT, words, "what was left out is shown as it was said: not at all")
        self.compare(page, lesson, used, take)

    def handed_in(self, page: Page, take: Planted) -> str:
        text = "\n\n".join(KITE.split("\n\n")[:4])
        body = {"title": "Wind", "author": "Room 6", "permission": "Our own.", "text": text}
        lesson = str(page.request.post(f"{self.address}/api/lessons", data=body).json()["id"])
        page.goto(f"{self.address}/lesson/{lesson}/record")
        with tempfile.TemporaryDirectory() as folder:
            sound = Path(folder) / "take.wav"
            write_wav(sound, np.concatenate(take.parts), RATE)
            page.get_by_label("Hand in a sound file instead").set_input_files(sound)
            self.wait_until(lambda: any(one["has_trail"] for one in self.view(page, lesson)["takes"]))
        return lesson

    def view(self, page: Page, lesson: str) -> dict:
        return dict(page.request.get(f"{self.address}/api/lessons/{lesson}").json())

    def trail(self, page: Page, lesson: str, take: str) -> dict:
        return dict(page.request.get(f"{self.address}/api/lessons/{lesson}/trail?take={take}").json())

    def send(self, page: Page, lesson: str, command: dict) -> None:
        revision = self.view(page, lesson)["revision"]
        answer = page.request.post(
            f"{self.address}/api/lessons/{lesson}/commands", data={"revision": revision, "command": command}
        )
        self.assertTrue(answer.ok, answer.text())

    def check_all(self, page: Page, lesson: str, take: str) -> None:
        """Go through all places with keys: what is a fault is mended as is offered, the rest is fine."""
        left = self.trail(page, lesson, take)["checks"]
        for _ in range(2 * len(left) + 4):
            if not left:
                break
            page.keyboard.press("n")
            post = page.get_by_role("article").filter(has_text="to check")
            expect(post).to_be_visible()
            said = post.inner_text()
            check = next(one for one in left if one["why"] in said)
            faulty = check["kind"] in ("said twice", "gap", "no words", "quick")
            special = {"misread": "2", "left out": "3"}
            page.keyboard.press(special.get(check["kind"], "1" if faulty else "Enter"))
            count = len(left)
            self.wait_until(partial(self.are_fewer, page, lesson, take, count))
            left = self.trail(page, lesson, take)["checks"]
        expect(page.get_by_role("status").filter(has_text="Nothing is left to check.")).to_be_visible()

    def are_fewer(self, page: Page, lesson: str, take: str, than: int) -> bool:
        return len(self.trail(page, lesson, take)["checks"]) < than

    def mend_boundary(self, page: Page) -> None:
        """To the word that lights too late, with the arrow keys, and its line is listened for again."""
        word = page.get_by_role("heading", name="“carried”")
        for _ in range(120):
            if word.count():
                break
            page.keyboard.press("ArrowRight")
            page.wait_for_timeout(15)
        expect(word).to_be_visible()
        page.keyboard.press("g")
        expect(page.get_by_role("button", name="Set by hand: take it back")).to_be_visible()
        expect(page.get_by_text("Everything kept")).to_be_visible()

    def compare(self, page: Page, lesson: str, take: str, planted: Planted) -> None:
        """Every word of the film that was planted lights when it is said."""
        whole = page.request.get(f"{self.address}/api/lessons/{lesson}/stage").json()["whole"]
        clips = [Clip(one["take"], one["start"], one["end"], one["pace"]) for one in whole["edits"]["clips"]]
        edits = EditList(tuple(clips), whole["edits"]["lead"])
        heard = [(word, at) for word, said in planted.said if (at := edits.to_lesson(take, said + 0.02)) is not None]
        lights = [(one["word"], one["start"]) for one in whole["sheet"]["lights"]]
        self.assertNotIn(LEFT_OUT, {word for word, _ in lights})
        self.assertNotIn(MISREAD, {word for word, _ in lights})
        self.assertEqual(len([word for word, _ in lights if word == "a33"]), 1, "what was said twice lights once")
        met = [word for word, at in heard if any(word == own and abs(at - begins) < NEAR for own, begins in lights)]
        self.assertGreaterEqual(len(met), 0.97 * len(heard), set(heard) - {(w, a) for w, a in heard if w in met})
        true = [word for word, begins in lights if any(word == own and abs(at - begins) < NEAR for own, at in heard)]
        self.assertGreaterEqual(len(true), 0.97 * len(lights))
        self.assertIn(OFF, met)
