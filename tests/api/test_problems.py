"""Errors as HTTP has them; downloads' names; what the log says of a request."""

from __future__ import annotations

import inspect
import unittest

from hypothesis import given
from hypothesis import strategies as st
from werkzeug.http import parse_options_header

from tests.api.test_api import ApiTest
from wordtrail.api.downloads import LONGEST_NAME, file_name
from wordtrail.api.problems import STATUS, status_of
from wordtrail.core import errors
from wordtrail.core.errors import ForeignSite, NotText, SilentSound, TooLarge, WordTrailError, WrongSettings


class StatusTest(unittest.TestCase):
    def test_each_kind_has_its_status_and_others_that_of_their_kind(self) -> None:
        wrong = WrongSettings("a", "b")
        for fault, status in (
            (NotText(), 422), (SilentSound(), 422), (TooLarge(3), 413), (ForeignSite(), 403), (wrong, 400),
        ):  # fmt: skip
            self.assertEqual(status_of(fault), status)

    def test_the_core_knows_no_status(self) -> None:
        ours = [one for _, one in inspect.getmembers(errors, inspect.isclass) if issubclass(one, WordTrailError)]
        self.assertGreater(len(ours), 20)
        self.assertFalse([one for one in ours if hasattr(one, "status")])
        self.assertTrue(set(STATUS) <= set(ours))


class NameTest(unittest.TestCase):
    @given(st.text())
    def test_any_title_gives_a_name_that_a_disk_takes(self, title: str) -> None:
        name = file_name(title, ".md")
        self.assertTrue(name.endswith(".md") and 4 <= len(name) <= LONGEST_NAME + 3)
        self.assertFalse(set(name) & set('/\\:*?"<>|\n\0'))

    def test_letters_of_every_script_stay(self) -> None:
        self.assertEqual(file_name("The Bee’s Wörter: 蜂!", ".txt"), "The Bee’s Wörter 蜂.txt")
        self.assertEqual(file_name("…", " cards.csv"), "lesson cards.csv")


class DownloadTest(ApiTest):
    def test_the_name_goes_out_encoded_beside_a_plain_one(self) -> None:
        lesson = self.make(title="The Bee’s Map")
        for path in ("passage/markdown", "plan/marks"):
            header = self.client.get(f"/api/lessons/{lesson['id']}/{path}").headers["Content-Disposition"]
            header.encode("latin-1")
            self.assertTrue(parse_options_header(header)[1]["filename"].startswith("The Bee’s Map"))


class LogTest(ApiTest):
    def test_a_request_is_logged_by_its_route_and_a_links_token_is_not(self) -> None:
        with self.assertLogs("wordtrail.api", "INFO") as said:
            self.client.get("/api/student/a-secret-token")
            self.client.get("/api/lessons")
        text = "\n".join(map(str, (record.msg for record in said.records)))
        self.assertNotIn("a-secret-token", text)
        self.assertIn("/api/student/<token>", text)
        self.assertIn("'status': 200", text)
        self.assertIn("'status': 404", text)
