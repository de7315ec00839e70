"""Angles, schools, sharpness, neck, ladder and sightlines: properties and limits, open and closed."""

from __future__ import annotations

import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level
from oval_room.core.viewing.angles import (
    distance_for_angle,
    distance_from_seat,
    horizontal_angle,
    off_axis_angle,
    width_for_angle,
    width_from_seat,
)
from oval_room.core.viewing.ladder import Bound, build_ladder, intersect, seat_bounds, tightest_bounds
from oval_room.core.viewing.neck import NECK_MIDDLE, angle_up, height_at, neck_level, tilt_covered, top_level
from oval_room.core.viewing.schools import SIZE_SCHOOLS, inside_band, school_level
from oval_room.core.viewing.sharpness import distance_at_60, least_lines, pixels_per_degree, sharpness_level
from oval_room.core.viewing.sightlines import head_in_fan, sightline

WIDTHS = st.floats(400, 6000)
DISTANCES = st.floats(500, 12_000)
SIDES = st.floats(-4000, 4000)
TENTHS = st.integers(-900, 900).map(lambda n: n / 10)


class Angles(unittest.TestCase):
    @settings(max_examples=100, deadline=None)
    @given(WIDTHS, DISTANCES, SIDES, st.floats(1.01, 3))
    def test_nearer_is_never_smaller_and_sides_are_alike(self, w: float, d: float, r: float, times: float) -> None:
        """On axis nearer is larger; off axis both sides see the same; the angle stays below a straight one."""
        self.assertGreater(horizontal_angle(w, 0, out=d), horizontal_angle(w, 0, out=d * times))
        self.assertAlmostEqual(horizontal_angle(w, r, out=d), horizontal_angle(w, -r, out=d), places=9)
        self.assertLess(horizontal_angle(w, r, out=d), 180)

    @settings(max_examples=100, deadline=None)
    @given(WIDTHS, DISTANCES, SIDES)
    def test_by_brute_force(self, w: float, d: float, r: float) -> None:
        """The angle between the lines of sight to both sides, by the cosine rule."""
        a, b = math.hypot(r + w / 2, d), math.hypot(r - w / 2, d)
        cosine = max(-1.0, min(1.0, (a * a + b * b - w * w) / (2 * a * b)))
        self.assertAlmostEqual(horizontal_angle(w, r, out=d), math.degrees(math.acos(cosine)), places=5)

    @settings(max_examples=100, deadline=None)
    @given(WIDTHS, DISTANCES, SIDES, st.floats(10, 80))
    def test_inverses(self, w: float, d: float, r: float, angle: float) -> None:
        self.assertAlmostEqual(width_for_angle(distance_for_angle(w, angle), angle), w, places=6)
        self.assertAlmostEqual(horizontal_angle(width_from_seat(angle, r, d), r, out=d), angle, places=6)
        away = distance_from_seat(angle, w, r)
        if away is not None and away > 1:
            self.assertAlmostEqual(horizontal_angle(w, r, out=away), angle, places=6)

    def test_behind_is_refused(self) -> None:
        for out in (0.0, -1.0):
            with self.assertRaises(RefusedError):
                horizontal_angle(2000, 0, out=out)
            with self.assertRaises(RefusedError):
                off_axis_angle(100, out)


