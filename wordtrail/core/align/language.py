"""The language model that the recogniser expects: the script, and talk between the lines.

A trigram model by linear interpolation (Jelinek and Mercer, 1980): the share `SEEN` of each
history's probability goes to what follows it in the script, the rest to the shorter history, down
to single words, three quarters of which are the script's and one quarter the talk list's. Written
in the ARPA format, where the interpolation is exact: p(w | h) = SEEN · c(h w) / c(h) + (1 − SEEN) ·
p(w | shorter h), and the back-off weight of every history is 1 − SEEN.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Callable, Sequence

SEEN = 0.8
SCRIPT_SHARE = 0.75
END_OF_UTTERANCE = 0.02

History = tuple[str, ...]


def arpa_model(script: Sequence[str], talk: Sequence[str]) -> str:
    """The text of an ARPA trigram model over the words of `script` (spoken words in order) and
    `talk` (words of equal weight)."""
    singles = _singles(script, talk)
    pairs = _conditional(script, 2, lambda history, word: singles[word])
    triples = _conditional(script, 3, lambda history, word: pairs[(history[1], word)])
    has_pair = {pair[0] for pair in pairs}
    has_triple = {triple[:2] for triple in triples}
    back_off = math.log10(1 - SEEN)
    lines = ["\\data\\", f"ngram 1={len(singles) + 1}", f"ngram 2={len(pairs)}", f"ngram 3={len(triples)}"]
    lines += ["", "\\1-grams:", "-99 <s> 0"]
    lines += [f"{math.log10(p):.5f} {word} {back_off if word in has_pair else 0:.5f}" for word, p in singles.items()]
    lines += ["", "\\2-grams:"]
    lines += [
        f"{math.log10(p):.5f} {' '.join(pair)} {back_off if pair in has_triple else 0:.5f}"
        for pair, p in sorted(pairs.items())
    ]
    lines += ["", "\\3-grams:"]
    lines += [f"{math.log10(p):.5f} {' '.join(triple)}" for triple, p in sorted(triples.items())]
    return "\n".join([*lines, "", "\\end\\", ""])


def _singles(script: Sequence[str], talk: Sequence[str]) -> dict[str, float]:
    counts = Counter(script)
    # A square root keeps "the" from crowding out the names, which are said as surely.
    weight = {word: math.sqrt(count) for word, count in counts.items()}
    total = sum(weight.values())
    room = 1 - END_OF_UTTERANCE
    singles = {word: room * SCRIPT_SHARE * w / total for word, w in weight.items()}
    for word in talk:
        singles[word] = singles.get(word, 0.0) + room * (1 - SCRIPT_SHARE) / len(talk)
    singles["</s>"] = END_OF_UTTERANCE
    return singles


def _conditional(script: Sequence[str], length: int, shorter: Callable[[History, str], float]) -> dict[History, float]:
    runs = Counter(tuple(script[i : i + length]) for i in range(len(script) - length + 1))
    histories: Counter[History] = Counter()
    for run, count in runs.items():
        histories[run[:-1]] += count
    return {
        run: SEEN * count / histories[run[:-1]] + (1 - SEEN) * shorter(run[:-1], run[-1]) for run, count in runs.items()
    }
