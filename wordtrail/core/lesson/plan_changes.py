"""What each command on the plan does to a lesson."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import TypeVar

from wordtrail.core.errors import LessonError
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.checked import in_order, known_word, one_of, tidied, tidy, within
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.plan_commands import (
    BringPlan,
    DrawInk,
    KeepCard,
    KeepMark,
    KeepOrganizer,
    KeepPoint,
    KeepReading,
    MakeCard,
    MakeOrganizer,
    OrderCards,
    PlanCommand,
    RemoveCard,
    RemoveOrganizer,
    RemoveReading,
    SetClosing,
    SetLegend,
    SetMatching,
    SetOpening,
    SetOrder,
    TakeOver,
)
from wordtrail.core.marks.ink import Canvas, mark_of_ink
from wordtrail.core.marks.model import COLOURS, Mark, MarkKind, Meaning, Moment
from wordtrail.core.plan.cards import WordCard
from wordtrail.core.plan.model import (
    FEWEST_CHOICES,
    LONGEST_THINK,
    MOST_CHOICES,
    SHORTEST_THINK,
    Choice,
    Pair,
    PauseKind,
    PausePoint,
    Reach,
    Reading,
)
from wordtrail.core.plan.opening import Closing, Opening, PictureQuestion
from wordtrail.core.plan.organizers import MOST_COLUMNS, MOST_ROWS, Organizer, organizer_of
from wordtrail.core.speech.word_parts import parts_of, printed_syllables
from wordtrail.core.text.bare import bare

MOST_CARDS, MOST_ORGANIZERS, MOST_READINGS, MOST_MEANINGS = 40, 12, 9, 10
MOST_POINTS, MOST_MARKS = 300, 2000
MOST_INK_POINTS = 4000

FREE_OF_TEXT = (PauseKind.THINK, PauseKind.TALK, PauseKind.WRITE, PauseKind.SIGN, PauseKind.DAY)
"""Kinds of pause points that need no words or picture of the text."""


def apply_to_plan(lesson: Lesson, command: PlanCommand) -> Lesson:
    """The lesson after a command on its plan. Raises LessonError."""
    plan = lesson.plan
    match command:
        case KeepPoint():
            return _with_point(lesson, command)
        case KeepMark(mark=mark):
            return with_mark(lesson, mark)
        case DrawInk():
            return _with_ink(lesson, command)
        case SetLegend(legend=legend):
            return replace(lesson, legend=_legend(lesson, legend))
        case SetOpening(opening=opening):
            return replace(lesson, plan=replace(plan, opening=_opening(lesson, opening)))
        case SetClosing(closing=closing):
            clean = Closing(tidy(closing.recap, "The recap"), tidy(closing.task, "The task"))
            return replace(lesson, plan=replace(plan, closing=clean))
        case MakeCard(word=word):
            return _with_card(lesson, _fresh_card(lesson, word))
        case KeepCard(card=card):
            return _with_card(lesson, card)
        case RemoveCard(id=id):
            one_of(plan.cards, id, "word card")
            return replace(lesson, plan=replace(plan, cards=tuple(card for card in plan.cards if card.id != id)))
        case OrderCards(ids=ids):
            if sorted(ids) != sorted(card.id for card in plan.cards):
                raise LessonError("The word cards have changed meanwhile.", next_step="Order them once more.")
            return replace(lesson, plan=replace(plan, cards=tuple(sorted(plan.cards, key=lambda c: ids.index(c.id)))))
        case SetMatching(on=on):
            return replace(lesson, plan=replace(plan, matching=on))
        case MakeOrganizer(shape=shape, columns=columns, rows=rows):
            return _with_organizer(lesson, organizer_of(shape, lesson.passages[0], columns, rows))
        case KeepOrganizer(organizer=organizer):
            return _with_organizer(lesson, organizer)
        case RemoveOrganizer(id=id):
            one_of(plan.organizers, id, "organizer")
            points = tuple(replace(p, organizer="") if p.organizer == id else p for p in lesson.pause_points)
            kept = tuple(one for one in plan.organizers if one.id != id)
            return replace(lesson, pause_points=points, plan=replace(plan, organizers=kept))
        case KeepReading():
            return _with_reading(lesson, command)
        case RemoveReading(id=id):
            one_of(plan.readings, id, "reading")
            return _without_reading(lesson, id)
        case SetOrder(order=order):
            return replace(lesson, plan=replace(plan, order=tuple(dict.fromkeys(order))))
        case TakeOver():
            return _taken_over(lesson, command)
        case BringPlan():
            return _brought(lesson, command)


def issue(lesson: Lesson, kind: str) -> tuple[Lesson, str]:
    """The lesson that has given out one id more, and the id."""
    number = lesson.issued + 1
    return replace(lesson, issued=number), f"{kind}{number}"


@dataclass(frozen=True, slots=True)
class Stock:
    """Things that a lesson has several of: what their ids begin with, what one is called, how many there can be."""

    letter: str
    name: str
    most: int


Thing = TypeVar("Thing", PausePoint, Mark, WordCard, Organizer, Reading)


def _kept(lesson: Lesson, things: tuple[Thing, ...], thing: Thing, stock: Stock) -> tuple[Lesson, tuple[Thing, ...]]:
    """The things with this one: in the place of the one that has its id, or new, at the end."""
    if thing.id:
        one_of(things, thing.id, stock.name)
        return lesson, tuple(thing if one.id == thing.id else one for one in things)
    if len(things) >= stock.most:
        raise LessonError(f"A lesson has at most {stock.most} {stock.name}s.")
    lesson, id = issue(lesson, stock.letter)
    new: Thing = replace(thing, id=id)
    return lesson, things + (new,)  # noqa: RUF005 -- mypy loses the type of an unpacked tuple here


def points_in_order(lesson: Lesson, points: tuple[PausePoint, ...]) -> tuple[PausePoint, ...]:
    """Pause points in the order of their words; those at the end of the lesson last."""
    positions = lesson.positions()
    return tuple(sorted(points, key=lambda point: positions.get(point.after, len(positions))))


def _with_point(lesson: Lesson, command: KeepPoint) -> Lesson:
    point = _point(lesson, command.point)
    if not point.id and point.after:
        point = replace(point, after=_reached(lesson, point.after, command.reach))
    lesson, points = _kept(lesson, lesson.pause_points, point, Stock("pause", "pause point", MOST_POINTS))
    return replace(lesson, pause_points=points_in_order(lesson, points))


def _reached(lesson: Lesson, word: str, reach: Reach) -> str:
    """The last word of the line, sentence, paragraph or page in which `word` stands."""
    known_word(lesson, word)
    if reach is Reach.WORD:
        return word
    if reach is Reach.LINE:
        places = typeset(lesson).places()
        page, box = places[word]
        return [one for one, (p, b) in places.items() if p == page and b.line == box.line][-1]
    for passage in lesson.passages:
        for page_of in passage.pages:
            for block in page_of.blocks:
                found = next((one for one in block.words if one.id == word), None)
                if found is None:
                    continue
                if reach is Reach.SENTENCE:
                    return [one for one in block.words if one.sentence == found.sentence][-1].id
                if reach is Reach.PARAGRAPH:
                    return block.words[-1].id
                return [one for each in page_of.blocks for one in each.words][-1].id
    return word


def _point(lesson: Lesson, point: PausePoint) -> PausePoint:
    """A pause point as it may be kept. Raises LessonError."""
    if point.after:
        known_word(lesson, point.after)
    question = tidy(point.question, "The question")
    if not question:
        raise LessonError("A pause point needs a question.", next_step="Write what students should do here.")
    choices = tuple(
        Choice(
            tidy(c.text, "An answer"), c.right, tidy(c.reason, "A reason"), tuple(in_order(lesson, s) for s in c.proof)
        )
        for c in point.choices
        if c.text.strip()
    )
    if point.kind is PauseKind.CHOOSE:
        if not FEWEST_CHOICES <= len(choices) <= MOST_CHOICES:
            raise LessonError(f"A question to choose has {FEWEST_CHOICES} to {MOST_CHOICES} answers.")
        if not any(choice.right for choice in choices):
            raise LessonError("No answer is right yet.", next_step="Say which one is right.")
    items = tidied(point.items, "The things to put in order", 9)
    pairs = tuple(
        Pair(tidy(p.left, "A pair"), tidy(p.right, "A pair")) for p in point.pairs if p.left.strip() and p.right.strip()
    )
    evidence = tuple(in_order(lesson, span) for span in point.evidence)
    _has_what_it_needs(replace(point, items=items, pairs=pairs, evidence=evidence))
    if point.reading:
        one_of(lesson.plan.readings, point.reading, "reading")
    if point.organizer:
        one_of(lesson.plan.organizers, point.organizer, "organizer")
    wrong = [n for n, choice in enumerate(choices) if not choice.right]
    strike = tuple(n for n in dict.fromkeys(point.strike) if n in wrong)
    return replace(
        point, question=question, choices=choices, items=items, pairs=pairs[:8], evidence=evidence,
        think_seconds=within(point.think_seconds, SHORTEST_THINK, LONGEST_THINK, "Think time"),
        answer=tidy(point.answer, "The answer"), paper=tidy(point.paper, "What is asked for on paper", 300),
        strike=(*strike, *(n for n in wrong if n not in strike)),
        stretch=in_order(lesson, point.stretch) if point.stretch else None,
        times=int(within(point.times, 1, 9, "How often it is said")),
        factor=within(point.factor, 0.5, 4.0, "The factor"),
    )  # fmt: skip


def _has_what_it_needs(point: PausePoint) -> None:
    match point.kind:
        case PauseKind.FIND if not point.evidence:
            raise LessonError("There are no words to find yet.", next_step="Choose the words students should find.")
        case PauseKind.ORDER if len(point.items) < 2:
            raise LessonError("Two things at the least can be put in order.")
        case PauseKind.MATCH if len(point.pairs) < 2:
            raise LessonError("Two pairs at the least can be matched.")
        case PauseKind.LOOK if not point.picture:
            raise LessonError("There is no picture to look at yet.", next_step="Choose a picture of the passage.")
        case PauseKind.TURN if not point.turn_to:
            raise LessonError("There is no page to find yet.", next_step="Choose the page.")
        case PauseKind.ECHO | PauseKind.ALONE | PauseKind.TOGETHER if point.stretch is None:
            raise LessonError("There are no words to read yet.", next_step="Choose from where to where.")
        case _:
            return


def with_mark(lesson: Lesson, mark: Mark) -> Lesson:
    """The lesson with a mark: a new one, or in the place of the one with its id. Raises LessonError."""
    if all(meaning.id != mark.meaning for meaning in lesson.legend):
        raise LessonError("This meaning is not in the legend.", next_step="Choose one of the legend.")
    positions = lesson.positions()
    for word in (mark.first, mark.last, *([mark.to] if mark.to else [])):
        known_word(lesson, word)
    if mark.kind is MarkKind.ARROW and not mark.to and not mark.picture:
        raise LessonError("An arrow needs a word to point at.", next_step="Choose the word it points at.")
    if mark.moment is Moment.PAUSE:
        one_of(lesson.pause_points, mark.pause, "pause point")
    if mark.reading:
        one_of(lesson.plan.readings, mark.reading, "reading")
    if positions[mark.first] > positions[mark.last]:
        mark = replace(mark, first=mark.last, last=mark.first)
    mark = replace(
        mark, text=tidy(mark.text, "A note", 160), seconds=within(mark.seconds, 0.0, 60.0, "How long it is drawn"),
        nth=int(within(mark.nth, 1, 9, "Which time")), skip=max(0, mark.skip), drop=max(0, mark.drop),
        cuts=tuple(sorted({cut for cut in mark.cuts if cut > 0}))[:12],
    )  # fmt: skip
    lesson, marks = _kept(lesson, lesson.marks, mark, Stock("mark", "mark", MOST_MARKS))
    return replace(lesson, marks=tuple(sorted(marks, key=lambda one: positions[one.first])))


def _with_ink(lesson: Lesson, command: DrawInk) -> Lesson:
    numbers = sum(map(len, command.strokes))
    if numbers > 2 * MOST_INK_POINTS or not any(len(stroke) > 3 for stroke in command.strokes):
        raise LessonError("Nothing was drawn that could be kept.", kept="The marks are as they were.")
    if any(len(stroke) % 2 or not all(map(math.isfinite, stroke)) for stroke in command.strokes):
        raise LessonError("This drawing is damaged.", kept="The marks are as they were.")
    layout = typeset(lesson)
    if not 0 <= command.page < len(layout.pages) or not layout.pages[command.page].boxes:
        raise LessonError("There are no words on this page to draw on.")
    boxes = layout.pages[command.page].boxes
    seen = mark_of_ink(command.strokes, Canvas(boxes, layout.pages[command.page].size))
    return with_mark(
        lesson,
        Mark(
            "", seen.kind, seen.first, seen.last, command.meaning, to=seen.to, ink=seen.ink, moment=Moment.TALK,
            reading=command.reading,
        ),
    )  # fmt: skip


def _legend(lesson: Lesson, legend: tuple[Meaning, ...]) -> tuple[Meaning, ...]:
    if not 1 <= len(legend) <= MOST_MEANINGS:
        raise LessonError(f"A legend has one to {MOST_MEANINGS} meanings.")
    kept: list[Meaning] = []
    for number, one in enumerate(legend):
        name, letter = tidy(one.name, "A meaning", 40), tidy(one.letter, "A letter", 2)
        if not name or not letter:
            raise LessonError("Every meaning has a name and a letter.", next_step="Give it both.")
        if one.colour not in COLOURS:
            raise LessonError("There is no such colour.")
        used = {other.id for other in (*kept, *legend[number + 1 :])}
        id = one.id or next(f"meaning{n}" for n in range(1, 99) if f"meaning{n}" not in used)
        kept.append(replace(one, id=id, name=name, letter=letter))
    ids = [one.id for one in kept]
    if len(set(ids)) < len(ids) or len({one.letter for one in kept}) < len(kept):
        raise LessonError("Two meanings have the same letter.", next_step="Give each a letter of its own.")
    gone = {mark.meaning for mark in lesson.marks} - set(ids)
    if gone:
        names = ", ".join(f"“{one.name}”" for one in lesson.legend if one.id in gone)
        raise LessonError(f"Marks still have the meaning {names}.", next_step="Give them another meaning first.")
    return tuple(kept)


def _opening(lesson: Lesson, opening: Opening) -> Opening:
    pictures = {block.id for passage in lesson.passages for block in passage.blocks if block.picture}
    walk = tuple(
        PictureQuestion(one.picture, tidy(one.question, "A question"))
        for one in opening.picture_walk
        if one.question.strip() and one.picture in pictures
    )
    return Opening(
        objectives=tidied(opening.objectives, "The objectives", 8),
        purpose=tidy(opening.purpose, "The purpose"),
        focus=tidy(opening.focus, "The focus question"),
        look_back=tidy(opening.look_back, "The look back"),
        at_hand=tidied(opening.at_hand, "What to have at hand", 10),
        quick_write=tidy(opening.quick_write, "The question to write about"),
        sight_words=tidied(opening.sight_words, "The sight words", 24),
        picture_walk=walk,
    )


def _fresh_card(lesson: Lesson, word: str) -> WordCard:
    """A card for a word of the passage, with its meaning where the passage's glossary tells it."""
    found = next((one for one in lesson.words if one.id == word), None)
    printed = (found.text if found else word).strip("“”\"‘’'.,;:!?()…—–-*")
    meaning = next(
        (
            text.partition(":")[2].strip() or text.partition("—")[2].strip()
            for passage in lesson.passages
            for text in (block.text for block in passage.blocks if block.kind.value == "glossary entry")
            if bare(text.partition(":")[0].partition("—")[0]) == bare(printed)
        ),
        "",
    )
    return WordCard(
        "",
        printed if found is None or not _begins_sentence(lesson, word) else printed.lower(),
        word if found else "",
        meaning=meaning,
    )


