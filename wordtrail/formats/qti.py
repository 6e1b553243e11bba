"""Questions as QTI 3.0 items (1EdTech, Question and Test Interoperability 3.0, 2022) in a content package.

Choosing, putting in order, matching, finding words and writing have an interaction of their own; other pause points
become writing. Each item names the word it stands after, so that it comes back to its place.
"""

from __future__ import annotations

import io
import zipfile
from collections.abc import Sequence

from lxml import etree

from wordtrail.core.changes.taking_over import BringPlan
from wordtrail.core.errors import NotReadable
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.plan.activities.activity import Activity, Option, Pair
from wordtrail.core.plan.activities.all import ACTIVITIES
from wordtrail.core.plan.activities.choose import Choose
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.activities.write import Write
from wordtrail.core.plan.model import PausePoint
from wordtrail.formats.archive import Archive, only_readable, parsed
from wordtrail.formats.format import PlanFormat

KIND = "file of questions"
QTI = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
PACKAGE = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
MATCH_CORRECT = "https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"
_TIMELESS = (1980, 1, 1, 0, 0, 0)


def write(lesson: Lesson) -> bytes:
    """All pause points of a lesson as a package: a manifest and an item for each."""
    order = {word.id: n for n, word in enumerate(lesson.words)}
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as package:
        package.writestr(_dated("imsmanifest.xml"), _manifest(lesson.pause_points))
        for point in lesson.pause_points:
            package.writestr(_dated(f"{point.id}.xml"), _item(point, order.get(point.after, -1)))
    return out.getvalue()


def read(data: bytes, lesson: Lesson) -> tuple[PausePoint, ...]:
    """The questions of a package or of a single item, as pause points without ids, after the words they stood
    after, or at the end. Raises NotReadable."""
    with only_readable(KIND):
        if data[:2] == b"PK":
            archive = Archive(data, KIND)
            names = sorted(name for name in archive.names if name.endswith(".xml") and "manifest" not in name)
            roots = [archive.xml(name) for name in names]
        else:
            roots = [parsed(data, KIND)]
        words = [word.id for word in lesson.words]
        points = [_point(root, words) for root in roots if etree.QName(root).localname == "qti-assessment-item"]
        if not points:
            raise NotReadable(KIND)
        return tuple(points)


def _dated(name: str) -> zipfile.ZipInfo:
    info = zipfile.ZipInfo(name, _TIMELESS)
    info.compress_type = zipfile.ZIP_DEFLATED
    return info


def _manifest(points: Sequence[PausePoint]) -> bytes:
    root = etree.Element(f"{{{PACKAGE}}}manifest", nsmap={None: PACKAGE}, identifier="word-trail-questions")
    metadata = _sub(root, "metadata", namespace=PACKAGE)
    _sub(metadata, "schema", "QTI Package", namespace=PACKAGE)
    _sub(metadata, "schemaversion", "3.0.0", namespace=PACKAGE)
    _sub(root, "organizations", namespace=PACKAGE)
    resources = _sub(root, "resources", namespace=PACKAGE)
    for point in points:
        href = f"{point.id}.xml"
        resource = _sub(
            resources, "resource", namespace=PACKAGE, identifier=point.id, type="imsqti_item_xmlv3p0", href=href
        )
        _sub(resource, "file", namespace=PACKAGE, href=href)
    return bytes(etree.tostring(root, xml_declaration=True, encoding="UTF-8"))


def _item(point: PausePoint, place: int) -> bytes:
    root = etree.Element(f"{{{QTI}}}qti-assessment-item", nsmap={None: QTI})
    root.set("identifier", point.id)
    root.set("title", point.question[:80])
    root.set("adaptive", "false")
    root.set("time-dependent", "false")
    root.set("label", f"{point.activity.kind}|{place}|{point.think_seconds:g}")
    body = etree.Element(f"{{{QTI}}}qti-item-body")
    options, pairs = point.activity.options(), point.activity.pairs_to_match()
    scored = bool(options or pairs)
    if pairs:
        _pairs(root, body, point, pairs)
    elif any(one.place for one in options):
        _order(root, body, point, sorted(options, key=lambda one: one.place))
    elif options:
        _choices(root, body, point, options)
    else:
        _declare(root, "single", "string", [point.answer] if point.answer else [])
        _interaction(body, "qti-extended-text-interaction", point)
    _sub(root, "qti-outcome-declaration", identifier="SCORE", cardinality="single", **{"base-type": "float"})
    _sub(root, "qti-outcome-declaration", identifier="FEEDBACK", cardinality="multiple", **{"base-type": "identifier"})
    root.append(body)
    if scored:
        _sub(root, "qti-response-processing", template=MATCH_CORRECT)
    if point.answer and scored:
        feedback = _sub(
            root, "qti-modal-feedback", identifier="answer", **{"outcome-identifier": "FEEDBACK", "show-hide": "show"}
        )
        _sub(_sub(feedback, "qti-content-body"), "p", point.answer)
    return bytes(etree.tostring(root, xml_declaration=True, encoding="UTF-8"))


