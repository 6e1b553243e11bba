"""Which word was lit in every frame of a page. Words are lit too briefly to be asked for one by one: on a busy machine
one has gone before the question for it arrives, so the page itself writes down what is seen."""

from __future__ import annotations

from itertools import groupby

from playwright.sync_api import Page

from tests.browser.studio import PATIENCE

WATCHING = """
() => {
  const frames = (window.framesSeen = [])
  const look = () => {
    if (window.framesSeen !== frames) return
    const time = Number(document.querySelector('[data-time]')?.dataset.time ?? NaN)
    frames.push([time, document.querySelector('[data-stone]')?.dataset.word ?? ''])
    requestAnimationFrame(look)
  }
  look()
}
"""


def watch_lights(page: Page) -> None:
    """Begin to write down the time shown and the lit word of each frame; what was written down before is forgotten."""
    page.evaluate(WATCHING)


def expect_light(page: Page, *words: str) -> None:
    """Wait until one of `words` was lit, if that was not so already, since `watch_lights`."""
    page.wait_for_function(
        "words => window.framesSeen.some(([, lit]) => words.includes(lit))", arg=list(words), timeout=PATIENCE
    )


def lights_until(page: Page, time: float) -> list[tuple[float, str]]:
    """The time shown (seconds) and the lit word ('' for none) of each frame since `watch_lights`, as soon as a frame
    of `time` or later is there."""
    page.wait_for_function("time => window.framesSeen.some(([now]) => now >= time)", arg=time, timeout=PATIENCE)
    return [(now, lit) for now, lit in page.evaluate("window.framesSeen") if now is not None]


def changes_in(frames: list[tuple[float, str]]) -> list[tuple[float, str]]:
    """When the light went to which word, for what is said of a fault."""
    return [next(alike) for _, alike in groupby(frames, key=lambda frame: frame[1])]
