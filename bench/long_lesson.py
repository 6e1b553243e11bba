"""`./run bench long`: how quick the studio is with a lesson of some 10,000 words, at the server and on the screen.

The server and the browser are the real ones, on this machine. Each figure stands beside what was wanted.
"""

from __future__ import annotations

import time
from statistics import median
from typing import Any

from playwright.sync_api import APIRequestContext, Page

from bench.align.texts import long_story
from tests.browser.harness import browser, running

WORDS = 10_560
MARKS = 12
LESSONS = 200

SEEN = {
    "text": "[role=textbox]",
    "plan": "svg.stage-page",
    "record": "svg.stage-page",
    "sync": "main p",
    "video": "main :is(button, a, p)",
    "share": "main :is(button, a, p)",
}
"""What can be seen of each screen when it is open."""

PAINTED = """(kind) => new Promise((done) => {
  const before = document.querySelectorAll('[data-mark]').length
  const begun = performance.now()
  const look = () => document.querySelectorAll('[data-mark]').length > before
    ? requestAnimationFrame(() => done(performance.now() - begun)) : requestAnimationFrame(look)
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key: kind, bubbles: true }))
  look()
})"""
"""Presses a mark's key; the milliseconds until one more mark is painted."""


def main() -> None:
    """Measure, and print a line for each figure."""
    with running() as address, browser() as chromium:
        page = chromium.new_page(viewport={"width": 1280, "height": 800})
        page.set_default_timeout(60_000)
        http = page.request
        body = {"text": long_story(WORDS), "title": "A long story"}
        lesson = http.post(f"{address}/api/lessons", data=body, timeout=60_000).json()
        words = [
            word["id"]
            for passage in lesson["lesson"]["passages"]
            for one in passage["pages"]
            for block in one["blocks"]
            for word in block["words"]
        ]
        print(f"a lesson of {len(words):,} words on {len(lesson['lesson']['passages'][0]['pages'])} pages")
        path = f"{address}/api/lessons/{lesson['id']}"
        for step, seen in SEEN.items():
            said("first opening of " + step, [opened(page, f"{address}/lesson/{lesson['id']}/{step}", seen)], 1200)
        marks = [marked(http, path, words, n, lesson["lesson"]["legend"][0]["id"]) for n in range(MARKS)]
        said("a mark key at the server", [milliseconds for milliseconds, _ in marks], 80)
        print(f"  its answer: {max(size for _, size in marks) / 1000:.1f} kB (wanted 60)")
        page.goto(f"{address}/lesson/{lesson['id']}/plan")
        said("a mark key until it is on the screen", [drawn(page, n) for n in range(MARKS)], 150)
        for n in range(LESSONS):
            http.post(
                f"{address}/api/lessons", data={"text": f"{long_story(300)}\n\nStory {n}.", "title": f"Story {n}"}
            )
        said("the shelf with 200 lessons", [asked(http, f"{address}/api/lessons") for _ in range(5)], 150)


def said(what: str, milliseconds: list[float], wanted: float) -> None:
    """Print a figure: its median, the longest, and what was wanted."""
    print(f"{what}: {median(milliseconds):.0f} ms, at most {max(milliseconds):.0f} (wanted {wanted:.0f})")


def asked(http: APIRequestContext, url: str) -> float:
    """Milliseconds of a request."""
    begun = time.perf_counter()
    answer = http.get(url)
    answer.body()
    assert answer.ok, answer.text()
    return (time.perf_counter() - begun) * 1000


def marked(http: APIRequestContext, path: str, words: list[str], n: int, meaning: str) -> tuple[float, int]:
    """Milliseconds and bytes of a mark command."""
    revision = http.get(path).json()["revision"]
    command: dict[str, Any] = {"kind": "add mark", "form": {"kind": "box"}}
    command |= {"first": words[7 * n], "last": words[7 * n + 1]}
    body = {"revision": revision, "command": command | {"meaning": meaning}}
    begun = time.perf_counter()
    answer = http.post(f"{path}/commands", data=body)
    size = len(answer.body())
    assert answer.ok, answer.text()
    return (time.perf_counter() - begun) * 1000, size


def opened(page: Page, url: str, seen: str) -> float:
    """Milliseconds from going to a screen until what it is about can be seen."""
    page.goto("about:blank")
    begun = time.perf_counter()
    page.goto(url, wait_until="commit")
    page.locator(seen).first.wait_for()
    return (time.perf_counter() - begun) * 1000


def drawn(page: Page, n: int) -> float:
    """Milliseconds from a mark's key until the mark is painted."""
    page.locator("svg.stage-page").first.wait_for()
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    milliseconds: float = page.evaluate(PAINTED, "u")
    page.wait_for_timeout(400)
    return milliseconds


if __name__ == "__main__":
    main()
