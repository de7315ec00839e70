"""The one place where findings, cures and changes become text.

A finding reads like an experienced colleague: what, because of what, by how much, what to move.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Final

from oval_room.core.figures import show_value
from oval_room.core.findings import Code, Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.plan.turn import wall_name
from oval_room.core.units import Ruler, Side


def names_of(plan: Plan) -> dict[str, str]:
    """What people call every seat, thing, scene, picture and projector."""
    chosen = plan.chosen
    nodes: dict[str, str] = {}
    survey = plan.survey
    groups = (
        survey.seats,
        survey.things,
        survey.scenes,
        survey.openings,
        survey.services,
        survey.passages,
        chosen.pictures,
        chosen.projectors,
    )
    for group in groups:
        nodes.update({key: node.name for key, node in group.items()})
    return nodes


class Words:
    """Makes text for one plan: its names and its ruler."""

    def __init__(self, plan: Plan) -> None:
        self.plan = plan
        self.ruler: Ruler = plan.writing.ruler
        self.names = names_of(plan)

    def name(self, about: Mapping[str, str], kind: str) -> str:
        return self.names.get(about.get(kind, ""), about.get(kind, ""))

    def named(self, about: Mapping[str, str], kind: str) -> str:
        """The name as a sentence starts with it."""
        return _cap(self.name(about, kind))

    def length(self, mm: float | None, side: Side = "nearest") -> str:
        return show_value(mm, "mm", self.ruler, side)

    def finding(self, finding: Finding) -> str:
        """The sentence of a finding."""
        return _TEXT[finding.code](finding, self)

    def surface(self, key: str) -> str:
        """What people call a wall or the ceiling, as it stands in a sentence: the display wall, wall 4, the ceiling."""
        wall = self.plan.survey.room.wall_named(key)
        name = wall_name(self.plan.survey.room, wall) if wall else key
        return name if re.match(r"wall \d", name) else f"the {name}"

    def dim(self, key: str) -> str:
        """What a reading is of: `wall 3`, `diagonal c1 to c3`, `garden window, width`."""
        return dim_name(self.plan, key)

    def flip(self, finding: str | None, becomes: Level | None) -> str:
        """What flips at a breaking point: `then throw stops`."""
        if finding is None:
            return "nothing flips"
        code = next((code for code in Code if code.name.lower() == finding.split("/")[0]), None)
        what = code.value.split(": ")[1] if code else "it can't go there"
        verb = {Level.STOP: "stops", Level.MIND: "wants minding", Level.GOOD: "clears"}.get(becomes or Level.STOP, "changes")
        return f"then {what} {verb}" if code else f"then {what}"

    def cure(self, cure: Cure) -> str:
        """What a cure does, as a short order."""
        return _CURES[cure.kind.split(" o")[0] if cure.kind.startswith("cover o") else cure.kind](cure, self)


def _cap(text: str) -> str:
    return text[:1].upper() + text[1:]


def _deg(value: float | None) -> str:
    return show_value(value, "deg", Ruler())


def _seats_assumed(f: Finding, w: Words) -> str:
    what = {"width": "width", "depth": "depth", "height": "ceiling"}
    listed = ", ".join(what[name] for name in f.more["what"])
    return f"Room {listed} assumed, not measured. Measure before drilling."


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
    }
    names = names_of(plan)
    node = next((part for part in parts if part in names), "")
    return f"{names.get(node, node or key)}, {fields.get(parts[-1], parts[-1])}" if len(parts) > 1 else key


def _outside(f: Finding, w: Words) -> str:
    return f"{w.named(f.about, 'seat')} is {w.length(f.value)} outside the room, past {w.surface(f.more['wall'])}."


def _lies(f: Finding, w: Words) -> str:
    suspects = f.more["suspects"]
    first = suspects[0]
    if len(suspects) == 1:
        way = "long" if first.too_long > 0 else "short"
        slip = f", about {first.slip}" if first.slip else ""
        return f"{_cap(w.dim(first.of))} reads {w.length(abs(first.too_long))} too {way}{slip}: all else agrees without it. Measure it again."
    names = [w.dim(one.of) for one in suspects]
    listed = ", ".join(dict.fromkeys(names[:-1])) + " or " + names[-1]
    slip = f", about {first.slip}" if first.slip else ""
    tell = (
        f" Measure the diagonal c{f.more['decides'][0]} to c{f.more['decides'][1]} to tell which."
        if f.more["decides"]
        else " Measure them again."
    )
    return f"One of {listed} is {w.length(abs(first.too_long))} off{slip}; they only check each other.{tell}"


def _closure(f: Finding, w: Words) -> str:
    r = f.more["rectangle"]
    if f.level is Level.GOOD:
        lean = f.more["lean"]
        told = f" The two diagonals differ by {w.length(abs(lean))}: the room leans." if lean and abs(lean) > 3 else ""
        return f"The room closes: opposite walls and diagonal agree within their readings.{told}"
    parts = []
    if not r.front_back_closes:
        parts.append(f"display and back wall differ by {w.length(abs(r.front_less_back))}")
    if not r.left_right_closes:
        parts.append(f"left and right wall differ by {w.length(abs(r.left_less_right))}")
    if not r.diagonal_closes:
        way = "longer" if r.diagonal_misclosure > 0 else "shorter"
        parts.append(
            f"the diagonal is {w.length(abs(r.diagonal_misclosure))} {way} than √(a² + b²), {w.length(r.diagonal_allowed)} would be chance"
        )
    told = " and ".join(parts)
    if r.culprits:
        names = {"front": "display wall", "back": "back wall", "left": "left wall", "right": "right wall"}
        return f"The room does not close: {told}. Without the {' or the '.join(names[c] for c in r.culprits)} it does."
    return f"The room does not close: {told}. A wrong reading, or corners that are not square: measure the other diagonal."


def _chain(f: Finding, w: Words) -> str:
    wall = w.surface(f.more["wall"])
    if f.level is Level.GOOD:
        return f"Before, {w.name(f.about, 'opening')} and after make up {wall}."
    way = "more" if f.more["off"] > 0 else "less"
    text = f"Before, {w.name(f.about, 'opening')} and after come to {w.length(f.value)} {way} than {wall}; {w.length(f.limit)} would be chance."
    names = {"along": "before it", "width": "its width", "after": "after it", "whole": "the whole wall"}
    if f.more["culprits"]:
        told = " or ".join(f"reading {i + 1} of {names[name]}" for name, i in f.more["culprits"])
        text += f" Without {told} it closes."
    return text


def _fall(f: Finding, w: Words) -> str:
    what = f.more["what"]
    way = {0: "to the right", 1: "out into the room", 2: "to the left", 3: "towards the display wall"}[
        round(f.more["way"] / 90) % 4
    ]
    if f.level is Level.GOOD:
        return f"The {what} is level within {f.value:.1f} mm a metre."
    return f"The {what} falls {f.value:.1f} mm a metre {way}. Take every hole from the laser line, not from the {what}."


def _studs(f: Finding, w: Words) -> str:
    best, surface = f.more["fit"].best, w.surface(f.more["surface"])
    lines = ", ".join(w.length(line) for line in best.lines[:6]) + (" …" if len(best.lines) > 6 else "")
    what = "Joists" if f.more["surface"] == "ceiling" else "Studs"
    return f"{what} of {surface}: {w.length(best.pitch)} apart, at {lines}. A drilled line needs both edges or a pilot hole."


def _strangers(f: Finding, w: Words) -> str:
    best, parts = f.more["fit"].best, []
    if best.strangers:
        listed = ", ".join(w.length(at) for at in best.strangers)
        parts.append(
            f"{len(best.strangers)} of {f.more['count']} finds on {w.surface(f.more['surface'])} do not fit the rhythm: {listed}"
        )
    if best.misses_on_a_line:
        parts.append("a pilot hole missed where a stud should be, at " + ", ".join(w.length(at) for at in best.misses_on_a_line))
    return _cap("; ".join(parts)) + ". A pipe, a nogging or nothing: don't drill there as if it were a stud."


def _rivals(f: Finding, w: Words) -> str:
    fit = f.more["fit"]
    others = " or ".join(w.length(one.pitch) for one in fit.rivals[:3])
    tell = (
        f" One more find near {w.length(fit.deciding)} would tell."
        if fit.deciding is not None
        else " Finds farther apart would tell."
    )
    return f"The studs of {w.surface(f.more['surface'])} may be {w.length(fit.best.pitch)} or {others} apart: the finds fit both.{tell}"


def _way_in(f: Finding, w: Words) -> str:
    box, name = f.more["box"], f.more["passage"]
    size = f"{w.length(box.long)} × {w.length(box.high)} × {w.length(box.thick)}"
    if f.level is Level.STOP:
        return f"{w.named(f.about, 'picture')} in its box ({size}, planning values) does not go through {name}: {w.length(-(f.value or 0), 'least')} short."
    left = w.length(f.value, "greatest")
    tail = "Measure box and passage before the van is loaded." if f.level is Level.MIND else "Panels travel upright, two people."
    return f"{w.named(f.about, 'picture')} in its box goes through {name} with {left} to spare. {tail}"


def _heat(f: Finding, w: Words) -> str:
    name, fire = w.name(f.about, "picture"), f.more["fire"]
    if f.level is Level.GOOD:
        return f"{_cap(name)} over {fire}: " + (
            "the fire is dead." if not f.more["works"] else f"{f.value:.0f} °C at its bottom edge."
        )
    if f.value is None:
        return f"{_cap(name)} hangs over {fire}, and nobody has measured the heat: light it for an hour, read the panel's bottom edge. No fixing into the breast until flue and lining are known."
    return f"{f.value:.0f} °C at the bottom edge of {name} over {fire}: above {f.limit:.0f} °C{' is too hot for it' if f.level is Level.STOP else ' shortens its life'}."


def _wall_kind(f: Finding, w: Words) -> str:
    name, kind = w.name(f.about, "picture"), f.more["kind"]
    if kind == "unknown":
        return (
            f"What the wall behind {name} is made of is not known: drill a pilot hole, say made of … before anything hangs there."
        )
    if kind == "aerated":
        return f"{_cap(name)} on aerated block: nothing hangs there without the fixing maker's own figure."
    return f"{WALL_WORDS[kind].capitalize()} carries nothing: find the studs behind {name} and prove them with a pilot hole, or put backing in."


def _near_service(f: Finding, w: Words) -> str:
    service = f.more["service"]
    if f.more["known"]:
        return f"A hole of {w.name(f.about, 'picture')} is {w.length(f.value)} from {service}: move the plate or the run before drilling."
    return f"A hole of {w.name(f.about, 'picture')} is {w.length(f.value)} from the line through {service}: its cable may run there. Scan, isolate, or move the plate."


def _angle(f: Finding, w: Words) -> str:
    m, seat = f.more, w.name(f.about, "seat")
    band = f"{m['lo']:g}–{m['hi']:g}°"
    if f.level is Level.GOOD:
        who = "Every seat" if m["count"] > 1 else _cap(seat)
        return f"{who} is inside {m['school']}, {band}; worst {_deg(f.value)} from {seat}."
    more = f" and {m['others']} more" if m["others"] else ""
    words = "small" if m["side"] == "under" else "large"
    return f"{w.named(f.about, 'picture')} is {words} from {seat}{more}: {_deg(f.value)}, {m['school']} is {band}."


def _neck(f: Finding, w: Words) -> str:
    seat, value = w.name(f.about, "seat"), f.value or 0.0
    way = "up" if value > 0 else "down"
    if f.level is Level.GOOD:
        return f"Necks are easy: at most {abs(value):.0f}° {way}, from {seat}."
    hard = "too far for long viewing" if f.level is Level.STOP else "tiring in time"
    return f"{_cap(seat)} looks {abs(value):.0f}° {way} from its ease: {hard}."


def _ladder_conflict(f: Finding, w: Words) -> str:
    return (
        f"No height works for {w.name(f.about, 'picture')}: {f.more['lo_name']} and {f.more['hi_name']} "
        f"miss each other by {w.length(f.value, 'least')}."
    )


def _off_ladder(f: Finding, w: Words) -> str:
    side: Side = "least" if f.more["side"] == "under" else "greatest"
    word = "low" if f.more["side"] == "under" else "high"
    return (
        f"Bottom edge at {w.length(f.value)} is too {word}: {f.more['name']} wants "
        f"{w.length(f.limit, side)} or {'more' if word == 'low' else 'less'}."
    )


def _on_ladder(f: Finding, w: Words) -> str:
    return f"Bottom edge at {w.length(f.value)} lies inside {w.length(f.more['lo'], 'least')} to {w.length(f.more['hi'], 'greatest')}."


def _rows(f: Finding, w: Words) -> str:
    back, front = w.name(f.about, "seat"), w.names.get(f.more["front"], f.more["front"])
    if f.level is Level.GOOD:
        return f"{_cap(back)} sees over {front} by {w.length(f.value)}."
    clear = f.value or 0.0
    gets = f"clears {front}'s eyes by {w.length(clear)}" if clear > 0 else f"looks through {front}'s head"
    return f"{_cap(back)} {gets}; {w.length(f.limit)} is wanted over the eyes."


def _tilt(f: Finding, w: Words) -> str:
    text = f"{w.named(f.about, 'picture')} squares up to {w.name(f.about, 'seat')} tilted {_deg(abs(f.value or 0))} {'down' if (f.value or 0) > 0 else 'up'}"
    if f.more["mount"] is None:
        return text + "; no mount is chosen yet."
    lo, hi = f.more["range"]
    return text + (
        f"; {f.more['mount']} reaches it." if f.more["covered"] else f"; {f.more['mount']} only tilts {lo:g} to {hi:g}°."
    )


def _dim(f: Finding, w: Words) -> str:
    name = w.name(f.about, "picture")
    if f.level is Level.GOOD:
        return f"White on {name} is {f.value:.0f} cd/m²: enough in the dark."
    return f"White on {name} is only {f.value:.0f} cd/m²; even a dark room wants {f.limit:.0f}."


def _contrast(f: Finding, w: Words) -> str:
    scene, name = w.name(f.about, "scene"), w.name(f.about, "picture")
    got = "beyond measure" if f.value is None else f"{f.value:.0f}:1"
    klass = f.more["class"]
    if f.level is Level.GOOD:
        return f"{_cap(name)} in {scene}: contrast {got}, good for {klass}."
    fit = "washed out" if klass == "washed out" else f"only {klass}"
    return f"{_cap(name)} in {scene}: contrast {got}, {fit}; {f.limit:.0f}:1 is wanted. {_darker(f)}"


def _darker(f: Finding) -> str:
    """What would help: how much of today's light must go, or why no blind helps (rules 5.5)."""
    needed = f.more["blinds"]
    if needed is None or needed.stop == 0:
        return "Less light on it, or a brighter picture."
    if needed.why == "native":
        return f"No blind helps: this display shows {f.more['native']:.0f}:1 within one picture at best."
    if needed.why == "wash":
        return "No blind helps: the room itself throws too much back. Darken its surfaces."
    return f"Blinds must stop {needed.stop * 100:.0f} % of today's light, or the picture be brighter."


