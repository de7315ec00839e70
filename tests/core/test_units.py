"""Lengths as people write them. Expected values are worked by hand: 1 in = 25.4 mm exactly (rules 1.1, 1.2)."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.aspect import parse_aspect
from oval_room.core.errors import RefusedError
from oval_room.core.units import MM_IN, Ruler, parse_length, round_safe, show_length

READ = (
    # name, text, job unit, mm
    ("feet, inches, fraction", "13' 4 7/8\"", "mm", 160.875 * 25.4),
    ("words for units", "13ft 4-7/8in", "mm", 160.875 * 25.4),
    ("decimal feet", "13.4'", "mm", 160.8 * 25.4),
    ("inches with a fraction", '50 1/4"', "mm", 50.25 * 25.4),
    ("dash before a fraction, bare", "50-1/4", "in", 50.25 * 25.4),
    ("metres", "3.6 m", "in", 3600.0),
    ("no blank before the unit", "360cm", "in", 3600.0),
    ("blank groups thousands", "3 600 mm", "in", 3600.0),
    ("comma groups thousands, typed unit", "3,600 mm", "in", 3600.0),
    ("comma groups thousands, job's unit", "3,600", "mm", 3600.0),
    ("two groups", "12,345 mm", "mm", 12345.0),
    ("comma as decimal mark", "3,6 m", "mm", 3600.0),
    ("comma, two places", "2,85 m", "mm", 2850.0),
    ("a sign for the fraction", "⅛", "in", 25.4 / 8),
    ("whole and sign", "72⅜", "in", 72.375 * 25.4),
    ("primes", "12′ 4″", "mm", 148 * 25.4),
    ("curly marks", "12’ 4”", "mm", 148 * 25.4),
    ("two apostrophes for inches", "4''", "mm", 4 * 25.4),
    ("foot mark then bare inches", "12'4", "mm", 148 * 25.4),
    ("foot mark, inches, fraction", "17'4 1/2", "mm", 208.5 * 25.4),
    ("dash after feet", "6'-4 1/2\"", "mm", 76.5 * 25.4),
    ("feet alone", "7'", "mm", 84 * 25.4),
    ("half a metre by fraction", "1/2 m", "mm", 500.0),
    ("a fraction of feet", "13 1/2'", "mm", 162 * 25.4),
    ("just under a foot", "5' 11 15/16\"", "mm", 71.9375 * 25.4),
    ("nought", "0", "mm", 0.0),
    ("point first", ".5 m", "mm", 500.0),
    ("capitals", "13FT 4IN", "mm", 160 * 25.4),
    ("exactly 100 m", "100 m", "mm", 100_000.0),
)
REFUSED = (
    # name, text, job unit, a word its sentence must have
    ("12 inches after feet", "6' 12\"", "in", "12 inches"),
    ("fraction carries to 12", "5' 11 9/8\"", "in", "12 inches"),
    ("units that don't add up", "3 m 4\"", "mm", "add up"),
    ("metres and centimetres", "3m 20cm", "mm", "add up"),
    ("part feet then inches", "13.4' 2\"", "in", "whole feet"),
    ("half feet then inches", "13 1/2' 3\"", "in", "whole feet"),
    ("nought under the line", "7/0", "in", "0 below"),
    ("letters", "abc", "mm", "no length"),
    ("exponent", "1e3", "mm", "not a unit"),
    ("empty", "  ", "mm", "nothing"),
    ("not a number", "nan", "mm", "no length"),
    ("infinity", "inf", "mm", "no length"),
    ("negative", "-3", "mm", "under 0"),
    ("over 100 m", "100.1 m", "mm", "100 m"),
    ("comma before three, metres", "1,500 m", "mm", "comma"),
    ("comma before three, inches job", "1,500", "in", "comma"),
    ("comma before four", "1,2345", "mm", "comma"),
    ("two numbers", "12 4\"", "in", "two numbers"),
    ("blank groups only in mm", "3 600", "in", "two numbers"),
    ("unit first", "mm 4", "mm", "no number"),
    ("decimal and fraction", "4.5 1/2", "in", "decimal and a fraction"),
    ("inches then feet", "4\" 12'", "in", "add up"),
    ("a sign with no place", "12%", "in", "no place"),
    ("far too long", "1" * 90, "mm", "too long"),
)  # fmt: skip
SHOWN = (
    ("whole feet", 84 * 25.4, "feet", 16, "7' 0\""),
    ("carry into the next foot", 94.98 * 25.4, "feet", 16, "7' 11\""),
    ("reduced", 160.875 * 25.4, "feet", 16, "13' 4 7/8\""),
    ("fraction alone", 25.4 / 8, "feet", 16, '1/8"'),
    ("feet and a fraction", 84.5 * 25.4, "feet", 16, "7' 0 1/2\""),
    ("inches alone", 50.25 * 25.4, "inches", 16, '50 1/4"'),
    ("eighths", 50.25 * 25.4 + 1, "inches", 8, '50 1/4"'),
    ("thirty-seconds", 25.4 / 32, "inches", 32, '1/32"'),
    ("nought", 0.0, "feet", 16, '0"'),
    ("under nought", -76.2, "inches", 16, '-3"'),
    ("millimetres", 3412.6, "mm", 16, "3413 mm"),
    ("tie away from nought", 0.5, "mm", 16, "1 mm"),
    ("tie away, negative", -0.5, "mm", 16, "-1 mm"),
    ("metres", 4127.6, "m", 16, "4.128 m"),
)
SAFE = (
    ("least goes up", 160.8 * 25.4, "least", 25.4 / 16, 160.8125 * 25.4),
    ("greatest goes down", 160.8 * 25.4, "greatest", 25.4 / 16, 160.75 * 25.4),
    ("on a step stays, least", 3 * 25.4 / 16, "least", 25.4 / 16, 3 * 25.4 / 16),
    ("a millionth over stays", 10 + 9e-7, "least", 1.0, 10.0),
    ("more than that goes up", 10.00001, "least", 1.0, 11.0),
    ("negative least goes up", -2.5, "least", 1.0, -2.0),
    ("negative greatest goes down", -2.5, "greatest", 1.0, -3.0),
)


class Reading(unittest.TestCase):
    def test_what_can_be_read(self) -> None:
        for name, text, unit, mm in READ:
            with self.subTest(name, text=text):
                self.assertAlmostEqual(parse_length(text, unit), mm, places=6)  # type: ignore[arg-type]

    def test_what_is_refused_says_why(self) -> None:
        for name, text, unit, word in REFUSED:
            with self.subTest(name, text=text), self.assertRaises(RefusedError) as caught:
                parse_length(text, unit)  # type: ignore[arg-type]
            with self.subTest(name, text=text):
                self.assertIn(word, caught.exception.text)

    def test_negative_where_it_makes_sense(self) -> None:
        for text, mm in (("-3", -3.0), ('−3 1/2"', -88.9), ("-13' 4\"", -160 * 25.4), ("-0", 0.0)):
            with self.subTest(text):
                self.assertAlmostEqual(parse_length(text, negative_ok=True), mm)

    @settings(max_examples=300, deadline=None)
    @given(st.text(max_size=24, alphabet="0123456789 '\"′″/-.,mcftinx½⅛%"))
    def test_any_text_is_read_or_refused(self, text: str) -> None:
        try:
            value = parse_length(text, "in", negative_ok=True)
        except RefusedError as refused:
            self.assertTrue(refused.text)
        else:
            self.assertLessEqual(abs(value), 100_000)


class Showing(unittest.TestCase):
    def test_styles(self) -> None:
        for name, mm, style, steps, text in SHOWN:
            with self.subTest(name):
                self.assertEqual(show_length(mm, style, steps), text)  # type: ignore[arg-type]

    def test_safe_sides(self) -> None:
        for name, mm, side, step, rounded in SAFE:
            with self.subTest(name):
                self.assertAlmostEqual(round_safe(mm, side, step), rounded, places=9)  # type: ignore[arg-type]

    @settings(max_examples=200, deadline=None)
    @given(st.floats(0, 99_000), st.sampled_from(["feet", "inches", "mm", "m"]), st.sampled_from([8, 16, 32]))
    def test_what_is_shown_reads_back_within_half_a_step(self, mm: float, style: str, steps: int) -> None:
        ruler = Ruler("in", style, steps)  # type: ignore[arg-type]
        self.assertLessEqual(abs(parse_length(ruler.show(mm), "in") - mm), ruler.step / 2 + 1e-6)

    @settings(max_examples=200, deadline=None)
    @given(st.floats(-50_000, 50_000), st.sampled_from([1.0, 25.4 / 8, 25.4 / 16, 25.4 / 32]))
    def test_safe_never_errs_to_the_wrong_side(self, mm: float, step: float) -> None:
        self.assertGreaterEqual(round_safe(mm, "least", step), mm - step * 1e-6)
        self.assertLessEqual(round_safe(mm, "greatest", step), mm + step * 1e-6)

    def test_units_are_exact(self) -> None:
        self.assertEqual((MM_IN["in"], MM_IN["ft"]), (25.4, 304.8))


class Aspects(unittest.TestCase):
    def test_as_written(self) -> None:
        for text, value in (
            ("16:9", 16 / 9),
            ("2.40:1", 2.4),
            ("3440x1440", 3440 / 1440),
            ("16/10", 1.6),
            ("2.4", 2.4),
        ):
            self.assertAlmostEqual(parse_aspect(text), value)
        for text in ("16:9:2", "0", "16:0", "nine", "", "-2", "100:1"):
            with self.subTest(text), self.assertRaises(RefusedError):
                parse_aspect(text)
