"""Rigs for tests: what a driver's installer would say, and screens pushed where they must not stand. Every finding and
figure of the part is seen in PLANS."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command, several
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.rig.commands import PutBody, PutCabinet, PutDesk, PutInside, PutKit, PutSetup, PutStand
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat
from oval_room.demo.gear import SHELF
from oval_room.demo.shop import WHOLE
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
LAPPED: Final = say(KIT, "rig gap overlapped")
"""The sides' frames before the centre's."""
ONE: Final = say(SEAT, "rig one Sweep 49 at 750 mm")
"""A bent one alone."""
TWO: Final = say(SEAT, "rig two Draft 27 at 700 mm", "rig gap 20 mm")
"""Two that meet straight ahead, 20 mm apart."""
LEANT: Final = say(SEAT, "rig four Draft 27 at 600 mm", "rig lean 10 back")
"""All lean back, the eye level with the centre's middle."""
FEET: Final = say(KIT, "feet 640 x 260 mm", "wheel base 560 mm")
"""Feet through each other, and before the wheel base."""
WALLED: Final = say(KIT, "rig away 1420 mm", "adapter 60 mm")
"""Screens before the wall, their adapters in it."""
REACHED: Final = say(SEAT, "rig three Draft 27 at 600 mm", "wheel base 640 mm", "knees 950 mm")
"""A wheel base that reaches farther than the centre screen stands, knees higher than the screens end."""
KEPT: Final = say(
    SEAT, "rig three Draft 27 at 600 mm", "keep position racing", "turn 30", "keep position desk", "wheel base 560 mm",
    "knees 700 mm",
)  # fmt: skip
DESK: Final = say(
    room(outline="room 3200 x 2800"), "seat 620 mm", "tv Draft 40", "stand-off 90", "desk top 730 x 800 mm",
    "desk arm 380 mm", "lower bottom to 760",
    gear=WHOLE,
)  # fmt: skip
"""One big panel on an arm, nearer than its corners can be looked at with ease."""
HEAVY: Final = say(
    room(outline="room 3200 x 2800"), "seat 1400 mm", "tv Join 46", "desk top 730 x 900 mm", "desk arm 600 mm",
    "stand-off 700", "lower bottom to 700",
    gear=WHOLE,
)  # fmt: skip
BESIDE: Final = say(
    room(outline="room 3200 x 2800"), "seat 1200 mm", "desk screens two Draft 27 at 700 mm", "desk arm 400 mm",
    gear=WHOLE,
)  # fmt: skip
"""Two panels edge to edge."""
STACK: Final = say(
    room(outline="room 3200 x 2800"), "seat 1200 mm", "desk screens stack Draft 34 and Draft 24 at 700 mm",
    "desk arm 400 mm",
    gear=WHOLE,
)  # fmt: skip
"""One panel over another, on one pole."""
CABINET: Final = say(
    SEAT, "cabinet 1180 x 560 mm", "cabinet playfield Draft 40", "cabinet back Draft 32 Play", "cabinet strip 15 32:9",
    gear=WHOLE,
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
    DESK,
    HEAVY,
    BESIDE,
    STACK,
    say(STACK, "drop p2", gear=WHOLE),
    say(BESIDE, "desk screens stack 34 at 700 mm", gear=WHOLE),
    CABINET,
    say(CABINET, "cabinet 900 x 420 mm", gear=WHOLE),
    say(CABINET, "cabinet 966 x 412 mm", "cabinet game 1.5", gear=WHOLE),
    say(CABINET, "cabinet playfield 43", "cabinet back 27", gear=WHOLE),
    say(CABINET, "cabinet playfield Draft 27", "cabinet back Sweep 45", gear=WHOLE),
    say(CABINET, "cabinet playfield Ember 48", gear=WHOLE),
    say(SEAT, "cabinet 1180 x 560 mm"),
    say(DESK, "stand-off 300", gear=WHOLE),
    say(DESK, "drop seat 1", gear=WHOLE),
    say(SEAT, "tv 40", "desk arm 300 mm", "stand-off 800"),
    MIXED,
    LAPPED,
    ONE,
    apply(KIT, PutSeat(id="s1", x=chosen(1560.0)), SHELF),
    TWO,
    LEANT,
    FEET,
    WALLED,
    say(OVER, "bump 20 mm"),
    apply(LAPPED, PutSetup(of="m1", lapped=False), SHELF),
    REACHED,
    KEPT,
    say(SEAT, "rig three 48 at 900 mm"),
    say(SEAT, "rig three 32 at 320 mm"),
    say(SEAT, "rig three 32 at 1600 mm"),
)
COMMANDS: Final[tuple[Command, ...]] = (
    PutKit(of="m1", least=115.0, most=135.0),
    PutSetup(of="m1", wheel=620.0, knees=640.0),
    PutStand(of="m1", name="racing"),
    PutBody(of="p2", bump=12.0, behind=40.0, feet_wide=600.0, feet_deep=260.0),
    PutDesk(of="p2", top=720.0, deep=700.0, arm=350.0),
    PutCabinet(id="jc1", length=1200.0, width=570.0, table=2.1),
    PutInside(id="ji1", of="jc1", role="playfield", width=950.0, height=535.0),
)
GROUND: Final = {
    "put kit": BARE,
    "put setup": BARE,
    "put stand": BARE,
    "put inside": say(SEAT, "cabinet 1180 x 560 mm"),
}
_GROUPS: Final = st.sampled_from(["m1", "m2", "p1"])
_REACHES: Final = st.none() | st.integers(-10, 3000).map(float)
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(PutKit, of=_GROUPS, least=st.integers(-10, 200).map(float), most=st.integers(-10, 200).map(float)),
    st.builds(PutSetup, of=_GROUPS, wheel=_REACHES, knees=_REACHES),
    st.builds(
        PutBody,
        of=st.sampled_from(["p1", "p2"]),
        bump=_REACHES,
        behind=_REACHES,
        feet_wide=_REACHES,
        feet_deep=_REACHES,
    ),
    st.builds(PutDesk, of=st.sampled_from(["p1", "p2"]), top=_REACHES, deep=_REACHES, arm=_REACHES),
    st.builds(PutCabinet, id=st.just("jc1"), length=_REACHES, width=_REACHES, table=st.none() | st.floats(0.5, 5)),
    st.builds(
        PutInside,
        id=st.sampled_from(["ji1", "ji2"]),
        of=st.sampled_from(["jc1", "jc2"]),
        role=st.sampled_from(["playfield", "back", "strip"]),
        width=_REACHES,
        height=_REACHES,
    ),
    st.builds(PutStand, of=_GROUPS, name=st.sampled_from(["racing", "desk"])),
)
