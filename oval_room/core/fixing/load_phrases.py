"""What fixes a picture, and light strips behind it: what can be said of them on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.capacity import CAPACITIES
from oval_room.core.fixing.commands import PutHold, PutStrip
from oval_room.core.fixing.document import FixingNodes
from oval_room.core.fixing.light_strip import FEEDS
from oval_room.core.job.commands import Drop
from oval_room.core.projection.placing import projector_here
from oval_room.core.screens.document import Picture
from oval_room.core.tape.phrase import MOST_LISTED, Ask, Heard, Here, Phrase
from oval_room.core.tape.reading import number, one_of

USUAL: Final = ("-", "usual", "default", "as usual")
_OWN: Final = re.compile(
    r"^(?P<name>.+?)[\s,:]+(?P<tension>\d[\d.,]*)\s*(?P<of_tension>k?N)?\s*(?:/|and|,)"
    r"\s*(?P<shear>\d[\d.,]*)\s*(?P<of_shear>k?N)?"
    r"(?:[\s,]+(?:by|from|says)\s+(?P<source>.+))?$",
    re.IGNORECASE,
)
"""A maker's own fixing: its name, what it bears in tension and in shear, who says so."""


CALLED: Final = {
    "lag": "coach",
    "screw": "",
    "screws": "",
    "toggles": "toggle",
    "plugs": "plug",
    "anchors": "anchor",
    "sleeves": "sleeve",
    "resin": "",
    "bolts": "bolt",
    "fixings": "",
    "wall": "",
}
"""Other words for fixings; those that say nothing."""


