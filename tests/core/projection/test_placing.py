"""Where a projector may be: keystone and beam against rays, the mount window against single evaluations, cabinets and wide
films against sums done otherwise (rules 6.4, 6.6 to 6.11)."""

from __future__ import annotations

import math
import unittest
from dataclasses import astuple

from hypothesis import assume, given
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level
from oval_room.core.projection.beam import Beam, struck
from oval_room.core.projection.keystone import (
    above_when_pitched,
    keystone,
    keystone_level,
    shift_when_pitched,
    tilt_instead,
)
from oval_room.core.projection.mount_point import LensOnPlate
from oval_room.core.projection.mount_window import mount_window
from oval_room.core.projection.shift import ShiftWindow, shift_need
from oval_room.core.projection.square import cause, squareness
from oval_room.core.projection.throw import Span, throw_level
from oval_room.core.projection.ultra_short import bump, cabinet, sensitivity
from oval_room.core.projection.wide_films import by_zoom

RATIO, PITCH = st.floats(0.4, 2.5), st.floats(-14, 14)


def lands(u: float, v: float, throw: float, pitch: float) -> tuple[float, float]:
    """Where a ray of the raster meets the screen: turned by the pitch, then carried to the throw."""
    turn = math.radians(pitch)
    out, up = math.cos(turn) - v * math.sin(turn), math.sin(turn) + v * math.cos(turn)
    return u * throw / out, up * throw / out


class Keystones(unittest.TestCase):
    @given(RATIO, PITCH, st.floats(-0.6, 0.6))
    def test_the_straight_picture_lies_in_what_the_rays_light(self, ratio: float, pitch: float, offset: float) -> None:
        """Brute force: rays through a grid of the raster, counted where they land in the corrected picture."""
        try:
            found = keystone(throw_ratio=ratio, aspect=16 / 9, throw=3000.0, pitch=pitch, offset=offset)
        except RefusedError:
            assume(False)
        u_m, n = 1 / (2 * ratio), 60
        v_m = u_m / (16 / 9)
        rows = [(2 * offset + (2 * i + 1) / n - 1) * v_m for i in range(n)]
        columns = [((2 * i + 1) / n - 1) * u_m for i in range(n)]
        hits = [lands(u, v, 3000.0, pitch) for v in rows for u in columns]
        inside = [1 for x, z in hits if abs(x) <= found.width / 2 and found.bottom <= z <= found.top]
        self.assertAlmostEqual(len(inside) / len(hits) * 100, found.pixels, delta=3.5)
        edges = sorted(
            (lands(0, (2 * offset - 1) * v_m, 3000.0, pitch)[1], lands(0, (2 * offset + 1) * v_m, 3000.0, pitch)[1])
        )
        for got, wanted in zip((found.raster_bottom, found.raster_top), edges, strict=True):
            self.assertAlmostEqual(got, wanted, delta=1e-6 * abs(wanted) + 1e-6)
        self.assertAlmostEqual(found.width / found.height, 16 / 9)
        self.assertTrue(edges[0] - 1e-6 <= found.bottom and found.top <= edges[1] + 1e-6)

    def test_level_costs_nothing_and_down_mirrors_up(self) -> None:
        level = keystone(throw_ratio=1.3, aspect=1.6, throw=3000.0, pitch=0.0)
        self.assertAlmostEqual(level.pixels, 100.0)
        self.assertAlmostEqual(level.width, 3000 / 1.3)
        up, down = (keystone(throw_ratio=1.3, aspect=1.6, throw=3000.0, pitch=p) for p in (8.0, -8.0))
        self.assertAlmostEqual(up.bottom, -down.top)
        self.assertEqual(
            [keystone_level(one) for one in (84.9, 85.0, 91.9, 92.0, 100.0)],
            [Level.STOP, Level.MIND, Level.MIND, Level.NOTE, Level.NOTE],
        )
        with self.assertRaises(RefusedError):
            keystone(throw_ratio=0.3, aspect=1.0, throw=3000.0, pitch=50.0)

    @given(RATIO, st.floats(1.3, 2.4), st.floats(-30, 30), st.floats(-0.6, 0.6))
    def test_a_tilt_puts_the_straight_picture_where_it_is_wanted(
        self, ratio: float, aspect: float, pitch: float, offset: float
    ) -> None:
        """There and back: what a pitch makes is found again from the picture alone, and no lesser pitch makes it."""
        try:
            made = keystone(throw_ratio=ratio, aspect=aspect, throw=3000.0, pitch=pitch, offset=offset)
        except RefusedError:
            assume(False)
        above = (made.bottom + made.top) / 2
        assume(made.width > 300 and (above - offset * made.height) * pitch > 0)
        found = tilt_instead(width=made.width, aspect=aspect, throw=3000.0, above=above, offset=offset)
        assert found is not None
        again = keystone(throw_ratio=found.throw_ratio, aspect=aspect, throw=3000.0, pitch=found.pitch, offset=offset)
        self.assertAlmostEqual(again.width, made.width, delta=made.width * 1e-6)
        self.assertAlmostEqual((again.bottom + again.top) / 2, above, delta=0.2)
        for got, kept in zip(astuple(again), astuple(found.lands), strict=True):
            self.assertAlmostEqual(got, kept, delta=1e-6 * abs(kept) + 1e-6)
        self.assertLessEqual(abs(found.pitch), abs(pitch) + 0.01)

    @given(st.floats(0.8, 3), st.floats(1.3, 2.4), st.floats(-25, 25), st.floats(-0.7, 0.7))
    def test_a_pitched_lens_finds_its_shift_again(
        self, ratio: float, aspect: float, pitch: float, offset: float
    ) -> None:
        """There and back: what a pitch and a shift make asks for that shift again, and comes to that height."""
        assume(abs(pitch) > 0.05)
        try:
            made = keystone(throw_ratio=ratio, aspect=aspect, throw=3000.0, pitch=pitch, offset=offset)
        except RefusedError:
            assume(False)
        above = (made.bottom + made.top) / 2
        assume(made.width > 300 and abs(made.width / made.height - aspect) < 1e-9)
        given_ = {"width": made.width, "aspect": aspect, "throw": 3000.0, "pitch": pitch}
        found = shift_when_pitched(above=above, **given_)
        assert found is not None
        self.assertAlmostEqual((found.lands.bottom + found.lands.top) / 2, above, delta=0.2)
        self.assertAlmostEqual(found.lands.width, made.width, delta=0.2)
        back = above_when_pitched(offset=found.offset, **given_)
        assert back is not None
        self.assertAlmostEqual(back, above, delta=0.2)
        low, high, bottom, top = found.raster
        self.assertAlmostEqual(found.lit, (low + high) * (top - bottom))
        self.assertEqual(low < high, pitch > 0)

    def test_no_tilt_where_none_is_wanted_or_none_will_do(self) -> None:
        level = tilt_instead(width=2400.0, aspect=16 / 9, throw=3600.0, above=675.0, offset=0.5)
        assert level is not None
        self.assertAlmostEqual(level.pitch, 0.0, places=3)
        self.assertAlmostEqual(level.throw_ratio, 1.5, places=4)
        self.assertIsNone(tilt_instead(width=2400.0, aspect=16 / 9, throw=800.0, above=5000.0, offset=0.0))


