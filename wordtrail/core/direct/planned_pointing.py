"""Where the pointer goes as it was planned: along words with the voice, or to a picture while they are read."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from wordtrail.core.direct.close_ups import read_of, target_of
from wordtrail.core.direct.course import Light, Pointing
from wordtrail.core.direct.pointing import FOOT, place_of
from wordtrail.core.layout.model import Layout
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.model import CloseUp, LeadsTheEye
from wordtrail.core.text.model import Region


def planned_pointings(
    lesson: Lesson, lights: Sequence[Light], layout: Layout, regions: Mapping[tuple[str, str], Region]
) -> Iterator[Pointing]:
    """The pointer's ways while planned words are read. `lights` are what is read, in order; `regions` those of
    pictures, by block and region."""
    for one in lesson.plan.close_ups:
        if one.how is LeadsTheEye.CLOSER:
            continue
        words = {word.id for word in lesson.run(one.first, one.last)}
        for first, last in read_of(words, lights):
            read = lights[first : last + 1]
            yield from _to_picture(one, read, layout, regions) if one.picture else _with_voice(read, layout)


def _with_voice(read: Sequence[Light], layout: Layout) -> Iterator[Pointing]:
    """Along the feet of the words, each from its left to its right as long as it is lit; page by page."""
    places = layout.places()
    seen = [(light, *places[light.word]) for light in read if light.word in places]
    for page in dict.fromkeys(page for _, page, _ in seen):
        own = [(light, box) for light, on, box in seen if on == page]
        begin, path, now = own[0][0].start, list[float](), -1.0
        for light, box in own:
            foot = box.baseline + FOOT * box.size
            for at, x in ((light.start, box.x), (light.end, box.x + box.width)):
                # Times go up, also where a word is over before the next hundredth of a second.
                now = max(round(at - begin, 2), round(now + 0.01, 2))
                path += [now, round(x, 2), round(foot, 2)]
        yield Pointing(round(begin, 4), page, tuple(path))


def _to_picture(
    one: CloseUp, read: Sequence[Light], layout: Layout, regions: Mapping[tuple[str, str], Region]
) -> Iterator[Pointing]:
    """On the middle of a picture, for as long as the words are read."""
    place = place_of(layout, target_of(one), regions)
    if place:
        page, (left, top, right, bottom) = place
        middle = (round((left + right) / 2, 2), round((top + bottom) / 2, 2))
        rests = max(0.01, round(read[-1].end - read[0].start, 2))
        yield Pointing(round(read[0].start, 4), page, (0.0, *middle, rests, *middle))
