"""Where eyes are, and whose heads are before them: what every picture asks of the same seats (rules 4.4)."""

from __future__ import annotations

from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple

from oval_room.core.pose import Point
from oval_room.core.record import record
from oval_room.core.survey.document import Survey
from oval_room.core.survey.eyes import CROWN
from oval_room.core.viewing.sightlines import STAGGERED, off_the_line

IN_LINE = 200.0  # a front head nearer to the line of sight than this is looked over, not past


class BackSeat(NamedTuple):
    """A seat behind others: its eye, and the eyes of the row in front of it, by seat."""

    name: str
    eye: Point
    heads: tuple[tuple[str, Point], ...]


@record
class Seated:
    """The eyes of a survey by seat, the same in the seats' order, and the seats that look over others."""

    eyes: dict[str, Point]
    places: tuple[Point, ...]
    behind: tuple[BackSeat, ...]


def seated(survey: Survey) -> Seated:
    """The seats of a survey: each row looks over the next one with a lower number."""
    eyes = {name: seat.eye_point for name, seat in survey.seats.items()}
    rows: dict[int, list[tuple[str, Point]]] = {}
    for name, seat in survey.seats.items():
        rows.setdefault(seat.row, []).append((name, eyes[name]))
    order = sorted(rows)
    before = {back: tuple(rows[front]) for front, back in pairwise(order)}
    behind = [BackSeat(name, eyes[name], before[seat.row]) for name, seat in survey.seats.items() if seat.row in before]
    return Seated(eyes, tuple(eyes.values()), tuple(behind))


class Head(NamedTuple):
    """A front head before a back eye: whose, its eye, how far from the line to the picture's middle [mm], what share of
    the picture's half the fan is wide there, the clearance wanted [mm]."""

    name: str
    eye: Point
    aside: float
    share: float
    wanted: float


@lru_cache(maxsize=64)
def heads_before(
    middle: float, plane: float, behind: tuple[BackSeat, ...]
) -> tuple[tuple[str, Point, tuple[Head, ...]], ...]:
    """Of every back seat the heads between it and a picture's plane: however large and high that is, they are the
    same."""
    out = []
    for name, eye, heads in behind:
        between = []
        for other, head in heads:
            if plane < head.y < eye.y:
                aside, share = off_the_line((middle, plane), front=(head.x, head.y), back=(eye.x, eye.y))
                between.append(Head(other, head, aside, share, CROWN if aside < IN_LINE else STAGGERED))
        out.append((name, eye, tuple(between)))
    return tuple(out)
