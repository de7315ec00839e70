"""A picture: something people look at."""

from __future__ import annotations

import math
from typing import Annotated, ClassVar, Final, Literal

from pydantic import Field, model_validator

from oval_room.core.plan.gear import SurfaceKind
from oval_room.core.plan.measure import FrameMm, Frozen, Hash, LengthMm, Measure, Name, Pixels
from oval_room.core.plan.placed import Pose
from oval_room.core.screens.shapes import bow, chord

Aspect = Annotated[float, Field(ge=0.05, le=20)]


class Built(Frozen):
    """A panel as it was built, level."""

    width: LengthMm
    aspect: Aspect
    frame_side: FrameMm
    frame_top: FrameMm
    frame_bottom: FrameMm


LEAST_WIDTH: Final = 10.0
"""Of a picture [mm]: of anything smaller the rules' angles and heights run out of bounds."""


class Picture(Frozen):
    """Something people look at; its pose is the centre of the visible picture."""

    by_value: ClassVar[bool] = True
    name: Name
    kind: Literal["panel", "screen"]
    width: Measure
    aspect: Aspect = 16 / 9
    frame_side: FrameMm = 0.0
    frame_top: FrameMm = 0.0
    frame_bottom: FrameMm = 0.0
    pose: Pose
    pixels: Pixels = (3840, 2160)
    surface: SurfaceKind = "matte"
    gear: Hash | None = None
    mount: Hash | None = None
    curve: LengthMm | None = None
    """Radius of a curved panel [mm]; its width is then that of the arc (rules 2.2)."""
    case_below: Annotated[float, Field(ge=0, le=6000)] = 0.0
    """How far the case of a cloth that comes down hangs below the ceiling [mm]."""
    split: tuple[Annotated[int, Field(ge=1, le=8)], Annotated[int, Field(ge=1, le=8)]] = (1, 1)
    """Columns and rows that the picture is shared into (rules 2.4)."""
    turned: Literal[0, 90, 180, 270] = 0
    """How a panel hangs, clockwise as the viewer sees it; all sizes here are as it hangs."""
    cloth_roll: LengthMm | None = None
    """How wide the roll is that a cut cloth comes from [mm]; None until somebody says."""
    off_told: bool = False
    """Whether somebody said how far its surface stands off what it hangs on."""
    built: Built | None = None
    """Of a turned one, what it is level again."""

    @model_validator(mode="after")
    def _wide(self) -> Picture:
        if not self.width.value >= LEAST_WIDTH:
            raise ValueError(f"a picture is at least {LEAST_WIDTH:g} mm wide (this one {self.width.value:g} mm)")
        return self

    @model_validator(mode="after")
    def _high(self) -> Picture:
        if not self.height <= 100_000:
            raise ValueError(f"a picture is at most 100 m high (this one {self.height / 1000:,.0f} m)")
        return self

    @model_validator(mode="after")
    def _arc(self) -> Picture:
        if self.curve is not None and self.width.value > math.pi * self.curve:
            raise ValueError(f"a picture this wide is more than half a circle of radius {self.curve:g} mm")
        return self

    @property
    def across(self) -> float:
        """How wide it stands in the room [mm]: the chord of a curved one."""
        return chord(self.curve, self.width.value)

    @property
    def bow(self) -> float:
        """How far its side edges come forward of its middle [mm]; 0 when flat."""
        return bow(self.curve, self.width.value)

    @property
    def height(self) -> float:
        return self.width.value / self.aspect

    @property
    def bottom(self) -> float:
        return self.pose.z - self.height / 2

    @property
    def top(self) -> float:
        return self.pose.z + self.height / 2