def _off_axis(f: Finding, w: Words) -> str:
    kind = {"oled": "an OLED panel", "ips": "an IPS panel", "va": "a VA panel", "tn": "a TN panel"}.get(
        f.more["kind"], f"a {f.more['kind']} surface"
    )
    if f.level is Level.GOOD:
        return f"{w.named(f.about, 'seat')} is farthest to the side of {w.name(f.about, 'picture')}, {_deg(f.value)}: {kind} allows {f.limit:.0f}°."
    more = f" and {f.more['others']} more" if f.more["others"] else ""
    return f"{w.named(f.about, 'seat')}{more} sees {w.name(f.about, 'picture')} {_deg(f.value)} from the side: {kind} fades past {f.limit:.0f}°."


def _glare(f: Finding, w: Words) -> str:
    name, seat = w.name(f.about, "picture"), w.name(f.about, "seat")
    if f.level is Level.GOOD:
        return f"No window shows in {name} from any seat."
    listed = " and ".join(f.more["openings"])
    seats = "" if f.more["seats"] == 1 else f", and from {f.more['seats'] - 1} more"
    return f"{_cap(listed)} mirrors in {f.value:.0f} % of {name} from {seat}{seats}, brighter than a dark scene bears."


def _speakers(f: Finding, w: Words) -> str:
    seat = w.name(f.about, "seat")
    if f.level is Level.GOOD:
        return f"Left and right stand {_deg(f.value)} apart from {seat}."
    if (f.value or 0) < (f.limit or 0):
        return f"Left and right are only {_deg(f.value)} apart from {seat}: under {f.limit:.0f}° the sound draws together. Put them outside the picture."
    return f"Left and right are {_deg(f.value)} apart from {seat}: over {f.limit:.0f}° the middle falls out."


