"""What holds a panel on its wall: studs in its plate's slots, the worst fixing's use, screws into its back, hands to
lift it (rules 7.4–7.6, 7.9, 7.13)."""

from __future__ import annotations

from itertools import product
from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.bolts import FULL, MUCH, use_level
from oval_room.core.fixing.capacity import CAPACITIES, SUITS, Capacity, capacity_of
from oval_room.core.fixing.commands import PutHold
from oval_room.core.fixing.document import FixingNodes, Hold
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.hands import people
from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.load_cases import CaseLoads, cases_of, loads_of
from oval_room.core.fixing.plate_place import studs_wanted
from oval_room.core.fixing.plate_studs import backing
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.screws import screw_choice
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.plan.room import STUDDED
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import hangs_on
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.units import Ruler

BRACKET: Final = 2.5
WASHER: Final = 1.6
"""A mount's bracket and a washer, where nobody has measured them (planning values of ours) [mm]."""
FAR: Final = 300.0
"""No bought picture is moved farther than this unasked [mm] (rules 7.18)."""
NEARLY: Final = 1


@record
class Held:
    """What holds a panel: places of its fixings on the wall, along and up [mm], their kind, what one may bear and who
    says so, the worst one's use [%], every way the load acts."""

    bolts: tuple[tuple[float, float], ...]
    fixing: str
    use: float
    capacity: Capacity
    source: str
    cases: tuple[CaseLoads, ...]

    @property
    def worst(self) -> CaseLoads:
        return max(self.cases, key=lambda one: one.worst.use)

    @property
    def carries(self) -> bool:
        """Whether such a fixing may carry at all: board alone never does (rules 7.6)."""
        return self.capacity.carries


@record
class LoadResult(Result):
    """Panels that hang, by picture."""

    held: dict[str, Held]


def study_loads(
    survey: Survey,
    scheme: Scheme,
    gear: GearShelf,
    fixings: FixingResult,
    studs: StudResult,
    ruler: Ruler,
    wall: int = 1,
) -> LoadResult:
    """Every panel whose holes, mount and weight are known. wall: the one that is looked at as the display wall."""
    book, out, held = FigureBook(KINDS), list[Finding](), dict[str, Held]()
    found = studs.surfaces.get(f"w{wall}")
    lines = found.likely if found is not None else ()
    for key, picture in scheme.pictures.items():
        if hangs_on(picture, survey.things) is None:
            out += _unsuited(key, scheme, survey.kind_of("w1"))
        holes = fixings.holes.get(key)
        if holes is None:
            continue
        panel, mount = gear.get(picture.gear or ""), gear.get(picture.mount or "")
        if not isinstance(panel, Panel):
            continue
        out += _screws(key, panel, mount)
        out += _hands(key, panel)
        if not isinstance(mount, Mount) or not panel.mass_kg or hangs_on(picture, survey.things) is not None:
            continue
        _, hold = scheme.kept(FixingNodes).hold_of(key) or ("", None)
        one = _Hung(key, picture, panel, mount, holes, survey.kind_of("w1"), fixings, lines, ruler, hold)
        out += one.studs()
        if one.bolts and one.fixing:
            held[key] = mine = one.held()
            out.append(one.load(mine))
            if not book.unwanted:
                one.figure(book, mine)
    return LoadResult(book.figures, tuple(out), held)


