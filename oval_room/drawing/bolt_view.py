"""The bolt view: a plate's fixings from the front with what each bears of the worst case, and from the side how far out
the load acts (rules 7.5)."""

from __future__ import annotations

from typing import Final, Literal

from oval_room.core.fixing.bolts import use_level
from oval_room.core.fixing.load_study import Held, LoadResult
from oval_room.core.levels import Level
from oval_room.core.plan.gear import Mount
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P, Scene

ROUND: Final = 90.0
"""Shown of the wall round the plate [mm]."""
LONGEST: Final = 70.0
"""The longest shear arrow [mm]."""
STYLES: Final = {Level.GOOD: "bolt-good", Level.MIND: "bolt-mind", Level.STOP: "bolt-stop"}


def bolt_view(look: Look) -> Scene | None:
    """The subject's bolts; None where nothing is known of what holds it."""
    key = look.picture or ""
    held, picture = look.report.of(LoadResult).held.get(key), look.plan.chosen.pictures.get(key)
    if held is None or picture is None:
        return None
    mount = look.item(picture.mount)
    xs, zs = [x for x, _ in held.bolts], [z for _, z in held.bolts]
    wide = mount.plate_width if isinstance(mount, Mount) else 0.0
    high = mount.plate_height if isinstance(mount, Mount) else 0.0
    middle = ((min(xs) + max(xs)) / 2, (min(zs) + max(zs)) / 2)
    half = max(wide, max(xs) - min(xs) + 60) / 2, max(high, max(zs) - min(zs) + 60) / 2
    draft = Draft()
    draft.box(-half[0], -half[1], half[0], half[1], "plate", "fixings", key)
    most = max(one.shear for one in held.worst.bolts)
    for n, ((x, z), load) in enumerate(zip(held.bolts, held.worst.bolts, strict=True), 1):
        at = (x - middle[0], z - middle[1])
        draft.mark(at, "hole", STYLES[use_level(load.use)], "fixings", f"hole.{key}.{n}")
        if most > 0:
            by = LONGEST / most
            draft.line(at, (at[0] + by * load.right, at[1] - by * load.down), "shear", "fixings")
        left = at[0] < 0
        anchor: Literal["start", "end"] = "end" if left else "start"
        aside = -10 if left else 10
        use, forces = f"{n}: {load.use:.0f} %", f"T {load.tension:.0f} N, V {load.shear:.0f} N"
        draft.add(
            Label(P(*at), use, "label", "fixings", anchor, ((aside, 4), (aside, 16)), 1),
            Label(P(*at), forces, "small", "fixings", anchor, ((aside, -10), (aside, -22)), 5),
        )
    end = _from_the_side(draft, held, half, key)
    lines = [f"{one.case.name} {one.worst.use:.0f} %" for one in held.cases]
    at = P(-half[0] - 2 * ROUND, half[1] + ROUND / 2)
    draft.add(Label(at, "; ".join(lines), "label", "fixings", "start", ((0, 0), (0, 14)), 0))
    window = (-half[0] - 2 * ROUND, -half[1] - ROUND, end + ROUND, half[1] + ROUND)
    worst = held.worst
    title = f"bolts of {picture.name}, {worst.case.name}: the worst bears {held.use:.0f} %"
    bears = f"{held.capacity.tension:g} N tension and {held.capacity.shear:g} N shear"
    told = f"{len(held.bolts)} × {held.fixing}, {bears}."
    return Scene("bolts", title, window, tuple(draft.shapes), told)


def _from_the_side(draft: Draft, held: Held, half: tuple[float, float], key: str) -> float:
    """The wall, the load's lever and the load, right of the plate; where that ends."""
    wall, case = half[0] + 5 * ROUND, held.worst.case
    out = case.out
    draft.line((wall, -half[1]), (wall, half[1]), "outline", "structure")
    draft.box(wall, -half[1], wall + 8, half[1], "plate", "fixings", key)
    draft.line((wall, 0), (wall + out, 0), "guide", "fixings")
    draft.line((wall + out, 0), (wall + out, -LONGEST), "shear", "fixings")
    draft.add(
        Label(P(wall + out, -LONGEST), f"{case.load:.0f} N", "small", "fixings", "middle", ((0, -12), (0, -24)), 2),
        Label(P(wall + out / 2, 0), f"{out:.0f} mm out", "small", "fixings", "middle", ((0, 8), (0, 20)), 2),
    )
    return wall + out
