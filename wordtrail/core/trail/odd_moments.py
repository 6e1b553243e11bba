"""Moments of a trail that are odd for a reading, whatever the ear was sure of: lights too short or too long for their
word, gaps in a sentence, a light between talk and talk, talk without a word."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from itertools import pairwise

from wordtrail.core.sound.quiet import gaps
from wordtrail.core.speech.pronunciation import pronunciations
from wordtrail.core.speech.weak_forms import WEAK_FORMS
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Word
from wordtrail.core.trail.checks import Check, CheckKind
from wordtrail.core.trail.model import QUOTATION, Aside, Trail, Visit
from wordtrail.core.trail.rests import LINGER, voiced

SHORTEST_LIGHT = 0.12
"""Seconds below which a light is hardly seen."""

SHORTEST_SOUND = 0.035
"""Seconds that each sound of a word takes at the least: in quick speech vowels and consonants last 40 to 90 ms (Crystal
and House, "Segmental durations in connected-speech signals", 1988)."""

FEWEST_SOUNDS = 3
"""Sounds of a word below which it may well be as good as swallowed, like all that have a weak form."""

LONGEST_LIGHT = 2.0
"""Seconds after which a light has stood still."""

LONGEST_GAP, LONGEST_GAP_AT_PUNCTUATION = 1.2, 2.0
"""Seconds without a light in a sentence, from which on they are odd; where something is punctuated, readers rest."""

LONGEST_SILENCE = 4.0
"""Seconds without a voice from which on students wonder whether it goes on."""

BETWEEN = 0.6
"""Seconds from talk to a light that is between talk and talk."""

LONG_TALK = 1.0
"""Seconds of talk in which at least one word is heard."""

_PUNCTUATION = tuple(',;:.!?…—–)”"')


def odd_moments(
    trail: Trail, words: Sequence[Word], stops: Collection[str], line_ends: Collection[str]
) -> Iterator[Check]:
    """The odd moments of a trail, over the words of the script. After the words `stops` (ids) students have their time,
    and at `line_ends` readers rest as they do at punctuation. What a hand has set is not odd."""
    by_id = {word.id: word for word in words}
    visits = [visit for visit in trail.visits if visit.word in by_id]
    for number, visit in enumerate(visits):
        following = visits[number + 1] if number + 1 < len(visits) else None
        if not visit.mended:
            yield from _odd_light(visit, following, by_id[visit.word].text)
    place = {word.id: number for number, word in enumerate(words)}
    for before, after in pairwise(visits):
        goes_on = place[after.word] == place[before.word] + 1 and before.word not in stops
        if goes_on and by_id[before.word].sentence == by_id[after.word].sentence:
            text = by_id[before.word].text
            rests = before.word in line_ends or text.endswith(_PUNCTUATION)
            yield from _gap(before, after, text, LONGEST_GAP_AT_PUNCTUATION if rests else LONGEST_GAP, trail.asides)
    yield from _long_silences(visits, trail, stops)
    yield from _in_talk(visits, trail.asides, words)
    for aside in trail.asides if words else ():
        if aside.end - aside.start >= LONG_TALK and not aside.words and not aside.heard:
            word = next((visit.word for visit in reversed(visits) if visit.start <= aside.start), words[0].id)
            why = "Something is heard here, and no word in it: a noise, or talk from far away."
            yield Check(word, aside.start, aside.end, aside.start, why, CheckKind.NO_WORDS, "no words")


def _lit_until(visit: Visit, following: Visit | None) -> float:
    """Until when a word is lit (seconds of take time), where this one follows it."""
    if following and -0.01 <= following.start - visit.end <= LINGER:
        return following.start
    return visit.end


def _odd_light(visit: Visit, following: Visit | None, text: str) -> Iterator[Check]:
    lit = _lit_until(visit, following) - visit.start
    sounds = min((len(ways) for ways in pronunciations(bare(text))), default=1)
    swallowed = sounds < FEWEST_SOUNDS or bare(text) in WEAK_FORMS
    if not swallowed and lit < min(SHORTEST_LIGHT, SHORTEST_SOUND * sounds):
        why = f"“{text}” is lit for only {1000 * lit:.0f} thousandths of a second: it was hardly said in that time."
        yield Check(visit.word, visit.start, visit.end, visit.found_at, why, CheckKind.SHORT, "short")
    elif lit > LONGEST_LIGHT:
        why = f"“{text}” is lit for {lit:.1f} seconds."
        yield Check(visit.word, visit.start, visit.end, visit.found_at, why, CheckKind.LONG, "long")


def _gap(before: Visit, after: Visit, text: str, limit: float, asides: Sequence[Aside]) -> Iterator[Check]:
    gap = after.start - before.end
    if gap < limit or any(one.start < after.start and one.end > before.end for one in asides):
        return
    why = f"Nothing is lit for {gap:.1f} seconds in the middle of this sentence, after “{text}”."
    yield Check(after.word, before.end, after.start, after.found_at, why, CheckKind.GAP, "gap")


def _long_silences(visits: Sequence[Visit], trail: Trail, stops: Collection[str]) -> Iterator[Check]:
    """The word that is read after each long silence, but where students have their time. Before talk a teacher may well
    think."""
    for start, end in gaps(voiced(trail)):
        if end - start < LONGEST_SILENCE:
            continue
        before = next((visit for visit in reversed(visits) if visit.start < start), None)
        after = next((visit for visit in visits if abs(visit.start - end) < 0.01), None)
        if before and after and before.word not in stops:
            why = f"Nobody says anything for {end - start:.1f} seconds."
            yield Check(after.word, start, end, after.found_at, why, CheckKind.GAP, "silence")


def _in_talk(visits: Sequence[Visit], asides: Sequence[Aside], words: Sequence[Word]) -> Iterator[Check]:
    """The first word of each run that lights alone between talk and talk, and is no sentence of its own."""
    lengths: dict[int, int] = {}
    sentence = {word.id: word.sentence for word in words}
    text = {word.id: word.text for word in words}
    for word in words:
        lengths[word.sentence] = lengths.get(word.sentence, 0) + 1
    for before, after in pairwise(sorted(asides, key=lambda one: one.start)):
        run = [one for one in visits if one.end > before.end and one.start < after.start]
        if not 0 < len(run) < QUOTATION or any(one.mended for one in run):
            continue
        near = run[0].start - before.end <= BETWEEN and after.start - run[-1].end <= BETWEEN
        if not near or lengths[sentence[run[0].word]] <= len(run):
            continue
        said = " ".join(text[one.word] for one in run)
        why = f"“{said}” lights between talk and talk. Is it read, or only said?"
        yield Check(run[0].word, run[0].start, run[-1].end, run[0].found_at, why, CheckKind.IN_TALK, "in talk")
