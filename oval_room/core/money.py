"""Money: minor units of a currency, whole numbers that add up; never a float that is added to.

A price on a sheet is a number of the job's own currency, whatever that is; it becomes money where it is first read.
"""

from __future__ import annotations

from collections.abc import Iterable
from decimal import ROUND_HALF_UP, Decimal
from typing import Final

from oval_room.core.record import record

MINOR: Final = 100
"""Minor units in one."""


@record
class Money:
    """An amount. minor: how many minor units. currency: its letters; none until the job says."""

    minor: int = 0
    currency: str = ""

    @property
    def amount(self) -> float:
        """For shares and limits, which are no money."""
        return self.minor / MINOR

    def plus(self, other: Money) -> Money:
        """The sum of two amounts.

        Raises:
            ValueError: they are of two currencies.
        """
        if self.currency != other.currency:
            raise ValueError(f"{self.currency or 'no currency'} is not added to {other.currency or 'no currency'}")
        return Money(self.minor + other.minor, self.currency)

    def times(self, count: int) -> Money:
        return Money(self.minor * count, self.currency)

    def show(self) -> str:
        """As it is read: `9 500`, `0.31`, `12.50 EUR`; cents only where there are some."""
        whole, rest = divmod(abs(self.minor), MINOR)
        told = f"{whole:,}".replace(",", " ") + (f".{rest:02d}" if rest else "")
        return ("−" if self.minor < 0 else "") + told + (f" {self.currency}" if self.currency else "")


def money_of(price: float | None, currency: str = "") -> Money | None:
    """A price off a sheet as money, to the nearest minor unit, a half upwards; None where there is none."""
    if price is None:
        return None
    minor = (Decimal(str(price)) * MINOR).quantize(Decimal(1), ROUND_HALF_UP)
    return Money(int(minor), currency)


@record
class Row:
    """What is bought of one thing: its name, how many, what one costs; None where nobody has said."""

    name: str
    count: int
    each: Money | None

    @property
    def sum(self) -> Money | None:
        return None if self.each is None else self.each.times(self.count)


@record
class Bill:
    """What is bought, by name, in one currency."""

    rows: tuple[Row, ...]
    currency: str = ""

    @property
    def total(self) -> Money:
        """Of all that has a price."""
        out = Money(0, self.currency)
        for row in self.rows:
            out = out.plus(row.sum) if row.sum is not None else out
        return out

    @property
    def whole(self) -> bool:
        """Whether every row has a price."""
        return all(row.each is not None for row in self.rows)

    def show(self) -> str:
        """The total, and whether something is still to be priced: `9 500 and more`."""
        return self.total.show() + ("" if self.whole else " and more")


def bill(items: Iterable[tuple[str, float | None]], currency: str = "") -> Bill:
    """A bill of items by name and price; things of one name are one row, in the order they come in. A price of nothing
    is a thing that nobody has priced."""
    rows: dict[str, Row] = {}
    for name, price in items:
        was = rows.get(name)
        each = was.each if was is not None else money_of(price or None, currency)
        rows[name] = Row(name, 1 if was is None else was.count + 1, each)
    return Bill(tuple(rows.values()), currency)
