"""Remembering what was worked out from frozen values, as long as they are in use.

A change to a lesson shares all that it leaves as it was, so that the same object means the same result. Results are
found by the identity of the arguments (of text by what it says), which costs nothing however large they are; `by_value`
also finds them for equal arguments, which costs a hash of all that is in them.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from contextlib import AbstractContextManager
from functools import wraps
from threading import Lock, RLock
from typing import Any, Generic, ParamSpec, TypeVar

Arguments = ParamSpec("Arguments")
Result = TypeVar("Result")
Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")


class Kept(Generic[Key, Value]):
    """The values that were used last, at most so many that their weights add up to `most`; any thread may ask."""

    def __init__(self, most: float, weight: Callable[[Value], float] = lambda _: 1.0) -> None:
        self._most, self._weight = most, weight
        self._values: OrderedDict[Key, tuple[Value, float]] = OrderedDict()
        self._total = 0.0
        self._lock = RLock()
        self._making: dict[Key, AbstractContextManager[bool]] = {}

    def get(self, key: Key) -> Value | None:
        """The value of `key`, if it is still kept."""
        with self._lock:
            found = self._values.get(key)
            if found is None:
                return None
            self._values.move_to_end(key)
            return found[0]

    def put(self, key: Key, value: Value) -> None:
        """Keep `value`; those that were not used for longest go where there are too many. The newest stays."""
        with self._lock:
            self.drop(key)
            weight = self._weight(value)
            self._values[key] = (value, weight)
            self._total += weight
            while self._total > self._most and len(self._values) > 1:
                _, (_, gone) = self._values.popitem(last=False)
                self._total -= gone

    def get_or_make(self, key: Key, make: Callable[[], Value]) -> Value:
        """The value of `key`, made where it is not kept: by one of those who ask for it, while the others wait."""
        found = self.get(key)
        if found is not None:
            return found
        with self._lock:
            making = self._making.setdefault(key, Lock())
        try:
            with making:
                found = self.get(key)
                if found is None:
                    found = make()
                    self.put(key, found)
        finally:
            with self._lock:
                self._making.pop(key, None)
        return found

    def drop(self, key: Key) -> None:
        """Forget the value of `key`, where there is one."""
        with self._lock:
            found = self._values.pop(key, None)
            if found:
                self._total -= found[1]

    def __len__(self) -> int:
        return len(self._values)


def _same(value: object) -> object:
    """What stands for an argument that is the same: text stands for itself, since every request brings it anew."""
    return value if isinstance(value, str) else id(value)


def remembered(
    most: float, *, by_value: bool = False, weight: Callable[..., float] = lambda *_, **__: 1.0
) -> Callable[[Callable[Arguments, Result]], Callable[Arguments, Result]]:
    """A decorator for pure functions of frozen values: the results that were used last are not worked out again, as
    many as the weights of their arguments add up to `most`. The arguments are held with them, so that no identity is
    given out anew meanwhile."""

    def decorate(function: Callable[Arguments, Result]) -> Callable[Arguments, Result]:
        def weighed(kept: tuple[Any, Result]) -> float:
            return weight(*kept[0])

        same: Kept[tuple[Any, ...], tuple[Any, Result]] = Kept(most, weighed)
        equal: Kept[tuple[Any, ...], tuple[Any, Result]] = Kept(most, weighed)

        @wraps(function)
        def asked(*given: Arguments.args, **named: Arguments.kwargs) -> Result:
            arguments = (*given, *named.items())
            identity = (*map(_same, given), *((name, _same(value)) for name, value in named.items()))
            found = same.get(identity)
            if found is not None:
                return found[1]
            found = equal.get(arguments) if by_value else None
            if found is None:
                found = (arguments, function(*given, **named))
                if by_value:
                    equal.put(arguments, found)
            same.put(identity, (arguments, found[1]))
            return found[1]

        return asked

    return decorate
