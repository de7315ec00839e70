"""Wall and ceiling mounts, typed off their sheets (rules 7.3, 6.5)."""

from __future__ import annotations

import re
from collections.abc import Callable, Collection, Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.gear.common import MASS, NOTE, PRICE, GearKind, amount, bare, length
from oval_room.core.gear.field import GearField, Read, length_of, lengths_of, mass_of, mm, plain_number, within
from oval_room.core.gear.panel import vesa_of
from oval_room.core.gear.printed import HANGS
from oval_room.core.plan.gear import Mount
from oval_room.core.span import Span

SMALLEST: Final = (50.0, 50.0)
"""No pattern is smaller [mm]."""
ROW: Final = Span("the way from the upper bolts to the upper holes", 0, 1000, (3, 300))
POLE: Final = Span("a pole's length", 20, 5000, (50, 3000))
PLATE: Final = Span("a plate's side", 30, 2500, (60, 1500))
ROWS: Final = Span("a further row below the upper one", 10, 1500, (40, 800))
HOLES: Final = Span("a hole from the plate's middle", 5, 1500, (30, 600))
SLOT: Final = Span("a slot's end from the plate's middle", 0, 1500, (5, 700))
SLIDE: Final = Span("how far the panel slides on its mount", 0, 1000, (10, 400))
MOST_ROWS: Final = 6
PROFILE: Final = Span("a mount's profile", 5, 1500, (12, 600))
REACH: Final = Span("an arm's reach", 30, 2000, (100, 1200))


def _range(key: str, what: str, lo: float, hi: float) -> Callable[[str], Read]:
    def read(text: str) -> Read:
        if "+" in text:
            raise RefusedError(
                f"say {what}, with a minus for what it tilts up: -5-15 (got {text.strip()[:20]})", value=text
            )
        found = [
            float(one)
            for one in re.findall(r"(?<![0-9])-?[0-9]+(?:\.[0-9]+)?", text.replace("–", " ").replace(",", "."))
        ]
        found = [abs(one) if i else one for i, one in enumerate(found)]
        if len(found) == 1:
            found = [-found[0] if "±" in text else 0.0, found[0]]
        if len(found) != 2 or not lo <= found[0] <= found[1] <= hi:
            raise RefusedError(f"give {what}, the less first (got {text.strip()[:20]})", value=text)
        return Read({key: (found[0], found[1])})

    return read


def _row(text: str) -> Read:
    """From the upper bolts down to the plate's upper holes; with a minus where these lie above."""
    plain = text.strip().replace("−", "-")
    value = length_of(plain.lstrip("- "), ROW)
    return Read({"row_below_vesa": -value if plain.startswith("-") else value})


def _pole(text: str) -> Read:
    ends = re.split(r"\s*(?:-|–|to)\s*", text.strip())
    found = lengths_of(" x ".join(ends), (POLE,) * 2, "the pole's least and greatest length, as in 500-900 mm", 1)
    if not 1 <= len(found) <= 2 or found[0] > found[-1]:
        raise RefusedError(
            f"give the pole's least and greatest length, as in 500-900 mm (got {text.strip()[:20]})", value=text
        )
    return Read({"least_height": found[0], "greatest_height": found[-1]})


def _travel(text: str) -> Read:
    """As a pole, but what comes down has two heights."""
    read = _pole(text)
    if read.values["least_height"] == read.values["greatest_height"]:
        raise RefusedError(f"give it closed and lowered, as in 150-900 mm (got {text.strip()[:20]})", value=text)
    return read


def _plate(text: str) -> Read:
    wide, high = lengths_of(text, (PLATE, PLATE), "the plate's width x height")
    return Read({"plate_width": wide, "plate_height": high})


def _rows(text: str) -> Read:
    """Further hole rows below the upper one."""
    found = lengths_of(text, (ROWS,) * MOST_ROWS, "each further row below the upper one, as in 160 or 160 x 320", 1)
    if sorted(found) != found:
        raise RefusedError(f"give the rows from the upper one down (got {text.strip()[:30]})", value=text)
    return Read({"rows_below_upper": (0.0, *found)})


