"""What every answer and every request is, and what is answered where something cannot be done."""

from __future__ import annotations

import json
import re
from typing import Any

from pydantic import BaseModel
from pydantic.json_schema import GenerateJsonSchema


class _Complete(GenerateJsonSchema):
    """The schema of what is sent: no value is left out because it is the usual one."""

    def field_is_required(self, field: Any, total: bool) -> bool:
        return self.mode == "serialization" or super().field_is_required(field, total)


class Answer(BaseModel):
    """What the server sends: everything is in it, also what has a usual value."""

    @classmethod
    def model_json_schema(cls, *given: Any, **named: Any) -> dict[str, Any]:
        """The schema, in which everything is required."""
        return super().model_json_schema(*given, **(named | {"schema_generator": _Complete}))


class Body(BaseModel):
    """What the server is sent: what has a usual value may be left out. So the values in it have schemas of their own,
    whose names end in "Input"."""

    @classmethod
    def model_json_schema(cls, *given: Any, **named: Any) -> dict[str, Any]:
        """The schema with the names of the values in it."""
        schema = super().model_json_schema(*given, **named)
        inner = {f"{name}Input": value for name, value in schema.pop("$defs", {}).items()}
        text = json.dumps(schema | ({"$defs": inner} if inner else {}))
        renamed: dict[str, Any] = json.loads(
            re.sub(r'"#/components/schemas/(\w+)"', r'"#/components/schemas/\1Input"', text)
        )
        return renamed


class Problem(Answer):
    """Problem details (RFC 9457): what happened, what was kept, what to do."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    kept: str = ""
    advice: str = ""
    expected: int | None = None
    """Of a part of a take that skips ahead: which one comes next."""
    asks: str = ""
    """What the person is asked, where only she can say how to go on."""
