"""How high eyes are by what people sit on and how tall they are, until somebody measures (planning values; rules 0)."""

from __future__ import annotations

from typing import Final

STATURE: Final = 1700.0
"""Taken for a person nobody has asked about [mm]."""
EYE_SHARE: Final = 0.45
"""Eye above the seat, as a share of stature, sitting straight."""
SITS: Final[dict[str, tuple[float, float]]] = {
    "upright": (450.0, 20.0),
    "sofa": (420.0, 105.0),
    "recliner": (400.0, 200.0),
    "bed": (560.0, 380.0),
    "stool": (680.0, 10.0),
    "rig": (330.0, 120.0),
}
"""Seat above the floor, and how much lower than straight people sit in it [mm]."""

GAZE_PITCH: Final[dict[str, float]] = {
    "upright": 0.0,
    "sofa": 10.0,
    "recliner": 20.0,
    "bed": 30.0,
    "stool": 0.0,
    "rig": 0.0,
}  # rules 0
"""Where a seat's eyes rest, up from level [deg] (rules 0)."""
CROWN: Final = 130.0  # rules 0: crown above the eye; also the clearance of a full view over heads


def eye_height(kind: str, stature: float = STATURE) -> float:
    """Eye above the floor [mm]: seat + 0.45 × stature − slump, to the nearest 10 mm."""
    seat, slump = SITS[kind]
    return round((seat + EYE_SHARE * stature - slump) / 10) * 10.0
