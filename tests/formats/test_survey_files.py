"""Files of the survey: readings as CSV, outlines as DXF, the form as PDF, photos; there and back, and what is refused."""

from __future__ import annotations

import io
import json
import math
import random
import re
import unittest
import zipfile

import ezdxf
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image
from pypdf import PdfReader

from oval_room.core.apply import apply
from oval_room.core.errors import RefusedError
from oval_room.core.plan.measure import Reading
from oval_room.core.plan.outline import Corners
from oval_room.demo.gear import SHELF
from oval_room.demo.photos import demo_photos
from oval_room.demo.surveyed import boat_shed_den, loft_cinema
from oval_room.formats.job_file import Pinned, read_job, read_pinned, write_job
from oval_room.formats.outline_dxf import LAYER, MOST_BYTES, MOST_SHAPES, read_outline, write_outline
from oval_room.formats.photos import LONGEST, clean_photo
from oval_room.formats.readings_csv import MOST_LINES, Brought, read_readings, write_readings
from oval_room.formats.survey_form import form_lines, write_form
from tests.core.survey.rooms import room, say

DEN, LOFT = boat_shed_den(), loft_cinema()
HEAD = "of,value,unit,instrument\n"


class Readings(unittest.TestCase):
    def test_there_and_back_gives_the_same_values(self) -> None:
        """The log of one job brought into a copy of it whose readings are gone."""
        text = write_readings(DEN)
        self.assertEqual(len(text.splitlines()), len(DEN.readings) + 1)
        bare = say(room(outline="room 4000 x 5000"), "seat 3000", "again seat 3004")
        brought = read_readings(
            write_readings(bare).encode(), room(outline="room 3000 x 3000", also=("ceiling 2300", "seat 2000"))
        )
        assert brought.command is not None
        after = apply(room(outline="room 3000 x 3000", also=("ceiling 2300", "seat 2000")), brought.command, {})
        self.assertEqual(after.survey.room.width.value, 4000)
        self.assertEqual(after.survey.seats["s1"].y.value, 3002)

    def test_what_is_there_already_is_passed_over(self) -> None:
        brought = read_readings(write_readings(DEN).encode(), DEN)
        self.assertEqual((brought.command, brought.new, brought.known), (None, 0, len(DEN.readings)))

    def test_units_marks_and_columns_as_spreadsheets_write_them(self) -> None:
        plan = room(outline="room 3000 x 3000")
        for text in (
            "of;value;unit\nw1;4,2;m\n",
            "Unit,Value,Of\nin,165 3/8,w1\n",
            '\ufeffof,value,unit\r\nw1,"4 200",mm\r\n',
        ):
            brought = read_readings(text.encode(), plan)
            assert brought.command is not None
            with self.subTest(text):
                self.assertAlmostEqual(apply(plan, brought.command, {}).survey.room.width.value, 4200, delta=1)

    def test_refused_with_the_line(self) -> None:
        plan = room(outline="room 3000 x 3000")
        table = (
            ("no columns", "a,b\n1,2\n", "missing: of, unit, value"), ("mixed units", HEAD + "w1,4200,mm,laser\nceiling,94,in,tape\n", "line 3: this is in in, line 2 in mm"),
            ("nothing there", HEAD + "s4.y,3000,mm,tape\n", "line 2: there is no “s4.y”"), ("no number", HEAD + "w1,lots,mm,tape\n", "line 2"),
            ("no unit", HEAD + "w1,4200,,tape\n", "give the unit"), ("wrong unit", HEAD + "w1,4200,cubits,tape\n", "give the unit"), ("wrong tool", HEAD + "w1,4200,mm,nose\n", "laser"),
            ("light in mm", HEAD + "k1.side,20,mm,eye\n", "lux"), ("dark as night", HEAD + "k1.side,-3,lux,eye\n", "0 to 200,000"), ("empty", "", "missing"), ("over large", HEAD + "w1,4200,mm,tape\n" * 1_100_000, "MB; a reading log"),
            ("too many", HEAD + "w1,4200,mm,tape\n" * (MOST_LINES + 1), "at most"), ("light in words", HEAD + "k1.side,dim,lux,meter\n", "as a number"), ("past the sun", HEAD + "k1.side,900000,lux,eye\n", "0 to 200,000"),
            ("over 100 m", HEAD + "w1,420000,mm,tape\n", "over 100 m"), ("a wall too many", HEAD + "w9,4200,mm,tape\n", "line 2: this room has walls and corners 1 to 4"), ("formula", HEAD + "=1+1,4,m,tape\n", "line 2"),
        )  # fmt: skip
        for name, text, words in table:
            with self.subTest(name), self.assertRaisesRegex(RefusedError, words):
                read_readings(text.encode(), plan)
        with self.assertRaisesRegex(RefusedError, "UTF-8"):
            read_readings(b"of,value,unit\nw1,\xff\xfe,mm\n", plan)

    def test_a_long_log_of_its_own_comes_back(self) -> None:
        """50,000 readings written out and brought back: all known, nothing new, whatever the file's size."""
        plan = room(outline="room 3000 x 3000")
        log = {
            f"r{n}": Reading(of="survey.room.width", value=3000.0 + n % 7, instrument="tape") for n in range(1, 50_001)
        }
        plan = plan.model_copy(update={"readings": log})
        text = write_readings(plan)
        self.assertGreater(len(text), 2 * 512 * 1024)
        self.assertEqual(read_readings(text.encode(), plan), Brought(None, 0, 50_000))
        one_more = text + ",w1,,3003,mm,laser,,,yes\r\n"
        brought = read_readings(one_more.encode(), plan)
        self.assertEqual((brought.new, brought.known), (1, 50_000))

    def test_a_long_log_is_one_step(self) -> None:
        """More readings than one command holds are still taken, and undone, as one."""
        plan = room(outline="room 3000 x 3000")
        lines = "".join(f"w{n % 4 + 1},{3000 + n},mm,tape\n" for n in range(130))
        brought = read_readings((HEAD + lines).encode(), plan)
        assert brought.command is not None
        after = apply(plan, brought.command, {})
        self.assertEqual((brought.new, len(after.readings) - len(plan.readings)), (130, 130))
        self.assertIn("130 readings", brought.command.label)

    @settings(max_examples=60)
    @given(st.text(max_size=200))
    def test_any_text_is_taken_or_refused(self, text: str) -> None:
        try:
            read_readings((HEAD + text).encode("utf-8", errors="replace"), DEN)
        except RefusedError as refused:
            self.assertTrue(refused.text)


