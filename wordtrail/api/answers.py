"""The shapes of requests and answers. Core values go out as they are."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any, Literal, Union

from pydantic import Field

from wordtrail.api.bodies import Answer, Body
from wordtrail.api.take_answers import Take
from wordtrail.core.changes.command import ScreenCommand
from wordtrail.core.changes.commands import SCREEN_COMMANDS
from wordtrail.core.cues.film import HoldInFilm
from wordtrail.core.cues.film_trail import FilmTrail
from wordtrail.core.cues.finding import Finding
from wordtrail.core.cues.model import CueSheet
from wordtrail.core.cues.run import Stop
from wordtrail.core.edit.edit_list import EditList
from wordtrail.core.film.model import CoverMoment, FilmVersion, StageShape
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.answers import PartByPart
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.lesson.recording_guide import GuideStretch
from wordtrail.core.marks.forms.all import AnyForm
from wordtrail.core.marks.symbols import Symbol
from wordtrail.core.plan.activities.activity import Group, Limits
from wordtrail.core.plan.activities.all import AnyActivity
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.plan.suggestions.model import Suggestion
from wordtrail.core.proof.checks import Suspect
from wordtrail.core.proof.facts import Facts
from wordtrail.core.speech.saying import Saying
from wordtrail.core.speech.word_parts import WordPart
from wordtrail.core.text.block_kinds import KindOfBlock
from wordtrail.core.text.glossary import GlossaryLink
from wordtrail.core.waypoints.proofing import Undescribed
from wordtrail.core.waypoints.waypoints import Screen, Waypoint

if TYPE_CHECKING:
    AnyScreenCommand = ScreenCommand
else:
    AnyScreenCommand = Union[SCREEN_COMMANDS]  # noqa: UP007 -- made of a tuple


class Passphrase(Body):
    passphrase: str = Field(max_length=200)


class Settings(Answer):
    school: str
    teacher: str
    simulated_microphone: bool
    locked: bool


class Network(Answer):
    """Whether others on the network reach the students' side: `can_be_switched` is false where the server was started
    for a network, or behind an address of its own."""

    open: bool
    can_be_switched: bool
    address: str


class NetworkWish(Body):
    open: bool


class TextDraft(Body):
    """A passage in our notation, with its credits."""

    text: str = Field(max_length=2_000_000)
    title: str = Field(default="", max_length=300)
    author: str = Field(default="", max_length=300)
    permission: str = Field(default="", max_length=600)
    unit: str = Field(default="", max_length=200)


class WordList(Body):
    """Words, parted by commas, line feeds or spaces, of which a lesson is made."""

    words: str = Field(max_length=4000)
    title: str = Field(default="", max_length=300)
    unit: str = Field(default="", max_length=200)


class TitleInText(Answer):
    """A first line that looks like the title, and the text without it (and without the author under it)."""

    title: str
    author: str
    text: str


class Preview(Answer):
    layout: Layout
    words: int
    minutes: float
    title_offered: TitleInText | None = None


class Job(Answer):
    id: str
    kind: str
    subject: str
    state: str
    phase: str
    phases: list[str]
    progress: float
    message: str


class Video(Answer):
    id: str
    revision: int
    seconds: float
    size: int
    newest: bool
    kind: str


class StudentLink(Answer):
    url: str
    reachable: bool


class ShelfLesson(Answer):
    id: str
    title: str
    unit: str
    author: str
    changed_at: float
    waypoints: list[Waypoint]
    next: Screen
    first_words: str


class Shelf(Answer):
    lessons: list[ShelfLesson]


class LessonView(Answer):
    """A lesson with everything that was made of it."""

    id: str
    unit: str
    revision: int
    lesson: Lesson
    undo: str
    redo: str
    waypoints: list[Waypoint]
    next: Screen
    takes: list[Take]
    take_in_use: str
    jobs: list[Job]
    video: Video | None
    link: StudentLink | None


class PatchOperation(Answer):
    """One operation of a JSON Patch (RFC 6902)."""

    op: Literal["add", "remove", "replace"]
    path: str
    value: Any = None


class LessonChange(Answer):
    """What became of a lesson by a change: `changes` make its document of the one at revision `since`, one after
    another; the rest is as in LessonView."""

    id: str
    revision: int
    since: int
    changes: list[PatchOperation]
    undo: str
    redo: str
    waypoints: list[Waypoint]
    next: Screen
    take_in_use: str
    video: Video | None


class Change(Body):
    """A command for the lesson as it was at `revision`. Under one `name` it is made once, however often it is sent."""

    revision: int
    name: str = Field(default="", max_length=40)
    command: AnyScreenCommand = Field(discriminator="kind")


class LessonName(Body):
    title: str = Field(max_length=400)
    unit: str = Field(default="", max_length=200)


class Revision(Body):
    revision: int


class Guide(Answer):
    """What the teacher is led through while recording, in order; the marks (ids) that wait for her hand meanwhile, and
    the seconds over which each is drawn; and for each page (its number in the layout) the pause points at which she
    may stop there, the next one first."""

    stretches: list[GuideStretch]
    live_marks: list[str]
    drawing_seconds: float
    beside_norm: str
    """What the pace is to the children of the grade that was asked for."""
    stones_seconds: float
    """How long is counted before a sentence that is read again."""
    part_by_part: list[PartByPart]
    stops: dict[int, list[str]]


class TextView(Answer):
    """What a passage still asks for, what is known of it, and how its words are said."""

    passage: str
    suspects: list[Suspect]
    undescribed: list[Undescribed]
    facts: Facts
    glossary: list[GlossaryLink]
    sayings: list[Saying]
    before_sharing: list[str]


class ActivityKind(Answer):
    """A kind of what students do at a pause point: what teachers choose it by, what stands over its question, and a
    `fresh` one with its usual think time (seconds). `shows_evidence` says whether evidence stands beside it; `limits`
    are those of its fields that are numbers or lists."""

    kind: str
    name: str
    heading: str
    group: Group
    does: str
    usual_think: float
    shows_evidence: bool
    limits: dict[str, Limits]
    fresh: AnyActivity


class MarkForm(Answer):
    """A form in which a mark can be drawn: what teachers choose it by, the `key` that draws it on the chosen words
    (empty: none does), and a `fresh` one. `has_fields` says whether there is something to fill in, `needs_word`
    whether it needs a word beside those it is drawn on."""

    kind: str
    name: str
    key: str
    has_fields: bool
    needs_word: bool
    fresh: AnyForm


class FileFormat(Answer):
    """A format of files: its `kind` in addresses, what teachers call it, the endings of its files, and whether it can
    be taken away too."""

    kind: str
    name: str
    endings: list[str]
    is_written: bool


class Catalogue(Answer):
    """The kinds of things that a lesson can hold, as menus show them. `fresh_point` is a pause point with nothing in
    it yet, `think_seconds` says how long its think time may be, `letters` stand before options; a chart of more than
    `boxes_beside_text` boxes has no room beside the text."""

    activities: list[ActivityKind]
    think_seconds: Limits
    forms: list[MarkForm]
    block_kinds: list[KindOfBlock]
    symbols: list[Symbol]
    passage_formats: list[FileFormat]
    plan_formats: list[FileFormat]
    timing_formats: list[FileFormat]
    photo_endings: list[str]
    fresh_point: PausePoint
    letters: str
    boxes_beside_text: int
    grades: list[int]
    """Grades for which there are norms of reading aloud."""


class PlanView(Answer):
    """The lesson as it will run."""

    run: list[Stop]


class Suggestions(Answer):
    """What the text offers to mark, teach and stop at."""

    suggestions: list[Suggestion]


class Taken(Answer):
    """The ids of the suggestions that a plan has already."""

    ids: list[str]


class WordInParts(Answer):
    """A word's printed syllables and its parts, as the core sees them."""

    syllables: list[str]
    parts: list[WordPart]


