"""What findings of walls of displays say, and what their cures do."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.core.findings import Code, CureKind, Finding
from oval_room.core.levels import Level
from oval_room.core.words import Words, capital


def listed(numbers: Sequence[int]) -> str:
    """Displays by their numbers: `display 3`, `displays 1 to 4 and 7`."""
    runs: list[list[int]] = []
    for number in sorted(numbers):
        if runs and number == runs[-1][-1] + 1:
            runs[-1].append(number)
        else:
            runs.append([number])
    parts = [str(n) for run in runs if len(run) < 3 for n in run]
    parts = [part for run in runs for part in ([f"{run[0]} to {run[-1]}"] if len(run) > 2 else [str(n) for n in run])]
    text = parts[0] if len(parts) == 1 else f"{', '.join(parts[:-1])} and {parts[-1]}"
    return f"display{'s' if len(numbers) > 1 else ''} {text}"


def px(size: Sequence[int]) -> str:
    return f"{size[0]:,} × {size[1]:,} px"


def _wall(f: Finding, w: Words) -> str:
    return w.named(f.about, "picture")


def _canvas(f: Finding, w: Words) -> str:
    m = f.more
    gaps = "gaps closed up" if m["closed"] else "gaps skipped behind the frames"
    return f"{_wall(f, w)}: canvas {px(m['size'])}, {gaps}; the worst edge is off by {f.value or 0:.2f} px."


def _large(f: Finding, w: Words) -> str:
    return (
        f"{_wall(f, w)}: its canvas would be {f.value:,.0f} px long; its outputs draw {f.limit:,.0f} at most. "
        "It is reckoned at that here: say canvas and a width."
    )


def _refused(f: Finding, w: Words) -> str:
    return f"{_wall(f, w)} hangs freely, not in columns and rows: its gaps can't be closed up, they are skipped."


def _soft(f: Finding, w: Words) -> str:
    which = listed(f.more["numbers"])
    head = f"{_wall(f, w)}: {which} draw{'s' if len(f.more['numbers']) == 1 else ''} each pixel of the canvas "
    return f"{head}{f.value:.1f} times over, softer than {f.limit:g}. Take a wider canvas."


def _small(f: Finding, w: Words) -> str:
    which = listed(f.more["numbers"])
    has = "has" if len(f.more["numbers"]) == 1 else "have"
    return f"{_wall(f, w)}: {which} {has} {(f.value or 0) * 100:.0f} % of the canvas's pixels: fine text is lost there."


def _overlap(f: Finding, w: Words) -> str:
    one, other = f.more["numbers"]
    return f"{_wall(f, w)}: displays {one} and {other} lie {w.length(f.value)} over each other. Move one of them aside."


def _plane(f: Finding, w: Words) -> str:
    which = listed(f.more["numbers"])
    stand = "stands" if len(f.more["numbers"]) == 1 else "stand"
    return f"{_wall(f, w)}: {which} {stand} {w.length(f.value)} out of the others' plane: the picture breaks there."


def _bezel(f: Finding, w: Words) -> str:
    which = listed(f.more["numbers"])
    has = "has" if len(f.more["numbers"]) == 1 else "have"
    return (
        f"{_wall(f, w)}: {which} {has} a frame of {w.length(f.value)}, wider than the picture in it. Check the frame."
    )


def _none(f: Finding, w: Words) -> str:
    return (
        f"Nothing drives the {f.value:.0f} displays yet: say wall controller and its outputs, as in "
        "wall controller 4 outputs."
    )


def _outputs(f: Finding, w: Words) -> str:
    spare = (f.limit or 0) - (f.value or 0)
    if f.level is Level.GOOD:
        return f"{f.value:.0f} displays on {f.limit:.0f} outputs: {spare:.0f} to spare."
    which = listed(f.more["numbers"])
    get = "gets" if len(f.more["numbers"]) == 1 else "get"
    return (
        f"{f.value:.0f} displays and {f.limit:.0f} outputs: {which} {get} nothing. Add a controller, or a larger one."
    )


def _twice(f: Finding, w: Words) -> str:
    one, other = f.more["numbers"]
    return f"Displays {one} and {other} are both on {f.more['port']}: one output feeds one display."


def _split(f: Finding, w: Words) -> str:
    m = f.more
    return f"{_wall(f, w)} is split over {m['over']}, which don't run in step: moving pictures tear between them."


def _turns(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"{capital(m['controller'])} can't turn: its source must draw {listed(m['numbers'])} turned before, as the "
        "layout on the mapping page shows."
    )


def _even(f: Finding, w: Words) -> str:
    m = f.more
    return (
        f"{capital(m['controller'])} cuts an even grid only: its source must set out {listed(m['numbers'])} side by "
        "side, as the layout on the mapping page shows."
    )


def _less(f: Finding, w: Words) -> str:
    m = f.more
    share, name = f"{(f.value or 0) * 100:.0f} %", capital(m["controller"])
    return f"{name} takes {px(m['pixels'])}: {listed(m['numbers'])}: {share} of their own pixels come through."


def _unfed(f: Finding, w: Words) -> str:
    m = f.more
    if m["source"]:
        outputs = f"{f.limit:.0f} output{'s' if f.limit != 1 else ''}"
        head = f"{capital(m['source'])} has {outputs} and feeds {f.value:.0f} controllers"
        return f"{head}: {m['controller']} gets none."
    head = f"{capital(m['controller'])} has no source: the router takes nothing to output {m['output']}"
    return f"{head}. Say take 1 on {m['output']}."


def _one_picture(f: Finding, w: Words) -> str:
    m = f.more
    head = f"{capital(m['one'])} and {m['other']} both show input {m['input']} ({m['source']})"
    return (
        f"{head} and cut it differently: one picture can't be laid out for both. Take another output for one of them."
    )


def _circuits(f: Finding, w: Words) -> str:
    m = f.more
    known = "" if not m["unknown"] else f" ({m['unknown']} say no watts)"
    head = f"{f.value:,.0f} W at most for all displays{known}"
    if m["count"] == 1:
        return f"{head}: one circuit of {m['amps']:g} A at {m['volts']:g} V bears {f.limit:,.0f}."
    return (
        f"{head}: {m['count']} circuits of {m['amps']:g} A at {m['volts']:g} V, {f.limit:,.0f} W each. "
        "A licensed electrician lays them."
    )


def _leak(f: Finding, w: Words) -> str:
    head, count = f"About {f.value:.1f} mA leak to earth through all displays", f.more["count"]
    if count == 1:
        return f"{head}: one 30 mA device takes up to {f.limit:g}."
    return f"{head}: {count} devices of 30 mA, at most {f.limit:g} through each, or they trip for nothing."


def _surge(f: Finding, w: Words) -> str:
    steps = f.more["steps"]
    head = f"Switch the displays on in {steps} steps, at most {f.limit:.0f} at once"
    return f"{head}: all together they may throw the breaker."


def _service(f: Finding, w: Words) -> str:
    which = listed(f.more["numbers"])
    has = "has" if len(f.more["numbers"]) == 1 else "have"
    return (
        f"{_wall(f, w)}: {which} {has} neighbours on all four sides: a mount that brings it forward by itself, or "
        "others come down first."
    )


class ArrayCode(Code):
    """What is found of walls of displays, and its sentence."""

    WALL_CANVAS = "array: canvas", _canvas
    WALL_LARGE = "array: canvas too large", _large
    WALL_FREE = "array: hung freely", _refused
    WALL_SOFT = "array: soft", _soft
    WALL_SMALL = "array: pixels lost", _small
    WALL_OVERLAP = "array: one over another", _overlap
    WALL_PLANE = "array: one plane", _plane
    WALL_BEZEL = "array: frames", _bezel
    WALL_NONE = "array: no controller", _none
    WALL_OUTPUTS = "array: outputs", _outputs
    WALL_TWICE = "array: one output twice", _twice
    WALL_SPLIT = "array: in step", _split
    WALL_TURNS = "array: controller can't turn", _turns
    WALL_EVEN = "array: even grid", _even
    WALL_LESS = "array: through the controller", _less
    WALL_UNFED = "array: no source", _unfed
    WALL_ONE_PICTURE = "array: one picture for two controllers", _one_picture
    WALL_CIRCUITS = "array: circuits", _circuits
    WALL_LEAK = "array: earth leakage", _leak
    WALL_SURGE = "array: switching on", _surge
    WALL_SERVICE = "array: reached for service", _service


class ArrayCure(CureKind):
    """What is offered, as a short order."""

    ACROSS = "canvas as wide as can be", lambda c, w: f"Make the canvas {c.value:,.0f} px wide"
    FINEST = "canvas at own pixels", lambda c, w: "Take the finest display's own pixels"
    SKIP = "skip the gaps", lambda c, w: "Skip the gaps"
    TOGETHER = "wall on one controller", lambda c, w: f"Put the whole wall on {c.name}"
    TAKE = "another input of the router", lambda c, w: f"Take {c.value:.0f} on {c.name}"
    FREE = "another output", lambda c, w: f"Let display {c.value:.0f} have another output"
