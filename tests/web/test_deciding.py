"""Accepting, overriding, asking backwards, breaking points, going back and comparing: through the pages' own requests."""

from __future__ import annotations

import re
from html import unescape

from oval_room.core.evaluate import evaluate
from oval_room.core.levels import Level
from tests.web.serving import HTML, WebCase


class Accepting(WebCase):
    def accept(self, job: str, finding: str, why: str = "", **more: object) -> object:
        base = self.store.head(job).revision
        return self.post(
            f"/jobs/{job}/accept", {"finding": finding, "why": why, "base": base, "stage": "throw", **more}
        )

    def test_a_mind_is_accepted_and_comes_back_when_worse(self) -> None:
        job = self.copy_of(self.chapel)
        answer = self.accept(job, "angle/p1", "they like it small").json()  # type: ignore[attr-defined]
        self.assertEqual(answer["kind"], "done")
        self.assertIn("they like it small", answer["regions"]["reckoning"])
        self.assertIn("angle/p1", evaluate(self.store.head(job).plan, self.store.gear()).accepted)
        self.say(job, "row 2 14'7", stage="survey")  # nearer: better than accepted, so it stays accepted
        self.assertIn("angle/p1", evaluate(self.store.head(job).plan, self.store.gear()).accepted)
        self.say(job, "row 2 16'", stage="survey")  # farther: worse, it comes back
        self.assertNotIn("angle/p1", evaluate(self.store.head(job).plan, self.store.gear()).accepted)
        self.say(job, "undo")
        self.assertIn("angle/p1", evaluate(self.store.head(job).plan, self.store.gear()).accepted)
        self.accept(job, "angle/p1", back=True)
        self.assertEqual(self.store.head(job).plan.choices.accepted, {})

    def test_a_stop_is_overridden_only_with_a_reason_and_stays_a_stop(self) -> None:
        job = self.copy_of(self.chapel)
        for why in ("", "  ok  "):
            refused = self.accept(job, "throw/j1/p1", why)
            self.assertEqual(refused.status_code, 422)  # type: ignore[attr-defined]
            self.assertIn("reason", refused.json()["say"])  # type: ignore[attr-defined]
        done = self.accept(job, "throw/j1/p1", "the maker's new lens is on order").json()  # type: ignore[attr-defined]
        self.assertIn("overridden by", done["regions"]["reckoning"])
        self.assertIn("level-stop", done["regions"]["reckoning"])
        report = evaluate(self.store.head(job).plan, self.store.gear())
        self.assertEqual((report.stops(), report.open_stops()), ({"throw/j1/p1"}, set()))
        self.assertEqual(self.store.row(job).worst_level, "stop")  # it still leads the Desk
        settled = self.post(f"/jobs/{job}/settle", {"settle": "throw", "base": 2, "stage": "throw"})
        self.assertEqual(settled.json()["kind"], "done")

    def test_nothing_to_accept(self) -> None:
        for finding in ("nothing/p1", "on_ladder/p1", "plate/j1/p1"):
            self.assertEqual(self.accept(self.chapel, finding, "a good reason").status_code, 409)  # type: ignore[attr-defined]

    def test_an_accepted_mind_is_not_counted_at_its_stage(self) -> None:
        job = self.copy_of(self.bedroom)
        for key in [
            f.key for f in evaluate(self.store.head(job).plan, self.store.gear()).findings if f.level is Level.MIND
        ]:
            answer = self.accept(job, key, "as agreed").json()  # type: ignore[attr-defined]
        self.assertNotRegex(answer["regions"]["rail"], r"\d mind")


