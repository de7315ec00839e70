"""What a wall of displays keeps beside its group of pictures: how its canvas is cut, controllers, sources, the router
(rules 9.2–9.4)."""

from __future__ import annotations

from typing import Annotated, ClassVar

from pydantic import Field

from oval_room.core.plan.measure import MOST, Frozen, Id, Name, Pixels
from oval_room.core.plan.nodes import PartNodes

MOST_OUTPUTS = 64
MOST_DRAWN = 16_384
"""A side of what one output draws [px] (what graphics take)."""
MOST_ACROSS = MOST_DRAWN * MOST_OUTPUTS
Outputs = Annotated[int, Field(ge=1, le=MOST_OUTPUTS)]
PORT = Annotated[int, Field(ge=1, le=MOST_OUTPUTS)]


class Cut(Frozen):
    """How a wall's canvas is cut. closed: the gaps between pictures are closed up, not skipped. across: the canvas's
    width wanted [px]; None for the finest display's own pixels."""

    of: Id
    closed: bool = False
    across: Annotated[int, Field(ge=16, le=MOST_ACROSS)] | None = None

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of,)


class Source(Frozen):
    """What plays to walls. locked: its outputs run in step, with each other and with every other locked source."""

    name: Name
    outputs: Outputs = 1
    pixels: Pixels = (3840, 2160)
    locked: bool = False


class Controller(Frozen):
    """A wall controller: one picture in, several outputs. turns: it can turn what it cuts. even: it cuts its picture
    only into an even grid. pixels: of the picture it takes. source: what feeds it; None where it plays by itself."""

    name: Name
    outputs: Outputs = 4
    turns: bool = True
    even: bool = False
    pixels: Pixels = (3840, 2160)
    source: Id | None = None


class Patch(Frozen):
    """A display that hangs on a chosen output."""

    of: Id
    on: Id
    port: PORT

    @property
    def rests_on(self) -> tuple[str, ...]:
        return (self.of, self.on)


class Router(Frozen):
    """A router between sources and controllers. Sources come in in their order, controllers go out in theirs, then
    monitors. takes: outputs with the input each shows; sdi: its signals are SDI and want converters at both ends.
    """

    name: Name
    inputs: Outputs = 8
    outputs: Outputs = 8
    sdi: bool = False
    takes: Annotated[tuple[tuple[PORT, PORT], ...], Field(max_length=MOST_OUTPUTS)] = ()


class Arrays(PartNodes):
    """What the walls of a scheme keep."""

    part: ClassVar[str] = "array"
    cuts: Annotated[dict[Id, Cut], Field(max_length=MOST)] = {}
    controllers: Annotated[dict[Id, Controller], Field(max_length=MOST)] = {}
    sources: Annotated[dict[Id, Source], Field(max_length=MOST)] = {}
    patches: Annotated[dict[Id, Patch], Field(max_length=MOST)] = {}
    routers: Annotated[dict[Id, Router], Field(max_length=4)] = {}

    def cut_of(self, group: str) -> Cut:
        """How a wall is cut, as it is when nobody has said."""
        return next((cut for cut in self.cuts.values() if cut.of == group), Cut(of=group))

    @property
    def router(self) -> Router | None:
        return next(iter(self.routers.values()), None)
