"""Lines as people write them in a hurry: taken as they are meant, or asked with the right choice; none misread.

The table was written by looking at each answer as the installer who typed the line. Units: the job's.
"""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.hints import in_unit
from oval_room.core.plan.document import Plan, Writing, new_plan
from oval_room.core.span import Span, UnclearError, read_lengths
from oval_room.core.tape import spans
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Asked, Heard, NotHeard
from oval_room.core.tape.phrases import PHRASES
from oval_room.core.units import MM_IN, Ruler
from oval_room.demo.gear import SHELF

JOBS = {
    "ft": Writing(unit="in", style="feet"),
    "mm": Writing(unit="mm", style="mm"),
    "cm": Writing(unit="cm", style="cm"),
    "m": Writing(unit="m", style="m"),
}
FIRST = ("room 5 m x 6 m x 2.5 m", "seat 3 m", "tv 65", "screen 110", "projector Heron")
TAKEN = (
    # the job's unit, line, the read-back
    ("mm", "tv portrait", "TV: hangs upright, its own top to the right"),
    ("mm", "eye line at third", "School of height: eyes at the lower third"),
    ("mm", "rack at 600 out 300", "Rack, 600 mm along, 300 mm out"),
    ("mm", "2 hours of film", "Film: 2 h a day"),
    ("mm", "network point behind tv 1100 up", "Data on the display wall: 2500 mm along, 1100 mm up"),
    ("mm", "projector on the ceiling", "Quillmark Heron 2: hung inverted"),
    ("mm", "hang the projector upside down", "Quillmark Heron 2: hung inverted"),
    ("mm", "projector on a shelf", "Quillmark Heron 2: upright on a shelf"),
    ("ft", "projector 14 ft back", "Throw 14' 0\", lens to screen"),  # no move by so much
    ("mm", "lens left 50", "Quillmark Heron 2: lens 2450 mm from the left wall"),
    ("mm", "along 1400 in from the left wall", "TV: middle 1400 mm from the left wall"),
    ("ft", "bottom 30 in from the floor", "TV: bottom edge at 2' 6\""),
    ("mm", "along 1400 from the right wall", "TV: middle 3600 mm from the left wall"),
    ("mm", "across 800 from the right", "Seat 1: 4200 mm along from the left wall"),
    ("mm", "seat 800 from the right wall", "Seat 1: 4200 mm along from the left wall"),
    ("mm", "seat 1 m from the back wall", "Seat 1: eye 5000 mm from the display wall"),
    ("mm", "projector 100 left", "Quillmark Heron 2: lens 2400 mm from the left wall"),
    ("mm", "projector in the middle", "Quillmark Heron 2: lens on the middle of screen"),
    ("mm", "lens 200 below the ceiling", "Lens height 2300 mm from the floor"),
    ("ft", "lens height 8\" below the ceiling", "Lens height 7' 6 7/16\" from the floor"),
    ("mm", "seat left by 300", "Seat 1: 2200 mm along from the left wall"),
    ("mm", "seat 300 to the right", "Seat 1: 2800 mm along from the left wall"),
    ("mm", "stud hit 340 magnet", "Hit by magnet on the display wall: 340 mm"),
    ("mm", "tv 100 mm to the left", "TV: middle 2400 mm from the left wall"),
    ("mm", "ceiling slopes from w2 at 1800 30 degrees", "Ceiling slopes up from the right wall, 1800 mm high there, 30°"),
    ("ft", "room 17'4 X 12'9 X 8'", "Room: along display wall 17' 4\", depth 12' 9\", height 8' 0\""),
    ("ft", "room 12-6 x 10-3 x 8-0", "Room: along display wall 12' 6\", depth 10' 3\", height 8' 0\""),
    ("ft", "room 208 x 153 x 96", "Room: along display wall 17' 4\", depth 12' 9\", height 8' 0\""),
    ("mm", "room 5.2m by 4m by 2.4m", "Room: along display wall 5200 mm, depth 4000 mm, height 2400 mm"),
    ("ft", "wall = 17'4", "Room along the display wall 17' 4\""),
    ("mm", "wall 5200 wide", "Room along the display wall 5200 mm"),
    ("ft", "depth about 13'", "Room depth 13' 0\""),
    ("ft", "ceiling height 8 ft", "Room height 8' 0\""),
    ("ft", "seat 12-9", "Seat 1: eye 12' 9\" from the display wall"),
    ("ft", "seat 40", "Seat 1: eye 3' 4\" from the display wall"),
    ("mm", "seat at 3 m", "Seat 1: eye 3000 mm from the display wall"),
    ("mm", "seat 600", "Seat 1: eye 600 mm from the display wall"),
    ("mm", "seat 3,600", "Seat 1: eye 3600 mm from the display wall"),
    ("mm", "seat 1.234,5 mm", "Seat 1: eye 1235 mm from the display wall"),
    ("m", "seat 3 m 90", "Seat 1: eye 3.900 m from the display wall"),
    ("cm", "seat 320", "Seat 1: eye 320.0 cm from the display wall"),
    ("ft", "seat 1 at 12'", "Seat 1: eye 12' 0\" from the display wall"),
    ("ft", "seat11'", "Seat 1: eye 11' 0\" from the display wall"),
    ("ft", "3.6 m seat", "Seat 1: eye 11' 9 3/4\" from the display wall"),
    ("ft", "set the seat to 11'", "Seat 1: eye 11' 0\" from the display wall"),
    ("ft", "viewing distance 10 feet", "Seat 1: eye 10' 0\" from the display wall"),
    ("mm", "sofa 3 m back", "Seat 1: eye 3000 mm from the display wall, on a sofa"),
    ("mm", "sofa is 3.2m from the tv", "Seat 1: eye 3200 mm from the display wall, on a sofa"),
    ("mm", "eye level 105 cm", "Row 1: eyes above their floor 1050 mm"),
    ("m", "person 1.85", "Seat 1: a person 1.850 m tall, eye taken as 1.150 m"),
    ("ft", "3 seats", "Row 1: 3 seats, 2' 1 9/16\" apart"),
    ("ft", "seats 3 across", "Row 1: 3 seats, 2' 1 9/16\" apart"),
    ("mm", "two seats 3 m back", "Seat 1: eye 3000 mm from the display wall; Row 1: 2 seats, 650 mm apart"),
    ("mm", "room 4.2 m wide, 5.1 m deep and 2.4 m high",
     "Room: along display wall 4200 mm, depth 5100 mm, height 2400 mm"),
    ("ft", "room 17' long by 13' wide", "Room: along display wall 13' 0\", depth 17' 0\""),
    ("mm", "tv 65 & seat 3 m", "TV: TV 65″, 16:9: 1439 mm wide; Seat 1: eye 3000 mm from the display wall"),
    ("mm", "3 seats 60 cm apart", "Row 1: 3 seats, 600 mm apart"),
    ("mm", "seats 3 x 60 cm", "Row 1: 3 seats, 600 mm apart"),
    ("ft", "three seats 12 ft", "Seat 1: eye 12' 0\" from the display wall; Row 1: 3 seats, 2' 1 9/16\" apart"),
    ("ft", "screen bottom 24", "screen: bottom edge at 2' 0\""),  # the TV is looked at, the screen is meant
    ("mm", "centre of the tv at 1.1m", "TV: centre at 1100 mm"),
    ("mm", "second row 4.8 m", "Row 2: eyes 4800 mm from the display wall, 1 new seat"),
    ("mm", "swivel 10 left", "TV: swivelled to the left by 10°"),
    ("mm", "tilt 8 down", "TV: tilted down by 8°"),
    ("mm", "tilt up 5°", "TV: tilted up by 5°"),
    ("mm", "tv 65 bottom 800", "TV: TV 65″, 16:9: 1439 mm wide; TV: bottom edge at 800 mm"),
    ("mm", "tv 65 on w3", "TV: TV 65″, 16:9: 1439 mm wide; TV: on the back wall, in its middle"),
    ("mm", "right wall 5100", "Right wall: 5100 mm"),
    ("mm", "the bottom of the tv 900", "TV: bottom edge at 900 mm"),
    ("mm", "remove the screen", "Take away screen"),
    ("ft", "floor to ceiling 8'", "Room height 8' 0\""),
    ("mm", "furniture 60cm", "Furniture: top at 600 mm"),
    ("ft", "tv stand 24\"", "Furniture: top at 2' 0\""),
    ("ft", "riser 8", "Row 1: floor raised by 8\""),
    ("ft", "65in tv", "TV: TV 65″, 16:9: 4' 8 5/8\" wide"),
    ("ft", "75 inch oled", "TV: TV 75″, 16:9: 5' 5 3/8\" wide"),
    ("ft", "tv65", "TV: TV 65″, 16:9: 4' 8 5/8\" wide"),
    ("ft", "monitor 27", "TV: TV 27″, 16:9: 1' 11 9/16\" wide"),
    ("m", "screen 2.4 m wide", "screen: screen 108″, 16:9: 2.400 m wide"),
    ("mm", "screen 300 cm wide 16:9", "screen: screen 136″, 16:9: 3000 mm wide"),
    ("mm", "screen 2400 x 1350", "screen: screen 108″, 16:9: 2400 mm wide"),
    ("mm", "screen 100 16/9", "screen: screen 100″, 16:9: 2214 mm wide"),
    ("ft", "screen 100\" 16:9", "screen: screen 100″, 16:9: 7' 3 3/16\" wide"),
    ("ft", "screen 110 scope", "screen: screen 110″, 2.40: 8' 5 9/16\" wide"),
    ("mm", "screen 100in 16x10", "screen: screen 100″, 16:10: 2154 mm wide"),
    ("ft", "center 47", "TV: centre at 3' 11\""),
    ("ft", "bottom of tv 30\"", "TV: bottom edge at 2' 6\""),
    ("mm", "bottom 700", "TV: bottom edge at 700 mm"),
    ("mm", "bottom 0", "TV: bottom edge at 0 mm"),
    ("ft", "top edge at 66 1/2", "TV: top edge at 5' 6 1/2\""),
    ("mm", "top 2 metres", "TV: top edge at 2000 mm"),
    ("ft", "stand off 2", "TV: surface 2\" from the wall"),
    ("mm", "tilt 5 degrees", "TV: tilted down by 5°"),
    ("ft", "stud at 16\"", "Hit by scanner on the display wall: 1' 4\""),
    ("ft", "outlet on w1 at 3' up 14", "Socket on the display wall: 3' 0\" along, 1' 2\" up"),
    ("ft", "door w3 at 2', 32 x 78", "Door in the back wall: from 2' 0\", 2' 8\" wide, 0\" to 6' 6\" up"),
    ("ft", "drywall 1/2", "Display wall: board 1/2\", 1 layer"),
    ("mm", "board 12,5", "Display wall: board 12.5 mm, 1 layer"),
    ("mm", "units cm", "Lengths in cm"),
    ("mm", "budget $9,500", "Budget: 9 500"),
    ("ft", "seat 11', eye 41; ceiling 8'",
     "Seat 1: eye 11' 0\" from the display wall; Row 1: eyes above their floor 3' 5\"; Room height 8' 0\""),
    ("ft", "name Hill, seat by the door", "Job: Hill, seat by the door"),
    ("ft", "name Hill; ceiling 8'", "Job: Hill; Room height 8' 0\""),
    # a word later in the line, another order, words about it
    ("mm", "lamps 30 lux", "Light in lamps: 30 lux from the side"),
    ("mm", "height of the ceiling 2.5m", "Room height 2500 mm"),
    ("mm", "room is 4.5m x 3.8m and 2.4m high", "Room: along display wall 4500 mm, depth 3800 mm, height 2400 mm"),
    ("ft", "the ceiling's 8 ft", "Room height 8' 0\""),
    ("mm", "scope screen 110", "screen: screen 110″, 2.40: 2579 mm wide"),
    ("mm", "2.35:1 screen 2.5 m wide", "screen: screen 107″, 2.35: 2500 mm wide"),
    ("mm", "screen 2.35:1, 2600 wide", "screen: screen 111″, 2.35: 2600 mm wide"),
    ("mm", "screen 2600mm w", "screen: screen 117″, 16:9: 2600 mm wide"),
    ("ft", "screen 96\" by 54\"", "screen: screen 110″, 16:9: 8' 0\" wide"),
    ("mm", "screen diagonal 110", "screen: screen 110″, 16:9: 2435 mm wide"),  # not the room's diagonal
    ("mm", "tv 4k 65", "TV: TV 65″, 16:9: 1439 mm wide"),
    ("mm", "tv on the left wall", "TV: on the left wall, in its middle"),
    ("mm", "tv 65\" 1100 centre", "TV: TV 65″, 16:9: 1439 mm wide; TV: centre at 1100 mm"),
    ("mm", "screen 100\" bottom at 600mm",
     "screen: screen 100″, 16:9: 2214 mm wide; screen: bottom edge at 600 mm"),  # the screen's, not the TV's
    ("mm", "throw 3800 mm lens up 2200", "Throw 3800 mm, lens to screen; Lens height 2200 mm from the floor"),
    ("mm", "projector at 4 m", "Throw 4000 mm, lens to screen"),
    ("mm", "raise tv by 50", "TV: up by 50 mm, bottom edge at 860 mm"),
    ("mm", "move tv left 100", "TV: middle 2400 mm from the left wall"),
    ("mm", "tv centred on the wall", "TV: middle 2500 mm from the left wall"),
    ("mm", "tilt the tv 5 degrees down", "TV: tilted down by 5°"),
    ("mm", "row 2 at 4.5 m, riser 200",
     "Row 2: eyes 4500 mm from the display wall, 1 new seat; Row 2: floor raised by 200 mm"),  # the new row's
    ("mm", "add a second seat", "Row 1: 2 seats, 650 mm apart"),
    ("mm", "seats: 4, 600 apart", "Row 1: 4 seats, 600 mm apart"),
    ("mm", "seat @ 3200", "Seat 1: eye 3200 mm from the display wall"),
    ("mm", "seat back by 300", "Seat 1: eye 3300 mm from the display wall"),
    ("mm", "studs at 450 850", "Hit by scanner on the display wall: 450 mm, 850 mm"),
    ("ft", "stud w2 at 16, 32 and 48", "Hit by scanner on the right wall: 1' 4\", 2' 8\", 4' 0\""),
    ("mm", "stud at 450 on left wall", "Hit by scanner on the left wall: 450 mm"),
    ("mm", "right wall is concrete", "Right wall: concrete"),
    ("ft", "outlet on w1, 6' along, 5' up", "Socket on the display wall: 6' 0\" along, 5' 0\" up"),
    ("mm", "movies 2 hours a day", "Film: 2 h a day"),
    ("mm", "budget is about €4.500", "Budget: 4 500"),
    ("mm", "client: Holt", "Client: Holt"),
    # a unit at the end is that of all, where it makes sense
    ("mm", "room 5 x 4 m", "Room: along display wall 5000 mm, depth 4000 mm"),
    ("cm", "room 5 x 4.5 m", "Room: along display wall 500.0 cm, depth 450.0 cm"),
    ("mm", "room 17 x 12 x 8 ft", "Room: along display wall 5182 mm, depth 3658 mm, height 2438 mm"),
    ("ft", "room 5 x 4 x 2.4 m", "Room: along display wall 16' 4 7/8\", depth 13' 1 1/2\", height 7' 10 1/2\""),
    ("mm", "room 5000 x 4 m", "Room: along display wall 5000 mm, depth 4000 mm"),
    # one reading alone: it is taken, and read back
    ("ft", "seat 11", "Seat 1: eye 11' 0\" from the display wall"),  # 11 inches are no seat
    ("ft", "seat 10", "Seat 1: eye 10' 0\" from the display wall"),
    ("ft", "seat 11, eye 41",
     "Seat 1: eye 11' 0\" from the display wall; Row 1: eyes above their floor 3' 5\""),
    ("ft", "person 6", "Seat 1: a person 6' 0\" tall, eye taken as 3' 8 7/8\""),
    ("ft", "lower tv 2\"", "TV: down by 2\", bottom edge at 2' 5 7/8\""),
    ("mm", "furniture 80", "Furniture: top at 800 mm"),
    ("mm", "left 100", "TV: middle 2400 mm from the left wall"),
    ("mm", "wall w1 is masonry", "Display wall: masonry"),
    ("mm", "ceiling concrete", "Ceiling: concrete"),
    ("ft", "room 17 long by 13 wide", "Room: along display wall 13' 0\", depth 17' 0\""),
    ("ft", "room 14x18x8", "Room: along display wall 14' 0\", depth 18' 0\", height 8' 0\""),
    ("mm", "seat 12-9", "Seat 1: eye 3886 mm from the display wall"),
    ("m", "seat 1,500", "Seat 1: eye 1.500 m from the display wall"),
    ("m", "seat 3200", "Seat 1: eye 3.200 m from the display wall"),
    ("mm", "room 3.6 x 4.2 x 2.4", "Room: along display wall 3600 mm, depth 4200 mm, height 2400 mm"),
    ("m", "room 520 x 400 x 240", "Room: along display wall 5.200 m, depth 4.000 m, height 2.400 m"),
    ("ft", "room 17 x 13 x 8", "Room: along display wall 17' 0\", depth 13' 0\", height 8' 0\""),
    ("ft", "depth 3900", "Room depth 12' 9 9/16\""),
    ("ft", "ceiling 10", "Room height 10' 0\""),
    ("mm", "ceiling 2.4", "Room height 2400 mm"),
    ("ft", "eye 3.5", "Row 1: eyes above their floor 3' 6\""),
    ("m", "eye 105", "Row 1: eyes above their floor 1.050 m"),
    ("mm", "person 185", "Seat 1: a person 1850 mm tall, eye taken as 1150 mm"),
    ("ft", "wall brick", "Display wall: solid brick"),
    ("mm", "brick wall", "Display wall: solid brick"),
    ("mm", "socket w1 1200 300", "Socket on the display wall: 1200 mm along, 300 mm up"),
    ("mm", "room 3500 4200 2400", "Room: along display wall 3500 mm, depth 4200 mm, height 2400 mm"),
)  # fmt: skip
ASKED = (
    # the job's unit, line, the choices
    ("mm", "fixing toggle", ("fixing toggle 25 ga", "fixing toggle 20 ga", "fixing toggle board")),
    ("mm", "coach screws", ("fixing coach screws",)),
    ("mm", "tilting bracket", ("mount Ironlark Tilt 600", "mount Ironlark Lower 600")),
    ("mm", "projector back 3000", ("throw 3000", "projector back by 3000")),
    ("mm", "projector up 2.1 m", ("lens up 2.1 m", "projector up by 2.1 m")),
    ("mm", "tv up 1200", ("tv bottom 1200", "tv centre 1200", "tv top 1200", "raise tv by 1200")),
    ("mm", "laser", ("by laser", "age laser")),
    ("mm", "16:10", ("aspect 16:10",)),
    ("mm", "seat left 300", ("across 2200 mm", "across 300")),
    ("mm", "made of w2 drywall on steel studs", ("made of w2 steel 25", "made of w2 steel 20")),
    ("mm", "drop down screen 106 2.40", ("screen Wendover Cloth Drop 240 scope", "screen Wendover Cloth Drop 220")),
    ("cm", "opening w1 at 40, 60 x 40 in", ("opening w1 at 40 cm, 60 cm x 40 in", 'opening w1 at 40", 60" x 40 in')),
    ("mm", "seats 3 60 cm", ("seats 3 x 60 cm", "seats 3 at 60 cm from the wall")),  # apart, or from the wall?
    ("ft", '3 seats 24"', ('seats 3 x 24"', 'seats 3 at 24" from the wall')),
    ("ft", "seats 4 4 ft", ("seats 4 x 4 ft", "seats 4 at 4 ft from the wall")),
    ("mm", "lower the tv to 700", ("tv bottom 700", "tv centre 700", "tv top 700")),
    ("mm", "4200 wide 5100 deep", ("room 4200 wide 5100 deep",)),
    ("ft", "seat 12", ('seat 12"', "seat 12 ft")),
    ("ft", "seat 24", ('seat 24"', "seat 24 ft")),
    ("mm", "seat 3.5", ("seat 3.5 m", "seat 3.5 ft")),
    ("mm", "seat 3.600", ("seat 3600 mm", "seat 3.600 ft")),
    ("ft", "12 x 10 x 8", ("room 12 x 10 x 8",)),
    ("m", "wall 390", ("wall 390 cm", 'wall 390"')),
    ("mm", "bottom 70", ("bottom 70 mm", "bottom 70 cm", 'bottom 70"')),
    ("mm", "bottom 0.7", ("bottom 0.7 m", "bottom 0.7 ft")),
    ("ft", "wide 8", ('wide 8"', "wide 8 ft")),
    ("m", "screen 2.4m", ("screen 2.4m wide", "screen 2.4m diagonal")),
    ("mm", "screen 254", ('screen 254"', "screen 254 cm diagonal")),
    ("mm", "tv 165 cm", ("tv 165 cm wide", "tv 165 cm diagonal")),
    ("ft", "tv 165", ('tv 165"', "tv 165 cm diagonal")),
    ("ft", "width 17'", ("wall 17'", "wide 17'")),
    ("ft", "length 17'", ("wall 17'", "depth 17'")),
    ("ft", "height 8'", ("ceiling 8'", "eye 8'", "centre 8'")),
    ("ft", "eyes at 41\"", ('eye 41"',)),
    ("ft", "wall is drywall", ("made of timber", "made of steel 25", "made of dabs", "made of board")),
    ("ft", "sceen 110", ("screen 110", "scene 110")),
    ("ft", "romm 12' x 10' x 8'", ("room 12' x 10' x 8'",)),
    ("mm", "seats 3 at 60 cm", ("seats 3 x 60 cm", "seats 3 at 60 cm from the wall")),
    ("ft", "living room 14 ft x 18 ft", ("room 14 ft x 18 ft",)),
    ("ft", "eye hight 42", ("eye height 42",)),
    ("mm", "tv 65 and tv 43", ("tv 65 and another tv 43",)),  # not one that takes the other's place
    ("ft", 'screen 92" at 30" off the floor',
     ('screen 92"; screen bottom 30"', 'screen 92"; screen centre 30"', 'screen 92"; screen top 30"')),
    ("m", "screen height 1.2 m", ("screen centre 1.2 m", "screen bottom 1.2 m", "screen 1.2 m high")),
    ("mm", "put the tv at 1200 up", ("tv bottom 1200", "tv centre 1200", "tv top 1200")),
    ("mm", "centre line 1200", ("along 1200", "centre 1200")),
    ("mm", "tv 1500 from left wall", ("along 1500", "along 2219 mm")),
    ("mm", "move seat back 1200", ("seat 4200 mm", "seat 1200")),
    ("mm", "door on back wall 800 wide 2000 high", ("door w3 at 2100 mm, 800 mm x 2000 mm",)),
)  # fmt: skip
REFUSED = (
    ("mm", "rack 600 mm along from the right", "left end"),
    ("mm", "throw 3 m from the left wall", "is not said of a throw"),
    ("mm", "lens along 1400 from the right", "told from the left"),
    ("mm", "soundbar 1000 wide", "put soundbar"),  # its width is no height of its top
    ("mm", "seat 3 m high", "is not said of a seat"),
    ("mm", "top 1500 wide", "is not said of a picture's top edge"),
    ("ft", "bottom 30 from the wall", "is not said of a picture's bottom edge"),
    ("mm", "rack 600 out 300", "Say each once"),  # two lengths, one word
    ("mm", "studs 400 centres", "type each"),
    ("mm", "joists 400", "which way they run"),
    ("ft", "bottom +10", "has no sign; type 10"),
    ("mm", "bottom -10", "has no sign; type 10"),
    ("ft", 'seat 3 m 4"', "does not add up"),
    ("mm", "seat 800000", "over 100 m"),
    ("mm", "seat 20000", "usually 1 m to 9 m"),
    ("ft", "room 12 x 0.1 x 8'", "usually 5' to 43'"),
    ("ft", "hello", "not a word here"),
    ("ft", "seat 11' and a bit", "not a unit"),
)


