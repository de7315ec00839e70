"""The demonstration jobs: invented people in invented rooms, planned with the shelf's invented gear."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.core.apply import apply
from oval_room.core.brief.commands import PutBrief
from oval_room.core.commands import Command, Stamp
from oval_room.core.evaluate import evaluate, stage_figures
from oval_room.core.job.commands import Choose, Settle
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.survey.commands import PutScene, PutSeat, PutThing
from oval_room.core.survey.room_commands import PutMade, PutRoom
from oval_room.demo.gear import SHELF, edition
from oval_room.demo.rigged import attic_desk, garden_room, table_cabinet
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from oval_room.demo.walled import library_wall
from oval_room.demo.wired import bedroom_wired, boat_shed_wired, chapel_wired, loft_wired

FEET = Writing(unit="in", style="feet", steps_per_inch=16, instrument="tape")
METRIC = Writing(unit="mm", style="mm", instrument="laser")
STAMP = Stamp("Wil Harrowgate", "2026-09-14T16:20:00")


def read(value: float, instrument: str = "tape") -> Typed:
    return Typed.model_validate({"value": value, "source": "read", "instrument": instrument})


def inch(value: float) -> Typed:
    return read(value * 25.4)


def planned(plan: Plan, steps: Sequence[Command]) -> Plan:
    for step in steps:
        plan = apply(plan, step, SHELF, STAMP)
    return plan


def chapel_flat() -> Plan:
    """A converted chapel flat: scope screen that drops before a wall TV, two rows, a projector hung too near the
    screen."""
    plan = new_plan("Chapel flat", client="Mara Penhallick", place="3 Sexton Row, Low Dunmarrow", writing=FEET)
    x = 82.0
    plan = planned(
        plan,
        [
            PutBrief(
                who="two, and friends on Fridays",
                film=3,
                sport=1,
                budget=9500,
                must_stay="oak sideboard",
                cables="loft hatch over row 2",
            ),
            PutRoom(width=inch(164), depth=inch(228), height=inch(112), finish="furnished", wall="masonry"),
            PutThing(
                id="t1",
                name="oak sideboard",
                kind="furniture",
                x_from=x * 25.4 - 850,
                x_to=x * 25.4 + 850,
                y_from=0,
                y_to=450,
                z_to=530,
            ),
            PutMade(surface="ceiling", kind="joists"),
            PutSeat(id="s1", name="seat 1a", row=1, x=inch(x - 26), y=inch(128), eye=inch(42)),
            PutSeat(id="s2", name="seat 1b", row=1, x=inch(x), y=inch(128), eye=inch(42)),
            PutSeat(id="s3", name="seat 1c", row=1, x=inch(x + 26), y=inch(128), eye=inch(42)),
            PutSeat(
                id="s4", name="seat 2a", row=2, x=inch(x - 15), y=inch(176), eye=inch(44), floor=inch(8), kind="upright"
            ),
            PutSeat(
                id="s5", name="seat 2b", row=2, x=inch(x + 15), y=inch(176), eye=inch(44), floor=inch(8), kind="upright"
            ),
            Choose(main_seat="s2", size_school="cinema"),
            PutScene(id="k1", ceiling=read(0.4, "laser")),
            PutScene(id="k2", ceiling=read(9, "laser"), side=read(6, "laser")),
            TakeGear(id="p1", gear=edition("Wendover Cloth Drop 240 scope")),
            PutPicture(id="p1", name="scope cloth", x=x * 25.4, y=160, bottom=43.5 * 25.4),
            TakeGear(id="p2", gear=edition("Tarnbeck Slate 65")),
            PutPicture(id="p2", name="wall TV", x=x * 25.4, y=60, bottom=29 * 25.4, mount=edition("Ironlark Flat 600")),
            PutProjector(
                id="j1",
                shows="p1",
                gear=edition("Quillmark Heron 2"),
                mount=edition("Ironlark Stem short"),
                hung=True,
                x=x * 25.4,
                y=117 * 25.4,
                z=99 * 25.4,
                mode=0.65,
            ),
        ],
    )
    report = evaluate(plan, SHELF)
    return apply(plan, Settle(stage="survey", figures=stage_figures(report, "survey")), SHELF, STAMP)


def bedroom_breast() -> Plan:
    """A bedroom TV over a chimney breast, watched from the pillows; holes placed, picture settled and upset since."""
    plan = new_plan("Bedroom over the breast", client="Ned Carrowmoor", place="Tithe End, Marl Lane", writing=METRIC)
    plan = planned(
        plan,
        [
            PutBrief(who="two, from bed", film=1, sport=0.5, budget=1500, must_stay="mantel shelf"),
            PutRoom(
                width=read(3860, "laser"),
                depth=read(4120, "laser"),
                height=read(2410, "laser"),
                finish="white",
                wall="masonry",
            ),
            PutThing(
                id="t1",
                name="chimney breast",
                kind="breast",
                x_from=1150,
                x_to=2710,
                y_from=0,
                y_to=360,
                z_to=2410,
                flue="dead, capped above the roof, clay lining sound to 1 m",
            ),
            PutThing(
                id="t2",
                name="mantel shelf",
                kind="furniture",
                x_from=1100,
                x_to=2760,
                y_from=360,
                y_to=540,
                z_from=1020,
                z_to=1060,
            ),
            PutSeat(
                id="s1",
                name="left pillow",
                row=1,
                x=read(1580, "laser"),
                y=read(3650, "laser"),
                eye=read(960),
                kind="bed",
            ),
            PutSeat(
                id="s2",
                name="right pillow",
                row=1,
                x=read(2280, "laser"),
                y=read(3650, "laser"),
                eye=read(960),
                kind="bed",
            ),
            Choose(main_seat="s1", size_school="lounge", height_school="centre"),
            PutScene(id="k2", name="bedside lamps", ceiling=read(4, "laser"), side=read(12, "laser")),
            TakeGear(id="p1", gear=edition("Tarnbeck Ember 55")),
            PutPicture(id="p1", name="bedroom TV", x=1930, y=420, bottom=1160, mount=edition("Ironlark Tilt 600")),
        ],
    )
    report = evaluate(plan, SHELF)
    for stage in ("survey", "picture", "fixing"):
        plan = apply(plan, Settle(stage=stage, figures=stage_figures(report, stage)), SHELF, STAMP)
    return apply(plan, PutPicture(id="p1", bottom=1185, label="Bottom edge 1160 → 1185 mm"), SHELF, STAMP)


DEMO_AUTHOR = STAMP.by


def demo_jobs() -> list[Plan]:
    """Every demonstration job, the one with the plain mistake last so that it lies on the table."""
    return [
        bedroom_wired(bedroom_breast()),
        attic_desk(),
        table_cabinet(),
        garden_room(),
        library_wall(),
        loft_wired(loft_cinema()),
        boat_shed_wired(boat_shed_den()),
        chapel_wired(chapel_flat()),
    ]
