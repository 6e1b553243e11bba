"""What stands over a pause point's question."""

from __future__ import annotations

from wordtrail.core.plan.model import PauseKind

HEADINGS = {
    PauseKind.THINK: "Think about it",
    PauseKind.TALK: "Talk with someone",
    PauseKind.WRITE: "Write it down",
    PauseKind.ECHO: "Say it back",
    PauseKind.ALONE: "Read on your own",
    PauseKind.FIND: "Find the words",
    PauseKind.CHOOSE: "Choose an answer",
    PauseKind.ORDER: "Put in order",
    PauseKind.LOOK: "Look closely",
    PauseKind.TURN: "Find the page",
    PauseKind.TOGETHER: "All together",
    PauseKind.MATCH: "Find what belongs together",
    PauseKind.SIGN: "Show a sign",
    PauseKind.DAY: "Enough for today",
}
