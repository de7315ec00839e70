"""Changes of what was read on the bench."""

from __future__ import annotations

from typing import Literal

from oval_room.core.applying import carried, measured, scheme_id, with_values
from oval_room.core.commands import Command, Stamp
from oval_room.core.errors import MissingError
from oval_room.core.fixing.document import OF_MOUNT, OF_PANEL, OF_PROJECTOR, Bench, Benches, called
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.measure import Id, Number, Typed, next_id


class PutBench(Command):
    """What was read on the bench of the gear that hangs for a picture: kept with what it was read of."""

    do: Literal["put bench"] = "put bench"
    id: Id
    scheme: Id | None = None
    vesa: tuple[Number, Number] | None = None
    bolts: Typed | None = None
    row: Typed | None = None
    folded: Typed | None = None
    lens_right: Typed | None = None
    lens_forward: Typed | None = None
    lens_below: Typed | None = None

    def applied(self, plan: Plan, gear: GearShelf, stamp: Stamp) -> Plan:
        at = scheme_id(plan, self)
        scheme = plan.schemes[at]
        if self.id not in scheme.pictures:
            raise MissingError(f"there is no picture {self.id} to measure for", value=self.id)
        kept = scheme.kept(Benches)
        key, bench = kept.of(self.id) or (next_id("b", set(kept.panels)), Bench(shows=self.id))
        bench = _of_what_hangs(scheme, gear, bench, self)
        plan, values = measured(plan, f"schemes.{at}.more.fixing.panels.{key}", carried(self), stamp, bench)
        after = Benches(panels={**kept.panels, key: with_values(bench, values)})
        return plan.model_copy(update={"schemes": {**plan.schemes, at: plan.schemes[at].keeping(after)}})


def _of_what_hangs(scheme: Scheme, gear: GearShelf, bench: Bench, put: PutBench) -> Bench:
    """The bench made out to what hangs now: figures that were read of another thing are no longer there."""
    picture, projector = scheme.pictures[bench.shows], scheme.feeds.get(bench.shows)
    values: dict[str, object] = {}
    for name, figures, on in (
        ("panel", OF_PANEL, called(picture, gear.get(picture.gear or ""))),
        ("mount", OF_MOUNT, item.name if (item := gear.get(picture.mount or "")) else ""),
        ("projector", OF_PROJECTOR, item.name if projector and (item := gear.get(projector.gear)) else ""),
    ):
        if any(getattr(put, figure) is not None for figure in figures):
            stale = getattr(bench, name) not in ("", on)
            values |= {name: on} | (dict.fromkeys(figures) if stale else {})
    return bench.model_copy(update=values)
