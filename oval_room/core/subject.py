"""What figures and words are about when they name nothing else."""

from __future__ import annotations

from typing import Final

from oval_room.core.record import record

SUBJECT_KINDS: Final = ("picture", "seat", "scene", "projector")
"""What a person chooses among to look at."""


@record
class Subject:
    """What figures and words are about when they name nothing else."""

    picture: str | None = None
    seat: str | None = None
    scene: str | None = None
    projector: str | None = None

    def ids(self) -> tuple[str, ...]:
        return tuple(key for kind in SUBJECT_KINDS if (key := getattr(self, kind)))
