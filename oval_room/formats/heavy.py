"""Pictures take a lot of memory while they are made: one at a time in a process, whoever asks."""

from __future__ import annotations

import threading
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Final

from oval_room.core.errors import RefusedError

WAIT_S: Final = 20.0
"""How long one waits for those before it [s]."""
MOST_CARD: Final = 36_000_000
"""Pixels of a test card: a little more than the largest displays there are, 7680 × 4320."""
_TURN: Final = threading.Lock()


@contextmanager
def one_at_a_time() -> Iterator[None]:
    """The turn to make a picture.

    Raises:
        RefusedError: others take too long.
    """
    if not _TURN.acquire(timeout=WAIT_S):
        raise RefusedError("many pictures are being made just now; ask again in a moment")
    try:
        yield
    finally:
        _TURN.release()


def check_card(what: str, size: tuple[int, int]) -> None:
    """Nothing, for a card that is not too large.

    Raises:
        RefusedError: it is.
    """
    if size[0] * size[1] > MOST_CARD:
        raise RefusedError(
            f"{what} has {size[0]} × {size[1]} pixels, and a test card is drawn up to {MOST_CARD // 10**6} million; "
            "look at its resolution"
        )
