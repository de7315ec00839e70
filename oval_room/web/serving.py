"""How a database is served: one listening socket, processes that answer on it, and who looks after them.

The first process only looks after the others: it hears from each every second, and starts another in the place of one
that ended or fell silent. Since it has read the whole program already, that takes a blink. A connection that does not
say what it wants is ended after a while, and makes room for others when there are many.
"""

from __future__ import annotations

import asyncio
import ctypes
import gc
import logging
import os
import resource
import select
import signal
import socket
import sys
import time
from collections.abc import Callable
from contextlib import suppress
from typing import Final

import uvicorn
from uvicorn.protocols.http.h11_impl import H11Protocol

from oval_room.core.errors import RefusedError
from oval_room.store.lock import Served
from oval_room.store.records import StoreError
from oval_room.store.store import Store
from oval_room.web.app import create_app, for_good
from oval_room.web.seldom import log_seldom
from oval_room.web.settings import Settings

HEADERS_S: Final = 10.0
"""How long a request may take to say what it wants [s]."""
SILENT_S: Final = 30.0
"""How long a request's body may say nothing [s]."""
KEPT_S: Final = 15
"""How long a connection is kept for its next request [s]."""
MOST_CONNECTIONS: Final = 400
"""Of one process at once."""
OTHER_FILES: Final = 200
"""What a process opens besides its connections: the database, for each of its threads."""
PATIENCE_S: Final = 60.0
"""A process that answers nobody for so long is ended [s]."""
GRACE_S: Final = 10
"""What is being answered when the server ends may take so long [s]."""
M_MMAP_THRESHOLD: Final = -3
LARGE_BYTES: Final = 256 * 1024
"""What is as large gets pages of its own."""
IN_A_ROW: Final = 8
"""Processes that may end before they served, one after the other, before the server gives up."""

LOG: Final = logging.getLogger("oval_room")


def listen(host: str, port: int) -> socket.socket:
    """A socket that listens, of which every accepted one sends at once what there is to send.

    Raises:
        RefusedError: the port is taken, or the address is none of this machine's.
    """
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    # with its protocol named, or accepted sockets wait with an answer's second half for the first one's receipt
    listening = socket.socket(family, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    listening.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)
    try:
        listening.bind((host.strip("[]"), port))
        listening.listen(1024)
    except OSError as error:
        listening.close()
        raise RefusedError(
            f"port {port} of {host} can't be listened on: {error.strerror}; give another with --port"
        ) from error
    return listening


class Connection(H11Protocol):
    """One connection: ended when it does not say what it wants in time, or when others want its room."""

    _began: float | None = None
    """When a request that is not there whole yet began."""
    _heard = 0.0

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        self._began = self._heard = self.loop.time()
        self.loop.call_later(HEADERS_S, self._look)
        if len(self.connections) > _most():
            self._make_room()

    def data_received(self, data: bytes) -> None:
        self._heard = self.loop.time()
        if self._began is None and self._awaits:
            self._began = self._heard
        super().data_received(data)
        if not self._awaits:
            self._began = None

    @property
    def _awaits(self) -> bool:
        return self.cycle is None or self.cycle.response_complete

    def _look(self) -> None:
        if self.transport.is_closing():
            return
        now = self.loop.time()
        late = self._began is not None and self._awaits and now - self._began >= HEADERS_S
        if late or (not self._awaits and self.cycle.more_body and now - self._heard >= SILENT_S):
            self.transport.abort()
        else:
            self.loop.call_later(HEADERS_S / 2, self._look)

    def _make_room(self) -> None:
        waiting = [one for one in self.connections if isinstance(one, Connection) and one._began is not None]
        min(waiting, key=lambda one: one._began or 0.0, default=self).transport.abort()


def _most() -> int:
    """Connections that a process keeps at once, as far as the system lets it open files."""
    files = resource.getrlimit(resource.RLIMIT_NOFILE)[0]
    return min(MOST_CONNECTIONS, max(files - OTHER_FILES, 32))


class Server(uvicorn.Server):
    """A server that says every second that it lives, and ends when nobody hears it any more."""

    def __init__(self, config: uvicorn.Config, lives: Callable[[], bool]) -> None:
        super().__init__(config)
        self._lives = lives

    async def on_tick(self, counter: int) -> bool:
        if counter % 10 == 0 and not self._lives():
            self.should_exit = True
        return await super().on_tick(counter)


def serve(listening: socket.socket, settings: Settings, ready: Callable[[], None]) -> None:
    """Serve a database until it is ended.

    Args:
        ready: called once, when it answers.
    """
    log_seldom()
    _give_memory_back()
    lock = Served(settings.data, f"http://{settings.host}:{settings.port}/")
    try:
        if settings.workers == 1:
            _answer(listening, settings, _once(ready))
        else:
            _Workers(listening, settings, ready).look_after()
    finally:
        lock.let_go()


