"""The height ladder: two rails, what pushes up on the left, what holds down on the right, and the range between; a
narrow one beside it for every picture stacked with the subject's."""

from __future__ import annotations

import math

from oval_room.core.screens.document import Picture
from oval_room.core.viewing.ladder import Bound, Rungs
from oval_room.core.viewing.study import ViewResult
from oval_room.drawing.look import Look
from oval_room.drawing.scene import Draft, Label, P, Scene

NARROW = 260.0  # half the drawn width of a ladder beside [mm of the drawing]
BESIDE = 1500.0  # room that one takes
RAIL_AT = 500.0  # half the drawn width between rails [mm of the drawing]


def ladder(look: Look) -> Scene | None:
    """The height ladder of the subject's picture; None without a picture."""
    watched = look.watched
    if watched is None:
        return None
    subject, picture = watched
    views = look.report.of(ViewResult).pictures[subject]
    low, high = _strongest(views.rungs)
    heights = [bound.lo for bound in low if bound.lo is not None] + [bound.hi for bound in high if bound.hi is not None]
    bottom = picture.bottom
    v0 = min([0.0, *(h for h in (*heights, bottom) if h > -200)])
    reach = [h for h in heights if h <= look.plan.survey.room.height.value]
    v1 = max([*reach, bottom, v0 + 600]) + 100
    draft = Draft()
    _range(draft, views.rungs, v0, v1)
    for u in (-RAIL_AT, RAIL_AT):
        draft.line((u, v0), (u, v1), "rail", "picture")
    _side(draft, look, low, "lo", v0, v1)
    _side(draft, look, high, "hi", v0, v1)
    for school, at in views.schools.items():
        if v0 <= at <= v1:
            mine = school == look.plan.choices.height_school
            draft.line((-RAIL_AT, at), (RAIL_AT, at), "guide" if mine else "guide-faint", "picture")
            offsets = ((0, 9), (0, -9)) if mine else ((-34, 8), (34, 8), (-34, -8), (34, -8))
            draft.add(Label(P(0, at), school, "small", "picture", offsets=offsets, priority=4 if mine else 6))
    draft.line((-RAIL_AT - 120, bottom), (RAIL_AT + 120, bottom), "now", "picture", subject)
    draft.add(
        Label(
            P(0, bottom),
            look.show(bottom),
            "strong",
            "picture",
            offsets=((0, 10), (0, -11), (0, 24), (0, -25)),
            priority=0,
        )
    )
    title = f"height ladder, bottom edge of {picture.name}"
    hard = views.rungs.hard
    if hard.feasible and hard.lo is not None and hard.hi is not None:
        told = f"All agree from {look.words.length(hard.lo, 'least')} to {look.words.length(hard.hi, 'greatest')}."
        if views.rungs.others:
            told += f" There is room in {len(views.rungs.others)} more place{'s' * (len(views.rungs.others) > 1)}."
    else:
        told = f"No height works: short by {look.words.length(hard.short_by, 'least')}."
    half = max((v1 - v0) * 0.95, 1500.0)
    stacked = _stacked(look, subject, picture)
    for n, key in enumerate(stacked):
        _narrow(draft, look, key, half + (n + 0.5) * BESIDE, v0, v1)
    if stacked:
        draft.add(Label(P(0, v1), picture.name, "label", "picture", offsets=((0, 9), (0, -9)), priority=2))
    return Scene("ladder", title, (-half, v0, half + len(stacked) * BESIDE, v1), tuple(draft.shapes), told)


def _stacked(look: Look, key: str, mine: Picture) -> list[str]:
    """Pictures of the same wall face over or under this one."""
    pictures, wall = look.plan.chosen.pictures, look.report.walls.get(look.picture or "")
    return [
        other
        for other, one in pictures.items()
        if other not in (key, look.picture)
        and other not in look.report.seen_as
        and look.report.walls.get(other) == wall
        and math.dist((one.pose.x, one.pose.y), (mine.pose.x, mine.pose.y)) < (one.across + mine.across) / 2
        and (one.bottom >= mine.top or one.top <= mine.bottom)
    ]


