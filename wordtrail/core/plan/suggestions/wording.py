"""How it is said: repeated phrases, patterned sentences, signal words, questions, definitions, dialogue."""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Iterator

from wordtrail.core.plan.suggestions.model import (
    SMALL,
    Detector,
    Offer,
    Suggestion,
    found,
    lines,
    sentences,
    texts,
)
from wordtrail.core.text.bare import bare
from wordtrail.core.text.model import Block, BlockKind, Passage, Word

SHORTEST_REPEATED, LONGEST_REPEATED = 3, 12
"""Words of a phrase that comes again."""

_SEQUENCE = (
    "first", "second", "third", "next", "then", "finally", "last", "at last", "later", "meanwhile", "afterward",
    "afterwards", "in the end", "to begin with", "after that", "before long", "soon", "at first", "lastly",
    "in the beginning", "by the time",
)  # fmt: skip
_CAUSE = (
    "because", "because of", "therefore", "as a result", "so that", "that is why", "that's why", "for this reason",
    "due to", "causes", "caused", "leads to", "led to", "as a consequence", "consequently", "since", "so", "thus",
)  # fmt: skip
_COMPARISON = (
    "however", "unlike", "on the other hand", "in contrast", "both", "similarly", "likewise", "instead", "whereas",
    "although", "while", "but", "than", "just like", "just as", "in the same way", "different from", "the same as",
    "yet", "compared to", "compared with", "alike", "neither",
)  # fmt: skip

_OPENERS = frozenset(
    (
        "first",
        "second",
        "third",
        "next",
        "then",
        "last",
        "soon",
        "later",
        "so",
        "since",
        "while",
        "but",
        "yet",
        "instead",
        "both",
        "thus",
        "finally",
        "meanwhile",
    )
)
"""Signal words that are signals only where a sentence or a clause begins."""

_AFTER_SO = ("much", "many", "far", "do", "does", "did", "is", "are", "was", "were", "have", "has", "can", "will")

_ASKING = ("who", "what", "when", "where", "why", "how", "which", "whose", "do", "does", "did", "can", "could", "will",
           "would", "is", "are", "was", "were", "have", "has", "should")  # fmt: skip

_SPEAKING = frozenset(
    [
        "said",
        "says",
        "asked",
        "asks",
        "cried",
        "cries",
        "called",
        "shouted",
        "whispered",
        "answered",
        "replied",
        "laughed",
        "sighed",
        "muttered",
        "told",
        "yelled",
        "screamed",
        "murmured",
        "begged",
        "added",
        "agreed",
        "thought",
        "wondered",
        "exclaimed",
        "explained",
        "repeated",
        "giggled",
        "growled",
    ]
)
_PERSONS = frozenset(("he", "she", "they", "i", "we", "it", "you"))


def repeated_phrases(passage: Passage) -> list[Suggestion]:
    """Phrases of three or more words that come again, as long as they can be; every place of each."""
    words = [word for _, run in sentences(passage) for word in run]
    plain = [bare(word.text) for word in words]
    sentence = [word.sentence for word in words]
    taken = [False] * len(words)
    made = []
    for size in range(LONGEST_REPEATED, SHORTEST_REPEATED - 1, -1):
        places: dict[tuple[str, ...], list[int]] = defaultdict(list)
        for at in range(len(words) - size + 1):
            phrase = tuple(plain[at : at + size])
            apart = sentence[at] != sentence[at + size - 1]
            if apart or sum(text not in SMALL for text in phrase) < 2 or len(set(phrase)) < 2:
                continue
            if not places[phrase] or places[phrase][-1] + size <= at:
                places[phrase].append(at)
        for phrase, starts in places.items():
            free = [at for at in starts if not any(taken[at : at + size])]
            if len(free) < 2:
                continue
            for at in free:
                taken[at : at + size] = [True] * size
                reason = f"“{' '.join(phrase)}” comes {len(starts)} times."
                made.append(found(Detector.REPEATED, words[at], words[at + size - 1], reason, meaning="repeated-sound"))
    return made


def patterns(passage: Passage) -> list[Suggestion]:
    """Sentences or lines one after another that begin with the same two words, or are alike but for one or two."""
    made = []
    for rows in _rows(passage):
        plain = [texts(row) for row in rows]
        for n, row in enumerate(rows):
            around = (m for m in (n - 1, n + 1, n - 2, n + 2) if 0 <= m < len(rows))
            near = [m for m in around if _alike(plain[n], plain[m])]
            if near:
                reason = f"It is built like “{' '.join(word.text for word in rows[near[0]][:4])} …”."
                made.append(found(Detector.PATTERN, row[0], row[-1], reason, meaning="pattern"))
    return made


