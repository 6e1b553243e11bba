"""`./run bench sync`: how quick Sync is with a take of ten minutes and 1,200 words, at the server and on the screen.

The take is the narrator's, put one after another. The server and the browser are the real ones, on this machine. Each
figure stands beside what was wanted.
"""

from __future__ import annotations

import tempfile
import time
from pathlib import Path
from statistics import median

import numpy as np
from playwright.sync_api import Page

from tests.browser.harness import browser, running, write_wav
from wordtrail import standins
from wordtrail.media.decode import decode
from wordtrail.media.level import peaks
from wordtrail.standins.passages import KITE

RATE = 48_000
TIMES = 5
"""How often the story is read: 1,225 words."""

CLOCK = 0.1
"""Milliseconds to which a browser rounds its clock: three frames of a sixtieth are 50.0 or 50.1."""

FRAMES = """() => {
  window.frames_ = []
  let before = performance.now()
  const step = (now) => { window.frames_.push(now - before); before = now; requestAnimationFrame(step) }
  requestAnimationFrame(step)
}"""

SCROLL = """async () => {
  const list = document.querySelector('[role=tabpanel]')
  for (let at = 0; at < list.scrollHeight; at += 90) {
    list.scrollTop = at
    await new Promise((done) => requestAnimationFrame(done))
  }
}"""

CUT = """() => new Promise((done) => {
  const begun = performance.now()
  const play = HTMLMediaElement.prototype.play
  HTMLMediaElement.prototype.play = function () {
    this.addEventListener('playing', () => done(performance.now() - begun), { once: true })
    return play.call(this)
  }
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'x', bubbles: true }))
})"""
"""Cuts what is chosen; the milliseconds until the sound around it plays."""


def main() -> None:
    """Measure, and print a line for each figure."""
    sound = decode(Path(standins.__file__).parent / "demo" / "kite.m4a", RATE)
    whole = np.concatenate([sound[int(9.5 * RATE) :]] * TIMES)
    seconds = len(whole) / RATE
    begun = time.perf_counter()
    peaks(whole)
    spent = time.perf_counter() - begun
    said(f"peaks of {seconds / 60:.1f} min of sound: {seconds / spent:,.0f} × real time ({spent:.2f} s)", "100 ×")
    with running() as address, browser() as chromium, tempfile.TemporaryDirectory() as folder:
        page = chromium.new_page(viewport={"width": 1280, "height": 800})
        page.set_default_timeout(600_000)
        body = {"title": "The Kite", "author": "Room 6", "permission": "Our own.", "text": "\n\n".join([KITE] * TIMES)}
        lesson = str(page.request.post(f"{address}/api/lessons", data=body).json()["id"])
        page.goto(f"{address}/lesson/{lesson}/record")
        file = Path(folder) / "take.wav"
        write_wav(file, whole, RATE)
        begun = time.perf_counter()
        page.get_by_label("Hand in a sound file instead").set_input_files(file)
        while not any(one["has_trail"] for one in view(page, address, lesson)["takes"]):
            time.sleep(0.5)
        spent = time.perf_counter() - begun
        take = view(page, address, lesson)["take_in_use"]
        trail = page.request.get(f"{address}/api/lessons/{lesson}/trail?take={take}").json()["trail"]
        print(f"{len(trail['visits'])} words found in {spent:.0f} s, {seconds / spent:.1f} × real time")
        # The lesson's sound is made behind it, on one of the cores: it has an end before anything is measured.
        while any(job["state"] in ("waiting", "running") for job in view(page, address, lesson)["jobs"]):
            time.sleep(0.5)
        said(f"first line usable, the page loaded with it: {opened(page, address, lesson)}", "1,000 ms")
        said(f"the same again: {opened(page, address, lesson)}", "1,000 ms")
        said(f"from another step: {gone_to(page, address, lesson)}", "1,000 ms")
        said(f"loaded anew: seen; pressed at once, and chosen: {pressed(page, address, lesson)}", "1,000 ms")
        frames(page)
        again(page, address, lesson, take, trail["visits"])
        cut(page)


