"""The throw strip: what distances this width allows, where the lens is, where the room ends."""

from __future__ import annotations

from typing import Final

from oval_room.core.fixing.along_strip import stretches
from oval_room.core.fixing.study import FixingResult
from oval_room.core.fixing.window_study import WindowResult
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Mount
from oval_room.core.projection.memory_study import MemoryResult
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.throw import NEAR_AN_END, NEAR_AN_END_OF_RANGE
from oval_room.drawing.look import Look, projector_looked_at
from oval_room.drawing.scene import Draft, Label, P, Scene

BESIDE: Final = 0.25
BESIDE_OF_NEAR: Final = 0.15
"""What the strip shows beside the lens's range, of the range and of its near end."""
STRIP: Final = 0.42
FIRST_MEMORY: Final = 0.42
NEXT_MEMORY: Final = 0.2
"""How high the strip is, and where the memories' spans lie under it, of the whole's height."""


def throw_strip(look: Look) -> Scene | None:
    """The throw strip of the projector looked at; None without one."""
    projector = projector_looked_at(look)
    throw = look.report.of(ThrowResult).throws.get(projector or "")
    if throw is None or projector is None:
        return None
    placed = look.plan.chosen.projector(projector)
    stand_off = look.plan.chosen.pictures[placed.shows].pose.y
    last = throw.behind + throw.throw  # the farthest throw that leaves room behind
    room = look.plan.survey.room.depth.value - stand_off
    near, far = throw.span.least, throw.span.greatest
    beside = max((far - near) * BESIDE, near * BESIDE_OF_NEAR)  # the frame stands while the lens is pulled along it
    lo, hi = min(near - beside, throw.throw), max(far + beside, throw.throw, min(room, far * 1.1))
    pad = (hi - lo) * 0.03 + 50
    u0, u1 = lo - pad, hi + pad
    tall = (u1 - u0) / 3.2
    draft = Draft()
    quarter = (far - near) * NEAR_AN_END_OF_RANGE
    edge_near, edge_far = min(near * NEAR_AN_END, quarter), min(far * NEAR_AN_END, quarter)
    if far > near:
        draft.box(near, 0, far, tall * STRIP, "strip-mind", "beam")
        draft.box(near + edge_near, 0, far - edge_far, tall * STRIP, "strip-good", "beam")
        draft.box(near, 0, far, tall * STRIP, "strip-edge", "beam")
    draft.line((u0, 0), (u1, 0), "rail", "beam")
    if last < u1 and placed.boxed != "behind a port":
        draft.box(max(last, u0), 0, u1, tall * STRIP, "strip-wall", "beam")
        draft.line((max(last, u0), 0), (max(last, u0), tall * 0.55), "wall-end", "beam")
        draft.add(
            Label(
                P(max(last, u0), tall * 0.55),
                "no room behind",
                "small",
                "beam",
                "middle",
                ((0, 9), (-36, 9), (0, 22)),
                4,
            )
        )
    for value, side in ((near, "least"), (far, "greatest")):
        draft.line((value, -tall * 0.05), (value, tall * 0.05), "now", "beam")
        text = look.words.length(value, "least" if side == "least" else "greatest")
        draft.add(Label(P(value, 0), text, "label", "beam", "middle", ((0, -15), (-26, -15), (26, -15)), 1))
    draft.line((throw.throw, -tall * 0.12), (throw.throw, tall * 0.55), "now-brass", "beam", projector)
    draft.mark((throw.throw, 0), "dot", "lens", "beam", projector)
    draft.add(
        Label(
            P(throw.throw, tall * 0.55),
            look.show(throw.throw),
            "strong",
            "beam",
            "middle",
            ((0, 10), (0, 24), (30, 10), (-30, 10)),
            0,
        )
    )
    deep = _memories(draft, look, projector, throw, tall, (u0, u1))
    _in_the_way(draft, look, projector, throw, tall, (u0, u1))
    title = f"throw strip, {placed.name}, to the screen's surface, {look.show(stand_off)} off the wall"
    told = (
        f"Throw {look.show(throw.throw)}; the lens allows {look.words.length(near, 'least')} to "
        f"{look.words.length(far, 'greatest')}."
    )
    return Scene("strip", title, (u0, -tall * (0.3 + deep), u1, tall * 0.75), tuple(draft.shapes), told)


def _memories(
    draft: Draft, look: Look, projector: str, throw: ProjectorThrow, tall: float, ends: tuple[float, float]
) -> float:
    """What distances serve each memory, under the rail between its ends; how far down that goes, of the strip's
    height."""
    mine = [one for one in look.report.of(MemoryResult).settings.values() if one.projector == projector]
    for n, one in enumerate(mine):
        v, nearer = -tall * (FIRST_MEMORY + NEXT_MEMORY * n), throw.throw - one.throw
        near, far = (min(max(end + nearer, ends[0]), ends[1]) for end in (one.span.least, one.span.greatest))
        draft.line((near, v), (far, v), "memory-span" if one.reached else "memory-span-out", "beam")
        offsets = ((0, -8), (0, 8), (-24, -8), (24, -8))
        draft.add(Label(P((near + far) / 2, v), one.memory.name, "small", "beam", "middle", offsets, 2))
    return FIRST_MEMORY + NEXT_MEMORY * len(mine) if mine else 0.0


def _in_the_way(
    draft: Draft, look: Look, projector: str, throw: ProjectorThrow, tall: float, ends: tuple[float, float]
) -> None:
    """What is in the lens's way along the strip, each named: boxes where it may not be, half as high where people pass;
    joists that run across as ticks over it."""
    fixing, windows, scheme = look.report.of(FixingResult), look.report.of(WindowResult), look.plan.chosen
    plate, picture = fixing.plates.get(projector), scheme.pictures[throw.picture]
    mount = look.gear.get(throw.projector.mount or "")
    if throw.tilted or throw.projector.boxed == "behind a port":
        return
    hung = mount if isinstance(mount, Mount) else None
    for one in stretches(look.plan.survey, throw, picture, plate, hung, ends):
        near, far = max(one.near, ends[0]), min(one.far, ends[1])
        passes = one.level is Level.MIND
        up = tall * STRIP * (0.5 if passes else 1)
        draft.box(near, 0, far, up, "strip-passed" if passes else "strip-wall", "beam", one.key or projector)
        named = "no such pole" if one.kind == "pole" else look.words.name({one.kind: one.key}, one.kind)
        named += f" {look.words.length(near, 'greatest')} – {look.words.length(far, 'least')}"
        offsets = ((0, -9), (0, -20), (0, -31), (-34, -9), (34, -9))
        draft.add(Label(P((near + far) / 2, up), named, "small", "beam", "middle", offsets, 5))
    found = windows.windows.get(projector)
    if found is None or plate is None:
        return
    to_throw, by = throw.throw - plate.y, found.held  # from where the plate is to the throw it makes
    if by is not None and by.across == "y":
        for line in {by.joist, *(by.bridge or ())}:
            draft.line((line + to_throw, tall * STRIP), (line + to_throw, tall * 0.5), "joist", "beam")
