"""Head-room: what must change on a way before the next format goes over it (rules 10.6)."""

from __future__ import annotations

from collections.abc import Iterator

from oval_room.core.sent_format import Format
from oval_room.core.signal.cable import kind_for
from oval_room.core.signal.chain import Way, Wire, rate_for
from oval_room.core.signal.path import check_path
from oval_room.core.signal.typed import format_of


def must_change(way: Way, wanted: str) -> list[str]:
    """Every link that does not carry a format, in words, from the source on; nothing where all do.

    Raises:
        RefusedError: the format can't be read.
    """
    form = format_of(wanted)
    sent = next((one for one in way.source.sends if one.pixels == form.pixels and one.hz >= form.hz), None)
    out = [] if sent is not None else [f"{way.source.name} does not send it"]
    for n, wire in enumerate(way.wires):
        out += _link(wire, form, last=n == len(way.wires) - 1)
    return out


def _link(wire: Wire, form: Format, *, last: bool) -> Iterator[str]:
    """What of one link is too little."""
    need = rate_for(wire.out.kind, form)
    if need is None:
        yield f"{wire.name}: {wire.out.kind} does not carry such a format"
        return
    for box, port in ((wire.start, wire.out), (wire.end, wire.into)):
        if port.top < need - 1e-9:
            yield f"{box.name} {port.name} has {port.top:g} of {need:g} Gbit/s: another {_what(box.role)}"
        elif port.gbps < need - 1e-9:
            yield f"{box.name} {port.name}: set it to “{port.mode or 'its full rate'}”"
    if wire.length is not None and wire.rate < need - 1e-9:
        kind = kind_for(wire.out.kind, need, wire.length)
        length = f"{wire.length / 1000:g} m"
        yield f"cable {wire.cable.name}: {kind or 'nothing'} carries it over {length}"
    if last and need <= min(wire.out.top, wire.into.top):
        stopped = check_path([wire.link], form).stopped
        if stopped is not None and stopped.why in ("hdr", "vrr", "chroma"):
            yield f"{wire.end.name} {wire.into.name} does not list its {stopped.why.upper()}"


def _what(role: str) -> str:
    return {"display": "display", "receiver": "receiver"}.get(role, "box")
