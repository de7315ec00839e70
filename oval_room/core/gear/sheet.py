"""An item typed off its data sheet: from a line, a card or a row of a file, with one check for all three.

`projector Curlew 3: throw 1.2-1.56, shift 50% 20%, 2200 lm, 400 x 330 x 140, 3.8 kg`
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Final

from pydantic import ValidationError

from oval_room.core.complaints import said_of
from oval_room.core.errors import RefusedError
from oval_room.core.gear.common import GearKind
from oval_room.core.gear.field import LONGEST, GearField, SheetError
from oval_room.core.gear.kinds import kind_of
from oval_room.core.gear.line import take_apart
from oval_room.core.plan.gear import GearItem
from oval_room.core.plan.measure import Values
from oval_room.core.record import record

OWN_MAKER: Final = "Own"
"""The maker of an item that was typed by its model alone."""
FRAME: Final = ("frame_side", "frame_top", "frame_bottom")
"""What an overall size comes to."""


@record
class Sheet:
    """An item read, how each converted figure came about, and figures that were not given and matter first."""

    kind: GearKind
    item: GearItem
    workings: tuple[str, ...]
    missing: tuple[GearField, ...]
    odd: tuple[str, ...] = ()
    """What was no figure: it stands in the note."""


def read_line(text: str) -> Sheet:
    """An item from a line.

    Raises:
        SheetError: a figure can't be read, or is of no kind that is known.
    """
    taken = take_apart(text)
    try:
        return replace(read_fields(taken.kind, taken.name, taken.figures), odd=taken.odd)
    except SheetError as wrong:
        if taken.why and all(text.startswith("is missing") for text in wrong.wrong.values()):
            raise SheetError({"": taken.why}) from wrong  # what was not understood may be what is missing
        raise


def read_fields(kind: GearKind, name: str, given: Mapping[str, str], base: GearItem | None = None) -> Sheet:
    """An item from its figures as texts, by their words; those left empty are not given. base: the edition it follows,
    whose values that no sheet asks for stay.

    Raises:
        SheetError: every figure that can't be read, or what is doubtful of the whole.
    """
    try:
        given = kind.together(given)
    except RefusedError as refused:
        raise SheetError({refused.field: refused.text}) from refused
    kept, said = _kept(kind, base, given)
    values, workings, wrong = _values(kind, said, kept)
    values = kept | values
    maker, model = _called(name)
    if base is not None and " ".join(name.split()) == base.name:  # whose maker is of two words
        maker, model = base.maker, base.model
    if not model:
        wrong["name"] = "give its name, maker first: Quillmark Curlew 3"
    if wrong:
        raise SheetError(wrong)
    try:
        item: GearItem = kind.model.model_validate(values | {"maker": maker, "model": model})
    except ValidationError as error:
        raise SheetError({_word_of(kind, one["loc"]): _said(kind, one) for one in error.errors()}) from error
    doubts = kind.doubts(item, values)
    if doubts:
        raise SheetError({"": doubts[0]})
    missing = tuple(one for one in kind.fields if one.first and not given.get(one.word, "").strip())
    return Sheet(kind, item, workings, missing)


def _kept(kind: GearKind, base: GearItem | None, given: Mapping[str, str]) -> tuple[Values, dict[str, str]]:
    """The values of an edition that stay as they were, and the figures that are said otherwise than there."""
    if base is None or kind_of(base) is not kind:
        return {}, dict(given)
    shown = as_texts(base, kind)
    new = {
        field.word: text
        for field in kind.fields
        if (text := given.get(field.word, "").strip()) != shown.get(field.word, "")
    }
    gone = {key for field in kind.fields if field.word in new for key in _keys(field)}
    gone |= set(FRAME) if "outer" in gone else set()
    return {key: getattr(base, key) for key in base.model_fields_set - gone}, new


def faults_of(item: GearItem) -> dict[str, str]:
    """What a sheet would not have taken of an item that came otherwise, by the names of its values; `""` as a whole."""
    kind = kind_of(item)
    wrong = _values(kind, as_texts(item, kind))[2]
    if wrong:
        named = {field.word: [key for key in _keys(field) if key in kind.model.model_fields] for field in kind.fields}
        return {named[word][0]: text for word, text in wrong.items()}
    doubts = kind.doubts(item, item.model_fields_set)
    return {"": doubts[0]} if doubts else {}


def _values(
    kind: GearKind, given: Mapping[str, str], kept: Values | None = None
) -> tuple[Values, tuple[str, ...], dict[str, str]]:
    """The values of figures, how each converted one came about, and what can't be read, by its word. kept: values that
    stay, where others are told beside them."""
    values: Values = dict(kind.fixed)
    workings: list[str] = []
    wrong: dict[str, str] = {}
    for field in kind.fields:
        text = given.get(field.word, "").strip()
        if not text:
            continue
        try:
            if len(text) > LONGEST:
                raise RefusedError(f"keep it to {LONGEST} characters (got {len(text):,})", value=text[:LONGEST])
            read = field.read(text)
        except RefusedError as refused:
            wrong[field.word] = refused.text
            continue
        values |= read.values
        workings += [read.working] if read.working else []
    outer = values.pop("outer", None)
    if outer is not None and not wrong:
        try:
            values |= _frame_of((kept or {}) | values, outer)
        except SheetError as error:
            wrong |= error.wrong
    return values, tuple(workings), wrong


def _keys(field: GearField) -> tuple[str, ...]:
    """The values a figure gives."""
    return tuple(field.read(field.example).values)


def _word_of(kind: GearKind, place: Sequence[object]) -> str:
    """The word of the figure that a complaint of the item is about."""
    key = str(place[0]) if place else ""
    if key in ("maker", "model"):
        return "name"
    return next((field.word for field in kind.fields if key in _keys(field)), "")


def _said(kind: GearKind, complaint: Mapping[str, object]) -> str:
    word = _word_of(kind, complaint["loc"])  # type: ignore[arg-type]
    example = next((field.example for field in kind.fields if field.word == word), "")
    return f"is missing: give it as in {example}" if complaint["type"] == "missing" else said_of(complaint)


def _called(name: str) -> tuple[str, str]:
    """Maker and model of a name; a name of one word, or with a figure second, is a model of its own."""
    maker, _, model = " ".join(name.split()).partition(" ")
    if not model or re.match(r"[0-9]", model):
        return OWN_MAKER, f"{maker} {model}".strip()
    return maker, model


def _frame_of(values: Values, outer: Sequence[float]) -> Values:
    """The frame round a picture from the overall size; the bottom takes what is left over as the sides are wide.

    Raises:
        SheetError: the picture is larger than the panel.
    """
    width, height = values.get("width"), values.get("height")
    if width is None or height is None:
        return {}
    side, rest = (outer[0] - width) / 2, outer[1] - height
    if side < -0.5 or rest < -0.5:
        raise SheetError(
            {"outer": f"it is smaller than the picture, {width:.0f} × {height:.0f} mm: width x height without stand"}
        )
    top = min(max(side, 0.0), max(rest, 0.0) / 2)
    return {
        "frame_side": round(max(side, 0.0), 3),  # floats' own last figures alone are cut off
        "frame_top": round(top, 3),
        "frame_bottom": round(max(rest, 0.0) - top, 3),
    }


def told(sheet: Sheet) -> str:
    """What was understood, read back: the figures that matter first."""
    given = [one for one in sheet.kind.fields if one.first and one not in sheet.missing]
    shown = [f"{one.word} {text}" for one in given if (text := one.show(sheet.item))]
    return f"{sheet.kind.title} {sheet.item.name}: {', '.join(shown)}"


def in_short(sheet: Sheet) -> str:
    """What was understood, as short as a line's read-back: what was converted, and what is not given."""
    given = [one for one in sheet.kind.fields if one.first and one not in sheet.missing]
    first = [f"{one.word} {text}" for one in given if (text := one.show(sheet.item))][:3]
    came_to = [re.split(r":\s|=\s", one)[-1] for one in sheet.workings]
    shown = ", ".join(first) + (f" ({', '.join(came_to)})" if came_to else "")
    missing = f"; not given: {', '.join(one.word for one in sheet.missing)}" if sheet.missing else ""
    odd = f"; no figure of it, kept in its note: {', '.join(f'“{one}”' for one in sheet.odd)}" if sheet.odd else ""
    return f"{sheet.kind.title} {sheet.item.name}: {shown}{missing}{odd}"


def as_texts(item: GearItem, kind: GearKind) -> dict[str, str]:
    """An item's figures as texts by their words, which read again make the same item."""
    return {one.word: text for one in kind.fields if (text := one.show(item))}
