"""Study of what comes at an angle: seats past a surface's or panel's limit, windows mirrored in panels (rules 3.4,
4.6)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import partial
from typing import Final, NamedTuple

from oval_room.core.figures import Figure, FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.keeping import Keep, anew
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.fittings import COVERING_LETS, Opening
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.pose import Point, to_own
from oval_room.core.pose import Turn as PoseTurn
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.placing import stand_off_for
from oval_room.core.survey.commands import PutOpening
from oval_room.core.survey.document import Survey, Thing
from oval_room.core.viewing.angles import off_axis_angle
from oval_room.core.viewing.figures import KINDS
from oval_room.core.viewing.glare import Bright, Glass, Patch, glare_level, least_turn, patch_of, shares
from oval_room.core.viewing.offaxis import HALF_GAIN, PANEL_LIMIT, off_axis_level, off_axis_limit
from oval_room.core.viewing.says import ViewingCode, ViewingCure

COVERINGS: Final = ("net", "curtain", "blind", "shutter", "blackout")
LAMP: Final = 3000.0
"""Luminance of a lamp's shade that nobody has measured [cd/m²] (planning value)."""
AVERAGE: Final = 0.5
"""A picture's average against its white (rules 4.6)."""


@record
class Mirrored:
    """What one seat sees mirrored in one picture: patch by opening, each share and all together [%]."""

    patches: dict[str, Patch]
    each: dict[str, float]
    total: float


@record
class GlareResult(Result):
    """What every seat sees mirrored, by picture."""

    pictures: dict[str, dict[str, Mirrored]]


def study_glare(
    survey: Survey, scheme: Scheme, gear: GearShelf, keep: Keep = anew, only: str | None = None
) -> GlareResult:
    """Off-axis verdicts and glare of every picture of a scheme.

    Args:
        keep: keeps what was worked out for a picture while nothing that bears on it changes.
        only: the picture to study; None for all.
    """
    figures: dict[str, Figure] = {}
    findings: list[Finding] = []
    mirrored: dict[str, dict[str, Mirrored]] = {}
    for key, picture in scheme.pictures.items():
        if only not in (None, key):
            continue
        item, mount = gear.get(picture.gear or ""), gear.get(picture.mount or "")
        one = keep(
            f"glare of {key}", (survey, picture, item, mount), partial(_study_one, key, picture, survey, item, mount)
        )
        figures |= one.figures
        findings += one.findings
        mirrored |= one.pictures
    return GlareResult(figures, tuple(findings), mirrored)


def _study_one(key: str, picture: Picture, survey: Survey, item: object, mount: object) -> GlareResult:
    """One picture's."""
    book, findings = FigureBook(KINDS), _off_axis(key, picture, survey, item, mount)
    if not isinstance(item, Panel):
        return GlareResult({}, tuple(findings), {})
    mirrored, bright = _mirrored(picture, survey), shining(survey)
    for seat, seen in mirrored.items():
        if bright:
            book.add(
                "glare",
                seen.total,
                Input("n", "bright openings", float(len(seen.each)), "lines", "read"),
                subject=survey.seats[seat].name,
                picture=key,
                seat=seat,
            )
    findings += _glare(key, picture, survey, item, mount, mirrored)
    return GlareResult(book.figures, tuple(findings), {key: mirrored})


def kind_of(picture: Picture, item: object) -> str | None:
    """What sets a picture's off-axis limit: its panel's technology or its surface; None for a panel nobody has
    chosen."""
    if isinstance(item, Panel):
        return item.technology if item.technology in PANEL_LIMIT else None
    return picture.surface if picture.kind == "screen" and picture.surface in HALF_GAIN else None