class Outlines(unittest.TestCase):
    def test_out_and_in_is_the_same_outline(self) -> None:
        for plan in (
            DEN,
            LOFT,
            room(outline="room 4000 x 5000"),
            room(outline="outline 3000 right 3000 out 600 left & 500 out 1800 left 600 left & 500 back 3000 back"),
        ):
            with self.subTest(plan.name):
                self.same(read_outline(write_outline(plan).encode()).corners, plan.survey.room.corners)

    def same(self, found: Corners, wanted: Corners) -> None:
        self.assertEqual(len(found), len(wanted))
        for a, b in zip(found, wanted, strict=True):
            self.assertLess(math.dist(a, b), 0.01)

    def test_lines_in_any_order_and_unit(self) -> None:
        """The L as loose lines, shuffled, some drawn backwards, in inches: the first longest round is found whole."""
        corners = room().survey.room.corners
        places = [(x / 25.4, -y / 25.4) for x, y in corners]
        for seed in range(5):
            document, chance = ezdxf.new(units=1), random.Random(seed)
            edges = list(zip(places, [*places[1:], places[0]], strict=True))
            rest = edges[1:]
            chance.shuffle(rest)
            for a, b in (edges[0], *rest):
                ends = (a, b) if (a, b) == edges[0] or chance.random() < 0.5 else (b, a)
                document.modelspace().add_line(*ends)
            out = io.StringIO()
            document.write(out)
            with self.subTest(seed=seed):
                self.same(read_outline(out.getvalue().encode()).corners, corners)

    def test_a_polyline_drawn_either_way_round_keeps_its_first_corner(self) -> None:
        corners = room().survey.room.corners
        for order in (1, -1):
            document = ezdxf.new(units=0)
            points = [(x / 1000, -y / 1000) for x, y in corners]
            points = points if order == 1 else [points[1], points[0], *reversed(points[2:])]
            document.modelspace().add_lwpolyline(points, close=True)
            out = io.StringIO()
            document.write(out)
            content = out.getvalue().encode()
            with self.subTest(order=order):
                with self.assertRaises(RefusedError) as caught:
                    read_outline(content)
                self.assertEqual(caught.exception.field, "unit")
                self.same(read_outline(content, "m").corners, corners)
                with self.assertRaisesRegex(RefusedError, "say the right unit"):
                    read_outline(content, "mm")

    def test_refused(self) -> None:
        def drawn(*points: tuple[float, float], close: bool = True) -> bytes:
            document = ezdxf.new(units=4)
            document.modelspace().add_lwpolyline(points, close=close)
            out = io.StringIO()
            document.write(out)
            return out.getvalue().encode()

        table = (
            ("no dxf", b"hello", "no DXF"), ("nothing", b"", "no DXF"), ("open", drawn((0, 0), (4000, 0), (4000, 3000), close=False), "no closed outline"),
            ("crossing", drawn((0, 0), (4000, 0), (500, 3000), (4000, 3000), (0, 100)), "cross"), ("a dot", drawn((0, 0), (3, 0), (3, 3), (0, 3)), "right unit|no closed"),
            ("binary", bytes(range(256)) * 8, "no DXF"), ("cut short", drawn((0, 0), (4000, 0), (4000, 3000))[:900], "no DXF|no closed"),
            ("a wheel", drawn(*((3000 * math.cos(n / 50), 3000 * math.sin(n / 50)) for n in range(310))), "corners; a room has at most"),
            ("one point many times", drawn(*[(500, 500)] * 30), "no closed outline"), ("twenty thousand corners", drawn(*((9000 * math.cos(n / 3183), 9000 * math.sin(n / 3183)) for n in range(20_000))), "no closed outline|at most"),
            ("a mile", drawn((0, 0), (400_000, 0), (400_000, 3000), (0, 3000)), "say the right unit"), ("a text only", drawn((0, 0)), "no closed outline"), ("too large", b"0" * (MOST_BYTES + 1), "over"),
        )  # fmt: skip
        for name, content, words in table:
            with self.subTest(name), self.assertRaisesRegex(RefusedError, words):
                read_outline(content)
        with self.assertRaisesRegex(RefusedError, "give the unit as"):
            read_outline(drawn((0, 0), (4000, 0), (4000, 3000)), "cubit")
        many = ezdxf.new(units=4)
        for n in range(MOST_SHAPES + 1):
            many.modelspace().add_line((n, 0), (n + 1, 0))
        out = io.StringIO()
        many.write(out)
        with self.assertRaisesRegex(RefusedError, "far more lines than a room"):
            read_outline(out.getvalue().encode())

    def test_numbers_past_all_bounds_are_refused(self) -> None:
        """One whole number of the file after another is past what a computer holds: taken without it, or refused."""
        document = ezdxf.new(units=4)
        document.modelspace().add_lwpolyline([(0, 0), (4000, 0), (4000, 3000), (0, 3000)], close=True)
        out = io.StringIO()
        document.write(out)
        text, refused = out.getvalue(), 0
        for place in list(re.finditer(r"\n *(?:70|90|62|71|280|370)\r?\n( *-?\d+)\r?\n", text))[::9]:
            for number in ("1e999", "nan", "-1e400"):
                spoiled = text[: place.start(1)] + number + text[place.end(1) :]
                try:
                    read_outline(spoiled.encode(), "mm")
                except RefusedError:
                    refused += 1
        self.assertGreater(refused, 0)

    def test_curved_walls_are_taken_straight_and_told(self) -> None:
        document = ezdxf.new(units=4)
        points = [(0, 0, 0), (4000, 0, 0.4), (4000, -3000, 0), (0, -3000, 0)]
        document.modelspace().add_lwpolyline(points, format="xyb", close=True)
        out = io.StringIO()
        document.write(out)
        for ending in ("\n", "\r\n", "\r"):  # as any machine ends its lines
            found = read_outline(out.getvalue().replace("\n", ending).encode())
            self.same(found.corners, ((0, 0), (4000, 0), (4000, 3000), (0, 3000)))
            self.assertEqual(found.straightened, 1)
        loose = ezdxf.new(units=4)
        for a, b in (((0, 0), (4000, 0)), ((4000, -3000), (0, -3000)), ((0, -3000), (0, 0))):
            loose.modelspace().add_line(a, b)
        loose.modelspace().add_arc((4000, -1500), 1500, -90, 90)
        out = io.StringIO()
        loose.write(out)
        self.assertEqual(read_outline(out.getvalue().encode()).straightened, 1)

    def test_blocks_alone_are_said(self) -> None:
        document = ezdxf.new(units=4)
        document.blocks.new("ROOM").add_lwpolyline([(0, 0), (4000, 0), (4000, 3000)], close=True)
        document.modelspace().add_blockref("ROOM", (0, 0))
        out = io.StringIO()
        document.write(out)
        with self.assertRaisesRegex(RefusedError, "explode them"):
            read_outline(out.getvalue().encode())

    def test_the_outlines_own_layer_goes_before_furniture(self) -> None:
        """A drawing with a larger closed shape on another layer: the room is what its own layer holds."""
        corners = room(outline="room 4000 x 5000").survey.room.corners
        document = ezdxf.new(units=4)
        document.modelspace().add_lwpolyline([(-9000, -9000), (9000, -9000), (9000, 9000), (-9000, 9000)], close=True)
        document.modelspace().add_lwpolyline([(x, -y) for x, y in corners], close=True, dxfattribs={"layer": LAYER})
        out = io.StringIO()
        document.write(out)
        self.same(read_outline(out.getvalue().encode()).corners, corners)

    @settings(max_examples=40)
    @given(st.binary(max_size=400))
    def test_any_bytes_are_refused_in_words(self, content: bytes) -> None:
        with self.assertRaises(RefusedError):
            read_outline(content, "mm")


