"""The survey's own findings, the movers and the shown results of sums: limits open and closed."""

from __future__ import annotations

import unittest

from oval_room.core.apply import apply
from oval_room.core.findings import Code
from oval_room.core.plan.document import new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.solve.movers import movers_of
from oval_room.core.subject import Subject
from oval_room.core.sums.given import split_list
from oval_room.core.sums.registry import SUMS
from oval_room.core.sums.show import show_result
from oval_room.core.survey.commands import PutSeat, PutThing
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.survey.says import SurveyCode
from oval_room.core.survey.study import study_survey
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat

CHAPEL = chapel_flat()


def mm(value: float) -> Typed:
    return Typed(value=value, instrument="laser")


class Survey(unittest.TestCase):
    def codes(self, *commands: object) -> list[tuple[Code, str]]:
        plan = apply(
            apply(new_plan("x"), PutRoom(width=mm(4000), depth=mm(5000), height=mm(2400)), {}),
            PutSeat(id="s1", x=mm(2000), y=mm(3000), eye=mm(1080)),
            {},
        )
        for command in commands:
            plan = apply(plan, command, {})  # type: ignore[arg-type]
        found = study_survey(plan.survey, plan.writing.ruler).findings
        return [(finding.code, finding.key) for finding in found if finding.code is not SurveyCode.LIGHT_ASSUMED]

    def test_limits(self) -> None:
        table = (
            ("in order", [], []), ("eye at the wall", [PutSeat(id="s1", x=mm(4000))], [SurveyCode.SEAT_OUTSIDE]), ("just inside", [PutSeat(id="s1", x=mm(3999))], [SurveyCode.SEAT_AT_WALL]),
            ("before the wall", [PutSeat(id="s1", y=Typed(value=-1, source="chosen"))], [SurveyCode.SEAT_OUTSIDE]), ("crown at the ceiling", [PutSeat(id="s1", eye=mm(2270))], []),
            ("crown through it", [PutSeat(id="s1", eye=mm(2270.5))], [SurveyCode.HEAD_AT_CEILING]), ("raised through it", [PutSeat(id="s1", floor=mm(1200))], [SurveyCode.HEAD_AT_CEILING]),
            ("a thing too wide", [PutThing(id="t1", x_from=3000, x_to=4002)], [SurveyCode.THING_OUTSIDE]), ("a thing to the wall", [PutThing(id="t1", x_from=3000, x_to=4000)], []),
            ("a thing too high", [PutThing(id="t1", z_to=2402)], [SurveyCode.THING_OUTSIDE]),
        )  # fmt: skip
        for name, commands, codes in table:
            with self.subTest(name):
                self.assertEqual([code for code, _ in self.codes(*commands)], codes)

    def test_two_seats_outside_are_two_findings(self) -> None:
        keys = [key for _, key in self.codes(PutSeat(id="s1", x=mm(9000)), PutSeat(id="s2", x=mm(9000), y=mm(100)))]
        self.assertEqual(len(keys), len(set(keys)))

    def test_a_seat_outside_is_cured_by_its_own_cure(self) -> None:
        from oval_room.core.evaluate import evaluate

        plan = apply(CHAPEL, PutSeat(id="s1", x=mm(9000)), SHELF)
        report = evaluate(plan, SHELF)
        finding = report.find("seat_outside/s1")
        assert finding
        (tried,) = cures_that_cure(plan, SHELF, report, finding)
        self.assertLess(tried.plan.survey.seats["s1"].x.value, CHAPEL.survey.room.width.value)


class Movers(unittest.TestCase):
    def test_each_sets_what_it_says(self) -> None:
        """Setting a mover to a value makes that its value now; setting it to its value now changes nothing that shows."""
        subject = Subject("p1", "s4", "k1", "j1")
        movers = movers_of(CHAPEL, subject)
        self.assertEqual(
            [m.key for m in movers], ["bottom.p1", "row.2", "riser.2", "lens_out.j1", "lens_up.j1", "lens_along.j1"]
        )
        for mover in movers:
            middle = (mover.lo + mover.hi) / 2
            after = apply(CHAPEL, mover.set_to(middle), SHELF)
            with self.subTest(mover.key):
                self.assertAlmostEqual(next(m.now for m in movers_of(after, subject) if m.key == mover.key), middle)
                self.assertTrue(mover.lo <= mover.now <= mover.hi)

    def test_nothing_to_move_in_an_empty_job(self) -> None:
        self.assertEqual(movers_of(new_plan("x"), Subject()), [])


class ShownSums(unittest.TestCase):
    def test_results_are_shown_as_a_tape_reads(self) -> None:
        table = (
            ("throw.range", {"width_in": 88.5, "lens_range": [1.36, 1.71], "step_in": 0.0625}, "feet", "nearest_safe_mm", "10' 0 3/8\""),
            ("throw.range", {"width_mm": 2000, "lens_range": [1.36, 1.71]}, "mm", "farthest_safe_mm", "3420 mm"),
            ("light.contrast", {"white_cd_m2": 180, "kind": "oled", "panel_face": "glossy", "lux": 0}, "mm", "contrast", "beyond measure"),
            ("height.ladder_built", {"height_mm": 1245, "furniture_top_mm": 480, "ceiling_mm": 2440, "eye_z_mm": 1080, "distance_mm": 3300, "gaze_pitch_deg": 10}, "mm", "soft_range_mm", "530 mm to 1170 mm"),
            ("shift.need", {"width_mm": 2000, "height_mm": 1125, "image_centre_mm": [0, 0], "lens_mm": [0, 100], "limit_up_heights": 0.5, "limit_side_widths": 0.2, "share": "box"}, "mm", "inside", "yes"),
            ("view.sharpness", {"width_mm": 2214, "pixels_across": 3840, "distance_mm": 3300, "use": "film"}, "mm", "pixel_pitch_mm", "0.58 mm"),
        )  # fmt: skip
        for name, given, style, key, text in table:
            shown = {one.key: one.text for one in show_result(SUMS[name], SUMS[name].work(given), style)}
            with self.subTest(name, key=key):
                self.assertEqual(shown[key], text)

    def test_typed_lists(self) -> None:
        for text, parts in (
            ("1; 2", ["1", "2"]),
            ("1.3, 1.9", ["1.3", "1.9"]),
            ("1.3 to 1.9", ["1.3", "1.9"]),
            ("2,85 m; 3 m", ["2,85 m", "3 m"]),
            (" ; ", []),
        ):
            self.assertEqual(split_list(text), parts)
        self.assertEqual(
            SUMS["throw.range"].from_typed({"lens_range": "1.36-1.71", "width": '88 1/2"'}),
            {"lens_range": [1.36, 1.71], "width_text": '88 1/2"'},
        )
        self.assertEqual(
            SUMS["height.tilt"].from_typed({"mount_tilt_down_deg": "-5; 15"}), {"mount_tilt_down_deg": [-5, 15]}
        )
