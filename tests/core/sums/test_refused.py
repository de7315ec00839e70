"""What sums refuse: with the key and what to give instead; and no input makes one fail otherwise."""

from __future__ import annotations

import json
import math
import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.sums.declare import Refusals
from oval_room.core.sums.registry import SUMS
from tests.worked import EXAMPLES

FIRST: dict[str, dict[str, Any]] = {
    "view.lag": {"display_ms": 22, "receiver_ms": 4, "splitter_ms": 9, "extender_ms": 0, "plays": "any"}
}
for example in EXAMPLES:
    FIRST.setdefault(example["sum"], example["given"])

WRONG = (
    # name, sum, changes to the first example (None takes a key away), key told, a word told
    ("missing length", "throw.body", {"throw_mm": None}, "throw_mm", "missing"),
    ("missing word", "view.school", {"school": None}, "school", "missing"),
    ("bare key", "throw.body", {"throw_mm": None, "throw": 3000}, "throw", "throw_mm"),
    ("unknown key", "throw.body", {"colour": 1}, "colour", "not an input"),
    ("twice", "throw.body", {"throw_m": 3.9}, "throw_m", "once"),
    ("text for a number", "throw.body", {"throw_mm": "3925"}, "throw_mm", "number"),
    ("true for a number", "throw.body", {"throw_mm": True}, "throw_mm", "number"),
    ("nought", "throw.body", {"throw_mm": 0}, "throw_mm", "over 0"),
    ("negative vent", "throw.body", {"vent_mm": -1}, "vent_mm", "0 or more"),
    ("over 100 m", "throw.body", {"room_depth_mm": 100_001}, "room_depth_mm", "100 m"),
    ("bad text", "throw.body", {"throw_mm": None, "throw_text": "3 m 4\""}, "throw_text", "add up"),
    ("text as number", "throw.body", {"throw_mm": None, "throw_text": 3.9}, "throw_text", "quotes"),
    ("job unit", "throw.body", {"job_unit": "cubit"}, "job_unit", "mm"),
    ("wrong word", "view.school", {"school": "stalls"}, "school", "cinema"),
    ("point too short", "view.angle", {"eye_mm": [1, 2]}, "eye_mm", "3 lengths"),
    ("point not a list", "view.angle", {"eye_mm": 5}, "eye_mm", "brackets"),
    ("aspect 0", "screen.size", {"aspect": 0}, "aspect", "16:9"),
    ("aspect in words", "screen.size", {"aspect": "wide"}, "aspect", "16:9"),
    ("two sizes", "screen.size", {"width_mm": 2000}, "diagonal_in", "just one"),
    ("no size", "screen.size", {"diagonal_in": None}, "width_mm", "one of"),
    ("lens the wrong way round", "throw.range", {"lens_range": [2, 1]}, "lens_range", "less first"),
    ("lens of nought", "throw.range", {"lens_range": [0, 1]}, "lens_range", "over 0"),
    ("ratio outside the lens", "light.lumens", {"throw_ratio": 2.5}, "throw_ratio", "inside"),
    ("neither width nor throw", "throw.range", {"width_in": None}, "width_mm", "width"),
    ("throw twice", "throw.check", {"throw_mm": 3000}, "throw_mm", "throw"),
    ("screen and panel", "light.contrast", {"panel_face": "glossy"}, "surface", "surface"),
    ("wash half given", "light.contrast", {"room": "white"}, "lumens_in_room_lm", "together"),
    ("kind and native", "light.contrast", {"native_contrast": 400}, "kind", "one of them"),
    ("reflectance 1", "light.wash", {"room": 1}, "room", "below 1"),
    ("no ceiling when hung", "mount.point", {"ceiling_mm": None}, "ceiling_mm", "ceiling"),
    ("share missing", "shift.need", {"share": None}, "share", "box"),
    ("dented polygon", "shift.need", {"polygon_s_v": [[0, 0], [1, 0], [0.2, 0.2], [0, 1]]}, "polygon_s_v", "convex"),
    ("bound without ends", "height.ladder", {"bounds": [{"name": "a"}]}, "bounds[0]", "lo_mm"),
    ("bound with a stray key", "height.ladder", {"bounds": [{"name": "a", "up_mm": 3}]}, "bounds[0].up_mm", "takes"),
    ("no bounds", "height.ladder", {"bounds": []}, "bounds", "at least one"),
    ("eyes the wrong way round", "height.sightline", {"back_eye_mm": [2000, 1250]}, "back_eye_mm", "behind"),
    ("fan half given", "height.sightline", {"picture_x_mm": 100}, "width_mm", "together"),
    ("columns without centre", "holes.map", {"columns_from_centre_mm": [-1, 1]}, "centre_x_mm", "together"),
    ("steps per inch", "length.show", {"steps_per_inch": 10}, "steps_per_inch", "16"),
    ("part of a step", "length.show", {"steps_per_inch": 8.5}, "steps_per_inch", "whole"),
    ("flag as word", "shift.fixed", {"hung_inverted": "yes"}, "hung_inverted", "true"),
    ("too many", "holes.map", {"rows_below_upper_mm": [1] * 65}, "rows_below_upper_mm", "at most"),
)  # fmt: skip