def _covered(f: Finding, w: Words) -> str:
    name, speaker = w.named(f.about, "picture"), f.more["speaker"]
    if f.limit is None:
        return f"{name} covers {speaker}, and its {f.more['surface']} surface lets no sound through: a woven one does, or move it out."
    return f"{name} hangs {w.length(f.value)} before {speaker}; its {f.more['surface']} cloth wants {w.length(f.limit)}."


def _drop_clear(f: Finding, w: Words) -> str:
    how = "passes" if f.more["moving"] else "hangs before"
    if f.level is Level.GOOD:
        return (
            f"{w.named(f.about, 'picture')} {how} {f.more['thing']} with {w.length(f.value, 'greatest')} behind its bottom bar."
        )
    return f"{w.named(f.about, 'picture')} {how} {f.more['thing']} with {w.length(f.value)} behind its bottom bar; {w.length(f.limit)} is wanted through its travel."


def _throw(f: Finding, w: Words) -> str:
    m = f.more
    least, greatest = w.length(m["least"], "least"), w.length(m["greatest"], "greatest")
    if f.level is Level.GOOD:
        if m["fixed"]:
            return f"Throw {w.length(f.value)} is what this fixed lens wants."
        spare = min((f.value or 0) - m["least"], m["greatest"] - (f.value or 0))
        return f"Throw {w.length(f.value)} fits with {w.length(spare, 'greatest')} to spare: {least} to {greatest}."
    if f.level is Level.MIND:
        spare = abs((f.value or 0) - (f.limit or 0))
        end = "near" if m["near"] else "far"
        return f"{w.length(spare, 'greatest')} to spare at the {end} end: makers' throw figures are good to 3–5 %. Measure this unit before drilling."
    if m["fixed"]:
        return f"This fixed lens wants {w.length(m['least'])} for this width; the throw is {w.length(f.value)}."
    short = abs((f.value or 0) - (f.limit or 0))
    word = "short" if m["near"] else "long"
    return f"Throw {w.length(f.value)} is {w.length(short, 'least')} too {word} for this width: the lens wants {least} to {greatest}."


