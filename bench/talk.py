"""`./run bench talk`: lessons that are mostly talk, with known moments: is the right thing on the stage?

The voices are synthesisers': what is heard of talk is a guess, and a human voice is harder in some ways. Each take is
seen twice: as it was directed by keys, and from its speech alone, before and after what is offered was taken.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field, replace

import numpy as np

from bench.align.voices import say
from bench.talk_words import print_words
from wordtrail.core.align.aligner import align
from wordtrail.core.align.named import Named
from wordtrail.core.align.path import Talked
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.changes.card_changes import MakeCard
from wordtrail.core.changes.chart_changes import KeepOrganizer, MakeOrganizer
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import with_direction
from wordtrail.core.changes.mark_changes import KeepMark
from wordtrail.core.changes.page_changes import LabelPage
from wordtrail.core.changes.point_changes import KeepPoint
from wordtrail.core.cues.compile import compile_cues, whole_take
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.state import state_at
from wordtrail.core.direct.named import named_in_talk
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import prompt_texts, script
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.forms.circle import Circle
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.choose import Choice, Choose
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.organizers import Shape
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.trail.directions import Deed, Direction
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.prompts import without_chance_words

VOICES = ("formant/en-us", "formant/en-gb")
TAKE = "take"
KEY_AFTER = 0.2
"""Seconds after the beginning of a sentence at which the teacher presses the key for it."""

IN_TIME, NAMED_WITHIN, STEP = 0.3, 1.5, 0.05

TEXT = """# Otters at work

The otter dives beneath the frozen river and paddles along the bottom.

---

# A safe den

She digs a hidden tunnel into the muddy bank above the water.

---

# Winter food

