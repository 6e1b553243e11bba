"""JSON from outside, as the API takes it.

Refused are nestings that no request of ours has. Taken out of texts are control characters, which no teacher types and
no document format can hold (XML 1.0, section 2.2); line feeds and tabs stay.
"""

from __future__ import annotations

from typing import Any

from flask.json.provider import DefaultJSONProvider

from wordtrail.core.text.tidy import without_controls


class JsonRim(DefaultJSONProvider):
    """What reads the JSON of requests."""

    def loads(self, s: str | bytes, **more: Any) -> Any:
        """The value in `s`. Raises ValueError, also for what is nested too deeply."""
        try:
            return _cleaned(super().loads(s, **more))
        except RecursionError as fault:
            raise ValueError("nested too deeply") from fault


def _cleaned(value: Any) -> Any:
    if isinstance(value, str):
        # A zero byte says that this is a file's inner code: the core refuses it with a sentence.
        return value if "\0" in value else without_controls(value)
    if isinstance(value, list):
        return [_cleaned(one) for one in value]
    if isinstance(value, dict):
        return {_cleaned(key): _cleaned(one) for key, one in value.items()}
    return value
