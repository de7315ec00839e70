"""Wide screens of a plan: 16:9 and the wide film at one height by zoom, from where the lens is (rules 6.9)."""

from __future__ import annotations

from typing import Final

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.wide_films import ByZoom, by_zoom
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.units import Ruler

WIDE: Final = 2.0
"""A screen wider than this to its height is one for wide films."""


@record
class WideResult(Result):
    """Wide screens and the zoom they want."""


def study_wide(scheme: Scheme, throws: ThrowResult, ruler: Ruler) -> WideResult:
    """Every projected screen that is wider than its projector's own picture."""
    book, out = FigureBook(KINDS), list[Finding]()
    for key, throw in throws.throws.items():
        picture = scheme.pictures.get(throw.picture)
        if picture is None or throw.tilted or picture.aspect < WIDE or picture.aspect <= throw.item.own_aspect * 1.02:
            continue
        found = by_zoom(
            height=picture.height,
            scope=picture.aspect,
            lens=throw.item.lens,
            throw=throw.throw,
            own=throw.item.own_aspect,
            at_tele=throw.item.tele_factor,
        )
        if not book.unwanted:
            _figures(book, key, picture, throw, found)
        out.append(_finding(key, picture, throw, found, ruler))
    return WideResult(book.figures, tuple(out))


def _figures(book: FigureBook, key: str, picture: Picture, throw: ProjectorThrow, found: ByZoom) -> None:
    a = Input("a", "the screen's aspect", picture.aspect, "ratio", picture.width.source)
    own = Input("a_n", "the projector's own", throw.item.own_aspect, "ratio", "maker")
    h = Input("h", "height of both", picture.height, "mm", picture.width.source)
    book.add("wide_zoom", found.zoom, a, own, projector=key)
    book.add("wide_overshoot", found.overshoot, a, own, h, projector=key)
    book.add("wide_side_bar", found.side_bar, a, h, projector=key)
    if found.light is not None:
        zoom = Input("zoom", "zoom from 16:9 to the wide film", found.zoom, "ratio")
        told = "maker" if throw.item.tele_factor else "by rule"
        loss = Input("loss", "light of the wide setting, of the other's", found.light * found.zoom**2, "ratio", told)
        book.add("wide_light", found.light * 100, loss, zoom, projector=key)


def _finding(key: str, picture: Picture, throw: ProjectorThrow, found: ByZoom, ruler: Ruler) -> Finding:
    near, far, lens = found.span.least, found.span.greatest, throw.item.lens
    about = {"projector": key, "picture": throw.picture}
    more: dict[str, object] = {
        "zoom": found.zoom,
        "has": lens[1] / lens[0],
        "near": near,
        "far": far,
        "overshoot": found.overshoot,
        "bar": found.side_bar,
        "rows": int(throw.item.pixels[1] * (1 - throw.item.own_aspect / picture.aspect) / 2),
        "light": found.light,
        "possible": found.possible,
    }
    if not found.possible:
        return Finding(ThrowCode.WIDE, Level.MIND, "6.9", about, lens[1] / lens[0], found.zoom, "ratio", more=more)
    here = not beyond(near, throw.throw) and not beyond(throw.throw, far)
    end = near if throw.throw < near else far
    cures: tuple[Cure, ...] = ()
    if not here:
        y = picture.pose.y + ruler.safe(end, "least" if end == near else "greatest")
        cures = (Cure(LensCure.LENS_OUT, y, PutProjector(id=key, y=y)),)
    more["spare"] = (min(throw.throw - near, far - throw.throw), "mm")
    return Finding(
        ThrowCode.WIDE, Level.GOOD if here else Level.MIND, "6.9", about, throw.throw, end, cures=cures, more=more
    )
