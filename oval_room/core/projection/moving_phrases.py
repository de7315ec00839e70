"""A projector placed by what is said of it in place of its name: hung or standing, over there, more to the left."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.document import Projector
from oval_room.core.projection.placing import own_wall, place_on_wall, projector_here
from oval_room.core.tape.phrase import Ask, Heard, Here
from oval_room.core.tape.spans import LENS_UP, SHIFT, THROW

HUNG: Final = re.compile(
    r"(?:(?:is|goes|hangs?|hung|mounted)\s+)*(?:upside[- ]down|inverted|hung|(?:on|from|to|under)\s+(?:the\s+)?ceiling"
    r"|ceiling[- ]mounted)",
    re.IGNORECASE,
)
STANDING: Final = re.compile(
    r"(?:(?:is|goes|stands?|sits|standing|sitting)\s+)*(?:upright|on\s+(?:a\s+|the\s+)?(?:shelf|table|cabinet|stand|rack)"
    r"|shelf[- ]mounted)",
    re.IGNORECASE,
)
_CENTRED: Final = re.compile(
    r"(?:in the middle|centred|centered)(?: (?:on|of) (?:the )?(?:screen|picture))?", re.IGNORECASE
)
_WAY: Final = re.compile(
    r"(?:a bit |to the )?(?P<way>up|down|higher|lower|left|right|back|away|forwards?|closer|nearer)\s+(?P<so>by\s+)?"
    r"(?P<by>[0-9½¼¾].*)|"
    r"(?:by )?(?P<much>[0-9½¼¾].*?)\s+(?:to the )?(?P<side>higher|lower|left|right|back|forwards?|closer|nearer)",
    re.IGNORECASE,
)
_AXES: Final[dict[str, tuple[str, int]]] = {
    "up": ("z", 1),
    "higher": ("z", 1),
    "down": ("z", -1),
    "lower": ("z", -1),
    "right": ("x", 1),
    "left": ("x", -1),
    "back": ("y", 1),
    "away": ("y", 1),
    "forward": ("y", -1),
    "forwards": ("y", -1),
    "closer": ("y", -1),
    "nearer": ("y", -1),
}

TO: Final = {"y": ("throw", THROW), "z": ("lens up", LENS_UP)}
"""What a length without `by` may be in place of a move, by its axis: the phrase, and what is plausible of it."""


def sits(here: Here, hung: bool) -> Heard:
    """Hung inverted, or upright."""
    key, projector = projector_here(here)
    return Heard(
        f"{projector.name}: {'hung inverted' if hung else 'upright on a shelf'}", PutProjector(id=key, hung=hung)
    )


def moved(here: Here, rest: str) -> Heard | None:
    """`on the ceiling`, `in the middle`, `left 100`, `200 back`; None for anything else, as a name."""
    said = rest.strip()
    if HUNG.fullmatch(said) or STANDING.fullmatch(said):
        return sits(here, HUNG.fullmatch(said) is not None)
    way = _WAY.fullmatch(said)
    if way is None and not _CENTRED.fullmatch(said):
        return None
    key, projector = projector_here(here)
    picture = here.plan.chosen.pictures[projector.shows]
    if way is None:
        along = place_on_wall(here, projector.shows, picture.pose)[0]
        put = own_wall(here, projector.shows, PutProjector(id=key, x=along))
        return Heard(f"{projector.name}: lens on the middle of {picture.name}", put)
    axis, sign = _AXES[(way["way"] or way["side"]).lower()]
    length = way["by"] or way["much"]
    by = here.length(length, SHIFT)
    if sign > 0 and axis in TO and not way["so"] and TO[axis][1].fit(by) == 2:
        if axis == "y" and not way["way"]:
            return None  # 14 ft back is how far it is from its screen
        raise Ask("By that much, or at that place?", f"{TO[axis][0]} {length}", f"projector {way['way']} by {length}")
    return _by(here, key, projector, axis, sign * by)


def _by(here: Here, key: str, projector: Projector, axis: str, by: float) -> Heard:
    """The lens moved by so much along one of its picture's own axes."""
    along, out = place_on_wall(here, projector.shows, projector.pose)
    plane = place_on_wall(here, projector.shows, here.plan.chosen.pictures[projector.shows].pose)[1]
    if axis == "z":
        z = projector.pose.z + by
        return Heard(f"{projector.name}: lens {here.show(z)} from the floor", PutProjector(id=key, z=z))
    if axis == "x":
        put = own_wall(here, projector.shows, PutProjector(id=key, x=along + by))
        return Heard(f"{projector.name}: lens {here.show(along + by)} from the left wall", put)
    put = own_wall(here, projector.shows, PutProjector(id=key, y=out + by))
    return Heard(f"{projector.name}: throw {here.show(out + by - plane)}, lens to screen", put)
