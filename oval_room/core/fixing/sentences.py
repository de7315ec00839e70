"""What findings of fixings say, sentence by sentence."""

from __future__ import annotations

from typing import Final

from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.room import WALL_WORDS
from oval_room.core.words import Words, capital, degrees


def wall_kind(f: Finding, w: Words) -> str:
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


def near_service(f: Finding, w: Words) -> str:
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


def flue(f: Finding, w: Words) -> str:
    thing = f.more["thing"]
    if f.level is Level.GOOD:
        return f"Flue and lining of {thing}: {f.more['flue']}."
    return (
        f"No fixing into {thing} until flue and lining are known: have it looked at, then say flue and what was found."
    )


def mount_range(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "picture")
    if m["part"] == "reach":
        return (
            f"{name} stands {w.length(f.value)} off its wall; {m['mount']} brings it out to "
            f"{w.length(f.limit, 'greatest')}."
        )
    value = f.value or 0.0
    word, ways = {"tilt": ("tilted", ("down", "up")), "swivel": ("swivelled", ("right", "left"))}[m["part"]]
    planned = f"{name} is {word} {degrees(abs(value))} {ways[value < 0]}"
    if m["lo"] == m["hi"] == 0:
        return f"{planned}; {m['mount']} does not {m['part']}."
    return f"{planned}; {m['mount']} goes {ends(m['lo'], m['hi'], ways)}."


def ends(lo: float, hi: float, ways: tuple[str, str]) -> str:
    """A range of degrees in words: `from 2° up to 15° down`."""
    first = f"{abs(lo):g}° {ways[lo < 0]}" if lo else "0°"
    return f"from {first} to {abs(hi):g}° {ways[hi < 0]}"


def within(c: Cure, w: Words) -> str:
    if c.name == "reach":
        return f"Bring it in to {w.length(c.value)} off its wall"
    way = {"tilt": ("down", "up"), "swivel": ("to the right", "to the left")}[c.name][c.value < 0]
    if not c.value:
        return "Hang it flat" if c.name == "tilt" else "Turn it square to its wall"
    return f"{c.name.capitalize()} it {abs(c.value):g}° {way}"


def window(f: Finding, w: Words) -> str:
    y, x = f.more["y"], f.more["x"]
    where = (
        f"{w.length(y[0], 'least')} to {w.length(y[1], 'greatest')} out and {w.length(x[0], 'least')} to "
        f"{w.length(x[1], 'greatest')} along"
    )
    slack = f.value or 0.0
    if f.level is Level.GOOD:
        return f"The plate may be {where}; it is {w.length(slack, 'greatest')} inside {f.more['border']}."
    if not f.more["any"]:
        return f"The plate may be {where}, but something is in the way of beam or body from everywhere there."
    if f.more["inside"]:
        return f"The plate may be {where}, but something is in the way of beam or body where it is."
    return f"The plate is {w.length(-slack, 'least')} past {f.more['border']}; it may be {where}."


def rated(f: Finding, w: Words) -> str:
    name, m = w.named(f.about, "projector" if "projector" in f.about else "picture"), f.more
    carries = f"{m['mount']} is rated for {f.limit:g} kg"
    if f.level is Level.STOP:
        return f"{name} weighs {f.value:g} kg; {carries}: another mount."
    return f"{name} weighs {f.value:g} kg, {m['share'] * 100:.0f} % of what its mount is rated for; {carries}."


def pole(f: Finding, w: Words) -> str:
    if f.more["side"] == "inside":
        most = f.more["most"]
        ends = f"from {w.length(f.more['least'], 'least')}" + (f" to {w.length(most, 'greatest')}" if most else "")
        return f"The pole is {w.length(f.value)}; {f.more['mount']} goes {ends}."
    if f.more["side"] == "under":
        return f"The pole would be {w.length(f.value)}; this mount is never shorter than {w.length(f.limit, 'least')}."
    return f"The pole would be {w.length(f.value)}; this mount reaches {w.length(f.limit, 'greatest')}."


