"""Gear on the shelf and in jobs: makers' figures in immutable editions, named by the hash of their content."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Collection, Mapping
from typing import Annotated, Any, ClassVar, Final, Literal

from pydantic import Field, TypeAdapter

from oval_room.core.plan.measure import Degrees, Frozen, HeightMm, LengthMm, Mm, Name, Words

SurfaceKind = Literal["matte", "grey", "contrast", "lenticular", "woven", "perforated", "wall"]
PanelFace = Literal["glossy", "matt"]
Positive = Annotated[float, Field(gt=0, le=1e6)]
NotNegative = Annotated[float, Field(ge=0, le=1e6)]
Share = Annotated[float, Field(ge=0, le=5)]
Thread = Literal["M3", "M4", "M5", "M6", "M8", "M10"]
Pixels = tuple[Annotated[int, Field(gt=0, le=100_000)], Annotated[int, Field(gt=0, le=100_000)]]


PortKind = Literal["hdmi", "displayport", "sdi", "data", "usb", "optical", "analogue", "component", "speaker"]
PortFeature = Literal["static", "dynamic", "sdr", "vrr", "allm", "arc", "earc", "cec", "420"]
DeviceRole = Literal[
    "player",
    "console",
    "computer",
    "receiver",
    "soundbar",
    "switch",
    "splitter",
    "matrix",
    "router",
    "converter",
    "extender",
    "controller",
    "amplifier",
    "extractor",
    "capture",
    "network",
]
DeviceDoes = Literal["pass", "switch", "split", "split each", "matrix", "scale", "convert", "extract", "decode"]
SoundKind = Literal["stereo", "5.1", "multichannel", "object", "aac"]


class PortGroup(Frozen):
    """Ports alike of a device: how many, which way, of what kind (rules 10.5).

    gbps: the top rate of one [Gbit/s], None where its kind has but one. ships: the rate its shipped setting gives,
    where that is less; mode: the setting that gives the full rate. firmware: what it needs at least.
    """

    count: Annotated[int, Field(ge=1, le=64)] = 1
    way: Literal["in", "out"]
    kind: PortKind = "hdmi"
    gbps: Annotated[float, Field(gt=0, le=100)] | None = None
    features: Annotated[tuple[PortFeature, ...], Field(max_length=9)] = ()
    ships: Annotated[float, Field(gt=0, le=100)] | None = None
    mode: Annotated[str, Field(max_length=40)] = ""
    firmware: Annotated[str, Field(max_length=20)] = ""


PortGroups = Annotated[tuple[PortGroup, ...], Field(max_length=24)]


class _Item(Frozen):
    placed_by: ClassVar[str] = ""
    """The command that places one with nothing but its edition, where there is one."""

    maker: Name
    model: Name
    price: NotNegative | None = None
    price_on: Annotated[str, Field(pattern=r"^\d{4}-\d{2}(-\d{2})?$")] | None = None
    """When the price was asked: year and month, or the day."""
    mass_kg: NotNegative | None = None
    note: Words = ""

    @property
    def name(self) -> str:
        return f"{self.maker} {self.model}"


class Panel(_Item):
    """A TV or monitor. Sizes of the visible picture; frame adds the overall size; top_to_vesa is t of rules 7.3."""

    kind: Literal["panel"] = "panel"
    width: LengthMm
    height: LengthMm
    frame_side: HeightMm = 0.0
    frame_top: HeightMm = 0.0
    frame_bottom: HeightMm = 0.0
    depth: LengthMm = 60.0
    pixels: Pixels = (3840, 2160)
    technology: Literal["oled", "va", "ips", "tn"] = "va"
    face: PanelFace = "glossy"
    white_cd_m2: Positive | None = None
    vesa: tuple[LengthMm, LengthMm] | None = None
    top_to_vesa: HeightMm | None = None
    screw: Thread | None = None
    screw_depth: LengthMm | None = None
    """How deep its holes are; never assumed (rules 7.15)."""
    contrast: Positive | None = None
    curve: LengthMm | None = None
    lag_ms: NotNegative | None = None
    lag_mode: Words | None = None
    refresh_hz: Positive | None = None
    ports: PortGroups | None = None
    watts: NotNegative | None = None
    sound: Annotated[tuple[SoundKind, ...], Field(max_length=5)] | None = None
    """Kinds of sound that its own apps and tuner give; empty where it has none."""


LENS_PLANNED: Final = (0.0, 150.0, 80.0)
"""Where a lens is taken to be from its plate's centre: right, forward, below [mm] (planning values of ours)."""


