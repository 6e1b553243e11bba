"""videos say which film of their lesson they are, what was chosen for it, and what of the lesson they show"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("videos", schema=None) as batch_op:
        batch_op.add_column(sa.Column("version", sa.String(20), nullable=False, server_default="listen"))
        batch_op.add_column(sa.Column("wrapping", sa.String(10), nullable=False, server_default="mp4"))
        batch_op.add_column(sa.Column("film", sa.Text(), nullable=False, server_default=""))
        batch_op.add_column(sa.Column("facts", sa.Text(), nullable=False, server_default=""))
