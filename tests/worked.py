"""The worked examples kept with the tests, and when a result agrees with one."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

DATA: dict[str, Any] = json.loads((Path(__file__).parent / "data/worked.json").read_text(encoding="utf-8"))
EXAMPLES: list[dict[str, Any]] = DATA["examples"]
SUMS: dict[str, Any] = DATA["sums"]


def _tolerance(key: str, example: dict[str, Any]) -> float:
    if key in example["tolerance"]:
        return float(example["tolerance"][key])
    by_ending = DATA["default_tolerance"]
    ending = max((end for end in by_ending if end.startswith("_") and key.endswith(end)), key=len, default="other")
    return float(by_ending[ending])


def agrees(got: Any, wanted: Any, key: str, example: dict[str, Any]) -> bool:
    """Numbers within the tolerance of the key's unit or 1e-5 of the value; all else equal."""
    if isinstance(wanted, dict) and "any_of" in wanted:
        return any(agrees(got, one, key, example) for one in wanted["any_of"])
    if isinstance(wanted, dict):
        return bool(got == wanted)
    if isinstance(wanted, list):
        return (
            isinstance(got, list)
            and len(got) == len(wanted)
            and all(agrees(g, w, key, example) for g, w in zip(got, wanted, strict=True))
        )
    if wanted is None or isinstance(wanted, (bool, str)):
        return type(got) is type(wanted) and bool(got == wanted)
    if not isinstance(got, (int, float)) or isinstance(got, bool):
        return False
    if (
        isinstance(wanted, int)
        and key not in example["tolerance"]
        and not key.endswith(tuple(DATA["default_tolerance"]))
    ):
        return got == wanted
    return abs(got - wanted) <= max(_tolerance(key, example), 1e-5 * abs(wanted))


def disagreements(result: dict[str, Any], example: dict[str, Any]) -> list[str]:
    return [
        f"{key}: got {result.get(key)!r}, wanted {wanted!r}"
        for key, wanted in example["expect"].items()
        if not agrees(result.get(key), wanted, key, example)
    ]
