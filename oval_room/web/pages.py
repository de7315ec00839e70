"""Rendering: the Jinja environment, its filters, and what every page is given."""

from __future__ import annotations

import re
from collections.abc import Mapping
from datetime import datetime
from pathlib import Path
from typing import Final

from fastapi import Request
from fastapi.responses import HTMLResponse
from fastapi.templating import Jinja2Templates
from markupsafe import Markup, escape

from oval_room import __version__
from oval_room.core.parts import START, SUBJECTS
from oval_room.drawing.metrics import FRACTION, primes
from oval_room.web.door import SESSION, Door
from oval_room.web.person import person_of
from oval_room.web.shipped import asset, modules_of

HERE: Final = Path(__file__).parent
TEMPLATES: Final = Jinja2Templates(directory=str(HERE / "templates"))
THEMES: Final = ("paper", "dim")


LENGTH: Final = re.compile(r"""(?:[0-9]+'\ ?)?(?:[0-9]+\ )?[0-9]{1,2}/[0-9]{1,2}(?:"|\b)|[0-9]+'\ [0-9]+(?:"|\b)""")


STRAIGHT: Final = 0.05
"""An angle that is told as none [deg]."""


def crossed(text: str) -> str:
    """A sheet's sizes as they are read, `400 × 330 × 140`, where they are typed with an x."""
    return text.replace(" mm x ", " × ").replace(" x ", " × ")


def lengths(text: object) -> Markup:
    """Text with real primes, and fractions set one figure over the other (read aloud as written); no length breaks."""
    out, at = Markup(), 0
    plain = str(text)
    for found in LENGTH.finditer(plain):
        out += escape(primes(plain[at : found.start()])) + Markup('<span class="len">{}</span>').format(
            _one(found.group())
        )
        at = found.end()
    return out + escape(primes(plain[at:]))


def _one(length: str) -> Markup:
    found = FRACTION.search(length)
    if not found:
        return escape(primes(length))
    lead = length[: found.start()]
    lead = lead[:-1] if lead.endswith(" ") else lead
    stacked = Markup(
        '<span class="fr"><span class="fr-n" aria-hidden="true">{0}</span>'
        '<span class="fr-d" aria-hidden="true">{1}</span></span>'
        '<span class="visually-hidden"> {0}/{1}</span>'
    ).format(found[1], found[2])
    return escape(primes(lead)) + stacked + escape(length[found.end() :].replace('"', "″"))


def symbols(text: object) -> Markup:
    """A formula with its indices set low: z_c, TR_wide."""
    return Markup(re.sub(r"(?<=[A-Za-z])_([a-z]+)", r"<sub>\1</sub>", str(lengths(text))))


def moment(text: str) -> str:
    """A stored time as 14 Sep, 16:20."""
    try:
        at = datetime.fromisoformat(text)
    except ValueError:
        return text
    months = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
    return f"{at.day} {months[at.month - 1]}, {at:%H:%M}"


def cap(text: object) -> str:
    plain = str(text)
    return plain[:1].upper() + plain[1:]


KIND_LETTERS: Final = {letter: kind.name for kind in SUBJECTS.values() for letter in kind.letters}
"""Which kind of subject an id is of, by its letter."""
TEMPLATES.env.globals.update(asset=asset, modules_of=modules_of, start=START, kinds=KIND_LETTERS)


def turned(angle: float, over: str, under: str) -> str:
    """An angle to one of two sides: `57.2° left`."""
    return "straight ahead" if abs(angle) < STRAIGHT else f"{abs(angle):.1f}° {over if angle > 0 else under}"


TEMPLATES.env.filters.update(turned=turned, lengths=lengths, symbols=symbols, moment=moment, cap=cap, crossed=crossed)
TEMPLATES.env.trim_blocks = TEMPLATES.env.lstrip_blocks = True


def theme_of(request: Request) -> str:
    theme = request.cookies.get("theme", "paper")
    return theme if theme in THEMES else "paper"


def page(request: Request, name: str, context: Mapping[str, object], status: int = 200) -> HTMLResponse:
    """A whole page, with the token this browser's changes must carry."""
    door: Door = request.app.state.door
    session = door.session_of(request)
    shared = {
        "token": door.token_of(session),
        "theme": theme_of(request),
        "author": person_of(request).name,
        "came_in": door.asks and door.passed(request),
        "version": __version__,
    }
    answer = TEMPLATES.TemplateResponse(request, name, {**shared, **context}, status_code=status)
    cookie, secure = door.cookie_of(session), request.url.scheme == "https"
    if request.cookies.get(SESSION) != cookie:
        answer.set_cookie(SESSION, cookie, httponly=True, samesite="strict", secure=secure, path="/")
    answer.headers["cache-control"] = "no-store"
    return answer


def fragment(name: str, context: Mapping[str, object]) -> str:
    """A partial on its own, to be put into a page that is there already."""
    return TEMPLATES.env.get_template(name).render(context)
