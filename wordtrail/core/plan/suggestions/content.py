"""What it holds: headings and captions, words to teach, endings, numbers, places to stop."""

from __future__ import annotations

from wordtrail.core.plan.cards import PartRole
from wordtrail.core.plan.suggestions.model import Detector, Offer, Suggestion, found, sentences
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import syllables
from wordtrail.core.speech.word_parts import parts_of
from wordtrail.core.text.bare import bare
from wordtrail.core.text.glossary import glossary_links
from wordtrail.core.text.model import BlockKind, Passage, Style, Word
from wordtrail.core.text.numerals import NUMBER_WORDS

RARE = 6000
"""Rank from which a word is rare for children."""

SHORT_RARER = 2.5
"""How much rarer a word of one syllable must be: most of them are known by ear."""

LONG_STRETCH = 70
"""Words after which a stop does good."""

_TURNS = (
    "but",
    "suddenly",
    "all at once",
    "then one day",
    "just then",
    "at that moment",
    "one day",
    "until",
    "without warning",
    "to her surprise",
    "to his surprise",
    "however",
)
_TITLES = frozenset(("mr", "mrs", "ms", "dr"))


def headings(passage: Passage) -> list[Suggestion]:
    """Headings and captions: what they promise can be asked before the text is read."""
    made = []
    for block in passage.blocks:
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.CAPTION) and block.words:
            kind = "caption" if block.kind is BlockKind.CAPTION else "heading"
            question = "What will this part tell us?" if kind == "heading" else "What does the picture show?"
            made.append(
                found(
                    Detector.HEADING,
                    block.words[0],
                    block.words[-1],
                    f"A {kind} tells what comes.",
                    Offer.PAUSE,
                    "main-idea",
                    question,
                )
            )
    return made


def words_to_teach(passage: Passage) -> list[Suggestion]:
    """Words that are bold, in the glossary, rare, or rare enough and long; each once, names left out."""
    in_glossary = {link.word for link in glossary_links(passage)}
    lower = {bare(word.text) for word in passage.words if word.text[:1].islower()}
    seen: set[str] = set()
    made = []
    for block in passage.blocks:
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.PICTURE):
            continue
        bold = [run for run in block.emphasis if run.style in (Style.BOLD, Style.BOLD_ITALIC)]
        for word in block.words:
            text = bare(word.text)
            if text in seen or not text.replace("'", "").isalpha() or len(text) < 3:
                continue
            name = text not in lower and not any(run.start <= word.start < run.end for run in bold)
            reason = ""
            if any(run.start <= word.start < run.end for run in bold):
                reason = "It is printed bold."
            elif word.id in in_glossary:
                reason = "It is in the glossary."
            elif not name and _place(text) > RARE * (1 if syllables(text) > 1 else SHORT_RARER):
                reason = "It is a rare word."
            elif not name and _place(text) > RARE / 3 and syllables(text) > 2:
                reason = f"It has {syllables(text)} syllables and is not common."
            if reason:
                seen.add(text)
                made.append(found(Detector.TEACH, word, word, reason, Offer.CARD, "new-word"))
    return made


def _place(text: str) -> int:
    """How common a word is: the better of its own rank and that of its base."""
    own = rank().get(text.removesuffix("'s"), 99_999)
    base = next((part.text for part in parts_of(text) if part.role is PartRole.BASE), text)
    return min(own, rank().get(base, 99_999))


def endings(passage: Passage) -> list[Suggestion]:
    """Words with an ending whose spelling changes, or that is a syllable or a meaning of its own; each once."""
    seen: set[str] = set()
    made = []
    for word in passage.words:
        text = bare(word.text)
        parts = parts_of(text)
        ending = next((part for part in parts if part.role is PartRole.ENDING), None)
        base = next((part.text for part in parts if part.role is PartRole.BASE), "")
        if ending is None or text in seen or ending.text in ("s", "y") or len(base) < 3:
            continue
        seen.add(text)
        listed = " + ".join(part.text for part in parts)
        at = word.text.lower().rfind(ending.text)
        made.append(found(Detector.ENDING, word, word, f"{text} = {listed}.", meaning="ending", skip=max(0, at)))
    return made


def number_sentences(passage: Passage) -> list[Suggestion]:
    """Sentences that carry a number, in digits or words (one alone does not count)."""
    made = []
    for block, words in sentences(passage):
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
            continue
        carrying = next((word for word in words if _is_number(word)), None)
        if carrying:
            reason = f"It carries a number: “{carrying.text.strip('.,;:!?”“')}”."
            made.append(found(Detector.NUMBER, words[0], words[-1], reason, meaning="detail"))
    return made


def _is_number(word: Word) -> bool:
    text = bare(word.text)
    return any(c.isdigit() for c in text) or (
        all(part in NUMBER_WORDS for part in text.split("-")) and text not in ("", "one")
    )


def places_to_stop(passage: Passage) -> list[Suggestion]:
    """Paragraph ends before a turn of the story, after a heading's part, or after a long stretch."""
    made: list[Suggestion] = []
    since = 0
    blocks = [block for block in passage.blocks if block.kind is not BlockKind.PICTURE and block.words]
    for block, following in zip(blocks, [*blocks[1:], None], strict=True):
        since += len(block.words)
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.CAPTION):
            continue
        last = block.words[-1]
        reason, question = "", ""
        if following is None:
            reason, question = "The end: time to look back.", "What was it all about? Say it in one sentence."
        elif following.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
            reason, question = "A part ends here.", "What did this part tell us?"
        elif following.kind is BlockKind.PARAGRAPH and _turns(following.words):
            reason, question = "The story turns here.", "What do you think happens next?"
        elif since >= LONG_STRETCH:
            reason, question = f"{since} words without a stop.", "What has happened so far?"
        if reason:
            made.append(found(Detector.STOP, last, last, reason, Offer.PAUSE, "", question))
            since = 0
    return made


def _turns(words: tuple[Word, ...]) -> bool:
    opening = " ".join(bare(word.text) for word in words[:4])
    return any(opening.startswith(f"{turn} ") for turn in _TURNS)
