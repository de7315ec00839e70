"""One gate: every model that takes something in has numbers within a span, texts, lists and tables that end."""

from __future__ import annotations

import importlib
import json
import pkgutil
import unittest
from collections.abc import Iterator, Mapping
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from pydantic import BaseModel, ValidationError

import oval_room
from oval_room.core.commands import Several
from oval_room.core.complaints import refused_by
from oval_room.core.errors import RefusedError
from oval_room.core.parts import COMMAND
from oval_room.core.plan.measure import Name, Words, plain
from oval_room.formats.plain_json import read_given, read_json
from oval_room.web.settings import Settings

NOT_FROM_OUTSIDE = (Settings,)


def models() -> list[type[BaseModel]]:
    """Every model there is in the package."""
    for module in pkgutil.walk_packages(oval_room.__path__, "oval_room."):
        if not module.name.endswith("__main__"):
            importlib.import_module(module.name)

    def below(kind: type[BaseModel]) -> Iterator[type[BaseModel]]:
        for one in kind.__subclasses__():
            yield one
            yield from below(one)

    return [one for one in dict.fromkeys(below(BaseModel)) if one.__module__.startswith("oval_room")]


def loose(schema: Mapping[str, Any], path: str) -> Iterator[str]:
    """Places of a schema that take a value of any size."""
    kind = schema.get("type")
    fixed = {"enum", "const"} & set(schema)
    if kind == "string" and not fixed and not {"maxLength", "pattern"} & set(schema):
        yield f"{path}: a text without end"
    if kind in ("number", "integer") and not fixed:
        for end in ("maximum", "minimum"):
            if not {end, f"exclusive{end.capitalize()}"} & set(schema):
                yield f"{path}: a number without {end}"
    if kind == "array" and "maxItems" not in schema:
        yield f"{path}: a list without end"
    if kind == "object" and "properties" not in schema and "maxProperties" not in schema:
        yield f"{path}: a table without end"
    for name in ("anyOf", "oneOf", "prefixItems"):
        for part in schema.get(name, ()):
            yield from loose(part, path)
    for name in ("items", "additionalProperties"):
        if isinstance(schema.get(name), Mapping):
            yield from loose(schema[name], f"{path}[]")


class Gate(unittest.TestCase):
    def test_nothing_that_comes_in_is_without_end(self) -> None:
        found, checked = [], 0
        for model in models():
            if model in NOT_FROM_OUTSIDE:
                continue
            for name, field in model.model_json_schema().get("properties", {}).items():
                checked += 1
                found += loose(field, f"{model.__module__}.{model.__name__}.{name}")
        self.assertEqual(found, [])
        self.assertGreater(checked, 300)

    def test_texts_are_of_one_line(self) -> None:
        class Said(BaseModel):
            name: Name
            words: Words

        said = Said(name="Chapel\x00 flat\r\n", words="a\u202eb\u2028c")
        self.assertEqual((said.name, said.words), ("Chapel  flat", "a b c"))
        self.assertEqual(plain("Ötzing ½ ″ 🪑"), "Ötzing ½ ″ 🪑")

    @given(st.text())
    def test_what_is_plain_stays_so(self, text: str) -> None:
        self.assertEqual(plain(plain(text)), plain(text))
        self.assertFalse(any(ord(c) < 32 for c in plain(text)))


NOT_TAKEN = (
    (b'{"a": NaN}', "not a number"), (b'{"a": -Infinity}', "not a number"), (b'{"a": 1e400}', "far too large"),
    (b'{"a": ' + b"9" * 300 + b"}", "far too large"), (b'{"a": 1, "a": 2}', "twice"), (b'{"a": "\\ud800"}', "half of a character"),
    (b'{"\\udfff": 1}', "half of a character"), (b"[" * 60 + b"]" * 60, "too deep"), (b"[" * 90_000, "too deep"),
    (b'{"a": "\xff"}', "UTF-8"), (b"{", "line 1"), (b"", "line 1"), (b"{} {}", "line 1"), (b'{"a": 1e15.0}', "line 1"),
)  # fmt: skip


class Json(unittest.TestCase):
    def test_what_is_not_taken_is_said(self) -> None:
        for content, word in NOT_TAKEN:
            with self.subTest(content[:40]), self.assertRaises(RefusedError) as caught:
                read_json(content, "file")
            self.assertIn(word, caught.exception.text)
            self.assertEqual(caught.exception.field, "file")

    @given(st.recursive(st.none() | st.booleans() | st.integers(-(10**15), 10**15) | st.floats(-1e15, 1e15) | st.text(),
                        lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(), inner, max_size=4),
                        max_leaves=12))  # fmt: skip
    def test_what_is_taken_is_what_was_written(self, value: Any) -> None:
        for ascii_only in (False, True):
            self.assertEqual(read_json(json.dumps(value, ensure_ascii=ascii_only).encode()), value)
        self.assertEqual(read_json(b"\xef\xbb\xbf" + json.dumps(value).encode()), value)  # with a mark of UTF-8 before

    def test_numbers_that_are_none_stay_texts_where_they_are_refused_by_name(self) -> None:
        self.assertEqual(
            read_given(b'{"a": NaN, "b": 1e999, "c": 2, "d": 2.5}'), {"a": "NaN", "b": "1e999", "c": 2, "d": 2.5}
        )


COMPLAINTS = (
    ({"do": "put seat"}, "is missing"), ({"do": "put seat", "id": "s1", "wings": 2}, "not known here"),
    ({"do": "put seat", "id": "S 1"}, "not of the form"), ({"do": "put seat", "id": "s1", "row": "x"}, "whole number"),
    ({"do": "put seat", "id": "s1", "row": 10**30}, "100,000 or less"), ({"do": "put picture", "id": "p1", "x": 1e308}, "1,000,000 or less"),
    ({"do": "put picture", "id": "p1", "pixels": [0, 0]}, "16 or more"), ({"do": "put picture", "id": "p1", "bottom": float("nan")}, "give a number"),
    ({"do": "put job", "name": "x" * 500}, "keep it under 401 characters"), ({"do": "fly"}, "no command there is"),
    ({}, "must name a command"), ({"do": "settle", "stage": "survey"}, "no command there is"),
    ({"do": "several", "steps": [{"do": "restore", "wanted": []}]}, "not taken from outside"),
    ({"do": "several", "steps": [{"do": "drop", "id": "s1"}] * 200}, "at most 60"),
)  # fmt: skip


class Complaints(unittest.TestCase):
    def test_each_is_a_sentence(self) -> None:
        for raw, word in COMPLAINTS:
            with self.subTest(str(raw)[:60]), self.assertRaises(ValidationError) as caught:
                COMMAND.validate_python(raw)
            said = refused_by(caught.exception).text
            self.assertIn(word, said)
            self.assertNotRegex(said, r"Input should|Value error|1e\+")
        self.assertFalse(Several.ours)


if __name__ == "__main__":
    unittest.main()
