"""The tabs of a job's pages: its sheet, the pages of the stage, its print, and the pages of the whole job."""

from __future__ import annotations

from typing import TYPE_CHECKING, Final
from urllib.parse import urlencode

from oval_room.core.record import record
from oval_room.web.part import Page, asked_at

if TYPE_CHECKING:
    from oval_room.web.sheet_parts import SheetParts

OF_JOB: Final = (Page("schemes", "Schemes"), Page("history", "What was done"), Page("files", "Files"))
"""Pages that belong to the whole job, whatever is being worked at."""
PRINT: Final = Page("print_page", "Print")


@record
class Tab:
    """A page beside the one that is looked at: what its tab says, its address, whether it is this one, and whether it
    belongs to the whole job."""

    says: str
    address: str
    here: bool = False
    of_job: bool = False


def tabs_of(parts: SheetParts, here: str = "") -> list[Tab]:
    """The pages beside one of a job's.

    Args:
        here: the route of the page that is looked at; the sheet itself without.
    """
    stage = parts.seen.stage
    asks = [ask for ask in asked_at(parts.parts, stage, parts.plan) if isinstance(ask, Page)]
    return [
        Tab("Sheet", parts.link(), not here),
        *(Tab(ask.says, address_of(parts, ask), here == ask.route) for ask in asks),
        Tab("Print", address_of(parts, PRINT, stage=stage), here == PRINT.route),
        *(Tab(ask.says, address_of(parts, ask), here == ask.route, of_job=True) for ask in OF_JOB),
    ]


def address_of(parts: SheetParts, to: Page, **path: str) -> str:
    """Where a page of the job is, with what is looked at; one of the whole job also knows the stage it was left for.

    Args:
        path: what its route wants besides the job.
    """
    query = parts.looked_at(lead=None, zoom=None)
    if to in OF_JOB:
        query = {"at": parts.seen.stage, **query}
    address = parts.request.app.url_path_for(to.route, job=parts.head.job, **path)
    return f"{address}?{urlencode(query)}" if query else str(address)
