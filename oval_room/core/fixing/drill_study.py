"""The drill window of every picture whose holes are known: where its plate may go, what ends that on each side, and the
least move of all that hang in line where nothing does (rules 7.4, 7.7)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Final, NamedTuple

from oval_room.core.commands import Command, several
from oval_room.core.figures import FigureBook
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.commands import PutHold
from oval_room.core.fixing.document import FixingNodes, mount_as_measured
from oval_room.core.fixing.drill_window import (
    FEW,
    NONE,
    SLIDES,
    Border,
    DrillWindow,
    KeepOut,
    PlateRules,
    Way,
    drill_window,
)
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.keep_out import keep_outs, no_wall
from oval_room.core.fixing.opening_zones import before_findings, hole_findings
from oval_room.core.fixing.plate_place import plate_rules
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.study import FixingResult, at_slots
from oval_room.core.levels import SLIM, Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount
from oval_room.core.plan.room import STUDDED
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import hangs_on
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.units import Ruler
from oval_room.core.viewing.study import ViewResult

REACH: Final = 900.0
"""As far as a picture is looked for another place along its wall (planning value of ours) [mm]."""
LINED_UP: Final = 1.0
"""Pictures of a wall whose top or bottom edges are this near to level hang in line [mm]."""


@record
class PlateHere:
    """A picture's drill window and where its plate is in it: the middle along, the upper row up [mm]."""

    window: DrillWindow
    plate: float
    row: float

    @property
    def inside(self) -> bool:
        return self.window.holds(self.plate, self.row)

    @property
    def borders(self) -> tuple[Border, ...]:
        """The sides it may go to: sideways only where the panel slides at all."""
        if not self.inside:
            return ()
        fixed = self.window.rules.slide == 0
        found = self.window.borders(self.plate, self.row)
        return tuple(one for one in found if not (fixed and one.side in ("left", "right")))

    @property
    def least(self) -> Border | None:
        """The nearest border."""
        return min(self.borders, key=lambda one: one.slack, default=None)


@record
class DrillResult(Result):
    """Drill windows by picture."""

    windows: dict[str, PlateHere]


class _Hung(NamedTuple):
    picture: Picture
    holes: HoleMap
    here: PlateHere


def study_drill(
    survey: Survey,
    scheme: Scheme,
    gear: GearShelf,
    fixings: FixingResult,
    studs: StudResult,
    views: ViewResult,
    ruler: Ruler,
    wall: int = 1,
) -> DrillResult:
    """Every picture on the wall that is looked at as the display wall, but for those on what is built out from it."""
    out, hung, off = list[Finding](), dict[str, _Hung](), no_wall(survey)
    keep_out, book = keep_outs(survey), FigureBook(KINDS)
    for key, picture in scheme.pictures.items():
        holes = fixings.holes.get(key)
        if holes is None or not holes.columns or hangs_on(picture, survey.things) is not None:
            continue
        out += _off_the_wall(key, holes, off)
        out += hole_findings({"picture": key}, ((x, z) for x in holes.columns for z in holes.rows), survey)
        out += _before(key, picture, gear.get(picture.mount or ""), holes, fixings, survey)
        rules = _rules(survey, scheme, gear, key, picture, holes, studs, views, keep_out, wall)
        if rules is not None:
            place = fixings.places.get(key)
            here = PlateHere(drill_window(rules), place.plate if place else picture.pose.x, holes.upper_row)
            hung[key] = _Hung(picture, holes, here)
            _figures(book, key, picture, here)
    for key, one in hung.items():
        alone = not any(name != key and in_line(one.picture, other.picture) for name, other in hung.items())
        fails = one.here.window.rules.fails(one.here.plate, one.here.row)
        studded = not one.here.window.rules.columns
        if not (fails and alone and studded and {*fails} <= {SLIDES, FEW, NONE}):  # else studs tell it, with their cure
            out.append(_finding(key, one, hung, ruler))
    return DrillResult(book.figures, tuple(out), {key: one.here for key, one in hung.items()})


