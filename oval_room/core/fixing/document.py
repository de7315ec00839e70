"""What was read on the bench of the gear that hangs: it goes before makers' sheets, and stands in where there is none
(rules 6.5, 7.3)."""

from __future__ import annotations

from typing import Annotated, ClassVar, Final, Literal

from pydantic import Field

from oval_room.core.plan.gear import GearItem, Mount, Panel, Projector
from oval_room.core.plan.measure import MOST, Frozen, HeightMm, Id, LengthMm, Measure, Mm, Words
from oval_room.core.plan.nodes import PartNodes
from oval_room.core.screens.document import Picture
from oval_room.core.screens.hung import WORDS, as_hung

MOST_FORCE: Final = 100_000.0
"""No fixing bears more [N]."""
OF_PANEL: Final = ("vesa", "bolts")
OF_MOUNT: Final = ("row", "folded")
OF_PROJECTOR: Final = ("lens_right", "lens_forward", "lens_below")


class Bench(Frozen):
    """Read of what hangs for one picture, each figure None until somebody measures it.

    panel, mount, projector: on which it was read; a figure counts only while that very thing hangs there. vesa: across
    x up. bolts: the panel's top to its upper bolts. row: the mount's upper holes below those once hung, negative above.
    folded: the mount's depth. lens_right, lens_forward, lens_below: from the plate's centre, upright, from behind.
    """

    shows: Id
    panel: Words = ""
    mount: Words = ""
    projector: Words = ""
    vesa: tuple[LengthMm, LengthMm] | None = None
    bolts: Measure | None = None
    row: Measure | None = None
    folded: Measure | None = None
    lens_right: Measure | None = None
    lens_forward: Measure | None = None
    lens_below: Measure | None = None


class Hold(Frozen):
    """How a picture's plate, its case, or a projector's plate is held, where somebody chose it.

    plate: its middle off the panel's, right positive [mm]. fixing: what goes into the wall, by its name among those of
    rules 7.6, or one of its maker's with what it may bear [N] and who says so.
    """

    shows: Id
    plate: Mm | None = None
    fixing: Words = ""
    tension: Annotated[float, Field(gt=0, le=MOST_FORCE)] | None = None
    shear: Annotated[float, Field(gt=0, le=MOST_FORCE)] | None = None
    source: Words = ""
    by: Literal["", "timber", "bracket"] = ""
    """What holds a case or a projector's plate in the place of its ceiling (rules 7.22)."""


class Strip(Frozen):
    """A light strip behind a panel (rules 13): sides it runs along, its volts, watts and lights a metre, the pitch it
    can be cut at and how far it lies inside the panel's edge [mm], what is on one reel [m]."""

    shows: Id
    sides: Literal[3, 4] = 4
    volts: Literal[5, 12, 24] = 24
    watts: Annotated[float, Field(gt=0, le=100)] = 14.4
    lights: Annotated[float, Field(gt=0, le=1000)] | None = None
    cut: Annotated[float, Field(gt=0, le=1000)] | None = None
    inset: HeightMm = 50.0
    reel: Annotated[float, Field(gt=0, le=100)] = 5.0


class FixingNodes(PartNodes):
    """What fixing keeps in a scheme: figures of the bench, plates and fixings that were chosen, light strips."""

    part: ClassVar[str] = "fixing"
    panels: Annotated[dict[Id, Bench], Field(max_length=MOST)] = {}
    holds: Annotated[dict[Id, Hold], Field(max_length=MOST)] = {}
    strips: Annotated[dict[Id, Strip], Field(max_length=MOST)] = {}

    def of(self, picture: str) -> tuple[str, Bench] | None:
        """What was read for a picture, with its id."""
        return next((one for one in self.panels.items() if one[1].shows == picture), None)

    def held_by(self, shown: str) -> str:
        """What holds a picture's case or a projector's plate in the place of its ceiling; empty: that itself."""
        _, hold = self.hold_of(shown) or ("", None)
        return hold.by if hold is not None else ""

    def hold_of(self, picture: str) -> tuple[str, Hold] | None:
        """How its plate is held, with the id of that."""
        return next((one for one in self.holds.items() if one[1].shows == picture), None)

    def strip_of(self, picture: str) -> tuple[str, Strip] | None:
        """The light strip behind it, with its id."""
        return next((one for one in self.strips.items() if one[1].shows == picture), None)


def called(picture: Picture, item: GearItem | None) -> str:
    """What a thing is told apart by: its name, or a panel's size where it has none."""
    if item is not None:
        return f"{item.name}, {WORDS[picture.turned]}" if picture.turned else item.name
    return f"{picture.width.value:.0f} × {picture.height:.0f} mm"


def counts(bench: Bench | None, name: str, on: str) -> bool:
    """Whether a bench figure is of the thing that hangs there now. A mount read before it was chosen counts for any."""
    if bench is None or getattr(bench, name) is None:
        return False
    if name in OF_PANEL:
        return bench.panel == on
    return (bench.mount if name in OF_MOUNT else bench.projector) in ("", on)


def panel_as_measured(picture: Picture, item: Panel | None, bench: Bench | None) -> Panel | None:
    """A panel as it hangs, with what was read of it in the place of its sheet; None where neither says anything."""
    on, values = called(picture, item), dict[str, object]()
    if bench is not None and counts(bench, "vesa", on):
        values["vesa"] = bench.vesa
    if bench is not None and bench.bolts is not None and counts(bench, "bolts", on):
        values["top_to_vesa"] = max(bench.bolts.value, 0.0)  # earlier versions let less in
    if item is not None:
        hung = as_hung(item, picture.turned)
        return hung.model_copy(update=values) if values else hung
    if not values:
        return None
    size = {"width": picture.width.value, "height": picture.height}
    return Panel.model_validate({"maker": "Own", "model": "panel", **size, **values})


def mount_as_measured(item: Mount, bench: Bench | None) -> Mount:
    """A mount with what was read of it in the place of its sheet."""
    read = {"row_below_vesa": "row", "profile": "folded"}
    values = _values(bench, read, item.name)
    return item.model_copy(update=values) if values else item


def projector_as_measured(item: Projector, bench: Bench | None) -> Projector:
    """A projector with the lens where it was read to be."""
    read = {"lens_right": "lens_right", "lens_forward": "lens_forward", "plate_to_axis": "lens_below"}
    values = _values(bench, read, item.name)
    return item.model_copy(update=values) if values else item


def _values(bench: Bench | None, read: dict[str, str], on: str) -> dict[str, float]:
    if bench is None:
        return {}
    return {key: getattr(bench, name).value for key, name in read.items() if counts(bench, name, on)}
