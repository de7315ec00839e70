"""Study of every table-sim cabinet: what goes into its openings, its shape, which screen must be quick and dark, where
the money goes (rules 8.8)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import field

from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.levels import Level, beyond
from oval_room.core.money import money_of
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.gear import GearShelf, Panel
from oval_room.core.record import record
from oval_room.core.report import Result
from oval_room.core.rig.cabinet import BLACKS, LEAST, QUICK, SHARE, InOpening, Sized, in_opening, unfilled
from oval_room.core.rig.cabinet_says import CabinetCode
from oval_room.core.rig.document import Cabinet, CabinetScreen, Rigs
from oval_room.core.rig.figures import KINDS


@record
class Inside:
    """A cabinet's screen: its sizes, its sheet where it has one, how it is told."""

    size: Sized
    item: Panel | None
    name: str


@record
class CabinetResult(Result):
    """Every cabinet's screens by role, and how its playfield lies, by the cabinet's id."""

    insides: Mapping[str, Mapping[str, Inside]] = field(default_factory=dict)
    fits: Mapping[str, InOpening] = field(default_factory=dict)


def inside_of(screen: CabinetScreen, gear: GearShelf) -> Inside:
    """A screen of a cabinet as its sheet has it, else as its bare size says."""
    item = gear.get(screen.gear or "")
    if isinstance(item, Panel):
        size = Sized(item.width, item.height, item.frame_side, item.frame_top + item.frame_bottom)
        return Inside(size, item, item.name)
    size = Sized(screen.width, screen.height, screen.frame, 2 * screen.frame)
    return Inside(size, None, f"{(screen.width**2 + screen.height**2) ** 0.5 / 25.4:.0f} inch")


def study_cabinets(scheme: Scheme, gear: GearShelf) -> CabinetResult:
    """Every cabinet of a scheme."""
    kept = scheme.kept(Rigs)
    if not kept.cabinets:
        return CabinetResult({}, ())
    book, out = FigureBook(KINDS), list[Finding]()
    insides, fits = dict[str, Mapping[str, Inside]](), dict[str, InOpening]()
    for key, cabinet in kept.cabinets.items():
        mine = {one.role: inside_of(one, gear) for one in kept.insides.values() if one.of == key}
        insides[key] = {str(role): one for role, one in mine.items()}
        about = {"thing": key}
        playfield = mine.get("playfield")
        if playfield is None:
            out.append(Finding(CabinetCode.CABINET_EMPTY, Level.NOTE, "8.8", about))
            continue
        fits[key] = lies = in_opening(playfield.size, cabinet.length, cabinet.width)
        _figures(book, key, cabinet, lies, playfield)
        out += [*_lies(key, cabinet, lies, playfield), *_needs(key, playfield), *_money(key, insides[key])]
        out += _over(key, cabinet, insides[key])
    return CabinetResult(book.figures, tuple(out), insides, fits)


def _figures(book: FigureBook, key: str, cabinet: Cabinet, lies: InOpening, one: Inside) -> None:
    put = {"subject": cabinet.name, "thing": key}
    across, up = one.size.overall
    wide, high = Input("w", "the opening", cabinet.width, "mm", "read"), Input("h", "overall", up, "mm", "maker")
    long, broad = Input("l", "the opening", cabinet.length, "mm", "read"), Input("b", "overall", across, "mm", "maker")
    book.add("cabinet_sides", lies.sides, wide, high, **put)
    book.add("cabinet_ends", lies.ends, long, broad, **put)
    table = Input("t", "a game's own field", cabinet.table, "ratio", "chosen")
    shape = Input("a", "the screen", lies.long, "ratio", "maker")
    book.add("cabinet_shape", 100 * unfilled(lies.long, cabinet.table), shape, table, **put)


def _lies(key: str, cabinet: Cabinet, lies: InOpening, playfield: Inside) -> Iterator[Finding]:
    """Whether it goes in, how much wood or frame is seen round it, the game's shape, that it runs upright."""
    about, tight = {"thing": key}, min(lies.sides, lies.ends)
    level = Level.STOP if beyond(LEAST, tight) else Level.GOOD
    more = {"name": playfield.name, "sides": lies.sides, "ends": lies.ends, "bare": (lies.bare_sides, lies.bare_ends)}
    yield Finding(CabinetCode.CABINET_FITS, level, "8.8", about, tight, LEAST, "mm", more=more)
    lost = unfilled(lies.long, cabinet.table)
    more = {"name": playfield.name, "long": lies.long, "table": cabinet.table}
    yield Finding(
        CabinetCode.CABINET_SHAPE,
        Level.NOTE if lost > 0.01 else Level.GOOD,
        "8.8",
        about,
        100 * lost,
        None,
        "pct",
        more=more,
    )
    yield Finding(CabinetCode.CABINET_TURNED, Level.NOTE, "8.8", about, more={"name": playfield.name})


def _needs(key: str, playfield: Inside) -> Iterator[Finding]:
    """The playfield alone must be quick and dark; its sheet, or that nobody has said."""
    item, about = playfield.item, {"thing": key}
    if item is None:
        yield Finding(
            CabinetCode.CABINET_QUICK, Level.NOTE, "8.8", about, more={"name": playfield.name, "why": "no sheet"}
        )
        return
    lag, hz = item.lag_ms, item.refresh_hz
    slow = (lag is not None and beyond(lag, QUICK[0])) or (hz is not None and hz < QUICK[1])
    level = Level.MIND if slow else Level.NOTE if lag is None or hz is None else Level.GOOD
    more = {"name": playfield.name, "lag": lag, "hz": hz, "why": ""}
    yield Finding(CabinetCode.CABINET_QUICK, level, "8.8", about, lag, QUICK[0], "ms", more=more)
    dark = item.technology in BLACKS
    more = {"name": playfield.name, "technology": item.technology}
    yield Finding(CabinetCode.CABINET_DARK, Level.GOOD if dark else Level.MIND, "8.8", about, more=more)


def _money(key: str, insides: Mapping[str, Inside]) -> Iterator[Finding]:
    """The playfield's share of what all screens cost."""
    prices = {
        role: money
        for role, one in insides.items()
        if one.item is not None and (money := money_of(one.item.price or None)) is not None
    }
    if len(prices) < 2 or "playfield" not in prices:
        return
    share = prices["playfield"].minor / sum(money.minor for money in prices.values())
    level = Level.MIND if share < SHARE else Level.GOOD
    yield Finding(CabinetCode.CABINET_MONEY, level, "8.8", {"thing": key}, 100 * share, 100 * SHARE, "pct")


def _over(key: str, cabinet: Cabinet, insides: Mapping[str, Inside]) -> Iterator[Finding]:
    """Back screen and strip stand across the table: no broader than the cabinet over all."""
    for role in ("back", "strip"):
        one = insides.get(role)
        if one is None:
            continue
        across = one.size.overall[0]
        level = Level.NOTE if beyond(across, cabinet.width) else Level.GOOD
        more = {"name": one.name, "role": role, "part": role}
        yield Finding(CabinetCode.CABINET_OVER, level, "8.8", {"thing": key}, across, cabinet.width, "mm", more=more)