def _give_memory_back() -> None:
    """Have large pieces of memory given back as they are freed. Left to itself the C library keeps them, for each
    thread anew: eight photos made one after the other by eight threads took eight times the memory of one."""
    with suppress(OSError, AttributeError):
        ctypes.CDLL(None).mallopt(M_MMAP_THRESHOLD, LARGE_BYTES)


def _once(ready: Callable[[], None]) -> Callable[[], bool]:
    said: list[bool] = []

    def lives() -> bool:
        if not said:
            said.append(True)
            ready()
        return True

    return lives


def _answer(listening: socket.socket, settings: Settings, lives: Callable[[], bool]) -> None:
    """Answer on a socket, in this process, until it is ended."""
    app = for_good(create_app(Store(settings.data), settings))
    config = uvicorn.Config(
        app,
        http=Connection,
        log_config=None,
        access_log=False,
        timeout_keep_alive=KEPT_S,
        timeout_graceful_shutdown=GRACE_S,
        proxy_headers=bool(settings.proxies),
        forwarded_allow_ips=settings.proxies or None,
    )
    Server(config, lives).run(sockets=[listening])


class _Worker:
    """A process that answers: its number, the pipe it is heard by, when it was heard last, whether it ever was."""

    def __init__(self, process: int, hears: int) -> None:
        self.process, self.hears = process, hears
        self.heard, self.served = time.monotonic(), False


class _Workers:
    """The processes that answer, and the one that looks after them."""

    def __init__(self, listening: socket.socket, settings: Settings, ready: Callable[[], None]) -> None:
        self._listening, self._settings, self._ready = listening, settings, ready
        self._workers: list[_Worker] = []
        self._ending = False
        self._failed = 0

    def look_after(self) -> None:
        gc.collect()
        gc.freeze()  # what was read until now is shared with every process that is started
        for kind in (signal.SIGINT, signal.SIGTERM):
            signal.signal(kind, self._end)
        said = False
        try:
            while not self._ending:
                while len(self._workers) < self._settings.workers and not self._ending:
                    self._start()
                self._hear(1.0)
                if not said and any(worker.served for worker in self._workers):
                    said = True
                    self._ready()
        finally:
            self._end_all()

    def _end(self, *_: object) -> None:
        self._ending = True

    def _start(self) -> None:
        if self._failed >= IN_A_ROW:
            raise StoreError("no process that serves could be started; the lines above say why")
        time.sleep(min(0.1 * self._failed, 1.0))
        hears, says = os.pipe()
        sys.stdout.flush()
        sys.stderr.flush()
        process = os.fork()
        if process == 0:
            self._be_one(says, [hears, *(worker.hears for worker in self._workers)])
        os.close(says)
        self._workers.append(_Worker(process, hears))

    def _be_one(self, says: int, others: list[int]) -> None:
        """A worker's whole life; never returns."""
        code = 1
        try:
            for kind in (signal.SIGINT, signal.SIGTERM):
                signal.signal(kind, signal.SIG_DFL)
            for one in others:
                os.close(one)
            os.set_blocking(says, False)

            def lives() -> bool:
                with suppress(BlockingIOError):
                    try:
                        os.write(says, b".")
                    except BrokenPipeError:  # who looks after us is gone
                        return False
                return True

            _answer(self._listening, self._settings, lives)
            code = 0
        except KeyboardInterrupt:
            code = 0
        except BaseException:
            LOG.exception("a process that serves could not go on")
        finally:
            os._exit(code)

    def _hear(self, seconds: float) -> None:
        by = {worker.hears: worker for worker in self._workers}
        for pipe in select.select(list(by), [], [], seconds)[0]:
            worker = by[pipe]
            if os.read(pipe, 4096):
                worker.heard, worker.served, self._failed = time.monotonic(), True, 0
            else:
                self._gone(worker)
        for worker in list(self._workers):
            if time.monotonic() - worker.heard > PATIENCE_S:
                LOG.warning("process %d answers nobody; another takes its place", worker.process)
                with suppress(ProcessLookupError):
                    os.kill(worker.process, signal.SIGKILL)
                self._gone(worker)

    def _gone(self, worker: _Worker) -> None:
        self._workers.remove(worker)
        os.close(worker.hears)
        _, how = os.waitpid(worker.process, 0)
        if not self._ending:
            self._failed += not worker.served and not os.WIFSIGNALED(how)  # one that was killed did not fail
            LOG.warning("process %d ended; another takes its place", worker.process)

    def _end_all(self) -> None:
        self._ending = True
        for worker in self._workers:
            with suppress(ProcessLookupError):
                os.kill(worker.process, signal.SIGTERM)
        until = time.monotonic() + GRACE_S + 2
        while self._workers and time.monotonic() < until:
            self._hear(0.2)
        for worker in list(self._workers):
            with suppress(ProcessLookupError):
                os.kill(worker.process, signal.SIGKILL)
            self._gone(worker)
