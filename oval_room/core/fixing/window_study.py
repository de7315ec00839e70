"""The mount window of every projector that hangs: where its plate may be, each border named, the chosen point's slack
(rules 6.5, 6.7)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, NamedTuple

from oval_room.core.figures import FigureBook
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.fixing.study import FixingResult, ProjectorPlate
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.room import Room
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.mount_window import MountWindow, mount_window
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import VENT
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.units import Ruler

SQUARE: Final = 0.5
"""A screen turned farther than this from its wall has no window here [deg]."""


class Border(NamedTuple):
    """One border of a window: what makes it, and how far the plate is inside it [mm]."""

    name: str
    slack: float


@dataclass(frozen=True, slots=True)
class PlateWindow:
    """A plate's window, in the frame of its picture's wall, and its borders."""

    window: MountWindow
    borders: tuple[Border, ...]

    @property
    def least(self) -> Border:
        return min(self.borders, key=lambda one: one.slack)


@dataclass(frozen=True, slots=True)
class WindowResult(Result):
    """The mount windows, by projector."""

    windows: dict[str, PlateWindow]


def study_windows(room: Room, scheme: Scheme, throws: ThrowResult, fixings: FixingResult, ruler: Ruler) -> WindowResult:
    """Every hung projector's window at the height its lens has."""
    book, findings, windows = FigureBook(KINDS), list[Finding](), dict[str, PlateWindow]()
    for key, throw in throws.throws.items():
        plate, picture = fixings.plates.get(key), scheme.pictures.get(throw.picture)
        if plate is None or picture is None or not throw.projector.hung or abs(picture.pose.yaw) > SQUARE:
            continue
        found = _window(room, throw, plate, picture)
        if found is None:
            continue
        windows[key] = found
        _figures(book, key, found.window)
        findings.append(_finding(key, throw, plate, found, ruler))
    return WindowResult(book.figures, tuple(findings), windows)


def _window(room: Room, throw: ProjectorThrow, plate: ProjectorPlate, picture: Picture) -> PlateWindow | None:
    pose, item = throw.projector.pose, throw.item
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
    return PlateWindow(found, borders)


def _figures(book: FigureBook, key: str, window: MountWindow) -> None:
    assert window.y is not None and window.x is not None
    for name, value in zip(
        ("window_near", "window_far", "window_left", "window_right"), (*window.y, *window.x), strict=True
    ):
        book.add(name, value, projector=key)


def _finding(key: str, throw: ProjectorThrow, plate: ProjectorPlate, found: PlateWindow, ruler: Ruler) -> Finding:
    about, least, window = {"projector": key, "picture": throw.picture}, found.least, found.window
    assert window.y is not None and window.x is not None
    more = {"y": window.y, "x": window.x, "border": least.name, "spare": (least.slack, "mm")}
    inside = least.slack >= -0.5
    lens_x, lens_y = safest(found, plate)
    x, y = (ruler.safe(value, "nearest") for value in (lens_x, lens_y))
    cure = Cure(FixingCure.SAFEST, 0.0, PutProjector(id=key, x=x, y=y))
    level = Level.GOOD if inside else Level.NOTE
    cures = () if inside else (cure,)
    return Finding(FixingCode.WINDOW, level, "6.7", about, least.slack, 0.0, cures=cures, more=more)


def safest(found: PlateWindow, plate: ProjectorPlate) -> tuple[float, float]:
    """The lens's place, along and out, with the plate in the middle of its window: most room to every border."""
    window = found.window
    assert window.y is not None and window.x is not None
    x, y = (window.x[0] + window.x[1]) / 2, (window.y[0] + window.y[1]) / 2
    return x - plate.lens.right, y - plate.lens.forward
