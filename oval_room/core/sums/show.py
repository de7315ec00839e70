"""A sum's results as a person reads them: by the unit in the key's ending."""

from __future__ import annotations

import math
from typing import Final, NamedTuple

from oval_room.core.sums.declare import Result, Sum
from oval_room.core.units import Ruler, Side

_UNITS: Final = {
    "_deg": ("°", 1),
    "_rad": (" rad", 3),
    "_pct": (" %", 0),
    "_lux": (" lux", 1),
    "_cd_m2": (" cd/m²", 0),
    "_fl": (" fL", 1),
    "_lm": (" lm", 0),
    "_m2": (" m²", 2),
    "_heights": (" heights", 2),
    "_widths": (" widths", 2),
    "_gbps": (" Gbit/s", 2),
}
_LEAST: Final = ("nearest", "least", "lo_mm", "hard_neck_lo", "soft_neck_lo", "riser", "short_by", "bottom_without")
_GREATEST: Final = ("farthest", "greatest", "hi_mm", "hard_neck_hi", "soft_neck_hi")
_RULERS: Final = {"feet": Ruler("in", "feet"), "inches": Ruler("in", "inches"), "mm": Ruler(), "m": Ruler("m", "m")}


class ShownResult(NamedTuple):
    key: str
    label: str
    text: str
    is_level: bool


def show_result(found: Sum, result: Result, style: str) -> list[ShownResult]:
    """Results that there are, in the sum's order; limits rounded the safe way."""
    ruler = _RULERS[style]
    out = []
    for shown in found.shows:
        if shown.key.removesuffix("_mm") + "_safe_mm" in result:
            continue  # the safe one is what a tape can show
        value = result.get(shown.key)
        text = _show(shown.key, value, ruler)
        if value is None and shown.key == "contrast":
            text = "beyond measure"
        if text:
            out.append(
                ShownResult(shown.key, shown.label, text, shown.key.endswith("level") and isinstance(value, str))
            )
    return out


def _side(key: str) -> Side:
    if key.startswith(_LEAST):
        return "least"
    return "greatest" if key.startswith(_GREATEST) else "nearest"


def _show(key: str, value: object, ruler: Ruler) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, (list, tuple)):
        joiner = " to " if key.endswith("range_mm") else ", "
        return joiner.join(part for part in (_show(key, item, ruler) for item in value) if part)
    if isinstance(value, str):
        return value
    if isinstance(value, dict):
        return "; ".join(f"{name} into {_show(key, item, ruler)}" for name, item in value.items())
    if not isinstance(value, (int, float)):
        return str(value)
    if key.endswith("_mm") and key != "pixel_pitch_mm":
        return ruler.show(value, _side(key))
    if key == "pixel_pitch_mm":
        return f"{value:.2f} mm"
    for ending, (words, places) in _UNITS.items():
        if key.endswith(ending):
            return _number(value, places) + words
    return f"{value:.0f}:1" if key == "contrast" else _number(value, 0 if abs(value) >= 100 else 2)


def _number(value: float, places: int) -> str:
    if abs(value) < 10 and places < 1 and value != math.floor(value):
        places = 1
    text = f"{value:.{places}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text
