"""How people say boxes and cables."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.signal.reading import box_and_rest, shelf_device
from oval_room.core.tape.phrase import Ask, Here
from oval_room.core.tape.sayings import Saying

_BOX: Final = (
    "receiver|avr|amplifier|amp|console|player|streamer|switch box|hdmi switch|splitter|converter|media player|box|pc"
)


_ROOMS: Final = (
    "cupboard|closet|loft|attic|cellar|basement|garage|hall|utility room|plant room|next room|study|office|larder"
)


def _joined(here: Here, said: Mapping[str, str]) -> str | None:
    """`player to tv`, where both are boxes of the chain or of the shelf."""
    for end in (said["a"], said["b"]):
        try:
            box_and_rest(here, end)
        except Ask:
            continue
        except RefusedError:
            try:
                shelf_device(here, end)
            except Ask:
                continue
    return f"link {said['a']} > {said['b']}"


SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("(" + _BOX + ") {name:words}", "device {name}"),
    Saying("{kind:" + _BOX + "}", "device {kind}"),
    Saying("{kind:" + _BOX + "} (on|in|at) {place:text}", "device {kind} at {place}"),
    Saying("rack in {place:" + _ROOMS + "}", "spot {place} elsewhere"),
    Saying("{a:words} (to|into) {b:words}", _joined),
    Saying("{cable:cable} {long:length} [long]", "lead {cable} {long}"),
    Saying("{cable:cable} {kind:optical|active|passive|copper|active copper|passive copper}", "lead {cable} {kind}"),
)
