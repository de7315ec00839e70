"""What findings of gear say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.words import Words


def _newer(f: Finding, w: Words) -> str:
    m = f.more
    told = ", ".join(m["told"]) or "its notes alone"
    rest = f" and {m['rest']} more" if m["rest"] else ""
    return f"{m['item']} has newer data on the shelf: {told}{rest}. This job keeps its own until you take it."


class GearCode(Code):
    """What is found of gear, and its sentence."""

    PICTURE_NEWER = "picture: newer data on the shelf", _newer
    THROW_NEWER = "throw: newer data on the shelf", _newer
    DEVICE_NEWER = "routing: newer data on the shelf", _newer
    MOUNT_NEWER = "fixing: newer data on the shelf", _newer


class GearCure(CureKind):
    """What is offered, as a short order."""

    NEWER = "newer data", lambda c, w: f"Take the newer data of {c.name}"
