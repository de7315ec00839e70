"""The display wall as a viewer sees it: u is x, v is z. In Fixing it is zoomed to the plate with its holes."""

from __future__ import annotations

from oval_room.core.fixing.study import FixingResult
from oval_room.core.plan.turn import wall_name
from oval_room.core.pose import Own, to_room
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.survey.datum import DATUM
from oval_room.core.viewing.glare import CLEARED
from oval_room.core.viewing.glare_study import GlareResult
from oval_room.drawing.drawers import DRAWERS
from oval_room.drawing.look import WALL, Look, changed, corners, on_wall
from oval_room.drawing.scene import Dim, Draft, Label, P, Scene
from oval_room.drawing.shell import wall_shell, wall_studs
from oval_room.drawing.wall_parts import wall_holes, wall_picture, without_holes

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
    draft.line((0, DATUM), (width, DATUM), "guide", "fixings")
    draft.add(
        Label(P(width, DATUM), f"laser line {look.show(DATUM)}", "small", "fixings", "end", ((-6, 8), (-6, -9)), 7)
    )
    pictures, instead = on_wall(look.plan), without_holes(look)
    for key, picture in pictures.items():
        wall_picture(draft, look, key, picture)
        holes = look.report.of(FixingResult).holes.get(key)
        if holes:
            wall_holes(draft, look, key, picture, holes, near=False, instead=instead.get(key, ""))
    for drawer in DRAWERS:
        drawer.elevation(draft, look)
    _mirrored(draft, look, pictures)
    if look.picture in pictures or not pictures:
        _eyes(draft, look, width)
    subject = pictures.get(look.picture or "")
    if subject is not None and look.watched is not None:
        key, subject = look.watched  # what is typed is said of a wall of displays as a whole
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
                swap="stretch to" if key == look.picture else "",
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
                "wide" if key == look.picture else "",
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


def _things(draft: Draft, look: Look) -> None:
    """What stands at the wall or hangs before it, as boxes."""
    for key, thing in look.plan.survey.things.items():
        if thing.y_from > NEAR_WALL or thing.y_to < -WALL or thing.kind in ("walkway", "platform"):
            continue
        draft.box(thing.x_from, thing.z_from, thing.x_to, thing.z_to, f"thing-{thing.kind}", "room", key)
        middle = P((thing.x_from + thing.x_to) / 2, (thing.z_from + thing.z_to) / 2)
        draft.add(Label(middle, thing.name, "small", "room", offsets=((0, 0), (0, -14), (0, 14)), priority=8, ref=key))


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
