"""The mount window of every projector that hangs: where its plate may be, each border named, the chosen point's slack
(rules 6.5, 6.7)."""

from __future__ import annotations

from dataclasses import field, replace
from typing import Final, NamedTuple

from oval_room.core.figures import FigureBook
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.overhead import Held, Joists, held, holder_of
from oval_room.core.fixing.projector_plate import ProjectorPlate
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.study import FixingResult
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.projection.beam_study import in_the_way
from oval_room.core.projection.body import body_of
from oval_room.core.projection.body_study import solid
from oval_room.core.projection.clear_places import Places, places
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.mount_window import MountWindow, mount_window
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import VENT
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import SURE, StudResult
from oval_room.core.units import Ruler

NEARLY: Final = 0.5
"""A plate so little past a border is on it [mm]."""
SQUARE: Final = 0.5
"""A screen turned farther than this from its wall has no window here [deg]."""


class Border(NamedTuple):
    """One border of a window: what makes it, and how far the plate is inside it [mm]."""

    name: str
    slack: float


@record
class PlateWindow:
    """A plate's window, in the frame of its picture's wall, and its borders. clear: from which of its places the beam
    is clear. plate: where it is, along and out [mm]. held: what holds it there."""

    window: MountWindow
    borders: tuple[Border, ...]
    places: Places
    plate: tuple[float, float]
    held: Held | None = None

    @property
    def least(self) -> Border:
        return min(self.borders, key=lambda one: one.slack)

    @property
    def inside(self) -> bool:
        return self.least.slack >= -NEARLY

    @property
    def clear(self) -> bool:
        """Whether nothing stands in the beam from where the plate is."""
        return self.places.is_clear(*self.plate)


@record
class WindowResult(Result):
    """The mount windows, and what holds each plate that hangs from joists, by projector."""

    windows: dict[str, PlateWindow]
    held: dict[str, Held] = field(default_factory=dict)


def study_windows(
    survey: Survey,
    scheme: Scheme,
    throws: ThrowResult,
    fixings: FixingResult,
    studs: StudResult,
    ruler: Ruler,
    wall: int = 1,
) -> WindowResult:
    """Every hung projector's window at the height its lens has, and what its plate is fixed to.

    wall: the one that is looked at as the display wall; joists are known from that itself alone.
    """
    joists = joists_over(survey, studs) if wall == 1 else None
    book, findings, windows = FigureBook(KINDS), list[Finding](), dict[str, PlateWindow]()
    kept, holders = scheme.kept(FixingNodes), dict[str, Held]()
    for key, throw in throws.throws.items():
        plate, picture = fixings.plates.get(key), scheme.pictures.get(throw.picture)
        if plate is None or picture is None or plate.pole is None or throw.projector.boxed == "behind a port":
            continue
        square = not throw.tilted and abs(picture.pose.yaw) <= SQUARE
        found = _window(survey, throw, plate, picture) if square else None
        by_joists = holder_of(survey.made.get("ceiling"), kept.held_by(key)) == "joists"
        holds = _held(joists, plate, found.window if found else None) if by_joists and joists is not None else None
        if found is not None:
            windows[key] = found = replace(found, held=holds)
            _figures(book, key, found.window)
            findings.append(_finding(key, throw, plate, found, ruler))
        if holds is not None:
            holders[key] = holds
            findings.append(_fixed_to(key, throw, plate, holds, ruler))
        elif by_joists:  # also before another wall: joists are known from the display wall alone
            about = {"projector": key, "picture": throw.picture}
            findings.append(Finding(FixingCode.JOIST, Level.MIND, "7.8", about, more={"across": None}))
    return WindowResult(book.figures, tuple(findings), windows, holders)


