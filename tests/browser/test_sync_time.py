"""Shaping the time of a take in Sync: silences, words and talk are cut and put back, the ends are dragged."""

from __future__ import annotations

import re

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