class Chapter(Answer):
    """A passage that was found in a file: a book has several."""

    title: str
    words: int
    pages: int
    photos: int
    first_words: str
    notes: list[str]


class BroughtFile(Answer):
    """A file that was brought in, how far its reading is, and what was found in it."""

    id: str
    name: str
    ending: str
    size: int
    job: Job | None
    chapters: list[Chapter]


class ChosenFile(Body):
    """A file and which of its chapters are wanted (none named: all)."""

    file: str = Field(max_length=64)
    chapters: list[int] = Field(default=[], max_length=2000)


class NewLessonFromFiles(Body):
    files: list[ChosenFile] = Field(min_length=1, max_length=200)
    title: str = Field(default="", max_length=300)
    unit: str = Field(default="", max_length=200)


class PagesFromFiles(Body):
    revision: int
    files: list[ChosenFile] = Field(min_length=1, max_length=200)
    passage: str = Field(default="", max_length=64)


class KeptPicture(Answer):
    file: str
    width: int
    height: int


class Stage(Answer):
    """What a stage needs to show a lesson. `key` names this state of it; `think_seconds` are those that students have
    at all pause points together, `video_seconds` how long the film will be, `holds` where it stands still; `texts` are
    those that can be written on the stage, by their ids."""

    key: str
    title: str
    layout: Layout
    sheet: CueSheet
    edits: EditList
    think_seconds: float
    video_seconds: float
    holds: list[HoldInFilm]
    texts: dict[str, str]


