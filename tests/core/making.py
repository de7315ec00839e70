"""Random commands that a person could give to the demonstration jobs, for tests of undo, commits and drawings."""

from __future__ import annotations

from hypothesis import strategies as st

from oval_room.core.brief.commands import PutBrief
from oval_room.core.commands import Command, Several
from oval_room.core.job.commands import Accept, Choose, Decide, Drop, PutJob, PutScheme, PutWriting, Settle
from oval_room.core.levels import Level
from oval_room.core.plan.measure import Measure, Typed
from oval_room.core.plan.room import Corner, Slope
from oval_room.core.projection.commands import PutProjector
from oval_room.core.screens.commands import PutPicture, TakeGear
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.survey.commands import PutFind, PutOpening, PutPassage, PutScene, PutSeat, PutService, PutThing
from oval_room.core.survey.room_commands import PutDim, PutMade, PutOutline, PutRoom, Strike
from oval_room.demo.gear import SHELF
from tests.core.examples import EXAMPLE_RANDOM

TYPED = st.builds(
    Typed,
    value=st.integers(400, 5000).map(float),
    source=st.sampled_from(["read", "chosen"]),
    instrument=st.sampled_from(["laser", "tape"]),
    again=st.booleans(),
)
LENGTH = st.integers(-200, 6000).map(float)
SEATS = st.sampled_from(["s1", "s2", "s4", "s9"])
PICTURES = st.sampled_from(["p1", "p2", "p7"])
SHELF_KEYS = st.sampled_from(sorted(SHELF))

CORNERS = st.sampled_from(
    [
        (),
        ((0, 0), (4000, 0), (4000, 2000), (6000, 2000), (6000, 5000), (0, 5000)),
        ((0, 0), (1200, 0), (1200, 360), (2700, 360), (2700, 0), (4000, 0), (4000, 4500), (0, 4500)),
        ((0, 0), (3000, 0), (3000, 3000), (2400, 3500), (600, 3500), (0, 3000)),
        ((0, 0), (4000, 0), (2000, 3000)),
    ]
).map(lambda places: tuple(Corner(x=x, y=y) for x, y in places))
WALLS = st.sampled_from(["w1", "w2", "w3", "w5"])
DIMS = st.sampled_from(["w1", "w2", "w3", "w4", "w6", "c1c3", "c2c4", "h1", "h2", "h3", "f1", "p2"])
SURVEYING: st.SearchStrategy[Command] = st.one_of(
    st.builds(PutOutline, corners=CORNERS, walls=st.sampled_from([(), (Typed(value=4010, instrument="laser"),)])),
    st.builds(PutDim, id=DIMS, value=TYPED),
    st.builds(Strike, reading=st.sampled_from(["r1", "r2", "r9"]), back=st.booleans()),
    st.builds(PutMade, surface=st.sampled_from(["w1", "w3", "ceiling"]), kind=st.sampled_from(["timber", "joists", "board"])),
    st.builds(PutOpening, id=st.sampled_from(["o1", "o2"]), wall=WALLS, kind=st.sampled_from(["door", "window"]), along=TYPED, width=TYPED,
              after=st.none() | TYPED, swing=st.sampled_from(["none", "in, hinge left", "out, hinge right"])),
    st.builds(PutService, id=st.sampled_from(["u1", "u2"]), wall=WALLS, along=LENGTH, z=st.floats(0, 2400), to_z=st.none() | st.floats(0, 2400)),
    st.builds(PutFind, id=st.sampled_from(["f1", "f2", "f3"]), wall=st.sampled_from(["w2", "w3", "ceiling"]), at=LENGTH,
              how=st.sampled_from(["scanner", "pilot"]), hit=st.booleans()),
    st.builds(PutPassage, id=st.just("g1"), kind=st.sampled_from(["door", "turn", "lift"]), width=st.floats(300, 1500), height=st.floats(500, 2100)),
    st.builds(PutRoom, faces=st.floats(0, 359), latitude=st.floats(-60, 60), slopes=st.sampled_from(
        [(), (Slope(wall="w2", low=Measure(value=1000, source="read"), pitch=40),)])),
    st.builds(PutPicture, id=PICTURES, x=LENGTH, y=LENGTH, yaw=st.sampled_from([0.0, 90.0, -90.0, 180.0, 45.0])),
)  # fmt: skip
"""Commands that reshape the room and what is known of it."""

