"""What one sees in the browser is what the video shows: the same page, drawn twice."""

from __future__ import annotations

import io
import json
import unittest

import numpy as np
from PIL import Image, ImageFilter
from playwright.sync_api import Page

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
            for lesson in lessons:
                data = page.request.get(f"{address}/api/lessons/{lesson['id']}/stage").text()
                link = page.request.post(f"{address}/api/lessons/{lesson['id']}/link").json()["url"]
                layout, sheet = _parts(data)
                painter = Painter(layout, sheet)
                for time, gate in _moments(sheet):
                    with self.subTest(lesson["title"], time=time, gate=gate):
                        state = state_at(sheet, time, gate)
                        painter.paint(state, waited=0.0)
                        ours = Image.open(io.BytesIO(painter.png())).convert("RGB")
                        theirs = _browser_picture(page, link, time, gate)
                        self.assertLess(_different(ours, theirs), MOST_DIFFERENT)


def _parts(data: str) -> tuple[Layout, CueSheet]:
    document = json.loads(data)
    return from_json(Layout, json.dumps(document["layout"])), from_json(CueSheet, json.dumps(document["sheet"]))


def _moments(sheet: CueSheet) -> list[tuple[float, str]]:
    """The title card, an early and a late word, a half-drawn mark, and a pause card."""
    lights = sheet.lights
    drawing = sheet.drawings[-1]
    gate = sheet.gates[0]
    middle = round((drawing.start + drawing.end) / 2, 3)
    picks = [lights[6], lights[len(lights) // 2], lights[-3]]
    return [(0.5, ""), *((round(one.start + 0.01, 3), "") for one in picks), (middle, ""), (gate.at, gate.pause)]


def _browser_picture(page: Page, link: str, time: float, gate: str) -> Image.Image:
    """The stage as the student page draws it at a moment, at 1920 by 1080."""
    page.goto(f"{link}?at={time - 0.3 if gate else time}")
    svg = page.locator("svg.stage-page")
    svg.wait_for()
    if gate:
        page.get_by_role("button", name="Play").click()
        page.get_by_role("heading", name="Your turn").wait_for()
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
