"""What stands between a request and a route: policy headers, body limit, the token against forged changes."""

from __future__ import annotations

import secrets
from typing import Final

from fastapi import Request
from starlette.types import ASGIApp, Message, Receive, Scope, Send

COOKIE: Final = "oval_token"
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


class RefusedRequest(Exception):
    """A request that is not let through: status and a sentence."""

    def __init__(self, status: int, text: str) -> None:
        super().__init__(text)
        self.status, self.text = status, text


class Guard:
    """Adds the policy to every answer and cuts off bodies over the limit."""

    def __init__(self, app: ASGIApp, body_limit: int) -> None:
        self.app, self.limit = app, body_limit

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        length = dict(scope["headers"]).get(b"content-length", b"0")
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
                message["headers"] = [*message.get("headers", []), *HEADERS]
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
            await self.app(scope, receive_limited, send_guarded)
        except RefusedRequest:
            if not started:
                await self._refuse(send)

    def _too_large(self) -> str:
        return f"That is over {self.limit // 1024 // 1024} MiB; a job file or entry is far smaller."

    async def _refuse(self, send: Send) -> None:
        body = self._too_large().encode()
        headers = [
            (b"content-type", b"text/plain; charset=utf-8"),
            (b"content-length", str(len(body)).encode()),
            *HEADERS,
        ]
        await send({"type": "http.response.start", "status": 413, "headers": headers})
        await send({"type": "http.response.body", "body": body})


def token_of(request: Request) -> str:
    """This browser's token; a new one when it has none yet (the page's answer then sets it)."""
    known = request.cookies.get(COOKIE, "")
    if len(known) >= 32:
        return known
    if not hasattr(request.state, "token"):
        request.state.token = secrets.token_urlsafe(32)
    return str(request.state.token)


OPEN: Final = frozenset({"api_sum"})
"""Routes that take a body and change nothing: anybody's script may use them."""
SAFE: Final = ("GET", "HEAD", "OPTIONS")


async def guarded(request: Request) -> None:
    """For every route: a change carries this browser's token, in a header from scripts, as a field from forms.

    Raises:
        RefusedRequest: it does not.
    """
    if request.method in SAFE or getattr(request.scope.get("route"), "name", "") in OPEN:
        return
    given = request.headers.get("x-oval-token", "")
    if not given and "form" in request.headers.get("content-type", ""):
        given = str((await request.form()).get("token", ""))
    if not given or not secrets.compare_digest(given.encode(), request.cookies.get(COOKIE, "").encode()):
        raise RefusedRequest(403, "This page is out of date: load it again, then repeat the change. Nothing was lost.")
