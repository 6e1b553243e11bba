"""The Text screen in a real browser: files brought in, words checked by key, blocks shaped where they stand."""

from __future__ import annotations

import io
import tempfile
import unittest
from pathlib import Path

import docx
from axe_core_python.sync_playwright import Axe
from PIL import Image, ImageDraw
from playwright.sync_api import FloatRect, Route, expect

from tests.browser.studio import JOB, StudioTest
from tests.media.test_ocr import printed


def document() -> bytes:
    """A Word document with faults: a word twice, two words run together, a picture that says nothing."""
    made = docx.Document()
    made.add_heading("Up the hill", 1)
    paragraph = made.add_paragraph("Ida ran up ")
    paragraph.add_run("Tanner’s").bold = True
    paragraph.add_run(" Hill with the kite. The wind was was strong. One half ofthe string was red.")
    picture = io.BytesIO()
    hill = Image.new("RGB", (400, 260), "#bfdceb")
    ImageDraw.Draw(hill).ellipse((-60, 140, 300, 500), fill="#5b8c5a")
    hill.save(picture, "PNG")
    made.add_picture(picture)
    for step in ("Hold the string.", "Run into the wind."):
        made.add_paragraph(step, style="List Number")
    out = io.BytesIO()
    made.save(out)
    return out.getvalue()


