"""What is read on the bench, for the tests of all trades."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.commands import Command
from oval_room.core.fixing.commands import PutBench
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from tests.core.survey.rooms import room, say

BOX: Final = "room 4000 x 5000"
TV: Final = ("made of w1 timber", "seat 3000", "tv 50")
READ: Final = ("vesa 400 x 300", "bolts 310", "mount row 12 mm")
PLANS: Final[tuple[Plan, ...]] = (
    room(*TV, outline=BOX),
    room(*TV, "vesa 400 x 300", outline=BOX),
    room(*TV, *READ, outline=BOX),
    say(room(*TV, *READ, outline=BOX), "tv 65"),
    room(
        "made of w1 timber", "seat 3000", "tv Slate 65", "mount Flat 600", "bolts 350", "mount row 12 mm", outline=BOX
    ),
)
COMMANDS: Final[tuple[Command, ...]] = (
    PutBench(id="p2", vesa=(400.0, 300.0), bolts=Typed(value=310.0), row=Typed(value=-12.0)),
)
TYPED: Final = st.none() | st.builds(Typed, value=st.integers(-50, 900).map(float))
RANDOM: Final[st.SearchStrategy[Command]] = st.builds(
    PutBench, id=st.sampled_from(["p1", "p2", "p9"]), vesa=st.none() | st.just((300.0, 200.0)), bolts=TYPED, row=TYPED, folded=TYPED,
    lens_right=TYPED, lens_below=TYPED,
)  # fmt: skip
