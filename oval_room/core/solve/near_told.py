"""Near misses as they are read: which of them are wanted, in which order, what each leaves or lacks."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from oval_room.core.commands import Command
from oval_room.core.errors import RefusedError
from oval_room.core.figures import show_value
from oval_room.core.findings import Finding
from oval_room.core.money import Money, money_of
from oval_room.core.plan.document import Plan, Scheme
from oval_room.core.record import record
from oval_room.core.solve.near_misses import Near, Slack, slack_of
from oval_room.core.words import Words

ORDERS: Final = {"room": "most room first", "price": "cheapest first", "light": "lightest first"}
MOST_DIGITS: Final = 8
LACKS: Final = {"deg": "off", "db": "over", "ms": "over", "kg": "over"}
"""What is said of an amount that is lacking, by its unit; of any other that it is short."""


@record
class Lack:
    """What an item lacks: its level, by how much and at what, the sentence, and what would let it in."""

    level: str
    by: str
    told: str
    lets_in: tuple[str, ...]


@record
class NearTold:
    """An item as it is read. now: whether it is chosen. spare: its least room, where it does. command: takes it."""

    name: str
    price: Money | None
    now: bool
    spare: str
    lacks: tuple[Lack, ...]
    command: Command


def dearest_of(text: str) -> float | None:
    """The highest price that is wanted; None where nobody says.

    Raises:
        RefusedError: it is no price.
    """
    plain = text.strip().replace(" ", "").replace(",", "")
    if not plain:
        return None
    if not plain.isdecimal() or len(plain) > MOST_DIGITS:
        raise RefusedError("give the highest price as a number, as in 2000", field="most", value=text)
    return float(plain)


def wanted(found: Sequence[Near], words: Sequence[str], dearest: float | None, order: str) -> list[Near]:
    """The items that have all of some words in their name and cost no more, in an order; what does the room stays in
    front, however the rest is ordered."""
    fits = [
        one
        for one in found
        if all(word in one.item.name.lower() for word in words)
        and (dearest is None or (one.item.price is not None and one.item.price <= dearest))
    ]
    return sorted(fits, key=lambda one: _place(one, order))


def _place(one: Near, order: str) -> tuple[object, ...]:
    if order not in ("price", "light"):
        return one.order
    value = one.item.price if order == "price" else one.item.mass_kg
    return (bool(one.misses), value is None, value or 0.0, *one.order)


def told(plan: Plan, one: Near, picture: str) -> NearTold:
    """An item as it is read of a picture."""
    words = Words(one.plan)
    least, spare = one.least, ""
    if least is not None and not one.misses and not one.minds:
        spare = _by(least, least.finding, words)
    label = f"{one.item.name} from the shelf"
    return NearTold(
        one.item.name,
        money_of(one.item.price, plan.writing.currency),
        one.key in _held(plan.chosen, picture),
        spare,
        tuple(_lack(finding, words) for finding in (*one.misses, *one.minds)),
        one.command.model_copy(update={"label": label}),
    )


def _held(scheme: Scheme, picture: str) -> set[str | None]:
    """The editions that a picture has now: its own and its projector's, with their mounts."""
    fed, node = scheme.fed_by(picture), scheme.pictures[picture]
    return {node.gear, node.mount} | ({fed[1].gear, fed[1].mount} if fed else set())


def _lack(finding: Finding, words: Words) -> Lack:
    lets_in = tuple(dict.fromkeys(words.cure(cure) for cure in finding.cures))[:2]
    return Lack(finding.level.value, _by(slack_of(finding), finding, words), words.finding(finding), lets_in)


def _by(slack: Slack | None, finding: Finding, words: Words) -> str:
    """How much room a finding leaves or lacks, and at what: `120 mm short: lens shift`."""
    scene = words.names.get(finding.about.get("scene", ""), "")
    what = f"contrast in {scene}" if scene and finding.unit == "to_one" else finding.code.what
    if slack is None:
        return what
    amount = show_value(abs(slack.amount), slack.unit, ruler=words.ruler)
    return f"{amount} {'to spare' if slack.amount >= 0 else LACKS.get(slack.unit, 'short')}: {what}"
