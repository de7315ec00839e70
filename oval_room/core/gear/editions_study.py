"""Editions a job keeps that have been followed by a newer one on the shelf: what differs, and the change that takes it.

A shelf's edit never changes a job; it is offered."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.findings import Cure, Finding
from oval_room.core.gear.kinds import kind_of
from oval_room.core.gear.says import GearCode, GearCure
from oval_room.core.gear.sheet import as_texts
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearItem, GearShelf
from oval_room.core.projection.commands import PutProjector
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.taking import take
from oval_room.core.signal.commands import PutDevice
from oval_room.core.signal.document import Device

TOLD: Final = 3
"""Differences told of one item."""


@record
class EditionsResult(Result):
    """Newer editions of what a scheme uses."""


def differences(old: GearItem, new: GearItem) -> list[str]:
    """What differs between two editions, as a sheet says it: `weight 21 kg → 23 kg`."""
    kind = kind_of(new)
    was, now = as_texts(old, kind), as_texts(new, kind)
    words = [field.word for field in kind.fields if was.get(field.word) != now.get(field.word)]
    return [f"{word} {was.get(word) or 'not given'} → {now.get(word) or 'not given'}" for word in words]


def study_editions(
    scheme: Scheme, devices: Mapping[str, Device], gear: GearShelf, newer: Mapping[str, tuple[str, GearItem]]
) -> EditionsResult:
    """A note for every picture and projector whose gear or mount has a newer edition, and for every device."""
    out: list[Finding] = []

    def note(code: GearCode, about: dict[str, str], part: str, edition: str, put: Command) -> None:
        old, (_, new) = gear[edition], newer[edition]
        told = differences(old, new)
        more = {"part": part, "item": new.name, "told": told[:TOLD], "rest": max(len(told) - TOLD, 0)}
        cure = Cure(GearCure.NEWER, 0.0, put, name=new.name)
        out.append(Finding(code, Level.NOTE, "14.1", about, cures=(cure,), more=more))

    def known(edition: str | None) -> str:
        return edition if edition is not None and edition in newer and edition in gear else ""

    for key, picture in scheme.pictures.items():
        about = {"picture": key}
        if was := known(picture.gear):
            note(GearCode.PICTURE_NEWER, about, "gear", was, take(key, picture, newer[was][0], gear))
        if was := known(picture.mount):
            note(GearCode.MOUNT_NEWER, about, "mount", was, PutPicture(id=key, mount=newer[was][0]))
    for key, projector in scheme.projectors.items():
        about = {"projector": key, "picture": projector.shows}
        if was := known(projector.gear):
            note(GearCode.THROW_NEWER, about, "gear", was, PutProjector(id=key, gear=newer[was][0]))
        if was := known(projector.mount):
            note(GearCode.MOUNT_NEWER, about, "mount", was, PutProjector(id=key, mount=newer[was][0]))
    for key, device in devices.items():
        if was := known(device.gear):
            note(GearCode.DEVICE_NEWER, {"thing": key}, "gear", was, PutDevice(id=key, gear=newer[was][0]))
    return EditionsResult({}, tuple(out))
