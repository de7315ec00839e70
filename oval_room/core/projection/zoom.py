"""What a zoom leaves of the light (rules 5.1)."""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import RefusedError

TELE_LOSS: Final = 0.35


def tele_factor(lens: tuple[float, float]) -> float:
    """Share of light left at the tele end when the maker says nothing: 1/(1 + 0.35·(TR_t/TR_w − 1)) (rules 5.1)."""
    return 1 / (1 + TELE_LOSS * (lens[1] / lens[0] - 1))


def zoom_factor(ratio: float, lens: tuple[float, float], at_tele: float | None = None) -> float:
    """Share of light at a throw ratio: linear from 1 at the wide end to the tele factor; 1 for a fixed lens (rules
    5.1).

    Raises:
        RefusedError: the ratio is outside the lens.
    """
    wide, tele = lens
    if not wide * (1 - 1e-9) <= ratio <= tele * (1 + 1e-9):
        raise RefusedError(f"give a ratio inside the lens, {wide:g} to {tele:g} (got {ratio:g})", field="throw_ratio")
    if wide == tele:
        return 1.0
    end = tele_factor(lens) if at_tele is None else at_tele
    return 1 + (end - 1) * (ratio - wide) / (tele - wide)
