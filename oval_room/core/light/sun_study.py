"""Study of the sun on pictures: direct sun is minded whatever its share (rules 4.6)."""

from __future__ import annotations

from functools import partial
from typing import Final

from oval_room.core.findings import Cure, Finding
from oval_room.core.keeping import Keep
from oval_room.core.levels import Level
from oval_room.core.light.says import LightCode, LightCure
from oval_room.core.light.sun import SunYear, sun_year
from oval_room.core.plan.document import Scheme
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.survey.commands import PutOpening
from oval_room.core.survey.document import Survey

BARE: Final = ("none", "net")
"""Coverings that let the sun's own light through."""


@record
class SunResult(Result):
    """When the sun strikes pictures."""


def study_sun(survey: Survey, scheme: Scheme, keep: Keep) -> SunResult:
    """Every picture that the sun strikes through a bare window, once bearing and latitude are known."""
    if survey.room.faces is None or survey.room.latitude is None:
        return SunResult({}, ())
    out: list[Finding] = []
    for key, picture in scheme.pictures.items():
        year = keep(f"sun on {key}", (survey, picture), partial(_year, survey, picture))
        out += _struck(key, survey, year)
    return SunResult({}, tuple(out))


def _year(survey: Survey, picture: Picture) -> SunYear | None:
    return sun_year(survey, picture)


def _struck(key: str, survey: Survey, year: SunYear | None) -> list[Finding]:
    hours: dict[str, list[tuple[int, int]]] = {}
    for one in year.struck if year else ():
        for window in one.picture:
            if survey.openings[window].covering in BARE:
                hours.setdefault(window, []).append((one.month, one.hour))
    if not hours:
        return []
    when = sorted({place for places in hours.values() for place in places})
    cures = tuple(
        Cure(LightCure.BLIND, 0.0, PutOpening(id=name, covering="blind"), "n", survey.openings[name].name, name)
        for name in hours
    )
    months = sorted({month for month, _ in when})
    more = {
        "windows": [survey.openings[name].name for name in hours],
        "first": months[0],
        "last": months[-1],
        "hours": (min(hour for _, hour in when), max(hour for _, hour in when) + 1),
    }
    value, of = float(len(when)), float(len(year.up) if year else 0)
    return [Finding(LightCode.SUN, Level.MIND, "4.6", {"picture": key}, value, of, "n", cures, more)]
