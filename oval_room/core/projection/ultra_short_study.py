"""Ultra-short throws of a plan: the cabinet before its screen, what carries it, the wall it lights (rules 4.7, 6.8)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import field
from typing import Final

from oval_room.core.commands import several
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.measure import chosen
from oval_room.core.plan.nodes import Carrier
from oval_room.core.projection.commands import CARRIES, PutProjector
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.ultra_short import LONGEST_RATIO, cabinet, sensitivity
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import off_source
from oval_room.core.survey.document import Survey, Thing
from oval_room.core.units import Ruler

Under = Mapping[str, Carrier]
"""What may carry a cabinet, by id."""
WITHIN: Final = 600.0
"""Furniture whose top is higher than this over a lens is not what it was meant to stand on (planning value of ours)
[mm]."""
ADJUSTS: Final = 10.0
"""How far a cabinet's feet and its furniture make good in height [mm]."""


@record
class UltraShortResult(Result):
    """Cabinets and what carries them; carries: what stands on a thing and how much it weighs [kg], by the thing."""

    carries: dict[str, tuple[str, float]] = field(default_factory=dict)


def study_ultra_short(survey: Survey, scheme: Scheme, throws: ThrowResult, ruler: Ruler) -> UltraShortResult:
    """Every ultra-short throw whose sheet says where its lens is in its cabinet."""
    book, out = FigureBook(KINDS), list[Finding]()
    under = {name: _as_carrier(thing) for name, thing in survey.things.items() if thing.kind in CARRIES}
    under |= scheme.carriers(survey.room)
    carries = dict[str, tuple[str, float]]()
    for key, throw in throws.throws.items():
        picture, back = scheme.pictures.get(throw.picture), throw.item.datum_to_back
        if picture is None or throw.projector.hung or not throw.item.stands:
            continue
        off = back if back is not None else 0.0
        if (on := _carried(under, throw, throw.projector.pose.y - off)) is not None:
            carries[on[0]] = key, throw.item.mass_kg or 0.0
        if wanted := _wanted(throw):
            about = {"projector": key, "picture": throw.picture}
            out.append(Finding(ThrowCode.FIGURES, Level.MIND, "6.12", about, more={"wanted": wanted}))
        if back is None:
            out += _carrier(key, throw, picture, throw.projector.pose.y - picture.pose.y, under, ruler)
        elif throw.item.lens[1] <= LONGEST_RATIO:
            out += _one(book, key, throw, picture, back, under, ruler)
    return UltraShortResult(book.figures, tuple(out), carries)


def _wanted(throw: ProjectorThrow) -> tuple[str, ...]:
    """Which of the two figures that its sheet gives nobody has typed (rules 6.12)."""
    item = throw.item
    return (*(("datum",) if item.datum_to_back is None else ()), *(() if item.shift_offset else ("offset",)))


def _one(
    book: FigureBook, key: str, throw: ProjectorThrow, picture: Picture, back: float, under: Under, ruler: Ruler
) -> list[Finding]:
    item, pose, about = throw.item, throw.projector.pose, {"projector": key, "picture": throw.picture}
    depth, gap = item.body_behind_lens, max(item.shift_offset - 0.5, 0.0)
    stands = cabinet(
        width=throw.raster[0],
        height=throw.raster[1],
        throw_ratio=throw.ratio,
        datum_to_back=back,
        depth=depth,
        cabinet_height=item.body_height,
        bottom_gap=gap,
        stand_off=picture.pose.y,
    )
    needed = stands.depth_needed
    y_l, b = (
        Input("y_l", "lens datum from the wall", pose.y, "mm", "chosen"),
        Input("b", "its back", back, "mm", "maker"),
    )
    deep = Input("deep", "cabinet depth", depth, "mm", "maker")
    off = Input("s", "screen surface from the wall, on which its size hangs", picture.pose.y, "mm", off_source(picture))
    d = Input("d", "lens datum from the screen", pose.y - picture.pose.y, "mm", "chosen")
    book.add("cabinet_back", stands.back_to_wall, d, off, b, projector=key)
    book.add("cabinet_front", needed, y_l, b, deep, projector=key)
    moves = sensitivity(throw_ratio=item.lens[0], aspect=throw.raster[0] / throw.raster[1], bottom_gap=gap)
    more = {"wider": moves.wider, "down": moves.bottom_up, "needed": needed}
    cures: tuple[Cure, ...] = ()
    if stands.level is Level.STOP:
        y = ruler.safe(back, "least")
        cures = (Cure(LensCure.LENS_OUT, y, PutProjector(id=key, y=y)),)
    out = [Finding(ThrowCode.CABINET, stands.level, "6.8", about, stands.back_to_wall, 0.0, cures=cures, more=more)]
    carried = _carried(under, throw, stands.back_to_wall)
    if carried is None:
        return [*out, _without(key, throw)]
    name, thing = carried
    return out + _on(key, throw, picture, name, thing, needed, ruler)


def _without(key: str, throw: ProjectorThrow) -> Finding:
    """Nothing carries it (rules 6.12)."""
    foot, about = throw.projector.pose.z - throw.item.body_height, {"projector": key, "picture": throw.picture}
    return Finding(ThrowCode.CARRIER, Level.MIND, "6.12", about, foot)


