"""Findings: what a study has to say, as data. Their text is their codes' own sentences, in each trade's `says.py`.

A finding has a code (banded by stage), a level, the ids it is about, the value measured against a limit, and cures:
commands that a person can take.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import field, replace
from enum import StrEnum
from typing import TYPE_CHECKING, Any, Final, Self

from oval_room.core.commands import Command
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.turn import Turn
from oval_room.core.record import record

if TYPE_CHECKING:
    from oval_room.core.words import Words


class Code(StrEnum):
    """What a finding says: its name in words, whose first word is its stage's, and how its sentence is made. A trade
    lists its own."""

    say: Callable[[Finding, Words], str]
    stage: str

    def __new__(cls, text: str, say: Callable[[Finding, Words], str]) -> Self:
        code = str.__new__(cls, text)
        code._value_, code.say, code.stage = text, say, text.split(":")[0]
        return code

    @property
    def what(self) -> str:
        """What it is about, in a few words."""
        return str(self.value).split(": ")[1]


class CureKind(StrEnum):
    """A way to clear findings: its name, and how the short order is made that says it. A trade lists its own."""

    say: Callable[[Cure, Words], str]

    def __new__(cls, text: str, say: Callable[[Cure, Words], str]) -> Self:
        kind = str.__new__(cls, text)
        kind._value_, kind.say = text, say
        return kind


@record
class Cure:
    """A change that is meant to clear a finding: its kind, its value, its command; of what, where there may be several
    alike."""

    kind: CureKind
    value: float
    command: Command
    unit: str = "mm"
    name: str = ""
    of: str = ""

    @property
    def form(self) -> str:
        """Kind and what it is of: two cures of one form do the same, one whose form goes on is a fuller one."""
        return f"{self.kind.value} {self.of}".rstrip()


KEYED_BY: Final = ("projector", "picture", "scene", "thing", "opening")
"""Kinds of what a finding is about that tell it from others of its code, in their order."""


@record
class Finding:
    """One thing said. about: ids by kind (picture, seat, scene, projector, thing). more: what its text needs."""

    code: Code
    level: Level
    rule: str
    about: Mapping[str, str]
    value: float | None = None
    limit: float | None = None
    unit: str = "mm"
    cures: tuple[Cure, ...] = ()
    more: Mapping[str, Any] = field(default_factory=dict)
    of: tuple[str, ...] = ()
    """The pictures of a group that it is said for, where there are several."""
    first: str = ""
    """Of those, the one whose value it tells: the worst."""
    _key: str = field(default="", init=False, repr=False, compare=False)

    @property
    def key(self) -> str:
        """What makes it the same finding after a change: its code and the picture or projector it is about."""
        if not self._key:
            parts = [self.about[kind] for kind in KEYED_BY if kind in self.about]
            key = "/".join([self.code.name.lower(), *parts, str(self.more.get("part", ""))]).rstrip("/")
            object.__setattr__(self, "_key", key)  # asked for by all that compares two reports
        return self._key

    def turned_back(self, turn: Turn, plan: Plan) -> Finding:
        """The finding of a turned plan, its cures as commands for the plan itself."""
        return replace(
            self, cures=tuple(replace(one, command=one.command.turned_back(turn, plan)) for one in self.cures)
        )

    @property
    def off_by(self) -> float | None:
        """How far the value lies from its limit; what "worse" is measured by."""
        return None if self.value is None or self.limit is None else abs(self.value - self.limit)

    @property
    def weight(self) -> tuple[int, str]:
        """Worst first."""
        return self.level.rank, self.key
