"""What teachers do, one situation after another, each as a narration with known word times."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import lru_cache

import numpy as np

from bench.align import rooms, texts
from bench.align.narrations import Narration, Noise, Read, Silence, Step, Talk, narrate, sentences
from bench.align.voices import VOICES
from wordtrail.core.text.bare import bare
from wordtrail.core.text.intake import passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.standins.passages import BEES_MAP, RAIN

ASIDES = (
    "Okay everybody, today we are going to read something new together.",
    "Ooh, I wonder what will happen next.",
    "Look at this picture for a moment. What do you notice?",
    "That is a good word to remember, let's say it again later.",
    "Turn to your partner and tell them what you think.",
    "Hmm, that reminds me of something we learned last week.",
    "I am going to underline that with my pencil, because it seems important.",
)

OPENING = (
    "Good morning, boys and girls. I hope that you all had a lovely weekend. Before we start, let me tell "
    "you what we need today.",
    "You will need your reading sheet, a sharp pencil, and something to mark with. If you do not have a "
    "sheet, please share with your neighbor.",
    "Yesterday we talked about how animals work together. Who can remember what we said about ants? Yes, "
    "they follow each other.",
    "Today we are going to read a text that I really like. As we read I want you to think about one question.",
    "How do small things help each other? Put a little star next to each sentence that gives you an answer.",
    "I will read it to you first, and you can follow along with your finger. Then we will go back and "
    "talk about it. Are you ready? Here we go.",
)


@lru_cache(maxsize=32)
def _passage(text: str) -> Passage:
    return passage_from_text(text)


def _all(passage: Passage) -> Read:
    return Read(0, len(passage.words) - 1)


def _place(passage: Passage, word: str, nth: int = 0) -> int:
    found = [i for i, w in enumerate(passage.words) if bare(w.text) == word]
    return found[nth]


def _plain(passage: Passage) -> list[Step]:
    return [Read(a, b) for a, b in sentences(passage)]


def _talk_around(passage: Passage) -> list[Step]:
    steps: list[Step] = [Talk(ASIDES[0])]
    for number, (a, b) in enumerate(sentences(passage)):
        steps.append(Read(a, b))
        if number % 2:
            steps.append(Talk(ASIDES[1 + number // 2 % (len(ASIDES) - 1)]))
    return [*steps, Talk("Wow. What a story. Now close your book and tell me one thing that you learned.")]


def _opening(passage: Passage) -> list[Step]:
    return [*(Talk(text) for text in OPENING), *_plain(passage)]


def _quotations(passage: Passage) -> list[Step]:
    """One, two, three and eight words quoted in the talk after the reading."""
    steps = _plain(passage)
    spans = [span for span in sentences(passage) if span[1] - span[0] >= 9]
    for count, (a, _) in zip((1, 2, 3, 8), (spans * 4)[:4], strict=True):
        steps += [
            Talk("Now did you notice that the author wrote", 0.12),
            *([Read(a + 1, a + count, gap=0.12)] if count >= 3 else _said_but_not_read(passage, a + 1, count)),
            Talk("because I think that this is really interesting."),
        ]
    return steps


def _said_but_not_read(passage: Passage, first: int, count: int) -> list[Step]:
    words = " ".join(passage.words[first + n].text for n in range(count))
    return [Talk(words, 0.12)]


def _restarts(passage: Passage) -> list[Step]:
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        broken = (0, 1, 2, 4)[number % 4]
        if broken and b - a > broken + 1:
            steps.append(Read(a, a + broken - 1, gap=0.35))
        steps.append(Read(a, b))
    return steps


def _again(passage: Passage) -> list[Step]:
    """A sentence, some sentences, and everything once more."""
    spans = sentences(passage)
    steps: list[Step] = []
    for number, (a, b) in enumerate(spans):
        steps.append(Read(a, b))
        if number == 1:
            steps += [Talk("Let me read that again."), Read(a, b)]
        if number == 4:
            steps += [Talk("One more time from there."), *(Read(*span) for span in spans[2:5])]
    return [*steps, Talk("And now the whole thing again, all together."), *(Read(*span) for span in spans)]


def _out_of_order(passage: Passage) -> list[Step]:
    spans = sentences(passage)
    order = [*range(len(spans) // 2, len(spans)), *range(len(spans) // 2)]
    order[1], order[-1] = order[-1], order[1]
    return [Read(*spans[index]) for index in order]


def _retold(passage: Passage) -> list[Step]:
    """Only some sentences of "Garden" are read; the rest is told in words that it shares."""
    spans = sentences(passage)
    return [
        Read(*spans[0]),
        Talk("So when they woke up the lettuce had gone and so had the peas, and about half of the beans too."),
        Read(*spans[2]),
        Talk("Then she looks at the soft earth by the fence and she can see that there are little round prints."),
        Read(*spans[4]),
        Talk("So Maya gets some paint and makes a sign in big red letters. She hangs the sign on her gate."),
        Read(*spans[-1]),
    ]


def _left_out(passage: Passage) -> list[Step]:
    """Single words, two in a row, and a whole sentence."""
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        if number % 3 == 0 and b - a >= 6:
            steps.append(Read(a, b, leave_out=(a + (b - a) // 2,)))
        elif number % 3 == 1 and b - a >= 8:
            middle = a + (b - a) // 2
            steps.append(Read(a, b, leave_out=(middle, middle + 1)))
        elif number != 5:
            steps.append(Read(a, b))
    return steps


_WRONG = {
    "garden": "gate path, dances dance, counts count, beans greens, supper dinner, fetches fetched, tall big, "
    "rabbits rabbit, morning evening",
    "moon": "light heat, falls fell, travels moves, whole full, seems seem, planted plant, farmers people, "
    "warm wide, eggs babies",
    "bees": "finds find, field garden, dances danced, straight long, points point, dark cold, dancer dancers, "
    "second minute, sisters brothers, together tomorrow",
}
"""What is said instead of which word: some near, some far."""


def _misread(passage: Passage) -> list[Step]:
    name = next(name for name, text in (("garden", GARDEN), ("moon", MOON), ("bees", BEES)) if text is passage)
    wrong = {_place(passage, pair.split()[0]): pair.split()[1] for pair in _WRONG[name].split(", ")}
    return [Read(a, b, instead={p: w for p, w in wrong.items() if a <= p <= b}) for a, b in sentences(passage)]


def _twice(passage: Passage) -> list[Step]:
    return [
        Read(a, b, twice=(a + (b - a) // 2,)) if b - a > 5 and number % 2 == 0 else Read(a, b)
        for number, (a, b) in enumerate(sentences(passage))
    ]


def _noises(passage: Passage) -> list[Step]:
    kinds: list[Step] = [Noise("cough"), Talk("Um.", 0.2), Noise("page"), Noise("bell"), Talk("Uh, hm.", 0.2)]
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        middle = a + (b - a) // 2
        steps += (
            [Read(a, middle, gap=0.15), kinds[number % len(kinds)], Read(middle + 1, b)] if b > a + 3 else [Read(a, b)]
        )
    return steps


def _silences(passage: Passage) -> list[Step]:
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        steps.append(Read(a, b))
        if number in (1, 3, 5):
            steps.append(Silence({1: 8.0, 3: 60.0, 5: 25.0}[number]))
    return steps


def _slow(passage: Passage) -> list[Step]:
    return [Read(a, b, one_by_one=0.35, words_per_minute=80) for a, b in sentences(passage)[:5]]


def _by_syllables(passage: Passage) -> list[Step]:
    return [Read(a, b, one_by_one=0.5, by_syllables=0.15, words_per_minute=100) for a, b in sentences(passage)[:5]]


def _stretched(passage: Passage) -> list[Step]:
    steps: list[Step] = []
    for a, b in sentences(passage)[:8]:
        steps += [Read(a, b - 1, gap=0.05), Read(b, b, words_per_minute=65)]
    return steps


def _word_cards(passage: Passage) -> list[Step]:
    steps: list[Step] = [Talk("Let's say these words together.")]
    for number in range(len(passage.words)):
        steps.append(Read(number, number, gap=0.9))
    return steps


def _item_numbers(passage: Passage) -> list[Step]:
    """Numbers and answer letters are read aloud that the text does not have."""
    names = ("Number one.", "Number two.", "Three.", "Four.", "Letter A.", "B.", "C.", "Letter D.")
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        steps += [Talk(names[number % len(names)], 0.2), Read(a, b)]
    return steps


def _dialogue(passage: Passage) -> list[Step]:
    return [Read(a, b, pitch=(50, 85, 20)[number % 3]) for number, (a, b) in enumerate(sentences(passage))]


BEES, GARDEN, MOON = _passage(BEES_MAP), _passage(texts.GARDEN), _passage(texts.MOON)

_SITUATIONS: tuple[tuple[str, Callable[[Passage], list[Step]], tuple[Passage, ...]], ...] = (
    ("plain", _plain, (BEES, GARDEN, MOON, _passage(RAIN))),
    ("talk before, between, after", _talk_around, (BEES, GARDEN, MOON)),
    ("60 s of opening speech", _opening, (MOON, BEES)),
    ("quotations of 1, 2, 3, 8 words", _quotations, (BEES, GARDEN)),
    ("begun again after 1, 2, 4 words", _restarts, (BEES, MOON)),
    ("read again", _again, (GARDEN, _passage(RAIN))),
    ("out of order", _out_of_order, (BEES, MOON)),
    ("some read, the rest retold", _retold, (GARDEN,)),
    ("left out", _left_out, (BEES, MOON, GARDEN)),
    ("misread", _misread, (GARDEN, MOON, BEES)),
    ("said twice", _twice, (BEES, MOON)),
    ("um, cough, page, bell", _noises, (GARDEN, BEES)),
    ("silences to 60 s", _silences, (MOON,)),
    ("60 a minute, one by one", _slow, (BEES, GARDEN)),
    ("stretched words", _stretched, (GARDEN, MOON)),
    ("refrain five times", _plain, (_passage(texts.REFRAIN),)),
    ("word cards", _word_cards, (_passage(texts.WORD_LIST),)),
    ("numbers, units, formulas", _plain, (_passage(texts.NUMBERS),)),
    ("item numbers not in the text", _item_numbers, (MOON, BEES)),
    ("invented names", _talk_around, (_passage(texts.NAMES),)),
    ("dialogue in other voices", _dialogue, (_passage(texts.DIALOGUE),)),
)  # fmt: skip


def narrations(per_situation: int = 3) -> Iterator[Narration]:
    """Every situation in several voices, which take turns; then rooms, microphones and rates."""
    turn = 0
    for name, steps, passages in _SITUATIONS:
        for number in range(max(per_situation, len(passages))):
            passage = passages[number % len(passages)]
            yield narrate(name, passage, steps(passage), VOICES[turn % len(VOICES)], (130, 110, 145)[turn % 3])
            turn += 1
    for voice in VOICES[:: max(1, len(VOICES) // (2 * per_situation))]:
        yield narrate("200 words a minute", MOON, _plain(MOON), voice, 200)
        base = narrate("", GARDEN, _talk_around(GARDEN), voice, 125)
        for name, change in _ROOMS:
            yield replace(base, name=name, samples=change(base.samples))
    for number, voice in enumerate(VOICES[:per_situation]):
        passage = (GARDEN, MOON, BEES)[number % 3]
        yield narrate("syllable by syllable", passage, _by_syllables(passage), voice, 100)


_ROOMS: tuple[tuple[str, Callable[[np.ndarray], np.ndarray]], ...] = (
    ("pink noise at −20 dB", rooms.pink_noise),
    ("echo", rooms.echo),
    ("clipped", rooms.clipped),
    ("very quiet", rooms.quiet),
    ("a file at 48 kHz", rooms.through_a_file),
)


def second_takes() -> Iterator[tuple[Narration, Narration]]:
    """Of each voice a first take and a second one of another text, begun in the middle of talk."""
    for number, voice in enumerate(VOICES):
        first, second = ((GARDEN, MOON), (MOON, BEES))[number % 2]
        yield (
            narrate("first take", first, _talk_around(first), voice, 130),
            narrate("second take", second, [Talk(ASIDES[1]), *_spans_read(second, 6)], voice, 130),
        )


def _spans_read(passage: Passage, count: int) -> list[Step]:
    """A short take: its own first sentences have little to learn a voice from."""
    return [Read(a, b) for a, b in sentences(passage)[:count]]


def long_take(words: int = 6000, voice: str = "recorded/rms") -> Narration:
    """A take of about 40 minutes (of 6,000 words) with talk between its paragraphs."""
    passage = _passage(texts.long_story(words))
    steps: list[Step] = []
    for number, (a, b) in enumerate(sentences(passage)):
        steps.append(Read(a, b))
        if number % 9 == 8:
            steps.append(Talk(ASIDES[number % len(ASIDES)]))
    return narrate(f"a take of {words:,} words", passage, steps, voice, 150)
