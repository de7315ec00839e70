"""Pieces cut from stock lengths (rules 7.12): the fewest lengths, a kerf between pieces."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.levels import SLIM

KERF: Final = 3.0
"""What a saw takes between two pieces [mm]; n pieces take n − 1."""
SMALL: Final = 14
"""Lists up to this long are cut in the fewest lengths there are; longer ones first-fit decreasing, a fair start."""


def cut_list(pieces: Sequence[float], stock: float, *, kerf: float = KERF) -> tuple[tuple[float, ...], ...]:
    """The pieces of every stock length, the fullest first (rules 7.12).

    Args:
        pieces: lengths wanted [mm], over 0. stock: length of one board [mm].

    Raises:
        RefusedError: a piece is longer than the stock.
    """
    wanted = sorted(pieces, reverse=True)
    if wanted and wanted[0] > stock + SLIM:
        raise RefusedError(
            f"a piece of {wanted[0]:g} mm is longer than the stock, {stock:g} mm", field="pieces", value=wanted[0]
        )
    best = _first_fit(wanted, stock, kerf)
    if len(wanted) <= SMALL:
        best = _fewest(wanted, stock, kerf, best)
    return tuple(tuple(board) for board in sorted(best, key=lambda board: -sum(board)))


def _first_fit(wanted: Sequence[float], stock: float, kerf: float) -> list[list[float]]:
    boards: list[list[float]] = []
    for piece in wanted:
        board = next((one for one in boards if _room(one, stock, kerf) + SLIM >= piece), None)
        if board is None:
            boards.append([piece])
        else:
            board.append(piece)
    return boards


def _room(board: Sequence[float], stock: float, kerf: float) -> float:
    """What one more piece may be long."""
    return stock - sum(board) - kerf * len(board)


def _fewest(wanted: Sequence[float], stock: float, kerf: float, best: list[list[float]]) -> list[list[float]]:
    """Every way to share the pieces out, given up as soon as it takes as many boards as the best."""
    least = -(-sum(wanted) // stock) if stock else 0

    def share(n: int, boards: list[list[float]]) -> None:
        nonlocal best
        if len(boards) >= len(best) or len(best) <= least:
            return
        if n == len(wanted):
            best = [list(board) for board in boards]
            return
        tried = set[float]()
        for board in boards:
            left = round(_room(board, stock, kerf), 6)
            if left + SLIM < wanted[n] or left in tried:
                continue
            tried.add(left)
            board.append(wanted[n])
            share(n + 1, boards)
            board.pop()
        boards.append([wanted[n]])
        share(n + 1, boards)
        boards.pop()

    share(0, [])
    return best
