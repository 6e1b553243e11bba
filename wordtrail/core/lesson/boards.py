"""What is shown on stage pages of their own: purpose, word cards, questions, organizers.

Whatever stands on them is part of the script: each text is parted into words with ids of their own, so that
they light when the teacher reads them aloud.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum

from wordtrail.core.lesson.board_ids import text_of, word_ids
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.title_texts import title_words
from wordtrail.core.lesson.whereabouts import where_it_stands
from wordtrail.core.plan.activities.activity import Page
from wordtrail.core.plan.cards import Shown, WordCard
from wordtrail.core.plan.matching import FEWEST_CARDS, MATCHING, QUESTION, QUESTION_OF_PICTURES, matches
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.opening import Opening, Part, for_how_long, run_order
from wordtrail.core.plan.organizers import Organizer
from wordtrail.core.plan.part_names import box_text
from wordtrail.core.remembered import remembered
from wordtrail.core.text.model import Passage, Word
from wordtrail.core.text.pieces import pieces_of

ON_PAPER = "On paper: "
"""What stands before that which students write on paper."""

SENTENCES = 1_000_000_000
"""Sentences on boards are numbered from here, apart from those of the passages."""


class Role(StrEnum):
    """What a text on a board is, which decides how it is set."""

    TITLE = "title"
    BIG = "big"
    BODY = "body"
    ITEM = "item"
    QUIET = "quiet"
    CHOICE = "choice"
    REASON = "reason"
    ANSWER = "answer"
    BOX_HEADING = "box heading"
    BOX_ASK = "box ask"
    BOX_TEXT = "box text"
    SIGHT_WORD = "sight word"


@dataclass(frozen=True, slots=True)
class BoardText:
    """A text on a board with its words. `id` says which text of the board it is; `silent` ones are not read
    aloud (a heading that we put there ourselves)."""

    id: str
    role: Role
    text: str
    words: tuple[Word, ...] = ()


@dataclass(frozen=True, slots=True)
class Board:
    """A stage page of its own: `part` says where in the run it comes; `point` boards come where their pause
    point stands, `card` boards before the reading or at their word."""

    id: str
    part: Part
    texts: tuple[BoardText, ...]
    card: WordCard | None = None
    point: PausePoint | None = None
    organizer: Organizer | None = None
    picture: str = ""

    @property
    def words(self) -> tuple[Word, ...]:
        """Its words in reading order."""
        return tuple(word for text in self.texts for word in text.words)


def has_page(point: PausePoint) -> bool:
    """Whether a pause point is shown on a page of its own, side by side with its evidence, rather than as a
    signpost beside its line. Questions at the end have no line."""
    if point.activity.page is Page.OWN or point.organizer:
        return True
    return point.activity.page is not Page.TEXT and (bool(point.evidence) or not point.after)


@remembered(16)
def boards(lesson: Lesson) -> tuple[Board, ...]:
    """All boards of a lesson: those of the run in its order, and those of pause points and organizers."""
    by_part = _by_part(lesson)
    run = [board for part in run_order(lesson.plan.order) for board in by_part.get(part, [])]
    points = [_point_board(point, lesson) for point in lesson.pause_points if has_page(point)]
    charts = [_organizer_board(one) for one in lesson.plan.organizers]
    readings = [_titled(one.id, Part.READING, one.name, one.purpose) for one in lesson.plan.readings if one.purpose]
    return tuple(_numbered([*run, *readings, *points, *charts]))


def run_boards(lesson: Lesson, *, after: bool = False) -> tuple[Board, ...]:
    """The boards that come before the reading, or after it, in the order of the run."""
    order = run_order(lesson.plan.order)
    reading = order.index(Part.READING)
    wanted = set(order[reading + 1 :] if after else order[:reading])
    return tuple(
        board for board in boards(lesson)
        if board.part in wanted and not board.point and not board.organizer
        and not (board.card and board.card.shown is Shown.REACHED)
    )  # fmt: skip


def point_texts(point: PausePoint) -> tuple[BoardText, ...]:
    """What stands on a pause point's signpost: its question and what is asked for on paper."""
    texts = [_text(point.id, "question", Role.BODY, point.question)]
    if point.paper:
        texts.append(_text(point.id, "paper", Role.QUIET, f"{ON_PAPER}{point.paper}"))
    return tuple(texts)


def question_text(point: PausePoint) -> str:
    """The id of the text in which a pause point's question stands."""
    return f"{point.id}.question"


