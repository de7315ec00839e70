"""The typed entries of each stage's drawer. Every entry says a phrase of the tape line, so both do the same thing."""

from __future__ import annotations

from dataclasses import dataclass
from typing import get_args

from oval_room.core.brief.document import Plays
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.turn import wall_name, wall_of
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.screens.size import show_aspect
from oval_room.core.subject import Subject
from oval_room.core.viewing.ladder import HEIGHT_SCHOOLS


@dataclass(frozen=True, slots=True)
class Entry:
    """A field: its label, the phrase it says before its value, the value now, where that came from, choices if few."""

    label: str
    say: str
    value: str
    source: str = "chosen"
    options: tuple[str, ...] = ()
    hint: str = ""
    group: str = ""

    @property
    def id(self) -> str:
        return "e-" + self.say.replace(" ", "-")

    @property
    def wide(self) -> bool:
        """Whether its choices are too long to stand beside its label."""
        return any(len(option) > 12 for option in self.options) or self.say in (
            "name",
            "client",
            "place",
            "who",
            "keep",
            "landlord",
            "cables",
        )


def entries_of(plan: Plan, gear: GearShelf, stage: str, subject: Subject, wall: int = 1) -> list[Entry]:
    """The entries of a stage for a subject, and in Survey for the chosen wall."""
    if stage == "survey":
        from oval_room.web.entries_survey import survey_entries

        return survey_entries(plan, subject, wall)
    return {"brief": _brief, "picture": _picture, "throw": _throw, "fixing": _fixing}[stage](plan, gear, subject)


