"""Ten rooms from nothing to their holes, typed as an installer would with gear off its sheets; every mark that the drilling
pages show is worked out a second time here, from the figures on those sheets and a tape's readings alone."""

from __future__ import annotations

import re
from typing import Final

from tests.browser.driving import REVISION, BrowserCase

TV65: Final = 'gear tv Fennel 65: 65", vesa 400 x 300, bolts 340, outer 1450 x 835 x 60, 24 kg'
TV43: Final = 'gear tv Fennel 43: 43", vesa 200 x 200, bolts 210, outer 964 x 560 x 62, 9 kg'
TV55: Final = 'gear tv Fennel 55: 55", vesa 300 x 300, bolts 260, outer 1232 x 712 x 60, 16 kg'
TV77: Final = 'gear tv Fennel 77: 77", vesa 400 x 300, bolts 420, outer 1718 x 985 x 50, 31 kg'
LATCH: Final = (
    "gear mount Latch 600: takes 200 x 200 - 600 x 400, rated 45 kg, row 20, profile 32, plate 640 x 430, holes 250, rows 160, "
    "3.4 kg"
)
RAIL: Final = (
    "gear mount Rail 400: takes 100 x 100 - 400 x 400, rated 35 kg, row 18, profile 40, plate 430 x 420, slots 40-200, slide 60, "
    "rows 160, 2.4 kg"
)
ELBOW: Final = (
    "gear mount Elbow 400: takes 200 x 200 - 400 x 400, rated 45 kg, row 16, profile 70, plate 520 x 440, holes 210, slide 90, "
    "rows 200, tilt -5-10, swivel 45, reach 300, 9 kg"
)
WICK: Final = "gear projector Wick 3: throw 1.30-2.10, 3000 lm, shift 80% 40%, 420 x 350 x 150, 9 kg, lens at 40 180 90"
SILL: Final = "gear projector Sill 25: throw 0.25, 2600 lm, offset 116%, datum 318 mm, 550 x 340 x 125, 10 kg"
Marks = list[tuple[float, float]]


# ── the second working-out: millimetres, from sheets and tape ──


def plate(middle: float, top: float, *, bolts: float, row: float, apart: tuple[float, ...], below: float) -> Marks:
    """A plate\'s holes: its upper row lies the panel\'s bolts and the mount\'s row under the panel\'s top."""
    upper = top - bolts - row
    return [(middle + x, up) for up in (upper, upper - below) for x in apart]


def in_studs(studs: tuple[float, float], top: float, *, bolts: float, row: float, below: float) -> Marks:
    upper = top - bolts - row
    return [(x, up) for up in (upper, upper - below) for x in studs]


def diagonal(inches: float, aspect: float) -> tuple[float, float]:
    """Width and height of a picture [mm]."""
    high = inches * 25.4 / (1 + aspect**2) ** 0.5
    return high * aspect, high


def frame(middle: float, bottom: float, inches: float, aspect: float, edge: float) -> Marks:
    """A frame\'s brackets: 100 inside either end, 30 under its upper edge."""
    wide, high = diagonal(inches, aspect)
    half, up = wide / 2 + edge - 100, bottom + high + edge - 30
    return [(middle - half, up), (middle + half, up)]


def hung(middle: float, screen: float, throw: float, right: float = 40, forward: float = 180) -> tuple[float, float]:
    """A hung projector\'s plate: its lens right of the plate is left of it when it hangs; out, throw and more."""
    return middle + right, screen + throw + forward


def cleat(left: float, wide: float, top: float, under: float, inset: float = 60) -> Marks:
    return [(left + inset, top - under), (left + wide - inset, top - under)]


