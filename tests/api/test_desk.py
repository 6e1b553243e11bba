"""The narration desk: the microphone check, the light that follows a voice, takes for a place of the lesson."""

from __future__ import annotations

import base64
import hashlib
import io
from importlib.resources import files
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from tests.api.test_api import ApiTest
from tests.browser.harness import write_wav
from tests.films import film, film_with_sound
from wordtrail.core.edit.sound_care import SoundCare
from wordtrail.jobs.take_work import align_take
from wordtrail.media.decode import decode
from wordtrail.service import following
from wordtrail.service.sound import keep_cared_copy

DEMO = files("wordtrail.standins") / "demo"
PIP = (DEMO / "pip.m4a").read_bytes()


class DeskTest(ApiTest):
    demo = ("pip",)

    def setUp(self) -> None:
        super().setUp()
        (found,) = self.client.get("/api/lessons").json["lessons"]
        self.lesson = found["id"]

    def view(self) -> dict:
        return dict(self.client.get(f"/api/lessons/{self.lesson}").json)

    def words(self) -> list[str]:
        pages = self.view()["lesson"]["passages"][0]["pages"]
        return [word["id"] for page in pages for block in page["blocks"] for word in block["words"]]

    def recorded(self, place: dict | None, events: list[dict] | None = None) -> str:
        """A take of the narrator's sound in pieces, for a place of the lesson, whose words were found."""
        take = self.client.post(f"/api/lessons/{self.lesson}/takes", json={"place": place}).json["id"]
        for number, start in enumerate(range(0, len(PIP), 60_000)):
            self.client.put(f"/api/takes/{take}/pieces/{number}", data=PIP[start : start + 60_000])
        if events:
            self.client.post(f"/api/takes/{take}/events", json={"first": 0, "events": events})
        self.assertEqual(self.client.post(f"/api/takes/{take}/finish").status_code, 202)
        align_take(self.workspace, take, lambda phase, share: None)
        return str(take)

    def test_a_few_seconds_are_measured_and_nothing_is_kept(self) -> None:
        before = self.workspace.blobs.keys("takes")
        answer = self.client.post("/api/microphone-check", data=PIP)
        self.assertEqual(answer.status_code, 200)
        self.assertAlmostEqual(answer.json["figures"]["loudness"], -24, delta=4)
        self.assertEqual(answer.json["advice"], [])
        self.assertEqual(self.workspace.blobs.keys("takes"), before)

    def test_what_is_no_sound_is_refused_with_a_sentence(self) -> None:
        self.assert_problem(self.client.post("/api/microphone-check", data=b"no sound at all" * 99), 422)
        self.assert_problem(self.client.post("/api/microphone-check", data=b""), 422)
        self.assert_problem(self.client.post("/api/microphone-check", data=bytes(5 * 2**20)), 413)

    def test_a_reader_is_followed_and_forgotten(self) -> None:
        reader = self.client.post(f"/api/lessons/{self.lesson}/readers").json["id"]
        with self.workspace.blobs.making("try") as path:
            path.write_bytes(PIP)
            sound = decode(path, 16_000)
        samples = (np.clip(sound, -1, 1) * 32767).astype("<i2").tobytes()
        lit: list[str] = []
        for at in range(0, len(samples), 3200):
            seen = self.client.put(f"/api/readers/{reader}/sound", data=samples[at : at + 3200]).json["seen"]
            lit.append(seen["word"])
        words = self.words()
        self.assertGreaterEqual(len(set(lit) & set(words)), 12, "a tenth of a second at a time, short words go by")
        self.assertEqual(lit[-1], words[-1])
        self.assertEqual(self.client.delete(f"/api/readers/{reader}").status_code, 200)
        self.assert_problem(self.client.put(f"/api/readers/{reader}/sound", data=bytes(320)), 404)

    def test_half_a_sample_and_too_many_readers(self) -> None:
        path = f"/api/lessons/{self.lesson}/readers"
        readers = []
        while (answer := self.client.post(path)).status_code == 201:
            readers.append(answer.json["id"])
            self.addCleanup(following.end_following, answer.json["id"])
        self.assertLessEqual(len(readers), following.MOST_READERS)
        self.assert_problem(answer, 503, says="too many")
        following.end_following(readers.pop())
        one = self.client.post(path).json["id"]
        self.addCleanup(following.end_following, one)
        self.assertEqual(self.client.put(f"/api/readers/{one}/sound", data=b"123").json["seen"]["word"], "")
        self.assert_problem(self.client.post("/api/lessons/nothing/readers"), 404)

    def test_a_sentence_recorded_again_goes_into_its_place_once(self) -> None:
        words = self.words()
        query = {"first": words[4], "last": words[7]}
        wanted = self.client.get(f"/api/lessons/{self.lesson}/place", query_string=query).json
        self.assertEqual((wanted["begin"], wanted["place"]["take"]), (words[4], self.view()["take_in_use"]))
        take = self.recorded(wanted["place"])
        view = self.view()
        (put,) = view["lesson"]["replacements"]
        self.assertEqual((put["by"], put["take"]), (take, view["take_in_use"]))
        newest = view["takes"][-1]
        self.assertEqual((newest["heard"], newest["in_use"], newest["asks"]), (True, False, False))
        lines = self.client.get(f"/api/lessons/{self.lesson}/lines").json["lines"]
        self.assertEqual([one["take"] for one in lines[1]["versions"] if one["heard"]], [take])
        edits = self.stage(self.lesson)["edits"]
        self.assertIn(take, [clip["take"] for clip in edits["clips"]])
        taken_out = self.send(view, kind="put stretch back", stretch=put)
        self.assertEqual(taken_out["lesson"]["replacements"], [])
        align_take(self.workspace, take, lambda phase, share: None)
        self.assertEqual(self.view()["lesson"]["replacements"], [], "what was taken out is not put in again")

    def test_where_the_words_are_not_in_the_take_it_says_so(self) -> None:
        used = self.view()["take_in_use"]
        take = self.recorded({"take": used, "start": 1.0, "end": 2.0, "first": "nothing", "last": "nothing"})
        found = next(one for one in self.view()["takes"] if one["id"] == take)
        self.assertIn("not heard in this take", found["fault"])
        self.assertTrue(found["has_trail"])

    def test_a_place_in_another_lesson_or_no_place(self) -> None:
        other = self.make()["id"]
        place = {"take": self.view()["take_in_use"]}
        self.assert_problem(self.client.post(f"/api/lessons/{other}/takes", json={"place": place}), 404)
        self.assert_problem(self.client.get(f"/api/lessons/{other}/place"), 422)
        gone = {"first": "a99", "last": "a99"}
        self.assert_problem(self.client.get(f"/api/lessons/{self.lesson}/place", query_string=gone), 422)

    def test_a_file_goes_into_a_place_too(self) -> None:
        words = self.words()
        query = {"first": words[0], "last": words[3]}
        place = self.client.get(f"/api/lessons/{self.lesson}/place", query_string=query).json["place"]
        answer = self.client.post(
            f"/api/lessons/{self.lesson}/takes/file",
            query_string={name: value for name, value in place.items() if value is not None},
            data={"sound": (io.BytesIO(PIP), "again.m4a")},
        )
        self.assertEqual(answer.status_code, 202)
        align_take(self.workspace, answer.json["subject"], lambda phase, share: None)
        self.assertEqual([one["by"] for one in self.view()["lesson"]["replacements"]], [answer.json["subject"]])

    def test_going_back_at_the_desk_drops_what_was_read(self) -> None:
        words = self.words()
        take = self.recorded(None, [{"at": 7.9, "what": "again", "detail": words[4]}])
        trail = self.client.get(f"/api/lessons/{self.lesson}/trail", query_string={"take": take}).json
        (dropped,) = trail["dropped"]
        self.assertLess(dropped["start"], 4.0)
        self.assertGreater(dropped["end"], 7.8)
        self.assertEqual(self.view()["lesson"]["agains"], [dropped["again"]])
        self.send(self.view(), kind="put reading back", again=dropped["again"])
        again = self.client.get(f"/api/lessons/{self.lesson}/trail", query_string={"take": take}).json
        self.assertEqual(again["dropped"], [])

    def test_a_piece_that_was_damaged_on_the_way_is_not_taken(self) -> None:
        take = self.client.post(f"/api/lessons/{self.lesson}/takes", json={}).json["id"]
        path = f"/api/takes/{take}/pieces/0"
        digest = base64.b64encode(hashlib.sha256(b"sound").digest()).decode()
        headers = {"Content-Digest": f"sha-256=:{digest}:"}
        self.assert_problem(self.client.put(path, data=b"sxund", headers=headers), 503, says="damaged")
        for _ in range(2):
            self.assertEqual(self.client.put(path, data=b"sound", headers=headers).status_code, 200)
        self.assertEqual(self.client.put(path, data=b"x", headers={"Content-Digest": "md5=:x:"}).status_code, 200)

    def test_the_camera_is_kept_beside_the_sound(self) -> None:
        take = self.client.post(f"/api/lessons/{self.lesson}/takes", json={}).json["id"]
        with TemporaryDirectory() as folder:
            film(Path(folder) / "film", seconds=3.0, size=(320, 240))
            picture = (Path(folder) / "film").read_bytes()
        self.client.put(f"/api/takes/{take}/pieces/0", data=PIP)
        half = len(picture) // 2
        for number, part in ((0, picture[:half]), (0, picture[:half]), (1, picture[half:])):
            path = f"/api/takes/{take}/camera/{number}"
            self.assertEqual(self.client.put(path, data=part).status_code, 200)
        self.assert_problem(self.client.put(f"/api/takes/{take}/camera/9", data=b"x"), 409, says="missing")
        events = [
            {"at": 0.2, "what": "camera", "detail": "large"},
            {"at": 2.0, "what": "camera", "detail": "small"},
            {"at": 3.2, "what": "camera", "detail": "gone"},
        ]
        self.client.post(f"/api/takes/{take}/events", json={"first": 0, "events": events})
        self.assertEqual(self.client.post(f"/api/takes/{take}/finish").status_code, 202)
        align_take(self.workspace, take, lambda phase, share: None)
        found = self.view()["takes"][-1]
        self.assertEqual(
            [(one["start"], one["end"], one["size"]) for one in found["camera"]],
            [(0.2, 2.0, "large"), (2.0, 3.2, "small")],
        )
        answer = self.client.get(f"/api/takes/{take}/camera")
        self.assertEqual((answer.status_code, answer.mimetype), (200, "video/mp4"))

    def test_a_picture_that_cannot_be_read_leaves_the_sound(self) -> None:
        take = self.client.post(f"/api/lessons/{self.lesson}/takes", json={}).json["id"]
        self.client.put(f"/api/takes/{take}/pieces/0", data=PIP)
        self.client.put(f"/api/takes/{take}/camera/0", data=b"no picture at all" * 40)
        events = [{"at": 0.2, "what": "camera", "detail": "large"}]
        self.client.post(f"/api/takes/{take}/events", json={"first": 0, "events": events})
        self.client.post(f"/api/takes/{take}/finish")
        align_take(self.workspace, take, lambda phase, share: None)
        found = self.view()["takes"][-1]
        self.assertEqual((found["camera"], found["has_trail"]), ([], True))
        self.assertIn("picture of this take cannot be read", found["fault"])

    def test_a_film_gives_sound_and_camera(self) -> None:
        with TemporaryDirectory() as folder:
            (Path(folder) / "pip.m4a").write_bytes(PIP)
            film_with_sound(Path(folder) / "film.mkv", Path(folder) / "pip.m4a", 5.0)
            made = (Path(folder) / "film.mkv").read_bytes()
        path = f"/api/lessons/{self.lesson}/takes/file"
        answer = self.client.post(path, data={"sound": (io.BytesIO(made), "us.mov")})
        self.assertEqual(answer.status_code, 202)
        align_take(self.workspace, answer.json["subject"], lambda phase, share: None)
        found = self.view()["takes"][-1]
        self.assertEqual([one["size"] for one in found["camera"]], ["small"])
        self.assertGreater(found["words_read"], 20)
        self.assertEqual(self.client.get(f"/api/takes/{found['id']}/camera").mimetype, "video/mp4")

    def test_sound_from_elsewhere_goes_through_the_same_checks(self) -> None:
        sound = decode(Path(str(DEMO / "pip.m4a")), 48_000)
        at = np.arange(len(sound)) / 48_000
        hum = sum(0.02 / n * np.sin(2 * np.pi * 50 * n * at) for n in (1, 2, 3, 4))
        with TemporaryDirectory() as folder:
            write_wav(Path(folder) / "hum.wav", sound + hum, 48_000)
            data = (Path(folder) / "hum.wav").read_bytes()
        path = f"/api/lessons/{self.lesson}/takes/file"
        answer = self.client.post(path, data={"sound": (io.BytesIO(data), "phone.wav")})
        align_take(self.workspace, answer.json["subject"], lambda phase, share: None)
        found = self.view()["takes"][-1]["advice"]
        self.assertEqual([one["fault"] for one in found], ["hum"])
        self.assertIn("battery", found[0]["do"])

    def test_less_noise_and_an_even_sound_are_switches(self) -> None:
        take = self.view()["take_in_use"]
        before = self.client.get(f"/api/takes/{take}/sound").data
        for query in ({}, {"less_noise": True}, {"even": True, "start": 8}):
            sample = self.client.get(f"/api/takes/{take}/heard", query_string=query)
            self.assertEqual((sample.status_code, sample.mimetype), (200, "audio/mp4"))
        copy = f"/api/takes/{take}/sound?less_noise=true&even=true"
        self.assertEqual(self.client.get(copy).status_code, 503, "it is being made")
        keep_cared_copy(self.workspace, SoundCare(take, less_noise=True, even=True))
        after = self.client.get(copy)
        self.assertEqual(after.status_code, 200)
        self.assertNotEqual(after.data, before)
        self.assertEqual(self.client.get(f"/api/takes/{take}/sound").data, before)
        self.send(self.view(), kind="care for sound", take=take, less_noise=True, even=False)
        stage = self.client.get(f"/api/lessons/{self.lesson}/stage").json["whole"]
        self.assertEqual(stage["edits"]["cares"], [{"take": take, "less_noise": True, "even": False}])
        self.send(self.view(), kind="care for sound", take=take, less_noise=False, even=False)
        self.assertEqual(self.view()["lesson"]["sound_cares"], [])

    def test_a_take_has_a_name_and_figures(self) -> None:
        take = self.view()["take_in_use"]
        self.client.post(f"/api/takes/{take}/name", json={"name": "  The good   one "})
        found = self.view()["takes"][0]
        self.assertEqual(found["name"], "The good one")
        self.assertGreater(found["figures"]["words_per_minute"], 60)
        self.assertIn("words a minute", found["figures"]["pace"])

    def test_the_pace_stands_beside_the_norm_of_the_grade(self) -> None:
        path = f"/api/lessons/{self.lesson}/guide"
        says = self.client.get(path, query_string={"grade": 2, "words_per_minute": 60}).json["beside_norm"]
        self.assertIn("half of grade 2 read 50 words a minute in autumn and 100 in spring", says)
        self.assertEqual(self.client.get(path).json["beside_norm"], "")
        self.assertEqual(self.client.get("/api/catalogue").json["grades"], [1, 2, 3, 4, 5, 6])
