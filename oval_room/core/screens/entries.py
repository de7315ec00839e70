"""Entries of the picture."""

from __future__ import annotations

from oval_room.core.aspect import show_aspect
from oval_room.core.entry import Entry, seldom
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Screen
from oval_room.core.plan.turn import wall_name, wall_of
from oval_room.core.screens.faces import hangs_on
from oval_room.core.screens.groups import whole_of
from oval_room.core.screens.hung import WORDS
from oval_room.core.screens.placing import COMES_DOWN
from oval_room.core.subject import Subject


def picture_entries(plan: Plan, gear: GearShelf, subject: Subject, chosen_wall: int) -> list[Entry]:
    """The subject picture: size, place, turn, surface; a first one where there is none."""
    ruler = plan.writing.ruler
    picture = plan.chosen.pictures.get(subject.picture or "")
    shelf = {kind: tuple(item.name for item in gear.values() if item.kind == kind) for kind in ("panel", "screen")}
    if picture is None:
        return [
            Entry("TV, inches", "tv", "", "assumed", hint="65"),
            Entry("or TV from the shelf", "tv", "", options=("", *shelf["panel"])),
            Entry("screen, inches", "screen", "", "assumed", hint="110"),
            Entry("or screen from the shelf", "screen", "", options=("", *shelf["screen"])),
        ]
    word, kind = ("tv", "panel") if picture.kind == "panel" else ("screen", "screen")
    item = gear.get(picture.gear or "")
    room = plan.survey.room
    wall = room.walls[wall_of(room, picture) - 1]
    whole = whole_of(plan.chosen, subject.picture or "") or picture
    of_wall = f"{whole.name}: " if whole is not picture else ""
    along, off = wall.own(whole.pose.x, whole.pose.y)
    diagonal = (picture.width.value**2 + picture.height**2) ** 0.5 / 25.4
    face = hangs_on(picture, plan.survey.things) if wall.key == "w1" else None
    built = face.out if face is not None and face.lie != "over an edge" else 0.0
    out = [
        Entry("diagonal, inches", word, f"{diagonal:.1f}".removesuffix(".0"), picture.width.source),
        Entry("from the shelf", word, item.name if item else "", options=("", *shelf[kind])),
        Entry("width", "wide", ruler.show(picture.width.value), picture.width.source),
        Entry("aspect", "aspect", show_aspect(picture.aspect), picture.width.source),
        Entry(f"{of_wall}bottom edge", "bottom", ruler.show(whole.bottom)),
        Entry(f"{of_wall}top edge", "top", ruler.show(whole.top)),
        Entry(
            f"{of_wall}on the", "on", wall_name(room, wall), options=tuple(wall_name(room, one) for one in room.walls)
        ),
        Entry(f"{of_wall}middle from left end", "along", ruler.show(along)),
        Entry(f"{of_wall}surface from {'its face' if built else 'wall'}", "stand-off", ruler.show(off - built)),
        Entry("tilted down, °", "tilt", f"{-picture.pose.pitch + 0.0:g}"),
    ]
    more = [
        Entry(f"{of_wall}swivelled right, °", "swivel", f"{(whole.pose.yaw - wall.yaw + 180) % 360 - 180:g}"),
        Entry("split screen, columns x rows", "split", f"{picture.split[0]} x {picture.split[1]}"),
    ]
    if picture.kind == "panel":
        out.append(Entry("level or upright", "turned", WORDS[picture.turned], options=tuple(WORDS.values())))
        more.append(
            Entry(
                "curved to a radius of",
                "curve",
                "flat" if picture.curve is None else ruler.show(picture.curve),
                hint="flat",
            )
        )
    if isinstance(item, Screen) and item.way in COMES_DOWN:
        below = "chosen" if picture.case_below else "default"
        more.append(Entry("case below the ceiling", "case below", ruler.show(picture.case_below), below))
    if picture.kind == "screen":
        kinds = ("matte", "grey", "contrast", "lenticular", "woven", "perforated", "wall")
        more.append(Entry("surface", "surface", picture.surface, options=kinds))
    return [*out, *seldom(*more)]
