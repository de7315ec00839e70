"""Every lens memory of a plan: what it lights, whether the lens has it from where it is, where an ultra-short throw's
cabinet stands for it (rules 6.1, 6.3, 6.8, 6.9)."""

from __future__ import annotations

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Cure, Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.pose import to_own
from oval_room.core.projection.commands import PutMemory, PutProjector
from oval_room.core.projection.document import Memories, Memory
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.memories import Filled, filled, light_share, raster_of
from oval_room.core.projection.says import LensCure, ThrowCode
from oval_room.core.projection.shift import ShiftNeed, shift_need
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import FIXED_LENS_ROOM, Span, distances
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.screens.document import Picture
from oval_room.core.units import Ruler


@record
class Setting:
    """A memory worked out [mm]: its picture on the screen, the raster, throws that serve it, the shift it needs.

    throw: from the lens to its screen. bottom: of its picture, above the floor. light: per area, over that of the
    projector's own screen. cabinet: an ultra-short throw's back off the wall for it; None where the lens stays where it
    is.
    """

    projector: str
    memory: Memory
    throw: float
    picture: Filled
    raster: tuple[float, float]
    span: Span
    need: ShiftNeed
    bottom: float
    light: float | None
    cabinet: float | None

    @property
    def reached(self) -> bool:
        """Whether the lens has its zoom from there."""
        room = FIXED_LENS_ROOM if self.span.least == self.span.greatest else 0.0
        return not beyond(self.span.least - room, self.throw) and not beyond(self.throw, self.span.greatest + room)


@record
class MemoryResult(Result):
    """Every memory's setting, by its id."""

    settings: dict[str, Setting]


def study_memories(scheme: Scheme, throws: ThrowResult, ruler: Ruler) -> MemoryResult:
    """Every memory whose screen has a projector."""
    book, findings, settings = FigureBook(KINDS), list[Finding](), dict[str, Setting]()
    by_picture = {throw.picture: (key, throw) for key, throw in throws.throws.items()}
    for key, memory in scheme.kept(Memories).memories.items():
        picture, fed = scheme.pictures.get(memory.shows), by_picture.get(memory.shows)
        if memory.by in throws.throws:
            fed = memory.by, throws.throws[memory.by]
        if picture is not None and fed is not None and _before(picture, fed[1]):
            settings[key] = _setting(memory, picture, *fed)
    for key, one in settings.items():
        throw = throws.throws[one.projector]
        if throw.tilted:
            about = {"projector": one.projector, "picture": one.memory.shows, "memory": key}
            more = {"part": key, "why": "tilted", "width": one.picture.width, "height": one.picture.height}
            findings.append(Finding(ThrowCode.MEMORY, Level.NOTE, "6.9", about, more=more))
            continue
        _figures(book, key, one, throw)
        others = [other for other in settings.values() if other.projector == one.projector]
        findings.append(_finding(key, one, scheme.pictures[one.memory.shows], throw, others, ruler))
    return MemoryResult(book.figures, tuple(findings), settings)


def _before(picture: Picture, throw: ProjectorThrow) -> bool:
    """Whether a projector stands before a screen."""
    return to_own(picture.pose.point, picture.pose.turn, throw.projector.pose.point).out > 0


def _setting(memory: Memory, picture: Picture, projector: str, throw: ProjectorThrow) -> Setting:
    item = throw.item
    fills = filled((picture.width.value, picture.height), memory.aspect, width=memory.width, sits=memory.sits)
    raster = raster_of(fills, item.own_aspect)
    own = to_own(picture.pose.point, picture.pose.turn, throw.projector.pose.point)
    cabinet = None
    if _stands(throw):  # it is moved for each size, and its picture rises from its top
        cabinet = item.lens[0] * raster[0] + picture.pose.y - (item.datum_to_back or 0.0)
        middle = own.up + item.shift_offset * raster[1]
        fills = Filled(fills.width, fills.height, middle)
    need = shift_need(
        width=raster[0],
        height=raster[1],
        image=(0.0, fills.up),
        lens=(own.right, own.up),
        window=throw.window,
        hung=throw.projector.hung,
    )
    if cabinet is None:
        light = light_share((raster[0], throw.raster[0]), (own.out, throw.throw), item.lens, item.tele_factor)
    else:
        light = (throw.raster[0] / raster[0]) ** 2
    bottom = picture.pose.z + fills.up - fills.height / 2
    span = distances(raster[0], item.lens)
    return Setting(projector, memory, own.out, fills, raster, span, need, bottom, light, cabinet)


