"""The passphrase, where the server asks for one."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Form, Request
from fastapi.responses import RedirectResponse, Response

from oval_room.web.door import PASSED, PASSED_S, Door
from oval_room.web.gate import Gated
from oval_room.web.pages import page

router = APIRouter(route_class=Gated)


@router.get("/door", name="door")
def ask(request: Request) -> Response:
    return page(request, "door.html", {"wrong": ""})


@router.post("/door", name="come_in")
def come_in(request: Request, passphrase: Annotated[str, Form(max_length=400)] = "") -> Response:
    """Take the passphrase; a few wrong ones from one address, and it waits."""
    door: Door = request.app.state.door
    client = request.client.host if request.client else ""
    if (wait := door.waits(client)) > 0:
        told = f"Too many wrong passphrases from here: try again in {wait:.0f} seconds."
        return page(request, "door.html", {"wrong": told}, 429)
    cookie = door.tried(client, passphrase)
    if not cookie:
        return page(request, "door.html", {"wrong": "That is not the passphrase of this server."}, 403)
    answer = RedirectResponse("/", status_code=303)
    secure = request.url.scheme == "https"
    answer.set_cookie(PASSED, cookie, max_age=PASSED_S, httponly=True, samesite="strict", secure=secure, path="/")
    return answer
