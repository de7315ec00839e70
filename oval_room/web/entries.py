"""The typed entries of each stage's drawer. Every entry says a phrase of the tape line, so both do the same thing."""

from __future__ import annotations

from dataclasses import dataclass

from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Measure
from oval_room.core.screens.size import show_aspect
from oval_room.core.tape.grammar import Subject


@dataclass(frozen=True, slots=True)
class Entry:
    """A field: its label, the phrase it says before its value, the value now, where that came from, choices if few."""

    label: str
    say: str
    value: str
    source: str = "chosen"
    options: tuple[str, ...] = ()
    hint: str = ""

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


def entries_of(plan: Plan, gear: GearShelf, stage: str, subject: Subject) -> list[Entry]:
    """The entries of a stage for a subject."""
    return {"brief": _brief, "survey": _survey, "picture": _picture, "throw": _throw, "fixing": _fixing}[stage](
        plan, gear, subject
    )


def _brief(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    brief, writing = plan.brief, plan.writing
    return [
        Entry("job", "name", plan.name),
        Entry("client", "client", plan.client),
        Entry("place", "place", plan.place),
        Entry("state", "state", plan.state, options=("planning", "agreed", "on site", "done")),
        Entry("who watches", "who", brief.who),
        *(Entry(f"{word}, h a day", word, f"{getattr(brief, word):g}") for word in ("film", "sport", "games", "desk")),
        Entry("budget", "budget", "" if brief.budget is None else f"{brief.budget:.0f}"),
        Entry("must stay", "keep", brief.must_stay),
        Entry("landlord", "landlord", brief.landlord),
        Entry("cables can go", "cables", brief.cables),
        Entry("lengths in", "units", writing.style, options=("feet", "inches", "mm", "m")),
        Entry("readings by", "by", writing.instrument, options=("laser", "tape", "drawing", "eye")),
    ]


def _survey(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    room, ruler = plan.survey.room, plan.writing.ruler

    def measured(label: str, say: str, measure: Measure) -> Entry:
        return Entry(label, say, ruler.show(measure.value), measure.source)

    out = [
        measured("along display wall", "wall", room.width),
        measured("depth", "depth", room.depth),
        measured("ceiling", "ceiling", room.height),
        Entry(
            "display wall is",
            "made of",
            room.wall,
            "read" if room.wall != "unknown" else "default",
            ("unknown", "timber", "masonry", "board"),
        ),
        Entry("surfaces are", "finish", room.finish, options=("white", "furnished", "dark")),
    ]
    out.append(
        Entry(
            "looks towards, °",
            "faces",
            "" if room.faces is None else f"{room.faces:g}",
            "read" if room.faces is not None else "default",
        )
    )
    seat = plan.survey.seats.get(subject.seat or "")
    if seat is None:
        out.append(Entry("seat's eye from wall", "seat", "", "assumed", hint="11'2"))
    else:
        out += [
            measured(f"{seat.name}, from wall", "seat", seat.y),
            measured("from left wall", "across", seat.x),
            measured("eye above its floor", "eye", seat.eye),
            measured("floor raised by", "riser", seat.floor),
            Entry("sits on", "seating", seat.kind, options=("upright", "sofa", "recliner", "bed")),
            Entry("seats in the row", "seats", str(sum(1 for s in plan.survey.seats.values() if s.row == seat.row)), "read"),
        ]
    tops = {thing.kind: thing for thing in plan.survey.things.values()}
    for kind in ("furniture", "soundbar"):
        thing = tops.get(kind)
        out.append(Entry(f"{kind} top", kind, ruler.show(thing.z_to) if thing else "", thing.source if thing else "chosen"))
    scene = plan.survey.scenes.get(subject.scene or "")
    if scene is not None:
        for origin in ("ceiling", "side"):
            measure = getattr(scene, origin)
            out.append(
                Entry(f"{scene.name}: lux from {origin}", f"light {scene.name} {origin}", f"{measure.value:g}", measure.source)
            )
    return out


def _picture(plan: Plan, gear: GearShelf, subject: Subject) -> list[Entry]:
    ruler = plan.writing.ruler
    picture = plan.chosen.pictures.get(subject.picture or "")
    shelf = {kind: tuple(item.name for item in gear.values() if item.kind == kind) for kind in ("panel", "screen")}
    schools = [
        Entry("school of size", "school", plan.choices.size_school, options=("lounge", "cinema", "front row")),
        Entry("eyes at", "eyes at", plan.choices.height_school, options=("third", "centre")),
    ]
    if picture is None:
        return [
            Entry("TV, inches", "tv", "", "assumed", hint="65"), Entry("or TV from the shelf", "tv", "", options=("", *shelf["panel"])),
            Entry("screen, inches", "screen", "", "assumed", hint="110"), Entry("or screen from the shelf", "screen", "", options=("", *shelf["screen"])),
            *schools,
        ]  # fmt: skip
    word, kind = ("tv", "panel") if picture.kind == "panel" else ("screen", "screen")
    item = gear.get(picture.gear or "")
    diagonal = (picture.width.value**2 + picture.height**2) ** 0.5 / 25.4
    out = [
        Entry("diagonal, inches", word, f"{diagonal:.1f}".removesuffix(".0"), picture.width.source),
        Entry("from the shelf", word, item.name if item else "", options=("", *shelf[kind])),
        Entry("width", "wide", ruler.show(picture.width.value), picture.width.source),
        Entry("aspect", "aspect", show_aspect(picture.aspect), picture.width.source),
        Entry("bottom edge", "bottom", ruler.show(picture.bottom)),
        Entry("top edge", "top", ruler.show(picture.top)),
        Entry("middle from left wall", "along", ruler.show(picture.pose.x)),
        Entry("surface from wall", "stand-off", ruler.show(picture.pose.y)),
    ]
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
    picture = plan.chosen.pictures[projector.shows]
    return [
        Entry("projector", "projector", item.name if item else "", "maker", names),
        Entry("throw, lens to screen", "throw", ruler.show(projector.pose.y - picture.pose.y)),
        Entry("lens above floor", "lens up", ruler.show(projector.pose.z)),
        Entry("lens from left wall", "lens along", ruler.show(projector.pose.x)),
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
            Entry("middle from left wall", "along", ruler.show(picture.pose.x)),
        ]
    if projector is not None:
        stem = gear.get(projector.mount or "")
        out += [
            Entry("ceiling mount", "stem", stem.name if stem else "", "maker", ("", *mounts["projector"])),
            Entry("lens above floor", "lens up", ruler.show(projector.pose.z)),
            Entry("lens from left wall", "lens along", ruler.show(projector.pose.x)),
        ]
    return out
