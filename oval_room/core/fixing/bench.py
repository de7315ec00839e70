"""What was read on the bench against what the sheet says (rules 6.5, 7.3): whose figure counts, and by how much they
differ."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping
from typing import Final, NamedTuple

from oval_room.core.findings import Finding
from oval_room.core.fixing.document import OF_MOUNT, OF_PANEL, OF_PROJECTOR, Bench, called, counts
from oval_room.core.fixing.says import FixingCode
from oval_room.core.levels import Level
from oval_room.core.plan.gear import GearItem, Mount, Panel, Projector
from oval_room.core.plan.measure import Measure, Source
from oval_room.core.screens.document import Picture


class Told(NamedTuple):
    """A bench figure's words, and the value of a sheet that it goes before."""

    words: str
    key: str


FIGURES: Final[dict[str, Told]] = {
    "vesa": Told("bolt pattern", "vesa"),
    "bolts": Told("panel top to the upper bolts", "top_to_vesa"),
    "row": Told("mount's upper holes below the bolts", "row_below_vesa"),
    "folded": Told("mount's depth", "profile"),
    "lens_right": Told("lens right of the plate's centre", "lens_right"),
    "lens_forward": Told("lens forward of the plate's centre", "lens_forward"),
    "lens_below": Told("lens below the plate", "plate_to_axis"),
}
SAID_BY_SHEETS: Final = ("top_to_vesa", "row_below_vesa", "lens_right", "lens_forward", "plate_to_axis")
"""Values a sheet may leave out; only one that it gives can differ from what was read."""


def sources_of(bench: Bench | None, item: GearItem | None, mount: Mount | None, on: str) -> Mapping[str, Source]:
    """Where each figure of what hangs comes from: read on the bench, the maker's, or assumed where neither says it.

    Args:
        item, mount: what hangs, as measured. on: what the item is told apart by.
    """
    out: defaultdict[str, Source] = defaultdict(lambda: "maker")
    for name in OF_PROJECTOR if isinstance(item, Projector) else (*OF_PANEL, *OF_MOUNT):
        of = mount if name in OF_MOUNT else item
        read = getattr(bench, name) if bench is not None else None
        if isinstance(read, Measure) and counts(bench, name, (mount.name if mount else "") if name in OF_MOUNT else on):
            out[name] = read.source
        elif of is not None and getattr(of, FIGURES[name].key) is None:
            out[name] = "assumed"
    return out


def assumed_findings(
    about: Mapping[str, str], sources: Mapping[str, Source], names: Iterable[str], of: str
) -> list[Finding]:
    """What holes hang on and nobody has said: to be measured before one is drilled (rules 6.5, 7.3)."""
    lacking = [name for name in names if sources[name] == "assumed"]
    if not lacking:
        return []
    more = {"part": "assumed", "of": of, "words": [FIGURES[name].words for name in lacking], "first": lacking[0]}
    return [
        Finding(FixingCode.BENCH_WANTED, Level.MIND, "6.5" if "projector" in about else "7.3", dict(about), more=more)
    ]


def bench_findings(
    about: Mapping[str, str],
    item: GearItem | None,
    mount: Mount | None,
    bench: Bench | None,
    picture: Picture | None = None,
) -> list[Finding]:
    """Bench figures that differ from the sheet by more than they may be off, and those of another thing."""
    if bench is None:
        return []
    out = []
    for name, sheet, on, read_of in _hanging(item, mount, bench, picture):
        told = FIGURES[name]
        more: dict[str, object] = {"part": name, "what": told.words, "of": read_of, "now": on}
        read = getattr(bench, name)
        if not counts(bench, name, on):
            out.append(Finding(FixingCode.BENCH_OF_ANOTHER, Level.MIND, "7.3", dict(about), more=more))
            continue
        given = getattr(sheet, told.key, None) if sheet is not None and told.key in sheet.model_fields_set else None
        if not isinstance(read, Measure) or given is None or abs(read.value - given) <= read.half_width:
            continue
        out.append(Finding(FixingCode.BENCH, Level.NOTE, "7.3", dict(about), read.value, given, more=more))
    return out


def _hanging(
    item: GearItem | None, mount: Mount | None, bench: Bench, picture: Picture | None
) -> Iterator[tuple[str, GearItem | None, str, str]]:
    """Each figure that was read of what is looked at: its name, the sheet, what hangs now, what it was read of."""
    panels = picture is not None
    for name in (*OF_PANEL, *OF_MOUNT) if panels else OF_PROJECTOR:
        if getattr(bench, name) is None:
            continue
        if name in OF_PANEL and picture is not None:
            yield name, item if isinstance(item, Panel) else None, called(picture, item), bench.panel
        elif name in OF_MOUNT:
            yield name, mount, mount.name if mount else "", bench.mount
        elif item is not None:
            yield name, item, item.name, bench.projector
