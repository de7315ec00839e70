"""The web application: settings, store and routes put together, and what goes wrong turned into a page or JSON."""

from __future__ import annotations

from collections.abc import Callable

from fastapi import Depends, FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse, Response
from fastapi.routing import APIRoute
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import DEFAULT_EXCLUDED_CONTENT_TYPES, GZipMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware

from oval_room import __version__
from oval_room.core.errors import MissingError, RefusedError
from oval_room.store.records import StoreError
from oval_room.store.store import Store
from oval_room.web.bench import Bench
from oval_room.web.guard import Guard, RefusedRequest, guarded
from oval_room.web.pages import TEMPLATES, page
from oval_room.web.routes import (
    choosing,
    desk,
    doubt,
    files,
    history,
    measure,
    photos,
    practice,
    prints,
    sheet,
    shelf,
    sums,
    sun,
)
from oval_room.web.settings import Settings
from oval_room.web.shipped import STATIC, Shipped

ROUTES = (desk, history, prints, measure, photos, doubt, sun, files, practice, choosing, sheet, sums, shelf)


def _addresses(app: FastAPI) -> Callable[..., str]:
    """Addresses by a route's name, for templates: asked of the route itself, as a page asks for hundreds."""
    known = {route.name: route for module in ROUTES for route in module.router.routes if isinstance(route, APIRoute)}

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
        openapi_url="/api/openapi.json",
        dependencies=[Depends(guarded)],
    )
    app.state.store, app.state.settings, app.state.bench = store, settings, Bench(store)
    app.mount("/static", Shipped(directory=STATIC), name="static")
    for module in ROUTES:
        app.include_router(module.router)
    TEMPLATES.env.globals["url"] = _addresses(app)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=["127.0.0.1", "localhost", "[::1]", settings.host])
    app.add_middleware(
        GZipMiddleware, compresslevel=5, exclude_content_types=(*DEFAULT_EXCLUDED_CONTENT_TYPES, "application/pdf")
    )
    app.add_middleware(Guard, body_limit=settings.body_limit)
    _errors(app)
    return app


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

    @app.exception_handler(RefusedRequest)
    def not_let_through(request: Request, error: RefusedRequest) -> Response:
        return _answer(request, error.status, error.text)

    @app.exception_handler(RequestValidationError)
    def not_valid(request: Request, error: RequestValidationError) -> Response:
        first = error.errors()[0]
        place = ".".join(str(part) for part in first["loc"] if part not in ("body", "query"))
        return _answer(request, 422, f"{place or 'the request'}: {first['msg'].lower()}", place)

    @app.exception_handler(StoreError)
    def store(request: Request, error: StoreError) -> Response:
        return _answer(request, 503, str(error))

    @app.exception_handler(HTTPException)
    def http(request: Request, error: HTTPException) -> Response:
        words = {404: "There is nothing at this address.", 405: "This address does not take that kind of request."}
        return _answer(request, error.status_code, words.get(error.status_code, str(error.detail)))