class TenRooms(BrowserCase):
    def room(self, name: str, *lines: str) -> str:
        page = self.open("/", self.context())
        page.fill("#new-name", name)
        page.click(".slip summary")
        page.select_option("#new-units", "mm")
        page.click("text=Open the sheet")
        page.locator("#tape").wait_for()
        page.wait_for_load_state("networkidle")
        self.page = page
        self.type(*lines)
        found = re.search(r"/jobs/([0-9a-f]+)", page.url)
        assert found is not None
        return found[1]

    def type(self, *lines: str) -> None:
        """Line by line; what changes nothing, or goes onto the shelf, makes no revision: the line is empty again."""
        for line in lines:
            self.page.fill("#tape", line)
            self.page.locator("#tape-say.tape-heard").wait_for()
            self.page.press("#tape", "Enter")
            self.until(self.page, "document.querySelector('.tape[aria-busy]') === null", True)
            self.assertEqual(self.page.locator("#tape").input_value(), "", line)

    def take(self, words: str) -> None:
        """A cure, in Fixing or Throw, by its words."""
        revision = self.revision(self.page)
        self.page.locator(".cure", has_text=words).first.click()
        self.until(self.page, REVISION, revision + 1)

    def stage(self, job: str, stage: str) -> None:
        self.page.goto(f"{self.address()}/jobs/{job}/{stage}")
        self.page.wait_for_load_state("networkidle")

    def marks(self, job: str, surface: str) -> tuple[Marks, str]:
        """Every mark on a drilling page, in its order, and what the page says; none where there is no such page."""
        page = self.open(f"/jobs/{job}/drill?wall={surface}", self.page.context)
        rows = page.locator(".drill-table tbody tr:not(.drill-into)")
        cells = [row.locator(".drill-place").all_inner_texts() for row in rows.all()]
        told = page.inner_text("main")
        page.close()
        return [(float(along), float(up)) for along, up in cells], told

    def same(self, got: Marks, want: Marks, within: float = 1.0) -> None:
        """The page rounds to the millimetre."""
        self.assertEqual(len(got), len(want), (got, want))
        for one, other in zip(got, want, strict=True):
            self.assertAlmostEqual(one[0], other[0], delta=within, msg=f"{got} {want}")
            self.assertAlmostEqual(one[1], other[1], delta=within, msg=f"{got} {want}")

    def test_a_living_room_with_a_drop_down_before_a_tv_under_a_grid(self) -> None:
        job = self.room(
            "Living room", "room 4400 x 5200 x 2500", "made of w1 brick", "seat 3600", TV65, LATCH, "tv Fennel 65", "mount Latch 600",
            "along 2200", "panel top 1700", "made of ceiling grid", 'gear screen Sail 92: 92" 16:9, drop down, matte, case 110 mm, black drop 300 mm, 14 kg',
            "screen Sail 92", "along 2200", "stand-off 250", WICK, "projector Wick 3", "goes hung", "throw 3200", "lens up 2150",
        )  # fmt: skip
        none, told = self.marks(job, "ceiling")
        self.assertEqual(none, [])
        self.assertIn("carries nothing", told)
        self.type("void 320 slab")
        wide, _ = diagonal(92, 16 / 9)
        self.same(self.marks(job, "w1")[0], plate(2200, 1700, bolts=340, row=20, apart=(-250, 250), below=160))
        got, told = self.marks(job, "ceiling")
        self.same(got, [hung(2200, 250, 3200), (2200 - wide / 2 + 40, 250), (2200 + wide / 2 - 40, 250)])
        self.assertIn("rods 320 mm up", told)

    def test_a_family_room_with_a_cabinet_and_an_ultra_short_throw(self) -> None:
        job = self.room(
            "Family room", "room 4200 x 5000 x 2450", "made of w1 timber", *(f"stud w1 {x} pilot" for x in range(300, 4200, 400)), "seat 3000",
            "hang cabinet w1 at 1150, 1900 x 350 x 480 up 150, 45 kg", 'gear screen Brow 100: 100" 16:9, fixed, lenticular, gain 0.8, frame 12, 12 kg',
            "screen Brow 100", "along 2100", "stand-off 40", "bottom 900", SILL, "projector Sill 25",
        )  # fmt: skip
        got, told = self.marks(job, "w1")
        self.assertIn("STOP, no holes for cabinet", told)
        self.stage(job, "fixing")
        self.take("screws into the studs")
        got, told = self.marks(job, "w1")
        _, high = diagonal(100, 16 / 9)
        brackets = [
            (1100.0, 900 + high + 12 - 30),
            (3100.0, 900 + high + 12 - 30),
        ]  # the outermost studs behind the frame
        self.same(got, [*brackets, *((x, 500 - 60.0) for x in (1500, 1900, 2300, 2700))])
        self.assertIn("proved by a pilot hole", told)

    def test_three_tvs_on_wandering_studs(self) -> None:
        wandering = (254, 660, 1073, 1473)
        job = self.room(
            "Three", "room 6000 x 5000 x 2500", "made of w1 timber", *(f"stud w1 {x} pilot" for x in wandering), "seat 3500", TV65, TV43, RAIL,
            "tv Fennel 65", "mount Rail 400", "along 3000", "panel top 1700", "another tv Fennel 43", "mount Rail 400", "along 1250", "panel top 1600",
            "another tv Fennel 43", "mount Rail 400", "along 4700", "panel top 1600",
        )  # fmt: skip
        got, told = self.marks(job, "w1")
        self.assertEqual(told.count("No stud behind"), 2)  # the 43 at the left hangs on its own studs
        self.same(got, in_studs((1073, 1473), 1600, bolts=210, row=18, below=160))
        self.type("stud w1 2836 pilot", "stud w1 3157 pilot", "stud w1 4540 pilot", "stud w1 4871 pilot")
        got, _ = self.marks(job, "w1")
        self.same(
            got,
            [
                *in_studs((2836, 3157), 1700, bolts=340, row=18, below=160),
                *in_studs((1073, 1473), 1600, bolts=210, row=18, below=160),
                *in_studs((4540, 4871), 1600, bolts=210, row=18, below=160),
            ],
        )

    def test_a_glazed_kitchen(self) -> None:
        job = self.room(
            "Kitchen", "room 3600 x 4000 x 2400", "made of w1 brick", "board w1 15 mm", "window w1 at 1200, 1100 x 1200 sill 950", "seat 2400",
            "seating upright", TV43, LATCH, "tv Fennel 43", "mount Latch 600", "along 1700", "panel top 1800",
        )  # fmt: skip
        none, told = self.marks(job, "w1")
        self.assertEqual(none, [])
        self.assertIn("nothing holds it", told)
        self.type("along 2950")
        got, told = self.marks(job, "w1")
        self.same(got, plate(2950, 1800, bolts=210, row=20, apart=(-250, 250), below=160))
        self.assertIn("75 mm: 15 mm over it + 60 mm masonry", told)

    def test_a_bedroom_with_a_tray(self) -> None:
        """Nothing is drilled; its furniture is deep enough once its tray is out: back 0.25 × width + 2 − 318, and 340."""
        job = self.room(
            "Bedroom", "room 3400 x 3900 x 2400", "made of w1 brick", "seat 2600", "seating bed", "put furniture dresser 1400 x 420 x 600 at 1000 out 0",
            SILL, "screen 80", "surface wall", "along 1700", "stand-off 2 mm", "projector Sill 25",
        )  # fmt: skip
        wide, _ = diagonal(80, 16 / 9)
        reaches = 0.25 * wide + 2 - 318 + 340
        self.stage(job, "throw")
        self.assertIn("too shallow", self.page.inner_text("#reckoning")) if reaches > 420 else None
        self.type("tray 60")
        self.assertGreater(480, reaches)
        self.page.locator(".finding", has_text="its tray 60 mm out").wait_for()
        page = self.page.context.new_page()
        page.goto(f"{self.address()}/jobs/{job}/drill")
        self.assertIn("there is no hole", page.inner_text("body").lower())

    def test_a_two_row_cinema(self) -> None:
        job = self.room(
            "Cinema", "room 4600 x 6400 x 2700", "made of w1 brick", "made of ceiling joists", "joists out",
            *(f"joist {x} pilot" for x in (300, 900, 1500, 2100, 2700, 3300, 3900)), "seat 3600", "row 2 4900",
            'gear screen Brow 120: 120" 16:9, fixed, woven, gain 1.0, frame 80, 16 kg', "screen Brow 120", "along 2300", "stand-off 100", "bottom 700", WICK,
            "projector Wick 3", "goes hung", "throw 4300", "lens up 2300",
        )  # fmt: skip
        x, y = hung(2300, 100, 4300)
        self.same(self.marks(job, "w1")[0], frame(2300, 700, 120, 16 / 9, 80))
        self.same(self.marks(job, "ceiling")[0], [(x, y), (2100, y), (2700, y)])  # the joists on both sides, in line

    def test_a_scope_screen(self) -> None:
        job = self.room(
            "Scope", "room 4600 x 6000 x 2700", "made of w1 brick", "made of ceiling joists", "joists along",
            *(f"joist {y} pilot" for y in range(400, 5300, 600)), "seat 3600", 'gear screen Brow scope: 120" 2.40, fixed, matte, gain 1.0, frame 80, 16 kg',
            "screen Brow scope", "along 2300", "stand-off 100", "bottom 800", WICK, "projector Wick 3", "goes hung", "throw 4450", "lens up 2300",
        )  # fmt: skip
        x, y = hung(2300, 100, 4450)
        self.same(self.marks(job, "w1")[0], frame(2300, 800, 120, 2.4, 80))
        self.same(self.marks(job, "ceiling")[0], [(x, y), (x, 4600), (x, 5200)])

    def test_a_loft(self) -> None:
        job = self.room(
            "Loft", "room 4200 x 5200 x 2500", "slope w2 1200 at 40", "made of w1 brick", "made of ceiling trusses", "joists out",
            *(f"joist {x} pilot" for x in (600, 1200, 1800, 2400, 3000)), "seat 3200", TV55, LATCH, "tv Fennel 55", "mount Latch 600", "along 1600", "panel top 1500",
        )  # fmt: skip
        self.same(self.marks(job, "w1")[0], plate(1600, 1500, bolts=260, row=20, apart=(-250, 250), below=160))

    def test_a_77_over_a_desk(self) -> None:
        """On an arm in concrete; another panel on that arm keeps its holes, not its bottom edge."""
        job = self.room(
            "Desk", "room 3000 x 3200 x 2400", "made of w1 concrete", "seat 900", "seating stool", "put furniture desk 1800 x 800 x 740 at 600 out 0", TV77, TV65,
            ELBOW, "tv Fennel 77", "mount Elbow 400", "along 1500", "panel top 1900",
        )  # fmt: skip
        holes = plate(1500, 1900, bolts=420, row=16, apart=(-210, 210), below=200)
        self.same(self.marks(job, "w1")[0], holes)
        self.type("tv Fennel 65")
        self.same(self.marks(job, "w1")[0], holes)

    def test_a_brick_wall_with_bar_and_boxes(self) -> None:
        job = self.room(
            "Boxes", "room 5000 x 4500 x 2450", "made of w1 brick", "seat 3000", TV65, LATCH, "tv Fennel 65", "mount Latch 600", "along 2500", "panel top 1750",
            "hang soundbar w1 at 1950, 1100 x 80 x 110 up 760, 6 kg", "hang box w1 at 600, 400 x 300 x 120 up 400, 8 kg",
            "hang shelf w1 at 3700, 900 x 200 x 250 up 1200, 15 kg",
        )  # fmt: skip
        got, told = self.marks(job, "w1")
        self.same(
            got,
            [
                *plate(2500, 1750, bolts=340, row=20, apart=(-250, 250), below=160),
                *cleat(1950, 1100, 840, 40),
                *cleat(600, 400, 700, 60),
                *cleat(3700, 900, 1400, 30),
            ],
        )
        for whose in ("1–4 ·", "5–6 · soundbar", "7–8 · box", "9–10 · shelf"):
            self.assertIn(whose, told)
        self.assertEqual(self.complaints, [])
