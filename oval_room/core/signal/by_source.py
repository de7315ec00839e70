"""The chain as a list, source by source: what each sends, by which leads it goes to each display, what arrives, what is
lost, where it sounds (rules 10.6, 10.11)."""

from __future__ import annotations

from collections.abc import Iterator

from oval_room.core.levels import Level
from oval_room.core.record import record
from oval_room.core.signal.chain import Way
from oval_room.core.signal.hearing import Heard
from oval_room.core.signal.says import stop_words
from oval_room.core.signal.study import RoutingResult


@record
class Reached:
    """One display of a source: by which leads and boxes, what arrives there, what is lost and why; where it sounds."""

    level: Level
    display: str
    by: str
    arrives: str
    lost: str
    sounds: str


@record
class SourceRow:
    """A source: what it sends at best, and every display that it goes to."""

    name: str
    sends: str
    reaches: tuple[Reached, ...]


@record
class OtherLead:
    """A cable that no picture goes over: its number, ends and what it is for."""

    number: str
    ends: str
    kind: str


def by_source(found: RoutingResult) -> list[SourceRow]:
    """Every source with its ways, in the order of the board; what displays play themselves last."""
    rows: dict[str, list[Way]] = {}
    for way in found.ways.values():
        rows.setdefault(way.source.key, []).append(way)
    out = []
    for ways in rows.values():
        source = ways[0].source
        wants = source.wants.name if source.wants else ""
        out.append(SourceRow(source.name, wants, tuple(_reached(way, found.heard.get(way.key)) for way in ways)))
    for way in found.own.values():
        reached = _reached(way, found.heard.get(way.key))
        out.append(SourceRow(f"What {way.display.name} plays itself", way.wanted.name, (reached,)))
    return out


def other_leads(found: RoutingResult) -> list[OtherLead]:
    """Cables that no picture goes over: sound, network, loudspeakers, and what nothing goes over yet."""
    over = {wire.key for way in found.ways.values() for wire in way.wires}
    left = [wire for key, wire in found.wires.items() if key not in over]
    return [OtherLead(one.cable.name, one.name, one.out.kind) for one in left]


def _reached(way: Way, heard: Heard | None) -> Reached:
    arrives = f"{way.format.name} arrives" if way.format is not None else "nothing arrives"
    if way.wires and way.format is not None and not way.beside:
        arrives += f", {way.spare:.1f} Gbit/s to spare"
    return Reached(
        way.level, way.display.name, " > ".join(_by(way)), arrives, "" if way.whole else _lost(way), _sounds(heard)
    )


def _by(way: Way) -> Iterator[str]:
    for n, wire in enumerate(way.wires):
        yield wire.cable.name
        if n + 1 < len(way.wires):
            yield wire.end.name


def _lost(way: Way) -> str:
    """What was wanted and does not arrive, and the part that stops it."""
    stopped, wanted = way.stopped, way.wanted.name
    if stopped is None:
        return f"{wanted}, held to what {way.beside} takes"
    return f"{wanted}: {stop_words(stopped.why, stopped.weakest, stopped.need, stopped.have)}"


def _sounds(heard: Heard | None) -> str:
    if heard is None:
        return ""
    return f"{heard.arrives or 'nothing'} from {heard.decoder.name}, {heard.by}"
