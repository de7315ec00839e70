"""Real servers on a database, and a plain HTTP client with cookies that is used as the test client is."""

from __future__ import annotations

import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

import httpx


class Served(subprocess.Popen[bytes]):
    port: int


def free_port() -> int:
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        return int(free.getsockname()[1])


def served_at(path: Path, port: int, workers: int = 1, *more: str, **how: Any) -> Served:
    """A server on a database, started as users start it, answering."""
    command = [sys.executable, "-W", "ignore", "-m", "oval_room.cli", "serve", "--data", str(path), "--port", str(port)]
    how = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL} | how
    process = Served([*command, "--workers", str(workers), *more], **how)
    process.port = port
    until = time.monotonic() + 300
    while time.monotonic() < until and process.poll() is None:
        if answers(port):
            return process
        time.sleep(0.05)
    raise RuntimeError(f"no server came up on port {port}")


def answers(port: int) -> bool:
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/door", timeout=5):
            return True
    except urllib.error.HTTPError:
        return True
    except OSError:
        return False


def Browser(base: str) -> httpx.Client:
    return httpx.Client(base_url=base, follow_redirects=False, timeout=60)
