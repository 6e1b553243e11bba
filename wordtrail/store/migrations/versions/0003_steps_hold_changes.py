"""steps of a lesson's history hold what changed, compressed, and the version of their shape"""

import secrets
import zlib

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("lesson_steps", schema=None) as batch_op:
        batch_op.add_column(sa.Column("key", sa.String(length=32), nullable=False, server_default=""))
        batch_op.add_column(sa.Column("version", sa.Integer(), nullable=False, server_default="1"))
        batch_op.add_column(sa.Column("whole", sa.Boolean(), nullable=False, server_default=sa.true()))
        batch_op.add_column(sa.Column("packed", sa.LargeBinary(), nullable=False, server_default=""))
        batch_op.add_column(sa.Column("made_at", sa.Float(), nullable=False, server_default="0"))
    steps = sa.table(
        "lesson_steps",
        sa.column("lesson_id", sa.String),
        sa.column("step", sa.Integer),
        sa.column("document", sa.Text),
        sa.column("key", sa.String),
        sa.column("packed", sa.LargeBinary),
    )
    connection = op.get_bind()
    for lesson, step in connection.execute(sa.select(steps.c.lesson_id, steps.c.step)).all():
        here = (steps.c.lesson_id == lesson) & (steps.c.step == step)
        document = connection.execute(sa.select(steps.c.document).where(here)).scalar_one()
        kept = {"key": secrets.token_urlsafe(12), "packed": zlib.compress(document.encode(), 6)}
        connection.execute(sa.update(steps).where(here).values(**kept))
    with op.batch_alter_table("lesson_steps", schema=None) as batch_op:
        batch_op.drop_column("document")
        for name in ("key", "version", "whole", "packed", "made_at"):
            batch_op.alter_column(name, server_default=None)
