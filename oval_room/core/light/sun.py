"""The sun through the year: when it strikes the picture or the eyes through a window (what product.md calls number 7).

Solar time, the 21st of each month, no trees or houses opposite: a planning picture of when a blind is wanted. The
sun's place is the usual one from declination and hour angle (declination 23.44°·sin(360°·(284 + day)/365)), good to
about half a degree.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

from oval_room.core.plan.fittings import COVERING_LETS, Opening
from oval_room.core.plan.outline import Wall
from oval_room.core.plan.room import Room
from oval_room.core.pose import Own, Point, to_own, to_room
from oval_room.core.record import record
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import Survey

TILT: Final = 23.44
MONTHS: Final = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
DAYS: Final = (21, 52, 80, 111, 141, 172, 202, 233, 264, 294, 325, 355)
"""Day of the year of the 21st of each month."""
HOURS: Final = tuple(range(4, 22))
LOW: Final = 1.0
"""A sun lower than this is taken as down [deg]."""


class SunAt(NamedTuple):
    """Where the sun stands: altitude and compass bearing [deg]."""

    altitude: float
    bearing: float


def sun_at(latitude: float, day: int, hour: float) -> SunAt:
    """The sun's place at a latitude [deg, north positive], day of the year and solar hour (12 is when it is
    highest)."""
    declination = math.radians(TILT * math.sin(math.radians(360 * (284 + day) / 365)))
    phi, angle = math.radians(latitude), math.radians(15 * (hour - 12))
    up = math.sin(phi) * math.sin(declination) + math.cos(phi) * math.cos(declination) * math.cos(angle)
    altitude = math.asin(min(max(up, -1.0), 1.0))
    east = -math.cos(declination) * math.sin(angle)
    north = math.cos(phi) * math.sin(declination) - math.sin(phi) * math.cos(declination) * math.cos(angle)
    return SunAt(math.degrees(altitude), math.degrees(math.atan2(east, north)) % 360)


def towards_sun(room: Room, sun: SunAt) -> Point:
    """Unit vector from the room to the sun in room axes; needs the display wall's bearing."""
    turn = math.radians(sun.bearing - (room.faces or 0.0))
    level = math.cos(math.radians(sun.altitude))
    return Point(level * math.sin(turn), -level * math.cos(turn), math.sin(math.radians(sun.altitude)))


def comes_in(opening: Opening, wall: Wall, *, at: Point, sun: Point) -> bool:
    """Whether the sun's ray to a place in the room comes through an opening."""
    _, off = wall.own(at.x, at.y)
    towards = sun.x * wall.out[0] + sun.y * wall.out[1]
    if towards >= -1e-9 or off <= 0:
        return False  # the sun is behind the wall's room side
    share = off / -towards
    u, _ = wall.own(at.x + share * sun.x, at.y + share * sun.y)
    z = at.z + share * sun.z
    start, end = opening.ends
    return start <= u <= end and opening.sill.value <= z <= opening.head.value


@record
class Struck:
    """One hour of one month: windows through which the sun strikes the picture, and an eye."""

    month: int
    hour: int
    picture: tuple[str, ...]
    eyes: tuple[str, ...]


@record
class SunYear:
    """The hours of the year when the sun strikes, and for each window how many of them a drawn covering would clear."""

    struck: tuple[Struck, ...]
    windows: dict[str, int]
    up: frozenset[tuple[int, int]] = frozenset()
    """Months and hours in which the sun is up."""

    def at(self, month: int, hour: int) -> Struck | None:
        return next((one for one in self.struck if one.month == month and one.hour == hour), None)


def sun_year(survey: Survey, picture: Picture | None, *, eyes: Sequence[Point] = ()) -> SunYear | None:
    """When the sun strikes a picture's face, or any of some eyes, in the year; None until bearing and latitude are
    known."""
    room = survey.room
    if room.faces is None or room.latitude is None:
        return None
    windows = [
        (key, one, wall)
        for key, one in survey.openings.items()
        if one.kind != "door" and (wall := room.wall_named(one.wall)) is not None
    ]
    face = _face(picture) if picture else ()
    up: set[tuple[int, int]] = set()
    struck, counts = [], {key: 0 for key, _, _ in windows}
    for month, day in enumerate(DAYS):
        for hour in HOURS:
            sun = sun_at(room.latitude, day, hour + 0.5)
            if sun.altitude < LOW:
                continue
            up.add((month, hour))
            way = towards_sun(room, sun)
            lit = _lit(windows, face, way, picture)
            blinded = tuple(
                key for key, one, wall in windows if any(comes_in(one, wall, at=eye, sun=way) for eye in eyes)
            )
            if lit or blinded:
                struck.append(Struck(month, hour, lit, blinded))
                for key in {*lit, *blinded}:
                    counts[key] += 1
    return SunYear(tuple(struck), counts, frozenset(up))


def _face(picture: Picture) -> tuple[Point, ...]:
    """Nine places over the picture's face."""
    half_w, half_h = picture.width.value / 2.1, picture.height / 2.1
    return tuple(
        to_room(picture.pose.point, picture.pose.turn, Own(i * half_w, j * half_h, 5.0))
        for i in (-1, 0, 1)
        for j in (-1, 0, 1)
    )


def _lit(
    windows: Sequence[tuple[str, Opening, Wall]], face: Sequence[Point], way: Point, picture: Picture | None
) -> tuple[str, ...]:
    if picture is None or not face:
        return ()
    centre = picture.pose.point
    ahead = to_own(centre, picture.pose.turn, Point(centre.x + way.x, centre.y + way.y, centre.z + way.z)).out
    if ahead <= 0:
        return ()  # the sun is behind the picture
    return tuple(key for key, one, wall in windows if any(comes_in(one, wall, at=place, sun=way) for place in face))


def cure_of(opening: Opening) -> str:
    """What to draw over a window, in words."""
    lets = COVERING_LETS[opening.covering]
    if opening.covering == "none":
        return "has nothing to draw: fit a blind"
    if lets > 0.3:
        return f"its {opening.covering} lets {lets * 100:.0f} % through: fit a blind"
    return f"draw its {opening.covering} (lets {lets * 100:.0f} % through)"
