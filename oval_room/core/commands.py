"""Every change of a plan, as small typed commands, and the one function that applies them.

A `put …` command creates the thing it names or changes only the fields it carries. Measured values come in as `Typed`
(value, source, instrument); applying one logs a reading and leaves a `Measure` that rests on it.
"""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal, NamedTuple

from pydantic import Field, TypeAdapter, ValidationError

from oval_room.core.errors import RefusedError
from oval_room.core.levels import Level
from oval_room.core.plan.document import Stage
from oval_room.core.plan.measure import Frozen, Id, Typed
from oval_room.core.plan.room import Corner, Slope


class Stamp(NamedTuple):
    """Who makes a change, and when; the core has no clock of its own."""

    by: str = ""
    at: str = ""


class _Command(Frozen):
    label: Annotated[str, Field(max_length=200)] = ""


class PutJob(_Command):
    """Change the job's name, client, place or state."""

    do: Literal["put job"] = "put job"
    name: str | None = None
    client: str | None = None
    place: str | None = None
    state: Literal["planning", "agreed", "on site", "done"] | None = None


class PutWriting(_Command):
    do: Literal["put writing"] = "put writing"
    unit: str | None = None
    style: str | None = None
    steps_per_inch: int | None = None
    instrument: str | None = None


class PutBrief(_Command):
    do: Literal["put brief"] = "put brief"
    who: str | None = None
    film: float | None = None
    sport: float | None = None
    games: float | None = None
    desk: float | None = None
    budget: float | None = None
    must_stay: str | None = None
    landlord: str | None = None
    cables: str | None = None
    plays: str | None = None


class PutRoom(_Command):
    do: Literal["put room"] = "put room"
    width: Typed | None = None
    depth: Typed | None = None
    height: Typed | None = None
    finish: str | None = None
    wall: str | None = None
    faces: float | None = None
    latitude: float | None = None
    slopes: tuple[Slope, ...] | None = None


class PutOutline(_Command):
    """Give the room an outline: its corners from the display wall's left end round; with readings of its walls, in order.
    Without corners the room is a box again."""

    do: Literal["put outline"] = "put outline"
    corners: Annotated[tuple[Corner, ...], Field(max_length=40)] = ()
    walls: Annotated[tuple[Typed | None, ...], Field(max_length=40)] = ()


class PutDim(_Command):
    """Take a reading of a wall (w3), a diagonal (c1c3), at a corner the ceiling (h2) or the floor below the laser line (f2), or a
    wall's lean (p1). A wall's length moves its far end."""

    do: Literal["put dim"] = "put dim"
    id: Annotated[str, Field(max_length=8)]
    value: Typed


class Strike(_Command):
    """Take a reading out of its dimension's value, or with `back` into it again. The log keeps it."""

    do: Literal["strike"] = "strike"
    reading: Id
    back: bool = False


class PutMade(_Command):
    """What a wall (w1 …) or the ceiling is made of."""

    do: Literal["put made"] = "put made"
    surface: Annotated[str, Field(max_length=8)]
    kind: str | None = None
    board: float | None = None
    layers: int | None = None
    behind: str | None = None
    stud_depth: float | None = None
    module: float | None = None
    joists: str | None = None


class PutOpening(_Command):
    do: Literal["put opening"] = "put opening"
    id: Id
    name: str | None = None
    kind: str | None = None
    wall: str | None = None
    along: Typed | None = None
    width: Typed | None = None
    sill: Typed | None = None
    head: Typed | None = None
    after: Typed | None = None
    swing: str | None = None
    covering: str | None = None
    luminance: Typed | None = None


class PutService(_Command):
    do: Literal["put service"] = "put service"
    id: Id
    name: str | None = None
    kind: str | None = None
    wall: str | None = None
    along: float | None = None
    z: float | None = None
    to_along: float | None = None
    to_z: float | None = None
    circuit: str | None = None


class PutFind(_Command):
    """Log a find of a stud or joist; the log only grows, a wrong entry is dropped."""

    do: Literal["put find"] = "put find"
    id: Id
    wall: str
    at: float
    how: str = "scanner"
    hit: bool = True


class PutPassage(_Command):
    do: Literal["put passage"] = "put passage"
    id: Id
    name: str | None = None
    kind: str | None = None
    width: float | None = None
    height: float | None = None
    after: float | None = None
    length: float | None = None


class PutSeat(_Command):
    do: Literal["put seat"] = "put seat"
    id: Id
    name: str | None = None
    row: int | None = None
    x: Typed | None = None
    y: Typed | None = None
    floor: Typed | None = None
    eye: Typed | None = None
    kind: str | None = None
    person: float | None = None


class PutThing(_Command):
    do: Literal["put thing"] = "put thing"
    id: Id
    name: str | None = None
    kind: str | None = None
    x_from: float | None = None
    x_to: float | None = None
    y_from: float | None = None
    y_to: float | None = None
    z_from: float | None = None
    z_to: float | None = None
    source: str | None = None
    works: bool | None = None
    heat_c: float | None = None
    part: str | None = None


