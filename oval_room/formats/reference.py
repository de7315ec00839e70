"""The generated reference: sums, figures and the words of the tape line as Markdown, the job file's JSON Schema."""

from __future__ import annotations

import json
import re
from collections.abc import Callable
from typing import Final

from oval_room.core.gear.kinds import KINDS as GEAR_KINDS
from oval_room.core.gear.line import example_of
from oval_room.core.parts import CODES, KINDS, STAGES
from oval_room.core.sums.registry import GROUPS
from oval_room.core.tape.phrases import PHRASES, SAYINGS
from oval_room.core.tape.sayings import Saying
from oval_room.formats.job_file import schema

_MADE: Final = "<!-- Made by scripts/docs; a test keeps it current. -->\n"


def sums_md() -> str:
    """Every sum: what it takes and gives. These names are a promise to users."""
    out = [
        _MADE,
        "# Sums",
        "",
        "One rule on its own: a page (`/sums/NAME`), a command (`oval-room sum NAME key=value …`) and an endpoint",
        (
            '(`POST /api/sums/NAME` with `{"given": {…}}`). A length `width` comes as `width_mm`, `_cm`, `_m`, `_in`, '
            "`_ft` or as"
        ),
        (
            "`width_text`, what a person writes; a bare number there is in `job_unit` (mm). Results are always in the "
            "unit of their key."
        ),
        "Wrong input is 422 with the key and what to give instead, an unknown name 404.",
    ]
    for title, group in GROUPS:
        out += ["", f"## {title}"]
        for one in group:
            out += [
                "",
                f"### `{one.name}`: {one.title}",
                "",
                f"{one.about} Rules {one.rule}. `{one.formula}`",
                "",
                "| key | kind | what | when not given |",
                "| --- | --- | --- | --- |",
            ]
            out += [
                (
                    f"| `{given.keys[0]}` | {given.kind.replace('|', '/')} | {given.about} | "
                    f"{'must be given' if given.default is None else given.default} |"
                )
                for given in one.given
            ]
            out += ["", "Gives " + ", ".join(f"`{shown.key}` ({shown.label})" for shown in one.shows) + "."]
    return "\n".join(out) + "\n"


def figures_md() -> str:
    """Every figure kind and every finding code."""
    out = [
        _MADE,
        "# Figures and findings",
        "",
        "## Figures",
        "",
        "| key | unit | what | rule | formula | shown |",
        "| --- | --- | --- | --- | --- | --- |",
    ]
    sides = {"nearest": "to the nearest", "least": "rounded up", "greatest": "rounded down"}
    out += [
        (
            f"| `{kind.pattern}` | {kind.unit} | {kind.label} | {kind.rule} | "
            f"`{kind.formula.replace('|', chr(92) + '|')}` | {sides[kind.side]} |"
        )
        for kind in KINDS.values()
    ]
    out += ["", "## Findings", "", "| code | stage | says something of |", "| --- | --- | --- |"]
    out += [f"| `{code.name.lower()}` | {code.stage} | {code.what} |" for code in CODES.values()]
    return "\n".join(out) + "\n"


SAID_AS: Final = (
    "Whole lines, in whatever words of these: capitals stand for what goes there, `[…]` may be left out, `(a / b)` is "
    "one of them, words that carry nothing (the, of, about) may stand between. Each is a line or more of the words "
    "above; what could be several is asked."
)


def _shown(saying: Saying) -> str:
    """A saying's pattern as a person reads it: slots as what goes there."""
    slots = re.sub(r"\{\w+:([^}|]+)\}", lambda found: found[1].upper(), saying.pattern)
    slots = re.sub(r"\{\w+:([^}]+)\}", r"(\1)", slots)
    return re.sub(r"\(([^)|]+)\)", r"\1", slots).replace("|", " / ")


def words_md() -> str:
    """Every phrase of the tape line."""
    out = [
        _MADE,
        "# What can be said",
        "",
        "The tape line's words; `undo` and `redo` work too, and `what if` before any line shows what it would come to.",
    ]
    for stage in STAGES:
        out += ["", f"## {stage.capitalize()}", "", "| word | then | sets | as in |", "| --- | --- | --- | --- |"]
        out += [f"| {p.word} | {p.follows} | {p.about} | `{p.example}` |" for p in PHRASES if p.stage == stage]
    out += ["", "## As people say it", "", SAID_AS, ""]
    out += [f"- `{_shown(saying)}`" for saying in SAYINGS]
    out += ["", "## Gear", "", "From any stage, onto the shelf; in brackets what else may follow.", ""]
    for kind in GEAR_KINDS.values():
        rest = ", ".join(field.word for field in kind.fields if not field.first)
        out.append(f"- `{example_of(kind)}` ({rest})")
    return "\n".join(out) + "\n"


def schema_json() -> str:
    return json.dumps(schema(), ensure_ascii=False, indent=1, sort_keys=True) + "\n"


MADE: Final[dict[str, Callable[[], str]]] = {
    "sums.md": sums_md,
    "figures.md": figures_md,
    "words.md": words_md,
    "job-file.schema.json": schema_json,
}
"""Files of docs/ and what makes them."""
