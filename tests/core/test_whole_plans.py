"""What holds in any room: pulled one way, a figure never goes the other; told by whole reports, not by the rules one by one."""

from __future__ import annotations

import itertools
import unittest

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed, chosen
from oval_room.core.report import Report
from oval_room.core.screens.commands import PutPicture
from oval_room.core.solve.size_table import size_table
from oval_room.core.survey.commands import PutOpening, PutScene, PutSeat, PutThing
from oval_room.core.survey.room_commands import PutRoom
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.seat_map import RULES, seat_map
from oval_room.core.viewing.study import ViewResult
from oval_room.demo.gear import SHELF
from tests import long
from tests.core.survey.rooms import room, say

SETTINGS = settings(max_examples=long(25), deadline=None, suppress_health_check=[HealthCheck.too_slow])


@st.composite
def plans(draw: st.DrawFn, screen: bool | None = None) -> Plan:
    """An ordinary room with a picture, two rows and a window behind them."""
    width, depth, height = draw(st.integers(3200, 6000)), draw(st.integers(5500, 8000)), draw(st.integers(2300, 3000))
    out = draw(st.integers(2200, depth - 2600))
    lines = [
        f"seat {out}",
        f"across {draw(st.integers(900, width - 900))}",
        f"eye {draw(st.integers(950, 1300))}",
        f"row 2 {out + draw(st.integers(800, 1500))}",
    ]
    projected = draw(st.booleans()) if screen is None else screen
    lines += (
        [f"screen {draw(st.integers(60, 100))}", "projector Heron"]
        if projected
        else [f"tv {draw(st.sampled_from(['Ember 65', 'Slate 55', 'Slate 75']))}"]
    )
    lines += [
        f"bottom {draw(st.integers(500, 1000))}",
        f"window w3 at 600, 1200 x 1100 sill {draw(st.integers(700, 1000))}",
    ]
    return say(room(outline=f"room {width} x {depth}", also=(f"ceiling {height}",)), *lines)


def after(plan: Plan, *commands: Command) -> Report:
    for command in commands:
        plan = apply(plan, command, SHELF)
    return evaluate(plan, SHELF)


def figures(report: Report, pattern: str) -> dict[str, float]:
    return {key: figure.value for key, figure in report.figures.items() if pattern in key and figure.value is not None}


