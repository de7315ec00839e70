"""Cases of screens that come down or rise: the joists they hang from, and where the cloth stops for each picture (rules
2.6, 7.8)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import field
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.behind import holds_nothing
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.holder import NOT_YET, REACHES, holder_findings
from oval_room.core.fixing.opening_zones import hole_findings
from oval_room.core.fixing.overhead import ON_A_JOIST, Holder, Joists, holder_of
from oval_room.core.fixing.overhead_load import BRACKET_APART
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.window_study import joists_over
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Screen
from oval_room.core.plan.room import STUDDED
from oval_room.core.projection.memory_study import MemoryResult, Setting
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.units import Ruler

RISES: Final = "floor-rising"
END: Final = 40.0
"""A hook holds a case at least so far inside its end (planning value of ours) [mm]."""
PULLED: Final = 2.0
"""A cloth that is pulled by hand counts so often (rules 7.8)."""


@record
class CaseResult(Result):
    """Where cases are hung, by picture: places along the wall and out from it [mm]."""

    hooks: dict[str, tuple[tuple[float, float], ...]]
    brackets: dict[str, tuple[tuple[float, float], ...]] = field(default_factory=dict)
    """Where brackets hold a case on the display wall: along and up, the middle of each [mm]."""


def study_cases(
    survey: Survey,
    scheme: Scheme,
    gear: GearShelf,
    studs: StudResult,
    memories: MemoryResult,
    ruler: Ruler,
    wall: int = 1,
) -> CaseResult:
    """Every screen of a scheme that comes down from the ceiling, or rises from the floor."""
    joists = joists_over(survey, studs) if wall == 1 else None
    book, out, hooks = FigureBook(KINDS), list[Finding](), dict[str, tuple[tuple[float, float], ...]]()
    brackets, kept = dict[str, tuple[tuple[float, float], ...]](), scheme.kept(FixingNodes)
    for key, picture in scheme.pictures.items():
        item = gear.get(picture.gear or "")
        if not isinstance(item, Screen) or item.way not in (*COMES_DOWN, RISES):
            continue
        ceiling = survey.room.ceiling_at(picture.pose.x, picture.pose.y)
        shown = [one for one in memories.settings.values() if one.memory.shows == key]
        out.append(_stops(book, key, picture, item, ceiling, shown, ruler))
        if item.way == RISES:
            continue
        by = holder_of(survey.made.get("ceiling"), kept.held_by(key))
        if by == "bracket":
            up = ceiling - picture.case_below - item.case_height / 2
            finding, places = _on_wall(key, picture, up, survey, studs, wall)
            out.append(finding)
            if places:
                brackets[key] = places
                out += hole_findings({"picture": key}, screws_of(places), survey)
            continue
        out += holder_findings(
            {"picture": key}, by, survey, pole=picture.case_below, at=(picture.pose.x, picture.pose.y)
        )
        if by in NOT_YET:
            continue
        finding, places = _hung(key, picture, item, joists, by, ruler)
        out.append(finding)
        if places:
            hooks[key] = places
    return CaseResult(book.figures, tuple(out), hooks, brackets)


def screws_of(places: Sequence[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    """The screws of brackets: two in each, one over the other, a planning value apart until its maker says."""
    return tuple((x, z + side * BRACKET_APART / 2) for x, z in places for side in (1, -1))


def _on_wall(
    key: str, picture: Picture, up: float, survey: Survey, studs: StudResult, wall: int
) -> tuple[Finding, tuple[tuple[float, float], ...]]:
    """A case on two brackets on its wall, into studs where there are any (rules 7.22)."""
    half, kind = picture.across / 2 + picture.frame_side - END, survey.kind_of("w1")
    ends = picture.pose.x - half, picture.pose.x + half
    about, out = {"picture": key}, picture.pose.y
    more: dict[str, object] = {"why": "bracket", "kind": kind, "wall": "w1", "pole": 0.0, "void": 0.0}
    if out > REACHES or holds_nothing(survey, "w1"):
        more["on"] = "" if out > REACHES else kind
        return Finding(FixingCode.HOLDER, Level.STOP, "7.22", about, out, REACHES, more=more), ()
    if kind in STUDDED:
        found = studs.surfaces.get(f"w{wall}")
        lines = [line for line in sorted(found.likely if found is not None else ()) if ends[0] <= line <= ends[1]]
        if len(lines) < 2:
            return Finding(FixingCode.HOLDER, Level.STOP, "7.22", about, out, REACHES, more=more | {"on": "few"}), ()
        ends = lines[0], lines[-1]
    return Finding(FixingCode.HOLDER, Level.NOTE, "7.22", about, out, REACHES, more=more), tuple((x, up) for x in ends)


def _stops(
    book: FigureBook, key: str, picture: Picture, item: Screen, ceiling: float, shown: Sequence[Setting], ruler: Ruler
) -> Finding:
    """How far the cloth is let out for each picture, from its case under the ceiling or on the floor, and whether its
    black above the image reaches (rules 2.6). An image in its case is told by the height it may have (4.3)."""
    rises = item.way == RISES
    case = item.case_height if rises else ceiling - picture.case_below - item.case_height
    far = picture.top + picture.frame_top if rises else picture.bottom - picture.frame_bottom
    let_out, black = abs(case - far), (picture.bottom - case) if rises else (case - picture.top)
    c = Input("z_c", "the case's mouth above the floor", case, "mm", "maker")
    end = Input("z", "the cloth's end above the floor", far, "mm", "chosen")
    book.add("let_out", let_out, c, end, subject=picture.name, picture=key)
    stops = [(picture.name, let_out)]
    for one in shown:
        ends = one.bottom + one.picture.height + picture.frame_top if rises else one.bottom - picture.frame_bottom
        stops.append((one.memory.name, abs(case - ends)))
    more: dict[str, object] = {"stops": tuple(stops), "rises": rises, "black": black, "has": item.black_drop, "why": ""}
    about = {"picture": key}
    short = black - item.black_drop if item.black_drop else 0.0
    if beyond(short, ruler.step):
        below = ruler.safe(picture.case_below + short, "least")
        cures = () if rises else (Cure(FixingCure.CASE_BELOW, below, PutPicture(id=key, case_below=below)),)
        more |= {"why": "black"}
        return Finding(FixingCode.STOPS, Level.MIND, "2.6", about, black, item.black_drop, cures=cures, more=more)
    return Finding(FixingCode.STOPS, Level.NOTE, "2.6", about, let_out, more=more)


def _hung(
    key: str, picture: Picture, item: Screen, joists: Joists | None, by: Holder, ruler: Ruler
) -> tuple[Finding, tuple[tuple[float, float], ...]]:
    half, y = picture.across / 2 + picture.frame_side - END, picture.pose.y
    ends = picture.pose.x - half, picture.pose.x + half
    kg = (item.mass_kg or 0.0) * (PULLED if item.way == "manual" else 1.0)
    more: dict[str, object] = {"kg": kg, "pulled": item.way == "manual", "why": ""}

    def told(level: Level, why: str, value: float | None = None, cures: tuple[Cure, ...] = ()) -> Finding:
        return Finding(
            FixingCode.CASE, level, "7.8", {"picture": key}, value, 0.0, cures=cures, more=more | {"why": why}
        )

    if by in ("slab", "timber"):
        return told(Level.NOTE, by), tuple((x, y) for x in ends)
    if joists is None or not joists.lines:
        return told(Level.MIND, "unknown"), ()
    if joists.across == "x":
        over = [line for line in joists.lines if ends[0] <= line <= ends[1]]
        known = [line for line in over if line not in joists.counted]
        over = known if len(known) > 1 else over
        if len(over) < 2:
            return told(Level.MIND, "few"), ()
        more |= {"at": (over[0], over[-1]), "counted": not joists.counted.isdisjoint((over[0], over[-1]))}
        return told(Level.NOTE if more["counted"] else Level.GOOD, "across"), ((over[0], y), (over[-1], y))
    line = min(joists.lines, key=lambda one: abs(one - y))
    more |= {"joist": line, "counted": line in joists.counted}
    if abs(line - y) <= ON_A_JOIST:
        return told(Level.NOTE if more["counted"] else Level.GOOD, "along", abs(line - y)), tuple((x, y) for x in ends)
    to = ruler.safe(line, "nearest")
    cure = Cure(FixingCure.CASE, to, PutPicture(id=key, y=to))
    return told(Level.NOTE, "beside", abs(line - y), (cure,)), ()
