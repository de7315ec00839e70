"""Alignment on site, as it is told: what is planned, what was measured and what that comes from (rules 6.11)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.projection.memory_study import MemoryResult, Setting
from oval_room.core.projection.square import Squareness, cause, squareness
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.screens.document import Picture
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span, read_lengths
from oval_room.core.units import Ruler
from oval_room.core.words import capital

MEASURED: Final = ("diagonal 1", "diagonal 2", "top", "bottom", "left", "right")
"""What is measured of a picture on its wall, in the order it is typed."""
EDGE: Final = Span("an edge of the picture", 100, 15_000, (400, 9000))
PAIRS: Final = ("diagonals", "top and bottom", "left and right")
UNKNOWN_PIXELS: Final = (3840, 2160)
"""Of a projector that nobody has chosen."""


@record
class Checked:
    """The check of six measured lengths. found: None until all are there. cause: what it looks like it comes from.
    wrong: what is to be typed instead."""

    found: Squareness | None = None
    cause: str = ""
    wrong: str = ""

    def told(self, ruler: Ruler) -> list[tuple[str, str]]:
        """Each pair's level, and by how much it differs."""
        if self.found is None:
            return []
        pairs = zip(PAIRS, self.found.differences, self.found.levels, strict=True)
        return [(level.value, f"{what} differ by {ruler.show(by)}") for what, by, level in pairs]


def checked(ruler: Ruler, typed: Mapping[str, str]) -> Checked:
    """The check of what was typed, by the names of MEASURED [mm]."""
    lacking = [name for name in MEASURED if not typed.get(name, "").strip()]
    if lacking:
        return Checked(wrong=f"Measure {', '.join(lacking)} too." if len(lacking) < len(MEASURED) else "")
    try:
        lengths = read_lengths(ruler, [(typed[name], EDGE) for name in MEASURED])
    except RefusedError as refused:
        return Checked(wrong=f"{capital(refused.text)}.")
    first, second, top, bottom, left, right = lengths
    found = squareness((first, second), top=top, bottom=bottom, left=left, right=right)
    return Checked(found, capital(cause(found, top=top, bottom=bottom, left=left, right=right)))


def planned(picture: Picture | None) -> dict[str, float]:
    """What each measured length should come to [mm]; nothing without a picture."""
    if picture is None:
        return {}
    size = picture_size(width=picture.width.value, height=picture.height)
    diagonals = dict.fromkeys(MEASURED[:2], size.diagonal)
    return diagonals | dict.fromkeys(("top", "bottom"), size.width) | dict.fromkeys(("left", "right"), size.height)


def throw_of(report: Report, picture: str | None) -> ProjectorThrow | None:
    """What throws a picture."""
    return next((one for one in report.of(ThrowResult).throws.values() if one.picture == picture), None)


def pixels_of(throw: ProjectorThrow | None) -> tuple[int, int]:
    return throw.item.pixels if throw else UNKNOWN_PIXELS


@record
class Remembered:
    """A lens memory: its name, picture width, height and lower edge [mm], and how it is set, to be read."""

    name: str
    width: float
    height: float
    bottom: float
    set_by: str


def memories(report: Report, throw: ProjectorThrow | None, ruler: Ruler) -> list[Remembered]:
    """The lens memories of what throws a picture."""
    settings = report.of(MemoryResult).settings.values() if throw is not None else ()
    return [
        Remembered(one.memory.name, one.picture.width, one.picture.height, one.bottom, _set_by(one, ruler))
        for one in settings
        if throw is not None and one.memory.shows == throw.picture
    ]


def _set_by(one: Setting, ruler: Ruler) -> str:
    """What a memory is set by: its tray stop, or where its shift comes to."""
    if one.cabinet is not None:
        return f"cabinet's back {ruler.show(one.cabinet)} off the wall"
    way = "up" if one.need.v >= 0 else "down"
    return f"shift {abs(one.need.v):.2f} heights {way}"
