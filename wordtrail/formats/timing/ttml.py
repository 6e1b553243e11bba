"""Timed Text Markup Language (W3C TTML 2): a paragraph for each phrase, a span for each word."""

from __future__ import annotations

from collections.abc import Sequence

from lxml import etree

from wordtrail.core.errors import NotReadable
from wordtrail.core.trail.phrases import Phrase, TimedWord
from wordtrail.formats.timing.format import KIND, TimingFormat, checked, seconds_of

_TT = "http://www.w3.org/ns/ttml"
_XML = "http://www.w3.org/XML/1998/namespace"


def write(phrases: Sequence[Phrase], seconds: float) -> str:
    """The phrases with their words."""
    root = etree.Element(f"{{{_TT}}}tt", nsmap={None: _TT})
    root.set(f"{{{_XML}}}lang", "en")
    part = etree.SubElement(etree.SubElement(root, f"{{{_TT}}}body"), f"{{{_TT}}}div")
    for phrase in phrases:
        line = etree.SubElement(part, f"{{{_TT}}}p", begin=_time(phrase.start), end=_time(phrase.end))
        for number, word in enumerate(phrase.words):
            # Times of what stands in a paragraph count from where the paragraph begins.
            begin, end = word.start - phrase.start, min(word.end, phrase.end) - phrase.start
            span = etree.SubElement(line, f"{{{_TT}}}span", begin=_time(begin), end=_time(end))
            span.text = word.text
            span.tail = " " if number + 1 < len(phrase.words) else None
    return etree.tostring(root, xml_declaration=True, encoding="UTF-8").decode()


def read(text: str) -> list[TimedWord]:
    """The words with times of their own; of paragraphs without any, the first one. Raises NotReadable."""
    parser = etree.XMLParser(resolve_entities=False, no_network=True, huge_tree=False)
    try:
        root = etree.fromstring(text.encode(), parser)
    except etree.XMLSyntaxError as fault:
        raise NotReadable(KIND) from fault
    found: list[TimedWord] = []
    for line in root.iter(f"{{{_TT}}}p"):
        begin = _read(line.get("begin"))
        spans = [span for span in line.iter(f"{{{_TT}}}span") if span.get("begin") is not None]
        timed = [(begin + _read(one.get("begin")), begin + _read(one.get("end")), one) for one in spans]
        timed = timed or [(begin, _read(line.get("end")), line)]
        for start, end, node in timed:
            words = "".join(str(part) for part in node.itertext()).split()
            found += [TimedWord(words[0], round(start, 3), round(max(start, end), 3))] if words else []
    return checked(found)


def _time(seconds: float) -> str:
    return f"{max(0.0, seconds):.3f}s"


def _read(time: str | None) -> float:
    text = (time or "0").strip()
    for unit, share in (("ms", 0.001), ("s", 1.0), ("m", 60.0), ("h", 3600.0)):
        if text.endswith(unit) and ":" not in text:
            return seconds_of(text.removesuffix(unit)) * share
    return seconds_of(text)


FORMAT = TimingFormat("ttml", "TTML", "ttml", "application/ttml+xml", write, read)
