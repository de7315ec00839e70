"""What findings of Picture say."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Final

from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level
from oval_room.core.screens.lag import lag_words
from oval_room.core.sound.with_picture import BEARINGS
from oval_room.core.told.letters import capital, degrees
from oval_room.core.units import Side

if TYPE_CHECKING:
    from oval_room.core.words import Words


def _heat(f: Finding, w: Words) -> str:
    name, fire = w.name(f.about, "picture"), f.more["fire"]
    if f.level is Level.GOOD:
        return f"{capital(name)} over {fire}: " + (
            "the fire is dead." if not f.more["works"] else f"{f.value:.0f} °C at its bottom edge."
        )
    if f.value is None:
        return f"{capital(name)} hangs over {fire}, and nobody has measured the heat: light it for an hour, read the panel's bottom edge. No fixing into the breast until flue and lining are known."
    return f"{f.value:.0f} °C at the bottom edge of {name} over {fire}: above {f.limit:.0f} °C{' is too hot for it' if f.level is Level.STOP else ' shortens its life'}."


def _angle(f: Finding, w: Words) -> str:
    m, seat = f.more, w.name(f.about, "seat")
    band = f"{m['lo']:g}–{m['hi']:g}°"
    if f.level is Level.GOOD:
        who = "Every seat" if m["count"] > 1 else capital(seat)
        return f"{who} is inside {m['school']}, {band}; worst {degrees(f.value)} from {seat}."
    more = f" and {m['others']} more" if m["others"] else ""
    words = "small" if m["side"] == "under" else "large"
    return f"{w.named(f.about, 'picture')} is {words} from {seat}{more}: {degrees(f.value)}, {m['school']} is {band}."


def _neck(f: Finding, w: Words) -> str:
    seat, value = w.name(f.about, "seat"), f.value or 0.0
    way = "up" if value > 0 else "down"
    if f.level is Level.GOOD:
        return f"Necks are easy{w.of_many(f, 'before')}: at most {abs(value):.0f}° {way}, from {seat}."
    hard = "too far for long viewing" if f.level is Level.STOP else "tiring in time"
    return f"{capital(seat)} looks {abs(value):.0f}° {way} from its ease{w.of_many(f, 'to')}: {hard}."


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
    return f"Bottom edge{w.of_many(f, 'of')} at {w.length(f.value)} lies inside {w.length(f.more['lo'], 'least')} to {w.length(f.more['hi'], 'greatest')}."


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
        f"; {f.more['mount']} reaches it." if f.more["covered"] else f"; {f.more['mount']} only tilts {lo:g} to {hi:g}°."
    )


def _dim(f: Finding, w: Words) -> str:
    name = w.name(f.about, "picture")
    if f.level is Level.GOOD:
        return f"White on {name} is {f.value:.0f} cd/m²: enough in the dark."
    return f"White on {name} is only {f.value:.0f} cd/m²; even a dark room wants {f.limit:.0f}."


def _contrast(f: Finding, w: Words) -> str:
    scene, name = w.name(f.about, "scene"), w.name(f.about, "picture")
    got = "beyond measure" if f.value is None else f"{f.value:.0f}:1"
    klass = f.more["class"]
    if f.level is Level.GOOD:
        return f"{capital(name)} in {scene}: contrast {got}, good for {klass}."
    fit = "washed out" if klass == "washed out" else f"only {klass}"
    return f"{capital(name)} in {scene}: contrast {got}, {fit}; {f.limit:.0f}:1 is wanted. {_darker(f)}"


def _darker(f: Finding) -> str:
    """What would help: how much of today's light must go, or why no blind helps (rules 5.5)."""
    needed = f.more["blinds"]
    if needed is None or needed.stop == 0:
        return "Less light on it, or a brighter picture."
    if needed.why == "native":
        return f"No blind helps: this display shows {f.more['native']:.0f}:1 within one picture at best."
    if needed.why == "wash":
        return "No blind helps: the room itself throws too much back. Darken its surfaces."
    dark = f.more["dark"]
    paint = f" With the room painted dark it would be {dark:.0f}:1, {f.more['dark class']}." if dark is not None else ""
    return f"Blinds must stop {needed.stop * 100:.0f} % of today's light, or the picture be brighter.{paint}"


def _off_axis(f: Finding, w: Words) -> str:
    kind = {"oled": "an OLED panel", "ips": "an IPS panel", "va": "a VA panel", "tn": "a TN panel"}.get(
        f.more["kind"], f"a {f.more['kind']} surface"
    )
    if f.level is Level.GOOD:
        return f"{w.named(f.about, 'seat')} is farthest to the side of {w.name(f.about, 'picture')}, {degrees(f.value)}: {kind} allows {f.limit:.0f}°."
    more = f" and {f.more['others']} more" if f.more["others"] else ""
    return f"{w.named(f.about, 'seat')}{more} {'see' if more else 'sees'} {w.name(f.about, 'picture')} {degrees(f.value)} from the side: {kind} fades past {f.limit:.0f}°."


