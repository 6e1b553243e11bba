"""`./run bench student`: how soon a student who was never there can play a lesson, over a slow network.

Each of a number of browsers without anything kept opens the demo's bee lesson on the real server, at 1.6 Mbit/s with
40 ms of delay (as Chromium's own network emulation counts it). Printed is when the button to play is there, when all
letters are as they stay, and what was fetched until then.
"""

from __future__ import annotations

import statistics
import sys

from playwright.sync_api import Browser, Page

from tests.browser.harness import browser, running

BYTES_PER_SECOND = 1_600_000 / 8
DELAY = 40
"""Milliseconds."""

LOADS = 9
WATCH = """() => {
  const look = () => {
    const play = document.querySelector('button[aria-label="Play"]')
    if (play) window.playable_ ??= performance.now()
    if (play && document.fonts.status === 'loaded') window.drawn_ = performance.now()
    else requestAnimationFrame(look)
  }
  requestAnimationFrame(look)
}"""
FETCHED = """() => [
  ...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')
].map((one) => [one.name, one.requestStart, one.responseEnd, one.transferSize])"""


def main(loads: int = LOADS) -> None:
    """Open the lesson `loads` times and print how long it took."""
    with running() as address, browser() as chromium:
        link = _link(chromium, address)
        taken = [_opened(chromium, link) for _ in range(loads)]
    for what, times in (("playable", [one[0] for one in taken]), ("all typefaces there", [one[1] for one in taken])):
        print(f"{what} after {statistics.median(times):.0f} ms ({min(times):.0f} to {max(times):.0f}, {loads} loads)")
    middle = sorted(taken)[len(taken) // 2]
    print("the one in the middle:")
    for name, start, end, size in middle[2]:
        print(f"{start:7.0f} to {end:5.0f} ms {size / 1000:7.1f} kB  {name.removeprefix(address)[:90]}")


def _link(chromium: Browser, address: str) -> str:
    page = chromium.new_page()
    lessons = page.request.get(f"{address}/api/lessons").json()["lessons"]
    bee = next(one for one in lessons if "Bee" in one["title"])
    token = page.request.post(f"{address}/api/lessons/{bee['id']}/link").json()["url"].rsplit("/", 1)[1]
    while page.request.get(f"{address}/api/student/{token}/sound").status == 503:
        page.wait_for_timeout(500)
    page.close()
    return f"{address}/s/{token}"


def _opened(chromium: Browser, link: str) -> tuple[float, float, list[tuple[str, float, float, float]]]:
    """When a new browser could play and when all letters were as they stay (milliseconds after asking), and each thing
    it had asked for."""
    context = chromium.new_context(viewport={"width": 1280, "height": 800})
    page = context.new_page()
    _slow(page)
    page.add_init_script(f"({WATCH})()")
    page.goto(link, wait_until="commit")
    while page.evaluate("window.drawn_") is None:
        page.wait_for_timeout(100)
    playable, drawn = page.evaluate("[window.playable_, window.drawn_]")
    fetched = page.evaluate(FETCHED)
    context.close()
    return playable, drawn, [one for one in fetched if one[1] <= drawn]


def _slow(page: Page) -> None:
    session = page.context.new_cdp_session(page)
    session.send("Network.enable")
    session.send(
        "Network.emulateNetworkConditions",
        {
            "offline": False,
            "latency": DELAY,
            "downloadThroughput": BYTES_PER_SECOND,
            "uploadThroughput": BYTES_PER_SECOND,
        },
    )


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
