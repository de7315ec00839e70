"""The section: the room cut along its depth, seen looking right; u is y (out from the display wall), v is z."""

from __future__ import annotations

from collections.abc import Mapping

from oval_room.core.fixing.overhead import void_over
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.viewing.angles import distance_for_angle
from oval_room.core.viewing.one_picture import Over
from oval_room.core.viewing.school_of import school_of
from oval_room.core.viewing.schools import SHOWN, SIZE_SCHOOLS
from oval_room.core.viewing.study import ViewResult
from oval_room.drawing.drawers import DRAWERS
from oval_room.drawing.look import WALL, Look, changed, degrees, edge_on, on_wall, side_picture, side_seat
from oval_room.drawing.projection import reach, side_projector
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.shell import section_shell


def section(look: Look) -> Scene:
    """The section of the room for a subject, cut out from its picture's wall through the picture's middle."""
    n = look.report.walls.get(look.picture or "", 1)
    look = look.turned(n)
    room = look.plan.survey.room
    cut_at = look.plan.chosen.pictures.get(look.picture or "")
    seat = look.plan.survey.seats.get(look.seat or "")
    x = cut_at.pose.x if cut_at else seat.x.value if seat else room.width.value / 2
    y = cut_at.pose.y if cut_at else seat.y.value if seat else room.depth.value / 2
    draft = Draft()
    near, far, height = section_shell(draft, look, x, y)
    _risers(draft, look, far)
    _bands(draft, look, far, height)
    for key, thing in look.plan.survey.things.items():
        if thing.kind != "platform":
            draft.box(thing.y_from, thing.z_from, thing.y_to, thing.z_to, f"thing-{thing.kind}", "room", key)
    on = on_wall(look.plan)
    for key, picture in on.items():
        side_picture(draft, look, key, picture)
    for drawer in DRAWERS:
        drawer.section(draft, look)
    drawn = _front_of_rows(look)
    for key in drawn:
        side_seat(draft, look, key, look.plan.survey.seats[key])
    _sights(draft, look, drawn)
    _dims(draft, look, near, far)
    _ghosts(draft, look)
    count = len(look.plan.survey.seats)
    seats = f"{count} seat{'' if count == 1 else 's'}"
    title = f"section, looking right, {seats}"
    if n != 1:
        title = f"section out from wall {n}, {seats}"
    description = f"Room {look.show(far - near)} deep here, {look.show(height)} high."
    top = height + void_over(look.plan.survey.made.get("ceiling")) + WALL
    window = (near - WALL, -WALL, max(far, reach(look)) + WALL, top)
    return Scene("section", title, window, tuple(draft.shapes), description)


def _front_of_rows(look: Look) -> list[str]:
    """The seats drawn in this view, one for each place of it: the subject, else the one a finding of the subject's
    picture is about, else the first there."""
    places: dict[tuple[float, float, float], list[str]] = {}
    for key, one in look.plan.survey.seats.items():
        places.setdefault((one.y.value, one.floor.value, one.eye.value), []).append(key)
    told = [look.seat, *_told_of(look)]
    return [next((name for name in told if name in same), same[0]) for same in places.values()]


def _told_of(look: Look) -> list[str]:
    """Seats that findings of the subject's picture are about, worst first."""
    about = (finding.about for finding in look.report.findings if finding.code.stage == "picture")
    return [one["seat"] for one in about if one.get("picture") == look.picture and "seat" in one]


def _risers(draft: Draft, look: Look, far: float) -> None:
    """Floors raised under rows: platforms as they were measured, else a riser under every row that has one."""
    platforms = [(key, t) for key, t in look.plan.survey.things.items() if t.kind == "platform"]
    for key, thing in platforms:
        draft.box(thing.y_from, 0, thing.y_to, thing.z_to, "cut-ground", "structure", key)
        draft.path(
            ((thing.y_from, 0), (thing.y_from, thing.z_to), (thing.y_to, thing.z_to), (thing.y_to, 0)),
            "riser",
            "structure",
            ref=key,
        )
    if platforms:
        return
    rows: dict[float, list[float]] = {}
    for seat in look.plan.survey.seats.values():
        if seat.floor.value > 0:
            rows.setdefault(seat.floor.value, []).append(seat.y.value)
    ends = sorted(rows)
    for i, floor in enumerate(ends):
        start = max(min(rows[floor]) - 650, 0.0)
        stop = min(rows[ends[i + 1]]) - 650 if i + 1 < len(ends) else far
        if start < stop:
            draft.box(start, 0, stop, floor, "cut-ground", "structure")
            draft.path(((start, 0), (start, floor), (stop, floor)), "riser", "structure")


def _bands(draft: Draft, look: Look, depth: float, height: float) -> None:
    """The chosen school's band of distances, as a tint between floor and ceiling."""
    for name, near, far in school_bands(look):
        near, far = max(near, 0.0), min(far, depth)
        if name == school_of(look.plan).school and near < far:
            draft.box(near, 0, far, height, "band-chosen", "schools")
            draft.add(
                Label(P((near + far) / 2, height), name, "small", "schools", offsets=((0, -12), (0, -26)), priority=6)
            )