class Asking(WebCase):
    def ways(self, job: str, figure: str, wanted: str) -> str:
        answer = self.client.get(
            f"/jobs/{job}/backwards", params={"figure": figure, "wanted": wanted, "picture": "p1", "seat": "s2"}
        )
        self.assertEqual(answer.status_code, 200)
        return answer.text

    def test_a_way_is_shown_tried_and_taken(self) -> None:
        job = self.copy_of(self.chapel)
        text = self.ways(job, "picture.p1.angle.seat.s2", "45")
        self.assertIn("costs nothing", text)
        found = re.search(r'data-command="([^"]+)"', text)
        assert found
        command = __import__("json").loads(unescape(found[1]))
        ghost = self.post(f"/jobs/{job}/try", {"command": command, "base": 1, "stage": "picture"}).json()
        self.assertIn("s-ghost", ghost["lead"])
        self.assertEqual(self.store.head(job).revision, 1)
        self.post(f"/jobs/{job}/commits", {"command": command, "base": 1, "stage": "picture"})
        angle = evaluate(self.store.head(job).plan, self.store.gear()).figures["picture.p1.angle.seat.s2"].value
        self.assertAlmostEqual(angle or 0, 45, delta=0.05)

    def test_lengths_are_asked_as_people_write_them_and_nonsense_is_told(self) -> None:
        self.assertIn("Lens out", self.ways(self.chapel, "projector.j1.throw", "12' 2"))
        for figure, wanted, word in (
            ("projector.j1.throw", "3 m 4\"", "add up"), ("picture.p1.angle.seat.s2", "wide", "number"), ("picture.p1.angle.seat.s2", "", "number"),
            ("picture.p1.angle.seat.s2", "178", "nothing that may move"), ("picture.p1.angle.seat.s2", "1e400", "number"),
        ):  # fmt: skip
            with self.subTest(wanted):
                self.assertIn(word, unescape(self.ways(self.chapel, figure, wanted)).lower())
        self.assertEqual(self.client.get(f"/jobs/{self.chapel}/backwards?figure=x&wanted=1").status_code, 404)

    def test_breaking_points_name_what_flips(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'2")
        text = self.client.get(f"/jobs/{job}/breaking", params={"picture": "p1", "seat": "s2"}).text
        for word in ("Lens out from the wall", "nearer", "distance and width", "Bottom edge of scope cloth"):
            self.assertIn(word, text)

    def test_what_is_assumed_and_matters(self) -> None:
        page = self.client.get(f"/jobs/{self.chapel}/picture?scene=k3", headers=HTML).text
        self.assertIn("Assumed, and it matters", page)


class GoingBack(WebCase):
    def test_back_to_a_point_is_itself_undone(self) -> None:
        job = self.copy_of(self.chapel)
        for line in ("throw 12'", "lens up 7'", "throw 13'"):
            self.say(job, line)
        answer = self.client.post(f"/jobs/{job}/history/2/back", data={"token": self.token})
        self.assertEqual(answer.status_code, 303)
        self.assertEqual(self.store.head(job).plan.schemes, self.store.plan_at(job, 2).schemes)
        self.store.undo(job, "installer")
        self.assertEqual(self.store.head(job).plan.schemes, self.store.plan_at(job, 4).schemes)
        self.assertEqual(self.client.post(f"/jobs/{job}/history/99/back", data={"token": self.token}).status_code, 404)
        self.assertEqual(self.client.post(f"/jobs/{job}/history/2/back").status_code, 403)

    def test_two_points_side_by_side(self) -> None:
        job = self.copy_of(self.chapel)
        self.say(job, "throw 12'2")
        page = unescape(self.client.get(f"/jobs/{job}/compare?a=1&b=2", headers=HTML).text)
        for word in ("too short", "fits with", "throw, lens to screen", "pose › y"):
            self.assertIn(word, page)
        same = self.client.get(f"/jobs/{job}/compare?a=2&b=2", headers=HTML).text
        self.assertIn("No verdict differs", same)
        self.assertNotIn("s-ghost", same)
        for view in ("section", "plan", "elevation"):
            drawn = self.client.get(f"/jobs/{job}/compare?a=1&b=2&view={view}", headers=HTML).text
            scales = re.findall(r'data-scale="([\d.]+)"', drawn)
            self.assertEqual((len(scales), len(set(scales))), (2, 1))
            was, now, _ = drawn.split("<figcaption>")
            self.assertNotIn("s-ghost", was)
            self.assertIn("s-ghost", now)  # the projector where it stood
        for query, status in (("a=1&b=99", 404), ("a=x&b=1", 422), ("", 422)):
            self.assertEqual(self.client.get(f"/jobs/{job}/compare?{query}", headers=HTML).status_code, status)

    def test_a_revision_can_be_named(self) -> None:
        job = self.copy_of(self.chapel)
        self.client.post(f"/jobs/{job}/history/1/name", data={"token": self.token, "name": "as surveyed"})
        self.assertEqual(self.store.history(job)[0].name, "as surveyed")
        self.say(job, "throw 12'2")
        page = self.client.get(f"/jobs/{job}/history", headers=HTML).text
        self.assertIn("as surveyed", page)
        self.assertEqual(len(re.findall(r'<svg[^>]* viewBox="0 0 \d{3}', page)), 1)  # a drawing of each that has a name
        self.assertIn(f"/jobs/{job}/compare?a=1&amp;b=2", page)
        for n in range(2, 14):
            self.say(job, f"throw {n} ft")
            self.client.post(f"/jobs/{job}/history/{n}/name", data={"token": self.token, "name": f"try {n}"})
        again = self.client.get(f"/jobs/{job}/history", headers=HTML).text
        self.assertEqual(len(re.findall(r'<svg[^>]* viewBox="0 0 \d{3}', again)), 9)
        self.assertEqual(
            self.client.post(f"/jobs/{job}/history/99/name", data={"token": self.token, "name": "x"}).status_code, 404
        )


class Pulling(WebCase):
    def test_a_pull_previews_and_a_drop_commits(self) -> None:
        job = self.copy_of(self.chapel)
        body = {
            "grip": "lens.j1",
            "to": [3900.0, 2500.0],
            "lead": "section",
            "reach": 0,
            "base": 1,
            "stage": "throw",
            "seq": 7,
        }
        moving = self.post(f"/jobs/{job}/pull", body).json()
        self.assertEqual((moving["kind"], moving["seq"], self.store.head(job).revision), ("pulled", 7, 1))
        self.assertIn("headline-value", moving["headlines"])
        dropped = self.post(f"/jobs/{job}/pull", body | {"drop": True, "key": "k1", "group": "g1"}).json()
        self.assertEqual((dropped["kind"], dropped["revision"]), ("done", 2))
        self.post(
            f"/jobs/{job}/pull", body | {"to": [4000.0, 2500.0], "drop": True, "base": 2, "key": "k2", "group": "g1"}
        )
        self.say(job, "undo")
        self.assertEqual(self.store.head(job).plan, self.store.plan_at(job, 1))  # both of the group at once

    def test_a_pull_that_can_not_be_is_told(self) -> None:
        base = {"lead": "section", "base": 1, "stage": "throw"}
        for name, body, status in (
            ("below the floor", {"grip": "lens.j1", "to": [3000, -500], "reach": 0, "free": True}, 422), ("no such grip", {"grip": "nose.j1", "to": [0, 0]}, 422),
            ("infinite", {"grip": "lens.j1", "to": ["Infinity", 0]}, 422), ("short", {"grip": "lens.j1", "to": [0]}, 422),
        ):  # fmt: skip
            with self.subTest(name):
                answer = self.post(f"/jobs/{self.chapel}/pull", base | body)
                self.assertEqual(answer.status_code, status)
                self.assertTrue(answer.json()["say"])
