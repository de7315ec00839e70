"""What is behind the walls: services, studs found; and the way in."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Final, get_args

from oval_room.core.commands import several
from oval_room.core.errors import RefusedError
from oval_room.core.plan.fittings import How, PassageKind
from oval_room.core.plan.measure import Values, next_id
from oval_room.core.record import record
from oval_room.core.span import Span
from oval_room.core.survey.commands import PutFind, PutPassage, PutService
from oval_room.core.survey.placed import placed
from oval_room.core.survey.room_phrases import surface_first
from oval_room.core.tape.labelled import What
from oval_room.core.tape.phrase import Ask, Heard, Here, Phrase
from oval_room.core.tape.spans import ALONG, OUT, PASSAGE, UP
from oval_room.core.units import is_length
from oval_room.core.words import capital, dim_name


@record
class _Told:
    """A service as it was said [mm]: its surface, and along and up (on the ceiling out) of one end or of both."""

    surface: str
    along: float
    z: float
    to: tuple[float, float] | None = None


def _service(kind: str) -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        circuit = re.search(r"\bcircuit\s+(?P<name>.+)$", rest)
        plain = re.sub(r"^(?:point|outlet|socket|plate)\s+", "", rest[: circuit.start()].strip() if circuit else rest)
        told = _in_any_order(here, kind, plain) or _in_its_order(here, kind, plain)
        services = here.plan.survey.services
        same = sum(1 for one in services.values() if one.kind == kind)
        put: Values = {"wall": told.surface, "kind": kind, "along": told.along, "z": told.z}
        put |= {"id": next_id("u", set(services)), "name": kind if not same else f"{kind} {same + 1}"}
        if told.to is not None:
            put |= {"to_along": told.to[0], "to_z": told.to[1]}
        if circuit:
            put["circuit"] = circuit["name"].strip()
        where = "ceiling" if told.surface == "ceiling" else dim_name(here.plan, told.surface)
        run = "" if told.to is None else f" to {here.show(told.to[0])}, {here.show(told.to[1])}"
        return Heard(
            f"{capital(put['name'])} on the {where}: {here.show(told.along)} along, {here.show(told.z)} "
            f"{_word(told.surface)}{run}",
            PutService.model_validate(put),
        )

    return make


def _word(surface: str) -> str:
    return "out" if surface == "ceiling" else "up"


def _in_any_order(here: Here, kind: str, rest: str) -> _Told | None:
    """A service by the words beside its two lengths; None where they don't tell both."""
    said = placed(here, rest, SPANS, word=kind)
    if said is None or said.wall is None or said.rest or said.along is None:
        return None
    up, down = said["up"], said["down"]
    if up is None and down is not None:
        up = here.plan.survey.room.ceiling_at(*said.wall.room(said.along, 0.0)) - down
    return None if up is None else _Told(said.wall.key, said.along, up)


def _in_its_order(here: Here, kind: str, rest: str) -> _Told:
    """A service whose lengths stand as the table has them: wall, place, up; a run also where to.

    Raises:
        Ask: two lengths, of which nothing tells which is which.
    """
    surface, text = surface_first(here, rest)
    text, word = text.lstrip(", "), _word(surface)
    text = re.sub(rf"^(.+?) along\s*,?\s+(?:{word}\s+)?(.+?)(?: {word})?$", rf"\1 {word} \2", text)
    found = re.fullmatch(
        rf"(?:at\s+)?(?P<along>.+?)\s*,?\s+{word}\s+(?P<z>.+?)(?:\s+to\s+(?P<to>.+?)\s*,?\s+{word}\s+(?P<toz>.+?))?\s*",
        text,
    )
    if not found and len(pair := [*_places(re.sub(r"^at\s+|\s*[x×]\s*", " ", text).strip())]) == 2:
        raise Ask("Is that along the wall, and up?", f"{kind} {surface} at {pair[0]} {word} {pair[1]}", sure=True)
    if not found:
        raise RefusedError(
            here.eg(f"give wall, place and height: {kind} w1 at 3' up 14\"; a run also where to: … to 3' up 8'"),
            value=rest,
        )
    names = ("along", "z", "to", "toz") if found["to"] else ("along", "z")
    up = OUT if surface == "ceiling" else UP
    along, z, *to = here.lengths(
        *((found[name], span) for name, span in zip(names, (ALONG, up, ALONG, up), strict=False))
    )
    return _Told(surface, along, z, (to[0], to[1]) if to else None)


