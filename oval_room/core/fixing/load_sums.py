"""Sums of rules 7.4 to 7.13 and 13: studs, loads, screws, swing, cutting, lifting, light strips."""

from __future__ import annotations

from typing import Final

from oval_room.core.errors import RefusedError
from oval_room.core.fixing.arm import arm_swing
from oval_room.core.fixing.bolts import bolt_loads, use_level, weight_of
from oval_room.core.fixing.capacity import CAPACITIES, Capacity, capacity_of
from oval_room.core.fixing.cut_list import KERF, cut_list
from oval_room.core.fixing.hands import people
from oval_room.core.fixing.light_strip import INSET, strip_run
from oval_room.core.fixing.plate_studs import Slot, place_on_studs
from oval_room.core.fixing.screws import screw_choice
from oval_room.core.levels import Level
from oval_room.core.sums.declare import Result, Shown, Sum
from oval_room.core.sums.given import Length, Number, Word

MOST_STUDS: Final = 24
MOST_SLOTS: Final = 8
"""Studs of one wall and slots of one plate that are tried against each other."""


def _studs(
    panel_centre_wanted: float,
    slide_each_way: float,
    slots_from_plate_centre: tuple[Slot, ...],
    studs: tuple[float, ...],
    studs_needed: int,
) -> Result:
    if len(studs) > MOST_STUDS:
        raise RefusedError(f"give at most {MOST_STUDS} studs", field="studs", value=len(studs))
    if len(slots_from_plate_centre) > MOST_SLOTS:
        raise RefusedError(f"give at most {MOST_SLOTS} slots", field="slots_from_plate_centre")
    found = place_on_studs(
        panel_centre_wanted, slots_from_plate_centre, studs, slide=slide_each_way, least=studs_needed
    )
    return {
        "possible": found is not None,
        "centred": found is not None and found.centred,
        "panel_off_centre_mm": found.off if found else None,
        "studs_caught_mm": list(found.studs) if found else None,
    }


def _bolts(
    bolts: tuple[tuple[float, float], ...],
    plate_bottom: float,
    panel_kg: float,
    mount_kg: float,
    load_out: float,
    load_sideways_from_centroid: float,
    fixing: str | None,
    tension_allowed_n: float | None,
    shear_allowed_n: float | None,
) -> Result:
    if fixing is not None:
        capacity = capacity_of(fixing)
    elif tension_allowed_n is not None and shear_allowed_n is not None:
        capacity = Capacity(tension_allowed_n, shear_allowed_n)
    else:
        raise RefusedError("is missing: give the fixing, or the tension and shear one carries", field="fixing")
    load = weight_of(panel_kg + mount_kg)
    found = bolt_loads(
        bolts, load, out=load_out, sideways=load_sideways_from_centroid, bottom=plate_bottom, capacity=capacity
    )
    worst = max(one.use for one in found)
    level = use_level(worst) if capacity.carries else Level.STOP
    return {
        "load_n": load,
        "tension_n": [one.tension for one in found],
        "shear_n": [one.shear for one in found],
        "use_pct": [one.use for one in found],
        "worst_use_pct": worst,
        "level": level.value,
    }


def _screw(
    bracket_mm: float,
    thread_mm: float,
    hole_depth_mm: float,
    washers_mm: float,
    spacers_mm: float,
    least_entry_mm: float | None,
) -> Result:
    stack = bracket_mm + washers_mm + spacers_mm
    found = screw_choice(stack, thread=thread_mm, hole_depth=hole_depth_mm, entry=least_entry_mm)
    return {
        "choose_mm": found.choose,
        "fits_mm": list(found.fits),
        "least_extra_spacer_mm": found.spacer,
        "then_length_mm": found.then,
    }


def _swing(panel_width: float, swing_deg: float, pivot_from_wall: float, depth_behind_pivot: float) -> Result:
    found = arm_swing(panel_width, swing=swing_deg, pivot=pivot_from_wall, behind=depth_behind_pivot)
    return {
        "edge_to_wall_mm": found.to_wall,
        "edge_comes_back_mm": found.back,
        "greatest_swing_deg": found.greatest if pivot_from_wall > depth_behind_pivot else None,
    }