def _holes(text: str) -> Read:
    """Outer hole columns, alike each way from the plate's middle; none between, or one more pair."""
    found = lengths_of(text, (HOLES,) * 4, "the holes each way from the middle, as in 203 or 100 x 203", 1)
    return Read({"columns_from_centre": (*(-one for one in sorted(found, reverse=True)), *sorted(found))})


def _takes(text: str) -> Read:
    """The smallest and the largest bolt pattern: `200 x 200 - 600 x 400`; one alone is the largest."""
    between = r"(?:\s*[/&,]\s*|\s+)"
    squares = re.fullmatch(rf"(\d+)(?:{between}\d+)*?{between}(\d+)", text.strip())
    if squares and int(squares[1]) < int(squares[2]):  # 75/100: both are squares
        parts = [squares[1], squares[2]]
    else:
        parts = re.split(r"\s*(?:\s-\s|–|\bto\b)\s*", text.strip())
    ends = [vesa_of(part) for part in parts]
    if not 1 <= len(ends) <= 2 or any(a > b for a, b in zip(ends[0], ends[-1], strict=True)):
        raise RefusedError(
            f"give the smallest and the largest pattern, as in 200 x 200 - 600 x 400 (got {text.strip()[:30]})",
            value=text,
        )
    return Read({"takes_vesa": (ends[0] if len(ends) == 2 else SMALLEST, ends[-1])})


def _takes_shown(item: Mount) -> str:
    return " - ".join(f"{a:g} x {b:g}" for a, b in item.takes_vesa or ())


def _slots(text: str) -> Read:
    """Slots for screws, alike each way from the plate's middle; one from 0 goes across it."""
    found: list[tuple[float, float]] = []
    for part in re.split(r"\s*[,;]\s*", text.strip()):
        ends = re.split(r"\s*(?:-|–|to)\s*", part)
        unit = re.search(r"(mm|cm|in|\"|″)$", ends[-1])
        ends = [end if re.search(r"[a-z\"″]$", end) else f"{end} {unit[1] if unit else 'mm'}" for end in ends]
        if len(ends) != 2:
            raise RefusedError(
                f"give each slot from its near to its far end, as in 60-310 (got {part[:20]})", value=text
            )
        near, far = within(ends, (SLOT, SLOT))
        if near >= far:
            raise RefusedError(f"a slot's near end comes first, as in 60-310 (got {part[:20]})", value=text)
        found += [(-far, far)] if near == 0 else [(-far, -near), (near, far)]
    return Read({"slots": tuple(sorted(found))})


def _slots_shown(item: Mount) -> str:
    return ", ".join(f"{mm(max(a, 0.0))}-{mm(b)}" for a, b in item.slots or () if b > 0)


def _holes_shown(item: Mount) -> str:
    right = [one for one in item.columns_from_centre if one > 0]
    alike = sorted(-one for one in item.columns_from_centre if one < 0) == sorted(right)
    return " x ".join(mm(one) for one in right) if alike else ""


_HINTS: Final = (
    (
        bare(r"[0-9.,]+\s*(?:mm|cm)?\s*(?:-|–|to)\s*[0-9.,]+\s*(?:mm|cm|in)"),
        "“{0}” of what? Say profile {0} where it is the depth folded and out",
    ),
)
_KG: Final = r"[0-9.,]+\s*(?:kg|kilos?|lbs?|pounds?)"


def _profile(text: str) -> Read:
    """How far it stands off; of an arm folded and out: `55-510 mm`."""
    ends = re.split(r"(?<=[0-9a-z\"″])\s*(?:-|–|\bto\b)\s*(?=[0-9])", text.strip())
    if len(ends) == 1:
        return Read({"profile": length_of(text, PROFILE)})
    unit = re.search(r"(mm|cm|in|\"|″)$", ends[-1])
    near, far = within(
        [end if re.search(r"[a-z\"″]$", end) else f"{end} {unit[1] if unit else 'mm'}" for end in ends[:2]],
        (PROFILE, REACH),
    )
    if near >= far or len(ends) > 2:
        raise RefusedError(f"give the depth folded, then out: 55-510 mm (got {text.strip()[:20]})", value=text)
    return Read({"profile": near, "reach": far}, f"folded {mm(near)}, reach {mm(far)}")