def _narrow(draft: Draft, look: Look, key: str, at: float, v0: float, v1: float) -> None:
    """Another picture's ladder: its rails, where all agree, its two nearest reasons and where its bottom edge is."""
    picture, rungs = look.plan.chosen.pictures[key], look.report.of(ViewResult).pictures[key].rungs
    _range(draft, rungs, v0, v1, at, NARROW)
    for u in (at - NARROW, at + NARROW):
        draft.line((u, v0), (u, v1), "rail", "picture")
    hard = rungs.hard
    for value, name, side, offset in ((hard.lo, hard.lo_name, "least", -9), (hard.hi, hard.hi_name, "greatest", 9)):
        if value is not None and v0 <= value <= v1:
            draft.line((at - NARROW, value), (at + NARROW, value), "rung", "picture")
            text = f"{name} {look.words.length(value, 'least' if side == 'least' else 'greatest')}"
            draft.add(Label(P(at, value), text, "small", "picture", offsets=((0, offset), (0, 2 * offset)), priority=3))
    if v0 <= picture.bottom <= v1:
        draft.line((at - NARROW - 60, picture.bottom), (at + NARROW + 60, picture.bottom), "now", "picture", key)
        offsets = ((0, 10), (0, -11), (0, 24), (0, -25))
        draft.add(
            Label(P(at, picture.bottom), look.show(picture.bottom), "label", "picture", offsets=offsets, priority=1)
        )
    draft.add(Label(P(at, v1), picture.name, "label", "picture", offsets=((0, 9), (0, -9)), priority=2, within=BESIDE))


def _strongest(rungs: Rungs) -> tuple[list[Bound], list[Bound]]:
    """Of each kind of reason the bound that tells: the greatest lo and the least hi."""
    low: dict[tuple[str, bool], Bound] = {}
    high: dict[tuple[str, bool], Bound] = {}
    for bound in rungs.bounds:
        kind = (bound.name.split(",")[0].split(" over ")[0] if " over " not in bound.name else "row behind", bound.hard)
        if bound.lo is not None and (kind not in low or bound.lo > (low[kind].lo or 0.0)):
            low[kind] = bound
        if bound.hi is not None and (kind not in high or bound.hi < (high[kind].hi or 0.0)):
            high[kind] = bound
    return [b for b in low.values() if b.lo is not None and b.lo > 0 and b.name != "floor"], list(high.values())


def _range(draft: Draft, rungs: Rungs, v0: float, v1: float, at: float = 0.0, reach: float = RAIL_AT) -> None:
    hard, soft = rungs.hard, rungs.soft
    for other in rungs.others:
        a, b = other.lo if other.lo is not None else v0, other.hi if other.hi is not None else v1
        if b > v0 and a < v1:
            draft.box(at - reach, max(a, v0), at + reach, min(b, v1), "range-hard", "picture")
    lo, hi = hard.lo if hard.lo is not None else v0, hard.hi if hard.hi is not None else v1
    if hard.feasible:
        draft.box(at - reach, max(lo, v0), at + reach, min(hi, v1), "range-hard", "picture")
        if soft is not None:
            a, b = soft.lo if soft.lo is not None else v0, soft.hi if soft.hi is not None else v1
            draft.box(at - reach, max(a, v0), at + reach, min(b, v1), "range-soft", "picture")
    else:
        draft.box(at - reach, hi, at + reach, lo, "range-none", "picture")


def _side(draft: Draft, look: Look, bounds: list[Bound], which: str, v0: float, v1: float) -> None:
    """One side's rungs with their reasons; names spread so that none stands on another."""
    left = which == "lo"
    u, out = (-RAIL_AT, -170.0) if left else (RAIL_AT, 170.0)
    values = sorted(((getattr(b, which), b) for b in bounds if v0 <= getattr(b, which) <= v1), key=lambda pair: pair[0])
    spread = _spread([value for value, _ in values], (v1 - v0) / 15, v0, v1)
    for (value, bound), at in zip(values, spread, strict=True):
        style = "rung" if bound.hard else "rung-soft"
        draft.path(((u, value), (u + out * 0.5, value), (u + out, at)), style, "picture")
        text = f"{bound.name} {look.words.length(value, 'least' if left else 'greatest')}"
        draft.add(
            Label(
                P(u + out, at),
                text,
                "small",
                "picture",
                "end" if left else "start",
                ((-4 if left else 4, 0),),
                1 if bound.hard else 3,
            )
        )


def _spread(values: list[float], gap: float, lo: float, hi: float) -> list[float]:
    """Values moved apart to at least a gap, in order, kept within the ends where possible."""
    out: list[float] = []
    for value in values:
        out.append(max(value, out[-1] + gap) if out else max(value, lo))
    over = out[-1] - hi if out else 0.0
    if over > 0:
        top = hi
        for i in reversed(range(len(out))):
            out[i] = min(out[i], top)
            top = out[i] - gap
    return out
