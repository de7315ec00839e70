"""Every hole of a picture with what it goes into, how sure that is, what it bears and what to confirm first (rules 7.2,
7.3, 7.5, 7.7)."""

from __future__ import annotations

from itertools import product

from oval_room.core.fixing.bolts import BoltLoad
from oval_room.core.fixing.document import FixingNodes, called, mount_as_measured
from oval_room.core.fixing.drill_study import DrillResult
from oval_room.core.fixing.hole_sure import HoleSure, hole_sure
from oval_room.core.fixing.load_study import LoadResult
from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.plan.room import STUDDED
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.survey.studs import Find


@record
class HoleTold:
    """One hole of a picture: its number there, its place [mm], how sure it is, what it bears in the worst case, what is
    behind or beside it."""

    number: int
    x: float
    z: float
    sure: HoleSure
    load: BoltLoad | None
    near: tuple[str, ...]


def holes_of(plan: Plan, gear: GearShelf, report: Report, key: str) -> tuple[HoleTold, ...]:
    """The holes of a picture, rows from above, columns from the left, as they are numbered; none where they are not
    known.

    plan: turned so that the picture's wall is where the display wall is.
    """
    holes, picture = report.of(FixingResult).holes.get(key), plan.chosen.pictures.get(key)
    if holes is None or picture is None:
        return ()
    item, mount = gear.get(picture.gear or ""), gear.get(picture.mount or "")
    _, bench = plan.chosen.kept(FixingNodes).of(key) or ("", None)
    hung = mount_as_measured(mount, bench) if isinstance(mount, Mount) else None
    place, held = report.of(FixingResult).places.get(key), report.of(LoadResult).held.get(key)
    stud = plan.survey.kind_of("w1") in STUDDED and place is not None
    finds = [Find(one.at, one.how, one.hit) for one in plan.survey.finds.values() if one.wall == "w1"]
    loads = dict(zip(held.bolts, held.worst.bolts, strict=True)) if held is not None else {}
    window = report.of(DrillResult).windows.get(key)
    keep_out = window.window.rules.keep_out if window is not None else ()
    out = []
    for number, (z, x) in enumerate(product(holes.rows, holes.columns), 1):
        sure = hole_sure(
            x,
            stud=stud,
            finds=finds,
            plate=place.plate if place is not None else picture.pose.x,
            slots=(hung.slots or ()) if hung is not None else (),
            bench=bench,
            called={"panel": called(picture, item), "mount": hung.name if hung is not None else ""},
            rows_told=hung is not None and hung.row_below_vesa is not None,
            bolts_told=isinstance(item, Panel) and item.top_to_vesa is not None,
            rises=hung.rises if hung is not None else None,
        )
        near = tuple(dict.fromkeys(one.name for one in keep_out if one.holds(x, z)))
        out.append(HoleTold(number, x, z, sure, loads.get((x, z)), near))
    return tuple(out)
