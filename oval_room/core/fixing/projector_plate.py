"""A projector's plate: where it goes for a lens, its pole or shelf, what it hangs under (rules 6.5, 7.8)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.bench import sources_of
from oval_room.core.fixing.document import Bench
from oval_room.core.fixing.holder import holder_findings
from oval_room.core.fixing.mount_findings import rating_findings
from oval_room.core.fixing.overhead import holder_of, void_over
from oval_room.core.fixing.says import FixingCode
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.gear import Mount
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.room import Room, Slope
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.document import Projector
from oval_room.core.projection.mount_point import LensOnPlate, plate_place, pole_drop, shelf_height
from oval_room.core.projection.says import LensCure
from oval_room.core.record import record
from oval_room.core.survey.document import Survey
from oval_room.core.units import Ruler

SWAYS: Final = 600.0
"""A pole longer than this wants a brace (rules 7.8) [mm]."""
FLAT: Final = 0.5
"""A ceiling this near to its full height is level there [mm]."""


@record
class ProjectorPlate:
    """Plate centre, pole below the ceiling or shelf above the floor [mm]; where the lens is on it."""

    x: float
    y: float
    pole: float | None
    shelf: float | None
    lens: LensOnPlate


def plate_of(
    book: FigureBook, key: str, projector: Projector, item: ProjectorGear, bench: Bench | None, survey: Survey
) -> ProjectorPlate:
    lens = LensOnPlate(*item.lens_on_plate)
    pose = projector.pose
    x, y = plate_place(lens, lens_x=pose.x, lens_y=pose.y, hung=projector.hung)
    ceiling, source = survey.room.ceiling_at(x, y), survey.room.height.source
    if book.unwanted:
        if projector.hung:
            return ProjectorPlate(x, y, pole_drop(lens, ceiling=ceiling, lens_z=pose.z), None, lens)
        return ProjectorPlate(x, y, None, shelf_height(lens, lens_z=pose.z), lens)
    said = sources_of(bench, item, None, item.name)
    x_l, y_l, z_l = (Input(f"{axis}_l", f"lens, {axis}", getattr(pose, axis), "mm", "chosen") for axis in "xyz")
    dx = Input("dx", "lens right of the plate, upright, from behind", lens.right, "mm", said["lens_right"])
    dy = Input("dy", "lens forward of the plate", lens.forward, "mm", said["lens_forward"])
    dz = Input("dz", "plate to lens axis", lens.to_axis, "mm", said["lens_below"])
    book.add("plate_x", x, x_l, dx, projector=key)
    book.add("plate_y", y, y_l, dy, projector=key)
    if projector.hung:
        drop = pole_drop(lens, ceiling=ceiling, lens_z=pose.z)
        book.add("pole", drop, Input("z_ceiling", "ceiling", ceiling, "mm", source), dz, z_l, projector=key)
        return ProjectorPlate(x, y, drop, None, lens)
    shelf = shelf_height(lens, lens_z=pose.z)
    book.add("shelf", shelf, z_l, dz, projector=key)
    return ProjectorPlate(x, y, None, shelf, lens)


def plate_findings(
    key: str,
    projector: Projector,
    item: ProjectorGear,
    mount: object,
    plate: ProjectorPlate,
    survey: Survey,
    ruler: Ruler,
    held_by: str = "",
) -> list[Finding]:
    """held_by: what somebody chose to hold its plate in the place of the ceiling, empty if nothing."""
    about, out = {"projector": key, "picture": projector.shows}, []
    overhead = plate.pole if projector.boxed != "behind a port" else None  # nobody knows the ceiling there
    if overhead is not None:
        least = mount.least_height if isinstance(mount, Mount) else 0.0
        most = mount.greatest_height if isinstance(mount, Mount) else None
        if beyond(least, overhead):
            z = ruler.safe(survey.room.ceiling_at(plate.x, plate.y) - plate.lens.to_axis - least, "greatest")
            cure = Cure(LensCure.LENS_UP, z, PutProjector(id=key, z=z), name="down")
            out.append(
                Finding(
                    FixingCode.POLE, Level.STOP, "6.5", about, overhead, least, cures=(cure,), more={"side": "under"}
                )
            )
        elif most is not None and beyond(overhead, most):
            z = ruler.safe(survey.room.ceiling_at(plate.x, plate.y) - plate.lens.to_axis - most, "least")
            cure = Cure(LensCure.LENS_UP, z, PutProjector(id=key, z=z), name="up")
            out.append(
                Finding(FixingCode.POLE, Level.STOP, "6.5", about, overhead, most, cures=(cure,), more={"side": "over"})
            )
        elif isinstance(mount, Mount):
            near = most is not None and most - overhead < overhead - least
            told = {"side": "inside", "mount": mount.name, "least": least, "most": most}
            end = most if near else least
            out.append(Finding(FixingCode.POLE, Level.GOOD, "6.5", about, overhead, end, more=told))
    if isinstance(mount, Mount):
        out += rating_findings(about, mount, item)
    if overhead is not None:
        made = survey.made.get("ceiling")
        by = holder_of(made, held_by)
        drop = overhead + (void_over(made) if by in ("slab", "joists") else 0.0)
        if beyond(drop, SWAYS):
            out.append(Finding(FixingCode.SWAY, Level.MIND, "7.8", about, drop, SWAYS, more={"pole": overhead}))
        out += holder_findings(about, by, survey, pole=overhead, at=(plate.x, plate.y))
        out += _sloped(about, plate, survey) if by != "bracket" else []
    off = plate.x - projector.pose.x
    more = {"off": off, "hung": projector.hung, "pole": plate.pole, "shelf": plate.shelf, "y": plate.y}
    out.append(Finding(FixingCode.PLATE, Level.NOTE, "6.5", about, plate.x, None, more=more))
    return out


def _sloped(about: Mapping[str, str], plate: ProjectorPlate, survey: Survey) -> list[Finding]:
    """A plate on a slope (rules 6.5)."""
    out = []
    slope = slope_at(survey.room, plate.x, plate.y)
    if slope is not None:
        more = {"wall": slope.wall}
        out.append(Finding(FixingCode.SLOPED, Level.MIND, "6.5", about, slope.pitch, None, "deg", more=more))
    return out


def slope_at(room: Room, x: float, y: float) -> Slope | None:
    """The slope that a place of the ceiling lies on; None where it is level."""
    here = room.ceiling_at(x, y)
    if here >= room.height.value - FLAT:
        return None
    for slope in room.slopes:
        wall = room.wall_named(slope.wall)
        if wall is None:
            continue
        _, off = wall.own(x, y)
        if abs(slope.low.value + max(off, 0.0) * math.tan(math.radians(slope.pitch)) - here) < 1.0:
            return slope
    return None
