"""How much one job holds: one table for what comes in and what goes out, so that what can be kept can be exported, and
what is exported can be taken in again (planning values of ours)."""

from __future__ import annotations

from typing import Final

THINGS: Final = 200
"""Of one kind in one job: seats, pictures, openings, things …"""
READINGS: Final = 100_000
"""In one job's log."""
PINNED: Final = 200
"""Photos and notes of one job."""
PHOTO_BYTES: Final = 17 * 1024 * 1024
"""Photos of one job together, as they are kept."""
JOB_FILE: Final = 24 * 1024 * 1024
UNPACKED: Final = 64 * 1024 * 1024
BODY: Final = 25 * 1024 * 1024
"""One request: a job file with what a form puts round it."""
PAIRS: Final = 600
"""Pictures times seats of one scheme, a wall of displays as one: each pair is worked out on its own."""
PICTURES: Final = 100
"""Of one scheme, a wall of displays as one."""
CROWD: Final = 6000
"""Pictures times what stands about and opens (seats, things, openings, services), of one scheme."""
NEARLY: Final = 0.9
"""The share of a limit at which it is told."""
