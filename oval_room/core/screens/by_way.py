"""Screens asked for by how they are fixed or what they are covered with: those of the shelf that are so.

A picture's size alone says nothing of its case, its cloth's travel or its surface: those come with the item.
"""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from typing import Final, NoReturn

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Screen, offered
from oval_room.core.screens.size import said_size, shape_last
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase

WAYS: Final = {
    "drop-down": r"drop[- ]?down|electric|motori[sz]ed|roll[- ]?down|tab[- ]?tensioned",
    "manual": r"pull[- ]?down|manual",
    "fixed": r"fixed(?:[- ]frame)?|framed",
    "floor-rising": r"floor[- ]?rising|rising|pull[- ]?up",
    "wall-flat": r"wall[- ]?flat",
}
"""Ways of a screen in people's words."""
SURFACES: Final = {
    "lenticular": r"lenticular|ust|ultra[- ]short(?:[- ]throw)?",
    "contrast": r"alr|(?:ambient|light)[- ]rejecting",
    "woven": r"woven|acoustic(?:ally[- ]transparent)?",
    "perforated": r"perforated",
    "grey": r"gr[ea]y",
}
"""Surfaces in people's words."""
MOST: Final = 5
"""Screens of the shelf that are offered."""


def said_by_way(here: Here, rest: str) -> bool:
    """Whether a line says how a screen is fixed or covered, and is not the name of one on the shelf."""
    words = rest.lower().split()
    named = any(
        isinstance(item, Screen) and all(word in item.name.lower() for word in words)
        for item in offered(here.gear).values()
    )
    return not named and any(_found(of, rest) for of in (WAYS, SURFACES))


def ask_by_way(here: Here, rest: str, way: str = "") -> NoReturn:
    """The screens of the shelf that are so, the nearest to the size that was said first.

    Raises:
        Ask: which. RefusedError: there is none on the shelf.
    """
    way, surface = way or _found(WAYS, rest), _found(SURFACES, rest)
    text = rest
    for words in (*WAYS.values(), *SURFACES.values()):
        text = re.sub(rf"(?<![\w-])(?:{words})(?![\w-])", " ", text, flags=re.IGNORECASE)
    text = re.sub(r"\b(?:a|the|screen|cloth|surface|frame)\b", " ", text, flags=re.IGNORECASE).strip(" ,")
    said = said_size(shape_last(" ".join(text.split())), "screen", here.ruler) if re.match(r"[0-9.½¼¾]", text) else None
    size = said.size(said.aspect or 16 / 9).diagonal if said else 0.0
    fits = [
        item
        for item in offered(here.gear).values()
        if isinstance(item, Screen) and way in ("", item.way) and surface in ("", item.surface)
    ]
    told = " ".join(word for word in (way, surface) if word)
    if not fits:
        raise RefusedError(
            here.eg(f'no {told} screen is on the shelf; type one: gear screen Sail 100: 100", {way or "fixed"}'),
            value=rest,
        )
    if said:
        fits.sort(key=lambda item: abs(math.hypot(item.width, item.height) - size))
    raise Ask(f"Which {told} screen? They come from the shelf", *(f"screen {item.name}" for item in fits[:MOST]))


def _found(of: dict[str, str], text: str) -> str:
    """The one of some kinds whose words stand in a text; empty where none or several do."""
    found = [kind for kind, words in of.items() if re.search(rf"(?<![\w-])(?:{words})(?![\w-])", text, re.IGNORECASE)]
    return found[0] if len(found) == 1 else ""


def _of_way(way: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        ask_by_way(here, rest, way)

    return make


PHRASES: Final[tuple[Phrase, ...]] = tuple(
    Phrase(
        f"{way} screen",
        "inches",
        f"asks which {way} one of the shelf",
        f"{way} screen 100",
        "picture",
        _of_way(way),
        also=also,
    )
    for way, also in (
        (
            "drop-down",
            ("drop down screen", "dropdown screen", "electric screen", "motorised screen", "motorized screen"),
        ),
        ("fixed", ("fixed frame screen", "framed screen")),
        ("floor-rising", ("floor rising screen", "rising screen", "pull up screen")),
    )
)
