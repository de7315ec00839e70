"""Study of the pictures: what every seat gets of each, and where it may hang (rules 2.1, 3.1–3.3, 4.1–4.5)."""

from __future__ import annotations

from dataclasses import dataclass

from oval_room.core.figures import Figure, FigureBook
from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Choices, Scheme, Survey
from oval_room.core.plan.gear import GearShelf
from oval_room.core.units import Ruler
from oval_room.core.viewing.one_picture import PictureViews
from oval_room.core.viewing.verdicts import Judged


@dataclass(frozen=True, slots=True)
class ViewResult:
    figures: dict[str, Figure]
    findings: tuple[Finding, ...]
    pictures: dict[str, PictureViews]


def study_viewing(survey: Survey, scheme: Scheme, choices: Choices, gear: GearShelf, ruler: Ruler) -> ViewResult:
    """Angles, sharpness, neck, ladder and sightlines of every picture in a scheme."""
    book, findings = FigureBook(), []
    views: dict[str, PictureViews] = {}
    if not scheme.pictures:
        findings.append(Finding(Code.NO_PICTURE, Level.NOTE, "0", {}))
    for key, picture in scheme.pictures.items():
        others = [other for name, other in scheme.pictures.items() if name != key]
        one = Judged(key, picture, others, survey, choices, gear, ruler)
        views[key] = one.views
        one.write_figures(book)
        findings += one.findings()
    return ViewResult(book.figures, tuple(findings), views)
