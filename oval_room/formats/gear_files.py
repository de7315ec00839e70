"""The gear shelf as files: CSV for any spreadsheet, JSON for programs; out and in again without loss.

CSV: one item a line; columns are kind, maker, model and then every figure of every kind by its name in the schema
(docs/job-file.schema.json, “gear edition”); lengths in mm, masses in kg; two values as `a x b`. Empty is not given.
JSON: a list of editions as they are kept. A file is looked at as a whole: every fault with its line and column, and all
of it is taken or nothing.
"""

from __future__ import annotations

import csv
import io
import json
import re
from collections.abc import Callable, Iterable
from typing import Any, Final, NamedTuple

from pydantic import ValidationError

from oval_room.core.complaints import said_of
from oval_room.core.errors import RefusedError
from oval_room.core.gear.kinds import KINDS
from oval_room.core.gear.ports import group_shown, port_groups
from oval_room.core.gear.sheet import faults_of
from oval_room.core.plan.gear import GEAR, GearItem, Panel
from oval_room.formats.plain_json import read_json
from oval_room.formats.readings_csv import FORMULA

MODELS: Final = tuple(dict.fromkeys(kind.model for kind in KINDS.values()))
FIRST: Final = ("kind", "maker", "model", "price", "mass_kg", "note")
COLUMNS: Final = (*FIRST, *dict.fromkeys(name for model in MODELS for name in model.model_fields if name not in FIRST))
MOST_BYTES: Final = 2 * 1024 * 1024
MOST_ROWS: Final = 1000
MOST_FAULTS: Final = 20


class Fault(NamedTuple):
    """What is wrong with a file: where, and in words."""

    line: int
    column: str
    text: str


class GearFile(NamedTuple):
    """A file read: its items, or its faults."""

    items: tuple[GearItem, ...]
    faults: tuple[Fault, ...]


class Said(NamedTuple):
    """How a column is written that holds words: as they are typed off a sheet, with + between."""

    write: Callable[[Any], str]
    read: Callable[[str], Any]


class Unread(str):
    """What is wrong with a cell of words, in its place."""


def _joined(by: str) -> Said:
    return Said(by.join, lambda cell: [one for part in cell.split(by.strip() or None) if (one := part.strip())])


SAID: Final[dict[str, Said]] = {
    "ports": Said(lambda ports: " + ".join(map(group_shown, ports)), port_groups),
    "sends": _joined(" + "),
    "does": Said(" + ".join, _joined(" + ").read),
    "sound": Said(" + ".join, lambda cell: [] if cell.strip() == "none" else _joined(" + ").read(cell)),
}


def write_csv(items: Iterable[GearItem]) -> str:
    """Items as CSV."""
    out = io.StringIO()
    writer = csv.DictWriter(out, COLUMNS, lineterminator="\r\n")
    writer.writeheader()
    for item in items:
        given = item.model_dump(mode="json", exclude_unset=False)
        row = {name: _cell(value) for name, value in given.items() if name not in SAID}
        said = {name: one.write(getattr(item, name) or ()) for name, one in SAID.items() if name in given}
        if isinstance(item, Panel) and item.sound == ():
            said["sound"] = "none"  # nobody having said is another thing
        writer.writerow(row | {name: _cell(text) for name, text in said.items()})
    return out.getvalue()


def _cell(value: object) -> str:
    if value is None:
        return ""
    if isinstance(value, list) and value and isinstance(value[0], list):
        return "; ".join(" to ".join(map(_cell, one)) for one in value)
    if isinstance(value, list):
        return " x ".join(map(_cell, value)) if value else "none"
    text = repr(value) if isinstance(value, float) else str(value)
    return f"'{text}" if isinstance(value, str) and text[:1] in (*FORMULA, "'") else text


def write_json(items: Iterable[GearItem]) -> str:
    """Items as JSON."""
    return json.dumps([item.model_dump(mode="json") for item in items], ensure_ascii=False, indent=1, allow_nan=False)


