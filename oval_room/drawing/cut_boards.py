"""Boards as they are sawn, to scale: every length of stock with its pieces and what is left."""

from __future__ import annotations

from typing import Final

from oval_room.core.hanging.cutting import Boards
from oval_room.core.units import Ruler
from oval_room.drawing.scene import Draft, Label, P, Scene

HIGH: Final = 90.0
APART: Final = 190.0
"""A board's height as drawn, and from one to the next [mm]."""


def cut_boards(boards: Boards, stock: float, kerf: float, ruler: Ruler) -> Scene:
    """One kind of stock, length under length."""
    draft = Draft()
    for n, cuts in enumerate(boards.lengths):
        low, at = -APART * n, 0.0
        draft.box(0, low, stock, low + HIGH, "board-left", "fixings")
        for length in cuts:
            for style in ("strip-good", "strip-edge"):
                draft.box(at, low, at + length, low + HIGH, style, "fixings")
            told = ruler.show(length)
            draft.add(Label(P(at + length / 2, low + HIGH / 2), told, "label", "fixings", offsets=((0, 0), (0, -16))))
            at += length + kerf
        left = stock - at + (kerf if cuts else 0.0)
        if left > 1:
            words = f"{ruler.show(left)} left"
            draft.add(Label(P(stock, low + HIGH), words, "small", "fixings", "end", ((0, 8), (0, 16)), 6))
    low = -APART * (len(boards.lengths) - 1)
    title = f"{boards.of}: {len(boards.lengths)} of {ruler.show(stock)}"
    return Scene("cuts", title, (0, low - 20, stock, HIGH + 60), tuple(draft.shapes), title)
