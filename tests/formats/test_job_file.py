"""Job files: round trip, a fixture kept for ever, and what is refused with its place."""

from __future__ import annotations

import io
import json
import subprocess
import sys
import unittest
import zipfile
from pathlib import Path
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from oval_room.core.errors import RefusedError
from oval_room.core.plan.nodes import PartNodes
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import chapel_flat, demo_jobs
from oval_room.demo.shop import WHOLE as SHOP
from oval_room.formats.job_file import MOST_BYTES, read_job, schema, write_job
from tests.core.examples import EXAMPLE_PLANS

DATA = Path(__file__).parent.parent / "data"
CHAPEL = chapel_flat()
WHOLE: dict[str, Any] = {
    "plan": CHAPEL.model_dump(mode="json"),
    "gear": {key: SHELF[key].model_dump(mode="json") for key in CHAPEL.gear_used()},
}


def spoiled(path: str, value: Any) -> bytes:
    """The whole job as JSON with one place changed."""
    document = json.loads(json.dumps(WHOLE))
    node = document
    *way, last = path.split(".")
    for key in way:
        node = node[key]
    node[last] = value
    return json.dumps(document).encode()


def zipped(**parts: str) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, text in parts.items():
            archive.writestr(f"{name}.json", text)
    return out.getvalue()


REFUSED = (
    # name, content, place told, a word told
    ("empty", b"", "file", "JSON"),
    ("truncated zip", write_job(CHAPEL, SHELF)[:900], "file", "damaged"),
    ("truncated JSON", json.dumps(WHOLE).encode()[:-40], "file", "line"),
    ("a list", b"[]", "file", "object"),
    ("no format", b'{"name": "x"}', "plan.format", "format"),
    ("a newer format", spoiled("plan.format", 2), "plan.format", "newer"),
    ("unknown key", spoiled("plan.survey.sofa", 1), "plan.survey.sofa", "not known"),
    ("unknown key at the top", spoiled("extra", 1), "extra", "not a key"),
    ("wrong type", spoiled("plan.survey.room.width.value", "wide"), "plan.survey.room.width.value", "number"),
    ("absurd size", spoiled("plan.schemes.v1.pictures.p1.pose.x", 1e9), "plan.schemes.v1.pictures.p1.pose.x", "100,000"),
    ("no width", spoiled("plan.schemes.v1.pictures.p1.width.value", 1e-300), "plan.schemes.v1.pictures.p1", "10 mm wide"),
    ("no such scheme", spoiled("plan.scheme", "v9"), "plan.", "v9"),
    ("projector of nothing", spoiled("plan.schemes.v1.projectors.j1.shows", "p9"), "plan.schemes.v1", "p9"),
    ("missing gear", spoiled("gear", {}), "gear", "does not hold"),
    ("gear that was changed", spoiled(f"gear.{next(iter(WHOLE['gear']))}.price", 1), "gear.", "changed"),
    ("not a number", json.dumps(WHOLE).replace("1.0", "NaN", 1).encode(), "file", "not a number"),
    ("a zip of something else", zipped(readme="{}"), "file", "plan.json"),
    ("a zip with half a plan", zipped(plan='{"format": 1,'), "plan.json", "line"),
    ("nested far too deep", b"[" * 50_000, "file", "deep"),
    ("deep but whole", json.dumps({"format": 1, "name": eval("[" * 60 + "]" * 60)}).encode(), "file", "deep"),
    ("not text", b"\xff\xfe\x00\x01", "file", "UTF-8"),
    ("too large", b" " * (MOST_BYTES + 1), "file", "MiB"),
    ("too many seats", spoiled("plan.survey.seats", {f"s{n}": WHOLE["plan"]["survey"]["seats"]["s1"] for n in range(1, 300)}), "plan.survey.seats", "200"),
)  # fmt: skip


class JobFiles(unittest.TestCase):
    def test_round_trip(self) -> None:
        for plan in (*demo_jobs(), *EXAMPLE_PLANS):
            back, gear = read_job(write_job(plan, SHOP))
            self.assertEqual(back, plan)
            self.assertEqual(gear, {key: SHOP[key] for key in plan.gear_used()})
            self.assertEqual(write_job(back, gear), write_job(plan, SHOP))  # equal jobs, equal files

    def test_plain_json_is_taken_too(self) -> None:
        self.assertEqual(read_job(json.dumps(WHOLE).encode())[0], CHAPEL)

    def test_format_1_opens_for_ever(self) -> None:
        plan, gear = read_job((DATA / "format-1.ovalroom").read_bytes())
        self.assertEqual((plan.name, plan.format, len(gear)), ("Chapel flat", 1, len(plan.gear_used())))

    def test_what_is_refused_names_place_and_reason(self) -> None:
        for name, content, place, word in REFUSED:
            with self.subTest(name):
                with self.assertRaises(RefusedError) as caught:
                    read_job(content)
                self.assertTrue(caught.exception.field.startswith(place), caught.exception.field)
                self.assertIn(word, caught.exception.text)

    @settings(max_examples=150, deadline=None)
    @given(st.integers(0, 3000), st.binary(min_size=1, max_size=6))
    def test_a_damaged_file_is_refused_or_whole(self, at: int, junk: bytes) -> None:
        content = bytearray(write_job(CHAPEL, SHELF))
        at %= len(content)
        content[at : at + len(junk)] = junk
        try:
            plan, _ = read_job(bytes(content))
        except RefusedError as refused:
            self.assertTrue(refused.text and refused.field)
        else:
            self.assertEqual(plan, CHAPEL)

    def test_gear_must_be_there_to_be_written(self) -> None:
        with self.assertRaises(RefusedError):
            write_job(CHAPEL, {})

    def test_the_schema_names_every_key(self) -> None:
        self.assertEqual(set(schema()["plan"]["properties"]), set(WHOLE["plan"]))
        more = schema()["plan"]["$defs"]["Scheme"]["properties"]["more"]["properties"]
        self.assertEqual(set(more), set(PartNodes.known))
        self.assertEqual(set(more["hanging"]["properties"]), {"things"})

    def test_a_file_with_a_trades_own_nodes_opens_where_nothing_else_was_read_before(self) -> None:
        """In a program that knows the reader alone, what a trade keeps is known too."""
        reads = "import sys; from oval_room.formats.job_file import read_job; print(read_job(sys.stdin.buffer.read())[0].chosen.more)"
        for node in ("WallThing", "Bench("):
            plan = next(one for one in EXAMPLE_PLANS if node in repr(one.chosen.more))
            done = subprocess.run([sys.executable, "-c", reads], input=write_job(plan, SHOP), capture_output=True)
            self.assertEqual(done.returncode, 0, done.stderr)
            self.assertIn(node.encode(), done.stdout)