def _glare(f: Finding, w: Words) -> str:
    name, seat = w.name(f.about, "picture"), w.name(f.about, "seat")
    if f.level is Level.GOOD:
        return f"No window or lamp shows in {name} from any seat."
    listed = " and ".join(f.more["openings"])
    seats = "" if f.more["seats"] == 1 else f", and from {f.more['seats'] - 1} more"
    return f"{capital(listed)} {'mirror' if len(f.more['openings']) > 1 else 'mirrors'} in {f.value:.0f} % of {name} from {seat}{seats}, brighter than a dark scene bears."


def _speakers(f: Finding, w: Words) -> str:
    seat = w.name(f.about, "seat")
    if f.level is Level.GOOD:
        return f"Left and right stand {degrees(f.value)} apart from {seat}."
    if (f.value or 0) < (f.limit or 0):
        return f"Left and right are only {degrees(f.value)} apart from {seat}: under {f.limit:.0f}° the sound draws together. Put them outside the picture."
    return f"Left and right are {degrees(f.value)} apart from {seat}: over {f.limit:.0f}° the middle falls out."


def _placed(f: Finding, w: Words) -> str:
    """Where one loudspeaker stands (rules 11)."""
    name, seat, what = capital(f.more["speaker"]), w.name(f.about, "seat"), f.more["what"]
    if what == "tweeter":
        way = "over" if (f.value or 0) > 0 else "under"
        return f"{name}'s tweeter is {degrees(abs(f.value or 0))} {way} the ear of {seat}; within {f.limit:.0f}° its treble reaches the seat. Raise, lower or tip it."
    if what == "centre":
        told = f"{name} is {degrees(f.value)} from the middle of {w.name(f.about, 'picture')}"
        return (
            f"{told}: voices come from the picture."
            if f.level is Level.GOOD
            else f"{told}; over {f.limit:.0f}° voices come from beside it."
        )
    if what == "sub":
        return f"{name} stands {w.length(f.value)} from the nearest socket; its own lead reaches about {w.length(f.limit)}."
    lo, hi = BEARINGS[what]
    told = f"{name} stands {degrees(f.value)} round from the picture, seen from {seat}"
    return f"{told}: {what}s belong at {lo:.0f} to {hi:.0f}°{'.' if f.level is Level.GOOD else ', move it.'}"


def _beside(f: Finding, w: Words) -> str:
    found, name, other = f.more["found"], w.named(f.about, "picture"), w.names.get(f.more["other"], "")
    size = (
        f"a window moved across grows or shrinks by {found.pitch_pct:.0f} %"
        if not found.keeps_size
        else "a window keeps its size across them"
    )
    if found.level_together:
        return f"{name} and {other} are of one height; {size}."
    return (
        f"{name} and {other} differ by {w.length(found.viewable)} in picture height, {w.length(found.overall)} over all; {size}."
    )


def _lag(f: Finding, w: Words) -> str:
    name, mode = w.named(f.about, "picture"), f.more["mode"]
    if f.value is None:
        return f"Games are played here, and the lag of {f.more['name']} is not known: find the maker's figure for its game mode, or measure it."
    told = f"{name} lags {f.value:.0f} ms" + (f" in its {mode} mode" if mode else "") + f": {lag_words(f.value)}"
    return told + (
        f", and {f.more['plays']} games need it under {f.limit:.0f}."
        if f.level is Level.STOP
        else ". Receiver, splitter and extender come on top."
    )


def _surface_wrong(f: Finding, w: Words) -> str:
    name = w.named(f.about, "picture")
    if f.more["short"]:
        return (
            f"{name} has a contrast surface, made for light from the front: an ultra-short throw from below looks uneven on it."
        )
    return f"{name} has a {f.more['surface']} surface, which throws this projector's beam away: it wants a lens from below, close to it."


def _covered(f: Finding, w: Words) -> str:
    name, speaker = w.named(f.about, "picture"), f.more["speaker"]
    if f.limit is None:
        return f"{name} covers {speaker}, and its {f.more['surface']} surface lets no sound through: a woven one does, or move it out."
    return f"{name} hangs {w.length(f.value)} before {speaker}; its {f.more['surface']} cloth wants {w.length(f.limit)}."


def _drop_clear(f: Finding, w: Words) -> str:
    how = "passes" if f.more["moving"] else "hangs before"
    bar = "top bar" if f.more["rising"] else "bottom bar"
    if f.level is Level.GOOD:
        return f"{w.named(f.about, 'picture')} {how} {f.more['thing']} with {w.length(f.value, 'greatest')} behind its {bar}."
    return f"{w.named(f.about, 'picture')} {how} {f.more['thing']} with {w.length(f.value)} behind its {bar}; {w.length(f.limit)} is wanted through its travel."


