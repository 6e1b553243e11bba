"""`./run bench typing`: the longest frame while somebody types in a passage of 10,000 words, in the browser."""

from __future__ import annotations

from bench.align.texts import long_story
from tests.browser.harness import browser, running

WORDS = 10_000
LETTERS = "The little boat went on, and nobody saw it go. "
WATCH = """() => {
  window.frames_ = []
  let before = performance.now()
  const step = (now) => { window.frames_.push(now - before); before = now; requestAnimationFrame(step) }
  requestAnimationFrame(step)
}"""


def main() -> None:
    """Type while keeping goes on in the background, and print the frames."""
    with running() as address, browser() as chromium:
        page = chromium.new_page(viewport={"width": 1280, "height": 800})
        body = {"text": long_story(WORDS), "title": "A long story"}
        lesson = page.request.post(f"{address}/api/lessons", data=body, timeout=60_000).json()
        page.goto(f"{address}/lesson/{lesson['id']}/text")
        text = page.get_by_role("textbox", name="Paragraph").first
        text.wait_for(timeout=60_000)
        page.wait_for_timeout(3000)
        text.focus()
        page.keyboard.press("Control+End")
        page.evaluate(WATCH)
        for letter in LETTERS * 2:
            page.keyboard.type(letter)
            page.wait_for_timeout(90)
        page.wait_for_timeout(4000)
        frames = sorted(page.evaluate("window.frames_"))
    over = [frame for frame in frames if frame > 50]
    print(f"{len(frames)} frames, the longest {frames[-1]:.0f} ms, median {frames[len(frames) // 2]:.0f} ms")
    print(f"{len(over)} of them longer than 50 ms: {[round(frame) for frame in over]}")


if __name__ == "__main__":
    main()
