"""The display wall as a viewer sees it: u is x, v is z. In Fixing it is zoomed to the plate with its holes."""

from __future__ import annotations

from oval_room.core.fixing.hole_map import HoleMap
from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.gear import Mount, Panel, Screen
from oval_room.core.plan.turn import wall_name
from oval_room.core.pose import Own, to_room
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.survey.datum import DATUM, from_datum
from oval_room.core.survey.stud_study import StudResult
from oval_room.core.viewing.glare import CLEARED
from oval_room.core.viewing.glare_study import GlareResult
from oval_room.drawing.drawers import DRAWERS
from oval_room.drawing.parts import WALL, Look, changed, corners, on_wall, parts_of
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.shell import stud_style, wall_shell, wall_studs

NEAR_WALL = 800.0  # things that start farther out than this are not in a wall's elevation [mm]


def elevation(look: Look) -> Scene:
    """The chosen wall with its pictures, openings, services, studs, what stands below, and the hole rows."""
    n = min(look.wall, len(look.plan.survey.room.walls))
    name = wall_name(look.plan.survey.room, look.plan.survey.room.walls[n - 1])
    surface, look = f"w{n}", look.turned(n)
    room = look.plan.survey.room
    draft = Draft()
    width, height = wall_shell(draft, look)
    _things(draft, look)
    wall_studs(draft, look, surface, height)
    draft.line((0, DATUM), (width, DATUM), "guide", "fixing")
    draft.add(
        Label(P(width, DATUM), f"laser line {look.show(DATUM)}", "small", "fixing", "end", ((-6, 8), (-6, -9)), 7)
    )
    pictures = on_wall(look.plan)
    for key, picture in pictures.items():
        _picture(draft, look, key, picture)
        holes = look.report.of(FixingResult).holes.get(key)
        if holes:
            _holes(draft, look, key, picture, holes, near=False)
    for drawer in DRAWERS:
        drawer.elevation(draft, look)
    _mirrored(draft, look, pictures)
    if look.picture in pictures or not pictures:
        _eyes(draft, look, width)
    subject = pictures.get(look.picture or "")
    if subject is not None:
        draft.add(
            Dim(0, subject.bottom, "v", look.show(subject.bottom), "left", 0, "brass", 2, "picture.bottom", "bottom"),
            Dim(
                0,
                subject.top,
                "v",
                look.show(subject.top),
                "left",
                0,
                "plain",
                4,
                "picture.top",
                "top",
                swap="stretch to",
            ),
            Dim(
                subject.pose.x - subject.across / 2,
                subject.pose.x + subject.across / 2,
                "u",
                look.show(subject.width.value),
                "above",
                0,
                "brass",
                3,
                "picture.width",
                "wide",
            ),
        )
    known = "assumed" if room.width.unsure else "plain"
    draft.add(
        Dim(
            0,
            width,
            "u",
            look.show(width),
            "below",
            0,
            known,
            5,
            "room.width" if n == 1 else f"wall.{surface}",
            "wall" if n == 1 else surface,
        ),
        Dim(
            0,
            room.height.value,
            "v",
            look.show(room.height.value),
            "right",
            0,
            "assumed" if room.height.unsure else "plain",
            5,
            "room.height",
            "ceiling",
        ),
    )
    _opening_dims(draft, look)
    for drawer in DRAWERS:
        drawer.elevation_strings(draft, look)
    for key, node in changed(look):
        if isinstance(node, Picture) and key in on_wall(look.ghost or look.plan):
            draft.path([(c.x, c.z) for c in corners(node)], "ghost", "picture", closed=True, ref=key)
        elif isinstance(node, Projector):
            draft.ellipse((node.pose.x, node.pose.z), (60, 60), "ghost", "beam", key)
    description = f"Wall {look.show(width)} wide, {look.show(height)} high."
    return Scene("elevation", name, (-WALL, -WALL, width + WALL, height + WALL), tuple(draft.shapes), description)


def _opening_dims(draft: Draft, look: Look) -> None:
    """Where openings of the wall start, how wide they are, and what is left after them when it was read."""
    for opening in look.plan.survey.openings.values():
        if opening.wall != "w1":
            continue
        start, end = opening.ends
        for a, b, measure, word in ((0.0, start, opening.along, "starts"), (start, end, opening.width, "opens")):
            style = "assumed" if measure.unsure else "plain"
            draft.add(
                Dim(a, b, "u", look.show(b - a), "below", 0, style, 6, f"opening.{word}", f"{word} {opening.name}")
            )
        if opening.after is not None:
            whole = look.plan.survey.room.width.value
            draft.add(
                Dim(
                    end,
                    whole,
                    "u",
                    look.show(opening.after.value),
                    "below",
                    0,
                    "plain",
                    7,
                    "opening.rest",
                    f"rest {opening.name}",
                )
            )
        if opening.sill.value > 0:
            draft.add(
                Dim(
                    0,
                    opening.sill.value,
                    "v",
                    look.show(opening.sill.value),
                    "right",
                    0,
                    "plain",
                    7,
                    "opening.sill",
                    f"sill {opening.name}",
                )
            )


