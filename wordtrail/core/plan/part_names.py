"""The names of what comes on a board later, for the layout that places it and the cue sheet that shows it."""

from __future__ import annotations


def answer_part(point: str) -> str:
    """The part of a question's page that shows its answer."""
    return f"{point}.answer"


def strike_part(point: str, choice: int) -> str:
    """A struck-out choice with its reason."""
    return f"{point}.strike{choice}"


def evidence_part(point: str, span: int) -> str:
    """A span of the evidence, lit."""
    return f"{point}.evidence{span}"


def proof_part(point: str, choice: int) -> str:
    """The words that prove a choice or rule it out, lit."""
    return f"{point}.proof{choice}"


def syllable_part(card: str, syllable: int) -> str:
    """A syllable of a word card, lit."""
    return f"{card}.syllable{syllable}"


def box_part(organizer: str, box: str, step: int = 0) -> str:
    """What the teacher fills into a box with a step (from 0)."""
    return f"{organizer}.{box}+{step}" if step else f"{organizer}.{box}"


def box_text(box: str, step: int = 0) -> str:
    """The text on a chart that is filled into a box with a step (from 0)."""
    return f"{box}t{step + 1}" if step else f"{box}t"


def tie_part(mark: str) -> str:
    """The number of a mark, at the words and at the box of a chart that it ties together."""
    return f"{mark}.tie"


def matching_part(board: str) -> str:
    """The lines of a matching card."""
    return f"{board}.answer"
