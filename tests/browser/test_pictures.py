"""What one sees in the browser is what the video shows: the same page, drawn twice."""

from __future__ import annotations

import io
import json
import unittest

import numpy as np
from PIL import Image, ImageDraw, ImageFilter
from playwright.sync_api import FilePayload, Page

from tests.browser.harness import browser, running
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.layout.model import Layout
from wordtrail.media.draw import Painter
from wordtrail.store.documents import from_json

VISIBLY = 48
"""Of 255: a pixel that differs by more in any channel can be seen to differ."""

MOST_DIFFERENT = 0.004
"""The share of pixels that may differ visibly (smoothing along the letters' edges)."""


class PicturesTest(unittest.TestCase):
    def test_the_browser_and_the_video_draw_the_same_page(self) -> None:
        with running() as address, browser() as chromium:
            page = chromium.new_page(viewport={"width": 1920, "height": 1080})
            lessons = page.request.get(f"{address}/api/lessons").json()["lessons"]
            _vary(page, address, lessons)
            pond = next(one for one in lessons if "Pond" in one["title"])
            for lesson in [*lessons[:2], pond]:
                data = page.request.get(f"{address}/api/lessons/{lesson['id']}/stage").json()["whole"]
                link = page.request.post(f"{address}/api/lessons/{lesson['id']}/link").json()["url"]
                layout, sheet = _parts(data)
                painter = Painter(layout, sheet, pictures=lambda file: _file(page, address, file))
                for time, gate in _by_hand(sheet) if lesson is pond else _moments(sheet):
                    with self.subTest(lesson["title"], time=time, gate=gate):
                        state = state_at(sheet, time, gate)
                        painter.paint(state, waited=0.0)
                        ours = Image.open(io.BytesIO(painter.png())).convert("RGB")
                        theirs = _browser_picture(page, link, time, gate)
                        self.assertLess(_different(ours, theirs), MOST_DIFFERENT)


def _vary(page: Page, address: str, lessons: list[dict]) -> None:
    """One lesson gets another typeface and wider lines, the other a cropped picture."""
    first, second = (f"{address}/api/lessons/{lesson['id']}" for lesson in lessons[:2])
    look = {"typeface": "Literata", "largest": 72, "line_spacing": 2.0, "word_spacing": 1.2, "line_length": 0.9}
    _send(page, first, {"kind": "set look", "look": look})
    drawn = io.BytesIO()
    hill = Image.new("RGB", (640, 400), "#bfdceb")
    ImageDraw.Draw(hill).ellipse((-100, 200, 460, 800), fill="#5b8c5a")
    hill.save(drawn, "PNG")
    file: FilePayload = {"name": "hill.png", "mimeType": "image/png", "buffer": drawn.getvalue()}
    kept = page.request.post(f"{second}/pictures", multipart={"file": file}).json()
    view = page.request.get(second).json()
    heading = view["lesson"]["passages"][0]["pages"][0]["blocks"][0]["id"]
    view = _send(page, second, {"kind": "place picture", "after": heading, **kept, "shows": "A hill"})
    block = view["lesson"]["passages"][0]["pages"][0]["blocks"][1]["id"]
    area = {"x": 0.1, "y": 0.2, "width": 0.6, "height": 0.7}
    _send(page, second, {"kind": "crop picture", "block": block, "area": area})


def _send(page: Page, lesson: str, command: dict) -> dict:
    revision = page.request.get(lesson).json()["revision"]
    answer = page.request.post(f"{lesson}/commands", data={"revision": revision, "command": command})
    assert answer.ok, answer.text()
    view: dict = page.request.get(lesson).json()
    return view


def _file(page: Page, address: str, file: str) -> bytes:
    return bytes(page.request.get(f"{address}/api/pictures/{file}").body())


def _parts(document: dict) -> tuple[Layout, CueSheet]:
    return from_json(Layout, json.dumps(document["layout"])), from_json(CueSheet, json.dumps(document["sheet"]))


def _moments(sheet: CueSheet) -> list[tuple[float, str]]:
    """The title card, an early and a late word, a half-drawn mark, a signpost and a question beside its evidence."""
    lights = sheet.lights
    drawing = [one for one in sheet.drawings if not one.gate and one.end > one.start][-1]
    times = [gate.at for gate in sheet.gates]
    waiting = [g for g in sheet.gates if not g.auto and sum(g.at - 0.5 < at <= g.at for at in times) == 1]
    gates = [*[gate for gate in waiting if gate.page < 0][:1], *[gate for gate in waiting if gate.page >= 0][-1:]]
    middle = round((drawing.start + drawing.end) / 2, 3)
    picks = [lights[6], lights[len(lights) // 2], lights[-3]]
    return [
        (0.5, ""),
        *((round(one.start + 0.01, 3), "") for one in picks),
        (middle, ""),
        *((gate.at, gate.pause) for gate in gates),
    ]


def _by_hand(sheet: CueSheet) -> list[tuple[float, str]]:
    """Where the teacher points, on the way to a picture, and close to one with marks on it."""
    closest = [one.at for one in sheet.views][2]
    drawn = [one.end for one in sheet.drawings if one.start > closest]
    return [
        (round(sheet.pointings[0].at + 0.5, 3), ""),
        (round(closest + 0.25, 3), ""),
        (round(drawn[0] + 0.05, 3), ""),
    ]


def _browser_picture(page: Page, link: str, time: float, gate: str) -> Image.Image:
    """The stage as the student page draws it at a moment, at 1920 by 1080."""
    page.goto(f"{link}?at={time - 0.3 if gate else time}")
    svg = page.locator("svg.stage-page")
    svg.wait_for()
    if gate:
        page.get_by_role("button", name="Play").click()
        page.locator("#turn").wait_for()
    # A face is fetched when the first text asks for it: each is asked for here, and waited for.
    page.evaluate(
        """() => Promise.all([...document.querySelectorAll('svg.stage-page text')].map((one) =>
          document.fonts.load(`${one.getAttribute('font-style')} ${one.getAttribute('font-weight')} 20px ` +
            one.getAttribute('font-family'), one.textContent)))"""
    )
    page.evaluate("() => document.fonts.ready")
    svg.evaluate(
        "el => Object.assign(el.style, {position: 'fixed', inset: 0, width: '1920px', height: '1080px', zIndex: 99})"
    )
    page.wait_for_timeout(150)
    return Image.open(io.BytesIO(page.screenshot())).convert("RGB")


def _different(one: Image.Image, other: Image.Image) -> float:
    """The share of pixels that differ visibly, after a shade of smoothing that hides half-pixel edges."""
    soft = ImageFilter.GaussianBlur(0.6)
    a, b = (np.asarray(picture.filter(soft)).astype(int) for picture in (one, other))
    return float((np.abs(a - b).max(axis=2) > VISIBLY).mean())


if __name__ == "__main__":
    unittest.main()
