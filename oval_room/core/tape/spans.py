"""What lengths on a plan plausibly are, for every phrase that asks for one (planning values of ours, rules 1.1)."""

from __future__ import annotations

from typing import Final

from oval_room.core.span import Span

ALONG: Final = Span("a place along a wall", 0, 30_000, (140, 12_000), goes="across")
UP: Final = Span("a height above the floor", 0, 12_000, (100, 3200), goes="up")
OUT: Final = Span("a distance out from a wall", 0, 30_000, (50, 12_000), goes="out")
SIZE: Final = Span("a size", 5, 15_000, (100, 6000))

WALL: Final = Span("a room's side", 900, 30_000, (1500, 13_000), goes="side")
PIECE: Final = Span("a wall", 50, 30_000, (150, 13_000))
CEILING: Final = Span("a ceiling", 1800, 12_000, (2000, 5000), goes="up")
CORNER: Final = Span("a ceiling at a corner", 300, 12_000, (1500, 5000))
SLOPE: Final = Span("a slope's lower edge", 0, 6000, (300, 3500))
DIAGONAL: Final = Span("a room's diagonal", 900, 45_000, (2000, 18_000))
LASER_LINE: Final = Span("a laser line above the floor", 100, 2500, (450, 1700))
LEAN: Final = Span("a wall's lean per metre", 0, 200, (0, 30), signed=True)
BOARD: Final = Span("a board's thickness", 3, 100, (6, 60))
VOID: Final = Span("the void over a ceiling", 10, 5000, (50, 2000))
TRAY: Final = Span("how far a tray comes out", 0, 1000, (20, 600))
ROLL: Final = Span("a roll of cloth", 300, 10_000, (1200, 5200))
MODULE: Final = Span("a ceiling grid's module", 100, 2000, (300, 1250))

SEAT: Final = Span("a seat's eye from the display wall", 300, 15_000, (1000, 9000), goes="out")
SEAT_BACK: Final = Span("a seat's eye from the back wall", 0, 12_000, (200, 6000))
ACROSS: Final = Span("a seat's place from the left wall", 0, 30_000, (300, 12_000), goes="across")
APART: Final = Span("the room of one seat in a row", 300, 3000, (450, 1500))
EYE: Final = Span("an eye above its floor", 300, 2200, (650, 1750), goes="up")
RISER: Final = Span("a riser", 0, 2000, (50, 900), goes="up")
PERSON: Final = Span("a person's height", 600, 2400, (1100, 2100), goes="up")
SHIFT: Final = Span("a move", 1, 9000, (10, 3000))
SIDEWAYS: Final = Span("a row's move sideways", 0, 5000, (40, 1500), signed=True)

FURNITURE: Final = Span("the top of furniture", 100, 2500, (200, 1800), goes="up")
SOUNDBAR: Final = Span("the top of a soundbar", 30, 2500, (200, 1800), goes="up")
OPENING: Final = Span("an opening's width", 200, 12_000, (400, 6000), goes="across")
OPENING_HIGH: Final = Span("an opening's height", 200, 6000, (300, 3500), goes="up")
SILL: Final = Span("a sill above the floor", 0, 4000, (100, 2000), goes="up")
HEAD: Final = Span("an opening's head above the floor", 300, 6000, (1000, 3500), goes="up")
THING: Final = Span("a thing's size", 5, 15_000, (50, 5000))
THING_AT: Final = Span("a thing's place", 0, 30_000, (50, 12_000), signed=True, goes="across")
PASSAGE: Final = Span("a way's size", 300, 20_000, (500, 8000))

BOTTOM: Final = Span("a picture's bottom edge", 0, 6000, (150, 2500), goes="up")
CENTRE: Final = Span("a picture's centre above the floor", 100, 6000, (500, 3000), goes="up")
TOP: Final = Span("a picture's top edge", 200, 6000, (700, 4000), goes="up")
GAP: Final = Span("a gap between frames", 0, 3000, (3, 600))
STAND_OFF: Final = Span("a stand-off", 0, 3000, (10, 700))
RADIUS: Final = Span("a curve's radius", 300, 20_000, (600, 6000))

THROW: Final = Span("a throw", 100, 30_000, (900, 12_000), goes="out")
LENS: Final = Span("a lens's height or throw", 100, 30_000, (400, 12_000))
LENS_UP: Final = Span("a lens above the floor", 50, 12_000, (300, 5000), goes="up")

ROW: Final = Span("a hole row above the floor", 50, 6000, (300, 3200), goes="up")
HANGS: Final = Span("what hangs", 20, 6000, (60, 4000))
