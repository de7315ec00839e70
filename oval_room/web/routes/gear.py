"""The gear shelf: what is on it, items typed off their sheets, files in and out, editions taken off and put back."""

from __future__ import annotations

from typing import Annotated, Any, Final

from fastapi import APIRouter, Depends, Form, Request, UploadFile
from fastapi.responses import HTMLResponse, RedirectResponse, Response

from oval_room.core.errors import MissingError, RefusedError
from oval_room.core.gear.choosing import MOST_BESIDE, side_by_side
from oval_room.core.gear.editions_study import differences
from oval_room.core.gear.field import SheetError
from oval_room.core.gear.kinds import KINDS, kind_of
from oval_room.core.gear.sheet import Sheet, as_texts, read_fields, told
from oval_room.core.plan.gear import GearItem, gear_hash
from oval_room.core.words import capital
from oval_room.drawing.gear_sketches import sketches
from oval_room.formats.gear_files import MOST_BYTES, read_gear_file, write_csv, write_json
from oval_room.store.store import Store
from oval_room.web.gate import Gated
from oval_room.web.gear_parts import shelf_context, store_of
from oval_room.web.pages import page

router = APIRouter(route_class=Gated)
LISTED: Final = 40
"""Jobs listed that use an item."""


def gear_page(request: Request, status: int = 200, **more: Any) -> HTMLResponse:
    """The shelf, with what is typed and what is wrong with it."""
    store, query = store_of(request), request.query_params
    new = query.get("new", "")
    context = shelf_context(request) | {
        "new": new if new in KINDS else "",
        "typed": {},
        "name": query.get("name", "")[:80],
        "back": _back(query.get("back", "")),
        "wrong": {},
        "said": "",
        "like": "",
        "sketches": sketches(),
    }
    like = store.gear().get(query.get("like", ""))
    if like is not None:  # copy as new, or mend what was typed
        name = f"{like.name} copy" if "copy" in query else like.name
        context |= {"new": kind_of(like).word, "typed": as_texts(like, kind_of(like)), "name": name}
        context["like"] = query["like"]
    context |= more
    typed, wrong = dict(context["typed"]), dict(context["wrong"])
    rest = [field.word for field in KINDS[context["new"]].fields if not field.first] if context["new"] else []
    context["unfolded"] = any(typed.get(word) or word in wrong for word in rest)
    return page(request, "gear.html", context, status)


def _back(address: str) -> str:
    """Where to go back to: a sheet of this server, or nowhere."""
    return address if address.startswith("/jobs/") and "//" not in address and len(address) < 200 else ""


@router.get("/gear", name="gear")
def gear(request: Request) -> HTMLResponse:
    return gear_page(request)


def shelve(store: Store, sheet: Sheet) -> str:
    """Put an item on the shelf; what it comes to, in words."""
    replaced = store.shelve(sheet.item)
    edition = "; the edition before it leaves the shelf, jobs keep it" if replaced else ""
    missing = f"; not given: {', '.join(one.word for one in sheet.missing)}" if sheet.missing else ""
    return f"{told(sheet)}{edition}{missing}"


async def typed_form(request: Request) -> dict[str, str]:
    """A form whose fields are those of a kind of gear."""
    return {str(key): str(value) for key, value in (await request.form()).items()}


@router.post("/gear/items", name="type_gear")
def type_gear(request: Request, form: Annotated[dict[str, str], Depends(typed_form)]) -> Response:
    """Take an item typed on a card."""
    kind, back = KINDS.get(form.get("kind", "")), _back(form.get("back", ""))
    if kind is None:
        return gear_page(request, 422, said="Choose a kind first.")
    typed = {field.word: form.get(field.word, "") for field in kind.fields}
    try:
        base = store_of(request).gear().get(form.get("like", "")[:20])
        sheet = read_fields(kind, form.get("name", ""), typed, base)
    except SheetError as error:
        more = {"new": kind.word, "typed": typed, "name": form.get("name", ""), "wrong": error.wrong, "back": back}
        more["like"] = form.get("like", "")[:20]
        return gear_page(request, 422, **more)
    said = shelve(store_of(request), sheet)
    if back:
        return RedirectResponse(back, status_code=303)
    return gear_page(request, said=f"{said}. {' '.join(f'{one}.' for one in sheet.workings)}")


