"""All forms there are, found in the modules of this room."""

from __future__ import annotations

from typing import TYPE_CHECKING, Union

from wordtrail.core.discovered import classes_in
from wordtrail.core.marks import forms
from wordtrail.core.marks.forms.form import Form

_found = (one for one in classes_in(forms, Form, __name__) if hasattr(one, "rank"))
FORMS = tuple(sorted(_found, key=lambda one: one.rank))
"""Every form there is, as menus show them."""

if TYPE_CHECKING:
    AnyForm = Form
else:
    AnyForm = Union[FORMS]  # noqa: UP007 -- made of a tuple
