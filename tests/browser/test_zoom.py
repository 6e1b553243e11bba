"""Every teacher's screen at a usual size and at 200 % zoom: nothing stands outside, and all can be hit."""

from __future__ import annotations

import unittest

from playwright.sync_api import Page, ViewportSize, expect

from tests.browser.studio import StudioTest

USUAL: ViewportSize = {"width": 1280, "height": 720}
ZOOMED: ViewportSize = {"width": 640, "height": 360}
"""A window of 1280 × 720 at 200 %."""

SMALLEST_TARGET = 24
"""CSS pixels (WCAG 2.2, 2.5.8)."""

LOOK = """least => {
  const faults = []
  const wide = document.documentElement.scrollWidth
  if (wide > innerWidth + 1) faults.push(`the page is ${wide} wide`)
  for (const one of document.querySelectorAll('button, a[href], input, select, textarea, [role=slider]')) {
    const box = one.getBoundingClientRect()
    const name = `${one.tagName} ${(one.getAttribute('aria-label') || one.textContent || '').trim().slice(0, 40)}`
    if (!box.width || !box.height || one.tabIndex < 0 || one.classList.contains('sr-only')) continue
    const target = (one.type === 'checkbox' || one.type === 'radio') && one.closest('label')
    const hit = (target || one).getBoundingClientRect()
    if (hit.width < least || hit.height < least) faults.push(`${name}: ${hit.width} × ${hit.height}`)
    let scrolled = false
    for (let up = one.parentElement; up; up = up.parentElement)
      scrolled ||= /auto|scroll/.test(getComputedStyle(up).overflowX) && up.scrollWidth > up.clientWidth
    if (!scrolled && (box.right > wide + 1 || box.left < -1)) faults.push(`${name}: outside`)
  }
  return faults
}"""


class ZoomTest(StudioTest):
    def screens(self, page: Page) -> list[str]:
        lessons = [self.lesson(page, title) for title in ("Bee", "Kite")]
        screens = ("text", "plan", "record", "sync", "video", "share")
        return ["/", "/new", *(f"/lesson/{one}/{screen}" for one in lessons for screen in screens)]

    def test_nothing_is_outside_and_every_target_can_be_hit(self) -> None:
        for window in (USUAL, ZOOMED):
            page = self.new_page()
            page.set_viewport_size(window)
            for path in self.screens(page):
                page.goto(self.address + path)
                page.wait_for_load_state("networkidle")
                page.wait_for_timeout(300)
                with self.subTest(f"{window['width']}: {path[-8:]}"):
                    self.assertEqual(page.evaluate(LOOK, SMALLEST_TARGET), [])

    def test_a_lesson_is_made_and_planned_at_200_percent(self) -> None:
        page = self.new_page()
        page.set_viewport_size(ZOOMED)
        page.goto(f"{self.address}/new")
        page.get_by_label("Passage", exact=True).fill("The Bee\n\nA bee went home, buzzing. She danced for the others.")
        page.get_by_role("button", name="Use it as the title").click()
        expect(page.get_by_label("Title", exact=True)).to_have_value("The Bee")
        page.get_by_role("button", name="Make the lesson").click()
        page.locator('[data-box="a2"]').click()
        page.get_by_role("button", name="Pause after this").click()
        page.get_by_label("Question").fill("Where does she go?")
        page.get_by_role("button", name="Put the pause point here").click()
        expect(page.get_by_role("button", name="Where does she go?").first).to_be_visible()
        page.get_by_role("link", name="Go to Record").click()
        expect(page.get_by_role("button", name="Record a take")).to_be_in_viewport()


if __name__ == "__main__":
    unittest.main()