def _body(f: Finding, w: Words) -> str:
    if f.level is Level.GOOD:
        return f"{w.length(f.value, 'greatest')} of room left behind the projector and its air."
    return f"The projector runs {w.length(-(f.value or 0), 'least')} into the back wall, air behind it included."


def _shift(f: Finding, w: Words) -> str:
    m = f.more
    if f.level is Level.GOOD:
        if m["use"] is None or m["use"] == 0:
            return "Lens shift is inside its window."
        return f"Lens shift has it: {m['use'] * 100:.0f} % of the window is used."
    ways = []
    if m["up"]:
        way = "down" if m["up"] < 0 else "up"
        ways.append(
            f"lens {w.length(abs(m['up']), 'least')} {way}, or the picture {w.length(abs(m['up']), 'least')} {'up' if way == 'down' else 'down'}"
        )
    if m["right"]:
        ways.append(f"lens {w.length(abs(m['right']), 'least')} to the {'right' if m['right'] > 0 else 'left'}")
    tail = _cap("; ".join(ways)) if ways else "No single move cures it: bring the lens to the centre line first"
    used = "" if m["use"] is None else f" The lens is at {m['use'] * 100:.0f} % of what it has."
    return f"Lens shift runs out.{used} {tail}."


def _pole(f: Finding, w: Words) -> str:
    if f.more["side"] == "under":
        return f"The pole would be {w.length(f.value)}; this mount is never shorter than {w.length(f.limit, 'least')}."
    return f"The pole would be {w.length(f.value)}; this mount reaches {w.length(f.limit, 'greatest')}."