def plate_detail(look: Look) -> Scene | None:
    """The wall in view zoomed to the subject's plate, else to its first: holes from the floor and from the left wall.
    None where nothing on it has a hole map."""
    here = [name for name in look.report.of(FixingResult).holes if look.report.walls.get(name, 1) == look.wall]
    if not here:
        return None
    key, wall = look.picture if look.picture in here else here[0], look.wall
    look = look.turned(wall)
    picture, holes = look.plan.chosen.pictures[key], look.report.of(FixingResult).holes[key]
    draft = Draft()
    room = look.plan.survey.room
    _picture(draft, look, key, picture)
    _holes(draft, look, key, picture, holes, near=True)
    item = look.item(picture.gear)
    assert isinstance(item, Panel)
    left, right = (
        picture.pose.x - picture.across / 2 - picture.frame_side,
        picture.pose.x + picture.across / 2 + picture.frame_side,
    )
    window = (left - 60, holes.bottom - 60, right + 60, holes.top + 60)
    draft.line((left - 60, 0), (right + 60, 0), "outline", "structure")
    studs = look.report.of(StudResult).surfaces.get(f"w{wall}")
    for line, trust in studs.trust.items() if studs else ():
        if window[0] < line < window[2] and trust > 0:
            style = stud_style(trust)
            for side in (-19.0, 19.0):
                draft.line((line + side, window[1]), (line + side, window[3]), style, "fixing")
            draft.add(
                Label(
                    P(line, window[1]),
                    f"stud {look.show(line)}",
                    "small",
                    "fixing",
                    offsets=((0, 8), (0, 20)),
                    priority=6,
                )
            )
    for i, (row, name) in enumerate(zip(holes.rows, ("upper row", "lower row"), strict=False)):
        draft.add(
            Dim(
                window[1],
                row,
                "v",
                f"{name} {look.show(row)} up, line {_signed(look, row)}",
                "left",
                0,
                "brass" if i == 0 else "plain",
                1 + i,
                f"holes.row.{i + 1}",
                ("upper row", "lower row")[i],
                broken=True,
            )
        )
    draft.add(
        Dim(
            window[1],
            holes.top,
            "v",
            f"panel top {look.show(holes.top)} up",
            "right",
            0,
            "plain",
            3,
            "panel_top",
            "panel top",
            broken=True,
        )
    )
    for n, x in enumerate(holes.columns, 1):
        draft.add(
            Dim(
                window[0],
                x,
                "u",
                f"hole {n} from left wall {look.show(x)}",
                "below",
                0,
                "brass" if n == 1 else "plain",
                2,
                f"holes.x.{n}",
                "first hole" if n == 1 else "",
                broken=True,
            )
        )
    if len(holes.columns) > 1:
        across = holes.columns[-1] - holes.columns[0]
        draft.add(
            Dim(holes.columns[0], holes.columns[-1], "u", look.show(across), "inside", holes.rows[0] + 90, "plain", 4)
        )
    if holes.check_diagonal is not None:
        first, last = (holes.columns[0], holes.rows[0]), (holes.columns[-1], holes.rows[-1])
        draft.line(first, last, "check", "fixing")
        middle = P((first[0] + last[0]) / 2, (first[1] + last[1]) / 2)
        draft.add(
            Label(
                middle,
                f"check {look.show(holes.check_diagonal)}",
                "label",
                "fixing",
                offsets=((0, 14), (0, -16), (80, 18)),
                priority=3,
            )
        )
    title = f"{picture.name}, plate and holes"
    return Scene("plate", title, window, tuple(draft.shapes), f"Room {look.show(room.width.value)} wide.")


def _signed(look: Look, height: float) -> str:
    """A height from the laser line at 1000 mm, with its sign (rules 7.14)."""
    (off,) = from_datum([height])
    return f"{'+' if off >= 0 else '−'}{look.show(abs(off))}"


