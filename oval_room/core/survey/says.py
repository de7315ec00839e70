"""What findings of the survey say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words, capital


def _room_assumed(f: Finding, w: Words) -> str:
    what = {"width": "width", "depth": "depth", "height": "ceiling"}
    listed = ", ".join(what[name] for name in f.more["what"])
    return f"Room {listed} assumed, not measured. Measure before drilling."


def _outside(f: Finding, w: Words) -> str:
    return f"{w.named(f.about, 'seat')} is {w.length(f.value)} outside the room, past {w.surface(f.more['wall'])}."


def _lies(f: Finding, w: Words) -> str:
    suspects = f.more["suspects"]
    first = suspects[0]
    if len(suspects) == 1:
        way = "long" if first.too_long > 0 else "short"
        slip = f", about {first.slip}" if first.slip else ""
        return (
            f"{capital(w.dim(first.of))} reads {w.length(abs(first.too_long))} too {way}{slip}: all else "
            "agrees without it. Measure it again."
        )
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
            f"the diagonal is {w.length(abs(r.diagonal_misclosure))} {way} than √(a² + b²), "
            f"{w.length(r.diagonal_allowed)} would be chance"
        )
    told = " and ".join(parts)
    if r.culprits:
        names = {"front": "display wall", "back": "back wall", "left": "left wall", "right": "right wall"}
        return f"The room does not close: {told}. Without the {' or the '.join(names[c] for c in r.culprits)} it does."
    return (
        f"The room does not close: {told}. A wrong reading, or corners that are not square: measure the other diagonal."
    )


def _chain(f: Finding, w: Words) -> str:
    wall = w.surface(f.more["wall"])
    if f.level is Level.GOOD:
        return f"Before, {w.name(f.about, 'opening')} and after make up {wall}."
    way = "more" if f.more["off"] > 0 else "less"
    text = (
        f"Before, {w.name(f.about, 'opening')} and after come to {w.length(f.value)} {way} than {wall}; "
        f"{w.length(f.limit)} would be chance."
    )
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
    told = f.more["lines"]
    lines = ", ".join(w.length(line) for line in told[:6]) + (" …" if len(told) > 6 else "")
    what = "Joists" if f.more["surface"] == "ceiling" else "Studs"
    return (
        f"{what} of {surface}: {w.length(best.pitch)} apart, at {lines}. A drilled line needs both edges or a "
        "pilot hole."
    )


def _strangers(f: Finding, w: Words) -> str:
    best, strangers, parts = f.more["fit"].best, f.more["strangers"], []
    if strangers:
        listed = ", ".join(w.length(at) for at in strangers)
        parts.append(
            f"{len(strangers)} of {f.more['count']} finds on {w.surface(f.more['surface'])} do not fit the "
            f"rhythm: {listed}"
        )
    if best.misses_on_a_line:
        parts.append(
            "a pilot hole missed where a stud should be, at " + ", ".join(w.length(at) for at in best.misses_on_a_line)
        )
    return capital("; ".join(parts)) + ". A pipe, a nogging or nothing: don't drill there as if it were a stud."


def _rivals(f: Finding, w: Words) -> str:
    fit = f.more["fit"]
    others = " or ".join(w.length(one.pitch) for one in fit.rivals[:3])
    tell = (
        f" One more find near {w.length(fit.deciding)} would tell."
        if fit.deciding is not None
        else " Finds farther apart would tell."
    )
    return (
        f"The studs of {w.surface(f.more['surface'])} may be {w.length(fit.best.pitch)} or {others} apart: the "
        f"finds fit both.{tell}"
    )


def _way_in(f: Finding, w: Words) -> str:
    box, name = f.more["box"], f.more["passage"]
    size = f"{w.length(box.long)} × {w.length(box.high)} × {w.length(box.thick)}"
    if f.level is Level.STOP:
        return (
            f"{w.named(f.about, 'picture')} in its box ({size}, planning values) does not go through {name}: "
            f"{w.length(-(f.value or 0), 'least')} short."
        )
    left = w.length(f.value, "greatest")
    tail = (
        "Measure box and passage before the van is loaded."
        if f.level is Level.MIND
        else "Panels travel upright, two people."
    )
    return f"{w.named(f.about, 'picture')} in its box goes through {name} with {left} to spare. {tail}"


class SurveyCode(Code):
    """What is found of the survey, and its sentence."""

    NO_SEATS = "survey: no seats", lambda f, w: w.eg("No seats yet, so nothing can be judged from one. Type: seat 11'2")
    SEAT_OUTSIDE = "survey: seat outside the room", _outside
    HEAD_AT_CEILING = (
        "survey: head at the ceiling",
        lambda f, w: (
            f"{w.named(f.about, 'seat')}'s crown at {w.length(f.value)} meets the ceiling at {w.length(f.limit)}."
        ),
    )
    THING_OUTSIDE = (
        "survey: thing outside the room",
        lambda f, w: f"{w.named(f.about, 'thing')} reaches past the room: {w.length(f.value)} of {w.length(f.limit)}.",
    )
    ROOM_ASSUMED = "survey: room assumed", _room_assumed
    SEAT_IN_WALL = "survey: seat in a wall", lambda f, w: f"{w.named(f.about, 'seat')} sits inside {f.more['thing']}."
    SEAT_AT_WALL = (
        "survey: seat against a wall",
        lambda f, w: (
            f"{w.named(f.about, 'seat')}'s eye is {w.length(f.value)} from the wall: "
            f"{w.length(f.limit, 'least')} leaves room for the head and what it sits on."
        ),
    )
    SEAT_HITS = (
        "survey: seat in something",
        lambda f, w: (
            f"{w.named(f.about, 'seat')} and {w.names.get(f.more['other'], '')} are in one place: "
            + (
                f"{w.length(f.value)} apart, {w.length(f.limit)} is the least."
                if f.limit
                else f"{w.length(f.value)} of the person lies inside."
            )
        ),
    )
    SEAT_IN_WAY = (
        "survey: seat in the walkway",
        lambda f, w: f"{w.named(f.about, 'seat')} sits in {w.names.get(f.more['other'], 'the walkway')}.",
    )
    FLOOR_DIFFERS = (
        "survey: floor under a seat",
        lambda f, w: (
            f"{w.named(f.about, 'seat')} is planned on a floor at {w.length(f.value)}, but stands on one at "
            f"{w.length(f.limit)}."
        ),
    )
    OPENING_OUTSIDE = (
        "survey: opening past its wall",
        lambda f, w: (
            f"{w.named(f.about, 'opening')} reaches past {w.surface(f.more['wall'])}: {w.length(f.value)} of "
            f"{w.length(f.limit)}."
        ),
    )
    OPENINGS_OVERLAP = (
        "survey: openings over each other",
        lambda f, w: f"{w.named(f.about, 'opening')} lies over {f.more['other']} by {w.length(f.value)}.",
    )
    LIGHT_ASSUMED = (
        "survey: light assumed",
        lambda f, w: f"Light not measured in {', '.join(f.more['scenes'])}: start values are used until somebody has.",
    )
    READINGS_APART = (
        "survey: repeats disagree",
        lambda f, w: (
            f"{f.more['count']} readings of {w.dim(f.more['of'])} differ by {w.length(f.value)}; "
            f"{w.length(f.limit)} would be chance."
        ),
    )
    READING_LIES = "survey: a reading that lies", _lies
    CLOSURE = "survey: the room closes", _closure
    CHAIN = "survey: parts and whole", _chain
    FALL = "survey: floor and ceiling", _fall
    LEAN = (
        "survey: wall out of plumb",
        lambda f, w: (
            f"{capital(w.surface(f.more['wall']))} leans {abs(f.value or 0):.1f} mm a metre "
            f"{'away' if (f.value or 0) > 0 else 'into the room'}: shim the plate from {f.limit:.0f} mm a metre."
        ),
    )
    STUDS = "survey: stud rhythm", _studs
    STUD_STRANGERS = "survey: finds that don't fit", _strangers
    STUD_RIVALS = "survey: rival pitches", _rivals
    WAY_IN = "survey: way in", _way_in


class SurveyCure(CureKind):
    """What is offered, as a short order."""

    SEAT_INSIDE = "seat inside", lambda c, w: "Bring the seat inside"
    STRIKE = "strike", lambda c, w: f"Strike reading {c.name[1:]}, {w.length(c.value)}"
    TAKE_AS = "take as", lambda c, w: f"Take {w.dim(c.name)} as {w.length(c.value)} for now"
    OPENING_AT = "opening at", lambda c, w: f"Start it at {w.length(c.value)}"
    RISER = "riser", lambda c, w: f"Riser {w.length(c.value)} under {c.name}"
