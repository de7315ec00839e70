"""Study of the stud log: the rhythm on every surface that has finds (rules 7.2)."""

from __future__ import annotations

from typing import Final

from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Survey
from oval_room.core.survey.says import SurveyCode
from oval_room.core.survey.studs import AGREES, Find, Fit, fit_rhythm, proved

SURE: Final = 0.6
LIKELY: Final = 0.4
"""A line of studs trusted at least so much (0 to 1) was found by something; was counted on between finds."""


BESIDE: Final = 150.0
"""A line that nothing found is none where a stud is proved nearer than this (planning value of ours) [mm]."""


@record
class Studs:
    """A surface's fitted rhythm and how far each line may be trusted (0 to 1)."""

    fit: Fit
    trust: dict[float, float]

    @property
    def likely(self) -> tuple[float, ...]:
        """The lines that something found, or that lie between finds: those a plate may count on."""
        return tuple(line for line, trust in self.trust.items() if trust >= LIKELY)


@record
class StudResult(Result):
    """The rhythm of every surface that has finds."""

    surfaces: dict[str, Studs]


def study_studs(survey: Survey) -> StudResult:
    """Rhythm, strangers and rivals of each surface."""
    findings: list[Finding] = []
    surfaces: dict[str, Studs] = {}
    for surface in sorted({find.wall for find in survey.finds.values()}):
        mine = [Find(one.at, one.how, one.hit) for one in survey.finds.values() if one.wall == surface]
        if not any(one.hit for one in mine):
            continue
        fit = fit_rhythm(mine, _ends(survey, surface))
        lines = _lines(fit, mine)
        surfaces[surface] = Studs(fit, {line: _trust(line, fit, mine) for line in lines})
        more = {"surface": surface, "fit": fit, "count": len(mine), "part": surface, "lines": lines}
        findings.append(Finding(SurveyCode.STUDS, Level.NOTE, "7.2", {}, fit.best.pitch, None, more=more))
        strangers = tuple(at for at in fit.best.strangers if all(abs(at - line) > AGREES for line in lines))
        if strangers or fit.best.misses_on_a_line:
            findings.append(
                Finding(
                    SurveyCode.STUD_STRANGERS,
                    Level.NOTE,
                    "7.2",
                    {},
                    float(len(strangers)),
                    None,
                    "lines",
                    more=more | {"strangers": strangers},
                )
            )
        if fit.rivals:
            findings.append(
                Finding(SurveyCode.STUD_RIVALS, Level.MIND, "7.2", {}, fit.rivals[0].pitch, fit.best.pitch, more=more)
            )
    return StudResult({}, tuple(findings), surfaces)


def _lines(fit: Fit, finds: list[Find]) -> tuple[float, ...]:
    """Where studs are: the rhythm's lines, those that were proved where they were found; and what a pilot hole proves
    off it, as in an odd first bay or where studs wander, in the place of a line that nothing found beside it."""
    places = proved(finds)
    lines = [
        min(
            (place for place in places if abs(place - line) <= AGREES),
            key=lambda place: abs(place - line),
            default=line,
        )
        for line in fit.best.lines
    ]
    apart = [place for place, pilot in places.items() if pilot and all(abs(place - line) > AGREES for line in lines)]
    found = [find.at for find in finds if find.hit]
    kept = [
        line
        for line in lines
        if all(abs(line - place) > BESIDE for place in apart) or any(abs(line - at) <= AGREES for at in found)
    ]
    return tuple(sorted({*kept, *apart}))


def _ends(survey: Survey, surface: str) -> tuple[float, float]:
    wall = survey.room.wall_named(surface)
    if wall is not None:
        return 0.0, wall.length
    left, near, right, far = survey.room.extent
    along = survey.made.get("ceiling")
    return (near, far) if along is not None and along.joists == "along" else (left, right)


def _trust(line: float, fit: Fit, finds: list[Find]) -> float:
    """1 where a pilot hit the line, 0.8 a magnet, 0.6 something else; between finds 0.5, beyond the last 0.3; 0
    where a pilot missed. Halved while rivals are in view."""
    on = [find for find in finds if abs(find.at - line) <= 12]
    if any(not find.hit and find.how == "pilot" for find in on):
        return 0.0
    sure = max(({"pilot": 1.0, "magnet": 0.8}.get(find.how, 0.6) for find in on if find.hit), default=0.0)
    if sure:
        return sure
    hits = [find.at for find in finds if find.hit and abs(fit.best.off(find.at)) <= 12]
    inside = bool(hits) and min(hits) <= line <= max(hits)
    return (0.5 if inside else 0.3) * (0.5 if fit.rivals else 1.0)
