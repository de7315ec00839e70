"""Study of the pictures: what every seat gets of each, and where it may hang (rules 2.1, 3.1–3.3, 4.1–4.5)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from oval_room.core.figures import Figure, FigureBook
from oval_room.core.findings import Finding
from oval_room.core.keeping import Keep, anew
from oval_room.core.levels import Level
from oval_room.core.plan.document import Choices, Scheme
from oval_room.core.plan.gear import GearShelf, Mount
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.placing import stacked
from oval_room.core.survey.document import Survey
from oval_room.core.units import Ruler
from oval_room.core.viewing.figures import KINDS
from oval_room.core.viewing.one_picture import Moves, PictureViews
from oval_room.core.viewing.says import ViewingCode
from oval_room.core.viewing.school_of import Follows
from oval_room.core.viewing.seated import seated
from oval_room.core.viewing.sharpness import Use
from oval_room.core.viewing.verdicts import Judged


@record
class ViewResult(Result):
    """What every seat gets, by picture."""

    pictures: dict[str, PictureViews]


@record
class _One:
    views: PictureViews
    figures: dict[str, Figure]
    findings: list[Finding]


def _study_one(make: Callable[[], Judged], in_rig: bool) -> _One:
    judged, book = make(), FigureBook(KINDS)
    if not book.unwanted:
        judged.write_figures(book)
    return _One(judged.views, book.figures, judged.findings(in_rig))


def _on_mount(found: Finding, name: str) -> Finding:
    """A finding with the name of the mount that it tells of: what is seen does not hang on it."""
    return replace(found, more={**found.more, "mount": name}) if found.code is ViewingCode.TILT else found


def study_viewing(
    survey: Survey,
    scheme: Scheme,
    choices: Choices,
    follows: Follows,
    gear: GearShelf,
    ruler: Ruler,
    keep: Keep = anew,
    only: str | None = None,
    use: Use = "film",
) -> ViewResult:
    """Angles, sharpness, neck, ladder and sightlines of every picture in a scheme.

    Args:
        follows: the school of size, and why.
        keep: keeps what was worked out for a picture while nothing that bears on it changes.
        only: the picture to study; the others only bound it. None for all.
        use: `desk` where text is read on the pictures.
    """
    book, findings = FigureBook(KINDS), []
    views: dict[str, PictureViews] = {}
    if not scheme.pictures:
        findings.append(Finding(ViewingCode.NO_PICTURE, Level.NOTE, "0", {}))
    seats = keep("seated", (survey,), partial(seated, survey))
    in_rig = {key for group in scheme.groups.values() if group.round_seat for key in group.members}
    in_wall = {key for group in scheme.groups.values() if group.kind == "wall" for key in group.members}
    for key, picture in scheme.pictures.items():
        if only not in (None, key):
            continue
        others = [other for name, other in scheme.pictures.items() if name != key and stacked(picture, other)]
        mount = gear.get(picture.mount or "")
        moves = Moves(mount.rises, mount.tilt_down) if isinstance(mount, Mount) else None
        plain = picture.model_copy(update={"mount": None}) if picture.mount else picture
        item = gear.get(picture.gear or "")
        school = follows.for_wall() if key in in_wall else follows
        reads = (item, moves, survey, choices, school, ruler, use, key in in_rig, plain, *others)
        judged = partial(Judged, key, plain, others, survey, choices, school, gear, ruler, use, moves, seats)
        one = keep(f"viewing of {key}", reads, partial(_study_one, judged, key in in_rig))
        views[key] = one.views
        book.figures |= one.figures
        findings += (
            [_on_mount(found, mount.name) for found in one.findings] if isinstance(mount, Mount) else one.findings
        )
    return ViewResult(book.figures, tuple(findings), views)