class PutScene(_Command):
    do: Literal["put scene"] = "put scene"
    id: Id
    name: str | None = None
    ceiling: Typed | None = None
    side: Typed | None = None
    front: Typed | None = None
    wants: float | None = None


class PutPicture(_Command):
    """Place or change a picture. x, y, z are its centre; `bottom` sets z from the lower edge after any new size."""

    do: Literal["put picture"] = "put picture"
    id: Id
    scheme: Id | None = None
    name: str | None = None
    kind: str | None = None
    width: Typed | None = None
    aspect: float | None = None
    frame_side: float | None = None
    frame_top: float | None = None
    frame_bottom: float | None = None
    x: float | None = None
    y: float | None = None
    z: float | None = None
    bottom: float | None = None
    yaw: float | None = None
    pitch: float | None = None
    pixels: tuple[int, int] | None = None
    surface: str | None = None
    mount: str | None = None
    curve: float | None = None
    """Radius of a curved panel [mm]; 0 makes it flat."""
    split: tuple[int, int] | None = None


class PutProjector(_Command):
    """Place or change a projector; x, y, z are the front of its lens."""

    do: Literal["put projector"] = "put projector"
    id: Id
    scheme: Id | None = None
    name: str | None = None
    shows: Id | None = None
    gear: str | None = None
    mount: str | None = None
    hung: bool | None = None
    x: float | None = None
    y: float | None = None
    z: float | None = None
    mode: float | None = None
    age: str | None = None


class TakeGear(_Command):
    """Give a picture or projector a gear edition: sizes and frames come from it."""

    do: Literal["take gear"] = "take gear"
    id: Id
    gear: str
    scheme: Id | None = None


class Drop(_Command):
    """Take a seat, thing, scene, picture, projector or scheme away. A picture takes its projectors with it."""

    do: Literal["drop"] = "drop"
    id: Id
    scheme: Id | None = None


class PutScheme(_Command):
    """Name a scheme; with `like`, a new one starts as a copy of that."""

    do: Literal["put scheme"] = "put scheme"
    id: Id
    name: str
    like: Id | None = None


class Choose(_Command):
    do: Literal["choose"] = "choose"
    size_school: str | None = None
    height_school: str | None = None
    scheme: Id | None = None
    main_seat: Id | None = None


class Decide(_Command):
    """Choose a scheme for good, with who and why; without one, open the choice again."""

    do: Literal["decide"] = "decide"
    scheme: Id | None = None
    why: Annotated[str, Field(max_length=300)] = ""


class Settle(_Command):
    """Call a stage done, with the figures it rests on; without figures, open it again."""

    do: Literal["settle"] = "settle"
    stage: Stage
    figures: dict[str, float] | None = None


class Accept(_Command):
    """Accept a mind or override a stop (which wants a reason); without a level, take that back."""

    do: Literal["accept"] = "accept"
    finding: Annotated[str, Field(max_length=80)]
    level: Level | None = None
    off_by: float | None = None
    why: Annotated[str, Field(max_length=300)] = ""


class Restore(_Command):
    """Put places back to what they were: what undo and redo are made of."""

    do: Literal["restore"] = "restore"
    wanted: tuple[tuple[str, Any, Any], ...]


MOST_STEPS: Final = 60


class Several(_Command):
    """Commands that count as one step."""

    do: Literal["several"] = "several"
    steps: Annotated[tuple[Command, ...], Field(min_length=1, max_length=MOST_STEPS)]


Command = Annotated[
    PutJob
    | PutWriting
    | PutBrief
    | PutRoom
    | PutOutline
    | PutDim
    | Strike
    | PutMade
    | PutOpening
    | PutService
    | PutFind
    | PutPassage
    | PutSeat
    | PutThing
    | PutScene
    | PutPicture
    | PutProjector
    | TakeGear
    | Drop
    | PutScheme
    | Choose
    | Decide
    | Settle
    | Accept
    | Restore
    | Several,
    Field(discriminator="do"),
]
Several.model_rebuild()
COMMAND: TypeAdapter[Command] = TypeAdapter(Command)


def several(*steps: Command, label: str = "") -> Command:
    """One step of one or more commands; more than one holds are put in groups."""
    if len(steps) == 1:
        return steps[0].model_copy(update={"label": label}) if label else steps[0]
    if len(steps) > MOST_STEPS:
        steps = tuple(Several(steps=steps[i : i + MOST_STEPS]) for i in range(0, len(steps), MOST_STEPS))
    return Several(steps=steps, label=label)


def refused_by(error: ValidationError) -> RefusedError:
    """A document's complaint as one sentence with its place."""
    first = error.errors(include_url=False)[0]
    place = ".".join(str(part) for part in first["loc"])
    value = first.get("input")
    got = f" (got {str(value)[:40]})" if isinstance(value, (str, int, float)) and not isinstance(value, bool) else ""
    say = first["msg"].removeprefix("Value error, ").replace("Input should be", "must be")
    return RefusedError(f"{say}{got}", field=place, value=value)
