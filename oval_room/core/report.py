"""The report: what the rules say of one scheme of a plan, as figures, findings and each study's own result."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import field
from typing import Self, TypeVar

from oval_room.core.figures import Figure
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Accepted, Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.turn import Turn
from oval_room.core.record import record

_T = TypeVar("_T")
_R = TypeVar("_R", bound="Result")


@record
class Result:
    """What one study found: figures by key, findings; a study that has more to tell adds tables of its
    own, by key."""

    figures: Mapping[str, Figure]
    findings: tuple[Finding, ...]

    @classmethod
    def joined(cls, parts: Sequence[Self]) -> Self:
        """The results of several walls as one: their findings in a row, every table of theirs as one table."""
        tables = [name for name in cls.__dataclass_fields__ if name != "findings"]
        values = {name: merged(getattr(part, name) for part in parts) for name in tables}
        return cls(**values, findings=all_of(part.findings for part in parts))

    def turned_back(self, turn: Turn, plan: Plan) -> Self:
        """The result of a turned plan, its cures as commands for the plan itself."""
        return self.mapped(lambda finding: finding.turned_back(turn, plan))

    def mapped(self, change: Callable[[Finding], Finding]) -> Self:
        """The result with every finding changed."""
        return _with_findings(self, tuple(change(finding) for finding in self.findings))


def _with_findings(result: _R, findings: tuple[Finding, ...]) -> _R:
    values = {name: getattr(result, name) for name in result.__dataclass_fields__}
    return type(result)(**values | {"findings": findings})


def merged(parts: Iterable[Mapping[str, _T]]) -> dict[str, _T]:
    """Several tables as one.

    Raises:
        ValueError: two have an entry of one key.
    """
    out: dict[str, _T] = {}
    for part in parts:
        if twice := out.keys() & part.keys():
            raise ValueError(f"{', '.join(sorted(twice))}: two results have it")
        out |= part
    return out


def all_of(parts: Iterable[tuple[_T, ...]]) -> tuple[_T, ...]:
    return tuple(one for part in parts for one in part)


@record
class Upset:
    """A settled stage's figure that has since moved past its step; now None where it is gone."""

    stage: str
    figure: str
    was: float
    now: float | None


@record
class Report:
    """What the rules say of one scheme of a plan. Findings come worst first; walls: number of the wall each picture is
    on."""

    scheme: str
    figures: Mapping[str, Figure]
    findings: tuple[Finding, ...]
    walls: Mapping[str, int]
    results: Mapping[type[Result], Result]
    seen_as: Mapping[str, str] = field(default_factory=dict)
    """The group that a display of a wall is looked at as, by the display's id."""
    upset: Mapping[str, tuple[Upset, ...]] = field(default_factory=dict)
    accepted: Mapping[str, Accepted] = field(default_factory=dict)

    def of(self, kind: type[_R]) -> _R:
        """A study's own result.

        Raises:
            LookupError: that study was not run.
        """
        found = self.results.get(kind)
        if not isinstance(found, kind):
            raise LookupError(f"{kind.__name__} was not worked out")
        return found

    def stops(self) -> set[str]:
        return {finding.key for finding in self.findings if finding.level is Level.STOP}

    def open_stops(self) -> set[str]:
        """Stops that nobody has overridden."""
        return self.stops() - set(self.accepted)

    def find(self, key: str) -> Finding | None:
        return next((finding for finding in self.findings if finding.key == key), None)


Evaluate = Callable[[Plan, GearShelf], Report]
