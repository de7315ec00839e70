"""What drives walls of displays, on the tape line: `wall controller North: 4 outputs, can't turn, from Shelf`,
`wall source Shelf: 2 outputs, locked`, `router 8 x 8`, `take 2 on 1`."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final

from oval_room.core.array.commands import PutController, PutRouter, PutSource
from oval_room.core.array.document import MOST_OUTPUTS, Arrays
from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import next_id
from oval_room.core.tape.phrase import Heard, Here, Phrase
from oval_room.core.tape.reading import number

CONTROLLER: Final = "wall controller 4 outputs"
_PIXELS: Final = re.compile(r"(\d{3,5})\s*(?:x|×|by)\s*(\d{3,5})(?:\s*px)?")


def _named(rest: str) -> tuple[str, str]:
    """A name before a colon, and what is said of it."""
    name, colon, more = rest.partition(":")
    return (name.strip(), more.strip()) if colon else ("", rest.strip())


def _outputs(text: str, what: str) -> tuple[int | None, str]:
    """How many outputs, and the text without them."""
    found = re.search(r"(\d+)\s*(?:outputs?|outs?)\b|(?:outputs?|outs?)\s*(\d+)", text, re.IGNORECASE)
    if found is None:
        return None, text
    count = number(found[1] or found[2], f"{what}'s outputs", 1, MOST_OUTPUTS)
    return round(count), text[: found.start()] + " " + text[found.end() :]


def _pixels(text: str) -> tuple[tuple[int, int] | None, str]:
    found = _PIXELS.search(text)
    if found is None:
        return None, text
    size = int(found[1]), int(found[2])
    if not all(16 <= one <= 32_768 for one in size):
        raise RefusedError("a picture is 16 to 32,768 px each way", value=found[0])
    return size, text[: found.start()] + " " + text[found.end() :]


def _left(text: str, *words: str) -> str:
    """What nobody understood of a line: without the words that were, and those that join them."""
    plain = text
    for word in (*words, r"takes", r"of", r"in", r"and", r"with", r"px"):
        plain = re.sub(rf"\b{word}\b", " ", plain, flags=re.IGNORECASE)
    return re.sub(r"[,;\s]+", " ", plain).strip()


_TURNLESS: Final = r"(?:can'?t|cannot|can ?not|doesn'?t|no) (?:turn(?:ing)?|rotat(?:e|ing))"
_EVEN: Final = r"even(?: grid)?(?: only)?"
_FREE: Final = r"free(?: grid| cuts?)?"
_TURNING: Final = r"(?:can )?(?:turns?|rotates?)"


def _controller(here: Here, rest: str) -> Heard:
    """A new wall controller, or the one of that name or number changed."""
    arrays = here.plan.chosen.kept(Arrays)
    name, said = _named(rest)
    key = _which(arrays.controllers, name, "controller") if name else None
    values: dict[str, object] = {}
    if (fed := re.search(r"[,;]?\s*\b(?:fed )?(?:from|by)\s+(.+)$", said, re.IGNORECASE)) is not None:
        own = fed[1].strip().lower() in ("itself", "nothing", "none")
        values["source"], said = "" if own else known_as(arrays.sources, fed[1], "source"), said[: fed.start()]
    count, said = _outputs(said, "a controller")
    size, said = _pixels(said)
    if count is not None:
        values["outputs"] = count
    if size is not None:
        values["pixels"] = size
    turnless = re.search(_TURNLESS, said, re.IGNORECASE)
    if turnless:
        values["turns"], said = False, said.replace(turnless[0], " ")
    elif re.search(rf"\b{_TURNING}\b", said, re.IGNORECASE):
        values["turns"] = True
    if re.search(rf"\b{_EVEN}\b", said, re.IGNORECASE):
        values["even"] = True
    elif re.search(rf"\b{_FREE}\b", said, re.IGNORECASE):
        values["even"] = False
    if odd := _left(said, _EVEN, _FREE, _TURNING):
        raise RefusedError(
            f"“{odd[:30]}” is not understood: say outputs, can't turn, even grid, the pixels it takes and its source, "
            "as in wall controller North: 4 outputs, can't turn, 3840 x 2160, from source 1",
            value=odd,
        )
    fresh = key is None
    key = key or next_id("ac", set(arrays.controllers))
    if fresh and count is None:
        raise RefusedError(f"say how many outputs it has: {CONTROLLER}", value=rest)
    if fresh:
        values["name"] = name or f"controller {len(arrays.controllers) + 1}"
    put = PutController.model_validate({"id": key, **values})
    then = here.after(put).plan.chosen.kept(Arrays).controllers[key]
    how = "turns what it cuts" if then.turns else "can't turn"
    grid = ", an even grid only" if then.even else ""
    fed_by = f", from {arrays.sources[then.source].name}" if then.source in arrays.sources else ""
    told = f"{then.name}: {then.outputs} outputs, {how}{grid}, takes {then.pixels[0]} × {then.pixels[1]}{fed_by}"
    return Heard(told, put)


def _source(here: Here, rest: str) -> Heard:
    """A new source, or the one of that name or number changed: `source North: 2 outputs, locked`."""
    arrays = here.plan.chosen.kept(Arrays)
    name, said = _named(rest)
    key = _which(arrays.sources, name, "source") if name else None
    values: dict[str, object] = {}
    count, said = _outputs(said, "a source")
    size, said = _pixels(said)
    if count is not None:
        values["outputs"] = count
    if size is not None:
        values["pixels"] = size
    loose = re.search(r"\b(?:not (?:frame.?)?locked|loose|free.?running)\b", said, re.IGNORECASE)
    if loose:
        values["locked"], said = False, said.replace(loose[0], " ")
    elif re.search(r"\b(?:frame.?)?locked\b", said, re.IGNORECASE):
        values["locked"] = True
    if odd := _left(said, r"(?:frame.?)?locked"):
        raise RefusedError(
            f"“{odd[:30]}” is not understood: say outputs, pixels, locked, as in wall source North: 2 outputs, locked",
            value=odd,
        )
    fresh = key is None
    key = key or next_id("as", set(arrays.sources))
    if fresh:
        values["name"] = name or f"source {len(arrays.sources) + 1}"
    put = PutSource.model_validate({"id": key, **values})
    then = here.after(put).plan.chosen.kept(Arrays).sources[key]
    step = "in step with other locked ones" if then.locked else "its outputs not in step"
    outputs = f"{then.outputs} output{'s' if then.outputs > 1 else ''}"
    return Heard(f"{then.name}: {outputs} of {then.pixels[0]} × {then.pixels[1]}, {step}", put)


def _which(known: Mapping[str, object], name: str, what: str) -> str | None:
    """The id of what a name or a number means; None for a new name."""
    plain = re.sub(rf"^{what}\s+", "", name.strip(), flags=re.IGNORECASE).lower()
    names = {key: str(getattr(one, "name", "")).lower() for key, one in known.items()}
    exact = [key for key, one in names.items() if plain in (one, one.removeprefix(f"{what} "))]
    if exact:
        return exact[0]
    return list(known)[int(plain) - 1] if plain.isdigit() and 1 <= int(plain) <= len(known) else None


def known_as(known: Mapping[str, object], name: str, what: str) -> str:
    key = _which(known, name, what)
    if key is None:
        listed = ", ".join(str(getattr(one, "name", "")) for one in known.values()) or "none yet"
        raise RefusedError(f"there is no {what} {name[:30]}; there are: {listed}", value=name)
    return key


def _router(here: Here, rest: str) -> Heard:
    arrays = here.plan.chosen.kept(Arrays)
    found = re.fullmatch(r"(\d+)\s*(?:x|×|by)\s*(\d+)(?:[,\s]+(sdi|hdmi))?", rest.strip(), re.IGNORECASE)
    if found is None:
        raise RefusedError("give its inputs and outputs: router 8 x 8, and SDI where it is that", value=rest)
    sides = [round(number(one, "a router's inputs and outputs", 1, MOST_OUTPUTS)) for one in (found[1], found[2])]
    sdi = (found[3] or "").lower() == "sdi"
    key = next(iter(arrays.routers), "ar1")
    say = f"Router: {sides[0]} inputs, {sides[1]} outputs{', SDI: converters at both ends' if sdi else ''}"
    return Heard(say, PutRouter(id=key, inputs=sides[0], outputs=sides[1], sdi=sdi))


def _take(here: Here, rest: str) -> Heard:
    """What an output of the router shows: `take 2 on 1`."""
    arrays = here.plan.chosen.kept(Arrays)
    key = next(iter(arrays.routers), None)
    if key is None:
        raise RefusedError("there is no router yet: router 8 x 8", value=rest)
    found = re.fullmatch(
        r"(?:input\s*|in\s*)?(\d+|nothing|none)\s+(?:on|to|at)\s+(?:output\s*|out\s*)?(\d+)",
        rest.strip(),
        re.IGNORECASE,
    )
    if found is None:
        raise RefusedError("say which input on which output: take 2 on 1, take nothing on 1", value=rest)
    router = arrays.routers[key]
    into = round(number(found[1], "the input", 1, router.inputs)) if found[1].isdigit() else 0
    out = round(number(found[2], "the output", 1, router.outputs))
    what = f"input {into}" if into else "nothing"
    return Heard(f"Router output {out}: shows {what}", PutRouter(id=key, take=(into, out)))


PHRASES: Final[tuple[Phrase, ...]] = (
    Phrase(
        "wall controller",
        "a name: outputs, pixels",
        "what cuts a picture for the displays",
        CONTROLLER,
        "array",
        _controller,
    ),
    Phrase(
        "wall source",
        "a name: outputs, pixels, locked",
        "what plays to the wall",
        "wall source 2 outputs",
        "array",
        _source,
    ),
    Phrase("router", "inputs x outputs", "a router between sources and controllers", "router 8 x 8", "array", _router),
    Phrase(
        "take",
        "an input on an output",
        "what an output of the router shows",
        "take 2 on 1",
        "array",
        _take,
        "router 8 x 8",
    ),
)
