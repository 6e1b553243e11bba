"""From lines of print to blocks: what belongs together on a page of a PDF or a photo, and what it is.

A line's places are in any unit, as long as all lines of a page share it; y grows downwards.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from statistics import median

from wordtrail.core.speech.pronunciation import in_dictionary
from wordtrail.core.text.draft import DraftBlock, DraftWord
from wordtrail.core.text.model import BlockKind, Emphasis, Style
from wordtrail.core.text.suggest import is_verse

HEADING, SUBHEADING, SMALL = 1.35, 1.12, 0.86
"""Times the size of the page's body text from which, and up to which, a line is something else."""

SIZES_DIFFER = 1.2
GAP = 1.3
"""Times the usual step from baseline to baseline: another block begins."""

INDENT = 0.7
"""Times a line's height by which the first line of a paragraph stands in."""

OUT_IN_MARGIN = 0.5
"""Times a line's height by which a number stands out to the left of all other lines."""

SHORT_LINE = 0.88
"""Share of the column's width below which a line that ends a sentence ends its paragraph."""

VERSE_WIDTH = 0.8
"""Share of the column's width that lines of verse keep to, where prose would fill it."""

LONGEST_HEADING = 14
HYPHENS = "-‐¬\u00ad"


@dataclass(frozen=True, slots=True)
class PrintLine:
    """A line of print: its text, edges, size of letters, whether all of it is bold, and which region of
    the page (column, box) it stands in. `boxed` regions have a ground of their own. `words` are the
    words found on a photo, in order."""

    text: str
    left: float
    right: float
    top: float
    bottom: float
    size: float
    bold: bool = False
    region: int = 0
    boxed: bool = False
    words: tuple[DraftWord, ...] = ()

    @property
    def baseline(self) -> float:
        """Where its letters stand: that of its words where there are any, else its lower edge."""
        return median(word.baseline for word in self.words) if self.words else self.bottom

    @property
    def height(self) -> float:
        """From top to bottom."""
        return self.bottom - self.top


def blocks_of_lines(lines: Sequence[PrintLine]) -> tuple[DraftBlock, ...]:
    """The blocks that lines in reading order make up."""
    shown = _without_margin_numbers([line for line in lines if line.text.strip()])
    if not shown:
        return ()
    body = _body_size(shown)
    groups = _groups(shown)
    columns = {region: [line for line in shown if line.region == region] for region in {line.region for line in shown}}
    blocks: list[DraftBlock] = []
    for group in groups:
        column = columns[group[0].region]
        width = max(line.right for line in column) - min(line.left for line in column)
        blocks.append(_block(group, body, width, first=not blocks))
    return tuple(blocks)


def _without_margin_numbers(lines: Sequence[PrintLine]) -> list[PrintLine]:
    """Lines without the numbers that books print in the margin beside paragraphs: ours are counted anew."""
    result = []
    for line in lines:
        others = [one.left for one in lines if one.region == line.region and not one.text[0].isdigit()]
        hangs = others and line.left < min(others) - OUT_IN_MARGIN * line.height
        if hangs and len(line.words) > 1 and line.words[0].text.isdigit():
            rest = line.words[1:]
            line = replace(line, text=" ".join(word.text for word in rest), left=rest[0].x, words=rest)
        result.append(line)
    return result


