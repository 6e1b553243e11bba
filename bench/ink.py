"""`./run bench ink`: how many generated strokes, clean and shaky, become the mark they were meant for."""

from __future__ import annotations

from collections import Counter

import numpy as np

from tests.core.inks import CLEAN, SHAKY, drawings
from wordtrail.core.layout.ink import Canvas, mark_of_ink
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.intake import passage_from_text
from wordtrail.standins.passages import BEES_MAP, KITE, RAIN

EACH = 800
"""Drawings on each page."""


def main() -> None:
    """Print the share that is right, kind by kind."""
    lessons = [Lesson((passage_from_text(text),)) for text in (BEES_MAP, KITE, RAIN)]
    pages = [page for lesson in lessons for page in typeset(lesson).pages if page.boxes]
    for name, hand in (("clean", CLEAN), ("shaky", SHAKY)):
        drawn, right = Counter[str](), Counter[str]()
        for number, page in enumerate(pages):
            spacing = float(np.median(np.diff(sorted({box.baseline for box in page.boxes}))))
            for one in drawings(page.boxes, spacing, hand, EACH, seed=number + 100):
                seen = mark_of_ink(one.strokes, Canvas(page.boxes, page.size))
                drawn[one.form.kind] += 1
                right[one.form.kind] += (seen.form, seen.first, seen.last) == (one.form, one.first, one.last)
        kinds = ", ".join(f"{kind} {100 * right[kind] / drawn[kind]:.1f} %" for kind in drawn)
        print(f"{name}: {100 * right.total() / drawn.total():.1f} % of {drawn.total()} ({kinds})")


if __name__ == "__main__":
    main()
