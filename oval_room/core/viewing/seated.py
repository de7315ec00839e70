"""Where eyes are, and whose heads are before them: what every picture asks of the same seats (rules 4.4)."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from oval_room.core.pose import Point
from oval_room.core.survey.document import Survey


class BackSeat(NamedTuple):
    """A seat behind others: its eye, and the eyes of the row in front of it, by seat."""

    name: str
    eye: Point
    heads: tuple[tuple[str, Point], ...]


@dataclass(frozen=True, slots=True)
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
