"""What the narrator did on the stage in a take, and what it said in talk: kept beside the sound, and put into the
lesson with it."""

from __future__ import annotations

import json
from collections.abc import Iterable

from wordtrail.core.changes.checking_changes import CheckedPlace, SettlePlaces
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.direction_changes import KeepRecorded
from wordtrail.core.changes.mark_changes import PlaceMark
from wordtrail.core.changes.talk_changes import KeepTalk
from wordtrail.core.layout.typeset import typeset
from wordtrail.core.lesson.checking import checks_of
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.directions import PLACE, Deed, Direction
from wordtrail.core.trail.model import Trail
from wordtrail.standins.pond import Spoken, mark_on, target_of


def written(lesson: Lesson, spoken: Iterable[tuple[float, float, Spoken]], trail: Trail) -> str:
    """What was said from when to when (seconds of take time), with what was done, and the places of the trail that were
    listened to since, as a file."""
    directions: list[dict[str, object]] = []
    marks, talk = [], []
    for start, end, one in spoken:
        if not one.read:
            talk.append({"start": round(start, 2), "end": round(end, 2), "text": one.text})
        for done in one.done:
            at = round(start + done.after, 2)
            if done.deed is None:
                marks.append({"mark": mark_on(lesson, done.target), "start": at})
            else:
                target = target_of(lesson, done)
                directions.append(
                    {
                        "at": at,
                        "deed": done.deed.value,
                        "target": target,
                        "part": done.part,
                        "path": _on_page(lesson, target, done.path),
                    }
                )
    settled = [{"word": one.word, "found": one.found} for one in checks_of(lesson, "", trail)]
    all_of_it = {"directions": directions, "marks": marks, "talk": talk, "settled": settled}
    return json.dumps(all_of_it, indent=1, ensure_ascii=False) + "\n"


def _on_page(lesson: Lesson, page: str, path: tuple[float, ...]) -> list[float]:
    """A pointer's way in page units, from shares of the page's picture."""
    if not path:
        return []
    (picture,) = next(one.pictures for one in typeset(lesson).pages if one.id == page)
    places = zip(path[::PLACE], path[1::PLACE], path[2::PLACE], strict=True)
    return [
        round(value, 2)
        for time, across, down in places
        for value in (time, picture.x + across * picture.width, picture.y + down * picture.height)
    ]


def directed(lesson: Lesson, take: str, text: str) -> Lesson:
    """The lesson with what was done in a take."""
    found = json.loads(text)
    given = tuple(
        Direction("", take, one["at"], Deed(one["deed"]), one["target"], one["part"], tuple(one["path"]))
        for one in found["directions"]
    )
    lesson = apply(lesson, KeepRecorded(given))
    for one in found["marks"]:
        lesson = apply(lesson, PlaceMark(take, one["mark"], one["start"]))
    for one in found["talk"]:
        lesson = apply(lesson, KeepTalk(take, one["start"], one["end"], one["text"]))
    places = tuple(CheckedPlace(one["word"], one["found"]) for one in found["settled"])
    return apply(lesson, SettlePlaces(take, places))
