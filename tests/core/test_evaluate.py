"""The whole report: twins, mirrors, cures that cure, what is reused, and the demonstration's mistake."""

from __future__ import annotations

import math
import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.delta import compare
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.evaluate import Evaluator, evaluate, stage_figures
from oval_room.core.figures import put_in, show_figure
from oval_room.core.fixing.study import FixingResult
from oval_room.core.job.commands import Choose, PutWriting, Settle
from oval_room.core.levels import Level
from oval_room.core.parts import COMMAND, KINDS, STUDIES
from oval_room.core.plan.changes import changes, restore
from oval_room.core.plan.document import Plan, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.says import ThrowCode
from oval_room.core.projection.study import ThrowResult
from oval_room.core.report import Report
from oval_room.core.screens.commands import PutPicture
from oval_room.core.solve.cures import cures_that_cure
from oval_room.core.survey.commands import PutSeat, PutThing
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.survey.says import SurveyCode
from oval_room.core.survey.study import SurveyResult
from oval_room.core.viewing.says import ViewingCode
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF, edition
from oval_room.demo.jobs import bedroom_breast, chapel_flat, demo_jobs
from oval_room.demo.shop import WHOLE
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from tests import long
from tests.core.examples import EXAMPLE_PLANS
from tests.core.making import COMMANDS
from tests.core.projection.test_ultra_short import plan as ultra_short
from tests.core.survey.rooms import room, say
from tests.core.test_figures import SHAPED

CHAPEL, BEDROOM = chapel_flat(), bedroom_breast()


def mirrored(plan: Plan) -> Plan:
    """The same room seen in a mirror: every x from the other wall."""
    width = plan.survey.room.width.value
    seats = {
        key: seat.model_copy(update={"x": seat.x.model_copy(update={"value": width - seat.x.value})})
        for key, seat in plan.survey.seats.items()
    }
    things = {
        key: thing.model_copy(update={"x_from": width - thing.x_to, "x_to": width - thing.x_from})
        for key, thing in plan.survey.things.items()
    }

    def turned(node: object) -> object:
        pose = node.pose  # type: ignore[attr-defined]
        return node.model_copy(update={"pose": pose.model_copy(update={"x": width - pose.x, "yaw": -pose.yaw})})  # type: ignore[attr-defined]

    scheme = plan.chosen.model_copy(
        update={
            "pictures": {key: turned(picture) for key, picture in plan.chosen.pictures.items()},
            "projectors": {key: turned(projector) for key, projector in plan.chosen.projectors.items()},
        }
    )
    survey = plan.survey.model_copy(update={"seats": seats, "things": things})
    return plan.model_copy(update={"survey": survey, "schemes": {**plan.schemes, plan.scheme: scheme}})


def verdicts(report: Report) -> dict[str, Level]:
    return {finding.key: finding.level for finding in report.findings}


def changed(plan: Plan, *commands: Command) -> Plan:
    for command in commands:
        plan = apply(plan, command, SHELF)
    return plan


