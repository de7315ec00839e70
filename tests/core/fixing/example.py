"""What is read on the bench, for the tests of all trades."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.commands import Command
from oval_room.core.fixing.commands import PutBench, PutHold, PutStrip
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

BOX: Final = "room 4000 x 5000"
TV: Final = ("made of w1 timber", "seat 3000", "tv 50")
READ: Final = ("vesa 400 x 300", "bolts 310", "mount row 12 mm")
STUDS: Final = ("made of w1 timber", *(f"stud w1 {at} magnet" for at in range(400, 2801, 400)))
HELD: Final = say(
    room(*STUDS, "seat 3000", outline=BOX), "tv Ember 77", "mount Swing 600", "along 2170", "strip 3 sides, 24 V, 14 W/m", gear=WHOLE
)  # fmt: skip
"""On an arm, with a light strip."""
PLANS: Final[tuple[Plan, ...]] = (
    room(*TV, outline=BOX),
    room(*TV, "vesa 400 x 300", outline=BOX),
    room(*TV, *READ, outline=BOX),
    say(room(*TV, *READ, outline=BOX), "tv 65"),
    room(
        "made of w1 timber", "seat 3000", "tv Slate 65", "mount Flat 600", "bolts 350", "mount row 12 mm", outline=BOX
    ),
    HELD,
    say(HELD, "along 1200", "fixing toggle board", "window w1 at 700, 900 x 1400 sill 700", "socket w1 at 1100 up 1300", gear=WHOLE),
    say(room("made of ceiling concrete", "seat 3600", outline=BOX), "screen 90", "projector Heron", "goes hung", "lens up 2100", gear=WHOLE),
    say(
        room("seat 3500", "joists out", "joist 1500 pilot", "joist 1900 pilot", outline=BOX), "screen Drop 240 scope", "along 2000", gear=WHOLE
    ),
    say(room("made of ceiling grid", "seat 3500", outline=BOX), "screen Drop 240 scope", "projector Heron", "goes hung", gear=WHOLE),
    say(
        room("made of ceiling grid", "void 300 mm slab", "made of w1 brick", "seat 3500", outline=BOX), "screen Drop 240 scope",
        "case held by wall bracket", "projector Heron", "goes hung", gear=WHOLE,
    ),
    say(room("made of w1 brick", "seat 3000", "door w1 at 1600, 900 x 1750", outline=BOX), "tv Slate 55", "mount Tilt 600", "along 2050", "top 2360 mm", gear=WHOLE),
)  # fmt: skip
COMMANDS: Final[tuple[Command, ...]] = (
    PutBench(id="p2", vesa=(400.0, 300.0), bolts=Typed(value=310.0), row=Typed(value=-12.0)),
    PutHold(id="p2", plate=40.0, fixing="coach 8x50 timber"),
    PutHold(id="p2", by="bracket"),
    PutStrip(id="p2", sides=3, volts=12, watts=9.6),
)
TYPED: Final = st.none() | st.builds(Typed, value=st.integers(-50, 900).map(float))
PICTURES: Final = st.sampled_from(["p1", "p2", "p9"])
FORCES: Final = st.none() | st.sampled_from([-1.0, 0.0, 900.0])
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(
        PutBench, id=PICTURES, vesa=st.none() | st.just((300.0, 200.0)), bolts=TYPED, row=TYPED, folded=TYPED, lens_right=TYPED,
        lens_below=TYPED,
    ),
    st.builds(
        PutHold, id=PICTURES, plate=st.none() | st.integers(-900, 900).map(float), plate_free=st.none() | st.booleans(),
        fixing=st.none() | st.sampled_from(["", "plug 10 brick", "toggle board", "shield"]), tension=FORCES, shear=FORCES,
        by=st.sampled_from([None, "", "timber", "bracket"]),
    ),
    st.builds(
        PutStrip, id=PICTURES, sides=st.none() | st.integers(2, 4), volts=st.none() | st.sampled_from([5, 9, 24]), cut=FORCES,
        inset=st.none() | st.sampled_from([0.0, 50.0, 4000.0]), lights=FORCES,
    ),
)  # fmt: skip
