"""Sound as far as the picture needs it: where loudspeakers stand, and when it comes (rules 11)."""

from __future__ import annotations

from typing import Final

from oval_room.core.levels import Level, beyond

LATE: Final = 60.0
EARLY: Final = 40.0
"""Sound may come this late or early against the picture [ms]."""
FRONT: Final = (45.0, 60.0)
"""Left and right as seen from the main seat [deg]."""
BAR_WIDER: Final = 1.1
"""A soundbar is no wider than this times the panel."""


def lip_sync_level(late_ms: float) -> Level:
    """MIND when sound is over 60 ms late (positive) or over 40 ms early (negative)."""
    return Level.MIND if beyond(late_ms, LATE) or beyond(-late_ms, EARLY) else Level.GOOD
