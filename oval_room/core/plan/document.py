"""The plan: one job as one frozen document (brief, survey, schemes, choices, readings)."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping
from functools import cache
from typing import Annotated, Final, Literal, TypeVar

from pydantic import AfterValidator, Field, model_validator

from oval_room.core.brief.document import Brief
from oval_room.core.levels import Level
from oval_room.core.plan.group import Group, least_of
from oval_room.core.plan.instruments import Instrument
from oval_room.core.plan.keyed import edition_fields, holder_of, keyed_nodes, mapped_lists, mapped_parts, without_key
from oval_room.core.plan.measure import MOST, MOST_READINGS, Frozen, Id, Name, Reading, ReadingId, Words, default
from oval_room.core.plan.nodes import Carrier, Kept, KeptOnJob, PartNodes, kept_of
from oval_room.core.plan.room import Room
from oval_room.core.projection.document import Projector
from oval_room.core.screens.document import Picture
from oval_room.core.survey.document import LightScene, Survey
from oval_room.core.units import Ruler, Style, Unit
from oval_room.core.viewing.ladder import HeightSchool
from oval_room.core.viewing.schools import SizeSchool

FORMAT: Final = 1
_Kept = TypeVar("_Kept", bound=PartNodes)
Stage = Annotated[str, Field(pattern=r"^[a-z]{2,20}$")]
"""Name of a stage of the work; `parts` lists those there are."""

FindingKey = Annotated[str, Field(pattern=r"^[a-z_]+(/[a-zA-Z0-9 ]+)*$", max_length=160)]


def _letters(currency: str) -> str:
    if currency and not (currency.isascii() and currency.isalpha() and currency.isupper() and len(currency) == 3):
        raise ValueError("give the three capital letters of a currency, as in EUR")
    return currency


class Writing(Frozen):
    """How this job writes and reads lengths."""

    unit: Unit = "mm"
    style: Style = "mm"
    steps_per_inch: Literal[8, 16, 32] = 16
    instrument: Instrument = "tape"
    currency: Annotated[str, Field(max_length=3), AfterValidator(_letters)] = ""
    """Letters of the money that this job's prices are in; none until somebody says."""

    @property
    def ruler(self) -> Ruler:
        return _ruler(self.unit, self.style, self.steps_per_inch)


@cache
def _ruler(unit: Unit, style: Style, steps_per_inch: int) -> Ruler:
    """One ruler for each way of writing: every study asks for it."""
    return Ruler(unit, style, steps_per_inch)


