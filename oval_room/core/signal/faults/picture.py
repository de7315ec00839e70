"""Causes of what is seen wrong: cut off, black for a moment, connecting again and again, late (rules 10.14)."""

from __future__ import annotations

from collections.abc import Iterator

from oval_room.core.signal.chain import Way
from oval_room.core.signal.faults.cause import SELDOM, Cause
from oval_room.core.signal.faults.links import CLOSE, boxes_on
from oval_room.core.signal.path import share_left


def cut_off(way: Way) -> Iterator[Cause]:
    """The edges of a picture lie outside the screen, or it does not fill it."""
    display, source = way.display, way.source
    yield Cause(
        "overscan", display.key, f"{display.name} draws the picture larger than it is", "displays often ship so",
        f"set {display.name} to show each pixel once (1:1, no overscan) and look at all four edges of a test picture",
        1.0, 6.0,
    )  # fmt: skip
    if source is not display and way.wires:
        test = f"look for screen size, safe area or margins in the menu of {source.name}, and put them back"
        yield Cause("size", source.key, f"{source.name} has a screen size of its own set", "", test, 2.0, 2.5)
    for box in boxes_on(way)[1:-1]:
        if box.does & {"scale", "convert"}:
            test = f"put {source.name} straight into {display.name}: is it whole then?"
            yield Cause("box", box.key, f"{box.name} scales the picture", "it makes it anew", test, 5.0, 3.0)
    pixels = getattr(display.item, "pixels", None)
    if way.format is not None and pixels and tuple(way.format.pixels) != tuple(pixels):
        wide, high = pixels
        test = f"let {source.name} send {wide} × {high}, the display's own pixels"
        yield Cause("format", source.key, f"{way.format.name} is not {display.name}'s own size", "", test, 1.0, 2.0)


def flashes(way: Way) -> Iterator[Cause]:
    """Black for a moment: the cheapest tests first, a rate down, a fixed rate, then leads."""
    source = way.source
    form = way.format or way.wanted
    if way.wires:
        left = min(share_left(wire.link, form) for wire in way.wires)
        weight = 6.0 if left < CLOSE else 4.0
        why = f"its tightest link has {100 * max(left, 0.0):.0f} % of its rate left" if left < 1 else ""
        test = f"let {source.name} send less than {form.name}: 60 Hz, 8 bit; does it stay?"
        yield Cause(
            "rate", source.key, f"{form.name} is too much for a link on the way", why, test, 1.0, weight, SELDOM
        )
    if way.wanted.vrr or form.vrr:
        test = f"switch the moving frame rate off at {source.name}; does it stay?"
        yield Cause("vrr", source.key, "the moving frame rate", "rates change while it plays", test, 1.0, 3.5, SELDOM)
    if form.hdr != "none":
        test = f"set {source.name} to one kind of HDR for all, or to none; does it stay?"
        yield Cause("hdr", source.key, "HDR switching on and off", "a display goes black as it changes", test, 1.0, 2.0)


def again(way: Way) -> Iterator[Cause]:
    """Boxes that greet each other over and over."""
    source, display = way.source, way.display
    between = boxes_on(way)[1:-1]
    order = " , ".join([display.name, *(box.name for box in reversed(between)), source.name]).replace(" ,", ",")
    yield Cause(
        "order", display.key, "copy protection was not agreed on at switching on", "",
        f"switch all off at the wall for a minute, then on one after the other: {order}", 3.0, 4.0, SELDOM,
    )  # fmt: skip
    test = f"switch control over HDMI (CEC) off at {display.name} and at all boxes"
    yield Cause("cec", display.key, "boxes switch each other on and over", "CEC", test, 2.0, 3.0, SELDOM)
    for box in between:
        test = f"put {source.name} straight into {display.name}: does it stay?"
        yield Cause("box", box.key, f"{box.name} begins anew", "it stands between", test, 5.0, 2.5, SELDOM)


def late(way: Way) -> Iterator[Cause]:
    """A picture that comes late."""
    mode = getattr(way.display.item, "lag_mode", None) or "its game mode"
    test = f"set {way.display.name} to {mode}"
    lag = f"{way.display.lag:.0f} ms" if way.display.lag is not None else "its lag is not known"
    yield Cause("mode", way.display.key, f"{way.display.name} is not in {mode}", lag, test, 1.0, 6.0)
    for wire in way.wires[:-1]:
        added = wire.end.lag
        weight = 0.5 if added is not None and added < 5 else 2.5
        why = f"{added:g} ms" if added is not None else "its lag is not known"
        yield Cause(
            "box", wire.end.key, f"{wire.end.name} works on the picture", why, f"go past {wire.end.name}", 4.0, weight
        )
