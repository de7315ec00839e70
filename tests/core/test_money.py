"""Money adds up to the last minor unit, and every page that tells a sum tells the same bill."""

import unittest
from typing import Final

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.job.commands import PutWriting
from oval_room.core.money import Money, bill, money_of
from oval_room.core.signal.schedule import to_buy
from oval_room.core.signal.study import RoutingResult
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat
from oval_room.demo.wired import chapel_wired

SHOWN: Final = (
    (9500.0, "", "9 500"),
    (0.31, "", "0.31"),
    (1234567.5, "EUR", "1 234 567.50 EUR"),
    (0.125, "", "0.13"),
    (0.1 + 0.2, "", "0.30"),
    (2.675, "", "2.68"),
)
"""A price, a currency, and how it is read: a half cent goes up, also where a float can't hold it."""


class Amounts(unittest.TestCase):
    def test_as_it_is_read(self) -> None:
        for price, currency, told in SHOWN:
            with self.subTest(told):
                money = money_of(price, currency)
                assert money is not None
                self.assertEqual(money.show(), told)
        self.assertIsNone(money_of(None))
        self.assertEqual(Money(-1250).show(), "−12.50")

    def test_two_currencies_are_not_added(self) -> None:
        with self.assertRaisesRegex(ValueError, "EUR is not added to no currency"):
            Money(1, "EUR").plus(Money(1))

    @given(st.lists(st.tuples(st.sampled_from("abcd"), st.none() | st.integers(1, 10**7)), max_size=12))
    def test_a_bill_is_the_sum_of_what_is_on_it(self, things: list[tuple[str, int | None]]) -> None:
        """Each name has one price here, as an edition has."""
        prices = dict(reversed(things))
        items = [(name, None if (cents := prices[name]) is None else cents / 100) for name, _ in things]
        made = bill(items)
        self.assertEqual(sum(row.count for row in made.rows), len(items))
        self.assertEqual(made.total.minor, sum(prices[name] or 0 for name, _ in things))
        self.assertEqual(made.whole, all(prices[name] is not None for name, _ in things))
        self.assertEqual(made.show().endswith("and more"), not made.whole)


class OneBill(unittest.TestCase):
    def test_boxes_to_buy_are_counted_once_in_the_jobs_currency(self) -> None:
        plan = apply(chapel_wired(chapel_flat()), PutWriting(currency="EUR"), SHELF)
        report = evaluate(plan, SHELF)
        made = to_buy(plan, report.of(RoutingResult))
        boxes = [box for box in report.of(RoutingResult).boxes.values() if box.device and not box.device.theirs]
        self.assertEqual(sum(row.count for row in made.rows), len([box for box in boxes if box.item]))
        self.assertEqual(made.total.amount, sum(box.item.price or 0 for box in boxes if box.item))
        self.assertIn("EUR", made.show())


if __name__ == "__main__":
    unittest.main()
