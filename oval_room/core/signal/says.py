"""What findings of the chain say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words, capital

STOPPED = ("why", "weakest", "need", "have")
WHY = {
    "hdr": "does not list its HDR",
    "vrr": "does not list a moving frame rate",
    "chroma": "does not take it at 4:2:0",
    "kind": "is of a kind that does not carry it",
}


def stop_words(why: str, weakest: str, need: float | None, have: float | None) -> str:
    """What stops a format: the part, and by how much."""
    if why != "rate":
        return f"{weakest} {WHY[why]}"
    return f"{weakest} carries {have:.1f} of the {need or 0:.1f} Gbit/s" if have else f"{weakest} does not reach so far"


def _carries(f: Finding, w: Words) -> str:
    m = f.more
    head = f"{capital(m['source'])} to {m['display']}"
    if f.level is Level.GOOD:
        return f"{head}: {m['wanted']} arrives whole, {f.value or 0:.1f} Gbit/s to spare."
    if m.get("beside"):
        goes = f"{m['goes']} goes" if m["goes"] else "nothing goes"
        held = f"{head}: held to what {m['beside']} takes, as one splitter feeds both"
        return f"{held}; {goes} where {m['wanted']} was wanted."
    goes = f"{m['goes']} goes instead" if m["goes"] else "nothing of its list goes"
    return f"{head}: no {m['wanted']}: {stop_words(*(m[key] for key in STOPPED))}; {goes}."


def _reach(f: Finding, w: Words) -> str:
    m = f.more
    length, head, rate = w.length(f.value, "least"), f"Cable {m['cable']}, {m['ends']}", f"{m['gbps']:g} Gbit/s"
    if m["next"]:
        return f"{head}: {m['kind']} of {length} does not carry {rate}; {m['next']} does."
    return f"{head}: nothing carries {rate} over {length}: bring the ends nearer, or ask for less."


def _sound(f: Finding, w: Words) -> str:
    m = f.more
    if m["decoder"] is None:
        return f"{m['source']} on {m['display']}: nothing sounds. Take its sound out before, or bring it back over ARC."
    by = {"with the picture": "with the picture", "taken out": "taken out by cable"}.get(m["by"], m["by"])
    if m["arrives"] is None:
        head = f"{m['source']} on {m['display']}: {m['decoder']} knows none of its sound"
        return f"{head} ({m['gives']}): let it send another, or convert it."
    if f.level is Level.GOOD:
        return f"{m['source']} on {m['display']} sounds from {m['decoder']}, {by}: {m['arrives']}."
    told = f"{m['source']} on {m['display']}: {m['arrives']} at {m['decoder']}, {by}, where it gives {m['gives']}"
    return f"{told}, which has to be converted to 5.1 in its menu or by a box." if m["gives"] == "aac" else f"{told}."


def _apps(f: Finding, w: Words) -> str:
    m = f.more
    head = f"What {m['display']} plays itself"
    lead = f" A lead brings it: {m['lead']}." if m["lead"] else ""
    if m["decoder"] is None:
        return f"{head} is heard from its own loudspeakers alone, not from those of the room.{lead}"
    by = "over the optical lead" if m["by"] == "taken out" else m["by"]
    if f.level is Level.GOOD:
        return f"{head} sounds from {m['decoder']}, {by}: {m['arrives']}."
    second = f" A second lead brings it whole: {m['lead']}." if m["lead"] else ""
    return f"{head}: {m['arrives'] or 'nothing'} at {m['decoder']}, {by}, where it gives {m['gives']}.{second}"


def _dies(f: Finding, w: Words) -> str:
    m = f.more
    head = f"The sound of {m['source']} comes through {m['through']}"
    return f"{head}: on {m['display']} it dies when {m['through']} is off."


def _lag(f: Finding, w: Words) -> str:
    m = f.more
    known = "" if m["known"] else ", and some boxes do not say theirs"
    return f"{m['source']} to {m['display']} is {f.value:.0f} ms behind{known}."


def _lips(f: Finding, w: Words) -> str:
    m = f.more
    late = (f.value or 0.0) > 0
    which = "after" if late else "before"
    cure = "turn the decoder's delay down" if late else f"set {abs(f.value or 0):.0f} ms of delay at {m['decoder']}"
    return f"{capital(m['way'])}: sound {abs(f.value or 0):.0f} ms {which} the lips: {cure}."


def _mode(f: Finding, w: Words) -> str:
    m = f.more
    ships = f"{m['box']} {m['port']} ships at {f.value:g} Gbit/s"
    return f"{ships}: set it to “{m['mode']}” for the {f.limit:g} that {m['source']} asks for."


def _spare(f: Finding, w: Words) -> str:
    return (
        f"No spare cable to {f.more['ends']}: a wall is opened once. Pull one more HDMI and one more data cable than "
        "needed."
    )


def _theirs(f: Finding, w: Words) -> str:
    return f"{w.named(f.about, 'thing')} is the client's and is not used: it is left over, or saves something to buy."


def _circuit(f: Finding, w: Words) -> str:
    m = f.more
    then = "" if f.level is Level.GOOD else ": a second circuit, by a licensed electrician"
    return (
        f"{capital(m['what'])} takes {f.value:.0f} W at most of the {f.limit:.0f} W that {m['amps']:g} A at "
        f"{m['volts']:g} V may bear on and on{then}."
    )


def _mouth(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    many = f"cables {m['cables']} come" if m["count"] > 1 else f"cable {m['cables']} comes"
    if m["box"]:
        return f"Behind {name} {many} out at {m['box']}."
    return f"Behind {name} {many} out of the wall, and no box is planned: settle it together with the holes."


def _sockets(f: Finding, w: Words) -> str:
    m = f.more
    there = f"{f.limit:.0f} within reach ({m['sockets']})" if m["sockets"] else "none is within reach"
    many = "one socket outlet" if f.value == 1 else f"{f.value:.0f} socket outlets"
    told = f"{capital(m['spot'])} wants {many}; {there}"
    if f.level is Level.GOOD:
        return f"{told}."
    if m["ceiling"]:
        return f"{told}: a socket at the ceiling is fitted by a licensed electrician."
    return f"{told}: sockets for it, fitted by a licensed electrician, or a power strip of its own rating."


def _feed(f: Finding, w: Words) -> str:
    m = f.more
    name, pair = w.named(f.about, "thing"), f"{w.length(m['length'])} of {m['awg']} AWG"
    if m["converter"]:
        if f.level is Level.GOOD:
            return f"{name}: {m['sent']:g} V over {pair} leave {f.value:.1f} V before the converter at its end."
        return f"{name}: not even {m['sent']:g} V with a converter at its end come over {pair}: a supply beside it."
    told = f"{name} at the end of {pair} has {f.value:.2f} V"
    if not f.value:
        told = f"{pair} can't carry the {m['watts']:g} W that {w.name(f.about, 'thing')} takes"
    if f.level is Level.GOOD:
        return f"{told}."
    wants = f"{capital(told)}: {m['volts']:g} V gear wants {f.limit:.2f}"
    if m["far"] is None:
        return f"{wants}; not even {m['sent']:g} V with a converter at its end come so far: a supply beside it, or PoE."
    far = f"{m['sent']:g} V and a converter at its end, before which {m['far']:.1f} are left"
    return f"{wants}. A thicker pair, a nearer supply, or {far}."


class SignalCode(Code):
    """What is found of the chain, and its sentence."""

    ROUTE_CARRIES = "routing: what arrives", _carries
    ROUTE_REACH = "routing: reach of a cable", _reach
    ROUTE_UNKNOWN = (
        "routing: length not known",
        lambda f, w: (
            f"How far cable {f.more['cable']} runs, {f.more['ends']}, is not known: say where both ends stand, or "
            f"measure it: run {f.more['cable']} 12 m."
        ),
    )
    ROUTE_SOUND = "routing: sound", _sound
    ROUTE_APPS = "routing: sound of its own apps", _apps
    ROUTE_SOUND_DIES = "routing: sound through a display", _dies
    ROUTE_LAG = "routing: lag", _lag
    ROUTE_LIPS = "routing: lips and sound", _lips
    ROUTE_MODE = "routing: setting of an input", _mode
    ROUTE_FIRMWARE = (
        "routing: firmware",
        lambda f, w: (
            f"{f.more['box']} {f.more['port']} needs firmware {f.more['firmware']} for its full rate: look before "
            "anything is closed in."
        ),
    )
    ROUTE_READ = (
        "routing: read at an input",
        lambda f, w: (
            f"{f.more['box']} {f.more['port']} was read ({f.more['by']}) and differs from its sheet: "
            f"{f.more['differs']}. What was read counts."
        ),
    )
    ROUTE_LEADS = (
        "routing: leads of a wall",
        lambda f, w: (
            f"{f.value:.0f} lead{'s' if f.value != 1 else ''} from {f.more['from']} {'are' if f.value != 1 else 'is'} "
            "planned by the mapping and not on the cable schedule yet."
        ),
    )
    ROUTE_CROSSED = (
        "routing: lead to another display",
        lambda f, w: (
            f"Cable {f.more['cable']} leads {f.more['output']} to {f.more['display']}, and the mapping cuts that "
            f"output for {f.more['meant'] or 'no display'}: the wall shows the wrong piece there."
        ),
    )
    ROUTE_PORTS = (
        "routing: inputs",
        lambda f, w: (
            f"{f.more['box']}: {f.more['moves']} gives its fast inputs to what asks for them "
            f"({f.value:.0f} of {f.limit:.0f} needs are met now)."
        ),
    )
    ROUTE_BLIND = (
        "routing: display without a source",
        lambda f, w: (
            f"Nothing reaches {f.more['display']} yet: link a source to it, as in link player > {f.more['display']}."
        ),
    )
    ROUTE_LOOSE = ("routing: source without a display", lambda f, w: f"{w.named(f.about, 'thing')} reaches no display.")
    ROUTE_LOST = (
        "routing: end of a cable",
        lambda f, w: (
            f"Cable {f.more['cable']} ends at a port that is no longer there: link it again, or drop {f.more['cable']}."
        ),
    )
    ROUTE_MANY = (
        "routing: too many ways",
        lambda f, w: "There are more ways through this board than can be followed: the first 1,500 are told.",
    )
    ROUTE_ONE_WAY = (
        "routing: optical cable",
        lambda f, w: (
            f"Cable {f.more['cable']} is active optical: it goes one way only and loses eARC and CEC; test it before "
            f"it is buried{', the sound that comes back over it too' if f.more['back'] else ''}."
        ),
    )
    ROUTE_BACK = (
        "routing: sound back through a box",
        lambda f, w: (
            f"{capital(f.more['at'])} and {f.more['to']} know ARC, {f.more['box']} between them does not carry it: "
            f"what {f.more['at']} plays itself is heard there alone. Take one that carries it, or an optical lead back."
        ),
    )
    ROUTE_SPARE = "routing: spare cables", _spare
    ROUTE_ASSUMED = (
        "routing: ports not known",
        lambda f, w: (
            f"The ports of {f.more['box']} are assumed ({f.more['ports']}): read its label, and type it on the shelf."
        ),
    )
    ROUTE_THEIRS = "routing: what the client has", _theirs
    ROUTE_HIDDEN = (
        "routing: out of reach",
        lambda f, w: (
            f"{w.named(f.about, 'thing')} is {f.more['reach']}: give it a switched socket or a reset from afar, and a "
            "way to get at it."
        ),
    )
    ROUTE_CIRCUIT = "routing: circuit", _circuit
    ROUTE_POE = (
        "routing: power over the network",
        lambda f, w: (
            f"{w.named(f.about, 'thing')} feeds {f.more['fed']}: {f.value:.1f} of {f.limit:.0f} W"
            f"{'.' if f.level is Level.GOOD else ': feed some of it from the wall, or take a larger one.'}"
        ),
    )
    ROUTE_UNFED = (
        "routing: nothing feeds it",
        lambda f, w: (
            f"{w.named(f.about, 'thing')} draws {f.value:g} W over the network, and no cable brings it: link a "
            "network switch that gives power."
        ),
    )

    ROUTE_MOUTH = "routing: box in the wall", _mouth
    ROUTE_SOCKETS = "routing: sockets", _sockets
    ROUTE_FEED = "routing: low-voltage feed", _feed
    ROUTE_SHORT = (
        "routing: too few fast inputs",
        lambda f, w: (
            f"{f.more['box']}: {f.more['names']} ask for more than any input left has. Give one of them up, link it "
            "straight to the display, or take a box with more fast inputs."
        ),
    )
    BUTTON_TWICE = (
        "routing: told two things at once",
        lambda f, w: (
            f"{f.more['button']} tells {f.more['of']} two things at once, {f.more['one']} and {f.more['other']}, for "
            f"{f.value:.0f} s: put a then between them."
        ),
    )
    BUTTON_ARM = (
        "routing: cloth into a panel",
        lambda f, w: (
            f"{f.more['button']} lets {f.more['cloth']} down before {f.more['panel']} is in: it may be swung out on "
            f"its arm. First {f.more['panel']} arm in, then the cloth."
        ),
    )
    BUTTON_TRAY = (
        "routing: light before the tray is out",
        lambda f, w: (
            f"{f.more['button']} turns {f.more['of']} on {f.value:.0f} s before its tray is out: its light strikes "
            "what stands there, and eyes. Then on."
        ),
    )
    BUTTON_LEFT_ON = (
        "routing: never undone",
        lambda f, w: f"No button gives {f.more['of']} {f.more['undo']} again after {f.more['act']}.",
    )
    BUTTON_WAIT = (
        "routing: wait of a button",
        lambda f, w: (
            f"{f.more['button']} takes {f.value:.0f} s until all is done; the longest wait is {f.more['of']} "
            f"{f.more['act']}, {f.more['takes']:.0f} s."
        ),
    )


class SignalCure(CureKind):
    """What is offered, as a short order."""

    KIND = "kind of cable", lambda c, w: f"Make it {c.name}"
    MODE = "setting is on", lambda c, w: f"Set {c.of} to “{c.name}”"
    PORTS = "inputs changed", lambda c, w: f"{c.name}"
    LAY = "leads of a wall", lambda c, w: f"Lay the {c.value:.0f} leads from {c.name}"
    PATCH = "mapping follows the cable", lambda c, w: f"Map {c.name} to {c.of}"
    BACK = "lead for its sound", lambda c, w: f"Link {c.name}"
    MOUTH = "wall box", lambda c, w: f"A wall box behind {c.name}, {w.length(c.value)} up"
    SPARE = "spare cables", lambda c, w: f"Pull a spare pair to {c.name}"
    LINK = "link", lambda c, w: f"Link {c.name}"
    FEED_AWG = "thicker feed", lambda c, w: f"Feed it over {c.name} AWG"
    FEED_CONVERT = "converter at the end", lambda c, w: f"Send {c.value:g} V, a converter at its end"
    FEED_POE = "over the network", lambda c, w: "Feed it over the network"
    FEED_NEAR = "nearer supply", lambda c, w: f"Its supply within {w.length(c.value, 'most')}"
