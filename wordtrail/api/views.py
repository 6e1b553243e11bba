"""From rows to answers: a lesson with its takes, jobs, video, link and path."""

from __future__ import annotations

from collections.abc import Sequence

from flask import Response
from sqlalchemy.orm import Session

from wordtrail.api import answers, take_answers
from wordtrail.api.context import answer, context, public_url, reached_at
from wordtrail.core.cues.model import Beat, Caption, Drawing, Gate, Reveal, SignpostShown
from wordtrail.core.direct.course import Light, PageTurn
from wordtrail.core.direct.named import named_in_talk
from wordtrail.core.film.model import FilmVersion
from wordtrail.core.layout.model import LaidMark, LaidPage, Signpost
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.checking import checks_heard, settled_in
from wordtrail.core.lesson.current_trail import current_trail, kept_ends, loose_mends
from wordtrail.core.lesson.kept_clips import dropped_in, takes_used
from wordtrail.core.lesson.missed_words import missed_words
from wordtrail.core.lesson.model import Lesson, with_take
from wordtrail.core.lesson.planned_talk import planned_talk
from wordtrail.core.lesson.take_figures import take_figures
from wordtrail.core.lesson.take_in_use import is_talk, take_in_use, takes_to_ask_about
from wordtrail.core.sound.word_levels import RecordedSound
from wordtrail.core.trail.checks import figures
from wordtrail.core.trail.legs import legs
from wordtrail.core.trail.model import Trail
from wordtrail.core.trail.talk import guess, with_guesses
from wordtrail.core.trail.talk_text import said_when, talk_parts
from wordtrail.core.waypoints.waypoints import Standing, next_screen, waypoints
from wordtrail.formats.json_patch import Operation, difference
from wordtrail.jobs.queue import ALIGN, PHASES
from wordtrail.service.changing import Changed
from wordtrail.service.filming import PlannedFilm, shape_of, what_changed
from wordtrail.service.placing import Heard
from wordtrail.service.recorded_sound import recorded_sound
from wordtrail.service.showing import Showing
from wordtrail.store.history import changes_between
from wordtrail.store.jobs import jobs_of
from wordtrail.store.lessons import KeptLesson
from wordtrail.store.surroundings import Surroundings, surroundings_of
from wordtrail.store.tables import JobRow, TakeRow, VideoRow
from wordtrail.store.takes import advice_on, camera_of

MOST_JOBS = 12

NOTHING = Surroundings()
"""What a lesson has around it that nothing was made of."""

STAGE_ATOMS = (LaidPage, LaidMark, Signpost, PageTurn, Light, Drawing, Gate, Reveal, Beat, SignpostShown, Caption)
"""Parts of a stage that are sent as a whole when they change."""


def lesson_view(session: Session, kept: KeptLesson) -> answers.LessonView:
    """Everything about a lesson."""
    lesson = kept.lesson
    around = surroundings_of(session, [kept.id])[kept.id]
    used = take_in_use(lesson, around.uses)
    standing = _standing(kept, around)
    link = around.link
    heard = takes_used(with_take(lesson, used), _trails(around))
    return answers.LessonView(
        id=kept.id,
        unit=kept.unit,
        revision=kept.revision,
        lesson=lesson,
        undo=kept.undo,
        redo=kept.redo,
        waypoints=list(waypoints(lesson, standing)),
        next=next_screen(lesson, standing),
        takes=[take_view(row, lesson, around, used, heard) for row in around.takes],
        take_in_use=used,
        jobs=[job_view(row) for row in jobs_of(session, kept.id)[:MOST_JOBS]],
        video=_video_view(kept, around, used),
        link=link_view(link.token) if link else None,
    )


def lesson_change(session: Session, changed: Changed) -> answers.LessonChange:
    """What became of a lesson by a change."""
    kept = changed.after
    around = surroundings_of(session, [kept.id])[kept.id]
    standing = _standing(kept, around)
    return answers.LessonChange(
        id=kept.id,
        revision=kept.revision,
        since=changed.before.revision,
        changes=_sent(changes_between(changed.before.lesson, kept.lesson)),
        undo=kept.undo,
        redo=kept.redo,
        waypoints=list(waypoints(kept.lesson, standing)),
        next=next_screen(kept.lesson, standing),
        take_in_use=(used := take_in_use(kept.lesson, around.uses)),
        video=_video_view(kept, around, used),
    )


