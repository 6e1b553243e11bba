"""Spoken forms: what a reader says for a printed word.

"1868" → eighteen sixty-eight, "3rd" → third, "$4.50" → four dollars and fifty cents,
"Dr." → doctor, "well-known" → well known, "“Wait…”" → wait.
"""

from __future__ import annotations

import re
from functools import lru_cache

import inflect

_ABBREVIATIONS = {
    "mr.": "mister", "mrs.": "missus", "ms.": "miz", "dr.": "doctor", "prof.": "professor",
    "st.": "saint", "mt.": "mount", "jr.": "junior", "sr.": "senior", "vs.": "versus",
    "etc.": "et cetera", "e.g.": "for example", "i.e.": "that is", "p.": "page", "pp.": "pages",
    "no.": "number", "fig.": "figure", "approx.": "approximately", "a.m.": "a m", "p.m.": "p m",
    "cm": "centimeters", "mm": "millimeters", "km": "kilometers", "kg": "kilograms",
    "m": "meters", "g": "grams", "l": "liters", "ft": "feet", "lb": "pounds", "oz": "ounces",
    "°c": "degrees celsius", "°f": "degrees fahrenheit", "&": "and", "+": "plus", "=": "equals",
}  # fmt: skip
_UNITS = ("cm", "mm", "km", "kg", "m", "g", "l", "ft", "lb", "oz")
_MONEY = {"$": ("dollar", "cent"), "£": ("pound", "penny"), "€": ("euro", "cent")}
_FRACTIONS = {"½": "one half", "¼": "one quarter", "¾": "three quarters", "⅓": "one third", "⅔": "two thirds"}

_EDGES = re.compile(r"^[^\w$£€½¼¾⅓⅔°&+=]+|[^\w%½¼¾⅓⅔°&+=]+$")
_YEAR = re.compile(r"^(1[1-9]|20)(\d\d)$")
_NUMBER = re.compile(r"^\d{1,3}(,\d{3})+(\.\d+)?$|^\d+(\.\d+)?$")
_ORDINAL = re.compile(r"^(\d+)(st|nd|rd|th)$")
_DECADE = re.compile(r"^(1[1-9]|20)(\d0)s$")
_AMOUNT = re.compile(r"^([$£€])(\d[\d,]*)(?:\.(\d\d))?$")
_MEASURE = re.compile(rf"^([\d.,]+)({'|'.join(_UNITS)})$")
_CLOCK = re.compile(r"^(\d{1,2}):(\d\d)$")


@lru_cache(maxsize=1)
def _engine() -> inflect.engine:
    return inflect.engine()


@lru_cache(maxsize=16384)
def spoken_form(printed: str) -> tuple[str, ...]:
    """The words a reader says for one printed piece, lower case, without punctuation.

    Apostrophes inside a word stay ("don't"). Empty for a piece that is not read aloud.
    """
    lowered = printed.replace("’", "'").replace("‘", "'").lower().strip("\"“”'")
    for candidate in (lowered, lowered.rstrip(",;:!?…)]"), lowered.rstrip(".,;:!?…)]")):
        if candidate in _ABBREVIATIONS and candidate.lower() not in ("m", "g", "l"):
            return tuple(_ABBREVIATIONS[candidate].split())
    bare = _EDGES.sub("", lowered)
    return tuple(_said(bare).replace("-", " ").replace(",", "").split())


def spoken_forms(printed: str) -> tuple[tuple[str, ...], ...]:
    """All the ways in which readers say a printed piece, the likeliest first."""
    form = spoken_form(printed)
    return (form,) if form else ()


def _said(bare: str) -> str:
    if not bare:
        return ""
    if bare in _FRACTIONS:
        return _FRACTIONS[bare]
    if bare.endswith("%"):
        return f"{_said(bare[:-1])} percent"
    if amount := _AMOUNT.match(bare):
        return _money(*amount.groups())
    if year := _YEAR.match(bare):
        return _year(year.group(1), year.group(2))
    if decade := _DECADE.match(bare):
        return _plural(_year(decade.group(1), decade.group(2)))
    if ordinal := _ORDINAL.match(bare):
        return str(_engine().ordinal(_cardinal(ordinal.group(1))))
    if measure := _MEASURE.match(bare):
        return f"{_cardinal(measure.group(1))} {_ABBREVIATIONS[measure.group(2)]}"
    if clock := _CLOCK.match(bare):
        hour, minute = clock.groups()
        said = "o'clock" if minute == "00" else f"oh {_cardinal(minute[1])}" if minute[0] == "0" else _cardinal(minute)
        return f"{_cardinal(hour)} {said}"
    if _NUMBER.match(bare):
        return _cardinal(bare)
    parts = re.findall(r"\d+|[^\W\d_]+(?:'[^\W\d_]+)*'?", bare)
    return " ".join(_cardinal(part) if part.isdigit() else part for part in parts)


def _cardinal(digits: str) -> str:
    said = _engine().number_to_words(digits.replace(",", ""), andword="")
    return " ".join(str(said).split())


def _year(century: str, rest: str) -> str:
    if century == "20" and rest[0] == "0":
        return _cardinal(century + rest)
    if rest == "00":
        return f"{_cardinal(century)} hundred"
    if rest[0] == "0":
        return f"{_cardinal(century)} oh {_cardinal(rest[1])}"
    return f"{_cardinal(century)} {_cardinal(rest)}"


def _plural(said: str) -> str:
    return said[:-1] + "ies" if said.endswith("y") else said + "s"


def _money(sign: str, whole: str, hundredths: str | None) -> str:
    unit, small = _MONEY[sign]
    count = int(whole.replace(",", ""))
    said = f"{_cardinal(whole)} {unit if count == 1 else unit + 's'}"
    if hundredths and int(hundredths):
        pennies = int(hundredths)
        name = small if pennies == 1 else {"penny": "pence"}.get(small, small + "s")
        said += f" and {_cardinal(str(pennies))} {name}"
    return said
