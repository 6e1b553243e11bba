"""The Video step: four films from one take, chosen, made, stopped, gone on with after a worker died, and older than the
lesson when that changed."""

from __future__ import annotations

import os
import re
import signal
import tempfile
import unittest
from pathlib import Path

import av
from playwright.sync_api import Locator, Page, expect

from tests.browser.studio import JOB, StudioTest


class FilmsTest(StudioTest):
    def at_the_films(self, page: Page, title: str) -> str:
        lesson = self.lesson(page, title)
        page.goto(f"{self.address}/lesson/{lesson}/video")
        expect(self.card(page, "Listen")).to_be_visible()
        return lesson

    def card(self, page: Page, name: str) -> Locator:
        return page.get_by_role("article", name=name, exact=True)

    def made(self, page: Page, name: str) -> None:
        expect(self.card(page, name)).to_contain_text("made ·", timeout=JOB)

    def test_two_films_are_chosen_and_made_and_say_what_changed_since(self) -> None:
        page = self.new_page()
        lesson = self.at_the_films(page, "Rain")
        page.get_by_role("radio", name="tall").click()
        page.get_by_role("radio", name="720p").click()
        page.get_by_role("radio", name="evening").click()
        page.get_by_role("checkbox", name="Make Echo").check()
        page.get_by_role("button", name="Make 2 films").click()
        expect(page.get_by_role("region", name="Making Listen")).to_contain_text("Listen · tall · 720p")
        self.made(page, "Listen")
        self.made(page, "Echo")
        films = page.request.get(f"{self.address}/api/lessons/{lesson}/films").json()
        for film in films["made"]:
            with tempfile.TemporaryDirectory() as folder:
                path = Path(folder) / "film.mp4"
                path.write_bytes(page.request.get(f"{self.address}/api/videos/{film['id']}/video.mp4").body())
                with av.open(str(path)) as made:
                    picture = made.streams.video[0]
                    self.assertEqual((picture.width, picture.height), (720, 1280))
                    planned = next(one for one in films["planned"] if one["version"] == film["version"])
                    self.assertAlmostEqual((made.duration or 0) / 1e6, planned["seconds"], delta=0.15)
        self.mark_a_word(page, lesson)
        page.reload()
        expect(self.card(page, "Listen")).to_contain_text("since: a mark")
        page.get_by_role("radio", name="paper").click()
        expect(self.card(page, "Echo")).to_contain_text("since: a mark, and what was chosen for it")
        # A wide one would stand beside the tall one.
        page.get_by_role("radio", name="wide").click()
        expect(self.card(page, "Echo")).to_contain_text("to be made")
        page.get_by_role("radio", name="tall").click()
        expect(self.card(page, "Echo")).to_contain_text("since: a mark")

    def mark_a_word(self, page: Page, lesson: str) -> None:
        """A mark more in a lesson, made in another window."""
        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        word = view["lesson"]["passages"][0]["pages"][0]["blocks"][1]["words"][2]["id"]
        command = {"kind": "add mark", "form": {"kind": "circle"}, "first": word, "last": word}
        command |= {"meaning": view["lesson"]["legend"][0]["id"]}
        body = {"revision": view["revision"], "command": command}
        answer = page.request.post(f"{self.address}/api/lessons/{lesson}/commands", data=body)
        self.assertTrue(answer.ok, answer.text())

    def test_one_is_stopped_and_says_so(self) -> None:
        page = self.new_page()
        self.at_the_films(page, "Kite")
        page.get_by_role("button", name="Make the film “Listen”").click()
        going = page.get_by_role("region", name="Making Listen")
        expect(going).to_contain_text("drawing")
        going.get_by_role("button", name="Stop").click()
        expect(page.get_by_role("status").filter(has_text="Stopped, as you asked.")).to_be_visible()
        expect(self.card(page, "Listen")).to_contain_text("to be made")

    def test_it_goes_on_after_its_worker_was_killed(self) -> None:
        page = self.new_page()
        self.at_the_films(page, "Bee")
        page.get_by_role("button", name="Make the film “Listen”").click()
        expect(page.get_by_role("region", name="Making Listen")).to_contain_text(re.compile("drawing 0:[1-9]"))
        for worker in _workers():
            os.kill(worker, signal.SIGKILL)
        self.made(page, "Listen")

    def test_the_film_is_played_as_it_will_be(self) -> None:
        page = self.new_page()
        lesson = self.at_the_films(page, "Boat")
        self.card(page, "Echo").get_by_role("button").click()
        stage = page.request.get(f"{self.address}/api/lessons/{lesson}/stage?film=echo").json()["whole"]
        hold = next(one for one in stage["holds"] if one["pause"].startswith("echo"))
        # Until its own length is there, the film before it may still be on the stage.
        minutes, seconds = divmod(round(stage["video_seconds"]), 60)
        expect(page.get_by_text(f"of {minutes}:{seconds:02}")).to_be_visible()
        slider = page.get_by_role("slider", name="Where you are in the film")
        box = slider.bounding_box()
        assert box
        share = (hold["start"] + hold["end"]) / 2 / stage["video_seconds"]
        slider.click(position={"x": 8 + share * (box["width"] - 16), "y": 18})
        expect(page.locator('[data-sign="your-turn"]')).to_be_visible()
        expect(page.locator("[data-stone]")).to_be_visible()
        page.get_by_role("button", name="Play").click()
        expect(page.locator('[data-sign="your-turn"]')).to_have_count(0)

    def test_it_is_heard_when_it_is_played(self) -> None:
        page = self.new_page()
        page.add_init_script(PLAYED)
        self.at_the_films(page, "Pip")
        page.get_by_role("button", name="Play").click()
        # Its title is silent; behind it there is a voice.
        page.wait_for_function("() => window.played.some((one) => !one.paused && one.currentTime > 3.5)")
        slider = page.get_by_role("slider", name="Where you are in the film")
        self.assertNotEqual(slider.get_attribute("aria-valuenow"), "0")
        page.get_by_role("button", name="Stop").click()
        self.assertTrue(page.evaluate("() => window.played.every((one) => one.paused)"))
        # Where it stands still one hears the room, over and over.
        page.get_by_role("button", name="Play").click()
        page.wait_for_function("() => window.played.some((one) => one.loop && !one.paused && one.currentTime > 0)")

    def test_a_soft_signal_is_heard_where_something_is_asked(self) -> None:
        page = self.new_page()
        page.add_init_script(PLAYED)
        self.at_the_films(page, "Boat")
        page.get_by_role("button", name=re.compile("^What is in it")).click()
        page.get_by_role("checkbox", name="A soft signal at pause points").check()
        expect(page.get_by_text("Everything kept")).to_be_visible()
        page.wait_for_load_state("networkidle")
        page.get_by_role("button", name="Play").click()
        page.wait_for_function("() => window.played.some((one) => one.currentTime > 0.5)", timeout=JOB)
        slider = page.get_by_role("slider", name="Where you are in the film")
        for _ in range(6):
            slider.press("ArrowRight")
        page.wait_for_function("() => window.signals === 1")
        # Who moves about where it stands still does not hear it again.
        slider.press("ArrowRight")
        page.wait_for_timeout(500)
        self.assertEqual(page.evaluate("() => window.signals"), 1)

    def test_a_bare_reading_is_one_tick_away(self) -> None:
        page = self.new_page()
        self.at_the_films(page, "Pond")
        length = self.card(page, "Listen").get_by_text(re.compile(r"^\d+:\d\d$"))
        before = length.inner_text()
        page.get_by_role("button", name=re.compile("^What is in it")).click()
        page.get_by_role("checkbox", name="A bare reading of the passage").check()
        expect(length).not_to_have_text(before)
        expect(page.get_by_role("checkbox", name="Marks")).not_to_be_checked()
        page.get_by_role("combobox", name="How much of it").select_option(label="Only reading 1")
        expect(page.get_by_role("combobox", name="How much of it")).to_have_value("reading 1")


PLAYED = """
window.played = []
window.signals = 0
const plays = HTMLMediaElement.prototype.play
HTMLMediaElement.prototype.play = function () {
  window.played.push(this)
  if (this.src.endsWith('/api/signal')) window.signals += 1
  return plays.call(this)
}
"""
"""Keeps every sound that a page plays, to look at."""


def _workers() -> list[int]:
    """The processes that do long work for the program that this test has started."""
    found = []
    for folder in Path("/proc").iterdir():
        if folder.name.isdigit():
            try:
                line = (folder / "cmdline").read_bytes().split(b"\0")
                started_by = int((folder / "stat").read_text().rsplit(")", 1)[1].split()[1])
                parent = int((Path("/proc") / str(started_by) / "stat").read_text().rsplit(")", 1)[1].split()[1])
            except (OSError, ValueError, IndexError):
                continue
            if b"worker" in line and os.getpid() in (started_by, parent):
                found.append(int(folder.name))
    return found


if __name__ == "__main__":
    unittest.main()
