"""How people say what holds a picture."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.plan.gear import offered
from oval_room.core.tape.phrase import Here
from oval_room.core.tape.sayings import Saying


def _mounts(here: Here, said: Mapping[str, str]) -> list[str]:
    """The wall mounts of the shelf."""
    fits = [one for one in offered(here.gear).values() if one.kind == "mount" and one.holds == "panel"]
    return [f"mount {one.name}" for one in fits[:6]]


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("(mount|hang|fix) (tv|panel)", _mounts, ask="On which mount?"),
    Saying("(arm|bracket|wall bracket|wall mount|swing arm) {name:words}", "mount {name}"),
    Saying("[tv|picture] (arm|swing arm)", "arm mount"),
    Saying("(bolt pattern|bolts pattern|hole pattern) {size:grid}", "vesa {size}"),
)
