"""Short keys of what is measured (`w3`, `c1c3`, `ceiling`, `s1.y`, `o1.width`, `k2.side`) and the commands that take a
reading."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.errors import RefusedError
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import Typed
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutOpening, PutScene, PutSeat
from oval_room.core.survey.room_commands import PutDim, PutRoom
from oval_room.core.tape.spans import (
    ACROSS,
    ALONG,
    CEILING,
    CORNER,
    DIAGONAL,
    EYE,
    HEAD,
    LASER_LINE,
    LEAN,
    OPENING,
    PIECE,
    RISER,
    SEAT,
    SILL,
    WALL,
)

FIELDS: Final[dict[str, tuple[str, ...]]] = {
    "s": ("x", "y", "floor", "eye"),
    "o": ("along", "width", "sill", "head", "after"),
    "k": ("ceiling", "side", "front"),
}
_HOMES: Final = {"s": "seats", "o": "openings", "k": "scenes"}


def key_of(path: str) -> str:
    """The short key of a measure's path in the document; the path itself when it has none."""
    if path == "survey.room.width":
        return "w1"
    if path in ("survey.room.height", "survey.room.depth"):
        return {"survey.room.height": "ceiling", "survey.room.depth": "depth"}[path]
    if path.startswith("survey.dims."):
        return path.removeprefix("survey.dims.")
    found = re.fullmatch(r"survey\.(?:seats|openings|scenes)\.([a-z]\d+)\.([a-z]+)", path)
    return f"{found[1]}.{found[2]}" if found else path


def is_light(key: str) -> bool:
    return key.startswith("k") and "." in key


_SPANS: Final[dict[str, Span]] = {
    "w": PIECE,
    "c": DIAGONAL,
    "h": CORNER,
    "f": LASER_LINE,
    "p": LEAN,
    "ceiling": CEILING,
    "depth": WALL,
    "s.x": ACROSS,
    "s.y": SEAT,
    "s.floor": RISER,
    "s.eye": EYE,
    "o.along": ALONG,
    "o.after": ALONG,
    "o.width": OPENING,
    "o.sill": SILL,
    "o.head": HEAD,
}


def span_of(key: str) -> Span | None:
    """What a reading of a key plausibly is; None for light."""
    name, _, field = key.partition(".")
    return _SPANS.get(f"{name[:1]}.{field}" if field else name) or _SPANS.get(name[:1] if not field else "")


def taking(plan: Plan, key: str, typed: Typed) -> Command:
    """The command that takes a reading of a key (short, or a path).

    Raises:
        RefusedError: there is nothing of that key in the plan.
    """
    key = key_of(key) if key.startswith("survey.") else key
    if key in ("ceiling", "depth"):
        return PutRoom.model_validate({"height" if key == "ceiling" else "depth": typed})
    if re.fullmatch(r"w\d{1,2}|c\d{1,2}c\d{1,2}|[hfp]\d{1,2}", key):
        count = len(plan.survey.room.walls)
        if not all(1 <= int(n) <= count for n in re.findall(r"\d+", key)):
            raise RefusedError(f"this room has walls and corners 1 to {count} (got {key})", field="of", value=key)
        return PutDim(id=key, value=typed)
    name, _, field = key.partition(".")
    kind = name[:1]
    if field not in FIELDS.get(kind, ()) or name not in getattr(plan.survey, _HOMES.get(kind, "seats")):
        raise RefusedError(f"there is no “{key[:30]}” to measure here", field="of", value=key)
    put = {"s": PutSeat, "o": PutOpening, "k": PutScene}[kind]
    return put.model_validate({"id": name, field: typed})  # type: ignore[attr-defined,no-any-return]
