"""Spoken forms: what a reader says for a printed word.

"1868" → eighteen sixty-eight, "3rd" → third, "$4.50" → four dollars and fifty cents,
"Dr." → doctor, "well-known" → well known, "H₂O" → h two o, "“Wait…”" → wait.

Many things are said in more than one way ("¾": three quarters, three fourths); the likeliest way
stands first, and all of them count when a recording is listened to.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import lru_cache

from wordtrail.core.text import numerals

_ABBREVIATIONS = {
    "mr.": "mister", "mrs.": "missus", "ms.": "miz", "dr.": "doctor", "prof.": "professor",
    "st.": "saint|street", "mt.": "mount", "jr.": "junior", "sr.": "senior", "vs.": "versus",
    "etc.": "et cetera", "e.g.": "for example|e g", "i.e.": "that is|i e", "p.": "page", "pp.": "pages",
    "no.": "number|no", "fig.": "figure", "approx.": "approximately", "a.m.": "a m", "p.m.": "p m",
    "&": "and", "+": "plus", "=": "equals|is", "×": "times", "÷": "divided by", "%": "percent",
}  # fmt: skip
"""Several ways to say one are parted by "|"."""

_UNITS = {
    "cm": "centimeters|centimeter", "mm": "millimeters|millimeter", "km": "kilometers|kilometer",
    "kg": "kilograms|kilogram", "mg": "milligrams|milligram", "ml": "milliliters|milliliter",
    "m": "meters|meter", "g": "grams|gram", "l": "liters|liter", "ft": "feet|foot", "in": "inches|inch",
    "lb": "pounds|pound", "oz": "ounces|ounce", "mph": "miles an hour|miles per hour", "km/h": "kilometers an hour",
    "°": "degrees", "°c": "degrees celsius|degrees", "°f": "degrees fahrenheit|degrees",
}  # fmt: skip
_ALONE_A_UNIT = frozenset(_UNITS) - {"in", "m", "g", "l"}
"""Units that are no word or letter of their own where they stand alone."""

_POWERS = {"²": ("square {0}", "{0} squared"), "³": ("cubic {0}", "{0} cubed")}
_LOW_AND_HIGH = str.maketrans("₀₁₂₃₄₅₆₇₈₉⁰¹²³⁴⁵⁶⁷⁸⁹", "01234567890123456789")

_EDGES = re.compile(r"^[^\w$£€½¼¾⅓⅔⅛°&+=×÷%]+|[^\w%½¼¾⅓⅔⅛°&+=×÷²³]+$")
_ENDING = re.compile(r"^[-–‐]([a-z]{1,4})$")
_FORMULA = re.compile(r"^(?:[A-Z][a-z]?\d*)+$")
_FORMULA_PART = re.compile(r"\d+|[A-Za-z]")
_CAPITALS = re.compile(r"^(?:[A-Z]\.?){2,5}$")
_HALF_DAY = re.compile(r"^(\d{1,2}(?:[:.]\d\d)?)([ap])\.?m\.?$")
_DASHED_RANGE = re.compile(r"^([$£€]?[\d.,/:]+)\s*[–—-]\s*([$£€]?[\d.,/:]+)(%|°[CFcf]?|[a-z]{1,3})?$")


@lru_cache(maxsize=16384)
def spoken_form(printed: str) -> tuple[str, ...]:
    """The words a reader most likely says for one printed piece, lower case, without punctuation.

    Apostrophes inside a word stay ("don't"). Empty for a piece that is not read aloud.
    """
    forms = spoken_forms(printed)
    return forms[0] if forms else ()


@lru_cache(maxsize=16384)
def spoken_forms(printed: str) -> tuple[tuple[str, ...], ...]:
    """All the ways in which readers say a printed piece, the likeliest first."""
    said = (tuple(form.replace("-", " ").replace(",", "").split()) for form in _forms(printed))
    return tuple(dict.fromkeys(form for form in said if form))


def _forms(printed: str) -> Iterator[str]:
    plain = printed.replace("’", "'").replace("‘", "'").strip("\"“”'")
    lowered = plain.lower()
    for candidate in (lowered, lowered.rstrip(",;:!?…)]"), lowered.rstrip(".,;:!?…)]")):
        if candidate in _ABBREVIATIONS or candidate in _ALONE_A_UNIT:
            yield from {**_UNITS, **_ABBREVIATIONS}[candidate].split("|")
            return
    bare = _EDGES.sub("", plain)
    if ending := _ENDING.match(lowered.rstrip(".,;:!?…)]")):
        yield from (ending.group(1), " ".join(ending.group(1)))
    elif _is_formula(bare):
        yield " ".join(_letters_and_numbers(bare.translate(_LOW_AND_HIGH)))
    elif _CAPITALS.match(bare) and not numerals.is_roman(bare.lower()):
        yield from _capitals(bare)
    else:
        yield from _said(bare.lower())


def _is_formula(bare: str) -> bool:
    low = bare.translate(_LOW_AND_HIGH)
    return low != bare and bool(_FORMULA.match(low))


def _letters_and_numbers(text: str) -> list[str]:
    return [numerals.cardinal(part) if part.isdigit() else part.lower() for part in _FORMULA_PART.findall(text)]


def _capitals(bare: str) -> Iterator[str]:
    """A word in capitals, and the letters one by one; letters first where it has points."""
    letters = bare.replace(".", "").lower()
    yield from (" ".join(letters), letters) if "." in bare else (letters, " ".join(letters))


def _said(bare: str) -> Iterator[str]:
    if not bare:
        return
    if span := _DASHED_RANGE.match(bare):
        yield from _range(*span.groups())
    elif half := _HALF_DAY.match(bare):
        yield from (f"{form} {half.group(2)} m" for form in _said(half.group(1)))
    elif bare.endswith("%"):
        yield from (f"{form} percent" for form in _said(bare[:-1]))
    elif measure := _measure(bare):
        yield from measure
    elif numeral := tuple(numerals.said(bare)):
        yield from numeral
    elif bare in ("m", "g", "l"):
        yield from (bare, *_UNITS[bare].split("|"))
    elif "-" in bare and any(character.isdigit() for character in bare):
        # "mid-1800s", "R2-D2": each part as it is said by itself.
        yield " ".join(next(_said(part), "") for part in bare.split("-")).strip()
    else:
        parts = re.findall(r"\d+|[^\W\d_]+(?:'[^\W\d_]+)*'?", bare.translate(_LOW_AND_HIGH))
        yield " ".join(numerals.cardinal(part) if part.isdigit() else part for part in parts)


def _range(low: str, high: str, unit: str | None) -> Iterator[str]:
    tail = f" {'percent' if unit == '%' else _UNITS.get(unit, unit).split('|')[0]}" if unit else ""
    for first, last in zip(_said(low), _said(high), strict=False):
        for between in ("to", "through", ""):
            yield f"{first} {between} {last}{tail}"


def _measure(bare: str) -> tuple[str, ...]:
    """A number with its unit in one piece ("5km", "20°C"), or a unit with a power ("m²")."""
    power = _POWERS.get(bare[-1:])
    number = re.match(r"^[\d.,/]*", bare)
    count = number.group() if number else ""
    unit = bare[len(count) :].strip("²³")
    if unit not in _UNITS or not (count or power):
        return ()
    units = [form.format(one) for one in _UNITS[unit].split("|") for form in (power or ("{0}",))]
    return tuple(f"{amount} {one}" for amount in (tuple(_said(count)) if count else ("",)) for one in units)