def by_opening(f: Finding, w: Words) -> str:
    m = f.more
    of = next(name for role in ("projector", "picture", "thing") if (name := w.name(f.about, role)))
    if m["why"] == "lintel":
        return (
            f"A hole of {of} lies {w.length(f.value)} over {m['opening']}, in what carries the wall there: look what "
            f"it is and say so (lintel {m['opening']} concrete, 65 deep), or move it."
        )
    edge = f"A hole of {of} lies {w.length(f.value)} from the edge of {m['opening']}"
    return f"{edge}: within {w.length(f.limit)} a fixing may break out. Move it."


def holes(f: Finding, w: Words) -> str:
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


ROW_EG: Final = 'mount row 1/2"'
BOLTS_EG: Final = 'bolts 12"'


def no_holes(f: Finding, w: Words) -> str:
    none, what = f"No hole heights for {w.name(f.about, 'picture')} yet", f.more["what"]
    row = w.eg(ROW_EG)
    bolts = f"{w.eg(BOLTS_EG)}, {row}" if f.more["mount"] else w.eg(BOLTS_EG)
    if what == "t":
        return f"{none}: measure t, panel top to its upper VESA holes, and say {bolts}."
    if what == "vesa":
        return f"{none}: say its bolt pattern, vesa 400 x 300."
    typed = row if what == "the mount" else f"vesa 400 x 300, {bolts}"
    return f"{none}: choose {what} from the shelf, or measure and say {typed}."


def bench(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"{capital(m['what'])}, {m['now'] or 'the mount'}: read as {w.length(f.value)}, the sheet says "
        f"{w.length(f.limit)}; what was read counts."
    )


SAID_BY: Final = {
    "row": ROW_EG,
    "lens_right": 'lens right of plate 3"',
    "lens_forward": 'lens forward of plate 6"',
    "lens_below": 'lens below plate 4"',
}
"""How a figure is said that was read on the bench."""


def bench_wanted(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"Nobody has measured of {m['of']}: {', '.join(m['words'])}. The holes rest on planning values: measure on the "
        f"bench before one is drilled, and say {w.eg(SAID_BY[m['first']])}."
    )


def bench_of_another(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"{capital(m['what'])} was read of {m['of']}; {m['now'] or 'nothing'} hangs there now: it does not count until "
        "it is measured again."
    )


def plate(f: Finding, w: Words) -> str:
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


def joist(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "projector")
    if m["across"] is None:
        return (
            f"Which joist holds the plate of {name} is not known: find those over it, and say which way they run. No "
            "hole before."
        )
    way = "out" if m["across"] == "y" else "along"
    if m["on"] and m["counted"]:
        return (
            f"The plate of {name} lies at {w.length(m['joist'])} {way}, where a joist is counted on from the finds, "
            "not found: a pilot hole first."
        )
    if m["on"]:
        return f"The plate of {name} lies on the joist at {w.length(m['joist'])} {way}: prove it at both its edges."
    if m["in_window"] and m["counted"]:
        return (
            f"The plate of {name} lies {w.length(f.value)} beside the line at {w.length(m['joist'])} {way}, where a "
            "joist is counted on, not found: prove it with a pilot hole, then the plate may go there."
        )
    if m["in_window"]:
        return (
            f"The plate of {name} lies {w.length(f.value)} beside a joist{'' if m['bridge'] else ', on bare board'}: "
            f"the one at {w.length(m['joist'])} {way} is in its window."
        )
    if m["bridge"] is None:
        return (
            f"The plate of {name} lies beyond the last joist that was found, on bare board: find the next, or say "
            "plate held by timber once one is there."
        )
    a, b = m["bridge"]
    return (
        f"No joist lies in the window of {name}. Bridge those at {w.length(a)} and {w.length(b)} {way} with a timber "
        f"{w.length(m['timber'], 'least')} long that bears on both: two M8 bolts through each, with spread washers."
    )


VOID_EG: Final = 'void 14" slab'
HELD_EG: Final = {"projector": "plate held by", "picture": "case held by"}


