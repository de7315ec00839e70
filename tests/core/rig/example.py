"""Rigs for tests: what a driver's installer would say, and screens pushed where they must not stand. Every finding and
figure of the part is seen in PLANS."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Plan
from oval_room.core.rig.commands import PutKit
from oval_room.core.screens.commands import PutPicture
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import room, say

SEAT: Final = say(room(outline="room 3000 x 3600"), "seat 1500 mm")
BARE: Final = say(SEAT, "rig three 32 at 700 mm")
"""Three bare 32 inch screens, square to the eye."""
KIT: Final = say(SEAT, "rig three Draft 27 at 600 mm", "turn 40", "kit 115-135")
OVER: Final = say(SEAT, "rig four Draft 27 at 600 mm", "kit 115-135")


def pushed(plan: Plan, *puts: PutPicture) -> Plan:
    """A rig with some of its screens pushed elsewhere (p1 centre, p2 left, p3 right)."""
    return apply(plan, several(*puts), SHELF)


NOBODY: Final = say(BARE, "drop seat 1")
BENT: Final = pushed(BARE, PutPicture(id="p3", yaw=-20.0))
THROUGH: Final = pushed(BARE, PutPicture(id="p2", x=1300.0, y=860.0))
BEFORE: Final = pushed(BARE, PutPicture(id="p3", x=1900.0, y=1150.0))
NEAR: Final = pushed(BARE, PutPicture(id="p3", x=1700.0, y=1450.0))
PAST: Final = pushed(BARE, PutPicture(id="p3", yaw=-100.0))
PLANS: Final[tuple[Plan, ...]] = (
    BARE,
    KIT,
    OVER,
    NOBODY,
    BENT,
    THROUGH,
    BEFORE,
    PAST,
    NEAR,
    say(SEAT, "rig three 48 at 900 mm"),
    say(SEAT, "rig three 32 at 320 mm"),
    say(SEAT, "rig three 32 at 1600 mm"),
)
COMMANDS: Final[tuple[Command, ...]] = (PutKit(of="m1", least=115.0, most=135.0),)
GROUND: Final = {"put kit": BARE}
RANDOM: Final[st.SearchStrategy[Command]] = st.builds(
    PutKit,
    of=st.sampled_from(["m1", "m2", "p1"]),
    least=st.integers(-10, 200).map(float),
    most=st.integers(-10, 200).map(float),
)
