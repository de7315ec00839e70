"""What a trade keeps of its own in a scheme, on the survey or on the job: declared with it, found by name."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Annotated, ClassVar, Literal, TypeVar

from pydantic import BeforeValidator, GetJsonSchemaHandler, SerializeAsAny, ValidationInfo
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema

from oval_room.core.plan.measure import Frozen
from oval_room.core.plan.outline import Wall
from oval_room.core.record import record


@record
class Carrier:
    """Something that a cabinet may stand on, in the room's own axes [mm]; tray: how far its tray comes out."""

    name: str
    x_from: float
    x_to: float
    y_from: float
    y_to: float
    z_to: float
    tray: float = 0.0


KeptOn = Literal["scheme", "survey", "job"]


class PartNodes(Frozen):
    """Base of a trade's own nodes. part: their name, the trade's where it has one kind of them, a promise to job files.
    on: where they are kept, in each scheme, on the survey or on the job."""

    known: ClassVar[dict[str, type[PartNodes]]] = {}
    """Every trade's nodes by their name; they are known once their module is read."""

    part: ClassVar[str] = ""
    on: ClassVar[KeptOn] = "scheme"

    def carriers(self, walls: Mapping[str, Wall]) -> Mapping[str, Carrier]:
        """What of it a projector's cabinet may stand on, by id. walls: of the room, by key."""
        return {}

    @classmethod
    def __pydantic_init_subclass__(cls, **kwargs: object) -> None:
        PartNodes.known[cls.part] = cls


def carrying() -> list[type[PartNodes]]:
    """The kinds of nodes of which something may carry a cabinet."""
    return [kind for kind in PartNodes.known.values() if kind.carriers is not PartNodes.carriers]


_Kind = TypeVar("_Kind", bound=PartNodes)


@record
class _Read:
    """Reads the nodes that are kept at one place from JSON, each kind as its own trade declares it, and says in the
    JSON Schema what may be there."""

    on: KeptOn

    def __call__(self, raw: object, info: ValidationInfo) -> object:
        if not isinstance(raw, Mapping):
            return raw
        out = {}
        for name, nodes in raw.items():
            kind = PartNodes.known.get(name)
            if kind is None or kind.on != self.on:
                raise ValueError(f"there is no part {str(name)[:30]} that keeps anything on a {self.on}")
            out[name] = nodes if isinstance(nodes, kind) else kind.model_validate(nodes, context=info.context)
        return out


@record
class _ByPart:
    """Says in the JSON Schema what each trade keeps at a place, by its name."""

    on: KeptOn

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        kinds = sorted((name, kind) for name, kind in PartNodes.known.items() if kind.on == self.on)
        parts = {name: handler(kind.__pydantic_core_schema__) for name, kind in kinds}
        return {"type": "object", "properties": parts, "additionalProperties": False}


Kept = Annotated[dict[str, SerializeAsAny[PartNodes]], BeforeValidator(_Read("scheme")), _ByPart("scheme")]
"""What the trades keep in a scheme, by name."""
KeptOnSurvey = Annotated[dict[str, SerializeAsAny[PartNodes]], BeforeValidator(_Read("survey")), _ByPart("survey")]
KeptOnJob = Annotated[dict[str, SerializeAsAny[PartNodes]], BeforeValidator(_Read("job")), _ByPart("job")]


def kept_of(more: Mapping[str, PartNodes], kind: type[_Kind]) -> _Kind:
    """What a trade keeps among nodes of all trades."""
    found = more.get(kind.part)
    return found if isinstance(found, kind) else nothing_of(kind)


@cache
def nothing_of(kind: type[_Kind]) -> _Kind:
    """What a trade keeps where nothing is: one for all, for nobody changes it."""
    return kind()