class Scheme(Frozen):
    """One way to do the room."""

    name: Name
    pictures: Annotated[dict[Id, Picture], Field(max_length=MOST)] = {}
    projectors: Annotated[dict[Id, Projector], Field(max_length=MOST)] = {}
    groups: Annotated[dict[Id, Group], Field(max_length=MOST)] = {}
    more: Kept = {}
    """What other trades keep here, by trade."""

    @model_validator(mode="after")
    def _shows(self) -> Scheme:
        for key, projector in self.projectors.items():
            if projector.shows not in self.pictures:
                raise ValueError(f"projector {key} shows picture {projector.shows}, which is not there")
        return self

    @model_validator(mode="after")
    def _together(self) -> Scheme:
        seen: set[str] = set()
        for key, group in self.groups.items():
            for member in group.members:
                if member not in self.pictures or member in seen:
                    raise ValueError(f"group {key} has picture {member}, which is in another group or not there")
                seen.add(member)
        return self

    def group_of(self, picture: str) -> str | None:
        """The group a picture belongs to."""
        return next((key for key, group in self.groups.items() if picture in group.members), None)

    @property
    def feeds(self) -> dict[str, Projector]:
        """The projector of every picture that has one, by the picture's id."""
        return {projector.shows: projector for projector in reversed(self.projectors.values())}

    def fed_by(self, picture: str | None) -> tuple[str, Projector] | None:
        """The projector that shows a picture, with its id."""
        return next((item for item in self.projectors.items() if item[1].shows == picture), None)

    def looked_at_by(self, key: str | None, picture: str | None) -> tuple[str, Projector] | None:
        """The projector of an id, else the one that shows a picture, else the first, with its id."""
        if key is not None and key in self.projectors:
            return key, self.projectors[key]
        return self.fed_by(picture) or next(iter(self.projectors.items()), None)

    def throws(self, key: str) -> bool:
        """Whether something that throws a picture has an id."""
        return key in self.projectors

    def projector(self, key: str) -> Projector:
        """The projector of an id.

        Raises:
            KeyError: no projector has it.
        """
        return self.projectors[key]

    def dark(self) -> Scheme:
        """The scheme with nothing thrown on its pictures."""
        return self.model_copy(update={"projectors": {}})

    def without_gear(self, lost: Collection[str]) -> Scheme:
        """The scheme without some editions of gear: what can be without its edition keeps its size and place, what is
        nothing without goes, and what rests on that."""
        gone: list[str] = []

        def left(listed: dict[str, Frozen]) -> dict[str, Frozen]:
            out = {}
            for key, node in listed.items():
                fields = [name for name in edition_fields(type(node)) if getattr(node, name) in lost]
                if any(type(node).model_fields[name].is_required() for name in fields):
                    gone.append(key)
                out[key] = node.model_copy(update=dict.fromkeys(fields)) if fields else node
            return out

        scheme = mapped_lists(self, left)
        for key in gone:
            scheme = scheme.without(key)
        return scheme

    def node(self, key: str) -> Frozen | None:
        """What has an id here; None when nothing has."""
        return next((listed[key] for _, listed in keyed_nodes(self) if key in listed), None)

    def has(self, key: str) -> bool:
        return holder_of(self, key) is not None

    def with_pictures(self, keys: Collection[str]) -> Scheme:
        """The scheme with some of its pictures only, and what shows on them."""
        shown = mapped_lists(self, lambda listed: {k: v for k, v in listed.items() if _shows(v) in (None, *keys)})
        pictures = {key: picture for key, picture in self.pictures.items() if key in keys}
        groups = {key: group for key, group in self.groups.items() if set(group.members) <= set(keys)}
        return shown.model_copy(update={"pictures": pictures, "groups": groups})

    def without(self, gone: str) -> Scheme:
        """The scheme with one of its things taken away, and what stands on it: a picture takes its projectors with
        it, a device its cables."""
        lost, before = {gone}, 0
        while len(lost) > before:
            before = len(lost)
            lost |= {k for _, listed in keyed_nodes(self) for k, v in listed.items() if lost & set(_rests_on(v))}
            lost |= {k for k, group in self.groups.items() if len(set(group.members) - lost) < least_of(group.kind)}
        left = mapped_lists(self, lambda listed: {k: v for k, v in listed.items() if k not in lost})
        return left.model_copy(update={"groups": _left_together(self.groups, gone)})

    def kept(self, kind: type[_Kept]) -> _Kept:
        """What a trade keeps in this scheme."""
        return kept_of(self.more, kind)

    def carriers(self, room: Room) -> dict[str, Carrier]:
        """What trades keep here that a projector's cabinet may stand on, by id."""
        walls = {wall.key: wall for wall in room.walls}
        return {key: one for nodes in self.more.values() for key, one in nodes.carriers(walls).items()}

    def keeping(self, nodes: PartNodes) -> Scheme:
        """The scheme with what a trade keeps in it changed."""
        return self.model_copy(update={"more": {**self.more, nodes.part: nodes}})


def _shows(node: Frozen) -> str | None:
    """The picture that a node shows on, where it is of such a kind."""
    return getattr(node, "shows", None)


def _rests_on(node: Frozen) -> tuple[str, ...]:
    """What a node is nothing without."""
    shows = _shows(node)
    return (*getattr(node, "rests_on", ()), *((shows,) if shows is not None else ()))


def _left_together(groups: Mapping[str, Group], gone: str) -> dict[str, Group]:
    """The groups without one of them, or without one of their pictures; those that are too few are no group."""
    left = {}
    for key, group in groups.items():
        members = tuple(member for member in group.members if member != gone)
        if key != gone and len(members) >= least_of(group.kind):
            left[key] = group if members == group.members else group.model_copy(update={"members": members})
    return left


Figures = Annotated[
    dict[Annotated[str, Field(max_length=120)], Annotated[float, Field(ge=-1e15, le=1e15, allow_inf_nan=False)]],
    Field(max_length=20_000),
]
"""What figures came to, by their keys."""