class _Hung:
    """One panel on its wall."""

    def __init__(
        self,
        key: str,
        picture: Picture,
        panel: Panel,
        mount: Mount,
        holes: HoleMap,
        kind: str,
        fixings: FixingResult,
        lines: tuple[float, ...],
        ruler: Ruler,
        hold: Hold | None = None,
    ) -> None:
        self.key, self.picture, self.panel, self.mount, self.holes = key, picture, panel, mount, holes
        self.kind, self.lines, self.ruler = kind, lines, ruler
        self.place = fixings.places.get(key)
        self.fixing = hold.fixing if hold is not None and hold.fixing else SUITS.get(kind, ("",))[0]
        self.hold = hold
        self.studded = kind in STUDDED and kind != "unknown"
        at = holes.columns if not self.studded or self.place is not None else ()
        self.bolts = tuple((x, z) for z, x in product(holes.rows, at))
        self.mass = (panel.mass_kg or 0.0) + (mount.mass_kg or 0.0)
        self.bottom = min(holes.rows) - max((mount.plate_height - (max(holes.rows) - min(holes.rows))) / 2, 0.0)
        self.out = (mount.reach or mount.profile) + panel.depth / 2

    def studs(self) -> list[Finding]:
        """Whether studs lie in the plate's slots, and what to do where they do not."""
        if not self.studded:
            return []
        about, more = {"picture": self.key}, dict[str, object]()
        if not self.lines or not self.mount.slots:
            more = {"why": "lines" if not self.lines else "slots", "mount": self.mount.name}
            return [Finding(FixingCode.PLATE_STUDS, Level.MIND, "7.4", about, more=more)]
        if self.place is None and self.hold is not None and self.hold.plate is not None:
            at = self.picture.pose.x + self.hold.plate
            more = {"why": "chosen", "plate": at, "wanted": studs_wanted(self.mount)}
            free = Cure(FixingCure.PLATE_FREE, 0.0, PutHold(id=self.key, plate_free=True))
            return [Finding(FixingCode.PLATE_STUDS, Level.STOP, "7.4", about, cures=(free,), more=more)]
        if self.place is None:
            half = self.mount.plate_width / 2
            board = backing(self.lines, self.picture.pose.x - half, self.picture.pose.x + half)
            more = {"why": "none", "board": board, "wanted": studs_wanted(self.mount), "wide": self.mount.plate_width}
            more["use"] = self._board_use(board) if board is not None and self.kind == "timber" else None
            return [Finding(FixingCode.PLATE_STUDS, Level.STOP, "7.4", about, more=more)]
        off = self.place.off
        more = {"why": "", "studs": self.place.studs, "plate": self.place.plate}
        if abs(off) <= NEARLY:
            return [Finding(FixingCode.PLATE_STUDS, Level.GOOD, "7.4", about, 0.0, 0.0, more=more)]
        x = self.ruler.safe(self.picture.pose.x + off, "nearest")
        cures = (
            (Cure(FixingCure.OVER_STUDS, x, PutPicture(id=self.key, x=x), name=f"{off:.3f}"),)
            if abs(off) <= FAR
            else ()
        )
        if abs(off) <= (self.mount.reach or 0.0):  # an arm stands out to the side by so much
            return [Finding(FixingCode.PLATE_STUDS, Level.MIND, "7.4", about, off, 0.0, cures=cures, more=more)]
        more["why"] = "off"
        return [Finding(FixingCode.PLATE_STUDS, Level.STOP, "7.18", about, off, 0.0, cures=cures, more=more)]

    def _board_use(self, board: tuple[float, float]) -> float:
        """What the worst of the board's own four coach screws bears, two in the stud at either end [%]."""
        up = self.mount.plate_height
        bolts = [(x, z) for x in board for z in (up / 4, 3 * up / 4)]
        cases = cases_of(self.picture, self.panel, self.mount, self.bottom)
        found = loads_of(cases, bolts, 0.0, capacity_of("coach 8x50 timber"))
        return max(one.worst.use for one in found)

    def held(self) -> Held:
        """What each fixing bears of every case."""
        hold, source = self.hold, "planning value, rules 7.6"
        if hold is not None and hold.tension is not None and hold.shear is not None:
            capacity, source = Capacity(hold.tension, hold.shear), hold.source or "its maker"
        else:
            capacity = capacity_of(self.fixing)
        cases = cases_of(self.picture, self.panel, self.mount, self.bottom)
        found = loads_of(cases, self.bolts, self.bottom, capacity)
        use = max(one.worst.use for one in found)
        return Held(self.bolts, self.fixing, use, capacity, source, found)

    def load(self, held: Held) -> Finding:
        level = use_level(held.use)
        more = {"fixing": self.fixing, "count": len(self.bolts), "hand": "hand" in held.worst.case.name}
        more |= {"out": self.out, "kg": self.mass, "case": held.worst.case.name, "cases": len(held.cases)}
        limit = FULL if level is Level.STOP else MUCH
        return Finding(FixingCode.LOAD, level, "7.5", {"picture": self.key}, held.use, limit, "pct", more=more)

    def figure(self, book: FigureBook, held: Held) -> None:
        worst, capacity = held.worst.worst, held.capacity
        said = "rule" if held.source.startswith("planning") else "maker"
        book.add(
            "panel_use",
            worst.use,
            Input("T", f"tension of the worst, {held.worst.case.name}", worst.tension, "n"),
            Input("V", "its shear", worst.shear, "n"),
            Input("T_allow", f"tension, {self.fixing}", capacity.tension, "n", said),
            Input("V_allow", f"shear, {self.fixing}", capacity.shear, "n", said),
            subject=self.picture.name,
            picture=self.key,
        )


def _unsuited(key: str, scheme: Scheme, kind: str) -> list[Finding]:
    """What was chosen to fix a picture is board's, which never carries, or is made for another wall: told before
    anything else of it is known (rules 7.6)."""
    _, hold = scheme.kept(FixingNodes).hold_of(key) or ("", None)
    fixing = hold.fixing if hold is not None else ""
    suits = SUITS.get(kind, ())
    if fixing not in CAPACITIES or kind == "unknown" or (fixing in suits and capacity_of(fixing).carries):
        return []
    more = {"fixing": fixing, "kind": kind, "suits": suits}
    cures = tuple(
        Cure(FixingCure.FIX_WITH, 0.0, PutHold(id=key, fixing=name), name=name) for name in suits[:2] if name != fixing
    )
    return [Finding(FixingCode.FIXING_SUITS, Level.STOP, "7.6", {"picture": key}, cures=cures, more=more)]


def _screws(key: str, panel: Panel, mount: object) -> list[Finding]:
    """Screws into the panel's back, where its sheet tells how deep its holes are."""
    if panel.screw is None or panel.screw_depth is None or not isinstance(mount, Mount):
        return []
    found = screw_choice(BRACKET + WASHER, thread=float(panel.screw[1:]), hole_depth=panel.screw_depth)
    more = {
        "thread": panel.screw,
        "span": found.span,
        "choose": found.choose,
        "spacer": found.spacer,
        "then": found.then,
    }
    level = Level.NOTE if found.fits else found.level
    return [Finding(FixingCode.SCREWS, level, "7.9", {"picture": key}, found.choose, None, more=more)]


def _hands(key: str, panel: Panel) -> list[Finding]:
    if not panel.mass_kg:
        return []
    wide = panel.width + 2 * panel.frame_side
    count = people(panel.mass_kg, wide)
    if count < 2:
        return []
    more = {"people": count, "wide": wide}
    return [Finding(FixingCode.HANDS, Level.NOTE, "7.13", {"picture": key}, panel.mass_kg, None, "kg", more=more)]
