"""What the pen drew, as it drew it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar, Literal

from wordtrail.core.marks.forms.form import Form


@dataclass(frozen=True, slots=True)
class AsDrawn(Form):
    """What the pen drew, as it drew it."""

    name: ClassVar[str] = "Ink as drawn"
    key: ClassVar[str] = ""
    rank: ClassVar[int] = 140
    kind: Literal["ink"] = "ink"