def _before(
    key: str, picture: Picture, mount: object, holes: HoleMap, fixings: FixingResult, survey: Survey
) -> list[Finding]:
    """A plate or its picture before an opening."""
    half = picture.across / 2 + picture.frame_side
    seen = (
        picture.pose.x - half,
        picture.bottom - picture.frame_bottom,
        picture.pose.x + half,
        picture.top + picture.frame_top,
    )
    plate = None
    if isinstance(mount, Mount):
        place, up = fixings.places.get(key), (holes.rows[0] + holes.rows[-1]) / 2
        middle = place.plate if place is not None else picture.pose.x
        wide, high = mount.plate_width / 2, mount.plate_height / 2
        plate = middle - wide, up - high, middle + wide, up + high
    return before_findings({"picture": key}, plate, seen, survey)


def _off_the_wall(key: str, holes: HoleMap, off: tuple[KeepOut, ...]) -> list[Finding]:
    """Holes where there is no wall."""
    places = [(x, z) for x in holes.columns for z in holes.rows]
    names = dict.fromkeys(one.name for one in off if any(one.holds(*at) for at in places))
    about = {"picture": key}
    return [Finding(FixingCode.HOLE_OFF, Level.STOP, "7.3", about, more={"in": name}) for name in names]


def _rules(
    survey: Survey,
    scheme: Scheme,
    gear: GearShelf,
    key: str,
    picture: Picture,
    holes: HoleMap,
    studs: StudResult,
    views: ViewResult,
    keep_out: tuple[KeepOut, ...],
    wall: int,
) -> PlateRules | None:
    item = gear.get(picture.mount or "")
    if not isinstance(item, Mount):
        return None
    _, bench = scheme.kept(FixingNodes).of(key) or ("", None)
    mount, lines = mount_as_measured(item, bench), None
    if survey.kind_of("w1") in STUDDED:
        found = studs.surfaces.get(f"w{wall}")
        if found is None or not mount.slots:
            return None
        lines = found.likely
    else:
        mount = at_slots(mount)
    rules = plate_rules(picture.pose.x, holes.upper_row, mount, keep_out, lines)
    seen, up = views.pictures.get(key), holes.upper_row - picture.bottom
    if seen is None:
        return rules
    soft, at = seen.rungs.soft, picture.bottom
    good = soft is not None and (soft.lo is None or soft.lo <= at) and (soft.hi is None or at <= soft.hi)
    hard = soft if soft is not None and good else seen.rungs.hard  # where it hangs well it goes on hanging well
    low = hard.lo + up if hard.lo is not None else holes.upper_row
    high = hard.hi + up if hard.hi is not None else holes.upper_row
    if low > high or not low - LINED_UP <= holes.upper_row <= high + LINED_UP:
        return rules  # where it hangs has a stop of its own: its height is left alone
    low, high = min(low, holes.upper_row), max(high, holes.upper_row)
    named = {"low_by": hard.lo_name or rules.low_by, "high_by": hard.hi_name or rules.high_by}
    return replace(rules, heights=(low, high), low_by=named["low_by"], high_by=named["high_by"])


def _figures(book: FigureBook, key: str, picture: Picture, here: PlateHere) -> None:
    at = here.borders
    for border in at:
        way = {"left": -1, "right": 1, "down": -1, "up": 1}[border.side]
        start = here.plate if border.side in ("left", "right") else here.row
        book.add(f"drill_{border.side}", start + way * border.slack, subject=picture.name, picture=key)


