"""takes have names, a place in the lesson that they were recorded for, and figures of their sound"""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("takes", schema=None) as batch_op:
        batch_op.add_column(sa.Column("name", sa.String(length=80), nullable=False, server_default=""))
        batch_op.add_column(sa.Column("place", sa.Text(), nullable=False, server_default=""))
        batch_op.add_column(sa.Column("loudness", sa.Float(), nullable=True))
        batch_op.add_column(sa.Column("noise", sa.Float(), nullable=True))
