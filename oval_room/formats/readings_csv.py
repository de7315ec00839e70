"""The reading log as CSV: one line a reading, to be filled in on any spreadsheet and brought back.

Columns: reading (id), of (short key: w3, c1c3, ceiling, s1.y …), what (in words), value, unit (mm, cm, m, in, ft or
lux), instrument, by, at, counts (yes or no: whether the value rests on it). Reading in takes at least of, value and
unit, in any order of columns; all lengths of a file are in one unit. Lines that name a reading the log already has
are passed over.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping
from typing import Final, NamedTuple

from oval_room.core.applying import measure_at
from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.measure import Typed
from oval_room.core.survey.reading_keys import is_light, key_of, span_of, taking
from oval_room.core.units import MM_IN, Ruler, parse_length
from oval_room.core.words import dim_name

COLUMNS: Final = ("reading", "of", "what", "value", "unit", "instrument", "by", "at", "counts")
FORMULA: Final = ("=", "+", "-", "@", "\t", "\r", "\n")
"""What a spreadsheet takes for the start of a formula."""
MOST_LINES: Final = 1000
"""New readings of one file."""
MOST_BYTES: Final = 16 * 2**20
"""A job's own log comes back, however long it has grown."""


def write_readings(plan: Plan) -> str:
    """The whole log, struck readings too."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    told: dict[str, tuple[frozenset[str], str, str, str]] = {}
    for key, reading in plan.readings.items():
        if reading.of not in told:
            measure, of = measure_at(plan, reading.of), key_of(reading.of)
            live = frozenset(measure.readings if measure is not None else ())
            told[reading.of] = (
                live,
                plain_cell(of),
                plain_cell(dim_name(plan, reading.of)),
                "lux" if is_light(of) else "mm",
            )
        live, of, name, unit = told[reading.of]
        counts = "yes" if key in live else "no"
        row = (key, of, name, _written(reading.value), unit, reading.instrument)
        writer.writerow([*row, plain_cell(reading.by), reading.at, counts])
    return out.getvalue()


def plain_cell(text: str) -> str:
    """Text that no spreadsheet takes for a formula."""
    return f"'{text}" if text[:1] in FORMULA else text


class Brought(NamedTuple):
    """What a file would do: a command, how many readings are new, how many were there already."""

    command: Command | None
    new: int
    known: int


def read_readings(content: bytes, plan: Plan) -> Brought:
    """The readings of a CSV file as one command.

    Raises:
        RefusedError: the file can't be used; the sentence names the line.
    """
    if len(content) > MOST_BYTES:
        raise RefusedError(f"the file is over {MOST_BYTES // 2**20} MB; a reading log is smaller", field="file")
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise RefusedError("the file is not text in UTF-8; save it as CSV (UTF-8)", field="file") from error
    text = text.replace("\r\n", "\n").replace("\r", "\n")
    if "\0" in text:
        raise RefusedError("the file is no text; save it as CSV (UTF-8)", field="file")
    first = text.split("\n", 1)[0]
    try:
        rows = csv.reader(io.StringIO(text), delimiter=";" if first.count(";") > first.count(",") else ",")
        heads = [cell.strip().lower() for cell in next(rows, [])]
        lines = [(number, dict(zip(heads, row, strict=False))) for number, row in enumerate(rows, 2)]
    except csv.Error as error:
        raise RefusedError(
            "a line of the file can't be parted into its columns; save it as CSV again", field="file"
        ) from error
    missing = [name for name in ("of", "unit", "value") if name not in heads]
    if missing:
        raise RefusedError(f"the first line must name the columns; missing: {', '.join(missing)}", field="file")
    lines = [(number, line) for number, line in lines if any(map(str.strip, line.values()))]
    new = [(number, line) for number, line in lines if not _known(plan, line)]
    if len(new) > MOST_LINES:
        raise RefusedError(f"give at most {MOST_LINES} new readings at once (got {len(new)})", field="file")
    return _brought(new, plan, len(lines) - len(new))


def _brought(lines: list[tuple[int, dict[str, str]]], plan: Plan, known: int) -> Brought:
    steps, unit_at = [], ("", 0)
    seen: set[str] = set()
    for number, raw in lines:
        line = {name: value.strip() for name, value in raw.items()}
        try:
            key, unit = line.get("of", "").lstrip("'"), line.get("unit", "").lower()
            unit_at = _one_unit(unit, unit_at, number, is_light(key))
            again = key in seen
            steps.append(taking(plan, key, _typed(line, unit, key, again, plan.writing.ruler)))
            seen.add(key)
        except RefusedError as refused:
            raise RefusedError(f"line {number}: {refused.text}", field="file", value=refused.value) from refused
    return Brought(_together(steps), len(steps), known)


def _known(plan: Plan, line: Mapping[str, str]) -> bool:
    """Whether a line is a reading of this log, as it was written out."""
    reading = plan.readings.get(line.get("reading", "").strip())
    if reading is None:
        return False
    same = line.get("value", "").strip() == _written(reading.value)
    return same and key_of(reading.of) == line.get("of", "").strip().lstrip("'")


def _written(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".")


def _one_unit(unit: str, before: tuple[str, int], number: int, light: bool) -> tuple[str, int]:
    if light:
        if unit not in ("lux", "lx"):
            raise RefusedError(f"light is read in lux (got {unit or 'nothing'})")
        return before
    if unit not in MM_IN:
        raise RefusedError(f"give the unit as {', '.join(MM_IN)} (got {unit[:12] or 'nothing'})")
    if before[0] and before[0] != unit:
        raise RefusedError(
            f"this is in {unit}, line {before[1]} in {before[0]}: give all lengths of a file in one unit"
        )
    return unit, number


def _typed(line: Mapping[str, str], unit: str, key: str, again: bool, ruler: Ruler) -> Typed:
    light = is_light(key)
    text, by = line.get("value", ""), line.get("instrument", "").lower() or "tape"
    if light and by in ("meter", "light meter"):
        by = "eye"  # what a light meter counts as in the log
    if by not in HALF_WIDTH:
        raise RefusedError(f"give the instrument as {', '.join(HALF_WIDTH)} (got {by[:20]})")
    if light:
        try:
            value = float(text.replace(",", "."))
        except ValueError:
            raise RefusedError(f"give the light as a number (got {text[:20]})") from None
        if not 0 <= value <= 200_000:
            raise RefusedError(f"give light from 0 to 200,000 lux (got {text[:20]})")
    else:
        value = parse_length(text, unit, negative_ok=True)  # type: ignore[arg-type]
        span = span_of(key_of(key) if key.startswith("survey.") else key)
        if span is not None and not span.fit(value):
            raise RefusedError(f"{span.told(ruler)}; check the unit (got {text[:20]} {unit})", value=text)
    return Typed.model_validate({"value": value, "instrument": by, "again": again})


def _together(steps: list[Command]) -> Command | None:
    """Any number of steps as one."""
    if not steps:
        return None
    return several(*steps, label=f"{len(steps)} readings brought in")