def _window(survey: Survey, throw: ProjectorThrow, plate: ProjectorPlate, picture: Picture) -> PlateWindow | None:
    room, pose, item = survey.room, throw.projector.pose, throw.item
    back = room.behind(pose.x, pose.y) if room.holds(pose.x, pose.y) else room.depth.value
    vent = VENT if item.vent is None else item.vent
    found = mount_window(
        width=throw.raster[0],
        height=throw.raster[1],
        screen_y=picture.pose.y,
        image=(picture.pose.x, picture.pose.z),
        lens=item.lens,
        on_plate=plate.lens,
        hung=True,
        lens_z=pose.z,
        window=throw.window,
        room_depth=back,
        body_behind_lens=item.behind_lens,
        vent=vent,
    )
    if found.y is None or found.x is None:
        return None
    by_room = back - item.behind_lens - vent < picture.pose.y + throw.span.greatest
    borders = (
        Border("the lens's near end", plate.y - found.y[0]),
        Border("the wall behind" if by_room else "the lens's far end", found.y[1] - plate.y),
        Border("shift, to the left", plate.x - found.x[0]),
        Border("shift, to the right", found.x[1] - plate.x),
    )
    clear = places(
        found.x,
        found.y,
        (-plate.lens.right, -plate.lens.forward, pose.z),
        in_the_way(survey, picture.pose.y),
        centre=(picture.pose.x, picture.pose.z),
        size=throw.raster,
        screen_y=picture.pose.y,
        bodies=body_of(item, hung=True, ceiling=room.ceiling_at(plate.x, plate.y) - pose.z).boxes,
        things=solid(survey).values(),
    )
    return PlateWindow(found, borders, clear, (plate.x, plate.y))


def joists_over(survey: Survey, studs: StudResult) -> Joists | None:
    """The ceiling's joists as they were found; None where nobody knows where they run."""
    made, found = survey.made.get("ceiling"), studs.surfaces.get("ceiling")
    if made is None or made.joists == "unknown" or found is None or holder_of(made, "") != "joists":
        return None
    lines = tuple(sorted(line for line, trust in found.trust.items() if trust > 0))
    counted = frozenset(line for line in lines if found.trust[line] < SURE)
    return Joists(lines, "y" if made.joists == "along" else "x", counted)


def _held(joists: Joists, plate: ProjectorPlate, window: MountWindow | None) -> Held | None:
    """What holds a plate; without a window it may lie only where it is."""
    at = plate.y if joists.across == "y" else plate.x
    span = (window.y if joists.across == "y" else window.x) if window is not None else None
    return held(joists, at, span or (at, at))


def _fixed_to(key: str, throw: ProjectorThrow, plate: ProjectorPlate, by: Held, ruler: Ruler) -> Finding:
    about = {"projector": key, "picture": throw.picture}
    more = {"across": by.across, "joist": by.joist, "in_window": by.in_window, "bridge": by.bridge}
    more |= {"timber": by.timber, "on": by.on, "counted": by.counted}
    cures: tuple[Cure, ...] = ()
    if not by.on and by.in_window and not by.counted:
        to = ruler.safe(by.joist, "nearest")
        off = plate.lens.forward if by.across == "y" else plate.lens.right
        put = PutProjector(id=key, **{by.across: to - off})
        cures = (Cure(FixingCure.JOIST, to, put),)
    level = Level.GOOD if by.on and not by.counted else Level.NOTE
    if not by.on and by.bridge is None:  # on bare board
        level = Level.STOP
    return Finding(FixingCode.JOIST, level, "7.8", about, abs(by.move), 0.0, cures=cures, more=more)


def _figures(book: FigureBook, key: str, window: MountWindow) -> None:
    assert window.y is not None and window.x is not None
    for name, value in zip(
        ("window_near", "window_far", "window_left", "window_right"), (*window.y, *window.x), strict=True
    ):
        book.add(name, value, projector=key)


def _finding(key: str, throw: ProjectorThrow, plate: ProjectorPlate, found: PlateWindow, ruler: Ruler) -> Finding:
    about, least, window = {"projector": key, "picture": throw.picture}, found.least, found.window
    assert window.y is not None and window.x is not None
    more: dict[str, object] = {"y": window.y, "x": window.x, "border": least.name, "spare": (least.slack, "mm")}
    more |= {"inside": found.inside, "any": bool(found.places.clear.any())}
    lens = safest(found, plate)
    cures: tuple[Cure, ...] = ()
    if lens is not None and not (found.inside and found.clear):
        x, y = (ruler.safe(value, "nearest") for value in lens)
        cures = (Cure(FixingCure.SAFEST, 0.0, PutProjector(id=key, x=x, y=y)),)
    level = Level.GOOD if found.inside and found.clear else Level.NOTE
    return Finding(FixingCode.WINDOW, level, "6.7", about, least.slack, 0.0, cures=cures, more=more)


def safest(found: PlateWindow, plate: ProjectorPlate) -> tuple[float, float] | None:
    """The lens's place, along and out, with the plate where it has most room to every border of its window and to what
    stands in the beam; None where the beam is clear from nowhere in it."""
    place = found.places.safest()
    return None if place is None else (place[0] - plate.lens.right, place[1] - plate.lens.forward)