def change_answer(changed: Changed) -> Response:
    """What became of a lesson by a change, as an answer."""
    with context().workspace.database.read_session() as session:
        view = lesson_change(session, changed)
    return answer(view)


def shelf_view(session: Session, lessons: Sequence[KeptLesson]) -> answers.Shelf:
    """Lessons as they stand on the shelf."""
    around = surroundings_of(session, [kept.id for kept in lessons])
    return answers.Shelf(lessons=[_shelf_lesson(kept, _standing(kept, around[kept.id])) for kept in lessons])


def _shelf_lesson(kept: KeptLesson, standing: Standing) -> answers.ShelfLesson:
    return answers.ShelfLesson(
        id=kept.id,
        title=kept.lesson.title,
        unit=kept.unit,
        author=kept.lesson.passages[0].author,
        changed_at=kept.changed_at,
        waypoints=list(waypoints(kept.lesson, standing)),
        next=next_screen(kept.lesson, standing),
        first_words=" ".join(word.text for word in kept.lesson.words[:14]),
    )


def _standing(kept: KeptLesson, around: Surroundings) -> Standing:
    used = take_in_use(kept.lesson, around.uses)
    found = around.trails.get(used)
    lesson, trails = with_take(kept.lesson, used), _trails(around)
    return Standing(
        takes=sum(row.state == "kept" for row in around.takes),
        unfinished=sum(row.state == "recording" for row in around.takes),
        trail=current_trail(kept.lesson, used, found.trail) if found else None,
        to_check=sum(
            len(checks_heard(lesson, trails, take, _sound_of(around, take))) for take in takes_used(lesson, trails)
        ),
        asking=bool(takes_to_ask_about(around.uses, used)),
        aligning=ALIGN in around.working,
        films=len({(row.version, row.wrapping) for row in around.videos}),
        films_older=sum(bool(what_changed(row, kept, around.trails, used)) for row in newest_films(around)),
        link=around.link is not None,
    )


def _sound_of(around: Surroundings, take: str) -> RecordedSound:
    row = next(row for row in around.takes if row.id == take)
    return recorded_sound(context().workspace, row)


def _trails(around: Surroundings) -> dict[str, Trail]:
    """Take → its newest trail."""
    return {take: found.trail for take, found in around.trails.items()}


def take_view(
    row: TakeRow, lesson: Lesson, around: Surroundings = NOTHING, used: str = "", heard: Sequence[str] = ()
) -> take_answers.Take:
    """A take of a lesson, with what was found in it; the take that the lesson uses, and all that are heard in it."""
    found = around.trails.get(row.id)
    trail = current_trail(lesson, row.id, found.trail) if found else None
    return take_answers.Take(
        id=row.id,
        number=row.number,
        state=row.state,
        origin=row.origin,
        seconds=row.seconds,
        made_at=row.made_at,
        fault=row.fault,
        has_trail=trail is not None,
        in_use=row.id == used,
        asks=row.id in takes_to_ask_about(around.uses, used),
        words_read=figures(trail, [word.id for word in lesson.words]).read if trail else 0,
        words=len(lesson.words),
        is_talk=trail is not None and is_talk(trail),
        name=row.name,
        heard=row.id in heard,
        figures=take_figures(lesson, row.id, found.trail) if found else None,
        loudness=row.loudness,
        noise=row.noise,
        advice=list(advice_on(row)),
        camera=list(camera_of(row)),
    )


def newest_films(around: Surroundings) -> list[VideoRow]:
    """Of each film that was made of a lesson, in each shape and as each kind of file, the newest."""
    return list({(row.version, row.wrapping, shape_of(row)): row for row in around.videos}.values())


def _video_view(kept: KeptLesson, around: Surroundings, used: str) -> answers.Video | None:
    """The newest film of a lesson."""
    row = around.film
    if row is None:
        return None
    newest = not what_changed(row, kept, around.trails, used)
    return answers.Video(
        id=row.id, revision=row.revision, seconds=row.seconds, size=row.size, newest=newest, kind=row.wrapping
    )


def films_view(session: Session, kept: KeptLesson, planned: Sequence[PlannedFilm], free: int) -> answers.Films:
    """The films of a lesson: as they would be made now, and as they were made."""
    around = surroundings_of(session, [kept.id])[kept.id]
    used = take_in_use(kept.lesson, around.uses)
    return answers.Films(
        planned=[
            answers.LengthOfFilm(
                version=one.version, seconds=one.seconds, bytes=one.bytes, room=one.room, trail=one.trail
            )
            for one in planned
        ],
        made=[
            answers.MadeFilm(
                id=row.id, version=FilmVersion(row.version), kind=row.wrapping, seconds=row.seconds, size=row.size,
                made_at=row.made_at, changed=what_changed(row, kept, around.trails, used), shape=shape_of(row),
            )
            for row in newest_films(around)
        ],
        free=free,
    )  # fmt: skip


