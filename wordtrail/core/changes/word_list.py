"""A lesson of words alone: cards, and no passage to read."""

from __future__ import annotations

import re

from wordtrail.core.changes.card_changes import MakeCard
from wordtrail.core.errors import LessonError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.text.model import Passage


def lesson_of_words(text: str, title: str = "") -> Lesson:
    """A lesson with a card for each word of `text`, parted by commas, line feeds or spaces; two words that
    belong together are kept so by commas. Its passage is empty. Raises LessonError."""
    by = r"[,;\n]+" if re.search(r"[,;\n]", text) else r"\s+"
    words = list(dict.fromkeys(word.strip() for word in re.split(by, text) if word.strip()))
    if not words:
        raise LessonError("There are no words in this list yet.", advice="Write the words, with commas between.")
    lesson = Lesson((Passage("a", title.strip() or "Words to know", "", "", ()),))
    for word in words:
        lesson = MakeCard(word).apply(lesson)
    return lesson
