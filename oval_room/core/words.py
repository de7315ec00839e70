"""What sentences are made with: a plan's names and its ruler. The sentences stand with their codes, in each trade's
`says.py`.

A finding reads like an experienced colleague: what, because of what, by how much, what to move.
"""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace

from oval_room.core.figures import show_value
from oval_room.core.findings import Cure, Finding
from oval_room.core.hints import in_unit
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.turn import wall_name
from oval_room.core.units import Ruler, Side


def names_of(plan: Plan) -> dict[str, str]:
    """What people call every seat, thing, scene, picture, projector ..."""
    return {
        key: str(name)
        for _, listed in plan.lists
        for key, one in listed.items()
        if (name := getattr(one, "name", None)) is not None
    }


def counted(count: int, of: str) -> str:
    """How many of something, in words: 1 item, 3 items."""
    return f"{count} {of}{'' if count == 1 else 's'}"


def some_of(names: Sequence[str], most: int = 3) -> str:
    """Names as a sentence tells them: `a, b and c`, `a, b, c and 5 more`."""
    told = [*names[:most], f"{len(names) - most} more"] if len(names) > most + 1 else list(names)
    return " and ".join(filter(None, (", ".join(told[:-1]), told[-1]))) if told else ""


def capital(text: str) -> str:
    """As a sentence starts with it."""
    return text[:1].upper() + text[1:]


def degrees(value: float | None) -> str:
    return show_value(value, "deg", ruler=Ruler())


class Words:
    """Makes text for one plan: its names and its ruler."""

    def __init__(self, plan: Plan) -> None:
        self.plan = plan
        self.ruler: Ruler = plan.writing.ruler
        self.names: dict[str, str] = names_of(plan)

    def name(self, about: Mapping[str, str], kind: str) -> str:
        return self.names.get(about.get(kind, ""), about.get(kind, ""))

    def named(self, about: Mapping[str, str], kind: str) -> str:
        """The name as a sentence starts with it."""
        return capital(self.name(about, kind))

    def of_many(self, finding: Finding, word: str) -> str:
        """Which picture, where the scheme has several: ` of wall TV`; nothing where it has one."""
        return f" {word} {self.name(finding.about, 'picture')}" if len(self.plan.chosen.pictures) > 1 else ""

    def eg(self, hint: str) -> str:
        """A hint with its lengths in the job's unit."""
        return in_unit(hint, self.ruler)

    def length(self, mm: float | None, side: Side = "nearest") -> str:
        return show_value(mm, "mm", ruler=self.ruler, side=side)

    def finding(self, finding: Finding) -> str:
        """The sentence of a finding."""
        if finding.of:
            one = replace(finding, about={**finding.about, "picture": finding.first}, of=())
            return f"{len(finding.of)} displays: {one.code.say(one, self)}"
        return finding.code.say(finding, self)

    def surface(self, key: str) -> str:
        """What people call a wall or the ceiling, as it stands in a sentence: the display wall, wall 4, the ceiling."""
        wall = self.plan.survey.room.wall_named(key)
        name = wall_name(self.plan.survey.room, wall) if wall else key
        return name if re.match(r"wall \d", name) else f"the {name}"

    def dim(self, key: str) -> str:
        """What a reading is of: `wall 3`, `diagonal c1 to c3`, `garden window, width`."""
        return dim_name(self.plan, key)

    def flip(self, what: str, becomes: Level | None) -> str:
        """What flips at a breaking point: `then throw stops`."""
        if becomes is None:
            return "nothing flips"
        verb = {Level.STOP: "stops", Level.MIND: "wants minding", Level.GOOD: "clears"}.get(becomes, "changes")
        return f"then {what} {verb}" if what else "then it can't go there"

    def cure(self, cure: Cure) -> str:
        """What a cure does, as a short order."""
        return cure.kind.say(cure, self)


def dim_name(plan: Plan, key: str) -> str:
    """What a reading is of, from its key (`w3`, `c1c3`, `o1.width`) or its path in the document."""
    key = key.removeprefix("survey.").removeprefix("dims.")
    room = plan.survey.room
    if key in ("room.width", "room.depth", "room.height"):
        if key == "room.depth":
            return "left wall" if room.is_box else "depth"
        return {"room.width": "display wall", "room.height": "ceiling"}[key]
    if room.wall_named(key):
        return wall_name(room, room.walls[int(key[1:]) - 1])
    if diagonal := re.fullmatch(r"c(\d+)c(\d+)", key):
        return f"diagonal c{diagonal[1]} to c{diagonal[2]}"
    if level := re.fullmatch(r"([hfp])(\d+)", key):
        return {"h": "ceiling at c", "f": "floor under the line at c", "p": "lean of wall "}[level[1]] + level[2]
    parts = key.split(".")
    fields = {
        "x": "along",
        "y": "out from the wall",
        "floor": "floor",
        "eye": "eye above its floor",
        "along": "from the wall's left end",
        "after": "to the wall's right end",
        "bolts": "top to upper bolts",
        "row": "mount's holes below the bolts",
        "folded": "mount's depth",
        "lens_right": "lens right of the plate",
        "lens_forward": "lens forward of the plate",
        "lens_below": "lens below the plate",
    }
    names = names_of(plan)
    names |= {key: names.get(of, of) for key, of in _shown_on(plan).items()}
    node = next((part for part in parts if part in names), "")
    return f"{names.get(node, node or key)}, {fields.get(parts[-1], parts[-1])}" if len(parts) > 1 else key


def _shown_on(plan: Plan) -> dict[str, str]:
    """The picture of every nameless thing that belongs to one."""
    return {
        key: of
        for _, listed in plan.lists
        for key, one in listed.items()
        if (of := getattr(one, "shows", None)) is not None and not hasattr(one, "name")
    }
