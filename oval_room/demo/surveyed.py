"""Demonstration jobs whose rooms are no boxes, surveyed by the tape line: what the installer said, reading by
reading."""

from __future__ import annotations

from collections.abc import Sequence

from oval_room.core.apply import apply
from oval_room.core.commands import Stamp
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.demo.gear import SHELF

LASER = Writing(unit="mm", style="mm", instrument="laser")
STAMP = Stamp("Wil Harrowgate", "2026-10-05T09:40:00")


def said(plan: Plan, lines: Sequence[str], subject: Subject = Subject(), gear: GearShelf = SHELF) -> Plan:
    """The plan after lines of the tape line.

    Raises:
        ValueError: a line was not heard.
    """
    for line in lines:
        answer = hear(plan, gear, line, subject)
        if not isinstance(answer, Heard):
            raise ValueError(f"{line}: {answer.say}")
        plan = apply(plan, answer.command, gear, STAMP)
    return plan


LOFT = (
    "who four, film nights",
    "film 2",
    "games 1",
    "budget 2400",
    "keep stair rail",
    "cables behind the knee walls",
    "outline 4200 right 4598 out 1101 left 1702 out 3099 left 6300 back",
    "again wall 4201",
    "diagonal c1 c4 5546",
    "diagonal c2 c5 6395",
    "ceiling 2350",
    "slope w2 1002 at 42",
    "slope w6 998 at 42",
    "faces 20",
    "latitude 54",
    "finish white",
    "made of w1 timber",
    "board w1 12.5 x 1",
    "behind w1 insulation",
    "made of w5 brick",
    "made of ceiling joists",
    "joists along",
    "stud w1 198 scanner",
    "stud w1 601 magnet",
    "stud w1 790 scanner",
    "stud w1 1004 scanner",
    "stud w1 1398 pilot",
    "miss w1 1200 pilot",
    "stud w1 2199 magnet",
    "stud w1 2470 knock",
    "stud w1 3002 scanner",
    "joist 902 pilot",
    "joist 1502 magnet",
    "joist 2098 magnet",
    "window w5 at 1000, 902 x 1004 sill 880",
    "covering window blackout",
    "rest window 1199",
    "opening w4 at 300, 800 x 1980",
    "socket w1 at 350 up 300 circuit loft ring",
    "socket w6 at 2400 up 300 circuit loft ring",
    "switch w3 at 250 up 1150 circuit loft lights",
    "data w1 at 3700 up 300",
    "put radiator 900 x 90 x 450 at 3250 out 3000 up 120",
    "put walkway 700 x 1700 x 1900 at 3350 out 2880",
    "way stair 760 x 2050 x 720",
    "way door front door 838 x 1981",
    "seat 3050",
    "across 2100",
    "seats 3 x 620",
    "eye 1060",
    "row 2 4050",
    "main seat 1b",
)
LOFT_THEN = (
    "light dark ceiling 0.6",
    "light lamps side 14",
    "school lounge",
    "screen 84",
    "stand-off 40",
    "projector Wren",
    "throw 2450",
    "lens up 1925",
    "stem Stem long",
)
LOFT_SPEAKERS = (
    "speaker left at 750 out 250",
    "speaker right at 3450 out 250",
    "speaker centre at 2100 out 120 up 480",
    "speaker surround left at 250 out 3300 up 800",
    "speaker surround right at 3950 out 3300 up 800",
    "speaker sub at 560 out 420",
)
LOFT_WOVEN = (
    "scheme Woven frame",
    "screen Frame 100 woven",
    "stand-off 300",
    "bottom 468",
    "throw 2760",
    "scheme First scheme",
)
LOFT_SECOND = ("scheme Panel instead", "drop screen", "tv Slate 75", "mount Flat 600", "scheme First scheme")
DEN = (
    "who two, and the tide",
    "film 2",
    "sport 3",
    "budget 5200",
    "keep stove and chart table",
    "cables under the floor",
    "landlord no holes in the seaward wall",
    "outline 4800 right 2398 out 1903 right 3304 out 7007 left 5700 back anyway",
    "diagonal c1 c4 7116",
    "diagonal c2 c6 7449",
    "diagonal c3 c6 5823",
    "ceiling 2640",
    "faces 265",
    "latitude 50",
    "finish furnished",
    "height c1 2640",
    "height c2 2634",
    "height c4 2626",
    "height c6 2639",
    "plumb w1 4",
    "made of w1 timber",
    "made of w2 timber",
    "made of w5 masonry",
    "made of ceiling trusses",
    "stud w1 302 magnet",
    "stud w1 903 magnet",
    "stud w1 1340 scanner",
    "stud w1 1502 pilot",
    "stud w1 2107 scanner",
    "stud w1 2699 magnet",
    "stud w1 3050 scanner",
    "stud w1 3903 pilot",
    "window w4 at 700, 1800 x 1150 sill 820",
    "covering window net",
    "rest window 801",
    "window w6 at 1500, 1200 x 1150 sill 820",
    "covering window 2 curtain",
    "door w5 at 500, 926 x 2040",
    "swing door in, hinge left",
    "socket w1 at 620 up 250 circuit ring 2",
    "socket w1 at 4250 up 250 circuit ring 2",
    "thermostat w2 at 600 up 1400",
    "pipe w1 at 4300 up 0 to 4300 up 2640",
    "aerial w1 at 400 up 250",
    "put fire stove 600 x 450 x 760 at 2100 out 200",
    "heat 43.5",
    "flue steel, twin wall, clear of the boards",
    "put furniture chart table 1200 x 600 x 740 at 5400 out 4700",
    "put beam tie beam 4800 x 180 x 220 at 0 out 2600 up 2420",
    "put lamp reading lamp 300 x 300 x 350 at 4100 out 3400 up 1250",
    "way door side door 926 x 2040",
    "way van 1350 x 1300 x 2600",
    "seat 3300",
    "across 2400",
    "seats 2 x 700",
    "seating recliner",
    "eye 980",
    "person 1.82 m",
    "light day side 210",
    "light lamps side 26",
    "light dark ceiling 0.4",
)
DEN_THEN = ("school lounge", "tv Ember 77", "mount Tilt 600", "bottom 960")
DEN_SHORT = (
    "put cabinet net locker 1500 x 520 x 300 at 2950 out 5180",
    "scheme Short throw",
    "drop Tarnbeck Ember 77",
    "screen 92",
    "on w5",
    "along 3000",
    "surface wall",
    "stand-off 2 mm",
    "projector Ledge 25",
    "tray net locker 60",
    "lens up 425",
    "bottom 608",
    "memory news 16:9 1600 wide at bottom",
    "scheme First scheme",
)
"""On its cabinet before the other wall, with a second size for the news."""


def loft_cinema() -> Plan:
    """A budget cinema in a loft: knee walls and slopes on both sides, a stair in the corner, studs logged with two
    false finds."""
    plan = new_plan("Loft cinema", client="Isolde Varrow", place="9 Upper Thornby Mews", writing=LASER)
    plan = said(plan, LOFT, Subject(seat="s1"))
    plan = said(plan, ("seating stool", "riser 150"), Subject(seat="s4"))
    plan = said(plan, LOFT_THEN, Subject(seat="s2", scene="k1"))
    plan = said(plan, LOFT_SPEAKERS + LOFT_SECOND, Subject(seat="s2", scene="k1"))
    return said(plan, LOFT_WOVEN, Subject(seat="s2", scene="k1"))


def boat_shed_den() -> Plan:
    """A boat-shed den, L-shaped, with a stove under the picture and one reading of its walls that lies."""
    plan = new_plan("Boat-shed den", client="Tobin Aldersea", place="Slip 4, Marram Hard", writing=LASER)
    plan = said(plan, DEN, Subject(seat="s1"))
    return said(plan, DEN_THEN + DEN_SHORT, Subject(seat="s1"))
