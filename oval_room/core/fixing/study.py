"""Study of the fixings: hole rows of wall mounts, plate and pole of projector mounts (rules 6.5, 7.3)."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import field
from functools import partial
from typing import NamedTuple

from oval_room.core.commands import Command
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.fixing.behind import holds_nothing, near_services
from oval_room.core.fixing.bench import assumed_findings, bench_findings, sources_of
from oval_room.core.fixing.document import (
    OF_PROJECTOR,
    Bench,
    FixingNodes,
    Hold,
    called,
    mount_as_measured,
    panel_as_measured,
    projector_as_measured,
)
from oval_room.core.fixing.drill_window import KeepOut
from oval_room.core.fixing.figures import KINDS
from oval_room.core.fixing.hole_map import HoleMap, hole_map
from oval_room.core.fixing.keep_out import keep_outs
from oval_room.core.fixing.mount_findings import beyond_travel, pattern_findings, rating_findings
from oval_room.core.fixing.plate_place import place_of, plate_rules
from oval_room.core.fixing.plate_studs import PlatePlace
from oval_room.core.fixing.projector_plate import ProjectorPlate, plate_findings, plate_of
from oval_room.core.fixing.says import FixingCode
from oval_room.core.keeping import Keep, anew
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Mount, Panel
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import Source
from oval_room.core.plan.room import STUDDED
from oval_room.core.projection.commands import PutProjector
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import Face, hangs_on
from oval_room.core.screens.hung import bolts_aside
from oval_room.core.screens.placing import things_below
from oval_room.core.survey.document import Survey
from oval_room.core.survey.stud_study import StudResult, Studs
from oval_room.core.units import Ruler


@record
class FixingResult(Result):
    """Hole rows by picture, plates by projector."""

    holes: dict[str, HoleMap]
    plates: dict[str, ProjectorPlate]
    places: dict[str, PlatePlace] = field(default_factory=dict)
    """Of wall plates that studs decide about, by picture."""


def study_fixing(
    survey: Survey,
    scheme: Scheme,
    gear: GearShelf,
    ruler: Ruler,
    studs: StudResult | None = None,
    wall: int = 1,
    keep: Keep = anew,
) -> FixingResult:
    """Where the holes go for every picture and projector of a scheme.

    Args:
        studs: what was found behind the walls. wall: the one that is looked at as the display wall.
        keep: keeps what was worked out for a picture while nothing that bears on it changes.
    """
    book, findings = FigureBook(KINDS), list[Finding]()
    holes: dict[str, HoleMap] = {}
    plates: dict[str, ProjectorPlate] = {}
    kept, places = scheme.kept(FixingNodes), dict[str, PlatePlace]()
    behind = studs.surfaces.get(f"w{wall}") if studs is not None else None
    for key, picture in scheme.pictures.items():
        if picture.kind == "panel":
            _, bench = kept.of(key) or ("", None)
            _, hold = kept.hold_of(key) or ("", None)
            kept_out = keep("kept out of", (survey,), partial(keep_outs, survey))
            items = gear.get(picture.gear or ""), gear.get(picture.mount or "")
            reads = (survey, picture, *items, bench, hold, kept_out, behind)
            one = keep(f"holes of {key}", (*items, *reads), partial(_study_panel, key, *reads))
            book.figures |= one.figures
            findings += one.findings
            holes |= one.holes
            places |= one.places
    for key, projector in scheme.projectors.items():
        item = gear.get(projector.gear)
        if isinstance(item, ProjectorGear) and (projector.hung or not item.stands):
            _, bench = kept.of(projector.shows) or ("", None)
            findings += bench_findings({"projector": key}, item, None, bench)
            item = projector_as_measured(item, bench)
            plates[key] = plate_of(book, key, projector, item, bench, survey)
            sources, about = sources_of(bench, item, None, item.name), {"projector": key, "picture": projector.shows}
            findings += assumed_findings(about, sources, OF_PROJECTOR if projector.hung else (), item.name)
            findings += plate_findings(
                key, projector, item, gear.get(projector.mount or ""), plates[key], survey, ruler, kept.held_by(key)
            )
    return FixingResult(book.figures, tuple(findings), holes, plates, places)


class Mounted(NamedTuple):
    """What hangs on the mount that a finding is about: what such a mount holds, the mount's hash now, how another is
    put, whether only one will do whose holes are known."""

    holds: str
    now: str | None
    put: Callable[[str], Command]
    holed: bool = False
    told: bool = False
    """Whether only one will do whose sheet tells the patterns it takes."""


def mounted(scheme: Scheme, finding: Finding) -> Mounted | None:
    """What a finding says to be beyond its mount; None where it says nothing of the kind."""
    picture = scheme.pictures.get(key := finding.about.get("picture", ""))
    projector = scheme.projectors.get(hung := finding.about.get("projector", ""))
    if projector is not None and finding.code in (FixingCode.POLE, FixingCode.RATED):
        return Mounted("projector", projector.mount, lambda mount: PutProjector(id=hung, mount=mount))
    if finding.level.rank > Level.MIND.rank:
        return None
    held = finding.code in (FixingCode.LOAD, FixingCode.PLATE_STUDS) and finding.level is Level.STOP
    if (held or finding.code in (FixingCode.MOUNT_RANGE, FixingCode.RATED, FixingCode.PATTERN)) and picture is not None:
        told = finding.code is FixingCode.PATTERN
        return Mounted("panel", picture.mount, lambda mount: PutPicture(id=key, mount=mount), held, told)
    return None


def _study_panel(
    key: str,
    survey: Survey,
    picture: Picture,
    sheet: object,
    mount: object,
    bench: Bench | None,
    hold: Hold | None,
    kept_out: tuple[KeepOut, ...],
    studs: Studs | None = None,
) -> FixingResult:
    """One panel's hole rows, and what they go into."""
    item = sheet if isinstance(sheet, Panel) else None
    panel = panel_as_measured(picture, item, bench)
    hung = mount_as_measured(mount, bench) if isinstance(mount, Mount) else None
    rows = hung or (Mount(maker="Own", model="mount", row_below_vesa=bench.row.value) if bench and bench.row else None)
    face = hangs_on(picture, survey.things)
    aside = bolts_aside(item, picture.turned) if item is not None else 0.0
    bolted = _moved(picture, aside) if aside else picture
    always = _flue(key, picture, survey, face)
    always += bench_findings({"picture": key}, item, mount if isinstance(mount, Mount) else None, bench, picture)
    if hung is not None:
        always += rating_findings({"picture": key}, hung, item)
        always += pattern_findings({"picture": key}, hung, panel)
        always += beyond_travel(key, picture, face.out if face else 0.0, hung, panel)
    studded = survey.kind_of("w1") in STUDDED
    if rows is not None and not studded:
        rows = at_slots(rows)
    place = _place(bolted, panel, rows, hold, kept_out, studs, studded) if face is None else None
    found = _holes(bolted, panel, rows, place) if panel is not None and rows is not None else None
    if found is None or panel is None or rows is None:
        missing = Finding(FixingCode.NO_HOLES, Level.NOTE, "7.3", {"picture": key}, more=_missing(panel, item, hung))
        return FixingResult({}, (missing, *always), {}, {})
    kind = "built out" if face is not None and face.lie != "over an edge" else survey.kind_of("w1")
    book = FigureBook(KINDS)
    sources = sources_of(bench, panel, rows, called(picture, item))
    if not book.unwanted:
        _hole_figures(book, key, bolted, panel, rows, found, sources, place)
        if face is not None:
            _from_its_edge(book, key, picture, face, found)
    if hung is not None:
        always += assumed_findings({"picture": key}, sources, ("row",), hung.name)
    told = Finding(FixingCode.HOLES, Level.NOTE, "7.3", {"picture": key}, found.upper_row, more={"wall": kind})
    findings = (told, *_into_what(key, survey, kind), *always, *_near_services(key, survey, found))
    return FixingResult(book.figures, findings, {key: found}, {}, {key: place} if place else {})


