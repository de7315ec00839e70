"""Projectors, typed off their sheets (rules 6.1, 6.3, 6.5)."""

from __future__ import annotations

import math
import re
from collections.abc import Collection
from dataclasses import replace
from typing import Final

from oval_room.core.aspect import parse_aspect, show_aspect
from oval_room.core.errors import RefusedError
from oval_room.core.gear.common import (
    CONTRAST,
    MASS,
    MOST_RATIO,
    NOTE,
    PIXELS,
    PRICE,
    THREE_SIDES,
    WATTS,
    GearKind,
    amount,
    bare,
    in_mode,
    lag_fields,
    length,
    mode_shown,
    number,
    shown,
    word,
)
from oval_room.core.gear.field import (
    INCH,
    W_D_H,
    Amount,
    GearField,
    Read,
    by_letters,
    length_of,
    lengths_of,
    mm,
    numbers_of,
    plain_number,
    within,
)
from oval_room.core.gear.ports import PORTS, PORTS_ASKED
from oval_room.core.gear.printed import PORTS_IN, THROWS
from oval_room.core.plan.gear import GearItem, Projector
from oval_room.core.plan.measure import Values
from oval_room.core.screens.size import picture_size
from oval_room.core.span import Span

_RATIO: Final = r"[0-9]{0,2}[.,][0-9]+\s*(?::\s*1)?"
_ZOOM: Final = re.compile(r",?\s*(?:([0-9][.,][0-9]+)\s*x(?:\s*zoom)?|zoom\s*([0-9][.,][0-9]+)\s*x?)", re.IGNORECASE)
DISTANCE: Final = Span("a throw in a maker's table", 50, 60_000, (200, 20_000))
ABOVE: Final = Span("the way from the lens up to the picture's edge", 0, 5000, (15, 1500))
BODY: Final = Span("a side of the body", 20, 3000, (50, 1500))
UNCLEAR_OVER: Final = 80.0
"""A shift up over this is rare from the centre and usual with 100 % at the edge: it asks [%]."""
DATUM: Final = Span("the cabinet's back to its lens", 0, 1000, (40, 500))
VENT: Final = Span("the clearance behind a body", 0, 2000, (20, 600))
LENS_RIGHT: Final = Span("the lens right of the plate's centre", 0, 1500, (5, 500), signed=True)
LENS_FORWARD: Final = Span("the lens forward of the plate's centre", 0, 1500, (40, 800), signed=True)
LENS_BELOW: Final = Span("the lens below the plate", 0, 1500, (20, 500), signed=True)


def _throw(text: str) -> Read:
    """A ratio or a range of it; or distances for a picture size, as makers' tables print them; or one distance and the
    zoom (rules 6.1)."""
    zoom = _ZOOM.search(text)
    times = float((zoom[1] or zoom[2]).replace(",", ".")) if zoom else 1.0
    table = re.search(
        r"([0-9.,]+)\s*(?:\"|″|inch(?:es)?)\s*(?:(16:9|16:10|4:3)\s*)?(?:at|:|from)?\s+(.+)$", text, re.IGNORECASE
    )
    if table:
        inches = plain_number(table[1], "the table's picture in inches", 20, 500)
        width = picture_size(diagonal=inches * INCH, aspect=parse_aspect(table[2] or "16:9")).width
        far = _ZOOM.sub("", table[3])
        ends = re.split(r"\s*(?:-|–|to|\.\.)\s*", far.strip())
        unit = re.search(r"(mm|cm|m|ft|in|'|\")\s*$", ends[-1])
        near = [
            length_of(end if re.search(r"[a-z'\"]", end) else f"{end}{unit[1] if unit else ' m'}", DISTANCE)
            for end in ends[:2]
        ]
        if zoom:
            near = [near[0], near[0] * times]
        lens = (round(near[0] / width, 3), round(near[-1] / width, 3))
        told = " to ".join(f"{one / 1000:.2f} m" for one in dict.fromkeys(near))
        working = f"{told} for {inches:g}″, {width:.0f} mm wide: ratio {lens[0]:.2f} to {lens[1]:.2f}"
        return _lens(lens, text, working)
    found = numbers_of(re.sub(r":\s*1\b", "", _ZOOM.sub("", text)))
    if zoom and len(found) == 1:
        far_end = round(found[0] * times, 3)
        return _lens((found[0], far_end), text, f"zoom {times:g}: ratio {found[0]:g} to {far_end:g}")
    if not 1 <= len(found) <= 2:
        raise RefusedError(
            f"give the throw ratio, as in 1.2-1.56, or a table's line: 100\" at 2.7-3.5 m (got {text.strip()[:30]})",
            value=text,
        )
    return _lens((found[0], found[-1]), text, "")