In winter the hungry family gathers crayfish under broken ice."""


@dataclass(frozen=True)
class Say:
    """A sentence, what the teacher does at its beginning, and the marks (by the word they are on) that it names."""

    text: str
    does: tuple[tuple[Deed, str, int], ...] = ()
    names: tuple[str, ...] = ()
    rest: float = 1.2


@dataclass
class Take:
    """What was said and done, with the truth: pieces of speech, deeds and namings, each with its moment."""

    name: str
    samples: np.ndarray
    speech: list[tuple[float, float]] = field(default_factory=list)
    deeds: list[tuple[float, Deed, str, int]] = field(default_factory=list)
    namings: list[tuple[float, str]] = field(default_factory=list)


def otters() -> Lesson:
    """Three pages with numbers of the book, marks for the talk, a card, a chart, and a question to work out."""
    made = Lesson((passage_from_text(TEXT, title="Otters"),), chosen_take=TAKE)
    for number, page in enumerate(made.passages[0].pages):
        made = apply(made, LabelPage(page.id, f"p. {(12, 15, 18)[number]}", ""))
    for word in ("frozen", "paddles", "hidden", "tunnel", "muddy", "hungry", "crayfish", "broken"):
        made = apply(
            made, KeepMark(Mark("", Circle(), _id(made, word), _id(made, word), "evidence", moment=Moment.TALK))
        )
    made = apply(made, MakeCard(_id(made, "crayfish")))
    made = apply(made, MakeOrganizer(Shape.STORY))
    chart = made.plan.organizers[0]
    filled = tuple(replace(box, text=f"box {number}") for number, box in enumerate(chart.boxes, 1))
    made = apply(made, KeepOrganizer(replace(chart, boxes=filled)))
    choices = Choose(
        choices=(Choice("a nest of straw", reason="No straw."), Choice("a tunnel", right=True), Choice("a cave")),
        strike=(0, 2),
    )
    return apply(made, KeepPoint(PausePoint("", "", "What does the otter make?", 8, choices)))


def _id(made: Lesson, word: str) -> str:
    return next(one.id for one in made.words if one.text.strip(".,") == word)


def takes(made: Lesson) -> Iterator[tuple[str, list[Say]]]:
    """Lessons of mostly talk, as they are said."""
    one, two, three = (page.id for page in typeset(made).pages if not page.board and not page.title)
    point, chart, card = made.pause_points[0].id, made.plan.organizers[0].id, made.plan.cards[0].id
    turn = {page: ((Deed.TURN, page, 0),) for page in (one, two, three)}
    yield (
        "a tour by page numbers",
        [
            Say("Good morning everybody today we look around in our book"),
            Say("Please open it at page twelve", turn[one]),
            Say("Look how cold this must be"),
            Say("Now let us turn to page fifteen", turn[two]),
            Say("I wonder who lives in there what do you think", rest=2.5),
            Say("And here we are on page eighteen", turn[three]),
            Say("That is a lot of food for one evening"),
            Say("Let us go back to page twelve once more", turn[one]),
            Say("That is where it all began"),
        ],
    )
    yield (
        "a question worked by elimination",
        [
            Say("Here comes our question for today", ((Deed.SHOW, point, 0),)),
            Say("What does the otter make"),
            Say("Think about it and talk with your partner", ((Deed.STOP, point, 0),), rest=5.0),
            Say("Could it be the first one no there was no such thing", ((Deed.PART, point, 1),)),
            Say("And the last one we did not read about that", ((Deed.PART, point, 3),)),
            Say("So this one must be right", ((Deed.PART, point, 2),)),
            Say("Let us look at the page again", ((Deed.BACK, "", 0), *turn[two])),
            Say("Yes here it is"),
        ],
    )
    yield (
        "a chart filled while thinking aloud",
        [
            Say("Let us write down what we know so far", ((Deed.SHOW, chart, 0),)),
            Say("Who is this about and what does she want", ((Deed.PART, chart, 0),)),
            Say("What is in her way hmm let me think", ((Deed.PART, chart, 0),), rest=2.0),
            Say("What does she try then", ((Deed.PART, chart, 0),)),
            Say("And how does it all end", ((Deed.PART, chart, 0),)),
            Say("Good now back to our book", ((Deed.BACK, "", 0), *turn[three])),
            Say("What happens on this page"),
        ],
    )
    yield (
        "strong words named",
        [
            Say("I will show you words that help us see it", turn[one]),
            Say("Frozen is a word that makes me shiver", names=("frozen",)),
            Say("And I love the word paddles", names=("paddles",)),
            Say("Over here it is the hidden tunnel", turn[two], names=("hidden", "tunnel")),
            Say("Can you feel how muddy that is", names=("muddy",), rest=2.0),
            Say("And the last ones are hungry and broken", turn[three], names=("hungry", "broken")),
            Say("What a picture that makes in my mind"),
        ],
    )
    yield (
        "a few words read",
        [
            Say("Good morning today I will read only one sentence to you", turn[one]),
            Say("The otter dives beneath the frozen river and paddles along the bottom"),
            Say("Close your eyes and see her swim what do you notice", rest=3.0),
            Say("I notice that she does not stop at all"),
            Say("Turn to page fifteen with me", turn[two]),
            Say("You read this one alone I will wait for you", rest=6.0),
            Say("Thank you that was wonderful who can tell me more"),
            Say("And then turn to page eighteen please", turn[three]),
            Say("We will read that one tomorrow"),
        ],
    )
    yield (
        "a word explained",
        [
            Say("Before we begin there is a word to know", turn[three]),
            Say("Crayfish say it with me", ((Deed.SHOW, card, 0),), names=("crayfish",), rest=2.0),
            Say("It is like a very small lobster and it lives in rivers"),
            Say("Have you ever seen one tell your neighbor", rest=3.0),
            Say("Good now we can look at the page", ((Deed.BACK, "", 0), *turn[three])),
            Say("Can you find the word on it"),
        ],
    )

    yield (
        "words alone",
        [
            Say("Today we have one word and no more", turn[three]),
            Say("Crayfish", ((Deed.SHOW, card, 0),), names=("crayfish",), rest=2.5),
            Say("Say it softly say it loudly"),
            Say("Where would it live and what would it eat", rest=2.5),
            Say("Now look at the page again", ((Deed.BACK, "", 0), *turn[three])),
            Say("Who can show me where it is"),
        ],
    )
    yield (
        "students read alone",
        [
            Say("This morning you are the readers and I listen", turn[one]),
            Say("Turn to page twelve and begin", rest=7.0),
            Say("Thank you that was clear and calm"),
            Say("The next ones turn to page fifteen please", turn[two], rest=7.0),
            Say("I could see the tunnel when you read that", names=("tunnel",)),
            Say("And the last ones read page eighteen", turn[three], rest=7.0),
            Say("Wonderful I did not have to help you at all"),
        ],
    )
    yield (
        "a picture explained part by part",
        [
            Say("Look at this picture with me please", turn[one]),
            Say("Up here the river is frozen hard", names=("frozen",), rest=2.0),
            Say("And down there she paddles with her feet", names=("paddles",), rest=2.0),
            Say("Now turn to page fifteen", turn[two]),
            Say("That is her tunnel and this is the muddy part", names=("tunnel", "muddy"), rest=2.0),
            Say("Tell your partner what you see", rest=3.0),
            Say("Good that is what I see as well"),
        ],
    )


def fresh_takes(made: Lesson) -> Iterator[tuple[str, list[Say]]]:
    """Takes of the same kinds in other words. No rule was made or changed after looking at them."""
    one, two, three = (page.id for page in typeset(made).pages if not page.board and not page.title)
    chart, card = made.plan.organizers[0].id, made.plan.cards[0].id
    turn = {page: ((Deed.TURN, page, 0),) for page in (one, two, three)}
    yield (
        "another tour",
        [
            Say("Find page eighteen first if you would", turn[three]),
            Say("There is a lot going on here under the ice", rest=2.0),
            Say("I want to see that again on page fifteen", turn[two]),
            Say("Who could have made it", rest=2.5),
            Say("And page twelve tells us who she is", turn[one]),
            Say("So that is our friend for today"),
        ],
    )
    yield (
        "another chart",
        [
            Say("We have a chart to fill in now", ((Deed.SHOW, chart, 0),)),
            Say("She wants something so who is it and what is it", ((Deed.PART, chart, 0),), rest=2.0),
            Say("Something gets in the way I would say it is the ice", ((Deed.PART, chart, 0),)),
            Say("What do they try to do about it", ((Deed.PART, chart, 0),), rest=2.0),
            Say("Tell me how it ends", ((Deed.PART, chart, 0),)),
            Say("Now we go back to page eighteen", ((Deed.BACK, "", 0), *turn[three])),
            Say("Look at her family there"),
        ],
    )
    yield (
        "another word",
        [
            Say("Let us start on page eighteen", turn[three]),
            Say("One word is hard and that is crayfish", ((Deed.SHOW, card, 0),), names=("crayfish",), rest=2.0),
            Say("Some people eat them and some keep them at home"),
            Say("Let me hear you say it", rest=2.0),
            Say("Look for it on your page", ((Deed.BACK, "", 0), *turn[three])),
            Say("Put your finger under it"),
        ],
    )


def said(name: str, script_of_take: list[Say], voice: str) -> Take:
    """A take as it sounds, with its truth."""
    take = Take(name, np.zeros(0, np.float32))
    parts, now = [np.zeros(int(0.8 * RATE), np.float32)], 0.8
    for one in script_of_take:
        words = one.text.split()
        spoken = say(words, voice, 140)
        length = len(spoken.sound) / RATE
        take.speech.append((now, now + length))
        take.deeds += [(now + KEY_AFTER, *deed) for deed in one.does]
        for word in one.names:
            start = spoken.starts[[w.lower() for w in words].index(word)] or 0.0
            take.namings.append((now + start, word))
        parts += [spoken.sound, np.zeros(int(one.rest * RATE), np.float32)]
        now += length + one.rest
    whole = np.concatenate(parts)
    take.samples = (whole + np.random.default_rng(5).normal(0, 3e-4, len(whole))).astype(np.float32)
    return take


@dataclass
class Seen:
    """Seconds that were looked at, those with the right page, the latest turn, and speech that was broken off."""

    seconds: float = 0.0
    right: float = 0.0
    latest: float = 0.0
    broken_off: int = 0

    def of(self, made: Lesson, sheet: CueSheet, take: Take) -> None:
        """Look through a take."""
        layout = typeset(made)
        expected = _pages_expected(made, take)
        if expected:
            for time in np.arange(expected[0][0] + STEP, take.speech[-1][1], STEP):
                wanted = next(page for at, page in reversed(expected) if at <= time)
                shown = layout.pages[state_at(sheet, float(time)).page]
                self.seconds += STEP
                self.right += STEP * ((shown.board or shown.id) == wanted)
            for at, wanted in expected:
                until = np.arange(at, at + 8.0, STEP)
                pages = (layout.pages[state_at(sheet, float(time)).page] for time in until)
                late = next((n for n, page in enumerate(pages) if (page.board or page.id) == wanted), len(until))
                self.latest = max(self.latest, late * STEP)
        for gate in sheet.gates:
            self.broken_off += sum(start + 0.1 < gate.at < end - 0.1 for start, end in take.speech)


def _pages_expected(made: Lesson, take: Take) -> list[tuple[float, str]]:
    found: list[tuple[float, str]] = []
    for at, deed, target, _ in take.deeds:
        if deed in (Deed.TURN, Deed.SHOW):
            found = [one for one in found if one[0] != at]
            found.append((at, target))
    return found


def main() -> None:
    """Measure and print."""
    made = otters()
    words = script(made)
    directed, heard, helped, fresh = Seen(), Seen(), Seen(), Seen()
    in_time = named = wrong = drawn = 0
    offers = 0
    for voice in VOICES:
        for name, lines in (*takes(made), *fresh_takes(made)):
            is_fresh = name.startswith("another")
            take = said(name, lines, voice)
            trail = without_chance_words(align(take.samples, script_of(words)), prompt_texts(made))
            by_hand = made
            for at, deed, target, part in take.deeds:
                by_hand = with_direction(by_hand, Direction("", TAKE, at, deed, target, part))
            sheet = _sheet(by_hand, trail)
            directed.of(by_hand, sheet, take)
            (fresh if is_fresh else heard).of(made, _sheet(made, trail), take)
            if is_fresh:
                continue
            taken = made
            for one in (found for found in named_in_talk(made, typeset(made), TAKE, trail) if not found.instead):
                taken = with_direction(taken, Direction("", TAKE, one.at, one.deed, one.target))
                offers += 1
            own = Seen()
            own.of(taken, _sheet(taken, trail), take)
            helped.of(taken, _sheet(taken, trail), take)
            print(f"  {name}, {voice}: {100 * own.right / max(own.seconds, 1e-9):.0f} % with what is offered")
            marks = {made.positions()[mark.first]: mark.id for mark in made.marks}
            ids = {word.text.strip(".,"): marks.get(n) for n, word in enumerate(made.words)}
            moments = {one.mark: one.start for one in sheet.drawings if not one.gate}
            for at, word in take.namings:
                named += 1
                in_time += abs(moments.get(ids[word] or "", 1e9) - at) <= NAMED_WITHIN
            spoken = {ids.get(word) for _, word in take.namings}
            spoken |= {ids.get(word) for line in lines for word in line.text.lower().split()}
            drawn += len(moments)
            wrong += sum(mark not in spoken for mark in moments)
    print(f"{len(VOICES) * len(list(takes(made)))} takes, {directed.seconds / 60:.1f} min")
    for label, seen in (
        ("directed", directed),
        ("from speech alone", heard),
        ("with what is offered", helped),
        ("in other words, alone", fresh),
    ):
        share = 100 * seen.right / max(seen.seconds, 1e-9)
        print(
            f"{label}: right page {share:.1f} % of the time, latest {seen.latest:.2f} s, broken off {seen.broken_off}"
        )
    print(
        f"named marks within {NAMED_WITHIN} s: {in_time} of {named}; wrong ones: {wrong} of {drawn}; offers: {offers}\n"
    )
    spoken_lines = [line.text for _, said_lines in (*takes(made), *fresh_takes(made)) for line in said_lines]
    print_words(spoken_lines, Named(script_of(words), ()).near(Talked(0, 0)))


def _sheet(made: Lesson, trail: Trail) -> CueSheet:
    return compile_cues(made, {TAKE: trail}, typeset(made), whole_take(TAKE, trail))


if __name__ == "__main__":
    main()
