"""Signs at the foot of the stage that say whose turn it is: in room of their own, where nothing else stands."""

from __future__ import annotations

from wordtrail.core.layout.lines import set_text
from wordtrail.core.layout.model import Ink, Point, Sign
from wordtrail.core.layout.stages import Stage
from wordtrail.core.text.look import TextLook
from wordtrail.core.text.model import Style

YOUR_TURN, READY, READ_ALONE = "your-turn", "ready", "read-alone"

_SAYS = {YOUR_TURN: "Your turn: say it", READY: "Ready? Read together", READ_ALONE: "Your turn: read with the light"}
_STONES = {YOUR_TURN: 6, READY: 3, READ_ALONE: 0}

SIGN_HEIGHT = 50.0
"""Page units; it stands in the free strip at the foot of every stage."""

SIZE, SIDE, STEP, RADIUS = 30.0, 28.0, 34.0, 10.0


def sign_text(sign: str) -> str:
    """What a sign says."""
    return _SAYS[sign]


def stones_on(sign: str) -> int:
    """How many stones a sign has; none where there is no such sign."""
    return _STONES.get(sign, 0)


def laid_signs(stage: Stage, look: TextLook) -> tuple[Sign, ...]:
    """All signs, in the middle of the strip under the text."""
    return tuple(_laid(name, stage, TextLook(look.typeface)) for name in _SAYS)


def _laid(name: str, stage: Stage, look: TextLook) -> Sign:
    (line,) = set_text(_SAYS[name], SIZE, stage.width, Style.BOLD, look)
    count = _STONES[name]
    stones = SIDE / 2 + STEP * count if count else 0.0
    width = 2 * SIDE + line.width + stones
    left = stage.width / 2 - width / 2
    top = stage.height - SIGN_HEIGHT - 6
    middle = top + SIGN_HEIGHT / 2
    first = left + SIDE + line.width + SIDE / 2 + STEP / 2
    return Sign(
        name, round(left, 2), top, round(width, 2), SIGN_HEIGHT,
        tuple(line.set_at(left + SIDE, middle + 0.35 * SIZE, Ink.WHITE)),
        tuple(Point(round(first + n * STEP, 2), middle) for n in range(count)), RADIUS,
    )  # fmt: skip
