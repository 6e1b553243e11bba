"""What "stop here" means while a page is on the stage."""

from __future__ import annotations

import unittest

from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.direct.stops_at_hand import stops_at_hand
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint


class StopsAtHandTest(unittest.TestCase):
    def test_a_page_of_the_text_has_those_of_its_words_and_a_question_its_own(self) -> None:
        made = lesson("A bee finds clover.\n\n---\n\nShe dances for others.")
        for after, text in (("a8", "Why?"), ("a4", "Where?"), ("a2", "Who?")):
            made = apply(made, KeepPoint(PausePoint("", after, text, 5)))
        choices = Choose(choices=(Choice("one", right=True), Choice("two")))
        made = apply(made, KeepPoint(PausePoint("", "", "Which?", 5, choices)))
        layout = typeset(made)
        asked = {point.id: point.question for point in made.pause_points}
        found = {
            layout.pages[page].board or layout.pages[page].id: [asked[id] for id in points]
            for page, points in stops_at_hand(made, layout).items()
        }
        first, second = (page.id for page in layout.pages if not page.board and not page.title)
        own = next(id for id, text in asked.items() if text == "Which?")
        self.assertEqual(found, {first: ["Who?", "Where?"], second: ["Why?"], own: ["Which?"]})


if __name__ == "__main__":
    unittest.main()