class Schools(unittest.TestCase):
    def test_ends_of_the_band_belong_to_it(self) -> None:
        for name, band in SIZE_SCHOOLS.items():
            for angle, level in (
                (band.lo, "good"),
                (band.hi, "good"),
                (band.lo - 1e-4, "mind"),
                (band.hi + 1e-4, "mind"),
            ):
                with self.subTest(name, angle=angle):
                    self.assertEqual(school_level(angle, name).value, level)

    @settings(max_examples=100, deadline=None)
    @given(WIDTHS, DISTANCES, st.sampled_from(sorted(SIZE_SCHOOLS)), st.sampled_from([1.0, 25.4 / 16]))
    def test_limits_given_are_inside(self, w: float, d: float, school: str, step: float) -> None:
        """Whoever goes by the rounded limits is in the school, and one step beyond is out of it."""
        inside = inside_band(w, d, school=school, step=step)
        for distance in (inside.nearest, inside.farthest):
            self.assertIs(school_level(horizontal_angle(w, 0, out=distance), school), Level.GOOD)
        for width in (inside.least_width, inside.greatest_width):
            self.assertIs(school_level(horizontal_angle(width, 0, out=d), school), Level.GOOD)
        self.assertIs(school_level(horizontal_angle(w, 0, out=inside.farthest + step * 1.001), school), Level.MIND)
        self.assertIs(school_level(horizontal_angle(w, 0, out=inside.nearest - step * 1.001), school), Level.MIND)

    def test_what_16_9_comes_to(self) -> None:
        """Rules 3.2: on axis 1.63 D, 1.20 D and 0.93 D for 16:9."""
        width = 16 / math.hypot(16, 9)
        for school, share in (("lounge", 1.63), ("cinema", 1.20), ("front row", 0.93)):
            self.assertAlmostEqual(distance_for_angle(width, SIZE_SCHOOLS[school].target), share, places=2)


class Sharpness(unittest.TestCase):
    def test_sixty_at_its_own_distance(self) -> None:
        for pitch in (0.2, 0.5766, 1.3):
            self.assertAlmostEqual(pixels_per_degree(pitch, distance_at_60(pitch)), 60, places=6)

    def test_levels(self) -> None:
        table = (("film", 39.9, "mind"), ("film", 40, None), ("games", 80, None), ("desk", 44.9, "mind"), ("desk", 45, "note"),
                 ("desk", 59.9, "note"), ("desk", 60, "good"))  # fmt: skip
        for use, value, level in table:
            with self.subTest(use, value=value):
                found = sharpness_level(value, use)
                self.assertEqual(found.value if found else None, level)

    def test_none_when_even_4320_is_under(self) -> None:
        self.assertIsNone(least_lines(6000, 500))
        self.assertEqual(least_lines(500, 9000), 720)


