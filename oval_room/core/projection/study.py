"""Study of the projectors: throw, room behind, shift (rules 6.1–6.3)."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Final

from oval_room.core.commands import several
from oval_room.core.figures import FigureBook, Input, findings_are_bare
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import SLIM, Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.instruments import HALF_WIDTH, Instrument
from oval_room.core.plan.measure import chosen
from oval_room.core.plan.room import Room
from oval_room.core.pose import to_own
from oval_room.core.projection.commands import PutProjector
from oval_room.core.projection.document import Memories, Projector
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.keystone import (
    MIND_UNDER,
    STOP_UNDER,
    Tilt,
    above_when_pitched,
    keystone_level,
    shift_when_pitched,
    tilt_instead,
)
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.shift import ShiftNeed, ShiftWindow, shift_need
from oval_room.core.projection.throw import FIXED_LENS_ROOM, VENT, Span, distances, raster_width, throw_level, widths
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.faces import off_source
from oval_room.core.screens.says import PictureCure
from oval_room.core.units import Ruler

BEHIND_A_PORT: Final = 2000.0
"""How far behind its wall a projector may stand that shines through it (planning value of ours) [mm]."""
LEVEL_ENOUGH: Final = 0.05
"""A lens pitched less is level [deg]."""


@record
class ProjectorThrow:
    """One projector against its picture [mm]. raster: width and height lit, squarely. span: throws this width allows.

    pitched: what a lens that is pitched does. tilt: what a pitch would do where the shift of a level one runs out.
    tilt_fills: whether the lens has the throw ratio it wants.
    """

    picture: str
    projector: Projector
    item: ProjectorGear
    throw: float
    raster: tuple[float, float]
    span: Span
    level: Level
    behind: float
    need: ShiftNeed
    window: ShiftWindow
    pitched: Tilt | None = None
    tilt: Tilt | None = None
    tilt_fills: bool = False

    @property
    def tilted(self) -> bool:
        return abs(self.projector.pose.pitch) >= LEVEL_ENOUGH

    @property
    def own_raster(self) -> tuple[float, float]:
        """Width and height that the lens would light if it were square to the screen: what its zoom is set to [mm]."""
        if self.pitched is None:
            return self.raster
        return self.throw / self.pitched.throw_ratio, self.throw / self.pitched.throw_ratio / self.item.own_aspect

    @property
    def ratio(self) -> float:
        return self.throw / self.own_raster[0]

    @property
    def lit(self) -> float:
        """Area that is lit [mm²]."""
        return self.raster[0] * self.raster[1] if self.pitched is None else self.pitched.lit


ON_CENTRE_LINE: Final = 0.05
"""Share of the width by which a lens may stand beside the picture's middle and still be tilted as a symmetric one."""


def _tilt(need: ShiftNeed, raster: tuple[float, float], throw: float) -> Tilt | None:
    """What a tilt would do where the shift runs out: the lens at the end of its shift, pitched for the rest
    (rules 6.4)."""
    if need.lens_up is None or need.lens_up == 0 or abs(need.s) > ON_CENTRE_LINE:
        return None
    width, height = raster
    offset = need.v - need.lens_up / height
    return tilt_instead(width=width, aspect=width / height, throw=throw, above=need.v * height, offset=offset)


@record
class ThrowResult(Result):
    """Every projector's throw, body and shift."""

    throws: dict[str, ProjectorThrow]


def shift_window(item: ProjectorGear) -> ShiftWindow:
    """A gear item's shift, projector upright."""
    down = item.shift_up if item.shift_down is None else item.shift_down
    return ShiftWindow(item.shift_up, down, item.shift_side, item.shift_share, item.shift_offset)


