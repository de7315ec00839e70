"""Where the sound of a source is heard: with the picture, taken out before, back from the display, by the display
itself; and what kind of it arrives (rules 10.11)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final, Literal

from oval_room.core.record import record
from oval_room.core.signal.box import Box
from oval_room.core.signal.cable import LIGHT
from oval_room.core.signal.chain import Chain, Way, Wire

By = Literal["with the picture", "taken out", "back over eARC", "back over ARC", "its own loudspeakers"]
RANK: Final = ("object", "multichannel", "5.1", "aac", "stereo")
"""Kinds of sound, the fullest first."""
NARROW: Final = ("5.1", "stereo")
"""What optical cables and ARC carry (rules 10.11)."""
PLAIN_SOUND: Final = "stereo"
PLAIN: Final = (PLAIN_SOUND,)
ORDER: Final = ("with the picture", "taken out", "back over eARC", "back over ARC", "its own loudspeakers")


@record
class Heard:
    """One way for the sound: the box it is heard from, how it gets there, what of it arrives (None: nothing it knows).
    through: the display that must be on for it. lag: what is added on its way [ms]. wires: those it comes over."""

    source: Box
    decoder: Box
    by: By
    arrives: str | None
    through: Box | None
    lag: float
    wires: tuple[Wire, ...]

    @property
    def order(self) -> tuple[int, int]:
        """The fullest first; of equal ones the plainest way."""
        full = RANK.index(self.arrives) if self.arrives in RANK else len(RANK)
        return full, ORDER.index(self.by)


def full_kind(kinds: tuple[str, ...]) -> str | None:
    """The fullest of some kinds of sound."""
    return next((one for one in RANK if one in kinds), None)


def _arrives(source: Box, decoder: Box, carries: tuple[str, ...] = RANK) -> str | None:
    """The fullest kind that a source gives, a way carries and a decoder takes."""
    return full_kind(tuple(one for one in source.sound if one in carries and one in decoder.sound))


def hearing(chain: Chain, way: Way) -> Heard | None:
    """The best way to hear a source while one display of it is on; None where there is none."""
    found = sorted(_ways(chain, way), key=lambda one: one.order)
    return found[0] if found else None


def _ways(chain: Chain, way: Way) -> Iterator[Heard]:
    """Every way for the sound of a source while its picture is on one display."""
    source, display = way.source, way.display
    for box, wires in _reached(chain, source) if way.wires else ():
        lag = sum(wire.end.lag or 0.0 for wire in wires)
        if box.decodes and wires:
            yield Heard(source, box, "with the picture", _arrives(source, box), None, box.sound_lag, wires)
        if "extract" in box.does or box is source:
            yield from _taken_out(chain, source, box, None, lag, wires)
    if display.role == "display":
        yield from _from_display(chain, way)


def _taken_out(
    chain: Chain, source: Box, box: Box, through: Box | None, lag: float, wires: tuple[Wire, ...]
) -> Iterator[Heard]:
    for wire in chain.out_of(box.key):
        if wire.out.kind in ("optical", "analogue") and wire.end.decodes:
            carries = NARROW if wire.out.kind == "optical" else PLAIN
            arrives = _arrives(source, wire.end, carries)
            yield Heard(source, wire.end, "taken out", arrives, through, lag + wire.end.sound_lag, (*wires, wire))


def _from_display(chain: Chain, way: Way) -> Iterator[Heard]:
    source, display, lag = way.source, way.display, way.lag
    for wire in chain.into(display.key):
        back = back_over(wire)
        if back is not None and wire.start.decodes:
            arrives = _arrives(source, wire.start, RANK if back == "back over eARC" else NARROW)
            yield Heard(source, wire.start, back, arrives, display, wire.start.sound_lag, (*way.wires, wire))
    yield from _taken_out(chain, source, display, display, 0.0, way.wires)
    if display.sound:
        yield Heard(source, display, "its own loudspeakers", _arrives(source, display), display, lag, way.wires)


def back_over(wire: Wire) -> By | None:
    """Whether sound comes back over a cable, and how: both its ports must know it; an optical one goes one way (rules
    10.8)."""
    if wire.kind == LIGHT:
        return None
    both = set(wire.out.features) & set(wire.into.features)
    if "earc" in both:
        return "back over eARC"
    known = {"arc", "earc"}
    return "back over ARC" if known & set(wire.out.features) and known & set(wire.into.features) else None


def _reached(chain: Chain, source: Box) -> Iterator[tuple[Box, tuple[Wire, ...]]]:
    """The boxes that a source's picture comes to before any display, with the way there."""
    open_ways: list[tuple[Box, tuple[Wire, ...]]] = [(source, ())]
    been = {source.key}
    while open_ways:
        box, wires = open_ways.pop(0)
        yield box, wires
        if box is not source and not box.passes:
            continue
        for wire in chain.out_of(box.key):
            if wire.out.pictures and wire.end.key not in been and wire.end.role != "display":
                been.add(wire.end.key)
                open_ways.append((wire.end, (*wires, wire)))