STANDS_UNDER: Final = 0.45
"""A lens wider than this stands on furniture (rules 6.12)."""


class Projector(_Item):
    """A projector. Lens place from the plate's centre, upright, seen from behind (rules 6.5); shift as in rules 6.3.

    shift_stated says how the maker puts it: from the centre, or with 100 % meaning the lens level with the edge. The
    limits here are always shares of the whole image height and width from the centre. fan_db: at one metre, in the
    mode used. contrast: within one frame, as measured on a chequerboard.
    """

    placed_by = "put projector"
    kind: Literal["projector"] = "projector"
    lens: tuple[Positive, Positive]
    rated_lm: Positive
    native: Literal["dlp", "lcd", "lcos"] = "dlp"
    light: Literal["lamp", "led", "laser"] = "lamp"
    pixels: Pixels = (3840, 2160)
    own_aspect: Annotated[float, Field(gt=0.2, le=5)] = 16 / 9
    shift_up: Share = 0.0
    shift_down: Share | None = None
    shift_side: Share = 0.0
    shift_share: Literal["box", "diamond", "ellipse"] = "box"
    shift_offset: Annotated[float, Field(ge=-5, le=5)] = 0.0
    shift_stated: Literal["from centre", "edge is 100 %"] = "from centre"
    tele_factor: Annotated[float, Field(gt=0, le=1)] | None = None
    body_width: LengthMm = 400.0
    body_height: LengthMm = 150.0
    body_behind_lens: HeightMm = 350.0
    vent: HeightMm | None = None
    lens_right: Mm | None = None
    lens_forward: Mm | None = None
    plate_to_axis: Mm | None = None
    lag_ms: NotNegative | None = None
    lag_mode: Words | None = None
    refresh_hz: Positive | None = None
    fan_db: NotNegative | None = None
    fan_mode: Words | None = None
    contrast: Positive | None = None
    datum_to_back: HeightMm | None = None
    """Of an ultra-short throw: from the cabinet's back to its lens datum, the mirror."""
    life_h: Positive | None = None
    """What its lamp, LED or laser lasts [h]."""
    lamp_price: NotNegative | None = None
    watts: NotNegative | None = None
    ports: PortGroups | None = None

    @property
    def stands(self) -> bool:
        """Whether it is a cabinet that stands under its picture with its lens up, unless somebody says otherwise (rules
        6.8, 6.12)."""
        return self.datum_to_back is not None or self.lens[1] < STANDS_UNDER

    @property
    def behind_lens(self) -> float:
        """How far its body goes behind the lens, away from the screen [mm]; an ultra-short throw's stands before it."""
        return self.body_behind_lens - (self.datum_to_back or 0.0)

    @property
    def lens_on_plate(self) -> tuple[float, float, float]:
        """The lens right, forward and below the plate's centre [mm]; planning values where nobody has said."""
        right, forward, below = LENS_PLANNED
        return (
            right if self.lens_right is None else self.lens_right,
            forward if self.lens_forward is None else self.lens_forward,
            below if self.plate_to_axis is None else self.plate_to_axis,
        )