def _holes(f: Finding, w: Words) -> str:
    kind = f.more["wall"]
    wall = {
        "unknown": "What the wall is made of is not known",
        "timber": "Into studs",
        "masonry": "Into masonry",
        "board": "Board alone carries nothing",
    }.get(kind, f"Into {WALL_WORDS[kind]}")
    return (
        f"Upper hole row at {w.length(f.value)}. {wall}: find sockets, switches and pipes above, below "
        "and beside, scan for live wires, drill a pilot first."
    )


def _no_holes(f: Finding, w: Words) -> str:
    name = w.name(f.about, "picture")
    what = f.more["what"]
    if what == "t":
        return f"No hole heights for {name} yet: measure t, panel top to its upper VESA holes."
    return f"No hole heights for {name} yet: choose {what} from the shelf."


def _plate(f: Finding, w: Words) -> str:
    off = f.more["off"]
    where = f"{w.length(abs(off))} {'right' if off > 0 else 'left'} of the lens" if abs(off) >= 0.5 else "under the lens"
    hang = f"pole {w.length(f.more['pole'])}" if f.more["pole"] is not None else f"shelf at {w.length(f.more['shelf'])}"
    return f"Plate centre {w.length(f.value)} from the left wall, {w.length(f.more['y'])} out: {where}, {hang}. Centre the lens, not the body. Into joist or timber only, never board; ladder on level ground, three points, second person holds."


