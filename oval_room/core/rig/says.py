"""What findings of a rig say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words, capital


def _deg(value: float | None) -> str:
    return f"{value or 0.0:.1f}°"


def _round(f: Finding, w: Words) -> str:
    m = f.more
    told = f"{w.named(f.about, 'picture')}: {_deg(f.value)} round {m['who']}"
    return f"{told}; the centre screen is true to size when the game is told {_deg(m['across'])} across."


def _square(f: Finding, w: Words) -> str:
    head = f"{w.named(f.about, 'picture')}: sides turned in {_deg(f.value)}"
    if f.level is Level.GOOD:
        return f"{head}, as square to the eye as the centre."
    return (
        f"{head}, {_deg(abs((f.value or 0) - (f.limit or 0)))} from where they are as square to the eye as the centre."
    )


def _uneven(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"{w.named(f.about, 'picture')}: left side {_deg(m['left'])} and {w.length(m['left_away'])} away, right side "
        f"{_deg(m['right'])} and {w.length(m['right_away'])}: the picture bends differently on each side."
    )


def _gap(f: Finding, w: Words) -> str:
    m = f.more
    apart = f"{capital(m['one'])} and {m['other']} stand {w.length(f.value)} apart, frame to frame"
    return f"{apart}: {m['pixels']:.0f} px are lost there."


def _lean(f: Finding, w: Words) -> str:
    way = "over" if (f.value or 0) > 0 else "under"
    return f"The eye of {f.more['who']} is {_deg(abs(f.value or 0))} {way} what {w.name(f.about, 'picture')} faces."


def _lap(f: Finding, w: Words) -> str:
    m = f.more
    head = f"The frame of {m['one']} stands before that of {m['other']}"
    return f"{head}: one bezel is seen there, {m['pixels']:.0f} px are lost behind it."


def _through(f: Finding, w: Words) -> str:
    return f"{capital(f.more['one'])} and {f.more['other']} stand through each other."


def _hides(f: Finding, w: Words) -> str:
    return f"{capital(f.more['one'])} and {f.more['other']} hide {_deg(f.value)} of each other from {f.more['who']}."


def _near(f: Finding, w: Words) -> str:
    near = f"{capital(f.more['one'])} comes within {w.length(f.value)} of the eye of {f.more['who']}"
    return f"{near}: {w.length(f.limit)} is for head and hands."


def _outside(f: Finding, w: Words) -> str:
    head = f"{capital(f.more['one'])} stands in the wall: it is out of the room"
    return f"{head}. Bring the seat back, or take smaller screens."


def _one(f: Finding, w: Words) -> str:
    head = f"{w.named(f.about, 'picture')}: {_deg(f.value)} in all"
    if f.more["stretch"] is None:
        return f"{head}: no single projection draws 180° and more, games that cap take 179°. Set one each."
    told = f"one projection over all draws its far edges {f.more['stretch']:.1f} times as wide as its middle"
    return f"{head}: {told}{'. Set one for each screen' if f.level is Level.MIND else ''}."


def _kit(f: Finding, w: Words) -> str:
    m = f.more
    range_ = f"{m['least']:g} to {m['most']:g}°"
    if f.level is Level.GOOD:
        return f"The joint kit takes it: {_deg(f.value)} between the screens, of {range_}."
    return f"The joint kit goes from {range_}; {_deg(f.value)} between the screens is out of it."


def _past(f: Finding, w: Words) -> str:
    return f"{capital(f.more['one'])} is turned {_deg(f.value)}: sides are turned in up to 90°."


def _level(f: Finding, w: Words) -> str:
    m = f.more
    head = f"{capital(m['one'])} beside {m['other']}: pictures {w.length(f.value)} unlike in height"
    if m["grown"] <= 3:
        return f"{head}, a window keeps its size across them."
    return f"{head}, a window grows by {m['grown']:.0f} % across them."


def _wheel(f: Finding, w: Words) -> str:
    head = f"{w.named(f.about, 'picture')}: the wheel base reaches {w.length(f.limit)} ahead of the eye"
    if f.level is Level.GOOD:
        return f"{head}, the centre screen stands {w.length(f.value)} ahead."
    return f"{head}; the centre screen is only {w.length(f.value)} ahead. Set it farther, or the wheel nearer."


def _knees(f: Finding, w: Words) -> str:
    head = f"{w.named(f.about, 'picture')}: knees and wheel come to {w.length(f.limit)}"
    if f.level is Level.GOOD:
        return f"{head}, the screens end at {w.length(f.value)}."
    return f"{head}; the screens reach down to {w.length(f.value)}. Raise them, or mind them getting in."


def _stand(f: Finding, w: Words) -> str:
    m = f.more
    here = ", as it stands now" if m["now"] else ""
    head = f"{w.named(f.about, 'picture')} kept as {m['stand']}{here}: {_deg(f.value)} round {m['who']}"
    if f.level is Level.MIND:
        return f"{head}, but {m['stops']} stop{'s' if m['stops'] > 1 else ''} there: look before anybody sets it so."
    return f"{head}{', something to mind there' if f.level is Level.NOTE else ''}."


class RigCode(Code):
    """What is found of screens round a seat, and its sentence."""

    RIG_ROUND = "rig: how far round", _round
    RIG_SQUARE = "rig: sides square to the eye", _square
    RIG_UNEVEN = "rig: sides alike", _uneven
    RIG_GAP = "rig: joints", _gap
    RIG_LEAN = "rig: square to the eye's height", _lean
    RIG_LAP = "rig: frames that overlap", _lap
    RIG_THROUGH = "rig: through each other", _through
    RIG_HIDES = "rig: one before the other", _hides
    RIG_NEAR = "rig: room for the head", _near
    RIG_OUTSIDE = "rig: in the room", _outside
    RIG_ONE = "rig: one projection", _one
    RIG_KIT = "rig: joint kit", _kit
    RIG_PAST = "rig: past 90°", _past
    RIG_LEVEL = "rig: level with the centre", _level
    RIG_WHEEL = "rig: wheel base", _wheel
    RIG_KNEES = "rig: knees", _knees
    RIG_STAND = "rig: position", _stand
    RIG_EYE = (
        "rig: whose eye",
        lambda f, w: f"Nobody sits before {w.name(f.about, 'picture')}: say where, seat 700 mm from it.",
    )


class RigCure(CureKind):
    """What is offered, as a short order."""

    TURN = "turn sides", lambda c, w: f"Turn the sides to {c.value:.1f}°"
    LEAN = (
        "lean screens",
        lambda c, w: (
            f"Lean all screens {abs(c.value):.1f}° {'back' if c.value > 0 else 'forward'}, edges still meet"
            if abs(c.value) >= 0.05
            else "Set all screens upright, edges still meet"
        ),
    )
    MIDDLE = (
        "screens before the eye",
        lambda c, w: f"Screens {w.length(c.value)} {c.name}, before the eye, both sides alike",
    )
    EVEN = "both sides alike", lambda c, w: f"Set both sides at {c.value:.1f}°, joints as asked"
    BACK = "screens farther", lambda c, w: f"Set the centre {w.length(c.value)} from the eye"
    RAISE = "screens higher", lambda c, w: f"Raise all screens {w.length(c.value)}"
    FEET = "feet off", lambda c, w: "Take the feet off, hold the screens by arms or uprights"
    LIFT = "panel higher", lambda c, w: f"Raise it {w.length(c.value)}"