def _lens(lens: tuple[float, float], text: str, working: str) -> Read:
    if not 0.1 <= min(lens) <= max(lens) <= MOST_RATIO:
        raise RefusedError(
            f"give a throw ratio from 0.1 to {MOST_RATIO:g}: distance over picture width (got {text.strip()[:30]})",
            value=text,
        )
    if lens[0] > lens[1]:
        raise RefusedError(f"the wide end comes first: {lens[1]:g}-{lens[0]:g} (got {text.strip()[:30]})", value=text)
    return Read({"lens": lens}, working)


def _shift(text: str) -> Read:
    """Up (and down) and sideways in %, of the whole height and width from the centre; `edge` where 100 % means that the
    lens is level with the picture's edge, which is half a height (rules 6.3). Sheets say which is which by letters, in
    either order: `H ±25% V +60/-40%`."""
    edge, centre = "edge" in text.lower(), bool(re.search(r"cent", text, re.IGNORECASE))
    up, down, side = _shares(text)
    if not all(0 <= one <= 300 for one in (up, down or 0.0, side)):
        raise _shift_wanted(text)
    if up > UNCLEAR_OVER and not edge and not centre:
        raise RefusedError(
            f"{up:g} % of what? Say edge {text.strip()[:30]} where 100 % puts the lens level with the picture's "
            f"edge, or centre {text.strip()[:30]} where it is a whole height from the centre",
            value=text,
        )
    part = 0.5 if edge else 1.0
    working = f"100 % is the edge, half a height: {up:g} % is {up * part:g} % from the centre" if edge else ""
    values: Values = {
        "shift_up": round(up / 100 * part, 4),
        "shift_side": round(side / 100 * part, 4),
        "shift_stated": "edge is 100 %" if edge else "from centre",
    }
    return Read(values | ({"shift_down": round(down / 100 * part, 4)} if down is not None else {}), working)


def _shares(text: str) -> tuple[float, float | None, float]:
    """Up, down where it is another, and sideways [%]."""
    number = r"([0-9]+(?:[.,][0-9]+)?)"
    plain = re.sub(r"edge|cent\w*|\bof\b", " ", text.lower())
    if re.match(r"[^a-z]*[0-9]", plain):  # 50% vertical
        lettered = [(letter, rest) for rest, letter in re.findall(r"([^vh]*)\b(v|h)[a-z]*\.?", plain)]
    else:
        lettered = re.findall(r"\b(v|h)[a-z]*\.?[\s:]*([^vh]*)", plain)
    if lettered:
        told = {letter: numbers_of(rest) for letter, rest in lettered}
        if len(told) != len(lettered) or not all(1 <= len(one) <= 2 for one in told.values()):
            raise _shift_wanted(text)
        ups, sides = told.get("v", [0.0]), told.get("h", [0.0])
        if len(sides) == 2 and sides[0] != sides[1]:
            raise RefusedError("sideways it shifts as far each way: give the less of both", value=text)
        return ups[0], ups[1] if len(ups) == 2 and ups[1] != ups[0] else None, sides[0]
    if re.search(rf"\+\s*{number}\s*%?\s*[/,]?\s*[-−–]\s*{number}", text):
        raise RefusedError(
            f"say which way: v {text.strip()[:20]} where it is up and down, h {text.strip()[:20]} where sideways",
            value=text,
        )
    found = numbers_of(text)
    if not 1 <= len(found) <= 2:
        raise _shift_wanted(text)
    return found[0], None, found[1] if len(found) == 2 else 0.0


_WAYS: Final = r"(?:vertical(?:ly)?|horizontal(?:ly)?|v|h)"


