"""Sums of rules 1.1 and 1.2: reading and writing lengths."""

from __future__ import annotations

from typing import Any, Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Flag, Length, Number, Text, Word
from oval_room.core.units import STEPS_PER_INCH, Side, Style, Unit, parse_length, round_safe, show_length

_STYLES: Final = get_args(Style)


def _parse(text: str, job_unit: Unit, negative_ok: bool) -> Result:
    try:
        return {"accepted": True, "value_mm": parse_length(text, job_unit, negative_ok=negative_ok), "say": None}
    except RefusedError as refused:
        return {"accepted": False, "value_mm": None, "say": refused.text}


def _steps(steps_per_inch: int) -> int:
    if steps_per_inch not in STEPS_PER_INCH:
        raise RefusedError(f"give one of {', '.join(map(str, STEPS_PER_INCH))}", field="steps_per_inch")
    return steps_per_inch


def _show(value: float, style: Style, steps_per_inch: int) -> Result:
    return {"text": show_length(value, style, _steps(steps_per_inch))}


def _safe(value: float, side: Side, step: float, style: Style, steps_per_inch: int) -> Result:
    rounded = round_safe(value, side, step)
    return {"value_mm": rounded, "text": show_length(rounded, style, _steps(steps_per_inch), side=side)}


_STEPS_GIVEN: Final[dict[str, Any]] = {"default": "16", "value": 16, "whole": True, "lo": 1, "hi": 64, "example": "16"}

SUMS: Final = (
    Sum(
        "length.parse",
        "1.1",
        "Read a length",
        "Whether a length as written can be read, and what it is.",
        "feet × 304.8 + inches × 25.4",
        (
            Text("text", "the length as a person writes it", "13' 4 7/8\""),
            Word("job_unit", "unit of a bare number", "mm", "mm", "mm", words=get_args(Unit)),
            Flag("negative_ok", "whether a length under 0 makes sense", "no", "false", False),
        ),
        (Shown("value_mm", "length"), Shown("accepted", "can be read"), Shown("say", "what to type instead")),
        _parse,
    ),
    Sum(
        "length.show",
        "1.2",
        "Write a length",
        "A length to the nearest step of a style.",
        "nearest step, ties away from nought",
        (
            Length("value", "the length", "94.98 in", sign="any"),
            Word("style", "how to write it", "feet", words=_STYLES),
            Number("steps_per_inch", "steps in an inch", **_STEPS_GIVEN),
        ),
        (Shown("text", "written"),),
        _show,
    ),
    Sum(
        "length.safe",
        "1.2",
        "Round a limit the safe way",
        "A least value goes up to the ruler's step, a greatest down.",
        "least: up; greatest: down; on a step within a millionth: stays",
        (
            Length("value", "the limit", "13.4 ft", sign="any"),
            Word("side", "which kind of limit", "least", words=("least", "greatest")),
            Length("step", "the ruler's step", '1/16"'),
            Word("style", "how to write it", "feet", "feet", "feet", words=_STYLES),
            Number("steps_per_inch", "steps in an inch", **_STEPS_GIVEN),
        ),
        (Shown("text", "on the tape"), Shown("value_mm", "length")),
        _safe,
    ),
)
