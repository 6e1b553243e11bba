"""The narration desk with a real microphone: the light follows the voice, a sentence once more, a take for a place, and
nothing lost when the way to the server or the window is."""

from __future__ import annotations

import tempfile
from pathlib import Path

import numpy as np
from playwright.sync_api import Page, expect

from tests.browser.harness import write_wav
from tests.browser.lights import watch_lights
from tests.browser.studio import JOB, StudioTest
from wordtrail import standins
from wordtrail.media.decode import decode

RATE = 48_000
LEAD = 3.2
"""Seconds of silence before the narrator reads: the count before a take."""


class NarrationDeskTest(StudioTest):
    @classmethod
    def microphone(cls) -> Path:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        voice = decode(Path(standins.__file__).parent / "demo" / "pip.m4a", RATE)
        write_wav(folder / "pip.wav", np.concatenate([np.zeros(int(LEAD * RATE), np.float32), voice]), RATE)
        return folder / "pip.wav"

    def at_the_desk(self, page: Page) -> str:
        """The beginner's page at the desk, on its text; the lesson."""
        lesson = self.lesson(page, "Pip")
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("checkbox", name="With the cards and questions").uncheck()
        return lesson

    def view(self, page: Page, lesson: str) -> dict:
        return dict(page.request.get(f"{self.address}/api/lessons/{lesson}").json())

    def words(self, view: dict) -> list[str]:
        pages = view["lesson"]["passages"][0]["pages"]
        return [word["id"] for one in pages for block in one["blocks"] for word in block["words"]]

    def test_the_voice_leads_and_a_sentence_is_read_again(self) -> None:
        page = self.new_page()
        lesson = self.at_the_desk(page)
        words = self.words(self.view(page, lesson))
        page.get_by_role("radio", name="my voice").click()
        watch_lights(page)
        page.get_by_role("button", name="Record a take").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        page.wait_for_function("word => window.framesSeen.some(([, lit]) => lit === word)", arg=words[7])
        page.wait_for_timeout(700)
        page.get_by_role("button", name="Again from this sentence").click()
        expect(page.get_by_role("status").filter(has_text="Again from")).to_be_visible()
        page.wait_for_function("word => window.framesSeen.some(([, lit]) => lit === word)", arg=words[-1])
        lit = {word for _, word in page.evaluate("window.framesSeen")}
        self.assertGreaterEqual(len(lit & set(words)), 18, "of 24 words")
        page.wait_for_timeout(1000)
        page.get_by_role("button", name="Stop and keep the take").click()
        expect(page.get_by_text("Read again from here: dropped")).to_be_visible(timeout=JOB)
        # She went on with the next sentence, so nothing of the dropped one is heard; it can be put back.
        newest = self.view(page, lesson)["takes"][-1]["id"]
        page.get_by_role("button", name="Use take").click()
        expect(page.get_by_role("button", name="Use take")).to_have_count(0)
        clips = page.request.get(f"{self.address}/api/lessons/{lesson}/stage").json()["whole"]["edits"]["clips"]
        self.assertEqual({clip["take"] for clip in clips}, {newest})
        page.get_by_role("button", name="Put it back").click()
        expect(page.get_by_text("Read again from here: dropped")).to_have_count(0)
        self.assertEqual(self.view(page, lesson)["lesson"]["agains"], [])

    def test_a_sentence_is_recorded_for_its_place_and_compared_by_ear(self) -> None:
        page = self.new_page()
        lesson = self.at_the_desk(page)
        words = self.words(self.view(page, lesson))
        page.locator(f"svg.stage-page [data-box={words[4]}]").click()
        page.locator(f"svg.stage-page [data-box={words[7]}]").click(modifiers=["Shift"])
        page.get_by_role("button", name="Read “The pin is big.” again").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        page.wait_for_timeout(9000)
        page.get_by_role("button", name="Stop and keep the take").click()
        page.wait_for_url("**/sync*")
        page.get_by_role("tab", name="All takes").click(timeout=JOB)
        line = page.get_by_role("listitem").filter(has_text="The pin is big.").first
        expect(line.get_by_role("button", name="Take it out again")).to_be_visible(timeout=JOB)
        (put,) = self.view(page, lesson)["lesson"]["replacements"]
        line.get_by_role("button", name="Hear", exact=False).first.click()
        expect(line.get_by_role("button", name="Stop", exact=False)).to_be_visible()
        clips = page.request.get(f"{self.address}/api/lessons/{lesson}/stage").json()["whole"]["edits"]["clips"]
        self.assertIn(put["by"], [clip["take"] for clip in clips])
        line.get_by_role("button", name="Take it out again").click()
        expect(line.get_by_role("button", name="Take it out again")).to_have_count(0)
        self.assertEqual(self.view(page, lesson)["lesson"]["replacements"], [])

    def test_what_could_not_be_sent_follows_after_the_window_was_closed(self) -> None:
        page = self.new_page()
        lesson = self.at_the_desk(page)
        page.route("**/pieces/*", lambda route: route.abort())
        page.get_by_role("button", name="Record a take").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        expect(page.get_by_role("alert").filter(has_text="still on their way")).to_be_visible()
        take = self.view(page, lesson)["takes"][-1]
        self.assertEqual(take["state"], "recording")
        context = page.context
        page.close(run_before_unload=False)
        again = context.new_page()
        again.goto(f"{self.address}/lesson/{lesson}/record")
        again.get_by_role("button", name="Keep it as a take").click()
        again.wait_for_function(
            """async ([lesson, take]) => {
              const view = await (await fetch(`/api/lessons/${lesson}`)).json()
              return view.takes.some((one) => one.id === take && one.seconds > 3)
            }""",
            arg=[lesson, take["id"]],
            timeout=JOB,
        )

    def test_the_microphone_is_tried_before(self) -> None:
        page = self.new_page()
        self.at_the_desk(page)
        page.get_by_role("button", name="Check the sound").click()
        expect(page.get_by_text("Read this aloud")).to_be_visible()
        check = page.get_by_role("region", name="Microphone check")
        expect(check.get_by_text("LUFS")).to_be_visible()
        expect(check.get_by_role("button", name="Hear it")).to_be_visible()

    def test_the_hand_lights_word_after_word(self) -> None:
        page = self.new_page()
        lesson = self.at_the_desk(page)
        words = self.words(self.view(page, lesson))
        page.get_by_role("radio", name="my hand").click()
        page.get_by_role("button", name="Rehearse, without sound").click()
        stone = page.locator("[data-stone]")
        for word in words[:3]:
            page.keyboard.press("Enter")
            expect(stone).to_have_attribute("data-word", word)
        page.get_by_role("button", name="Light the next word").click()
        expect(stone).to_have_attribute("data-word", words[3])
