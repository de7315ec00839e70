"""What a trade keeps in a scheme of its own: declared with the trade, found again by the trade's name."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, ClassVar

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


class PartNodes(Frozen):
    """Base of a trade's own nodes. part: the trade's name, a promise to job files."""

    known: ClassVar[dict[str, type[PartNodes]]] = {}
    """Every trade's nodes by its name; a trade is known once its module is read."""

    part: ClassVar[str] = ""

    def carriers(self, walls: Mapping[str, Wall]) -> Mapping[str, Carrier]:
        """What of it a projector's cabinet may stand on, by id. walls: of the room, by key."""
        return {}

    @classmethod
    def __pydantic_init_subclass__(cls, **kwargs: object) -> None:
        PartNodes.known[cls.part] = cls


def read_nodes(raw: object, info: ValidationInfo) -> object:
    """Every trade's nodes from JSON, each read by its own trade."""
    if not isinstance(raw, Mapping):
        return raw
    out = {}
    for name, nodes in raw.items():
        if name not in PartNodes.known:
            raise ValueError(f"there is no part {str(name)[:30]} that keeps anything in a scheme")
        kind = PartNodes.known[name]
        out[name] = nodes if isinstance(nodes, kind) else kind.model_validate(nodes, context=info.context)
    return out


class _ByPart:
    """Says in the JSON Schema what each trade keeps, by its name."""

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        parts = {name: handler(kind.__pydantic_core_schema__) for name, kind in sorted(PartNodes.known.items())}
        return {"type": "object", "properties": parts, "additionalProperties": False}


Kept = Annotated[dict[str, SerializeAsAny[PartNodes]], BeforeValidator(read_nodes), _ByPart]
"""What the trades keep in a scheme, by trade."""
