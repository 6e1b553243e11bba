"""trails, videos and jobs are numbered: a clock may go back; signs of life are counted; takes say how they are used"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

NUMBERED = {"trails": "take_id", "videos": "lesson_id", "jobs": None}
"""Table → whose rows are numbered together."""


def upgrade() -> None:
    for table in NUMBERED:
        with op.batch_alter_table(table, schema=None) as batch_op:
            batch_op.add_column(sa.Column("number", sa.Integer(), nullable=False, server_default="0"))
    with op.batch_alter_table("jobs", schema=None) as batch_op:
        batch_op.drop_column("heartbeat")
        batch_op.add_column(sa.Column("signs", sa.Integer(), nullable=False, server_default="0"))
    with op.batch_alter_table("takes", schema=None) as batch_op:
        batch_op.add_column(sa.Column("use", sa.String(length=20), nullable=False, server_default="by itself"))
    with op.batch_alter_table("lesson_steps", schema=None) as batch_op:
        batch_op.add_column(sa.Column("name", sa.String(length=40), nullable=False, server_default=""))
    for table, together in NUMBERED.items():
        _number(table, together)


def _number(table: str, together: str | None) -> None:
    """So far the clock said which came first."""
    connection = op.get_bind()
    rows = sa.table(table, sa.column("id"), sa.column("made_at"), sa.column("number"), sa.column(together or "kind"))
    counted: dict[object, int] = {}
    wanted = sa.select(rows.c.id, rows.c[together] if together else sa.literal("")).order_by(rows.c.made_at)
    for id, whose in connection.execute(wanted).all():
        counted[whose] = counted.get(whose, 0) + 1
        connection.execute(sa.update(rows).where(rows.c.id == id).values(number=counted[whose]))
