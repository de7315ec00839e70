"""TVs and monitors, typed off their sheets."""

from __future__ import annotations

import re
from collections.abc import Collection, Mapping
from typing import Final

from oval_room.core.aspect import parse_aspect
from oval_room.core.errors import RefusedError
from oval_room.core.gear.common import (
    ASPECTS,
    CONTRAST,
    MASS,
    NOTE,
    PIXELS,
    PRICE,
    SOUNDS,
    THREE_SIDES,
    WATTS,
    GearKind,
    amount,
    bare,
    lag_fields,
    length,
    number,
    shown,
    size_field,
    word,
    words_of,
)
from oval_room.core.gear.field import W_H_D, GearField, Read, by_letters, length_of, lengths_of, mm, numbers_of
from oval_room.core.gear.ports import PORTS, PORTS_ASKED
from oval_room.core.gear.printed import DISPLAY
from oval_room.core.levels import SLIM
from oval_room.core.plan.gear import GearItem, Panel
from oval_room.core.plan.measure import Values
from oval_room.core.span import Span

OUTER: Final = Span("an overall side", 100, 12_000, (150, 5000))
DEPTH: Final = Span("a panel's depth", 5, 800, (15, 400))
HOLE: Final = Span("the depth of a bolt's hole", 3, 120, (6, 60))
BOLTS: Final = Span("the way from a panel's top to its upper bolts", 5, 2500, (50, 800))
SQUARES: Final = (50.0, 75.0, 100.0)
"""Patterns that are said by one side alone [mm]: larger ones have others as wide beside them, 400 x 200, 400 x 300."""
SOLD_AS: Final = 0.03
"""An aspect is sold that is so near to its pixels' own: 21:9 for 2.37 and 2.39."""
RADIUS: Final = Span("a panel's radius", 300, 20_000, (700, 8000))


def _shaped(given: Mapping[str, str]) -> Mapping[str, str]:
    """A diagonal without its aspect takes that of the pixels, one with an aspect as it is sold (21:9) too.

    Raises:
        RefusedError: the pixels have quite another shape.
    """
    size, pixels = given.get("size", "").strip(), given.get("pixels", "").strip()
    told = re.fullmatch(rf"([0-9.,]+\s*(?:\"|″|in\b\.?|inch(?:es)?)?)\s*({ASPECTS})?", size, re.IGNORECASE)
    if told is None or not pixels:
        return given
    try:
        wide, high = PIXELS.read(pixels).values["pixels"]
    except RefusedError:
        return given
    if told[2] and abs(parse_aspect(told[2].replace(",", ".")) * high / wide - 1) > SOLD_AS:
        raise RefusedError(
            f"{told[2]} is not the shape of {wide} × {high} pixels, {wide / high:.2f}; which is wrong?", field="size"
        )
    return given if abs(wide / high - 16 / 9) < SLIM else {**given, "size": f"{told[1]} {wide}:{high}"}


def _outer(text: str) -> Read:
    """Overall width x height (x depth) without the stand."""
    if re.search(r"stand|feet|foot", text, re.IGNORECASE) and not re.search(r"without|no\b", text, re.IGNORECASE):
        raise RefusedError("with its stand it hangs on no wall: give width x height without the stand", value=text)
    text = re.sub(r"\(?\b(?:without|no)\b.*$", "", text, flags=re.IGNORECASE)
    text = by_letters(text.strip(), W_H_D)
    sides = lengths_of(text, (OUTER, OUTER, DEPTH), "the overall width x height x depth without the stand", 2)
    out: Values = {"outer": (sides[0], sides[1])}
    return Read(out | ({"depth": sides[2]} if len(sides) == 3 else {}))


def vesa_of(text: str) -> tuple[float, float]:
    """A bolt pattern across x up [mm].

    Raises:
        RefusedError: it is none.
    """
    found = numbers_of(re.sub(r"\bm(?:3|4|5|6|8|10)\b.*$", "", text, flags=re.IGNORECASE))
    if len(found) == 1 and found[0] in SQUARES:
        found *= 2
    if re.search(r"[0-9]\s*[/&]\s*[0-9]", text):
        ways = [f"{max(found):g} x {min(found):g}", *(f"{one:g} x {one:g}" for one in found)]
        raise RefusedError(f"say which: {', '.join(ways[:-1])} or {ways[-1]}", value=text)
    if len(found) != 2 or not all(20 <= one <= 2000 for one in found[:2]):
        raise RefusedError(f"give the pattern across x up, as in 400 x 300 (got {text.strip()[:20]})", value=text)
    return found[0], found[1]


def _vesa(text: str) -> Read:
    """A pattern, with its screw where the sheet prints it beside: `400 x 300 M6 x 18`."""
    screw = re.search(r"\bm(?:3|4|5|6|8|10)\b.*$", text, re.IGNORECASE)
    return Read({"vesa": vesa_of(text)} | (_screw(screw[0]).values if screw else {}))


def _screw(text: str) -> Read:
    """A thread, and how deep its hole is: `M6, 18 mm deep`, `M6 x 18`."""
    found = re.match(r"\s*(m(?:3|4|5|6|8|10))\b(?:[\s,x×]+(.+?)(?:\s*deep)?)?\s*$", text, re.IGNORECASE)
    if not found:
        raise RefusedError(f"give thread and depth of the hole, as in M6 x 18 (got {text.strip()[:20]})", value=text)
    thread = found[1].upper()
    if not found[2]:
        return Read({"screw": thread})
    depth = length_of(found[2], HOLE)
    if depth < float(thread[1:]):
        raise RefusedError(
            f"a hole {depth:g} mm deep holds no {thread}: it must be deeper than the thread is thick", value=text
        )
    return Read({"screw": thread, "screw_depth": depth})


