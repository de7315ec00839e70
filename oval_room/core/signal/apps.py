"""What a display plays of its own: its apps and tuner as a source, heard back over eARC, ARC or an optical lead (rules
10.11)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from typing import Final

from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Panel
from oval_room.core.plan.measure import next_id
from oval_room.core.sent_format import Format
from oval_room.core.signal.box import BACK, Box
from oval_room.core.signal.chain import Chain, Way
from oval_room.core.signal.commands import PutCable
from oval_room.core.signal.document import Cable
from oval_room.core.signal.hearing import NARROW, PLAIN_SOUND, RANK, Heard, full_kind
from oval_room.core.signal.port import Port
from oval_room.core.signal.says import SignalCode, SignalCure

APPS: Final = "apps"
"""The role of what a display plays itself."""
OVER_EARC: Final = ("object", *NARROW)
"""What apps are taken to give where no sheet says and the display sends eARC back; with ARC what that carries (planning
values)."""


def own_ways(chain: Chain) -> dict[str, Way]:
    """Of every display that plays something itself: a way of no cables. Where its sheet does not say, one that sends
    sound back to what it hangs on is taken to."""
    out = {}
    for box in chain.boxes.values():
        sound = _own_sound(chain, box) if box.role == "display" else ()
        if sound:
            pixels = box.item.pixels if isinstance(box.item, Panel) else (3840, 2160)
            form = Format(pixels, 60.0, 10, name=f"{pixels[1]}p60 10 bit")
            source = replace(box, name=f"apps of {box.name}", role=APPS, sends=(form,), sound=sound)
            way = Way(source, box, (), form, form, None)
            out[way.key] = way
    return out


def _own_sound(chain: Chain, box: Box) -> tuple[str, ...]:
    said = box.item.sound if isinstance(box.item, Panel) else None
    if said is not None:
        return tuple(said)
    linked = any(wire.start.decodes for wire in chain.into(box.key)) or any(
        wire.end.decodes for wire in chain.out_of(box.key)
    )
    lists = {one for port in box.listed("in") for one in port.features}
    if not linked or not isinstance(box.item, Panel | None):
        return ()
    return OVER_EARC if "earc" in lists else NARROW if "arc" in lists else ()


def own_sounds(
    chain: Chain, own: Mapping[str, Way], heard: Mapping[str, Heard], cables: Mapping[str, Cable]
) -> Iterator[Finding]:
    """Where what a display plays itself is heard, and the lead that brings it whole; nothing where no loudspeakers but
    displays' own are about."""
    decoders = [box for box in chain.boxes.values() if box.decodes]
    taken = set(cables)
    for key, way in own.items() if decoders else ():
        found, gives = heard.get(key), full_kind(way.source.sound) or PLAIN_SOUND
        alone = found is None or found.decoder is way.display
        level = Level.GOOD if found is not None and found.arrives == gives and not alone else Level.MIND
        lead = None if level is Level.GOOD else _lead(chain, way, decoders, found, taken)
        if lead is not None:
            taken.add(lead[0].id)
        more = {
            "display": way.display.name,
            "gives": gives,
            "decoder": None if found is None or alone else found.decoder.name,
            "by": found.by if found is not None else "",
            "arrives": found.arrives if found is not None else None,
            "lead": lead[1] if lead else "",
            "part": APPS,
        }
        cures = (Cure(SignalCure.BACK, 0.0, lead[0], "n", lead[1], way.display.key),) if lead else ()
        about = {"picture": way.display.shows or ""}
        yield Finding(SignalCode.ROUTE_APPS, level, "10.11", about, cures=cures, more=more)


def _lead(
    chain: Chain, way: Way, decoders: list[Box], found: Heard | None, taken: set[str]
) -> tuple[PutCable, str] | None:
    """The HDMI lead that brings more of a display's own sound back than comes now: a second one, or the one that is
    there in the ports that know it."""
    display = way.display
    now = RANK.index(found.arrives) if found is not None and found.arrives in RANK else len(RANK)
    now = len(RANK) if found is not None and found.decoder is display else now
    first = [found.decoder] if found is not None and found.decoder in decoders else []
    for decoder in [*first, *(box for box in decoders if box not in first)]:
        for kind in ("earc", "arc"):
            carried = RANK if kind == "earc" else NARROW
            would = full_kind(tuple(one for one in way.source.sound if one in carried and one in decoder.sound))
            if would is None or RANK.index(would) >= now:
                continue
            put = _joined(chain, decoder, display, kind, taken)
            if put is not None:
                return put, f"{decoder.name} {put.start_port} > {display.name} {put.end_port}"
    return None


def _joined(chain: Chain, decoder: Box, display: Box, kind: str, taken: set[str]) -> PutCable | None:
    """A lead between two ports that both know a kind of sound back: a new one where both are free, the one that joins
    both boxes moved where it is in others."""
    there = next(
        (wire for wire in chain.into(display.key) if wire.start.key == decoder.key and wire.out.pictures), None
    )
    mine = {there.key} if there is not None else set[str]()
    outs = [port for port in decoder.listed("out") if _knows(port, kind)]
    ins = [port for port in display.listed("in") if _knows(port, kind)]
    free_out = [one for one in outs if all(w.out.name != one.name or w.key in mine for w in chain.out_of(decoder.key))]
    free_in = [one for one in ins if all(w.into.name != one.name or w.key in mine for w in chain.into(display.key))]
    if not free_out or not free_in:
        return None
    key = there.key if there is not None else next_id("cb", taken)
    return PutCable(id=key, start=decoder.key, start_port=free_out[0].name, end=display.key, end_port=free_in[0].name)


def _knows(port: Port, kind: str) -> bool:
    """Whether an HDMI port sends or takes a kind of sound back; one that knows eARC knows ARC."""
    known = ("earc",) if kind == "earc" else BACK
    return port.kind == "hdmi" and bool(set(known) & set(port.features))