def _find(hit: bool, surface: str = "w1") -> Callable[[Here, str], Heard]:
    def make(here: Here, rest: str) -> Heard:
        wall, text = surface_first(here, rest, surface)
        text = re.sub(r"^\s*(?:hits?|found|finds?)\s+", "", text, flags=re.IGNORECASE)
        if re.search(r"\b(?:cent(?:res?|ers?)|spacing|apart|pitch|o\.?c\.?)$", text.strip(), re.IGNORECASE):
            raise RefusedError(
                here.eg('how far they are apart is told by those that were found; type each: stud 16 1/2" magnet'),
                value=rest,
            )
        found = re.fullmatch(
            rf"(?:at\s+)?(?P<at>.+?)(?:\s+(?:by\s+)?(?P<how>{'|'.join(get_args(How))}))?", text.strip(), re.IGNORECASE
        )
        if not found:
            raise RefusedError(here.eg('give the place and how it was found: stud w1 16 1/2" magnet'), value=rest)
        places, how = here.lengths(*((at, ALONG) for at in _places(found["at"]))), (found["how"] or "scanner").lower()
        what = "joist" if wall == "ceiling" else "stud"
        say = (
            f"{'Hit' if hit else 'Miss'} by {how} on the "
            f"{'ceiling' if wall == 'ceiling' else dim_name(here.plan, wall)}: {', '.join(map(here.show, places))}"
        )
        taken, steps = set(here.plan.survey.finds), []
        for at in places:
            key = next_id("f", taken)
            taken.add(key)
            steps.append(PutFind(id=key, wall=wall, at=at, how=how, hit=hit))
        return Heard(say if hit else f"{say}, no {what}", several(*steps))

    return make


def _places(text: str) -> list[str]:
    """The places of a list, `450, 850 and 1250`; one that can be read as it stands is one."""
    if is_length(text):
        return [text]
    for mark in (r"\s*,\s+|\s*,?\s+and\s+|\s*&\s*", r"\s*,\s*|\s*,?\s+and\s+|\s+"):
        parts = [part for part in re.split(mark, text) if part]
        if 1 < len(parts) <= MOST_PLACES and all(map(is_length, parts)):
            return parts
    return [text]


def _way(here: Here, rest: str) -> Heard:
    found = re.fullmatch(
        rf"(?P<kind>{'|'.join(get_args(PassageKind))})(?:\s+(?P<name>[^0-9]*?[^0-9\s]))?\s+(?P<sizes>[0-9].*)",
        rest.strip(),
        re.IGNORECASE,
    )
    if not found:
        raise RefusedError(
            here.eg(
                'give what it is, width x height: way door 30" x 78"; a turn also the width after it: '
                'way turn 36" x 90" x 34"'
            ),
            value=rest,
        )
    sizes = here.lengths(*((part, PASSAGE) for part in re.split(r"[x×]", found["sizes"])))
    kind = found["kind"].lower()
    if not 2 <= len(sizes) <= 3 or min(sizes) <= 0:
        raise RefusedError(
            "give width x height, and for a turn the width after it, for lift or van its length", value=rest
        )
    passages = here.plan.survey.passages
    name = (found["name"] or "").strip() or kind
    put: Values = {"id": next_id("g", set(passages)), "kind": kind, "name": name, "width": sizes[0], "height": sizes[1]}
    if len(sizes) == 3:
        put["length" if kind in ("lift", "van") else "after"] = sizes[2]
    return Heard(f"Way in, {name}: {' × '.join(here.show(size) for size in sizes)}", PutPassage.model_validate(put))


MOST_PLACES: Final = 12
SERVICE_WORDS: Final = {
    "socket": ("outlet", "plug", "power point", "plug socket", "power socket", "wall socket"),
    "data": ("network", "ethernet"),
    "aerial": ("antenna", "coax"),
    "switch": ("light switch",),
}

SPANS: Final[dict[What, Span]] = {"along": ALONG, "up": UP, "down": UP}

PHRASES: Final[tuple[Phrase, ...]] = (
    *(
        Phrase(
            kind,
            "wall, place, height",
            f"a {kind} on a wall, from its left end",
            f"{kind} w1 at 3' up 14\"",
            "survey",
            _service(kind),
            also=SERVICE_WORDS.get(kind, ()),
        )
        for kind in ("socket", "switch", "data", "thermostat", "vent", "aerial", "wall box", "brush plate", "conduit")
    ),
    *(
        Phrase(
            kind,
            "wall, from, to",
            f"a known {kind} in a wall",
            f"{kind} w1 at 3' up 0 to 3' up 8'",
            "survey",
            _service(kind),
        )
        for kind in ("cable", "pipe")
    ),
    Phrase(
        "stud",
        "wall, place, how",
        "a stud found: scanner, magnet, knock or pilot",
        'stud w2 16 1/2" magnet',
        "survey",
        _find(True),
        also=("studs",),
    ),
    Phrase("miss", "wall, place, how", "nothing found there", 'miss w2 20" pilot', "survey", _find(False)),
    Phrase(
        "joist", "place, how", "a joist found in the ceiling", 'joist 16 1/2" pilot', "survey", _find(True, "ceiling")
    ),
    Phrase(
        "way",
        "kind and size",
        "what the boxes must pass: door, turn, stair, lift, van",
        'way door 30" x 78"',
        "survey",
        _way,
    ),
)
