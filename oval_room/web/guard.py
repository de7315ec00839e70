"""What stands between a request and a route: policy headers, body limit, the token against forged changes."""

from __future__ import annotations

import json
import logging
import secrets
from collections.abc import Callable
from typing import Final

from fastapi import Request
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from oval_room.core.plan.measure import fresh_ids
from oval_room.store.editions import one_look_at_gear
from oval_room.web.door import Door
from oval_room.web.refused import RefusedRequest

LOG: Final = logging.getLogger("oval_room")
POLICY: Final = (
    "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; "
    "connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"
)
HEADERS: Final = (
    (b"content-security-policy", POLICY.encode()),
    (b"x-content-type-options", b"nosniff"),
    (b"referrer-policy", b"same-origin"),
    (b"cross-origin-opener-policy", b"same-origin"),
)
UNKEPT: Final = ((b"cache-control", b"no-store"),)
"""What is of a job is kept by nobody between, and asked for anew."""


class Guard:
    """Adds the policy to every answer, cuts off bodies over the limit, and answers for what nobody caught."""

    def __init__(
        self, app: ASGIApp, body_limit: int, door: Door, fault_page: Callable[[str], str] | None = None
    ) -> None:
        self.app, self.limit, self.door, self.fault_page = app, body_limit, door, fault_page

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = dict(scope["headers"])
        client = (scope.get("client") or ("",))[0]
        if not self.door.knows(headers.get(b"host", b"").decode("latin-1"), client):
            await _send(send, 400, b"text/plain; charset=utf-8", self._not_called().encode())
            return
        length = headers.get(b"content-length", b"0")
        started = over = False

        async def send_guarded(message: Message) -> None:
            nonlocal started
            if over and not started:  # whatever was made of a body that was cut off
                started = True
                await self._refuse(send)
            if over:
                return
            if message["type"] == "http.response.start":
                started = True
                told = list(message.get("headers", []))
                kept = any(name.lower() == b"cache-control" for name, _ in told)
                message["headers"] = [*told, *HEADERS, *(() if kept else UNKEPT)]
            await send(message)

        taken = 0

        async def receive_limited() -> Message:
            nonlocal taken, over
            message = await receive()
            taken += len(message.get("body", b""))
            if taken > self.limit:
                over = True
                raise RefusedRequest(413, self._too_large())
            return message

        if not length.isdigit() or int(length) > self.limit:
            await self._refuse(send)
            return
        try:
            with one_look_at_gear(), fresh_ids():
                await self.app(scope, receive_limited, send_guarded)
        except RefusedRequest:
            if not started:
                await self._refuse(send)
        except Exception:
            number = secrets.token_hex(3)
            LOG.exception("fault %s at %s %s", number, scope.get("method"), scope.get("path"))
            if not started:
                started = True
                await self._failed(scope, send, number)

    def _not_called(self) -> str:
        return (
            f"This server is not called that. It goes by {self.door.called}; whoever runs it can add a name with "
            "OVAL_ROOM_NAMES."
        )

    def _too_large(self) -> str:
        return f"That is over {self.limit // 1024 // 1024} MiB; a job file or entry is far smaller."

    async def _refuse(self, send: Send) -> None:
        await _send(send, 413, b"text/plain; charset=utf-8", self._too_large().encode())

    async def _failed(self, scope: Scope, send: Send, number: str) -> None:
        """Our own page for what nobody thought of: nothing was changed, and a number to find it by in the log."""
        said = f"Something went wrong here that is our fault. Nothing was changed. In the log it is fault {number}."
        if b"text/html" in dict(scope["headers"]).get(b"accept", b""):
            await _send(send, 500, b"text/html; charset=utf-8", (self.fault_page or str)(said).encode())
            return
        body = json.dumps({"kind": "refused", "say": said, "field": ""}).encode()
        await _send(send, 500, b"application/json", body)


async def _send(send: Send, status: int, kind: bytes, body: bytes) -> None:
    headers = [(b"content-type", kind), (b"content-length", str(len(body)).encode()), *HEADERS]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": body})


OPEN: Final = frozenset({"api_sum"})
"""Routes that take a body and change nothing: anybody's script may use them."""
SAFE: Final = ("GET", "HEAD", "OPTIONS")
BEFORE: Final = frozenset({"door", "come_in"})
"""Routes that are there before somebody has come in."""


async def guarded(request: Request) -> None:
    """For every route: who asks has come in, and a change comes from a page of this server and carries its session's
    token, in a header from scripts, as a field from forms.

    Raises:
        RefusedRequest: it does not.
    """
    door: Door = request.app.state.door
    name = getattr(request.scope.get("route"), "name", "")
    if name not in BEFORE and not door.passed(request):
        raise RefusedRequest(401, "This server asks for its passphrase first.")
    if request.method in SAFE or name in OPEN:
        return
    if not door.from_here(request):
        raise RefusedRequest(403, "That change came from another page than this server's own. Nothing was changed.")
    given = request.headers.get("x-oval-token", "")
    if not given and "form" in request.headers.get("content-type", ""):
        given = str((await request.form()).get("token", ""))
    if not given or not door.bears(request, given):
        raise RefusedRequest(403, "This page is out of date: load it again, then repeat the change. Nothing was lost.")