class Screen(_Item):
    """A projection screen. case_height is that of a roller case; 0 for a fixed frame."""

    kind: Literal["screen"] = "screen"
    way: Literal["fixed", "drop-down", "wall-flat", "manual", "floor-rising", "painted"] = "fixed"
    width: LengthMm
    height: LengthMm
    frame_side: HeightMm = 0.0
    frame_top: HeightMm = 0.0
    frame_bottom: HeightMm = 0.0
    surface: SurfaceKind = "matte"
    gain: Positive | None = None
    case_height: HeightMm = 0.0
    black_drop: HeightMm = 0.0


class Mount(_Item):
    """A wall mount for a panel (hole rows and columns, r of rules 7.3) or a ceiling mount (pole heights, rules 6.5).

    swivel: to the right positive [deg]; rises: how far it lowers (negative) and raises the panel once hung [mm];
    reach: how far its arm brings the panel's back off the wall, where it has one [mm].
    """

    kind: Literal["mount"] = "mount"
    holds: Literal["panel", "projector"] = "panel"
    row_below_vesa: Mm | None = None
    rows_below_upper: Annotated[tuple[HeightMm, ...], Field(max_length=20)] = (0.0,)
    columns_from_centre: Annotated[tuple[Mm, ...], Field(max_length=20)] = ()
    tilt_down: tuple[Degrees, Degrees] = (0.0, 0.0)
    swivel: tuple[Degrees, Degrees] | None = None
    rises: tuple[Mm, Mm] | None = None
    reach: LengthMm | None = None
    plate_width: LengthMm = 400.0
    plate_height: LengthMm = 200.0
    profile: HeightMm = 50.0
    least_height: HeightMm = 0.0
    greatest_height: HeightMm | None = None
    rated_kg: Positive | None = None
    slots: Annotated[tuple[tuple[Mm, Mm], ...], Field(max_length=8)] | None = None
    """Its plate's slots for screws, from its middle [mm]: studs decide where in them."""
    slide: HeightMm | None = None
    """How far the panel slides on it each way [mm]."""
    takes_vesa: tuple[tuple[LengthMm, LengthMm], tuple[LengthMm, LengthMm]] | None = None
    """The smallest and the largest bolt pattern it takes, across and up [mm]."""
    form: Literal["arm", "drop"] | None = None
    """An arm swings a panel out; a drop lowers what it holds by motor."""

    @property
    def is_arm(self) -> bool:
        """Whether it brings a panel out and swings it."""
        return self.form == "arm" or self.reach is not None or (self.form is None and self.swivel is not None)

    @property
    def row(self) -> float:
        """Its upper holes below the panel's upper bolts [mm]; level with them where nobody has said."""
        return self.row_below_vesa or 0.0


class _Boxed(_Item):
    """Something of a size that stands, hangs or lies; watts: typical."""

    width: LengthMm
    height: LengthMm
    depth: LengthMm
    watts: NotNegative | None = None


class Soundbar(_Boxed):
    """A soundbar."""

    kind: Literal["soundbar"] = "soundbar"
    ports: PortGroups | None = None


class Speaker(_Boxed):
    """A loudspeaker. tweeter: its middle above the loudspeaker's foot."""

    kind: Literal["speaker"] = "speaker"
    tweeter: HeightMm | None = None


class Player(_Boxed):
    """A media player, disc player or games console: what it gives at most."""

    kind: Literal["player"] = "player"
    pixels: Pixels = (3840, 2160)
    refresh_hz: Positive | None = None
    ports: PortGroups | None = None


