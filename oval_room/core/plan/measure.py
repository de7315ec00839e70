"""A value with where it came from and how far it may be off, and the log of readings (rules 1.3)."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal

from pydantic import BaseModel, ConfigDict, Field

from oval_room.core.plan.instruments import HALF_WIDTH, Instrument

Source = Literal["default", "assumed", "chosen", "read", "maker", "as-built"]
UNSURE: tuple[Source, ...] = ("default", "assumed")

Mm = Annotated[float, Field(ge=-100_000, le=100_000, allow_inf_nan=False)]
LengthMm = Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]
HeightMm = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
Degrees = Annotated[float, Field(ge=-180, le=180, allow_inf_nan=False)]
Id = Annotated[str, Field(pattern=r"^[a-z]{1,2}[0-9]{1,4}$")]
Words = Annotated[str, Field(max_length=400)]
Name = Annotated[str, Field(min_length=1, max_length=80)]


Values = dict[str, Any]
"""Field values by name, on their way into a node that checks them."""

MOST: Final = 200
"""Things of one kind in one job."""


class Frozen(BaseModel):
    """A node of the document: can't be changed in place, knows every key it may have."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Measure(Frozen):
    """A value [mm, lux …] with its half-width, source and the readings it rests on."""

    value: Annotated[float, Field(ge=-200_000, le=200_000)]
    half_width: Annotated[float, Field(ge=0, le=200_000)] = 0.0
    source: Source = "default"
    readings: tuple[str, ...] = ()

    @property
    def unsure(self) -> bool:
        return self.source in UNSURE


class Reading(Frozen):
    """One entry of the reading log; never changed, only followed by another."""

    of: Words
    value: float
    instrument: Instrument
    by: Words = ""
    at: Words = ""


class Typed(Frozen):
    """A value as it comes in with a command: what, how it is known, with what it was read."""

    value: Annotated[float, Field(ge=-200_000, le=200_000)]
    source: Source = "read"
    instrument: Instrument = "tape"
    again: bool = False
    """A repeat: it joins the readings there are instead of taking their place."""

    @property
    def half_width(self) -> float:
        return HALF_WIDTH[self.instrument] if self.source in ("read", "as-built") else 0.0


def chosen(value: float) -> Typed:
    """A decided value, for commands that a study proposes. Not checked here: applying the command refuses an absurd
    one."""
    return Typed.model_construct(value=value, source="chosen", instrument="tape")


def default(value: float) -> Measure:
    """A value nobody has given yet."""
    return Measure(value=value, source="default")


def next_id(prefix: str, taken: dict[str, object] | set[str]) -> str:
    """The first free id of a kind: s1, s2 …"""
    return prefix + str(next(n for n in range(1, len(taken) + 2) if f"{prefix}{n}" not in taken))