def _begins_sentence(lesson: Lesson, word: str) -> bool:
    words = lesson.words
    at = next(n for n, one in enumerate(words) if one.id == word)
    return at == 0 or words[at - 1].sentence != words[at].sentence


def _with_card(lesson: Lesson, card: WordCard) -> Lesson:
    word = tidy(card.word, "The word", 60)
    if not word:
        raise LessonError("A word card needs a word.", next_step="Write the word.")
    if card.at:
        known_word(lesson, card.at)
    card = replace(
        card, word=word, part_of_speech=tidy(card.part_of_speech, "The part of speech", 40),
        meaning=tidy(card.meaning, "The meaning", 300), example=tidy(card.example, "The example", 300),
        related=tidied(card.related, "The related words", 8),
        syllables=tidied(card.syllables, "The syllables", 12) or printed_syllables(word),
        parts=card.parts[:8] or parts_of(word), picture_shows=tidy(card.picture_shows, "The description", 200),
    )  # fmt: skip
    lesson, kept = _kept(lesson, lesson.plan.cards, card, Stock("card", "word card", MOST_CARDS))
    wishes = tuple(wish for wish in lesson.card_wishes if bare(wish) != bare(word))
    return replace(lesson, card_wishes=wishes, plan=replace(lesson.plan, cards=kept))


