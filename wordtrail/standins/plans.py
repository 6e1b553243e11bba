"""What the teacher of the demo world has planned for each of her lessons."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import replace

from wordtrail.core.changes.card_changes import SetMatching
from wordtrail.core.changes.chart_changes import KeepOrganizer
from wordtrail.core.changes.mark_changes import SetLegend
from wordtrail.core.changes.opening_changes import SetClosing, SetOpening
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.changes.reading_changes import KeepReading
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.marks.forms.bracket import Bracket
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.forms.cross_out import CrossOut
from wordtrail.core.marks.forms.dashed_underline import DashedUnderline
from wordtrail.core.marks.forms.double_underline import DoubleUnderline
from wordtrail.core.marks.forms.highlight import Highlight
from wordtrail.core.marks.forms.ink import AsDrawn
from wordtrail.core.marks.forms.margin_note import MarginNote
from wordtrail.core.marks.forms.number import Number
from wordtrail.core.marks.forms.symbol import SymbolSign
from wordtrail.core.marks.forms.underline import Underline
from wordtrail.core.marks.forms.word_parts import WordParts
from wordtrail.core.marks.legends import legend_for
from wordtrail.core.marks.moment import Moment
from wordtrail.core.marks.symbols import Symbol
from wordtrail.core.plan.activities.activity import Pair
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.activities.find_words import FindWords
from wordtrail.core.plan.activities.look_closely import LookClosely
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.activities.read_alone import ReadAlone
from wordtrail.core.plan.activities.say_back import SayBack
from wordtrail.core.plan.activities.say_together import SayTogether
from wordtrail.core.plan.activities.show_sign import ShowSign
from wordtrail.core.plan.activities.talk import Talk
from wordtrail.core.plan.activities.think import Think
from wordtrail.core.plan.activities.write import Write
from wordtrail.core.plan.cards import PenLine, Shown
from wordtrail.core.plan.model import Reading
from wordtrail.core.plan.opening import Closing, Opening
from wordtrail.core.plan.organizers import Box, Organizer, Shape, organizer_of
from wordtrail.core.text.span import Span
from wordtrail.standins.planner import Planner
from wordtrail.standins.pond import pond


def bees(plan: Planner) -> None:
    """An informational text: main idea and details, two word cards, six kinds of pause points."""
    plan.do(SetLegend(legend_for(plan.lesson.passages[0])))
    plan.do(
        SetOpening(
            Opening(
                objectives=(
                    "I can tell what a bee’s dance means.",
                    "I can find the words that show the order of things.",
                ),
                purpose="We read to find out how one small bee can tell a whole hive where the flowers are.",
                focus="How can a dance be a map?",
                at_hand=("your book, page 12", "a pencil", "the reading sheet"),
            )
        )
    )
    plan.card(
        "clover,",
        "clover",
        "noun",
        "A small plant with round flowers that bees like.",
        "The field was full of clover.",
        related=("clovers",),
        drawing=CLOVER,
    )
    plan.card(
        "antennae.",
        "antennae",
        "noun",
        "The two feelers on an insect’s head.",
        "The bee touched me with her antennae.",
        related=("antenna",),
        shown=Shown.BOTH,
    )
    plan.do(SetMatching(True))
    plan.mark(Highlight(), "clover,", "new-word", drop=1)
    plan.mark(Circle(), "Her dance is a map.", "main-idea", drop=1, moment=Moment.TALK)
    plan.mark(Boxed(), "First", "signal")
    plan.mark(Underline(), "walks in a straight line,", "detail")
    plan.mark(Boxed(), "Then", "signal")
    plan.mark(Arrow(to=plan.run("flowers.")[0]), "line", "detail", at=1)
    plan.mark(MarginNote(text="longer shake, longer way"), "farther away", "evidence")
    plan.mark(Highlight(), "antennae.", "new-word", drop=1)
    plan.mark(DashedUnderline(), "cannot see the dancer,", "detail")
    plan.mark(DoubleUnderline(), "about half a mile.", "detail")
    plan.mark(CrossOut(), "No bee is in charge,", "evidence", moment=Moment.TALK)
    plan.mark(Bracket(), "Small things that work together can do what one alone cannot.", "main-idea")
    plan.mark(SymbolSign(Symbol("star")), "In 1944,", "evidence")
    plan.pause(
        "Her dance is a map.",
        Think(),
        "The author says the dance is a map. What could a bee’s map show?",
        12,
    )
    plan.pause(
        "walks the line again.",
        PutInOrder(items=("She walks in a straight line.", "She circles back.", "She walks the line again.")),
        "What does the bee do? Put it in order.",
        15,
        evidence=(
            plan.span("First she walks in a straight line,"),
            plan.span("Then she circles back and walks the line again."),
        ),
    )
    talk = plan.pause(
        "the flowers are.",
        Talk(),
        "What does a longer shake tell the other bees? Say it to someone beside you.",
        10,
        answer="It tells them that the flowers are farther away.",
    )
    _dance_chart(plan, talk)
    plan.pause(
        "antennae.",
        FindWords(),
        "Find the words that tell why the bees stay close.",
        15,
        evidence=(plan.span("The other bees cannot see the dancer,"),),
        answer="The other bees cannot see the dancer.",
    )
    plan.pause(
        "half a mile.",
        Choose(
            choices=(
                Choice(
                    "about half a mile",
                    False,
                    "That is one second of shaking.",
                    (plan.span("one second of shaking means about half a mile."),),
                ),
                Choice(
                    "about a mile and a half",
                    True,
                    "Three seconds are three half miles.",
                    (plan.span("one second of shaking means about half a mile."),),
                ),
                Choice(
                    "forty thousand miles", False, "That is how many bees live in a hive.", (plan.span("40,000 bees."),)
                ),
            )
        ),
        "A bee shakes for three seconds. How far away are the flowers?",
        15,
    )
    plan.pause(
        "what one alone cannot.",
        Write(),
        "Name one other thing that small helpers can only do together.",
        15,
        paper="one sentence on your reading sheet",
    )
    plan.do(
        SetClosing(
            Closing(
                "A bee’s dance is a map: its line shows the way, its length how far.",
                "Make up a dance that shows the way to your desk.",
            )
        )
    )


def _dance_chart(plan: Planner, point: str) -> None:
    """A chart beside the text, whose boxes are tied to their words by numbers while students look at it."""
    boxes = (
        Box("b1", 0, 0, "What the line tells", text="which way the flowers are", pause=point),
        Box("b2", 0, 1, "What the shaking tells", text="how far away they are", pause=point),
    )
    plan.do(KeepOrganizer(Organizer("", "The dance is a map", 1, 2, boxes)))
    chart = plan.lesson.plan.organizers[-1].id
    asked = next(one for one in plan.lesson.pause_points if one.id == point)
    evidence = (
        plan.span("The line points the way to the flowers."),
        plan.span("The longer she shakes, the farther away the flowers are."),
    )
    plan.do(KeepPoint(replace(asked, organizer=chart, evidence=evidence)))
    for number, (words, box) in enumerate((("points", "b1"), ("longer", "b2")), 1):
        plan.mark(
            Number(text=str(number), chart=chart, box=box),
            words,
            "main-idea",
            moment=Moment.PAUSE,
            pause=point,
        )


def _leaf(x: float, y: float) -> PenLine:
    """A round leaf around (x, y), as a hand draws it."""
    turns = (math.tau * n / 28 for n in range(30))
    points = ((x + 150 * math.cos(a) + 14 * math.sin(3 * a), y + 138 * math.sin(a)) for a in turns)
    return PenLine(tuple(round(value, 1) for point in points for value in point), "moss")


CLOVER = (
    _leaf(360, 330),
    _leaf(640, 330),
    _leaf(500, 560),
    PenLine((500.0, 700.0, 508.0, 790.0, 530.0, 870.0, 566.0, 950.0), "moss"),
    PenLine((360.0, 330.0, 470.0, 440.0), "ink"),
    PenLine((640.0, 330.0, 530.0, 440.0), "ink"),
    PenLine((500.0, 560.0, 500.0, 470.0), "ink"),
)
"""A clover leaf, drawn with two pens."""


def rain(plan: Planner) -> None:
    """A poem read for its sounds: a second reading, rhyme, something said together."""
    plan.do(SetLegend(legend_for(plan.lesson.passages[0])))
    plan.do(SetOpening(Opening(purpose="We listen for the sounds that rain makes.", focus="How does the rain change?")))
    plan.do(KeepReading(Reading("", "For the story", "What does the rain do in each stanza?")))
    again = Span(plan.run("Rain")[0], plan.run("ping.")[1])
    plan.do(
        KeepReading(
            Reading("", "For the sound", "Once more, for the sound: which word says itself again and again?", again)
        )
    )
    second = plan.lesson.plan.readings[1].id
    plan.mark(DashedUnderline(), "ping, ping, ping,", "repeated-sound", reading=second)
    plan.mark(Circle(), "sings,", "rhyme", skip=1, drop=1)
    plan.mark(Circle(), "ping.", "rhyme", skip=1, drop=1)
    plan.mark(DashedUnderline(), "drum, drum, drum,", "repeated-sound")
    plan.mark(WordParts(cuts=(3,)), "cupboard", "picture")
    plan.mark(Highlight(), "slow as the stroke of a painter’s brush.", "picture", drop=1)
    plan.mark(SymbolSign(Symbol("heart")), "hush.", "mood", moment=Moment.TALK)
    plan.mark(
        AsDrawn(),
        "hurries",
        "mood",
        as_drawn=True,
        ink=((0.0, 0.3, 0.5, 0.42, 1.0, 0.28, 1.6, 0.44, 2.2, 0.27, 2.9, 0.4, 3.3, 0.3),),
    )
    plan.pause("ping.", ShowSign(), "Tap the sound of this rain on your knee. How hard is it raining?", 8)
    plan.pause(
        "drum, drum, drum.",
        SayTogether(stretch=plan.span("Rain on a tin roof, drum, drum, drum,"), times=2),
        "Say the first and the last line with me.",
        0,
    )
    plan.pause(
        "hush, hush, hush.",
        Match(pairs=(Pair("ping", "light rain"), Pair("drum", "heavy rain"), Pair("hush", "soft rain"))),
        "Which rain makes which sound?",
        15,
    )
    plan.pause(
        "",
        Talk(),
        "How did the rain change from the first stanza to the last? Which words tell you?",
        15,
        evidence=(
            plan.span("ping, ping, ping,"),
            plan.span("fat drops of the thunder"),
            plan.span("slow as the stroke of a painter’s brush."),
        ),
        answer="It began light, grew loud and heavy, and became slow and soft.",
    )


def kite(plan: Planner) -> None:
    """A story: three questions to choose with evidence, and an organizer that fills as the story goes."""
    plan.do(SetLegend(legend_for(plan.lesson.passages[0])))
    plan.do(
        SetOpening(
            Opening(
                objectives=("I can say what a person in a story wants, and what is in the way.",),
                purpose="We read to find out how Wren gets her kite back.",
                focus="What changes between Wren and Oskar?",
                quick_write="Write about a time when something you liked got lost.",
            )
        )
    )
    plan.card(
        "trembled.",
        "tremble",
        "verb",
        "To shake a little because you are sad, cold or afraid.",
        "His hands trembled in the cold.",
    )
    plan.do(KeepOrganizer(replace(organizer_of(Shape.STORY), at_hand=True)))
    chart = plan.lesson.plan.organizers[0]
    plan.mark(Boxed(), "Wren", "who")
    plan.mark(Boxed(), "Oskar", "who")
    plan.mark(Underline(), "Tanner’s Hill.", "where", drop=1)
    plan.mark(Underline(), "It snatched the kite,", "trouble")
    plan.mark(Highlight(), "Oskar began to laugh,", "turning-point", moment=Moment.TALK)
    wants = plan.pause(
        "let go.”",
        Think(),
        "What does Wren want? Look at the chart.",
        10,
        organizer=chart.id,
        answer="She wants to fly her kite.",
    )
    plan.pause(
        "side of the hill.",
        Choose(
            choices=(
                Choice(
                    "He was angry with Wren.",
                    False,
                    "He is not angry; later he says he is sorry.",
                    (plan.span("“I am sorry,” said Oskar."),),
                ),
                Choice(
                    "The string was wrapped around his hand.",
                    True,
                    "The kite pulled him along.",
                    (plan.span("who had the string wrapped around his hand,"),),
                ),
                Choice(
                    "He wanted to catch the wind.",
                    False,
                    "It is the wind that caught the kite.",
                    (plan.span("It snatched the kite,"),),
                ),
            )
        ),
        "Why did Oskar run down the hill?",
        15,
    )
    way = plan.pause(
        "longest branch.",
        Talk(),
        "What is in the way now?",
        10,
        organizer=chart.id,
        answer="The kite hangs too high in the oak.",
    )
    tries = plan.pause(
        "beside the kite.",
        Choose(
            choices=(
                Choice(
                    "to climb the trunk",
                    False,
                    "She tried, and slid back down.",
                    (plan.span("She tried to climb the trunk,"),),
                ),
                Choice(
                    "to throw a stick",
                    False,
                    "She threw two.",
                    (plan.span("Then she threw a stick."), plan.span("She threw another.")),
                ),
                Choice("to fetch a ladder", True, "There is no ladder in the story."),
            )
        ),
        "Which of these did Wren not try?",
        15,
        organizer="",
    )
    ends = plan.pause(
        "at their feet.",
        Write(),
        "How does it end for the kite? Write it into your chart.",
        12,
        organizer=chart.id,
        answer="The wind brings it down by itself.",
        paper="the last box of your chart",
    )
    plan.pause(
        "hold a bird.”",
        Choose(
            choices=(
                Choice(
                    "gently, with an open hand",
                    True,
                    "His hand is open now; before, he held everything too tightly.",
                    (plan.span("his open hand."), plan.span("he held everything too tightly.")),
                ),
                Choice(
                    "high up in the air",
                    False,
                    "The kite flies high, but this is about his hand.",
                    (plan.span("his open hand."),),
                ),
                Choice(
                    "so tightly that it cannot fly",
                    False,
                    "That is how he held the string before.",
                    (plan.span("he held everything too tightly."),),
                ),
            )
        ),
        "What does Wren mean by “the way you hold a bird”?",
        15,
    )
    filled = {
        "b1": ("Wren wants to fly her red kite.", plan.span("she carried her red kite up Tanner’s Hill."), wants),
        "b2": ("The wind takes it into the oak.", plan.span("the kite was high in the old oak."), way),
        "b3": ("She climbs and throws sticks.", plan.span("Then she threw a stick."), tries),
        "b4": ("The wind gives it back.", plan.span("laid the kite at their feet."), ends),
    }
    boxes = tuple(
        replace(box, text=filled[box.id][0], quote=filled[box.id][1], pause=filled[box.id][2]) for box in chart.boxes
    )
    plan.do(KeepOrganizer(replace(chart, boxes=boxes)))


def boat(plan: Planner) -> None:
    """Steps with a diagram to look at closely."""
    picture = next(block for block in plan.lesson.passages[0].blocks if block.picture)
    assert picture.picture
    roof = next(region.id for region in picture.picture.regions if region.name == "the roof")
    plan.do(SetLegend(legend_for(plan.lesson.passages[0])))
    plan.do(SetOpening(Opening(purpose="We read to make something that floats.", at_hand=("one sheet of paper",))))
    plan.mark(Underline(), "two upper corners", "detail")
    plan.mark(Circle(), "house.", "evidence", picture=picture.id, region=roof)
    plan.pause(
        "roof of a house.",
        LookClosely(picture=picture.id, region=roof),
        "Which lines show where the corners were before?",
        12,
        evidence=(plan.span("Fold the two upper corners down to the middle."),),
        answer="The dashed lines at the sides.",
    )
    plan.pause(
        "your boat!",
        ReadAlone(stretch=Span(plan.run("Fold")[0], plan.run("boat!")[1])),
        "Read the six steps once more and fold along.",
        60,
    )


def pip(plan: Planner) -> None:
    """A beginner's page: words to say first, saying back line by line, word parts."""
    plan.do(SetOpening(Opening(sight_words=("has", "the", "is", "go", "to", "a"), purpose="We read about Pip.")))
    plan.do(SetLegend(legend_for(plan.lesson.passages[0])))
    plan.mark(WordParts(cuts=(2,)), "spins", "repeated-sound")
    plan.mark(Circle(), "pin.", "rhyme", skip=1, drop=1)
    plan.mark(Circle(), "tin.", "rhyme", skip=1, drop=1)
    plan.pause(
        "to Dad.",
        SayBack(stretch=Span(plan.run("Pip")[0], plan.run("Dad.")[1]), factor=1.3),
        "My turn, then your turn: say each line after me.",
        0,
    )


PLANS: dict[str, Callable[[Planner], None]] = {
    "bees-map": bees, "rain": rain, "kite": kite, "boat": boat, "pip": pip, "pond": pond,
}  # fmt: skip
