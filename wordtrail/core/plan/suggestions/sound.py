"""What is heard: rhyme, alliteration, sound words. By pronunciation, not by spelling."""

from __future__ import annotations

import re

from wordtrail.core.plan.suggestions.model import SMALL, Detector, Suggestion, found, lines, sentences
from wordtrail.core.speech.pronunciation import VOWELS, Sounds, pronunciations
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import BlockKind, Passage, Word

FURTHEST_LINES = 4
"""Lines between two that rhyme, at the most."""

FEWEST_ALIKE, WIDEST_GAP = 3, 2
"""Words that begin alike, at the least, and small words that may stand between two of them."""

LONGEST_SOUND = 7
"""Letters of a word that is a sound when it is said three times, whatever it is."""

_WEAK = frozenset({"AH", "IH", "ER", "IY"})
"""Vowels of a last syllable that is not stressed: "running", "paper", "funny"."""

_SOUND_WORDS = frozenset(
    [
        "ping",
        "pong",
        "bang",
        "boom",
        "buzz",
        "hiss",
        "hum",
        "whoosh",
        "swish",
        "splash",
        "splish",
        "drip",
        "drop",
        "plop",
        "plip",
        "pop",
        "crack",
        "crackle",
        "crash",
        "clang",
        "clatter",
        "click",
        "clack",
        "clink",
        "clank",
        "creak",
        "crunch",
        "ding",
        "dong",
        "drum",
        "fizz",
        "flap",
        "gurgle",
        "growl",
        "grunt",
        "hush",
        "moo",
        "meow",
        "mew",
        "oink",
        "peep",
        "purr",
        "quack",
        "rattle",
        "ring",
        "roar",
        "rumble",
        "rustle",
        "screech",
        "shush",
        "sizzle",
        "slap",
        "slurp",
        "smack",
        "snap",
        "snarl",
        "snort",
        "squeak",
        "squelch",
        "squish",
        "thud",
        "thump",
        "thwack",
        "tick",
        "tock",
        "tinkle",
        "toot",
        "tweet",
        "twang",
        "whack",
        "wham",
        "whirr",
        "whir",
        "whizz",
        "woof",
        "zap",
        "zip",
        "zoom",
        "baa",
        "beep",
        "chirp",
        "cluck",
        "cheep",
        "croak",
        "honk",
        "hoot",
        "howl",
        "ribbit",
        "vroom",
        "whee",
        "achoo",
        "boing",
        "clop",
        "clip",
        "ker-plunk",
        "kerplunk",
        "pitter-patter",
        "tick-tock",
        "splish-splash",
        "ding-dong",
    ]
)
_USUAL = frozenset(
    ["drop", "ring", "drum", "pop", "snap", "zip", "click", "clip", "slap", "ding", "smack", "hum", "crack", "flap"]
)
"""Of these, words that mostly mean a thing or a deed: they count as sounds only when they are said again at once."""


def rhymes(passage: Passage) -> list[Suggestion]:
    """Line ends that rhyme within a stanza: the same sounds from the stressed vowel on, and others before it."""
    made: dict[str, Suggestion] = {}
    for block in passage.blocks:
        if block.kind is not BlockKind.STANZA:
            continue
        ends = [line[-1] for line in lines(block)]
        near = ((one, other) for n, one in enumerate(ends) for other in ends[n + 1 : n + 1 + FURTHEST_LINES])
        for one, other in near:
            if _rhyme(bare(one.text), bare(other.text)):
                for word, mate in ((one, other), (other, one)):
                    reason = f"“{bare(word.text)}” rhymes with “{bare(mate.text)}”."
                    made.setdefault(word.id, found(Detector.RHYME, word, word, reason, meaning="rhyme"))
    return list(made.values())


def _rhyme(one: str, other: str) -> bool:
    if one == other:
        return False
    return any(_rhyming(a, b) for a in pronunciations(one)[:2] for b in pronunciations(other)[:2])


def _rhyming(one: Sounds, other: Sounds) -> bool:
    a, b = _from_stress(one), _from_stress(other)
    return (
        bool(a) and one[a[0] :] == other[b[0] :] and one[max(0, a[0] - 1) : a[0]] != other[max(0, b[0] - 1) : b[0]]
        if b
        else False
    )


def _from_stress(sounds: Sounds) -> tuple[int, ...]:
    """Where the stressed vowel stands, as far as sounds tell: the last vowel, or the one before it where the
    last is weak. Empty when there is none."""
    vowels = [n for n, sound in enumerate(sounds) if sound in VOWELS]
    if not vowels:
        return ()
    if len(vowels) > 1 and sounds[vowels[-1]] in _WEAK and sounds[-3:] != ("TH", "IH", "NG"):
        return (vowels[-2],)
    return (vowels[-1],)


def alliterations(passage: Passage) -> list[Suggestion]:
    """Three or more words near one another that begin with the same consonant sound."""
    made = []
    for _, words in sentences(passage):
        run: list[Word] = []
        gap, sound = 0, ""
        for word in words:
            text = bare(word.text)
            first = _first_sound(text)
            if text in SMALL and first != sound:
                gap += 1
                if gap > WIDEST_GAP:
                    made += _alliteration(run, sound)
                    run, gap, sound = [], 0, ""
                continue
            if first and first == sound:
                run.append(word)
            else:
                made += _alliteration(run, sound)
                run, sound = [word], first
            gap = 0
        made += _alliteration(run, sound)
    return made


def _alliteration(run: list[Word], sound: str) -> list[Suggestion]:
    different = {bare(word.text) for word in run if bare(word.text) not in SMALL}
    if not sound or len(different) < FEWEST_ALIKE:
        return []
    listed = ", ".join(dict.fromkeys(bare(word.text) for word in run))
    return [
        found(Detector.ALLITERATION, run[0], run[-1], f"These words begin alike: {listed}.", meaning="repeated-sound")
    ]


def _first_sound(text: str) -> str:
    ways = pronunciations(text) if text.replace("'", "").isalpha() else ()
    first = ways[0][0] if ways else ""
    return "" if first in VOWELS else first


def _swings(one: str, other: str) -> bool:
    """Two words alike but for their vowel: flip flap, zig zag."""
    frames = [re.sub(r"[aeiou]+", "-", text) for text in (one, other)]
    return one != other and frames[0] == frames[1] and 3 < len(one) < LONGEST_SOUND and one not in SMALL


def sound_words(passage: Passage) -> list[Suggestion]:
    """Words that are sounds, alone or said several times in a row."""
    made = []
    for _, words in sentences(passage):
        at = 0
        while at < len(words):
            text = bare(words[at].text)
            end = at
            while end + 1 < len(words) and bare(words[end + 1].text) == text:
                end += 1
            again = end > at
            beside = {bare(word.text) for word in (*words[max(0, at - 1) : at], *words[end + 1 : end + 2])}
            echoed = text in _SOUND_WORDS and (again or text not in _USUAL or bool(beside & _SOUND_WORDS))
            echoed = echoed or any(_swings(text, other) for other in beside)
            thrice = end - at >= 2 and text not in SMALL and len(text) < LONGEST_SOUND
            if echoed or thrice:
                reason = f"“{text}” sounds like what it means."
                made.append(found(Detector.SOUND_WORD, words[at], words[end], reason, meaning="repeated-sound"))
            at = end + 1
    return made
