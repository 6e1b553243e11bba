"""What a student answered at a pause point, held against what the teacher planned."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from wordtrail.core.plan.model import PauseKind, PausePoint


def as_put(items: tuple[str, ...]) -> tuple[str, ...]:
    """Items as they are put to students: in another order than the right one, always the same."""
    shuffled = tuple(sorted(items, key=lambda item: (sum(map(ord, item)) % 97, item)))
    return shuffled if shuffled != items else items[::-1]


def places_as_put(items: tuple[str, ...]) -> tuple[int, ...]:
    """Where each item comes when they are put to students (counted from 0), also where two are alike."""
    free = list(enumerate(as_put(items)))
    places = []
    for item in items:
        found = next(one for one in free if one[1] == item)
        free.remove(found)
        places.append(found[0])
    return tuple(places)


def has_answer(point: PausePoint) -> bool:
    """Whether there is something to show after the think time."""
    return bool(point.answer or point.choices or point.items or point.pairs or point.evidence)


def asks_for_several(point: PausePoint) -> bool:
    """Whether more than one of the choices is right."""
    return sum(choice.right for choice in point.choices) > 1


@dataclass(frozen=True, slots=True)
class Answer:
    """An answer: the numbers of the choices, the words picked (ids), the things in their order, or for each
    pair's left side the right side that was put to it."""

    choices: tuple[int, ...] = ()
    words: tuple[str, ...] = ()
    items: tuple[str, ...] = ()
    matches: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Verdict:
    """Whether an answer is right, and a sentence for the student. Of picked words, `found` are evidence, `extra`
    are not; `missed` says how many are still to be found."""

    right: bool
    sentence: str
    found: tuple[str, ...] = ()
    extra: tuple[str, ...] = ()
    missed: int = 0


def verdict(point: PausePoint, answer: Answer, order: Sequence[str]) -> Verdict:
    """The verdict on an answer; `order` are the words of the passages. Words count as found when every word of
    one of the teacher's spans was picked and no more than one word beside it on either side."""
    match point.kind:
        case PauseKind.CHOOSE:
            return _chosen(point, answer)
        case PauseKind.FIND:
            return _found(point, answer, order)
        case PauseKind.ORDER:
            right = answer.items == point.items
            return Verdict(right, "That is the order." if right else _places(answer.items, point.items))
        case PauseKind.MATCH:
            wanted = tuple(pair.right for pair in point.pairs)
            right = answer.matches == wanted
            return Verdict(right, "All of them belong together." if right else _places(answer.matches, wanted))
        case _:
            return Verdict(True, "")


def _chosen(point: PausePoint, answer: Answer) -> Verdict:
    wanted = {n for n, choice in enumerate(point.choices) if choice.right}
    picked = {n for n in answer.choices if 0 <= n < len(point.choices)}
    if picked == wanted:
        return Verdict(
            True, "Yes. " + " ".join(point.choices[n].reason for n in sorted(wanted) if point.choices[n].reason)
        )
    wrong = sorted(picked - wanted)
    if wrong:
        reason = point.choices[wrong[0]].reason
        return Verdict(False, f"Not that one. {reason}".strip())
    return Verdict(False, "That is right, but there is more." if picked else "Choose an answer first.")


def _found(point: PausePoint, answer: Answer, order: Sequence[str]) -> Verdict:
    place = {word: n for n, word in enumerate(order)}
    picked = {place[word] for word in answer.words if word in place}
    spans = [set(range(place[s.first], place[s.last] + 1)) for s in point.evidence if {s.first, s.last} <= place.keys()]
    around = {n for span in spans for n in (min(span) - 1, max(span) + 1)}
    evidence = set().union(*spans) if spans else set()
    whole = [span for span in spans if span <= picked]
    extra = picked - evidence - around
    right = len(whole) == len(spans) and not extra
    if right:
        sentence = "Yes, you found the words."
    elif extra:
        sentence = "Some of these words do not belong to it. Look again."
    elif picked:
        sentence = "Good so far. There are more words to find."
    else:
        sentence = "Choose the words on the page first."
    words = list(order)
    return Verdict(
        right, sentence, tuple(words[n] for n in sorted(picked & evidence)), tuple(words[n] for n in sorted(extra)),
        len(spans) - len(whole),
    )  # fmt: skip


def _places(given: Sequence[str], wanted: Sequence[str]) -> str:
    same = sum(a == b for a, b in zip(given, wanted, strict=False))
    if not given:
        return "Put them in order first."
    return f"{same} of {len(wanted)} {'is' if same == 1 else 'are'} in the right place. Try again."
