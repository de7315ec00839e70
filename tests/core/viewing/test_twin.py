"""A twin of the viewing study by plain vectors: a picture on any wall, turned and tilted, seen from anywhere before it.

Nothing of the core's geometry is used: edges are placed in the room by sines and cosines, angles are taken between directions.
"""

from __future__ import annotations

import math
import unittest

import numpy as np
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from oval_room.core.apply import apply
from oval_room.core.evaluate import evaluate
from oval_room.core.plan.document import Plan
from oval_room.core.plan.measure import chosen
from oval_room.core.screens.commands import PutPicture
from oval_room.core.survey.commands import PutSeat
from oval_room.demo.gear import SHELF
from tests.core.survey.rooms import BREAST, ELL, room, say

ROOMS = {"box": room(outline="room 5000 x 6000"), "ell": room(outline=ELL), "breast": room(outline=BREAST)}
HUNG = [
    (name, f"w{n + 1}", say(plan, "tv Slate 55", f"on w{n + 1}"))
    for name, plan in ROOMS.items()
    for n, wall in enumerate(plan.survey.room.walls)
    if wall.length > 1300
]


class Seen:
    """What an eye gets of a picture: worked from where its edges are."""

    def __init__(self, plan: Plan, key: str, seat: str) -> None:
        picture, eye = plan.chosen.pictures[key], plan.survey.seats[seat]
        yaw, pitch = math.radians(picture.pose.yaw), math.radians(picture.pose.pitch)
        self.centre = np.array([picture.pose.x, picture.pose.y, picture.pose.z])
        self.out = np.array([math.sin(yaw) * math.cos(pitch), math.cos(yaw) * math.cos(pitch), math.sin(pitch)])
        self.right = np.array([math.cos(yaw), -math.sin(yaw), 0.0])
        self.up = np.cross(self.right, self.out) * -1.0
        self.eye = np.array([eye.x.value, eye.y.value, eye.floor.value + eye.eye.value])
        self.width, self.height, self.pixels = picture.width.value, picture.height, picture.pixels[0]
        self.gaze = eye.gaze_pitch

    @staticmethod
    def between(a: np.ndarray, b: np.ndarray) -> float:
        """Angle between two directions [deg]."""
        return math.degrees(math.acos(min(max(float(a @ b) / float(np.linalg.norm(a) * np.linalg.norm(b)), -1.0), 1.0)))

    def level(self, v: np.ndarray) -> np.ndarray:
        """A direction without what of it is along the picture's own up."""
        return v - (v @ self.up) * self.up

    @property
    def distance(self) -> float:
        return float((self.eye - self.centre) @ self.out)

    @property
    def angle(self) -> float:
        edges = [self.centre + side * self.width / 2 * self.right for side in (-1, 1)]
        return self.between(*(self.level(edge - self.eye) for edge in edges))

    @property
    def off_axis(self) -> float:
        return self.between(self.level(self.eye - self.centre), self.out)

    @property
    def per_degree(self) -> float:
        """Pixels in the degree that one pixel before the eye takes a part of."""
        pitch = self.width / self.pixels
        half = self.between(np.array([0.0, self.distance]), np.array([pitch / 2, self.distance]))
        return 1 / (2 * half)

    def rise(self, z: float) -> float:
        """How far up a height over the picture's middle is seen [deg]."""
        to = np.array([self.centre[0], self.centre[1], z]) - self.eye
        return math.degrees(math.asin(float(to[2]) / float(np.linalg.norm(to))))


class Twin(unittest.TestCase):
    @settings(
        max_examples=150, deadline=None, suppress_health_check=[HealthCheck.filter_too_much, HealthCheck.too_slow]
    )
    @given(
        st.sampled_from(HUNG), st.floats(-35, 35), st.floats(-20, 20), st.integers(500, 1500), st.floats(0.05, 0.95), st.floats(0.05, 0.95),
        st.integers(700, 1500),
    )  # fmt: skip
    def test_every_figure_of_a_seat(
        self, hung: tuple[str, str, Plan], yaw: float, pitch: float, bottom: int, x: float, y: float, eye: int
    ) -> None:
        name, wall, plan = hung
        pose = plan.chosen.pictures["p1"].pose
        left, near, right, far = plan.survey.room.extent
        plan = say(plan, "seat 2000", f"eye {eye}")
        plan = apply(
            plan, PutSeat(id="s1", x=chosen(left + x * (right - left)), y=chosen(near + y * (far - near))), SHELF
        )
        plan = apply(
            plan, PutPicture(id="p1", yaw=(pose.yaw + yaw + 180) % 360 - 180, pitch=pitch, bottom=bottom), SHELF
        )
        twin = Seen(plan, "p1", "s1")
        assume(twin.distance > 200)
        figures = evaluate(plan, SHELF).figures
        wanted = {
            "distance": twin.distance, "angle": twin.angle, "off_axis": twin.off_axis, "sharpness": twin.per_degree,
            "neck": twin.rise(twin.centre[2]) - twin.gaze, "top_angle": twin.rise(twin.centre[2] + twin.height / 2),
        }  # fmt: skip
        for kind, value in wanted.items():
            got = figures[f"picture.p1.{kind}.seat.s1"].value
            assert got is not None
            got = abs(got) if kind == "off_axis" else got
            self.assertLess(abs(got - value), 1e-4 * max(1.0, abs(value)), (name, wall, kind))

    def test_who_stands_behind_gets_nothing(self) -> None:
        for name, wall, plan in HUNG:
            picture = plan.chosen.pictures["p1"]
            yaw = math.radians(picture.pose.yaw)
            x, y = picture.pose.x - 400 * math.sin(yaw), picture.pose.y - 400 * math.cos(yaw)
            seated = apply(say(plan, "seat 2000"), PutSeat(id="s1", x=chosen(x), y=chosen(y)), SHELF)
            report = evaluate(seated, SHELF)
            with self.subTest(name, wall=wall):
                self.assertIn("seat_behind/p1/s1", report.stops())
                for kind in ("angle", "distance", "sharpness"):
                    figure = report.figures.get(f"picture.p1.{kind}.seat.s1")
                    self.assertTrue(figure is None or figure.value is None, kind)
