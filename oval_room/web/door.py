"""Who may come in: the name the server is called by, the passphrase where it is reached from elsewhere, and the token
that a change carries.

Bound to this machine alone the server takes its own names and nobody else's. Bound wider it starts only with a
passphrase, or when it is told that everyone may come in; it then answers to the names it was told and to plain
addresses (a name that somebody else points here is none of them), and to `localhost` only from this machine itself.
"""

from __future__ import annotations

import base64
import hashlib
import hmac
import ipaddress
import secrets
import threading
import time
import unicodedata
from collections.abc import Callable
from typing import Final

from argon2 import PasswordHasher
from argon2.exceptions import Argon2Error, InvalidHashError
from fastapi import Request

from oval_room.store.entries import Entries
from oval_room.web.refused import RefusedRequest

SESSION: Final = "oval_session"
"""Cookie of this browser's session: an id and the server's mark that it gave it out."""
PASSED: Final = "oval_passed"
"""Cookie of a browser that gave the passphrase."""
PASSED_S: Final = 30 * 24 * 3600
LOOPBACK: Final = ("127.0.0.1", "localhost", "[::1]", "::1", "testserver")
TRIES: Final = 5
"""Passphrases from one address before it waits."""
WAIT_S: Final = 60.0
HASHING_S: Final = 3.0
"""How long an attempt waits for the one before it [s]."""
SHORTEST: Final = 8


def is_loopback(host: str) -> bool:
    """Whether an address to bind to is of this machine alone."""
    if host in ("localhost", ""):
        return host == "localhost"
    try:
        return ipaddress.ip_address(host.strip("[]")).is_loopback
    except ValueError:
        return False


def refusal_to_start(host: str, passphrase: str, everyone: bool) -> str:
    """Why a server does not start on an address; empty when it may."""
    if is_loopback(host):
        return ""
    if passphrase and len(passphrase) < SHORTEST:
        return f"the passphrase is too short: give at least {SHORTEST} characters in OVAL_ROOM_PASSPHRASE"
    if passphrase or everyone:
        return ""
    return (
        f"{host} can be reached from other machines, and nobody would be asked who they are. Set a passphrase in "
        "OVAL_ROOM_PASSPHRASE, or say --open-to-everyone if that is what you want."
    )


