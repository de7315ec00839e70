"""The walls between the trades, made from the list of parts: a trade that is added is held to them at once."""

import re
import unittest
from pathlib import Path
from typing import Final

import grimp

from oval_room.core.parts import PARTS
from oval_room.drawing.parts import VIEWS
from oval_room.web.parts import WEB_PARTS

CORE: Final = "oval_room.core."
ORDER: Final = {part.name: n for n, part in enumerate(PARTS)}
LISTS: Final = (
    "oval_room.core.parts",
    "oval_room.core.evaluate",
    "oval_room.core.solve",
    "oval_room.core.tape.grammar",
    "oval_room.core.tape.phrases",
    "oval_room.core.hand.grips",
    "oval_room.core.sums.registry",
)
"""What is made from the list of parts: no part may know of it."""
GROUND: Final = (
    "plan",
    "commands",
    "part",
    "studies",
    "report",
    "words",
    "findings",
    "figures",
    "subject",
    "tape.phrase",
    "hand.grip",
)


def within(module: str, package: str) -> bool:
    return module == package or module.startswith(f"{package}.")


def place(module: str) -> int | None:
    """How high a module of the core stands: of a trade by the order of the work, 0 for the ground. What is known of
    gear is ground: only its part stands among the trades."""
    if not module.startswith(CORE):
        return None
    trade = module.removeprefix(CORE).split(".")[0]
    if trade == "gear":
        return ORDER["gear"] + 1 if module.endswith((".part", "_study", ".says")) else 0
    return ORDER[trade] + 1 if trade in ORDER else 0


ROOT: Final = Path(__file__).resolve().parents[1] / "oval_room"
NOUNS: Final = {
    "web/side_by_side.py": "survey",  # a field of the plan
    "web/routes/photos.py": "survey",  # what its template calls it
    "web/templates/sheet/_survey_next.html": "survey",  # its script
    "web/templates/sheet/_survey_below.html": "survey",
    "web/routes/games.py": "rig",  # what its template calls it
    "web/static/js/projection.js": "projection",  # the lines that project a point into other views
    "web/templates/sheet.html": "projection",
    "web/routes/choosing.py": "throw",  # a kind of figure
    "drawing/projection.py": "throw",
}
"""Where a trade's name is a noun of another thing."""


class Names(unittest.TestCase):
    def test_web_and_drawing_name_a_stage_in_its_own_place_alone(self) -> None:
        stages = {one.at for one in PARTS if one.stage} | {one.name for one in PARTS if one.stage}
        quoted = re.compile(rf"""["'](?:{"|".join(sorted(stages - {"picture", "viewing"}))})["']""")
        named = []
        for folder in ("web", "drawing"):
            for path in (ROOT / folder).rglob("*"):
                if path.suffix not in (".py", ".html", ".js") or {"vendor", "parts"} & set(path.parts):
                    continue
                place = str(path.relative_to(ROOT))
                found = {one.strip("\"'") for one in quoted.findall(path.read_text())} - {NOUNS.get(place)}
                named += [f"{place}: {one}" for one in sorted(found)]
        self.assertEqual(named, [])


class Written(unittest.TestCase):
    def test_the_architecture_names_every_part_route_and_script(self) -> None:
        text = (ROOT.parent / "docs/architecture.md").read_text()
        there = [part.name for part in PARTS]
        there += [one.stem for one in (ROOT / "web/routes").glob("*.py") if one.stem != "__init__"]
        there += [one.name for one in (ROOT / "web/static/js").glob("*.js")]
        there += [f"scripts/{one.name}" for one in (ROOT.parent / "scripts").iterdir() if one.is_file()]
        self.assertEqual([name for name in there if f"`{name}`" not in text], [])


class Layers(unittest.TestCase):
    graph: grimp.ImportGraph

    @classmethod
    def setUpClass(cls) -> None:
        cls.graph = grimp.build_graph("oval_room")

    def imports(self) -> list[tuple[str, str]]:
        return [
            (one, other)
            for one in sorted(self.graph.modules)
            for other in sorted(self.graph.find_modules_directly_imported_by(one))
        ]

    def test_a_trade_stands_on_those_before_it_alone(self) -> None:
        """The plan is made of the trades' own nodes, so what they keep (`document.py`) may be read by all."""
        up = []
        for one, other in self.imports():
            mine, theirs = place(one), place(other)
            listed = any(within(one, name) for name in LISTS) or one == "oval_room.core.parts"
            if mine and theirs and not listed and not other.endswith(".document") and theirs > mine:
                up.append(f"{one} -> {other}")
        self.assertEqual(up, [])

    def test_a_trade_and_the_ground_know_no_list_of_parts(self) -> None:
        grounds = [f"{CORE}{name}" for name in GROUND]
        known = [
            f"{one} -> {other}"
            for one, other in self.imports()
            if (place(one) or any(within(one, name) for name in grounds)) and any(within(other, name) for name in LISTS)
        ]
        self.assertEqual(known, [])

    def test_the_guards_see_every_trade(self) -> None:
        self.assertEqual({one for one in ORDER if f"{CORE}{one}.part" not in self.graph.modules}, set())
        self.assertGreater(len(ORDER), 12)
        for name in ("rig", "array", "signal"):
            self.assertIn(name, ORDER)

    def test_the_lists_of_web_and_drawing_follow_the_work(self) -> None:
        ranks = [ORDER[one.part.name] for one in WEB_PARTS]
        self.assertEqual(ranks, sorted(ranks))
        for part in PARTS:
            for name in (*part.stage.views, *part.stage.extra) if part.stage else ():
                self.assertIn(name, VIEWS)