_TEXT: Final[dict[Code, Callable[[Finding, Words], str]]] = {
    Code.NO_SEATS: lambda f, w: "No seats yet, so nothing can be judged from one. Type: seat 11'2",
    Code.SEAT_OUTSIDE: _outside,
    Code.HEAD_AT_CEILING: lambda f, w: f"{w.named(f.about, 'seat')}'s crown at {w.length(f.value)} meets the ceiling at {w.length(f.limit)}.",
    Code.THING_OUTSIDE: lambda f, w: f"{w.named(f.about, 'thing')} reaches past the room: {w.length(f.value)} of {w.length(f.limit)}.",
    Code.ROOM_ASSUMED: _seats_assumed,
    Code.SEAT_IN_WALL: lambda f, w: f"{w.named(f.about, 'seat')} sits inside {f.more['thing']}.",
    Code.FLOOR_DIFFERS: lambda f, w: f"{w.named(f.about, 'seat')} is planned on a floor at {w.length(f.value)}, but stands on one at {w.length(f.limit)}.",
    Code.OPENING_OUTSIDE: lambda f, w: f"{w.named(f.about, 'opening')} reaches past {w.surface(f.more['wall'])}: {w.length(f.value)} of {w.length(f.limit)}.",
    Code.OPENINGS_OVERLAP: lambda f, w: f"{w.named(f.about, 'opening')} lies over {f.more['other']} by {w.length(f.value)}.",
    Code.LIGHT_ASSUMED: lambda f, w: f"Light not measured in {', '.join(f.more['scenes'])}: start values are used until somebody has.",
    Code.READINGS_APART: lambda f, w: f"{f.more['count']} readings of {w.dim(f.more['of'])} differ by {w.length(f.value)}; {w.length(f.limit)} would be chance.",
    Code.READING_LIES: _lies,
    Code.CLOSURE: _closure,
    Code.CHAIN: _chain,
    Code.FALL: _fall,
    Code.LEAN: lambda f, w: f"{_cap(w.surface(f.more['wall']))} leans {abs(f.value or 0):.1f} mm a metre {'away' if (f.value or 0) > 0 else 'into the room'}: shim the plate from {f.limit:.0f} mm a metre.",
    Code.STUDS: _studs,
    Code.STUD_STRANGERS: _strangers,
    Code.STUD_RIVALS: _rivals,
    Code.WAY_IN: _way_in,
    Code.OFF_AXIS: _off_axis,
    Code.GLARE: _glare,
    Code.SURFACE: lambda f, w: f"{w.named(f.about, 'picture')} has a {f.more['surface']} surface, which throws this projector's beam away: it wants a lens from below, close to it.",
    Code.PICTURES_OVERLAP: lambda f, w: f"{w.named(f.about, 'picture')} hangs over {w.names.get(f.more['other'], '')} by {w.length(f.value)}.",
    Code.NOT_LEVEL: lambda f, w: f"{w.named(f.about, 'picture')} and {w.names.get(f.more['other'], '')} are {w.length(f.value)} from level; {w.length(f.limit)} shows.",
    Code.DROP_CLEAR: _drop_clear,
    Code.SPEAKERS: _speakers,
    Code.SPEAKER_COVERED: _covered,
    Code.BAR_WIDE: lambda f, w: f"{f.more['bar'].capitalize()} is {w.length(f.value)} wide; under {w.name(f.about, 'picture')} it looks right up to {w.length(f.limit, 'greatest')}.",
    Code.HEAT: _heat,
    Code.WALL_KIND: _wall_kind,
    Code.NEAR_SERVICE: _near_service,
    Code.NO_PICTURE: lambda f, w: "Nothing to look at yet. Type: tv 65, or screen 110",
    Code.TOO_WIDE: lambda f, w: f"{w.named(f.about, 'picture')}, {w.length(f.value)} over all, does not fit on a wall of {w.length(f.limit)}.",
    Code.SEAT_BEHIND: lambda f, w: f"{w.named(f.about, 'seat')} is behind {w.name(f.about, 'picture')}.",
    Code.ANGLE: _angle,
    Code.COARSE: lambda f, w: f"{w.named(f.about, 'seat')} sees the pixels: {f.value:.0f} a degree, under {f.limit:.0f} is coarse.",
    Code.NECK: _neck,
    Code.TOP_EDGE: lambda f, w: f"{w.named(f.about, 'seat')} looks {_deg(f.value)} up to the top edge; {f.limit:.0f}° is the most from that seat.",
    Code.LADDER_CONFLICT: _ladder_conflict,
    Code.OFF_LADDER: _off_ladder,
    Code.ON_LADDER: _on_ladder,
    Code.ROW_IN_FRONT: _rows,
    Code.TILT: _tilt,
    Code.DIM: _dim,
    Code.CONTRAST: _contrast,
    Code.NO_PROJECTOR: lambda f, w: f"{w.named(f.about, 'picture')} has no projector yet; choose one in Throw.",
    Code.THROW: _throw,
    Code.BODY: _body,
    Code.SHIFT: _shift,
    Code.LENS_IN_ROOM: lambda f, w: "The lens is outside the room: " + {"x": "past a side wall", "y": "past the back wall", "z": "above the ceiling or under the floor"}[f.more["axis"]] + ".",
    Code.LENS_BEHIND: lambda f, w: "The lens is behind the screen.",
    Code.POLE: _pole,
    Code.HOLES: _holes,
    Code.NO_HOLES: _no_holes,
    Code.PLATE: _plate,
}  # fmt: skip

