"""`./run shots`: one picture of each main view, from the demo data, into docs/screenshots/."""

from __future__ import annotations

import re
import tempfile
from collections.abc import Callable
from pathlib import Path

from PIL import Image
from playwright.sync_api import Page

from bench.pages import damage
from bench.pages.pages import printed
from tests.browser.harness import browser, running
from wordtrail.core.text.look import Typeface
from wordtrail.standins.passages import RAIN

PUBLIC = "https://trail.larkmoor.example"
FOLDER = Path(__file__).resolve().parents[2] / "docs" / "screenshots"


def main() -> None:
    """Take all pictures anew."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    with running("--public-url", PUBLIC) as address, browser() as chromium:
        page = chromium.new_page(viewport={"width": 1280, "height": 800})
        page.set_default_timeout(30_000)
        lessons = page.request.get(f"{address}/api/lessons").json()["lessons"]
        bee = f"{address}/lesson/{next(one['id'] for one in lessons if 'Bee' in one['title'])}"
        pond, pip = (
            f"{address}/lesson/{next(one['id'] for one in lessons if name in one['title'])}" for name in ("Pond", "Pip")
        )

        def shot(name: str) -> None:
            page.wait_for_timeout(500)
            page.screenshot(path=FOLDER / f"{name}.png")

        page.goto(address)
        page.get_by_role("heading", name="Your shelf").wait_for()
        shot("shelf")
        page.goto(f"{bee}/text")
        page.get_by_text("Every word looks right.").wait_for()
        shot("text")
        _bring_in(page, address, shot)
        page.goto(f"{bee}/plan")
        page.locator('[data-box="a34"]').click()
        page.locator('[data-box="a36"]').click(modifiers=["Shift"])
        shot("plan")
        _plans(page, address, lessons, shot)
        page.goto(f"{pond}/record")
        page.get_by_role("button", name="Record a take").wait_for()
        shot("record")
        page.goto(f"{bee}/sync")
        page.get_by_role("button", name="Check next").click()
        page.get_by_role("article").filter(has_text="to check").wait_for()
        page.mouse.move(1100, 780)
        page.wait_for_timeout(3000)
        shot("sync")
        _shorter(page, shot)
        _directed(page, pond)
        shot("sync-directions")
        _voice(page, pip, shot)
        page.goto(f"{bee}/video")
        _films(page, shot)
        page.goto(f"{bee}/share")
        page.get_by_role("button", name="Make the link").click()
        link = page.locator("[data-link]").inner_text().replace(PUBLIC, address)
        shot("share")
        page.goto(f"{link}?at=32.6")
        page.get_by_role("button", name="Play").click()
        page.locator("#turn").wait_for()
        page.wait_for_timeout(4200)
        shot("student")
    print(f"{len(list(FOLDER.glob('*.png')))} pictures in {FOLDER.relative_to(Path.cwd())}")


def _films(page: Page, shot: Callable[[str], None]) -> None:
    """The four films: two of them made, one shown in tall, one being made."""
    page.get_by_role("checkbox", name="Make Echo").check()
    page.get_by_role("button", name="Make 2 films").click()
    page.get_by_text("made ·").nth(1).wait_for(timeout=180_000)
    page.get_by_role("slider", name="Where you are in the film").click(position={"x": 205, "y": 18})
    page.wait_for_timeout(400)
    page.get_by_role("checkbox", name="Make Together").check()
    page.get_by_role("button", name="Make the film “Together”").click()
    page.get_by_text("drawing").wait_for()
    page.wait_for_timeout(3500)
    shot("video")
    page.get_by_role("article", name="Together").get_by_text("made ·").wait_for(timeout=180_000)
    page.get_by_role("radio", name="tall").click()
    page.get_by_role("article", name="Echo").get_by_role("button").click()
    page.wait_for_timeout(1200)
    page.get_by_role("slider", name="Where you are in the film").click(position={"x": 222, "y": 18})
    page.wait_for_timeout(400)
    shot("video-tall")
    page.get_by_role("radio", name="wide").click()
    page.get_by_text("Everything kept").wait_for()
    page.get_by_role("article", name="Listen").get_by_role("button").click()
    page.get_by_role("button", name="Put on the host").click()
    page.get_by_role("button", name="Put it there").click()
    page.get_by_role("link", name=re.compile("127.0.0.1.*watch")).wait_for(timeout=180_000)
    page.wait_for_timeout(1000)


def _bring_in(page: Page, address: str, shot: Callable[[str], None]) -> None:
    """Files and a photographed page on their way into a lesson, and the check of its words."""
    page.goto(f"{address}/new")
    with tempfile.TemporaryDirectory() as folder:
        science = printed("science", 200, Typeface.LITERATA)
        tilted, _ = damage.tilted(science.rgb(), -2.0)
        photo, sheet = Path(folder) / "moon, page 14.jpg", Path(folder) / "endings.png"
        Image.fromarray(damage.noisy(damage.gutter_shadow(tilted), 8)).save(photo, quality=60)
        Image.fromarray(printed("worksheet", 200, Typeface.ANDIKA).rgb()).save(sheet)
        text = Path(folder) / "Rain on a Tin Roof.md"
        text.write_text(RAIN, encoding="utf-8")
        page.get_by_label("Files to bring in").set_input_files([photo, sheet, text])
        page.get_by_text("words, 1 page").nth(2).wait_for(timeout=60_000)
        page.get_by_label("Title").fill("Where the Moon Gets Its Light")
        shot("bring-in")
    page.get_by_role("button", name="Make the lesson and check the text").click()
    page.get_by_role("button", name="Check next word").wait_for()
    shot("check")


def _plans(page: Page, address: str, lessons: list[dict], shot: Callable[[str], None]) -> None:
    """A question on the stage, a chart, a word card, and what a text offers."""
    kite, bees = (
        f"{address}/lesson/{next(one['id'] for one in lessons if name in one['title'])}/plan"
        for name in ("Kite", "Bee")
    )
    page.goto(kite)
    page.get_by_role("button", name="Why did Oskar").click()
    page.get_by_role("button", name="See it on the stage").click()
    shot("question")
    page.goto(bees)
    page.get_by_role("navigation").get_by_role("button", name=re.compile("^Words")).click()
    shot("word-card")
    page.get_by_role("button", name="Back to the text").click()
    page.get_by_role("button", name="Suggestions").click()
    shot("suggestions")


def _shorter(page: Page, shot: Callable[[str], None]) -> None:
    """Silences that were tightened, words that were cut, and how it was read; then all as it was."""
    panel = page.get_by_role("region", name="Make it shorter")
    panel.get_by_role("button", name="Tighten").click()
    panel.get_by_text("None is longer").wait_for()
    page.locator("[data-visit^='a24@']").first.click()
    page.locator("[data-visit^='a27@']").first.click(modifiers=["Shift"])
    page.keyboard.press("x")
    page.get_by_text("cut", exact=False).filter(has_text="“").first.wait_for()
    read = page.get_by_role("region", name="How it was read")
    read.get_by_label("Grade").select_option("3")
    read.scroll_into_view_if_needed()
    page.mouse.move(1100, 780)
    shot("sync-time")
    for _ in range(2):
        page.keyboard.press("Control+z")
        page.wait_for_timeout(500)


def _directed(page: Page, lesson: str) -> None:
    """Talk folded to a line each, and one opened: what was done on the stage, as flags on it, one of them chosen."""
    page.goto(f"{lesson}/sync")
    page.get_by_label("Talk folded").check()
    talk = page.locator("[data-row]").filter(has_text="There is our surprise.")
    talk.get_by_role("button", name="Open").click()
    flag = page.locator("[data-mark^=direct]").first
    flag.scroll_into_view_if_needed()
    flag.press("Enter")
    page.get_by_role("button", name="See and hear it").wait_for()
    talk.scroll_into_view_if_needed()


def _voice(page: Page, lesson: str, shot: Callable[[str], None]) -> None:
    """A recording that is led by the voice, a sentence of it once more, and then all takes sentence by sentence."""
    page.goto(f"{lesson}/record")
    page.get_by_label("With the cards and questions").uncheck()
    page.get_by_role("radio", name="my voice").click()
    page.get_by_role("button", name="Microphone").click()
    page.get_by_role("option", name="Simulated microphone").click()
    page.get_by_role("switch", name="Camera").click()
    page.get_by_role("button", name="Which camera").click()
    page.get_by_role("option", name="Simulated camera").click()
    page.get_by_role("button", name="Record a take").click()
    page.get_by_text("recording", exact=True).wait_for()
    page.locator("[data-stone][data-word=a8]").wait_for()
    shot("voice")
    page.locator("[data-stone][data-word=a12]").wait_for()
    page.keyboard.press("Backspace")
    shot("again")
    page.locator("[data-stone][data-word=a24]").wait_for()
    page.wait_for_timeout(1500)
    page.keyboard.press("r")
    page.get_by_role("button", name="Use take").click(timeout=120_000)
    page.get_by_role("tab", name="All takes").click()
    page.get_by_role("listitem").filter(has_text="Dad has a tin.").first.get_by_role("button", name="Use").first.click()
    page.get_by_role("button", name="Take it out again").first.wait_for()
    # Its last work may be under way still.
    page.get_by_role("button", name="Stop this work").wait_for(state="detached", timeout=120_000)
    shot("takes")


if __name__ == "__main__":
    main()
