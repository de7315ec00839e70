"""Random commands that a person could give to the demonstration jobs, for tests of undo, commits and drawings."""

from __future__ import annotations

from hypothesis import strategies as st

from oval_room.core.commands import (
    Choose,
    Command,
    Drop,
    PutBrief,
    PutPicture,
    PutProjector,
    PutRoom,
    PutScene,
    PutSeat,
    PutThing,
    PutWriting,
    Settle,
    TakeGear,
)
from oval_room.core.plan.measure import Typed
from oval_room.demo.gear import SHELF

TYPED = st.builds(
    Typed,
    value=st.integers(400, 5000).map(float),
    source=st.sampled_from(["read", "chosen"]),
    instrument=st.sampled_from(["laser", "tape"]),
)
LENGTH = st.integers(-200, 6000).map(float)
SEATS = st.sampled_from(["s1", "s2", "s4", "s9"])
PICTURES = st.sampled_from(["p1", "p2", "p7"])
SHELF_KEYS = st.sampled_from(sorted(SHELF))

COMMANDS: st.SearchStrategy[Command] = st.one_of(
    st.builds(PutRoom, width=TYPED, depth=st.none() | TYPED, finish=st.sampled_from(["white", "dark"])),
    st.builds(PutSeat, id=SEATS, y=st.none() | TYPED, x=st.none() | TYPED, row=st.integers(1, 3)),
    st.builds(PutThing, id=st.sampled_from(["t1", "t5"]), z_to=st.integers(100, 1200).map(float)),
    st.builds(PutScene, id=st.sampled_from(["k1", "k4"]), side=TYPED, wants=st.floats(5, 80)),
    st.builds(
        PutPicture,
        id=PICTURES,
        width=st.none() | TYPED,
        bottom=st.none() | LENGTH,
        x=st.none() | LENGTH,
        yaw=st.none() | st.floats(-30, 30),
    ),
    st.builds(
        PutProjector, id=st.sampled_from(["j1", "j3"]), gear=st.none() | SHELF_KEYS, y=LENGTH, z=LENGTH, hung=st.booleans()
    ),
    st.builds(TakeGear, id=PICTURES, gear=SHELF_KEYS),
    st.builds(Drop, id=st.sampled_from(["s4", "t1", "k3", "p2", "j1", "p1"])),
    st.builds(Choose, size_school=st.sampled_from(["lounge", "front row"]), main_seat=st.none() | SEATS),
    st.builds(PutBrief, who=st.text(max_size=20), film=st.floats(0, 24)),
    st.builds(PutWriting, unit=st.sampled_from(["mm", "in"]), style=st.sampled_from(["mm", "feet"])),
    st.builds(Settle, stage=st.sampled_from(["picture", "throw"]), figures=st.just({"picture.p1.bottom": 1000.0})),
)