class Reports(unittest.TestCase):
    def test_no_two_studies_are_of_one_name(self) -> None:
        """What they found is kept by it; nor do two give one kind of result."""
        for names in ([study.name for study in STUDIES], [study.gives for study in STUDIES]):
            self.assertEqual(len(set(names)), len(names))

    def test_the_chapel_flat_has_its_one_plain_mistake(self) -> None:
        report = evaluate(CHAPEL, SHELF)
        self.assertEqual([f.code for f in report.findings if f.level is Level.STOP], [ThrowCode.THROW])
        self.assertEqual(report.findings[0].code, ThrowCode.THROW)

    def test_the_bedroom_is_upset_since_it_was_settled(self) -> None:
        upset = evaluate(BEDROOM, SHELF).upset
        self.assertEqual(set(upset), {"picture", "fixing"})
        first = upset["picture"][0]
        self.assertEqual((first.figure, first.was, first.now), ("picture.p1.bottom", 1160, 1185))

    def test_settled_again_is_no_longer_upset(self) -> None:
        figures = stage_figures(evaluate(BEDROOM, SHELF), "picture")
        plan = apply(BEDROOM, Settle(stage="picture", figures=figures), SHELF)
        self.assertNotIn("picture", evaluate(plan, SHELF).upset)
        nudged = apply(plan, PutPicture(id="p1", bottom=1185.4), SHELF)
        self.assertNotIn("picture", evaluate(nudged, SHELF).upset)  # within the ruler's step

    def test_metric_and_imperial_twins(self) -> None:
        for plan in (CHAPEL, BEDROOM):
            twin = apply(plan, PutWriting(unit="mm", style="mm"), SHELF)
            other = apply(plan, PutWriting(unit="in", style="inches"), SHELF)
            self.assertEqual(verdicts(evaluate(twin, SHELF)), verdicts(evaluate(other, SHELF)))

    def test_a_mirrored_room_mirrors_the_report(self) -> None:
        shifted = changed(
            CHAPEL,
            PutSeat(id="s1", x=Typed(value=900)),
            PutPicture(id="p1", x=2300, yaw=6),
            PutProjector(id="j1", x=2500),
        )
        for plan in (CHAPEL, BEDROOM, shifted):
            one, other = evaluate(plan, SHELF), evaluate(mirrored(plan), SHELF)
            self.assertEqual(verdicts(one), verdicts(other))
            for key, figure in one.figures.items():
                if "shift_s" in key or figure.kind.pattern in (KINDS["hole_x"].pattern, KINDS["plate_x"].pattern):
                    continue  # these have a side
                twin = other.figures[key].value
                with self.subTest(key):
                    if figure.value is None or twin is None:
                        self.assertEqual(figure.value, twin)
                    else:
                        self.assertAlmostEqual(figure.value, twin, places=6)
            shift = one.figures.get("projector.j1.shift_s")
            if shift:
                self.assertAlmostEqual(shift.value or 0, -(other.figures["projector.j1.shift_s"].value or 0), places=9)

    @settings(max_examples=long(80), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(COMMANDS, max_size=6))
    def test_any_plan_gives_finite_figures_and_words(self, commands: list[Command]) -> None:
        plan = CHAPEL
        for command in commands:
            try:
                plan = apply(plan, command, SHELF)
            except (RefusedError, MissingError):
                continue
        report, words = evaluate(plan, SHELF), Words(plan)
        for figure in report.figures.values():
            self.assertTrue(figure.value is None or math.isfinite(figure.value), figure.key)
            self.assertNotIn("nan", (show_figure(figure, words.ruler) + put_in(figure, words.ruler)).lower())
        for finding in report.findings:
            text = words.finding(finding)
            self.assertTrue(text.endswith((".", "2", "65", "110")), text)
            self.assertNotIn("!", text)
            for cure in finding.cures:
                self.assertTrue(words.cure(cure))

    @settings(max_examples=30, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.lists(COMMANDS, max_size=4))
    def test_every_cure_cures_and_makes_no_stop(self, commands: list[Command]) -> None:
        plan = CHAPEL
        for command in commands:
            try:
                plan = apply(plan, command, SHELF)
            except (RefusedError, MissingError):
                continue
        report = evaluate(plan, SHELF)
        for finding in report.findings:
            for tried in cures_that_cure(plan, SHELF, report, finding):
                after = evaluate(apply(plan, tried.cure.command, SHELF), SHELF)
                still = after.find(finding.key)
                self.assertTrue(still is None or still.level.rank > finding.level.rank, (finding.key, tried.cure.kind))
                self.assertLessEqual(after.stops(), report.stops())
                for key, picture in tried.plan.chosen.pictures.items():
                    if picture != plan.chosen.pictures.get(key):
                        self.assertGreaterEqual(picture.bottom, 0, tried.cure.kind)

    def test_no_cure_puts_a_picture_through_the_floor(self) -> None:
        """A 7 m picture asks its lens for a drop that no room has: what is left to offer can be built."""
        plan = changed(loft_cinema(), PutPicture(id="p1", width=Typed(value=7000)))
        report = evaluate(plan, SHELF)
        offered = [(f, cure) for f in report.findings for cure in f.cures]
        under = [
            (f, cure) for f, cure in offered if isinstance(cure.command, PutPicture) and (cure.command.bottom or 0) < 0
        ]
        self.assertTrue(under)  # the rule itself knows no floor
        for finding, cure in under:
            self.assertNotIn(cure, [tried.cure for tried in cures_that_cure(plan, SHELF, report, finding)])

    def test_no_cure_makes_a_picture_that_nobody_makes(self) -> None:
        """From 58 m the 26° of a lounge are 2·58·tan 13° = 26.8 m across, over 20 m corner to corner: the seat is moved."""
        plan = say(room(outline="room 9 m x 60 m"), "seat 58 m", "tv 98")
        found = next(one for one in evaluate(plan, SHELF).findings if one.code.name == "ANGLE")
        self.assertEqual([cure.kind.name for cure in found.cures], ["ROW_OUT"])

    def test_a_riser_for_more_seats_than_one_command_holds(self) -> None:
        """Eight rows of twelve: what lifts row 2 and all behind it is one step all the same, can be stored, and is undone as one."""
        plan = say(
            room(outline="room 12000 x 14000", also=("ceiling 3200",)),
            "screen 150",
            "bottom 500",
            "seat 4000",
            "seats 12",
        )
        for n in range(2, 9):
            plan = say(plan, f"row {n} {3000 + 1000 * n}")
        self.assertEqual(len(plan.survey.seats), 96)
        report = evaluate(plan, SHELF)
        finding = report.find("row_in_front/p1")
        assert finding
        riser = next(cure for cure in finding.cures if cure.kind == "riser")
        self.assertEqual(COMMAND.validate_json(riser.command.model_dump_json()), riser.command)
        lifted = apply(plan, riser.command, SHELF)
        row = int(riser.name.split()[1])
        for key, seat in lifted.survey.seats.items():
            self.assertEqual(seat.floor.value > plan.survey.seats[key].floor.value, seat.row >= row, key)
        self.assertEqual(restore(lifted, changes(plan, lifted)), plan)

    def test_findings_of_several_pictures_name_theirs(self) -> None:
        one = say(room(outline="room 4000 x 5000"), "seat 2000", "tv 65", "bottom 1800")
        two = say(one, "another tv 43")
        for plan, named in ((one, False), (two, True)):
            told = [
                Words(plan).finding(f)
                for f in evaluate(plan, SHELF).findings
                if f.code in (ViewingCode.NECK, ViewingCode.TOP_EDGE)
            ]
            self.assertTrue(told)
            for text in told:
                self.assertEqual("TV" in text, named, text)

    def test_both_cures_of_a_throw_that_does_not_fit(self) -> None:
        report = evaluate(CHAPEL, SHELF)
        tried = cures_that_cure(CHAPEL, SHELF, report, report.findings[0])
        self.assertEqual([one.cure.kind for one in tried], ["lens out"])  # the cloth was bought as it is
        self.assertEqual(evaluate(tried[0].plan, SHELF).stops(), set())
        bare = changed(CHAPEL, PutPicture(id="p1", width=Typed(value=2400.1, source="chosen")))
        report = evaluate(bare, SHELF)
        tried = cures_that_cure(bare, SHELF, report, report.findings[0])
        self.assertEqual([one.cure.kind for one in tried][:2], ["lens out", "picture width, moved"])

    def test_a_short_room_offers_the_smaller_picture(self) -> None:
        bare = PutPicture(id="p1", width=Typed(value=2400.1, source="chosen"))
        short = changed(CHAPEL, PutRoom(depth=Typed(value=3700)), bare)
        self.assertIn("body/j1/p1", evaluate(changed(short, PutProjector(id="j1", y=3400)), SHELF).stops())
        report = evaluate(short, SHELF)
        kinds = {
            t.cure.kind
            for f in report.findings
            if f.code is ThrowCode.THROW
            for t in cures_that_cure(short, SHELF, report, f)
        }
        self.assertTrue(kinds & {"lens back and width", "picture width, moved", "picture width"})

    def test_unchanged_studies_are_not_run_again(self) -> None:
        evaluator = Evaluator()
        before = evaluator(CHAPEL, SHELF)
        moved = evaluator(apply(CHAPEL, PutProjector(id="j1", z=2400), SHELF), SHELF)
        self.assertIs(moved.of(SurveyResult), before.of(SurveyResult))
        self.assertIsNot(moved.of(ThrowResult), before.of(ThrowResult))
        self.assertEqual(evaluate(CHAPEL, SHELF).figures, evaluator(CHAPEL, SHELF).figures)

    def test_an_empty_job_says_what_to_type(self) -> None:
        plan = new_plan("x")
        report, words = evaluate(plan, SHELF), Words(plan)
        self.assertEqual(
            {f.code for f in report.findings}, {SurveyCode.NO_SEATS, ViewingCode.NO_PICTURE, SurveyCode.ROOM_ASSUMED}
        )
        self.assertIn("seat", " ".join(words.finding(f) for f in report.findings))

    def test_every_kind_of_figure_is_made_somewhere(self) -> None:
        upright = changed(CHAPEL, PutProjector(id="j1", hung=False))
        made = {
            figure.kind.pattern
            for figure in evaluate(
                ultra_short("lens up 555", "memory match 16:9", "boxed hush-box"), WHOLE
            ).figures.values()
        }
        made |= {
            figure.kind.pattern
            for plan in (CHAPEL, BEDROOM, upright, boat_shed_den(), BOX, *SHAPED, *EXAMPLE_PLANS)
            for figure in evaluate(plan, WHOLE).figures.values()
        }
        self.assertEqual({kind.pattern for kind in KINDS.values()} - made, set())


