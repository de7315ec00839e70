"""Displays put on controllers' outputs (rules 9.3): a wall whole on one controller where that can be, else on several
that run in step, else wherever an output is free."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final

from oval_room.core.record import record

TRIES: Final = 20_000
"""Places looked at before the best so far is taken."""

Port = tuple[str, int]
"""A controller's id and one of its outputs, from 1."""


@record
class Fitted:
    """Every display's output; those without one; pairs of displays that were both put on one."""

    ports: Mapping[str, Port]
    without: tuple[str, ...]
    twice: tuple[tuple[str, str], ...]


def fit(
    walls: Sequence[Sequence[str]], outputs: Mapping[str, int], *, chosen: Mapping[str, Port], step: Mapping[str, str]
) -> Fitted:
    """Put displays on outputs.

    Args:
        walls: each wall's displays in their order. outputs: of each controller. chosen: displays that have theirs.
        step: what each controller runs in step with: those with the same word do.
    """
    ports, twice = dict[str, Port](), list[tuple[str, str]]()
    taken = dict[Port, str]()
    for display, port in chosen.items():
        if port[0] not in outputs or port[1] > outputs[port[0]]:
            continue
        if port in taken:
            twice.append((taken[port], display))
            continue
        taken[port], ports[display] = display, port
    free = {key: [n for n in range(1, count + 1) if (key, n) not in taken] for key, count in outputs.items()}
    left = [[one for one in wall if one not in ports] for wall in walls]
    begun = [{ports[one][0] for one in wall if one in ports} for wall in walls]
    whole = _whole([len(wall) for wall in left], {key: len(ns) for key, ns in free.items()}, begun)
    without = list[str]()
    order = sorted(range(len(walls)), key=lambda n: (whole[n] is None, n))
    for n in order:
        home = whole[n]
        for display in left[n]:
            keys = [home] if home is not None else _next(begun[n], free, step, len(left[n]))
            key = next((key for key in keys if free[key]), None)
            if key is None:
                without.append(display)
                continue
            ports[display] = key, free[key].pop(0)
            begun[n].add(key)
    return Fitted(ports, tuple(without), tuple(twice))


def _whole(sizes: Sequence[int], free: Mapping[str, int], begun: Sequence[set[str]]) -> list[str | None]:
    """The controller that takes each wall whole; None where none can. As many walls whole as can be."""
    order = sorted(range(len(sizes)), key=lambda n: -sizes[n])
    room, best, tries = dict(free), list[str | None]([None] * len(sizes)), 0
    least, now = len(sizes) + 1, list[str | None]([None] * len(sizes))

    def place(at: int, split: int) -> None:
        nonlocal least, best, tries
        tries += 1
        if split >= least or tries > TRIES:
            return
        if at == len(order):
            least, best = split, list(now)
            return
        n = order[at]
        homes = list(begun[n]) if len(begun[n]) == 1 else [] if begun[n] else sorted(room, key=lambda key: room[key])
        seen = set[int]()
        for key in homes:
            if room[key] >= sizes[n] and room[key] not in seen:
                if not begun[n]:
                    seen.add(room[key])
                room[key], now[n] = room[key] - sizes[n], key
                place(at + 1, split)
                room[key], now[n] = room[key] + sizes[n], None
        place(at + 1, split + 1)

    place(0, 0)
    return best


def _next(begun: set[str], free: Mapping[str, Sequence[int]], step: Mapping[str, str], wanted: int) -> list[str]:
    """Controllers for a wall that is split, those it is on and those in step with them first."""
    steps = {step[key] for key in begun}
    rooms = dict[str, int]()
    for key, ns in free.items():
        rooms[step[key]] = rooms.get(step[key], 0) + len(ns)
    return sorted(free, key=lambda key: (key not in begun, step[key] not in steps, -min(rooms[step[key]], wanted)))
