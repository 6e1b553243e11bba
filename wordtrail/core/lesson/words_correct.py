"""Words correct in a minute, by paragraph and by page: what the norms of oral reading are counted in.

S. L. Deno, "Curriculum-based measurement: the emerging alternative", Exceptional Children 52, 1985: a word that is
misread or left out is wrong, one that is put right is right, and what is said again counts once.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.paragraph_paces import FEWEST_WORDS, heard_at, paragraph_paces
from wordtrail.core.lesson.settled_slips import is_settled
from wordtrail.core.trail.checks import is_of_visit
from wordtrail.core.trail.model import SlipKind, Trail, Visit


@dataclass(frozen=True, slots=True)
class ParagraphRead:
    """How a paragraph was read: by its first word, from when on (seconds of take time), on which page, its words a
    minute as they are heard, those of them that are correct, and whether it runs ahead of the plan."""

    first: str
    start: float
    page: str
    words_per_minute: float
    correct: float
    quick: bool


@dataclass(frozen=True, slots=True)
class PageRead:
    """The same of a page: by the first words of the first and the last of its paragraphs that were read."""

    page: str
    first: str
    last: str
    words_per_minute: float
    correct: float


def paragraphs_read(lesson: Lesson, take: str, shown: Trail, visits: Sequence[Visit]) -> Iterator[ParagraphRead]:
    """The paragraphs of which enough words were read in these visits of a take, whose trail is `shown`."""
    blocks = {word.id: block for passage in lesson.passages for block in passage.blocks for word in block.words}
    for pace in paragraph_paces(lesson, take, visits):
        own = {word.id for word in blocks[pace.first].words}
        share = _share_correct(lesson, take, shown, [visit for visit in visits if visit.word in own])
        rate = pace.words_per_minute
        yield ParagraphRead(pace.first, pace.start, pace.page, rate, round(share * rate, 1), pace.quick)


def pages_read(
    lesson: Lesson, take: str, shown: Trail, visits: Sequence[Visit], paragraphs: Sequence[ParagraphRead]
) -> Iterator[PageRead]:
    """The pages of which enough words were read in these visits, in the order of the text, by those of their
    `paragraphs` that were read."""
    firsts = [one.first for one in paragraphs]
    for passage in lesson.passages:
        for page in passage.pages:
            words = {word.id for block in page.blocks for word in block.words}
            own = [visit for visit in visits if visit.word in words]
            begins = [first for first in firsts if first in words]
            if len(own) >= FEWEST_WORDS and begins:
                rate = heard_at(lesson, take, own)
                share = _share_correct(lesson, take, shown, own)
                yield PageRead(page.labels, begins[0], begins[-1], rate, round(share * rate, 1))


def _share_correct(lesson: Lesson, take: str, shown: Trail, visits: Sequence[Visit]) -> float:
    """The part of the words that were said which are correct: each once in a pass over the text, by how it was said
    last in it."""
    wrong = [slip for slip in shown.slips if slip.kind is SlipKind.MISREAD and not is_settled(lesson, take, slip)]
    count = 0
    for one_pass in _passes(visits, lesson.positions()):
        last = {visit.word: visit for visit in one_pass}
        count += sum(visit.mended or not any(is_of_visit(slip, visit) for slip in wrong) for visit in last.values())
    return count / len(visits)


def _passes(visits: Sequence[Visit], order: Mapping[str, int]) -> Iterator[list[Visit]]:
    """The visits of words that stand together, pass by pass: who goes back from the end of them begins another one;
    from anywhere else, she says again what she said."""
    end = max(order[visit.word] for visit in visits)
    current: list[Visit] = []
    for visit in visits:
        finished = bool(current) and order[current[-1].word] == end
        if finished and order[visit.word] < end:
            yield current
            current = []
        current.append(visit)
    yield current
