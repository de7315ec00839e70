"""What a rig asks of the graphics card, and what measured frames of one size come to on it (rules 8.6, 10.3, 10.4)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.errors import positive
from oval_room.core.plan.gear import GearShelf, Panel
from oval_room.core.record import record
from oval_room.core.rig.rig import Rig
from oval_room.core.screens.document import Picture
from oval_room.core.sent_format import Format, dp_need, hdmi_rate, least_dp

USUAL_HZ: Final = 60.0
"""Taken for a screen whose sheet tells no rate (planning value)."""
BITS: Final = 8


@record
class OnCard:
    """One screen's link: its name, pixels, what DisplayPort carries [Gbit/s], the least DisplayPort and HDMI that do;
    None where none does without compression."""

    name: str
    pixels: tuple[int, int]
    need: float
    port: str | None
    hdmi: float | None


@record
class CardNeeds:
    """hz: the rate that all screens have in common. told: whether every sheet tells its rate. links: of each screen.
    second: pixels a second at that rate [Mpx]."""

    hz: float
    told: bool
    links: tuple[OnCard, ...]
    second: float


def card_needs(rig: Rig, pictures: Mapping[str, Picture], gear: GearShelf) -> CardNeeds:
    """Every screen at the rate all have in common, full chroma, 8 bit."""
    rates = [
        item.refresh_hz
        for key in rig.screens
        if isinstance(item := gear.get(pictures[key].gear or ""), Panel) and item.refresh_hz
    ]
    told = len(rates) == len(rig.screens)
    hz = min(rates, default=USUAL_HZ) if told else min(*rates, USUAL_HZ, USUAL_HZ)
    links = []
    for key in rig.screens:
        form = Format(pictures[key].pixels if not pictures[key].turned % 180 else pictures[key].pixels[::-1], hz, BITS)
        need = dp_need(form)
        links.append(OnCard(pictures[key].name, form.pixels, need, least_dp(need), hdmi_rate(form)))
    pixels = sum(one.pixels[0] * one.pixels[1] for one in links)
    return CardNeeds(hz, told, tuple(links), pixels * hz / 1e6)


def frames_at(frames: float, measured: tuple[int, int], pixels: int) -> float:
    """Frames a second that a card which was seen to reach some at one size would reach at so many pixels, as if its
    work went with the pixels alone: an estimate.

    Raises:
        RefusedError: a number is not over 0.
    """
    return positive(frames, "frames") * measured[0] * measured[1] / positive(float(pixels), "pixels")
