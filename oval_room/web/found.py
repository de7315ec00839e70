"""Findings as the reckoning shows them: this stage's own first, those of other stages under a line each."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from functools import lru_cache

from markupsafe import Markup

from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.parts import STAGES
from oval_room.core.plan.document import Accepted
from oval_room.core.record import record
from oval_room.core.solve.harm import Harm
from oval_room.core.words import counted
from oval_room.web.pages import fragment


@record
class ShownFinding:
    """A finding as the reckoning shows it: text and the cures that cure."""

    finding: Finding
    text: str
    cures: list[str]
    accepted: Accepted | None = None
    untried: bool = False
    """Whether its cures wait to be asked for: there are too many pictures and seats to try them all at once."""
    folded: bool = False
    """Whether it stands folded up under the others: one of many checks that pass."""
    waits: bool = False
    """Whether its cures come a moment after the page."""

    @property
    def written(self) -> Written:
        return Written(
            self.finding.key,
            self.finding.level.value,
            self.finding.rule,
            " ".join(self.finding.about.values()),
            self.text,
            tuple(self.cures),
            self.accepted,
            self.untried,
            self.waits,
        )


@record
class Elsewhere:
    """What is found at another stage, under one line: its worst level, the counts in words; open: something is new."""

    stage: str
    title: str
    level: str
    told: str
    found: list[ShownFinding]
    open: bool = False


@record
class Findings:
    """Findings as a stage shows them: its own, what was accepted of them, the other stages' by stage, and the checks
    that pass too many to be listed."""

    own: list[ShownFinding]
    accepted: list[ShownFinding]
    elsewhere: list[Elsewhere]
    passing: list[ShownFinding]

    @classmethod
    def of(cls, found: Sequence[ShownFinding], stage: str, new: Collection[str] = ()) -> Findings:
        """Sorted out for a stage; those with a key in new are shown wherever they are."""
        own: list[ShownFinding] = []
        accepted: list[ShownFinding] = []
        passing: list[ShownFinding] = []
        others: dict[str, list[ShownFinding]] = {}
        for one in found:
            at, good = one.finding.code.stage, one.finding.level is Level.GOOD
            if one.folded or (good and at != stage):
                passing.append(one)
            elif at != stage:
                others.setdefault(at, []).append(one)
            elif one.accepted is not None and one.finding.level is not Level.STOP:
                accepted.append(one)
            else:
                own.append(one)
        elsewhere = [_elsewhere(at, others[at], new) for at in STAGES if at in others]
        return cls(own, accepted, elsewhere, passing)


def _elsewhere(stage: str, found: list[ShownFinding], new: Collection[str]) -> Elsewhere:
    left = [one.finding.level for one in found if one.accepted is None or one.finding.level is Level.STOP]
    told = [counted(left.count(one), one.value) for one in (Level.STOP, Level.MIND, Level.NOTE) if one in left]
    if len(left) < len(found):
        told.append(f"{len(found) - len(left)} accepted")
    brought = any(one.finding.key in new for one in found)
    level = (left[0] if left else Level.NOTE).value
    return Elsewhere(stage, STAGES[stage].title, level, ", ".join(told), found, brought)


@record
class Written:
    """All that a finding's piece of a page is made of."""

    key: str
    level: str
    rule: str
    about: str
    text: str
    cures: tuple[str, ...]
    accepted: Accepted | None
    untried: bool
    waits: bool


@lru_cache(4096)
def _piece(one: Written, is_new: bool) -> Markup:
    return Markup(fragment("sheet/_finding.html", {"one": one, "is_new": is_new}))


def piece(one: ShownFinding, is_new: bool) -> Markup:
    """A finding as the reckoning has it, written once for all changes that leave it as it is."""
    return _piece(one.written, is_new)


def costs(harm: Harm) -> str:
    """What a cure costs beside the change it names, in a few words; nothing where it costs nothing."""
    if not harm.minds:
        return ""
    return " (brings a mind)" if harm.minds == 1 else f" (brings {harm.minds} minds)"