def _sights(draft: Draft, look: Look, drawn: list[str]) -> None:
    watched = look.watched
    if watched is None:
        return
    subject, picture = watched
    views = look.report.of(ViewResult).pictures[subject]
    seen: set[tuple[float, float]] = set()
    many = len(look.plan.survey.seats) > 1
    for key in drawn:
        seat, view = look.plan.survey.seats[key], views.seats[key]
        eye = seat.eye_point
        if view.angle is None or (eye.y, eye.z) in seen:
            continue
        seen.add((eye.y, eye.z))
        draft.line((eye.y, eye.z), (picture.pose.y, picture.pose.z), "sight", "sight", key)
        share = 0.62
        at = P(picture.pose.y + (eye.y - picture.pose.y) * share, picture.pose.z + (eye.z - picture.pose.z) * share)
        draft.add(
            Label(
                at,
                f"{seat.name} {degrees(view.angle)}" if many else degrees(view.angle),
                "strong",
                "sight",
                offsets=((0, 12), (0, -13), (30, 14), (-34, 14), (40, -14)),
                priority=2,
                ref=key,
            )
        )
    for back, over in _shown_over(look, views.over).items():
        eye = look.plan.survey.seats[back].eye_point
        lower, _ = edge_on(picture)
        style = "sight-over" if over.sight.enough else "sight-over-short"
        draft.line((eye.y, eye.z), (lower.y, lower.z), style, "sight", back)
        front = look.plan.survey.seats[over.front].eye_point
        name = look.plan.survey.seats[back].name
        text = f"{name}: C {look.show(over.sight.clearance)}, wants {look.show(over.wanted)}"
        line = lower.z + (eye.z - lower.z) * (front.y - lower.y) / (eye.y - lower.y)
        draft.add(
            Label(
                P(front.y, line),
                text,
                "over-enough" if over.sight.enough else "over",
                "sight",
                offsets=((-60, -16), (-90, -26), (70, 22), (60, -20)),
                priority=4,
            )
        )


def _shown_over(look: Look, over: Mapping[str, Over]) -> dict[str, Over]:
    """Of the seats at one place the sightline that counts: the subject seat's, else the worst."""
    seats, shown = look.plan.survey.seats, dict[tuple[float, float, int], str]()
    for back, one in over.items():
        place = (seats[back].y.value, seats[back].eye_point.z, seats[back].row)
        now = shown.get(place)
        worse = now is None or one.sight.clearance - one.wanted < over[now].sight.clearance - over[now].wanted
        if back == look.seat or (worse and now != look.seat):
            shown[place] = back
    return {back: over[back] for back in shown.values()}


def _dims(draft: Draft, look: Look, near: float, far: float) -> None:
    room, plan = look.plan.survey.room, look.plan
    depth, height = room.depth, room.height
    draft.add(
        Dim(
            near,
            far,
            "u",
            look.show(far - near),
            "below",
            style=_known(depth.source),
            priority=6,
            key="room.depth",
            say="depth" if room.is_box else "",
        ),
        Dim(
            0,
            height.value,
            "v",
            look.show(height.value),
            "right",
            style=_known(height.source),
            priority=5,
            key="room.height",
            say="ceiling",
        ),
    )
    rows = sorted({(seat.y.value, seat.row) for seat in plan.survey.seats.values()})
    for y, row in rows:
        seat = next(s for s in plan.survey.seats.values() if s.y.value == y and s.row == row)
        draft.add(
            Dim(
                0,
                y,
                "u",
                look.show(y),
                "below",
                style=_known(seat.y.source),
                priority=3,
                key=f"row.{row}",
                say=f"row {row}",
            )
        )
    if look.watched is not None:
        key, picture = look.watched
        at = picture.pose.y + 260
        draft.add(
            Dim(0, picture.bottom, "v", look.show(picture.bottom), "inside", at, "brass", 2, "picture.bottom", "bottom")
        )
        draft.add(
            Dim(
                0,
                picture.top,
                "v",
                look.show(picture.top),
                "left",
                0.0,
                "plain",
                4,
                "picture.top",
                "top",
                swap="stretch to" if key == look.picture else "",
            )
        )
    for drawer in DRAWERS:
        drawer.section_strings(draft, look)


def _known(source: str) -> str:
    return "assumed" if source in ("default", "assumed") else "plain"


def _ghosts(draft: Draft, look: Look) -> None:
    for key, node in changed(look):
        if isinstance(node, Picture):
            side_picture(draft, look, key, node, "ghost")
        elif isinstance(node, Projector):
            side_projector(draft, look, key, node, "ghost")
        else:
            side_seat(draft, look, key, node, "ghost")


def school_bands(look: Look) -> list[tuple[str, float, float]]:
    """Where each school's band lies on the picture's axis: name, nearest and farthest y [mm]."""
    picture = look.plan.chosen.pictures.get(look.picture or "")
    if picture is None:
        return []
    width, plane = picture.across, picture.pose.y + picture.bow
    return [
        (name, plane + distance_for_angle(width, band.hi), plane + distance_for_angle(width, band.lo))
        for name, band in SIZE_SCHOOLS.items()
        if name in SHOWN or name == school_of(look.plan).school
    ]
