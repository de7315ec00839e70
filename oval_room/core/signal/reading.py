"""What lines of the tape name in the chain: boxes, their ports, cables, places."""

from __future__ import annotations

import re
from typing import TypeVar

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import GearItem, offered
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import boxes_of
from oval_room.core.signal.document import Cable, Routing, Spot
from oval_room.core.tape.phrase import Ask, Here

_T = TypeVar("_T")
CALLED = {
    "avr": "receiver",
    "amplifier": "receiver",
    "amp": "receiver",
    "media player": "player",
    "streamer": "player",
    "hdmi switch": "switch",
    "switch box": "switch",
}
"""Boxes by what else people call them."""
WIDE = ("device", "player", "soundbar")


def routing_of(here: Here) -> Routing:
    return here.plan.chosen.kept(Routing)


def box_and_rest(here: Here, text: str) -> tuple[Box, str]:
    """The box whose name a text starts with, and what follows; a name in short will do where it fits one alone.

    Raises:
        RefusedError: there is none. Ask: it fits several.
    """
    boxes = boxes_of(here.plan.chosen, here.gear)
    plain = text.strip().lower()
    named = [(box.name.lower(), box) for box in boxes.values()] + list(boxes.items())
    for name, box in sorted(named, key=lambda one: -len(one[0])):
        if plain == name or plain.startswith(f"{name} "):
            return box, text.strip()[len(name) :].strip()
    short = _in_short(list(boxes.values()), plain)
    if short is not None:
        return short
    listed = ", ".join(box.name for box in boxes.values()) or "none yet: device and its name first"
    raise RefusedError(f"there is no “{text.strip()[:30]}” in the chain; there are {listed}", value=text)


def _in_short(boxes: list[Box], plain: str) -> tuple[Box, str] | None:
    """A box by words of its name or by what it is, the most words first: `receiver in 2`, `kestrel`, `tv`."""
    words = plain.split()
    for count in range(len(words), 0, -1):
        said = words[:count]
        fits = [one for one in boxes if _named(one, said)]
        if len(fits) > 1:
            rest = " ".join(words[count:])
            raise Ask(f"Which {' '.join(said)}?", *(f"{one.name} {rest}".strip() for one in fits[:6]), follows=True)
        if fits:
            return fits[0], " ".join(words[count:])
    return None


def _named(box: Box, said: list[str]) -> bool:
    kind = {"panel": "tv"}.get(box.item.kind, box.item.kind) if box.item else ""
    said = [CALLED.get(" ".join(said), ""), *said[1:]] if " ".join(said) in CALLED else said
    own = re.findall(r"[\w.]+", f"{box.name} {box.item.name if box.item else ''} {box.role} {kind}".lower())
    return all(any(one.startswith(word) for one in own) for word in said if word) and not said[0].isdigit()


def no_device(box: Box, value: str, told: str = "say it of a device") -> None:
    """Raises RefusedError where a box is none that was put into the chain."""
    if box.walled:
        raise RefusedError(f"{box.name} drives a wall of displays and is changed at that stage", value=value)
    if box.device is None:
        raise RefusedError(f"{box.name} is a display: {told}", value=value)


def port_said(box: Box, text: str, way: str) -> str:
    """A port of a box as it is said after its name: `in 2`, `2`, `input 2`, `optical`; empty for any.

    Raises:
        RefusedError: it has none of that name.
    """
    plain = re.sub(r"\b(in|out)put\b", r"\1", text.strip().lower())
    plain = re.sub(r"\b(?:hdmi|port|socket)\b", "", plain).strip()
    plain = re.sub(r"\b(in|out)(\d)", r"\1 \2", plain)
    if not plain:
        return ""
    names = list(box.ports)
    wanted = (plain, f"{way} {plain}", f"{plain} {way}", f"{plain} {way} 1", f"{plain} 1")
    found = next((name for name in wanted if name in names), None)
    if found is None:
        listed = ", ".join(port.name for port in box.listed(way)) or "none"
        raise RefusedError(f"{box.name} has no {text.strip()[:20]}; it has {listed}", value=text)
    return found


def cable_and_rest(here: Here, text: str) -> tuple[str, Cable, str]:
    """The cable whose number a text starts with, its id, and what follows.

    Raises:
        RefusedError: there is none.
    """
    number, _, rest = re.sub(r"^cable\s+", "", text.strip(), flags=re.IGNORECASE).partition(" ")
    cables = routing_of(here).cables
    said = number.lower().rstrip(":,")
    said = f"c{said}" if said.isdigit() else said
    key = next((key for key, cable in cables.items() if cable.name.lower() == said), None)
    if key is None:
        listed = ", ".join(cable.name for cable in list(cables.values())[:12]) or "none yet: link two boxes first"
        raise RefusedError(f"there is no cable {said[:12]}; there are {listed}", value=text)
    return key, cables[key], re.sub(r"^(?:is|=)\s+", "", rest.strip())


def spot_named(here: Here, text: str) -> tuple[str, Spot]:
    """A place of gear by its name.

    Raises:
        RefusedError: there is none of that name.
    """
    spots = routing_of(here).spots
    plain = re.sub(r"^(?:in|on|at|to)\s+(?:the\s+)?", "", text.strip().lower())
    for key, spot in spots.items():
        if plain in (key, spot.name.lower()):
            return key, spot
    listed = ", ".join(spot.name for spot in spots.values()) or "none"
    raise RefusedError(
        f"there is no place “{plain[:30]}” for gear; there are {listed}. Make one: spot {plain[:20] or 'rack'} 600 "
        "along, 300 out",
        value=text,
    )


def shelf_device(here: Here, name: str) -> str:
    """The edition of a device, player or soundbar on the shelf by words of its name.

    Raises:
        RefusedError: none fits. Ask: several do.
    """
    words = name.lower().split()
    role = CALLED.get(name.lower().strip(), name.lower().strip())
    known: dict[str, GearItem] = {key: item for key, item in offered(here.gear).items() if item.kind in WIDE}
    fits = {key: item for key, item in known.items() if all(word in item.name.lower() for word in words)}
    exact = {k: i for k, i in fits.items() if name.lower().strip() in (i.name.lower(), i.model.lower())}
    fits = exact or fits
    by_role = {k: i for k, i in known.items() if getattr(i, "role", i.kind) == role}
    fits = fits or by_role
    if not fits:
        raise RefusedError(
            f"no device on the shelf fits “{name.strip()[:30]}”: type it, as in "
            f"gear device {name.strip()[:20] or 'Box'}: switch, ports 3 in hdmi 18G + out hdmi 18G, does switch",
            value=name,
        )
    if len(fits) > 1:
        raise Ask("Which one?", *(f"device {item.name}" for item in list(fits.values())[:6]))
    return next(iter(fits))
