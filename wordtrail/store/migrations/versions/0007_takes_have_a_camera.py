"""takes have the picture of a camera beside their sound, and what is wrong with it"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("takes", schema=None) as batch_op:
        batch_op.add_column(sa.Column("advice", sa.Text(), nullable=False, server_default=""))
        batch_op.add_column(sa.Column("camera_pieces", sa.Integer(), nullable=False, server_default="0"))
        batch_op.add_column(sa.Column("camera_size", sa.Integer(), nullable=False, server_default="0"))
        batch_op.add_column(sa.Column("camera", sa.Text(), nullable=False, server_default=""))