class Door:
    """What one server checks of every request, with its own secret."""

    def __init__(
        self, secret: bytes, entries: Entries, host: str, names: tuple[str, ...] = (), passphrase: str = ""
    ) -> None:
        self._entries, passphrase = entries, one_form(passphrase)
        self._secret, self._wide = secret, not is_loopback(host)
        self._names = {name.lower() for name in (*names, host)}
        self._hasher = PasswordHasher()
        self._kept = self._hasher.hash(passphrase) if passphrase else ""
        self._tag = self._mark(f"passphrase {passphrase}")
        self._hashing = threading.Lock()
        self.clock: Callable[[], float] = time.time

    # ── names ──

    def knows(self, host_header: str, client: str) -> bool:
        """Whether a request is meant for this server by the name it uses."""
        name = _name_of(host_header)
        if name in LOOPBACK:
            return not self._wide or is_loopback(client) or client == "testclient"
        if not self._wide:
            return False
        return name in self._names or _is_address(name)

    @property
    def called(self) -> str:
        """How it may be called, for a sentence."""
        names = sorted(name for name in self._names if name not in ("0.0.0.0", "::"))
        return ", ".join(names) or "its address"

    # ── sessions and tokens ──

    def _mark(self, what: str) -> str:
        mark = hmac.new(self._secret, what.encode(), hashlib.sha256).digest()
        return base64.urlsafe_b64encode(mark[:24]).decode()

    def session_of(self, request: Request) -> str:
        """This browser's session: the one its cookie proves, else a new one."""
        given, _, mark = request.cookies.get(SESSION, "").partition(".")
        if given and hmac.compare_digest(mark.encode(), self._mark(f"session {given}").encode()):
            return given
        if not hasattr(request.state, "session"):
            request.state.session = secrets.token_urlsafe(18)
        return str(request.state.session)

    def cookie_of(self, session: str) -> str:
        return f"{session}.{self._mark(f'session {session}')}"

    def token_of(self, session: str) -> str:
        """What changes of a session carry."""
        return self._mark(f"token {session}")

    def bears(self, request: Request, token: str) -> bool:
        """Whether a change carries the token of a session that this server gave out."""
        given, _, mark = request.cookies.get(SESSION, "").partition(".")
        ours = hmac.compare_digest(mark.encode(), self._mark(f"session {given}").encode())
        return ours and hmac.compare_digest(token.encode(), self.token_of(given).encode())

    @staticmethod
    def from_here(request: Request) -> bool:
        """Whether a change comes from a page of this very server, as far as the browser says where it comes from."""
        origin = request.headers.get("origin")
        if origin is not None:
            return origin.lower() == f"{request.url.scheme}://{request.headers.get('host', '').lower()}"
        return request.headers.get("sec-fetch-site", "same-origin") in ("same-origin", "none")

    # ── passphrase ──

    @property
    def asks(self) -> bool:
        """Whether a passphrase is asked for."""
        return bool(self._kept)

    def passed(self, request: Request) -> bool:
        """Whether this browser may come in."""
        if not self.asks:
            return True
        entry = self._entry_of(request)
        return bool(entry) and self._entries.is_in(entry)

    def _entry_of(self, request: Request) -> str:
        """The entry that a browser's cookie proves; empty where it proves none."""
        entry, _, mark = request.cookies.get(PASSED, "").partition(".")
        proved = bool(entry) and hmac.compare_digest(mark.encode(), self._pass_mark(entry).encode())
        return entry if proved else ""

    def _pass_mark(self, entry: str) -> str:
        return self._mark(f"passed {entry} {self._tag}")  # another passphrase ends what was passed before

    def tried(self, client: str, said: str) -> str:
        """The cookie for a passphrase that is right; empty for a wrong one. An attempt is counted before it is looked
        at, so that many at once are no more than many in a row.

        Raises:
            RefusedRequest: there were too many, or many others are being looked at.
        """
        of = _counted_as(client)
        wait = self._entries.tries(of, TRIES, WAIT_S)
        if wait > 0:
            raise RefusedRequest(429, f"Too many passphrases from here: try again in {wait:.0f} seconds.")
        if not self._hashing.acquire(timeout=HASHING_S):  # one looked at takes 64 MB
            raise RefusedRequest(429, "Many are trying to come in: try again in a moment.")
        try:
            right = bool(self._kept) and self._hasher.verify(self._kept, one_form(said))
        except (Argon2Error, InvalidHashError):
            right = False
        finally:
            self._hashing.release()
        if not right:
            return ""
        self._entries.forget(of)
        entry = self._entries.come_in(int(self.clock()) + PASSED_S)
        return f"{entry}.{self._pass_mark(entry)}"

    def go_out(self, request: Request) -> None:
        """End this browser's entry, here and wherever its cookie may have been copied to."""
        if entry := self._entry_of(request):
            self._entries.go_out(entry)


def one_form(passphrase: str) -> str:
    """A passphrase in one form, however a keyboard puts an accent on a letter."""
    return unicodedata.normalize("NFC", passphrase)


def _counted_as(client: str) -> str:
    """Whom attempts from an address are counted for: of the newer kind one household has many."""
    try:
        address = ipaddress.ip_address(client)
    except ValueError:
        return client[:60]
    return str(ipaddress.ip_network((address, 64), strict=False)) if address.version == 6 else str(address)


def _name_of(host_header: str) -> str:
    """A host's name without its port."""
    plain = host_header.strip().lower()
    if plain.startswith("["):
        return plain.partition("]")[0] + "]"
    return plain.rpartition(":")[0] if ":" in plain else plain


def _is_address(name: str) -> bool:
    try:
        ipaddress.ip_address(name.strip("[]"))
    except ValueError:
        return False
    return True