def read_gear_file(content: bytes) -> GearFile:
    """The items of a CSV or JSON file, or every fault of it.

    Raises:
        RefusedError: it is no such file at all.
    """
    if len(content) > MOST_BYTES:
        raise RefusedError(f"the file is over {MOST_BYTES // 2**20} MB; a shelf is far smaller", field="file")
    if content.lstrip(b"\xef\xbb\xbf \t\r\n")[:1] in (b"[", b"{"):
        value = read_json(content, "file")
        rows = value if isinstance(value, list) else [value]
        numbered = list(enumerate(rows, 1))
    else:
        numbered = list(_csv_rows(content))
    if not numbered:
        raise RefusedError("there is no item in it", field="file")
    if len(numbered) > MOST_ROWS:
        raise RefusedError(
            f"give at most {MOST_ROWS:,} items at once, in two files or more (got {len(numbered):,})", field="file"
        )
    items: list[GearItem] = []
    faults: list[Fault] = []
    seen: dict[tuple[str, str], int] = {}
    for line, row in numbered:
        unread = (
            {name: value for name, value in row.items() if isinstance(value, Unread)} if isinstance(row, dict) else {}
        )
        if unread:
            faults += [Fault(line, name, str(value)) for name, value in unread.items()]
            continue
        try:
            item = GEAR.validate_python(row)
        except ValidationError as error:
            faults += [Fault(line, _column(one["loc"]), said_of(one)) for one in error.errors(include_url=False)]
            continue
        known = seen.setdefault((item.kind, item.name.lower()), line)
        if known != line:
            faults.append(Fault(line, "model", f"{item.name} stands in line {known} already"))
        faults += [Fault(line, column or "kind", text) for column, text in faults_of(item).items()]
        items.append(item)
    return GearFile((), tuple(faults[:MOST_FAULTS])) if faults else GearFile(tuple(items), ())


def _column(place: tuple[object, ...]) -> str:
    """The column that a complaint is about; the kind's own word stands first where it is known."""
    return next((part for part in place if isinstance(part, str) and part in COLUMNS), "kind")


def _csv_rows(content: bytes) -> Iterable[tuple[int, object]]:
    try:
        text = content.decode("utf-8-sig").replace("\r\n", "\n").replace("\r", "\n")
    except UnicodeDecodeError as error:
        raise RefusedError("the file is not text in UTF-8; save it as CSV (UTF-8) or JSON", field="file") from error
    if "\0" in text:
        raise RefusedError("the file is no text; save it as CSV (UTF-8) or JSON", field="file")
    first = text.split("\n", 1)[0]
    reader = csv.reader(io.StringIO(text), delimiter=";" if first.count(";") > first.count(",") else ",")
    try:
        lines = list(reader)
    except csv.Error as error:
        raise RefusedError(
            "a line can't be parted into its columns; save the file as CSV again", field="file"
        ) from error
    heads = [name.strip().lower() for name in lines[0]] if lines else []
    unknown = [name for name in heads if name and name not in COLUMNS]
    missing = [name for name in ("kind", "maker", "model") if name not in heads]
    if missing or unknown:
        said = f"missing: {', '.join(missing)}" if missing else f"not known: {', '.join(unknown[:6])}"
        raise RefusedError(f"the first line must name the columns ({said})", field="file")
    for number, line in enumerate(lines[1:], 2):
        cells = {name: cell.strip() for name, cell in zip(heads, line, strict=False) if name and cell.strip()}
        if cells:
            yield number, {name: _value(name, cell) for name, cell in cells.items()}


_TYPES: Final = {name: str(info.annotation) for model in MODELS for name, info in model.model_fields.items()}
_SPANS: Final = frozenset(name for name, of in _TYPES.items() if "tuple[tuple" in of)
_PAIRS: Final = frozenset(name for name, of in _TYPES.items() if "tuple" in of)
_NUMBERS: Final = frozenset(name for name, of in _TYPES.items() if "float" in of or "int" in of) - _PAIRS


def _value(name: str, cell: str) -> object:
    """A cell as the edition keeps it."""
    plain = cell.removeprefix("'") if cell[1:2] in (*FORMULA, "'") else cell
    if name in SAID:
        try:
            return SAID[name].read(plain)
        except RefusedError as refused:
            return Unread(refused.text)
    if name in _SPANS and plain != "none":
        return [[_plain_number(end.strip()) for end in one.split("to")] for one in plain.split(";")]
    if name in _PAIRS:
        if plain == "none":
            return []
        return [_plain_number(part.strip()) for part in plain.replace("×", "x").split("x")]
    return _plain_number(plain) if name in _NUMBERS else plain


def _plain_number(text: str) -> object:
    """A number, whole ones whole; what is none stays as it is, to be refused by name, and so does `2,200`, which is two
    thousand to some and two to others."""
    if re.fullmatch(r"[1-9][0-9]{0,2},[0-9]{3}", text):
        return text
    try:
        value = float(text.replace(",", ".") if text.count(",") == 1 and "." not in text else text)
    except ValueError:
        return text
    return int(value) if value.is_integer() and "." not in text and "e" not in text.lower() else value
