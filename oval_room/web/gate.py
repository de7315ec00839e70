"""What comes in with an address or a body, held to one measure before any route sees it."""

from __future__ import annotations

from collections.abc import Callable, Coroutine
from functools import wraps
from inspect import iscoroutinefunction
from typing import Annotated, Any, Final, ParamSpec, TypeVar
from urllib.parse import urlencode

from fastapi import Request, Response
from fastapi.responses import RedirectResponse
from fastapi.routing import APIRoute
from pydantic import Field

from oval_room.core.plan.measure import plain
from oval_room.formats.plain_json import read_json

_P = ParamSpec("_P")
_A = TypeVar("_A")
MOST_ASKED: Final = 24
LONGEST: Final = 300
OWN: Final = frozenset({"api_sum"})
"""Routes that read their body themselves, as they name what is wrong by the keys of a sum."""

Place = Annotated[float, Field(ge=-200_000, le=200_000, allow_inf_nan=False)]
"""A place on a drawing [mm]."""
RevisionNumber = Annotated[int, Field(ge=1, le=10**9)]
StageWord = Annotated[str, Field(max_length=20)]
Viewed = Annotated[
    dict[Annotated[str, Field(max_length=20)], Annotated[str, Field(max_length=LONGEST)]], Field(max_length=MOST_ASKED)
]
"""What a page looks at, by name: picture, seat, zoom …"""


class Gated(APIRoute):
    """A route whose JSON bodies are read by our own gate, and whose answer has one connection to the database."""

    def __init__(self, path: str, endpoint: Callable[..., object], **more: Any) -> None:
        super().__init__(path, endpoint if iscoroutinefunction(endpoint) else _at_hand(endpoint), **more)

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        handle = super().get_route_handler()

        async def gated(request: Request) -> Response:
            if (to := _sheet_with(request, self.name)) is not None:
                return to
            plain_json = self.name not in OWN and "json" in request.headers.get("content-type", "")
            if plain_json and (body := await request.body()):
                request._json = read_json(body)
            return await handle(request)

        return gated


def _sheet_with(request: Request, name: str) -> Response | None:
    """A piece of the sheet that somebody opens by its own address leads to the sheet, with that panel open."""
    stage = request.app.state.panels.get(name)
    if stage is None or request.headers.get("sec-fetch-mode") != "navigate":
        return None
    query = urlencode({**asked(request), "open": name})
    return RedirectResponse(f"/jobs/{request.path_params['job']}/{stage}?{query}", status_code=303)


def _at_hand(endpoint: Callable[_P, _A]) -> Callable[_P, _A]:
    @wraps(endpoint)
    def answer(*given: _P.args, **named: _P.kwargs) -> _A:
        request = named.get("request")
        if not isinstance(request, Request):
            return endpoint(*given, **named)
        with request.app.state.store.at_hand():
            return endpoint(*given, **named)

    return answer


def asked(request: Request) -> dict[str, str]:
    """What an address asks for, by name, on one line each and bounded."""
    pairs = list(request.query_params.items())[:MOST_ASKED]
    return {plain(key)[:40]: plain(value)[:LONGEST] for key, value in pairs}