class TextScreenTest(StudioTest):
    def setUp(self) -> None:
        self.page = self.new_page()

    def bring(self, *files: tuple[str, bytes]) -> None:
        self.page.goto(f"{self.address}/new")
        with tempfile.TemporaryDirectory() as folder:
            paths = []
            for name, data in files:
                path = Path(folder) / name
                path.write_bytes(data)
                paths.append(path)
            self.page.get_by_label("Files to bring in").set_input_files(paths)
            onward = self.page.get_by_role("button", name="Make the lesson and check the text")
            expect(onward).to_be_enabled(timeout=JOB)
        onward.click()
        expect(self.page.get_by_role("tab", name="How words sound")).to_be_visible()

    def kept(self) -> list[tuple[str, str]]:
        """The blocks as the server has them."""
        lesson = self.page.url.rpartition("/lesson/")[2].partition("/")[0]
        view = self.page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        pages = view["lesson"]["passages"][0]["pages"]
        return [(block["kind"], block["text"]) for page in pages for block in page["blocks"]]

    def assert_kept(self, *blocks: tuple[str, str]) -> None:
        for _ in range(40):
            if all(block in self.kept() for block in blocks):
                return
            self.page.wait_for_timeout(150)
        self.assertEqual([block for block in blocks if block not in self.kept()], [], self.kept())

    def test_a_document_is_checked_and_shaped_with_the_keyboard(self) -> None:
        page = self.page
        self.bring(("kite.docx", document()))
        expect(page.get_by_role("article", name="To check: was")).to_be_visible()
        expect(page.get_by_text("1 more to check")).to_be_visible()
        page.keyboard.press("d")
        expect(page.get_by_text("The last one")).to_be_visible()
        page.get_by_role("button", name="of the", exact=True).click()
        expect(page.get_by_text("Every word looks right.")).to_be_visible()
        sentence = "Ida ran up Tanner’s Hill with the kite. The wind was strong. One half of the string was red."
        self.assert_kept(("heading", "Up the hill"), ("paragraph", sentence), ("step", "Hold the string."))

        page.get_by_role("textbox", name="Paragraph").focus()
        page.keyboard.press("Escape")
        page.keyboard.press("b")
        self.assert_kept(("fact box", sentence))
        page.keyboard.press("Control+z")
        self.assert_kept(("paragraph", sentence))

        text = page.get_by_role("textbox", name="Paragraph")
        text.focus()
        page.keyboard.press("Control+End")
        page.keyboard.type(" It flew.")
        page.get_by_role("button", name="Credits").focus()
        self.assert_kept(("paragraph", sentence + " It flew."))

        page.get_by_label("What does it show?").fill("A green hill under a blue sky")
        page.get_by_role("button", name="Credits").focus()
        self.assert_kept(("picture", "A green hill under a blue sky"))
        axe = Axe().run(page, options={"runOnly": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]})
        self.assertEqual([(v["id"], v["nodes"][0]["html"][:200]) for v in axe["violations"]], [])

    def test_enter_parts_a_block_and_backspace_joins_it_again(self) -> None:
        page = self.page
        self.bring(("a.txt", b"One two three. Four five six."))
        text = page.get_by_role("textbox", name="Paragraph")
        text.focus()
        page.keyboard.press("Control+Home")
        for _ in range(14):
            page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")
        self.assert_kept(("paragraph", "One two three."), ("paragraph", "Four five six."))
        second = page.get_by_role("textbox", name="Paragraph: Four")
        second.focus()
        page.keyboard.press("Control+Home")
        page.keyboard.press("Backspace")
        self.assert_kept(("paragraph", "One two three. Four five six."))

    def test_emphasis_lines_and_what_is_pasted_are_kept(self) -> None:
        page = self.page
        self.bring(("a.txt", b"One two three."))
        page.get_by_role("textbox", name="Paragraph").focus()
        page.keyboard.press("Control+Home")
        page.keyboard.press("Control+Shift+ArrowRight")
        page.keyboard.press("Control+b")
        page.keyboard.press("End")
        page.keyboard.type(" *Four* five.")
        page.keyboard.press("Control+z")
        page.evaluate(
            """() => {
              const clipboardData = new DataTransfer()
              clipboardData.setData('text/html', '<h2>Six</h2><p>seven <i>eight</i>.</p>')
              const paste = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true })
              document.activeElement.dispatchEvent(paste)
            }"""
        )
        page.keyboard.press("Escape")
        self.assert_kept(("paragraph", "One two three.Six seven eight."))
        self.assertEqual(self.styles(), ["One", "eight"])
        page.keyboard.press("v")
        page.get_by_role("textbox", name="Stanza").focus()
        page.keyboard.press("Control+End")
        page.keyboard.press("Enter")
        page.keyboard.type("Nine.")
        page.keyboard.press("Escape")
        self.assert_kept(("stanza", "One two three.Six seven eight.\nNine."))

    def test_what_is_not_taken_stays_in_the_field(self) -> None:
        page = self.page
        self.bring(("a.txt", b"One two three."))
        on_their_way: list[Route] = []
        page.route("**/commands", lambda route: on_their_way.append(route))
        page.get_by_role("textbox", name="Paragraph").hover()
        page.get_by_role("textbox", name="Paragraph").focus()
        page.keyboard.press("Control+End")
        page.keyboard.type(" Four.")
        page.get_by_role("button", name="Credits").focus()
        page.mouse.move(5, 5)
        for _ in range(100):
            if on_their_way:
                break
            page.wait_for_timeout(50)
        on_their_way[0].abort()
        expect(page.get_by_role("alert")).to_be_visible()
        expect(page.get_by_role("textbox", name="Paragraph")).to_have_text("One two three. Four.")
        page.unroute("**/commands")
        page.get_by_role("textbox", name="Paragraph").focus()
        page.keyboard.press("Control+End")
        page.keyboard.type("!")
        page.keyboard.press("Escape")
        self.assert_kept(("paragraph", "One two three. Four.!"))

    def styles(self) -> list[str]:
        """The parts of the first block that are bold or italic."""
        lesson = self.page.url.rpartition("/lesson/")[2].partition("/")[0]
        view = self.page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        block = view["lesson"]["passages"][0]["pages"][0]["blocks"][0]
        return [block["text"][run["start"] : run["end"]].strip() for run in block["emphasis"]]

    def test_a_photo_is_read_and_its_page_can_be_shown_as_it_is(self) -> None:
        page = self.page
        photo = io.BytesIO()
        Image.fromarray(printed()[0]).rotate(1.5, fillcolor="white").save(photo, "JPEG", quality=80)
        self.bring(("page.jpg", photo.getvalue()))
        self.assert_kept(
            ("heading", "The blue boat"), ("paragraph", "Nobody had seen it since the day before the storm.")
        )
        page.get_by_role("radio", name="As the photo").click()
        page.get_by_role("tab", name="As students see it").click()
        page.get_by_role("button", name="Next page").click()
        expect(page.locator("svg.stage-page image")).to_have_count(1)
        expect(page.locator("svg.stage-page text")).to_have_count(0)

    def test_blocks_are_moved_by_dragging_and_by_key(self) -> None:
        page = self.page
        self.bring(("a.txt", b"One one.\n\nTwo two.\n\nThree three."))
        grip = page.locator(".block-row").nth(2).locator(".grip").bounding_box()
        goal = page.locator(".block-row").nth(0).bounding_box()
        assert grip
        assert goal
        page.mouse.move(grip["x"] + 8, grip["y"] + 8)
        page.mouse.down()
        page.mouse.move(grip["x"] + 20, grip["y"] - 10, steps=4)
        page.mouse.move(goal["x"] + 300, goal["y"] + 10, steps=6)
        page.mouse.up()
        expect(page.locator(".words")).to_have_text(["Three three.", "One one.", "Two two."])
        page.locator(".kind").first.focus()
        page.keyboard.press("Alt+ArrowDown")
        expect(page.locator(".words")).to_have_text(["One one.", "Three three.", "Two two."])
        self.touch(page.locator(".grip").nth(2).bounding_box(), page.locator(".block-row").nth(0).bounding_box())
        expect(page.locator(".words")).to_have_text(["Two two.", "One one.", "Three three."])
        page.get_by_role("button", name="Undo").click()
        expect(page.locator(".words")).to_have_text(["One one.", "Three three.", "Two two."])

    def touch(self, begin: FloatRect | None, end: FloatRect | None) -> None:
        """A finger goes from the middle of one thing to another."""
        assert begin
        assert end
        screen = self.page.context.new_cdp_session(self.page)
        x, y = begin["x"] + begin["width"] / 2, begin["y"] + begin["height"] / 2

        def put(kind: str, *at: float) -> None:
            points = [{"x": at[0], "y": at[1]}] if at else []
            screen.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})
            self.page.wait_for_timeout(60)

        put("touchStart", x, y)
        self.page.wait_for_timeout(400)  # a finger that rests takes up, one that goes on scrolls
        for step in range(1, 11):
            put("touchMove", x, y + (end["y"] + 4 - y) * step / 10)
        self.page.wait_for_timeout(300)
        put("touchEnd")

    def test_files_are_there_again_after_the_tab_was_closed(self) -> None:
        page = self.page
        page.goto(f"{self.address}/new")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "hive.md"
            path.write_text("# The hive\n\nIt is dark.", encoding="utf-8")
            page.get_by_label("Files to bring in").set_input_files(path)
            expect(page.get_by_text("5 words, 1 page")).to_be_visible()
        page.reload()
        expect(page.get_by_text("5 words, 1 page")).to_be_visible()
        page.get_by_role("button", name="Make the lesson and check the text").click()
        expect(page.get_by_role("tab", name="How words sound")).to_be_visible()
        page.goto(f"{self.address}/new")
        expect(page.get_by_text("5 words, 1 page")).to_be_hidden()

    def test_rich_text_is_pasted_with_its_headings(self) -> None:
        page = self.page
        page.goto(f"{self.address}/new")
        page.get_by_label("Passage", exact=True).focus()
        page.evaluate(
            """() => {
              const clipboardData = new DataTransfer()
              clipboardData.setData('text/html', '<h2>The hive</h2><p>It is <b>dark</b> inside.</p>')
              clipboardData.setData('text/plain', 'The hive It is dark inside.')
              const paste = new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true })
              document.activeElement.dispatchEvent(paste)
            }"""
        )
        page.get_by_role("button", name="Make the lesson and check the text").click()
        expect(page.get_by_role("tab", name="How words sound")).to_be_visible()
        self.assert_kept(("subheading", "The hive"), ("paragraph", "It is dark inside."))

    def test_how_words_sound_looks_and_credits(self) -> None:
        page = self.page
        self.bring(("a.txt", b"Zibbik flew in 1944. It was far."))
        page.get_by_role("tab", name="How words sound").click()
        field = page.get_by_label("Zibbik in syllables")
        field.fill("ZIH-bick")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(page.get_by_role("button", name="As before")).to_be_visible()
        page.get_by_role("button", name="Look").click()
        page.get_by_role("radio", name="Lexend").click()
        page.get_by_role("button", name="Close").click()
        page.get_by_role("tab", name="As students see it").click()
        page.get_by_role("button", name="Next page").click()
        expect(page.locator("svg.stage-page text").first).to_have_attribute("font-family", "'Lexend'")
        page.get_by_role("button", name="Credits").click()
        page.get_by_label("Illustrator").fill("Ida Finch")
        page.get_by_role("radio", name="Public domain").click()
        page.get_by_role("button", name="Keep the credits").click()
        page.get_by_role("button", name="Page before").click()
        expect(
            page.get_by_text("pictures by Ida Finch").or_(page.locator("svg text", has_text="Ida")).first
        ).to_be_visible()


if __name__ == "__main__":
    unittest.main()