def study_throw(room: Room, scheme: Scheme, gear: GearShelf, ruler: Ruler, instrument: Instrument) -> ThrowResult:
    """Throw, body and shift of every projector in a scheme."""
    book, findings = FigureBook(KINDS), []
    found: dict[str, ProjectorThrow] = {}
    shown = {*scheme.feeds, *(one.shows for one in scheme.kept(Memories).memories.values() if one.by is not None)}
    for key, picture in scheme.pictures.items():
        if picture.kind == "screen" and key not in shown:
            findings.append(Finding(ThrowCode.NO_PROJECTOR, Level.NOTE, "6.1", {"picture": key}))
    for key, projector in scheme.projectors.items():
        item = gear.get(projector.gear)
        if isinstance(item, ProjectorGear):
            one = _OneThrow(key, projector, scheme.pictures[projector.shows], item, room, ruler, HALF_WIDTH[instrument])
            findings += one.findings()
            if one.result:
                found[key] = one.result
                if not book.unwanted:
                    one.write_figures(book)
    return ThrowResult(book.figures, tuple(findings), found)


class _OneThrow:
    def __init__(
        self,
        key: str,
        projector: Projector,
        picture: Picture,
        item: ProjectorGear,
        room: Room,
        ruler: Ruler,
        half_width: float,
    ) -> None:
        self.key, self.projector, self.picture, self.item = key, projector, picture, item
        self.room, self.ruler = room, ruler
        self.own = to_own(picture.pose.point, picture.pose.turn, projector.pose.point)
        self.vent = VENT if item.vent is None else item.vent
        self.half_width, self.bare = half_width, findings_are_bare()
        pose = projector.pose
        self.inside = room.holds(pose.x, pose.y)
        self.back = room.behind(pose.x, pose.y) if self.inside else room.depth.value
        self.result = self._work_out(half_width) if self.own.out > 0 else None

    def _work_out(self, half_width: float) -> ProjectorThrow:
        picture, item = self.picture, self.item
        across = raster_width(picture.width.value, picture.height, item.own_aspect)
        raster = (across, across / item.own_aspect)
        window = shift_window(item)
        pitched = self._pitched(raster)
        lit = across if pitched is None else self.own.out / pitched.throw_ratio
        need = self._need(raster, window) if pitched is None else self._need_pitched(raster, window, pitched)
        tilt = _tilt(need, raster, self.own.out) if pitched is None and not self.bare else None
        wide = 0.0 if tilt is None else self.own.out / tilt.throw_ratio
        return ProjectorThrow(
            picture=self.projector.shows,
            projector=self.projector,
            item=item,
            throw=self.own.out,
            raster=raster,
            span=distances(lit, item.lens),
            level=throw_level(self.own.out, lit, item.lens, half_width=half_width, step=self.ruler.step),
            behind=self.back - self.projector.pose.y - item.behind_lens - self.vent,
            need=need,
            window=window,
            pitched=pitched,
            tilt=tilt,
            tilt_fills=tilt is not None
            and throw_level(self.own.out, wide, item.lens, half_width=half_width) is not Level.STOP,
        )

    def _need(self, raster: tuple[float, float], window: ShiftWindow, up: float = 0.0) -> ShiftNeed:
        """The shift a raster needs whose middle lies so far over the picture's [mm]."""
        return shift_need(
            width=raster[0],
            height=raster[1],
            image=(0.0, up),
            lens=(self.own.right, self.own.up),
            window=window,
            hung=self.projector.hung,
        )

    def _pitched(self, raster: tuple[float, float]) -> Tilt | None:
        """What the lens does as it is pitched; None where it is level, or where no shift brings the picture there."""
        pitch = self.projector.pose.pitch
        if abs(pitch) < LEVEL_ENOUGH or abs(self.own.right) > ON_CENTRE_LINE * raster[0]:
            return None
        return shift_when_pitched(
            width=raster[0], aspect=raster[0] / raster[1], throw=self.own.out, above=-self.own.up, pitch=pitch
        )

    def _need_pitched(self, raster: tuple[float, float], window: ShiftWindow, pitched: Tilt) -> ShiftNeed:
        """The shift that a pitched lens needs, and how far it would have to go up for what it has."""
        width = self.own.out / pitched.throw_ratio
        own = (width, width / self.item.own_aspect)
        need = self._need(own, window, self.own.up + pitched.offset * own[1])
        if not need.lens_up:
            return need
        border = pitched.offset - need.lens_up / own[1]
        above = above_when_pitched(
            width=raster[0], aspect=raster[0] / raster[1], throw=self.own.out, pitch=pitched.pitch, offset=border
        )
        return replace(need, lens_up=None if above is None else -self.own.up - above)

    def write_figures(self, book: FigureBook) -> None:
        result, item, key = self.result, self.item, self.key
        assert result is not None
        pose, picture = self.projector.pose, self.picture
        w = Input("w", "raster width", result.own_raster[0], "mm", picture.width.source)
        h = Input("h", "raster height", result.own_raster[1], "mm", picture.width.source)
        d = Input("d", "throw", result.throw, "mm", "chosen")
        wide, tele = (
            Input(f"TR_{n}", f"lens, {n} end", v, "ratio", "maker")
            for n, v in zip(("wide", "tele"), item.lens, strict=True)
        )
        y_l, z_l, x_l = (
            Input(f"{a}_l", f"lens, {n}", getattr(pose, a), "mm", "chosen")
            for a, n in (("y", "from the wall"), ("z", "above the floor"), ("x", "from the left wall"))
        )
        y_p = Input("y_p", "screen surface from the wall", picture.pose.y, "mm", off_source(picture))
        book.add("throw", result.throw, y_l, y_p, projector=key)
        book.add("throw_ratio", result.ratio, d, w, projector=key)
        near, width_span = result.span, widths(result.throw, item.lens)
        book.add("nearest", near.least, w, wide, projector=key)
        book.add("farthest", near.greatest, w, tele, projector=key)
        book.add("least_width", width_span.least, d, tele, projector=key)
        book.add("greatest_width", width_span.greatest, d, wide, projector=key)
        depth = Input("depth", "to the wall behind", self.back, "mm", self.room.depth.source)
        body = Input("body", "body behind the lens", item.behind_lens, "mm", "maker")
        vent = Input("vent", "room for air", self.vent, "mm", "maker" if item.vent is not None else "rule")
        book.add("behind", result.behind, depth, y_l, body, vent, projector=key)
        if result.pitched is None:
            z_c = Input("z_c", "image centre above the floor", picture.pose.z, "mm", "chosen")
        else:
            level = pose.z + result.need.v * result.own_raster[1]
            z_c = Input("z_c", f"image centre, were the lens not at {pose.pitch:+.1f}°", level, "mm", "chosen")
            book.add("keystone_pixels", result.pitched.lands.pixels, projector=key)
        x_c = Input("x_c", "image centre from the left wall", picture.pose.x, "mm", "chosen")
        book.add("shift_v", result.need.v, z_c, z_l, h, projector=key)
        book.add("shift_s", result.need.s, x_c, x_l, w, projector=key)
        if result.need.use is not None:
            book.add("shift_use", result.need.use * 100, projector=key)
        book.add("lens_z", pose.z, z_l, projector=key)

    def findings(self) -> list[Finding]:
        pose, room = self.projector.pose, self.room
        about = {"projector": self.key, "picture": self.projector.shows}
        if self.result is None:
            near = self.picture.pose.y + self.picture.width.value * sum(self.item.lens) / 2
            cure = Cure(LensCure.LENS_OUT, near, PutProjector(id=self.key, y=self.ruler.safe(near, "nearest")))
            return [Finding(ThrowCode.LENS_BEHIND, Level.STOP, "6.1", about, self.own.out, 0.0, cures=(cure,))]
        out = []
        left, near, right, far = room.extent
        ported = self.projector.boxed == "behind a port"
        deep = near < pose.y < far + BEHIND_A_PORT if ported else self.inside and near < pose.y < far
        inside = (left < pose.x < right, deep, 0 < pose.z < room.ceiling_at(pose.x, min(pose.y, far)))
        if not all(inside):
            out.append(
                Finding(ThrowCode.LENS_IN_ROOM, Level.STOP, "6.2", about, more={"axis": "xyz"[inside.index(False)]})
            )
        out.append(self._throw(about, self.result))
        if self.projector.boxed != "behind a port":
            out.append(self._body(about, self.result))
        if not self.result.tilted or self.result.pitched is not None:
            out.append(self._shift(about, self.result))
        if self.result.tilted:
            out.append(self._keystone(about, self.result))
        return out

    def _keystone(self, about: dict[str, str], result: ProjectorThrow) -> Finding:
        """What a pitched lens costs, and the height that would save it (rules 6.4)."""
        level_need = self._need(result.raster, result.window)
        cures: tuple[Cure, ...] = ()
        if level_need.inside:
            cures = (Cure(LensCure.NOSE_LEVEL, self.projector.pose.z, PutProjector(id=self.key, pitch=0.0)),)
        elif level_need.lens_up:
            z = self.projector.pose.z + level_need.lens_up
            z = self.ruler.safe(z, "least" if level_need.lens_up > 0 else "greatest")
            cures = (Cure(LensCure.NOSE_LEVEL, z, PutProjector(id=self.key, pitch=0.0, z=z)),)
        more = {"pitch": self.projector.pose.pitch}
        if result.pitched is None:
            return Finding(ThrowCode.KEYSTONE, Level.STOP, "6.4", about, None, None, "pct", cures, more)
        pixels = result.pitched.lands.pixels
        level = keystone_level(pixels)
        limit = STOP_UNDER if level is Level.STOP else MIND_UNDER
        return Finding(ThrowCode.KEYSTONE, level, "6.4", about, pixels, limit, "pct", cures, more)

    def _last_lens_y(self) -> float:
        """The farthest lens that leaves room for body and air behind."""
        return self.back - self.item.behind_lens - self.vent

    def _throw(self, about: dict[str, str], result: ProjectorThrow) -> Finding:
        near = result.throw < (result.span.least + result.span.greatest) / 2
        end = result.span.least if near else result.span.greatest
        more = {
            "near": near,
            "least": result.span.least,
            "greatest": result.span.greatest,
            "fixed": self.item.lens[0] == self.item.lens[1],
            "spare": (self._spare_throw(result), "mm"),
        }
        cures: tuple[Cure, ...] = ()
        if result.level is Level.STOP and not self.bare:
            span = result.span.safe(self.ruler.step)
            throw = span.least if near else span.greatest
            y = self.picture.pose.y + throw
            share = self.picture.width.value / result.raster[0]
            width_span = widths(result.throw, self.item.lens)
            width = self.ruler.safe(
                (width_span.greatest if near else width_span.least) * share, "greatest" if near else "least"
            )
            put = PutPicture(id=self.projector.shows, width=chosen(width))
            cures = (
                Cure(LensCure.LENS_OUT, y, PutProjector(id=self.key, y=y)),
                Cure(PictureCure.PICTURE_WIDTH, width, put),
                self._width_in_shift(width, share),
                *self._lens_and_width(result, share),
            )
        return Finding(ThrowCode.THROW, result.level, "6.1", about, result.throw, end, "mm", cures, more)

    def _tilted(self, result: ProjectorThrow) -> dict[str, object]:
        """What a tilt would come to where the shift runs out, for its sentence."""
        if result.tilt is None:
            return {}
        return {"pitch": result.tilt.pitch, "pixels": result.tilt.lands.pixels, "fills": result.tilt_fills}

    def _spare_throw(self, result: ProjectorThrow) -> float:
        """How far the lens may move before the lens's range ends; under nought, how far it must [mm]."""
        span = result.span
        if span.least == span.greatest:
            return self.half_width + FIXED_LENS_ROOM - abs(result.throw - span.least)
        return min(result.throw - span.least, span.greatest - result.throw)

    def _width_in_shift(self, width: float, share: float) -> Cure:
        """The same width with the picture moved so that its needed shift stays as it is."""
        height, raster_height = width / self.picture.aspect, width / share / self.item.own_aspect
        assert self.result is not None
        centre = self.projector.pose.z + self.result.need.v * raster_height
        bottom = self.ruler.safe(centre - height / 2, "nearest")
        put = PutPicture(id=self.projector.shows, width=chosen(width), bottom=bottom)
        return Cure(LensCure.PICTURE_WIDTH_MOVED, width, put)

    def _lens_and_width(self, result: ProjectorThrow, share: float) -> tuple[Cure, ...]:
        """As far back as the room allows, and the widest picture from there: for short rooms."""
        y = self.ruler.safe(self._last_lens_y(), "greatest")
        throw = y - self.picture.pose.y
        if throw <= 0 or throw >= result.span.least:
            return ()
        width = self.ruler.safe(throw / self.item.lens[0] * share, "greatest")
        step = several(PutProjector(id=self.key, y=y), PutPicture(id=self.projector.shows, width=chosen(width)))
        return (Cure(LensCure.LENS_BACK_AND_WIDTH, width, step),)

    def _body(self, about: dict[str, str], result: ProjectorThrow) -> Finding:
        if not beyond(0, result.behind):
            return Finding(ThrowCode.BODY, Level.GOOD, "6.2", about, result.behind, 0.0)
        if self.bare:
            return Finding(ThrowCode.BODY, Level.STOP, "6.2", about, result.behind, 0.0)
        y = self.ruler.safe(self._last_lens_y(), "greatest")
        cures = [Cure(LensCure.LENS_OUT, y, PutProjector(id=self.key, y=y))]
        cures += self._lens_and_width(result, self.picture.width.value / result.raster[0])
        return Finding(ThrowCode.BODY, Level.STOP, "6.2", about, result.behind, 0.0, "mm", tuple(cures))

    def _shift(self, about: dict[str, str], result: ProjectorThrow) -> Finding:
        need = result.need
        more: dict[str, object] = {"v": need.v, "s": need.s, "use": need.use}
        more |= {"up": need.lens_up, "right": need.lens_right}
        if need.inside:
            return Finding(ThrowCode.SHIFT, Level.GOOD, "6.3", about, need.use, 1.0, "ratio", more=more)
        moves = [abs(move) for move in (need.lens_up, need.lens_right) if move is not None]
        more["spare"] = (-min(moves), "mm") if moves else None
        pose, cures, last = self.projector.pose, list[Cure](), list[Cure]()
        if self.bare:
            put = self._bottom(need.lens_up) if need.lens_up else ()
            return Finding(ThrowCode.SHIFT, Level.STOP, "6.3", about, need.use, 1.0, "ratio", put, more)
        if need.lens_up is not None and need.lens_up != 0:
            z = self.ruler.safe(pose.z + need.lens_up, "least" if need.lens_up > 0 else "greatest")
            cures.append(
                Cure(LensCure.LENS_UP, z, PutProjector(id=self.key, z=z), name="down" if need.lens_up < 0 else "up")
            )
            cures += self._bottom(need.lens_up)
            more |= self._tilted(result)
            last = self._nose(result)
        if need.lens_right is not None and need.lens_right != 0:
            x = self.ruler.safe(pose.x + need.lens_right, "least" if need.lens_right > 0 else "greatest")
            cures.append(Cure(LensCure.LENS_ALONG, x, PutProjector(id=self.key, x=x)))
        if need.lens_up is None and need.lens_right is None:
            lens = PutProjector(id=self.key, x=self.picture.pose.x)
            cures.append(Cure(LensCure.LENS_ALONG, self.picture.pose.x, lens))
        return Finding(ThrowCode.SHIFT, Level.STOP, "6.3", about, need.use, 1.0, "ratio", (*cures, *last), more)

    def _bottom(self, up: float) -> tuple[Cure, ...]:
        """The picture down by what the lens would have to go up, or up."""
        bottom = self.ruler.safe(self.picture.bottom - up, "greatest" if up > 0 else "least")
        put = PutPicture(id=self.projector.shows, bottom=bottom)
        return (Cure(PictureCure.BOTTOM_AT, bottom, put),)

    def _nose(self, result: ProjectorThrow) -> list[Cure]:
        """The lens tilted for what its shift does not reach: the last of all (rules 6.4)."""
        if result.tilt is None or not result.tilt_fills or keystone_level(result.tilt.lands.pixels) is Level.STOP:
            return []
        pitch = math.copysign(math.ceil(abs(result.tilt.pitch) * 10 - SLIM) / 10, result.tilt.pitch)
        return [Cure(LensCure.NOSE, pitch, PutProjector(id=self.key, pitch=pitch), "deg")]
