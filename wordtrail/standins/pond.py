"""The demo lesson that is mostly talk: a look into a pond, page by page. Its text, its plan, and what the narrator says
and does."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wordtrail.core.changes.chart_changes import KeepOrganizer
from wordtrail.core.changes.cue_note_changes import KeepCueNote
from wordtrail.core.changes.mark_changes import KeepMark, SetLegend
from wordtrail.core.changes.opening_changes import SetClosing, SetOpening
from wordtrail.core.changes.page_changes import LabelPage
from wordtrail.core.changes.word_changes import LeaveWord
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.double_underline import DoubleUnderline
from wordtrail.core.marks.forms.part_name import PartName
from wordtrail.core.marks.legends import legend_for
from wordtrail.core.marks.model import Mark, Stroke
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.model import CueNote
from wordtrail.core.plan.opening import Closing, Opening
from wordtrail.core.plan.organizers import Shape, organizer_of
from wordtrail.core.proof.checks import Suspicion
from wordtrail.core.trail.directions import Deed
from wordtrail.standins.planner import Planner

LABELS = ("12", "13", "14")

BANK, BELOW = "pond-bank.png", "pond-below.png"
SIZE = (1200, 720)
"""Both pictures, in pixels."""

SHOWS = {
    BANK: "A pond seen from its bank: leaves on the water, a reed with a dragonfly.",
    BELOW: "The same pond cut open: snails on stones, a beetle with a bubble, a young dragonfly in the mud.",
}

BUBBLE: Stroke = (0.47, 0.38, 0.57, 0.35, 0.67, 0.38, 0.68, 0.50, 0.57, 0.58, 0.47, 0.52, 0.47, 0.38)
"""The loop around the beetle and its bubble, in shares of the picture."""

YOUNG: Stroke = (0.70, 0.84, 0.78, 0.80, 0.86, 0.84, 0.86, 0.92, 0.78, 0.95, 0.70, 0.92, 0.70, 0.84)


@dataclass(frozen=True, slots=True)
class Done:
    """Something the narrator does at the beginning of what is said: a deed with its target by a name of this lesson
    (a page's number, "question", "chart", "bank" and "below" for the pictures), or a mark that is drawn."""

    deed: Deed | None
    target: str = ""
    part: int = 0
    path: tuple[float, ...] = ()
    """Of the pointer: seconds, and shares of the page's picture across and down, for each place."""
    after: float = 0.2
    """Seconds after the beginning of what is said."""


@dataclass(frozen=True, slots=True)
class Spoken:
    """A sentence, whether it is read (else it is talk), what is done at it, and the rest after it in seconds."""

    text: str
    read: bool = False
    done: tuple[Done, ...] = ()
    rest: float = 0.8


def pond(plan: Planner) -> None:
    """A talk about a text: two pictures, marks on them, a question by elimination, a chart that grows."""
    plan.do(SetLegend(legend_for(plan.lesson.passages[0])))
    for page, label in zip(plan.lesson.passages[0].pages, LABELS, strict=True):
        plan.do(LabelPage(page.id, label, ""))
    for word in ("dragonfly", "dragonflies"):
        plan.do(LeaveWord(Suspicion.UNKNOWN.value, word))
    bank, below = (block.id for block in plan.lesson.passages[0].blocks if block.picture)
    plan.do(SetOpening(Opening(cover=bank)))
    plan.do(SetClosing(Closing(task="Draw what lives under the lid, and who needs whom.")))
    meaning = plan.lesson.legend[0].id
    evidence = plan.lesson.legend[-1].id
    plan.mark(Circle(), "seems", meaning, moment=Moment.TALK)
    plan.mark(DoubleUnderline(), "busy.", meaning, drop=1)
    for form, ink in ((Circle(), BUBBLE), (PartName("young dragonfly"), YOUNG)):
        first, last = plan.run("bubble" if isinstance(form, Circle) else "dragonflies")
        plan.do(
            KeepMark(
                Mark("", form, first, last, evidence, picture=below, ink=(ink,), moment=Moment.TALK, nth=1)
            )
        )  # fmt: skip
    plan.pause("happen here.", Talk(), "Who is sitting on the reed? Tell your partner.", 8)
    plan.pause(
        "of air.",
        Choose(
            choices=(
                Choice("It breathes water like a fish.", reason="The text says that it carries air."),
                Choice("It carries a bubble of air.", right=True, proof=(plan.span("carries its own bubble of air."),)),
                Choice("It holds its breath all winter.", reason="Nothing is said about winter."),
            ),
            strike=(0, 2),
        ),
        "Where does the diving beetle get its air?",
        10,
    )
    chart = organizer_of(Shape.ORDER)
    texts = ("Leaves fall and rot.", "Snails eat what rots.", "Beetles eat the snails.", "The mud feeds the reeds.")
    boxes = tuple(replace(box, text=text) for box, text in zip(chart.boxes, texts, strict=True))
    plan.do(KeepOrganizer(replace(chart, title="Who needs whom", boxes=boxes, beside_text=True)))
    plan.do(KeepCueNote(CueNote("", plan.run("Nothing")[0], "“Seems”! Ask what it promises.")))
    plan.do(KeepCueNote(CueNote("", plan.run("bubble")[0], "Come close to the picture. Find the beetle together.")))


def _turn(page: int, **more: float) -> Done:
    return Done(Deed.TURN, str(page), **more)  # type: ignore[arg-type]


DRAGONFLY_WAY = (0.0, 0.42, 0.74, 0.8, 0.62, 0.56, 1.5, 0.715, 0.40, 2.4, 0.718, 0.50)
"""The pointer's way up the reed: seconds, and shares of the picture of the bank across and down."""


NARRATION = (
    Spoken("Good morning, readers. Today I take you to a place that I like very much."),
    Spoken("What the pond hides.", read=True, rest=1.0),
    Spoken("What a title! It says that there is something we can not see.", rest=1.2),
    Spoken("Please open your book at page twelve.", done=(_turn(12),), rest=1.4),
    Spoken("First we look at the picture.", done=(Done(Deed.CLOSER, "bank"),), rest=1.0),
    Spoken(
        "I see leaves, and I see a reed. Who is sitting there?",
        done=(Done(Deed.POINT, "12", path=DRAGONFLY_WAY, after=1.5), Done(Deed.STOP, "partner", after=3.9)),
        rest=2.6,
    ),
    Spoken("Yes, a dragonfly. It does not move at all.", rest=0.9),
    Spoken("Now I read it to you.", done=(Done(Deed.CLOSER, ""),), rest=0.9),
    Spoken("Seen from the bank, a pond looks still.", read=True, rest=0.5),
    Spoken("A few leaves float.", read=True, rest=0.5),
    Spoken("A dragonfly rests on a reed.", read=True, rest=0.5),
    Spoken("Nothing seems to happen here.", read=True, rest=1.2),
    Spoken("Seems! When an author says seems, I wait for a surprise. That is a word to remember.", rest=1.4),
    Spoken("So let us lift the lid. Turn to page thirteen with me.", done=(_turn(13, after=1.6),), rest=1.2),
    Spoken("Look below, and the pond is busy.", read=True, rest=0.9),
    Spoken("There is our surprise. Come close and look.", done=(Done(Deed.CLOSER, "below"),), rest=1.2),
    Spoken(
        "Can you find the beetle? It has something silver at its back.",
        done=(Done(None, "bubble", after=2.2),),
        rest=1.6,
    ),
    Spoken(
        "And down here in the mud somebody waits for two years before it can fly.",
        done=(Done(None, "dragonflies", after=0.6),),
        rest=1.4,
    ),
    Spoken("Back to the page. Listen for the beetle.", done=(Done(Deed.CLOSER, ""),), rest=0.8),
    Spoken("A diving beetle carries its own bubble of air.", read=True, rest=1.0),
    Spoken("Here is my question for you.", done=(Done(Deed.SHOW, "question"),), rest=0.6),
    Spoken(
        "Where does the diving beetle get its air?", read=True, done=(Done(Deed.STOP, "question", after=3.0),), rest=3.0
    ),
    Spoken(
        "Let us work it out. Does it breathe like a fish? No, the author says it carries something.",
        done=(Done(Deed.PART, "question", 1, after=3.0),),
        rest=1.0,
    ),
    Spoken(
        "Does it hold its breath all winter? I find no winter in this text. Away with it.",
        done=(Done(Deed.PART, "question", 3, after=2.4),),
        rest=1.0,
    ),
    Spoken("So this one is left, and here is the proof.", done=(Done(Deed.PART, "question", 2, after=1.0),), rest=1.6),
    Spoken(
        "Now the last page, page fourteen. You read it alone, and I wait for you.",
        done=(Done(Deed.BACK), _turn(14, after=0.4)),
        rest=5.0,
    ),
    Spoken("Thank you. Let us put it together in a chart.", done=(Done(Deed.SHOW, "chart", after=1.2),), rest=1.0),
    Spoken(
        "At first something falls from above, and it does not stay fresh.",
        done=(Done(Deed.PART, "chart", after=2.4),),
        rest=0.9,
    ),
    Spoken("Then somebody slow comes along and has a meal.", done=(Done(Deed.PART, "chart", after=1.8),), rest=0.9),
    Spoken("But they are a meal themselves, for somebody fast.", done=(Done(Deed.PART, "chart", after=1.8),), rest=0.9),
    Spoken("And at the end it all goes back to where it began.", done=(Done(Deed.PART, "chart", after=1.8),), rest=1.2),
    Spoken(
        "So nothing seems to happen, and everything happens. Thank you, readers.", done=(Done(Deed.BACK),), rest=1.0
    ),
)
"""What is said and done, in order."""


def target_of(lesson: Lesson, done: Done) -> str:
    """The id of what the narrator does something with."""
    pages = dict(zip(LABELS, (page.id for page in lesson.passages[0].pages), strict=True))
    bank, below = (block.id for block in lesson.passages[0].blocks if block.picture)
    partner, question = (point.id for point in lesson.pause_points)
    ids = {
        **pages, "": "", "partner": partner, "question": question, "chart": lesson.plan.organizers[0].id,
        "bank": f"picture {bank}", "below": f"picture {below}",
    }  # fmt: skip
    return ids[done.target]


def mark_on(lesson: Lesson, printed: str) -> str:
    """The id of the mark on a picture that hangs on this word."""
    words = {word.id: word.text.strip(".,") for word in lesson.words}
    return next(mark.id for mark in lesson.marks if mark.picture and words[mark.first] == printed)
