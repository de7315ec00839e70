"""The sheet: which views a stage shows, which leads, at what size, with which layers."""

from __future__ import annotations

import logging
import threading
from collections.abc import Callable, Collection
from typing import Final, NamedTuple

from oval_room.core.parts import STAGES
from oval_room.drawing.bolt_view import bolt_view
from oval_room.drawing.cabinet_view import cabinet_view
from oval_room.drawing.cloth_cut import cloth_cut, is_cut
from oval_room.drawing.driver_view import driver_view
from oval_room.drawing.elevation import elevation
from oval_room.drawing.floor_plan import floor_plan
from oval_room.drawing.from_seat import from_seat
from oval_room.drawing.ladder import ladder
from oval_room.drawing.layout import Margins
from oval_room.drawing.lens_window import lens_window
from oval_room.drawing.parts import Look
from oval_room.drawing.plate import plate_detail
from oval_room.drawing.projection import projector_looked_at
from oval_room.drawing.rig_fan import rig_fan
from oval_room.drawing.rig_side import rig_side
from oval_room.drawing.scene import LAYERS, Dim, Label, P, Scene, Shape
from oval_room.drawing.seat_map_sheet import seat_map_sheet
from oval_room.drawing.section import section
from oval_room.drawing.signal_board import signal_board
from oval_room.drawing.svg import write_svg
from oval_room.drawing.throw_strip import throw_strip
from oval_room.drawing.wall_canvas import wall_canvas

LOG: Final = logging.getLogger("oval_room")
VIEW_NAMES: Final[dict[str, str]] = {
    "plan": "plan",
    "section": "section",
    "elevation": "display wall",
    "ladder": "height ladder",
    "cloth": "cloth to cut",
    "map": "seat map",
    "plate": "plate and holes",
    "bolts": "bolts",
    "window": "lens window",
    "strip": "throw strip",
    "seat": "from this seat",
    "signals": "signal board",
    "fan": "fan from above",
    "driver": "from the driver's eye",
    "canvas": "wall canvas",
    "side": "from the side",
    "cabinet": "cabinet from above",
}
LAYER_NAMES: Final[dict[str, str]] = {
    "map": "seat map",
    "studs": "studs",
    "services": "services",
    "room": "things",
    "people": "people",
    "sight": "sight lines",
    "schools": "schools",
    "beam": "beam",
    "fixing": "fixings",
    "dimensions": "dimensions",
    "labels": "names",
}
ALWAYS: Final = ("structure", "picture")
FINE_PRINT: Final = 6
FINE_STRINGS: Final = 6
FINE_INSIDE: Final = 3
_SMALL: Final = Margins(30, 22, 34, 40)
_OWN: Final = Margins(12, 14, 12, 14)
_OWN_LEAD: Final = Margins(24, 44, 24, 30)
OWN: Final = (
    "ladder",
    "strip",
    "window",
    "seat",
    "cloth",
    "map",
    "bolts",
    "signals",
    "fan",
    "driver",
    "canvas",
    "side",
    "cabinet",
)
ANYWHERE: Final = ("section", "plan", "elevation", "seat", "cloth", "map")
"""Views that may lead at any stage."""
SHARE: Final[dict[str, int]] = {"elevation": 2, "strip": 2, "window": 2}
"""Share of the width that a companion takes among its neighbours; the others take 3."""


MOST_VIEWS: Final = 4
"""A lead and as many companions as can still be read beside each other."""


class Part(NamedTuple):
    """One view as drawn: its name, title and SVG."""

    name: str
    title: str
    svg: str


def views_of(look: Look, stage: str) -> tuple[str, ...]:
    """The views that a stage can show for this plan, the lead first."""
    wanted = STAGES[stage].views
    shown = [name for name in wanted if _has(look, name)]
    if stage == "throw" and len(shown) < 3:
        shown.append("elevation")
    return tuple(shown[:MOST_VIEWS])


