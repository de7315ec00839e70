"""What was bought keeps its size: in place of a width, the sizes there are on the shelf."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import Final

from oval_room.core.commands import Command, Several
from oval_room.core.findings import Cure, Finding
from oval_room.core.fixing.says import FixingCure
from oval_room.core.fixing.study import mounted
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Mount, Panel, Screen, offered
from oval_room.core.plan.room import STUDDED
from oval_room.core.plan.turn import wall_of
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.says import PictureCure
from oval_room.core.screens.taking import take
from oval_room.core.solve.harm import like

MOST: Final = 2
"""Sizes tried for one finding."""
Sized = Panel | Screen


def sizes_like(gear: GearShelf, picture: Picture) -> list[tuple[str, Sized]]:
    """Items that could hang in a picture's place, smallest first, with their hashes: of its kind and, for a screen, of
    its way; the newest edition of each name."""
    now = gear.get(picture.gear or "")
    fits: dict[str, tuple[str, Sized]] = {}
    for key, item in offered(gear).items():
        if not isinstance(item, (Panel, Screen)) or item.kind != picture.kind:
            continue
        if now is not None and not like(now, item):
            continue
        fits[item.name] = (key, item)
    return sorted(fits.values(), key=lambda pair: (pair[1].width, pair[1].name))


def mounts_from_shelf(plan: Plan, gear: GearShelf, finding: Finding) -> Iterator[Cure]:
    """For what is beyond a mount: the others that reach it, the cheapest first (rules 4.5, 6.5)."""
    found = mounted(plan.chosen, finding)
    if found is None:
        return
    picture = plan.chosen.pictures.get(finding.about.get("picture", ""))
    wall = f"w{wall_of(plan.survey.room, picture)}" if picture is not None else "ceiling"
    studded = plan.survey.kind_of(wall) in STUDDED  # there only its slots tell where holes may go
    mounts = {item.name: (key, item) for key, item in offered(gear).items() if isinstance(item, Mount)}
    for key, item in sorted(mounts.values(), key=lambda pair: (pair[1].price or 0.0, pair[1].name)):
        known = bool(item.slots or (item.columns_from_centre and not studded)) or not found.holed
        known = known and (item.takes_vesa is not None or not found.told)
        if item.holds == found.holds and key != found.now and known:
            yield Cure(FixingCure.MOUNT, 0.0, found.put(key), "n", name=item.name)


def offers(plan: Plan, finding: Finding) -> bool:
    """Whether something may cure a finding: a change of its own, or another mount from the shelf."""
    return bool(finding.cures) or mounted(plan.chosen, finding) is not None


def from_shelf(plan: Plan, gear: GearShelf, finding: Finding) -> Iterator[Cure]:
    """What the shelf offers a finding: another size of what was bought, another mount."""
    yield from sizes_from_shelf(plan, gear, finding)
    yield from mounts_from_shelf(plan, gear, finding)


def sizes_from_shelf(plan: Plan, gear: GearShelf, finding: Finding) -> Iterator[Cure]:
    """For every width that a finding offers a bought picture: the items from the shelf on that side, the nearest to it
    first, with the height that the width came with."""
    key = finding.about.get("picture", "")
    picture = plan.chosen.pictures.get(key)
    if picture is None or picture.gear is None:
        return
    for cure in finding.cures:
        wanted = _wanted(cure.command, key)
        if wanted is None or wanted.width is None:
            continue
        width, now = wanted.width.value, picture.width.value
        like = sizes_like(gear, picture)
        sizes = [pair for pair in like if (pair[1].width < now if width < now else pair[1].width > now)]
        sizes.sort(key=lambda pair: abs(pair[1].width - width))
        for hash_, item in sizes[:MOST]:
            command = take(key, picture, hash_, gear, wanted.bottom)
            yield replace(cure, kind=PictureCure.SHELF, value=item.width, command=command, name=item.name)


def _wanted(command: Command, key: str) -> PutPicture | None:
    """The width that a command gives a picture."""
    if isinstance(command, PutPicture) and command.id == key and command.width is not None:
        return command
    if isinstance(command, Several):
        return next((found for step in command.steps if (found := _wanted(step, key))), None)
    return None
