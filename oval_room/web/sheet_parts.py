"""What the sheet page is made of, worked out once for the whole page and for the parts swapped after a change."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import asdict, replace
from typing import Final
from urllib.parse import urlencode

from fastapi import Request

from oval_room.core.commands import Command
from oval_room.core.figures import Figure, show_figure, show_value
from oval_room.core.findings import Finding
from oval_room.core.hand.grips import grips_of
from oval_room.core.hints import in_unit
from oval_room.core.levels import Level
from oval_room.core.parts import OFFERS, STAGES, SUBJECTS, entries_of
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import UNSURE
from oval_room.core.plan.turn import wall_name
from oval_room.core.report import Report
from oval_room.core.solve.shelf import MOST, offers
from oval_room.core.solve.within import Watch
from oval_room.core.words import Words
from oval_room.drawing.layers import HIDEABLE
from oval_room.drawing.parts import VIEW_NAMES, VIEWS
from oval_room.drawing.sheet import Drawn, draw
from oval_room.store.records import Committed, Head
from oval_room.web.bench import Bench
from oval_room.web.found import Findings, ShownFinding, costs, piece
from oval_room.web.pages import fragment
from oval_room.web.part import Page, WebPart, asked_at, of_stage
from oval_room.web.person import person_of
from oval_room.web.seen import Seen
from oval_room.web.tabs import tabs_of
from oval_room.web.told import can_settle, headlines, marks, shown_lead, shown_views, without_holes

LEAD: Final = (690.0, 394.0)
COMPANION: Final = (690.0, 188.0)
"""Sizes drawn for until the browser has told its own; companions share the width."""
PHONE: Final = 760
RAIL, RECKONING, HEAD, TABS, TAPE = 216, 356, 40, 32, 46
"""What stands round the sheet, and up to what width it stands above and below instead (_frame.scss) [px]."""
REGIONS: Final = ("head", "tabs", "rail", "lead", "companions", "reckoning", "keys")


GOODS: Final = 8
"""Checks that pass, shown before the rest are folded up."""
TRIED_AT_ONCE: Final = 2500
"""Cures tried in one request, times pictures and seats, or times what a many-cornered outline costs: any ordinary
room's, and a few of a hall's."""


LISTED: Final = 120
"""Findings that are listed, the worst; the others are counted."""
CURES_S: Final = 0.3
"""How long a page may try cures; those left wait to be asked for [s]."""


def _board(window: str) -> tuple[float, float]:
    """Room the sheet has in a window of this size (as 1280x800, from the window's cookie), as _sheet.scss shares it."""
    found = re.fullmatch(r"([0-9]{3,4})x([0-9]{3,4})", window)
    if not found:
        return 0.0, 0.0
    width, height = float(found[1]), float(found[2])
    return (width, 300.0) if width <= PHONE else (width - RAIL - RECKONING, height - HEAD - TABS - TAPE)


def _sizes(query: dict[str, str], window: str) -> tuple[tuple[float, float], tuple[float, float]]:
    """Sizes of lead and companions for the room the browser has."""
    try:
        width, height = float(query.get("w", 0)), float(query.get("h", 0))
    except ValueError:
        width = height = 0.0
    if not width:
        width, height = _board(window)
    if not (200 <= width <= 4000 and 200 <= height <= 3000):
        return LEAD, COMPANION
    if width < 520:
        return (width, min(height, 320.0)), (width, 220.0)
    lead = round(height * 0.665)
    return (width, lead), (width, height - lead - 1)


class SheetParts:
    """One job as one person sees it."""

    def __init__(self, bench: Bench, request: Request, head: Head, stage: str, query: dict[str, str]) -> None:
        self.bench, self.request, self.head, self.query = bench, request, head, query
        self.plan: Plan = head.plan
        self.seen = Seen.of(head.plan, stage, query, request.cookies)
        self.report: Report = bench.report(head)
        self.parts: Sequence[WebPart] = request.app.state.parts
        self.unlisted = 0
        self.in_room = "room" in query
        """Whether another page of the job than its sheet asks, which has no drawing."""

    def follow(self, plan: Plan) -> dict[str, str]:
        """The view after a change: a picture or seat just made becomes the subject."""
        view = dict(self.query)
        for kind, old, now in (
            ("picture", self.plan.chosen.pictures, plan.chosen.pictures),
            ("seat", self.plan.survey.seats, plan.survey.seats),
        ):
            made = [key for key in now if key not in old]
            if len(made) == 1:
                view[kind] = made[0]
        return view

    def seen_then(self, plan: Plan) -> Seen:
        """What is looked at once a change has led to a plan."""
        return Seen.of(plan, self.seen.stage, self.follow(plan), self.request.cookies)

    def commit(self, base: int, command: Command, key: str | None = None, group: str | None = None) -> Committed:
        """Change the job as who looks at it."""
        author = person_of(self.request).name
        return self.bench.commit(self.head.job, base, command, author, key, group, self.seen_then)

    def drawings(self, ghost: Plan | None = None, only_lead: bool = False) -> list[Drawn]:
        """The stage's views as drawn; the lead first."""
        look = self.bench.look(self.plan, self.report, self.seen, ghost)
        names = (shown_lead(look, self.seen),) if only_lead else shown_views(look, self.seen)
        lead, companion = _sizes(self.query, self.request.cookies.get("window", ""))
        parts = []
        below = names[1:]
        shares = {name: VIEWS[name].share for name in below}
        whole = sum(shares.values()) or 1
        for i, name in enumerate(names):
            size = lead if i == 0 else (companion[0] * shares[name] / whole, companion[1])
            part = draw(
                look, name, *size, self.seen.layers, "lead-" if i == 0 else "c-", self.seen.zoom if i == 0 else None
            )
            if part:
                parts.append(part)
        return parts

    def lead_size(self) -> tuple[float, float]:
        return _sizes(self.query, self.request.cookies.get("window", ""))[0]

    def findings(self, *, try_cures: bool = False) -> list[ShownFinding]:
        """Worst first; of equal ones this stage's first.

        Args:
            try_cures: whether cures that were not tried for this report yet are, while there is time; the page comes
            first, and asks for them once it is there.
        """
        words = Words(self.plan)
        found = sorted(
            self.report.findings,
            key=lambda f: (
                f.level.rank + 1.5 * (f.key in self.report.accepted and f.level is Level.MIND),
                f.code.stage != self.seen.stage,
                f.key,
            ),
        )
        shown, left, good, watch = [], TRIED_AT_ONCE, 0, self.bench.looking(self.head.job, CURES_S)
        self.unlisted = max(len(found) - LISTED, 0)
        survey = self.plan.survey
        weight = max(len(self.plan.chosen.pictures) * len(survey.seats), len(survey.room.walls) ** 2 // 4, 1)
        for finding in found[:LISTED]:
            cures, untried, waits = [], False, False
            if finding.level is not Level.GOOD and offers(self.plan, finding):
                new = not self.bench.tried(self.head.job, self.report, finding)
                left -= weight * (len(finding.cures) + MOST) * new
                waits = new and not try_cures
                untried = new and try_cures and (left < 0 or watch.over)
                cures = [] if untried or waits else self.cures(finding, watch)
                untried = untried or (new and try_cures and watch.over and not cures)
            good += finding.level is Level.GOOD
            accepted, folded = self.report.accepted.get(finding.key), finding.level is Level.GOOD and good > GOODS
            shown.append(ShownFinding(finding, words.finding(finding), cures, accepted, untried, folded, waits))
        return shown if good > GOODS + 3 else [replace(one, folded=False) for one in shown]

    def cures(self, finding: Finding, watch: Watch | None = None) -> list[str]:
        """What the cures of a finding say, tried out."""
        words, found = Words(self.plan), self.bench.cures(self.head.job, self.plan, self.report, finding, watch)
        return [words.cure(one.cure) + costs(one.harm) for one in found]

    def looked_at(self, **changes: str | None) -> dict[str, str]:
        """What is looked at, as an address says it, with some of it changed."""
        s = self.seen.subject
        now: dict[str, str | None] = {
            **{kind: key for kind, key in s.by_kind().items() if kind != "projector"},
            "lead": self.seen.lead or None,
            "zoom": self.query.get("zoom") if self.seen.zoom else None,
            "wall": f"w{self.seen.wall}" if self.query.get("wall") else None,
        }
        return {key: value for key, value in (now | changes).items() if value}

    def link(self, **changes: str | None) -> str:
        """This page's address with some of what is seen changed."""
        stage = changes.pop("stage", None) or self.seen.stage
        query = self.looked_at(**changes)
        return f"/jobs/{self.head.job}/{stage}" + (f"?{urlencode(query)}" if query else "")

    def frame(self, here: str = "") -> dict[str, object]:
        """What stands round every page of the job: head, rail, tabs, tape line.

        Args:
            here: the route of the page that is looked at; the sheet itself without.
        """
        plan, seen, ruler = self.plan, self.seen, self.plan.writing.ruler
        undo, redo = self.bench.store.undoable(self.head.job, person_of(self.request).name)
        return {
            "head": self.head,
            "plan": plan,
            "seen": seen,
            "stage": seen.stage,
            "spec": STAGES[seen.stage],
            "hint": in_unit(STAGES[seen.stage].hint, ruler),
            "typed": lambda text: in_unit(text, ruler),
            "subject": seen.subject,
            "scheme": plan.chosen,
            "marks": marks(plan, self.report),
            "undo": undo,
            "redo": redo,
            "link": self.link,
            "tabs": tabs_of(self, here),
            "piece": piece,
            "said": "",
        }

    def context(self, delta: str = "", new: tuple[str, ...] = (), *, try_cures: bool = False) -> dict[str, object]:
        plan, seen, ruler = self.plan, self.seen, self.plan.writing.ruler
        parts, found = self.drawings(), self.findings(try_cures=try_cures)
        return self.frame() | {
            "lead": parts[0] if parts else None,
            "companions": parts[1:],
            "view_names": VIEW_NAMES,
            "extra": self._extra(),
            "layer_names": self._layers(),
            "headlines": headlines(plan, self.report, seen.stage, seen.subject),
            "without_holes": without_holes(self.report, seen.subject),
            "show": lambda figure: show_figure(figure, ruler),
            "findings": Findings.of(found, seen.stage, new),
            "unlisted": self.unlisted,
            "delta": delta,
            "new": new,
            "entries": entries_of(plan, self.bench.store.shelf(), seen.stage, seen.subject, seen.wall),
            "share": {name: view.share for name, view in VIEWS.items()},
            "own": [name for name, view in VIEWS.items() if view.own],
            "upset": self.report.upset,
            "cant_settle": can_settle(self.report, seen.stage, plan),
            "asks": [ask for ask in asked_at(self.parts, seen.stage, plan) if not isinstance(ask, Page)],
            "picks": self._picks(),
            "fitted": OFFERS,
            "wall_names": [(wall.key, wall_name(plan.survey.room, wall)) for wall in plan.survey.room.walls],
            "other_figures": self._others(),
            "grips": self.grips(),
            "assumed": self._assumed(),
            **self._blocks(),
        }

    def _blocks(self) -> dict[str, object]:
        """The stage's own blocks of the reckoning, with what they show."""
        own = of_stage(self.parts, self.seen.stage)
        blocks = own.blocks if own else ()
        shown = own.context(self) if own and own.context else {}
        return {
            "above": [one.template for one in blocks if one.above],
            "below": [one.template for one in blocks if not one.above],
            **shown,
        }

    def _picks(self) -> list[tuple[str, Mapping[str, str], str | None]]:
        """What is chosen among to look at: its kind, the names by id, the one looked at."""
        now = self.seen.subject.by_kind()
        found = ((name, kind.among(self.plan), now.get(name)) for name, kind in SUBJECTS.items())
        return [pick for pick in found if pick[1]]

    def _assumed(self) -> list[tuple[str, str, int]]:
        """Assumed, and it matters: what nobody has given, its value now, how many figures of the subject rest on it."""
        mine, ruler = set(self.seen.subject.ids()), self.plan.writing.ruler
        counts: dict[tuple[str, str], int] = {}
        for figure in self.report.figures.values():
            if not figure.is_about(mine, SUBJECTS):
                continue
            for item in figure.inputs:
                if item.source in UNSURE:
                    told = (item.label, show_value(item.value, item.unit, ruler=ruler))
                    counts[told] = counts.get(told, 0) + 1
        return sorted(((label, value, count) for (label, value), count in counts.items()), key=lambda row: -row[2])

    def _extra(self) -> list[tuple[str, str]]:
        """Views that this stage can lead with beside its own, where they have something to show."""
        look = self.bench.look(self.plan, self.report, self.seen)
        return [(name, VIEW_NAMES[name]) for name in STAGES[self.seen.stage].extra if VIEWS[name].there(look)]

    def _layers(self) -> dict[str, str]:
        """The layers that have something on them here."""
        return {layer.name: layer.title for layer in HIDEABLE if layer.there(self.plan)}

    def _others(self) -> list[Figure]:
        """Every figure of this stage that names the subject, or no seat or scene at all."""
        s, stage = self.seen.subject, self.seen.stage
        mine = set(s.ids())
        out = []
        for figure in self.report.figures.values():
            if figure.kind.stage == stage and figure.is_about(mine, SUBJECTS):
                out.append(figure)
        return out

    def grips(self) -> list[dict[str, object]]:
        """The lead view's grips for the overlay."""
        look = self.bench.look(self.plan, self.report, self.seen)
        lead = shown_lead(look, self.seen)
        return [asdict(grip) for grip in grips_of(self.plan, lead, self.seen.subject.picture, self.seen.wall)]

    def headlines_html(self, report: Report, plan: Plan) -> str:
        """The large figures of a plan that is only tried."""
        ruler, seen = plan.writing.ruler, self.seen
        shown = headlines(plan, report, seen.stage, seen.subject)
        context = {
            "headlines": shown,
            "without_holes": without_holes(report, seen.subject),
            "show": lambda figure: show_figure(figure, ruler),
            "typed": lambda text: in_unit(text, ruler),
            "scheme": plan.chosen,
            "plan": plan,
        }
        return fragment("sheet/_headlines.html", context)

    def swap(self, delta: str = "", new: tuple[str, ...] = ()) -> dict[str, str]:
        """The page's regions as HTML, to be put in place of the old ones."""
        if self.in_room:
            return {}  # it asks for itself again
        context = self.context(delta, new)
        return {region: fragment(f"sheet/_{region}.html", context) for region in REGIONS}
