"""What is found of a mount and what it holds: its rating, the bolt patterns it takes, its travel (rules 7.5, 7.15)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.mount_range import beyond_mount
from oval_room.core.fixing.says import FixingCode, FixingCure
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Mount, Panel
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture

HEAVY: Final = 0.8
"""A panel over this share of its mount's rating wants minding (rules 7.5)."""


def rating_findings(about: Mapping[str, str], mount: Mount, held: Panel | ProjectorGear | None) -> list[Finding]:
    """What hangs against what its mount may carry (rules 7.5)."""
    if held is None or not held.mass_kg or not mount.rated_kg:
        return []
    share = held.mass_kg / mount.rated_kg
    level = Level.STOP if share > 1 else Level.MIND if share > HEAVY else Level.GOOD
    more = {"mount": mount.name, "share": share, "spare": (mount.rated_kg - held.mass_kg, "kg")}
    return [Finding(FixingCode.RATED, level, "7.5", about, held.mass_kg, mount.rated_kg, "kg", more=more)]


def pattern_findings(about: Mapping[str, str], mount: Mount, panel: Panel | None) -> list[Finding]:
    """A panel's bolt pattern against those its mount takes (rules 7.5, 7.15)."""
    if panel is None or panel.vesa is None or mount.takes_vesa is None:
        return []
    least, most = mount.takes_vesa
    fits = all(a <= one <= b for a, one, b in zip(least, panel.vesa, most, strict=True))
    more = {"mount": mount.name, "vesa": panel.vesa, "least": least, "most": most}
    level = Level.GOOD if fits else Level.STOP
    return [Finding(FixingCode.PATTERN, level, "7.15", about, panel.vesa[0], most[0], more=more)]


def beyond_travel(key: str, picture: Picture, out: float, mount: Mount, panel: object) -> list[Finding]:
    """A tilt, swivel or reach that the mount does not have, with its nearest one as a cure."""
    item, out_of = panel if isinstance(panel, Panel) else None, list[Finding]()
    for one in beyond_mount(picture, picture.pose.y - out, mount, item):
        back = {
            "tilt": PutPicture(id=key, pitch=0.0 - one.limit),
            "swivel": PutPicture(id=key, yaw=one.limit),
            "reach": PutPicture(id=key, y=out + one.limit),
        }[one.what]
        cures = (Cure(FixingCure.WITHIN, one.limit, back, one.unit, name=one.what),)
        more: dict[str, float | str] = {"part": one.what, "mount": mount.name, "lo": one.lo, "hi": one.hi}
        about = {"picture": key}
        code, unit = FixingCode.MOUNT_RANGE, one.unit
        out_of.append(Finding(code, Level.STOP, "4.5", about, one.value, one.limit, unit, cures, more))
    return out_of
