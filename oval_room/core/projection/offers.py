"""A projector from the shelf in this room: where its lens would go (rules 6.1 to 6.3)."""

from __future__ import annotations

from typing import Final

from oval_room.core.commands import Command
from oval_room.core.part import Put
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearItem, GearShelf, Mount
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import next_id
from oval_room.core.projection.commands import PutProjector, hangs
from oval_room.core.projection.document import Projector
from oval_room.core.projection.study import shift_window
from oval_room.core.projection.throw import NEAR_AN_END, NEAR_AN_END_OF_RANGE, VENT, distances, raster_width
from oval_room.core.screens.document import Picture
from oval_room.core.units import round_safe

INSET: Final = 0.15
"""A lens that must move goes so far inside its border, as a share of all it may: no hole at the very end (planning
value of ours)."""


def projector_here_be(plan: Plan, gear: GearShelf, key: str) -> Put | None:
    """How a projector is put before a screen: the lens as little moved as it can be."""
    picture = plan.chosen.pictures[key]
    if picture.kind != "screen":
        return None
    fed = plan.chosen.fed_by(key)
    name, now = fed or (next_id("j", set(plan.chosen.projectors)), None)

    def put(edition: str, item: GearItem) -> Command:
        assert isinstance(item, ProjectorGear)
        hung = hangs(item, now, gear.get(now.gear) if now else None)
        x, y = now.pose.x if now else picture.pose.x, _out(plan, picture, item, now)
        z = _up(plan, gear, picture, item, now, hung, (x, y))
        y = round_safe(y, "nearest", plan.writing.ruler.step)
        sits = hung if now is None or now.hung is not hung else None
        return PutProjector(id=name, shows=key, gear=edition, name=item.name, hung=sits, x=x, y=y, z=z)

    return put


def _out(plan: Plan, picture: Picture, item: ProjectorGear, now: Projector | None) -> float:
    """The lens from the display wall: where it is if that suits the lens, else the middle of what does; before the wall
    behind it if any of that does."""
    span = distances(raster_width(picture.width.value, picture.height, item.own_aspect), item.lens)
    x, y_p, room = picture.pose.x, picture.pose.y, plan.survey.room
    start = y_p + (span.least + span.greatest) / 2
    back = room.behind(x, start) if room.holds(x, start) else room.depth.value
    last = back - item.behind_lens - (VENT if item.vent is None else item.vent) - y_p
    quarter = (span.greatest - span.least) * NEAR_AN_END_OF_RANGE
    near = span.least + min(span.least * NEAR_AN_END, quarter)
    far = min(span.greatest - min(span.greatest * NEAR_AN_END, quarter), last)
    throw = now.pose.y - y_p if now else -1.0
    if near <= throw <= far:
        return now.pose.y if now else start
    return y_p + (max(span.least, min((near + far) / 2, last)) if far > 0 else span.least)


def _up(
    plan: Plan,
    gear: GearShelf,
    picture: Picture,
    item: ProjectorGear,
    now: Projector | None,
    hung: bool,
    place: tuple[float, float],
) -> float:
    """The lens above the floor: where it is if its shift reaches the picture from there, else the nearest height from
    which it does; hung, no higher than its mount lets it."""
    high = raster_width(picture.width.value, picture.height, item.own_aspect) / item.own_aspect
    window = shift_window(item)
    lo, hi = window.offset - window.down, window.offset + window.up
    lo, hi = (-hi, -lo) if hung else (lo, hi)
    lowest, highest = picture.pose.z - hi * high, picture.pose.z - lo * high
    mount = gear.get(now.mount or "") if now else None
    ceiling = plan.survey.room.ceiling_at(place[0], min(place[1], plan.survey.room.depth.value)) - item.lens_on_plate[2]
    if hung and isinstance(mount, Mount):
        top, bottom = ceiling - mount.least_height, ceiling - (mount.greatest_height or ceiling)
    else:
        top, bottom = (ceiling, 0.0) if hung else (plan.survey.room.height.value, item.lens_on_plate[2])
    lowest, highest = max(lowest, min(bottom, highest)), min(highest, max(top, lowest))
    z, inset = now.pose.z if now else highest, (highest - lowest) * INSET
    if z < lowest:
        return min(round_safe(lowest + inset, "least", plan.writing.ruler.step), highest)
    return max(round_safe(highest - inset, "greatest", plan.writing.ruler.step), lowest) if z > highest else z