def _rated(text: str) -> Read:
    """A load, or from which to which: `2-9 kg`."""
    ends = re.fullmatch(r"([0-9.,]+)\s*(?:-|–|to)\s*([0-9.,]+\s*[a-z]+)", text.strip(), re.IGNORECASE)
    read = mass_of(ends[2] if ends else re.sub(r"^\s*(?:max\.?|up to|of)\s*", "", text, flags=re.IGNORECASE))
    told = f"from {ends[1]} to {ends[2]}: the most counts" if ends else read.working
    return Read({"rated_kg": read.values["mass_kg"]}, told)


def _unclear_mass(given: Mapping[str, str], bare: Collection[str]) -> str:
    """A mass beside a mount, where nobody says what it bears."""
    if "weight" not in bare or "rated" in given:
        return ""
    kg = given["weight"]
    return f"{kg} of what? Say rated {kg} where it bears so much, weight {kg} where it weighs so much"


_RATED = GearField(
    "rated",
    "rated load",
    "what it may carry",
    "40 kg",
    _rated,
    lambda item: f"{item.rated_kg:g} kg" if item.rated_kg else "",
    bare(rf"({_KG})\s*(?:rated|max(?:imum)?|load|capacity)|([0-9.,]+\s*(?:-|–|to)\s*{_KG})"),
    first=True,
    amount=amount("kg", "rated_kg"),
    also=("max load", "maximum load", "load", "capacity", "carries", "holds", "supports", "up to", "max"),
)


