"""The job's frame: what stands round every page of a job, and the pages themselves as rooms of it."""

from __future__ import annotations

from collections.abc import Mapping
from urllib.parse import urlencode

from fastapi import Request
from fastapi.responses import HTMLResponse

from oval_room.core.levels import Level
from oval_room.core.parts import STAGES
from oval_room.web.found import Findings
from oval_room.web.pages import page
from oval_room.web.sheet_parts import SheetParts


def at_stage(request: Request, otherwise: str) -> str:
    """The stage somebody came to a page of the whole job from, which is the way back."""
    at = request.query_params.get("at", "")
    return at if at in STAGES else otherwise


def room(
    request: Request, template: str, parts: SheetParts, here: str, context: Mapping[str, object], status: int = 200
) -> HTMLResponse:
    """A page in the job's frame: its head, rail, tabs and tape line, the stage's findings beside it.

    Args:
        here: the route's name.
    """
    own = Findings.of(parts.findings(), parts.seen.stage).own
    frame = parts.frame(here) | {
        "room": True,
        "here": _here(request, parts, here),
        "own": [one for one in own if one.finding.level.rank <= Level.MIND.rank],
    }
    return page(request, template, frame | {**context}, status)


def _here(request: Request, parts: SheetParts, here: str) -> str:
    """The page's own address, to be asked for again when the job has changed."""
    if request.method == "GET":
        return request.url.path + (f"?{request.url.query}" if request.url.query else "")
    query = urlencode(parts.looked_at(lead=None, zoom=None))
    return f"{request.app.url_path_for(here, job=parts.head.job)}?{query}"
