"""Pages that look like real ones: prose, a poem, a science page, two columns, a worksheet, a picture book."""

from __future__ import annotations

from collections.abc import Callable

from bench.align import texts
from bench.pages.paper import Sheet
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style
from wordtrail.standins.passages import RAIN


def _paragraphs(text: str) -> list[str]:
    return [
        " ".join(part.replace("*", "").split()) for part in text.split("\n\n") if not part.startswith(("#", "-", "["))
    ]


def prose(sheet: Sheet) -> None:
    """A story: a title and paragraphs with indents."""
    sheet.text("The Garden Gate", 22, Style.BOLD, gap=0.2)
    for part in _paragraphs(texts.GARDEN) + _paragraphs(texts.DIALOGUE):
        sheet.text(part, 12.5, first_indent=0.25)


def poem(sheet: Sheet) -> None:
    """Three stanzas."""
    sheet.text("Rain on a Tin Roof", 20, Style.BOLD, gap=0.25)
    for stanza in RAIN.strip().split("\n\n"):
        sheet.text(stanza, 13, left=1.4, gap=0.3)


def science(sheet: Sheet) -> None:
    """A heading, a picture with its caption, text, and a coloured fact box."""
    sheet.text("Where the Moon Gets Its Light", 20, Style.BOLD, gap=0.15)
    parts = _paragraphs(texts.MOON)
    sheet.text(parts[0], 12)
    top = sheet.y / sheet.dpi + 0.1
    sheet.picture(1.2, top, 5.8, top + 1.7)
    sheet.y = sheet.units(top + 1.75)
    sheet.text("The sun lights one half of the moon, whatever we see of it.", 9.5, Style.ITALIC, left=1.2, right=5.8)
    for part in parts[1:3]:
        sheet.text(part, 12)
    top = sheet.y / sheet.dpi + 0.15
    sheet.box(0.8, top, 6.2, top + 1.15)
    sheet.y = sheet.units(top)
    fact = "Did you know? A moonbeam needs a little more than one second for its way to the earth."
    sheet.text(fact, 11.5, left=1.0, right=6.0)


def columns(sheet: Sheet) -> None:
    """A title over two columns."""
    sheet.text("Helpers in the Soil", 22, Style.BOLD, gap=0.25)
    top = sheet.y
    parts = _paragraphs(texts.long_story(200))
    half = (len(parts) + 1) // 2
    for part in parts[:half]:
        sheet.text(part, 10, left=0.7, right=3.3, leading=1.4)
    sheet.y = top
    for part in parts[half:]:
        sheet.text(part, 10, left=3.7, right=6.3, leading=1.4)


def worksheet(sheet: Sheet) -> None:
    """Directions and numbered rules."""
    sheet.text("Endings That Change", 18, Style.BOLD, gap=0.15)
    sheet.text("Read each rule aloud. Then write two words of your own on the line.", 12, gap=0.2)
    rules = (
        "If a short word ends in one vowel and one consonant, double the consonant before -ing.",
        "If a word ends in a silent e, drop the e before you add -ing or -ed.",
        "If a word ends in a consonant and y, change the y to i before you add -es or -ed.",
        "If a word ends in two consonants, add the ending and change nothing.",
        "Say the word slowly and listen for the vowel before you choose a rule.",
    )
    for number, rule in enumerate(rules, 1):
        sheet.text(f"{number}. {rule}", 12, left=1.0, gap=0.25)


def picture_book(sheet: Sheet) -> None:
    """A large picture and a few large words."""
    sheet.picture(0.5, 0.5, 6.5, 5.6)
    sheet.y = sheet.units(5.9)
    sheet.text("Pip has ten pins. Pip sets the pins in a row. One pin tips and falls, and then they all fall down.", 20)


PAGES: dict[str, Callable[[Sheet], None]] = {
    "prose": prose, "poem": poem, "science": science, "two columns": columns, "worksheet": worksheet,
    "picture book": picture_book,
}  # fmt: skip


def printed(name: str, dpi: int, typeface: Typeface) -> Sheet:
    """A page of that name, printed."""
    sheet = Sheet(dpi, typeface)
    PAGES[name](sheet)
    return sheet
