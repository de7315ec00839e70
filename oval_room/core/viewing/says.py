"""What findings of what every seat gets of a picture say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.units import Side
from oval_room.core.viewing.school_of import A_WALL, LETTERS
from oval_room.core.viewing.schools import SHOWN, SIZE_SCHOOLS
from oval_room.core.words import Words, capital, degrees


def _heat(f: Finding, w: Words) -> str:
    name, fire = w.name(f.about, "picture"), f.more["fire"]
    if f.level is Level.GOOD:
        return f"{capital(name)} over {fire}: " + (
            "the fire is dead." if not f.more["works"] else f"{f.value:.0f} °C at its bottom edge."
        )
    if f.value is None:
        return (
            f"{capital(name)} hangs over {fire}, and nobody has measured the heat: light it for an hour, read "
            "the panel's bottom edge."
        )
    return (
        f"{f.value:.0f} °C at the bottom edge of {name} over {fire}: above {f.limit:.0f} "
        f"°C{' is too hot for it' if f.level is Level.STOP else ' shortens its life'}."
    )


def _unschooled(f: Finding, w: Words) -> str:
    """Where neither use nor seats say which school: nothing is judged, it is asked (rules 3.2)."""
    name, seat = w.named(f.about, "picture"), w.name(f.about, "seat")
    if f.more["why"] == A_WALL:
        letters = w.length(f.more["far"] / LETTERS, "least")
        return f"{name} is looked at over {w.length(f.more['far'])}: letters {letters} high are read from the far seat."
    bands = ", ".join(f"{school} {SIZE_SCHOOLS[school].lo:g}–{SIZE_SCHOOLS[school].hi:g}°" for school in SHOWN)
    return f"{name} is {degrees(f.value)} from {seat}. How large is right, depends: {bands}. Say which: school lounge."


def _angle(f: Finding, w: Words) -> str:
    m, seat = f.more, w.name(f.about, "seat")
    if not m["known"]:
        return _unschooled(f, w)
    band, why = f"{m['lo']:g}–{m['hi']:g}°", f" ({m['why']})" if m["why"] else ""
    if f.level is Level.GOOD:
        who = "Every seat" if m["count"] > 1 else capital(seat)
        return f"{who} is inside {m['school']}{why}, {band}; worst {degrees(f.value)} from {seat}."
    more = f" and {m['others']} more" if m["others"] else ""
    words = "small" if m["side"] == "under" else "large"
    name, found = w.named(f.about, "picture"), degrees(f.value)
    return f"{name} is {words} from {seat}{more}: {found}, {m['school']}{why} is {band}."


def _neck(f: Finding, w: Words) -> str:
    seat, value, gaze = w.name(f.about, "seat"), f.value or 0.0, f.more["gaze"]
    angle = value + gaze
    looks = f"{abs(angle):.0f}° {'up' if angle > 0 else 'down'}"
    ease = f", {abs(value):.0f}° {'over' if value > 0 else 'under'} where it looks at ease" if gaze else ""
    if f.level is Level.GOOD:
        return f"Necks are easy{w.of_many(f, 'before')}: {seat} looks {looks}{ease}."
    hard = "too far for long viewing" if f.level is Level.STOP else "tiring in time"
    return f"{capital(seat)} looks {looks}{w.of_many(f, 'to')}{ease}: {hard}."


def _ladder_conflict(f: Finding, w: Words) -> str:
    return (
        f"No height works for {w.name(f.about, 'picture')}: {f.more['lo_name']} and {f.more['hi_name']} "
        f"miss each other by {w.length(f.value, 'least')}."
    )


def _off_ladder(f: Finding, w: Words) -> str:
    side: Side = "least" if f.more["side"] == "under" else "greatest"
    word = "low" if f.more["side"] == "under" else "high"
    return (
        f"Bottom edge{w.of_many(f, 'of')} at {w.length(f.value)} is too {word}: {f.more['name']} wants "
        f"{w.length(f.limit, side)} or {'more' if word == 'low' else 'less'}."
    )


def _on_ladder(f: Finding, w: Words) -> str:
    also = ", or ".join(
        f"{w.length(one.lo or 0.0, 'least')} to {w.length(one.hi, 'greatest')}, {one.lo_name} to {one.hi_name}"
        for one in f.more["also"]
    )
    return (
        f"Bottom edge{w.of_many(f, 'of')} at {w.length(f.value)} lies inside {w.length(f.more['lo'], 'least')} "
        f"to {w.length(f.more['hi'], 'greatest')}" + (f"; there is room also at {also}." if also else ".")
    )


def _rows(f: Finding, w: Words) -> str:
    back, front = w.name(f.about, "seat"), w.names.get(f.more["front"], f.more["front"])
    if f.level is Level.GOOD:
        return f"{capital(back)} sees over {front}{w.of_many(f, 'to')} by {w.length(f.value)}."
    clear = f.value or 0.0
    gets = f"clears {front}'s eyes by {w.length(clear)}" if clear > 0 else f"looks through {front}'s head"
    return f"{capital(back)}{w.of_many(f, 'looking at')} {gets}; {w.length(f.limit)} is wanted over the eyes."


def _tilt(f: Finding, w: Words) -> str:
    tilted = (
        f"tilted {degrees(abs(f.value or 0))} {'down' if (f.value or 0) > 0 else 'up'}"
        if abs(f.value or 0) >= 0.05
        else "upright"
    )
    text = f"{w.named(f.about, 'picture')} squares up to {w.name(f.about, 'seat')} {tilted}"
    if f.more["mount"] is None:
        return text + "; no mount is chosen yet."
    lo, hi = f.more["range"]
    return text + (
        f"; {f.more['mount']} reaches it."
        if f.more["covered"]
        else f"; {f.more['mount']} only tilts {lo:g} to {hi:g}°."
    )


def _off_axis(f: Finding, w: Words) -> str:
    kind = {"oled": "an OLED panel", "ips": "an IPS panel", "va": "a VA panel", "tn": "a TN panel"}.get(
        f.more["kind"], f"a {f.more['kind']} surface"
    )
    if f.level is Level.GOOD:
        return (
            f"{w.named(f.about, 'seat')} is farthest to the side of {w.name(f.about, 'picture')}, "
            f"{degrees(f.value)}: {kind} allows {f.limit:.0f}°."
        )
    more = f" and {f.more['others']} more" if f.more["others"] else ""
    return (
        f"{w.named(f.about, 'seat')}{more} {'see' if more else 'sees'} {w.name(f.about, 'picture')} "
        f"{degrees(f.value)} from the side: {kind} fades past {f.limit:.0f}°."
    )


def _glare(f: Finding, w: Words) -> str:
    name, seat = w.name(f.about, "picture"), w.name(f.about, "seat")
    if f.level is Level.GOOD:
        return f"No window or lamp shows in {name} from any seat."
    listed = " and ".join(f.more["openings"])
    seats = "" if f.more["seats"] == 1 else f", and from {f.more['seats'] - 1} more"
    return (
        f"{capital(listed)} {'mirror' if len(f.more['openings']) > 1 else 'mirrors'} in {f.value:.0f} % of "
        f"{name} from {seat}{seats}, brighter than a dark scene bears."
    )


def _text(f: Finding, w: Words) -> str:
    name, seat, value = w.name(f.about, "picture"), w.name(f.about, "seat"), f"{f.value:.0f} pixels a degree"
    if f.level is Level.GOOD:
        return f"Text on {name} is clean from every seat: {value} or more, least from {seat}."
    away = f"from {w.length(f.more['vanish'], 'least')} on it is clean"
    if f.level is Level.NOTE:
        return f"Text on {name} shows its pixels from {seat}: {value}; {away}."
    return f"Text on {name} is coarse from {seat}: {value}, and {f.limit:.0f} is the least for desk work; {away}."


class ViewingCode(Code):
    """What is found of what every seat gets of a picture, and its sentence."""

    NO_PICTURE = "picture: nothing to look at", lambda f, w: "Nothing to look at yet. Type: tv 65, or screen 110"
    TOO_WIDE = (
        "picture: wider than the wall",
        lambda f, w: (
            f"{w.named(f.about, 'picture')}, {w.length(f.value)} over all, does not fit on a wall of "
            f"{w.length(f.limit)}."
        ),
    )
    SEAT_BEHIND = (
        "picture: seat behind it",
        lambda f, w: f"{w.named(f.about, 'seat')} is behind {w.name(f.about, 'picture')}.",
    )
    ANGLE = "picture: angle and school", _angle
    COARSE = (
        "picture: pixels seen",
        lambda f, w: (
            f"{w.named(f.about, 'seat')} sees the pixels{w.of_many(f, 'of')}: {f.value:.0f} a degree, under "
            f"{f.limit:.0f} is coarse. From {w.length(f.more['vanish'], 'least')} on they vanish."
        ),
    )
    TEXT = "picture: text on it", _text
    NECK = "picture: neck", _neck
    TOP_EDGE = (
        "picture: top edge",
        lambda f, w: (
            f"{w.named(f.about, 'seat')} looks {degrees(f.value)} up to the top edge{w.of_many(f, 'of')}; "
            f"{f.limit:.0f}° is the most from that seat."
        ),
    )
    LADDER_CONFLICT = "picture: no height works", _ladder_conflict
    OFF_LADDER = "picture: height outside the ladder", _off_ladder
    ON_LADDER = "picture: height inside the ladder", _on_ladder
    ROW_IN_FRONT = "picture: over the row in front", _rows
    TILT = "picture: tilt", _tilt
    OFF_AXIS = "picture: from the side", _off_axis
    GLARE = "picture: glare", _glare
    IN_WALL = (
        "picture: turned into the wall",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} is turned {w.length(f.value, 'least')} into the wall: bring it out on "
            "its arm, or turn it less."
        ),
    )
    HEAT = "picture: heat over a fire", _heat


class ViewingCure(CureKind):
    """What is offered, as a short order."""

    ROW_OUT = "row out", lambda c, w: f"{capital(c.name)} to {w.length(c.value)}"
    COVER = "cover", lambda c, w: capital(c.name)
    TURN_LESS = "turned less", lambda c, w: f"Turn it {abs(c.value):.0f}° at most"
    OFF_THE_WALL = "off the wall", lambda c, w: f"Stand it {w.length(c.value, 'least')} off the wall"
    SWIVEL = "swivel", lambda c, w: f"Swivel {abs(c.value):.0f}° to the {'right' if c.value > 0 else 'left'}"
    TILT = "tilt", lambda c, w: f"Tilt {c.value:.1f}° down"
