"""Lessons with every kind of cue in them: the demo lessons, one by hand, and random ones."""

from __future__ import annotations

import random
from dataclasses import dataclass, replace
from importlib.resources import files

from tests.worlds import TAKE, lesson, trail, without
from wordtrail.core.changes.card_changes import KeepCard, MakeCard, SetMatching
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepDirection
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.opening_changes import SetOpening
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.reading_changes import KeepReading
from wordtrail.core.cues.camera_shown import Camera
from wordtrail.core.cues.compile import compile_cues, edit_list_of
from wordtrail.core.cues.filmed import filmed
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.film.model import Film, FilmChoices, FilmVersion, StageShape
from wordtrail.core.layout.model import Layout
from wordtrail.core.layout.stages import SQUARE, WIDE, Stage
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.forms.bracket import Bracket
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.cross_out import CrossOut
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.activity import Pair
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.find_words import FindWords
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.activities.say_back import SayBack
from wordtrail.core.plan.activities.say_together import SayTogether
from wordtrail.core.plan.activities.show_sign import ShowSign
from wordtrail.core.plan.activities.stop_for_today import StopForToday
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.activities.write import Write
from wordtrail.core.plan.cards import Shown
from wordtrail.core.plan.model import PausePoint, Reading
from wordtrail.core.plan.opening import Opening
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.span import Span
from wordtrail.core.trail.camera import CameraSize, CameraStretch
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Aside, Trail, Visit
from wordtrail.formats import trail_json
from wordtrail.standins.demo_world import LESSONS

SEEDS = range(12)


@dataclass(frozen=True, slots=True)
class ShownLesson:
    """A lesson with its trail, as it is shown."""

    name: str
    lesson: Lesson
    trail: Trail
    layout: Layout
    sheet: CueSheet


def shown(name: str, made: Lesson, found: Trail, stage: Stage = WIDE) -> ShownLesson:
    """The lesson with this trail as its take."""
    made = replace(made, chosen_take=TAKE)
    layout, trails = typeset(made, stage), {TAKE: found}
    return ShownLesson(name, made, found, layout, compile_cues(made, trails, layout, edit_list_of(made, trails)))


def demo_lessons() -> list[ShownLesson]:
    """The five demo lessons with their shipped trails."""
    shipped = files("wordtrail.standins") / "demo"
    return [
        shown(
            demo.name,
            demo.lesson("0" * 32 + ".png"),
            trail_json.read((shipped / f"{demo.name}.trail.json").read_text(encoding="utf-8")),
        )
        for demo in LESSONS
    ]


POINTS = (
    PausePoint("", "a5", "Why clover?", 4.0, answer="It smells.", evidence=(Span("a3", "a5"),)),
    PausePoint(
        "", "a9", "Which flower?", 5.0, Choose(strike=(2, 1), choices=(
            Choice("clover", True, "It says so.", (Span("a5", "a5"),)),
            Choice("thistle", False, "It is not named."),
            Choice("a map", False, "That is the dance.", (Span("a16", "a16"),)),
        )),
    ),
    PausePoint("", "a11", "Find who dances.", 3.0, FindWords(), evidence=(Span("a10", "a11"),)),
    PausePoint("", "a16", "Say it back.", 0.0, SayBack(stretch=Span("a1", "a11"), factor=1.5)),
    PausePoint("", "a16", "All together.", 0.0, SayTogether(stretch=Span("a10", "a16"), times=2)),
    PausePoint("", "a16", "What comes first?", 6.0, PutInOrder(items=("finds", "tells", "dances"))),
    PausePoint("", "a18", "Put together.", 6.0, Match(pairs=(Pair("bee", "dance"), Pair("map", "way")))),
    PausePoint("", "a12", "Talk.", 2.0, Talk()),
    PausePoint("", "a13", "Stop.", 1.0, StopForToday()),
    PausePoint("", "", "What did you learn?", 8.0, Write(), answer="A dance is a map.", paper="Your sheet"),
    PausePoint("", "", "Show a thumb.", 2.0, ShowSign()),
)  # fmt: skip

MARKS = (
    Mark("", Highlight(), "a3", "a5", "new-word"),
    Mark("", Underline(), "a6", "a9", "evidence", moment=Moment.TALK),
    Mark("", Circle(), "a11", "a11", "signal", moment=Moment.TALK),
    Mark("", Arrow(to="a16"), "a13", "a13", "evidence", moment=Moment.TALK, seconds=2.0),
    Mark("", Bracket(), "a14", "a16", "evidence", moment=Moment.START),
    Mark("", Number(text="1"), "a3", "a3", "signal", moment=Moment.QUOTED),
    Mark("", CrossOut(), "a18", "a18", "signal", seconds=0.7),
)


