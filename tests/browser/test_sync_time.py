"""Shaping the time of a take in Sync: silences, words and talk are cut and put back, the ends are dragged."""

from __future__ import annotations

import re

import opentimelineio
from playwright.sync_api import Page, expect

from tests.browser.studio import StudioTest


class SyncTimeTest(StudioTest):
    def setUp(self) -> None:
        self.page = self.new_page()
        self.bee = self.lesson(self.page, "Bee")
        self.page.goto(f"{self.address}/lesson/{self.bee}/sync")
        expect(self.page.get_by_role("region", name="Make it shorter")).to_be_visible()

    def tearDown(self) -> None:
        for _ in range(20):
            view = self.page.request.get(f"{self.address}/api/lessons/{self.bee}").json()
            if not view["undo"]:
                break
            self.page.request.post(f"{self.address}/api/lessons/{self.bee}/undo", data={"revision": view["revision"]})

    def stage(self) -> dict:
        return dict(self.page.request.get(f"{self.address}/api/lessons/{self.bee}/stage").json()["whole"])

    def clips(self) -> list[dict]:
        return list(self.stage()["edits"]["clips"])

    def seconds(self) -> float:
        return float(sum(clip["end"] - clip["start"] for clip in self.clips()))

    def kept(self, page: Page) -> None:
        expect(page.get_by_text("Everything kept")).to_be_visible()

    def test_silences_are_tightened_by_what_was_said_before(self) -> None:
        panel = self.page.get_by_role("region", name="Make it shorter")
        before = self.seconds()
        lights = {light["word"] for light in self.stage()["sheet"]["lights"]}
        said = panel.get_by_text("shorter").inner_text()
        saved = float(said.split(" s ")[0])
        panel.get_by_role("button", name="Go through them").click()
        expect(self.page.get_by_role("button", name="Shorten it").first).to_be_visible()
        panel.get_by_role("button", name="Tighten").click()
        expect(panel.get_by_text("None is longer than")).to_be_visible()
        self.assertAlmostEqual(self.seconds(), before - saved, delta=0.6)
        expect(self.page.get_by_text("was 1 min 39 s")).to_be_visible()
        lit = {light["word"] for light in self.stage()["sheet"]["lights"]}
        self.assertEqual(lit, lights, "every word is still lit")
        self.page.get_by_role("tabpanel").get_by_role("button", name="Put it back").first.click()
        expect(panel.get_by_role("button", name="Tighten 1")).to_be_visible()
        self.page.keyboard.press("Control+z")
        expect(panel.get_by_text("None is longer than")).to_be_visible()

    def test_chosen_words_are_cut_by_key_passed_over_and_put_back(self) -> None:
        page = self.page
        before = [light["word"] for light in self.stage()["sheet"]["lights"]]
        words = page.locator("[data-visit]")
        words.nth(2).click()
        words.nth(5).click(modifiers=["Shift"])
        page.keyboard.press("x")
        expect(page.get_by_role("tabpanel").get_by_role("button", name="Put it back")).to_have_count(1)
        gone = [str(words.nth(n).get_attribute("data-visit")).partition("@")[0] for n in range(2, 6)]
        self.assertEqual([light["word"] for light in self.stage()["sheet"]["lights"]], before[:2] + before[6:])
        self.assertEqual(gone, before[2:6])
        cut = page.request.get(f"{self.address}/api/lessons/{self.bee}").json()["lesson"]["cuts"][0]
        # What is cut is not heard while it plays on.
        words.nth(1).click()
        page.evaluate(
            """() => {
              window.times = []
              const look = () => {
                window.times.push(Number(document.querySelector('[data-time]').dataset.time))
                requestAnimationFrame(look)
              }
              look()
            }"""
        )
        page.get_by_role("button", name="Play", exact=True).click()
        page.wait_for_function("cut => Number(document.querySelector('[data-time]').dataset.time) >= cut.end", arg=cut)
        seen = page.evaluate("window.times")
        self.assertGreater(len(seen), 5)
        self.assertFalse([at for at in seen if cut["start"] + 0.1 < at < cut["end"] - 0.1])
        page.get_by_role("button", name="Stop", exact=True).click()
        words.nth(3).click()
        page.keyboard.press("Shift+X")
        expect(page.get_by_role("tabpanel").get_by_role("button", name="Put it back")).to_have_count(0)
        self.assertEqual([light["word"] for light in self.stage()["sheet"]["lights"]], before)

    def test_talk_is_cut_and_the_ends_are_dragged(self) -> None:
        page = self.page
        before = self.seconds()
        page.get_by_role("button", name="Cut it").first.click()
        expect(page.get_by_text("Talk: cut")).to_be_visible()
        self.assertLess(self.seconds(), before - 1.5)
        end = page.get_by_role("slider", name="Where it ends")
        before = float(end.get_attribute("aria-valuenow") or 0)
        box = end.bounding_box()
        assert box
        page.mouse.move(box["x"] + 12, box["y"] + 20)
        page.mouse.down()
        page.mouse.move(box["x"] - 88, box["y"] + 20, steps=5)
        page.mouse.up()
        self.kept(page)
        now = float(end.get_attribute("aria-valuenow") or 0)
        self.assertLess(now, before - 8)
        self.wait_until(lambda: abs(self.clips()[-1]["end"] - now) < 0.02)
        end.press("ArrowLeft")
        self.wait_until(lambda: abs(self.clips()[-1]["end"] - (now - 0.1)) < 0.02)

    def test_students_get_time_by_key_and_it_is_in_the_film(self) -> None:
        page = self.page
        before = self.stage()["sheet"]
        page.locator('[data-visit^="a10@"]').click()
        page.keyboard.press("Shift+ArrowRight")
        page.keyboard.press("h")
        expect(page.get_by_role("tabpanel").get_by_text("Stands still after")).to_be_visible()
        page.keyboard.press("s")
        expect(page.get_by_text("Silent:")).to_be_visible()
        panel = page.get_by_role("region", name="Give students time")
        panel.get_by_role("button", name="Give students time").click()
        panel.get_by_role("button", name="2 words at 85 %").click()
        expect(page.get_by_text("Slower from here to")).to_be_visible()
        after = self.stage()
        (hold,) = [gate for gate in after["sheet"]["gates"] if gate["kind"] == "hold"]
        self.assertEqual((hold["think_seconds"], hold["auto"]), (5, True))
        self.assertIn(hold["shows"], {sign["id"] for sign in after["layout"]["signposts"]}, "it has stones")
        self.assertIn(0.85, {clip["pace"] for clip in after["edits"]["clips"]})
        self.assertEqual(len(after["edits"]["mutes"]), 1)
        self.assertGreater(after["sheet"]["seconds"], before["seconds"])
        self.assertEqual([one["word"] for one in after["sheet"]["lights"]], [one["word"] for one in before["lights"]])
        page.locator('[data-visit^="a10@"]').click()
        panel.get_by_role("button", name="Leave").click()
        expect(panel.get_by_text(re.compile(r"\d+ holds"))).to_be_visible()
        self.kept(page)
        # What stands under the pointer stays there.
        expect(panel.get_by_text("There are gaps everywhere already.")).to_be_visible()
        panel.get_by_role("button", name="No holds").click()
        expect(page.get_by_role("tabpanel").get_by_text("Stands still after")).to_have_count(0)

    def test_sound_is_drawn_over_and_cut(self) -> None:
        page = self.page
        strip = page.locator("[data-row] svg").first
        box = strip.bounding_box()
        assert box is not None
        y = box["y"] + box["height"] / 2
        page.mouse.move(box["x"] + 60, y)
        page.mouse.down()
        page.mouse.move(box["x"] + 150, y, steps=5)
        page.mouse.up()
        post = page.get_by_role("article", name="The chosen sound")
        length = float(post.get_by_role("heading").inner_text().split(" ")[0])
        page.keyboard.press("x")
        expect(post).to_have_count(0)
        expect(page.get_by_role("tabpanel").get_by_role("button", name="Put it back")).to_have_count(1)
        (cut,) = page.request.get(f"{self.address}/api/lessons/{self.bee}").json()["lesson"]["cuts"]
        self.assertAlmostEqual(cut["end"] - cut["start"], length, delta=0.06)

    def test_what_was_heard_of_talk_becomes_its_words_with_one_click(self) -> None:
        page = self.page
        first = page.locator("[data-row]").filter(has=page.get_by_role("button", name="These are my words")).first
        first.get_by_role("button", name="These are my words").click()
        self.kept(page)
        expect(page.get_by_text("1 of 5", exact=True)).to_be_visible()
        page.get_by_role("button", name="Take the words of all 4 as heard").click()
        self.kept(page)
        expect(page.get_by_text("5 of 5", exact=True)).to_be_visible()
        talk = page.request.get(f"{self.address}/api/lessons/{self.bee}").json()["lesson"]["talk"]
        self.assertEqual(talk[0]["text"], "Good morning readers.")
        self.assertIn("I wonder why she would dance.", [one["text"] for one in talk])
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(page.get_by_text("1 of 5", exact=True)).to_be_visible()

    def test_words_that_are_read_in_talk_light_there_a_second_time(self) -> None:
        page = self.page
        talk = page.locator("[data-row]").filter(has=page.get_by_role("button", name="Write what you say")).first
        talk.scroll_into_view_if_needed()
        box = talk.locator("svg").first.bounding_box()
        assert box is not None
        y = box["y"] + box["height"] / 2
        page.mouse.move(box["x"] + 40, y)
        page.mouse.down()
        page.mouse.move(box["x"] + 300, y, steps=5)
        page.mouse.up()
        post = page.get_by_role("article", name="The chosen sound")
        post.get_by_role("button", name="Words of the text are read here").click()
        sentence = post.get_by_label("Of this sentence")
        sentence.select_option(index=1)
        post.get_by_label("to the word").select_option(index=1)
        before = self.trail()
        post.get_by_role("button", name="Say when they begin").click()
        page.get_by_role("article", name="It was read").get_by_role("button", name=re.compile("^Find them")).click()
        self.kept(page)
        self.wait_until(lambda: len(self.trail()) == len(before) + 2)
        twice = [word for word in self.trail() if self.trail().count(word) > before.count(word)]
        self.assertEqual(len(twice), 4, "each of the two words is read where it was, and here")

    def trail(self) -> list[str]:
        take = self.page.request.get(f"{self.address}/api/lessons/{self.bee}").json()["take_in_use"]
        found = self.page.request.get(f"{self.address}/api/lessons/{self.bee}/trail?take={take}").json()
        return [one["word"] for one in found["trail"]["visits"]]

    def test_names_are_heard_one_time_after_another(self) -> None:
        page = self.page
        page.goto(f"{self.address}/lesson/{self.lesson(page, 'Kite')}/sync")
        names = page.get_by_role("region", name="Names")
        names.get_by_role("button", name="Hear “Wren”").click()
        first, second = (names.get_by_role("button", name=f"Wren, time {n} of ") for n in (1, 2))
        expect(first).to_have_css("color", "rgb(255, 255, 255)")
        expect(second).to_have_css("color", "rgb(255, 255, 255)", timeout=20_000)

    def test_an_edit_list_that_comes_back_says_what_it_cuts_and_cuts_it(self) -> None:
        page = self.page
        made = page.request.get(f"{self.address}/api/lessons/{self.bee}/timeline").text()
        timeline = opentimelineio.adapters.read_from_string(made, "otio_json")
        last = list(timeline.find_clips())[-1]
        heard = last.source_range
        shorter = opentimelineio.opentime.RationalTime(heard.duration.value - 5000, 1000)
        last.source_range = opentimelineio.opentime.TimeRange(heard.start_time, shorter)
        page.get_by_role("button", name="Timing as a file").click()
        edited = opentimelineio.adapters.write_to_string(timeline, "otio_json").encode()
        before = self.seconds()
        page.get_by_label("Bring one back in").set_input_files(
            {"name": "shorter.otio", "mimeType": "application/json", "buffer": edited}
        )
        expect(page.get_by_text("5 s would not be heard any more.")).to_be_visible()
        page.get_by_role("button", name="Change it so").click()
        self.kept(page)
        self.wait_until(lambda: self.seconds() < before - 1)
        self.assertAlmostEqual(self.seconds(), before - 5, delta=0.5)
