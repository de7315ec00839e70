"""What one trade brings to the web: its routes, and what the sheet shows of it, as one declaration."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import field
from typing import TYPE_CHECKING, ClassVar

from fastapi import APIRouter

from oval_room.core.part import Part
from oval_room.core.parts import START
from oval_room.core.plan.document import Plan
from oval_room.core.record import record
from oval_room.core.report import Report

if TYPE_CHECKING:
    from oval_room.web.sheet_parts import SheetParts


def _always(plan: Plan) -> bool:
    return True


@record
class Page:
    """A page of the job that stands beside a stage's sheet: its route's name and what its tab says. shown: whether a
    plan has something on it."""

    opens: ClassVar[str] = "page"
    route: str
    says: str
    shown: Callable[[Plan], bool] = _always


@record
class Panel:
    """What opens under the large figures: its route's name, which is its address in the job, and its button's words."""

    opens: ClassVar[str] = "panel"
    route: str
    says: str
    shown: Callable[[Plan], bool] = _always


Asked = Page | Panel


@record
class Block:
    """A block of a stage's reckoning: its template, and whether it stands over the large figures or under the
    findings."""

    template: str
    above: bool = False


@record
class WebPart:
    """What one trade brings to the web.

    part: the trade itself. routers: of its pages and panels. asks: what its stages (and others) offer to look into, by
    stage. blocks: of its own stage's reckoning. context: what those blocks are given. compared: its rows where schemes
    stand side by side, by their labels.
    """

    part: Part
    routers: tuple[APIRouter, ...] = ()
    asks: Mapping[str, tuple[Asked, ...]] = field(default_factory=dict)
    blocks: tuple[Block, ...] = ()
    context: Callable[[SheetParts], Mapping[str, object]] | None = None
    compared: Callable[[Plan, Report], Mapping[str, str]] | None = None


def asked_at(parts: Sequence[WebPart], stage: str, plan: Plan) -> list[Asked]:
    """What a stage offers to look into, for a plan."""
    return [one for part in parts for one in part.asks.get(stage, ()) if one.shown(plan)]


def of_stage(parts: Sequence[WebPart], stage: str) -> WebPart | None:
    """What the trade that is worked at a stage brings."""
    return next((one for one in parts if one.part.stage is not None and one.part.at == stage), None)


def panels_of(parts: Sequence[WebPart]) -> dict[str, str]:
    """The routes that give a panel of the sheet, each with the stage it is opened at."""
    asked = ((ask, stage) for part in parts for stage, asks in part.asks.items() for ask in asks)
    return dict.fromkeys(("breaking", "working", "near"), START) | {
        ask.route: stage for ask, stage in asked if isinstance(ask, Panel)
    }
