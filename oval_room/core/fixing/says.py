"""What findings of fixings say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.words import Words, capital


def _wall_kind(f: Finding, w: Words) -> str:
    name, kind = w.name(f.about, "picture"), f.more["kind"]
    if kind == "unknown":
        return (
            f"What the wall behind {name} is made of is not known: drill a pilot hole, say made of … before "
            "anything hangs there."
        )
    if kind == "aerated":
        return f"{capital(name)} on aerated block: nothing hangs there without the fixing maker's own figure."
    return (
        f"{WALL_WORDS[kind].capitalize()} carries nothing: find the studs behind {name} and prove them with a "
        "pilot hole, or put backing in."
    )


def _near_service(f: Finding, w: Words) -> str:
    service = f.more["service"]
    if f.more["known"]:
        return (
            f"A hole of {w.name(f.about, 'picture')} is {w.length(f.value)} from {service}: move the plate or "
            "the run before drilling."
        )
    return (
        f"A hole of {w.name(f.about, 'picture')} is {w.length(f.value)} from the line through {service}: its "
        "cable may run there. Scan, isolate, or move the plate."
    )


def _flue(f: Finding, w: Words) -> str:
    thing = f.more["thing"]
    if f.level is Level.GOOD:
        return f"Flue and lining of {thing}: {f.more['flue']}."
    return (
        f"No fixing into {thing} until flue and lining are known: have it looked at, then say flue and what was found."
    )


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
        "built out": "Into what is built out",
    }.get(kind) or f"Into {WALL_WORDS[kind]}"
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
    where = (
        f"{w.length(abs(off))} {'right' if off > 0 else 'left'} of the lens" if abs(off) >= 0.5 else "under the lens"
    )
    hang = f"pole {w.length(f.more['pole'])}" if f.more["pole"] is not None else f"shelf at {w.length(f.more['shelf'])}"
    return (
        f"Plate centre {w.length(f.value)} from the left wall, {w.length(f.more['y'])} out: {where}, {hang}. "
        "Centre the lens, not the body. Into joist or timber only, never board; ladder on level ground, three "
        "points, second person holds."
    )


class FixingCode(Code):
    """What is found of fixings, and its sentence."""

    POLE = "fixing: pole", _pole
    HOLES = "fixing: hole rows", _holes
    NO_HOLES = "fixing: holes not known yet", _no_holes
    PLATE = "fixing: plate follows the lens", _plate
    WALL_KIND = "fixing: what the wall is", _wall_kind
    FLUE = "fixing: flue and lining", _flue
    NEAR_SERVICE = "fixing: holes near a service", _near_service