PLACE = st.floats(-500, 5000)


class Beams(unittest.TestCase):
    BEAM = Beam((2000.0, 3600.0, 2050.0), (2000.0, 1180.0), 2214.0, 1245.0, 60.0)

    @given(PLACE, PLACE, PLACE, st.floats(1, 900), st.floats(1, 900), st.floats(1, 900))
    def test_a_box_is_struck_where_rays_meet_it(
        self, x: float, y: float, z: float, w: float, d: float, h: float
    ) -> None:
        """Brute force: slices every few millimetres; a slice that meets is inside what is said, and none outside it."""
        box = Span(x, x + w), Span(y, y + d), Span(z, z + h)
        found = struck(self.BEAM, *box)
        met = []
        for n in range(201):
            at = y + d * n / 200
            if not 60.0 <= at <= 3600.0:
                continue
            across, up = self.BEAM.at(at)
            if (
                across.least <= box[0].greatest
                and across.greatest >= box[0].least
                and up.least <= box[2].greatest
                and up.greatest >= box[2].least
            ):
                met.append(at)
        if found is None:
            self.assertEqual(met, [])
        elif met:
            self.assertAlmostEqual(found.least, met[0], delta=d / 100 + 1e-6)
            self.assertAlmostEqual(found.greatest, met[-1], delta=d / 100 + 1e-6)
        else:
            self.assertLess(found.greatest - found.least, d / 100 + 1e-6)

    def test_behind_lens_and_screen_is_clear_and_touching_counts(self) -> None:
        self.assertIsNone(struck(self.BEAM, Span(0, 4000), Span(3601, 4000), Span(0, 2400)))
        self.assertIsNone(struck(self.BEAM, Span(0, 4000), Span(-100, 59), Span(0, 2400)))
        self.assertIsNotNone(struck(self.BEAM, Span(2000 + 1107, 4000), Span(60, 60), Span(0, 2400)))
        self.assertIsNone(struck(self.BEAM, Span(2000 + 1107.1, 4000), Span(60, 60), Span(0, 2400)))


