"""The kinds of gear that can be typed off a data sheet: a new kind is one module and one line here."""

from __future__ import annotations

from typing import Final

from oval_room.core.gear.boxed import PLAYER, SOUNDBAR, SPEAKER
from oval_room.core.gear.common import GearKind
from oval_room.core.gear.device import DEVICE
from oval_room.core.gear.mount import ARM, DROP, MOUNT, STEM
from oval_room.core.gear.panel import PANEL
from oval_room.core.gear.projector import PROJECTOR
from oval_room.core.gear.screen import SCREEN
from oval_room.core.plan.gear import GearItem

MARKS: Final = ("kind", "holds", "form")
"""The values that tell kinds apart."""
_ALL: Final = (PROJECTOR, PANEL, SCREEN, MOUNT, ARM, STEM, DROP, SOUNDBAR, SPEAKER, PLAYER, DEVICE)
KINDS: Final[dict[str, GearKind]] = {kind.word: kind for kind in _ALL}
"""Kinds by their word, in the order they are offered."""


_BY_MARK: Final = {tuple(kind.fixed.get(key) for key in MARKS): kind for kind in _ALL}


def kind_of(item: GearItem) -> GearKind:
    """The kind of an item."""
    return _BY_MARK[item.kind, getattr(item, "holds", None), getattr(item, "form", None)]
