"""Files that ship with the pages: styles, scripts, fonts, kept by a browser for good under addresses that name what
they hold.

One sum stands for all of them and is part of the path, so that what a script imports and a style refers to is kept too.
"""

from __future__ import annotations

import hashlib
import posixpath
import re
from functools import cache
from pathlib import Path
from typing import Final

from fastapi.staticfiles import StaticFiles
from starlette.responses import Response
from starlette.types import Scope

STATIC: Final = Path(__file__).parent / "static"
IMPORT: Final = re.compile(r'^import [^;]*?"(\./[\w.-]+)";', re.MULTILINE)


@cache
def sum_of_all() -> str:
    """The sum of every file that ships, as the addresses of this start carry it."""
    found = hashlib.sha256()
    for path in sorted(STATIC.rglob("*")):
        if path.is_file():
            found.update(path.relative_to(STATIC).as_posix().encode() + b"\0" + path.read_bytes())
    return found.hexdigest()[:12]


def asset(path: str) -> str:
    """Address of a file that ships with the pages."""
    return f"/static/{sum_of_all()}/{path}"


@cache
def modules_of(path: str) -> tuple[str, ...]:
    """What a script imports, and what that imports: asked for together with it, not one after the other."""
    found: list[str] = []
    open_now = [path]
    while open_now:
        one = open_now.pop()
        for name in IMPORT.findall((STATIC / one).read_text(encoding="utf-8")):
            other = posixpath.normpath(posixpath.join(posixpath.dirname(one), name))
            if other not in found:
                found.append(other)
                open_now.append(other)
    return tuple(found)


class Shipped(StaticFiles):
    """Serves them: for good where the address carries today's sum, asked about again where it carries none or an
    earlier one."""

    async def get_response(self, path: str, scope: Scope) -> Response:
        said, _, rest = path.partition("/")
        summed = re.fullmatch(r"[0-9a-f]{12}", said) is not None
        answer = await super().get_response(rest if summed else path, scope)
        for_good = said == sum_of_all() and answer.status_code == 200
        answer.headers["cache-control"] = "public, max-age=31536000, immutable" if for_good else "no-cache"
        return answer