class Form(unittest.TestCase):
    def test_blank_has_names_and_no_values_filled_has_both(self) -> None:
        for blank in (True, False):
            text = "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(write_form(DEN, blank=blank))).pages)
            with self.subTest(blank=blank):
                self.assertIn("wall 5, c5 to c6", text)
                self.assertIn("Ladder: three points", text)
                self.assertEqual("7007 mm" in text, not blank)
                self.assertEqual("± 1.5 mm" in text, not blank)
        self.assertEqual(write_form(DEN, blank=True), write_form(DEN, blank=True))
        self.assertTrue(all(not line.value for _, lines in form_lines(LOFT, blank=True) for line in lines))


class Photos(unittest.TestCase):
    def photo(self, size: tuple[int, int] = (800, 500), kind: str = "JPEG", **more: object) -> bytes:
        out = io.BytesIO()
        Image.new("RGB", size, (90, 120, 60)).save(out, kind, **more)
        return out.getvalue()

    def test_made_anew_without_what_the_camera_wrote(self) -> None:
        exif = Image.Exif()
        exif[0x0112] = 6  # turned a quarter
        exif.get_ifd(0x8825)[1] = "N"
        exif[0x010F] = "maker"
        kept = clean_photo(self.photo(exif=exif))
        self.assertEqual((kept.width, kept.height), (500, 800))
        with Image.open(io.BytesIO(kept.content)) as image:
            self.assertEqual((image.format, dict(image.getexif())), ("JPEG", {}))

    def test_large_ones_are_made_smaller(self) -> None:
        kept = clean_photo(self.photo((4000, 1000), "PNG"))
        self.assertEqual((kept.width, kept.height), (LONGEST, LONGEST // 4))

    def test_refused(self) -> None:
        table = (
            ("text", b"not a photo at all", "JPEG, PNG or WebP"), ("a page", b"<svg onload='x'/>", "JPEG"), ("empty", b"", "JPEG"), ("cut", self.photo()[:200], "JPEG"),
            ("a gif", self.photo(kind="GIF"), "JPEG"), ("huge", b"\xff\xd8" + b"0" * 12 * 1024 * 1024, "over 12 MB"), ("a bomb", self.photo((12000, 9000), "PNG"), "absurd|million"),
        )  # fmt: skip
        for name, content, words in table:
            with self.subTest(name), self.assertRaisesRegex(RefusedError, words):
                clean_photo(content)

    def test_a_job_file_carries_photos_and_notes(self) -> None:
        pinned = demo_photos("Boat-shed den")
        content = write_job(DEN, SHELF, pinned)
        plan, _ = read_job(content)
        self.assertEqual(plan, DEN)
        back = read_pinned(content)
        self.assertEqual([(one.about, one.text) for one in back], [(one.about, one.text) for one in pinned])
        self.assertEqual([bool(one.photo) for one in back], [bool(one.photo) for one in pinned])
        self.assertEqual(read_pinned(write_job(DEN, SHELF)), [])

    def test_spoiled_notes_in_a_job_file_are_refused_with_their_place(self) -> None:
        table = (
            ("no list", {"about": "w1"}, "notes.json", "list"), ("no words", [{"about": 3}], "notes.json[0]", "about, text, author and at"),
            ("no note", [{"about": "w1"}, "x"], "notes.json[1]", "about, text"), ("too many", [{}] * 2000, "notes.json", "at most"),
            ("a photo gone", [{"about": "w1", "photo": "photos/9.jpg"}], "notes.json[0]", "does not hold: photos/9.jpg"),
        )  # fmt: skip
        for name, notes, field, words in table:
            content = io.BytesIO(write_job(DEN, SHELF))
            with zipfile.ZipFile(content, "a") as archive:
                archive.writestr("notes.json", json.dumps(notes))
            with self.subTest(name), self.assertRaisesRegex(RefusedError, words) as caught:
                read_pinned(content.getvalue())
            self.assertEqual(caught.exception.field, field)

    def test_a_spoiled_photo_in_a_job_file_is_refused_with_its_place(self) -> None:
        content = write_job(DEN, SHELF, [Pinned("w1", "a", "b", "c", b"not a photo")])
        with self.assertRaises(RefusedError) as caught:
            read_pinned(content)
        self.assertEqual(caught.exception.field, "notes.json[0]")