def job(unit: str) -> Plan:
    plan = new_plan("x", writing=JOBS[unit])
    for line in FIRST:
        heard = hear(plan, SHELF, line)
        assert isinstance(heard, Heard), heard
        plan = apply(plan, heard.command, SHELF)
    return plan


PLANS = {unit: job(unit) for unit in JOBS}


class Lines(unittest.TestCase):
    def test_taken_as_meant(self) -> None:
        for unit, line, say in TAKEN:
            with self.subTest(f"{unit}: {line}"):
                answer = hear(PLANS[unit], SHELF, line)
                self.assertIsInstance(answer, Heard, answer)
                self.assertEqual(answer.say, say)

    def test_asked_with_the_right_choices(self) -> None:
        for unit, line, options in ASKED:
            with self.subTest(f"{unit}: {line}"):
                answer = hear(PLANS[unit], SHELF, line)
                assert isinstance(answer, Asked), answer
                self.assertEqual(answer.options, options)
                said = [hear(PLANS[unit], SHELF, option) for option in options]
                if not line.startswith(("12 x", "sceen", "tv 165 cm")):  # a word put right may ask once more
                    self.assertTrue(all(isinstance(one, Heard) for one in said), said)
                self.assertEqual(len({one.say for one in said}), len(said))

    def test_refused_with_what_is_usual(self) -> None:
        for unit, line, word in REFUSED:
            with self.subTest(f"{unit}: {line}"):
                answer = hear(PLANS[unit], SHELF, line)
                self.assertIsInstance(answer, NotHeard, answer)
                self.assertIn(word, answer.say)

    def test_examples_in_every_unit_mean_the_same(self) -> None:
        """An example told in a job's own unit is taken there, within the rounding of the telling, or asks."""
        plan = PLANS["ft"]
        for phrase in PHRASES:
            heard = hear(plan, SHELF, phrase.example)
            if not isinstance(heard, Heard):
                continue
            for unit in ("mm", "cm", "m"):
                told = in_unit(phrase.example, PLANS[unit].writing.ruler)
                with self.subTest(f"{unit}: {told}"):
                    self.assertNotRegex(told, r"[0-9]['\"]")
                    answer = hear(PLANS[unit], SHELF, told)
                    self.assertIsInstance(answer, Heard, answer.say)

    def test_other_words_are_nobody_elses(self) -> None:
        words = [word for phrase in PHRASES for word in (phrase.word, *phrase.also)]
        self.assertEqual(len(words), len(set(words)))


