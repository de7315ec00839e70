"""What figures and words are about when they name nothing else."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import TYPE_CHECKING, Final

from oval_room.core.record import record

if TYPE_CHECKING:
    from oval_room.core.plan.document import Plan

SUBJECT_KINDS: Final = ("picture", "seat", "scene", "projector")
"""What the rules themselves ask for by name."""


@record
class Subject:
    """What figures and words are about when they name nothing else. more: ids of the kinds that trades add."""

    picture: str | None = None
    seat: str | None = None
    scene: str | None = None
    projector: str | None = None
    more: tuple[tuple[str, str], ...] = ()

    def ids(self) -> tuple[str, ...]:
        return tuple(self.by_kind().values())

    def by_kind(self) -> dict[str, str]:
        """The ids by what they are of."""
        return {kind: key for kind in SUBJECT_KINDS if (key := getattr(self, kind))} | dict(self.more)


def _none(plan: Plan) -> Mapping[str, str]:
    return {}


@record
class SubjectKind:
    """A kind of what a person chooses to look at.

    name: in addresses. letters: its ids begin with one of them. among: those a plan lets choose, by id; none where it
    is only clicked on. rank: how soon it is offered.
    """

    name: str
    letters: str
    among: Callable[[Plan], Mapping[str, str]] = _none
    rank: int = 9
