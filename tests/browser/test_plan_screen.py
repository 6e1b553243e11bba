"""Planning in a real browser: marks by key and pen, questions, cards, charts, and what a student makes of them."""

from __future__ import annotations

import re
import unittest

from playwright.sync_api import Page, expect

from tests.browser.studio import StudioTest, settled


class PlanScreenTest(StudioTest):
    def plan(self, page: Page, title: str) -> str:
        """Open a demo lesson's plan; its id."""
        lesson = self.lesson(page, title)
        page.goto(f"{self.address}/lesson/{lesson}/plan")
        page.locator("svg.stage-page").wait_for()
        return lesson

    def planned(self, page: Page, text: str = "A bee went home, buzzing. She danced for the others.") -> str:
        """A new lesson's plan."""
        lesson = self.fresh(page, text)
        page.goto(f"{self.address}/lesson/{lesson}/plan")
        page.locator("svg.stage-page").wait_for()
        return lesson

    def on_the_stage(self, page: Page, text: str) -> None:
        """The stage shows this text; its words stand apart without spaces between them."""
        words = re.compile(r"\s*".join(map(re.escape, text.split())))
        expect(page.get_by_role("group", name="The stage at this point")).to_contain_text(words)

    def test_every_mark_has_a_key(self) -> None:
        page = self.new_page()
        self.planned(page)
        for count, key in enumerate("huwdcbxknyo", start=1):
            page.locator('[data-box="a2"]').click()
            page.keyboard.press(key)
            expect(page.locator("[data-mark]")).to_have_count(count)
            page.keyboard.press("Escape")
        page.locator('[data-box="a2"]').click()
        page.keyboard.press("a")
        expect(page.get_by_text("Now choose the word that the arrow points at.")).to_be_visible()
        page.locator('[data-box="a7"]').click()
        expect(page.locator("[data-mark]")).to_have_count(12)

    def test_a_pause_point_is_moved_by_hand_and_by_key(self) -> None:
        page = self.new_page()
        lesson = self.planned(page)
        page.locator('[data-box="a2"]').click()
        page.keyboard.press("p")
        page.get_by_label("Question").fill("Where does she go?")
        page.get_by_role("button", name="Put the pause point here").click()
        grip = page.get_by_role("button", name=re.compile("^Move this pause point"))

        def stands() -> str:
            view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
            return str(view["lesson"]["pause_points"][0]["after"])

        grip.hover()
        page.mouse.down()
        box = page.locator('[data-box="a8"]').bounding_box()
        assert box
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2, steps=8)
        page.mouse.up()
        page.get_by_text("Everything kept").wait_for()
        self.assertEqual(stands(), "a8")
        grip.focus()
        page.keyboard.press("ArrowLeft")
        page.get_by_text("Everything kept").wait_for()
        self.assertEqual(stands(), "a7")

    def test_a_close_up_is_planned_and_removed(self) -> None:
        page = self.new_page()
        lesson = self.planned(page)
        page.locator('[data-box="a2"]').click()
        page.get_by_role("button", name="More", exact=True).click()
        page.get_by_role("menuitem", name="Come closer or point while it is read").click()

        def planned() -> list[dict]:
            view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
            return list(view["lesson"]["plan"]["close_ups"])

        self.wait_until(lambda: [one["first"] for one in planned()] == ["a2"])
        page.get_by_role("button", name="bee", exact=True).click()
        page.get_by_role("button", name="The whole paragraph").click()
        self.wait_until(lambda: [(one["first"], one["last"]) for one in planned()] == [("a1", "a10")])
        page.get_by_label("While these words are read").select_option("the pointer goes along")
        self.wait_until(lambda: [one["how"] for one in planned()] == ["pointer"])
        page.get_by_role("button", name="Remove", exact=True).click()
        self.wait_until(lambda: planned() == [])

    def test_the_foot_keeps_its_height(self) -> None:
        page = self.new_page()
        self.plan(page, "Bee")
        settled(page)
        foot = page.get_by_role("region", name="The chosen words")
        before, stage = foot.bounding_box(), page.locator("svg.stage-page").bounding_box()
        page.locator("[data-box]").nth(4).click()
        expect(foot.get_by_role("button", name="Pause after this")).to_be_visible()
        self.assertEqual((foot.bounding_box(), page.locator("svg.stage-page").bounding_box()), (before, stage))

    def test_ink_becomes_an_underline_and_comes_back(self) -> None:
        page = self.new_page()
        self.planned(page)
        page.get_by_role("button", name="Draw").click()
        first, last = (page.locator(f'[data-word="a{n}"]').first.bounding_box() for n in (2, 4))
        assert first
        assert last
        y = first["y"] + first["height"] * 0.98
        page.mouse.move(first["x"], y)
        page.mouse.down()
        for step in range(21):
            x = first["x"] + (last["x"] + last["width"] - first["x"]) * step / 20
            page.mouse.move(x, y + (step % 3) - 1)
        page.mouse.up()
        expect(page.get_by_role("heading", name="bee went home,")).to_be_visible()
        expect(page.get_by_label("Kind of mark")).to_have_value("underline")
        points = page.locator("[data-mark] polyline")
        tidy = points.first.get_attribute("points") or ""
        page.keyboard.press("r")
        expect(points.first).not_to_have_attribute("points", tidy)
        drawn = points.first.get_attribute("points") or ""
        self.assertGreater(len(drawn.split()), len(tidy.split()))
        page.keyboard.press("r")
        expect(points.first).to_have_attribute("points", tidy)

    def test_a_mark_sits_on_letters(self) -> None:
        page = self.new_page()
        self.planned(page)
        page.locator('[data-box="a5"]').click()
        page.keyboard.press("u")
        page.get_by_role("button", name=re.compile("^buzzing")).click()
        page.get_by_role("button", name="Mark the letter .").click()
        page.get_by_role("button", name="Mark the letter g").click()
        expect(page.get_by_role("button", name="Mark the letter .")).to_have_attribute("aria-pressed", "false")

    def test_a_question_with_choices_is_written_and_answered(self) -> None:
        page = self.new_page()
        lesson = self.plan(page, "Bee")
        page.get_by_role("button", name="Next page").click()
        page.locator("[data-box]").nth(6).click()
        page.keyboard.press("p")
        page.get_by_role("radio", name="Choose").click()
        page.get_by_label("Question").fill("What is it like inside?")
        page.get_by_label("Answer A", exact=True).fill("dark")
        page.get_by_label("Answer B", exact=True).fill("bright")
        page.get_by_label("Why answer B is wrong").fill("It says dark.")
        page.get_by_role("radio", name="sentence").click()
        page.get_by_role("button", name="Put the pause point here").click()
        page.get_by_role("button", name="What is it like inside?").click()
        page.get_by_role("button", name="See it on the stage").click()
        self.on_the_stage(page, "It says dark.")
        link = page.request.post(f"{self.address}/api/lessons/{lesson}/link").json()["url"]
        self._answer(page, link)
        page.request.delete(f"{self.address}/api/lessons/{lesson}/link")

    def _answer(self, page: Page, link: str) -> None:
        token = link.rsplit("/", 1)[1]
        stage = page.request.get(f"{self.address}/api/student/{token}").json()
        point = next(one for one in stage["points"] if one["question"] == "What is it like inside?")
        gate = next(one for one in stage["sheet"]["gates"] if one["shows"] == point["id"])
        page.goto(f"{link}?at={gate['at'] - 0.4}")
        page.get_by_role("button", name="Play").click()
        page.get_by_role("button", name="bright").click()
        expect(page.get_by_text("Not that one. It says dark.")).to_be_visible()
        expect(page.locator("[data-part]")).to_have_count(0)
        page.get_by_role("button", name="dark").click()
        expect(page.get_by_text(re.compile("^Yes"))).to_be_visible()
        expect(page.locator(f'[data-part="{point["id"]}.strike1"]')).to_be_visible()
        page.get_by_role("button", name="I am ready, go on").click()
        expect(page.locator("#turn")).to_be_hidden()

    def test_a_question_that_is_there_shows_what_proves_its_answers_on_the_text_itself(self) -> None:
        page = self.new_page()
        self.plan(page, "Kite")
        page.get_by_role("button", name=re.compile("Why did Oskar run")).click()
        expect(page.get_by_text("Words that rule it out")).to_have_count(2)
        expect(page.get_by_role("button", name=re.compile("Leave out .*sorry"))).to_be_visible()
        page.get_by_role("radio", name="Order").click()
        expect(page.get_by_label("Number 1")).to_be_visible()
        page.get_by_role("radio", name="Choose").click()
        expect(page.get_by_label("Answer A", exact=True)).to_have_value("He was angry with Wren.")

    def test_a_student_finds_the_words(self) -> None:
        page = self.new_page()
        lesson = self.plan(page, "Bee")
        link = page.request.post(f"{self.address}/api/lessons/{lesson}/link").json()["url"]
        stage = page.request.get(f"{self.address}/api/student/{link.rsplit('/', 1)[1]}").json()
        gate = next(one for one in stage["sheet"]["gates"] if one["kind"] == "find the words")
        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()["lesson"]
        span = next(p for p in view["pause_points"] if p["id"] == gate["shows"])["evidence"][0]
        page.goto(f"{link}?at={gate['at'] - 0.4}")
        page.get_by_role("button", name="Play").click()
        page.get_by_role("heading", name="Your turn").wait_for()
        page.get_by_role("button", name="Check it").click()
        expect(page.get_by_text("Choose the words on the page first.")).to_be_visible()
        first, last = (int(re.sub(r"\D", "", span[end])) for end in ("first", "last"))
        for number in range(first, last + 1):
            page.locator(f'[data-box="a{number}"]').click()
        page.get_by_role("button", name="Check it").click()
        expect(page.get_by_text("Yes, you found the words.")).to_be_visible()

    def test_texts_are_written_where_they_stand_on_the_stage(self) -> None:
        page = self.new_page()
        lesson = self.plan(page, "Bee")
        page.get_by_role("navigation", name="The run of the lesson").get_by_role("button", name="Purpose").last.click()
        page.get_by_role("button", name="Write: How can a dance be a map?").click()
        page.keyboard.type("Why does a bee dance?")
        page.keyboard.press("Enter")
        self.on_the_stage(page, "Why does a bee dance?")
        expect(page.get_by_label("Focus question")).to_have_value("Why does a bee dance?")
        first = page.get_by_role("button", name="Write: I can tell what")
        first.focus()
        page.keyboard.press("Enter")
        page.keyboard.type("Nothing of this is kept")
        page.keyboard.press("Escape")
        self.on_the_stage(page, "I can tell what a bee’s dance means.")
        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        self.assertEqual(view["undo"], "writing on the stage")
        self.assertEqual(view["lesson"]["plan"]["opening"]["focus"], "Why does a bee dance?")
        page.keyboard.press("Control+z")
        self.on_the_stage(page, "How can a dance be a map?")

    def test_a_card_is_made_and_its_parts_worked_out(self) -> None:
        page = self.new_page()
        self.planned(page, "The rabbit went hopping over the hill.")
        page.locator('[data-box="a4"]').click()
        page.keyboard.press("g")
        expect(page.get_by_label("Word", exact=True)).to_have_value("hopping")
        expect(page.get_by_text("hop + p + ing")).to_be_visible()
        page.get_by_label("Meaning, in plain words").fill("going in small jumps")
        page.get_by_label("Syllables").focus()
        self.on_the_stage(page, "going in small jumps")
        expect(page.get_by_role("navigation", name="The run of the lesson")).to_contain_text("Words")
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_label("Meaning, in plain words")).to_have_value("")

    def test_parts_of_the_run_are_moved_by_key(self) -> None:
        page = self.new_page()
        self.plan(page, "Kite")
        run = page.get_by_role("navigation", name="The run of the lesson")
        expect(run.get_by_role("listitem")).to_have_count(5)
        names = [name.split("\n")[0].strip() for name in run.get_by_role("listitem").all_inner_texts()]
        run.get_by_role("button", name=re.compile("^Words")).focus()
        page.keyboard.press("Alt+ArrowLeft")
        expect(run.get_by_role("listitem").nth(1)).to_contain_text("Words")
        moved = [name.split("\n")[0].strip() for name in run.get_by_role("listitem").all_inner_texts()]
        self.assertEqual(sorted(moved), sorted(names))
        page.get_by_role("button", name="Undo").click()
        expect(run.get_by_role("listitem").nth(1)).to_contain_text("Purpose")

    def test_parts_of_the_run_are_moved_by_their_grip_with_mouse_and_keys(self) -> None:
        page = self.new_page()
        self.plan(page, "Boat")
        run = page.get_by_role("navigation", name="The run of the lesson")
        parts = run.get_by_role("listitem")
        expect(parts.first).to_be_visible()
        before = [name.split("\n")[0].strip() for name in parts.all_inner_texts()]
        self.assertEqual(before[0], "Title")
        second, third = before[1:3]
        grip = run.get_by_role("button", name=f"Move {third}").bounding_box()
        goal = parts.nth(1).bounding_box()
        assert grip
        assert goal
        page.mouse.move(grip["x"] + 6, grip["y"] + 10)
        page.mouse.down()
        page.mouse.move(grip["x"] - 12, grip["y"] + 10, steps=5)
        page.mouse.move(goal["x"] + goal["width"] / 2, goal["y"] + 20, steps=12)
        page.mouse.up()
        expect(parts.nth(1)).to_contain_text(third)
        expect(page.get_by_text("Everything kept")).to_be_visible()
        page.wait_for_timeout(800)  # it is still gliding to its place
        run.get_by_role("button", name=f"Move {third}").focus()
        for key in ("Space", "ArrowRight", "Space"):
            page.keyboard.press(key)
            page.wait_for_timeout(300)
        expect(parts.nth(1)).to_contain_text(second)
        expect(page.get_by_text(f"{third} is put down at place 3.")).to_be_attached()
        expect(page.get_by_role("button", name="Undo")).to_be_enabled()

    def test_a_suggestion_is_taken_with_one_press(self) -> None:
        page = self.new_page()
        self.planned(page, "Rain on the roof,\nping, ping, ping.\nFar away it is\na quiet thing.")
        page.get_by_role("region", name="What to do first").get_by_role("button", name=re.compile("^rhyme")).click()
        column = page.get_by_role("region", name="Suggestions")
        expect(column).to_contain_text("“thing” rhymes with “ping”.")
        column.get_by_role("button", name="Mark it: thing.").click()
        expect(column.get_by_text("taken").first).to_be_visible()
        expect(page.locator("[data-mark]")).to_have_count(1)
        page.get_by_label("Kind of suggestion").select_option(label="everything")
        page.keyboard.press("t")
        expect(column.get_by_text("taken")).to_have_count(2)

    def test_a_chart_is_added_and_filled(self) -> None:
        page = self.new_page()
        self.planned(page)
        page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_role("menuitem", name="beginning, middle, end").click()
        page.get_by_label("What is filled into box 1").fill("A bee comes home.")
        page.get_by_label("Heading of box 2").focus()
        self.on_the_stage(page, "A bee comes home.")

    def test_words_of_the_text_go_into_a_chart_and_a_number_ties_them_to_their_box(self) -> None:
        page = self.new_page()
        self.planned(page)
        page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_role("menuitem", name="cause and effect").click()
        page.get_by_role("button", name="Choose words in the text").first.click()
        page.locator('[data-box="a2"]').click()
        page.locator('[data-box="a4"]').click(modifiers=["Shift"])
        page.get_by_role("button", name="Take the chosen words").first.click()
        self.on_the_stage(page, "“bee went home,”")
        page.get_by_role("button", name="Back to the text").click()
        page.locator('[data-box="a2"]').click()
        page.keyboard.press("n")
        page.get_by_label("The box of a chart that it stands for").select_option(label="Why it happens: Effect")
        expect(page.get_by_text("Everything kept")).to_be_visible()
        page.get_by_role("button", name="Add", exact=True).click()
        page.get_by_role("menuitem", name="See “Why it happens”").click()
        expect(page.locator('[data-part$=".tie"]')).to_contain_text("1")

    def test_a_card_is_drawn_and_cards_change_places(self) -> None:
        page = self.new_page()
        lesson = self.planned(page)
        for word in ("a2", "a7"):
            page.locator(f'[data-box="{word}"]').click()
            page.keyboard.press("g")
            expect(page.get_by_label("Word", exact=True)).to_be_visible()
            if word == "a2":
                page.get_by_role("button", name="Back to the text").click()
        page.get_by_role("button", name="Draw one").click()
        page.get_by_role("radio", name="green").click()
        pad = page.locator("[data-pad]").bounding_box()
        assert pad
        for line in range(2):
            page.mouse.move(pad["x"] + 100, pad["y"] + 100 + 60 * line)
            page.mouse.down()
            page.mouse.move(pad["x"] + 300, pad["y"] + 180 + 60 * line, steps=8)
            page.mouse.up()
        page.get_by_role("button", name="Take back a line").click()
        expect(page.get_by_role("img", name=re.compile(": 1 line$"))).to_be_visible()
        page.get_by_role("button", name="Keep the drawing").click()
        stage = page.get_by_role("group", name="The stage at this point")
        expect(stage.locator('polyline[stroke="var(--color-moss)"]')).to_have_count(1)
        kept = page.request.get(f"{self.address}/api/lessons/{lesson}").json()["lesson"]["plan"]["cards"][1]
        (line,) = kept["drawing"]
        self.assertEqual(line["colour"], "moss")
        side = pad["width"]
        self.assertAlmostEqual(line["points"][0], 1000 * 100 / side, delta=4)
        self.assertAlmostEqual(line["points"][-1], 1000 * 180 / side, delta=4)
        listed = page.get_by_role("list", name="In this part")
        own = listed.get_by_role("button", name=re.compile("^(?!Move)"))
        expect(own).to_have_count(2)
        own.nth(1).focus()
        page.keyboard.press("Alt+ArrowLeft")
        expect(own.first).to_have_attribute("aria-current", "true")
        listed.get_by_role("button", name="Move").first.focus()
        for key in ("Space", "ArrowRight", "Space"):
            page.keyboard.press(key)
            page.wait_for_timeout(300)
        expect(own.nth(1)).to_have_attribute("aria-current", "true")

    def test_a_file_of_word_cards_comes_in(self) -> None:
        page = self.new_page()
        self.planned(page)
        page.get_by_role("button", name="Files", exact=True).click()
        with page.expect_file_chooser() as chooser:
            page.get_by_role("menuitem", name=re.compile("^word cards")).last.click()
        table = b"word,meaning\nhive,where bees live\ncomb,cells of wax\n"
        chooser.value.set_files({"name": "cards.csv", "mimeType": "text/csv", "buffer": table})
        run = page.get_by_role("navigation", name="The run of the lesson")
        expect(run.get_by_role("button", name=re.compile("^Words"))).to_contain_text("2")


if __name__ == "__main__":
    unittest.main()