SPANS = [span for span in vars(spans).values() if isinstance(span, Span)]
UNITS = tuple(MM_IN)


class Spans(unittest.TestCase):
    def test_spans_hold_what_is_usual(self) -> None:
        self.assertGreater(len(SPANS), 30)
        for span in SPANS:
            with self.subTest(span.what):
                self.assertTrue(span.least <= span.usual[0] < span.usual[1] <= span.most)

    @given(st.sampled_from(SPANS), st.sampled_from(("mm", "cm", "m", "in")), st.integers(1, 99_999), st.booleans())
    def test_a_bare_number_is_taken_only_where_it_is_plausible(
        self, span: Span, unit: str, number: int, tenths: bool
    ) -> None:
        """Taken: in the job's unit, inside the span, and nothing else is usual unless it is too. Else asked or refused."""
        text = f"{number / 10:g}" if tenths else str(number)
        ruler = Ruler(unit, {"in": "feet"}.get(unit, unit))  # type: ignore[arg-type]
        own = float(text) * MM_IN[unit]
        try:
            (mm,) = read_lengths(ruler, [(text, span)])
        except UnclearError as asked:
            self.assertTrue(asked.swaps)
            for choice in asked.swaps:
                (read,) = read_lengths(ruler, [(choice[0][1], span)])
                self.assertTrue(span.fit(read) or span.almost(read))
        except ValueError:
            self.assertLess(span.fit(own), 2)
        else:
            self.assertAlmostEqual(mm, own)
            self.assertTrue(span.fit(mm))

    @given(st.sampled_from(SPANS), st.sampled_from(UNITS), st.floats(0, 1))
    def test_a_length_with_its_unit_is_never_asked(self, span: Span, unit: str, share: float) -> None:
        mm = span.usual[0] + share * (span.usual[1] - span.usual[0])
        text = f"{mm / MM_IN[unit]:.4f} {unit}"
        for job_unit in ("mm", "in"):
            (read,) = read_lengths(Ruler(job_unit), [(text, span)])  # type: ignore[arg-type]
            self.assertAlmostEqual(read, float(text.split(" ")[0]) * MM_IN[unit], delta=0.01)


if __name__ == "__main__":
    unittest.main()
