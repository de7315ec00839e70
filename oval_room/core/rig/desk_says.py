"""What findings of a panel at a desk say."""

from __future__ import annotations

from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words


def _deg(value: float | None) -> str:
    return f"{value or 0.0:.1f}°"


def _corners(f: Finding, w: Words) -> str:
    m = f.more
    head = f"{w.named(f.about, 'picture')}: the head of {m['who']} turns {_deg(f.value)} to its corners"
    if f.level is Level.GOOD:
        return f"{head}, at ease."
    if m["ease"] is None:
        return f"{head}; {f.limit:g}° is at ease. Set them farther, or one before the eyes and one aside of it."
    return f"{head}; {f.limit:g}° is at ease, from {w.length(m['ease'], 'least')}."


def _top_edge(f: Finding, w: Words) -> str:
    over = f"{_deg(f.value)} over" if (f.value or 0) >= 0 else f"{_deg(-(f.value or 0))} under"
    head = f"{w.named(f.about, 'picture')}: its top edge stands {over} the eye of {f.more['who']}"
    if f.level is Level.GOOD:
        return f"{head}."
    to_do = "Keep on it what is seldom looked at." if f.more["over"] else "Lower it."
    return f"{head}; over {f.limit:g}° necks tire in hours of work. {to_do}"


def _edge(f: Finding, w: Words) -> str:
    name, m = w.named(f.about, "picture"), f.more
    if f.value is None:
        what = "it weighs" if m["panels"] == 1 else "all on its pole weigh"
        return f"{name} on an arm {w.length(m['reach'])} off its clamp: nobody has said what {what}."
    what = f"{m['mass']:g} kg" if m["panels"] == 1 else f"{m['panels']} panels on one pole, {m['mass']:g} kg,"
    head = f"{name}: {what} {w.length(m['reach'])} off the clamp bend the desk's edge by {f.value:.0f} N·m"
    if f.level is Level.GOOD:
        return f"{head}; board bears {f.limit:g}. Planning values: the arm's maker rules."
    return f"{head}; board bears {f.limit:g}. Put a plate under the clamp, or stand the arm on the wall."


class DeskCode(Code):
    """What is found of a panel at a desk, and its sentence."""

    DESK_TURN = "rig: head turned at a desk", _corners
    DESK_UP = "rig: top edge at a desk", _top_edge
    DESK_NEAR = (
        "rig: near at a desk",
        lambda f, w: f"{w.named(f.about, 'picture')} is only {w.length(f.value)} from the eye of {f.more['who']}.",
    )
    DESK_TOP = (
        "rig: on the desk",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} reaches down to {w.length(f.value)}, into the desk at {w.length(f.limit)}."
        ),
    )
    DESK_EDGE = "rig: arm on the desk", _edge
    DESK_WARM = (
        "rig: warmth at a desk",
        lambda f, w: f"{w.named(f.about, 'picture')} takes {f.value:.0f} W at arm's length: hands and face feel it.",
    )
    DESK_EYE = (
        "rig: whose desk",
        lambda f, w: f"Nobody sits at the desk before {w.name(f.about, 'picture')}: say where, seat 700 mm from it.",
    )