_TAKES: Final = GearField(
    "takes",
    "bolt patterns it takes, smallest to largest",
    "which panels hang on it",
    "200 x 200 - 600 x 400",
    _takes,
    _takes_shown,
    also=("max vesa", "vesa max", "vesa", "bolt patterns", "patterns"),
)
_ROW_FIELD: Final = GearField(
    "row",
    "wall plate's upper holes below the upper bolts; measure it on the bench",
    "how high the holes are drilled",
    "12 mm",
    _row,
    lambda item: "" if item.row_below_vesa is None else mm(item.row_below_vesa),
    first=True,
)
_PROFILE: Final = GearField(
    "profile",
    "depth, profile, distance to the wall",
    "how far it stands off",
    "48 mm",
    _profile,
    lambda item: mm(item.profile),
    bare(r"([0-9.,]+\s*(?:mm|cm|in|\"|″)?)\s*(?:deep|profile|(?:off|from) the wall)"),
    first=True,
    also=("depth", "distance to the wall", "wall distance"),
)
_PLATE: Final = GearField(
    "plate",
    "wall plate (W × H)",
    "which studs it meets",
    "650 x 430",
    _plate,
    lambda item: f"{mm(item.plate_width)} x {mm(item.plate_height)}",
    first=True,
)
_TILT: Final = GearField(
    "tilt",
    "tilt down, least to greatest",
    "windows mirrored, necks",
    "0-12°",
    _range("tilt_down", "degrees, as in 0-12", -30, 60),
    lambda item: f"{item.tilt_down[0]:g} {item.tilt_down[1]:g}" if any(item.tilt_down) else "",
)
_SWIVEL: Final = GearField(
    "swivel",
    "swivel each way",
    "who sits aside",
    "60",
    lambda text: Read(
        {"swivel": (-plain_number(text, "degrees each way", 1, 120), plain_number(text, "degrees each way", 1, 120))}
    ),
    lambda item: f"{item.swivel[1]:g}" if item.swivel else "",
    also=("pan", "turns"),
)
_REACH: Final = GearField(
    "reach",
    "reach of the arm",
    "lever on the wall, what it strikes",
    "450 mm",
    length("reach", REACH),
    lambda item: mm(item.reach) if item.reach else "",
    also=("extension", "extends"),
)
_ROWS = GearField(
    "rows",
    "its further hole rows, below the upper one",
    "every hole on the wall",
    "160",
    _rows,
    lambda item: " x ".join(mm(one) for one in item.rows_below_upper[1:]),
)
_HOLES = GearField(
    "holes",
    "its outer holes each way from the middle; studs decide where it has slots",
    "every hole on the wall",
    "203",
    _holes,
    _holes_shown,
)
_SLOTS = GearField(
    "slots",
    "slots for its screws, from its middle, alike each way",
    "which studs hold it, and where its holes are",
    "60-310",
    _slots,
    _slots_shown,
)
_SLIDE = GearField(
    "slide",
    "how far the panel slides on it each way",
    "how far studs may be off",
    "90 mm",
    length("slide", SLIDE),
    lambda item: mm(item.slide) if item.slide is not None else "",
)
MOUNT: Final = GearKind(
    "mount",
    "Wall mount",
    "Wall mounts",
    Mount,
    (
        _RATED,
        _ROW_FIELD,
        _TAKES,
        _PROFILE,
        _PLATE,
        _SLOTS,
        _SLIDE,
        _ROWS,
        _HOLES,
        _TILT,
        _SWIVEL,
        _REACH,
        MASS,
        PRICE,
        NOTE,
    ),
    {"kind": "mount", "holds": "panel", "form": None},
    unclear=_unclear_mass,
    printed=HANGS,
    hints=_HINTS,
)
ARM: Final = GearKind(
    "arm",
    "Arm",
    "Arms",
    Mount,
    (
        _RATED,
        replace(_REACH, first=True),
        _ROW_FIELD,
        _TAKES,
        replace(_PROFILE, printed="depth when folded"),
        replace(_SWIVEL, first=True),
        _TILT,
        _PLATE,
        _SLOTS,
        _SLIDE,
        _ROWS,
        _HOLES,
        MASS,
        PRICE,
        NOTE,
    ),
    {"kind": "mount", "holds": "panel", "form": "arm"},
    unclear=_unclear_mass,
    printed=HANGS,
    hints=_HINTS,
)
_SPAN: Final = bare(r"[0-9.,]+\s*(?:mm|cm|in|\"|″)?\s*(?:-|–|to)\s*[0-9.,]+\s*(?:mm|cm|in|\"|″)")
STEM: Final = GearKind(
    "stem",
    "Ceiling mount",
    "Ceiling mounts",
    Mount,
    (
        GearField(
            "pole",
            "pole, least and greatest length",
            "how low the projector can hang",
            "500-900 mm",
            _pole,
            lambda item: f"{mm(item.least_height)} - {mm(item.greatest_height)}" if item.greatest_height else "",
            _SPAN,
            first=True,
        ),
        _RATED,
        GearField(
            "plate",
            "ceiling plate (W × H)",
            "which joists it meets",
            "200 x 200",
            _plate,
            lambda item: f"{mm(item.plate_width)} x {mm(item.plate_height)}",
            first=True,
        ),
        MASS,
        PRICE,
        NOTE,
    ),
    {"kind": "mount", "holds": "projector", "form": None},
    unclear=_unclear_mass,
)
DROP: Final = GearKind(
    "drop",
    "Motorised drop",
    "Motorised drops",
    Mount,
    (
        GearField(
            "travel",
            "height closed and lowered, ceiling to what hangs",
            "how low the projector hangs in use",
            "150-900 mm",
            _travel,
            lambda item: f"{mm(item.least_height)} - {mm(item.greatest_height)}" if item.greatest_height else "",
            _SPAN,
            first=True,
        ),
        _RATED,
        _PLATE,
        MASS,
        PRICE,
        NOTE,
    ),
    {"kind": "mount", "holds": "projector", "form": "drop"},
    unclear=_unclear_mass,
)
