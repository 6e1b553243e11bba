"""How numbers are said: years, decades, ordinals, amounts of money, times of day, fractions."""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import lru_cache

from num2words import num2words

_MONEY = {"$": ("dollar", "cent"), "£": ("pound", "penny"), "€": ("euro", "cent")}
_SIGNS = {
    "½": "one half|a half|half", "¼": "one quarter|one fourth|a quarter", "¾": "three quarters|three fourths",
    "⅓": "one third|a third", "⅔": "two thirds", "⅛": "one eighth|an eighth",
}  # fmt: skip

_YEAR = re.compile(r"^(1[1-9]|20)(\d\d)$")
_NUMBER = re.compile(r"^\d{1,3}(,\d{3})+(\.\d+)?$|^\d+(\.\d+)?$")
_ORDINAL = re.compile(r"^(\d+)(st|nd|rd|th)$")
_DECADE = re.compile(r"^(1[1-9]|20)(\d0)s$")
_AMOUNT = re.compile(r"^([$£€])(\d[\d,]*)(?:\.(\d\d))?$")
_CLOCK = re.compile(r"^(\d{1,2}):(\d\d)$")
_CLOCK_WITH_POINT = re.compile(r"^(\d|1\d|2[0-4])\.([0-5]\d)$")
_FRACTION = re.compile(r"^(\d{1,3})/(\d{1,3})$")
_MIXED = re.compile(r"^(\d+)([½¼¾⅓⅔⅛])$")
_ROMAN = re.compile(r"^(?=[ivx]{2,})(x{0,3})(ix|iv|v?i{0,3})$")

_UNDER_TWENTY = (
    "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen "
    "eighteen nineteen"
)
NUMBER_WORDS = frozenset(
    f"{_UNDER_TWENTY} twenty thirty forty fifty sixty seventy eighty ninety hundred thousand million dozen".split(" ")
)
"""Words that are numbers."""


LONGEST = 18
"""Digits of a number that is said as an amount; a longer one is said digit by digit, as a code is."""


@lru_cache(maxsize=4096)
def _counted(whole: str, to: str = "cardinal") -> str:
    """A whole number in words ("one hundred and five"), as amount or as "ordinal"."""
    if len(whole) > LONGEST:
        return " ".join(num2words(int(digit)) for digit in whole)
    return str(num2words(int(whole), to=to)).replace(",", "")


def cardinal(digits: str) -> str:
    """The number that `digits` (with commas, with a decimal point) stand for, in words."""
    whole, _, part = digits.replace(",", "").partition(".")
    said = _counted(whole).replace(" and ", " ")
    return " ".join((said, *(("point", *map(_counted, part)) if part else ())))


def _ordinal(digits: str) -> str:
    return _counted(digits, "ordinal").replace(" and ", " ")


def is_roman(bare: str) -> bool:
    """Whether `bare` (lower case) is a Roman numeral of two letters or more, up to 39."""
    return bool(_ROMAN.match(bare))


def said(bare: str) -> Iterator[str]:
    """All the ways to say a number without punctuation around it, lower case, the likeliest first;
    nothing for what is no number."""
    if bare in _SIGNS:
        yield from _SIGNS[bare].split("|")
    elif mixed := _MIXED.match(bare):
        parts = sorted(_SIGNS[mixed.group(2)].split("|"), key=lambda part: not part.startswith("a"))
        yield from (f"{cardinal(mixed.group(1))} and {part}" for part in parts)
    elif amount := _AMOUNT.match(bare):
        yield from _money(*amount.groups())
    elif year := _YEAR.match(bare):
        yield from (_year(year.group(1), year.group(2)), cardinal(bare))
    elif decade := _DECADE.match(bare):
        yield _plural(_year(decade.group(1), decade.group(2)))
    elif ordinal := _ORDINAL.match(bare):
        yield _ordinal(ordinal.group(1))
    elif clock := _CLOCK.match(bare):
        yield from _time(*clock.groups())
    elif fraction := _FRACTION.match(bare):
        yield from _fraction(*fraction.groups())
    elif _NUMBER.match(bare):
        yield from _cardinals(bare)
        # "4.15 a.m." is a time of day where the hour is parted by a point.
        if clock := _CLOCK_WITH_POINT.match(bare):
            yield from _time(*clock.groups())
    elif _ROMAN.match(bare):
        yield from (cardinal(str(_from_roman(bare))), " ".join(bare))


def _cardinals(digits: str) -> Iterator[str]:
    yield cardinal(digits)
    whole, _, part = digits.replace(",", "").partition(".")
    if part == "5":
        yield f"{cardinal(whole)} and a half"
    if len(whole) == 3 and not part and not whole.endswith("00"):
        hundreds, rest = cardinal(whole[0]), whole[1:].lstrip("0")
        yield f"{hundreds} hundred and {cardinal(rest)}"
        yield f"{hundreds} {'oh ' if whole[1] == '0' else ''}{cardinal(rest)}"
    elif len(whole) > 3 and not part:
        with_and = _counted(whole)
        if " and " in with_and:
            yield with_and


def _year(century: str, rest: str) -> str:
    if century == "20" and rest[0] == "0":
        return cardinal(century + rest)
    if rest == "00":
        return f"{cardinal(century)} hundred"
    if rest[0] == "0":
        return f"{cardinal(century)} oh {cardinal(rest[1])}"
    return f"{cardinal(century)} {cardinal(rest)}"


def _plural(word: str) -> str:
    return word[:-1] + "ies" if word.endswith("y") else word + "s"


def _money(sign: str, whole: str, hundredths: str | None) -> Iterator[str]:
    unit, small = _MONEY[sign]
    count = int(whole.replace(",", ""))
    amount = f"{cardinal(whole)} {unit if count == 1 else unit + 's'}"
    pennies = int(hundredths or 0)
    if not pennies:
        yield amount
        return
    name = small if pennies == 1 else {"penny": "pence"}.get(small, small + "s")
    yield f"{amount} and {cardinal(str(pennies))} {name}"
    yield f"{cardinal(whole)} {cardinal(str(pennies))}"


def _time(hour: str, minute: str) -> Iterator[str]:
    if minute == "00":
        yield from (f"{cardinal(hour)} o'clock", cardinal(hour))
    elif minute[0] == "0":
        yield f"{cardinal(hour)} oh {cardinal(minute[1])}"
    else:
        yield f"{cardinal(hour)} {cardinal(minute)}"
        named = {"15": "quarter past", "30": "half past"}.get(minute)
        if named:
            yield f"{named} {cardinal(hour)}"


def _fraction(top: str, bottom: str) -> Iterator[str]:
    count, parts = int(top), int(bottom)
    if parts in (0, 1):
        yield f"{cardinal(top)} over {cardinal(bottom)}"
        return
    names = {2: ("half", "halves"), 4: ("quarter|fourth", "quarters|fourths")}.get(parts)
    ordinal = _ordinal(bottom)
    one, many = names or (ordinal, ordinal + "s")
    for name in (one if count == 1 else many).split("|"):
        yield f"{cardinal(top)} {name}"
        if count == 1:
            yield f"a {name}"
    yield f"{cardinal(top)} over {cardinal(bottom)}"


def _from_roman(text: str) -> int:
    values = [{"i": 1, "v": 5, "x": 10}[letter] for letter in text]
    return sum(-one if one < after else one for one, after in zip(values, [*values[1:], 0], strict=True))
