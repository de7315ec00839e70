"""Things on the walls for the tests of all trades: every finding and figure of the part is seen in these plans."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.commands import Command
from oval_room.core.hanging.commands import PutHanging
from oval_room.core.plan.document import Plan
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

BOX: Final = "room 4000 x 5000"
STUDS: Final = ("stud w1 600 pilot", "stud w1 1000 pilot", "stud w1 1400 magnet", "stud w1 1800 magnet")


def hung(*lines: str) -> Plan:
    """A box of a room, its display wall timber with studs found every 400 mm from 600, its right wall brick."""
    return room("made of w1 timber", "made of w2 brick", *STUDS, *lines, outline=BOX)


PLANS: Final[tuple[Plan, ...]] = (
    hung("hang shelf w2 at 1000, 800 x 200 x 250 up 1400, 15 kg"),
    hung("hang box w1 at 500, 1200 x 300 x 120 up 1400, 10 kg"),
    hung("hang cabinet w2 at 3900, 1600 x 400 x 350 up 2300, 200 kg", "screwed with cabinet toggle board"),
    hung("hang shelf w2 at 300, 800 x 200 x 250 up 1400", "screwed with shelf coach 8x50 timber"),
    hung("hang shelf w3 at 300, 800 x 200 x 250 up 1400", "made of w3 timber"),
    hung("hang shelf w4 at 300, 800 x 200 x 250 up 1400"),
    hung("tv 55", "hang shelf w1 at 500, 1400 x 200 x 250 up 800", "hang box w1 at 400, 300 x 300 x 120 up 900"),
    hung("door w2 at 800, 900 x 2000", "socket w2 at 1600 up 300", "hang shelf w2 at 1500, 500 x 200 x 250 up 1500"),
    say(
        room("made of w1 brick", "seat 3000", outline=BOX),
        "screen 100",
        "hang cabinet w1 at 1100, 1800 x 400 x 350 up 100",
        "projector Ledge 25",
        gear=WHOLE,
    ),
)
COMMANDS: Final[tuple[Command, ...]] = (
    PutHanging(id="h1", wall="w2", along=300.0, bottom=1400.0, width=800.0, mass=15.0),
)
LENGTH: Final = st.integers(-200, 6000).map(float)
RANDOM: Final[st.SearchStrategy[Command]] = st.builds(
    PutHanging, id=st.sampled_from(["h1", "h2"]), wall=st.none() | st.sampled_from(["w1", "w2", "w3", "w5"]), along=LENGTH, bottom=LENGTH,
    width=LENGTH, mass=st.none() | st.floats(1, 300), screws=st.none() | st.integers(1, 9), at=st.none() | st.tuples(LENGTH, LENGTH, LENGTH),
)  # fmt: skip
