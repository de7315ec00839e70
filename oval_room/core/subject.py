"""What figures and words are about when they name nothing else."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Subject:
    """What figures and words are about when they name nothing else."""

    picture: str | None = None
    seat: str | None = None
    scene: str | None = None
    projector: str | None = None

    def ids(self) -> tuple[str, ...]:
        return tuple(key for key in (self.picture, self.seat, self.scene, self.projector) if key)
