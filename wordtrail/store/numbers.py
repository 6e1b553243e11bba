"""Numbers that say what came after what, whatever a clock says."""

from __future__ import annotations

from sqlalchemy import ColumnElement, func, select
from sqlalchemy.orm import InstrumentedAttribute, Session


def next_number(session: Session, column: InstrumentedAttribute[int], *together: ColumnElement[bool]) -> int:
    """One more than the highest number in a column, among the rows that fulfil all of `together`."""
    return (session.scalar(select(func.max(column)).where(*together)) or 0) + 1
