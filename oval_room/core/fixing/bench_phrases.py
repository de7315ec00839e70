"""What was read on the bench: what can be said of it on the tape line."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.commands import PutBench
from oval_room.core.fixing.document import FixingNodes, panel_as_measured
from oval_room.core.gear.mount import PROFILE, ROW
from oval_room.core.gear.panel import BOLTS, vesa_of
from oval_room.core.gear.projector import LENS_BELOW, LENS_FORWARD, LENS_RIGHT
from oval_room.core.job.commands import Drop
from oval_room.core.plan.gear import Panel
from oval_room.core.plan.measure import Typed
from oval_room.core.projection.placing import projector_here
from oval_room.core.screens.document import Picture
from oval_room.core.span import Span
from oval_room.core.tape.phrase import Heard, Here, Phrase

_FROM: Final = re.compile(
    r"\s*\b(?:below|under|down from|from|above|over)\b"
    r"(?:\s+(?:the|its|upper|top|bolts?|holes?|of|panel|picture|frame|tv))*\s*$",
    re.IGNORECASE,
)
"""From where a length on a panel or mount is, said after it: `12″ below the top`."""


def _panel(here: Here) -> tuple[str, Picture]:
    key, picture = here.picture()
    if picture.kind != "panel":
        raise RefusedError(f"{picture.name} hangs on no bolts; make the TV the subject first")
    return key, picture


def _vesa(here: Here, rest: str) -> Heard:
    key, picture = _panel(here)
    across, up = vesa_of(rest)
    if (
        across > picture.across + 2 * picture.frame_side
        or up > picture.height + picture.frame_top + picture.frame_bottom
    ):
        raise RefusedError(f"that pattern is larger than {picture.name}: give it in mm, across x up", value=rest)
    return Heard(f"{picture.name}: bolts {across:g} × {up:g} mm", PutBench(id=key, vesa=(across, up)))


def _bolts(here: Here, rest: str) -> Heard:
    key, picture = _panel(here)
    high = picture.height + picture.frame_top + picture.frame_bottom
    value = here.length(_FROM.sub("", rest), BOLTS)
    if value >= high:
        raise RefusedError(f"{here.show(value)} is below {picture.name}, {here.show(high)} high", value=rest)
    _on_the_panel(here, key, picture, top=value)
    said = f"{picture.name}: upper bolts {here.show(value)} below its top"
    return Heard(said, PutBench(id=key, bolts=here.read(value)))


def _on_the_panel(here: Here, key: str, picture: Picture, *, top: float | None = None, up: float | None = None) -> None:
    """Refuse bolts whose lower pair would lie below the panel.

    Raises:
        RefusedError: they would, with what is known of the other figure.
    """
    item = here.gear.get(picture.gear or "")
    _, bench = here.plan.chosen.kept(FixingNodes).of(key) or ("", None)
    panel = panel_as_measured(picture, item if isinstance(item, Panel) else None, bench)
    top = top if top is not None else panel.top_to_vesa if panel else None
    up = up if up is not None else panel.vesa[1] if panel and panel.vesa else None
    high = picture.height + picture.frame_top + picture.frame_bottom
    if top is not None and up is not None and top + up > high:
        raise RefusedError(
            f"with bolts {up:g} mm apart the lower ones would lie {here.show(top + up)} below the top of "
            f"{picture.name}, which is {here.show(high)} high: measure again from its top edge"
        )


def _row(here: Here, rest: str) -> Heard:
    """With a minus, or said to be above, where the plate's holes lie over the bolts."""
    key, picture = _panel(here)
    above = bool(re.search(r"\b(?:above|over)\b", rest)) or rest.strip().startswith(("-", "−"))
    value = here.length(_FROM.sub("", rest).strip().lstrip("-− "), ROW)
    where = "above" if above else "below"
    said = f"{picture.name}: the mount's upper holes {here.show(value)} {where} its upper bolts"
    return Heard(said, PutBench(id=key, row=here.read(-value if above else value)))


