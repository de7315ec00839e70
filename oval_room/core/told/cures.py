"""What cures do, as short orders."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING, Final

from oval_room.core.findings import Cure
from oval_room.core.told.letters import capital

if TYPE_CHECKING:
    from oval_room.core.words import Words

CURES: Final[dict[str, Callable[[Cure, Words], str]]] = {
    "seat inside": lambda c, w: "Bring the seat inside",
    "cover": lambda c, w: capital(c.name),
    "surface": lambda c, w: f"Take a {c.name} surface",
    "cloth out": lambda c, w: f"Cloth to {w.length(c.value)} from the wall",
    "gaps": lambda c, w: f"Gaps of {w.length(c.value)} each",
    "off the wall": lambda c, w: f"Stand it {w.length(c.value, 'least')} off the wall",
    "speakers": lambda c, w: f"Left and right to {c.value:.0f}° apart",
    "swivel": lambda c, w: f"Swivel {abs(c.value):.0f}° to the {'right' if c.value > 0 else 'left'}",
    "strike": lambda c, w: f"Strike reading {c.name[1:]}, {w.length(c.value)}",
    "take as": lambda c, w: f"Take {w.dim(c.name)} as {w.length(c.value)} for now",
    "opening at": lambda c, w: f"Start it at {w.length(c.value)}",
    "picture along": lambda c, w: f"Picture's middle to {w.length(c.value)}",
    "picture width": lambda c, w: f"Picture {w.length(c.value)} wide",
    "picture width, moved": lambda c, w: f"Picture {w.length(c.value)} wide, kept under the lens",
    "row out": lambda c, w: f"{capital(c.name)} to {w.length(c.value)}",
    "bottom at": lambda c, w: f"Bottom edge to {w.length(c.value)}",
    "riser": lambda c, w: f"Riser {w.length(c.value)} under {c.name}",
    "tilt": lambda c, w: f"Tilt {c.value:.1f}° down",
    "lens out": lambda c, w: f"Lens to {w.length(c.value)} from the wall",
    "lens back and width": lambda c, w: f"Lens to the back, picture {w.length(c.value)} wide",
    "lens up": lambda c, w: f"Lens {c.name} to {w.length(c.value)}",
    "lens along": lambda c, w: f"Lens to {w.length(c.value)} along",
}  # fmt: skip