def view(page: Page, address: str, lesson: str) -> dict:
    return dict(page.request.get(f"{address}/api/lessons/{lesson}").json())


def gone_to(page: Page, address: str, lesson: str) -> str:
    """The same from another step of the studio."""
    page.goto(f"{address}/lesson/{lesson}/share")
    page.wait_for_timeout(2500)
    begun = time.perf_counter()
    page.get_by_role("link", name="Sync").first.click()
    page.locator("[data-visit]").first.click()
    return f"{1000 * (time.perf_counter() - begun):.0f} ms"


def opened(page: Page, address: str, lesson: str) -> str:
    """The time from asking for Sync until the first line is there and plays."""
    page.goto(f"{address}/lesson/{lesson}/share")
    page.wait_for_timeout(1500)
    begun = time.perf_counter()
    page.goto(f"{address}/lesson/{lesson}/sync")
    page.locator("[data-visit]").first.click()
    return f"{1000 * (time.perf_counter() - begun):.0f} ms"


def pressed(page: Page, address: str, lesson: str) -> str:
    """The time until the first line is seen, and until a press on it has been answered, which comes at once: what is
    measured above waits for some frames before it presses."""
    page.goto(f"{address}/lesson/{lesson}/share")
    page.wait_for_timeout(1500)
    begun = time.perf_counter()
    page.goto(f"{address}/lesson/{lesson}/sync", wait_until="commit")
    word = page.locator("[data-visit]").first
    word.wait_for()
    seen = time.perf_counter() - begun
    box = word.bounding_box()
    assert box
    page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.locator("[data-visit][aria-pressed=true]").first.wait_for()
    return f"{1000 * seen:.0f} ms, {1000 * (time.perf_counter() - begun):.0f} ms"


def frames(page: Page) -> None:
    """Scroll through all of it, then drag a word's start to and fro."""
    page.wait_for_timeout(3000)
    page.evaluate(FRAMES)
    page.evaluate(SCROLL)
    found = sorted(page.evaluate("window.frames_"))
    over = [round(one) for one in found if one > 50 + CLOCK]
    said(f"scrolling: {len(found)} frames, median {median(found):.0f} ms, longer than 50 ms: {over}", "none")
    page.evaluate("document.querySelector('[role=tabpanel]').scrollTop = 300")
    page.wait_for_timeout(500)
    box = page.get_by_role("button", name="Arrow keys move it").nth(12).bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate("window.frames_.length = 0")
    for step in range(60):
        page.mouse.move(x + 20 * np.sin(step / 5), y)
    dragged = sorted(page.evaluate("window.frames_"))
    page.mouse.up()
    over = [round(one) for one in dragged if one > 50 + CLOCK]
    said(f"dragging: {len(dragged)} frames, median {median(dragged):.0f} ms, longer than 50 ms: {over}", "none")
    page.wait_for_timeout(1500)


def again(page: Page, address: str, lesson: str, take: str, visits: list[dict]) -> None:
    """Lines of nine words, listened for again, from the beginning of the take to its end."""
    spent = []
    for first in range(0, len(visits) - 9, 60):
        span = {"take": take, "start": visits[first]["start"], "end": visits[first + 8]["end"]}
        begun = time.perf_counter()
        answer = page.request.post(f"{address}/api/lessons/{lesson}/listen-again", data=span)
        if answer.ok:
            spent.append(time.perf_counter() - begun)
    said(
        f"a line listened for again: median {1000 * median(spent):.0f} ms, longest {1000 * max(spent):.0f}", "1,000 ms"
    )


def cut(page: Page) -> None:
    """A word is cut; until it is heard how the sound goes over."""
    spent = []
    for number in (5, 15, 25, 35, 45):
        page.locator("[data-visit]").nth(number).click()
        page.wait_for_timeout(600)
        spent.append(float(page.evaluate(CUT)))
        page.wait_for_timeout(3500)
    said(f"a cut is heard after: median {median(spent):.0f} ms, longest {max(spent):.0f}", "200 ms")


def said(what: str, wanted: str) -> None:
    print(f"{what}  (wanted: {wanted})")


if __name__ == "__main__":
    main()
