"""Buttons on the tape line: `button Film: cloth down, Heron on 40 s, then Nine 3 in 5` (rules 10.13)."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.plan.gear import Mount
from oval_room.core.plan.gear import Projector as ProjectorGear
from oval_room.core.plan.measure import next_id
from oval_room.core.signal.box import Box
from oval_room.core.signal.boxes import lenses
from oval_room.core.signal.buttons import usual_time, whole_time
from oval_room.core.signal.commands import PutButton
from oval_room.core.signal.document import MOST_STEPS, Button, Step
from oval_room.core.signal.reading import box_and_rest, routing_of
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase

EXAMPLE: Final = "button Film: lamps 20 %, cloth down 25 s, then receiver in 5"
MOST_S: Final = 600.0
_ACT: Final = re.compile(r"(.+?)\s+((?:tray|arm) (?:out|in)|in \d+|on|off|up|down|\d+ ?%)$", re.IGNORECASE)


def _button(here: Here, rest: str) -> Heard:
    """What a press does, group by group."""
    name, colon, text = rest.partition(":")
    name = name.strip()
    if not colon or not name or len(name) > 40 or not text.strip():
        raise RefusedError(f"name it and say its steps, as in {EXAMPLE}", value=rest)
    steps: list[Step] = []
    for group, part in enumerate(re.split(r"[\s,]+then\s+", text.strip(), flags=re.IGNORECASE)):
        pieces = [piece.strip() for piece in re.split(r",\s*", part) if piece.strip()]
        steps += [_step(here, piece, group) for piece in pieces]
    if not 1 <= len(steps) <= MOST_STEPS:
        raise RefusedError(f"a button has 1 to {MOST_STEPS} steps (got {len(steps)})", value=rest)
    buttons = routing_of(here).buttons
    key = next((key for key, one in buttons.items() if one.name.lower() == name.lower()), None)
    put = PutButton(id=key or next_id("bn", set(buttons)), name=name, steps=tuple(steps))
    whole = whole_time(Button(name=name, steps=tuple(steps)))
    count = f"{len(steps)} steps" if len(steps) > 1 else "one step"
    return Heard(f"{name}: {count}, {whole:g} s until all is done", put)


def _step(here: Here, said: str, group: int) -> Step:
    """A step: who, what, how long it takes, after what wait."""
    text, wait = _seconds(said, r"\s*\b(?:after|wait)\s+")
    text, takes = _seconds(text, r"\s+")
    of, kind, act = _thing(here, text)
    if not of or not act:
        raise RefusedError(f"say who does what, as in {EXAMPLE} (got {said[:30]})", value=said)
    seconds = takes if takes is not None else usual_time(kind, act)
    return Step(of=of[:80], act=act[:40], takes=seconds, wait=wait or 0.0, group=group)


def _thing(here: Here, text: str) -> tuple[str, str, str]:
    """Who acts, what kind of thing that is, and what it does: a box of the chain, a picture, or what is no part of the
    plan (`lamps 20 %`)."""
    words = text.lower().split()
    if words[:1] in (["tray"], ["arm"]) and len(words) == 2:
        owner = _owner(here, words[0])
        return (owner, "", text) if owner else (words[0], "", words[1])
    if (plain := _plain(here, words[:1])) is not None and len(words) > 1:
        return *plain, " ".join(text.split()[1:])
    for picture in here.plan.chosen.pictures.values():
        own = picture.name.lower().split()
        for count in range(min(len(words) - 1, len(own)), 0, -1):
            if picture.kind == "screen" and set(words[:count]) <= set(own):
                return picture.name, "screen", " ".join(text.split()[count:])
    try:
        box, act = box_and_rest(here, text)
    except (RefusedError, Ask):
        found = _ACT.match(text)
        of, _, act = (found[1], "", found[2]) if found else text.partition(" ")
        return of.strip(), "", act.strip()
    return box.name, _kind_of(box), act


_PLAIN: Final = {"screen": "screen", "cloth": "screen", "tv": "panel", "television": "panel"}


def _plain(here: Here, words: list[str]) -> tuple[str, str] | None:
    """What a job has one of, by its everyday word, and its kind: `projector on`, `screen down`."""
    scheme, word = here.plan.chosen, words[0] if words else ""
    thrown = lenses(scheme)
    if word == "projector" and len(thrown) == 1:
        return next(iter(thrown.values())).name, "projector"
    fits = [one.name for one in scheme.pictures.values() if one.kind == _PLAIN.get(word)]
    return (fits[0], "display" if _PLAIN[word] == "panel" else "screen") if len(fits) == 1 else None


def _owner(here: Here, part: str) -> str:
    """Whose tray or arm it is, where one alone has such a thing."""
    scheme = here.plan.chosen
    if part == "tray":
        names = [one.name for one in lenses(scheme).values() if not one.hung]
    else:
        held = ((one, here.gear.get(one.mount or "")) for one in scheme.pictures.values())
        names = [one.name for one, mount in held if isinstance(mount, Mount) and (mount.reach or mount.swivel)]
    return names[0] if len(names) == 1 else ""


def _kind_of(box: Box) -> str:
    """What kind of thing acts, for how long it usually takes."""
    return "projector" if isinstance(box.item, ProjectorGear) else box.role


def _seconds(text: str, lead: str) -> tuple[str, float | None]:
    """A text without the seconds that stand in it after some words, and those."""
    found = re.search(rf"{lead}(\d+(?:[.,]\d+)?)\s*(?:s|sec|seconds?)\b", text, re.IGNORECASE)
    if found is None:
        return text, None
    value = float(found[1].replace(",", "."))
    if value > MOST_S:
        raise RefusedError(f"a step takes 0 to {MOST_S:g} s (got {found[1]})", value=text)
    return f"{text[: found.start()]}{text[found.end() :]}".strip(), value


PHRASE: Final = Phrase("button", "a name: steps", "what one press does", EXAMPLE, "routing", _button, free=True)