def _off_axis(key: str, picture: Picture, survey: Survey, item: object, mount: object) -> list[Finding]:
    """The seat farthest to the side, and the least swivel of the mount that brings it inside the limit (rules 3.4)."""
    kind = kind_of(picture, item)
    angles = {}
    for name, seat in survey.seats.items():
        own = to_own(picture.pose.point, picture.pose.turn, seat.eye_point)
        if own.out > 0:
            angles[name] = off_axis_angle(own.right, own.out)
    if kind is None or not angles:
        return []
    worst = max(angles, key=lambda name: angles[name])
    limit = off_axis_limit(kind)
    level = off_axis_level(kind, angles[worst])
    others = sum(1 for name, angle in angles.items() if name != worst and off_axis_level(kind, angle) is Level.MIND)
    about = {"picture": key, "seat": worst}
    cures: tuple[Cure, ...] = ()
    if level is Level.MIND and isinstance(mount, Mount) and mount.swivel is not None:
        cures = _facing(key, picture, survey.seats[worst].eye_point, limit, mount.swivel)
    more = {"kind": kind, "others": others}
    return [Finding(ViewingCode.OFF_AXIS, level, "3.4", about, angles[worst], limit, "deg", cures, more)]


def _facing(key: str, picture: Picture, eye: Point, limit: float, swivel: tuple[float, float]) -> tuple[Cure, ...]:
    """The least swivel in whole degrees, on an arm long enough for it, that brings an eye inside an off-axis limit."""
    way = math.copysign(1.0, to_own(picture.pose.point, picture.pose.turn, eye).right)
    for by in range(1, 91):
        turn = PoseTurn(picture.pose.yaw + way * by, picture.pose.pitch)
        if not swivel[0] <= turn.yaw <= swivel[1]:
            break
        y = math.ceil(stand_off_for(picture, turn))
        own = to_own(Point(picture.pose.x, y, picture.pose.z), turn, eye)
        if own.out > 0 and off_axis_angle(own.right, own.out) <= limit:
            return (Cure(ViewingCure.SWIVEL, turn.yaw, PutPicture(id=key, yaw=turn.yaw, y=y), "deg"),)
    return ()


def corners_of(survey: Survey, opening: Opening) -> tuple[Point, ...]:
    """An opening's corners in the room, in order round it."""
    wall = survey.room.wall_named(opening.wall)
    if wall is None:
        return ()
    start, end = opening.ends
    low, high = opening.sill.value, opening.head.value
    return tuple(Point(*wall.room(u, 0.0), z) for u, z in ((start, low), (end, low), (end, high), (start, high)))


class Shining(NamedTuple):
    """Something bright that a picture may mirror: its name, its faces, how bright [cd/m²] with what is drawn over
    it."""

    name: str
    faces: Bright
    luminance: float


def shining(survey: Survey) -> dict[str, Shining]:
    """Windows, openings somebody has read the luminance of, and lamps (rules 4.6)."""
    found = {}
    for key, one in survey.openings.items():
        corners = corners_of(survey, one)
        if corners and (one.kind == "window" or not one.luminance.unsure):
            found[key] = Shining(one.name, (corners,), one.luminance.value * COVERING_LETS[one.covering])
    for key, thing in survey.things.items():
        if thing.kind == "lamp":
            found[key] = Shining(thing.name, faces_of(thing), LAMP)
    return found


def faces_of(thing: Thing) -> Bright:
    """The six faces of a box."""
    x, y, z = (thing.x_from, thing.x_to), (thing.y_from, thing.y_to), (thing.z_from, thing.z_to)
    ring = ((0, 0), (1, 0), (1, 1), (0, 1))
    faces: list[tuple[Point, ...]] = []
    for k in (0, 1):
        faces.append(tuple(Point(x[k], y[i], z[j]) for i, j in ring))
        faces.append(tuple(Point(x[i], y[k], z[j]) for i, j in ring))
        faces.append(tuple(Point(x[i], y[j], z[k]) for i, j in ring))
    return tuple(faces)


def _mirrored(picture: Picture, survey: Survey) -> dict[str, Mirrored]:
    glass = Glass(picture.pose.point, picture.pose.turn, picture.across, picture.height)
    bright = {key: one.faces for key, one in shining(survey).items()}
    out = {}
    for name, seat in survey.seats.items():
        patches = {key: patch_of(glass, seat.eye_point, faces) for key, faces in bright.items()}
        each, total = shares(glass, list(patches.values())) if bright else ([], 0.0)
        out[name] = Mirrored(
            {key: one for key, one in patches.items() if one}, dict(zip(bright, each, strict=True)), total
        )
    return out


