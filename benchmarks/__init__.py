"""How quick the program is, measured beside each other in one run: .venv/bin/python -m benchmarks.NAME

Their ratios are told, nothing is asserted. They want the development packages; without them they say so.
"""

from __future__ import annotations

import sys
from importlib.util import find_spec
from typing import Final

WANTED: Final = ("httpx", "hypothesis", "playwright")

if lacking := [name for name in WANTED if find_spec(name) is None]:
    sys.exit(
        f"Benchmarks want {', '.join(lacking)}: bin/test installs them into .venv, or run "
        ".venv/bin/pip install -r requirements-dev.lock; then .venv/bin/python -m benchmarks.NAME"
    )
