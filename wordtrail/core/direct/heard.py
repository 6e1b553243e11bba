"""What was heard of a lesson, in lesson time."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from wordtrail.core.direct.course import Light
from wordtrail.core.direct.passes import Passes
from wordtrail.core.direct.speech import Speech
from wordtrail.core.direct.talk_words import TalkWords
from wordtrail.core.edit.edit_list import Clip, EditList
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.current_trail import current_trail
from wordtrail.core.lesson.late_titles import without_late_titles
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.trail.model import UNSURE_BELOW, Aside, Trail


@dataclass(frozen=True, slots=True)
class Heard:
    """Lights, talk, which light is which reading of its word, when there is a voice, and what is named in talk; and the
    sentence and block of each word of the passage."""

    lights: Sequence[Light]
    asides: Sequence[Aside]
    passes: Passes
    speech: Speech
    talk: TalkWords
    sentence: Mapping[str, int]
    block: Mapping[str, str]

    def sentence_end(self, light: int) -> int:
        """The last light of the sentence that a light (its place among them) belongs to, as it was read."""
        own = self.sentence.get(self.lights[light].word)
        while light + 1 < len(self.lights) and self.sentence.get(self.lights[light + 1].word) == own:
            light += 1
        return light


def said_in(
    lesson: Lesson, trails: Mapping[str, Trail], edits: EditList
) -> tuple[tuple[Light, ...], tuple[Aside, ...]]:
    """The words that are read and the talk of all kept clips, as they were said."""
    lights: list[Light] = []
    asides: list[Aside] = []
    ids = {word.id for word in script(lesson)}
    now = edits.lead
    for clip in edits.clips:
        trail = current_trail(lesson, clip.take, trails[clip.take])
        for visit in sorted(trail.visits, key=lambda visit: visit.start):
            if visit.word in ids and clip.start <= visit.start < clip.end:
                start, end = now + clip.heard_at(visit.start), now + clip.heard_at(min(visit.end, clip.end))
                lights.append(Light(visit.word, start, end, visit.confidence >= UNSURE_BELOW))
        asides += [
            _heard(aside, clip, now) for aside in trail.asides if aside.end > clip.start and aside.start < clip.end
        ]
        now += clip.seconds
    return without_late_titles(lesson, lights), tuple(asides)


def heard_of(
    lesson: Lesson,
    lights: Sequence[Light],
    asides: Sequence[Aside],
    seconds: float,
    said: Sequence[Light] | None = None,
) -> Heard:
    """What was heard in a lesson of so many seconds; `said` are the lights as long as they were spoken, where others
    last longer."""
    sentence = {word.id: word.sentence for word in script(lesson)}
    block = {word.id: block.id for passage in lesson.passages for block in passage.blocks for word in block.words}
    voiced = [(one.start, one.end) for one in said or lights] + [(one.start, one.end) for one in asides]
    speech = Speech(voiced, seconds)
    return Heard(lights, asides, Passes(lights, sentence), speech, TalkWords(asides), sentence, block)


def _heard(aside: Aside, clip: Clip, now: float) -> Aside:
    """The part of an aside that is in the clip, which is heard from `now` on, in lesson time."""
    own = aside.part(clip.start, clip.end)
    words = tuple(
        replace(word, start=now + clip.heard_at(word.start), end=now + clip.heard_at(word.end)) for word in own.words
    )
    return Aside(now + clip.heard_at(own.start), now + clip.heard_at(own.end), own.heard, words)
