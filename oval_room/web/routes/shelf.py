"""The words of the tape line, the reference of the endpoints, and every component once."""

from __future__ import annotations

from typing import Annotated
from urllib.parse import quote

from fastapi import APIRouter, FastAPI, Form, Request, Response
from fastapi.responses import HTMLResponse, JSONResponse, RedirectResponse

from oval_room.core.gear.kinds import KINDS
from oval_room.core.gear.line import example_of
from oval_room.core.parts import STAGES
from oval_room.core.sums.registry import SUMS
from oval_room.core.tape.phrases import PHRASES
from oval_room.web.gate import Gated
from oval_room.web.pages import THEMES, page

router = APIRouter(route_class=Gated)


@router.get("/words", name="words")
def words(request: Request) -> HTMLResponse:
    by_stage = [(STAGES[stage].title, [p for p in PHRASES if p.stage == stage]) for stage in STAGES]
    gear = [
        (kind.word, example_of(kind), [field.word for field in kind.fields if not field.first])
        for kind in KINDS.values()
    ]
    return page(request, "words.html", {"by_stage": by_stage, "gear": gear})


@router.get("/api", name="api")
def api(request: Request) -> HTMLResponse:
    return page(request, "api.html", {"sums": SUMS})


@router.get("/api/openapi.json", name="openapi")
def openapi(request: Request) -> JSONResponse:
    """The application's own description of every address."""
    app: FastAPI = request.app
    return JSONResponse(app.openapi())


@router.get("/patterns", name="patterns")
def patterns(request: Request) -> HTMLResponse:
    return page(request, "patterns.html", {})


@router.post("/author", name="author")
def author(request: Request, name: Annotated[str, Form(max_length=60)] = "") -> Response:
    """Who is at this browser; changes are by that name from now on."""
    answer = RedirectResponse("/", status_code=303)
    answer.set_cookie("author", quote(name.strip()), samesite="strict", max_age=31_536_000, httponly=True)
    return answer


@router.post("/theme", name="theme")
def theme(request: Request) -> Response:
    """Paper or dim, for this browser; back to where it was asked from."""
    now = request.cookies.get("theme", THEMES[0])
    back = request.headers.get("referer", "/")
    path = "/" + back.split("://", 1)[-1].partition("/")[2]
    answer = RedirectResponse(path if "//" not in path else "/", status_code=303)
    answer.set_cookie(
        "theme", THEMES[1] if now == THEMES[0] else THEMES[0], samesite="strict", max_age=31_536_000, httponly=True
    )
    return answer
