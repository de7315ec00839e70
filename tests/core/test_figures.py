"""Figures: how values are shown, and workings that come to the value they explain."""

from __future__ import annotations

import math
import re
import unittest

from oval_room.core.evaluate import evaluate
from oval_room.core.figures import Figure, Input, put_in, show_figure, show_value
from oval_room.core.light.units import CD_M2
from oval_room.core.parts import KINDS
from oval_room.core.subject import Subject
from oval_room.core.units import Ruler
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import bedroom_breast, chapel_flat
from oval_room.demo.shop import WHOLE
from tests.core.examples import EXAMPLE_PLANS
from tests.core.survey.rooms import room

FEET = Ruler("in", "feet")
SHOWN = (
    ("a length", 3413.125, "mm", "11' 2 3/8\""), ("degrees", 36.04, "deg", "36.0°"), ("degrees, negative", -8.66, "deg", "−8.7°"),
    ("nought without a sign", -0.01, "deg", "0.0°"), ("contrast", 94.8, "to_one", "95:1"), ("no contrast", math.inf, "to_one", "∞"),
    ("white", 171.6, CD_M2, "172 cd/m²"), ("little light", 0.46, CD_M2, "0.5 cd/m²"), ("lux", 2.91, "lux", "2.91 lux"),
    ("share", 83.7, "pct", "84 %"), ("heights", -0.667, "heights", "−0.67 h"), ("none", None, "deg", "–"), ("lines", 818.1, "lines", "818"),
)  # fmt: skip
MM = Ruler()
SHAPED = [
    room("seat 3000", line, more, outline="room 4000 x 5000")
    for line, more in (("tv Sweep 49", "split 2 x 1"), ("screen Frame 100 woven", "eye 1100"))
]


class About(unittest.TestCase):
    def test_what_is_of_no_subject_belongs_to_every_one(self) -> None:
        """A figure of another picture or seat is not the subject's; one of the room, or of a thing, always is."""
        kind = next(iter(KINDS.values()))
        table = (
            ({"picture": "p1"}, True), ({"picture": "p1", "seat": "s1"}, True), ({"picture": "p2"}, False),
            ({"picture": "p1", "seat": "s2"}, False), ({}, True), ({"thing": "h1"}, True), ({"what": "diagonal"}, True),
            ({"thing": "h1", "seat": "s2"}, False),
        )  # fmt: skip
        for about, mine in table:
            with self.subTest(about):
                self.assertIs(Figure("x", kind, 1.0, about=about).is_about(Subject("p1", "s1").ids()), mine)


class Shown(unittest.TestCase):
    def test_values(self) -> None:
        for name, value, unit, text in SHOWN:
            with self.subTest(name):
                self.assertEqual(show_value(value, unit, ruler=FEET), text)

    def test_limits_are_rounded_the_safe_way(self) -> None:
        report = evaluate(chapel_flat(), SHELF)
        near, far = report.figures["projector.j1.nearest"], report.figures["projector.j1.farthest"]
        self.assertEqual(
            (show_figure(near, FEET), show_figure(far, FEET)), ("10' 4 3/4\"", "16' 6 3/8\"")
        )  # 124.72 up, 198.43 down

    def test_a_negative_number_is_put_in_in_brackets(self) -> None:
        figure = Figure("x", KINDS["plate_x"], 5.0, (Input("x_l", "", -60.0, "mm"), Input("dx", "", 3.0, "mm")))
        self.assertIn("(−60 mm)", put_in(figure, MM))


class Workings(unittest.TestCase):
    """Independent: the formula, with the inputs' own values in the place of its symbols, is worked out again by Python."""

    SKIPPED = {
        "lowest",
        "highest",
        "shift_use",
        "plate_x",
        "stray",
        "wash",
        "lumens",
        "check_diagonal",
        "curved_angle",
        "least_lines",
        "glare",
        "strip_run",
        "swing_left",
        "swing_right",
    }  # words, not sums

    def worked(self, figure: Figure) -> float:
        text = figure.kind.formula.split(" = ")[-1]
        for item in sorted(figure.inputs, key=lambda one: -len(one.symbol)):
            text = re.sub(rf"(?<![A-Za-z_]){re.escape(item.symbol)}(?![A-Za-z_(])", f"({item.value!r})", text)
        text = (
            text.replace("·", "*")
            .replace("×", "*")
            .replace("−", "-")
            .replace("²", "**2")
            .replace("√", "sqrt")
            .replace("π", "pi")
        )
        text = text.replace("1/120°", "radians(1/120)").replace("|", "").replace("atan(", "arc(")
        names = {
            "sqrt": math.sqrt,
            "max": max,
            "round": lambda a: math.floor(a + 0.5),
            "pi": math.pi,
            "tan": lambda a: math.tan(math.radians(a) if abs(a) > 1 else a),
            "radians": math.radians,
            "sin": lambda a: math.sin(math.radians(a) if abs(a) > 1 else a),
            "cos": lambda a: math.cos(math.radians(a) if abs(a) > 1 else a),
        }
        return float(
            eval(text, {"__builtins__": {}}, names | {"arc": lambda a: math.degrees(math.atan(a)), "inf": math.inf})
        )

    def test_each_comes_to_its_figure(self) -> None:
        skipped = {KINDS[name].pattern for name in self.SKIPPED}
        seen = set()
        for plan in (chapel_flat(), bedroom_breast(), *SHAPED, *EXAMPLE_PLANS):
            for key, figure in evaluate(plan, WHOLE).figures.items():
                if figure.value is None or not figure.inputs or figure.kind.pattern in skipped:
                    continue
                seen.add(figure.kind.pattern)
                with self.subTest(key, formula=figure.kind.formula):
                    wanted = abs(figure.value) if "off_axis" in key else figure.value
                    got = abs(self.worked(figure)) if "off_axis" in key else self.worked(figure)
                    self.assertAlmostEqual(got, wanted, delta=max(1e-6, abs(wanted) * 1e-9))
        self.assertGreater(len(seen), 25)

    def test_every_symbol_of_an_input_stands_in_its_formula(self) -> None:
        for plan in (chapel_flat(), bedroom_breast(), *SHAPED, *EXAMPLE_PLANS):
            for key, figure in evaluate(plan, WHOLE).figures.items():
                for item in figure.inputs:
                    with self.subTest(key, symbol=item.symbol):
                        self.assertRegex(figure.kind.formula, rf"(?<![A-Za-z_]){re.escape(item.symbol)}(?![A-Za-z_(])")
