"""All activities there are, found in the modules of this room."""

from __future__ import annotations

import importlib
import pkgutil
from typing import TYPE_CHECKING, Union

from wordtrail.core.plan import activities
from wordtrail.core.plan.activities.activity import Activity


def _all() -> tuple[type[Activity], ...]:
    """The activities of every module of the room, by their rank."""
    names = (f"{activities.__name__}.{found.name}" for found in pkgutil.iter_modules(activities.__path__))
    found = (
        value
        for module in (importlib.import_module(name) for name in names if name != __name__)
        for value in vars(module).values()
        if isinstance(value, type) and issubclass(value, Activity) and value.__module__ == module.__name__
    )
    return tuple(sorted((one for one in found if hasattr(one, "rank")), key=lambda one: one.rank))


ACTIVITIES = _all()
"""Every kind of activity there is, as menus show them."""

if TYPE_CHECKING:
    AnyActivity = Activity
else:
    AnyActivity = Union[ACTIVITIES]  # noqa: UP007 -- made of a tuple
