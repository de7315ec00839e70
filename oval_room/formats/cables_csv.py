"""The cable schedule as CSV, out and in: one line a cable.

Columns: number, from, to, kind, length m, run mm, way, theirs, proven, jacket, carries. Reading in takes at least
number, and of kind, length m, run mm, theirs (yes or no) and proven those that are there; what is as the schedule says
it is passed over. from, to, jacket and carries are told, never taken.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from typing import Final, NamedTuple

from oval_room.core.commands import Command, several
from oval_room.core.complaints import refusing
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.signal.commands import PutCable
from oval_room.core.signal.document import Cable, Routing
from oval_room.core.signal.schedule import Line
from oval_room.formats.readings_csv import plain_cell

COLUMNS: Final = (
    "number", "from", "to", "kind", "length m", "run mm", "theirs", "proven", "jacket", "carries",
)  # fmt: skip
TAKEN: Final = ("kind", "length m", "run mm", "theirs", "proven")
MOST_BYTES: Final = 256 * 1024
YES: Final = {"yes": True, "y": True, "1": True, "true": True, "no": False, "n": False, "0": False, "false": False}


def write_cables(lines: Sequence[Line]) -> str:
    """The whole schedule."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(COLUMNS)
    for line in lines:
        length = "" if line.length is None else f"{line.length:g}"
        run = "" if line.run is None else f"{line.run:.0f}"
        flags = ("yes" if line.theirs else "no", "yes" if line.proven else "no")
        row = (line.number, line.start, line.end, line.kind, length, run, *flags, line.jacket, line.carries)
        writer.writerow([plain_cell(cell) for cell in row])
    return out.getvalue()


class Brought(NamedTuple):
    """What a file would do: a command, and of which cables."""

    command: Command | None
    numbers: tuple[str, ...]


def read_cables(content: bytes, plan: Plan, lines: Sequence[Line]) -> Brought:
    """What a file says otherwise than the schedule, as one command.

    Raises:
        RefusedError: it can't be used; the sentence names line and column.
    """
    if len(content) > MOST_BYTES:
        raise RefusedError(f"the file is over {MOST_BYTES // 1024} KB; a schedule is far smaller", field="file")
    try:
        text = content.decode("utf-8-sig").replace("\r\n", "\n").replace("\r", "\n")
    except UnicodeDecodeError as error:
        raise RefusedError("the file is not text in UTF-8; save it as CSV (UTF-8)", field="file") from error
    if "\0" in text:
        raise RefusedError("the file is no text; save it as CSV (UTF-8)", field="file")
    first = text.split("\n", 1)[0]
    try:
        rows = list(csv.reader(io.StringIO(text), delimiter=";" if first.count(";") > first.count(",") else ","))
    except csv.Error as error:
        raise RefusedError("a line can't be parted into its columns; save it as CSV again", field="file") from error
    heads = [cell.strip().lower() for cell in rows[0]] if rows else []
    if "number" not in heads or not set(heads) & set(TAKEN):
        raise RefusedError(f"the first line must name the columns: number and of {', '.join(TAKEN)}", field="file")
    unknown = [head for head in heads if head and head not in COLUMNS]
    if unknown:
        raise RefusedError(f"column “{unknown[0][:20]}” is none of {', '.join(COLUMNS)}", field="file")
    cables = plan.chosen.kept(Routing).cables
    told = {line.number.lower(): line for line in lines}
    by_number = {cable.name.lower(): key for key, cable in cables.items()}
    steps, numbers = list[PutCable](), list[str]()
    for at, row in enumerate(rows[1:], 2):
        cells = {head: cell.strip().lstrip("'") for head, cell in zip(heads, row, strict=False) if head}
        if not any(cells.values()):
            continue
        key = by_number.get(cells.get("number", "").lower())
        if key is None:
            raise RefusedError(f"line {at}: there is no cable {cells.get('number', '')[:12]}", field="file")
        if cells["number"].lower() in numbers:
            raise RefusedError(f"line {at}: cable {cells['number'][:12]} stands there twice", field="file")
        numbers.append(cells["number"].lower())
        step = _step(at, key, cables[key], cells, told.get(cells["number"].lower()))
        steps += [step] if step is not None else []
    if not steps:
        return Brought(None, ())
    return Brought(several(*steps, label="Cable schedule from a file"), tuple(cables[one.id].name for one in steps))


def _step(at: int, key: str, cable: Cable, cells: Mapping[str, str], told: Line | None) -> PutCable | None:
    """The change that a line of a file is; None where it says nothing new."""
    put: dict[str, object] = {}
    kind = cells.get("kind", "")
    if kind and (told is None or kind != told.kind):
        put["kind"] = kind
    for column, field, unit in (("length m", "length", 1000.0), ("run mm", "run", 1.0)):
        text = cells.get(column, "")
        said = "" if told is None else _shown(told, column)
        if text and text != said:
            put[field] = _number(at, column, text) * unit
    for field in ("theirs", "proven"):
        text = cells.get(field, "").lower()
        if text and text not in YES:
            raise RefusedError(f"line {at}, {field}: give yes or no (got {text[:12]})", field="file")
        if text and YES[text] is not getattr(cable, field):
            put[field] = YES[text]
    with refusing(f"line {at}"):
        return PutCable.model_validate({"id": key, **put}) if put else None


def _shown(line: Line, column: str) -> str:
    value = line.length if column == "length m" else line.run
    return "" if value is None else f"{value:g}" if column == "length m" else f"{value:.0f}"


def _number(at: int, column: str, text: str) -> float:
    try:
        value = float(text.replace(",", ".") if text.count(",") == 1 and "." not in text else text)
    except ValueError:
        value = -1.0
    most = 100.0 if column == "length m" else 100_000.0
    if not 0 < value <= most:
        raise RefusedError(f"line {at}, {column}: give a number over 0, to {most:g} (got {text[:12]})", field="file")
    return value
