"""Boxes of the signal chain, typed off their labels: players, consoles, computers, receivers, switches, splitters,
matrices, converters, extenders, controllers, amplifiers (rules 10.5, 10.11, 10.12)."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace
from typing import Final, get_args

from oval_room.core.errors import RefusedError
from oval_room.core.gear.boxed import SIDES, sides_of
from oval_room.core.gear.common import MASS, NOTE, PRICE, SOUNDS, WATTS, GearKind, bare, number, shown, word, words_of
from oval_room.core.gear.field import GearField, Read
from oval_room.core.gear.ports import OF_A_BOX, PORTS
from oval_room.core.gear.printed import BOXES
from oval_room.core.plan.gear import Device, DeviceDoes, DeviceRole, GearItem
from oval_room.core.signal.typed import format_of
from oval_room.core.span import Span

ROLES: Final = get_args(DeviceRole)
DOES: Final = get_args(DeviceDoes)
SOURCES: Final = ("player", "console", "computer")
MOST_FORMATS: Final = 12
SIDE: Final = Span("a side of it", 5, 1200, (12, 620))


def _sends(text: str) -> Read:
    """Formats with + between them, the best first; each is one that some link can carry."""
    pieces = [" ".join(one.split()) for one in text.split("+") if one.strip()]
    if not 1 <= len(pieces) <= MOST_FORMATS:
        raise RefusedError(f"give 1 to {MOST_FORMATS} formats, as in 2160p120 10 bit vrr + 1080p60", value=text)
    for one in pieces:
        format_of(one)
    return Read({"sends": tuple(pieces)})


def _doubts(item: GearItem, given: Collection[str]) -> list[str]:
    if not isinstance(item, Device):
        return []
    outs = any(group.way == "out" for group in item.ports)
    ins = any(group.way == "in" for group in item.ports)
    out = []
    if item.role in SOURCES and item.ports and not outs:
        out.append("a source has an output: out hdmi 18G")
    if item.does and item.ports and not (ins and (outs or item.does == ("decode",))):
        out.append("what passes a picture on has inputs and outputs")
    if item.peak_watts is not None and item.watts is not None and item.peak_watts < item.watts:
        out.append(f"its most, {item.peak_watts:g} W, is under the typical {item.watts:g} W")
    return out


DEVICE: Final = GearKind(
    "device",
    "Signal device",
    "Signal devices",
    Device,
    (
        GearField(
            "role",
            "what it is",
            "where it stands in the chain",
            "receiver",
            word("role", ROLES),
            shown("role"),
            bare("|".join(ROLES)),
            first=True,
        ),
        replace(PORTS, first=True, bare=OF_A_BOX),
        GearField(
            "does",
            "what it does between its ports (switch; split: all as the weakest display; split each: its own for each)",
            "which pictures and sounds come out where",
            "switch decode",
            words_of("does", DOES, "one or more"),
            lambda item: " ".join(item.does),
            first=True,
        ),
        GearField(
            "sends",
            "formats it gives, the best first",
            "what cables and inputs must carry",
            "2160p120 10 bit vrr static + 2160p60 10 bit + 1080p60",
            _sends,
            lambda item: " + ".join(item.sends),
            first=True,
        ),
        GearField(
            "sound",
            "sound it gives or takes, the best first",
            "where the sound can be decoded",
            "object 5.1 stereo",
            words_of("sound", SOUNDS, "one or more"),
            lambda item: " ".join(item.sound),
            first=True,
        ),
        GearField(
            "lag",
            "what it adds to a picture, ms",
            "games, lips and sound",
            "4 ms",
            number("lag_ms", "the lag in ms", 0, 1000),
            shown("lag_ms", " ms"),
            bare(r"[0-9.,]+\s*ms"),
        ),
        GearField(
            "sound lag",
            "what it adds to sound, ms",
            "lips and sound",
            "20 ms",
            number("sound_ms", "the lag in ms", 0, 1000),
            shown("sound_ms", " ms"),
        ),
        replace(SIDES, read=sides_of(SIDE), example="430 x 160 x 380", first=False),
        MASS,
        WATTS,
        GearField(
            "peak",
            "power at most, at switch-on",
            "circuits",
            "120 W",
            number("peak_watts", "the watts", 0, 20_000),
            shown("peak_watts", " W"),
        ),
        GearField(
            "takes poe",
            "what it draws over the network cable, W",
            "which network switch feeds it",
            "12 W",
            number("poe_w", "the watts", 0.1, 90),
            shown("poe_w", " W"),
        ),
        GearField(
            "gives poe",
            "what it has for others over the network, all ports together, W",
            "how many it feeds",
            "120 W",
            number("gives_poe_w", "the watts", 1, 5000),
            shown("gives_poe_w", " W"),
        ),
        GearField(
            "volts",
            "supply, where it is not the mains",
            "how far its feed may run",
            "5 V",
            number("low_volts", "the volts", 1, 60),
            shown("low_volts", " V"),
            bare(r"[0-9.,]+\s*v(?:olts?)?"),
        ),
        PRICE,
        NOTE,
    ),
    {"kind": "device"},
    _doubts,
    printed=BOXES,
    hints=(
        (bare(r"[0-9.]+\s*g(?:bit/s|bps|b)?|e?arc|vrr|hdr.*|cec"), "say “{0}” of the ports that have it: in hdmi {0}"),
        (bare(r"hdmi\s*[0-9.]+"), "“{0}” is no rate: give ports with theirs, as in out hdmi 48G"),
    ),
)
