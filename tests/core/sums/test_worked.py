"""Every sum against the worked examples, and its names against the promise to users."""

from __future__ import annotations

import unittest
from typing import Any

from oval_room.core.sums.declare import Refusals
from oval_room.core.sums.given import Length
from oval_room.core.sums.registry import SUMS
from oval_room.core.sums.show import show_result
from oval_room.core.units import MM_IN
from tests.worked import EXAMPLES, disagreements
from tests.worked import SUMS as PROMISED


class Worked(unittest.TestCase):
    def test_every_example(self) -> None:
        for example in EXAMPLES:
            with self.subTest(example["sum"], name=example["name"]):
                self.assertEqual(disagreements(SUMS[example["sum"]].work(example["given"]), example), [])

    def test_every_promised_sum_has_an_example_here(self) -> None:
        self.assertEqual({example["sum"] for example in EXAMPLES}, set(PROMISED))

    def test_names_and_keys_are_those_promised(self) -> None:
        for name, promised in PROMISED.items():
            found = SUMS[name]
            given = {word.split(" ")[0] for word in promised["given"]}
            optional = {word.split(" ")[0] for word in promised["optional"]}
            with self.subTest(name):
                self.assertEqual({one.key for one in found.given if one.default is None}, given)
                self.assertEqual({one.key for one in found.given if one.default is not None}, optional)
                self.assertLessEqual(set(promised["expect"]), {shown.key for shown in found.shows})
                self.assertEqual(found.rule, promised["rule"])
                lengths = {
                    word.split(" ")[0] for word in (*promised["given"], *promised["optional"]) if "(length)" in word
                }
                self.assertEqual({one.key for one in found.given if isinstance(one, Length)}, lengths)

    def test_lengths_may_come_in_any_unit(self) -> None:
        """An independent check: the same example with every length turned into another unit or written as text."""
        for example in EXAMPLES:
            for unit in ("cm", "m", "in", "ft", "text"):
                turned = {
                    key: value
                    for pair in (_turned(example["sum"], k, v, unit) for k, v in example["given"].items())
                    for key, value in [pair]
                }
                with self.subTest(example["name"], unit=unit):
                    try:
                        result = SUMS[example["sum"]].work(turned)
                    except Refusals as refusals:  # a count of screw lengths has no other unit
                        self.fail(str(refusals))
                    self.assertEqual(disagreements(result, example), [])

    def test_typed_examples_of_the_pages_work(self) -> None:
        for name, found in SUMS.items():
            typed = {one.key: one.example for one in found.given if one.example}
            with self.subTest(name):
                for style in ("feet", "mm"):
                    raw = found.from_typed(typed)
                    shown = show_result(found, found.work(raw), style)
                    self.assertTrue(shown)
                    self.assertFalse([one for one in shown if "nan" in one.text.lower()])


def _turned(name: str, key: str, value: Any, unit: str) -> tuple[str, Any]:
    """A key and value in another unit, where the promise says that it is a length (bounds hold lengths of their own)."""
    stem, _, ending = key.rpartition("_")
    plain = key in {one.key for one in SUMS[name].given}
    if ending not in MM_IN or not stem or plain:
        return key, value

    def turn(one: Any) -> Any:
        if isinstance(one, list):
            return [turn(item) for item in one]
        mm = one * MM_IN[ending]
        return f"{mm:.9f} mm" if unit == "text" else mm / MM_IN[unit]

    return f"{stem}_{unit}", turn(value)
