"""All activities there are, found in the modules of this room."""

from __future__ import annotations

from typing import TYPE_CHECKING, Union

from wordtrail.core.discovered import classes_in
from wordtrail.core.plan import activities
from wordtrail.core.plan.activities.activity import Activity

_found = (one for one in classes_in(activities, Activity, __name__) if hasattr(one, "rank"))
ACTIVITIES = tuple(sorted(_found, key=lambda one: one.rank))
"""Every kind of activity there is, as menus show them."""

if TYPE_CHECKING:
    AnyActivity = Activity
else:
    AnyActivity = Union[ACTIVITIES]  # noqa: UP007 -- made of a tuple