def _body_size(lines: Sequence[PrintLine]) -> float:
    """The size that most letters of the page have."""
    sizes = [line.size for line in lines for _ in range(max(1, len(line.text) // 8))]
    return median(sizes)


def _groups(lines: Sequence[PrintLine]) -> list[list[PrintLine]]:
    """Lines put together to blocks."""
    steps = [
        after.baseline - before.baseline
        for before, after in pairwise(lines)
        if before.region == after.region and after.baseline > before.baseline
    ]
    usual = sorted(steps)[int(len(steps) * 0.4)] if steps else 0.0
    groups: list[list[PrintLine]] = [[lines[0]]]
    for before, line in pairwise(lines):
        if _parts(before, line, groups[-1], usual, lines):
            groups.append([line])
        else:
            groups[-1].append(line)
    return groups


def _parts(
    before: PrintLine, line: PrintLine, group: Sequence[PrintLine], usual: float, lines: Sequence[PrintLine]
) -> bool:
    """Whether another block begins with `line`."""
    if line.region != before.region or line.boxed != before.boxed or line.top < before.top:
        return True
    if max(line.size, before.size) > SIZES_DIFFER * min(line.size, before.size) or line.bold != before.bold:
        return True
    height = max(line.height, before.height)
    if line.baseline - before.baseline > GAP * usual:
        return True
    if _begins_item(line.text):
        return True
    column = [one for one in lines if one.region == line.region]
    left, right = min(one.left for one in column), max(one.right for one in column)
    ends = before.text.rstrip("”\"'’)")[-1:] in ".!?:"
    indented = line.left - left > INDENT * height and abs(before.left - left) < INDENT * height
    ragged = len(group) >= 2 and is_verse([one.text for one in group])
    if indented and ends:
        return True
    return (
        ends
        and not ragged
        and before.right - left < SHORT_LINE * (right - left)
        and len(column) > 3
        and not (_short_lines(column))
    )


def _short_lines(column: Sequence[PrintLine]) -> bool:
    """Whether a column looks like verse as a whole: its lines end where they like."""
    return is_verse([line.text for line in column])


def _begins_item(text: str) -> bool:
    head = text.split(maxsplit=1)[0]
    return head in ("•", "▪", "●", "–", "*", "-") or (head[:-1].isdigit() and head[-1] in ".)" and len(head) <= 3)


def _block(group: Sequence[PrintLine], body: float, width: float, first: bool) -> DraftBlock:
    size = median(line.size for line in group)
    texts = [line.text.strip() for line in group]
    words = sum(len(text.split()) for text in texts)
    bold = all(line.bold for line in group)
    if group[0].boxed:
        return DraftBlock(BlockKind.FACT_BOX, joined(texts))
    short = words <= LONGEST_HEADING and not texts[-1].endswith((".", ",", ";"))
    if short and (size >= HEADING * body or (first and size >= SUBHEADING * body)):
        return DraftBlock(BlockKind.HEADING, joined(texts))
    if short and (size >= SUBHEADING * body or (bold and words <= LONGEST_HEADING // 2)):
        return DraftBlock(BlockKind.SUBHEADING, joined(texts))
    longest = max(line.right for line in group) - min(line.left for line in group)
    if len(group) >= 2 and is_verse(texts) and (longest < VERSE_WIDTH * width or _all_capital(texts)):
        return DraftBlock(BlockKind.STANZA, "\n".join(texts))
    text = joined(texts)
    emphasis = (Emphasis(0, len(text), Style.BOLD),) if bold else ()
    return DraftBlock(BlockKind.PARAGRAPH, text, emphasis)


def _all_capital(texts: Sequence[str]) -> bool:
    return len(texts) >= 3 and all(text.lstrip("“\"'‘ ")[:1].isupper() for text in texts)


def joined(lines: Sequence[str]) -> str:
    """Lines of prose as one; a word that was broken at a line's end is made whole again."""
    text = ""
    for line in lines:
        if not text:
            text = line
        elif text[-1] in HYPHENS and line[:1].islower():
            head = text.rsplit(maxsplit=1)[-1].rstrip(HYPHENS)
            tail = line.split(maxsplit=1)[0]
            text = text.rstrip(HYPHENS) + line if _one_word(head, tail) else text + line
        elif text[-1] in HYPHENS and text[-2:-1].isalnum() and line[:1].isalnum():
            # "12-" and "14 miles", "mid-" and "October": the hyphen is their own.
            text += line
        else:
            text = f"{text} {line}"
    return text


def _one_word(head: str, tail: str) -> bool:
    """Whether a word broken with a hyphen was one word, and not a compound ("sun-dried")."""
    first, second = (part.strip(".,;:!?“”\"'’()").lower() for part in (head, tail))
    if in_dictionary(first + second):
        return True
    return not (in_dictionary(first) and in_dictionary(second))