def _shift_wanted(text: str) -> RefusedError:
    return RefusedError(
        f"give up and sideways in %: 50% 20%; with “edge” where 100 % is the edge (got {text.strip()[:30]})", value=text
    )


def _lens_shown(item: Projector) -> str:
    if item.lens_right is None and item.lens_forward is None and item.plate_to_axis is None:
        return ""
    return " ".join(f"{one:g}" for one in item.lens_on_plate)


def _shift_shown(item: Projector) -> str:
    if not (item.shift_up or item.shift_side or item.shift_down):
        return ""
    edge = item.shift_stated == "edge is 100 %"
    shares = (item.shift_up, item.shift_side, item.shift_up if item.shift_down is None else item.shift_down)
    up, side, down = (share * 100 * (2 if edge else 1) for share in shares)
    word = " edge" if edge else " centre" if up > UNCLEAR_OVER else ""
    if down != up:
        return f"v +{up:g}/-{down:g}% h {side:g}%{word}"
    return f"{up:g}% {side:g}%{word}"


def _offset(text: str) -> Read:
    """A built-in offset: in %, 100 % with the lens level with the edge, or how far the edge is above it at a size."""
    at = re.fullmatch(r"(.+?)\s+at\s+([0-9.,]+)\s*(?:\"|″|inch(?:es)?)", text.strip(), re.IGNORECASE)
    if at:
        above = length_of(at[1], ABOVE)
        height = picture_size(diagonal=plain_number(at[2], "a size in inches", 20, 500) * INCH, aspect=16 / 9).height
        value = 0.5 + above / height
        return Read(
            {"shift_offset": round(value, 4)},
            f"edge {above:.0f} mm above the lens of {height:.0f} mm: centre {value * 100:.1f} % above it",
        )
    slant = re.fullmatch(
        r"([0-9.,]+)\s*(?:°|deg\w*)(?:\s*(?:at|with)\s*(?:a\s+)?(?:throw|ratio)?\s*([0-9.,]+))?", text.strip(), re.I
    )
    if slant:
        if not slant[2]:
            raise RefusedError(
                f"an angle hangs on the throw: give it as {text.strip()[:12]} at 1.2, the ratio that it is stated for",
                value=text,
            )
        degrees, ratio = (
            plain_number(slant[1], "an angle", 0, 60),
            plain_number(slant[2], "a throw ratio", 0.1, MOST_RATIO),
        )
        value = math.tan(math.radians(degrees)) * ratio * 16 / 9
        told = f"{degrees:g}° at {ratio:g}: the picture's centre {value * 100:.1f} % of its height above the lens"
        return Read({"shift_offset": round(value, 4)}, told)
    percent = plain_number(text, "the offset in %, 100 for the lens level with the edge", 0, 300)
    value = percent / 100 - 0.5
    return Read(
        {"shift_offset": round(value, 4)},
        f"{percent:g} % with the edge at 100 %: centre {value * 100:g} % of the height above the lens",
    )


def _lumens(text: str) -> Read:
    """ANSI and ISO lumens as they are; light-source lumens are none of a picture."""
    if re.search(r"light[- ]source|led\s*l", text, re.IGNORECASE):
        raise RefusedError(
            "light-source or LED lumens say little of the picture: give ANSI or ISO lumens, or what was measured",
            value=text,
        )
    return Read({"rated_lm": plain_number(text, "the lumens", 50, 100_000)})


def _body(text: str) -> Read:
    """Width x depth x height, as most sheets print it; the height is the least of them."""
    wide, deep, high = lengths_of(by_letters(text, W_D_H), (BODY, BODY, BODY), "the body's width x depth x height")
    working = ""
    if high > deep:
        deep, high = high, deep
        working = f"the least is its height: {wide:.0f} wide, {deep:.0f} deep, {high:.0f} mm high"
    return Read({"body_width": wide, "body_behind_lens": deep, "body_height": high}, working)


