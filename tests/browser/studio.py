"""A test of the studio: a running Word Trail with the demo lessons, and pages in a real browser."""

from __future__ import annotations

import time
import unittest
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Browser, ConsoleMessage, Page, ViewportSize, expect

from tests.browser.harness import browser, running

WINDOW: ViewportSize = {"width": 1280, "height": 800}
PATIENCE = 60_000
"""Milliseconds that a page waits for something at the most. Long, since a busy machine is no fault of the program."""
JOB = 300_000
"""Milliseconds that long work (finding the words, making a video) may take."""

expect.set_options(timeout=PATIENCE)


def watched(page: Page) -> list[str]:
    """The faults that a page complains of from now on, as they come."""
    faults: list[str] = []
    page.on("pageerror", lambda fault: faults.append(str(fault)))
    page.on("console", lambda said: faults.append(said.text) if _is_fault(said) else None)
    return faults


def _is_fault(said: ConsoleMessage) -> bool:
    """Whether a page complains of itself; what the server refused is for the test to look at."""
    return said.type == "error" and not said.text.startswith("Failed to load resource")


def take_time(page: Page) -> float:
    """Seconds of the take, as the desk's clock says them."""
    minutes, seconds = page.get_by_role("timer").inner_text().split(":")
    return int(minutes) * 60 + float(seconds)


def settled(page: Page) -> None:
    """Wait until the page's letters are there and the stage has the size that they leave it."""
    page.evaluate(
        """async () => {
          await document.fonts.ready
          const size = () => JSON.stringify(document.querySelector('svg.stage-page').getBoundingClientRect())
          const frame = () => new Promise(requestAnimationFrame)
          for (let before = '', quiet = 0; quiet < 10; before = size()) {
            await frame()
            quiet = size() === before ? quiet + 1 : 0
          }
        }"""
    )


class StudioTest(unittest.TestCase):
    """Tests that share one running Word Trail; a script fault on any of their pages fails them."""

    address: str
    chromium: Browser

    @classmethod
    def setUpClass(cls) -> None:
        cls.address = cls.enterClassContext(running(*cls.options()))
        cls.chromium = cls.enterClassContext(browser(cls.microphone()))

    @classmethod
    def options(cls) -> tuple[str, ...]:
        """What Word Trail is started with, beside its port."""
        return ()

    @classmethod
    def microphone(cls) -> Path | None:
        """What the fake microphone plays; None: its own beeps."""
        return None

    def new_page(self) -> Page:
        """A page in a context of its own, as of another person."""
        context = self.chromium.new_context(viewport=WINDOW)
        context.set_default_timeout(PATIENCE)
        self.addCleanup(context.close)
        page = context.new_page()
        faults = watched(page)
        self.addCleanup(lambda: self.assertEqual(faults, []))
        return page

    def wait_until(self, is_so: Callable[[], bool]) -> None:
        """Wait until long work has made something so."""
        until = time.monotonic() + JOB / 1000
        while not is_so():
            self.assertLess(time.monotonic(), until, "it did not come to that")
            time.sleep(0.3)

    def lesson(self, page: Page, title: str = "Bee") -> str:
        """The id of a demo lesson."""
        lessons = page.request.get(f"{self.address}/api/lessons").json()["lessons"]
        return next(str(one["id"]) for one in lessons if title in one["title"])

    def fresh(self, page: Page, text: str = "The bee went home. She danced.") -> str:
        """The id of a new lesson."""
        body = {"text": text, "title": "A fresh one"}
        return str(page.request.post(f"{self.address}/api/lessons", data=body).json()["id"])
