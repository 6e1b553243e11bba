"""Films on a video host by contract: what is said of one, putting it there, where it is seen."""

from __future__ import annotations

import tempfile
import unittest
import urllib.request
from pathlib import Path
from unittest import mock

from tests.api.test_api import ApiTest
from tests.browser.harness import free_port
from wordtrail.api.context import VideoHost
from wordtrail.jobs.queue import SEND, perform
from wordtrail.standins.video_host import open_host


class WithoutHostTest(ApiTest):
    demo = ("pip",)

    def test_without_a_host_it_is_said(self) -> None:
        pip = self.client.get("/api/lessons").json["lessons"][0]["id"]
        self.client.post(f"/api/lessons/{pip}/films", json={"versions": ["listen"], "kind": "m4a"})
        found = self.client.get(f"/api/lessons/{pip}/sent").json
        self.assertEqual((found["host"], found["sent"]), ("", []))
        self.assertEqual(self.client.post("/api/videos/none/host", json={"title": "Pip"}).status_code, 409)


class HostingTest(ApiTest):
    demo = ("pip",)

    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        host = VideoHost(open_host(folder, free_port()), simulated=True)
        self.enterContext(mock.patch.object(HostingTest, "options", {"video_host": host}))
        super().setUp()
        self.pip = self.client.get("/api/lessons").json["lessons"][0]["id"]
        (job,) = self.client.post(f"/api/lessons/{self.pip}/films", json={"versions": ["echo"], "kind": "m4a"}).json[
            "jobs"
        ]
        perform(self.workspace, job["id"])
        (film,) = self.client.get(f"/api/lessons/{self.pip}/films").json["made"]
        self.film = film["id"]

    def test_what_is_said_of_it_is_offered(self) -> None:
        offer = self.client.get(f"/api/videos/{self.film}/host").json
        self.assertTrue(offer["title"].endswith(" · Echo"), offer["title"])
        self.assertIn("read aloud", offer["description"])
        self.assertTrue(offer["chapters"].startswith("0:00 "), offer["chapters"])
        self.assertTrue(offer["simulated"] and offer["captions"] and offer["cover"])

    def test_it_is_put_there_and_its_address_kept(self) -> None:
        wish = {"title": "Pip, echo", "description": "Say it back.\n\n0:00 Pip"}
        answer = self.client.post(f"/api/videos/{self.film}/host", json=wish)
        self.assertEqual((answer.status_code, answer.json["kind"]), (202, SEND), answer.text)
        self.assertEqual(self.client.get(f"/api/lessons/{self.pip}/sent").json["sent"][0]["address"], "")
        perform(self.workspace, answer.json["id"])
        job = self.client.get(f"/api/jobs/{answer.json['id']}").json
        self.assertEqual(job["state"], "done", job)
        (sent,) = self.client.get(f"/api/lessons/{self.pip}/sent").json["sent"]
        self.assertEqual((sent["film"], sent["version"], sent["title"]), (self.film, "echo", "Pip, echo"))
        with urllib.request.urlopen(sent["address"], timeout=10) as seen:
            page = seen.read().decode()
        self.assertIn("Say it back.", page)
        self.assertIn("<audio", page)
        code = self.client.get(f"/api/sent/{sent['id']}/qr.svg")
        self.assertEqual((code.status_code, code.mimetype), (200, "image/svg+xml"))

    def test_what_is_not_there_or_makes_no_sense_is_refused(self) -> None:
        self.assertEqual(self.client.get("/api/videos/none/host").status_code, 404)
        self.assertEqual(self.client.post("/api/videos/none/host", json={"title": "x"}).status_code, 404)
        self.assertEqual(self.client.get("/api/sent/none/qr.svg").status_code, 404)
        for wish in ({}, {"title": ""}, {"title": "x" * 300}, {"title": "x", "description": "y" * 9000}):
            self.assertEqual(self.client.post(f"/api/videos/{self.film}/host", json=wish).status_code, 422, wish)
        self.assertEqual(self.client.get(f"/api/lessons/{self.pip}/sent").json["sent"], [])


if __name__ == "__main__":
    unittest.main()
