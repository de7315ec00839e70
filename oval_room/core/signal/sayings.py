"""How people say boxes and cables."""

from __future__ import annotations

from typing import Final

from oval_room.core.tape.sayings import Saying

_BOX: Final = (
    "receiver|avr|amplifier|amp|console|player|streamer|switch box|hdmi switch|splitter|converter|media player|box|pc"
)

SAYINGS: Final[tuple[Saying, ...]] = (
    Saying("(" + _BOX + ") {name:words}", "device {name}"),
    Saying("{kind:receiver|console|player|streamer|splitter|converter}", "device {kind}"),
    Saying("{cable:cable} {long:length} [long]", "lead {cable} {long}"),
    Saying("{cable:cable} {kind:optical|active|passive|copper}", "lead {cable} {kind}"),
)
