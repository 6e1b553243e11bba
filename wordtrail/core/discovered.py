"""Classes of a kind, found in the modules of a room: one more is there by being written."""

from __future__ import annotations

import importlib
import pkgutil
from types import ModuleType
from typing import TypeVar

Kind = TypeVar("Kind")


def classes_in(room: ModuleType, kind: type[Kind], but: str) -> tuple[type[Kind], ...]:
    """The classes of a kind that are defined in the modules of a package, module by module; `but` is the name of the
    module that asks, which is passed over."""
    names = (f"{room.__name__}.{found.name}" for found in pkgutil.iter_modules(room.__path__))
    return tuple(
        found
        for module in (importlib.import_module(name) for name in names if name != but)
        for found in vars(module).values()
        if isinstance(found, type)
        and issubclass(found, kind)
        and found is not kind
        and found.__module__ == module.__name__
    )
