"""Word cards as CSV (RFC 4180), one card a row, for spreadsheets and card programs."""

from __future__ import annotations

import csv
import io

from wordtrail.core.changes.taking_over import BringPlan
from wordtrail.core.errors import NotReadable
from wordtrail.core.plan.cards import Shown, WordCard
from wordtrail.core.speech.word_parts import PartRole, WordPart
from wordtrail.formats.format import PlanFormat

KIND = "file of word cards"
COLUMNS = ("word", "part of speech", "meaning", "example", "syllables", "parts", "related", "say it", "shown")
LARGEST = 2_000_000
"""Bytes of a file of word cards, at the most."""
_ROLES = {role.value: role for role in PartRole}


def write(cards: tuple[WordCard, ...]) -> str:
    """The cards, with a row of headings. Syllables are parted by "·", parts by " + " with their role in
    parentheses, related words by "; "."""
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\r\n")
    rows.writerow(COLUMNS)
    for card in cards:
        rows.writerow(
            [
                card.word, card.part_of_speech, card.meaning, card.example, "·".join(card.syllables),
                " + ".join(f"{part.text} ({part.role.value})" for part in card.parts), "; ".join(card.related),
                "yes" if card.say_it else "no", card.shown.value,
            ]
        )  # fmt: skip
    return out.getvalue()


def read(data: bytes) -> tuple[WordCard, ...]:
    """The cards of a CSV file, without ids; a column "word" (or "term", or the first one) is needed, all others
    may be missing. Commas, semicolons and tabs are understood. Raises NotReadable."""
    if len(data) > LARGEST:
        raise NotReadable(KIND)
    for encoding in ("utf-8-sig", "cp1252"):
        try:
            text = data.decode(encoding)
            break
        except UnicodeDecodeError:
            continue
    else:
        raise NotReadable(KIND)
    try:
        head = text.partition("\n")[0]
        delimiter = max(",;\t", key=head.count)
        rows = [row for row in csv.reader(io.StringIO(text), delimiter=delimiter, strict=True) if any(row)]
    except csv.Error as fault:
        raise NotReadable(KIND) from fault
    if not rows or "\x00" in text:
        raise NotReadable(KIND)
    names = [name.strip().lower() for name in rows[0]]
    has_head = "word" in names or "term" in names
    if not has_head:
        names = ["word", "meaning", "example"]
    body = rows[1:] if has_head else rows
    cards = [_card(dict(zip(names, row, strict=False))) for row in body]
    return tuple(card for card in cards if card.word)


def _card(row: dict[str, str]) -> WordCard:
    def of(*names: str) -> str:
        return next((row[name].strip() for name in names if row.get(name)), "")

    shown = of("shown")
    return WordCard(
        "",
        of("word", "term"),
        part_of_speech=of("part of speech"),
        meaning=of("meaning", "definition"),
        example=of("example", "sentence"),
        syllables=tuple(part for part in of("syllables").split("·") if part),
        parts=tuple(_part(text) for text in of("parts").split(" + ") if text),
        related=tuple(part.strip() for part in of("related").split(";") if part.strip()),
        say_it=of("say it") != "no",
        shown=Shown(shown) if shown in {one.value for one in Shown} else Shown.BEFORE,
    )


def _part(text: str) -> WordPart:
    name, _, role = text.rpartition(" (")
    return WordPart(name or text, _ROLES.get(role.rstrip(")"), PartRole.BASE))


FORMAT = PlanFormat(
    "cards",
    "word cards (CSV)",
    ("csv", "tsv", "txt"),
    "text/csv",
    write=lambda lesson: write(lesson.plan.cards).encode("utf-8-sig"),
    read=lambda data, lesson: BringPlan(cards=read(data)),
)
