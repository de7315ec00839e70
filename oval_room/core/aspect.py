"""Aspects, width over height, as people say them (rules 2.1)."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.errors import RefusedError

WIDEST_ASPECT: Final = 20.0
NAMED: Final = {
    "scope": 2.4,
    "cinemascope": 2.4,
    "widescreen": 16 / 9,
    "wide screen": 16 / 9,
    "ultrawide": 3440 / 1440,
    "21:9": 3440 / 1440,
    "super ultrawide": 32 / 9,
    "square": 1.0,
}
"""Aspects by what people call them; 21:9 is that of 3440×1440 (rules 2.1)."""


def parse_aspect(text: str) -> float:
    """Read an aspect as written: `16:9`, `2.4`, `2.40:1`, `3440x1440`.

    Raises:
        RefusedError: it is not one.
    """
    plain = text.strip().lower()
    if re.fullmatch(r"21\s*[:/x×]\s*9", plain):
        plain = "21:9"
    if plain in NAMED:
        return NAMED[plain]
    plain = plain.replace(" to ", ":").replace("×", "x").replace("/", ":").replace("x", ":")
    try:
        numbers = [float(part) for part in plain.split(":")]
        value = numbers[0] / numbers[1] if len(numbers) == 2 else numbers[0]
        if len(numbers) > 2 or not 1 / WIDEST_ASPECT <= value <= WIDEST_ASPECT:
            raise ValueError
    except (ValueError, ZeroDivisionError):
        raise RefusedError(
            f"give an aspect up to {WIDEST_ASPECT:g}, such as 16:9 or 2.4 (got {text.strip() or 'nothing'})", value=text
        ) from None
    return value


def show_aspect(aspect: float) -> str:
    """An aspect as the trade says it: 16:9, 2.40, 21:9."""
    for text, value in (("16:9", 16 / 9), ("16:10", 1.6), ("4:3", 4 / 3), ("32:9", 32 / 9)):
        if abs(aspect - value) < 0.002:
            return text
    if abs(aspect - NAMED["21:9"]) < 0.0005:  # 2.39 is another, of film
        return "21:9"
    return f"{aspect:.2f}"
