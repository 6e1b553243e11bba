"""Marks, questions and word cards as files: out, and back without loss of what the format can carry."""

from __future__ import annotations

import csv
import io
import json
import unittest
import zipfile
from collections.abc import Iterable
from dataclasses import replace
from typing import TypeVar

from hypothesis import given, settings
from hypothesis import strategies as st
from lxml import etree

from tests.worlds import lesson
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.taking_over import BringPlan
from wordtrail.core.errors import FileError
from wordtrail.core.lesson.model import Lesson
from wordtrail.core.marks.model import Mark
from wordtrail.core.marks.moment import Moment
from wordtrail.core.plan.activities.activity import Activity
from wordtrail.core.plan.activities.choose import Choose
from wordtrail.core.plan.activities.match import Match
from wordtrail.core.plan.activities.put_in_order import PutInOrder
from wordtrail.core.plan.cards import Shown, WordCard
from wordtrail.core.plan.model import PausePoint
from wordtrail.core.speech.word_parts import PartRole, WordPart
from wordtrail.formats import cards_csv, qti, web_annotation
from wordtrail.standins.demo_world import LESSONS

DEMO = {demo.name: demo.lesson(f"{0:032x}.png") for demo in LESSONS}
TEXT = st.text(st.characters(codec="utf-8", exclude_categories=("Cc", "Cs")), max_size=30).map(
    lambda s: " ".join(s.split())
)


WRITTEN = st.text("abcd−", min_size=1, max_size=5)
CARDS = st.builds(
    WordCard,
    id=st.just(""),
    word=TEXT.filter(bool),
    part_of_speech=TEXT,
    meaning=TEXT,
    example=TEXT,
    syllables=st.lists(st.text("abcxyz", min_size=1, max_size=5), max_size=4).map(tuple),
    parts=st.lists(st.builds(WordPart, WRITTEN, st.sampled_from(PartRole)), max_size=3).map(tuple),
    related=st.lists(st.text("abc ", min_size=1, max_size=6).map(str.strip).filter(bool), max_size=3).map(tuple),
    say_it=st.booleans(),
    shown=st.sampled_from(Shown),
)


Kind = TypeVar("Kind", bound=Activity)


def _of(kind: type[Kind], points: Iterable[PausePoint]) -> Kind:
    """The first activity of a kind."""
    return next(point.activity for point in points if isinstance(point.activity, kind))


def without_plan(made: Lesson) -> Lesson:
    """The same words with nothing planned."""
    return Lesson(made.passages)


def without_plan_of(mark: Mark) -> Mark:
    """A mark without what belongs to the plan it was made for: its pause point, reading and box of a chart."""
    moment = Moment.TALK if mark.moment is Moment.PAUSE else mark.moment
    return replace(mark, id="", form=mark.form.untied(), pause="", reading="", moment=moment)


class WebAnnotationTest(unittest.TestCase):
    def test_marks_come_back_on_their_words(self) -> None:
        for name, made in DEMO.items():
            with self.subTest(name):
                found = web_annotation.read(web_annotation.write(made).encode(), without_plan(made))
                self.assertEqual(found.lost, 0)
                plain = [without_plan_of(mark) for mark in made.marks]
                self.assertEqual(list(found.marks), plain)
                back = apply(without_plan(made), BringPlan(marks=found.marks, legend=found.legend))
                names = {m.id: m.name for m in back.legend}
                wanted = {m.id: m.name for m in made.legend}
                self.assertEqual([names[m.meaning] for m in back.marks], [wanted[m.meaning] for m in made.marks])

    def test_it_is_a_page_of_annotations_with_both_selectors(self) -> None:
        page = json.loads(web_annotation.write(DEMO["bees-map"]))
        self.assertEqual((page["@context"], page["type"]), ("http://www.w3.org/ns/anno.jsonld", "AnnotationPage"))
        for item in page["items"]:
            self.assertEqual((item["type"], item["motivation"]), ("Annotation", "highlighting"))
            quote, position = item["target"]["selector"]
            self.assertEqual((quote["type"], position["type"]), ("TextQuoteSelector", "TextPositionSelector"))
            self.assertEqual(len(quote["exact"]), position["end"] - position["start"])

    def test_marks_of_others_find_their_words_by_the_quotation(self) -> None:
        made = lesson()
        note = {
            "type": "Annotation",
            "body": {"type": "TextualBody", "value": "evidence", "purpose": "tagging"},
            "target": {"source": "x", "selector": {"type": "TextQuoteSelector", "exact": "dance is", "prefix": "Her "}},
        }
        lost = {
            "type": "Annotation",
            "target": {"source": "x", "selector": {"type": "TextQuoteSelector", "exact": "wasp"}},
        }
        found = web_annotation.read(json.dumps([note, lost]).encode(), made)
        self.assertEqual([(m.first, m.last, m.meaning) for m in found.marks], [("a13", "a14", "evidence")])
        self.assertEqual(found.lost, 1)

    def test_after_an_edit_the_quotation_finds_the_place(self) -> None:
        made = DEMO["kite"]
        shifted = lesson("A line before.\n\n" + "\n\n".join(block.text for block in made.passages[0].blocks))
        found = web_annotation.read(web_annotation.write(made).encode(), shifted)
        printed = {word.id: word.text for word in shifted.words}
        self.assertEqual(found.lost, 0)
        self.assertEqual(printed[found.marks[0].first], "Wren")

    @settings(max_examples=60, deadline=None)
    @given(
        st.binary(max_size=80)
        | st.recursive(
            st.none() | st.integers() | st.text(max_size=5),
            lambda x: (
                st.lists(x, max_size=3)
                | st.dictionaries(st.sampled_from(["items", "type", "target", "selector", "exact"]), x, max_size=4)
            ),
        ).map(lambda v: json.dumps(v).encode())
    )
    def test_damaged_files_say_so(self, data: bytes) -> None:
        try:
            web_annotation.read(data, lesson())
        except FileError as fault:
            self.assertTrue(fault.sentence)