def _folded(here: Here, rest: str) -> Heard:
    key, picture = _panel(here)
    value = here.length(rest, PROFILE)
    said = f"{picture.name}: its mount folds to {here.show(value)}"
    return Heard(said, PutBench(id=key, folded=here.read(value)))


def _lens(name: str, words: str, opposite: str, span: Span) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        _, projector = projector_here(here)
        other = bool(re.search(rf"\b{opposite}\b", rest)) or rest.strip().startswith(("-", "−"))
        plain = re.sub(rf"\b(?:{opposite}|{words.split()[0]})\b.*$", "", rest).strip().lstrip("-− ")
        value = here.length(plain, span)
        said = (
            f"{projector.name}: lens {here.show(value)} {opposite + ' ' + words.partition(' ')[2] if other else words}"
        )
        put = {"id": projector.shows, name: Typed(**here.read(-value if other else value).model_dump())}
        return Heard(said.strip(), PutBench.model_validate(put))

    return make


def _off(here: Here, rest: str) -> Heard:
    """What was read counts no more."""
    if rest.strip().lower() not in ("off", "none", "away"):
        raise RefusedError("say bench off, and makers' sheets count again", value=rest)
    key, picture = here.picture()
    found = here.plan.chosen.kept(FixingNodes).of(key)
    if found is None:
        raise RefusedError(f"nothing was read of {picture.name} on the bench", value=rest)
    return Heard(f"{picture.name}: what was read on the bench counts no more", Drop(id=found[0]))


_PANEL_FIRST: Final = "tv 65"
_PROJECTOR_FIRST: Final = "projector Heron"
BENCH_PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "vesa",
        "across x up in mm",
        "the panel's bolt pattern, where no sheet says it or it says it wrong",
        "vesa 400 x 300",
        "fixing",
        _vesa,
        _PANEL_FIRST,
        also=("bolt pattern", "mounting pattern"),
    ),
    Phrase(
        "bolts",
        "a length",
        "read on the bench: the panel's top to its upper bolts",
        'bolts 12" below the top',
        "fixing",
        _bolts,
        _PANEL_FIRST,
        passes=("down", "top", "panel", "edge"),
        also=("upper bolts", "top bolts"),
    ),
    Phrase(
        "mount row",
        "a length",
        "read on the bench: the mount's upper holes below the upper bolts, or above",
        'mount row 1/2" below the bolts',
        "fixing",
        _row,
        _PANEL_FIRST,
    ),
    Phrase(
        "mount depth",
        "a length",
        "read on the bench: the mount's depth, folded",
        'mount depth 2"',
        "fixing",
        _folded,
        _PANEL_FIRST,
    ),
    Phrase(
        "lens right of plate",
        "a length",
        "read on the bench, upright, from behind: the lens right of the plate's centre, or left",
        'lens right of plate 3"',
        "fixing",
        _lens("lens_right", "right of the plate", "left", LENS_RIGHT),
        _PROJECTOR_FIRST,
    ),
    Phrase(
        "lens forward of plate",
        "a length",
        "read on the bench: the lens in front of the plate's centre, or behind",
        'lens forward of plate 6"',
        "fixing",
        _lens("lens_forward", "forward of the plate", "behind", LENS_FORWARD),
        _PROJECTOR_FIRST,
    ),
    Phrase(
        "lens below plate",
        "a length",
        "read on the bench: from the plate to the level of the lens; down when hung",
        'lens below plate 4"',
        "fixing",
        _lens("lens_below", "below the plate", "above", LENS_BELOW),
        _PROJECTOR_FIRST,
    ),
    Phrase(
        "bench",
        "off",
        "what was read on the bench counts no more; sheets do",
        "bench off",
        "fixing",
        _off,
        'bolts 12" below the top',
    ),
)
