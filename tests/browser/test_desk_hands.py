"""Pointing, coming closer, new marks and the pen while recording: on the student page and in the film."""

from __future__ import annotations

import io
import math
import re
from pathlib import Path

import av
import numpy as np
from PIL import Image
from playwright.sync_api import FilePayload, FloatRect, Locator, Page, expect

from tests.browser.studio import JOB, StudioTest
from tests.browser.talking import talking

PASSAGE = "The heron waits in the reeds until a small fish comes near."
NOTE = "Whisper this."


def box_of(found: Locator) -> FloatRect:
    box = found.bounding_box()
    assert box
    return box


class DeskHandsTest(StudioTest):
    @classmethod
    def microphone(cls) -> Path:
        return cls.enterClassContext(talking("hands", PASSAGE, rest=2.0))

    def pictured(self, page: Page) -> str:
        """A lesson with a picture and a cue note."""
        lesson = self.fresh(page, PASSAGE)
        drawn = io.BytesIO()
        Image.new("RGB", (600, 300), "#bfdceb").save(drawn, "PNG")
        file: FilePayload = {"name": "reeds.png", "mimeType": "image/png", "buffer": drawn.getvalue()}
        kept = page.request.post(f"{self.address}/api/lessons/{lesson}/pictures", multipart={"file": file}).json()
        block = self.document(page, lesson)["passages"][0]["pages"][0]["blocks"][0]
        self.send(page, lesson, {"kind": "place picture", "after": block["id"], **kept, "shows": "Reeds"})
        note = {"id": "", "at": block["words"][1]["id"], "text": NOTE}
        self.send(page, lesson, {"kind": "keep cue note", "note": note})
        return lesson

    def document(self, page: Page, lesson: str) -> dict:
        return dict(page.request.get(f"{self.address}/api/lessons/{lesson}").json()["lesson"])

    def send(self, page: Page, lesson: str, command: dict) -> None:
        address = f"{self.address}/api/lessons/{lesson}"
        revision = page.request.get(address).json()["revision"]
        answer = page.request.post(f"{address}/commands", data={"revision": revision, "command": command})
        self.assertTrue(answer.ok, answer.text())

    def test_what_the_hands_do_is_seen_and_leaves_no_more_than_it_should(self) -> None:
        page = self.new_page()
        lesson = self.pictured(page)
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("button", name="Record a take").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        expect(page.get_by_role("region", name="Your notes")).to_contain_text(NOTE)
        page.wait_for_timeout(4000)
        stage = page.locator("svg.stage-page")
        place = box_of(stage)
        middle = place["x"] + place["width"] / 2, place["y"] + place["height"] / 2

        page.mouse.move(*middle)
        page.keyboard.down("p")
        page.mouse.move(middle[0] + 40, middle[1], steps=6)
        expect(stage.locator("[data-pointer]")).to_be_visible()
        page.wait_for_timeout(700)
        page.keyboard.up("p")
        expect(stage.locator("[data-pointer]")).to_have_count(0)

        stage.locator("[data-box]").nth(1).click()
        page.keyboard.press("c")
        expect(stage.locator("[data-mark]")).to_have_count(1)
        page.keyboard.press("i")
        self.draw_on(page, stage.locator("image").first)
        expect(stage.locator("[data-mark]")).to_have_count(2)
        page.keyboard.press("i")

        stage.locator("[data-box]").nth(8).click()
        page.keyboard.press("z")
        expect(stage).not_to_have_attribute("viewBox", re.compile("^0 0 "))
        page.wait_for_timeout(1200)
        page.keyboard.press("z")
        expect(stage).to_have_attribute("viewBox", re.compile("^0 0 "))
        page.wait_for_timeout(2500)
        page.get_by_role("button", name="Stop and keep the take").click()
        choice = page.get_by_role("region", name="Take 1")
        choice.get_by_role("button", name="It is my talk, use it").click(timeout=JOB)
        expect(choice).to_have_count(0)

        made = self.document(page, lesson)
        self.assertEqual([one["deed"] for one in made["directions"]], ["point", "closer", "closer"])
        picture = made["passages"][0]["pages"][0]["blocks"][1]["id"]
        self.assertEqual(sorted(one["picture"] for one in made["marks"]), ["", picture])
        self.assertEqual(len(made["placed_marks"]), 2)
        self.see_as_a_student(page, lesson)
        self.see_in_the_film(page, lesson)

    def draw_on(self, page: Page, picture: Locator) -> None:
        """A loop around the middle of a picture."""
        place = box_of(picture)
        x, y = place["x"] + place["width"] / 2, place["y"] + place["height"] / 2
        page.mouse.move(x + 50, y)
        page.mouse.down()
        for n in range(1, 26):
            page.mouse.move(x + 50 * math.cos(n / 4), y + 40 * math.sin(n / 4))
        page.mouse.up()

    def sheet(self, page: Page, lesson: str) -> dict:
        return dict(page.request.get(f"{self.address}/api/lessons/{lesson}/stage").json()["whole"]["sheet"])

    def see_as_a_student(self, page: Page, lesson: str) -> None:
        """The spot, the closer view and both marks come, and no note does."""
        link = page.request.post(f"{self.address}/api/lessons/{lesson}/link").json()["url"]
        sheet = self.sheet(page, lesson)
        (pointing,), (closer, whole) = sheet["pointings"], sheet["views"]
        student = self.new_page()
        student.goto(f"{link}?at={pointing['at'] + 0.4}")
        stage = student.locator("svg.stage-page")
        expect(stage.locator("[data-pointer]")).to_be_visible()
        student.goto(f"{link}?at={closer['at'] + 0.8}")
        expect(stage).to_have_attribute("viewBox", " ".join(f"{one:g}" for one in closer["view"]))
        student.goto(f"{link}?at={whole['at'] + 0.8}")
        expect(stage).to_have_attribute("viewBox", re.compile("^0 0 1920 1080"))
        expect(stage.locator("[data-mark]")).to_have_count(2)
        self.assertNotIn(NOTE, student.content())

    def see_in_the_film(self, page: Page, lesson: str) -> None:
        """The spot is in the film where and when it was."""
        sheet = self.sheet(page, lesson)
        (pointing,) = sheet["pointings"]
        page.goto(f"{self.address}/lesson/{lesson}/video")
        page.get_by_role("button", name="Make the film “Listen”").click()
        page.get_by_role("button", name="Download").click(timeout=JOB)
        link = page.get_by_role("menuitem", name=re.compile("^Film"))
        film = page.request.get(f"{self.address}{link.get_attribute('href')}").body()
        _, x, y = pointing["path"][:3]
        before, there = (_frame(film, pointing["at"] + later) for later in (-0.9, 0.2))
        scale = before.shape[1] / 1920
        row, column = int(y * scale), int(x * scale)
        changed = np.abs(there.astype(int) - before.astype(int)).max(axis=2)
        self.assertGreater(changed[row - 8 : row + 8, column - 8 : column + 60].mean(), 15)


def _frame(film: bytes, time: float) -> np.ndarray:
    """The picture that a film shows at a time in seconds: its last one by then."""
    shown: av.VideoFrame | None = None
    with av.open(io.BytesIO(film), "r") as container:
        for frame in container.decode(video=0):
            if shown is not None and frame.time is not None and frame.time > time:
                break
            shown = frame
    assert shown
    return np.asarray(shown.to_ndarray(format="rgb24"))
