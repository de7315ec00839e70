"""How changes of a job are sent and answered: what every change carries, the page's new regions, a refusal, a clash."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from typing import Annotated

from fastapi import Request
from fastapi.responses import JSONResponse
from pydantic import BaseModel, ConfigDict, Field

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.parts import START
from oval_room.core.plan.changes import said
from oval_room.store.records import ClashError, Committed
from oval_room.web.bench import Bench
from oval_room.web.gate import StageWord, Viewed
from oval_room.web.pages import lengths
from oval_room.web.sheet_parts import SheetParts

Key = Annotated[str | None, Field(max_length=64, pattern=r"^[A-Za-z0-9-]+$")]


class Body(BaseModel):
    """What every change carries: the revision it was made on, and what the person looks at."""

    model_config = ConfigDict(extra="forbid")
    base: int = Field(ge=1, le=10**9)
    stage: StageWord = START
    view: Viewed = {}
    key: Key = None


def bench_of(request: Request) -> Bench:
    bench: Bench = request.app.state.bench
    return bench


def refused(
    text: str, field: str = "line", status: int = 422, *, options: tuple[str, ...] = (), asked: bool = False
) -> JSONResponse:
    """Why not, and what to type instead; asked: the options are all that it can mean."""
    answer = {"kind": "refused", "say": text, "html": str(lengths(text)), "field": field, "options": list(options)}
    return JSONResponse(answer | {"asked": asked}, status)


def answer(request: Request, before: SheetParts, act: Callable[[], Committed]) -> JSONResponse:
    """Do something to a job and answer with the page's new regions, or say why not."""
    try:
        done: Committed = act()
    except ClashError as clash:
        return _clash(before, clash)
    except (RefusedError, MissingError) as wrong:
        return refused(wrong.text[:1].upper() + wrong.text[1:])
    bench, head = before.bench, done.head
    newest = bench.store.head(head.job)
    after = SheetParts(bench, request, newest, before.seen.stage, before.follow(newest.plan))
    bench.summarise(newest)
    delta = bench.delta(before.report, after.report, newest.plan, after.seen.subject)
    text = ": ".join(filter(None, (done.label, delta.text)))
    return told_done(after, done.label, after.swap(text, delta.new), text, done.meanwhile)


def told_done(
    after: SheetParts, label: str, regions: dict[str, str], text: str, meanwhile: Sequence[str] = ()
) -> JSONResponse:
    """What was done, and the page's regions as they are now."""
    return JSONResponse(
        {
            "kind": "done",
            "revision": after.head.revision,
            "label": label,
            "delta": text,
            "html": str(lengths(label)),
            "meanwhile": list(meanwhile),
            "regions": regions,
            "address": after.link(),
            "grips": after.grips(),
        }
    )


def told_clashes(clash: ClashError, bench: Bench, job: str) -> list[dict[str, str]]:
    """Each place that two people changed: what it was, theirs, mine."""
    ruler = bench.store.head(job).plan.writing.ruler

    def show(value: object) -> str:
        if isinstance(value, dict) and "value" in value:
            value = value["value"]
        if value is None:
            return "nothing"
        if isinstance(value, dict):
            return str(value.get("name") or "what was made there")[:80]
        return ruler.show(value) if isinstance(value, float) else re.sub(r"\s+", " ", str(value))[:80]

    return [
        {"path": said(path), "before": show(was), "theirs": show(theirs), "mine": show(mine)}
        for path, was, theirs, mine in clash.clashes
    ]


def _clash(parts: SheetParts, clash: ClashError) -> JSONResponse:
    clashes = told_clashes(clash, parts.bench, parts.head.job)
    text = (
        f"{clash.by} changed this meanwhile: theirs {clashes[0]['theirs']}, yours {clashes[0]['mine']}. "
        "Nothing of either is lost."
    )
    return JSONResponse({"kind": "clash", "say": text, "head": clash.head, "clashes": clashes}, 409)
