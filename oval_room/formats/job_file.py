"""The job file: a zip of `plan.json` (format 1), `gear.json` (the pinned editions by hash), and when there are any
`notes.json` and `photos/ID.jpg`; or plain JSON alone.

Plain JSON is either {"plan": …, "gear": {…}} or the plan itself. Reading is strict: unknown keys, wrong types, a newer
format, absurd sizes and missing gear are refused with the place and the reason, and nothing is kept.
"""

from __future__ import annotations

import io
import json
import zipfile
import zlib
from collections.abc import Callable, Mapping, Sequence
from datetime import datetime
from typing import Any, Final, NamedTuple

from pydantic import ValidationError

from oval_room.core import most
from oval_room.core.complaints import refused_by
from oval_room.core.errors import RefusedError
from oval_room.core.parts import PLAN
from oval_room.core.plan.document import FORMAT, Plan
from oval_room.core.plan.gear import GEAR, GearItem, GearShelf, gear_hash, hash_of
from oval_room.core.plan.measure import plain
from oval_room.formats.photos import clean_photo
from oval_room.formats.plain_json import read_json

MOST_BYTES: Final = most.JOB_FILE
MOST_UNPACKED: Final = most.UNPACKED
MOST_PINNED: Final = most.PINNED
SUFFIX: Final = ".ovalroom"
UPGRADES: Final[dict[int, Callable[[dict[str, Any]], dict[str, Any]]]] = {}
"""Steps from a format to the next, dict to dict, run on reading."""
_STAMP: Final = (2026, 1, 1, 0, 0, 0)  # equal jobs give equal files


class Pinned(NamedTuple):
    """A note, or a photo with its caption, pinned to something of the plan."""

    about: str
    text: str
    author: str
    at: str
    photo: bytes | None = None


def write_job(plan: Plan, gear: GearShelf, pinned: Sequence[Pinned] = ()) -> bytes:
    """The job file of a plan with the gear it names and the photos and notes pinned to it.

    Raises:
        RefusedError: gear it names is missing.
    """
    used = sorted(plan.gear_used())
    missing = [key for key in used if key not in gear]
    if missing:
        raise RefusedError(f"gear is missing: {', '.join(missing)}", field="gear")
    parts = {
        "plan.json": plan.model_dump(mode="json"),
        "gear.json": {key: gear[key].model_dump(mode="json") for key in used},
    }
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, document in parts.items():
            text = json.dumps(document, ensure_ascii=False, indent=1, allow_nan=False)
            archive.writestr(zipfile.ZipInfo(name, _STAMP), text, zipfile.ZIP_DEFLATED)
        if pinned:
            listed = [
                {
                    "about": p.about,
                    "text": p.text,
                    "author": p.author,
                    "at": p.at,
                    "photo": f"photos/{n}.jpg" if p.photo else None,
                }
                for n, p in enumerate(pinned, 1)
            ]
            archive.writestr(
                zipfile.ZipInfo("notes.json", _STAMP),
                json.dumps(listed, ensure_ascii=False, indent=1),
                zipfile.ZIP_DEFLATED,
            )
            for n, one in enumerate(pinned, 1):
                if one.photo:
                    archive.writestr(zipfile.ZipInfo(f"photos/{n}.jpg", _STAMP), one.photo, zipfile.ZIP_STORED)
    content = out.getvalue()
    if len(content) > MOST_BYTES or len(pinned) > MOST_PINNED:
        raise RefusedError(
            f"the job file comes to {len(content) / 2**20:.0f} MB with {len(pinned)} photos and notes; it can be "
            f"{MOST_BYTES / 2**20:.0f} MB with {MOST_PINNED}: take some off first",
            field="file",
        )
    return content


def read_job(content: bytes) -> tuple[Plan, dict[str, GearItem]]:
    """Plan and gear of a job file.

    Raises:
        RefusedError: it can't be used; `field` is the place in it.
    """
    if len(content) > MOST_BYTES:
        raise RefusedError(
            f"the file is over {MOST_BYTES // 1024 // 1024} MiB; a job file is far smaller", field="file"
        )
    if content[:2] == b"PK":
        document, editions = _from_zip(content)
    else:
        whole = read_json(content, "file")
        if not isinstance(whole, dict):
            raise RefusedError("a job file holds a JSON object", field="file")
        document, editions = (whole["plan"], whole.get("gear", {})) if "plan" in whole else (whole, {})
        extra = set(whole) - {"plan", "gear"} if "plan" in whole else set()
        if extra:
            raise RefusedError("is not a key of a job file", field=min(extra))
    gear = _read_gear(editions)
    plan = _read_plan(document)
    missing = sorted(plan.gear_used() - set(gear))
    if missing:
        raise RefusedError(f"the plan names gear that the file does not hold: {', '.join(missing)}", field="gear")
    return plan, gear


