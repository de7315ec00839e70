"""Sums of rules 1.3, 1.4, 4.8, 7.2 and 7.14: readings, closures, stud rhythm, heat, datum."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from typing import Final, cast, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.plan.fittings import How
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.readings import combine_readings
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Custom, Flag, Length, Number, items_of, read_lengths
from oval_room.core.survey.closure import WALLS, Part, close_chain, close_rectangle
from oval_room.core.survey.datum import from_datum
from oval_room.core.survey.heat import TOO_HOT, heat_level
from oval_room.core.survey.studs import Find, fit_rhythm
from oval_room.core.units import Unit

_INSTRUMENTS: Final = tuple(HALF_WIDTH)


def _words(known: Sequence[str], what: str) -> Callable[[object, Unit], tuple[str, ...]]:
    def read(raw: object, unit: Unit) -> tuple[str, ...]:
        words = tuple(str(item) for item in items_of(raw, what))
        for word in words:
            if word not in known:
                raise RefusedError(f"give {', '.join(known)} (got {word[:30]})", value=word)
        return words

    return read


def _split_words(text: str) -> list[str]:
    return [part for part in re.split(r"[\s,;]+", text.strip().lower()) if part]


def _combine(readings: tuple[float, ...], instruments: tuple[str, ...]) -> Result:
    found = combine_readings(readings, instruments)
    return {"used_mm": found.used, "spread_mm": found.spread, "level": found.level.value}


def _wall_instruments(raw: object, unit: Unit) -> dict[str, str]:
    names = (*WALLS, "diagonal")
    if not isinstance(raw, Mapping) or not all(key in names and value in _INSTRUMENTS for key, value in raw.items()):
        raise RefusedError('give {"front": "laser", "back": "tape" …} with ' + ", ".join(_INSTRUMENTS))
    return dict(raw)


def _wall_instruments_text(text: str) -> dict[str, str]:
    words = _split_words(text)
    return {name: words[min(i, len(words) - 1)] for i, name in enumerate((*WALLS, "diagonal"))} if words else {}


def _rectangle(
    front: float, back: float, left: float, right: float, diagonal: float | None, instruments: dict[str, str]
) -> Result:
    missing = [name for name in (*WALLS, *(["diagonal"] if diagonal is not None else [])) if name not in instruments]
    if missing:
        raise RefusedError(f"say what {missing[0]} was read with", field="instruments")
    found = close_rectangle({"front": front, "back": back, "left": left, "right": right}, instruments, diagonal)
    return {
        "front_less_back_mm": found.front_less_back,
        "front_back_closes": found.front_back_closes,
        "left_less_right_mm": found.left_less_right,
        "left_right_closes": found.left_right_closes,
        "diagonal_should_be_mm": found.diagonal_should_be,
        "diagonal_misclosure_mm": found.diagonal_misclosure,
        "diagonal_allowed_mm": found.diagonal_allowed,
        "diagonal_closes": None if diagonal is None else found.diagonal_closes,
        "culprits": [[name, 0] for name in found.culprits],
    }


_READINGS: Final = (Length("readings", "", many=True),)


def _part(raw: object, unit: Unit, where: str, name: str | None = None) -> Part:
    if not isinstance(raw, Mapping) or not isinstance(raw.get("name", name), str):
        raise RefusedError('give {"name": …, "readings_mm": […], "instruments": […]}', field=where)
    extra = set(raw) - {"name", "instruments"} - {key for length in _READINGS for key in length.keys}
    if extra:
        raise RefusedError("a part takes name, readings_mm and instruments only", field=f"{where}.{min(extra)}")
    values = cast("tuple[float, ...]", read_lengths(raw, _READINGS, unit, where)["readings"])
    try:
        instruments = _words(_INSTRUMENTS, "instruments")(raw.get("instruments"), unit)
    except RefusedError as refused:
        raise refused.at(f"{where}.instruments") from None
    if not values or len(values) != len(instruments):
        raise RefusedError("give one instrument for each reading", field=f"{where}.instruments")
    return Part(raw.get("name", name), values, instruments)


def _parts(raw: object, unit: Unit) -> tuple[Part, ...]:
    return tuple(_part(item, unit, f"parts[{i}]") for i, item in enumerate(items_of(raw, "parts")))


def _parts_text(text: str) -> list[dict[str, object]]:
    """`corner to window 1212; window 1498, 1408 laser; …` as a person may type parts; tape when nothing is said."""
    return [
        _part_text(part, f"part {i}") for i, part in enumerate(filter(None, (p.strip() for p in text.split(";"))), 1)
    ]


def _part_text(text: str, name: str = "whole") -> dict[str, object]:
    found = re.fullmatch(
        r"(?P<name>[^0-9]*?)\s*(?P<values>[0-9].*?)\s*(?P<by>" + "|".join(_INSTRUMENTS) + r")?", text.strip()
    )
    if not found:
        raise RefusedError("give parts as name length, length tape; name length laser", value=text)
    values = [value.strip() for value in found["values"].split(",") if value.strip()]
    return {
        "name": found["name"].strip() or name,
        "readings_text": values,
        "instruments": [found["by"] or "tape"] * len(values),
    }


def _chain(parts: tuple[Part, ...], whole: Part) -> Result:
    found = close_chain(parts, whole)
    return {
        "parts_less_whole_mm": found.misclosure,
        "closes": found.closes,
        "culprits": [[name, i] for name, i in found.culprits],
    }


def _flags(raw: object, unit: Unit) -> tuple[bool, ...]:
    flags = tuple(items_of(raw, "true or false"))
    if not all(isinstance(flag, bool) for flag in flags):
        raise RefusedError("give true for a hit, false for a miss, one for each find")
    return flags


def _flags_text(text: str) -> list[object]:
    known = {"hit": True, "true": True, "yes": True, "miss": False, "false": False, "no": False}
    return [known.get(word, word) for word in _split_words(text)]


def _rhythm(finds: tuple[float, ...], how: tuple[str, ...], hit: tuple[bool, ...], wall: tuple[float, float]) -> Result:
    for field, given in (("how", how), ("hit", hit)):
        if len(given) != len(finds):
            raise RefusedError(f"give one for each find (got {len(given)} for {len(finds)})", field=field)
    best = fit_rhythm([Find(*item) for item in zip(finds, how, hit, strict=True)], wall).best
    return {
        "pitch_mm": best.pitch,
        "phase_mm": best.phase,
        "score": best.score,
        "finds_that_do_not_fit_mm": list(best.strangers),
        "pilot_misses_on_a_stud_mm": list(best.misses_on_a_line),
        "studs_on_wall_mm": list(best.lines),
    }


SUMS: Final = (
    Sum(
        "reading.combine",
        "1.3",
        "One value from several readings",
        "Repeats of one dimension: the value to use, and whether they agree.",
        "mean of the best instrument's readings",
        (
            Length("readings", "the readings", "14' 1 5/8\"; 14' 1 3/4\"; 14' 1 11/16\"", many=True),
            Custom(
                "instruments",
                "what each was read with",
                "laser, tape, laser",
                shape="words: " + ", ".join(_INSTRUMENTS),
                reader=_words(_INSTRUMENTS, "instruments"),
                from_text=_split_words,
            ),
        ),
        (Shown("used_mm", "value to use"), Shown("level", "do they agree"), Shown("spread_mm", "greatest less least")),
        _combine,
    ),
    Sum(
        "closure.rectangle",
        "1.4",
        "Does the room close",
        "Opposite walls and the diagonal of a rectangular room against each other.",
        "diagonal should be √(a² + b²)",
        (
            Length("front", "front wall", "13' 9 5/8\""),
            Length("back", "back wall", "13' 9 1/2\""),
            Length("left", "left wall", "16' 10 13/16\""),
            Length("right", "right wall", "16' 10 7/8\""),
            Length("diagonal", "corner to corner", "21' 9 13/16\"", "none"),
            Custom(
                "instruments",
                "what they were read with",
                "laser",
                shape="an instrument for each by name",
                reader=_wall_instruments,
                from_text=_wall_instruments_text,
            ),
        ),
        (
            Shown("diagonal_misclosure_mm", "diagonal, measured less worked out"),
            Shown("diagonal_closes", "diagonal closes"),
            Shown("diagonal_should_be_mm", "diagonal should be"),
            Shown("diagonal_allowed_mm", "may be off by"),
            Shown("front_less_back_mm", "front less back"),
            Shown("front_back_closes", "front and back agree"),
            Shown("left_less_right_mm", "left less right"),
            Shown("left_right_closes", "left and right agree"),
            Shown("culprits", "would close it when left out"),
        ),
        _rectangle,
    ),
    Sum(
        "closure.chain",
        "1.4",
        "Do the parts make the whole",
        "Lengths chained along a wall against the wall, and which reading spoils it.",
        "parts less whole, at most the sum of the half-widths",
        (
            Custom(
                "parts",
                "the parts, each with its readings",
                "corner to window 1212 mm; window 1498 mm, 1408 mm; window to corner 987 mm",
                shape="list of {name, readings (length), instruments}",
                reader=_parts,
                from_text=_parts_text,
            ),
            Custom(
                "whole",
                "the whole wall",
                "wall 3698 mm",
                shape="{readings (length), instruments}",
                reader=lambda raw, unit: _part(raw, unit, "whole", "whole"),
                from_text=_part_text,
            ),
        ),
        (
            Shown("parts_less_whole_mm", "parts less whole"),
            Shown("closes", "closes"),
            Shown("culprits", "would close it when left out"),
        ),
        _chain,
    ),
    Sum(
        "heat.level",
        "4.8",
        "A panel over a fire",
        "What heat at the panel's bottom edge, after an hour of fire, means for it.",
        "above 40 °C mind, above 50 °C or the maker's limit stop",
        (
            Number(
                "bottom_edge_c",
                "at the bottom edge after an hour [°C]; none when not measured",
                "43.5",
                lo=-40,
                hi=400,
                nullable=True,
            ),
            Flag("fire_works", "does the fire work", "yes"),
            Number("maker_limit_c", "the maker's limit [°C]", "", "50", TOO_HOT, lo=0, hi=200),
        ),
        (Shown("level", "verdict"),),
        lambda bottom_edge_c, fire_works, maker_limit_c: {
            "level": heat_level(bottom_edge_c, fire_works, maker_limit_c).value
        },
    ),
    Sum(
        "studs.rhythm",
        "7.2",
        "Where the studs are",
        "The rhythm that most finds agree with; what does not fit; where the next ones should be.",
        "phase = weighted mean of the finds that agree",
        (
            Length(
                "finds",
                "where something was found",
                '9 1/2"; 33 1/4"; 56 9/16"; 67"; 80 3/8"; 104 3/16"',
                sign="any",
                many=True,
            ),
            Custom(
                "how",
                "how each was found",
                "scanner, magnet, pilot, knock, scanner, magnet",
                shape="words: scanner, magnet, knock, pilot",
                reader=_words(get_args(How), "words"),
                from_text=_split_words,
            ),
            Custom(
                "hit",
                "hit or miss",
                "hit, hit, hit, hit, hit, hit",
                shape="list of true / false",
                reader=_flags,
                from_text=_flags_text,
            ),
            Length("wall", "both ends of the wall", "0 mm; 3200 mm", sign="any", count=2),
        ),
        (
            Shown("studs_on_wall_mm", "studs"),
            Shown("pitch_mm", "pitch"),
            Shown("phase_mm", "first line at"),
            Shown("finds_that_do_not_fit_mm", "finds that don't fit"),
            Shown("pilot_misses_on_a_stud_mm", "pilot misses on a stud"),
            Shown("score", "score"),
        ),
        _rhythm,
    ),
    Sum(
        "holes.datum",
        "7.14",
        "Holes from the laser line",
        "Heights above the floor as distances from the laser line at 1000 mm.",
        "height − 1000 mm",
        (Length("heights", "heights above the floor", '50 1/4"; 37 1/4"; 1000 mm', sign="any", many=True),),
        (Shown("from_datum_mm", "from the line, up positive"),),
        lambda heights: {"from_datum_mm": list(from_datum(heights))},
    ),
)