def holder(f: Finding, w: Words) -> str:
    m, what = f.more, "projector" if "projector" in f.about else "picture"
    hung = f"{'The plate' if what == 'projector' else 'The case'} of {w.name(f.about, what)}"
    if m["why"] == "bracket":
        told = f"{hung} is on a bracket, {w.length(f.value, 'nearest')} out from its wall"
        if m.get("on"):
            what = "fewer than two studs are known there" if m["on"] == "few" else f"that is {WALL_WORDS[m['on']]}"
            return f"{told}: {what}. Find what holds there first."
        if f.level is Level.STOP:
            return f"{told}: none reaches over {w.length(f.limit)}. Hang it from what is over the ceiling."
        return f"{told}: its own holes, by its maker's figures."
    if m["why"] in ("nothing", "void"):
        ceiling = "A suspended grid" if m["kind"] == "grid" else "A bare board"
        ask = "what is over it and how far up" if m["why"] == "nothing" else "how far up it is to what is over it"
        return (
            f"{ceiling} carries nothing: {hung.lower()} hangs from nothing yet. Look, and say {ask}, as in "
            f"{w.eg(VOID_EG)} or void … joists along; or {HELD_EG[what]} timber, or wall bracket."
        )
    if m["why"] == "timber":
        return f"{hung} is held by a timber put in for it: it bears on two joists or on walls, never on board."
    rods = "M8 rods" if m["why"] == "slab" else "M8 rods or a timber lowered from them"
    over = "anchors in the slab" if m["why"] == "slab" else "the joists"
    return (
        f"{hung} drops {w.length(f.value, 'nearest')}: {w.length(m['void'], 'nearest')} of void and "
        f"{w.length(m['pole'], 'nearest')} under the ceiling. {rods} from {over} through the ceiling, which carries "
        "nothing."
    )


def overhead(f: Finding, w: Words) -> str:
    m = f.more
    hung = w.named(f.about, "projector") if "projector" in f.about else f"The case of {w.name(f.about, 'picture')}"
    pull = ", the pull counted twice" if m["pulled"] else ""
    told = f"{hung}, {m['kg']:g} kg{pull}: the worst of {m['by']}"
    if f.level is Level.STOP:
        return f"{told} would bear {f.value:.0f} % of what it may: more of them, or others."
    return f"{told} bears {f.value:.0f} % of what it may."


