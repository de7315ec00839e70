"""What a mark-out says, thing by thing, for page, card and print alike (rules 7.7, 7.13, 7.20–7.22)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.fixing.drilling import Drill
from oval_room.core.fixing.hole_list import holes_of
from oval_room.core.fixing.hole_sure import COUNTED, FIND_HALF, fitted_from, found_by
from oval_room.core.fixing.hole_words import FIRST, FOUND, hole_row
from oval_room.core.fixing.keep_out import keep_outs
from oval_room.core.fixing.overhead import holder_of
from oval_room.core.hanging.mark_out import Hangs, Marked, MarkOut
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.instruments import HALF_WIDTH
from oval_room.core.plan.room import CEILING_WORDS, OVER_WORDS, STUDDED, WALL_WORDS
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.survey.studs import Find
from oval_room.core.units import Ruler
from oval_room.core.words import Words

WHAT: Final[dict[str, str]] = {
    "plate": "wall plate",
    "frame": "screen's frame",
    "brackets": "brackets of the screen's case",
    "cleat": "cleat",
    "case": "screen's case",
    "projector": "projector's plate",
    "timber": "bridging timber",
}
MIDDLES: Final[dict[str, str]] = {
    "projector": "the plate's middle: its own holes lie about it",
    "timber": "where the timber crosses the joist: two bolts through both, over and under spread washers",
}
"""What a mark is where it is no hole itself."""
PEOPLE: Final = {1: "one lifts", 2: "two lift while one hooks", 3: "three people, or a lift"}
WALL_CAUTIONS: Final = (
    "Before any hole: sockets, switches, pipes and vents above, below and beside; scan for live wires, isolate when "
    "in doubt; a pilot hole in each stud. Tape round the bit at the depth. Mains work by licensed people.",
)
OVER_CAUTIONS: Final = (
    "Before any hole: look from the loft or through an opening; cables, pipes and ducts lie in a ceiling. Isolate when "
    "in doubt. Ladder on level ground, three points; a second person holds what hangs until it is fixed. Never into "
    "board alone. Mains work by licensed people.",
)


@record
class RowTold:
    """One mark in words: its number, place, how far off the laser line, how sure, what it goes into, what comes
    first."""

    number: int
    along: str
    up: str
    off: str
    half: str
    into: str
    first: tuple[str, ...]


@record
class HangsTold:
    """One thing that hangs, in words. stops: what stands in the place of its holes, the worst first."""

    hangs: Hangs
    what: str
    lifts: str
    fixing: str
    drilling: str
    mark: str
    check: str
    rows: tuple[RowTold, ...]
    stops: tuple[str, ...]

    @property
    def title(self) -> str:
        """Its marks' numbers and what they are of: `1–4 · wall TV`."""
        numbers = [row.number for row in self.rows]
        span = f"{numbers[0]}–{numbers[-1]} · " if len(numbers) > 1 else f"{numbers[0]} · " if numbers else ""
        return span + self.hangs.name


def tell(marks: MarkOut, plan: Plan, gear: GearShelf, report: Report) -> tuple[HangsTold, ...]:
    """Everything of a mark-out. plan: turned so that the wall is where the display wall is."""
    return tuple(_tell(one, marks, plan, gear, report) for one in marks.hangs)


def _tell(one: Hangs, marks: MarkOut, plan: Plan, gear: GearShelf, report: Report) -> HangsTold:
    ruler = plan.writing.ruler
    show, mine = ruler.show, marks.of(one)
    over = marks.surface == "ceiling"
    kg = f"{one.mass:g} kg" if one.mass else "weight not known"
    lifts = f"{kg} · {PEOPLE[one.people]}" if one.mass else kg
    if one.use is not None:
        lifts += f" · worst fixing at {one.use:.0f} % (planning value)"
    each = "" if one.exact and one.each == 1 else f"{one.each} × " if one.kind != "timber" else "2 × "
    known = one.drill is not None and (one.drill.depth is not None or not over)
    fixing = f"{each}{one.drill.screw if known and one.drill is not None else one.fixing}" if one.fixing else ""
    return HangsTold(
        one,
        WHAT[one.kind],
        lifts,
        fixing,
        _drilling(one, over, plan, show),
        MIDDLES.get(one.kind, ""),
        _check(marks, mine[0], show) if mine else "",
        tuple(_rows(one, mine, marks, plan, gear, report)),
        tuple(_stop(finding, one, plan) for finding in one.stops),
    )


def _stop(finding: Finding, one: Hangs, plan: Plan) -> str:
    start = "STOP, no" if finding.level is Level.STOP else "No"
    return f"{start} holes for {one.name}: {Words(plan).finding(finding)}"


