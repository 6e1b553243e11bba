"""A highlight: the words stand on colour."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Form
from wordtrail.core.marks.moment import Moment


@dataclass(frozen=True, slots=True)
class Highlight(Form):
    """A highlight: the words stand on colour."""

    name: ClassVar[str] = "Highlight"
    key: ClassVar[str] = "h"
    rank: ClassVar[int] = 10
    usual_moment: ClassVar[Moment] = Moment.READ
    kind: Literal["highlight"] = "highlight"