def _text(f: Finding, w: Words) -> str:
    name, seat, value = w.name(f.about, "picture"), w.name(f.about, "seat"), f"{f.value:.0f} pixels a degree"
    if f.level is Level.GOOD:
        return f"Text on {name} is clean from every seat: {value} or more, least from {seat}."
    away = f"from {w.length(f.more['vanish'], 'least')} on it is clean"
    if f.level is Level.NOTE:
        return f"Text on {name} shows its pixels from {seat}: {value}; {away}."
    return f"Text on {name} is coarse from {seat}: {value}, and {f.limit:.0f} is the least for desk work; {away}."


PICTURE: Final[dict[Code, Callable[[Finding, Words], str]]] = {
    Code.OFF_AXIS: _off_axis,
    Code.GLARE: _glare,
    Code.SURFACE: _surface_wrong,
    Code.PICTURES_OVERLAP: lambda f, w: f"{w.named(f.about, 'picture')} hangs over {w.names.get(f.more['other'], '')} by {w.length(f.value)}.",
    Code.NOT_LEVEL: lambda f, w: f"{w.named(f.about, 'picture')} and {w.names.get(f.more['other'], '')} are {w.length(f.value)} from level; {w.length(f.limit)} shows.",
    Code.DROP_CLEAR: _drop_clear,
    Code.SPEAKERS: _speakers,
    Code.SPEAKER_COVERED: _covered,
    Code.SPEAKER_PLACE: _placed,
    Code.BAR_COVERS: lambda f, w: f"{capital(f.more['bar'])} stands {w.length(f.value)} up before {w.name(f.about, 'picture')}: it hides the remote's sensor and the picture's foot.",
    Code.IN_WALL: lambda f, w: f"{w.named(f.about, 'picture')} is turned {w.length(f.value, 'least')} into the wall: bring it out on its arm, or turn it less.",
    Code.GAPS: lambda f, w: f"The gaps between {f.more['count']} pictures in a row run from {w.length(f.more['least'])} to {w.length(f.more['greatest'])}: they look best alike.",
    Code.BESIDE: _beside,
    Code.LAG: _lag,
    Code.REFRESH: lambda f, w: f"{w.named(f.about, 'picture')} changes {f.value:.0f} times a second; {f.more['plays'] if f.limit == 120 else 'any'} games want {f.limit:.0f} or more.",
    Code.BURN_IN: lambda f, w: f"{w.named(f.about, 'picture')} is an OLED and shows {f.value:g} hours of {f.more['what']} a day: what stands still there burns in. Vary it, hide bars, or take an LCD.",
    Code.DULL: lambda f, w: f"{w.named(f.about, 'picture')} averages {f.value:.0f} cd/m² in {w.name(f.about, 'scene')}, the wall beside it {f.limit:.0f}: it looks grey. Draw blinds, or take a brighter panel.",
    Code.LAMPS_WHITE: lambda f, w: f"White on {w.name(f.about, 'picture')} is {f.value:.0f} cd/m²; {w.name(f.about, 'scene')}, and HDR, want {f.limit:.0f} or more.",
    Code.FURNITURE_FIRST: lambda f, w: f"{w.named(f.about, 'picture')} has an ultra-short throw, so its furniture decides the height: bottom edge = furniture + projector + its gap. Choose the furniture before the screen goes up.",
    Code.BAR_WIDE: lambda f, w: f"{f.more['bar'].capitalize()} is {w.length(f.value)} wide; under {w.name(f.about, 'picture')} it looks right up to {w.length(f.limit, 'greatest')}.",
    Code.HEAT: _heat,
    Code.NO_PICTURE: lambda f, w: "Nothing to look at yet. Type: tv 65, or screen 110",
    Code.TOO_WIDE: lambda f, w: f"{w.named(f.about, 'picture')}, {w.length(f.value)} over all, does not fit on a wall of {w.length(f.limit)}.",
    Code.SEAT_BEHIND: lambda f, w: f"{w.named(f.about, 'seat')} is behind {w.name(f.about, 'picture')}.",
    Code.ANGLE: _angle,
    Code.COARSE: lambda f, w: f"{w.named(f.about, 'seat')} sees the pixels{w.of_many(f, 'of')}: {f.value:.0f} a degree, under {f.limit:.0f} is coarse. From {w.length(f.more['vanish'], 'least')} on they vanish.",
    Code.TEXT: _text,
    Code.NECK: _neck,
    Code.TOP_EDGE: lambda f, w: f"{w.named(f.about, 'seat')} looks {degrees(f.value)} up to the top edge{w.of_many(f, 'of')}; {f.limit:.0f}° is the most from that seat.",
    Code.LADDER_CONFLICT: _ladder_conflict,
    Code.OFF_LADDER: _off_ladder,
    Code.ON_LADDER: _on_ladder,
    Code.ROW_IN_FRONT: _rows,
    Code.TILT: _tilt,
    Code.DIM: _dim,
    Code.CONTRAST: _contrast,
}  # fmt: skip