def _lens_lettered(text: str) -> Read | None:
    """Sides that are said with their ways, as many as there are: `95 mm right`, `40 mm left, 96 mm below`."""
    ways = {"right": ("lens_right", 1), "left": ("lens_right", -1), "forward": ("lens_forward", 1)}
    ways |= {"behind": ("lens_forward", -1), "below": ("plate_to_axis", 1), "above": ("plate_to_axis", -1)}
    told = re.findall(rf"([0-9]+(?:[.,][0-9]+)?\s*(?:mm|cm|in\b|\"|″)?)\s*({'|'.join(ways)})", text, re.IGNORECASE)
    if not told:
        return None
    spans = {"lens_right": LENS_RIGHT, "lens_forward": LENS_FORWARD, "plate_to_axis": LENS_BELOW}
    values: Values = {}
    for said, way in told:
        key, sign = ways[way.lower()]
        values[key] = sign * within([said], [spans[key]])[0]
    return Read(values)


def _lens_at(text: str) -> Read:
    """Where the lens lies from the plate's centre: right, forward and below it (rules 6.5)."""
    if (lettered := _lens_lettered(text)) is not None:
        return lettered
    given = re.findall(r"([-−]?[0-9]+(?:[.,][0-9]+)?)\s*(mm|cm|in\b|\"|″)?", text)
    spans = (LENS_RIGHT, LENS_FORWARD, LENS_BELOW)
    if len(given) != len(spans) or re.sub(r"[-−0-9.,\s]|mm|cm|in\b|\"|″", "", text):
        raise RefusedError(
            f"give right, forward and below the plate, as in 40 205 96 mm (got {text.strip()[:30]})", value=text
        )
    last = given[-1][1]
    parts = [f"{value.replace('−', '-')} {unit or last}".strip() for value, unit in given]
    right, forward, below = within(parts, spans)
    return Read({"lens_right": right, "lens_forward": forward, "plate_to_axis": below})


def _pixels(text: str) -> Read:
    """Its pixels, and with them the shape of its raster."""
    wide, high = PIXELS.read(text).values["pixels"]
    return Read({"pixels": (wide, high), "own_aspect": wide / high})


def _shape_shown(item: Projector) -> str:
    by_pixels = item.pixels[0] / item.pixels[1]
    return "" if abs(item.own_aspect - by_pixels) < 1e-9 else show_aspect(item.own_aspect)


def _projector_doubts(item: GearItem, given: Collection[str]) -> list[str]:
    assert isinstance(item, Projector)
    out = []
    litres = item.body_width * item.body_height * item.body_behind_lens / 1e6
    if item.mass_kg and "body_width" in given and not 0.06 <= item.mass_kg / litres <= 1.2:
        out.append(f"{item.mass_kg:g} kg is not usual for a body of {litres:.0f} litres; kg or lb?")
    return out