class Windows(unittest.TestCase):
    @given(
        st.floats(0.9, 1.8),
        st.floats(1.0, 1.6),
        st.floats(1500, 2300),
        st.sampled_from(["box", "diamond", "ellipse"]),
        st.floats(0, 0.9),
        st.floats(0.01, 0.4),
        st.booleans(),
    )
    def test_every_place_in_it_works_and_5_mm_outside_none_does(
        self, wide: float, zoom: float, lens_z: float, share: str, up: float, side: float, hung: bool
    ) -> None:
        lens, on = (wide, wide * zoom), LensOnPlate(92.0, 158.0, 84.0)
        window = ShiftWindow(up, up, side, share)
        found = mount_window(width=2214, height=1245, screen_y=60, image=(2000.0, 1180.0), lens=lens, on_plate=on, hung=hung,
                             lens_z=lens_z, window=window, room_depth=4400, body_behind_lens=365)  # fmt: skip

        def works(x: float, y: float) -> tuple[bool, bool]:
            lens_x = x - on.right if hung else x + on.right
            throw = y - on.forward - 60
            body = 4400 - (throw + 60) - 365 - 100 >= -1e-6
            thrown = throw > 0 and throw_level(throw, 2214, lens, half_width=0.0) is not Level.STOP and body
            need = shift_need(
                width=2214, height=1245, image=(2000.0, 1180.0), lens=(lens_x, lens_z), window=window, hung=hung
            )
            return thrown, need.inside

        if found.y is not None and zoom > 1.0:
            for y, inside in ((found.y[0], True), (found.y[1], True), (found.y[0] - 5, False), (found.y[1] + 5, False)):
                self.assertEqual(works(2000.0, y)[0], inside, (y, found))
        if found.x is not None:
            for x, inside in (
                (found.x[0] + 1e-6, True),
                (found.x[1] - 1e-6, True),
                (found.x[0] - 5, False),
                (found.x[1] + 5, False),
            ):
                self.assertEqual(works(x, 3000.0)[1], inside, (x, found))
        else:
            self.assertFalse(any(works(float(x), 3000.0)[1] for x in range(1000, 3000, 50)))


class CabinetsAndFilms(unittest.TestCase):
    def test_a_millimetre_farther_is_what_two_places_differ_by(self) -> None:
        """By the difference of two cabinets, one a millimetre farther: the picture grows about its lower edge's ray."""
        one = sensitivity(throw_ratio=0.235, aspect=16 / 9, bottom_gap=0.16)
        widths = [throw / 0.235 for throw in (520.0, 521.0)]
        heights = [width * 9 / 16 for width in widths]
        self.assertAlmostEqual(one.wider, widths[1] - widths[0])
        self.assertAlmostEqual(one.bottom_up, 0.16 * (heights[1] - heights[0]))
        self.assertAlmostEqual(one.top_up, 1.16 * (heights[1] - heights[0]))
        down, left = bump(throw=520.0, above=1290.0, right=640.0, towards=2.0)
        self.assertAlmostEqual(down, 1290 - 1290 * 518 / 520)  # a ray from the lens, cut 2 mm earlier
        self.assertAlmostEqual(left, 640 - 640 * 518 / 520)

    def test_a_cabinet_in_its_wall_is_a_stop(self) -> None:
        given = {
            "width": 1000.0,
            "height": 562.0,
            "throw_ratio": 0.25,
            "depth": 350.0,
            "cabinet_height": 120.0,
            "bottom_gap": 0.1,
        }
        near = cabinet(datum_to_back=260.0, stand_off=0.0, **given)
        self.assertEqual((near.level, near.back_to_wall), (Level.STOP, -10.0))
        self.assertEqual(cabinet(datum_to_back=260.0, stand_off=10.0, **given).level, Level.GOOD)

    @given(st.floats(1.78, 2.8), st.floats(0.9, 2.0), st.floats(1.0, 2.2), st.floats(600, 1500))
    def test_both_settings_lie_in_the_lens_from_every_place_that_is_named(
        self, scope: float, wide: float, zoom: float, height: float
    ) -> None:
        lens = (wide, wide * zoom)
        found = by_zoom(height=height, scope=scope, lens=lens)
        self.assertEqual(found.possible, found.zoom <= zoom * (1 + 1e-12))
        if found.possible:
            for throw in (found.span.least, found.span.greatest):
                for width in (height * 16 / 9, height * scope):
                    self.assertTrue(lens[0] - 1e-9 <= throw / width <= lens[1] + 1e-9)

    def test_what_is_not_square_names_its_cause(self) -> None:
        for sides, word in (
            ((2206.0, 2224.0, 1247.0, 1247.0), "pitched down"),
            ((2224.0, 2206.0, 1247.0, 1247.0), "pitched up"),
            ((2214.0, 2214.0, 1260.0, 1247.0), "left side is farther"),
            ((2214.0, 2214.0, 1247.0, 1247.0), ""),
        ):
            top, bottom, left, right = sides
            found = squareness((2541.0, 2541.0), top=top, bottom=bottom, left=left, right=right)
            told = cause(found, top=top, bottom=bottom, left=left, right=right)
            self.assertTrue(word in told if word else told == "", told)
        rolled = squareness((2541.0, 2550.0), top=2214.0, bottom=2214.0, left=1247.0, right=1247.0)
        self.assertEqual(rolled.levels[0], Level.MIND)


if __name__ == "__main__":
    unittest.main()
