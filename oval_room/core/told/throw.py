"""What findings of Throw and Fixing say."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Final

from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.told.letters import capital

if TYPE_CHECKING:
    from oval_room.core.words import Words


def _wall_kind(f: Finding, w: Words) -> str:
    name, kind = w.name(f.about, "picture"), f.more["kind"]
    if kind == "unknown":
        return (
            f"What the wall behind {name} is made of is not known: drill a pilot hole, say made of … before anything hangs there."
        )
    if kind == "aerated":
        return f"{capital(name)} on aerated block: nothing hangs there without the fixing maker's own figure."
    return f"{WALL_WORDS[kind].capitalize()} carries nothing: find the studs behind {name} and prove them with a pilot hole, or put backing in."


def _near_service(f: Finding, w: Words) -> str:
    service = f.more["service"]
    if f.more["known"]:
        return f"A hole of {w.name(f.about, 'picture')} is {w.length(f.value)} from {service}: move the plate or the run before drilling."
    return f"A hole of {w.name(f.about, 'picture')} is {w.length(f.value)} from the line through {service}: its cable may run there. Scan, isolate, or move the plate."


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
    tail = capital("; ".join(ways)) if ways else "No single move cures it: bring the lens to the centre line first"
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


THROW: Final[dict[Code, Callable[[Finding, Words], str]]] = {
    Code.WALL_KIND: _wall_kind,
    Code.NEAR_SERVICE: _near_service,
    Code.NO_PROJECTOR: lambda f, w: f"{w.named(f.about, 'picture')} has no projector yet; choose one in Throw.",
    Code.THROW: _throw,
    Code.BODY: _body,
    Code.SHIFT: _shift,
    Code.LENS_IN_ROOM: lambda f, w: "The lens is outside the room: " + {"x": "past a side wall", "y": "past the back wall", "z": "above the ceiling or under the floor"}[f.more["axis"]] + ".",
    Code.LENS_BEHIND: lambda f, w: "The lens is behind the screen.",
    Code.FAN: lambda f, w: f"{w.named(f.about, 'projector')} runs at {f.value:.0f} dB, {w.length(f.more['away'])} from the head of {w.name(f.about, 'seat')}: over {f.limit:.0f} dB that near is heard. Move it, box it, or run it in a quieter mode.",
    Code.POLE: _pole,
    Code.HOLES: _holes,
    Code.NO_HOLES: _no_holes,
    Code.PLATE: _plate,
}  # fmt: skip