_CURES: Final[dict[str, Callable[[Cure, Words], str]]] = {
    "seat inside": lambda c, w: "Bring the seat inside",
    "cover": lambda c, w: _cap(c.name),
    "surface": lambda c, w: f"Take a {c.name} surface",
    "cloth out": lambda c, w: f"Cloth to {w.length(c.value)} from the wall",
    "strike": lambda c, w: f"Strike reading {c.name[1:]}, {w.length(c.value)}",
    "take as": lambda c, w: f"Take {w.dim(c.name)} as {w.length(c.value)} for now",
    "opening at": lambda c, w: f"Start it at {w.length(c.value)}",
    "picture along": lambda c, w: f"Picture's middle to {w.length(c.value)}",
    "picture width": lambda c, w: f"Picture {w.length(c.value)} wide",
    "picture width, moved": lambda c, w: f"Picture {w.length(c.value)} wide, kept under the lens",
    "row out": lambda c, w: f"{_cap(c.name)} to {w.length(c.value)}",
    "bottom at": lambda c, w: f"Bottom edge to {w.length(c.value)}",
    "riser": lambda c, w: f"Riser {w.length(c.value)} under {c.name}",
    "tilt": lambda c, w: f"Tilt {c.value:.1f}° down",
    "lens out": lambda c, w: f"Lens to {w.length(c.value)} from the wall",
    "lens back and width": lambda c, w: f"Lens to the back, picture {w.length(c.value)} wide",
    "lens up": lambda c, w: f"Lens {c.name} to {w.length(c.value)}",
    "lens along": lambda c, w: f"Lens to {w.length(c.value)} along",
}
