"""What the shelf's pages show: items by kind and figures, plots of them, items beside each other."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Final

from fastapi import Request

from oval_room.core.gear.choosing import amounts, sorted_out, wanted
from oval_room.core.gear.common import GearKind
from oval_room.core.gear.field import INCH
from oval_room.core.gear.kinds import KINDS, kind_of
from oval_room.core.gear.sheet import as_texts
from oval_room.core.light.brightness import CALIBRATED, effective_lumens, picture_white
from oval_room.core.plan.gear import GearItem, Panel, Projector
from oval_room.core.screens.size import picture_size
from oval_room.core.screens.surfaces import SURFACES
from oval_room.drawing.shelf_plots import Bar, Dot, bars, dots
from oval_room.store.store import Store
from oval_room.web.pages import crossed

SHOWN: Final = 400
AT_INCHES: Final = 100.0
"""Throws are drawn for a picture of this diagonal in 16:9 [inch]."""


def store_of(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


def shelf_context(request: Request) -> dict[str, Any]:
    """The items that are asked for, by kind, and what is asked."""
    store, query = store_of(request), request.query_params
    asked, retired = query.get("q", "")[:80], "retired" in query
    only = query.get("kind", "") if query.get("kind", "") in KINDS else ""
    shelf, silent, wrong = store.shelf(on=not retired), 0, dict[str, str]()
    counts = {word: sum(kind_of(item).word == word for item in shelf.values()) for word in KINDS}
    given = {name: value[:20] for name, value in query.items()}
    if only:
        shelf = {key: item for key, item in shelf.items() if kind_of(item).word == only}
        asks, wrong = wanted(KINDS[only], given)
        shelf, silent = sorted_out(shelf.items(), asks)
    groups: dict[str, list[tuple[str, GearItem, dict[str, str]]]] = {word: [] for word in KINDS}
    for key, item in shelf.items():
        kind = kind_of(item)
        shown = as_texts(item, kind)
        found = f"{item.kind} {item.name} {' '.join(shown.values())}".lower()
        if all(word in found for word in asked.lower().split()):
            plain = {word: crossed(text) for word, text in shown.items()}
            groups[kind.word].append((key, item, plain))
    items = [(key, item) for key, item, _ in groups.get(only, [])]
    return {
        "groups": [(KINDS[word], rows[:SHOWN], len(rows)) for word, rows in groups.items()],
        "kinds": KINDS,
        "counts": counts,
        "only": only,
        "asks": amounts(KINDS[only]) if only else [],
        "given": given,
        "asks_wrong": wrong,
        "asked_by": any(given.get(f"{one.word} {end}") for one in amounts(KINDS[only]) for end in ("from", "to"))
        if only
        else False,
        "silent": silent,
        "q": asked,
        "retired": retired,
        "plots": plots(KINDS[only], items, query) if only and not retired else [],
        "surfaces": SURFACES if only == "projector" else {},
        "surface": _surface(query),
    }


def _surface(query: Mapping[str, str]) -> str:
    return query.get("surface", "matte") if query.get("surface", "matte") in SURFACES else "matte"


def plots(kind: GearKind, items: list[tuple[str, GearItem]], query: Mapping[str, str]) -> list[tuple[str, str]]:
    """The plots that help to choose among items of a kind."""
    if kind.word == "projector":
        made = [_throws(items), _whites(items, _surface(query))]
    elif kind.word == "tv":
        made = [_against(items, "size", "white"), _against(items, "size", "price")]
    elif kind.word == "screen":
        made = [_against(items, "size", "price")]
    else:
        made = [_against(items, "rated", "price")]
    return [one for one in made if one[1]]


def _throws(items: list[tuple[str, GearItem]]) -> tuple[str, str]:
    width = picture_size(diagonal=AT_INCHES * INCH, aspect=16 / 9).width / 1000
    ranges = [
        Bar(key, item.name, item.lens[0] * width, item.lens[1] * width)
        for key, item in items
        if isinstance(item, Projector)
    ]
    title = f"lens to screen for {AT_INCHES:g}″ in 16:9"
    return title, bars("throws", title, "metres", ranges)


def _whites(items: list[tuple[str, GearItem]], surface: str) -> tuple[str, str]:
    """White on this surface at 100 inch, calibrated and new at the wide end, against price (rules 5.1, 5.2)."""
    size, gain = picture_size(diagonal=AT_INCHES * INCH, aspect=16 / 9), SURFACES[surface].gain
    points = [
        Dot(
            key,
            item.name,
            item.price,
            picture_white(
                effective_lumens(item.rated_lm, mode=CALIBRATED, zoom=1.0, age="new"),
                gain,
                size.width * size.height / 1e6,
            ),
        )
        for key, item in items
        if isinstance(item, Projector) and item.price is not None
    ]
    title = f"white of {AT_INCHES:g}″ on {SURFACES[surface].name}, calibrated, against price"
    return title, dots("whites", title, "price", "cd/m²", points)


def _against(items: list[tuple[str, GearItem]], across: str, up: str) -> tuple[str, str]:
    """One figure of a kind against another, for the items that say both."""
    points, units = [], {}
    for key, item in items:
        fields = {field.word: field.amount for field in kind_of(item).fields if field.amount}
        ends = [fields[word].of(item) if word in fields else None for word in (across, up)]
        units = {word: fields[word].unit for word in (across, up) if fields.get(word)}
        if ends[0] and ends[1]:
            points.append(Dot(key, item.model if isinstance(item, Panel) else item.name, ends[0][0], ends[1][0]))
    named = {word: f"{word} {unit}".strip() for word, unit in units.items()}
    title = f"{up} against {across}"
    return title, dots(f"{up}-{across}", title, named.get(across, ""), named.get(up, ""), points)
