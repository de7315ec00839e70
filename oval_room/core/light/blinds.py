"""How much darker must it get? What blinds must stop for a class of contrast (rules 5.5)."""

from __future__ import annotations

import math

from oval_room.core.record import record


@record
class Blinds:
    """Greatest stray luminance for the class [cd/m²] and the share of today's light that blinds must stop [1]; None
    where no
    blind helps: why is `native` (the display itself can't) or `wash` (the room's own light is too much)."""

    greatest: float | None
    stop: float | None
    why: str = ""


def blinds(white: float, native: float, *, stray: float, wanted: float, wash: float = 0.0) -> Blinds:
    """L_amb,max = L·(1 − k/native)/(k − 1), n = 1 − (L_amb,max − L_wash)/(L_amb − L_wash) (rules 5.5).

    Args:
        white: picture white L [cd/m²]. native: contrast within one frame. stray: L_amb, the room's wash in it [cd/m²].
        wanted: the contrast k, over 1. wash: L_wash, what the room itself throws back [cd/m²].
    """
    if not math.isinf(native) and wanted >= native:
        return Blinds(None, None, "native")
    greatest = white * (1 - (0.0 if math.isinf(native) else wanted / native)) / (wanted - 1)
    if stray <= greatest:
        return Blinds(greatest, 0.0)
    if wash >= greatest:
        return Blinds(greatest, None, "wash")
    return Blinds(greatest, 1 - (greatest - wash) / (stray - wash))
