"""What findings of the projector say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words, capital


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
        return (
            f"{w.length(spare, 'greatest')} to spare at the {end} end: makers' throw figures are good to 3–5 "
            "%. Measure this unit before drilling."
        )
    if m["fixed"]:
        return f"This fixed lens wants {w.length(m['least'])} for this width; the throw is {w.length(f.value)}."
    short = abs((f.value or 0) - (f.limit or 0))
    word = "short" if m["near"] else "long"
    return (
        f"Throw {w.length(f.value)} is {w.length(short, 'least')} too {word} for this width: the lens wants "
        f"{least} to {greatest}."
    )


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
            f"lens {w.length(abs(m['up']), 'least')} {way}, or the picture {w.length(abs(m['up']), 'least')} "
            f"{'up' if way == 'down' else 'down'}"
        )
    if m["right"]:
        ways.append(f"lens {w.length(abs(m['right']), 'least')} to the {'right' if m['right'] > 0 else 'left'}")
    tail = capital("; ".join(ways)) if ways else "No single move cures it: bring the lens to the centre line first"
    used = "" if m["use"] is None else f" The lens is at {m['use'] * 100:.0f} % of what it has."
    return f"Lens shift runs out.{used} {tail}."


class ThrowCode(Code):
    """What is found of the projector, and its sentence."""

    NO_PROJECTOR = (
        "throw: screen without projector",
        lambda f, w: f"{w.named(f.about, 'picture')} has no projector yet; choose one in Throw.",
    )
    THROW = "throw: distance and width", _throw
    BODY = "throw: room behind", _body
    SHIFT = "throw: lens shift", _shift
    LENS_IN_ROOM = (
        "throw: lens outside the room",
        lambda f, w: (
            "The lens is outside the room: "
            + {"x": "past a side wall", "y": "past the back wall", "z": "above the ceiling or under the floor"}[
                f.more["axis"]
            ]
            + "."
        ),
    )
    LENS_BEHIND = "throw: lens behind the screen", lambda f, w: "The lens is behind the screen."
    FAN = (
        "throw: fan near a head",
        lambda f, w: (
            f"{w.named(f.about, 'projector')} runs at {f.value:.0f} dB, {w.length(f.more['away'])} from the head "
            f"of {w.name(f.about, 'seat')}: over {f.limit:.0f} dB that near is heard. Move it, box it, or run it "
            "in a quieter mode."
        ),
    )


class LensCure(CureKind):
    """What is offered, as a short order."""

    PICTURE_WIDTH_MOVED = "picture width, moved", lambda c, w: f"Picture {w.length(c.value)} wide, kept under the lens"
    LENS_OUT = "lens out", lambda c, w: f"Lens to {w.length(c.value)} from the wall"
    LENS_BACK_AND_WIDTH = "lens back and width", lambda c, w: f"Lens to the back, picture {w.length(c.value)} wide"
    LENS_UP = "lens up", lambda c, w: f"Lens {c.name} to {w.length(c.value)}"
    LENS_ALONG = "lens along", lambda c, w: f"Lens to {w.length(c.value)} along"
