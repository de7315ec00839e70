"""What holes meet: what the wall is, and the services whose cables and pipes run behind it (rules 7.1, 7.6, 7.7)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

from oval_room.core.levels import Level, beyond
from oval_room.core.plan.fittings import ZONED, Service
from oval_room.core.plan.room import NOTHING_BEHIND
from oval_room.core.survey.document import Survey

ZONE: Final = 150.0
"""Width of the zone above, below and beside a socket or switch in which its cable is to be expected [mm] (rules
7.7)."""
ON_RUN: Final = 50.0
"""A hole nearer to a known cable or pipe than this is on it [mm] (planning value)."""


class Near(NamedTuple):
    """A service that a hole comes too near to: its id, itself, how near [mm], the limit, and whether its run is
    known."""

    key: str
    service: Service
    distance: float
    limit: float
    known: bool

    @property
    def level(self) -> Level:
        return Level.STOP if self.known else Level.MIND


def holds_nothing(survey: Survey, wall: str) -> bool:
    """Whether nothing may hang on a wall until more is known (rules 7.1, 7.6): it is unknown, aerated, or board with no
    stud proved by a pilot hole."""
    kind = survey.kind_of(wall)
    proved = any(find.wall == wall and find.hit and find.how == "pilot" for find in survey.finds.values())
    return kind == "aerated" or (kind in ("unknown", *NOTHING_BEHIND) and not proved)


def near_services(survey: Survey, wall: str, holes: Sequence[tuple[float, float]]) -> list[Near]:
    """The services of a wall whose zone or run some hole (x, z) lies in (rules 7.7)."""
    out = []
    for key, service in survey.services.items():
        if service.wall != wall or not holes:
            continue
        known = service.to_along is not None or service.to_z is not None
        least = min(to_run(service, *hole) if known else to_zone(service, *hole) for hole in holes)
        limit = ON_RUN if known else ZONE / 2
        if beyond(limit, least) and (known or service.kind in ZONED):
            out.append(Near(key, service, least, limit, known))
    return out


def to_zone(service: Service, x: float, z: float) -> float:
    """How far a hole is from the upright and level lines through a service [mm]."""
    return min(abs(x - service.along), abs(z - service.z))


def to_run(service: Service, x: float, z: float) -> float:
    """How far a hole is from a known cable or pipe [mm]."""
    bx = service.along if service.to_along is None else service.to_along
    bz = service.z if service.to_z is None else service.to_z
    dx, dz = bx - service.along, bz - service.z
    share = ((x - service.along) * dx + (z - service.z) * dz) / (dx * dx + dz * dz or 1e-9)
    share = min(max(share, 0.0), 1.0)
    return math.hypot(x - service.along - share * dx, z - service.z - share * dz)
