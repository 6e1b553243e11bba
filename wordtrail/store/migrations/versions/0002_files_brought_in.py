"""files that are brought in; jobs that belong to no lesson"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "files",
        sa.Column("name", sa.String(length=200), nullable=False),
        sa.Column("ending", sa.String(length=12), nullable=False),
        sa.Column("size", sa.Integer(), nullable=False),
        sa.Column("document", sa.Text(), nullable=False),
        sa.Column("id", sa.String(length=32), nullable=False),
        sa.Column("school_id", sa.String(length=32), nullable=False),
        sa.Column("teacher_id", sa.String(length=32), nullable=False),
        sa.Column("made_at", sa.Float(), nullable=False),
        sa.ForeignKeyConstraint(["school_id"], ["schools.id"]),
        sa.ForeignKeyConstraint(["teacher_id"], ["teachers.id"]),
        sa.PrimaryKeyConstraint("id"),
    )
    with op.batch_alter_table("files", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_files_school_id"), ["school_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_files_teacher_id"), ["teacher_id"], unique=False)
    with op.batch_alter_table("jobs", schema=None) as batch_op:
        batch_op.alter_column("lesson_id", existing_type=sa.String(length=32), nullable=True)
