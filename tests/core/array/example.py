"""Walls of displays for tests: what an installer would say, and walls as they must not hang. Every finding and figure of
the part is seen in PLANS."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.array.commands import PutController, PutCut, PutPatch, PutRouter, PutSource
from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Plan
from oval_room.core.screens.commands import PutPicture
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

HALL: Final = say(room(outline="room 8000 x 6000", also=("ceiling 3200",)), "seat 4000")
NINE: Final = say(HALL, "displays 3 x 3 46", "wall controller 9 outputs, 3840 x 2160")
"""Nine bare 46 inch displays on one controller."""
TWO: Final = say(
    HALL,
    "displays 3 x 2 Join 46",
    "displays 3 x 1 Join 46 upright",
    "wall source Shelf: 2 outputs",
    "wall controller North: 6 outputs, from Shelf",
    "wall controller South: 4 outputs, can't turn, from Shelf",
    gear=WHOLE,
)
"""Nine in two groups, the second on its side behind a controller that can't turn."""
SPLIT: Final = say(HALL, "displays 3 x 2 55", "wall controller 4 outputs, even grid", "wall controller 4 outputs")
"""Six displays over two controllers that don't run in step, one of them for even grids only."""
ROUTED: Final = say(TWO, "router 4 x 4 SDI", "take 2 on 1")


def pushed(plan: Plan, *puts: Command) -> Plan:
    return apply(plan, several(*puts), WHOLE)


OVER: Final = pushed(NINE, PutPicture(id="p2", x=3400.0))
ASTRAY: Final = pushed(NINE, PutPicture(id="p5", y=140.0), PutPicture(id="p9", z=900.0))
FRAMED: Final = pushed(NINE, PutPicture(id="p1", frame_bottom=700.0))
PLANS: Final[tuple[Plan, ...]] = (
    NINE,
    TWO,
    SPLIT,
    ROUTED,
    OVER,
    FRAMED,
    say(ASTRAY, "joints closed"),
    say(NINE, "joints closed", "canvas 1200", "wall controller 1: 4 outputs"),
    say(HALL, "displays 4 x 3 98", "canvas 16000", "wall display 2 left 300"),
    say(HALL, "displays 12 x 2 24", "canvas 16384", "wall source Small: 1 output", "wall controller 32 outputs"),
    pushed(say(HALL, "displays 10 x 1 22"), PutCut(of="m1", across=16_384), PutPicture(id="p1", pixels=(15_360, 8640))),
    pushed(say(HALL, "displays 5 x 2 46"), PutPicture(id="p1", pixels=(15_360, 8640))),
    pushed(NINE, PutPatch(of="p1", on="ac1", port=2), PutPatch(of="p3", on="ac1", port=2)),
    pushed(say(NINE, "wall controller 4 outputs"), PutPatch(of="p1", on="ac2", port=1)),
    say(TWO, "wall source Shelf: 1 output"),
    say(ROUTED, "take 1 on 1", "take 1 on 2", gear=WHOLE),
    say(HALL, "displays 5 x 1 Slate 43", "wall controller 1 output"),
    say(NINE, "link controller 1 out 3 > display 5", gear=WHOLE),
    say(HALL, "displays 2 x 2 46", "wall display 1 upright"),
)
COMMANDS: Final[tuple[Command, ...]] = (
    PutCut(of="m1", closed=True, across=3840),
    PutController(id="ac2", name="West", outputs=4, turns=False, even=True, pixels=(1920, 1080)),
    PutSource(id="as1", name="Player", outputs=2, pixels=(3840, 2160), locked=True),
    PutPatch(of="p1", on="ac1", port=4),
    PutRouter(id="ar1", inputs=4, outputs=4, sdi=True),
)
GROUND: Final = {"put cut": NINE, "put patch": NINE}
_IDS: Final = st.sampled_from(["ac1", "ac2"])
_PIXELS: Final = st.none() | st.sampled_from([(1920, 1080), (3840, 2160)])
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(PutCut, of=st.sampled_from(["m1", "m2", "p1"]), closed=st.booleans(), across=st.integers(0, 20_000)),
    st.builds(
        PutController,
        id=_IDS,
        outputs=st.none() | st.integers(0, 70),
        turns=st.none() | st.booleans(),
        even=st.none() | st.booleans(),
        pixels=_PIXELS,
        source=st.none() | st.sampled_from(["", "as1", "as9"]),
    ),
    st.builds(PutSource, id=st.sampled_from(["as1", "as2"]), outputs=st.integers(0, 70), pixels=_PIXELS),
    st.builds(PutPatch, of=st.sampled_from(["p1", "p2", "p9"]), on=_IDS, port=st.integers(0, 9)),
    st.builds(
        PutRouter,
        id=st.just("ar1"),
        inputs=st.none() | st.integers(0, 70),
        outputs=st.none() | st.integers(0, 70),
        take=st.none() | st.tuples(st.integers(0, 9), st.integers(0, 9)),
    ),
)
