"""Words and their moments as CSV (RFC 4180), one word a row, for spreadsheets."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence

from wordtrail.core.errors import NotReadable
from wordtrail.core.trail.phrases import Phrase, TimedWord
from wordtrail.formats.timing.format import KIND, TimingFormat, checked, seconds_of

COLUMNS = ("word", "start", "end", "sure")


def write(phrases: Sequence[Phrase], seconds: float) -> str:
    """The words, with a row of headings; how sure each is goes from 0 to 1."""
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\r\n")
    rows.writerow(COLUMNS)
    for phrase in phrases:
        for one in phrase.words:
            rows.writerow([one.text, f"{one.start:.3f}", f"{one.end:.3f}", f"{one.confidence:.2f}"])
    return out.getvalue()


def read(text: str) -> list[TimedWord]:
    """The words of a file with the columns "word", "start" and, where it is there, "end". Raises NotReadable."""
    head = text.partition("\n")[0]
    try:
        rows = list(csv.DictReader(io.StringIO(text), delimiter=max(",;\t", key=head.count), strict=True))
    except csv.Error as fault:
        raise NotReadable(KIND) from fault
    if not rows or not {"word", "start"} <= rows[0].keys():
        raise NotReadable(KIND)
    timed = ((row["word"], seconds_of(row["start"] or ""), row) for row in rows if row["word"])
    return checked([TimedWord(word, start, seconds_of(row.get("end") or str(start))) for word, start, row in timed])


FORMAT = TimingFormat("words-csv", "CSV of words", "csv", "text/csv", write, read)