def _moved(picture: Picture, aside: float) -> Picture:
    """A picture where its bolts' middle is: beside its own, where a panel hangs on its side."""
    return picture.model_copy(update={"pose": picture.pose.model_copy(update={"x": picture.pose.x + aside})})


def _place(
    picture: Picture,
    panel: Panel | None,
    mount: Mount | None,
    hold: Hold | None,
    kept_out: tuple[KeepOut, ...],
    studs: Studs | None,
    studded: bool,
) -> PlatePlace | None:
    """Where the plate goes on the wall itself; None where nothing says so, or no place has studs enough in its
    slots."""
    if mount is None or (studded and (studs is None or not mount.slots)):
        return None
    down = (panel.top_to_vesa if panel is not None and panel.top_to_vesa is not None else 0.0) + mount.row
    row = picture.top + picture.frame_top - down
    lines = studs.likely if studded and studs is not None else None
    return place_of(plate_rules(picture.pose.x, row, mount, kept_out, lines), hold)


def _missing(panel: Panel | None, sheet: Panel | None, mount: Mount | None) -> dict[str, object]:
    """What is wanted before holes can be said: the figure that matters most first."""
    if sheet is None and panel is None:
        what = "the panel"
    elif panel is None or panel.top_to_vesa is None:
        what = "t"
    elif panel.vesa is None:
        what = "vesa"
    else:
        what = "the mount"
    return {"what": what, "mount": mount is None}


def _from_its_edge(book: FigureBook, key: str, picture: Picture, face: Face, holes: HoleMap) -> None:
    """The holes from the left edge of what is built out, where nobody measures from the room's wall."""
    for n, x in enumerate(holes.columns, 1):
        x_n = Input("x_n", "hole from the left wall", x, "mm", "worked out")
        edge = Input("e", f"left edge of {face.thing.name}", face.thing.x_from, "mm", face.thing.source)
        book.add("hole_edge", x - face.thing.x_from, x_n, edge, subject=picture.name, picture=key, n=n)


