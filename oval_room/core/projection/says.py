"""What findings of the projector say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.money import money_of
from oval_room.core.projection.keystone import keystone_level
from oval_room.core.projection.ultra_short import FLAT
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
    return f"Lens shift runs out.{used} {tail}.{_tilted(f)}"


def _tilted(f: Finding) -> str:
    """What tilting in the place of shift would come to: named last, as it is done last (rules 6.4)."""
    m = f.more
    if "pitch" not in m:
        return ""
    way = "up" if m["pitch"] > 0 else "down"
    if not m["fills"]:
        return f" Tilted nose {way} instead, the lens can't fill the picture from here."
    turn = f"{max(abs(m['pitch']), 0.1):.1f}° nose {way}"
    told = f" Tilted {turn} and corrected digitally, {int(m['pixels'])} % of the pixels are left"
    return f"{told}: too few." if keystone_level(m["pixels"]) is Level.STOP else f"{told}: the last resort."


def _keystone(f: Finding, w: Words) -> str:
    pitch = f.more["pitch"]
    turn = f"{abs(pitch):.1f}° nose {'up' if pitch > 0 else 'down'}"
    if f.value is None:
        name = w.named(f.about, "projector")
        return f"{name} is tilted {turn}: no straight picture comes of that on its screen. Level it, or tilt it less."
    told = f"Tilted {turn}: the correction leaves {int(f.value)} % of the pixels and of the light, and a softer picture"
    if f.level is Level.STOP:
        return f"{told}. Under {f.limit:.0f} % is too few."
    return f"{told}."


def _in_beam(f: Finding, w: Words, what: str) -> str:
    m = f.more
    if f.level is Level.MIND:
        return (
            f"{capital(what)} stands close to the beam of {w.name(f.about, 'projector')}: see it lit before it stays."
        )
    return (
        f"{capital(what)} stands in the beam of {w.name(f.about, 'projector')}, from {w.length(m['from'])} to "
        f"{w.length(m['to'])} out: {w.length(f.value, 'least')} {m['way']} and it is clear."
    )


def _walks_in(f: Finding, w: Words) -> str:
    way = w.name(f.about, "opening") or w.name(f.about, "thing")
    return (
        f"Somebody on their way through {way} walks {w.length(f.value, 'least')} into the beam of "
        f"{w.name(f.about, 'projector')}: their shadow is on the picture."
    )


def _over_head(f: Finding, w: Words) -> str:
    name, seat, gap = w.named(f.about, "projector"), w.name(f.about, "seat"), f.value or 0.0
    if gap < 0:
        return f"{name} hangs {w.length(-gap, 'least')} under the crown of who sits in {seat}: they sit in it."
    told = f"{name} hangs {w.length(gap, 'greatest')} over the head of who sits in {seat}"
    if f.level is Level.STOP:
        return f"{told}: they get up into it. Not under {w.length(f.limit)}; {w.length(400.0)} is usual."
    return f"{told}: under {w.length(f.limit)} they feel it, and hear it."


def _over_way(f: Finding, w: Words) -> str:
    where = "a way people must pass" if f.more["way"] else "floor where people pass"
    told = f"{w.named(f.about, 'projector')} hangs {w.length(f.value, 'greatest')} over {where}"
    return f"{told}: under {w.length(f.limit)} somebody walks into it."


def _figures_wanted(f: Finding, w: Words) -> str:
    wanted = {"datum": "its cabinet's back to its lens", "offset": "its lens to the picture's bottom edge"}
    told = " and ".join(wanted[one] for one in f.more["wanted"])
    return (
        f"{w.named(f.about, 'projector')} throws so short that millimetres decide, and its sheet's figures are not on "
        f"its card: {told}. Take them from the sheet, or measure; until then its place is a guess."
    )


def _cabinet(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "projector")
    if f.level is Level.STOP:
        inside = w.length(-(f.value or 0), "least")
        return f"{name} would have to stand {inside} in the wall: a larger picture, or one forward."
    return (
        f"{name} stands {w.length(f.value, 'nearest')} off the wall and reaches {w.length(m['needed'], 'least')} out. "
        f"One millimetre nearer is {m['wider']:.1f} mm narrower and {m['down']:.1f} mm lower at the bottom: nothing "
        f"moves it once it is aligned. What it lights is flat to {FLAT:.0f} mm under a 2 m straight-edge."
    )


def _tray(f: Finding, w: Words) -> str:
    thing, name = w.named(f.about, "thing"), w.name(f.about, "projector")
    carries = (
        f"It carries a picture {w.length(f.more['width'], 'greatest')} wide, bottom {w.length(f.more['bottom'])} up"
    )
    if f.level is Level.GOOD:
        out = f", its tray {w.length(f.more['tray'])} out," if f.more["tray"] else ""
        return f"{thing}{out} is deep enough for {name}. {carries}, at most."
    short = w.length((f.limit or 0) - (f.value or 0), "least")
    tray = f"{thing} is {short} too shallow for {name}: stand it that far off the wall, or give it a sliding tray"
    return f"{tray}. {carries}." if f.more["width"] > 0 else f"{tray}."


def _stands(f: Finding, w: Words) -> str:
    way = "above" if f.more["off"] > 0 else "under"
    return (
        f"{w.named(f.about, 'projector')} is planned {w.length(abs(f.more['off']), 'least')} {way} where "
        f"{w.name(f.about, 'thing')} puts it: the furniture decides, or another does."
    )


def _wide(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "picture")
    if not m["possible"]:
        return (
            f"{name} wants {m['zoom']:.2f}× between 16:9 and the wide film; this lens zooms {m['has']:.2f}×. Show 16:9 "
            "smaller, add an anamorphic lens, or take a lens that zooms more."
        )
    both = f"{w.length(m['near'], 'least')} to {w.length(m['far'], 'greatest')}"
    if f.level is Level.MIND:
        return f"From {w.length(f.value)} the lens does not do both 16:9 and the wide film at one height; {both} does."
    light = f" The wide film has {m['light'] * 100:.0f} % of the light." if m["light"] is not None else ""
    return (
        f"16:9 and the wide film by zoom, {m['zoom']:.2f}× of {m['has']:.2f}×: two lens memories. Mask "
        f"{w.length(m['overshoot'], 'least')} above and below the wide film, {m['rows']} rows of the panel each; "
        f"{w.length(m['bar'])} each side of 16:9."
        f"{light}"
    )


def _memory(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "memory")
    size = f"{w.length(m['width'])} × {w.length(m['height'])}"
    if m["why"] == "tilted":
        return f"{name} at {size} is not worked out while the lens is tilted: level it, or find its zoom by hand."
    if m["why"] == "screen":
        runs = f"runs {w.length(f.value, 'least')} {m['way']} {w.name(f.about, 'picture')}"
        if f.level is Level.STOP:
            return f"{name} at {size} {runs}."
        return f"{name} at {size} {runs}: the wall must be as good there."
    if m["why"] == "cabinet":
        if f.level is Level.STOP:
            return (
                f"{name} at {size}: the cabinet would have to stand {w.length(-(f.value or 0), 'least')} in the wall."
            )
        return (
            f"{name}, {size}: tray stop with the cabinet's back {w.length(f.value)} off the wall, the picture's bottom "
            f"{w.length(m['bottom'])} up."
        )
    if m["why"] == "throw":
        most = "starts" if m["near"] else "ends"
        return f"{name} at {size} is out of the zoom from {w.length(f.value)}: it {most} at {w.length(f.limit)}."
    if m["why"] == "shift":
        return f"{name} at {size} is out of the lens shift where it lies on the cloth."
    light = "" if m["light"] is None else f", {m['light'] * 100:.0f} % of the light"
    return f"{name}, {size}: throw ratio {f.value:.2f}, shift {_heights(m['v'])}{light}."


def _heights(v: float) -> str:
    way = "up" if v >= 0 else "down"
    return f"{abs(v):.2f} heights {way}"


def _life(f: Finding, w: Words) -> str:
    m = f.more
    day = f"{m['hours']:g} h a day" + ("" if m["asked"] else ", assumed")
    light = "Its lamp" if m["light"] == "lamp" else f"Its {m['light'].upper() if m['light'] == 'led' else m['light']}"
    told = f"{light} lasts {m['life']:,.0f} h: {f.value:.1f} years at {day}"
    if m["price"]:
        lamp = money_of(m["price"], w.plan.writing.currency)
        return f"{told}. A lamp at {lamp.show() if lamp else ''} is {m['price'] / m['life']:.3f} an hour."
    return f"{told}."


def _air(f: Finding, w: Words) -> str:
    name = w.name(f.about, "projector")
    if f.value is None:
        return f"What {name} draws is not known: find its watts, as a hush-box needs air for all of it."
    return (
        f"The hush-box of {name} needs {f.value:.0f} m³/h of air for {f.more['watts']:g} W and {f.more['rise']:g} K: "
        "in low at the front, out high at the back, by a slow fan that stops last."
    )


def _marks(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"{w.named(f.about, 'projector')} is carried in: tape its place. Sides {w.length(m['left'])} and "
        f"{w.length(m['right'])} along, lens {w.length(m['lens'])} out, its stand {w.length(m['up'])} up; zoom and "
        "focus are checked each time."
    )


def _port(f: Finding, w: Words) -> str:
    m = f.more
    size = f"{w.length(m['width'], 'least')} × {w.length(m['height'], 'least')}"
    return (
        f"{w.named(f.about, 'projector')} shines through a port: {size} clear, its middle {w.length(m['x'])} along and "
        f"{w.length(m['z'])} up. Glass tilted a few degrees, so that it throws nothing back into the lens."
    )


class ThrowCode(Code):
    """What is found of the projector, and its sentence."""

    NO_PROJECTOR = (
        "throw: screen without projector",
        lambda f, w: f"{w.named(f.about, 'picture')} has no projector yet; choose one in Throw.",
    )
    THROW = "throw: distance and width", _throw
    BODY = "throw: room behind", _body
    SHIFT = "throw: lens shift", _shift
    KEYSTONE = "throw: tilt and keystone", _keystone
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
    BODY_IN = (
        "throw: body in something",
        lambda f, w: (
            f"{w.named(f.about, 'projector')} would stand {w.length(f.value, 'least')} in {w.name(f.about, 'thing')}: "
            "its body or its pole."
        ),
    )
    BEAM_THING = "throw: in the beam", lambda f, w: _in_beam(f, w, w.name(f.about, "thing"))
    BEAM_HEAD = "throw: a head in the beam", lambda f, w: _in_beam(f, w, f"the head of {w.name(f.about, 'seat')}")
    BEAM_WALK = "throw: somebody coming in", _walks_in
    BEAM_CLEAR = (
        "throw: the beam is clear",
        lambda f, w: f"Nothing stands in the beam of {w.name(f.about, 'projector')}.",
    )
    WIDE = "throw: wide films by zoom", _wide
    MEMORY = "throw: lens memory", _memory
    LIFE = "throw: years of light", _life
    AIR = "throw: air of a hush-box", _air
    MARKS = "throw: where it is put back", _marks
    PORT = "throw: port in the wall", _port
    CABINET = "throw: cabinet and wall", _cabinet
    TRAY = "throw: furniture deep enough", _tray
    STANDS = "throw: furniture and lens", _stands
    OVER_HEAD = "throw: over somebody's head", _over_head
    OVER_WAY = "throw: over where people pass", _over_way
    FIGURES = "throw: figures of an ultra-short throw", _figures_wanted
    CARRIER = (
        "throw: what carries it",
        lambda f, w: (
            f"Nothing stands under {w.name(f.about, 'projector')}, whose cabinet wants its foot {w.length(f.value)} "
            "up: put the furniture that carries it there."
        ),
    )
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
    NOSE = (
        "nose tilted",
        lambda c, w: f"Tilt the nose {'up' if c.value > 0 else 'down'} {abs(c.value):.1f}°, corrected digitally",
    )
    NOSE_LEVEL = "nose level", lambda c, w: f"Nose level, lens at {w.length(c.value)}"
    LENS_ALONG = "lens along", lambda c, w: f"Lens to {w.length(c.value)} along"
    ON_FURNITURE = "picture on its furniture", lambda c, w: f"Picture to the furniture, bottom {w.length(c.value)}"
    WIDTH_CARRIED = "picture as carried", lambda c, w: f"Picture {w.length(c.value)} wide, as the furniture carries it"
    MEMORY_SUNK = (
        "memory sunk",
        lambda c, w: f"{capital(c.name)} {w.length(c.value)} wide, sunk to the foot of the cloth",
    )
    MEMORY_SMALLER = "memory smaller", lambda c, w: f"{capital(c.name)} {w.length(c.value)} wide, mid-cloth"
    MEMORY_SITS = "memory sits", lambda c, w: f"{capital(c.name)} of the cloth"