def _carrier(
    key: str, throw: ProjectorThrow, picture: Picture, back: float, under: Under, ruler: Ruler
) -> list[Finding]:
    """What carries a cabinet of which nobody knows how far its lens is from its back: its height alone is judged."""
    carried = _carried(under, throw, back)
    if carried is None:
        return [_without(key, throw)]
    return _height(key, throw, picture, *carried, ruler)


def _as_carrier(thing: Thing) -> Carrier:
    return Carrier(thing.name, thing.x_from, thing.x_to, thing.y_from, thing.y_to, thing.z_to, thing.tray)


def _carried(under: Under, throw: ProjectorThrow, back: float) -> tuple[str, Carrier] | None:
    """What stands under the cabinet: the highest below its lens, else the lowest that its lens is planned within."""
    pose = throw.projector.pose
    here = {
        name: thing
        for name, thing in under.items()
        if thing.x_from <= pose.x <= thing.x_to and thing.y_from <= max(back, 0.0) + 1.0
    }
    below = {name: thing for name, thing in here.items() if thing.z_to <= pose.z + ADJUSTS}
    within = {name: thing for name, thing in here.items() if pose.z + ADJUSTS < thing.z_to <= pose.z + WITHIN}
    if below:
        return max(below.items(), key=lambda pair: pair[1].z_to)
    return min(within.items(), key=lambda pair: pair[1].z_to, default=None)


def _on(
    key: str, throw: ProjectorThrow, picture: Picture, name: str, thing: Carrier, needed: float, ruler: Ruler
) -> list[Finding]:
    """Whether its furniture is deep enough, and as high as the picture wants it."""
    about, out = {"projector": key, "picture": throw.picture, "thing": name}, list[Finding]()
    stands = thing.z_to + throw.item.body_height
    carried = _carried_by(thing, throw, picture, stands)
    more: dict[str, object] = {"width": carried.width, "bottom": carried.bottom}
    reaches = thing.y_to + thing.tray
    more["tray"] = thing.tray
    if beyond(needed, reaches):
        narrower = (_as_carried(key, throw, picture, carried, stands, ruler),) if carried.width > 0 else ()
        out.append(Finding(ThrowCode.TRAY, Level.MIND, "6.8", about, reaches, needed, cures=narrower, more=more))
    else:
        out.append(Finding(ThrowCode.TRAY, Level.GOOD, "6.8", about, reaches, needed, more=more))
    return out + _height(key, throw, picture, name, thing, ruler)


def _height(
    key: str, throw: ProjectorThrow, picture: Picture, name: str, thing: Carrier, ruler: Ruler
) -> list[Finding]:
    """Whether its lens is as high as its furniture puts it."""
    about, out = {"projector": key, "picture": throw.picture, "thing": name}, list[Finding]()
    stands = thing.z_to + throw.item.body_height
    off = throw.projector.pose.z - stands
    if abs(off) > ADJUSTS:
        lens, z = throw.projector.pose.z, ruler.safe(stands, "nearest")
        bottom = ruler.safe(stands + throw.item.shift_offset * throw.raster[1] - picture.height / 2, "nearest")
        both = several(PutProjector(id=key, z=z), PutPicture(id=throw.picture, bottom=bottom))
        cures = (
            Cure(LensCure.LENS_UP, z, PutProjector(id=key, z=z), name="down" if off > 0 else "up"),
            Cure(LensCure.ON_FURNITURE, bottom, both),
        )
        out.append(Finding(ThrowCode.STANDS, Level.STOP, "6.8", about, lens, stands, cures=cures, more={"off": off}))
    return out


@record
class _Carried:
    """The widest picture whose cabinet stands on a piece of furniture: its width, its throw, its bottom [mm]."""

    width: float
    throw: float
    bottom: float


def _carried_by(thing: Carrier, throw: ProjectorThrow, picture: Picture, stands: float) -> _Carried:
    """The reverse of a cabinet's place (rules 6.8): from the furniture's depth and top to the picture. `stands`: the
    cabinet's top when it stands there."""
    item = throw.item
    out = thing.y_to + thing.tray - item.body_behind_lens + (item.datum_to_back or 0.0) - picture.pose.y
    raster = max(out, 0.0) / item.lens[1]
    share = picture.width.value / throw.raster[0]
    high = raster / item.own_aspect
    width = raster * share
    return _Carried(width, out, stands + item.shift_offset * high - width / picture.aspect / 2)


def _as_carried(
    key: str, throw: ProjectorThrow, picture: Picture, carried: _Carried, stands: float, ruler: Ruler
) -> Cure:
    """The picture as wide as its furniture lets it, where that lets it hang."""
    width = ruler.safe(carried.width, "greatest")
    share, item = picture.width.value / throw.raster[0], throw.item
    raster = width / share
    y = picture.pose.y + raster * item.lens[0]
    bottom = stands + item.shift_offset * raster / item.own_aspect - width / picture.aspect / 2
    put = PutPicture(id=throw.picture, width=chosen(width), bottom=bottom)
    return Cure(LensCure.WIDTH_CARRIED, width, several(PutProjector(id=key, y=y, z=stands), put))
