"""Nothing that was written is lost: on a slow way, without a way, in two windows, in a window that is closed."""

from __future__ import annotations

import re
import time
import unittest
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, Route, expect

from tests.browser.studio import StudioTest

DELAY = 0.6
"""Seconds that each change takes to the server."""


def slow(page: Page) -> None:
    """Hold every change up on its way."""

    def later(route: Route) -> None:
        time.sleep(DELAY)
        route.continue_()

    page.route("**/commands", later)


class KeptTest(StudioTest):
    def view(self, page: Page, lesson: str) -> Any:
        return page.request.get(f"{self.address}/api/lessons/{lesson}").json()["lesson"]

    def until(self, condition: Callable[[], bool]) -> None:
        end = time.monotonic() + 60
        while not condition():
            self.assertLess(time.monotonic(), end, "waited too long")
            time.sleep(0.1)

    def open(self, page: Page, lesson: str, screen: str = "plan") -> None:
        page.goto(f"{self.address}/lesson/{lesson}/{screen}")
        page.get_by_text("Everything kept").wait_for()

    def stop(self, page: Page, name: str) -> None:
        """Look at a part of the lesson's run."""
        page.get_by_role("button", name=re.compile(f"^{name}")).first.click()

    def test_two_quick_changes_in_every_form_are_both_kept(self) -> None:
        page = self.new_page()
        lesson = self.fresh(page, "A bee went home, buzzing. She danced for the others.")
        self.open(page, lesson)
        self.make(page, lesson, {"kind": "make card", "word": "a5"})
        self.make(page, lesson, {"kind": "make organizer", "shape": "two to compare", "columns": 2, "rows": 1})
        self.make(page, lesson, {"kind": "set opening", "opening": {"purpose": "Read to find out."}})
        self.make(page, lesson, {"kind": "add mark", "form": {"kind": "box"}, "first": "a2", "last": "a2",
                                 "meaning": "evidence"})  # fmt: skip
        for form in (self.a_mark, self.a_card, self.a_chart, self.the_opening, self.a_question, self.a_text):
            with self.subTest(form.__name__):
                page = self.new_page()
                slow(page)
                self.open(page, lesson)
                form(page, lesson)

    def make(self, page: Page, lesson: str, command: dict[str, Any]) -> None:
        revision = page.request.get(f"{self.address}/api/lessons/{lesson}").json()["revision"]
        answer = page.request.post(
            f"{self.address}/api/lessons/{lesson}/commands", data={"revision": revision, "command": command}
        )
        self.assertTrue(answer.ok, answer.text())

    def a_mark(self, page: Page, lesson: str) -> None:
        page.get_by_role("button", name=re.compile("^bee")).first.click()
        meaning = next(one["id"] for one in self.view(page, lesson)["legend"] if one["id"] != "evidence")
        page.get_by_label("Meaning").select_option(meaning)
        page.get_by_label("Kind of mark").select_option("circle")
        page.get_by_label("When it is drawn").select_option("when read")
        page.get_by_text("Everything kept").wait_for()
        (mark,) = self.view(page, lesson)["marks"]
        self.assertEqual(
            (mark["meaning"], mark["form"]["kind"], mark["moment"]),
            (meaning, "circle", "when read"),
        )
        expect(page.get_by_label("Meaning")).to_have_value(meaning)

    def a_card(self, page: Page, lesson: str) -> None:
        self.stop(page, "Words")
        page.get_by_label("Meaning, in plain words").fill("making the sound of a bee")
        page.get_by_label("Example sentence").fill("The bee is buzzing.")
        page.get_by_label("Related words").fill("hum, buzz")
        # The first answer comes while this is written.
        page.get_by_label("Part of speech").press_sequentially("verb form", delay=120)
        page.get_by_label("Part of speech").blur()
        page.get_by_text("Everything kept").wait_for()
        (card,) = self.view(page, lesson)["plan"]["cards"]
        self.assertEqual(
            (card["meaning"], card["example"], card["related"], card["part_of_speech"]),
            ("making the sound of a bee", "The bee is buzzing.", ["hum", "buzz"], "verb form"),
        )

    def a_chart(self, page: Page, lesson: str) -> None:
        chart = self.view(page, lesson)["plan"]["organizers"][0]["id"]
        page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_role("menuitem", name=re.compile("^See “")).click()
        page.get_by_label("Title of the chart").fill("Who and what")
        page.get_by_label("Heading of box 1").fill("Who")
        page.get_by_label("Heading of box 2").fill("What")
        page.get_by_label("Heading of box 2").blur()
        page.get_by_text("Everything kept").wait_for()
        kept = next(one for one in self.view(page, lesson)["plan"]["organizers"] if one["id"] == chart)
        self.assertEqual(
            (kept["title"], [box["heading"] for box in kept["boxes"][:2]]), ("Who and what", ["Who", "What"])
        )

    def the_opening(self, page: Page, lesson: str) -> None:
        self.stop(page, "Purpose")
        page.get_by_label("Focus question").fill("How can a dance be a map?")
        page.get_by_label("Sight words to say first").fill("she the went")
        page.get_by_label("What we found out").fill("A dance can say where.")
        page.get_by_label("A look back at last time").fill("We read about clover.")
        page.get_by_label("A look back at last time").blur()
        page.get_by_text("Everything kept").wait_for()
        plan = self.view(page, lesson)["plan"]
        self.assertEqual(
            (plan["opening"]["purpose"], plan["opening"]["focus"], plan["opening"]["sight_words"],
             plan["opening"]["look_back"], plan["closing"]["recap"]),
            ("Read to find out.", "How can a dance be a map?", ["she", "the", "went"], "We read about clover.",
             "A dance can say where."),
        )  # fmt: skip

    def a_question(self, page: Page, lesson: str) -> None:
        page.locator('[data-box="a5"]').click()
        page.keyboard.press("p")
        page.get_by_label("Question").fill("Why does she buzz?")
        page.get_by_role("button", name="Put the pause point here").click()
        page.locator('[data-box="a10"]').click()
        page.keyboard.press("u")
        page.get_by_text("Everything kept").wait_for()
        made = self.view(page, lesson)
        self.assertEqual([one["question"] for one in made["pause_points"]], ["Why does she buzz?"])
        self.assertIn("a10", [one["first"] for one in made["marks"]])

    def a_text(self, page: Page, lesson: str) -> None:
        page.goto(f"{self.address}/lesson/{lesson}/text")
        block = page.get_by_role("textbox", name=re.compile("^Paragraph"))
        block.click()
        page.keyboard.press("End")
        page.keyboard.type(" Then she ate.")
        # Nobody moves the cursor within a millisecond of the last letter.
        page.wait_for_timeout(200)
        page.keyboard.press("Control+Home")
        page.get_by_text("Everything kept").wait_for()
        page.keyboard.type("Once ")
        page.get_by_role("button", name="Credits").click()
        page.get_by_label("Author").fill("Room 6")
        page.get_by_role("button", name="Keep the credits").click()
        page.get_by_text("Everything kept").wait_for()
        (passage,) = self.view(page, lesson)["passages"]
        self.assertEqual(passage["author"], "Room 6")
        self.assertEqual(
            passage["pages"][0]["blocks"][0]["text"],
            "Once A bee went home, buzzing. She danced for the others. Then she ate.",
        )

    def paragraph(self, page: Page, lesson: str) -> str:
        return str(self.view(page, lesson)["passages"][0]["pages"][0]["blocks"][0]["text"])

    def test_what_is_typed_just_before_the_window_closes_is_kept(self) -> None:
        page = self.new_page()
        lesson = self.fresh(page)
        self.open(page, lesson, "text")
        page.get_by_role("textbox", name=re.compile("^Paragraph")).click()
        page.keyboard.press("End")
        page.keyboard.type(" Then she slept.")
        page.close(run_before_unload=True)
        again = page.context.new_page()
        again.goto(f"{self.address}/lesson/{lesson}/text")
        expect(again.get_by_role("textbox", name=re.compile("^Paragraph"))).to_contain_text("Then she slept.")
        self.until(lambda: self.paragraph(again, lesson).endswith("Then she slept."))

    def test_a_pause_point_that_was_not_put_yet_is_found_again(self) -> None:
        page = self.new_page()
        lesson = self.fresh(page)
        self.open(page, lesson)
        page.locator('[data-box="a2"]').click()
        page.keyboard.press("p")
        page.get_by_label("Question").fill("Where does she go?")
        page.reload()
        page.locator('[data-box="a4"]').click()
        page.keyboard.press("p")
        expect(page.get_by_label("Question")).to_have_value("Where does she go?")
        page.get_by_role("button", name="Put the pause point here").click()
        expect(page.get_by_role("button", name="Where does she go?")).to_be_visible()
        self.assertEqual(self.view(page, lesson)["pause_points"][0]["after"], "a4")

    def test_without_a_way_to_the_server_changes_wait_and_go_by_themselves(self) -> None:
        page = self.new_page()
        lesson = self.fresh(page)
        self.open(page, lesson, "text")
        page.route("**/commands", lambda route: route.abort())
        page.get_by_role("textbox", name=re.compile("^Paragraph")).click()
        page.keyboard.press("End")
        page.keyboard.type(" She rested.")
        alert = page.get_by_role("alert")
        expect(alert).to_contain_text("Not kept yet")
        expect(alert).to_contain_text("sent again by themselves")
        page.unroute("**/commands")
        page.get_by_text("Everything kept").wait_for()
        expect(alert).to_have_count(0)
        self.assertTrue(self.paragraph(page, lesson).endswith("She rested."))

    def test_two_windows_that_write_the_same_are_both_shown(self) -> None:
        first, second = self.new_page(), self.new_page()
        lesson = self.fresh(first)
        for page in (first, second):
            self.open(page, lesson, "text")
        for page, text in ((first, " He slept."), (second, " She slept.")):
            page.get_by_role("textbox", name=re.compile("^Paragraph")).click()
            page.keyboard.press("End")
            page.keyboard.type(text)
            if page is first:
                page.keyboard.press("Control+Home")
                page.get_by_text("Everything kept").wait_for()
                self.until(lambda: self.paragraph(first, lesson).endswith("He slept."))
        dialog = second.get_by_role("dialog")
        expect(dialog.get_by_role("region", name="Written here")).to_contain_text("She slept.")
        expect(dialog.get_by_role("region", name="In the other window")).to_contain_text("He slept.")
        dialog.get_by_role("button", name="Keep what is written here").click()
        self.until(lambda: self.paragraph(first, lesson).endswith("danced. She slept."))
        # What another window changes elsewhere is in nobody's way.
        self.make(first, lesson, {"kind": "set pace", "words_per_minute": 90})
        second.get_by_role("textbox", name=re.compile("^Paragraph")).click()
        second.keyboard.press("End")
        second.keyboard.type(" All night.")
        self.until(lambda: self.paragraph(first, lesson).endswith("She slept. All night."))
        expect(second.get_by_role("dialog")).to_have_count(0)


if __name__ == "__main__":
    unittest.main()