@remembered(16)
def script(lesson: Lesson) -> tuple[Word, ...]:
    """All words that may be read aloud, in the order of the lesson: what comes before the reading, the
    passages with each prompt after the word it stands at, what comes after."""
    made = {board.id: board for board in boards(lesson)}
    titles = [_title_words(passage, number, lesson) for number, passage in enumerate(lesson.passages)]
    before = [word for board in run_boards(lesson) for word in board.words]
    after = [word for board in run_boards(lesson, after=True) for word in board.words]
    for number, reading in enumerate(lesson.plan.readings):
        if own := made.get(reading.id):
            (after if number else before).extend(own.words)
    at: dict[str, list[Word]] = {}
    for board in made.values():
        if board.card and board.card.shown is Shown.REACHED and board.card.at:
            at.setdefault(board.card.at, []).extend(board.words)
    for index, point in enumerate(lesson.pause_points):
        page = made.get(point.id)
        texts = page.texts if page else numbered(point_texts(point), SENTENCES * 2 + 10 * index)
        at.setdefault(point.after, []).extend(word for text in texts for word in text.words)
        if chart := made.pop(point.organizer, None):
            at[point.after].extend(chart.words)
    words: list[Word] = titles[0] + before
    for passage, title in zip(lesson.passages, [[], *titles[1:]], strict=True):
        words += title
        for word in passage.words:
            words.append(word)
            words += at.get(word.id, [])
    words += at.get("", [])
    words += [word for board in made.values() if board.organizer for word in board.words]
    return (*words, *after)


def title_only(lesson: Lesson) -> Mapping[str, int]:
    """The words on title cards that stand nowhere else → the number of their passage, from 0."""
    titles = (_title_words(passage, number, lesson) for number, passage in enumerate(lesson.passages))
    return {word.id: number for number, title in enumerate(titles) for word in title}


def _title_words(passage: Passage, number: int, lesson: Lesson) -> list[Word]:
    """The words of a passage's title card that are not the passage's own."""
    positions = lesson.positions()
    made = title_words(passage, number, SENTENCES * 3 + 10 * number)
    return [word for words in made.values() for word in words if word.id not in positions]


def prompt_texts(lesson: Lesson) -> dict[str, str]:
    """The text that each word of a card or prompt belongs to."""
    passage = {word.id for word in lesson.words}
    return {word.id: text_of(word.id) for word in script(lesson) if word.id not in passage}


def numbered(texts: Iterable[BoardText], first: int) -> tuple[BoardText, ...]:
    """Texts whose words have sentence numbers, each text a sentence."""
    return tuple(
        BoardText(
            text.id, text.role, text.text,
            tuple(Word(word.id, word.text, word.start, word.end, first + n) for word in text.words),
        )
        for n, text in enumerate(texts)
    )  # fmt: skip


def _numbered(made: list[Board]) -> list[Board]:
    at, result = SENTENCES, []
    for board in made:
        texts = numbered(board.texts, at)
        at += len(texts)
        result.append(Board(board.id, board.part, texts, board.card, board.point, board.organizer, board.picture))
    return result


def _text(board: str, name: str, role: Role, text: str, *, silent: bool = False) -> BoardText:
    pieces = () if silent else tuple(piece for piece in pieces_of(text) if piece.is_word)
    ids = word_ids(f"{board}.{name}", [piece.text for piece in pieces])
    words = tuple(Word(id, piece.text, piece.start, piece.end, 0) for id, piece in zip(ids, pieces, strict=True))
    return BoardText(name, role, text, words)


def _by_part(lesson: Lesson) -> dict[Part, list[Board]]:
    opening, closing = lesson.plan.opening, lesson.plan.closing
    made: dict[Part, list[Board]] = {Part.PURPOSE: _purpose(opening)}
    if opening.look_back:
        made[Part.LOOK_BACK] = [_titled("look-back", Part.LOOK_BACK, "Last time", opening.look_back)]
    if opening.at_hand:
        made[Part.AT_HAND] = [_listed("at-hand", Part.AT_HAND, "Have at hand", opening.at_hand)]
    if opening.sight_words:
        made[Part.SIGHT_WORDS] = [_sight_words(opening.sight_words)]
    made[Part.CARDS] = [_card_board(card, lesson) for card in lesson.plan.cards]
    if lesson.plan.matching and len(lesson.plan.cards) >= FEWEST_CARDS:
        made[Part.MATCHING] = [_matching(lesson.plan.cards, pictures=lesson.plan.matching_pictures)]
    made[Part.PICTURE_WALK] = [
        Board(
            f"walk-{n + 1}",
            Part.PICTURE_WALK,
            (_text(f"walk-{n + 1}", "q", Role.BODY, one.question),),
            picture=one.picture,
        )
        for n, one in enumerate(opening.picture_walk)
    ]
    if opening.quick_write:
        write = f"Write for {for_how_long(opening.write_seconds)}" if opening.write_seconds else "Write about it"
        made[Part.QUICK_WRITE] = [_titled("quick-write", Part.QUICK_WRITE, write, opening.quick_write)]
    if closing.recap:
        made[Part.RECAP] = [_titled("recap", Part.RECAP, "What we found out", closing.recap)]
    if closing.task:
        made[Part.TASK] = [_titled("task", Part.TASK, "Now you", closing.task)]
    return made


