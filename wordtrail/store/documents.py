"""Core values as JSON text and back, checked on the way in."""

from __future__ import annotations

from functools import lru_cache
from typing import TypeVar

from pydantic import TypeAdapter

Value = TypeVar("Value")


@lru_cache(maxsize=32)
def _adapter(kind: type) -> TypeAdapter:
    return TypeAdapter(kind)


def to_json(value: object) -> str:
    """A core value as JSON text."""
    return _adapter(type(value)).dump_json(value).decode()


def from_json(kind: type[Value], text: str | bytes) -> Value:
    """The core value of `kind` that `text` holds. Raises pydantic's ValidationError."""
    value: Value = _adapter(kind).validate_json(text)
    return value