def shows(luminance: float, share: float, panel: Panel) -> Level:
    """Whether the reflection of something so bright shows [cd/m²]."""
    average = AVERAGE * (panel.white_cd_m2 or 0.0)
    return glare_level(share, luminance, coated=panel.face == "matt", average=average)


def _glare(
    key: str, picture: Picture, survey: Survey, panel: Panel, mount: object, mirrored: Mapping[str, Mirrored]
) -> list[Finding]:
    bright = shining(survey)
    if not bright or not mirrored or not panel.white_cd_m2:
        return []
    showing = {
        seat: [one for one, share in seen.each.items() if shows(bright[one].luminance, share, panel) is Level.MIND]
        for seat, seen in mirrored.items()
    }
    worst = max(mirrored, key=lambda seat: (len(showing[seat]) > 0, mirrored[seat].total))
    about = {"picture": key, "seat": worst}
    if not showing[worst]:
        return [Finding(ViewingCode.GLARE, Level.GOOD, "4.6", about, mirrored[worst].total, 1.0, "pct")]
    names = sorted({one for listed in showing.values() for one in listed})
    cures = _cures(key, picture, survey, panel, mount, names)
    more = {"openings": [bright[one].name for one in names], "seats": sum(bool(listed) for listed in showing.values())}
    return [Finding(ViewingCode.GLARE, Level.MIND, "4.6", about, mirrored[worst].total, 1.0, "pct", cures, more)]


def _cures(
    key: str, picture: Picture, survey: Survey, panel: Panel, mount: object, names: list[str]
) -> tuple[Cure, ...]:
    """The smallest tilt and the smallest swivel within the mount's range, the lesser first, and the lightest covering
    of each window that takes the reflection away."""
    cures: list[Cure] = []
    glass = Glass(picture.pose.point, picture.pose.turn, picture.across, picture.height)
    main = survey.main
    eyes = [seat.eye_point for name, seat in sorted(survey.seats.items(), key=lambda pair: pair[0] != main)]
    bright = shining(survey)
    windows = [bright[name].faces for name in names]
    if isinstance(mount, Mount) and mount.tilt_down[0] < mount.tilt_down[1]:
        now = -picture.pose.pitch
        tilt = least_turn(
            glass, eyes, brights=windows, way="tilt_down", lo=mount.tilt_down[0] - now, hi=mount.tilt_down[1] - now
        )
        if tilt:
            turn = PoseTurn(picture.pose.yaw, -(now + tilt))
            put = PutPicture(id=key, pitch=turn.pitch, y=math.ceil(stand_off_for(picture, turn)))
            cures.append(Cure(ViewingCure.TILT, now + tilt, put, "deg"))
    if isinstance(mount, Mount) and mount.swivel is not None:
        turned = picture.pose.yaw
        swivel = least_turn(
            glass, eyes, brights=windows, way="swivel", lo=mount.swivel[0] - turned, hi=mount.swivel[1] - turned
        )
        if swivel:
            turn = PoseTurn(turned + swivel, picture.pose.pitch)
            put = PutPicture(id=key, yaw=turn.yaw, y=math.ceil(stand_off_for(picture, turn)))
            cures.append(Cure(ViewingCure.SWIVEL, turned + swivel, put, "deg"))
            cures.sort(
                key=lambda cure: abs(cure.value - (turned if cure.kind is ViewingCure.SWIVEL else -picture.pose.pitch))
            )
    for name in [name for name in names if name in survey.openings]:
        opening = survey.openings[name]
        least = next(
            (c for c in COVERINGS if shows(opening.luminance.value * COVERING_LETS[c], 100.0, panel) is Level.GOOD),
            None,
        )
        if least is not None:
            cures.append(
                Cure(
                    ViewingCure.COVER,
                    0.0,
                    PutOpening(id=name, covering=least),
                    name=f"{least} over {opening.name}",
                    of=name,
                )
            )
    return tuple(cures)