def _stands(throw: ProjectorThrow) -> bool:
    """Whether a projector is a cabinet that stands before its screen and is moved for a size."""
    item: ProjectorGear = throw.item
    return item.datum_to_back is not None and item.lens[0] == item.lens[1] and not throw.projector.hung


def _figures(book: FigureBook, key: str, one: Setting, throw: ProjectorThrow) -> None:
    name, ids = one.memory.name, {"memory": key, "projector": one.projector}
    w = Input("w", f"raster of {name}", one.raster[0], "mm", "chosen")
    h = Input("h", f"raster of {name}, height", one.raster[1], "mm", "chosen")
    if one.cabinet is None:
        d = Input("d", "throw", one.throw, "mm", "chosen")
        book.add("memory_ratio", one.throw / one.raster[0], d, w, subject=name, **ids)
    else:
        tr = Input("TR", "throw ratio", throw.item.lens[0], "ratio", "maker")
        b = Input("b", "its back", throw.item.datum_to_back or 0.0, "mm", "maker")
        off = Input("s", "screen surface off the wall", one.cabinet + b.value - tr.value * w.value, "mm", "chosen")
        book.add("memory_cabinet", one.cabinet, tr, w, b, off, subject=name, **ids)
    rise = Input("rise", "picture's middle above the lens", one.need.v * one.raster[1], "mm", "chosen")
    book.add("memory_shift", one.need.v, rise, h, subject=name, **ids)
    tall = Input("high", f"height of {name}", one.picture.height, "mm", "chosen")
    middle = Input("z_c", "its middle above the floor", one.bottom + one.picture.height / 2, "mm", "chosen")
    book.add("memory_bottom", one.bottom, middle, tall, subject=name, **ids)


def _finding(
    key: str, one: Setting, picture: Picture, throw: ProjectorThrow, others: list[Setting], ruler: Ruler
) -> Finding:
    about = {"projector": one.projector, "picture": one.memory.shows, "memory": key}
    more: dict[str, object] = {"part": key, "width": one.picture.width, "height": one.picture.height, "v": one.need.v}
    more |= {"sits": one.memory.sits, "light": one.light, "cabinet": one.cabinet, "bottom": one.bottom}
    off, way = _off_the_screen(one, picture)
    spills = more | {"why": "screen", "way": way}
    if off > 0 and picture.gear is not None:
        return Finding(ThrowCode.MEMORY, Level.STOP, "6.9", about, off, 0.0, more=spills)
    if one.cabinet is not None and (beyond(0, one.cabinet) or off <= 0):
        level = Level.STOP if beyond(0, one.cabinet) else Level.GOOD
        return Finding(ThrowCode.MEMORY, level, "6.8", about, one.cabinet, 0.0, more=more | {"why": "cabinet"})
    if one.cabinet is None and not one.reached:
        near = one.throw < one.span.least
        end = one.span.least if near else one.span.greatest
        cures = (*_lens_for_all(one, throw, others, ruler), *_within_the_zoom(key, one, picture, throw, ruler))
        more |= {"why": "throw", "near": near}
        return Finding(ThrowCode.MEMORY, Level.STOP, "6.9", about, one.throw, end, cures=cures, more=more)
    if one.cabinet is None and not one.need.inside:
        cures = (*_within_the_shift(key, one, picture, throw), *_lens_up(one, throw, ruler))
        more |= {"why": "shift"}
        return Finding(ThrowCode.MEMORY, Level.STOP, "6.3", about, one.need.use, 1.0, "ratio", cures, more)
    if off > 0:  # a wall goes on where a cloth ends
        return Finding(ThrowCode.MEMORY, Level.MIND, "6.9", about, off, 0.0, more=spills)
    room = min(one.throw - one.span.least, one.span.greatest - one.throw)
    more |= {"why": "", "spare": (max(room, 0.0), "mm")}
    return Finding(ThrowCode.MEMORY, Level.GOOD, "6.9", about, one.throw / one.raster[0], None, "ratio", more=more)