def _choices(root: etree._Element, body: etree._Element, point: PausePoint, options: Sequence[Option]) -> None:
    right = [f"c{n}" for n, one in enumerate(options) if one.right]
    _declare(root, "multiple" if len(right) > 1 else "single", "identifier", right)
    part = _interaction(body, "qti-choice-interaction", point, shuffle="false", **{"max-choices": str(len(right))})
    seen = {"outcome-identifier": "FEEDBACK", "show-hide": "show"}
    for n, one in enumerate(options):
        simple = _sub(part, "qti-simple-choice", one.text, identifier=f"c{n}")
        if one.reason:
            _sub(simple, "qti-feedback-inline", one.reason, identifier=f"c{n}", **seen)


def _order(root: etree._Element, body: etree._Element, point: PausePoint, options: Sequence[Option]) -> None:
    _declare(root, "ordered", "identifier", [f"i{n}" for n in range(len(options))])
    part = _interaction(body, "qti-order-interaction", point, shuffle="true")
    for n, one in enumerate(options):
        _sub(part, "qti-simple-choice", one.text, identifier=f"i{n}")


def _pairs(root: etree._Element, body: etree._Element, point: PausePoint, pairs: Sequence[Pair]) -> None:
    _declare(root, "multiple", "directedPair", [f"l{n} r{n}" for n in range(len(pairs))])
    most = {"max-associations": str(len(pairs))}
    part = _interaction(body, "qti-match-interaction", point, shuffle="true", **most)
    for side, texts in (("l", [pair.left for pair in pairs]), ("r", [pair.right for pair in pairs])):
        group = _sub(part, "qti-simple-match-set")
        for n, text in enumerate(texts):
            _sub(group, "qti-simple-associable-choice", text, identifier=f"{side}{n}", **{"match-max": "1"})


def _sub(
    parent: etree._Element, name: str, text: str = "", *, namespace: str = QTI, **attributes: str
) -> etree._Element:
    child = etree.SubElement(parent, f"{{{namespace}}}{name}", attributes)
    if text:
        child.text = text
    return child


def _declare(root: etree._Element, cardinality: str, base: str, right: Sequence[str]) -> None:
    declared = _sub(
        root, "qti-response-declaration", identifier="RESPONSE", cardinality=cardinality, **{"base-type": base}
    )
    if right:
        correct = _sub(declared, "qti-correct-response")
        for value in right:
            _sub(correct, "qti-value", value)


def _interaction(body: etree._Element, name: str, point: PausePoint, **attributes: str) -> etree._Element:
    part = _sub(body, name, **{"response-identifier": "RESPONSE"}, **attributes)
    _sub(part, "qti-prompt", point.question)
    return part


def _point(root: etree._Element, words: Sequence[str]) -> PausePoint:
    kind, place, think = ([*(root.get("label") or "").split("|"), "", "", ""])[:3]
    after = words[int(place)] if place.lstrip("-").isdigit() and 0 <= int(place) < len(words) else ""
    seconds = min(600.0, max(0.0, float(think))) if think.replace(".", "").isdigit() else 15.0
    inside = root.iterfind(f"{{{QTI}}}qti-item-body/*")
    part = next((one for one in inside if "interaction" in etree.QName(one).localname), None)
    if part is None:
        raise NotReadable(KIND)
    name = etree.QName(part).localname
    question = _text(part.find(f"{{{QTI}}}qti-prompt")) or root.get("title") or ""
    right = [value.text or "" for value in root.iter(f"{{{QTI}}}qti-value")]
    offered = [
        (one.get("identifier") or "", one)
        for one in part.iter(f"{{{QTI}}}qti-simple-choice", f"{{{QTI}}}qti-simple-associable-choice")
    ]
    answer = " ".join(_text(one) for one in root.iter(f"{{{QTI}}}qti-modal-feedback"))
    texts = {id: _own(one) for id, one in offered}
    if name == "qti-choice-interaction":
        options = tuple(
            Option(id, texts[id], id in right, _text(one.find(f"{{{QTI}}}qti-feedback-inline"))) for id, one in offered
        )
        activity = _activity(kind, options, (), Choose)
    elif name == "qti-order-interaction":
        options = tuple(Option(id, texts[id], place=place) for place, id in enumerate(right, 1))
        activity = _activity(kind, options, (), PutInOrder)
    elif name == "qti-match-interaction":
        pairs = tuple(Pair(texts[a], texts[b]) for a, b in (value.split() for value in right))
        activity = _activity(kind, (), pairs, Match)
    else:
        named = _KINDS.get(kind, Write)
        activity, answer = named() if named.free_of_text else Write(), " ".join(right)
    return PausePoint("", after, question, seconds, activity, answer)


_KINDS = {one().kind: one for one in ACTIVITIES}


def _activity(kind: str, options: tuple[Option, ...], pairs: tuple[Pair, ...], usual: type[Activity]) -> Activity:
    """The activity of the kind that the file names when it offers the same, or else the usual one of its
    interaction."""
    made = _KINDS.get(kind, usual).exchanged(options, pairs)
    same = len(made.options()) == len(options) and len(made.pairs_to_match()) == len(pairs)
    return made if same else usual.exchanged(options, pairs)


def _own(element: etree._Element) -> str:
    """The text of an element without that of its feedback."""
    return " ".join((element.text or "").split())


def _text(element: etree._Element | None) -> str:
    return " ".join("".join(element.itertext()).split()) if element is not None else ""


FORMAT = PlanFormat(
    "questions",
    "questions (QTI)",
    ("zip", "xml"),
    "application/zip",
    write=write,
    read=lambda data, lesson: BringPlan(points=read(data, lesson)),
)
