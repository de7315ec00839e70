"""What findings of fixings say, and what their cures do."""

from __future__ import annotations

from oval_room.core.findings import Code, CureKind
from oval_room.core.fixing import sentences as say
from oval_room.core.plan.room import WALL_WORDS


class FixingCode(Code):
    """What is found of fixings, and its sentence."""

    POLE = "fixing: pole", say.pole
    HOLES = "fixing: hole rows", say.holes
    NO_HOLES = "fixing: holes not known yet", say.no_holes
    PLATE = "fixing: plate follows the lens", say.plate
    WALL_KIND = "fixing: what the wall is", say.wall_kind
    MOUNT_RANGE = "fixing: beyond the mount", say.mount_range
    CEILING_KIND = (
        "fixing: what the ceiling is",
        lambda f, w: (
            f"What the ceiling over {w.name(f.about, 'projector' if 'projector' in f.about else 'picture')} is made of "
            "is not known: find the joists, prove one with a pilot hole, say made of ceiling joists before anything "
            "hangs there."
        ),
    )
    SLOPED = (
        "fixing: plate on a slope",
        lambda f, w: (
            f"The plate of {w.name(f.about, 'projector')} lies on a ceiling that slopes {f.value:.0f}°, up from "
            f"{w.surface(f.more['wall'])}: it needs an adapter for {f.value:.0f}° so that the pole hangs plumb."
        ),
    )
    BENCH_WANTED = "fixing: measure it on the bench", say.bench_wanted
    WINDOW = "fixing: mount window", say.window
    PLATE_STUDS = "fixing: studs behind the plate", say.plate_studs
    LOAD = "fixing: load on the wall", say.load
    FIXING_SUITS = (
        "fixing: what it is fixed with",
        lambda f, w: (
            f"{f.more['fixing'].capitalize()} is no fixing for {WALL_WORDS[f.more['kind']]}, which holds "
            f"{w.name(f.about, 'picture')}"
            + (f": take {' or '.join(f.more['suits'])}." if f.more["suits"] else ": its maker tells what is.")
        ),
    )
    SCREWS = "fixing: screws into the panel", say.screws
    HANDS = (
        "fixing: hands to lift it",
        lambda f, w: (
            f"{w.named(f.about, 'picture')} weighs {f.value:g} kg and is {w.length(f.more['wide'], 'nearest')} wide: "
            + ("two lift while one hooks it." if f.more["people"] == 2 else "three people, or a lift.")
            + " Upright all the way, feet off after it hangs."
        ),
    )
    DRILL = "fixing: drill window", say.drill
    HOLE_OFF = (
        "fixing: hole where there is no wall",
        lambda f, w: (
            f"A hole of {w.name(f.about, 'picture')} lies past the wall's edge: move the picture."
            if f.more["in"] == "the wall's edge"
            else f"A hole of {w.name(f.about, 'picture')} lies in {f.more['in']}: move the picture."
        ),
    )
    BY_OPENING = "fixing: hole by an opening", say.by_opening
    BEFORE_OPENING = (
        "fixing: before an opening",
        lambda f, w: (
            f"The plate of {w.name(f.about, 'picture')} stands across {f.more['opening']}, where nothing holds it: "
            "move the picture."
            if f.more["what"] == "plate"
            else f"{w.named(f.about, 'picture')} hangs across {f.more['opening']}: it takes its light and view, or the "
            "way through."
        ),
    )
    SWING = "fixing: an arm's swing", say.swing
    FRAME = "fixing: a screen's frame on its wall", say.frame
    PATTERN = "fixing: bolt pattern", say.pattern
    PLUGS = "fixing: room for plugs", say.plugs
    BEHIND = "fixing: behind the panel", say.behind
    STRIP = "fixing: light strip", say.strip
    STOPS = "fixing: where a cloth stops", say.stops
    CASE = "fixing: what a screen's case hangs from", say.case
    HOLDER = "fixing: what holds it overhead", say.holder
    SWAY = (
        "fixing: a long pole sways",
        lambda f, w: (
            (
                f"The pole of {w.name(f.about, 'projector')} is {w.length(f.value, 'nearest')} long"
                if f.more["pole"] == f.value
                else f"{w.named(f.about, 'projector')} drops {w.length(f.value, 'nearest')}, rods and pole"
            )
            + f": over {w.length(f.limit)} it sways. Brace it to another joist, or take the lens higher."
        ),
    )
    JOIST = "fixing: what the plate is fixed to", say.joist
    OVERHEAD = "fixing: load on what is overhead", say.overhead
    RATED = "fixing: rated load", say.rated
    BENCH = "fixing: read otherwise than the sheet", say.bench
    BENCH_OF_ANOTHER = "fixing: read of another", say.bench_of_another
    FLUE = "fixing: flue and lining", say.flue
    NEAR_SERVICE = "fixing: holes near a service", say.near_service


class FixingCure(CureKind):
    """What is offered, as a short order."""

    WITHIN = "within the mount", say.within
    OVER_STUDS = "picture over the studs", say.over_studs
    FIX_WITH = "fixed with", lambda c, w: f"Fix it with {c.name}"
    PLATE_FREE = "plate where studs want it", lambda c, w: "Plate to where studs want it"
    PLATE_TO = "plate in its window", say.plate_to
    MOVED_ALONG = "moved along", say.moved_along
    CASE_BELOW = "case lower", lambda c, w: f"Case {w.length(c.value)} below the ceiling, on hooks or brackets"
    CASE = "case onto the joist", lambda c, w: f"Cloth to {w.length(c.value)} from the wall, under the joist"
    JOIST = "plate onto the joist", lambda c, w: f"Plate onto the joist at {w.length(c.value)}"
    SAFEST = "middle of the window", lambda c, w: "Plate to where it has most room"
    MOUNT = "another mount", lambda c, w: f"Take {c.name}"
