"""What the drilling pages print, against what stops are about."""

from __future__ import annotations

import re
from typing import Any

from oval_room.core.levels import Level
from oval_room.core.report import Report

STAGES = ("fixing", "picture")


def holes_under_a_stop(client: Any, job: str, report: Report) -> list[str]:
    """Pictures and things with an open stop of where or how they hang whose holes a job's drilling pages give all the
    same: told by each hole's spot, which begins with what it is of."""
    stopped = {
        of
        for one in report.findings
        if one.level is Level.STOP
        and one.key not in report.accepted
        and one.code.stage in STAGES
        and "projector" not in one.about
        for of in (one.about.get("picture"), one.about.get("thing"))
        if of
    }
    wrong = []
    for wall in range(1, 5):
        page = client.get(f"/jobs/{job}/drill", params={"wall": f"w{wall}"}, headers={"accept": "text/html"})
        if page.status_code == 200:
            printed = set(re.findall(r'data-hole="(\w+) ', page.text))
            wrong += [f"w{wall}: {of}" for of in sorted(printed & stopped)]
    return wrong
