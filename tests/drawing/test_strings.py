"""Live strings: a length that stands on a drawing, typed again as it stands, changes nothing that can be measured."""

from __future__ import annotations

import re
import unittest

from oval_room.core.apply import apply
from oval_room.core.plan.document import Plan
from oval_room.core.plan.keyed import keyed_nodes
from oval_room.core.subject import Subject
from oval_room.core.tape.grammar import hear
from oval_room.core.tape.phrase import Heard
from oval_room.drawing.parts import VIEW_NAMES
from oval_room.drawing.scene import Dim
from oval_room.drawing.sheet import scene_of
from tests.core.array.example import TWO
from tests.core.rig.example import KEPT
from tests.drawing.scenes import _look, looks

SLIP = 4.0
"""A length as it is read may be off by half its ruler's step, and a size or a place by that twice [mm]."""


def places(plan: Plan) -> dict[str, tuple[float, ...]]:
    """Where everything is that has a place, and how large what has a size [mm]."""
    out = {}
    for node in (plan.survey, plan.chosen):
        for _, listed in keyed_nodes(node):
            for key, one in listed.items():
                pose, width = getattr(one, "pose", None), getattr(one, "width", None)
                point = tuple(pose.point) if pose is not None else ()
                out[key] = (*point, *((getattr(width, "value", width),) if width is not None else ()))
    return out


class Strings(unittest.TestCase):
    def test_said_again_as_they_stand_nothing_moves(self) -> None:
        seen = set[str]()
        walls = [(f"wall, {key}", _look(TWO, key, "s1")) for key in ("p1", "p5", "p8")]
        for name, look in (*looks(), *walls, ("rig, kept", _look(KEPT, "p1", "s1"))):
            before = places(look.plan)
            for view in VIEW_NAMES:
                scene = scene_of(look._replace(ghost=None), view)
                for one in scene.shapes if scene is not None else ():
                    if not isinstance(one, Dim) or not one.say:
                        continue
                    # what is held lies beyond a broken one: its moving end is told from nought
                    length = look.show(one.b) if one.broken else re.sub("^[a-z ]+", "", one.text)
                    if length.startswith("-"):
                        continue  # a seat that was set outside its room
                    line = f"{one.say} {length}"
                    with self.subTest(name, view=view, line=line):
                        answer = hear(look.plan, look.gear, line, Subject(look.picture, look.seat, "k1", None))
                        self.assertIsInstance(answer, Heard, answer.say)
                        assert isinstance(answer, Heard)
                        after = places(apply(look.plan, answer.command, look.gear))
                        self.assertEqual(set(after), set(before))
                        for key, was in before.items():
                            for a, b in zip(was, after[key], strict=True):
                                self.assertAlmostEqual(a, b, delta=SLIP, msg=key)
                        seen.add(one.say.split(" ")[0])
        self.assertGreater(len(seen), 10)  # it says something


if __name__ == "__main__":
    unittest.main()