def _into_what(key: str, survey: Survey, kind: str) -> list[Finding]:
    """Walls that nothing may hang on until more is known (rules 7.1, 7.6)."""
    if kind == "built out" or not holds_nothing(survey, "w1"):
        return []
    return [Finding(FixingCode.WALL_KIND, Level.STOP, "7.1", {"picture": key}, more={"kind": kind})]


def _flue(key: str, picture: Picture, survey: Survey, face: Face | None) -> list[Finding]:
    """No fixing into a chimney breast, or over a fire, until flue and lining are known (rules 4.8)."""
    behind = {face.key: face.thing} if face is not None and face.thing.kind == "breast" else {}
    if not behind:
        fires = things_below(picture, survey.things, "fire")
        behind = {name: thing for name, thing in survey.things.items() if thing in fires}
    out = []
    for name, thing in behind.items():
        level = Level.GOOD if thing.flue else Level.STOP
        more = {"part": name, "thing": thing.name, "flue": thing.flue}
        out.append(Finding(FixingCode.FLUE, level, "4.8", {"picture": key}, more=more))
    return out


def _near_services(key: str, survey: Survey, holes: HoleMap) -> list[Finding]:
    """Holes in the zones beside and above sockets and switches, or on a known cable or pipe (rules 7.7)."""
    about, found = (
        {"picture": key},
        near_services(survey, "w1", [(x, row) for row in holes.rows for x in holes.columns]),
    )
    return [
        Finding(
            FixingCode.NEAR_SERVICE,
            one.level,
            "7.7",
            about,
            one.distance,
            one.limit,
            more={"service": one.service.name, "kind": one.service.kind, "known": one.known, "part": one.key},
        )
        for one in found
    ]


def at_slots(mount: Mount) -> Mount:
    """A mount on a wall that holds anywhere: without hole columns of its own, in the middles of its outer slots."""
    if mount.columns_from_centre or not mount.slots:
        return mount
    first, last = min(mount.slots), max(mount.slots)
    ends = {(first[0] + first[1]) / 2, (last[0] + last[1]) / 2} if first != last else set(first)
    return mount.model_copy(update={"columns_from_centre": tuple(sorted(ends))})


def _holes(picture: Picture, panel: Panel, mount: Mount, place: PlatePlace | None = None) -> HoleMap | None:
    columns = mount.columns_from_centre
    if place is not None and place.studs:
        columns = tuple(stud - place.plate for stud in place.studs)
    if panel.top_to_vesa is None or panel.vesa is None:
        return None
    return hole_map(
        placed_by="top",
        placed_at=picture.top + picture.frame_top,
        panel_height=picture.height + picture.frame_top + picture.frame_bottom,
        top_to_vesa=panel.top_to_vesa,
        row_below_vesa=mount.row,
        vesa_height=panel.vesa[1],
        rows_below_upper=mount.rows_below_upper,
        centre_x=picture.pose.x if place is None else place.plate,
        columns_from_centre=columns,
        vesa_width=panel.vesa[0],
    )


def _hole_figures(
    book: FigureBook,
    key: str,
    picture: Picture,
    panel: Panel,
    mount: Mount,
    holes: HoleMap,
    sources: Mapping[str, Source],
    place: PlatePlace | None = None,
) -> None:
    of, middle = picture.name, picture.pose.x if place is None else place.plate
    z_t = Input("z_t", "panel top above the floor", holes.top, "mm", "chosen")
    t = Input("t", "panel top to the upper VESA holes", panel.top_to_vesa or 0.0, "mm", sources["bolts"])
    r = Input("r", "hole row below those once hung", mount.row, "mm", sources["row"])
    book.add(
        "panel_top",
        holes.top,
        Input("z_c", "picture centre", picture.pose.z, "mm", "chosen"),
        Input("h", "picture height", picture.height, "mm", "maker"),
        Input("frame", "frame above", picture.frame_top, "mm", "maker"),
        subject=of,
        picture=key,
    )
    book.add("upper_row", holes.upper_row, z_t, t, r, subject=of, picture=key)
    for n, (row, below) in enumerate(zip(holes.rows, mount.rows_below_upper, strict=True), 1):
        book.add(
            "row",
            row,
            z_t,
            t,
            r,
            Input("below", "below the upper row", below, "mm", "maker"),
            subject=of,
            picture=key,
            n=n,
        )
    told = "from the plate's middle" if place is None or not place.studs else "stud, from the plate's middle"
    for n, x in enumerate(holes.columns, 1):
        x_c = Input("x_c", "plate's middle", middle, "mm", "chosen")
        book.add(
            "hole_x",
            x,
            x_c,
            Input("column", told, x - middle, "mm", "maker" if place is None or not place.studs else "read"),
            subject=of,
            picture=key,
            n=n,
        )
    if holes.check_diagonal is not None:
        across = Input("across", "first column to last", holes.columns[-1] - holes.columns[0], "mm", "maker")
        down = Input("down", "first row to last", holes.rows[0] - holes.rows[-1], "mm", "maker")
        book.add("check_diagonal", holes.check_diagonal, across, down, subject=of, picture=key)
