"""`./run bench align`: starts, false lights, slips, confidence and speed on narrations with known times.

Most voices are a formant synthesiser's, the others are built from recordings: take the figures as
what they are. A human voice is harder in some ways and easier in others.
"""

from __future__ import annotations

import argparse
import resource
import sys
import time
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from bench.align import hard, human
from bench.align.human_planted import human_planted
from bench.align.narrations import Narration
from bench.align.planted import TEMPTATIONS, Planted, planted
from bench.align.situations import long_take, narrations, second_takes
from bench.align.stages import kept_by_stage, table
from wordtrail.core.align.aligner import explained
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.speech.phone_model import Matrix
from wordtrail.core.trail.model import Slip, SlipKind, Trail

CLOSE, SAID = 0.1, 0.5
"""Seconds from the truth within which a start is right, and a lit word is really being said."""


@dataclass(frozen=True)
class Result:
    """The figures of one narration. `confidences` and `off` have one entry for each visit whose true
    time is known."""

    name: str
    voice: str
    errors: np.ndarray
    false_lights: list[tuple[str, float]]
    lights: int
    slips: int
    slips_found: int
    false_slips: list[tuple[str, str, float]]
    confidences: np.ndarray
    off: np.ndarray
    seconds: float
    took: float
    missed: list[tuple[str, float, float]]
    kept: Counter[str]


def measure(narration: Narration, earlier: Matrix | None = None) -> Result:
    """Align a narration and hold the trail against its truth; `earlier` is what is known of its voice."""
    words = narration.passage.words
    begun = time.perf_counter()
    seen = explained(narration.samples, script_of(words), earlier=earlier)
    took = time.perf_counter() - begun
    trail = seen.trail
    place = {word.id: index for index, word in enumerate(words)}
    visits = [(place[visit.word], visit.start, visit.confidence) for visit in trail.visits]

    def apart(pairs: Iterable[tuple[int, float]], word: int, at: float) -> float:
        return min((abs(start - at) for p, start in pairs if p == word), default=np.inf)

    lit = [(p, start) for p, start, _ in visits]
    errors = np.array([apart(lit, word, at) for word, at in narration.truth])
    timed = {word for word, _ in narration.truth}
    false_lights = [
        (words[p].text, start) for p, start in lit if apart(narration.said, p, start) > (SAID if p in timed else 3.0)
    ]
    known = [(apart(narration.truth, p, start), sure) for p, start, sure in visits if p in timed]
    found, false = _slips(narration, trail, place)
    return Result(
        narration.name, narration.voice, errors, false_lights, len(visits),
        len(narration.left_out | narration.misread), found, false,
        np.array([sure for _, sure in known]), np.array([off for off, _ in known]),
        len(narration.samples) / RATE, took,
        [(words[p].text, at, e) for (p, at), e in zip(narration.truth, errors, strict=True) if e > CLOSE],
        kept_by_stage(narration, seen),
    )  # fmt: skip


def _slips(narration: Narration, trail: Trail, place: dict[str, int]) -> tuple[int, list[tuple[str, str, float]]]:
    """How many of the slips were found, as what they are, and those that were none."""
    truth = {SlipKind.LEFT_OUT: narration.left_out, SlipKind.MISREAD: narration.misread}
    found: set[int] = set()
    false = []
    for slip in trail.slips:
        if slip.kind is SlipKind.SAID_TWICE:
            continue
        at = place[slip.word]
        if at in truth[slip.kind]:
            found.add(at)
        elif at not in narration.left_out | narration.misread:
            false.append((narration.passage.words[at].text, f"{slip.kind} {slip.heard}".strip(), slip.start))
    return len(found), false


def main(arguments: Sequence[str]) -> None:
    """Print a table of all situations and of them together, and one of confidence."""
    options = argparse.ArgumentParser()
    options.add_argument("--only", default="", help="situations whose name holds this")
    options.add_argument("--each", type=int, default=3, help="narrations of each situation")
    options.add_argument("--show", action="store_true", help="every wrong word")
    options.add_argument("--long", type=int, nargs="?", const=6000, default=0, help="a take of so many words as well")
    options.add_argument("--second", action="store_true", help="only what a second take gains from the first")
    options.add_argument("--hard", choices=("work", "once"), help="what costs words, of this set")
    options.add_argument("--planted", choices=("work", "once", "human"), help="planted slips, of this set")
    options.add_argument("--human", action="store_true", help="only a human voice: prompts of a telephone exchange")
    chosen = options.parse_args(arguments)
    if chosen.planted:
        slips = human_planted() if chosen.planted == "human" else planted(chosen.planted, chosen.each)
        _print_planted(slips, chosen.show)
        return
    print(_HEAD)
    if chosen.second:
        _print_second_takes()
        return
    results: dict[str, list[Result]] = {}
    for narration in _chosen(chosen.hard, chosen.human, chosen.each):
        if chosen.only in narration.name:
            result = measure(narration)
            results.setdefault(narration.name, []).append(result)
            if chosen.show:
                _print_wrong(result)
    if chosen.long:
        narration = long_take(chosen.long)
        results[narration.name] = [measure(narration)]
    for name, some in results.items():
        print(_row(name, some))
    every = [result for some in results.values() for result in some]
    print("\nby voice")
    for voice in sorted({result.voice for result in every}):
        print(_row(voice, [result for result in every if result.voice == voice]))
    print(_row("\nall together", every))
    _print_confidence(every)
    print("\nkept by each stage\n" + table(sum((result.kept for result in every), Counter())))
    print(f"\nmost memory: {resource.getrusage(resource.RUSAGE_SELF).ru_maxrss // 1024} MB")


