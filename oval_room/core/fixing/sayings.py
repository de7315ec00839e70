"""How people say what holds a picture."""

from __future__ import annotations

from typing import Final

from oval_room.core.tape.sayings import Saying

SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("(arm|bracket|wall bracket|wall mount|swing arm) {name:words}", "mount {name}"),
    Saying("[tv|picture] (arm|swing arm)", "arm mount"),
    Saying("(bolt pattern|bolts pattern|hole pattern) {size:grid}", "vesa {size}"),
)