class NeckAndLadder(unittest.TestCase):
    def test_levels_at_their_limits(self) -> None:
        for value, level in ((5, "good"), (5.01, "mind"), (20, "mind"), (20.01, "stop"), (-15, "good"), (-15.01, "mind"),
                             (-30, "mind"), (-30.01, "stop")):  # fmt: skip
            self.assertEqual(neck_level(value).value, level, value)
        for value, pitch, level in (
            (25, 0, "good"),
            (25.01, 0, "mind"),
            (35, 0, "mind"),
            (35.01, 0, "stop"),
            (40, 10, "mind"),
        ):
            self.assertEqual(top_level(value, pitch).value, level, (value, pitch))
        self.assertTrue(tilt_covered(15, (-5, 15)) and not tilt_covered(15.01, (-5, 15)))

    def test_straight_up_is_no_height(self) -> None:
        self.assertIsNone(height_at(90, 1000, 2000))
        self.assertAlmostEqual(height_at(angle_up(1700, 1000, 2000), 1000, 2000) or 0, 1700)

    @settings(max_examples=100, deadline=None)
    @given(st.floats(300, 2000), st.floats(500, 1500), DISTANCES, st.sampled_from([0.0, 10.0, 20.0, 30.0]))
    def test_a_bound_is_where_the_verdict_flips(self, height: float, eye: float, reach: float, pitch: float) -> None:
        """At the hard neck bound it is still not a stop; a millimetre beyond it is."""
        bound = seat_bounds(height, eye_z=eye, level_distance=reach, gaze_pitch=pitch)[0]
        assert bound.lo is not None and bound.hi is not None
        for bottom, past in ((bound.lo, -1.0), (bound.hi, 1.0)):
            at = angle_up(bottom + height / 2, eye, reach) - pitch
            beyond = angle_up(bottom + past + height / 2, eye, reach) - pitch
            self.assertIsNot(neck_level(at), Level.STOP)
            self.assertIs(neck_level(beyond), Level.STOP)

    @settings(max_examples=100, deadline=None)
    @given(st.lists(st.tuples(TENTHS, TENTHS), min_size=1, max_size=5))
    def test_whose_neck_is_worst(self, seats: list[tuple[float, float]]) -> None:
        """Who looks farthest from the middle of what is easy is judged no better than anybody, and who looks farthest
        over his own gaze is not at the top edge."""
        necks, over = [neck for neck, _ in seats], max(seats, key=lambda seat: seat[0] - seat[1])
        farthest = max(necks, key=lambda neck: abs(neck - NECK_MIDDLE))
        self.assertEqual(neck_level(farthest).rank, min(neck_level(neck).rank for neck in necks))
        self.assertEqual(top_level(*over).rank, min(top_level(top, pitch).rank for top, pitch in seats))

    @settings(max_examples=100, deadline=None)
    @given(
        st.floats(300, 2000),
        st.lists(st.tuples(st.floats(300, 1800), DISTANCES, st.sampled_from([0.0, 20.0, 60.0, 75.0])), max_size=6),
    )
    def test_the_tightest_bounds_end_where_all_of_them_do(
        self, height: float, seats: list[tuple[float, float, float]]
    ) -> None:
        """Whether a ladder is built of every seat's bounds or of the tightest alone, its ends are the same; a seat that
        lies so far back that no height is straight up for it bounds nothing."""
        every = [
            bound
            for eye, reach, pitch in seats
            for bound in seat_bounds(height, eye_z=eye, level_distance=reach, gaze_pitch=pitch)
        ]
        whole, tight = build_ladder(every), build_ladder(tightest_bounds(height, seats))
        for one, other in (whole.hard, tight.hard), (whole.soft, tight.soft):
            self.assertEqual((one.lo, one.hi) if one else None, (other.lo, other.hi) if other else None)

    def test_intersection_and_conflict(self) -> None:
        ladder = intersect([Bound("a", lo=5), Bound("b", lo=7), Bound("c", lo=7), Bound("d", hi=6), Bound("e", hi=9)])
        self.assertEqual((ladder.feasible, ladder.lo_name, ladder.hi_name, ladder.short_by), (False, "b", "d", 1))
        self.assertTrue(intersect([]).feasible)
        self.assertTrue(intersect([Bound("a", 5, 5)]).feasible)

    def test_soft_bounds_never_make_it_empty(self) -> None:
        rungs = build_ladder([Bound("a", 5, 10), Bound("s", 12, None, hard=False)])
        self.assertTrue(rungs.hard.feasible)
        self.assertIsNone(rungs.soft)
        self.assertEqual(rungs.hard.nearest(2), 5)
        self.assertEqual(rungs.hard.nearest(20), 10)


class Sightlines(unittest.TestCase):
    @settings(max_examples=100, deadline=None)
    @given(
        st.floats(300, 1500),
        st.floats(900, 1300),
        st.floats(1500, 3500),
        st.floats(0, 400),
        st.floats(600, 2000),
        st.floats(0, 200),
    )
    def test_both_cures_give_just_what_is_wanted(
        self, bottom: float, eye: float, y_f: float, up: float, behind: float, want: float
    ) -> None:
        front, back = (y_f, eye), (y_f + behind, eye + up)
        sight = sightline(picture_y=60, bottom_z=bottom, front=front, back=back, wanted=want)
        lifted = sightline(
            picture_y=60, bottom_z=bottom, front=front, back=(back[0], back[1] + sight.riser), wanted=want
        )
        self.assertGreaterEqual(lifted.clearance, want - 1e-6)
        raised = sightline(picture_y=60, bottom_z=sight.bottom_without_riser, front=front, back=back, wanted=want)
        self.assertAlmostEqual(raised.clearance, want, places=5)
        higher = sightline(picture_y=60, bottom_z=bottom + 50, front=front, back=back, wanted=want)
        self.assertGreaterEqual(higher.clearance, sight.clearance)

    def test_fan(self) -> None:
        inside = {"picture": (2000.0, 0.0), "width": 2000.0, "back": (2000.0, 4000.0)}
        for x, found in (
            (2000, True),
            (2499, True),
            (2500, True),
            (2501, False),
            (1499, False),
        ):  # half of the way: ±500
            self.assertIs(head_in_fan(front=(x, 2000.0), **inside), found, x)  # type: ignore[arg-type]
