"""What findings of things that hang on the walls say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.words import Words, capital


def _load(f: Finding, w: Words) -> str:
    weight = f"{f.more['mass']:g} kg{', assumed' if f.more['assumed'] else ''}"
    told = (
        f"{w.named(f.about, 'thing')} with what is on it, {weight}, uses {f.value:.0f} % of what its worst "
        "screw carries"
    )
    if f.level is Level.GOOD:
        return f"{told} (a planning value; the maker's and local code rule)."
    return f"{told}: over {f.limit:.0f} %{' it comes down' if f.level is Level.STOP else ' leaves little for a knock'}."


def _wall(f: Finding, w: Words) -> str:
    name, wall, kind = w.name(f.about, "thing"), w.surface(f.more["wall"]), f.more["kind"]
    if kind == "unknown":
        say = f"made of {f.more['wall']} brick"
        return f"What {wall} behind {name} is made of is not known: drill a pilot hole, then say it, as in {say}."
    if kind == "aerated":
        return f"{capital(name)} on aerated block: nothing hangs there without the fixing maker's own figure."
    return (
        f"{WALL_WORDS[kind].capitalize()} carries nothing: find the studs behind {name} and prove them with a "
        "pilot hole."
    )


def _studs(f: Finding, w: Words) -> str:
    name = w.name(f.about, "thing")
    if f.more["known"]:
        return f"{f.value:.0f} of {f.limit:.0f} screws of {name} meet no stud that was found; those hold nothing."
    return f"The studs behind {name} are not found yet: log them, then put its screws into them."


def _suits(f: Finding, w: Words) -> str:
    wall = w.surface(f.more["wall"])
    what = WALL_WORDS[f.more["kind"]]
    return f"{w.named(f.about, 'thing')}: {f.more['fixing']} is not for {wall}, which is {what}: {f.more['suits']}."


def _service(f: Finding, w: Words) -> str:
    service, name = f.more["service"], w.name(f.about, "thing")
    if f.more["known"]:
        return f"A screw of {name} is {w.length(f.value)} from {service}: move it before drilling."
    return (
        f"A screw of {name} is {w.length(f.value)} from the line through {service}: its cable may run there. "
        "Scan, isolate, or move it."
    )


class HangingCode(Code):
    """What is found of things that hang on the walls, and its sentence."""

    HANGS_OFF = (
        "fixing: past its wall",
        lambda f, w: f"{w.named(f.about, 'thing')} reaches {w.length(f.value, 'least')} past {f.more['past']}.",
    )
    HANGS_OPENING = (
        "fixing: over an opening",
        lambda f, w: f"{w.named(f.about, 'thing')} hangs over {f.more['opening']}: nothing holds it there.",
    )
    HANGS_ACROSS = (
        "fixing: in the way",
        lambda f, w: (
            f"{w.named(f.about, 'thing')} and {w.name(f.about, 'other')} take the same place by "
            f"{w.length(f.value, 'least')}."
        ),
    )
    HANGS_UNSERVED = (
        "fixing: power for what stands on it",
        lambda f, w: (
            f"No socket is known behind or beside {w.name(f.about, 'thing')}, which carries "
            f"{w.name(f.about, 'projector')}: settle it with the holes, for plugs behind a cabinet want depth too."
        ),
    )
    HANGS_WALL = "fixing: what it hangs on", _wall
    HANGS_BOARD = (
        "fixing: board alone",
        lambda f, w: (
            f"{w.named(f.about, 'thing')} on {f.more['fixing']}: board alone never carries it. "
            "Into studs, or onto a board across them."
        ),
    )
    HANGS_STUDS = "fixing: its screws and the studs", _studs
    HANGS_FIXING = "fixing: what its screws go into", _suits
    HANGS_LOAD = "fixing: load on its screws", _load
    HANGS_SERVICE = "fixing: its screws near a service", _service


class HangingCure(CureKind):
    """What is offered, as a short order."""

    SCREWS = "more screws", lambda c, w: f"{c.value:.0f} screws"
    STUDS = "screws into the studs", lambda c, w: f"Its {c.value:.0f} screws into the studs"
    FIXING = "the wall's own fixing", lambda c, w: f"Each screw a {getattr(c.command, 'fixing', '')}"
    ALONG = "hang along", lambda c, w: f"Its left end to {w.length(c.value)}"
