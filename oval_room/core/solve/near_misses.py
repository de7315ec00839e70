"""Near misses: what of the shelf does this room with its least slack, and by how much the rest misses it.

Every item is put in its place, its lens, plate or bottom edge moved there as little as it can be, and judged by the
very studies that judge the plan; what they say of all alike says nothing of an item, and is left out.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Generator, Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final, TypeVar

from oval_room.core.apply import apply
from oval_room.core.commands import Command, several
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.figures import only_findings
from oval_room.core.findings import Code, Cure, Finding
from oval_room.core.gear.kinds import kind_of
from oval_room.core.keeping import Keep, Kept
from oval_room.core.levels import Level
from oval_room.core.parts import OFFERS, STUDIES
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearItem, GearShelf, offered
from oval_room.core.plan.turn import Turn, turned_for
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.groups import looked_at, stands_for
from oval_room.core.screens.says import PictureCure
from oval_room.core.solve.within import Watch
from oval_room.core.studies import Case
from oval_room.core.survey.document import Survey

MOVES: Final = (PictureCure.BOTTOM_AT, PictureCure.PICTURE_ALONG)
"""Cures that move what was put there and change nothing else: tried before it is said to miss."""
ALIKE: Final = 8
"""Of how many items what was worked out is kept: mounts that move alike are seen alike."""
TOGETHER: Final = 32
"""How many items are looked at side by side: each study is quicker for many in a row than between the others."""
SCALE: Final[dict[str, float]] = {"mm": 1000.0, "deg": 10.0}
"""What a slack against a limit of nought is a share of."""

_Sign = tuple[float | None, Level, Code, object, tuple[str, ...]]
_T = TypeVar("_T")
Step = Generator[None, None, _T]
"""What rests after each study, and comes to something at last."""


@record
class Slack:
    """How much room a finding leaves, under nought when it misses: in its unit, and as a share of its limit."""

    finding: Finding
    amount: float
    unit: str
    share: float


@dataclass(frozen=True)
class Near:
    """An item in its place: the edition, the change that puts it there (in the plan's own room), the plan it leads to
    as its wall sees it, and what is found of it."""

    key: str
    item: GearItem
    command: Command
    plan: Plan
    findings: tuple[Finding, ...]

    @cached_property
    def misses(self) -> tuple[Finding, ...]:
        """Why it does not do this room, the worst first."""
        return self._of(Level.STOP)

    @cached_property
    def minds(self) -> tuple[Finding, ...]:
        """What it costs."""
        return self._of(Level.MIND)

    def _of(self, level: Level) -> tuple[Finding, ...]:
        found = [finding for finding in self.findings if finding.level is level]
        if len(found) < 2:
            return tuple(found)
        return tuple(sorted(found, key=lambda one: (one.limit is not None, -abs(share_of(one)), one.key)))

    @cached_property
    def least(self) -> Slack | None:
        """Where it has the least room, among what was measured against a limit."""
        known = [slack for finding in self.findings if (slack := slack_of(finding)) is not None]
        return min(known, key=lambda slack: slack.share, default=None)

    @property
    def order(self) -> tuple[int, int, float, str]:
        """Those that do the room first, with most room first; then those that miss by least."""
        misses, minds, worst = 0, 0, 0.0
        for finding in self.findings:
            if finding.level is Level.STOP:
                misses += 1
            elif finding.level is Level.MIND:
                minds += 1
            else:
                continue
            worst = max(worst, abs(share_of(finding)))
        if not (misses or minds):
            worst = -(self.least.share if self.least else 0.0)
        return misses, minds, worst, self.item.name


def slack_of(finding: Finding) -> Slack | None:
    """The room a finding leaves; None where it measures nothing, or is a note."""
    off, spare = finding.off_by, finding.more.get("spare")
    if finding.level is Level.NOTE or (off is None and spare is None):
        return None
    sign = 1.0 if finding.level is Level.GOOD else -1.0
    amount, unit = spare if spare is not None else (sign * (off or 0.0), finding.unit)
    share = abs(share_of(finding))
    if spare is not None and unit == finding.unit:
        share = abs(amount) / (abs(finding.limit or 0.0) or SCALE.get(unit, 1.0))
    if unit == "ratio":
        amount, unit = amount * 100, "pct"
    return Slack(finding, amount, unit, math.copysign(share, amount))


def share_of(finding: Finding) -> float:
    """How far a finding lies from its limit, as a share of it."""
    off = finding.off_by
    if off is None:
        return 1.0
    return off / (abs(finding.limit or 0.0) or SCALE.get(finding.unit, 1.0))


def kinds_here(plan: Plan, gear: GearShelf, picture: str) -> tuple[str, ...]:
    """The kinds of gear that have a place at a picture, by their words; none for a display of a wall."""
    if picture not in plan.chosen.pictures or picture in stands_for(plan.chosen):
        return ()
    return tuple(kind for kind, offer in OFFERS.items() if offer.place(plan, gear, picture) is not None)


def near_misses(plan: Plan, gear: GearShelf, picture: str, kind: str) -> list[Near]:
    """Every item of a kind on the shelf, in its place at a picture: those that do it first, then by what they miss.

    Args:
        kind: the gear's word, as in `projector`.

    Raises:
        RefusedError: there is no such place.
    """
    search = Search(plan, gear, picture, kind)
    search.look()
    return search.found()


class Search:
    """A search that can be broken off and taken up again, as a shelf may be long."""

    def __init__(self, plan: Plan, gear: GearShelf, picture: str, kind: str) -> None:
        """Make one.

        Raises:
            RefusedError: no such thing has a place there.
        """
        if kind not in kinds_here(plan, gear, picture):
            raise RefusedError(f"no {kind} has a place at this picture", field="kind", value=kind)
        self._plan, self._turn = plan, turned_for(plan, picture)
        self._judge = _Judge(self._turn.plan(plan) if self._turn else plan, gear, picture, kind)
        put = OFFERS[kind].place(self._judge.plan, gear, picture)
        assert put is not None
        self._put, self._near, self._telling = put, list[Near](), Kept(1)
        self._waiting = list(newest(gear, kind).items())
        self.whole = len(self._waiting)

    @property
    def left(self) -> int:
        """Items not tried yet."""
        return len(self._waiting)

    def look(self, watch: Watch | None = None) -> None:
        """Try items, a handful at a time, until all are or the time is over; one handful at least."""
        with only_findings(bare=True):
            while self._waiting:
                some, self._waiting = self._waiting[-TOGETHER:], self._waiting[:-TOGETHER]
                tried = _side_by_side([self._judge.try_out(key, item, self._put(key, item)) for key, item in some])
                self._near += [near for near in tried if near is not None]
                if watch is not None and watch.over:
                    return

    def told(self, near: Near) -> Near:
        """One of what was found with all that its findings tell, and their cures: hundreds are judged without."""
        with only_findings():
            known = {_sign(one): one for one in self._judge.findings(near.plan, self._telling)}
        return replace(near, findings=tuple(known.get(_sign(one), one) for one in near.findings))

    def found(self) -> list[Near]:
        """What was tried, in order."""
        own = _their_own(self._near)
        return sorted((_back(near, self._turn, self._plan) for near in own), key=lambda near: near.order)


def newest(gear: GearShelf, kind: str) -> Mapping[str, GearItem]:
    """The items of a kind that can be chosen, the newest edition of each name."""
    words = (kind, *OFFERS[kind].also) if kind in OFFERS else (kind,)
    names = {item.name: (key, item) for key, item in offered(gear).items() if kind_of(item).word in words}
    return dict(names.values())


def _their_own(found: list[Near]) -> list[Near]:
    """Without what is said of all alike: it is the room's, not theirs; nor is what nothing is measured by and most are
    told, as of a ceiling that nobody knows."""
    if len(found) < 2:
        return found
    alike, unmeasured = {_sign(one) for one in found[0].findings}, Counter[_Sign]()
    for near in found:
        codes = {code for _, _, code, *_ in alike}
        alike &= {_sign(one) for one in near.findings if one.code in codes}
        unmeasured.update(_sign(one) for one in near.findings if one.value is None)
    room = alike.union(sign for sign, times in unmeasured.items() if 2 * times >= len(found))
    codes = {code for _, _, code, *_ in room}
    if not room:
        return found
    return [
        replace(near, findings=tuple(f for f in near.findings if f.code not in codes or _sign(f) not in room))
        for near in found
    ]


def _sign(one: Finding) -> _Sign:
    """What is told alike: value, level, code, what part of it, of what."""
    return one.value, one.level, one.code, one.more.get("part"), tuple(one.about.values())


def _back(near: Near, turn: Turn | None, plan: Plan) -> Near:
    return replace(near, command=near.command.turned_back(turn, plan)) if turn else near


def _side_by_side(trials: list[Step[_T]]) -> list[_T]:
    """What each of some trials comes to, a step of every one by turns."""
    found, going = dict[int, _T](), dict(enumerate(trials))
    while going:
        for n, trial in list(going.items()):
            try:
                next(trial)
            except StopIteration as end:
                found[n] = end.value
                del going[n]
    return [found[n] for n in range(len(trials))]


class _Judge:
    """What is found of one picture and what shows on it, and nothing else of the plan."""

    def __init__(self, plan: Plan, gear: GearShelf, picture: str, kind: str) -> None:
        self.gear, self.picture, self._keep = gear, picture, Kept(ALIKE if kind == "mount" else 1)
        self._parts: dict[tuple[str, ...], Survey] = {}
        self._studies = sorted((one for one in STUDIES if kind in one.judges), key=lambda one: -one.sooner)
        self.plan = plan.model_copy(update={"schemes": {plan.scheme: _bearing(plan.chosen, picture, kind)}})

    def try_out(self, key: str, item: GearItem, command: Command) -> Step[Near | None]:
        """An item put there by a command, moved once if that alone lets it in; None where it can't be put there."""
        try:
            put, moved, stays = apply(self.plan, command, self.gear), None, False
            here = list[Finding]()
            for some in self._looked_at(put):
                yield
                here += some
                if not stays and (cure := _move(some)) is not None:
                    tried = yield from self._moved(key, item, command, put, cure.command)
                    moved = min(moved or tried, tried, key=lambda near: _stops(near.findings))
                    stays = _move(moved.findings) is None  # no move alters what still stops it
                if stays and moved is not None and _stops(moved.findings) < _stops(here):
                    return moved  # whatever else is told of it where it was put
        except (RefusedError, MissingError):
            return None
        if moved is not None and _stops(moved.findings) < _stops(here):
            return moved
        return Near(key, item, command, put, tuple(here))

    def _moved(self, key: str, item: GearItem, command: Command, put: Plan, move: Command) -> Step[Near]:
        plan, found = apply(put, move, self.gear), list[Finding]()
        for some in self._looked_at(plan):
            yield
            found += some
        return Near(key, item, several(command, move), plan, tuple(found))

    def findings(self, plan: Plan, keep: Keep | None = None) -> list[Finding]:
        """What is found of it in a plan. keep: what is told whole is not kept beside what is judged bare."""
        return [one for some in self._looked_at(plan, keep) for one in some]

    def _looked_at(self, plan: Plan, keep: Keep | None = None) -> Iterator[list[Finding]]:
        """The same, study by study."""
        scheme, results = plan.chosen, dict[type[Result], Result]()
        looked = _as_bounds(looked_at(scheme), self.picture)
        keep, parts = keep or self._keep, self._parts if plan.survey is self.plan.survey else {}
        case = Case(
            plan, plan.survey, scheme, self.gear, keep, self.picture, 1, looked, results, parts=parts, whole=True
        )
        of, (fed, _) = self.picture, scheme.fed_by(self.picture) or ("", None)
        for study in self._studies:
            found = results[study.gives] = study.asks(case)()
            yield [
                one
                for one in found.findings
                if (about := one.about).get("picture") == of or (fed and about.get("projector") == fed)
            ]


def _bearing(scheme: Scheme, picture: str, kind: str) -> Scheme:
    """The scheme with what bears on an item there: a size and a mount's travel are bounded by what hangs over and under
    it, a cloth passes what hangs behind it."""
    if kind in ("projector", "stem"):
        return scheme.with_pictures({picture})
    if kind == "screen":
        return scheme
    return _as_bounds(scheme, picture).dark()


def _as_bounds(scheme: Scheme, picture: str) -> Scheme:
    """The scheme with its other pictures as bounds alone: nobody asks how bright those are."""
    if all(one.gear is None for key, one in scheme.pictures.items() if key != picture):
        return scheme
    pictures = {
        key: one if key == picture else one.model_copy(update={"gear": None}) for key, one in scheme.pictures.items()
    }
    return scheme.model_copy(update={"pictures": pictures})


def _move(findings: Iterable[Finding]) -> Cure | None:
    """The first cure of a stop that only moves what was put there."""
    for finding in findings:
        if finding.level is Level.STOP:
            for cure in finding.cures:
                if cure.kind in MOVES:
                    return cure
    return None


def _stops(findings: Iterable[Finding]) -> int:
    return sum(one.level is Level.STOP for one in findings)
