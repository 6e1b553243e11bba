"""`./run vectors`: makes the golden vectors anew."""

from __future__ import annotations

from pathlib import Path

from tests.golden.vectors import all_vectors, as_text

for name, value in all_vectors().items():
    (Path(__file__).parent / name).write_text(as_text(value), encoding="utf-8")