def _chosen(which: hard.Set | None, is_human: bool, each: int) -> Iterable[Narration]:
    if is_human:
        return human.narrations()
    return hard.narrations(which, each) if which else narrations(each)


def _print_planted(slips: Iterable[Planted], show: bool) -> None:
    """Of each kind of slip how many are found, and of each temptation how many places are wrongly said to be one."""
    found: Counter[str] = Counter()
    there: Counter[str] = Counter()
    wrong: Counter[str] = Counter()
    words = elsewhere = 0
    for one in slips:
        narration = one.narration
        ids = {word.id: place for place, word in enumerate(narration.passage.words)}
        trail = explained(narration.samples, script_of(narration.passage.words)).trail
        said = {ids[slip.word]: slip for slip in trail.slips if slip.kind is not SlipKind.SAID_TWICE}
        there.update(one.slips.values())
        there.update(one.tempting.values())
        found.update(kind for place, kind in one.slips.items() if place in said)
        wrong.update(kind for place, kind in one.tempting.items() if place in said)
        words += len(narration.truth)
        elsewhere += sum(place not in one.slips and place not in one.tempting for place in said)
        if show:
            _print_slips(one, said)
    print(f"{'planted':28}{'there':>7}{'found':>7}")
    for kind in sorted(found | Counter(dict.fromkeys(there - wrong, 0))):
        if kind not in TEMPTATIONS:
            print(f"{kind:28}{there[kind]:7}{found[kind]:7}")
    planted_in_all = sum(there[kind] for kind in there if kind not in TEMPTATIONS)
    print(f"{'all':28}{planted_in_all:7}{sum(found.values()):7}  {100 * sum(found.values()) / planted_in_all:.1f} %")
    print(f"\n{'tempting and wrong':28}{'there':>7}{'said':>7}")
    for kind in TEMPTATIONS:
        print(f"{kind:28}{there[kind]:7}{wrong[kind]:7}")
    false = sum(wrong.values()) + elsewhere
    print(f"{'anywhere else':28}{words:7}{elsewhere:7}\nfalse in 1,000 words: {1000 * false / words:.1f}")


def _print_slips(one: Planted, said: dict[int, Slip]) -> None:
    words = one.narration.passage.words
    print(f"— {one.narration.name} · {one.narration.voice}")
    for place, kind in one.slips.items():
        if place not in said:
            print(f"    not found: {words[place].text!r} {kind}")
    for place, slip in said.items():
        if place not in one.slips:
            tempting = one.tempting.get(place, "")
            print(f"    no slip: {words[place].text!r} {slip.kind} {slip.heard!r} at {slip.start:.1f} {tempting}")


def _print_second_takes() -> None:
    alone, after = [], []
    for first, second in second_takes():
        known = explained(first.samples, script_of(first.passage.words)).hearings
        alone.append(measure(second))
        after.append(measure(second, known))
    print(_row("second take, voice not known", alone))
    print(_row("second take, voice known", after))


_HEAD = (
    f"{'situation':32}{'words':>6}{'≤100 ms':>9}{'median':>9}{'95 %':>8}{'true lights':>13}"
    f"{'slips':>8}{'false':>7}{'× real':>8}"
)


def _row(name: str, results: list[Result]) -> str:
    errors = np.concatenate([result.errors for result in results])
    finite = errors[np.isfinite(errors)]
    lights = sum(r.lights for r in results)
    return (
        f"{name:32}{len(errors):6}{100 * np.mean(errors <= CLOSE):8.2f}%"
        f"{1000 * np.median(finite):6.0f} ms{1000 * np.percentile(finite, 95):5.0f} ms"
        f"{100 * (1 - sum(len(r.false_lights) for r in results) / lights):12.2f}%"
        f"{sum(r.slips_found for r in results):4}/{sum(r.slips for r in results):<3}"
        f"{sum(len(r.false_slips) for r in results):7}"
        f"{sum(r.seconds for r in results) / sum(r.took for r in results):8.1f}"
    )


def _print_wrong(result: Result) -> None:
    print(f"— {result.name} · {result.voice}")
    for text, at, error in result.missed:
        print(f"    not lit in time: {text!r} said at {at:.2f}" + (f", {error:.2f} s off" if error < 5 else ""))
    for text, at in result.false_lights:
        print(f"    lit, not said:   {text!r} at {at:.2f}")
    for text, kind, at in result.false_slips:
        print(f"    no slip:         {text!r} {kind} at {at:.2f}")
    if result.slips_found < result.slips:
        print(f"    slips not found: {result.slips - result.slips_found} of {result.slips}")


def _print_confidence(results: list[Result]) -> None:
    sure = np.concatenate([r.confidences for r in results])
    wrong = np.concatenate([r.off for r in results]) > CLOSE
    print("\nconfidence        words    right (≤ 100 ms)")
    for low, high in ((0.9, 1.01), (0.7, 0.9), (0.5, 0.7), (0.0, 0.5)):
        among = (sure >= low) & (sure < high)
        if among.any():
            print(f"{low:.1f} to {min(high, 1.0):.1f} {int(among.sum()):14}{100 * (1 - wrong[among].mean()):14.2f}%")
    if wrong.any():
        print(
            f"of {int(wrong.sum())} words wrong by more than 100 ms, "
            f"{100 * np.mean(sure[wrong] < 0.5):.0f} % are below 0.5"
        )


if __name__ == "__main__":
    main(sys.argv[1:])