VALUES = st.one_of(
    st.none(), st.booleans(), st.integers(-5, 10**7), st.floats(allow_nan=True, allow_infinity=True), st.text(max_size=6),
    st.lists(st.floats(-1e4, 1e4), max_size=4), st.sampled_from([1e-9, 1e300, -1e300, 0, "16:9", "matte", "12'", [[0, 1]], {}]),
)  # fmt: skip


class Refused(unittest.TestCase):
    def test_each_names_its_key_and_what_to_give(self) -> None:
        for name, sum_name, changes, key, word in WRONG:
            given_ = {k: v for k, v in (FIRST[sum_name] | changes).items() if v is not None}
            with self.subTest(name):
                with self.assertRaises(Refusals) as caught:
                    SUMS[sum_name].work(given_)
                told = dict(caught.exception.errors)
                self.assertIn(key, told)
                self.assertIn(word, told[key])

    def test_all_that_is_wrong_is_told_at_once(self) -> None:
        with self.assertRaises(Refusals) as caught:
            SUMS["throw.body"].work({"throw_mm": -1, "colour": 2})
        self.assertEqual(
            {key for key, _ in caught.exception.errors}, {"throw_mm", "body_behind_lens_mm", "room_depth_mm", "colour"}
        )

    @settings(max_examples=400, deadline=None)
    @given(st.sampled_from(sorted(SUMS)), st.data())
    def test_nothing_else_ever_comes_out(self, name: str, data: st.DataObject) -> None:
        """Any JSON for some keys of an example: a flat JSON object with finite numbers, or Refusals."""
        raw = dict(FIRST[name])
        for key in data.draw(st.lists(st.sampled_from(sorted(raw)), max_size=3)):
            raw[key] = data.draw(VALUES)
        for one in data.draw(st.lists(st.sampled_from(SUMS[name].given), max_size=2)):
            raw[one.keys[0]] = data.draw(VALUES)
        try:
            result = SUMS[name].work(raw)
        except Refusals as refusals:
            self.assertTrue(all(key and text for key, text in refusals.errors))
            return
        json.dumps(result, allow_nan=False)
        self.assertFalse([v for v in result.values() if isinstance(v, float) and not math.isfinite(v)])

    @settings(max_examples=200, deadline=None)
    @given(st.sampled_from(sorted(SUMS)), st.data())
    def test_typed_text_never_fails_otherwise(self, name: str, data: st.DataObject) -> None:
        typed = {one.key: one.example for one in SUMS[name].given if one.example}
        for key in data.draw(st.lists(st.sampled_from(sorted(typed)), max_size=2)):
            typed[key] = data.draw(st.text(max_size=12))
        try:
            SUMS[name].work(SUMS[name].from_typed({k: v for k, v in typed.items() if v.strip()}))
        except (Refusals, ValueError) as refused:
            self.assertTrue(str(refused))
