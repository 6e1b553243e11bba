"""Changes as JSON Patch: applied to the document before, they give the one after, and hold only what is new."""

from __future__ import annotations

import json
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from tests.worlds import lesson, planned
from wordtrail.core.changes.block_changes import AddBlock, EditBlock, MoveBlock, RemoveBlock, SplitBlock
from wordtrail.core.changes.command import Command
from wordtrail.core.changes.commands import apply
from wordtrail.core.changes.mark_changes import AddMark, RemoveMark
from wordtrail.core.changes.take_changes import SetPace
from wordtrail.core.marks.forms.all import FORMS
from wordtrail.core.marks.forms.arrow import Arrow
from wordtrail.core.marks.forms.boxed import Boxed
from wordtrail.core.text.model import Word
from wordtrail.formats.json_patch import Operation, difference, patched, read, write
from wordtrail.store.documents import to_json

LINES = ("Bees dance.", "She finds clover, and then some.", "Her dance is a map; nobody else has one.")
MADE = [Arrow("a1") if form is Arrow else form() for form in FORMS]
COMMANDS: st.SearchStrategy[Command] = st.one_of(
    st.builds(SetPace, st.floats(40, 200)),
    st.builds(AddMark, st.sampled_from(MADE), st.just("a2"), st.just("a3"), st.just("evidence")),
    st.builds(EditBlock, st.sampled_from(["ab1", "ab2"]), st.sampled_from(LINES)),
    st.builds(SplitBlock, st.just("ab1"), st.just(25)),
    st.builds(MoveBlock, st.just("ab3"), st.just("ab1")),
    st.builds(RemoveBlock, st.just("ab2")),
    st.builds(RemoveMark, st.just("mark2")),
    st.builds(AddBlock, st.sampled_from(["ab1", "ab2"]), st.just(None), st.sampled_from(LINES)),
)


class DifferenceTest(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.lists(COMMANDS, max_size=6))
    def test_any_changes_of_a_lesson_can_be_made_again(self, commands: list[Command]) -> None:
        before = after = planned()
        for command in commands:
            try:
                after = apply(after, command)
            except Exception:
                continue
        for one, other in ((before, after), (after, before)):
            operations = read(write(difference(one, other, (Word,))))
            self.assertEqual(patched(json.loads(to_json(one)), operations), json.loads(to_json(other)))

    def test_only_what_is_new_is_in_it(self) -> None:
        before = planned()
        self.assertEqual(difference(before, before), [])
        marked = apply(before, AddMark(Boxed(), "a2", "a3", "evidence"))
        paths = [(one.op, one.path) for one in difference(before, marked)]
        self.assertEqual(paths, [("add", "/marks/0"), ("replace", "/issued")])
        self.assertEqual([one.path for one in difference(before, apply(before, SetPace(77)))], ["/words_per_minute"])

    def test_equal_values_that_are_not_the_same_are_no_difference(self) -> None:
        self.assertEqual(difference(lesson(), lesson()), [])

    def test_values_of_a_whole_type_are_replaced_and_a_list_of_many_new_ones_too(self) -> None:
        words = tuple(Word(f"w{n}", "word", n, n + 1, 0) for n in range(8))
        one = difference(words, (*words[:7], replace(words[7], text="end")), (Word,))
        self.assertEqual([(each.op, each.path) for each in one], [("replace", "/7")])
        many = difference(words, tuple(replace(word, start=word.start + 9) for word in words), (Word,))
        self.assertEqual([(each.op, each.path, len(each.value)) for each in many], [("replace", "", 8)])

    def test_a_patch_of_another_document_is_refused(self) -> None:
        for fault in (Operation("add", "/marks/9", {}), Operation("remove", "/gone"), Operation("replace", "/a/b", 1)):
            with self.assertRaises((LookupError, TypeError)):
                patched({"marks": []}, [fault])

    def test_pointers_are_escaped_names(self) -> None:
        self.assertEqual(patched({"a/b": 1, "c~d": 2}, [Operation("remove", "/a~1b")]), {"c~d": 2})
