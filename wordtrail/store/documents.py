"""Core values as JSON text and back, checked on the way in."""

from __future__ import annotations

from typing import TypeVar

from pydantic import TypeAdapter

Value = TypeVar("Value")


_adapters: dict[type, TypeAdapter] = {}


def _adapter(kind: type) -> TypeAdapter:
    if kind not in _adapters:
        _adapters[kind] = TypeAdapter(kind)
    return _adapters[kind]


def to_json(value: object) -> str:
    """A core value as JSON text."""
    return _adapter(type(value)).dump_json(value).decode()


def from_json(kind: type[Value], text: str | bytes) -> Value:
    """The core value of `kind` that `text` holds. Raises pydantic's ValidationError."""
    value: Value = _adapter(kind).validate_json(text)
    return value
