"""What is sawn for a plan: timbers that bridge joists, boards that back a plate, cleats (rules 7.4, 7.8, 7.11,
7.12)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final, NamedTuple

from oval_room.core.fixing.cut_list import cut_list
from oval_room.core.fixing.window_study import WindowResult
from oval_room.core.hanging.document import Hanging
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf, Mount
from oval_room.core.record import record
from oval_room.core.report import Report
from oval_room.core.words import Words

STUD: Final = 38.0
"""A backing board lies on the whole face of the studs at its ends (planning value of ours) [mm]."""
PLYWOOD: Final = 18.0
"""A backing board is at least so thick (rules 7.4) [mm]."""
INSIDE: Final = 20.0
"""A cleat is so much shorter than its thing at either end (planning value of ours) [mm]."""
TIMBER: Final = "timber 38 × 90"
CLEATED: Final = ("shelf", "cabinet", "box")
CLEAT: Final = "cleat 18 × 90, cut at 45°"


class Piece(NamedTuple):
    """One piece to saw: of what, how long [mm], what for."""

    of: str
    length: float
    for_: str


@record
class Boards:
    """One kind of stock: its pieces, and what is cut from each length of it; pieces too long for it are told apart."""

    of: str
    pieces: tuple[Piece, ...]
    lengths: tuple[tuple[float, ...], ...]
    too_long: tuple[Piece, ...]


def pieces_of(plan: Plan, gear: GearShelf, report: Report) -> list[Piece]:
    """Every piece that the chosen scheme wants sawn."""
    return [*_bridges(plan, report), *_backing(plan, gear, report), *_cleats(plan)]


def _bridges(plan: Plan, report: Report) -> Iterator[Piece]:
    for key, held in report.of(WindowResult).held.items():
        if not held.on and held.timber is not None:
            yield Piece(TIMBER, held.timber, f"{Words(plan).named({'projector': key}, 'projector')}, across the joists")


def _backing(plan: Plan, gear: GearShelf, report: Report) -> Iterator[Piece]:
    for finding in report.findings:
        board, key = finding.more.get("board"), finding.about.get("picture", "")
        picture = plan.chosen.pictures.get(key)
        if finding.code.name != "PLATE_STUDS" or not board or picture is None:
            continue
        mount, (left, right) = gear.get(picture.mount or ""), board
        high = mount.plate_height if isinstance(mount, Mount) else 0.0
        yield Piece(f"plywood {PLYWOOD:g} mm, {high:.0f} high", right - left + STUD, f"{picture.name}, across studs")


def _cleats(plan: Plan) -> Iterator[Piece]:
    for thing in plan.chosen.kept(Hanging).things.values():
        if thing.kind not in CLEATED:
            continue  # on a bracket of its maker's
        length = thing.width - 2 * INSIDE
        if length > 0:
            yield Piece(CLEAT, length, f"{thing.name}, on the wall")
            yield Piece(CLEAT, length, f"{thing.name}, on the thing")


def boards_of(pieces: list[Piece], stock: float, kerf: float) -> list[Boards]:
    """The pieces by what they are cut from, and what is cut from each length of stock [mm] (rules 7.12)."""
    out = []
    for kind in dict.fromkeys(piece.of for piece in pieces):
        mine = [piece for piece in pieces if piece.of == kind]
        fit = [piece for piece in mine if piece.length <= stock]
        lengths = cut_list([piece.length for piece in fit], stock, kerf=kerf)
        out.append(Boards(kind, tuple(mine), lengths, tuple(piece for piece in mine if piece.length > stock)))
    return out