def depth_told(how: Drill, show: Callable[[float], str]) -> str:
    """How deep from the finished face, and what of that is what (rules 7.20): 75: 15 over it + 60 masonry."""
    if how.depth is None:
        return ""
    whole = show(how.depth)
    if not how.over:
        return whole
    return f"{whole}: {show(how.over)} over it + {show(how.depth - how.over)} {how.into}"


def _drilling(one: Hangs, over: bool, plan: Plan, show: Callable[[float], str]) -> str:
    if one.drill is None:
        return ""
    if one.kind == "timber":
        return "9 mm through timber and joist, M8 bolts with spread washers, nuts tightened again after a week"
    depth = depth_told(one.drill, show)
    told = f"bit {one.drill.bit}" + (f", tape round it at {depth}" if depth else "")
    if over and one.rod:
        made = plan.survey.made.get("ceiling")
        what = OVER_WORDS.get(made.over if made is not None else "", "what carries")
        told += f"; M8 rods {show(one.rod)} up through the ceiling to {what}"
    return told


def _check(marks: MarkOut, first: Marked, show: Callable[[float], str]) -> str:
    left, right = marks.corners(first)
    where = "lower corners" if marks.surface == "wall" else "corners at the display wall"
    return f"{first.number} to the wall's {where}: {show(left)} left, {show(right)} right"


def _rows(one: Hangs, mine: list[Marked], marks: MarkOut, plan: Plan, gear: GearShelf, report: Report) -> list[RowTold]:
    ruler, surface = plan.writing.ruler, "w1" if marks.surface == "wall" else "ceiling"
    kind = plan.survey.kind_of(surface)
    known = {
        _spot(hole.x, hole.z): hole_row(hole, ruler, WALL_WORDS.get(kind, kind))
        for hole in (holes_of(plan, gear, report, one.of) if one.kind == "plate" else ())
    }
    out = []
    for mark in mine:
        off = ""
        if mark.off_line is not None:
            off = f"{'+' if mark.off_line >= 0 else '−'}{ruler.show(abs(mark.off_line))}"
        place = (mark.along + marks.zero.at, mark.up)
        hole = known.get(_spot(*place))
        if hole is not None:
            half, into, first = (hole.along, hole.up), hole.into, hole.first
        else:
            half, into, first = _elsewhere(one, place, surface, plan, ruler)
        halves = " × ".join(half).replace(" mm", "", 1)
        out.append(RowTold(mark.number, ruler.show(mark.along), ruler.show(mark.up), off, halves, into, first))
    return out


def _spot(along: float, up: float) -> tuple[float, float]:
    """A place as it is looked up by: a zero taken off and put back leaves a hair."""
    return round(along, 1), round(up, 1)


def _elsewhere(
    one: Hangs, place: tuple[float, float], surface: str, plan: Plan, ruler: Ruler
) -> tuple[tuple[str, str], str, tuple[str, ...]]:
    """How far off a mark may be that is of no plate, what it goes into, and what comes first."""
    kind, made = plan.survey.kind_of(surface), plan.survey.made.get(surface)
    finds = [Find(find.at, find.how, find.hit) for find in plan.survey.finds.values() if find.wall == surface]
    tape, laser = HALF_WIDTH["tape"], HALF_WIDTH["laser"]
    if surface != "ceiling":
        near = tuple(
            f"what runs by {one}" for one in dict.fromkeys(k.name for k in keep_outs(plan.survey) if k.holds(*place))
        )
        if kind not in STUDDED:
            return (ruler.show(tape), ruler.show(laser)), WALL_WORDS.get(kind, kind), near
        how = found_by(place[0], finds)
        off = ruler.show(FIND_HALF.get(how, COUNTED)), ruler.show(laser)
        return off, _found(place[0], finds, ruler), (*_first(how), *near)
    if made is None or made.joists == "unknown" or holder_of(made, "") != "joists":
        over = OVER_WORDS.get(made.over if made is not None else "", CEILING_WORDS.get(kind, kind))
        return (ruler.show(tape), ruler.show(tape)), over, ()
    at = place[1 if made.joists == "along" else 0]
    how = found_by(at, finds)
    halves = [ruler.show(FIND_HALF.get(how, COUNTED)), ruler.show(tape)]
    if made.joists == "along":
        halves.reverse()
    on_timber = one.kind == "projector" and one.each > 2
    if on_timber:
        return (ruler.show(tape), ruler.show(tape)), "the timber that bridges two joists", ()
    return (halves[0], halves[1]), _found(at, finds, ruler).replace("stud", "joist"), _first(how)


def _found(at: float, finds: list[Find], ruler: Ruler) -> str:
    """How a stud was found; where, if it is drilled elsewhere."""
    fitted = fitted_from(at, finds)
    where = "" if fitted is None else f" at {ruler.show(fitted)}, fitted to the rhythm of the others"
    return FOUND[found_by(at, finds)] + where


def _first(how: str) -> tuple[str, ...]:
    return (FIRST[how],) if FIRST[how] else ()
