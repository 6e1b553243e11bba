"""What changed from one value to another, as JSON Patch (RFC 6902).

Values are trees of frozen dataclasses, tuples and plain values. A change to a lesson shares all that it leaves as it
was, so that the same object is passed over at once and only what is new is looked into.
"""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, fields, is_dataclass
from difflib import SequenceMatcher
from typing import Any, Literal, cast

from pydantic_core import to_jsonable_python

WHOLE_FROM = 0.5
"""Share of a list's entries that are new from which on the list is written as a whole."""

FEWEST_FOR_SHARE = 4


@dataclass(frozen=True, slots=True)
class Operation:
    """One operation of a patch: `path` is a JSON Pointer (RFC 6901); `value` is plain JSON, and none to remove."""

    op: Literal["add", "remove", "replace"]
    path: str
    value: Any = None


def difference(before: object, after: object, whole: tuple[type, ...] = ()) -> list[Operation]:
    """The operations that make `after` of `before`, to be applied one after another. Values of the types `whole`
    are not looked into: one that changed is replaced."""
    return list(_differences(before, after, "", whole))


def patched(document: Any, operations: Sequence[Operation]) -> Any:
    """A JSON document after the operations; `document` itself may be changed. Raises LookupError or ValueError for
    a patch that is not one of this document."""
    for one in operations:
        tokens = [token.replace("~1", "/").replace("~0", "~") for token in one.path.split("/")[1:]]
        if not tokens:
            document = one.value
            continue
        holder = document
        for token in tokens[:-1]:
            holder = holder[int(token)] if isinstance(holder, list) else holder[token]
        last = tokens[-1]
        if isinstance(holder, list):
            _change_list(holder, one, int(last))
        elif one.op == "remove":
            del holder[last]
        else:
            holder[last] = one.value
    return document


def write(operations: Sequence[Operation]) -> str:
    """A patch as JSON text."""
    return json.dumps(
        [{"op": one.op, "path": one.path} | ({} if one.op == "remove" else {"value": one.value}) for one in operations],
        ensure_ascii=False,
        separators=(",", ":"),
    )


def read(text: str | bytes) -> list[Operation]:
    """The operations of a patch. Raises ValueError or KeyError for what is none."""
    return [Operation(one["op"], one["path"], one.get("value")) for one in json.loads(text)]


def _change_list(holder: list[Any], one: Operation, place: int) -> None:
    if one.op == "add":
        if not 0 <= place <= len(holder):
            raise LookupError(one.path)
        holder.insert(place, one.value)
    elif one.op == "remove":
        del holder[place]
    else:
        holder[place] = one.value


def _differences(before: object, after: object, path: str, whole: tuple[type, ...]) -> Iterator[Operation]:
    if before is after:
        return
    if type(before) is type(after) and not isinstance(after, whole):
        if is_dataclass(after):
            for field in fields(after):
                name = field.name
                yield from _differences(getattr(before, name), getattr(after, name), f"{path}/{name}", whole)
            return
        if isinstance(after, tuple):
            yield from _list_differences(cast(tuple, before), after, path, whole)
            return
    if before != after:
        yield Operation("replace", path, to_jsonable_python(after))


def _list_differences(before: tuple, after: tuple, path: str, whole: tuple[type, ...]) -> Iterator[Operation]:
    """From the end to the beginning, so that places before are still the old ones."""
    same = sum(a is b or a == b for a, b in zip(before, after, strict=False))
    if len(before) == len(after):
        new = len(after) - same
        small = isinstance(after[0] if after else None, whole) or not (after and is_dataclass(after[0]))
        if small and len(after) >= FEWEST_FOR_SHARE and new > WHOLE_FROM * len(after):
            yield Operation("replace", path, to_jsonable_python(after))
            return
        if _names(before) == _names(after):
            for place in range(len(after) - 1, -1, -1):
                yield from _differences(before[place], after[place], f"{path}/{place}", whole)
            return
    matcher = SequenceMatcher(None, _names(before), _names(after), autojunk=False)
    for what, low, high, new_low, new_high in reversed(matcher.get_opcodes()):
        if what == "equal":
            for offset in range(high - low - 1, -1, -1):
                yield from _differences(before[low + offset], after[new_low + offset], f"{path}/{low + offset}", whole)
            continue
        for place in range(high - 1, low - 1, -1):
            yield Operation("remove", f"{path}/{place}")
        for place in range(new_high - 1, new_low - 1, -1):
            yield Operation("add", f"{path}/{low}", to_jsonable_python(after[place]))


def _names(values: tuple) -> list[Any]:
    """What entries are told apart by: their id, or what they are."""
    return [getattr(value, "id", None) or value for value in values]
