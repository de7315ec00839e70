"""Study of pictures as things: surfaces that suit their projector, pictures in each other's way, drop-downs through their
travel, rows that stand level (rules 2.3, 2.5, 2.6)."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations
from typing import Final

from oval_room.core.commands import PutPicture
from oval_room.core.findings import Code, Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Picture, Scheme, Survey, Thing
from oval_room.core.plan.gear import GearShelf, Panel, Screen
from oval_room.core.screens.cloth import BOTTOM_BAR, CLEAR_MOVING, CLEAR_STILL
from oval_room.core.screens.shapes import LEVEL_WITHIN
from oval_room.core.units import Ruler

IN_FRONT: Final = 60.0
"""Pictures whose faces are farther apart than this hang before each other, not beside [mm]."""
ROW: Final = 150.0
"""Pictures whose edges are this near to level are meant to be [mm]."""
UST: Final = 0.6
"""Lenses under this throw ratio light a lenticular surface from below."""


@dataclass(frozen=True, slots=True)
class ScreensResult:
    findings: tuple[Finding, ...]


def study_screens(survey: Survey, scheme: Scheme, gear: GearShelf, ruler: Ruler) -> ScreensResult:
    """Pictures of one wall against each other, what hangs before them, and their surfaces."""
    out: list[Finding] = []
    for projector in scheme.projectors.values():
        picture, item = scheme.pictures[projector.shows], gear.get(projector.gear)
        lens = getattr(item, "lens", (1.0, 1.0))
        if picture.surface == "lenticular" and lens[0] >= UST:
            put = PutPicture(id=projector.shows, surface="grey")
            cure = Cure("surface", 0.0, put, name="grey")
            out.append(
                Finding(
                    Code.SURFACE,
                    Level.STOP,
                    "2.5",
                    {"picture": projector.shows},
                    cures=(cure,),
                    more={"surface": picture.surface},
                )
            )
    for (a, one), (b, other) in combinations(scheme.pictures.items(), 2):
        out += _two(a, one, b, other, ruler)
    for key, picture in scheme.pictures.items():
        item = gear.get(picture.gear or "")
        if isinstance(item, Screen) and item.way == "drop-down":
            out += _drop(key, picture, survey, scheme, gear, ruler)
    return ScreensResult(tuple(out))


def _sides(picture: Picture) -> tuple[float, float, float, float]:
    """Left, right, bottom, top over all, on its wall [mm]."""
    half = picture.width.value / 2 + picture.frame_side
    return picture.pose.x - half, picture.pose.x + half, picture.bottom - picture.frame_bottom, picture.top + picture.frame_top


def _two(a: str, one: Picture, b: str, other: Picture, ruler: Ruler) -> list[Finding]:
    if abs(one.pose.y - other.pose.y) > IN_FRONT:
        return []
    l1, r1, b1, t1 = _sides(one)
    l2, r2, b2, t2 = _sides(other)
    across, up = min(r1, r2) - max(l1, l2), min(t1, t2) - max(b1, b2)
    about = {"picture": b}
    if across > 0.5 and up > 0.5:
        aside = ruler.safe(other.pose.x + (r1 - l2 if other.pose.x >= one.pose.x else l1 - r2), "nearest")
        above = ruler.safe(other.bottom + t1 - b2, "least")
        cures = (
            Cure("picture along", aside, PutPicture(id=b, x=aside)), Cure("bottom at", above, PutPicture(id=b, bottom=above)),
        )  # fmt: skip
        more = {"part": a, "other": a}
        return [Finding(Code.PICTURES_OVERLAP, Level.STOP, "2.6", about, min(across, up), 0.0, cures=cures, more=more)]
    if across <= 0.5 and 0.5 < abs(one.bottom - other.bottom) <= ROW and one.kind == other.kind == "panel":
        off = abs(one.bottom - other.bottom)
        level = Level.GOOD if off <= LEVEL_WITHIN else Level.MIND
        cure = Cure("bottom at", one.bottom, PutPicture(id=b, bottom=one.bottom))
        more = {"part": a, "other": a}
        return [
            Finding(
                Code.NOT_LEVEL, level, "2.3", about, off, LEVEL_WITHIN, cures=(cure,) if level is Level.MIND else (), more=more
            )
        ]
    return []


def _drop(key: str, picture: Picture, survey: Survey, scheme: Scheme, gear: GearShelf, ruler: Ruler) -> list[Finding]:
    """What a drop-down's bottom bar passes or faces: everything behind it within its width (rules 2.6)."""
    left, right, low, _ = _sides(picture)
    back = picture.pose.y - BOTTOM_BAR / 2
    worst: tuple[float, float, str] | None = None
    for front, name, top in [*_panels(key, scheme, gear, left, right), *_things(survey, left, right)]:
        wanted = CLEAR_MOVING if top > low - BOTTOM_BAR else CLEAR_STILL
        if top < low - 200 or front > picture.pose.y + 400:
            continue  # it ends well below where the bar rests, or stands in the room before the cloth
        spare = back - front - wanted
        if worst is None or spare < worst[0]:
            worst = (spare, wanted, name)
    if worst is None:
        return []
    spare, wanted, name = worst
    level = Level.STOP if spare < 0 else Level.GOOD
    off = ruler.safe(picture.pose.y - spare, "least")
    cures = (Cure("cloth out", off, PutPicture(id=key, y=off)),) if spare < 0 else ()
    more = {"thing": name, "moving": wanted == CLEAR_MOVING}
    return [Finding(Code.DROP_CLEAR, level, "2.6", {"picture": key}, spare + wanted, wanted, cures=cures, more=more)]


def _panels(key: str, scheme: Scheme, gear: GearShelf, left: float, right: float) -> list[tuple[float, str, float]]:
    """Panels behind a cloth: how far their faces stand out, name, top."""
    out = []
    for other, panel in scheme.pictures.items():
        l2, r2, _, top = _sides(panel)
        if (
            other != key
            and panel.kind == "panel"
            and l2 < right
            and r2 > left
            and isinstance(gear.get(panel.gear or ""), (Panel, type(None)))
        ):
            out.append((panel.pose.y, panel.name, top))
    return out


def _things(survey: Survey, left: float, right: float) -> list[tuple[float, str, float]]:
    """Things at the wall behind a cloth: how far they stand out, name, top."""

    def behind(thing: Thing) -> bool:
        return (
            thing.x_from < right
            and thing.x_to > left
            and thing.y_from < 100
            and thing.kind not in ("walkway", "platform", "beam", "bulkhead")
        )

    return [(thing.y_to, thing.name, thing.z_to) for thing in survey.things.values() if behind(thing)]