class ReadThrough(Answer):
    """What to look at before a film or a link is made."""

    findings: list[Finding]


class StageChange(Answer):
    """A stage for somebody who has it as it was at `since`: `changes` make it of that one. Where that one is not
    known any more, `whole` is the stage."""

    key: str
    changes: list[PatchOperation] = Field(default_factory=list)
    whole: Stage | None = None


class FilmsWish(Body):
    """Films that are to be made: which of the four, as what kind of file, with evenly spaced frames or not."""

    versions: list[FilmVersion] = Field(min_length=1, max_length=4)
    kind: Literal["mp4", "webm", "m4a", "opus"] = "mp4"
    steady: bool = False


class Jobs(Answer):
    jobs: list[Job]


class LengthOfFilm(Answer):
    """One of the four films as it would be made now: its length (seconds), about how large it will be and how much room
    on the disk making it takes (bytes), and its way in small."""

    version: FilmVersion
    seconds: float
    bytes: int
    room: int
    trail: FilmTrail


class MadeFilm(Answer):
    """A film that was made: its file's kind and size (bytes), its shape, and what has changed since, in words (empty:
    nothing)."""

    id: str
    version: FilmVersion
    kind: str
    seconds: float
    size: int
    shape: StageShape
    made_at: float
    changed: str


class HostOffer(Answer):
    """What would be said of a film on the video host: `captions` and `cover` can go along with it. `host` is where
    films are taken (empty: there is no host), `simulated` says that it is the stand-in that ships with us."""

    host: str
    simulated: bool
    title: str
    description: str
    chapters: str
    captions: bool
    cover: bool


class SentFilm(Answer):
    """A film that was put on a video host: where it is seen (empty while it is on its way)."""

    id: str
    film: str
    version: FilmVersion
    title: str
    address: str
    made_at: float


class SentFilms(Answer):
    """The films of a lesson that were put on a host, the newest first; `host` as in an offer."""

    host: str
    simulated: bool
    sent: list[SentFilm]


class Cover(Answer):
    moment: CoverMoment | None


class Films(Answer):
    """The four films of a lesson as they would be made now, and those that were made, the newest of each kind; `free`:
    bytes of room on the disk."""

    planned: list[LengthOfFilm]
    made: list[MadeFilm]
    free: int


class Done(Answer):
    ok: bool = True
