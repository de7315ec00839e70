"""Rigs for tests: what a driver's installer would say, and screens pushed where they must not stand. Every finding and
figure of the part is seen in PLANS."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Plan
from oval_room.core.rig.commands import PutKit, PutReach, PutStand
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
MIXED: Final = say(SEAT, "rig Sweep 49 and two Draft 27 at 750 mm", "rig gap 12 mm")
"""An ultrawide, bent, with two flat sides and open joints."""
REACHED: Final = say(SEAT, "rig three Draft 27 at 600 mm", "wheel base 640 mm", "knees 950 mm")
"""A wheel base that reaches farther than the centre screen stands, knees higher than the screens end."""
KEPT: Final = say(
    SEAT, "rig three Draft 27 at 600 mm", "keep position racing", "turn 30", "keep position desk", "wheel base 560 mm",
    "knees 700 mm",
)  # fmt: skip
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
    MIXED,
    REACHED,
    KEPT,
    say(SEAT, "rig three 48 at 900 mm"),
    say(SEAT, "rig three 32 at 320 mm"),
    say(SEAT, "rig three 32 at 1600 mm"),
)
COMMANDS: Final[tuple[Command, ...]] = (
    PutKit(of="m1", least=115.0, most=135.0),
    PutReach(of="m1", wheel=620.0, knees=640.0),
    PutStand(of="m1", name="racing"),
)
GROUND: Final = {"put kit": BARE, "put reach": BARE, "put stand": BARE}
_GROUPS: Final = st.sampled_from(["m1", "m2", "p1"])
_REACHES: Final = st.none() | st.integers(-10, 3000).map(float)
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(PutKit, of=_GROUPS, least=st.integers(-10, 200).map(float), most=st.integers(-10, 200).map(float)),
    st.builds(PutReach, of=_GROUPS, wheel=_REACHES, knees=_REACHES),
    st.builds(PutStand, of=_GROUPS, name=st.sampled_from(["racing", "desk"])),
)