class Always(unittest.TestCase):
    def no_less(self, before: Report, now: Report, pattern: str, times: int = 1) -> None:
        """Every figure of a kind that both reports have is as great as before, or with times -1 as little."""
        one, other = figures(before, pattern), figures(now, pattern)
        shared = one.keys() & other.keys()
        self.assertTrue(shared, pattern)
        for key in shared:
            self.assertLessEqual(times * one[key], times * other[key] + 1e-9 * abs(one[key]), key)

    @SETTINGS
    @given(plans(), st.integers(50, 900))
    def test_nearer_is_never_fewer_degrees_nor_more_pixels_in_one(self, plan: Plan, by: int) -> None:
        """The whole audience comes forward; who sits square on gains, and so does everybody not far to the side."""
        seats = plan.survey.seats
        before = after(plan, *(PutSeat(id=key, x=chosen(plan.chosen.pictures["p1"].pose.x)) for key in seats))
        now = after(
            plan,
            *(
                PutSeat(id=key, x=chosen(plan.chosen.pictures["p1"].pose.x), y=chosen(seat.y.value - by))
                for key, seat in seats.items()
            ),
        )
        self.no_less(before, now, ".angle.seat.")
        self.no_less(before, now, ".sharpness.", -1)

    @SETTINGS
    @given(plans(screen=True), st.integers(10, 900))
    def test_bigger_is_never_brighter(self, plan: Plan, by: int) -> None:
        width = plan.chosen.pictures["p1"].width.value
        before, now = after(plan), after(plan, PutPicture(id="p1", width=chosen(width + by)))
        self.no_less(before, now, ".white", -1)
        self.no_less(before, now, ".angle.seat.")

    @SETTINGS
    @given(plans(), st.integers(5, 600))
    def test_a_higher_picture_never_sinks_behind_a_head(self, plan: Plan, by: int) -> None:
        before, now = after(plan), after(plan, PutPicture(id="p1", bottom=plan.chosen.pictures["p1"].bottom + by))
        for key, over in before.of(ViewResult).pictures["p1"].over.items():
            self.assertGreaterEqual(
                now.of(ViewResult).pictures["p1"].over[key].sight.clearance, over.sight.clearance - 1e-9, key
            )
        self.no_less(before, now, ".neck.")
        self.no_less(before, now, ".top_angle.")

    @SETTINGS
    @given(
        plans(), st.sampled_from([("white", "furnished"), ("furnished", "dark"), ("white", "dark")]), st.floats(0.1, 1)
    )
    def test_a_darker_room_never_lowers_contrast(self, plan: Plan, finishes: tuple[str, str], share: float) -> None:
        light, dark = finishes
        self.no_less(after(plan, PutRoom(finish=light)), after(plan, PutRoom(finish=dark)), ".contrast.scene.")
        scenes = plan.survey.scenes
        dimmed = [PutScene(id=key, side=Typed(value=scene.side.value * share)) for key, scene in scenes.items()]
        self.no_less(after(plan), after(plan, *dimmed), ".contrast.scene.")

    @SETTINGS
    @given(plans(), st.integers(300, 900), st.integers(5, 300))
    def test_more_in_the_way_never_widens_the_ladder(self, plan: Plan, top: int, by: int) -> None:
        standing = say(plan, f"furniture {top}")
        key = next(key for key, thing in standing.survey.things.items() if thing.z_to == top)
        before, now = after(standing), after(standing, PutThing(id=key, z_to=top + by))
        self.no_less(before, now, ".ladder.lo")
        lower = after(standing, PutRoom(height=Typed(value=plan.survey.room.height.value - by)))
        self.no_less(before, lower, ".ladder.hi", -1)

    @SETTINGS
    @given(plans(screen=False), st.sampled_from(["net", "curtain", "blind", "shutter", "blackout"]))
    def test_what_is_drawn_over_a_window_never_makes_glare_worse(self, plan: Plan, covering: str) -> None:
        bare = evaluate(plan, SHELF)
        drawn = after(plan, PutOpening(id="o1", covering=covering))
        self.assertEqual(figures(bare, ".glare."), figures(drawn, ".glare."))  # how much of it mirrors is geometry
        levels = [report.find("glare/p1") for report in (bare, drawn)]
        self.assertTrue(all(levels))
        self.assertGreaterEqual(levels[1].level.rank, levels[0].level.rank)  # type: ignore[union-attr]

    @SETTINGS
    @given(plans())
    def test_sizes_go_up_together(self, plan: Plan) -> None:
        rows = size_table(plan, SHELF, "p1", "s1", "k1")
        self.assertGreater(len(rows), 12)
        for one, other in itertools.pairwise(rows):
            self.assertLess((one.inches, one.width), (other.inches, other.width))
            self.assertLessEqual(one.angle or 0, other.angle or 0)
            self.assertGreaterEqual(one.per_degree or 0, other.per_degree or 0)
            self.assertGreaterEqual((one.fits_wall, one.fits_height), (other.fits_wall, other.fits_height))
        self.assertEqual(sum(row.now for row in rows), 1)

    @SETTINGS
    @given(plans())
    def test_no_row_of_the_map_is_better_than_the_best(self, plan: Plan) -> None:
        picture = plan.chosen.pictures["p1"]
        found = seat_map(plan.survey, picture, item=SHELF.get(picture.gear or ""), school=school_of(plan).school)
        self.assertEqual(found.passes.shape, (len(RULES), len(found.ys), len(found.xs)))
        self.assertEqual(found.count[found.floor].tolist(), found.passes.sum(axis=0)[found.floor].tolist())
        scores = {float(y): int(found.count[i][found.floor[i]].sum()) for i, y in enumerate(found.ys)}
        assert found.best_row is not None
        self.assertEqual(scores[min(scores, key=lambda y: abs(y - found.best_row))], max(scores.values()))