def _with_organizer(lesson: Lesson, organizer: Organizer) -> Lesson:
    if not (1 <= organizer.columns <= MOST_COLUMNS and 1 <= organizer.rows <= MOST_ROWS):
        raise LessonError(f"A chart has up to {MOST_COLUMNS} columns and {MOST_ROWS} rows.")
    points = {point.id for point in lesson.pause_points}
    boxes = tuple(
        replace(
            box, heading=tidy(box.heading, "A heading", 80), ask=tidy(box.ask, "A question", 160),
            text=tidy(box.text, "What is filled in", 300), pause=box.pause if box.pause in points else "",
            quote=in_order(lesson, box.quote) if box.quote else None,
            column=min(max(box.column, 0), organizer.columns - 1), row=min(max(box.row, 0), organizer.rows - 1),
        )
        for box in organizer.boxes
    )  # fmt: skip
    taken: set[tuple[int, int]] = set()
    for box in boxes:
        cells = {(box.column + c, box.row + r) for c in range(max(1, box.wide)) for r in range(max(1, box.high))}
        if cells & taken or any(c >= organizer.columns or r >= organizer.rows for c, r in cells):
            raise LessonError("Two boxes of the chart lie on one another, or one stands out of it.")
        taken |= cells
    ids = {box.id for box in boxes}
    if not boxes or len(ids) < len(boxes):
        raise LessonError("A chart needs boxes, each with an id of its own.")
    arrows = tuple(one for one in organizer.arrows if {one.begin, one.end} <= ids and one.begin != one.end)
    organizer = replace(organizer, title=tidy(organizer.title, "The title", 120), boxes=boxes, arrows=arrows)
    lesson, kept = _kept(lesson, lesson.plan.organizers, organizer, Stock("chart", "organizer", MOST_ORGANIZERS))
    return replace(lesson, plan=replace(lesson.plan, organizers=kept))


