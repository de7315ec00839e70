"""The passphrase, where the server asks for one."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Form, Request
from fastapi.responses import RedirectResponse, Response

from oval_room.web.door import PASSED, PASSED_S, Door
from oval_room.web.gate import Gated
from oval_room.web.pages import page
from oval_room.web.refused import RefusedRequest

router = APIRouter(route_class=Gated)


@router.get("/door", name="door")
def ask(request: Request) -> Response:
    return page(request, "door.html", {"wrong": ""})


@router.post("/door", name="come_in")
def come_in(request: Request, passphrase: Annotated[str, Form(max_length=400)] = "") -> Response:
    """Take the passphrase; a few wrong ones from one address, and it waits."""
    door: Door = request.app.state.door
    try:
        cookie = door.tried(request.client.host if request.client else "", passphrase)
    except RefusedRequest as refused:
        return page(request, "door.html", {"wrong": refused.text}, refused.status)
    if not cookie:
        return page(request, "door.html", {"wrong": "That is not the passphrase of this server."}, 403)
    answer = RedirectResponse("/", status_code=303)
    secure = request.url.scheme == "https"
    answer.set_cookie(PASSED, cookie, max_age=PASSED_S, httponly=True, samesite="strict", secure=secure, path="/")
    return answer


@router.post("/door/out", name="go_out")
def go_out(request: Request) -> Response:
    """End this browser's entry: its cookie opens nothing any more."""
    door: Door = request.app.state.door
    door.go_out(request)
    answer = RedirectResponse("/door" if door.asks else "/", status_code=303)
    answer.delete_cookie(PASSED, path="/")
    return answer
