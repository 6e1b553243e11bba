"""Marks as they were written before their forms had fields of their own: in documents up to version 4, and in files of
marks of that time."""

from __future__ import annotations

from typing import Any

SYMBOLS = ("star", "question", "exclamation", "heart", "check", "eye")

_OF_KIND = {
    "arrow": {"to": "to"}, "number": {"text": "text", "chart": "chart", "box": "box"},
    "margin note": {"text": "text"}, "word parts": {"cuts": "cuts"}, "symbol": {"text": "symbol"},
}  # fmt: skip
"""What of its fields meant something for a kind, and what it is called now."""

_WIDE = ("to", "text", "cuts", "chart", "box")


def with_form(mark: dict[str, Any]) -> dict[str, Any]:
    """A mark as it is written now; one that is already so is given back as it is."""
    if "kind" not in mark:
        return mark
    kind = mark["kind"]
    own = {now: mark[before] for before, now in _OF_KIND.get(kind, {}).items() if before in mark}
    if own.get("symbol") not in SYMBOLS:
        own.pop("symbol", None)
    rest = {name: value for name, value in mark.items() if name not in (*_WIDE, "kind")}
    return rest | {"form": {"kind": kind} | own}
