"""Quick sums: each rule on its own, as a page that suits a phone and as an endpoint."""

from __future__ import annotations

import json

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, JSONResponse, Response

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.sums.declare import Refusals, Sum
from oval_room.core.sums.given import Flag, Given, Length, Word
from oval_room.core.sums.registry import GROUPS, find_sum
from oval_room.core.sums.show import ShownResult, show_result
from oval_room.web.pages import fragment, page

router = APIRouter()


@router.get("/sums", name="sums")
def sums(request: Request) -> HTMLResponse:
    return page(request, "sums.html", {"groups": GROUPS})


@router.get("/sums/{name}", name="sum")
def one_sum(request: Request, name: str, part: bool = False) -> Response:
    """A sum's page; the fields are the query. With no query it shows its example."""
    found = find_sum(name)
    typed = {key: value[:300] for key, value in request.query_params.items() if key not in ("part", "units")}
    units = request.query_params.get("units", request.cookies.get("units", "feet"))
    units = units if units in ("feet", "inches", "mm", "cm", "m") else "feet"
    context = _worked(found, typed or {given.key: given.example for given in found.given}, units)
    if part:
        return HTMLResponse(fragment("sums/_result.html", context))
    return page(request, "sum.html", context)


def _worked(found: Sum, typed: dict[str, str], units: str) -> dict[str, object]:
    filled = {key: value for key, value in typed.items() if value.strip()}
    wrong: dict[str, str] = {}
    results: list[ShownResult] = []
    takes_unit = any(isinstance(given, Length) or given.kind == "bounds" for given in found.given)
    unit = {"feet": "in", "inches": "in"}.get(units, units)
    try:
        raw = found.from_typed(filled) | ({"job_unit": unit} if takes_unit else {})
        result = found.work(raw)
        results = show_result(found, result, units)
    except Refusals as refusals:
        by_field = {key: given.key for given in found.given for key in (given.key, *given.keys)}
        for key, text in refusals.errors:
            wrong.setdefault(by_field.get(key.split("[")[0], found.given[0].key), text)
    except RefusedError as refused:
        wrong[refused.field or found.given[0].key] = refused.text
    kinds = {given.key: _field(given) for given in found.given}
    return {
        "sum": found,
        "typed": typed,
        "wrong": wrong,
        "results": results,
        "units": units,
        "kinds": kinds,
        "takes_unit": takes_unit,
    }


def _field(given: Given) -> tuple[str, tuple[str, ...]]:
    """Kind of control and its choices."""
    if isinstance(given, Word) and not given.or_number:
        return "choice", (("",) if given.default is not None else ()) + given.words
    if isinstance(given, Flag):
        return "choice", ("no", "yes")
    return "text", ()


@router.post("/api/sums/{name}", name="api_sum")
async def api_sum(request: Request, name: str) -> JSONResponse:
    """{"given": {…}} to a flat JSON object of results; 422 with key and what to give instead; 404 for an unknown
    name."""
    try:
        found = find_sum(name)
    except MissingError as missing:
        return JSONResponse({"errors": [{"key": "name", "message": missing.text}]}, 404)
    try:
        body = json.loads((await request.body()).decode("utf-8"), parse_constant=lambda word: word)
    except (ValueError, RecursionError):
        return _errors([("body", 'is not JSON; send {"given": {…}}')])
    if not isinstance(body, dict) or not isinstance(body.get("given"), dict):
        return _errors([("given", 'send {"given": {…}} with the inputs of the sum')])
    extra = sorted(set(body) - {"given"})
    if extra:
        return _errors([(extra[0][:60], 'has no place here; send {"given": {…}} alone')])
    try:
        return JSONResponse(found.work(body["given"]))
    except Refusals as refusals:
        return _errors(refusals.errors)


def _errors(errors: list[tuple[str, str]]) -> JSONResponse:
    return JSONResponse({"errors": [{"key": key, "message": text} for key, text in errors]}, 422)