def _rows(passage: Passage) -> Iterator[list[tuple[Word, ...]]]:
    """Lines of each stanza; sentences of the prose between headings."""
    prose: list[tuple[Word, ...]] = []
    for block in passage.blocks:
        if block.kind is BlockKind.STANZA:
            yield prose
            prose = []
            yield lines(block)
        elif block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.PICTURE):
            yield prose
            prose = []
        else:
            by_sentence: dict[int, list[Word]] = defaultdict(list)
            for word in block.words:
                by_sentence[word.sentence].append(word)
            prose += [tuple(run) for run in by_sentence.values()]
    yield prose


def _alike(one: list[str], other: list[str]) -> bool:
    if min(len(one), len(other)) < 3:
        return False
    same_begin = one[:2] == other[:2] and (one[0] not in SMALL or one[1] not in SMALL or one[:3] == other[:3])
    # "Mara looked under …" and "She looked behind …": who does it may change.
    by_somebody = one[1] == other[1] and one[1] not in SMALL and _PERSONS & {one[0], other[0]}
    different = sum(a != b for a, b in zip(one, other, strict=False))
    same_frame = len(one) == len(other) >= 4 and 0 < different <= max(1, len(one) // 3)
    return same_begin or bool(by_somebody) or same_frame


def signal_words(passage: Passage) -> list[Suggestion]:
    """Words that show order, cause and effect, or comparison."""
    made = []
    families = (
        (Detector.SEQUENCE, _SEQUENCE, "shows the order"),
        (Detector.CAUSE, _CAUSE, "shows a cause or an effect"),
        (Detector.COMPARISON, _COMPARISON, "compares two things"),
    )
    phrases = sorted(
        ((tuple(text.split()), detector, what) for detector, listed, what in families for text in listed),
        key=lambda item: -len(item[0]),
    )
    for block, words in sentences(passage):
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
            continue
        plain = texts(words)
        at = 0
        while at < len(words):
            hit = next(
                (p for p in phrases if tuple(plain[at : at + len(p[0])]) == p[0] and _is_signal(p[0], words, at)), None
            )
            if hit is None:
                at += 1
                continue
            phrase, detector, what = hit
            reason = f"“{' '.join(phrase)}” {what}."
            made.append(found(detector, words[at], words[at + len(phrase) - 1], reason, meaning="signal"))
            at += len(phrase)
    return made


def _is_signal(phrase: tuple[str, ...], words: tuple[Word, ...], at: int) -> bool:
    """Whether a phrase stands where it signals: "so" after a comma, not "so big"; "First" at the beginning, not
    "the first day"; "than" wherever it is."""
    if len(phrase) > 1:
        return True
    opens = at == 0 or words[at - 1].text[-1:] in ",;:—–" or bare(words[at - 1].text) == "and"
    (text,) = phrase
    if text == "so":
        following = bare(words[at + 1].text) if at + 1 < len(words) else ""
        return opens and following not in _AFTER_SO
    if text in ("first", "second", "third", "last", "next"):
        following = bare(words[at + 1].text) if at + 1 < len(words) else ""
        return opens and following not in ("day", "time", "one", "week", "year", "morning")
    if text == "while":
        return at > 0 and opens
    if text == "instead":
        return at + 1 == len(words) or bare(words[at + 1].text) != "of"
    return opens or text not in _OPENERS


def questions(passage: Passage) -> list[Suggestion]:
    """Sentences that ask, by how they open; of what somebody says, only the question itself."""
    made = []
    for _, words in sentences(passage):
        begin = 0
        for at, word in enumerate(words):
            if word.text.startswith(("“", '"')):
                begin = at
            if not word.text.rstrip("”\"’'),").endswith("?"):
                continue
            asked = words[begin : at + 1]
            opening = next((one for one in asked if bare(one.text) in _ASKING), asked[0])
            reason = f"A question that opens with “{bare(opening.text)}”."
            question = "What would you answer?"
            made.append(found(Detector.QUESTION, asked[0], word, reason, Offer.PAUSE, "question", question))
            begin = at + 1
    return made


# A term begins where a word begins: without that, a pattern would be tried from every letter of a long word.
_TERM = r"(?P<term>(?<![\w’'-])[\w’'-]+"
_SMALL_TERM = r"(?P<term>(?<![\w’'-])[a-z][\w’'-]+"
_NAMING = re.compile(r"\b(?:called|named|known as)\s+(?:the |an? )?", re.IGNORECASE)
_NAME = re.compile(r"[\w’'-]+(?: [\w’'-]+(?=[,.;]))?")
_GLOSS = re.compile(_TERM + r"(?: [\w’'-]+)?)\s?[—–]\s?(?:an?|the|which|that is|or)\b", re.IGNORECASE)
_MEANS = re.compile(
    _TERM + r")[”\"]?,?\s+(?:means?(?= (?:an?|the|to|some|not|very|full|something|able|being|[a-z]+ing)\b)"
    r"|is a kind of|are a kind of|is another word for|refers to)",
    re.IGNORECASE,
)
_COMMA_OR = re.compile(_TERM + r"(?: [\w’'-]+)?), or (?:an? )?[\w’' -]{3,40}?,")
_APPOSITION = re.compile(
    _SMALL_TERM + r"), an? [\w’'-]+(?: [\w’'-]+)? (?:for|of|that|who|which|with|used|made) [\w’' -]{3,60}[,.]"
)
_THINGS_THAT = re.compile(_SMALL_TERM + r"), [a-z][\w’'-]*(?: [\w’'-]+)? that (?:are|is) ")
_WHICH_IS = re.compile(_TERM + r"), (?:which|that) (?:is|are|means) ")


def definitions(passage: Passage) -> list[Suggestion]:
    """Words that the text itself explains: "called …", "… means …", "…, or …,", a gloss behind a dash or comma."""
    made: dict[str, Suggestion] = {}
    for block in passage.blocks:
        if block.kind in (BlockKind.PICTURE, BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.STANZA):
            continue
        flat = block.text.replace("\n", " ")
        spans = [named.span() for m in _NAMING.finditer(flat) if (named := _NAME.match(flat, m.end()))]
        for pattern in (_GLOSS, _MEANS, _COMMA_OR, _APPOSITION, _THINGS_THAT, _WHICH_IS):
            spans += [m.span("term") for m in pattern.finditer(flat)]
        for start, end in spans:
            inside = [word for word in block.words if word.start < end and word.end > start]
            if inside and not all(bare(word.text) in SMALL for word in inside):
                while len(inside) > 1 and bare(inside[0].text) in SMALL:
                    inside = inside[1:]
                printed = " ".join(bare(word.text) for word in inside)
                made.setdefault(
                    inside[-1].id,
                    found(
                        Detector.DEFINITION,
                        inside[0],
                        inside[-1],
                        f"The text explains “{printed}”.",
                        Offer.CARD,
                        "new-word",
                    ),
                )
    return list(made.values())


def dialogue(passage: Passage) -> list[Suggestion]:
    """What is said between quotation marks, and who says it."""
    made = []
    for block in passage.blocks:
        for start, end in _quotations(block.text):
            inside = [word for word in block.words if word.start >= start and word.end <= end + 1]
            if not inside:
                continue
            speaker = _speaker(block, start, end)
            reason = f"{speaker} speaks." if speaker else "Somebody speaks."
            made.append(found(Detector.DIALOGUE, inside[0], inside[-1], reason, meaning="who"))
    return made


def _quotations(text: str) -> list[tuple[int, int]]:
    curly = [(m.start(), m.end()) for m in re.finditer(r"“[^”]+(?:”|$)", text)]
    return curly or [(m.start(), m.end()) for m in re.finditer(r"\"[^\"]+\"", text)]


def _speaker(block: Block, start: int, end: int) -> str:
    """The name beside the nearest word of speaking, after the quotation or before it."""
    after = [word for word in block.words if word.start >= end][:4]
    before = [word for word in block.words if word.end <= start][-4:]
    for near in (after, before):
        for n, word in enumerate(near):
            if bare(word.text) in _SPEAKING:
                around = [*near[n + 1 : n + 2], *near[max(0, n - 1) : n]]
                if near is before:
                    around.reverse()
                for one in around:
                    name = one.text.strip("“”\"‘’'.,;:!?")
                    if name[:1].isupper() or bare(name) in _PERSONS:
                        return name
                noun = near[n + 2 : n + 3]
                if noun and around and bare(around[0].text) in ("the", "her", "his", "my", "their"):
                    return f"{around[0].text} {noun[0].text}".strip(".,;:!?")
    return ""