def _screw_shown(item: Panel) -> str:
    return (item.screw or "") + (f" x {mm(item.screw_depth)}" if item.screw and item.screw_depth else "")


def _high(item: Panel) -> float:
    return item.height + item.frame_top + item.frame_bottom


def _panel_doubts(item: GearItem, given: Collection[str]) -> list[str]:
    assert isinstance(item, Panel)
    out = []
    if item.width < item.height and item.width / item.height > 0.4:
        out.append(f"it is higher than wide ({item.width:.0f} × {item.height:.0f} mm): give the width first")
    square = item.width * item.height / 1e6
    if item.mass_kg and not 5 <= item.mass_kg / square <= 60:
        other = item.mass_kg / 0.4536 if item.mass_kg / square < 5 else item.mass_kg * 0.4536
        unit = "lb" if item.mass_kg / square > 60 else "kg"
        out.append(f"{item.mass_kg:g} kg is not usual for its size; is that {unit}? ({other:.1f} kg)")
    if item.vesa and (item.vesa[0] > item.width or item.vesa[1] > item.height):
        out.append("the bolt pattern is larger than the panel")
    if item.top_to_vesa and item.top_to_vesa > item.height:
        out.append("the upper bolts would lie below the panel")
    elif item.top_to_vesa and item.vesa and item.top_to_vesa + item.vesa[1] > _high(item):
        out.append(f"the lower bolts, {item.vesa[1]:g} mm under the upper ones, would lie below the panel")
    return out


def _apps(text: str) -> Read:
    """Kinds of sound, or none."""
    none = text.strip().lower() in ("none", "no", "no apps")
    return Read({"sound": ()}) if none else words_of("sound", SOUNDS, "one or more")(text)


def _curve(text: str) -> Read:
    """A radius, also as makers print it: 1800R."""
    return Read({"curve": length_of(text.strip().rstrip("rR"), RADIUS)})


def _overall(item: Panel) -> str:
    wide, high = item.width + 2 * item.frame_side, item.height + item.frame_top + item.frame_bottom
    return f"{mm(wide)} x {mm(high)} x {mm(item.depth)}"


PANEL: Final = GearKind(
    "tv",
    "TV or monitor",
    "TVs and monitors",
    Panel,
    (
        size_field('65"'),
        GearField(
            "vesa",
            "VESA, mounting pattern (across x up)",
            "where the holes go",
            "400 x 300",
            _vesa,
            lambda item: f"{item.vesa[0]:g} x {item.vesa[1]:g}" if item.vesa else "",
            bare(r"vesa\b.*"),
            first=True,
            also=("bolt pattern", "mounting pattern"),
        ),
        GearField(
            "screw",
            "screw of the mounting holes and their depth",
            "which screw holds without coming through the picture",
            "M6 x 18",
            _screw,
            _screw_shown,
            bare(r"m(?:3|4|5|6|8|10)\b.*"),
        ),
        GearField(
            "bolts",
            "panel top to upper bolts: measure it on the bench, few sheets give it",
            "how high the holes are drilled",
            "310 mm",
            length("top_to_vesa", BOLTS),
            lambda item: mm(item.top_to_vesa) if item.top_to_vesa is not None else "",
            first=True,
            also=("top to bolts", "upper bolts"),
        ),
        GearField(
            "outer",
            "dimensions without stand (W × H × D)",
            "frame, depth, what it hides and strikes",
            "1448 x 830 x 45",
            _outer,
            _overall,
            THREE_SIDES,
            first=True,
            also=("dimensions", "overall", "without stand"),
        ),
        MASS,
        GearField(
            "white",
            "brightness in cd/m² or nits, of a full white picture (never the peak)",
            "how it stands up to light",
            "320 nits",
            number("white_cd_m2", "white in cd/m²", 20, 20_000),
            shown("white_cd_m2", " nits"),
            bare(r"[0-9.,]+\s*(?:nits?|cd(?:/m²|/m2)?)"),
            first=True,
            also=("brightness",),
            amount=amount("nits", "white_cd_m2"),
        ),
        GearField(
            "type",
            "panel type",
            "contrast and limits off axis",
            "oled",
            word("technology", ("oled", "va", "ips", "tn")),
            shown("technology"),
            bare(r"(oled|va|ips|tn)(?:\s+panel)?"),
        ),
        GearField(
            "face",
            "glossy or matt",
            "mirrored windows",
            "matt",
            word("face", ("glossy", "matt")),
            shown("face"),
            bare(r"(glossy|matt)e?"),
        ),
        PIXELS,
        CONTRAST,
        *lag_fields(),
        PORTS,
        GearField(
            "apps",
            "sound that its own apps and tuner give (none where it has none)",
            "what it plays itself, heard in the room",
            "object 5.1 stereo",
            _apps,
            lambda item: "" if item.sound is None else " ".join(item.sound) or "none",
            bare(r"no apps"),
        ),
        WATTS,
        GearField(
            "curve",
            "curvature (1800R)",
            "depth and edges",
            "1800R",
            _curve,
            lambda item: mm(item.curve) if item.curve else "",
            bare(r"[0-9]{3,5}\s*r"),
            also=("curvature", "curved", "radius"),
        ),
        PRICE,
        NOTE,
    ),
    {"kind": "panel"},
    _panel_doubts,
    together=_shaped,
    printed=DISPLAY,
    hints=(
        PORTS_ASKED,
        (
            bare(r"[0-9.,]+\s*[x×]\s*[0-9.,]+"),
            "“{0}” of what? Say vesa {0} where it is the bolts, outer {0} the whole set, size {0} the picture, in mm",
        ),
    ),
)
