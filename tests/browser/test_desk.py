"""A take of talk, directed by keys while it is recorded: what was done is on the stage, in Sync and for students."""

from __future__ import annotations

import re
import unittest
from pathlib import Path
from typing import Any

from playwright.sync_api import Page, expect

from tests.browser.studio import JOB, StudioTest, take_time
from tests.browser.talking import talking

PASSAGE = """The heron waits in the reeds until a small fish comes near.

---

Frogs sing at night beside the quiet pond."""
QUESTION = "What is the heron waiting for?"
IN_TIME = 0.6
"""Seconds between the key and the stage: both run by the sound that is recorded, and the simulated microphone stalls on
a machine that has much to do. How near they are on a quiet one is measured in test_faults."""


class DeskTest(StudioTest):
    @classmethod
    def microphone(cls) -> Path:
        return cls.enterClassContext(talking("desk", PASSAGE, rest=2.5))

    def planned(self, page: Page) -> str:
        """A lesson of two pages with a question to choose."""
        lesson = self.fresh(page, PASSAGE)
        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        choices = [{"text": "rain"}, {"text": "a fish", "right": True}]
        point = {
            "id": "", "after": "", "question": QUESTION, "think_seconds": 5,
            "activity": {"kind": "choose", "choices": choices},
        }  # fmt: skip
        command = {"kind": "keep point", "point": point}
        answer = page.request.post(
            f"{self.address}/api/lessons/{lesson}/commands", data={"revision": view["revision"], "command": command}
        )
        self.assertTrue(answer.ok, answer.text())
        return lesson

    def test_what_is_done_by_keys_is_what_students_see(self) -> None:
        page = self.new_page()
        lesson = self.planned(page)
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("button", name="Record a take").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        stage = page.locator("svg.stage-page")
        done: list[tuple[str, float, float]] = []

        def press(key: str, after: float) -> None:
            page.wait_for_timeout(after * 1000)
            before = take_time(page)
            page.keyboard.press(key)
            done.append((key, before, take_time(page)))

        press("ArrowRight", 1.5)
        expect(stage).to_contain_text("Frogs")
        press("1", 1.5)
        expect(stage).to_contain_text("heron")
        press("ArrowRight", 0.5)
        press("u", 0.5)
        expect(stage).to_contain_text("heron")
        press("ArrowRight", 0.3)
        press("ArrowRight", 1.0)
        expect(stage).to_contain_text("Whatistheheron")
        press("s", 1.0)
        press("1", 2.0)
        press("2", 1.5)
        page.wait_for_timeout(3000)
        page.get_by_role("button", name="Stop and keep the take").click()
        choice = page.get_by_role("region", name="Take 1")
        expect(choice).to_contain_text("Is this your talk", timeout=JOB)
        choice.get_by_role("button", name="It is my talk, use it").click()
        expect(choice).to_have_count(0)
        expect(page.locator("[data-mark^=direct]")).to_have_count(7)

        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        given = view["lesson"]["directions"]
        self.assertEqual([one["deed"] for one in given], ["turn", "turn", "turn", "show", "stop", "part", "part"])
        for one, (key, before, after) in zip(given, [d for n, d in enumerate(done) if n not in (2, 3)], strict=True):
            self.assertGreaterEqual(one["at"], before - IN_TIME, f"{key} after {before}")
            self.assertLessEqual(one["at"], after + IN_TIME, f"{key} before {after}")
        self.see_as_a_student(page, lesson, given, view["take_in_use"])
        self.mend(page, lesson)

    def see_as_a_student(self, page: Page, lesson: str, given: list[dict[str, Any]], take: str) -> None:
        """Pages, stop and answers come to students as they were done."""
        link = page.request.post(f"{self.address}/api/lessons/{lesson}/link").json()["url"]
        whole = page.request.get(f"{self.address}/api/lessons/{lesson}/stage?take={take}").json()["whole"]
        pages = [one["id"] for one in whole["layout"]["pages"]]
        for one in given[:3]:
            turned = [turn["at"] for turn in whole["sheet"]["pages"] if pages[turn["page"]] == one["target"]]
            self.assertTrue(any(abs(at - one["at"]) <= IN_TIME for at in turned), (one, turned))
        (gate,) = whole["sheet"]["gates"]
        self.assertAlmostEqual(gate["at"], given[4]["at"], delta=2.6 + IN_TIME)
        student = self.new_page()
        student.goto(link)
        student.get_by_role("button", name="Play").click()
        expect(student.get_by_role("heading", name="Your turn")).to_be_visible()
        stage = student.locator("svg.stage-page")
        expect(stage).to_contain_text("Whatistheheron")
        expect(stage.locator("[data-part]")).to_have_count(0)
        student.get_by_role("button", name="I am ready, go on").click()
        expect(stage.locator("[data-part]")).to_have_count(2)

    def mend(self, page: Page, lesson: str) -> None:
        """A flag is moved by key and removed, another one added; all of it can be undone."""
        flag = page.locator("[data-mark^=direct]").first
        flag.press("Enter")
        expect(page.get_by_role("button", name="Remove it")).to_be_visible()
        before = float(re.search(r"([\d.]+) s", str(flag.get_attribute("aria-label")))[1])  # type: ignore[index]
        flag.press("ArrowRight")
        expect(flag).to_have_attribute("aria-label", re.compile(re.escape(f"{before + 0.1:.1f} s")))
        page.get_by_role("button", name="Remove it").click()
        expect(page.locator("[data-mark^=direct]")).to_have_count(6)
        page.get_by_label(re.compile("^On the stage at")).select_option(label="Turn to page 2")
        page.get_by_role("button", name="Put it here").click()
        expect(page.locator("[data-mark^=direct]")).to_have_count(7)
        page.keyboard.press("Control+z")
        page.keyboard.press("Control+z")
        expect(page.locator("[data-mark^=direct]")).to_have_count(7)

    def test_a_chart_is_brought_up_beside_the_text_and_grows(self) -> None:
        page = self.new_page()
        lesson = self.fresh(page, PASSAGE)

        def do(command: dict[str, Any]) -> dict[str, Any]:
            view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
            body = {"revision": view["revision"], "command": command}
            answer = page.request.post(f"{self.address}/api/lessons/{lesson}/commands", data=body)
            self.assertTrue(answer.ok, answer.text())
            return dict(page.request.get(f"{self.address}/api/lessons/{lesson}").json()["lesson"])

        (chart,) = do({"kind": "make organizer", "shape": "beginning, middle, end"})["plan"]["organizers"]
        chart["boxes"][0]["text"] = "first this\nthen that"
        do({"kind": "keep organizer", "organizer": {**chart, "title": "What we saw", "beside_text": True}})
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("button", name="Rehearse, without sound").click()
        stage = page.locator("svg.stage-page")
        bring = page.get_by_role("button", name=re.compile("^Bring up the chart"))
        expect(bring).to_be_visible()
        page.keyboard.press("c")
        expect(stage).to_contain_text("Whatwesaw")
        expect(stage).to_contain_text("heron")
        expect(bring).to_have_count(0)
        page.keyboard.press("n")
        expect(stage).to_contain_text("firstthis")
        expect(stage).not_to_contain_text("thenthat")
        page.keyboard.press("1")
        expect(stage).to_contain_text("thenthat")
        page.keyboard.press("ArrowRight")
        expect(stage).to_contain_text("Frogs")
        expect(stage).to_contain_text("Whatwesaw")
        page.get_by_role("button", name=re.compile("^Put the chart away")).click()
        expect(stage).not_to_contain_text("Whatwesaw")
        expect(stage).to_contain_text("Frogs")

    def test_a_rehearsal_keeps_nothing(self) -> None:
        page = self.new_page()
        lesson = self.planned(page)
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("button", name="Rehearse, without sound").click()
        page.keyboard.press("ArrowRight")
        expect(page.locator("svg.stage-page")).to_contain_text("Frogs")
        expect(page.get_by_role("button", name=re.compile("^Undo the last step"))).to_be_visible()
        page.get_by_role("button", name=re.compile("^End the rehearsal")).click()
        expect(page.locator("svg.stage-page")).to_contain_text("heron")
        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        self.assertEqual((view["takes"], view["lesson"]["directions"]), ([], []))


if __name__ == "__main__":
    unittest.main()