class Device(_Item):
    """A box of the signal chain, its ports as data (rules 10.5, 10.11, 10.12).

    does: what it does between its ports. sends: formats that it gives, the best first, as in `2160p120 10 bit vrr`.
    sound: kinds of sound that it gives or takes, the best first. lag_ms: what it adds to a picture; sound_ms: to sound.
    peak_watts: at switch-on or most. poe_w: what it draws over the network; gives_poe_w: what it has for others, of all
    its ports together. low_volts: of a supply that is not the mains.
    """

    placed_by = "put device"
    kind: Literal["device"] = "device"
    role: DeviceRole
    width: LengthMm | None = None
    height: LengthMm | None = None
    depth: LengthMm | None = None
    watts: NotNegative | None = None
    ports: PortGroups = ()
    does: Annotated[tuple[DeviceDoes, ...], Field(max_length=6)] = ()
    sends: Annotated[tuple[Annotated[str, Field(max_length=60)], ...], Field(max_length=12)] = ()
    sound: Annotated[tuple[SoundKind, ...], Field(max_length=5)] = ()
    lag_ms: NotNegative | None = None
    sound_ms: NotNegative | None = None
    peak_watts: NotNegative | None = None
    poe_w: NotNegative | None = None
    gives_poe_w: NotNegative | None = None
    low_volts: Annotated[float, Field(gt=0, le=60)] | None = None


Gear = Annotated[Panel | Projector | Screen | Mount | Soundbar | Speaker | Player | Device, Field(discriminator="kind")]
GearItem = Panel | Projector | Screen | Mount | Soundbar | Speaker | Player | Device
GearShelf = Mapping[str, GearItem]
"""Every edition there is, by hash: those that jobs keep too."""
GEAR: TypeAdapter[GearItem] = TypeAdapter(Gear)


class Editions(dict[str, GearItem]):
    """Every edition there is, and which of them stand on the shelf."""

    def __init__(self, items: Mapping[str, GearItem], on_shelf: Collection[str]) -> None:
        super().__init__(items)
        self.offered: dict[str, GearItem] = {key: item for key, item in items.items() if key in on_shelf}
        self._newest = {_called(item): (key, item) for key, item in self.offered.items()}

    def newer(self, key: str) -> tuple[str, GearItem] | None:
        """The edition on the shelf that has followed one, with its name; None where there is none."""
        item = self.get(key)
        return self._newest.get(_called(item)) if item is not None and key not in self.offered else None


def _called(item: GearItem) -> tuple[str, str, str]:
    """What two editions of one item have in common."""
    return item.kind, getattr(item, "holds", ""), item.name


def followed(gear: GearShelf, used: Collection[str]) -> dict[str, tuple[str, GearItem]]:
    """What has followed the editions in use, by their names; nothing where the shelf is not known."""
    if not isinstance(gear, Editions):
        return {}
    return {key: found for key in sorted(used) if (found := gear.newer(key)) is not None}


def offered(gear: GearShelf) -> GearShelf:
    """What can be chosen anew: what stands on the shelf, where that is known, else all."""
    return gear.offered if isinstance(gear, Editions) else gear


LATER: Final = frozenset(
    [
        "curve",
        "lag_ms",
        "lag_mode",
        "refresh_hz",
        "fan_db",
        "swivel",
        "rises",
        "reach",
        "form",
        "price_on",
        "screw",
        "screw_depth",
        "contrast",
        "fan_mode",
        "datum_to_back",
        "life_h",
        "lamp_price",
        "watts",
        "ports",
        "slots",
        "slide",
        "takes_vesa",
        "sound",
    ]
)
"""Fields that came after the first editions were named: left out of the content while nobody has given them, so that
old editions keep their names."""


def gear_hash(item: GearItem) -> str:
    """The edition's name: `g` and 16 hex digits of its content's SHA-256."""
    return hash_of(item.model_dump(mode="json"))


def hash_of(document: Mapping[str, Any]) -> str:
    """The name that an edition's content has as it stands, whatever would be cleaned when it is read."""
    content = {key: value for key, value in document.items() if value is not None or key not in LATER}
    return "g" + hashlib.sha256(canonical(content).encode()).hexdigest()[:16]


def canonical(document: Any) -> str:
    """JSON with sorted keys and no blanks: equal content, equal text."""
    return json.dumps(document, sort_keys=True, separators=(",", ":"), ensure_ascii=False, allow_nan=False)