def read_pinned(content: bytes) -> list[Pinned]:
    """Photos and notes of a job file that `read_job` has taken; photos are checked and made anew like any upload.

    Raises:
        RefusedError: one can't be used.
    """
    if content[:2] != b"PK":
        return []
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            names = set(archive.namelist())
            listed = read_json(_unpacked(archive, "notes.json"), "notes.json") if "notes.json" in names else []
            if not isinstance(listed, list) or len(listed) > MOST_PINNED:
                raise RefusedError(f"notes must be a list of at most {MOST_PINNED}", field="notes.json")
            cleaned: dict[str, bytes] = {}
            return [_pinned(archive, names, n, one, cleaned) for n, one in enumerate(listed)]
    except (zipfile.BadZipFile, zlib.error, EOFError, OSError, NotImplementedError, RuntimeError, KeyError) as error:
        raise RefusedError("the file's photos are damaged; export it again", field="notes.json") from error


def _pinned(archive: zipfile.ZipFile, names: set[str], n: int, one: object, cleaned: dict[str, bytes]) -> Pinned:
    field = f"notes.json[{n}]"
    if not isinstance(one, dict) or not all(
        isinstance(one.get(key, ""), str) for key in ("about", "text", "author", "at")
    ):
        raise RefusedError("a note has about, text, author and at", field=field)
    photo = None
    if one.get("photo") is not None:
        if not isinstance(one["photo"], str) or one["photo"] not in names:
            raise RefusedError(f"names a photo that the file does not hold: {str(one['photo'])[:40]}", field=field)
        try:
            if one["photo"] not in cleaned:
                cleaned[one["photo"]] = clean_photo(_unpacked(archive, one["photo"])).content
            photo = cleaned[one["photo"]]
        except RefusedError as refused:
            raise refused.at(field) from None
    about, text, author = (plain(one.get(key, "")) for key in ("about", "text", "author"))
    return Pinned(about[:40], text[:400], author[:80], _moment(one.get("at", "")), photo)


def _moment(text: str) -> str:
    """A time as the store keeps it; empty where it is none."""
    try:
        return datetime.fromisoformat(text).strftime("%Y-%m-%dT%H:%M:%S")
    except ValueError:
        return ""


def _from_zip(content: bytes) -> tuple[object, object]:
    try:
        with zipfile.ZipFile(io.BytesIO(content)) as archive:
            names = archive.namelist()
            if "plan.json" not in names:
                raise RefusedError("has no plan.json; it is not a job file", field="file")
            if sum(info.file_size for info in archive.infolist()) > MOST_UNPACKED:
                raise RefusedError("unpacks to an absurd size", field="file")
            plan = read_json(_unpacked(archive, "plan.json"), "plan.json")
            gear = read_json(_unpacked(archive, "gear.json"), "gear.json") if "gear.json" in names else {}
    except (
        zipfile.BadZipFile,
        zlib.error,
        EOFError,
        OSError,
        NotImplementedError,
        RuntimeError,
        ValueError,
        KeyError,
    ) as error:
        if isinstance(error, RefusedError):
            raise
        raise RefusedError("the file is damaged or cut short; export it again", field="file") from error
    return plan, gear


def _unpacked(archive: zipfile.ZipFile, name: str) -> bytes:
    """A part of the zip, never more than the limit whatever the zip says of itself."""
    with archive.open(name) as part:
        content = part.read(MOST_UNPACKED + 1)
    if len(content) > MOST_UNPACKED:
        raise RefusedError("unpacks to an absurd size", field="file")
    return content


def _read_gear(editions: object) -> dict[str, GearItem]:
    if not isinstance(editions, Mapping):
        raise RefusedError("gear must be an object of editions by hash", field="gear")
    gear: dict[str, GearItem] = {}
    for key, document in editions.items():
        try:
            item = GEAR.validate_python(document, strict=False)
        except ValidationError as error:
            refused = refused_by(error)
            raise RefusedError(refused.text, field=f"gear.{key}.{refused.field}", value=refused.value) from error
        if key not in (gear_hash(item), hash_of(document)):
            raise RefusedError("its content does not match its name; it was changed", field=f"gear.{key}")
        gear[str(key)] = item
    return gear


def _read_plan(document: object) -> Plan:
    if not isinstance(document, dict):
        raise RefusedError("the plan must be a JSON object", field="plan")
    number = document.get("format")
    if not isinstance(number, int) or isinstance(number, bool) or number < 1:
        raise RefusedError(
            f"has no format number; this is not a job file (got {str(number)[:20]})", field="plan.format"
        )
    if number > FORMAT:
        raise RefusedError(
            f"format {number} is from a newer Oval Room; this one reads up to {FORMAT}", field="plan.format"
        )
    while number < FORMAT:
        document = UPGRADES[number](document)
        number += 1
    try:
        return PLAN.validate_python(document)
    except ValidationError as error:
        refused = refused_by(error)
        raise RefusedError(refused.text, field=f"plan.{refused.field}", value=refused.value) from error


def schema() -> dict[str, Any]:
    """The JSON Schema of the plan and of one gear edition."""
    return {"plan": PLAN.json_schema(), "gear edition": GEAR.json_schema()}
