"""What findings of what stands out of a rig's frames say."""

from __future__ import annotations

from oval_room.core.findings import Code, Finding
from oval_room.core.words import Words, capital


def _wall(f: Finding, w: Words) -> str:
    what = "the adapter behind it" if f.more["adapter"] else "its back"
    return f"{capital(f.more['one'])} stands in the room, {what} does not: bring the seat and the screens off the wall."


def _feet(f: Finding, w: Words) -> str:
    head = f"The feet of {f.more['one']} and {f.more['other']} stand through each other"
    return f"{head}: take them off and hold the screens by arms or uprights."


def _wheel(f: Finding, w: Words) -> str:
    head = f"The feet of {f.more['one']} come to {w.length(f.value)} from the eye"
    return f"{head}, the wheel base reaches {w.length(f.limit)}: take them off, or set it before them."


def _bump(f: Finding, w: Words) -> str:
    head = f"{capital(f.more['one'])} has {w.length(f.limit)} below its frame and {w.length(f.value)} over the frame of"
    return f"{head} {f.more['other']}: the bump stands into it."


class BodyCode(Code):
    """What is found of bodies, adapters, feet and bumps, and its sentence."""

    BODY_WALL = "rig: backs in the wall", _wall
    BODY_FEET = "rig: feet", _feet
    BODY_WHEEL = "rig: feet and wheel base", _wheel
    BODY_BUMP = "rig: bump over the centre", _bump
