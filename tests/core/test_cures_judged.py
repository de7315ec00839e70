"""Cures that a careful colleague would offer, and those that none would: every cure that is offered is taken, in the
demonstration's rooms and in random ones (rules 0, 7.18)."""

from __future__ import annotations

import random
import unittest

from oval_room.core.apply import apply
from oval_room.core.evaluate import Evaluator, evaluate
from oval_room.core.findings import Finding
from oval_room.core.levels import Level
from oval_room.core.plan.document import Plan
from oval_room.core.plan.gear import GearShelf
from oval_room.core.report import Report
from oval_room.core.solve.cures import Tried, cures_that_cure
from oval_room.core.solve.harm import like, through
from oval_room.core.words import Words
from oval_room.demo.gear import SHELF
from oval_room.demo.jobs import demo_jobs
from oval_room.demo.shop import WHOLE
from tests.core.survey.rooms import room, say

ROOMS = 100


def minds(report: Report) -> int:
    return sum(one.level is Level.MIND and one.key not in report.accepted for one in report.findings)


def offered(plan: Plan, gear: GearShelf, code: str) -> list[str]:
    report = evaluate(plan, gear)
    found = [one for one in report.findings if one.code.name == code and one.level is not Level.GOOD]
    return [Words(plan).cure(tried.cure) for one in found for tried in cures_that_cure(plan, gear, report, one)]


class Judged(unittest.TestCase):
    def hold(self, plan: Plan, gear: GearShelf, most: int = 6) -> int:
        """Takes the cures of the worst findings of a plan, one by one; what each must not do."""
        judge = Evaluator()
        before = judge(plan, gear, plan.scheme)
        stood = set(through(plan, gear, plan.scheme))
        count = 0
        for finding in sorted(before.findings, key=lambda one: one.weight)[:most]:
            for tried in cures_that_cure(plan, gear, before, finding, evaluate=judge):
                count += 1
                after = judge(apply(plan, tried.cure.command, gear), gear, plan.scheme)
                told = f"{plan.name}: {Words(plan).finding(finding)} → {Words(plan).cure(tried.cure)}"
                self.assertLessEqual(after.stops(), before.stops() - {finding.key}, told)
                self.assertLessEqual(minds(after), minds(before) + (finding.level is Level.STOP), told)
                self.assertLessEqual(set(through(tried.plan, gear, plan.scheme)), stood, told)
                self.kept(plan, tried, gear, finding, told)
        return count

    def kept(self, plan: Plan, tried: Tried, gear: GearShelf, finding: Finding, told: str) -> None:
        """What was bought is of the same kind, and on its wall no farther than 300 mm from where it was put."""
        now, room_ = tried.plan.chosen.pictures, plan.survey.room
        for key, picture in plan.chosen.pictures.items():
            if picture.gear is None or key not in now:
                continue
            after = now[key]
            self.assertTrue(like(gear.get(picture.gear), gear.get(after.gear or "")), told)
            along = max(abs(after.pose.x - picture.pose.x), abs(after.pose.y - picture.pose.y))
            if abs(picture.pose.yaw) < 0.5 and room_.is_box:
                along = abs(after.pose.x - picture.pose.x)
            self.assertLessEqual(along, 900.0 if finding.code.stage != "picture" else 4000.0, told)

    def test_in_the_demonstrations_rooms(self) -> None:
        self.assertGreater(sum(self.hold(plan, SHELF, 12) for plan in demo_jobs()), 5)

    def test_in_a_hundred_random_rooms(self) -> None:
        taken = sum(self.hold(_random(seed), WHOLE, 4) for seed in range(ROOMS))
        self.assertGreater(taken, ROOMS // 2)


def _random(seed: int) -> Plan:
    """A room that nobody tidied: of what it is made, where people sit, what stands and hangs there."""
    chance = random.Random(seed)
    wide, deep = chance.randrange(2600, 7000, 100), chance.randrange(3000, 8000, 100)
    lines = [
        f"room {wide} x {deep} x {chance.randrange(2200, 3000, 50)}",
        f"made of w1 {chance.choice(('timber', 'brick', 'steel 25', 'concrete'))}",
        f"seat {chance.randrange(1200, deep - 300, 100)} mm",
        *(f"stud w1 {at} mm {chance.choice(('pilot', 'magnet', 'scanner'))}" for at in sorted(chance.sample(range(200, wide - 100, 50), 4))),
        f"put furniture {chance.randrange(800, 1800, 100)} x 450 x {chance.randrange(300, 900, 50)} at {chance.randrange(0, wide - 1800 if wide > 1900 else 1, 50)} out 0",
    ]  # fmt: skip
    if chance.random() < 0.3:
        lines.append(f"door w1 at {chance.randrange(0, wide - 1000, 50)}, 900 x 2000")
    if chance.random() < 0.6:
        lines += [
            f"tv {chance.choice(('Slate 43', 'Slate 55', 'Slate 65', 'Ember 77'))}",
            f"mount {chance.choice(('Tilt 400', 'Tilt 600', 'Flat 400', 'Swing 600'))}",
        ]
        lines += [f"along {chance.randrange(900, wide - 800, 50)}"] if wide > 1800 else []
    else:
        lines += [
            f"screen {chance.choice(('Drop 220', 'Drop 240 scope', 'Frame 100 woven'))}",
            f"projector {chance.choice(('Heron', 'Curlew 3', 'Wren'))}",
        ]
        lines += ["made of ceiling joists", "joists out", "goes hung"]
    plan = room()
    for line in lines:
        try:
            plan = say(plan, line, gear=WHOLE)
        except AssertionError:  # it does not go there
            continue
    return plan


class ByHand(unittest.TestCase):
    def test_a_tv_is_not_driven_into_the_desk_below_it(self) -> None:
        """A 55 over a desk 750 high: lower is easier on the neck, and the desk is in the way."""
        plan = say(
            room("seat 2600", "eye 900", "put furniture 2000 x 600 x 900 at 1500 out 0", outline="room 5000 x 5000"),
            "tv Slate 55", "bottom 1400 mm", gear=WHOLE,
        )  # fmt: skip
        report = evaluate(plan, WHOLE)
        for finding in report.findings:
            for tried in cures_that_cure(plan, WHOLE, report, finding):
                picture = tried.plan.chosen.pictures["p1"]
                self.assertGreaterEqual(picture.bottom - picture.frame_bottom, 900 - 1e-6, Words(plan).cure(tried.cure))

    def test_a_woven_screen_stays_one(self) -> None:
        """Nothing that is offered puts a cloth before the loudspeakers that sound does not go through."""
        plan = say(room("seat 2600", outline="room 4000 x 5000"), "screen Frame 100 woven", gear=WHOLE)
        report = evaluate(plan, WHOLE)
        for finding in report.findings:
            for tried in cures_that_cure(plan, WHOLE, report, finding):
                item = WHOLE[tried.plan.chosen.pictures["p1"].gear or ""]
                self.assertEqual(item.surface, "woven")  # type: ignore[union-attr]
        self.assertNotIn("matte", str(offered(plan, WHOLE, "ANGLE")))


if __name__ == "__main__":
    unittest.main()