class QtiTest(unittest.TestCase):
    def test_questions_come_back(self) -> None:
        carried = ("question", "think_seconds", "after")
        for name, made in DEMO.items():
            with self.subTest(name):
                back = {p.question: p for p in qti.read(qti.write(made), made)}
                for point in made.pause_points:
                    self.assertEqual(
                        [getattr(back[point.question], f) for f in carried], [getattr(point, f) for f in carried]
                    )
                    own, read = point.activity, back[point.question].activity
                    if own.free_of_text or own.options() or own.pairs_to_match():
                        self.assertIs(type(read), type(own), "the same is done at it")
        choose = _of(Choose, DEMO["bees-map"].pause_points)
        chosen = _of(Choose, qti.read(qti.write(DEMO["bees-map"]), DEMO["bees-map"]))
        self.assertEqual(
            [(c.text, c.right, c.reason) for c in chosen.choices], [(c.text, c.right, c.reason) for c in choose.choices]
        )
        order = _of(PutInOrder, qti.read(qti.write(DEMO["bees-map"]), DEMO["bees-map"]))
        self.assertEqual(order.items, _of(PutInOrder, DEMO["bees-map"].pause_points).items)
        match = _of(Match, qti.read(qti.write(DEMO["rain"]), DEMO["rain"]))
        self.assertEqual(match.pairs, _of(Match, DEMO["rain"].pause_points).pairs)

    def test_the_package_has_the_structure_of_the_standard(self) -> None:
        package = zipfile.ZipFile(io.BytesIO(qti.write(DEMO["kite"])))
        manifest = etree.fromstring(package.read("imsmanifest.xml"))
        ns = {"p": qti.PACKAGE, "q": qti.QTI}
        listed = {one.get("href", "") for one in manifest.findall(".//p:resource", ns)}
        self.assertEqual(listed | {"imsmanifest.xml"}, set(package.namelist()))
        self.assertEqual({one.get("type") for one in manifest.findall(".//p:resource", ns)}, {"imsqti_item_xmlv3p0"})
        for name in listed:
            item = etree.fromstring(package.read(name))
            self.assertEqual(etree.QName(item).localname, "qti-assessment-item")
            self.assertTrue({"identifier", "title", "adaptive", "time-dependent"} <= set(item.attrib))
            order = [etree.QName(child).localname for child in item]
            expected = [
                "qti-response-declaration",
                "qti-outcome-declaration",
                "qti-item-body",
                "qti-response-processing",
                "qti-modal-feedback",
            ]
            self.assertEqual(order, sorted(order, key=expected.index), "children stand in the order of the schema")
            declared, body = item.find("q:qti-response-declaration", ns), item.find("q:qti-item-body", ns)
            assert declared is not None
            assert body is not None
            part = body[0]
            self.assertEqual(part.get("response-identifier"), declared.get("identifier"))
            offered = {one.get("identifier") for one in part.iter() if one.get("identifier")}
            right = {value for one in item.iter(f"{{{qti.QTI}}}qti-value") for value in (one.text or "").split()}
            if declared.get("base-type") != "string":
                self.assertTrue(right <= offered)

    @settings(max_examples=40, deadline=None)
    @given(st.binary(max_size=120))
    def test_damaged_files_say_so(self, data: bytes) -> None:
        for damaged in (data, b"PK\x03\x04" + data, b"<qti-assessment-item>" + data):
            with self.assertRaises(FileError):
                qti.read(damaged, lesson())

    def test_entities_are_not_followed(self) -> None:
        head = '<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>'
        item = f'<qti-assessment-item xmlns="{qti.QTI}"><qti-item-body>&b;</qti-item-body></qti-assessment-item>'
        with self.assertRaises(FileError):
            qti.read((head + item).encode(), lesson())


class CardsCsvTest(unittest.TestCase):
    @settings(deadline=None)
    @given(st.lists(CARDS, max_size=5))
    def test_cards_come_back(self, cards: list[WordCard]) -> None:
        self.assertEqual(cards_csv.read(cards_csv.write(tuple(cards)).encode()), tuple(cards))

    def test_other_tables_are_read(self) -> None:
        (card,) = cards_csv.read(b"Term;Definition\r\nclover;a small plant\r\n")
        self.assertEqual((card.word, card.meaning), ("clover", "a small plant"))
        (card,) = cards_csv.read("caf\xe9\ta place\n".encode("cp1252"))
        self.assertEqual((card.word, card.meaning), ("café", "a place"))

    def test_python_reads_it_as_a_table(self) -> None:
        rows = list(csv.DictReader(io.StringIO(cards_csv.write(DEMO["bees-map"].plan.cards))))
        self.assertEqual([row["word"] for row in rows], ["clover", "antennae"])

    def test_damaged_files_say_so(self) -> None:
        for data in (b"", b"\x00\x01\x02", b'"open', b"x" * 3_000_000):
            with self.assertRaises(FileError):
                cards_csv.read(data)