def case(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    load = ""
    if m["kg"]:
        load = f" It weighs {m['kg']:g} kg" + (", the pull counted twice." if m["pulled"] else ".")
    if m.get("counted"):
        load += " A line there is counted on from the finds, not found: a pilot hole before any hook."
    if m["why"] == "unknown":
        return f"The case of {name} hangs from joists: find them over it, and say which way they run.{load}"
    if m["why"] == "slab":
        return (
            f"The case of {name} hangs from anchors in the concrete at its own hooks, by their maker's figures.{load}"
        )
    if m["why"] == "timber":
        return f"The case of {name} hangs from the timber that was put in for it, at its own hooks.{load}"
    if m["why"] == "few":
        return f"Fewer than two joists lie over the case of {name}: hang it from a timber that bridges two.{load}"
    if m["why"] == "across":
        a, b = m["at"]
        return f"The case of {name} hangs from the joists at {w.length(a)} and {w.length(b)} along.{load}"
    if m["why"] == "along":
        return f"The case of {name} hangs along the joist at {w.length(m['joist'])} out.{load}"
    return (
        f"The case of {name} lies {w.length(f.value)} beside the joist at {w.length(m['joist'])} out: move the cloth "
        f"there, or bridge to the next one.{load}"
    )


def drill(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    if m["why"] == "":
        ways = "; ".join(
            f"{w.length(one.slack, 'greatest')} {one.side}" + (f", then {one.name}" if one.name else "")
            for one in m["borders"]
        )
        return f"The plate of {name} may go {ways}."
    told = f"The plate of {name} can't stay: {', '.join(m['fails'])}" if m["fails"] else f"The plate of {name}"
    if m["why"] == "here":
        return f"{told}. There is a place for it that keeps the picture where it may hang."
    if f.cures:
        return f"{told}, and nowhere in its reach is better: the picture must move, or the wall be backed."
    return f"{told}, and nothing near is better: back the wall with a board, or hang it elsewhere."


def plate_to(c: Cure, w: Words) -> str:
    rise = float(c.name)
    up = f", picture {w.length(abs(rise), 'nearest')} {'higher' if rise > 0 else 'lower'}" if rise else ""
    return f"Plate's middle to {w.length(c.value, 'nearest')} along, the panel slid on it{up}"


def moved_along(c: Cure, w: Words) -> str:
    who = f"All {c.name} that hang in line" if c.name else "Picture"
    return f"{who} {w.length(abs(c.value), 'nearest')} to the {'right' if c.value > 0 else 'left'}"


def strip(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    if m["why"] == "small":
        return f"{capital(name)} is {w.length(f.value)} the short way: no strip fits {w.length(m['inset'])} inside."
    feeds = "at one point" if m["feeds"] == 1 else f"at {m['feeds']} points"
    told = (
        f"Light strip behind {name}: {w.length(f.value, 'least')} along {m['sides']} sides, {m['corners']} corners, "
        f"{m['watts']:.0f} W at {m['volts']} V, fed {feeds}."
    )
    if m["why"] == "joined":
        return f"{told} A reel is {w.length(f.limit)}: join {m['reels']}, or take a longer one."
    return told


def swing(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "picture")
    if m["why"] == "planned":
        return f"{name} is turned {degrees(f.value)}; on its arm it meets {m['by']} at {degrees(f.limit)}."
    ways = [
        f"{m[side]:.0f}° {side}" + (f", then it meets {m[f'{side}_by']}" if m[f"{side}_by"] else "")
        for side in ("left", "right")
    ]
    return f"{name}, its arm out, swings {'; '.join(ways)}."


def plugs(f: Finding, w: Words) -> str:
    told = f"{w.length(f.value, 'greatest')} between the wall and the back of {w.name(f.about, 'picture')}"
    if f.level is Level.GOOD:
        return f"{told}: straight plugs have their room."
    if f.level is Level.NOTE:
        return f"{told}: plugs with a right angle; a straight one wants {w.length(f.limit, 'least')} and its bend."
    return (
        f"{told}: even a plug with a right angle wants {w.length(f.limit, 'least')}. Recess a box in the wall for "
        "plugs and sockets, or take a deeper mount."
    )


def behind(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    if f.level is Level.GOOD:
        what = "The outlet" if m["count"] == 1 else f"The {m['count']} outlets"
        return f"{what} behind {name} {'is' if m['count'] == 1 else 'are'} clear of plate and bracket."
    return (
        f"{capital(m['service'])} lies behind {m['what']} of {name}: no plug goes in there. Move one of them before "
        "any hole; settle sockets and holes together."
    )


def pattern(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "picture")
    own, least, most = (f"{one[0]:g} × {one[1]:g}" for one in (m["vesa"], m["least"], m["most"]))
    if f.level is Level.GOOD:
        return f"{name} has bolts at {own} mm; {m['mount']} takes {least} to {most}."
    return f"{name} has bolts at {own} mm; {m['mount']} takes {least} to {most}: another mount, or an adapter."


def frame(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    if m["why"] == "wall":
        return f"{capital(name)} hangs on a wall that holds nothing yet ({WALL_WORDS[m['kind']]}): find what does."
    if m["why"] == "few":
        return f"Fewer than two studs are known behind the frame of {name}: find them, or put a board across."
    a, b = (w.length(one) for one in m["at"])
    bears = f", each bearing {m['use']:.0f} % of what it may" if m["use"] is not None else ""
    first = " One of them is counted on, not found: a pilot hole first." if m.get("counted") else ""
    return (
        f"The frame of {name} hangs from brackets at {a} and {b} along, {w.length(f.value)} up{bears}; its maker tells "
        f"how far under its top edge.{first}"
    )


def stops(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    (_, whole), *shown = m["stops"]
    others = "".join(f", for {of} by {w.length(out, 'least')}" for of, out in shown if abs(out - whole) >= 1)
    way = "rises from" if m["rises"] else "comes out of"
    told = f"The cloth of {name} {way} its case by {w.length(whole, 'least')}{others}: set its end stop there."
    if m["why"] == "black":
        lower = "stand its case higher" if m["rises"] else "hang its case lower"
        return (
            f"{told} That shows {w.length(f.value, 'least')} of black and it has {w.length(f.limit, 'greatest')}: "
            f"{lower}, move the picture, or order it with more."
        )
    return told


def plate_studs(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    if m["why"] == "lines":
        return f"Studs hold the plate of {name}: find them behind it, then its holes go into their middles."
    if m["why"] == "slots":
        said = "measure them from its middle and put them on its card, as in slots 60-310"
        return f"Where the slots of {m['mount']} are is not known: {said}."
    if m["why"] == "chosen":
        few = "fewer than two studs lie" if m["wanted"] > 1 else "no stud lies"
        return f"With the plate of {name} at {w.length(m['plate'])}, where it was put, {few} in its slots."
    if m["why"] == "none":
        told = f"No place of the plate of {name} has {'two studs' if m['wanted'] > 1 else 'a stud'} in its slots"
        if m["board"] is None:
            return f"{told}: find the studs on both sides, then screw a board across them."
        a, b = m["board"]
        return (
            f"{told}: screw a board of 18 mm plywood or 38 mm timber across the studs at {w.length(a)} and "
            f"{w.length(b)}, {w.length(b - a, 'least')} between their middles, and the plate onto it."
            + (f" Two coach screws in either stud bear {m['use']:.0f} % of what they may." if m["use"] else "")
        )
    at = " and ".join(w.length(one) for one in m["studs"])
    if m["why"] == "off":
        way = "right" if (f.value or 0) > 0 else "left"
        return (
            f"No stud behind {name}: its plate would go onto those at {at}, "
            f"{w.length(abs(f.value or 0), 'nearest')} to the {way} of where it belongs. Find one behind it, screw a "
            "board across, or take an arm."
        )
    if f.level is Level.GOOD:
        return f"Studs at {at} lie in the slots of {name}, its plate's middle at {w.length(m['plate'])}: drill there."
    way = "right" if (f.value or 0) > 0 else "left"
    return (
        f"With its plate on the studs at {at}, {name} hangs {w.length(abs(f.value or 0), 'nearest')} to the {way} of "
        "where it is planned."
    )


FAR_MOVE: Final = 50.0
"""A bought picture that moves farther than this [mm] is told so first (rules 7.18)."""


def over_studs(c: Cure, w: Words) -> str:
    by, at = float(c.name or 0), w.length(c.value)
    if abs(by) <= FAR_MOVE:
        return f"Picture's middle to {at} along"
    far, way = w.length(abs(by), "nearest"), "right" if by > 0 else "left"
    return f"Moves the picture {far} to the {way}: its middle to {at} along, over studs"


def load(f: Finding, w: Words) -> str:
    m, name = f.more, w.named(f.about, "picture")
    by = ", a hand pulling at it" if m["hand"] else f", {m['case']}" if m["cases"] > 1 else ""
    told = (
        f"{name} with its mount, {m['kg']:g} kg {w.length(m['out'])} out{by}: the worst of {m['count']} × {m['fixing']}"
    )
    if f.level is Level.STOP:
        return f"{told} would bear {f.value:.0f} % of what it may: nearer to the wall, more fixings, or others."
    return f"{told} bears {f.value:.0f} % of what it may."


def screws(f: Finding, w: Words) -> str:
    m, name = f.more, w.name(f.about, "picture")
    if m["choose"] is not None:
        return (
            f"Screws into {name}: {m['thread']} × {m['choose']:g} mm, for a bracket of 2.5 mm and a washer; "
            f"{m['span'][0]:.1f} to {m['span'][1]:.1f} mm holds and stays off the picture. Measure the bracket first."
        )
    if m["spacer"] is not None:
        then = f"{m['thread']} × {m['then']:g} mm"
        return f"No stock screw fits {name}: a spacer of {m['spacer']:g} mm more makes {then} right."
    return f"The holes of {name} are too shallow for any {m['thread']} screw: another bracket."