BOX = room("w2 5001", "w3 4001", "diagonal 6404", outline="room 4000 x 5000")


class Flips(unittest.TestCase):
    """A verdict turns where the finding says it does."""

    def test_findings_by_a_change(self) -> None:
        table = (
            ("seat outside", [PutSeat(id="s1", x=Typed(value=9000))], "seat_outside/s1", Level.STOP),
            ("head at ceiling", [PutRoom(height=Typed(value=1100))], "head_at_ceiling/s1", Level.STOP),
            ("seat behind", [PutSeat(id="s1", y=Typed(value=50))], "seat_behind/p1/s1", Level.STOP),
            ("too wide", [PutPicture(id="p1", width=Typed(value=4600))], "too_wide/p1", Level.STOP),
            ("off the ladder", [PutPicture(id="p1", bottom=300)], "off_ladder/p1", Level.STOP),
            ("no height works", [PutThing(id="t1", z_to=2300)], "ladder_conflict/p2", Level.STOP),
            ("coarse", [PutPicture(id="p1", pixels=(640, 360))], "coarse/p1", Level.MIND),
            ("shift runs out", [PutProjector(id="j1", x=900)], "shift/j1/p1", Level.STOP),
            ("lens behind", [PutProjector(id="j1", y=100)], "lens_behind/j1/p1", Level.STOP),
            ("lens above", [PutProjector(id="j1", z=3200)], "lens_in_room/j1/p1", Level.STOP),
            ("pole too short", [PutProjector(id="j1", z=2800)], "pole/j1/p1", Level.STOP),
            ("pole too long", [PutProjector(id="j1", z=1900)], "pole/j1/p1", Level.STOP),
            ("row in front", [PutSeat(id="s4", floor=Typed(value=0)), PutPicture(id="p1", bottom=700)], "row_in_front/p1", Level.MIND),
            ("dim", [PutProjector(id="j1", mode=0.05)], "dim/p1", Level.MIND),
            ("no projector", [PutPicture(id="p3", kind="screen", width=Typed(value=2000))], "no_projector/p3", Level.NOTE),
            ("thing outside", [PutThing(id="t1", x_to=9000)], "thing_outside/t1/x", Level.MIND),
        )  # fmt: skip
        for name, commands, key, level in table:
            with self.subTest(name):
                report = evaluate(changed(CHAPEL, *commands), SHELF)
                found = report.find(key)
                self.assertIsNotNone(found, sorted(f.key for f in report.findings))
                assert found is not None
                self.assertIs(found.level, level)

    def test_throw_flips_at_the_printed_distance(self) -> None:
        report = evaluate(CHAPEL, SHELF)
        nearest = report.of(ThrowResult).throws["j1"].span.least
        screen = CHAPEL.chosen.pictures["p1"].pose.y
        step = CHAPEL.writing.ruler.step
        safe = CHAPEL.writing.ruler.safe(nearest, "least")
        for throw, level in ((safe, Level.MIND), (safe - step, Level.STOP)):
            plan = apply(CHAPEL, PutProjector(id="j1", y=screen + throw), SHELF)
            found = evaluate(plan, SHELF).find("throw/j1/p1")
            assert found is not None
            self.assertIs(found.level, level)

    def test_the_scope_cloth_lights_a_raster_taller_than_itself(self) -> None:
        """2400 × 1000 on a 16:9 projector: 2400 wide, 1350 tall; the throw ratio is that of the width."""
        throw = evaluate(CHAPEL, SHELF).of(ThrowResult).throws["j1"]
        self.assertAlmostEqual(throw.raster[0], 2400)
        self.assertAlmostEqual(throw.raster[1], 1350)

    def test_hole_rows_of_the_wall_tv(self) -> None:
        """By hand: top of frame = 29\" + 809.3 + 8 mm; t and r from the shelf."""
        holes = evaluate(CHAPEL, SHELF).of(FixingResult).holes["p2"]
        panel = SHELF[edition("Tarnbeck Slate 65")]
        top = 29 * 25.4 + panel.height + 8  # type: ignore[union-attr]
        self.assertAlmostEqual(holes.top, top, places=3)
        self.assertAlmostEqual(holes.upper_row, top - panel.top_to_vesa - 12.7, places=3)  # type: ignore[union-attr, operator]

    def test_the_delta_line(self) -> None:
        after = apply(CHAPEL, PutProjector(id="j1", y=3700), SHELF)
        delta = compare(evaluate(CHAPEL, SHELF), evaluate(after, SHELF), CHAPEL.writing.ruler, ("p1", "s2", "j1"))
        self.assertTrue(delta.text.startswith("throw 9' 2 11/16\" → 11' 7 3/8\""), delta.text)
        self.assertTrue(delta.text.endswith("one stop cleared, one mind cleared"), delta.text)
        self.assertEqual(compare(evaluate(CHAPEL, SHELF), evaluate(CHAPEL, SHELF), CHAPEL.writing.ruler).text, "")

    def test_schools_change_the_verdict(self) -> None:
        lounge = apply(CHAPEL, Choose(size_school="lounge"), SHELF)
        found = evaluate(lounge, SHELF).find("angle/p1")
        assert found is not None
        self.assertEqual((found.more["side"], found.level), ("over", Level.MIND))

    def test_every_demonstration_job_can_be_opened(self) -> None:
        for plan in demo_jobs():
            self.assertEqual(plan.gear_used() - set(WHOLE), set())
            self.assertTrue(evaluate(plan, SHELF).figures)
