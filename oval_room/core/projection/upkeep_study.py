"""What a projector costs to keep: years of its light, a lamp's hour, the air of a hush-box, the port it shines through
(rules 6.6, 6.10)."""

from __future__ import annotations

from oval_room.core.brief.document import Brief
from oval_room.core.figures import FigureBook, Input
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Scheme
from oval_room.core.plan.room import Room
from oval_room.core.projection.beam_study import beam_of
from oval_room.core.projection.figures import KINDS
from oval_room.core.projection.says import ThrowCode
from oval_room.core.projection.study import ProjectorThrow, ThrowResult
from oval_room.core.projection.units import M3_H
from oval_room.core.projection.upkeep import HOURS_A_DAY, RISE, ROUND_A_BEAM, hush_air, life_years
from oval_room.core.record import record
from oval_room.core.report import Result


@record
class Port:
    """An opening in the wall before a projector [mm]: its middle along the display wall and up, its least size."""

    x: float
    z: float
    width: float
    height: float


@record
class UpkeepResult(Result):
    """Ports by projector."""

    ports: dict[str, Port]


def study_upkeep(brief: Brief, room: Room, scheme: Scheme, throws: ThrowResult) -> UpkeepResult:
    """Every projector whose sheet tells its life, or that is boxed."""
    book, out, ports = FigureBook(KINDS), list[Finding](), dict[str, Port]()
    asked = brief.film + brief.sport + brief.games + brief.desk
    for key, throw in throws.throws.items():
        about = {"projector": key, "picture": throw.picture}
        if throw.item.life_h is not None:
            out.append(_life(book, key, throw, about, asked))
        if throw.projector.boxed == "hush-box":
            out.append(_air(book, key, throw, about))
        elif throw.projector.boxed == "carried in":
            out.append(_marks(throw, about))
        elif throw.projector.boxed == "behind a port":
            port = _port(room, scheme, throw)
            if port is not None:
                ports[key] = port
                more = {"x": port.x, "z": port.z, "width": port.width, "height": port.height}
                out.append(Finding(ThrowCode.PORT, Level.NOTE, "6.10", about, port.width, more=more))
    return UpkeepResult(book.figures, tuple(out), ports)


def _life(book: FigureBook, key: str, throw: ProjectorThrow, about: dict[str, str], asked: float) -> Finding:
    life, price, hours = throw.item.life_h or 0.0, throw.item.lamp_price, asked or HOURS_A_DAY
    years = life_years(life, hours)
    lasts = Input("life", "life of the light source", life, "hours", "maker")
    day = Input("day", "hours a day", hours, "hours", "chosen" if asked else "assumed")
    book.add("life_years", years, lasts, day, projector=key)
    more = {"hours": hours, "asked": asked > 0, "life": life, "light": throw.item.light, "price": price}
    return Finding(ThrowCode.LIFE, Level.NOTE, "6.10", about, years, None, "years", more=more)


def _air(book: FigureBook, key: str, throw: ProjectorThrow, about: dict[str, str]) -> Finding:
    watts = throw.item.watts
    if watts is None:
        return Finding(ThrowCode.AIR, Level.MIND, "6.10", about, None, None, M3_H)
    air = hush_air(watts, RISE)
    heat = Input("W", "power", watts, "watts", "maker")
    book.add("hush_air", air, heat, Input("ΔT", "warmer by [K]", RISE, "ratio", "rule"), projector=key)
    return Finding(ThrowCode.AIR, Level.NOTE, "6.10", about, air, None, M3_H, more={"watts": watts, "rise": RISE})


def _marks(throw: ProjectorThrow, about: dict[str, str]) -> Finding:
    """Where a projector that is carried in comes back to: the edges of its body."""
    pose, item = throw.projector.pose, throw.item
    right = item.lens_on_plate[0]
    middle = pose.x + (right if throw.projector.hung else -right)
    sides = middle - item.body_width / 2, middle + item.body_width / 2
    more = {"left": sides[0], "right": sides[1], "lens": pose.y, "up": pose.z - item.lens_on_plate[2]}
    return Finding(ThrowCode.MARKS, Level.NOTE, "6.11", about, pose.y, more=more)


def _port(room: Room, scheme: Scheme, throw: ProjectorThrow) -> Port | None:
    """Where the beam goes through the wall behind the room; None where the lens is before it."""
    pose, picture = throw.projector.pose, scheme.pictures[throw.picture]
    wall = room.behind(picture.pose.x, picture.pose.y + 1.0) if room.is_box else room.depth.value
    if not picture.pose.y < wall < pose.y:
        return None
    across, up = beam_of(throw, (picture.pose.x, picture.pose.z), picture.pose.y).at(wall)
    return Port(
        (across.least + across.greatest) / 2,
        (up.least + up.greatest) / 2,
        across.greatest - across.least + 2 * ROUND_A_BEAM,
        up.greatest - up.least + 2 * ROUND_A_BEAM,
    )