def _things(draft: Draft, look: Look) -> None:
    """What stands at the wall or hangs before it, as boxes."""
    for key, thing in look.plan.survey.things.items():
        if thing.y_from > NEAR_WALL or thing.y_to < -WALL or thing.kind in ("walkway", "platform"):
            continue
        draft.box(thing.x_from, thing.z_from, thing.x_to, thing.z_to, f"thing-{thing.kind}", "room", key)
        middle = P((thing.x_from + thing.x_to) / 2, (thing.z_from + thing.z_to) / 2)
        draft.add(Label(middle, thing.name, "small", "room", offsets=((0, 0), (0, -14), (0, 14)), priority=8, ref=key))


def _picture(draft: Draft, look: Look, key: str, picture: Picture) -> None:
    strong = "picture" if key == look.picture else "picture-other"
    draft.path([(c.x, c.z) for c in corners(picture, frame=True)], "frame", "picture", closed=True, ref=key)
    draft.path([(c.x, c.z) for c in corners(picture)], strong, "picture", closed=True, ref=key)
    for a, b in parts_of(picture):
        draft.line((a.x, a.z), (b.x, b.z), "split", "picture", key)
    item = look.item(picture.gear)
    if isinstance(item, Screen) and item.way == "drop-down":
        ceiling = look.plan.survey.room.ceiling_at(picture.pose.x, picture.pose.y)
        half = picture.across / 2 + picture.frame_side + 60
        case = ceiling - item.case_height
        draft.box(picture.pose.x - half, case, picture.pose.x + half, ceiling, "thing", "picture", key)
        inner = picture.across / 2 + picture.frame_side
        for side in (-inner, inner):
            draft.line((picture.pose.x + side, picture.top), (picture.pose.x + side, case), "cloth", "picture", key)
    at = P(picture.pose.x, picture.top)
    draft.add(
        Label(
            at,
            picture.name,
            "label",
            "labels",
            offsets=((0, -12), (0, -28)),
            priority=4 if key == look.picture else 6,
            ref=key,
            within=picture.across if len(look.plan.chosen.pictures) > 1 else 0.0,
        )
    )


def _mirrored(draft: Draft, look: Look, pictures: dict[str, Picture]) -> None:
    """What the subject seat sees mirrored in the subject picture, as outlined patches."""
    picture = pictures.get(look.picture or "")
    seen = look.report.of(GlareResult).pictures.get(look.picture or "", {}).get(look.seat or "")
    if picture is None or seen is None:
        return
    for key, patch in seen.patches.items():
        if seen.each[key] < CLEARED:
            continue
        places = [to_room(picture.pose.point, picture.pose.turn, Own(u, v, 0.0)) for u, v in patch]
        draft.path([(p.x, p.z) for p in places], "mirrored", "sight", closed=True, ref=key)
        middle = P(sum(p.x for p in places) / len(places), sum(p.z for p in places) / len(places))
        name = look.words.names.get(key, "window")
        draft.add(
            Label(
                middle,
                f"{name} mirrored, {seen.each[key]:.0f} %",
                "small",
                "sight",
                offsets=((0, 0), (0, 16), (0, -16)),
                priority=7,
            )
        )


def _eyes(draft: Draft, look: Look, width: float) -> None:
    seat = look.plan.survey.seats.get(look.seat or "")
    if seat is None:
        return
    z = seat.eye_point.z
    draft.line((0, z), (width, z), "guide", "sight")
    draft.add(Label(P(0, z), f"eyes {look.show(z)}", "small", "sight", "start", ((6, 8), (6, -9)), 5))


def _holes(draft: Draft, look: Look, key: str, picture: Picture, holes: HoleMap, *, near: bool) -> None:
    mount, panel = look.item(picture.mount), look.item(picture.gear)
    if near and isinstance(mount, Mount):
        middle = (holes.rows[0] + holes.rows[-1]) / 2
        half_w, half_h = mount.plate_width / 2, mount.plate_height / 2
        draft.box(
            picture.pose.x - half_w, middle - half_h, picture.pose.x + half_w, middle + half_h, "plate", "fixing", key
        )
    if near and isinstance(panel, Panel) and panel.vesa:
        for u in (-panel.vesa[0] / 2, panel.vesa[0] / 2):
            for v in (holes.vesa_upper, holes.vesa_lower):
                draft.mark((picture.pose.x + u, v), "cross", "vesa", "fixing", key)
        draft.add(
            Label(
                P(picture.pose.x + panel.vesa[0] / 2, holes.vesa_lower),
                f"VESA {panel.vesa[0]:.0f} × {panel.vesa[1]:.0f}",
                "small",
                "fixing",
                "start",
                ((10, 0), (10, 12), (-90, -14)),
                6,
            )
        )
    for row in holes.rows:
        for x in holes.columns:
            draft.mark((x, row), "hole" if near else "cross", "hole", "fixing", key)
