"""A sum: one rule used on its own. One declaration gives its page, command, endpoint and reference."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from typing import Any, Final, NamedTuple, cast

from oval_room.core.errors import RefusedError
from oval_room.core.record import record
from oval_room.core.sums.given import SUFFIXES, UNITS, Given, Length
from oval_room.core.units import Unit

Result = dict[str, Any]
JOB_UNIT: Final = "job_unit"


class Refusals(ValueError):
    """Everything wrong with what a sum was given: (key, what to give instead)."""

    def __init__(self, errors: list[tuple[str, str]]) -> None:
        super().__init__("; ".join(f"{key}: {text}" for key, text in errors))
        self.errors = errors


class Shown(NamedTuple):
    """One result: its key (whose ending is its unit) and what it is. The first of a sum is what people come for."""

    key: str
    label: str


@record
class Sum:
    """A rule on its own.

    name: a promise to users. given: inputs in the order of the page. shows: results in the order of importance.
    run: keyword values in mm, degrees … to results; raises RefusedError with the field that is wrong.
    """

    name: str
    rule: str
    title: str
    about: str
    formula: str
    given: tuple[Given, ...]
    shows: tuple[Shown, ...]
    run: Callable[..., Result]
    into: tuple[str, str] | None = None
    """The tape line's word that takes its answer, and the result that is said after it."""

    def read(self, raw: Mapping[str, object]) -> dict[str, object]:
        """Values for `run` from JSON.

        Raises:
            Refusals: unknown, missing or wrong inputs, all of them.
        """
        errors: list[tuple[str, str]] = []
        unit = _job_unit(raw, errors)
        values: dict[str, object] = {}
        known = {JOB_UNIT} if any(isinstance(g, Length) or g.kind == "bounds" for g in self.given) else set()
        for given in self.given:
            known.update(given.keys)
            found = [key for key in given.keys if key in raw]
            if given.key in raw and given.key not in given.keys:
                errors.append((given.key, f"give it as {given.keys[0]}, or {given.key}_text as a person writes it"))
                known.add(given.key)
            elif len(found) > 1:
                errors.append((found[1], f"give {given.key} once, in one unit"))
            elif found:
                self._read_one(given, found[0], raw[found[0]], unit, values, errors)
            elif given.default is None:
                errors.append((given.keys[0], f"is missing: give {given.about}"))
            else:
                values[given.key] = given.value
        for key in raw:
            if key not in known:
                errors.append((str(key)[:60], f"is not an input of {self.name}; it takes {self._inputs()}"))
        if errors:
            raise Refusals(errors)
        return values

    @staticmethod
    def _read_one(
        given: Given, key: str, raw: object, unit: Unit, values: dict[str, object], errors: list[tuple[str, str]]
    ) -> None:
        try:
            if isinstance(given, Length):
                values[given.key] = given.read_as(raw, SUFFIXES[given.keys.index(key)], unit)
            else:
                values[given.key] = given.read(raw, unit)
        except RefusedError as refused:
            errors.append((refused.field or key, refused.text))

    def _inputs(self) -> str:
        return ", ".join(given.keys[0] for given in self.given)

    def work(self, raw: Mapping[str, object]) -> Result:
        """The results for JSON inputs; every value is text, true/false, null, a finite number or lists of them.

        Raises:
            Refusals: the inputs can't be used.
        """
        values = self.read(raw)
        try:
            result = self.run(**values)
        except RefusedError as refused:
            raise Refusals([(self._key_of(refused.field, raw), refused.text)]) from refused
        except (OverflowError, ZeroDivisionError) as error:
            raise Refusals([(self.given[0].keys[0], "the values are too far apart for a sum; check them")]) from error
        if not _finite(result):
            raise Refusals([(self.given[0].keys[0], "the values are too far apart for a sum; check them")])
        return {shown.key: result.get(shown.key) for shown in self.shows}

    def _key_of(self, field: str, raw: Mapping[str, object]) -> str:
        """The key the person used for a field."""
        for given in self.given:
            if given.key == field:
                return next((key for key in given.keys if key in raw), given.keys[0])
        return field or self.given[0].keys[0]

    def from_typed(self, typed: Mapping[str, str]) -> dict[str, object]:
        """JSON inputs from text by key: bare keys as people type them, or keys with a unit's suffix."""
        raw: dict[str, object] = {}
        bare = {given.key: given for given in self.given}
        suffixed = {key: given for given in self.given for key in given.keys}
        for key, text in typed.items():
            if key in bare:
                name, value = bare[key].typed(text)
                raw[name] = value
            elif key in suffixed:
                given = suffixed[key]
                many = isinstance(given, Length) and (given.count or given.many)
                parts = [_as_number(part) for part in text.split(",")] if many else []
                raw[key] = parts if many else (text if key.endswith("_text") else _as_number(text))
            else:
                raw[key] = text
        return raw


def _as_number(text: str) -> object:
    try:
        return float(text)
    except ValueError:
        return text


def _job_unit(raw: Mapping[str, object], errors: list[tuple[str, str]]) -> Unit:
    unit = raw.get(JOB_UNIT, "mm")
    if unit not in UNITS:
        errors.append((JOB_UNIT, f"give one of {', '.join(UNITS)} (got {str(unit)[:20]})"))
        return "mm"
    return cast(Unit, unit)


def _finite(value: object) -> bool:
    if isinstance(value, float):
        return math.isfinite(value)
    if isinstance(value, dict):
        return all(_finite(item) for item in value.values())
    if isinstance(value, (list, tuple)):
        return all(_finite(item) for item in value)
    return True


class SumGroup(NamedTuple):
    """Sums that belong together on the page of all sums."""

    title: str
    sums: tuple[Sum, ...]
