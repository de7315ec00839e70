"""What carries the signals of a scheme: places of gear, devices, cables (rules 10).

A display is no device of its own: a panel's picture and a projector stand in the chain by their own ids.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, ClassVar, Final, Literal, Self

from pydantic import Field

from oval_room.core.plan.measure import MOST, Frozen, Hash, HeightMm, Id, LengthMm, Mm, Name
from oval_room.core.plan.nodes import PartNodes
from oval_room.core.plan.placed import Bent, Pose

SpotKind = Literal["rack", "wall", "ceiling", "elsewhere"]
Reach = Literal["at hand", "behind a panel", "in a roof"]
Way = Literal["shortest", "low", "high"]
MOST_DEVICES: Final = 200
MOST_CABLES: Final = 400
MOST_STEPS: Final = 40


class Spot(Frozen):
    """A place that gear stands at: a rack, a box in a wall, the ceiling, another room. pose: None where it is out of
    this room."""

    name: Name
    kind: SpotKind = "rack"
    pose: Pose | None = None


class Device(Frozen):
    """A box of the chain. spot: where it stands, None until somebody has said. wants: the format that has to arrive,
    empty for the best it sends. set_ports: inputs whose full-rate setting somebody has put on. theirs: the client has
    it already. reach: who can get at it to reset it; reset: whether it can be reset from afar."""

    name: Name
    gear: Hash
    spot: Id | None = None
    wants: Annotated[str, Field(max_length=60)] = ""
    set_ports: Annotated[tuple[Name, ...], Field(max_length=32)] = ()
    theirs: bool = False
    reach: Reach = "at hand"
    reset: bool = False
    post: Annotated[int, Field(ge=-999, le=999)] = 0
    """Where its post stands on the board among those of its place: the less the farther left."""
    feed: LengthMm | None = None
    """How long its low-voltage feed is, one way [mm]; None where it stands beside its supply."""
    awg: Literal[16, 18, 20, 22, 24] = 22
    converter: bool = False
    """Whether its feed carries higher volts to a converter beside it."""


class Via(Frozen):
    """A place that a cable has been pulled over [mm]."""

    x: Mm
    y: Mm
    z: HeightMm


def turned_via(vias: tuple[Via, ...], place: Callable[[float, float], tuple[float, float]]) -> tuple[Via, ...]:
    """Places with every x and y where a turn puts it."""
    return tuple(via.model_copy(update=dict(zip("xy", place(via.x, via.y), strict=True))) for via in vias)


class Cable(Bent):
    """A cable from an output to an input: device or display, and port, at either end.

    kind: as rules 10.8 name it; empty for the first kind that reaches. length: what was bought or is there [mm], else
    the stock length its run wants. run: along its way, as measured with a string [mm], else worked out. way: by which
    level it goes round the room. via: places that it was pulled over, in turn. proven: tested at full rate before it
    was closed in.
    """

    name: Name
    start: Id
    start_port: Name
    end: Id
    end_port: Name
    kind: Annotated[str, Field(max_length=40)] = ""
    length: LengthMm | None = None
    run: HeightMm | None = None
    way: Way = "shortest"
    via: Annotated[tuple[Via, ...], Field(max_length=6)] = ()
    theirs: bool = False
    fixed: bool = False
    proven: bool = False

    @property
    def rests_on(self) -> tuple[str, ...]:
        """What it is nothing without."""
        return self.start, self.end

    def turned(self, place: Callable[[float, float], tuple[float, float]]) -> Self:
        return self.model_copy(update={"via": turned_via(self.via, place)}) if self.via else self


class InputSet(Frozen):
    """An input of a display whose full-rate setting somebody has put on."""

    of: Id
    port: Name

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Listed(Frozen):
    """An EDID as it was read at an input of a display, in hex: what that input really takes. port: empty for all its
    HDMI inputs, as it was kept before inputs were asked one by one. by: who answered. on: whether the input's full-rate
    setting was on when it was read."""

    of: Id
    port: Annotated[str, Field(max_length=40)] = ""
    edid: Annotated[str, Field(pattern=r"^([0-9a-f]{256}){1,4}$")]
    by: Annotated[str, Field(max_length=80)] = ""
    on: bool = False

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Spare(Frozen):
    """One HDMI and one data cable more than needed, pulled to a box and left there (rules 10.8)."""

    to: Id

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.to,)


class Step(Frozen):
    """One thing told to one device: `Heron`, `on`. Steps of a group begin together, each `wait` later [s], when the
    group before is done; takes: until it is done [s]."""

    of: Name
    act: Annotated[str, Field(min_length=1, max_length=40)]
    takes: Annotated[float, Field(ge=0, le=600)] = 2.0
    wait: Annotated[float, Field(ge=0, le=600)] = 0.0
    group: Annotated[int, Field(ge=0, le=40)] = 0


class Button(Frozen):
    """What one press does (rules 10.13)."""

    name: Name
    steps: Annotated[tuple[Step, ...], Field(min_length=1, max_length=MOST_STEPS)]


SYMPTOMS: Final = (
    "no picture",
    "snow or wrong colour",
    "black flashes",
    "drops every few minutes",
    "connects again and again",
    "picture cut off",
    "low resolution only",
    "no HDR",
    "no sound",
    "no sound from apps",
    "no surround",
    "lag",
    "low-voltage sign",
    "wrong order on a wall",
    "one display black",
    "one display cropped",
    "one display turned",
    "out of step",
)
"""What is wrong, as people say it."""


class Cured(Frozen):
    """What cured a fault here: the symptom, the kind of cause, where, when, by whom. picture: what it was seen or heard
    at; empty where it was kept of the whole job."""

    symptom: Annotated[str, Field(max_length=40)]
    kind: Annotated[str, Field(max_length=20)]
    at: Annotated[str, Field(max_length=40)] = ""
    picture: Annotated[str, Field(max_length=40)] = ""
    by: Annotated[str, Field(max_length=80)] = ""
    when: Annotated[str, Field(max_length=40)] = ""


class Routing(PartNodes):
    """The signals of a scheme. amps, volts: of the circuit that its gear hangs on; tariff: for a kWh; hours: a day."""

    part: ClassVar[str] = "signal"
    spots: Annotated[dict[Id, Spot], Field(max_length=MOST)] = {}
    devices: Annotated[dict[Id, Device], Field(max_length=MOST_DEVICES)] = {}
    cables: Annotated[dict[Id, Cable], Field(max_length=MOST_CABLES)] = {}
    spares: Annotated[dict[Id, Spare], Field(max_length=MOST)] = {}
    buttons: Annotated[dict[Id, Button], Field(max_length=24)] = {}
    cured: Annotated[tuple[Cured, ...], Field(max_length=200)] = ()
    listed: Annotated[dict[Id, Listed], Field(max_length=MOST)] = {}
    inputs: Annotated[dict[Id, InputSet], Field(max_length=MOST)] = {}
    volts: Annotated[float, Field(ge=90, le=260)] = 230.0
    amps: Annotated[float, Field(ge=1, le=63)] = 16.0
    tariff: Annotated[float, Field(ge=0, le=10)] = 0.30
    hours: Annotated[float, Field(ge=0, le=24)] | None = None

    def set_of(self, display: str) -> tuple[str, ...]:
        """The inputs of a display whose full-rate setting is on."""
        return tuple(one.port for one in self.inputs.values() if one.of == display)
