"""Projectors and what stands in their beams, for the tests of all trades."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.commands import Command
from oval_room.core.plan.document import Plan
from oval_room.core.projection.commands import PutMemory, PutProjector
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

BOX: Final = "room 4000 x 5200"
LIT: Final = ("made of ceiling joists", "seat 4200", "screen 90", "projector Heron", "goes hung")
PLANS: Final[tuple[Plan, ...]] = (
    room(*LIT, "put pendant lamp 300 x 300 x 900 at 1850 out 1500 up 1500", outline=BOX),
    room(*LIT, "row 1 2200", "eye 1500", outline=BOX),
    room(*LIT, "door w2 at 1500, 900 x 2000", "put walkway aisle 900 x 600 x 20 at 1500 out 1500 up 0", outline=BOX),
    room("seat 3500", "screen 110 at 2.40", "projector Heron", "throw 3600", outline="room 5000 x 9000"),
    room(
        *LIT, "nose down 6", "memory film 2.40", "put pendant lamp 90 x 90 x 400 at 1300 out 400 up 2000", outline=BOX
    ),
    room(*LIT, "put beam 4000 x 400 x 700 at 0 out 3000 up 1700", outline=BOX),
    room(*LIT, "ceiling 3000", "lens up 2000", outline=BOX),
    room("seat 3500", "screen Drop 240 scope", "joists along", "joist 300 pilot", "joist 700 pilot", outline=BOX),
    room(*LIT, "boxed hush-box", outline=BOX),
    room(*LIT, "lens 4200 mm", "lens up 1400", outline=BOX),
    say(
        room("seat 3500", outline=BOX),
        "screen Frame 100 woven",
        "roll 3 m",
        "projector Pocket",
        "goes hung",
        gear=WHOLE,
    ),
    room(*LIT, "boxed carried in", outline=BOX),
    room(
        "seat 2200", "screen 90", "projector Longreach", "throw 4800", "boxed behind a port", outline="room 4000 x 3600"
    ),
    room(*LIT, "memory scope", "memory small 1.85 900 mm wide top", "memory letter 4:3 bottom", outline=BOX),
)
COMMANDS: Final[tuple[Command, ...]] = (PutMemory(id="l1", shows="p1", name="trailers", aspect=2.4),)
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(
        PutProjector,
        id=st.just("j1"),
        z=st.floats(0, 2600),
        y=st.floats(500, 5000),
        hung=st.booleans(),
        pitch=st.floats(-45, 45),
    ),
    st.builds(
        PutMemory,
        id=st.sampled_from(("l1", "l2")),
        aspect=st.floats(0.5, 4),
        width=st.one_of(st.none(), st.floats(0, 4000)),
        sits=st.sampled_from(("centre", "bottom", "top")),
    ),
)