@router.get("/gear/beside", name="beside")
def beside(request: Request) -> HTMLResponse:
    """Two to four items of one kind beside each other, with what differs marked."""
    keys = list(dict.fromkeys(request.query_params.getlist("of")))
    gear = store_of(request).gear()
    items = [(key, gear[key]) for key in keys if key in gear]
    if len(keys) > MOST_BESIDE or len(items) != len(keys):
        return gear_page(request, 422, said=f"Choose two to four items of one kind (you chose {len(keys)}).")
    try:
        rows = side_by_side([item for _, item in items])
    except RefusedError as refused:
        return gear_page(request, 422, said=f"{capital(refused.text)}.")
    differing = sum(differ for _, _, differ in rows)
    context = {"items": items, "rows": rows, "differing": differing, "kind": kind_of(items[0][1])}
    return page(request, "gear_beside.html", context)


@router.get("/gear/{key}", name="gear_item")
def gear_item(request: Request, key: str) -> HTMLResponse:
    """One item: its figures, its editions, the jobs that use them."""
    store = store_of(request)
    gear = store.gear()
    item = gear.get(key)
    if item is None:
        raise MissingError(f"there is no gear {key[:40]} here", value=key)
    kind = kind_of(item)
    editions = {one: other for one, other in gear.items() if other.name == item.name and kind_of(other) is kind}
    used, left = store.used_in(editions)
    rows = [(one, editions[one], differences(item, editions[one]), one in gear.offered) for one in editions]
    context = {
        "key": key,
        "item": item,
        "kind": kind,
        "shown": as_texts(item, kind),
        "on_shelf": key in gear.offered,
        "editions": [row for row in rows if row[0] != key],
        "used": used[:LISTED],
        "used_count": len(used),
        "left": left,
    }
    return page(request, "gear_item.html", context)


@router.post("/gear/{key}/retire", name="retire_gear")
def retire_gear(request: Request, key: str, again: Annotated[bool, Form()] = False) -> Response:
    """Take an edition off the shelf, or put it back; jobs keep theirs."""
    store_of(request).set_on_shelf(key, again)
    return RedirectResponse("/gear?retired" if not again else "/gear", status_code=303)


@router.get("/gear.csv", name="gear_csv")
def gear_csv(request: Request) -> Response:
    named = {"content-disposition": 'attachment; filename="gear.csv"'}
    return Response(write_csv(store_of(request).shelf().values()), media_type="text/csv; charset=utf-8", headers=named)


@router.get("/gear.json", name="gear_json")
def gear_json(request: Request) -> Response:
    named = {"content-disposition": 'attachment; filename="gear.json"'}
    return Response(write_json(store_of(request).shelf().values()), media_type="application/json", headers=named)


@router.post("/gear/files", name="bring_gear")
def bring_gear(request: Request, file: UploadFile | None = None) -> Response:
    """What a file of gear holds, item by item, or every fault of it. Writes nothing."""
    if file is None or not file.filename:
        return gear_page(request, 422, file_said="Choose a CSV or JSON file first.")
    name = file.filename[:60]
    try:
        found = read_gear_file(file.file.read())
    except RefusedError as refused:
        return gear_page(request, 422, file_said=f"{name} was not taken in: {refused.text}.")
    if found.faults:
        said = f"{name} was not taken in: nothing of it, until these are mended."
        return gear_page(request, 422, file_said=said, faults=found.faults)
    known = store_of(request).gear()
    called = {(kind_of(item).word, item.name) for item in known.offered.values()}

    def comes_to(item: GearItem) -> str:
        if gear_hash(item) in known:
            return "there already"
        return "a new edition" if (kind_of(item).word, item.name) in called else "new"

    rows = [(item.name, kind_of(item).title, comes_to(item)) for item in found.items]
    return gear_page(request, brought=rows, brought_name=name, content=write_csv(found.items))


@router.post("/gear/files/take", name="take_gear")
def take_gear(request: Request, content: Annotated[str, Form(max_length=MOST_BYTES)]) -> Response:
    """Take in what was looked at: all of it."""
    try:
        found = read_gear_file(content.encode("utf-8", "replace"))
    except RefusedError as refused:
        return gear_page(request, 422, file_said=f"Not taken in: {refused.text}.")
    if found.faults:
        return gear_page(request, 422, file_said="Not taken in: choose the file again.", faults=found.faults)
    new = store_of(request).shelve(*found.items)
    return gear_page(request, said=f"{len(found.items)} items taken in, {new} of them as new editions.")