def _off_the_screen(one: Setting, picture: Picture) -> tuple[float, str]:
    """How far a memory's picture runs off its screen, and which way [mm]; 0 where it does not."""
    taller = (one.picture.height - picture.height) / 2
    ways = {
        "past the side of": (one.picture.width - picture.width.value) / 2,
        "over the top of": one.picture.up + taller,
        "under the foot of": taller - one.picture.up,
    }
    way = max(ways, key=lambda name: ways[name])
    off = ways[way]
    return (off, way) if beyond(off, FIXED_LENS_ROOM if one.cabinet is not None else 0.0) else (0.0, "")


def _lens_for_all(one: Setting, throw: ProjectorThrow, others: list[Setting], ruler: Ruler) -> tuple[Cure, ...]:
    """The lens as little moved as serves every memory from one place, the wall behind it too."""
    out = throw.projector.pose.y
    near = out + max(other.span.least - other.throw for other in others)
    far = out + min(throw.behind, *(other.span.greatest - other.throw for other in others))
    low, high = ruler.safe(near, "least"), ruler.safe(far, "greatest")
    if low > high:
        return ()
    y = min(max(throw.projector.pose.y, low), high)
    return (Cure(LensCure.LENS_OUT, y, PutProjector(id=one.projector, y=y)),)


def _within_the_zoom(key: str, one: Setting, picture: Picture, throw: ProjectorThrow, ruler: Ruler) -> tuple[Cure, ...]:
    """The largest or least that this throw lights, sunk to the foot of the cloth or in its middle (rules 6.9)."""
    share, lens = one.picture.width / one.raster[0], throw.item.lens
    near = one.throw < one.span.least
    width = ruler.safe(one.throw / (lens[0] if near else lens[1]) * share, "greatest" if near else "least")
    if width <= 0 or beyond(width, picture.width.value) or beyond(width / one.memory.aspect, picture.height):
        return ()
    for sits, kind in (("bottom", LensCure.MEMORY_SUNK), ("centre", LensCure.MEMORY_SMALLER)):
        smaller = one.memory.model_copy(update={"width": width, "sits": sits})
        if _setting(smaller, picture, one.projector, throw).need.inside:
            return (Cure(kind, width, PutMemory(id=key, width=width, sits=sits), name=one.memory.name),)
    return ()


def _within_the_shift(key: str, one: Setting, picture: Picture, throw: ProjectorThrow) -> tuple[Cure, ...]:
    """Elsewhere on the cloth, where the shift reaches it there."""
    cures = []
    for sits in ("bottom", "centre", "top"):
        moved = one.memory.model_copy(update={"sits": sits})
        if sits != one.memory.sits and _setting(moved, picture, one.projector, throw).need.inside:
            cures.append(
                Cure(LensCure.MEMORY_SITS, 0.0, PutMemory(id=key, sits=sits), name=f"{one.memory.name} {sits}")
            )
    return tuple(cures)


def _lens_up(one: Setting, throw: ProjectorThrow, ruler: Ruler) -> tuple[Cure, ...]:
    """The lens up or down as little as brings the memory into its shift."""
    move = one.need.lens_up
    if not move:
        return ()
    z = ruler.safe(throw.projector.pose.z + move, "least" if move > 0 else "greatest")
    way = "up" if move > 0 else "down"
    return (Cure(LensCure.LENS_UP, z, PutProjector(id=one.projector, z=z), name=way),)
