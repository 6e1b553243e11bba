"""Students find and mark words of the text."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import ClassVar, Literal, Self

from wordtrail.core.errors import LessonError
from wordtrail.core.plan.activities.activity import Activity, Group, Page
from wordtrail.core.plan.answers import Answer, AnsweredBy, Verdict
from wordtrail.core.text.span import Span


@dataclass(frozen=True, slots=True)
class FindWords(Activity):
    """Students find the words that are the evidence of the pause point."""

    name: ClassVar[str] = "Find words"
    rank: ClassVar[int] = 50
    group: ClassVar[Group] = Group.FIND
    does: ClassVar[str] = "Students look for words in the text."
    heading: ClassVar[str] = "Find the words"
    usual_think: ClassVar[float] = 20.0
    answered_by: ClassVar[AnsweredBy] = AnsweredBy.WORDS
    page: ClassVar[Page] = Page.TEXT
    is_checked: ClassVar[bool] = True
    shows_evidence: ClassVar[bool] = False
    kind: Literal["find the words"] = "find the words"

    def checked(self, evidence: tuple[Span, ...]) -> Self:
        if not evidence:
            raise LessonError("There are no words to find yet.", advice="Choose the words students should find.")
        return self

    def verdict(self, answer: Answer, evidence: tuple[Span, ...], order: Sequence[str]) -> Verdict:
        """Words count as found when every word of one of the teacher's spans was picked and no more than one word
        beside it on either side."""
        place = {word: n for n, word in enumerate(order)}
        picked = {place[word] for word in answer.words if word in place}
        spans = [set(range(place[s.first], place[s.last] + 1)) for s in evidence if {s.first, s.last} <= place.keys()]
        around = {n for span in spans for n in (min(span) - 1, max(span) + 1)}
        wanted = set().union(*spans)
        whole = [span for span in spans if span <= picked]
        extra = picked - wanted - around
        right = len(whole) == len(spans) and not extra
        if right:
            sentence = "Yes, you found the words."
        elif extra:
            sentence = "Some of these words do not belong to it. Look again."
        elif picked:
            sentence = "Good so far. There are more words to find."
        else:
            sentence = "Choose the words on the page first."
        return Verdict(
            right, sentence, tuple(order[n] for n in sorted(picked & wanted)), tuple(order[n] for n in sorted(extra)),
            len(spans) - len(whole),
        )  # fmt: skip
