"""Gear on the shelf and in jobs: makers' figures in immutable editions, named by the hash of their content."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Mapping
from typing import Annotated, Any, ClassVar, Final, Literal

from pydantic import Field, TypeAdapter

from oval_room.core.plan.measure import Frozen, HeightMm, LengthMm, Mm, Name, Words

SurfaceKind = Literal["matte", "grey", "contrast", "lenticular", "woven", "perforated", "wall"]
PanelFace = Literal["glossy", "matt"]
Positive = Annotated[float, Field(gt=0, le=1e6)]
NotNegative = Annotated[float, Field(ge=0, le=1e6)]
Share = Annotated[float, Field(ge=0, le=5)]
Pixels = tuple[Annotated[int, Field(gt=0, le=100_000)], Annotated[int, Field(gt=0, le=100_000)]]


class _Item(Frozen):
    placed_by: ClassVar[str] = ""
    """The command that places one with nothing but its edition, where there is one."""

    maker: Name
    model: Name
    price: NotNegative | None = None
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
    curve: LengthMm | None = None
    lag_ms: NotNegative | None = None
    lag_mode: Words | None = None
    refresh_hz: Positive | None = None


class Projector(_Item):
    """A projector. Lens place from the plate's centre, upright, seen from behind (rules 6.5); shift as in rules 6.3.

    shift_stated says how the maker puts it: from the centre, or with 100 % meaning the lens level with the edge. The
    limits here are always shares of the whole image height and width from the centre. fan_db: at one metre, in the
    mode used.
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
    lens_right: Mm = 0.0
    lens_forward: Mm = 150.0
    plate_to_axis: Mm = 80.0
    lag_ms: NotNegative | None = None
    lag_mode: Words | None = None
    refresh_hz: Positive | None = None
    fan_db: NotNegative | None = None


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
    row_below_vesa: Mm = 0.0
    rows_below_upper: tuple[HeightMm, ...] = (0.0,)
    columns_from_centre: tuple[Mm, ...] = ()
    tilt_down: tuple[float, float] = (0.0, 0.0)
    swivel: tuple[float, float] | None = None
    rises: tuple[float, float] | None = None
    reach: LengthMm | None = None
    plate_width: LengthMm = 400.0
    plate_height: LengthMm = 200.0
    profile: HeightMm = 50.0
    least_height: HeightMm = 0.0
    greatest_height: HeightMm | None = None
    rated_kg: Positive | None = None


Gear = Annotated[Panel | Projector | Screen | Mount, Field(discriminator="kind")]
GearItem = Panel | Projector | Screen | Mount
GearShelf = Mapping[str, GearItem]
GEAR: TypeAdapter[GearItem] = TypeAdapter(Gear)


LATER: Final = frozenset({"curve", "lag_ms", "lag_mode", "refresh_hz", "fan_db", "swivel", "rises", "reach"})
"""Fields that came after the first editions were named: left out of the content while nobody has given them, so that
old editions keep their names."""


def gear_hash(item: GearItem) -> str:
    """The edition's name: `g` and 16 hex digits of its content's SHA-256."""
    content = {
        key: value for key, value in item.model_dump(mode="json").items() if value is not None or key not in LATER
    }
    return "g" + hashlib.sha256(canonical(content).encode()).hexdigest()[:16]


def canonical(document: Any) -> str:
    """JSON with sorted keys and no blanks: equal content, equal text."""
    return json.dumps(document, sort_keys=True, separators=(",", ":"), ensure_ascii=False, allow_nan=False)
