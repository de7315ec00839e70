"""The size table: what each size would give the subject seat, worked by the very rules that judge the plan (rules 3.1
to 4.3, 5.4)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.apply import apply
from oval_room.core.commands import several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.levels import Level
from oval_room.core.light.study import LightResult
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Panel, Screen, offered
from oval_room.core.plan.measure import chosen
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.groups import stands_for
from oval_room.core.screens.size import picture_size
from oval_room.core.solve.within import OutOfTimeError, Timed, Watch
from oval_room.core.survey.way_in import CLOSE, panel_box, spare
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import school_level
from oval_room.core.viewing.study import ViewResult

SIZES: Final = (32.0, 43.0, 50.0, 55.0, 65.0, 75.0, 77.0, 85.0, 98.0, 100.0, 110.0, 120.0, 135.0, 150.0, 200.0)
"""Diagonals shown [in]."""
NEAR_SIZE: Final = 2.0
"""Gear within this of a size gives its price band [in]."""


@record
class SizeRow:
    """One size for a seat: what it would give; None where there is nothing to say."""

    inches: float
    width: float
    angle: float | None
    inside: bool
    per_degree: float | None
    off_axis: float | None
    contrast_class: str
    top: float
    fits_wall: bool
    fits_height: bool
    through_door: bool | None
    prices: tuple[float, float] | None
    now: bool


def size_table(
    plan: Plan, gear: GearShelf, picture: str, seat: str | None, scene: str | None, sizes: Sequence[float] = SIZES
) -> list[SizeRow]:
    """A row for each size, the picture kept in its place with its bottom edge where its ladder allows; none for a
    display of a wall, which is not chosen by itself."""
    if picture in stands_for(plan.chosen):
        return []
    node = plan.chosen.pictures[picture]
    now = picture_size(width=node.width.value, height=node.height).diagonal / 25.4
    evaluate, out = Timed(Watch(), picture), []
    lit = evaluate(plan, gear).of(LightResult).pictures.get(picture)
    known = (
        lit.scenes[scene][2] if lit and scene in lit.scenes and node.kind == "panel" else ""
    )  # a panel's does not hang on its size
    for inches in sorted({*sizes, round(now, 1)}):
        if inches != round(now, 1) and abs(inches - now) < 0.6:
            continue
        width = picture_size(aspect=node.aspect, diagonal=inches * 25.4).width
        try:
            after = apply(
                plan, several(PutPicture(id=picture, width=chosen(width), bottom=_bottom(plan, picture, width))), gear
            )
            report = evaluate(after, gear)
        except (RefusedError, MissingError):
            continue
        except OutOfTimeError:
            break
        out.append(_row(after, report, gear, picture, seat, scene, inches, abs(inches - now) < 0.06, known))
    return out


def _bottom(plan: Plan, picture: str, width: float) -> float:
    """The bottom edge a new size takes: the middle stays as high, but never under the floor."""
    node = plan.chosen.pictures[picture]
    return max(node.pose.z - width / node.aspect / 2, node.frame_bottom)


def _row(
    plan: Plan,
    report: Report,
    gear: GearShelf,
    picture: str,
    seat: str | None,
    scene: str | None,
    inches: float,
    now: bool,
    known: str,
) -> SizeRow:
    node = plan.chosen.pictures[picture]
    view = report.of(ViewResult).pictures[picture].seats.get(seat or "")
    lit = report.of(LightResult).pictures.get(picture)
    klass = lit.scenes[scene][2] if lit and scene in lit.scenes else known
    stops = {f.code.name for f in report.findings if f.about.get("picture") == picture and f.level is Level.STOP}
    rooms = (
        [spare(panel_box(node), passage) for passage in plan.survey.passages.values()] if node.kind == "panel" else []
    )
    kind = Panel if node.kind == "panel" else Screen
    prices = [
        item.price
        for item in offered(gear).values()
        if isinstance(item, kind)
        and item.price
        and abs((item.width**2 + item.height**2) ** 0.5 / 25.4 - inches) <= NEAR_SIZE
    ]
    inside = (
        view is not None and view.angle is not None and school_level(view.angle, school_of(plan).school) is Level.GOOD
    )
    return SizeRow(
        inches,
        node.width.value,
        view.angle if view else None,
        inside,
        view.per_degree if view else None,
        view.off_axis if view else None,
        klass,
        node.top,
        "TOO_WIDE" not in stops,
        not ({"LADDER_CONFLICT"} & stops),
        min(rooms) >= CLOSE / 3 if rooms else None,
        (min(prices), max(prices)) if prices else None,
        now,
    )