def _fix_with(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    said = rest.strip()
    if said.lower() in USUAL:
        return Heard(f"{picture.name}: fixed as its wall usually is", PutHold(id=key, fixing=""))
    own = _OWN.match(said)
    if own is not None:
        tension, shear = (
            _force(own[name], own[f"of_{name}"] or own["of_shear"], name) for name in ("tension", "shear")
        )
        source = (own["source"] or "its maker").strip()
        put = PutHold(id=key, fixing=own["name"].strip()[:60], tension=tension, shear=shear, source=source[:60])
        return Heard(f"{picture.name}: {put.fixing}, {tension:g} N tension and {shear:g} N shear, says {source}", put)
    words = {CALLED.get(word, word) for word in re.findall(r"[a-z0-9]+", said.lower().replace("×", "x"))} - {""}
    fits = [name for name in CAPACITIES if words and words <= set(name.split())]
    if 1 < len(fits) <= MOST_LISTED:
        raise Ask("Into what?", *(f"fixing {name}" for name in fits))
    if len(fits) != 1:
        told = ", ".join(fits or CAPACITIES)
        raise RefusedError(f"give one of {told}, or one of its maker's with what it bears: shield M10, 1200 N / 1500 N")
    bears = CAPACITIES[fits[0]]
    told = f"{picture.name}: fixed with {fits[0]}, {bears.tension:g} N tension and {bears.shear:g} N shear"
    return Heard(told, PutHold(id=key, fixing=fits[0]))


def _force(text: str, unit: str | None, name: str) -> float:
    """A force [N] as it stands on a sheet: in N or kN; the first of two may leave the unit to the second."""
    times = 1000.0 if (unit or "").lower() == "kn" else 1.0
    return number(text, f"its {name} in {'kN' if times > 1 else 'N'}", 1 / times, 100_000 / times) * times


HELD_BY: Final = {
    "timber": "timber",
    "a timber": "timber",
    "bridging timber": "timber",
    "bracket": "bracket",
    "brackets": "bracket",
    "wall bracket": "bracket",
    "wall brackets": "bracket",
    "the wall": "bracket",
    "wall": "bracket",
    "ceiling": "",
    "the ceiling": "",
}
HELD_WORDS: Final = {
    "timber": "a timber put in for it, on two joists or on walls",
    "bracket": "brackets on the wall",
    "": "what its ceiling is, or what is over that",
}


def _cased(here: Here) -> tuple[str, Picture]:
    """The screen looked at; the only one there is, where a TV is looked at."""
    key, picture = here.picture()
    screens = [one for one in here.plan.chosen.pictures.items() if one[1].kind == "screen"]
    if picture.kind != "screen" and len(screens) == 1:
        return screens[0]
    if picture.kind != "screen":
        raise RefusedError(f"{picture.name} has no case that hangs: make the screen the subject first")
    return key, picture


def _held_by(of: str) -> Callable[[Here, str], Heard]:
    """`case held by wall brackets`, `plate held by timber` (rules 7.22)."""

    def make(here: Here, rest: str) -> Heard:
        key, hung = projector_here(here) if of == "plate" else _cased(here)
        by = HELD_BY[one_of(rest, tuple(HELD_BY))]
        put = PutHold.model_validate({"id": key, "by": by})
        return Heard(f"{hung.name}: its {of} is held by {HELD_WORDS[by]}", put)

    return make


_ROUND: Final = re.compile(r"\b(?:all (?:the way )?round|(?:round )?(?:all|four)(?: sides)?|round)\b", re.IGNORECASE)
_THREE: Final = re.compile(r"\bthree(?= sides)", re.IGNORECASE)
_UNITS: Final = (
    ("sides", r"(?P<n>\d+)\s*sides?"),
    ("volts", r"(?P<n>\d+)\s*(?:v|volts?)\b"),
    ("watts", r"(?P<n>\d[\d.,]*)\s*w(?:atts?)?\s*(?:/|a|per)\s*m(?:et(?:re|er))?\b"),
    ("lights", r"(?P<n>\d[\d.,]*)\s*(?:lights?|leds?)?\s*(?:/|a|per)\s*m(?:et(?:re|er))?\b"),
)


def _strip(here: Here, rest: str) -> Heard:
    """`strip 3 sides, 24 V, 14.4 W/m, 60 lights/m`; `strip off`."""
    key, picture = here.picture()
    said = rest.strip()
    if said.lower() in ("-", "off", "none", "away"):
        found = here.plan.chosen.kept(FixingNodes).strip_of(key)
        if found is None:
            raise RefusedError(f"there is no light strip behind {picture.name}")
        return Heard(f"{picture.name}: no light strip", Drop(id=found[0]))
    if picture.kind != "panel":
        raise RefusedError(f"{picture.name} has nothing behind it to light; make the TV the subject first")
    values: dict[str, float] = {}
    said = _THREE.sub("3", _ROUND.sub("4 sides", said))
    for name, pattern in _UNITS:
        one = re.search(pattern, said, re.IGNORECASE)
        if one is not None:
            values[name] = number(one["n"], f"the strip's {name}", 1, 1000)
            said = (said[: one.start()] + said[one.end() :]).strip(" ,")
    if re.sub(r"[\s,]|and", "", said):
        raise RefusedError(f"give its sides, volts, watts and lights a metre: 3 sides, 24 V, 14 W/m (got {said[:30]})")
    if values.get("sides", 4) not in (3, 4):
        raise RefusedError("a strip runs along 3 or 4 sides")
    if values.get("volts", 24) not in FEEDS:
        raise RefusedError("strips are of 5, 12 or 24 volts")
    put = PutStrip.model_validate({"id": key, **values})
    sides, volts = values.get("sides", 4), values.get("volts", 24)
    return Heard(f"{picture.name}: light strip along {sides:g} sides, {volts:g} V", put)


LOAD_PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "fixing",
        "coach, wood, toggle, plug, anchor, sleeve, bolt, or a maker's with what it bears",
        "what fixes the picture's plate to its wall",
        "fixing plug 10 brick",
        "fixing",
        _fix_with,
        "tv 65",
        passes=("kn", "tension", "shear"),
        also=("fix with", "fixed with"),
    ),
    *(
        Phrase(
            f"{of} held by",
            "timber, wall bracket or ceiling",
            f"what holds a {whose} {of} where the ceiling does not",
            f"{of} held by {eg}",
            "fixing",
            _held_by(of),
            before,
            also=(f"{of} hangs from", f"{of} on"),
        )
        for of, whose, eg, before in (
            ("plate", "projector's", "timber", "projector Heron"),
            ("case", "screen's", "wall bracket", "screen Drop 240 scope"),
        )
    ),
    Phrase(
        "strip",
        "sides, volts, watts and lights a metre, or off",
        "a light strip behind the picture",
        "strip 4 sides, 24 V, 14 W/m",
        "fixing",
        _strip,
        "tv 65",
        passes=("round", "leds", "lights"),
        also=("light strip", "led strip", "bias light"),
    ),
)