PROJECTOR: Final = GearKind(
    "projector",
    "Projector",
    "Projectors",
    Projector,
    (
        GearField(
            "throw",
            "throw ratio; or the line “distance for 100 inch”; or zoom with one distance",
            "where it can hang for a picture",
            "1.2-1.56",
            _throw,
            lambda item: "-".join(f"{one:g}" for one in dict.fromkeys(item.lens)),
            bare(
                rf"{_RATIO}\s*(?:-|–|to)\s*[0-9]{{1,2}}(?:[.,][0-9]+)?\s*(?::\s*1)?|[0-9]{{1,2}}[.,][0-9]+\s*:\s*1"
                rf"|[0-9.,]+\s*(?:\"|″|in|inch(?:es)?)\s*(?:16:9|16:10|4:3)?\s*(?:at|from|@)\s+.+"
            ),
            first=True,
            amount=Amount("", lambda item: item.lens),
            also=("throw ratio", "throw distance", "ratio"),
            adds=bare(r"(?:zoom\s*)?[0-9][.,][0-9]+\s*x(?:\s*zoom)?|zoom\s*[0-9][.,][0-9]+\s*x?"),
        ),
        GearField(
            "lumens",
            "brightness in ANSI or ISO lumens",
            "white, and how large it may be",
            "2200 lm",
            _lumens,
            shown("rated_lm", " lm"),
            bare(r"[0-9.,]+\s*(?:(?:ansi|iso|led|light[- ]source)\s*)*(?:lm|lumens?)\b.*"),
            first=True,
            amount=amount("lm", "rated_lm"),
            also=("brightness", "light output"),
        ),
        GearField(
            "shift",
            "lens shift up and sideways (say “edge” where 100 % is the picture's edge)",
            "how far off the picture's axis it may hang",
            "50% 20%",
            _shift,
            _shift_shown,
            bare(rf"{_WAYS}[\s:±+]*[0-9].*%.*|[±+]?[0-9.,]+\s*%\s*\(?{_WAYS}\b.*"),
            first=True,
            also=("lens shift",),
            joint=" ",
        ),
        GearField(
            "offset",
            "offset in % (100: lens level with the edge), or mm at a size",
            "how high it hangs without shift",
            "110%",
            _offset,
            lambda item: f"{(item.shift_offset + 0.5) * 100:g}%" if item.shift_offset else "",
        ),
        GearField(
            "body",
            "dimensions (W × D × H)",
            "room behind the lens and under the ceiling",
            "400 x 330 x 140",
            _body,
            lambda item: f"{mm(item.body_width)} x {mm(item.body_behind_lens)} x {mm(item.body_height)}",
            THREE_SIDES,
            first=True,
            also=("dimensions",),
        ),
        MASS,
        GearField(
            "datum",
            "cabinet's back to its lens datum (the mirror), ultra-short throws",
            "how near the wall it stands",
            "318 mm",
            length("datum_to_back", DATUM),
            lambda item: mm(item.datum_to_back) if item.datum_to_back is not None else "",
        ),
        GearField(
            "lens at",
            "lens from the plate's centre: right, forward, below; measure it on the bench",
            "where the plate goes, not the body's middle",
            "40 205 96",
            _lens_at,
            _lens_shown,
            bare(r"lens\s+[0-9].*(?:right|left|forward|behind|below|above)"),
        ),
        GearField(
            "vent",
            "clearance for air behind it",
            "room behind the body",
            "150 mm",
            length("vent", VENT),
            lambda item: mm(item.vent) if item.vent is not None else "",
        ),
        GearField(
            "light",
            "light source",
            "how it ages",
            "laser",
            word("light", ("lamp", "led", "laser")),
            shown("light"),
            bare(r"lamp|led|laser"),
        ),
        GearField(
            "native",
            "imaging",
            "contrast within a picture",
            "dlp",
            word("native", ("dlp", "lcd", "lcos")),
            shown("native"),
            bare(r"(?:[13])?(dlp|lcd|lcos)"),
        ),
        replace(PIXELS, read=_pixels),
        GearField(
            "shape",
            "native aspect, where the pixels do not tell it",
            "the raster that it throws",
            "16:10",
            lambda text: Read({"own_aspect": parse_aspect(text)}),
            _shape_shown,
            bare(r"(?:16|4|5)\s*[:/]\s*(?:9|10|3|4)"),
        ),
        GearField(
            "fan",
            "noise in dB, in the mode used",
            "who sits near it",
            "26 dB",
            in_mode("fan_db", "fan_mode", "dB", "the noise in dB", 5, 90),
            mode_shown("fan_db", "fan_mode", "dB"),
            bare(r"[0-9.,]+\s*db.*"),
            also=("noise",),
        ),
        GearField(
            "life",
            "life of the light source in hours, in the mode used",
            "how many years it lasts, what a lamp costs an hour",
            "20000 h",
            number("life_h", "the light source's life in hours", 100, 200_000),
            shown("life_h", " h"),
            bare(r"[0-9.,]+\s*(?:h|hours?)"),
            amount=amount("h", "life_h"),
            also=("lamp life", "laser life"),
        ),
        GearField(
            "new lamp",
            "price of a new lamp",
            "what an hour costs",
            "120",
            number("lamp_price", "the price of a lamp", 0, 10_000),
            shown("lamp_price"),
        ),
        WATTS,
        CONTRAST,
        *lag_fields(),
        PORTS,
        PRICE,
        NOTE,
    ),
    {"kind": "projector"},
    _projector_doubts,
    sides=W_D_H,
    printed=(*THROWS, *PORTS_IN),
    hints=(PORTS_ASKED,),
)