def _brief(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    brief, writing = plan.brief, plan.writing
    return [
        Entry("job", "name", plan.name),
        Entry("client", "client", plan.client),
        Entry("place", "place", plan.place),
        Entry("state", "state", plan.state, options=("planning", "agreed", "on site", "done")),
        Entry("who watches", "who", brief.who),
        *(Entry(f"{word}, h a day", word, f"{getattr(brief, word):g}") for word in ("film", "sport", "games", "desk")),
        Entry("games played", "plays", brief.plays, options=get_args(Plays)),
        Entry("budget", "budget", "" if brief.budget is None else f"{brief.budget:.0f}"),
        Entry("must stay", "keep", brief.must_stay),
        Entry("landlord", "landlord", brief.landlord),
        Entry("cables can go", "cables", brief.cables),
        Entry("lengths in", "units", writing.style, options=("feet", "inches", "mm", "m")),
        Entry("readings by", "by", writing.instrument, options=("laser", "tape", "drawing", "eye")),
    ]


def _picture(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    ruler = plan.writing.ruler
    picture = plan.chosen.pictures.get(subject.picture or "")
    shelf = {kind: tuple(item.name for item in gear.values() if item.kind == kind) for kind in ("panel", "screen")}
    schools = [
        Entry("school of size", "school", plan.choices.size_school, options=("lounge", "cinema", "front row")),
        Entry("eyes at", "eyes at", plan.choices.height_school, options=HEIGHT_SCHOOLS),
    ]
    if picture is None:
        return [
            Entry("TV, inches", "tv", "", "assumed", hint="65"), Entry("or TV from the shelf", "tv", "", options=("", *shelf["panel"])),
            Entry("screen, inches", "screen", "", "assumed", hint="110"), Entry("or screen from the shelf", "screen", "", options=("", *shelf["screen"])),
            *schools,
        ]  # fmt: skip
    word, kind = ("tv", "panel") if picture.kind == "panel" else ("screen", "screen")
    item = gear.get(picture.gear or "")
    room = plan.survey.room
    wall = room.walls[wall_of(room, picture) - 1]
    along, off = wall.own(picture.pose.x, picture.pose.y)
    diagonal = (picture.width.value**2 + picture.height**2) ** 0.5 / 25.4
    out = [
        Entry("diagonal, inches", word, f"{diagonal:.1f}".removesuffix(".0"), picture.width.source),
        Entry("from the shelf", word, item.name if item else "", options=("", *shelf[kind])),
        Entry("width", "wide", ruler.show(picture.width.value), picture.width.source),
        Entry("aspect", "aspect", show_aspect(picture.aspect), picture.width.source),
        Entry("bottom edge", "bottom", ruler.show(picture.bottom)),
        Entry("top edge", "top", ruler.show(picture.top)),
        Entry("on the", "on", wall_name(room, wall), options=tuple(wall_name(room, one) for one in room.walls)),
        Entry("middle from left end", "along", ruler.show(along)),
        Entry("surface from wall", "stand-off", ruler.show(off)),
        Entry("tilted down, °", "tilt", f"{-picture.pose.pitch + 0.0:g}"),
        Entry("swivelled right, °", "swivel", f"{(picture.pose.yaw - wall.yaw + 180) % 360 - 180:g}"),
    ]
    out.append(Entry("shared, columns x rows", "split", f"{picture.split[0]} x {picture.split[1]}"))
    if picture.kind == "panel":
        out.append(
            Entry("curved to a radius of", "curve", "flat" if picture.curve is None else ruler.show(picture.curve), hint="flat")
        )
    if picture.kind == "screen":
        kinds = ("matte", "grey", "contrast", "lenticular", "woven", "perforated", "wall")
        out.append(Entry("surface", "surface", picture.surface, options=kinds))
    return out + schools


def _throw(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    ruler = plan.writing.ruler
    names = tuple(item.name for item in gear.values() if item.kind == "projector")
    projector = plan.chosen.projectors.get(subject.projector or "")
    if projector is None:
        if not any(picture.kind == "screen" for picture in plan.chosen.pictures.values()):
            return []  # nothing here is projected
        return [Entry("projector", "projector", "", "assumed", ("", *names))]
    item = gear.get(projector.gear)
    along, throw = _before(plan, projector)
    return [
        Entry("projector", "projector", item.name if item else "", "maker", names),
        Entry("throw, lens to screen", "throw", ruler.show(throw)),
        Entry("lens above floor", "lens up", ruler.show(projector.pose.z)),
        Entry("lens from left wall", "lens along", ruler.show(along)),
        Entry("sits", "goes", "hung" if projector.hung else "upright", options=("hung", "upright")),
        Entry("mode leaves, %", "mode", f"{projector.mode * 100:g}", "default" if projector.mode == 0.65 else "chosen"),
        Entry("light source", "age", projector.age, options=("new", "lamp", "led", "laser")),
    ]


def _fixing(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    ruler = plan.writing.ruler
    picture = plan.chosen.pictures.get(subject.picture or "")
    projector = plan.chosen.projectors.get(subject.projector or "")
    mounts = {
        holds: tuple(i.name for i in gear.values() if i.kind == "mount" and i.holds == holds) for holds in ("panel", "projector")
    }
    out = []
    if picture is not None and picture.kind == "panel":
        mount, item = gear.get(picture.mount or ""), gear.get(picture.gear or "")
        panels = tuple(i.name for i in gear.values() if i.kind == "panel")
        out += [
            Entry("panel", "tv", item.name if item else "", "maker", ("", *panels)),
            Entry("wall mount", "mount", mount.name if mount else "", "maker", ("", *mounts["panel"])),
            Entry("panel top above floor", "panel top", ruler.show(picture.top + picture.frame_top)),
            Entry("picture bottom edge", "bottom", ruler.show(picture.bottom)),
            Entry("middle from left wall", "along", ruler.show(_along(plan, picture))),
        ]
    if projector is not None:
        stem = gear.get(projector.mount or "")
        out += [
            Entry("ceiling mount", "stem", stem.name if stem else "", "maker", ("", *mounts["projector"])),
            Entry("lens above floor", "lens up", ruler.show(projector.pose.z)),
            Entry("lens from left wall", "lens along", ruler.show(_before(plan, projector)[0])),
        ]
    return out


def _along(plan: Plan, picture: Picture) -> float:
    """A picture's middle from its own wall's left end [mm]."""
    room = plan.survey.room
    return room.walls[wall_of(room, picture) - 1].own(picture.pose.x, picture.pose.y)[0]


def _before(plan: Plan, projector: Projector) -> tuple[float, float]:
    """A lens along its picture's wall, and its throw out from the picture [mm]."""
    room, picture = plan.survey.room, plan.chosen.pictures[projector.shows]
    wall = room.walls[wall_of(room, picture) - 1]
    along, out = wall.own(projector.pose.x, projector.pose.y)
    return along, out - wall.own(picture.pose.x, picture.pose.y)[1]