def _has(look: Look, name: str) -> bool:
    """Whether a view has something to show; one that can't be made says so where it stands."""
    try:
        return _make(look, name) is not None
    except Exception:
        LOG.exception("a view could not be made: %s", name)
        return True


KEPT_SCENES: Final = 24
_scenes_lock = threading.Lock()
_scenes: dict[tuple[object, ...], tuple[Look, Scene | None]] = {}


def _make(look: Look, name: str) -> Scene | None:
    """A view's scene, made once for all that asks for it while a page is put together."""
    parts = tuple(part if isinstance(part, (str, int, bool, type(None))) else id(part) for part in look)
    key = (name, *parts)
    with _scenes_lock:
        kept = _scenes.get(key)
    if kept is not None and all(a is b or a == b for a, b in zip(kept[0], look, strict=True)):
        return kept[1]
    scene = _made(look, name)
    with _scenes_lock:
        _scenes[key] = (look, scene)  # the look is kept too, so that its parts' identities stay theirs
        while len(_scenes) > KEPT_SCENES:
            _scenes.pop(next(iter(_scenes)))
    return scene


def _made(look: Look, name: str) -> Scene | None:
    makers: dict[str, Callable[[], Scene | None]] = {
        "plan": lambda: floor_plan(look),
        "section": lambda: section(look),
        "elevation": lambda: elevation(look),
        "plate": lambda: plate_detail(look),
        "bolts": lambda: bolt_view(look),
        "ladder": lambda: ladder(look),
        "cloth": lambda: cloth_cut(look),
        "map": lambda: seat_map_sheet(look),
        "window": lambda: lens_window(look, projector_looked_at(look)),
        "strip": lambda: throw_strip(look, projector_looked_at(look)),
        "seat": lambda: from_seat(look),
        "signals": lambda: signal_board(look),
        "fan": lambda: rig_fan(look),
        "driver": lambda: driver_view(look),
        "canvas": lambda: wall_canvas(look),
        "side": lambda: rig_side(look),
        "cabinet": lambda: cabinet_view(look),
    }
    return makers[name]()


def has_view(look: Look, name: str) -> bool:
    """Whether one of the extra views has something to show for this plan, without making it."""
    picture = look.plan.chosen.pictures.get(look.picture or "")
    return picture is not None and (name != "cloth" or is_cut(picture))


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
) -> Part | None:
    """One view at a size [px]; a window (u0, v0, u1, v1) [mm] zooms it to that part."""
    try:
        return _drawn(look, name, width, height, layers, prefix, window)
    except Exception:
        LOG.exception("a view could not be drawn: %s", name)
        note = Label(P(0, 0), "This view can't be drawn for this plan")
        scene = Scene(name, VIEW_NAMES[name], (-1000, -500, 1000, 500), (note,), "This view can't be drawn.")
        return Part(
            name, VIEW_NAMES[name], write_svg(scene, width, height, layers=LAYERS, margins=_SMALL, prefix=prefix)
        )


def _drawn(
    look: Look, name: str, width: float, height: float, layers: Collection[str], prefix: str, window: Window | None
) -> Part | None:
    scene = _make(look, name)
    if scene is None:
        return None
    if window is not None:
        scene = Scene(scene.name, scene.title, _sensible(window, scene.window), scene.shapes, scene.description)
    own = name in OWN
    small = height < 260 and not own
    margins = (
        (_OWN if height < 260 else _OWN_LEAD)
        if own
        else _SMALL
        if small
        else Margins(46, 72 if name == "plan" and not look.plan.survey.room.is_box else 54, 46, 58)
    )
    if small:  # a companion is for the shape of things: no names or strings but the main ones
        kept = tuple(shape for shape in scene.shapes if not _fine(shape))
        scene = Scene(scene.name, scene.title, scene.window, kept, scene.description)
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
        named=VIEW_NAMES[name] if small and name != "elevation" else scene.title,
    )
    return Part(name, scene.title, svg)
