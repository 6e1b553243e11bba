"""What is remembered: by identity or value, bounded, made once."""

from __future__ import annotations

import threading
import unittest
from dataclasses import dataclass

from wordtrail.core.remembered import Kept, remembered


@dataclass(frozen=True)
class Value:
    number: int


class RememberedTest(unittest.TestCase):
    def test_the_same_value_is_not_worked_out_again(self) -> None:
        asked: list[int] = []

        @remembered(2)
        def double(value: Value) -> int:
            asked.append(value.number)
            return 2 * value.number

        one, two, three = Value(1), Value(2), Value(3)
        self.assertEqual([double(one), double(one), double(Value(1))], [2, 2, 2])
        self.assertEqual(asked, [1, 1], "an equal one is another one")
        for value in (two, three, one):
            double(value)
        self.assertEqual(asked, [1, 1, 2, 3, 1], "those that were used longest ago are forgotten")

    def test_by_value_an_equal_one_is_found(self) -> None:
        asked: list[int] = []

        @remembered(9, by_value=True)
        def double(value: Value, *, more: int = 0) -> int:
            asked.append(value.number)
            return 2 * value.number + more

        self.assertEqual([double(Value(1)), double(Value(1)), double(Value(1), more=3)], [2, 2, 5])
        self.assertEqual(asked, [1, 1])

    def test_the_weight_of_what_was_given_bounds_both_ways_of_finding_it(self) -> None:
        asked: list[int] = []

        @remembered(10, by_value=True, weight=lambda value: value.number)
        def double(value: Value) -> int:
            asked.append(value.number)
            return 2 * value.number

        for number in (6, 3, 6, 8, 6):
            self.assertEqual(double(Value(number)), 2 * number)
        self.assertEqual(asked, [6, 3, 8, 6], "8 leaves no room for 6 and 3")

    def test_weights_bound_what_is_kept_and_the_newest_stays(self) -> None:
        kept: Kept[str, int] = Kept(10, float)
        for key, value in (("a", 4), ("b", 5), ("c", 3)):
            kept.put(key, value)
        self.assertEqual((kept.get("a"), kept.get("b"), kept.get("c")), (None, 5, 3))
        kept.put("d", 99)
        self.assertEqual((len(kept), kept.get("d")), (1, 99))

    def test_one_makes_it_while_the_others_wait_and_a_fault_is_nobodys_but_its_own(self) -> None:
        kept: Kept[str, int] = Kept(10)
        made: list[int] = []
        begun = threading.Barrier(4)

        def make() -> int:
            made.append(1)
            return 7

        def ask() -> None:
            begun.wait()
            self.assertEqual(kept.get_or_make("a", make), 7)

        threads = [threading.Thread(target=ask) for _ in range(4)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(made, [1])
        with self.assertRaises(ZeroDivisionError):
            kept.get_or_make("b", lambda: 1 // 0)
        self.assertEqual(kept.get_or_make("b", lambda: 2), 2)
