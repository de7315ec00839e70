"""The sheet: which views a stage shows, which leads, at what size, with which layers."""

from __future__ import annotations

import logging
import os
import threading
from collections.abc import Collection
from typing import Final, NamedTuple

from oval_room.core.parts import STAGES
from oval_room.drawing.layers import ALWAYS
from oval_room.drawing.layout import Margins
from oval_room.drawing.look import Look
from oval_room.drawing.parts import VIEWS
from oval_room.drawing.scene import LAYERS, Dim, Label, P, Scene, Shape
from oval_room.drawing.svg import write_svg
from oval_room.drawing.view import Listed

LOG: Final = logging.getLogger("oval_room")
FINE_PRINT: Final = 6
FINE_STRINGS: Final = 6
FINE_INSIDE: Final = 3
_SMALL: Final = Margins(30, 22, 34, 40)
_OWN: Final = Margins(12, 14, 12, 14)
_OWN_LEAD: Final = Margins(24, 44, 24, 30)
FAULTS_RAISE: Final = "OVAL_ROOM_FAULTS_RAISE"
"""Set in tests and in development: a view that fails raises there, where an installer is told so in its place."""
FEW_VIEWS: Final = 3
"""Fewer leave room for the stage's view in place of those that have nothing to show."""
MOST_VIEWS: Final = 4
"""A lead and as many companions as can still be read beside each other."""


def faults_raise() -> bool:
    return bool(os.environ.get(FAULTS_RAISE))


class Drawn(NamedTuple):
    """One view as drawn: its name, title and SVG; as a list for narrow screens, where it has one."""

    name: str
    title: str
    svg: str
    listed: tuple[Listed, ...] = ()


def views_of(look: Look, stage: str) -> tuple[str, ...]:
    """The views that a stage can show for this plan, the lead first."""
    spec = STAGES[stage]
    shown = [name for name in spec.views if has(look, name)]
    if spec.instead and len(shown) < FEW_VIEWS:
        shown.append(spec.instead)
    return tuple(shown[:MOST_VIEWS])


def has(look: Look, name: str) -> bool:
    """Whether a view has something to show; one that can't be made says so where it stands."""
    try:
        return _make(look, name) is not None
    except Exception:
        if faults_raise():
            raise
        LOG.exception("a view could not be made: %s", name)
        return True


KEPT_SCENES: Final = 24
_scenes_lock = threading.Lock()
_scenes: dict[tuple[object, ...], tuple[Look, Scene | None]] = {}
_drawn_already: dict[tuple[object, ...], tuple[Scene, Drawn]] = {}


def _make(look: Look, name: str) -> Scene | None:
    """A view's scene, made once for all that asks for it while a page is put together."""
    parts = tuple(part if isinstance(part, (str, int, bool, type(None))) else id(part) for part in look)
    key = (name, *parts)
    with _scenes_lock:
        kept = _scenes.get(key)
    if kept is not None and all(a is b or a == b for a, b in zip(kept[0], look, strict=True)):
        return kept[1]
    scene = VIEWS[name].make(look)
    with _scenes_lock:
        _scenes[key] = (look, scene)  # the look is kept too, so that its parts' identities stay theirs
        while len(_scenes) > KEPT_SCENES:
            _scenes.pop(next(iter(_scenes)))
    return scene


def scene_of(look: Look, name: str) -> Scene | None:
    """One view's scene; None where this plan has nothing to show in it."""
    return _make(look, name)


def _fine(shape: Shape) -> bool:
    """Whether a small drawing goes without it."""
    if isinstance(shape, Dim):
        return shape.priority >= (FINE_INSIDE if shape.side == "inside" else FINE_STRINGS)
    return isinstance(shape, Label) and shape.priority >= FINE_PRINT


Window = tuple[float, float, float, float]


MOST_ZOOM: Final = 400.0
"""A window is no smaller than this share of the whole view, and no farther off it than its own size."""


def _sensible(asked: Window, whole: Window) -> Window:
    """The window nearest to the one asked for in which something can be seen."""
    out: list[float] = []
    for low, high, least, most in ((asked[0], asked[2], whole[0], whole[2]), (asked[1], asked[3], whole[1], whole[3])):
        span = most - least
        size = min(max(high - low, span / MOST_ZOOM), 3 * span)
        middle = min(max((low + high) / 2, least - span / 2), most + span / 2)
        out += [middle - size / 2, middle + size / 2]
    return out[0], out[2], out[1], out[3]


def draw(
    look: Look,
    name: str,
    width: float,
    height: float,
    layers: Collection[str],
    prefix: str = "",
    window: Window | None = None,
) -> Drawn | None:
    """One view at a size [px]; a window (u0, v0, u1, v1) [mm] zooms it to that part."""
    try:
        return _drawn(look, name, width, height, layers, prefix, window)
    except Exception:
        if faults_raise():
            raise
        LOG.exception("a view could not be drawn: %s", name)
        note = Label(P(0, 0), "This view can't be drawn for this plan")
        title = VIEWS[name].title
        scene = Scene(name, title, (-1000, -500, 1000, 500), (note,), "This view can't be drawn.")
        return Drawn(name, title, write_svg(scene, width, height, layers=LAYERS, margins=_SMALL, prefix=prefix))


def _drawn(
    look: Look, name: str, width: float, height: float, layers: Collection[str], prefix: str, window: Window | None
) -> Drawn | None:
    scene = _make(look, name)
    if scene is None:
        return None
    key = (id(scene), width, height, *layers, prefix, window)
    with _scenes_lock:
        kept = _drawn_already.get(key)
    if kept is not None and kept[0] is scene:
        return kept[1]
    drawn = _written(look, name, scene, width, height, layers, prefix, window)
    with _scenes_lock:
        _drawn_already[key] = (scene, drawn)
        while len(_drawn_already) > KEPT_SCENES:
            _drawn_already.pop(next(iter(_drawn_already)))
    return drawn


def _written(
    look: Look,
    name: str,
    scene: Scene,
    width: float,
    height: float,
    layers: Collection[str],
    prefix: str,
    window: Window | None,
) -> Drawn:
    if window is not None:
        scene = Scene(scene.name, scene.title, _sensible(window, scene.window), scene.shapes, scene.description)
    view = VIEWS[name]
    own = view.own
    small = height < 260 and not own
    margins = (
        (_OWN if height < 260 else _OWN_LEAD) if own else _SMALL if small else Margins(46, view.head(look), 46, 58)
    )
    if small:  # a companion is for the shape of things: no names or strings but the main ones
        main = tuple(shape for shape in scene.shapes if not _fine(shape))
        scene = Scene(scene.name, scene.title, scene.window, main, scene.description)
    shown = LAYERS if own else (*ALWAYS, *layers)
    bar = look.plan.writing.ruler if not own and not small else None
    svg = write_svg(
        scene,
        width,
        height,
        layers=shown,
        margins=margins,
        prefix=prefix,
        bar=bar,
        sparse=small,
        named=view.title if small and not view.titled else scene.title,
    )
    return Drawn(name, scene.title, svg, view.listed(look) if view.listed is not None else ())
