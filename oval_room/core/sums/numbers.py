"""Pixels and rows of bare numbers that a sum is given, read from JSON and from text."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.sums.given import items_of
from oval_room.core.units import Unit

MOST_PX: Final = 32_768


def read_pixels(raw: object, unit: Unit) -> tuple[int, int]:
    pair = list(items_of(raw, "pixels across and up"))
    good = len(pair) == 2 and all(isinstance(one, int) and not isinstance(one, bool) for one in pair)
    if not good or not all(16 <= one <= MOST_PX for one in pair):
        raise RefusedError(f"give pixels across and up, 16 to {MOST_PX:,}, as in 3840, 2160", field="pixels", value=raw)
    return int(pair[0]), int(pair[1])


def pixels_text(text: str) -> object:
    return [int(one) for one in re.findall(r"\d+", text)][:3]


def read_numbers(name: str, what: str) -> Callable[[object, Unit], tuple[float, ...]]:
    def read(raw: object, unit: Unit) -> tuple[float, ...]:
        found = []
        for one in items_of(raw, what):
            if isinstance(one, bool) or not isinstance(one, (int, float)) or not 0 <= one <= 1e6:
                raise RefusedError(f"give {what}, each 0 to 1,000,000", field=name, value=one)
            found.append(float(one))
        return tuple(found)

    return read


def numbers_text(text: str) -> object:
    return [float(one) for one in re.findall(r"\d+(?:\.\d+)?", text.replace(",", " "))]