def _purpose(opening: Opening) -> list[Board]:
    texts: list[BoardText] = []
    if opening.purpose:
        texts += [
            _text("purpose", "h", Role.TITLE, "Why we read", silent=True),
            _text("purpose", "purpose", Role.BODY, opening.purpose),
        ]
    if opening.focus:
        texts.append(_text("purpose", "focus", Role.BIG, opening.focus))
    if opening.objectives:
        if not texts:
            texts.append(_text("purpose", "h", Role.TITLE, "What we will be able to do", silent=True))
        texts += [_text("purpose", f"can{n}", Role.ITEM, one) for n, one in enumerate(opening.objectives)]
    return [Board("purpose", Part.PURPOSE, tuple(texts))] if texts else []


def _titled(id: str, part: Part, title: str, text: str) -> Board:
    return Board(id, part, (_text(id, "h", Role.TITLE, title, silent=True), _text(id, "t", Role.BODY, text)))


def _listed(id: str, part: Part, title: str, items: tuple[str, ...]) -> Board:
    heading = _text(id, "h", Role.TITLE, title, silent=True)
    return Board(id, part, (heading, *(_text(id, f"i{n}", Role.ITEM, item) for n, item in enumerate(items))))


def _sight_words(words: tuple[str, ...]) -> Board:
    heading = _text("sight-words", "h", Role.TITLE, "Words to say first", silent=True)
    said = (_text("sight-words", f"w{n}", Role.SIGHT_WORD, word) for n, word in enumerate(words))
    return Board("sight-words", Part.SIGHT_WORDS, (heading, *said))


def _card_board(card: WordCard, lesson: Lesson) -> Board:
    texts = [_text(card.id, "word", Role.BIG, card.word)]
    if card.part_of_speech:
        texts.append(_text(card.id, "class", Role.QUIET, card.part_of_speech, silent=True))
    if card.meaning:
        texts.append(_text(card.id, "meaning", Role.BODY, card.meaning))
    if card.example:
        texts.append(_text(card.id, "example", Role.REASON, card.example))
    if card.related:
        texts.append(_text(card.id, "related", Role.QUIET, ", ".join(card.related)))
    if place := where_it_stands(lesson, card.at):
        texts.append(_text(card.id, "place", Role.QUIET, f"In the text: {place}", silent=True))
    return Board(card.id, Part.CARDS, tuple(texts), card=card)


def _matching(cards: tuple[WordCard, ...], *, pictures: bool) -> Board:
    asked = QUESTION_OF_PICTURES if pictures else QUESTION
    texts = [_text(MATCHING, "h", Role.TITLE, asked, silent=True)]
    for match in matches(cards, pictures=pictures):
        texts.append(_text(MATCHING, f"{match.card.id}w", Role.ITEM, match.card.word))
        if not match.pictured:
            texts.append(_text(MATCHING, f"{match.card.id}m", Role.ITEM, match.says))
    return Board(MATCHING, Part.MATCHING, tuple(texts))


def _point_board(point: PausePoint, lesson: Lesson) -> Board:
    texts = list(point_texts(point))
    texts += [_text(point.id, one.name, Role.CHOICE, one.text) for one in point.activity.options()]
    for n, pair in enumerate(point.activity.pairs_to_match()):
        texts.append(_text(point.id, f"l{n}", Role.ITEM, pair.left))
        texts.append(_text(point.id, f"r{n}", Role.ITEM, pair.right))
    if point.answer:
        texts.append(_text(point.id, "answer", Role.ANSWER, point.answer))
    picture, _ = point.activity.looks_at()
    part = Part.READING if point.after else Part.QUESTIONS
    return Board(point.id, part, tuple(texts), point=point, picture=picture)


def _organizer_board(organizer: Organizer) -> Board:
    texts = [_text(organizer.id, "title", Role.TITLE, organizer.title)]
    for box in organizer.boxes:
        if box.heading:
            texts.append(_text(organizer.id, f"{box.id}h", Role.BOX_HEADING, box.heading))
        if box.ask:
            texts.append(_text(organizer.id, f"{box.id}a", Role.BOX_ASK, box.ask))
        if box.text:
            texts += [
                _text(organizer.id, box_text(box.id, step), Role.BOX_TEXT, line) for step, line in enumerate(box.steps)
            ]
    return Board(organizer.id, Part.READING, tuple(texts), organizer=organizer)
