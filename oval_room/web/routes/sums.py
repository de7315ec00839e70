"""Quick sums: each rule on its own, as a page that suits a phone and as an endpoint."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final
from urllib.parse import urlencode

from fastapi import APIRouter, Request
from fastapi.responses import HTMLResponse, JSONResponse, RedirectResponse, Response

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.sums.declare import Refusals, Sum
from oval_room.core.sums.given import Flag, Given, Length, Word
from oval_room.core.sums.registry import GROUPS, find_sum
from oval_room.core.sums.show import ShownResult, show_result
from oval_room.core.tape.phrases import PHRASES
from oval_room.core.units import Ruler
from oval_room.drawing.sum_sketches import sketch_of
from oval_room.formats.plain_json import read_given
from oval_room.web.answers import bench_of
from oval_room.web.gate import Gated
from oval_room.web.pages import fragment, page

router = APIRouter(route_class=Gated)
LATELY: Final = "sums"
"""Cookie with the sums last opened."""
REMEMBERED: Final = 5
JOBS: Final = 8


@router.get("/sums", name="sums")
def sums(request: Request) -> HTMLResponse:
    asked = request.query_params.get("q", "")[:60]
    groups = [(title, [one for one in group if _fits(one, asked)]) for title, group in GROUPS]
    lately = [one for name in _lately(request) if (one := _known(name)) is not None]
    return page(request, "sums.html", {"groups": [pair for pair in groups if pair[1]], "q": asked, "lately": lately})


def _fits(one: Sum, asked: str) -> bool:
    """Whether every word asked for stands somewhere in a sum."""
    told = f"{one.title} {one.about} {one.name} {' '.join(given.about for given in one.given)}".lower()
    return all(word in told for word in asked.lower().split())


def _lately(request: Request) -> list[str]:
    """Names of the sums last opened here, the last first."""
    return [name for name in request.cookies.get(LATELY, "").split(" ") if name][:REMEMBERED]


def _known(name: str) -> Sum | None:
    try:
        return find_sum(name)
    except MissingError:
        return None


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
    store = bench_of(request).store
    context |= {"sketch": sketch_of(found.name), "jobs": store.list_jobs(limit=JOBS)[0] if found.into else []}
    answer = page(request, "sum.html", context)
    names = [found.name, *(one for one in _lately(request) if one != found.name)][:REMEMBERED]
    answer.set_cookie(LATELY, " ".join(names), max_age=31_536_000, samesite="strict", httponly=True, path="/")
    return answer


@router.get("/sums/{name}/into", name="sum_into")
def into_job(request: Request, name: str, job: str) -> Response:
    """Open a job with a sum's answer on its tape line: read back, and done by Enter."""
    found, head = find_sum(name), bench_of(request).store.head(job)
    typed = {key: value[:300] for key, value in request.query_params.items() if key not in ("job", "units")}
    units = request.query_params.get("units", "feet")
    line = _line(found, _worked(found, typed, units)["answer"], head.plan.writing.ruler)
    if not line:
        raise RefusedError("this sum has no answer that could go into a job yet; work it out first")
    word = line.split(" ")[0]
    stage = next((phrase.stage for phrase in PHRASES if phrase.word.split(" ")[0] == word), "picture")
    return RedirectResponse(f"/jobs/{head.job}/{stage}?{urlencode({'say': line})}", status_code=303)


def _line(found: Sum, answer: object, ruler: Ruler) -> str:
    """The tape line that puts a sum's answer into a job; empty where it has none."""
    if found.into is None or not isinstance(answer, Mapping):
        return ""
    word, key = found.into
    value = answer.get(key)
    if not isinstance(value, float | int):
        return ""
    return f"{word} {ruler.show(float(value))}" if key.endswith("_mm") else f"{word} {value:.1f}"


def _worked(found: Sum, typed: dict[str, str], units: str) -> dict[str, object]:
    filled = {key: value for key, value in typed.items() if value.strip()}
    wrong: dict[str, str] = {}
    results: list[ShownResult] = []
    answer: dict[str, object] = {}
    takes_unit = any(isinstance(given, Length) or given.kind == "bounds" for given in found.given)
    unit = {"feet": "in", "inches": "in"}.get(units, units)
    try:
        raw = found.from_typed(filled) | ({"job_unit": unit} if takes_unit else {})
        answer = found.work(raw)
        results = show_result(found, answer, units)
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
        "answer": answer,
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
        body = read_given(await request.body())
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
