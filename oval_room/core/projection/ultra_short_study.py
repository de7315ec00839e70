"""Ultra-short throws of a plan: the cabinet before its screen, what carries it, the wall it lights (rules 4.7, 6.8)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.ultra_short import LONGEST_RATIO, cabinet, sensitivity
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Survey, Thing
from oval_room.core.units import Ruler

CARRIES: Final = ("furniture", "cabinet", "shelf")
ADJUSTS: Final = 10.0
"""How far a cabinet's feet and its furniture make good in height [mm]."""


@dataclass(frozen=True, slots=True)
class UltraShortResult(Result):
    """Cabinets and what carries them."""


def study_ultra_short(survey: Survey, scheme: Scheme, throws: ThrowResult, ruler: Ruler) -> UltraShortResult:
    """Every ultra-short throw whose sheet says where its lens is in its cabinet."""
    book, out = FigureBook(KINDS), list[Finding]()
    for key, throw in throws.throws.items():
        picture, back = scheme.pictures.get(throw.picture), throw.item.datum_to_back
        if picture is None or back is None or throw.item.lens[1] > LONGEST_RATIO or throw.projector.hung:
            continue
        out += _one(book, key, throw, picture, back, survey, ruler)
    return UltraShortResult(book.figures, tuple(out))


def _one(
    book: FigureBook, key: str, throw: ProjectorThrow, picture: Picture, back: float, survey: Survey, ruler: Ruler
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
    book.add("cabinet_back", stands.back_to_wall, y_l, b, projector=key)
    book.add("cabinet_front", needed, y_l, b, deep, projector=key)
    moves = sensitivity(throw_ratio=item.lens[0], aspect=throw.raster[0] / throw.raster[1], bottom_gap=gap)
    more = {"wider": moves.wider, "down": moves.bottom_up, "needed": needed}
    cures: tuple[Cure, ...] = ()
    if stands.level is Level.STOP:
        y = ruler.safe(back, "least")
        cures = (Cure(LensCure.LENS_OUT, y, PutProjector(id=key, y=y)),)
    out = [Finding(ThrowCode.CABINET, stands.level, "6.8", about, stands.back_to_wall, 0.0, cures=cures, more=more)]
    carried = _carried(survey, throw, stands.back_to_wall)
    if carried is None:
        return out
    name, thing = carried
    return out + _on(key, throw, name, thing, needed, ruler)


def _carried(survey: Survey, throw: ProjectorThrow, back: float) -> tuple[str, Thing] | None:
    """What stands under the cabinet: the highest below its lens."""
    pose = throw.projector.pose
    under = {
        name: thing
        for name, thing in survey.things.items()
        if thing.kind in CARRIES
        and thing.x_from <= pose.x <= thing.x_to
        and thing.y_from <= max(back, 0.0) + 1.0
        and thing.z_to <= pose.z + ADJUSTS
    }
    return max(under.items(), key=lambda pair: pair[1].z_to, default=None)


def _on(key: str, throw: ProjectorThrow, name: str, thing: Thing, needed: float, ruler: Ruler) -> list[Finding]:
    """Whether its furniture is deep enough, and as high as the picture wants it."""
    about, out = {"projector": key, "picture": throw.picture, "thing": name}, list[Finding]()
    level = Level.MIND if beyond(needed, thing.y_to) else Level.GOOD
    out.append(Finding(ThrowCode.TRAY, level, "6.8", about, thing.y_to, needed))
    stands = thing.z_to + throw.item.body_height
    off = throw.projector.pose.z - stands
    if abs(off) > ADJUSTS:
        z = ruler.safe(stands, "nearest")
        cure = Cure(LensCure.LENS_UP, z, PutProjector(id=key, z=z), name="down" if off > 0 else "up")
        more = {"off": off}
        lens = throw.projector.pose.z
        out.append(Finding(ThrowCode.STANDS, Level.STOP, "6.8", about, lens, stands, cures=(cure,), more=more))
    return out
