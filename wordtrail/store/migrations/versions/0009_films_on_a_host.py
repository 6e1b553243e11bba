"""films that were put on a video host, and where they are seen"""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "sent_films",
        sa.Column("id", sa.String(32), primary_key=True),
        sa.Column("school_id", sa.String(32), sa.ForeignKey("schools.id"), nullable=False),
        sa.Column("teacher_id", sa.String(32), sa.ForeignKey("teachers.id"), nullable=False),
        sa.Column("made_at", sa.Float(), nullable=False),
        sa.Column("lesson_id", sa.String(32), sa.ForeignKey("lessons.id", ondelete="CASCADE"), nullable=False),
        sa.Column("video_id", sa.String(32), nullable=False),
        sa.Column("version", sa.String(20), nullable=False),
        sa.Column("host", sa.String(300), nullable=False),
        sa.Column("title", sa.String(200), nullable=False),
        sa.Column("description", sa.Text(), nullable=False),
        sa.Column("beside", sa.Text(), nullable=False),
        sa.Column("uploads", sa.Text(), nullable=False),
        sa.Column("address", sa.String(300), nullable=False),
    )
    for column in ("school_id", "teacher_id", "lesson_id", "video_id"):
        op.create_index(f"ix_sent_films_{column}", "sent_films", [column])