def _cut(pieces: tuple[float, ...], stock: float, kerf: float) -> Result:
    if max(pieces, default=0.0) > stock:
        return {"stock_lengths": None}
    return {"stock_lengths": len(cut_list(pieces, stock, kerf=kerf))}


def _strip(
    panel_width: float,
    panel_height: float,
    sides: int,
    w_per_m: float | None,
    supply_v: float | None,
    leds_per_m: float | None,
    leds_per_group: float,
    inset: float,
) -> Result:
    found = strip_run(
        panel_width,
        panel_height,
        sides=sides,
        watts_per_metre=w_per_m,
        volts=supply_v,
        inset=inset,
        leds_per_metre=leds_per_m,
        leds_per_group=leds_per_group,
    )
    return {"run_mm": found.run, "watts_w": found.watts, "feed_points": found.feeds, "pixel_groups": found.groups}


LOAD_SUMS: Final = (
    Sum(
        "plate.studs",
        "7.4",
        "Studs in a plate's slots",
        "Where a plate goes so that studs lie in its slots, and how far the panel is off its place then.",
        "least panel shift, then least slide",
        (
            Length("panel_centre_wanted", "panel's middle along the wall", "1500 mm", sign="any"),
            Length("slide_each_way", "how far the panel slides on the plate", "20 mm", sign="zero"),
            Length(
                "slots_from_plate_centre",
                "slots from the plate's middle: from, to",
                "-225 mm, -150 mm; 150 mm, 225 mm",
                sign="any",
                many=True,
                each=2,
            ),
            Length(
                "studs", "studs' middles along the wall", "1090 mm; 1490 mm; 1890 mm; 2290 mm", sign="any", many=True
            ),
            Number("studs_needed", "studs that must lie in slots", "", "2", 2, lo=1, hi=3, whole=True),
        ),
        (
            Shown("panel_off_centre_mm", "panel off its place, right positive"),
            Shown("possible", "possible"),
            Shown("centred", "in its place"),
            Shown("studs_caught_mm", "studs in slots"),
        ),
        _studs,
    ),
    Sum(
        "bolts.group",
        "7.5",
        "Bolts under a load",
        "Tension, shear and use of each bolt of a plate.",
        "T = W·e·ζ/Σζ², V = W/n and torsion, use = T/T_allow + V/V_allow",
        (
            Length(
                "bolts",
                "bolts on the plate: along, up",
                "-203 mm, 60 mm; 203 mm, 60 mm; -203 mm, 260 mm; 203 mm, 260 mm",
                sign="any",
                many=True,
                each=2,
            ),
            Length("plate_bottom", "the plate's bottom edge, up", "0 mm", sign="any"),
            Number("panel_kg", "panel with what is fixed to it", "29", lo=0, hi=2000, over=True),
            Number("mount_kg", "mount", "8.5", lo=0, hi=1000),
            Length("load_out", "how far out the load acts", "520 mm", sign="zero"),
            Length("load_sideways_from_centroid", "how far sideways, right positive", "", "0", 0.0, sign="any"),
            Word("fixing", "the fixing", "coach 8x50 timber", "or what one carries", words=tuple(CAPACITIES)),
            Number("tension_allowed_n", "tension one carries", "", "or fixing", lo=0, hi=1e6, over=True),
            Number("shear_allowed_n", "shear one carries", "", "or fixing", lo=0, hi=1e6, over=True),
        ),
        (
            Shown("worst_use_pct", "worst bolt's use"),
            Shown("level", "verdict"),
            Shown("load_n", "load"),
            Shown("tension_n", "tension"),
            Shown("shear_n", "shear"),
            Shown("use_pct", "use of each"),
        ),
        _bolts,
    ),
    Sum(
        "screw.length",
        "7.9",
        "Screws into a panel",
        "Which stock length holds and stays off the hole's bottom.",
        "stack + d ≤ L ≤ stack + depth − 1",
        (
            Number("bracket_mm", "bracket [mm]", "2.5", lo=0, hi=100),
            Number("thread_mm", "thread's diameter [mm]", "8", lo=0, hi=30, over=True),
            Number("hole_depth_mm", "depth of the panel's hole [mm]", "18", lo=0, hi=200, over=True),
            Number("washers_mm", "washers [mm]", "1.6", "0", 0.0, lo=0, hi=50),
            Number("spacers_mm", "spacers [mm]", "10", "0", 0.0, lo=0, hi=200),
            Number("least_entry_mm", "least entry by the maker [mm]", "", "the thread's diameter", lo=0, hi=100),
        ),
        (
            Shown("choose_mm", "screw"),
            Shown("fits_mm", "fit"),
            Shown("least_extra_spacer_mm", "least spacer more"),
            Shown("then_length_mm", "then the screw"),
        ),
        _screw,
    ),
    Sum(
        "arm.swing",
        "7.10",
        "An arm's swing",
        "What is left between a swung panel's edge and the wall, and how far it swings at most.",
        "edge to wall = pivot − (W/2)·sinψ − behind·cosψ",
        (
            Length("panel_width", "panel's width", "1430 mm"),
            Number("swing_deg", "swing", "28", lo=0, hi=90),
            Length("pivot_from_wall", "pivot from the wall", "410 mm"),
            Length("depth_behind_pivot", "panel's depth behind the pivot", "38 mm", "0", 0.0, sign="zero"),
        ),
        (
            Shown("edge_to_wall_mm", "edge to wall"),
            Shown("greatest_swing_deg", "greatest swing"),
            Shown("edge_comes_back_mm", "edge comes back"),
        ),
        _swing,
    ),
    Sum(
        "cut.count",
        "7.12",
        "Stock lengths for pieces",
        "The fewest lengths that a list of pieces is cut from.",
        "a kerf between pieces: n pieces take n − 1",
        (
            Length("pieces", "pieces", "1780 mm; 1780 mm; 1010 mm; 1010 mm; 640 mm; 640 mm; 640 mm", many=True),
            Length("stock", "stock length", "2400 mm"),
            Length("kerf", "the saw's kerf", "", "3 mm", KERF, sign="zero"),
        ),
        (Shown("stock_lengths", "stock lengths"),),
        _cut,
    ),
    Sum(
        "lift.hands",
        "7.13",
        "Hands to lift it",
        "How many people lift a panel.",
        "over 23 kg or 1.2 m: two; over 50 kg: three or a lift",
        (
            Number("mass_kg", "what it weighs", "31", lo=0, hi=2000, over=True),
            Length("width", "how wide it is", "1430 mm"),
        ),
        (Shown("people", "people"),),
        lambda mass_kg, width: {"people": people(mass_kg, width)},
    ),
    Sum(
        "strip.run",
        "13",
        "A light strip behind a panel",
        "Its run, watts, feeds and groups.",
        "2(W + H) − 8·inset, or W + 2H − 6·inset",
        (
            Length("panel_width", "panel's width", "1430 mm"),
            Length("panel_height", "its height", "805 mm"),
            Number("sides", "sides it runs along", "4", lo=3, hi=4, whole=True),
            Number("w_per_m", "watts a metre", "14.4", "none", lo=0, hi=200),
            Number("supply_v", "supply in volts: 5, 12 or 24", "24", "none", lo=5, hi=24),
            Number("leds_per_m", "lights a metre", "60", "none", lo=1, hi=1000),
            Number("leds_per_group", "lights driven together", "6", "1", 1.0, lo=1, hi=1000),
            Length("inset", "from the panel's edge", "", "50 mm", INSET, sign="zero"),
        ),
        (
            Shown("run_mm", "run"),
            Shown("watts_w", "watts"),
            Shown("feed_points", "feed points"),
            Shown("pixel_groups", "groups"),
        ),
        _strip,
    ),
)
