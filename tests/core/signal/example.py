"""Chains for tests: what a person would say, line by line. Every finding and figure of the part is seen in PLANS."""

from __future__ import annotations

from typing import Final

from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.commands import Command
from oval_room.core.plan.document import Plan
from oval_room.core.signal.commands import (
    KeepCure,
    MoveCables,
    PutButton,
    PutCable,
    PutDevice,
    PutListed,
    PutPower,
    PutSpare,
    PutSpot,
    SetInput,
)
from oval_room.core.signal.document import Step
from oval_room.core.signal.edid_write import Display, write_edid
from oval_room.demo.gear import SHELF, edition
from tests.core.survey.rooms import room, say

ROOM: Final = room(outline="room 4500 x 5500")
TV: Final = say(ROOM, "tv Ember 77")
CINEMA: Final = say(TV, "another screen Frame 110", "projector Heron 2")


def chain(*lines: str, on: Plan = TV) -> Plan:
    """A plan after lines said of its chain."""
    return say(on, *lines)


EXTENDED: Final = (
    "device Kestrel",
    "device Nine 3",
    "device Reach S",
    "device Reach R",
    "link Kestrel > Nine 3 in 1",
    "link Nine 3 out 1 > Reach S",
    "link Reach S > Reach R",
    "link Reach R > Ember in 1",
)
"""A receiver and a television that know ARC, an extender between that does not."""
RACK: Final = "rack 600 mm along, 300 mm out, 400 mm up"
RECEIVER: Final = chain(
    RACK,
    "device Kestrel",
    "device Kestrel Slim",
    "device Disc 4",
    "device Nine 3",
    "link Kestrel > Nine 3 in 1",
    "link Slim > Nine 3 in 2",
    "link Disc 4 > Nine 3 in 5",
    "link Nine 3 out 1 > Ember in 1",
)
"""Two fast consoles in a receiver's slow inputs, a disc player in a fast one."""
SHED: Final = chain(
    RACK,
    "device Wisp Plus",
    "device Fork 2",
    "device Bar 3",
    "link Wisp Plus > Fork 2",
    "link Fork 2 out 1 > Ember in 2",
    "link Fork 2 out 2 > Heron",
    "link Bar 3 > Ember in 1",
    on=CINEMA,
)
"""A player on TV and projector by a splitter, its sound back from the TV over ARC: it dies when the screen is down."""
ALONE: Final = chain("device Kestrel", "link Kestrel > Ember in 1")
"""A console on a TV whose ports nobody has read."""
FAST: Final = chain("device Kestrel", "device Nine 3", "link Nine 3 out 1 > Ember", "link Kestrel > Nine 3 in 5")
FED: Final = chain("device Leaf Quad", "device Leaf", "device Net 8", "link Net 8 > Leaf Quad", "link Net 8 > Leaf")
PLAY: Final = say(ROOM, "tv Ember 65 Play")
"""A television whose sheet is known: it ships at 18 Gbit/s, and its apps give object sound."""
SHIPPED: Final = chain("device Kestrel", "link Kestrel > Ember in 2", on=PLAY)
READ: Final = apply(
    SHIPPED, PutListed(id="li1", of="p1", port="in 2", edid=write_edid(Display(vrr=None)).hex(), by="me"), SHELF
)
"""Its input was read, and says less than its sheet."""
BY_LIGHT: Final = chain(
    "device Kestrel", "device Nine 3", "Kestrel > Nine 3 in 1", "Nine 3 out 2 > Ember in 3", "Ember optical > Nine 3 optical",
    on=PLAY,
)  # fmt: skip
"""What the television plays comes back over an optical lead."""
LOST: Final = Plan.model_validate(
    ALONE.model_dump() | {"schemes": {"v1": ALONE.chosen.model_dump() | {"more": {"signal": {
        **ALONE.chosen.more["signal"].model_dump(), "cables": {"cb1": {"name": "c1", "start": "dv1", "start_port": "out", "end": "p1", "end_port": "in 9"}}}}}}}
)  # fmt: skip
"""A cable to a port that the display no longer has."""
LATE: Final = chain(
    "device Kestrel",
    "device Grid 4",
    "device Stereo",
    "Kestrel > Grid 4",
    "Grid 4 > Longreach",
    "Grid 4 optical > Stereo optical",
    "games 2",
    on=say(TV, "another screen Frame 110", "projector Longreach Play"),
)
"""A slow projector, its sound taken out before it by a quick decoder."""
BUTTONS: Final = chain("button Film: lamps 20 %, Heron on 40 s, then receiver in 5", on=CINEMA)
TOLD_WRONG: Final = chain(
    "button Games: Heron on 30 s, Heron off after 10 s",
    "button Ledge: Heron tray out 12 s, Heron on after 5 s",
    on=BUTTONS,
)
ON_AN_ARM: Final = chain("mount Reach 600", "another screen Drop 220", "button Film: Wendover Cloth Drop 220 down 25 s")
SITED: Final = chain(
    "wall box w1 at 2600 up 1000", "socket w1 at 700 up 300", "device Wisp", "feed Wisp 12 m 24 AWG", on=RECEIVER
)
"""A box in the wall, a socket, a feed too thin."""
SHORT: Final = chain(
    "device Nine 3",
    *("device Kestrel",) * 3,
    "link Kestrel > Nine 3 in 5",
    "link Kestrel 2 > Nine 3 in 6",
    "link Kestrel 3 > Nine 3 in 1",
    "link Nine 3 out 1 > Ember",
)
"""Three fast consoles, two fast inputs."""
PLANS: Final[tuple[Plan, ...]] = (
    SITED,
    SHORT,
    BUTTONS,
    TOLD_WRONG,
    ON_AN_ARM,
    LATE,
    RECEIVER,
    SHED,
    say(ALONE, "games 2"),
    chain("sends Kestrel 2160p60 8 bit", "lead c1 14 m", "lead c1 passive", "spot cellar elsewhere", on=ALONE),
    chain("lead c1 optical", "reach Kestrel in a roof", "circuit 1 A 230 V", on=ALONE),
    chain("spot cellar elsewhere", "stands Kestrel cellar", "device Disc 4 theirs", on=ALONE),
    say(FAST, "games 3"),
    chain("setting Nine 3 in 5 on", on=FAST),
    FED,
    chain("device Leaf Quad", "device Stereo", "tariff 0.4"),
    LOST,
    chain(*EXTENDED),
    chain("device Stavelow In", "feed Stavelow In 60 m 24 AWG"),
    chain("device Stavelow In", "feed Stavelow In 60 m 24 AWG with a converter"),
    chain("device Eave", "device Net 8", "feed Eave 30 m 22 AWG"),
    SHIPPED,
    READ,
    BY_LIGHT,
    chain("device Bar 3", "link Bar 3 > Ember in 1"),
    chain("device Nine 3", "link Nine 3 out 2 > Ember in 3", on=PLAY),
)
DUMP: Final = write_edid(Display(frl=40, vrr=(48, 120))).hex()
COMMANDS: Final[tuple[Command, ...]] = (
    PutSpot(id="sr1", name="rack", x=800.0, y=300.0, z=400.0),
    PutDevice(id="dv9", gear=edition("Marrowby Kestrel")),
    PutCable(id="cb9", start="dv6", end="p2"),
    MoveCables(ports={"cb1": "in 2"}),
    PutSpare(id="sp9", to="p2"),
    PutListed(id="li1", of="p2", port="in 1", edid=DUMP, by="a stand-in"),
    SetInput(id="si1", of="p1", port="in 2"),
    PutButton(id="bn9", name="Play", steps=(Step(of="lamps", act="off"),)),
    KeepCure(symptom="no sound", kind="arc", at="p2"),
    PutPower(amps=10.0, tariff=0.4),
)
GROUND: Final = {"set input": SHIPPED}
BOXES: Final = st.sampled_from(["dv1", "dv2", "dv3", "p1", "p2", "j1", "dv9"])
DEVICES: Final = st.sampled_from(sorted(key for key, item in SHELF.items() if item.kind == "device"))
CABLES: Final = st.sampled_from(["cb1", "cb2", "cb3"])
LENGTH: Final = st.integers(-200, 6000).map(float)
RANDOM: Final[st.SearchStrategy[Command]] = st.one_of(
    st.builds(PutSpot, id=st.just("sr1"), kind=st.sampled_from(["rack", "ceiling", "elsewhere"]), x=LENGTH, y=LENGTH, z=LENGTH),
    st.builds(PutDevice, id=st.sampled_from(["dv1", "dv2", "dv3"]), gear=st.none() | DEVICES, spot=st.none() | st.just("sr1"),
              theirs=st.booleans(), wants=st.none() | st.sampled_from(["", "1080p60", "2160p60 10 bit"])),
    st.builds(PutCable, id=CABLES, start=st.none() | BOXES, end=st.none() | BOXES, length=st.none() | st.floats(0, 60_000),
              way=st.none() | st.sampled_from(["low", "high", "shortest"])),
    st.builds(MoveCables, ports=st.dictionaries(CABLES, st.sampled_from(["in 1", "in 2", "in"]), min_size=1, max_size=2)),
    st.builds(PutSpare, id=st.just("sp1"), to=BOXES),
    st.builds(PutButton, id=st.sampled_from(["bn1", "bn2"]), name=st.sampled_from(["Film", "Off"]), steps=st.just((Step(of="lamps", act="on"),))),
    st.builds(KeepCure, symptom=st.just("no sound"), kind=st.sampled_from(["arc", "cable"])),
    st.builds(PutListed, id=st.just("li1"), of=BOXES, port=st.sampled_from(["", "in 1", "in 2", "out"]), edid=st.sampled_from([DUMP, DUMP[:256], "zz"])),
    st.builds(SetInput, id=st.sampled_from(["si1", "si2"]), of=BOXES, port=st.sampled_from(["in 1", "in 5"]), on=st.booleans()),
    st.builds(PutPower, amps=st.none() | st.floats(0, 80), hours=st.floats(0, 24)),
)  # fmt: skip
