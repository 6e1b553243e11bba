"""What it holds: headings and captions, words to teach, endings, numbers, places to stop."""

from __future__ import annotations

from itertools import pairwise, zip_longest

from wordtrail.core.plan.suggestions.model import Detector, Offer, Suggestion, found, lines, sentences
from wordtrail.core.plan.suggestions.wording import definitions
from wordtrail.core.speech.common import rank
from wordtrail.core.speech.pronunciation import syllables
from wordtrail.core.speech.word_parts import PartRole, compound, parts_of
from wordtrail.core.text.bare import bare
from wordtrail.core.text.glossary import glossary_links
from wordtrail.core.text.model import BlockKind, Passage, Style, Word
from wordtrail.core.text.numerals import NUMBER_WORDS

RARE = 5000
"""Rank from which a word is rare for children."""

LONG_COMMONER = 0.75
"""How common a word of three or more syllables may be."""

LONG_STRETCH = 70
"""Words after which a stop does good."""

NEAR_THE_END = 15
"""Words before the end in which a stop after a long stretch is not worth it."""

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
_NO_SENTENCES = (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.STANZA)


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
    """Words that are bold, in the glossary, explained by the text, or rare; each once, names left out."""
    in_glossary = {link.word for link in glossary_links(passage)}
    explained = {one.last for one in definitions(passage)}
    names = _names(passage)
    seen: set[str] = set()
    made = []
    for block in passage.blocks:
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING, BlockKind.PICTURE):
            continue
        bold = [run for run in block.emphasis if run.style in (Style.BOLD, Style.BOLD_ITALIC)]
        for word in block.words:
            text = bare(word.text)
            key = _singular(text)
            if key in seen or text in NUMBER_WORDS or not text.replace("'", "").isalpha() or len(text) < 3:
                continue
            reason = ""
            if any(run.start <= word.start < run.end for run in bold):
                reason = "It is printed bold."
            elif word.id in in_glossary:
                reason = "It is in the glossary."
            elif word.id in explained:
                reason = "The text explains it."
            elif text not in names and _is_rare(key):
                reason = "It is a rare word."
            if reason:
                seen.add(key)
                made.append(found(Detector.TEACH, word, word, reason, Offer.CARD, "new-word"))
    return made


def _names(passage: Passage) -> set[str]:
    """Words with a capital in the midst of a sentence."""
    return {
        bare(word.text)
        for _, words in sentences(passage)
        for before, word in pairwise(words)
        if word.text[:1].isupper() and before.text[-1:] not in "“.?!:"
    }


def _singular(text: str) -> str:
    text = text.removesuffix("'s").removesuffix("s'")
    return text[:-1] if text.endswith("s") and not text.endswith(("ss", "us")) and len(text) > 4 else text


def _is_rare(text: str) -> bool:
    """Whether neither the word nor what it is made of is common. A base of one syllable is mostly known by ear."""
    if split := compound(text):
        return any(_is_rare(part) for part in split)
    base = next((part.text for part in parts_of(text) if part.role is PartRole.BASE), text)
    if syllables(base) < 2:
        return False
    limit = RARE * LONG_COMMONER if syllables(base) > 2 else RARE
    return min(rank().get(text, 99_999), rank().get(base, 99_999)) > limit


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
    """Sentences (lines of verse) that carry a number, in digits or words (one alone does not count)."""
    made = []
    prose = (words for block, words in sentences(passage) if block.kind not in _NO_SENTENCES)
    verse = (line for block in passage.blocks if block.kind is BlockKind.STANZA for line in lines(block))
    for words in (*prose, *verse):
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
    place = {word.id: n for n, word in enumerate(passage.words)}
    since = 0
    aside = (BlockKind.PICTURE, BlockKind.CAPTION, BlockKind.FOOTNOTE, BlockKind.GLOSSARY_ENTRY)
    blocks = [block for block in passage.blocks if block.kind not in aside and block.words]
    for block, following in zip_longest(blocks, blocks[1:]):
        since += len(block.words)
        if block.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
            continue
        last = block.words[-1]
        reason, question = "", ""
        if following is None:
            reason, question = "The end: time to look back.", "What was it all about? Say it in one sentence."
        elif following.kind in (BlockKind.HEADING, BlockKind.SUBHEADING):
            reason, question = "A part ends here.", "What did this part tell us?"
        elif following.kind is BlockKind.PARAGRAPH and _turns(following.words):
            reason, question = "The story turns here.", "What do you think happens next?"
        elif since >= LONG_STRETCH and len(passage.words) - place[last.id] > NEAR_THE_END:
            reason, question = f"{since} words without a stop.", "What has happened so far?"
        if reason:
            made.append(found(Detector.STOP, last, last, reason, Offer.PAUSE, "", question))
            since = 0
    return made


def _turns(words: tuple[Word, ...]) -> bool:
    opening = " ".join(bare(word.text) for word in words[:4])
    return any(opening.startswith(f"{turn} ") for turn in _TURNS)
