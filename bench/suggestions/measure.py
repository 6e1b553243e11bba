"""`./run bench suggestions`: how many suggestions of each detector are right, and how many are missed.

A place counts as found when what was suggested begins and ends within one word of what is right: whether a comma's
phrase or the word before it belongs to it is a matter of taste. Alliterations and repeated phrases count when at
least half of the words are the same.
"""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass, field

from bench.suggestions.gold import GOLD, SECOND, Gold
from wordtrail.core.plan.suggestions.all import suggestions
from wordtrail.core.plan.suggestions.model import Detector
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage

LOOSE = (Detector.ALLITERATION, Detector.REPEATED, Detector.SOUND_WORD, Detector.RHYME)


@dataclass(slots=True)
class Score:
    """Counts of one detector, and what went wrong."""

    right: int = 0
    wrong: list[str] = field(default_factory=list)
    missed: list[str] = field(default_factory=list)

    @property
    def precision(self) -> float:
        """Share of suggestions that are right."""
        return self.right / max(1, self.right + len(self.wrong))

    @property
    def recall(self) -> float:
        """Share of right places that were found."""
        return self.right / max(1, self.right + len(self.missed))


def scores(gold: tuple[Gold, ...] = GOLD) -> dict[Detector, Score]:
    """The scores of all detectors over these passages; a passage counts only for detectors it has answers for."""
    result: dict[Detector, Score] = defaultdict(Score)
    for one in gold:
        passage = passage_from_text(one.text)
        place = {word.id: n for n, word in enumerate(passage.words)}
        for detector, wanted in one.right.items():
            places = _places(passage, wanted)
            offered = [(place[s.first], place[s.last]) for s in suggestions(passage) if s.detector is detector]
            _count(result[detector], detector, places, offered, passage, one.name)
    return dict(result)


def _places(passage: Passage, wanted: tuple[str, ...]) -> list[tuple[int, int]]:
    """First and last word of each wanted text; the same text twice means two places."""
    texts = [word.text for word in passage.words]
    found: list[tuple[int, int]] = []
    for text in wanted:
        words = text.split()
        fitting = (
            (at, at + len(words) - 1)
            for at in range(len(texts))
            if texts[at : at + len(words)] == words and (at, at + len(words) - 1) not in found
        )
        found.append(next(fitting))
    return found


def _count(
    score: Score, detector: Detector, wanted: list[tuple[int, int]], offered: list[tuple[int, int]], passage: Passage,
    name: str,
) -> None:  # fmt: skip
    def printed(span: tuple[int, int]) -> str:
        return f"{name}: {' '.join(word.text for word in passage.words[span[0] : span[1] + 1])}"

    left = list(wanted)
    for span in offered:
        hits = [other for other in left if _same(span, other, loose=detector in LOOSE)]
        if hits:
            score.right += len(hits)
            for hit in hits:
                left.remove(hit)
        elif not any(_same(span, other, loose=detector in LOOSE) for other in wanted):
            score.wrong.append(printed(span))
    score.missed += map(printed, left)


def _same(one: tuple[int, int], other: tuple[int, int], *, loose: bool) -> bool:
    if loose:
        shared = min(one[1], other[1]) - max(one[0], other[0]) + 1
        return shared > 0 and (shared >= 0.5 * (one[1] - one[0] + 1) or one[0] <= other[0] <= other[1] <= one[1])
    return abs(one[0] - other[0]) <= 1 and abs(one[1] - other[1]) <= 1


def main() -> None:
    """Print the table, and what went wrong."""
    for name, gold in (("passages the detectors were made with", GOLD), ("other passages", SECOND)):
        print(name)
        _table(gold)


def _table(gold: tuple[Gold, ...]) -> None:
    print(f"{'detector':22} {'right':>5} {'precision':>9} {'recall':>7}")
    for detector, score in sorted(scores(gold).items()):
        print(f"{detector.value:22} {score.right:5} {score.precision:9.2f} {score.recall:7.2f}")
        for text in score.wrong:
            print(f"    not right: {text}")
        for text in score.missed:
            print(f"    missed: {text}")


if __name__ == "__main__":
    main()
