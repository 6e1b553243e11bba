"""Films by contract: how long each would be, choosing them one choice at a time, and what has changed since one."""

from __future__ import annotations

import io
import unittest
from unittest import mock

from PIL import Image

from tests.api.test_api import ApiTest
from wordtrail.jobs.queue import VIDEO, perform

NOTHING_CHOSEN = {"extent": "whole", "page": "", "reading": 0, "first": "", "last": ""}


class FilmsTest(ApiTest):
    demo = ("pip",)

    def setUp(self) -> None:
        super().setUp()
        self.pip = self.client.get("/api/lessons").json["lessons"][0]["id"]

    def view(self) -> dict:
        found: dict = self.client.get(f"/api/lessons/{self.pip}").json
        return found

    def films(self) -> dict:
        answer = self.client.get(f"/api/lessons/{self.pip}/films")
        self.assertEqual(answer.status_code, 200, answer.text)
        found: dict = answer.json
        return found

    def choose(self, **change: object) -> dict:
        made: dict = self.send(self.view(), kind="choose films", **change)["lesson"]
        return made

    def test_two_choices_on_one_state_are_both_kept(self) -> None:
        self.choose(shape="tall")
        self.choose(detail="720p", want=["echo", "alone"])
        made = self.choose(leave=["listen"], echo_factor=2.0, echo_after="phrase")
        films = made["films"]
        self.assertEqual((films["shape"], films["detail"], films["echo_after"]), ("tall", "720p", "phrase"))
        self.assertEqual((films["echo"]["factor"], made["films_wanted"]), (2.0, ["echo", "alone"]))
        self.assertIsNone(self.choose(echo_after="by itself")["films"]["echo_after"])

    def test_what_makes_no_sense_is_refused_and_changes_nothing(self) -> None:
        before = self.view()
        for change in (
            {"pace": 0.2}, {"lead": 3}, {"own_rate": 5}, {"echo_factor": 90}, {"shape": "round"}, {"want": ["sing"]},
            {"shown": {**NOTHING_CHOSEN, "extent": "page", "page": "nowhere"}},
            {"shown": {**NOTHING_CHOSEN, "extent": "stretch", "first": "a9", "last": "a2"}},
        ):  # fmt: skip
            body = {"revision": before["revision"], "command": {"kind": "choose films", **change}}
            answer = self.client.post(f"/api/lessons/{self.pip}/commands", json=body)
            self.assertEqual(answer.status_code, 422, change)
        self.assertEqual(self.view()["lesson"], before["lesson"])

    def test_each_film_says_its_length_and_the_stage_is_as_long(self) -> None:
        for film in self.films()["planned"]:
            stage = self.client.get(f"/api/lessons/{self.pip}/stage?film={film['version']}").json["whole"]
            self.assertAlmostEqual(stage["video_seconds"], film["seconds"], places=3)
            self.assertGreater(film["bytes"], 50_000)
            for stop in film["trail"]["stops"]:
                self.assertTrue(0 <= stop["start"] <= stop["end"] <= 1, stop)
        self.choose(shape="square")
        stage = self.client.get(f"/api/lessons/{self.pip}/stage?film=listen").json["whole"]
        self.assertEqual((stage["layout"]["width"], stage["layout"]["height"]), (1080, 1080))

    def test_it_says_what_changed_since_it_was_made(self) -> None:
        self.choose(detail="720p")
        answer = self.client.post(f"/api/lessons/{self.pip}/films", json={"versions": ["together"]})
        self.assertEqual(answer.status_code, 202, answer.text)
        (job,) = answer.json["jobs"]
        perform(self.workspace, job["id"])
        self.assertEqual(self.client.get(f"/api/jobs/{job['id']}").json["state"], "done")
        (film,) = self.films()["made"]
        self.assertEqual((film["version"], film["changed"]), ("together", ""))
        for name, begins in (("captions.srt", b"1\n"), ("captions.ttml", b"<?xml"), ("timeline.otio", b"{")):
            self.assertTrue(self.client.get(f"/api/videos/{film['id']}/{name}").data.startswith(begins), name)
        # What is chosen for another film does not make this one older.
        self.choose(own_rate=60)
        self.assertEqual(self.films()["made"][0]["changed"], "")
        self.assertTrue(self.view()["video"]["newest"])
        self.choose(pace=0.75)
        self.assertEqual(self.films()["made"][0]["changed"], "what was chosen for it")
        words = self.view()["lesson"]["passages"][0]["pages"][0]["blocks"][0]["words"]
        self.send(
            self.view(), kind="add mark", form={"kind": "circle"}, first=words[0]["id"], last=words[0]["id"],
            meaning=self.view()["lesson"]["legend"][0]["id"],
        )  # fmt: skip
        self.assertEqual(self.films()["made"][0]["changed"], "a mark, and what was chosen for it")
        self.assertFalse(self.view()["video"]["newest"])

    def test_a_full_disk_is_said_before_anything_is_made(self) -> None:
        job = self.client.post(f"/api/lessons/{self.pip}/films", json={"versions": ["listen"]}).json["jobs"][0]
        self.assertEqual(job["kind"], VIDEO)
        with mock.patch("wordtrail.service.film_making.free_bytes", return_value=1000):
            perform(self.workspace, job["id"])
        found = self.client.get(f"/api/jobs/{job['id']}").json
        self.assertEqual(found["state"], "failed")
        self.assertIn("no room left", found["message"])
        self.assertEqual(self.films()["made"], [])

    def test_films_of_two_shapes_stand_side_by_side(self) -> None:
        self.choose(detail="720p")
        for shape in ("wide", "tall"):
            self.choose(shape=shape)
            job = self.client.post(f"/api/lessons/{self.pip}/films", json={"versions": ["listen"]}).json["jobs"][0]
            perform(self.workspace, job["id"])
        made = {film["shape"]: film for film in self.films()["made"]}
        self.assertEqual({shape: film["changed"] for shape, film in made.items()}, {"wide": "", "tall": ""})
        self.choose(colours="evening")
        self.assertEqual({film["changed"] for film in self.films()["made"]}, {"what was chosen for it"})

    def test_the_end_card_is_the_last_of_each_film(self) -> None:
        before = {film["version"]: film["seconds"] for film in self.films()["planned"]}
        link = self.client.post(f"/api/lessons/{self.pip}/link").json["url"]
        self.choose(end={"to_do": "Read it to somebody.", "hand_in": "", "link": link})
        for film in self.films()["planned"]:
            self.assertAlmostEqual(film["seconds"], before[film["version"]] + 10, places=2)
            stage = self.client.get(f"/api/lessons/{self.pip}/stage?film={film['version']}").json["whole"]
            self.assertEqual(stage["sheet"]["gates"][-1]["kind"], "end-card")
            self.assertEqual(stage["layout"]["pages"][-1]["board"], "end-card")
        students = self.client.get(f"/api/lessons/{self.pip}/stage").json["whole"]
        self.assertNotIn("end-card", [page["board"] for page in students["layout"]["pages"]])
        self.assertIsNone(self.choose(end="nothing")["films"]["end"])

    def test_a_cover_from_any_moment(self) -> None:
        title = self.client.get(f"/api/lessons/{self.pip}/cover.png?film=listen").data
        here = self.client.get(f"/api/lessons/{self.pip}/cover?film=listen&time=6").json["moment"]
        self.choose(cover=here)
        other = self.client.get(f"/api/lessons/{self.pip}/cover.png?film=listen").data
        with Image.open(io.BytesIO(other)) as picture:
            self.assertEqual(picture.size, (1920, 1080))
        self.assertNotEqual(title, other)
        self.choose(cover="title")
        self.assertEqual(self.client.get(f"/api/lessons/{self.pip}/cover.png?film=listen").data, title)

    def test_nobody_else_comes_to_a_film(self) -> None:
        for address in ("/api/videos/none/video.mp4", "/api/videos/none/../../etc", "/api/lessons/none/films"):
            self.assertIn(self.client.get(address).status_code, (404, 422), address)


if __name__ == "__main__":
    unittest.main()
