"""A report as JSON or as text: figures and findings, for the command line and other programs."""

from __future__ import annotations

from typing import Any

from oval_room.core.figures import put_in, show_figure
from oval_room.core.plan.document import Plan
from oval_room.core.report import Report
from oval_room.core.words import Words


def report_document(plan: Plan, report: Report) -> dict[str, Any]:
    """Figures by key and findings worst first, as plain JSON values."""
    ruler, words = plan.writing.ruler, Words(plan)
    return {
        "job": plan.name,
        "scheme": plan.schemes[report.scheme].name,
        "figures": {
            key: {
                "value": figure.value,
                "unit": figure.kind.unit,
                "label": figure.kind.label,
                "rule": figure.kind.rule,
                "shown": show_figure(figure, ruler),
                "working": put_in(figure, ruler),
                "assumed": figure.unsure,
            }
            for key, figure in report.figures.items()
        },
        "findings": [
            {
                "code": finding.code.name.lower(),
                "level": finding.level.value,
                "stage": finding.code.stage,
                "rule": finding.rule,
                "about": dict(finding.about),
                "value": finding.value,
                "limit": finding.limit,
                "unit": finding.unit,
                "text": words.finding(finding),
                "cures": [words.cure(cure) for cure in finding.cures],
            }
            for finding in report.findings
        ],
    }


def report_text(plan: Plan, report: Report) -> str:
    """The same to be read: findings first, then figures."""
    ruler, words = plan.writing.ruler, Words(plan)
    lines = [plan.name, ""]
    lines += [
        f"{finding.level.value:5} {words.finding(finding)}  (rules {finding.rule})" for finding in report.findings
    ]
    lines.append("")
    for figure in report.figures.values():
        who = f", {figure.subject}" if figure.subject else ""
        lines.append(f"{show_figure(figure, ruler):>16}  {figure.kind.label}{who}")
    return "\n".join(lines)
