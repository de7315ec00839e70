"""Causes of what is not heard (rules 10.11, 10.14)."""

from __future__ import annotations

from collections.abc import Iterator

from oval_room.core.signal.chain import Way
from oval_room.core.signal.faults.cause import Cause
from oval_room.core.signal.hearing import Heard


def sounds(way: Way, symptom: str, heard: Heard | None) -> Iterator[Cause]:
    source, name = way.source, heard.decoder.name if heard else ""
    if heard is None:
        yield Cause(
            "path",
            source.key,
            f"no way for the sound of {source.name}",
            "none of its ways ends at loudspeakers",
            "take it out before, or link ARC",
            10.0,
            8.0,
        )
        return
    if heard.by.startswith("back"):
        test = f"switch ARC and the external loudspeakers on in the menu of {way.display.name}"
        yield Cause(
            "arc",
            way.display.key,
            f"{heard.by[5:]} of {way.display.name} is off",
            "displays often ship with it off",
            test,
            2.0,
            5.0,
        )
        last = heard.wires[-1]
        test = f"is {name} in the input marked ARC, {last.into.name}?"
        yield Cause(
            "input",
            way.display.key,
            f"another input than {last.into.name}",
            "one input alone gives sound back",
            test,
            1.0,
            2.5,
        )
    if heard.by == "taken out":
        wire = heard.wires[-1]
        yield Cause(
            "cable",
            wire.key,
            f"cable {wire.cable.name}, {wire.name}",
            wire.kind,
            "look into its end: red light?",
            1.0,
            3.0,
        )
    if not way.wires and heard.decoder is way.display:
        test = f"link {way.display.name} to what plays in the room: its eARC input, or its optical output"
        yield Cause("path", way.display.key, "no lead brings its sound to the room", "", test, 10.0, 5.0)
    if symptom == "no surround":
        why = f"{heard.arrives or 'nothing'} arrives where {', '.join(source.sound)} is sent"
        weight = 2.0 if heard.arrives in ("object", "multichannel", "5.1") else 6.0
        test = f"set the sound of {source.name} to bitstream, or to 5.1"
        yield Cause("format", source.key, f"sound format of {source.name}", why, test, 2.0, weight)
    test = f"let {name} play from another source: does it sound?"
    yield Cause("decoder", heard.decoder.key, f"{name} is at another input, or muted", "", test, 1.0, 2.0)
