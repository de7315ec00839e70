"""What a wall mount itself can do: tilt, swivel, reach (rules 4.3, 4.5, 7.3)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final, NamedTuple

from oval_room.core.plan.gear import Mount, Panel
from oval_room.core.screens.document import Picture

SLACK_DEG: Final = 0.05
SLACK_MM: Final = 25.0
"""A picture planned this much farther out than its mount holds it is a matter of measuring [mm]."""


class Beyond(NamedTuple):
    """One thing a mount can't do: which, how much is planned, its nearest limit, both ends of its range."""

    what: str
    value: float
    limit: float
    lo: float
    hi: float

    @property
    def unit(self) -> str:
        return "mm" if self.what == "reach" else "deg"


def reach_of(mount: Mount, panel: Panel | None) -> float:
    """How far out a mount can bring a picture's surface [mm]: its arm or its own depth, and the panel's."""
    return max(mount.reach or 0.0, mount.profile) + (panel.depth if panel is not None else 0.0)


def beyond_mount(picture: Picture, off: float, mount: Mount, panel: Panel | None) -> Iterator[Beyond]:
    """What is planned beyond a mount's own range, for a picture on the display wall.

    Args:
        off: the picture's surface off its wall or face [mm].
    """
    tilt, (lo, hi) = -picture.pose.pitch, mount.tilt_down
    if not lo - SLACK_DEG <= tilt <= hi + SLACK_DEG:
        yield Beyond("tilt", tilt, lo if tilt < lo else hi, lo, hi)
    yaw, (left, right) = picture.pose.yaw, mount.swivel or (0.0, 0.0)
    if not left - SLACK_DEG <= yaw <= right + SLACK_DEG:
        yield Beyond("swivel", yaw, left if yaw < left else right, left, right)
    most = reach_of(mount, panel)
    has_arm = mount.swivel is not None and mount.reach is None  # an arm whose length nobody has given
    if not has_arm and off > most + SLACK_MM:
        yield Beyond("reach", off, most, 0.0, most)
