"""Studies: what works out one trade's part of a report. A study says what it reads, and is handed nothing else."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import field, replace
from typing import Final, Generic, ParamSpec, TypeVar

from oval_room.core.keeping import Keep
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearItem, GearShelf
from oval_room.core.plan.measure import Frozen
from oval_room.core.plan.nodes import PartNodes
from oval_room.core.plan.placed import Pose
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.survey.document import Survey
from oval_room.core.units import Ruler

_K = TypeVar("_K", bound=PartNodes)
PICTURES: Final = "pictures"
LENSES: Final = "projectors"
"""What throws pictures, as a scheme lists it."""
GROUPS: Final = "groups"
PLACED: Final[tuple[str, ...]] = (PICTURES, LENSES)
NOWHERE: Final = Pose(x=0.0, y=0.0, z=0.0)
_P = ParamSpec("_P")
_R = TypeVar("_R", bound=Result)
_R_co = TypeVar("_R_co", bound=Result, covariant=True)


@record
class Case:
    """What is being worked out: a plan, its survey and scheme (one wall's, as if it were the display wall), the
    editions it pins, those on the shelf that have followed them, and what earlier studies found.

    looked: the scheme as people look at it, a wall of displays as one picture. keep: keeps what was worked out of one
    picture. only: the picture whose own verdicts are wanted; None for all.
    """

    plan: Plan
    survey: Survey
    scheme: Scheme
    gear: GearShelf
    keep: Keep
    only: str | None
    wall: int
    looked: Scheme
    results: Mapping[type[Result], Result]
    newer: Mapping[str, tuple[str, GearItem]] = field(default_factory=dict)
    parts: dict[tuple[str, ...], Survey] = field(default_factory=dict)
    """Parts of the survey that were handed out, by their names."""
    schemes: dict[str, Scheme] = field(default_factory=dict)
    """Parts of the scheme that were handed out, by their names."""
    whole: bool = False
    """Whether the scheme is handed out whole: to a search, which keeps no result by what it was handed."""

    @property
    def ruler(self) -> Ruler:
        return self.plan.writing.ruler

    def of(self, kind: type[_R]) -> _R:
        """What an earlier study found.

        Raises:
            LookupError: it is not an earlier one.
        """
        found = self.results.get(kind)
        if not isinstance(found, kind):
            raise LookupError(f"{kind.__name__} comes later, or not at all")
        return found

    def surveyed(self, kind: type[_K]) -> _K:
        """What a trade keeps on the survey."""
        return self.survey.kept(kind)

    def job(self, kind: type[_K]) -> _K:
        """What a trade keeps of the job itself."""
        return self.plan.kept(kind)

    def seen(self, *names: str) -> Survey:
        """The survey with some of its parts alone: the same object while they are the same."""
        if names not in self.parts:
            name = f"{' '.join(names)} of wall {self.wall}"
            self.parts[names] = self.keep(f"{name}, now", (self.survey,), lambda: self._parts(name, names))
        return self.parts[names]

    def _parts(self, name: str, names: tuple[str, ...]) -> Survey:
        parts = tuple(getattr(self.survey, one) for one in names)
        return self.keep(name, parts, lambda: self.survey.only(*names))

    def given(self, *names: str | type[PartNodes]) -> Scheme:
        """The scheme with some of its parts alone (`pictures`, `projectors`, `groups`, what a trade keeps by its kind):
        the same object while they are the same. Asking it for another raises."""
        return self._given("scheme", self.scheme, names)

    def unplaced(self, *names: str | type[PartNodes]) -> Scheme:
        """The same, its pictures and projectors without their places: moving them leaves it what it was."""
        part = self.given(*names)
        if self.whole:
            return part
        found = {name: self._unplaced(name, getattr(part, name)) for name in PLACED if name in names}
        others = (getattr(part, name) for name in names if isinstance(name, str) and name not in PLACED)
        kept = (part.kept(name) for name in names if not isinstance(name, str))
        key = " ".join(["unplaced", *(name if isinstance(name, str) else name.part for name in names)])
        reads = (*found.values(), *others, *kept)
        return self.keep(f"{key} of wall {self.wall}", reads, lambda: part.model_copy(update=found))

    def _unplaced(self, name: str, nodes: Mapping[str, Frozen]) -> Mapping[str, Frozen]:
        fields = ((key, *(value for of, value in node.__dict__.items() if of != "pose")) for key, node in nodes.items())
        reads = tuple(part for parts in fields for part in parts)
        made = {key: node.model_copy(update={"pose": NOWHERE}) for key, node in nodes.items()}
        return self.keep(f"{name} wherever they are, wall {self.wall}", reads, lambda: made)

    def given_looked(self, *names: str | type[PartNodes]) -> Scheme:
        """The same of the scheme as people look at it."""
        return self._given("looked", self.looked, names)

    def _given(self, what: str, scheme: Scheme, names: tuple[str | type[PartNodes], ...]) -> Scheme:
        if self.whole:
            return scheme
        fields = [name for name in names if isinstance(name, str)]
        kinds = [name for name in names if not isinstance(name, str)]
        key = " ".join([what, *fields, *(kind.part for kind in kinds)])
        if key not in self.schemes:
            parts = (*(getattr(scheme, name) for name in fields), *(scheme.kept(kind) for kind in kinds))
            name = f"{key} of wall {self.wall}"
            self.schemes[key] = self.keep(name, parts, lambda: _part_of(scheme, fields, kinds))
        return self.schemes[key]

    def on_wall(self, n: int, survey: Survey, scheme: Scheme, looked: Scheme) -> Case:
        return replace(self, wall=n, survey=survey, scheme=scheme, looked=looked, parts={}, schemes={})


@record
class Call(Generic[_R_co]):
    """A study's function with what it is handed: its types are those of the function (mypy sees them)."""

    run: Callable[..., _R_co]
    given: tuple[object, ...]

    def __call__(self) -> _R_co:
        return self.run(*self.given)


def call(run: Callable[_P, _R], *given: _P.args, **_: _P.kwargs) -> Call[_R]:
    """A study's function with what it is handed, in its order."""
    return Call(run, given)


class _PartOfScheme(Scheme):
    """A scheme of which a study sees what it said it reads."""

    def kept(self, kind: type[_K]) -> _K:
        if kind.part not in self.more:
            raise LookupError(f"{kind.__name__} is read, but not declared by the study")
        return super().kept(kind)


def _part_of(scheme: Scheme, fields: Sequence[str], kinds: Sequence[type[PartNodes]]) -> Scheme:
    more = {kind.part: scheme.kept(kind) for kind in kinds}
    values = {name: getattr(scheme, name) for name in fields}
    return scheme.parted(_PartOfScheme, {"name": scheme.name, "more": more, **values})


@record
class Study(Generic[_R_co]):
    """One study.

    name: its own. gives: the kind of result. asks: what makes the result, with all that it is handed, from the case.
    by_wall: whether it works wall by wall, each as if it were the display wall. judges: the kinds of gear, by their
    words, that it says something of: what is asked of an item that might be chosen. sooner: how early it is asked of
    one, 0 as it stands in the order: what may move the item is asked before the rest, the quickest first.
    """

    name: str
    gives: type[_R_co]
    asks: Callable[[Case], Call[_R_co]]
    by_wall: bool = False
    judges: tuple[str, ...] = ()
    sooner: int = 0