def by_hand() -> Lesson:
    """A lesson with an opening, cards, a matching card, two readings, a chart, points of most kinds, and marks of
    every moment, two of them at one pause point."""
    made = apply(lesson(), SetOpening(Opening(purpose="We read about bees.", quick_write="What do you know?")))
    made = apply(apply(made, MakeCard("a5")), MakeCard("a11"))
    for card, when in zip(made.plan.cards, (Shown.BOTH, Shown.REACHED), strict=True):
        made = apply(made, KeepCard(replace(card, shown=when, meaning="something", syllables=("clo", "ver"))))
    made = apply(made, SetMatching(True))
    made = apply(made, KeepReading(Reading("", "First", "For the story")))
    made = apply(made, KeepReading(Reading("", "Second", "For the words", Span("a10", "a16"))))
    for point in POINTS:
        made = apply(made, KeepPoint(point))
    made = apply(made, MakeOrganizer(Shape.ORDER))
    chart = made.plan.organizers[0]
    asked = [point.id for point in made.pause_points]
    boxes = tuple(
        replace(box, text="a bee", pause=pause) for box, pause in zip(chart.boxes, ("", *asked), strict=False)
    )
    made = apply(made, KeepOrganizer(replace(chart, boxes=boxes)))
    for mark in MARKS:
        made = apply(made, KeepMark(mark))
    for first in ("a9", "a5"):
        made = apply(made, KeepMark(Mark("", Boxed(), first, first, "evidence", moment=Moment.PAUSE, pause=asked[0])))
    return made


def directed(made: Lesson) -> Lesson:
    """The same, with pages turned, words and parts come close to, and places pointed at, by hand."""
    first, second = (page.id for page in made.passages[0].pages)
    way = (0.0, 300.0, 400.0, 0.4, 520.5, 410.25, 0.9, 900.0, 380.0)
    deeds = (
        Direction("", TAKE, 2.0, Deed.CLOSER, "a3 a5"),
        Direction("", TAKE, 3.5, Deed.POINT, first, path=way),
        Direction("", TAKE, 4.0, Deed.CLOSER, "a10 a11"),
        Direction("", TAKE, 5.5, Deed.CLOSER, ""),
        Direction("", TAKE, 6.2, Deed.CLOSER, "a1 a16"),
        Direction("", TAKE, 7.0, Deed.TURN, second),
        Direction("", TAKE, 7.3, Deed.POINT, second, path=way[:3]),
        Direction("", TAKE, 8.0, Deed.BACK),
        Direction("", TAKE, 8.5, Deed.TURN, first),
    )
    for one in deeds:
        made = apply(made, KeepDirection(one))
    return made


def generated(seed: int) -> ShownLesson:
    """A part of what `by_hand` has, read in a way of its own: slower, words left out, parts read again, questions
    read aloud or not, talk here and there."""
    dice = random.Random(seed)
    made = by_hand()
    made = replace(
        made,
        pause_points=tuple(one for one in made.pause_points if dice.random() < 0.7),
        plan=replace(made.plan, matching=dice.random() < 0.5, cards=made.plan.cards[dice.randrange(2) :]),
    )
    points = {one.id for one in made.pause_points}
    made = replace(
        made,
        marks=tuple(one for one in made.marks if (one.pause in points if one.pause else dice.random() < 0.8)),
    )
    words = [word.id for word in script(made)]
    passage = [word.id for word in made.words]
    read = [*passage[: dice.randrange(4, len(passage) + 1)], *passage[9:16]] if seed % 2 else words
    read = [word for word in read if dice.random() < 0.93]
    now, visits, asides = 0.6, list[Visit](), list[Aside]()
    for word in read:
        length = dice.uniform(0.08, 0.9)
        visits.append(Visit(word, round(now, 3), round(now + length, 3), dice.random()))
        now += length + dice.choice((0.0, 0.05, 0.3, 0.9))
        if dice.random() < 0.12:
            talk = dice.uniform(0.6, 5.0)
            asides.append(Aside(round(now, 3), round(now + talk, 3), "well"))
            now += talk + 0.2
    return shown(
        f"generated {seed}",
        made,
        Trail(tuple(visits), asides=tuple(asides), seconds=now + 1, sound_start=0.5, sound_end=now),
    )


def all_shown() -> list[ShownLesson]:
    """All lessons that vectors are made of."""
    whole = by_hand()
    halting = without(trail(whole), "a4", "a12")
    handled = shown("directed", directed(whole), halting)
    films = [as_film(shown("by hand", whole, halting), version) for version in FilmVersion]
    films.append(filmed_by_camera(shown("by hand", directed(whole), halting)))
    # On a square stage its questions take several pages.
    films.append(shown("by hand, square", whole, halting, SQUARE))
    return [*demo_lessons(), shown("by hand", whole, halting), handled, *films, *(generated(seed) for seed in SEEDS)]


def filmed_by_camera(one: ShownLesson) -> ShownLesson:
    """A lesson with the teacher's camera, on a tall stage: small, then large, then small."""
    seen = CameraStretch(0.0, 6.0, CameraSize.SMALL), CameraStretch(6.0, None, CameraSize.LARGE)
    choices = FilmChoices(shape=StageShape.TALL)
    made = filmed(one.lesson, {TAKE: one.trail}, Film(choices=choices), {TAKE: Camera(seen, 4 / 3)})
    return ShownLesson(f"{one.name}, filmed", made.lesson, one.trail, made.layout, made.sheet)


def as_film(one: ShownLesson, version: FilmVersion) -> ShownLesson:
    """A lesson as one of its films, on a square stage."""
    made = filmed(one.lesson, {TAKE: one.trail}, Film(version, FilmChoices(shape=StageShape.SQUARE)))
    return ShownLesson(f"{one.name}, {version}", made.lesson, one.trail, made.layout, made.sheet)
