"""Pictures among each other: level, in line, with gaps, brought together and taken apart: what can be said of them."""

from __future__ import annotations

from typing import Final

from oval_room.core.commands import Command, several
from oval_room.core.errors import RefusedError
from oval_room.core.job.commands import Drop
from oval_room.core.plan.group import GROUP_WORDS
from oval_room.core.plan.measure import next_id
from oval_room.core.plan.turn import wall_of
from oval_room.core.pose import to_room
from oval_room.core.screens.commands import PutPicture
from oval_room.core.screens.document import Picture
from oval_room.core.screens.group_commands import PutGroup
from oval_room.core.screens.groups import spaced, stands_for
from oval_room.core.screens.phrases import on_own_wall
from oval_room.core.screens.placing import SAME_FACE
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.tape.reading import one_of
from oval_room.core.tape.spans import GAP

STACK: Final = 30.0  # between pictures over each other, frame to frame [mm]


def _level_with(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    _, other = _other(here, key, rest)
    return Heard(f"{picture.name}: bottom edge level with {other.name}", PutPicture(id=key, bottom=other.bottom))


def _aligned(here: Here, rest: str, what: str) -> Heard:
    """The subject picture put in line with another: top edges level, or middles over each other."""
    key, picture = here.picture()
    _, other = _other(here, key, rest)
    if what == "top":
        return Heard(
            f"{picture.name}: top edge level with {other.name}", PutPicture(id=key, bottom=other.top - picture.height)
        )
    room = here.plan.survey.room
    if wall_of(room, other) != wall_of(room, picture):
        raise RefusedError(f"{other.name} hangs on another wall", value=rest)
    wall = room.walls[wall_of(room, other) - 1]
    put: Command = on_own_wall(here, key, along=wall.own(other.pose.x, other.pose.y)[0])
    where = "over" if picture.pose.z >= other.pose.z else "under"
    meets = picture.bottom < other.top and picture.top > other.bottom
    face = abs(wall.own(picture.pose.x, picture.pose.y)[1] - wall.own(other.pose.x, other.pose.y)[1]) <= SAME_FACE
    if meets and face:  # it can't hang there: it goes over, or under where there is no room over it
        over = other.top + other.frame_top + STACK + picture.frame_bottom
        under = other.bottom - other.frame_bottom - STACK - picture.frame_top - picture.height
        fits = over + picture.height + picture.frame_top <= room.height.value
        where = "over" if fits or under < 0 else "under"
        put = several(put, PutPicture(id=key, bottom=over if where == "over" else under))
    return Heard(f"{picture.name}: {where} {other.name}, middle to middle", put)


def _gap(here: Here, rest: str) -> Heard:
    """The pictures of the subject's row with equal gaps, frame to frame, about the row's middle."""
    key, picture = here.picture()
    gap = here.length(rest, GAP)
    if (wall_key := stands_for(here.plan.chosen).get(key)) is not None:
        return _wall_spaced(here, wall_key, gap)
    room, pictures = here.plan.survey.room, here.plan.chosen.pictures
    n = wall_of(room, picture)
    wall = room.walls[n - 1]
    own = {k: wall.own(p.pose.x, p.pose.y) for k, p in pictures.items() if wall_of(room, p) == n}
    row = {
        k: pictures[k]
        for k, (_, off) in own.items()
        if pictures[k].bottom < picture.top and pictures[k].top > picture.bottom and abs(off - own[key][1]) <= SAME_FACE
    }
    if len(row) < 2:
        raise RefusedError(f"{picture.name} has nothing beside it; say another tv 43 first", value=rest)
    order = sorted(row, key=lambda k: own[k][0])
    wide = [row[k].across + 2 * row[k].frame_side for k in order]
    first, last = own[order[0]][0] - wide[0] / 2, own[order[-1]][0] + wide[-1] / 2
    start = (first + last) / 2 - (sum(wide) + gap * (len(wide) - 1)) / 2
    steps: list[Command] = []
    for k, size in zip(order, wide, strict=True):
        steps.append(on_own_wall(here, k, along=start + size / 2))
        start += size + gap
    return Heard(f"{len(order)} pictures in a row, {here.show(gap)} between frames", several(*steps))


def _wall_spaced(here: Here, key: str, gap: float) -> Heard:
    """All displays of a wall with one gap between their frames, about its middle."""
    group, pictures = here.plan.chosen.groups[key], here.plan.chosen.pictures
    places = spaced(group, pictures, gap)
    if places is None:
        raise RefusedError(f"{group.name} hangs freely: move one display, as in wall display 3 left 10 mm", value=key)
    steps = [
        PutPicture(id=name, x=at.x, y=at.y, z=at.z)
        for name, own in places.items()
        if (at := to_room(group.pose.point, group.pose.turn, own))
    ]
    return Heard(f"{group.name}: {here.show(gap)} between all frames", several(*steps))


def _other(here: Here, key: str, rest: str) -> tuple[str, Picture]:
    """The other picture of a name."""
    others = {
        k: p for k, p in here.plan.chosen.pictures.items() if k != key and rest.lower().strip() in (k, p.name.lower())
    }
    if len(others) != 1:
        names = ", ".join(p.name for k, p in here.plan.chosen.pictures.items() if k != key) or "none"
        raise RefusedError(f"give another picture's name; there are {names}", value=rest)
    return next(iter(others.items()))


def _together(here: Here, rest: str) -> Heard:
    """The subject's neighbours on its face of the wall brought together: as a row, a stack, a rig or a wall."""
    key, picture = here.picture()
    word = one_of(rest.strip().lower().removeprefix("as ").removeprefix("a "), tuple(GROUP_WORDS))
    chosen, room = here.plan.chosen, here.plan.survey.room
    if (known := chosen.group_of(key)) is not None:
        put = PutGroup.model_validate({"id": known, "kind": word})
        return Heard(f"{chosen.groups[known].name}: a {GROUP_WORDS[word]}", put)
    n = wall_of(room, picture)
    wall = room.walls[n - 1]
    face = wall.own(picture.pose.x, picture.pose.y)[1]
    members = []
    for other, one in chosen.pictures.items():
        near = wall_of(room, one) == n and abs(wall.own(one.pose.x, one.pose.y)[1] - face) <= SAME_FACE
        beside = one.bottom < picture.top and one.top > picture.bottom
        if (
            chosen.group_of(other) is None
            and one.kind == picture.kind
            and (word in ("rig", "desk") or (near and (word == "wall" or beside == (word == "row") or other == key)))
        ):
            members.append(other)
    if len(members) < 2:
        raise RefusedError(
            f"{picture.name} has no neighbour to come together with; say another tv 43 first", value=rest
        )
    name = f"{GROUP_WORDS[word].split(' ')[0]} of {len(members)}"
    put = PutGroup.model_validate(
        {"id": next_id("m", set(chosen.groups)), "name": name, "kind": word, "members": tuple(members)}
    )
    return Heard(f"{len(members)} pictures together as a {GROUP_WORDS[word]}", put)


def _apart(here: Here, rest: str) -> Heard:
    key, picture = here.picture()
    group = here.plan.chosen.group_of(key)
    if group is None:
        raise RefusedError(f"{picture.name} stands alone already", value=rest)
    return Heard(f"{here.plan.chosen.groups[group].name}: taken apart, its pictures stay", Drop(id=group))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "level with",
        "a picture",
        "bottom edge level with another picture's",
        "level with scope cloth",
        "picture",
        _level_with,
    ),
    Phrase(
        "top with",
        "a picture",
        "top edge level with another picture's",
        "top with scope cloth",
        "picture",
        lambda here, rest: _aligned(here, rest, "top"),
    ),
    Phrase(
        "over",
        "a picture",
        "the picture's middle over or under another's",
        "over scope cloth",
        "picture",
        lambda here, rest: _aligned(here, rest, "middle"),
    ),
    Phrase(
        "gap",
        "a length",
        "equal gaps between the frames of the pictures in the subject's row",
        'gap 2"',
        "picture",
        _gap,
        also=("gaps", "spacing"),
    ),
    Phrase(
        "together",
        "as a row, stack, wall or rig",
        "bring the subject and its neighbours together as one group",
        "together as a row",
        "picture",
        _together,
    ),
    Phrase(
        "apart",
        "",
        "take the subject's group apart; its pictures stay",
        "apart",
        "picture",
        _apart,
        "together as a row",
    ),
)
