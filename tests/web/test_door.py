"""The door: names the server goes by, where changes come from, whose token they carry, the passphrase."""

from __future__ import annotations

import tempfile
import threading
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any
from unittest import mock

from argon2 import PasswordHasher

from oval_room.store.store import Store
from oval_room.web.app import create_app
from oval_room.web.door import TRIES, WAIT_S, Door, refusal_to_start
from oval_room.web.refused import RefusedRequest
from oval_room.web.settings import Settings
from tests.web.serving import HTML, TestClient, WebCase

FAR = ("192.0.2.7", 4711)
HERE = ("127.0.0.1", 4711)


class Starting(unittest.TestCase):
    def test_bound_wider_it_wants_a_word(self) -> None:
        for host, passphrase, everyone, starts in (
            ("127.0.0.1", "", False, True), ("localhost", "", False, True), ("::1", "", False, True),
            ("0.0.0.0", "", False, False), ("192.0.2.1", "", False, False), ("::", "", False, False),
            ("oval.example", "", False, False), ("", "", False, False),
            ("0.0.0.0", "", True, True), ("0.0.0.0", "a long passphrase", False, True), ("0.0.0.0", "short", False, False),
        ):  # fmt: skip
            with self.subTest(host, passphrase=passphrase, everyone=everyone):
                self.assertEqual(refusal_to_start(host, passphrase, everyone) == "", starts)


