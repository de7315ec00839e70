"""What findings of a table-sim cabinet say."""

from __future__ import annotations

from oval_room.core.findings import Code, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words


def _fits(f: Finding, w: Words) -> str:
    m = f.more
    head = (
        f"{m['name']} lies in its opening with {w.length(m['sides'])} at each side, {w.length(m['ends'])} at each end"
    )
    if f.level is Level.STOP and min(m["sides"], m["ends"]) < 0:
        short = [f"{w.length(-m[of])} too {word}" for of, word in (("sides", "wide"), ("ends", "long")) if m[of] < 0]
        return f"{m['name']} does not go into its opening: {' and '.join(short)} on each side. Take a smaller one."
    if f.level is Level.STOP:
        return f"{head}: too tight to get it in and out, {w.length(f.limit)} is wanted."
    return f"{head}; round its picture {w.length(m['bare'][0])} and {w.length(m['bare'][1])} are seen."


def _shape(f: Finding, w: Words) -> str:
    m = f.more
    head = f"{m['name']} is {m['long']:.2f} times as long as wide, a table's own field {m['table']:.2f}"
    if f.level is Level.GOOD:
        return f"{head}: it fills it."
    return f"{head}: {f.value:.0f} % of the table's length falls away, or the game squeezes it."


def _quick(f: Finding, w: Words) -> str:
    m = f.more
    if m["why"]:
        return f"The playfield must be quick and dark: take a panel of the shelf for it, {m['name']} has no sheet."
    lag = "lag not told" if m["lag"] is None else f"{m['lag']:.0f} ms"
    rate = "rate not told" if m["hz"] is None else f"{m['hz']:.0f} Hz"
    head = f"{m['name']} as playfield: {lag}, {rate}"
    if f.level is Level.MIND:
        return f"{head}; flippers want 20 ms and 100 Hz. Back screen and strip may be slower."
    return f"{head}{', quick enough' if f.level is Level.GOOD else '; flippers want 20 ms and 100 Hz'}."


def _dark(f: Finding, w: Words) -> str:
    head = f"{f.more['name']} as playfield is {f.more['technology'].upper()}"
    return (
        f"{head}: dark tables stay dark." if f.level is Level.GOOD else f"{head}: dark tables turn grey from the side."
    )


def _money(f: Finding, w: Words) -> str:
    head = f"The playfield takes {f.value:.0f} % of what the screens cost"
    if f.level is Level.GOOD:
        return f"{head}, where it is seen most."
    return f"{head}: it is looked at all the time. Save on the back screen and the strip."


def _over(f: Finding, w: Words) -> str:
    m = f.more
    head = f"{m['name']} as {m['role']} is {w.length(f.value)} wide"
    if f.level is Level.GOOD:
        return f"{head}, no wider than the table."
    return f"{head}, the table's opening {w.length(f.limit)}: the head stands out at both sides."


class CabinetCode(Code):
    """What is found of a cabinet, and its sentence."""

    CABINET_EMPTY = (
        "rig: cabinet without a playfield",
        lambda f, w: "No playfield lies in the cabinet yet: cabinet playfield Draft 40, or a size.",
    )
    CABINET_FITS = "rig: playfield in its opening", _fits
    CABINET_SHAPE = "rig: playfield's shape", _shape
    CABINET_TURNED = (
        "rig: playfield runs upright",
        lambda f, w: (
            f"{f.more['name']} lies with its own top to one side: set the game and the system to turn the picture "
            "90 or 270°."
        ),
    )
    CABINET_QUICK = "rig: playfield's speed", _quick
    CABINET_DARK = "rig: playfield's blacks", _dark
    CABINET_MONEY = "rig: where the money goes", _money
    CABINET_OVER = "rig: over the table", _over
