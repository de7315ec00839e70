"""What drives walls of displays, as boxes of the chain: sources, the router, controllers (rules 9.3, 10.5)."""

from __future__ import annotations

from collections.abc import Collection
from typing import Final

from oval_room.core.array.document import Arrays
from oval_room.core.sent_format import Format, hdmi_rate
from oval_room.core.signal.box import Box
from oval_room.core.signal.port import Port
from oval_room.core.signal.rates import RATES
from oval_room.core.signal.typed import format_name

HZ: Final = 60.0
IN: Final = "in"


def wall_boxes(arrays: Arrays, fed: Collection[str] = ()) -> dict[str, Box]:
    """What drives a scheme's walls, by its ids; a controller that nothing feeds plays by itself. Ports are taken to
    carry what they are said to give at 60 Hz. fed: controllers that a cable of the chain comes into."""
    out = {}
    for key, source in arrays.sources.items():
        form = _form(source.pixels)
        out[key] = Box(key, source.name, "computer", _ports("out", source.outputs, form), sends=(form,), walled=True)
    for key, router in arrays.routers.items():
        most = _form(max((one.pixels for one in arrays.sources.values()), default=(3840, 2160)))
        ports = _ports(IN, router.inputs, most) | _ports("out", router.outputs, most)
        out[key] = Box(key, router.name, "matrix", ports, frozenset(("matrix", "split each")), walled=True)
    sourced = {*fed, *_sourced(arrays)}
    for key, one in arrays.controllers.items():
        form = _form(one.pixels)
        ports = {IN: Port(IN, IN, "hdmi", _rate(form), _rate(form), ())} | _ports("out", one.outputs, form)
        sends = () if key in sourced else (form,)
        does = frozenset(("split each", "scale"))
        out[key] = Box(key, one.name, "controller", ports, does, sends, walled=True)
    return out


def _sourced(arrays: Arrays) -> list[str]:
    """The controllers that a source or the router feeds."""
    if arrays.router is not None:
        return list(arrays.controllers)[: arrays.router.outputs]
    return [key for key, one in arrays.controllers.items() if one.source in arrays.sources]


def _form(pixels: tuple[int, int]) -> Format:
    plain = Format(pixels, HZ, 8)
    return Format(pixels, HZ, 8, name=format_name(plain))


def _rate(form: Format) -> float:
    """The port that carries a format [Gbit/s]."""
    need = hdmi_rate(form) or 0.0
    return min((rate for rate in RATES["hdmi"] if rate >= max(need, 18.0)), default=48.0)


def _ports(way: str, count: int, form: Format) -> dict[str, Port]:
    names = [f"{way} {n}" if count > 1 else way for n in range(1, count + 1)]
    rate = _rate(form)
    return {name: Port(name, way, "hdmi", rate, rate, ()) for name in names}


def out_name(box: Box, port: int) -> str:
    """The name of a box's output by its number."""
    return f"out {port}" if f"out {port}" in box.ports else "out"
