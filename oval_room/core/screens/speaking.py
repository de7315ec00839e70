"""Findings that speak for a group: what holds for several pictures of one group is said once (rules 0)."""

from __future__ import annotations

from dataclasses import replace

from oval_room.core.commands import Command, several
from oval_room.core.findings import Cure, Finding
from oval_room.core.plan.document import Scheme
from oval_room.core.screens.group_commands import of_group


def for_group(finding: Finding, keys: frozenset[str]) -> Finding:
    """A finding whose cures, where they change the one picture that a group is looked at as, change the group."""
    if not finding.cures or finding.about.get("picture") not in keys:
        return finding
    turned = ((cure, of_group(cure.command, keys)) for cure in finding.cures)
    return replace(finding, cures=tuple(replace(cure, command=put) for cure, put in turned if put is not None))


def together(findings: list[Finding], scheme: Scheme) -> list[Finding]:
    """The findings with those of one group's pictures that say the same, at one level, said once for the group."""
    of = {member: key for key, group in scheme.groups.items() for member in group.members}
    if not of:
        return findings
    out: list[Finding] = []
    alike: dict[tuple[str, ...], list[Finding]] = {}
    for finding in findings:
        group = of.get(finding.about.get("picture", ""))
        if group is None or "projector" in finding.about:
            out.append(finding)
            continue
        said = (group, finding.code.name, finding.level.value, finding.about.get("scene", ""))
        alike.setdefault(said, []).append(finding)
    for (group, *_), same in alike.items():
        out.append(same[0] if len(same) == 1 else _spoken(group, same))
    return out


def _spoken(group: str, same: list[Finding]) -> Finding:
    """One finding for several: the worst one's, of the group, with the cures that all of them have, taken together."""
    worst = max(same, key=lambda finding: finding.off_by or 0.0)
    members = tuple(finding.about["picture"] for finding in same)
    shared = [cure for cure in worst.cures if all(any(one.form == cure.form for one in other.cures) for other in same)]
    cures = tuple(replace(cure, command=several(*(_of_form(finding, cure) for finding in same))) for cure in shared)
    about = {**worst.about, "picture": group}
    return replace(worst, about=about, cures=cures, of=members, first=worst.about["picture"])


def _of_form(finding: Finding, cure: Cure) -> Command:
    return next(one.command for one in finding.cures if one.form == cure.form)
