"""The web application: settings, store and routes put together, and what goes wrong turned into a page or JSON."""

from __future__ import annotations

import gc
from collections.abc import Callable
from contextlib import suppress
from typing import Final

from fastapi import APIRouter, Depends, FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse, RedirectResponse, Response
from fastapi.routing import APIRoute
from pydantic import ValidationError
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import DEFAULT_EXCLUDED_CONTENT_TYPES, GZipMiddleware

from oval_room import __version__
from oval_room.core.complaints import refused_by, said_of
from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.words import capital
from oval_room.store.records import BrokenError, StoreError, Summary
from oval_room.store.store import Store
from oval_room.web.bench import Bench
from oval_room.web.door import Door
from oval_room.web.guard import Guard, guarded
from oval_room.web.pages import TEMPLATES, fragment, page
from oval_room.web.part import panels_of
from oval_room.web.parts import WEB_PARTS
from oval_room.web.refused import RefusedRequest
from oval_room.web.routes import desk, door, doubt, files, gear, history, practice, prints, sheet, shelf, sums
from oval_room.web.settings import Settings
from oval_room.web.shipped import STATIC, Shipped

FIRST = (desk, door, history, prints, doubt, files, practice)
LAST = (sheet, sums, gear, shelf)
ROUTERS: Final[tuple[APIRouter, ...]] = (
    *(module.router for module in FIRST),
    *(router for part in WEB_PARTS for router in part.routers),
    *(module.router for module in LAST),
)
"""Every route, in the order they are asked: `/jobs/{job}/{stage}` takes what no page of a job has taken."""


def _addresses(app: FastAPI) -> Callable[..., str]:
    """Addresses by a route's name, for templates: asked of the route itself, as a page asks for hundreds."""
    known = {route.name: route for router in ROUTERS for route in router.routes if isinstance(route, APIRoute)}

    def url(name: str, /, **values: str) -> str:
        return str((known.get(name) or app).url_path_for(name, **values))

    return url


def create_app(store: Store, settings: Settings | None = None) -> FastAPI:
    """The application on a store."""
    settings = settings or Settings()
    app = FastAPI(
        title="Oval Room",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url=None,
        dependencies=[Depends(guarded)],
    )
    app.state.store, app.state.settings, app.state.bench = store, settings, Bench(store)
    app.mount("/static", Shipped(directory=STATIC), name="static")
    app.state.parts = WEB_PARTS
    app.state.panels = panels_of(WEB_PARTS)
    for router in ROUTERS:
        app.include_router(router)
    TEMPLATES.env.globals["url"] = _addresses(app)
    app.add_middleware(
        GZipMiddleware, compresslevel=5, exclude_content_types=(*DEFAULT_EXCLUDED_CONTENT_TYPES, "application/pdf")
    )
    passphrase = settings.passphrase.get_secret_value()
    app.state.door = Door(store.secret(), store.entries, settings.host, settings.all_names, passphrase)
    app.add_middleware(Guard, body_limit=settings.body_limit, door=app.state.door, fault_page=_fault_page)
    _errors(app)
    _made_ready(app)
    return app


def _made_ready(app: FastAPI) -> None:
    """Every route looked at once: what the framework makes of it at its first request is made before, and by one
    thread alone."""
    nowhere = {"type": "http", "method": "GET", "path": "/-", "root_path": "", "headers": [], "query_string": b""}
    for route in app.router.routes:
        route.matches(nowhere)


def for_good(app: FastAPI) -> FastAPI:
    """An application that its process serves until it ends: what was loaded until now is never looked through again for
    what nobody needs, which would hold up an answer now and then (`benchmarks/interactive.py near`)."""
    gc.collect()
    gc.freeze()
    return app


def _fault_page(said: str) -> str:
    return fragment("fault.html", {"text": said})


def _answer(request: Request, status: int, text: str, field: str = "") -> Response:
    """A sentence, as JSON for scripts and as a page for people."""
    wants_page = "text/html" in request.headers.get("accept", "") and not request.url.path.startswith("/api")
    if not wants_page:
        return JSONResponse({"kind": "refused", "say": text, "field": field}, status)
    return page(request, "error.html", {"status": status, "text": text}, status)


def _errors(app: FastAPI) -> None:
    @app.exception_handler(MissingError)
    def missing(request: Request, error: MissingError) -> Response:
        return _answer(request, 404, error.text[:1].upper() + error.text[1:])

    @app.exception_handler(RefusedError)
    def refused(request: Request, error: RefusedError) -> Response:
        return _answer(request, 422, error.text[:1].upper() + error.text[1:], error.field)

    @app.exception_handler(ValidationError)
    def no_place_for_it(request: Request, error: ValidationError) -> Response:
        """What a model refused that nobody looked at before: always somebody's entry."""
        wrong = refused_by(error)
        return _answer(request, 422, f"{capital(wrong.field or 'the entry')}: {wrong.text}", wrong.field)

    @app.exception_handler(RefusedRequest)
    def not_let_through(request: Request, error: RefusedRequest) -> Response:
        wants_page = "text/html" in request.headers.get("accept", "") and request.method == "GET"
        if error.status == 401 and wants_page:
            return RedirectResponse("/door", status_code=303)
        return _answer(request, error.status, error.text)

    @app.exception_handler(RequestValidationError)
    def not_valid(request: Request, error: RequestValidationError) -> Response:
        first = error.errors()[0]
        place = ".".join(str(part)[:40] for part in first["loc"] if part not in ("body", "query", "path"))
        return _answer(request, 422, f"{capital(place or 'the request')}: {said_of(first)}", place)

    @app.exception_handler(BrokenError)
    def broken(request: Request, error: BrokenError) -> Response:
        wants_page = "text/html" in request.headers.get("accept", "") and request.method == "GET"
        summary = Summary("stop", "This job can't be shown as it is now: open its history", "")
        with suppress(StoreError, MissingError):  # a full disk, or a damaged row: it is told all the same
            app.state.store.put_summary(error.job, app.state.store.row(error.job).head, summary)
        if not wants_page:
            return JSONResponse({"kind": "refused", "say": capital(str(error)), "field": ""}, 409)
        return history.history_page(request, error.job, broken=capital(str(error)), lost=bool(error.lost))

    @app.exception_handler(StoreError)
    def store(request: Request, error: StoreError) -> Response:
        return _answer(request, 503, str(error))

    @app.exception_handler(HTTPException)
    def http(request: Request, error: HTTPException) -> Response:
        words = {404: "There is nothing at this address.", 405: "This address does not take that kind of request."}
        return _answer(request, error.status_code, words.get(error.status_code, str(error.detail)))
