"""All forms there are, found in the modules of this room."""

from __future__ import annotations

import importlib
import pkgutil
from typing import TYPE_CHECKING, Union

from wordtrail.core.marks import forms
from wordtrail.core.marks.forms.form import Form


def _all() -> tuple[type[Form], ...]:
    """The forms of every module of the room, by their rank."""
    names = (f"{forms.__name__}.{found.name}" for found in pkgutil.iter_modules(forms.__path__))
    found = (
        value
        for module in (importlib.import_module(name) for name in names if name != __name__)
        for value in vars(module).values()
        if isinstance(value, type) and issubclass(value, Form) and value.__module__ == module.__name__
    )
    return tuple(sorted((one for one in found if hasattr(one, "rank")), key=lambda one: one.rank))


FORMS = _all()
"""Every form there is, as menus show them."""

if TYPE_CHECKING:
    AnyForm = Form
else:
    AnyForm = Union[FORMS]  # noqa: UP007 -- made of a tuple