SINGLE: st.SearchStrategy[Command] = st.one_of(
    SURVEYING,
    *EXAMPLE_RANDOM,
    st.builds(PutJob, name=st.sampled_from(["One", "Other"]), state=st.sampled_from(["planning", "agreed"])),
    st.builds(Decide, scheme=st.none() | st.sampled_from(["v1", "v2"]), why=st.just("it fits")),
    st.builds(PutRoom, width=TYPED, depth=st.none() | TYPED, finish=st.sampled_from(["white", "dark"])),
    st.builds(PutSeat, id=SEATS, y=st.none() | TYPED, x=st.none() | TYPED, row=st.integers(1, 3)),
    st.builds(PutThing, id=st.sampled_from(["t1", "t5"]), z_to=st.integers(100, 1200).map(float)),
    st.builds(PutThing, id=st.sampled_from(["t6", "t7", "t8"]), name=st.just("speaker"), kind=st.just("speaker"),
              part=st.sampled_from(["left", "right", "centre", "surround", "rear", "sub"]), x_from=st.integers(0, 1500).map(float),
              x_to=st.integers(1600, 4000).map(float), y_from=st.just(50.0), y_to=st.integers(200, 5000).map(float), z_to=st.just(900.0)),
    st.builds(PutPicture, id=PICTURES, curve=st.sampled_from([0.0, 900.0, 1800.0]), split=st.sampled_from([(1, 1), (2, 1), (3, 2)]),
              surface=st.sampled_from(["woven", "contrast", "matte"]), pitch=st.sampled_from([0.0, -12.0, 20.0])),
    st.builds(PutScene, id=st.sampled_from(["k1", "k4"]), side=TYPED, wants=st.floats(5, 80)),
    st.builds(
        PutPicture,
        id=PICTURES,
        width=st.none() | TYPED | st.sampled_from([Typed(value=60), Typed(value=7000), Typed(value=12000)]),
        bottom=st.none() | LENGTH,
        x=st.none() | LENGTH,
        yaw=st.none() | st.floats(-30, 30),
    ),
    st.builds(
        PutProjector, id=st.sampled_from(["j1", "j3"]), gear=st.none() | SHELF_KEYS, y=LENGTH, z=LENGTH, hung=st.booleans()
    ),
    st.builds(TakeGear, id=PICTURES, gear=SHELF_KEYS),
    st.builds(Drop, id=st.sampled_from(["s1", "s2", "s4", "t1", "k1", "k3", "p2", "j1", "p1"])),
    st.builds(Choose, size_school=st.sampled_from(["lounge", "front row"]), height_school=st.sampled_from(["third", "low"]), main_seat=st.none() | SEATS),
    st.builds(PutBrief, who=st.text(max_size=20), film=st.floats(0, 24), games=st.floats(0, 9), plays=st.sampled_from(["any", "platform and rhythm"])),
    st.builds(PutWriting, unit=st.sampled_from(["mm", "in"]), style=st.sampled_from(["mm", "feet"])),
    st.builds(PutGroup, id=st.just("m1"), kind=st.sampled_from(["row", "wall", "rig", "desk"]), members=st.none() | st.sampled_from([("p1", "p2"), ("p2", "p7")]),
              x=st.none() | LENGTH, bottom=st.none() | LENGTH, yaw=st.none() | st.sampled_from([0.0, 90.0, 12.0])),
    st.builds(PutScheme, id=st.just("v2"), name=st.just("Other"), like=st.just("v1")),
    st.builds(Accept, finding=st.sampled_from(["throw/j1/p1", "angle/p1"]), level=st.none() | st.just(Level.MIND), off_by=st.floats(0, 500)),
    st.builds(Settle, stage=st.sampled_from(["picture", "throw"]), figures=st.just({"picture.p1.bottom": 1000.0})),
)  # fmt: skip
COMMANDS: st.SearchStrategy[Command] = st.one_of(
    SINGLE, st.builds(Several, steps=st.lists(SINGLE, min_size=2, max_size=3).map(tuple))
)
"""Every kind of command but putting back, which is what undo makes."""