def _finding(key: str, one: _Hung, hung: Mapping[str, _Hung], ruler: Ruler) -> Finding:
    about, here = {"picture": key}, one.here
    more: dict[str, object] = {"part": key, "why": "", "borders": here.borders}
    least = here.least
    if least is not None:
        more |= {"border": least.name, "side": least.side, "spare": (least.slack, "mm")}
        return Finding(FixingCode.DRILL, Level.GOOD, "7.4", about, least.slack, 0.0, more=more)
    fails = here.window.rules.fails(here.plate, here.row)
    more |= {"why": "here", "fails": fails}
    at = here.window.nearest(here.plate, here.row)
    if at is not None:
        cures = _to(key, one, at, ruler)
        return Finding(FixingCode.DRILL, Level.NOTE, "7.4", about, None, cures=cures, more=more)
    more |= {"why": "nowhere"}
    cures = _together(key, one, hung, ruler)
    return Finding(FixingCode.DRILL, Level.NOTE, "7.4", about, None, cures=cures, more=more)


def _to(key: str, one: _Hung, at: tuple[float, float], ruler: Ruler) -> tuple[Cure, ...]:
    """The plate to a place of its window: slid under the panel, and the picture as much higher or lower."""
    x, rise = at[0] - one.picture.pose.x, at[1] - one.here.row
    puts: list[Command] = []
    if abs(x - (one.here.plate - one.picture.pose.x)) > LINED_UP / 2:
        puts.append(PutHold(id=key, plate=x))
    if abs(rise) > LINED_UP / 2:
        bottom = ruler.safe(one.picture.bottom + rise, "least" if rise > 0 else "greatest")
        puts.append(PutPicture(id=key, bottom=bottom))
    if not puts:
        return ()
    return (Cure(FixingCure.PLATE_TO, at[0], several(*puts), name=f"{rise:.0f}"),)


def _together(key: str, one: _Hung, hung: Mapping[str, _Hung], ruler: Ruler) -> tuple[Cure, ...]:
    """The least move along that gives it, and all that hang in line with it, a place; at another height where there is
    none at this one."""
    line = {name: other for name, other in hung.items() if name == key or in_line(one.picture, other.picture)}
    along = _least_move([_moves(other) for other in line.values()])
    rise = 0.0
    if along is None:
        line = {key: one}
        at = drill_window(one.here.window.rules.anywhere_along(REACH)).nearest(one.here.plate, one.here.row)
        if at is None:
            return ()
        off, slide = at[0] - one.picture.pose.x, one.here.window.rules.slide
        along, rise = off - min(max(off, -slide), slide), at[1] - one.here.row
    along = ruler.safe(along, "least" if along > 0 else "greatest")
    puts: list[Command] = []
    for name, other in line.items():
        bottom = ruler.safe(other.picture.bottom + rise, "nearest") if abs(rise) > LINED_UP / 2 else None
        puts.append(PutPicture(id=name, x=other.picture.pose.x + along, bottom=bottom))
    return (Cure(FixingCure.MOVED_ALONG, along, several(*puts), name=str(len(line)) if len(line) > 1 else ""),)


def _moves(one: _Hung) -> list[Way]:
    """How far a picture may be moved along, at the height it has, so that its plate has a place."""
    rules = replace(one.here.window.rules, heights=(one.here.row, one.here.row))
    wide, slide = drill_window(rules.anywhere_along(REACH)), one.here.window.rules.slide
    return [
        (max(left - slide - one.picture.pose.x, -REACH), min(right + slide - one.picture.pose.x, REACH))
        for (left, right), _ in wide.slabs
    ]


def _least_move(of: Sequence[Sequence[Way]]) -> float | None:
    """The move nearest to none that lies in a way of each."""
    edges = {0.0} | {end for ways in of for way in ways for end in way}
    inside = [at for at in edges if all(any(a - SLIM <= at <= b + SLIM for a, b in ways) for ways in of)]
    return min(inside, key=lambda at: (abs(at), at), default=None)


def in_line(one: Picture, other: Picture) -> bool:
    """Whether two pictures hang in line: tops or bottoms level."""
    return min(abs(one.top - other.top), abs(one.bottom - other.bottom)) <= LINED_UP