def job_view(row: JobRow) -> answers.Job:
    """A job."""
    return answers.Job(
        id=row.id,
        kind=row.kind,
        subject=row.subject,
        state=row.state,
        phase=row.phase,
        phases=list(PHASES.get(row.kind, ())),
        progress=row.progress,
        message=row.message,
    )


def link_view(token: str) -> answers.StudentLink:
    """The student link of a token."""
    return answers.StudentLink(url=f"{public_url()}/s/{token}", reachable=bool(reached_at()))


def fresh_answer(kept: KeptLesson) -> Response:
    """A lesson that was just made, as an answer."""
    with context().workspace.database.read_session() as session:
        view = lesson_view(session, kept)
    return answer(view, 201)


def trail_view(heard: Heard, row: TakeRow) -> take_answers.TrailView:
    """A take's trail as it stands in the lesson, with what wants a listen."""
    take = row.id
    lesson, found = heard.lesson, heard.trails[take]
    shown = current_trail(lesson, take, found)
    words = script(lesson)
    start, end = kept_ends(lesson, take, found)
    return take_answers.TrailView(
        trail=with_guesses(shown),
        script=[word.id for word in words],
        legs=list(legs(shown, {word.id: place for place, word in enumerate(words)})),
        checks=list(checks_heard(lesson, heard.trails, take, recorded_sound(context().workspace, row))),
        settled=settled_in(lesson, take),
        figures=figures(shown, [word.id for word in lesson.words]),
        trim_start=start,
        trim_end=end,
        trimmed_by_hand=any(trim.take == take for trim in lesson.trims),
        loose_mends=loose_mends(lesson, take, found),
        missed=list(missed_words(lesson, take, found)),
        named=list(named_in_talk(lesson, typeset(lesson), take, found)),
        dropped=[
            take_answers.Dropped(again=one.again, start=one.start, end=one.end)
            for one in dropped_in(lesson, take, found)
        ],
        talk=_talk_views(lesson, take, shown),
    )


def _talk_views(lesson: Lesson, take: str, shown: Trail) -> list[take_answers.TalkStretch]:
    """The talk in words, stretch by stretch; what one text was written for stands at its first one."""
    found = []
    for part in talk_parts(lesson.talk, take, shown.asides):
        whole = part.whole
        heard = guess(whole.heard or " ".join(word.text for word in whole.words))
        text = part.text.text if part.text else ""
        blanks = [one for one in lesson.blanks if one.take == take and one.start < whole.end and one.end > whole.start]
        found.append(
            take_answers.TalkStretch(
                start=part.text.start if part.text else whole.start,
                end=part.text.end if part.text else whole.end,
                heard=heard,
                text=text,
                words=list(said_when(text or heard, whole)),
                blanks=blanks,
                planned=planned_talk(lesson, shown, whole),
                stretches=len(part.asides),
                by_hand=any(
                    one.take == take and one.start < whole.end and one.end > whole.start for one in lesson.talk_by_hand
                ),
            )
        )
    return found


def whole_stage(shown: Showing) -> answers.Stage:
    """Everything that a stage needs to show a lesson."""
    stage = shown.stage
    return answers.Stage(
        key=shown.key,
        title=stage.title,
        layout=stage.layout,
        sheet=stage.sheet,
        edits=stage.edits,
        think_seconds=stage.think_seconds,
        video_seconds=stage.video_seconds,
        holds=list(stage.holds),
        texts=stage.texts,
    )


def stage_changes(before: Showing, after: Showing) -> list[answers.PatchOperation]:
    """What makes one stage of another."""
    return operations(before.stage, after.stage)


def operations(before: object, after: object) -> list[answers.PatchOperation]:
    """What makes one value of another, pages, marks, signposts and cues of a stage as a whole."""
    return _sent(difference(before, after, STAGE_ATOMS))


def _sent(changes: Sequence[Operation]) -> list[answers.PatchOperation]:
    return [answers.PatchOperation(op=one.op, path=one.path, value=one.value) for one in changes]