def _with_reading(lesson: Lesson, command: KeepReading) -> Lesson:
    reading = command.reading
    name = tidy(reading.name, "The name", 60) or f"Reading {len(lesson.plan.readings) + 1}"
    stretch = in_order(lesson, reading.stretch) if reading.stretch else None
    reading = replace(reading, name=name, purpose=tidy(reading.purpose, "The purpose"), stretch=stretch)
    lesson, kept = _kept(lesson, lesson.plan.readings, reading, Stock("reading", "reading", MOST_READINGS))
    return replace(lesson, plan=replace(lesson.plan, readings=kept))


def _without_reading(lesson: Lesson, id: str) -> Lesson:
    return replace(
        lesson,
        marks=tuple(replace(one, reading="") if one.reading == id else one for one in lesson.marks),
        pause_points=tuple(replace(one, reading="") if one.reading == id else one for one in lesson.pause_points),
        plan=replace(lesson.plan, readings=tuple(one for one in lesson.plan.readings if one.id != id)),
    )


def _taken_over(lesson: Lesson, command: TakeOver) -> Lesson:
    """Meanings that marks of this lesson have stay in the legend; organizers come empty."""
    names = {one.id for one in command.legend}
    letters = {one.letter for one in command.legend}
    used = {mark.meaning for mark in lesson.marks}
    own = tuple(one for one in lesson.legend if one.id in used and one.id not in names and one.letter not in letters)
    clash = [one for one in lesson.legend if one.id in used and one.id not in names and one.letter in letters]
    if clash:
        raise LessonError(
            f"Marks of this lesson have the meaning “{clash[0].name}”, whose letter the other legend uses otherwise.",
            next_step="Give it another letter first.",
        )
    lesson = replace(lesson, legend=(*command.legend, *own))
    lesson = replace(
        lesson,
        plan=replace(
            lesson.plan, opening=_opening(lesson, replace(command.opening, sight_words=(), picture_walk=())),
            closing=command.closing, order=command.order,
        ),
    )  # fmt: skip
    for organizer in command.organizers:
        empty = tuple(replace(box, text="", quote=None, pause="") for box in organizer.boxes)
        lesson = _with_organizer(lesson, replace(organizer, id="", boxes=empty))
    for point in command.points:
        if point.do in FREE_OF_TEXT and lesson.words:
            share = within(point.share, 0.0, 1.0, "The place of a pause point")
            word = lesson.words[min(len(lesson.words) - 1, int(share * len(lesson.words)))].id
            made = PausePoint("", word, point.question, point.think_seconds, point.do)
            lesson = _with_point(lesson, KeepPoint(made, Reach.PARAGRAPH))
    return lesson


def _brought(lesson: Lesson, command: BringPlan) -> Lesson:
    """What was read from a file, each thing checked as if it had been made by hand."""
    own = {one.id for one in lesson.legend}
    letters = {one.letter for one in lesson.legend}
    added = []
    for meaning in command.legend:
        if meaning.id in own:
            continue
        free = (
            letter
            for letter in (meaning.letter, *meaning.name.upper(), *"ABCDEFGHIJKLMNOPQRSTUVWXYZ")
            if letter.strip()
        )
        letter = next(letter for letter in free if letter not in letters)
        letters.add(letter)
        added.append(replace(meaning, letter=letter))
    if added:
        lesson = replace(lesson, legend=_legend(lesson, (*lesson.legend, *added)))
    for mark in command.marks:
        lesson = with_mark(lesson, replace(mark, id=""))
    for point in command.points:
        lesson = _with_point(lesson, KeepPoint(replace(point, id="")))
    for card in command.cards:
        lesson = _with_card(lesson, replace(card, id=""))
    return lesson