class Served(unittest.TestCase):
    def client(self, host: str, client: tuple[str, int], base: str, **more: Any) -> TestClient:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        app = create_app(Store(Path(folder.name) / "door.db"), Settings(host=host, **more))
        return TestClient(app, base_url=base, client=client, follow_redirects=False)

    def test_it_answers_to_its_names(self) -> None:
        wide: dict[str, Any] = {"names": "oval.example, den"}
        for host, client, base, more, there in (
            ("127.0.0.1", HERE, "http://127.0.0.1:8321", {}, True),
            ("127.0.0.1", HERE, "http://localhost:8321", {}, True),
            ("127.0.0.1", HERE, "http://elsewhere.example", {}, False),  # a name that somebody points here
            ("127.0.0.1", HERE, "http://192.0.2.1", {}, False),
            ("0.0.0.0", FAR, "http://192.0.2.1:8321", wide, True),
            ("0.0.0.0", FAR, "http://oval.example", wide, True),
            ("0.0.0.0", FAR, "http://DEN:8321", wide, True),
            ("0.0.0.0", FAR, "http://elsewhere.example", wide, False),
            ("0.0.0.0", FAR, "http://localhost", wide, False),  # it is no page of this machine that asks
            ("0.0.0.0", HERE, "http://localhost", wide, True),
        ):
            with self.subTest(base, host=host, client=client):
                answer = self.client(host, client, base, **more).get("/", headers=HTML)
                self.assertEqual(answer.status_code, 200 if there else 400)
                self.assertIn("content-security-policy", answer.headers)
                if not there:
                    self.assertIn("not called that", answer.text)

    def test_the_passphrase(self) -> None:
        client = self.client("0.0.0.0", FAR, "http://192.0.2.1", passphrase="four quiet herons")
        entries, at = client.app.state.store.entries, [1_000.0]
        entries.clock = lambda: at[0]
        asked = client.get("/", headers=HTML)
        self.assertEqual((asked.status_code, asked.headers["location"]), (303, "/door"))
        for address in ("/gear", "/api/openapi.json", "/sums/throw.range"):
            self.assertIn(client.get(address).status_code, (303, 401), address)
        self.assertEqual(client.post("/api/sums/throw.range", json={"given": {}}).status_code, 401)
        page = client.get("/door", headers=HTML).text
        token = page.split('name="token" content="')[1].split('"')[0]

        def say(text: str) -> Any:
            return client.post("/door", data={"token": token, "passphrase": text}, headers=HTML)

        for _ in range(TRIES):
            self.assertEqual(say("four loud herons").status_code, 403)
        waits = say("four quiet herons")
        self.assertEqual(waits.status_code, 429)  # even the right one
        self.assertIn("try again in", waits.text)
        at[0] += WAIT_S + 1
        self.assertEqual(say("four quiet herons").status_code, 303)
        self.assertEqual(client.get("/", headers=HTML).status_code, 200)
        kept = client.cookies["oval_passed"]
        for forged in (
            kept[:-2] + "xx",
            "9" * 10 + "." + kept.split(".")[1],
            "x",
            "9" * 30 + ".x",
            "." + kept.split(".")[1],
        ):
            client.cookies.set("oval_passed", forged)
            self.assertEqual(client.get("/", headers=HTML).status_code, 303, forged)
        client.cookies.set("oval_passed", kept)
        self.assertEqual(client.get("/", headers=HTML).status_code, 200)
        with mock.patch.object(time, "time", return_value=time.time() + 31 * 24 * 3600):
            self.assertEqual(client.get("/", headers=HTML).status_code, 303)

    def test_who_goes_out_is_out_wherever_the_cookie_was_copied_to(self) -> None:
        client = self.client("0.0.0.0", FAR, "http://192.0.2.1", passphrase="four quiet herons")
        token = client.get("/door", headers=HTML).text.split('name="token" content="')[1].split('"')[0]
        client.post("/door", data={"token": token, "passphrase": "four quiet herons"}, headers=HTML)
        self.assertIn('formaction="/door/out"', client.get("/", headers=HTML).text)
        kept = client.cookies["oval_passed"]
        self.assertEqual(client.post("/door/out", data={"token": token}, headers=HTML).status_code, 303)
        self.assertNotIn("oval_passed", client.cookies)
        client.cookies.set("oval_passed", kept)
        self.assertEqual(client.get("/", headers=HTML).headers["location"], "/door")

    def test_many_at_once_are_no_more_than_a_few(self) -> None:
        """Forty wrong ones at once, of two processes on one database: five are looked at, one after the other."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        path = Path(folder.name) / "door.db"
        looked, at_once, most = list[str](), [0, 0], threading.Lock()

        def verify(_self: Any, _kept: str, said: str) -> bool:
            with most:
                at_once[0] += 1
                at_once[1] = max(at_once)
                looked.append(said)
            time.sleep(0.02)
            with most:
                at_once[0] -= 1
            return said == "four quiet herons"

        doors = [Door(b"s" * 32, Store(path).entries, "0.0.0.0", (), "four quiet herons") for _ in range(2)]
        with mock.patch.object(PasswordHasher, "verify", verify):
            answers = list(ThreadPoolExecutor(20).map(lambda n: self.knock(doors[n % 2], "192.0.2.7"), range(40)))
            self.assertEqual((len(looked), answers.count(429)), (TRIES, 35))
            self.assertLessEqual(at_once[1], 2)  # one a process
            self.assertEqual(self.knock(doors[0], "192.0.2.8", "four quiet herons"), 200)  # it is counted by address
            for n in range(TRIES):  # of a household of the newer kind all count together
                self.assertEqual(self.knock(doors[0], f"2001:db8::{n:x}"), 403)
            self.assertEqual(self.knock(doors[1], "2001:db8::ffff"), 429)
            doors[0]._entries.clock = doors[1]._entries.clock = lambda: 1.0  # the machine was started anew
            self.assertEqual(self.knock(doors[0], "192.0.2.7"), 403)

    def knock(self, door: Door, client: str, said: str = "four loud herons") -> int:
        try:
            return 200 if door.tried(client, said) else 403
        except RefusedRequest as refused:
            return refused.status

    def test_an_accent_may_be_typed_either_way(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        door = Door(b"s" * 32, Store(Path(folder.name) / "door.db").entries, "0.0.0.0", (), "h\u00e9ron tranquille")
        self.assertEqual(self.knock(door, "192.0.2.7", "he\u0301ron tranquille"), 200)


class Changes(WebCase):
    def change(self, **headers: str) -> Any:
        return self.client.post("/theme", data={"token": self.token}, headers=headers)

    def test_they_come_from_this_servers_own_pages(self) -> None:
        for headers, taken in (
            ({}, True),
            ({"origin": "http://127.0.0.1"}, True),
            ({"origin": "http://127.0.0.1:9999"}, False),  # another server of this machine
            ({"origin": "https://127.0.0.1"}, False),
            ({"origin": "null"}, False),
            ({"origin": "http://elsewhere.example"}, False),
            ({"sec-fetch-site": "same-origin"}, True),
            ({"sec-fetch-site": "same-site"}, False),
            ({"sec-fetch-site": "cross-site"}, False),
        ):
            with self.subTest(headers):
                self.assertEqual(self.change(**headers).status_code, 303 if taken else 403)

    def test_the_token_is_the_servers_own(self) -> None:
        mine = self.token
        session = self.client.cookies["oval_session"]
        for cookie, token in (
            ("x" * 40, "x" * 40), ("x", "x"), ("", ""), (session, "x"), (session, session), (session, mine[:-1]),
            ("made-up." + session.split(".")[1], mine), (session.split(".")[0], mine), (f"{session}x", mine),
        ):  # fmt: skip
            other = TestClient(self.app, base_url="http://127.0.0.1", follow_redirects=False)
            other.cookies.set("oval_session", cookie)
            with self.subTest(cookie=cookie, token=token):
                self.assertEqual(other.post("/theme", data={"token": token}).status_code, 403)
        self.assertEqual(self.client.post("/theme", data={"token": mine}).status_code, 303)

    def test_cookies_no_script_needs_are_out_of_its_reach(self) -> None:
        self.client.post("/author", data={"token": self.token, "name": "Wil"})
        fresh = TestClient(self.app, base_url="https://127.0.0.1", follow_redirects=False)
        set_cookies = fresh.get("/", headers=HTML).headers.get_list("set-cookie")
        self.assertTrue(all("HttpOnly" in one and "Secure" in one and "SameSite=strict" in one for one in set_cookies))
        for answer in (self.change(), self.client.get("/sums/throw.range", headers=HTML)):
            for one in answer.headers.get_list("set-cookie"):
                self.assertIn("HttpOnly", one)


if __name__ == "__main__":
    unittest.main()