class Settled(Frozen):
    """A stage somebody called done, with the figures it rested on."""

    leaf = True
    figures: Figures
    by: Words = ""


class Accepted(Frozen):
    """A mind somebody accepted or a stop somebody overrode: level and how far off it was then, who, why."""

    level: Level
    off_by: Annotated[float, Field(ge=0, le=1e9)] | None = None
    by: Words = ""
    why: Words = ""


class Decided(Frozen):
    """The scheme that was chosen, by whom and why."""

    scheme: Id
    by: Words = ""
    why: Words = ""
    at: Words = ""


class Choices(Frozen):
    size_school: SizeSchool | None = None
    """None: as brief and seats say."""
    height_school: HeightSchool = "third"
    settled: Annotated[dict[Stage, Settled], Field(max_length=40)] = {}
    accepted: Annotated[dict[FindingKey, Accepted], Field(max_length=MOST)] = {}
    decided: Decided | None = None


class Plan(Frozen):
    """One job."""

    format: Literal[1] = FORMAT
    name: Name
    client: Words = ""
    place: Words = ""
    state: Literal["planning", "agreed", "on site", "done"] = "planning"
    writing: Writing = Writing()
    brief: Brief = Brief()
    survey: Survey = Survey()
    schemes: Annotated[dict[Id, Scheme], Field(min_length=1, max_length=12)]
    scheme: Id
    choices: Choices = Choices()
    readings: Annotated[dict[ReadingId, Reading], Field(max_length=MOST_READINGS)] = {}
    more: KeptOnJob = {}
    """What other trades keep of the job itself, by name."""

    @model_validator(mode="after")
    def _chosen(self) -> Plan:
        if self.scheme not in self.schemes:
            raise ValueError(f"scheme {self.scheme} is not one of the schemes")
        return self

    @property
    def chosen(self) -> Scheme:
        return self.schemes[self.scheme]

    def kept(self, kind: type[_Kept]) -> _Kept:
        """What a trade keeps of the job itself."""
        return kept_of(self.more, kind)

    def keeping(self, nodes: PartNodes) -> Plan:
        """The plan with what a trade keeps of the job changed."""
        return self.model_copy(update={"more": {**self.more, nodes.part: nodes}})

    @property
    def lists(self) -> Iterator[tuple[str, dict[str, Frozen]]]:
        """Every keyed list of the survey, of the chosen scheme and of the job itself, each by its name."""
        yield from keyed_nodes(self.survey)
        yield from keyed_nodes(self.chosen)
        for kept in self.more.values():
            yield from keyed_nodes(kept)

    def gear_used(self) -> set[str]:
        """Hashes of every gear edition that the job names."""
        used: set[str] = set()
        for holder in (self.survey, *self.schemes.values(), *self.more.values()):
            for _, listed in keyed_nodes(holder):
                for node in listed.values():
                    used.update(key for name in edition_fields(type(node)) if (key := getattr(node, name)))
        return used

    def without(self, gone: str) -> Plan | None:
        """The plan without a thing of the survey or of the job; None where neither has it."""
        if holder_of(self.survey, gone):
            return self.model_copy(update={"survey": self.survey.without(gone)})
        if any(holder_of(kept, gone) for kept in self.more.values()):
            return self.model_copy(update={"more": mapped_parts(self.more, lambda listed: without_key(listed, gone))})
        return None


SCENES: Final[dict[str, LightScene]] = {
    "k1": LightScene(name="dark", ceiling=default(0.5), wants=50.0),
    "k2": LightScene(name="lamps", ceiling=default(20.0), side=default(20.0), wants=15.0),
    "k3": LightScene(name="day, blinds drawn", side=default(60.0), wants=15.0),
}
"""Scenes a new job starts with; the lux are the start values of rules 5.6."""


def new_plan(name: str, *, client: str = "", place: str = "", writing: Writing | None = None) -> Plan:
    """A job with an assumed room and nothing in it yet."""
    return Plan(
        name=name,
        client=client,
        place=place,
        writing=writing or Writing(),
        survey=Survey(scenes=SCENES),
        schemes={"v1": Scheme(name="First scheme")},
        scheme="v1",
    )
