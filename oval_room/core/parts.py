"""The parts of the trade, in the order of the work. All that they hold is derived from this list."""

from __future__ import annotations

from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Final

from pydantic import Field, TypeAdapter

from oval_room.core.brief import commands as brief
from oval_room.core.commands import Command, Several
from oval_room.core.job import commands as job
from oval_room.core.projection import commands as projection
from oval_room.core.screens import commands as screens
from oval_room.core.survey import commands as survey
from oval_room.core.survey import room_commands as survey_room

COMMANDS: Final[tuple[type[Command], ...]] = tuple(Command.known.values())
if TYPE_CHECKING:
    AnyCommand = Command
else:
    AnyCommand = Annotated[reduce(or_, COMMANDS), Field(discriminator="do")]
COMMAND: TypeAdapter[Command] = TypeAdapter(AnyCommand)
