"""The API by contract: answers fit the OpenAPI document, errors are problem details, the gate holds."""

from __future__ import annotations

import copy
import io
import json
import tempfile
import unittest
from dataclasses import replace
from importlib.resources import files
from pathlib import Path
from typing import Any, ClassVar

from openapi_spec_validator import validate
from PIL import Image
from sqlalchemy import select

from tests.api.shelf import put_shelf
from tests.worlds import TEXT
from wordtrail.api.application import make_application, openapi_document
from wordtrail.core.trail.model import Visit
from wordtrail.formats.json_patch import Operation, patched
from wordtrail.jobs.queue import SOUND, perform
from wordtrail.standins.demo_world import install
from wordtrail.standins.microphone import narration_for
from wordtrail.store.tables import JobRow
from wordtrail.store.takes import events_of, get_take, keep_trail, trail_of
from wordtrail.workspace import open_workspace

ROOT = Path(__file__).resolve().parents[2]


class ApiTest(unittest.TestCase):
    options: ClassVar[dict[str, Any]] = {}
    demo: ClassVar[tuple[str, ...]] = ()
    """Names of the demo lessons that stand on the shelf."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)
        self.addCleanup(folder.cleanup)
        if self.demo:
            put_shelf(Path(folder.name), self.demo)
        self.workspace = open_workspace(Path(folder.name))
        self.addCleanup(self.workspace.database.close)
        self.app = make_application(self.workspace, **self.options)
        self.client: Any = self.app.test_client()

    def make(self, text: str = TEXT, title: str = "Bees") -> dict:
        answer = self.client.post("/api/lessons", json={"text": text, "title": title})
        self.assertEqual(answer.status_code, 201, answer.text)
        made: dict = answer.json
        return made

    def send(self, lesson: dict, **command: object) -> dict:
        answer = self.client.post(
            f"/api/lessons/{lesson['id']}/commands", json={"revision": lesson["revision"], "command": command}
        )
        return self.after(lesson, answer)

    def after(self, lesson: dict, answer: Any) -> dict:
        """The lesson after a change that was answered so: as it is read anew, which is what the changes make of the
        one before."""
        self.assertEqual(answer.status_code, 200, answer.text)
        now: dict = self.client.get(f"/api/lessons/{lesson['id']}").json
        self.assertEqual((answer.json["since"], answer.json["revision"]), (lesson["revision"], now["revision"]))
        changes = [Operation(one["op"], one["path"], one["value"]) for one in answer.json["changes"]]
        self.assertEqual(patched(copy.deepcopy(lesson["lesson"]), changes), now["lesson"])
        for key in ("undo", "redo", "waypoints", "next", "video", "take_in_use"):
            self.assertEqual(answer.json[key], now[key])
        return now

    def walked(self, lesson: dict, way: str) -> dict:
        """The lesson after undo or redo."""
        path = f"/api/lessons/{lesson['id']}/{way}"
        return self.after(lesson, self.client.post(path, json={"revision": lesson["revision"]}))

    def stage(self, id: str, query: str = "") -> dict:
        """The lesson's stage as a whole."""
        stage: dict = self.client.get(f"/api/lessons/{id}/stage{query}").json["whole"]
        return stage

    def assert_problem(self, answer: Any, status: int, *, says: str = "") -> dict:
        self.assertEqual(answer.status_code, status, answer.text)
        self.assertEqual(answer.mimetype, "application/problem+json")
        problem: dict = answer.json
        self.assertTrue({"type", "title", "status", "detail"} <= set(problem))
        self.assertIn(says, " ".join(str(value) for value in problem.values()))
        return problem


class DocumentTest(ApiTest):
    def test_the_document_is_valid_and_the_one_the_front_end_was_made_from(self) -> None:
        document = openapi_document(self.app)
        validate(document)
        kept = json.loads((ROOT / "docs" / "openapi.json").read_text(encoding="utf-8"))
        self.assertEqual(json.loads(json.dumps(document)), kept, "run ./run types")


class LessonsTest(ApiTest):
    def test_from_text_to_stage(self) -> None:
        lesson = self.make()
        point = {"id": "", "after": "a5", "question": "Why clover?", "think_seconds": 5}
        lesson = self.send(lesson, kind="keep point", point=point)
        lesson = self.send(
            lesson, kind="add mark", form={"kind": "underline"}, first="a6", last="a9", meaning="evidence"
        )
        self.assertEqual(lesson["undo"], "drawing a mark")
        stage = self.stage(lesson["id"])
        self.assertEqual([page["title"] for page in stage["layout"]["pages"]], [True, False, False])
        self.assertEqual(len(stage["layout"]["signposts"]), 1)
        shelf = self.client.get("/api/lessons").json["lessons"]
        self.assertEqual((shelf[0]["title"], shelf[0]["next"]), ("Bees", "record"))
        guide = self.client.get(f"/api/lessons/{lesson['id']}/guide?words_per_minute=60").json["stretches"]
        read = [word["id"] for stretch in guide for word in stretch["words"] if not stretch["signpost"]]
        self.assertEqual(len(read), 18)

    def test_undo_and_redo(self) -> None:
        lesson = self.send(self.make(), kind="set pace", words_per_minute=80)
        lesson = self.walked(lesson, "undo")
        self.assertEqual((lesson["lesson"]["words_per_minute"], lesson["redo"]), (110, "changing the pace"))
        lesson = self.walked(lesson, "redo")
        self.assertEqual(lesson["lesson"]["words_per_minute"], 80)

    def test_two_windows(self) -> None:
        lesson = self.make()
        self.send(lesson, kind="set pace", words_per_minute=80)
        stale = self.client.post(
            f"/api/lessons/{lesson['id']}/commands",
            json={"revision": lesson["revision"], "command": {"kind": "set pace", "words_per_minute": 90}},
        )
        problem = self.assert_problem(stale, 409, says="another window")
        self.assertIn("not", problem["kept"])

    def test_bad_text_is_refused_with_a_sentence(self) -> None:
        for text, says in (
            ("", "no words"),
            ("word " * 20_001, "20,000"),
            ("PK\x03\x04\x00\x00binary", "inner code"),
            ("مرحبا بالعالم هذا نص", "right to left"),
        ):
            for path in ("/api/lessons", "/api/preview"):
                with self.subTest(says, path=path):
                    self.assert_problem(self.client.post(path, json={"text": text, "title": ""}), 422, says=says)
        self.assertEqual(self.client.get("/api/lessons").json["lessons"], [])

    def test_bad_requests(self) -> None:
        lesson = self.make()
        commands = f"/api/lessons/{lesson['id']}/commands"
        self.assert_problem(self.client.post(commands, json={"revision": 1, "command": {"kind": "explode"}}), 422)
        self.assert_problem(self.client.post(commands, data="{", content_type="application/json"), 422)
        self.assert_problem(self.client.get("/api/lessons/none"), 404)
        self.assert_problem(self.client.get("/api/no/such/thing"), 404)
        self.assert_problem(self.client.get(f"/api/lessons/{lesson['id']}/sound"), 422, says="Record a take")
        self.assert_problem(self.client.get(f"/api/lessons/{lesson['id']}/trail?take=none"), 404)
        foreign = self.client.post(commands, json={}, headers={"Sec-Fetch-Site": "cross-site"})
        self.assert_problem(foreign, 403, says="Nothing was changed")

    def test_a_lesson_can_be_taken_off_the_shelf(self) -> None:
        lesson = self.make()
        self.assertEqual(self.client.delete(f"/api/lessons/{lesson['id']}").status_code, 200)
        self.assert_problem(self.client.get(f"/api/lessons/{lesson['id']}"), 404)


class TakesTest(ApiTest):
    def test_pieces_then_finish(self) -> None:
        lesson = self.make()
        take = self.client.post(f"/api/lessons/{lesson['id']}/takes", json={}).json
        for number, data in enumerate((b"one", b"two")):
            self.assertEqual(self.client.put(f"/api/takes/{take['id']}/pieces/{number}", data=data).status_code, 200)
        self.assert_problem(self.client.put(f"/api/takes/{take['id']}/pieces/9", data=b"x"), 409, says="missing")
        unfinished = self.client.get(f"/api/lessons/{lesson['id']}").json
        self.assertEqual((unfinished["takes"][0]["state"], unfinished["next"]), ("recording", "record"))
        events = {"first": 0, "events": [{"at": 1.5, "what": "pause"}]}
        self.assertEqual(self.client.post(f"/api/takes/{take['id']}/events", json=events).status_code, 200)
        job = self.client.post(f"/api/takes/{take['id']}/finish")
        self.assertEqual((job.status_code, job.json["kind"], job.json["state"]), (202, "align", "waiting"))
        cancelled = self.client.post(f"/api/jobs/{job.json['id']}/cancel").json
        self.assertEqual(cancelled["state"], "cancelled")

    def test_marks_drawn_while_recording_are_placed_in_the_take(self) -> None:
        lesson = self.make()
        lesson = self.send(lesson, kind="add mark", form={"kind": "circle"}, first="a6", last="a9", meaning="evidence")
        (mark,) = lesson["lesson"]["marks"]
        take = self.client.post(f"/api/lessons/{lesson['id']}/takes", json={}).json
        self.client.put(f"/api/takes/{take['id']}/pieces/0", data=b"sound")
        drawn, turned = {"at": 2.25, "what": "mark", "detail": mark["id"]}, {"at": 3, "what": "page", "detail": "2"}
        path = f"/api/takes/{take['id']}/events"
        for first, events in ((0, [drawn]), (0, [drawn]), (0, [drawn, turned]), (2, [])):
            answer = self.client.post(path, json={"first": first, "events": events})
            self.assertEqual(answer.status_code, 200, answer.text)
        self.assert_problem(self.client.post(path, json={"first": 3, "events": [turned]}), 409, says="missing")
        with self.workspace.database.read_session() as session:
            self.assertEqual([event.what for event in events_of(session, take["id"])], ["mark", "page"])
        self.assertEqual(self.client.post(f"/api/takes/{take['id']}/finish").status_code, 202)
        kept = self.client.get(f"/api/lessons/{lesson['id']}").json
        wanted = [{"mark": mark["id"], "take": take["id"], "start": 2.25, "seconds": 0}]
        self.assertEqual((kept["lesson"]["placed_marks"], kept["undo"]), (wanted, "drawing while recording"))
        self.client.post(f"/api/takes/{take['id']}/finish")
        again = self.client.get(f"/api/lessons/{lesson['id']}").json
        self.assertEqual(again["revision"], kept["revision"], "once, however often it is ended")

    def test_a_sound_file_is_taken_and_what_is_none_is_refused(self) -> None:
        lesson = self.make()
        sound = (files("wordtrail.standins") / "demo" / "rain.m4a").read_bytes()
        picture = io.BytesIO()
        Image.new("RGB", (40, 40)).save(picture, "PNG")
        path = f"/api/lessons/{lesson['id']}/takes/file"
        for data, says in ((picture.getvalue(), "no sound in this file"), (b"", "empty")):
            answer = self.client.post(path, data={"sound": (io.BytesIO(data), "reading.mp3")})
            self.assert_problem(answer, 422, says=says)
        self.assertEqual(self.client.get(f"/api/lessons/{lesson['id']}").json["takes"], [])
        answer = self.client.post(path, data={"sound": (io.BytesIO(sound), "../../reading.m4a")})
        self.assertEqual(answer.status_code, 202, answer.text)
        (take,) = self.client.get(f"/api/lessons/{lesson['id']}").json["takes"]
        known = json.loads((files("wordtrail.standins") / "demo" / "rain.trail.json").read_text())
        self.assertAlmostEqual(take["seconds"], known["seconds"], delta=0.5)

    def test_a_request_without_a_sound(self) -> None:
        lesson = self.make()
        self.assert_problem(self.client.post(f"/api/lessons/{lesson['id']}/takes/file", data={}), 422)


class DemoTest(ApiTest):
    options = {"simulated_microphone": narration_for}  # noqa: RUF012
    demo = ("bees-map", "rain")

    def setUp(self) -> None:
        super().setUp()
        bee = next(one for one in self.client.get("/api/lessons").json["lessons"] if "Bee" in one["title"])
        self.view = self.client.get(f"/api/lessons/{bee['id']}").json

    def test_a_stage_says_what_changed_since_it_was_fetched(self) -> None:
        path = f"/api/lessons/{self.view['id']}/stage"
        whole = self.client.get(path).json["whole"]
        nothing = self.client.get(path, query_string={"since": whole["key"]}).json
        self.assertEqual((nothing["whole"], nothing["changes"], nothing["key"]), (None, [], whole["key"]))
        pages = (page for page in whole["layout"]["pages"] if not page["board"] and not page["title"])
        words = [box["word"] for page in pages for box in page["boxes"]]
        meaning = self.view["lesson"]["legend"][0]["id"]
        self.send(self.view, kind="add mark", form={"kind": "box"}, first=words[0], last=words[1], meaning=meaning)
        answer = self.client.get(path, query_string={"since": whole["key"]}).json
        self.assertIsNone(answer["whole"])
        self.assertFalse([one for one in answer["changes"] if one["path"].startswith("/layout/pages")])
        changes = [Operation(one["op"], one["path"], one["value"]) for one in answer["changes"]]
        now = self.client.get(path).json["whole"]
        self.assertEqual(patched(copy.deepcopy(whole), changes) | {"key": now["key"]}, now)
        self.assertEqual(answer["key"], now["key"])
        unknown = self.client.get(path, query_string={"since": "long ago"}).json
        self.assertEqual(unknown["whole"], now)

    def sound(self, path: str) -> Any:
        """A part of a sound, made by its job when it is first asked for."""
        answer = self.client.get(path)
        self.assert_problem(answer, 503, says="being made")
        self.assertEqual(answer.headers["Retry-After"], "1")
        with self.workspace.database.read_session() as session:
            (job,) = session.scalars(select(JobRow.id).where(JobRow.kind == SOUND, JobRow.state == "waiting"))
        perform(self.workspace, job)
        return self.client.get(path, headers={"Range": "bytes=0-99"})

    def test_a_deleted_lesson_leaves_nothing_of_the_teachers_voice(self) -> None:
        self.sound(f"/api/lessons/{self.view['id']}/sound")
        take = self.view["takes"][0]["id"]
        folders = [self.workspace.blobs.path(name) for name in (f"takes/{take}", f"sounds/{self.view['id']}")]
        self.assertTrue(all(folder.is_dir() for folder in folders))
        others = self.workspace.blobs.keys("takes")
        self.assertEqual(self.client.delete(f"/api/lessons/{self.view['id']}").status_code, 200)
        self.assertFalse(any(folder.exists() for folder in folders))
        self.assertEqual(len(self.workspace.blobs.keys("takes")), len(others) - 1)
        self.assert_problem(self.client.get(f"/api/takes/{take}/sound"), 404)

    def test_the_demo_is_installed_once(self) -> None:
        self.assertFalse(install(self.workspace))
        self.assertEqual(len(self.client.get("/api/lessons").json["lessons"]), 2)

    def test_a_take_is_sent_in_ranges(self) -> None:
        path = f"/api/takes/{self.view['take_in_use']}/sound"
        whole = self.client.get(path)
        part = self.client.get(path, headers={"Range": "bytes=100-199"})
        self.assertEqual((part.status_code, part.data), (206, whole.data[100:200]))

    def test_a_moved_word_stays_and_the_trim_is_found(self) -> None:
        take = self.view["take_in_use"]
        path = f"/api/lessons/{self.view['id']}/trail?take={take}"
        before = self.client.get(path).json
        number, visit = next((n, v) for n, v in enumerate(before["trail"]["visits"]) if v["end"] - v["start"] > 0.3)
        self.assertFalse(before["trimmed_by_hand"])
        self.assertAlmostEqual(before["trim_start"], before["trail"]["sound_start"] - 0.4, places=3)
        view = self.send(
            self.view,
            kind="move start",
            take=take,
            word=visit["word"],
            found=visit["start"],
            start=visit["start"] + 0.05,
        )
        view = self.send(view, kind="set trim", take=take, start=2, end=50)
        after = self.client.get(path).json
        self.assertAlmostEqual(after["trail"]["visits"][number]["start"], visit["start"] + 0.05)
        self.assertEqual((after["trim_start"], after["trim_end"], after["trimmed_by_hand"]), (2, 50, True))

    def without_words(self, take: str, first: int, last: int) -> list[Visit]:
        """Let the ear have missed some words of a take (places in its trail); the visits that it found."""
        with self.workspace.database.write_session() as session:
            row = get_take(session, take)
            found = trail_of(session, take)
            assert found
            keep_trail(session, row, replace(found, visits=(*found.visits[:first], *found.visits[last + 1 :])))
        return list(found.visits[first : last + 1])

    def test_missed_words_are_found_in_the_sound_where_a_hand_says_they_are(self) -> None:
        take = self.view["take_in_use"]
        missed = self.without_words(take, 40, 45)
        words = [visit.word for visit in missed]
        path = f"/api/lessons/{self.view['id']}/read-here"
        late = [visit.start + 0.15 for visit in missed]
        for taps in ([], late):
            body = {"take": take, "words": words, "start": missed[0].start, "end": missed[-1].end, "taps": taps}
            answer = self.client.post(path, json=body)
            self.assertEqual(answer.status_code, 200, answer.text)
            off = [abs(start - visit.start) for start, visit in zip(answer.json["starts"], missed, strict=True)]
            self.assertLess(max(off), 0.12, (taps, off))
        self.send(self.view, kind="place words", take=take, words=words, **answer.json)
        trail = self.client.get(f"/api/lessons/{self.view['id']}/trail?take={take}").json["trail"]
        self.assertTrue(set(words) <= {visit["word"] for visit in trail["visits"]})
        self.assertFalse(set(words) & set(trail["unread"]))

    def test_words_cannot_be_placed_over_others_or_outside(self) -> None:
        take = self.view["take_in_use"]
        missed = self.without_words(take, 40, 45)
        path = f"/api/lessons/{self.view['id']}/read-here"
        words = [visit.word for visit in missed]
        for start, end, says in ((missed[0].start - 2, missed[-1].end, "Another word"), (0.0, 0.3, "outside")):
            body = {"take": take, "words": words, "start": start, "end": end}
            self.assert_problem(self.client.post(path, json=body), 422, says=says)
        body = {"take": take, "words": words, "start": 0, "end": 3000}
        self.assert_problem(self.client.post(path, json=body), 422, says="very long")
        body = {"take": take, "words": ["gone"], "start": 1, "end": 2}
        self.assert_problem(self.client.post(path, json=body), 422)
        self.assert_problem(self.client.post(path, json={**body, "take": "none"}), 404)

    def test_only_a_take_of_this_lesson_can_count(self) -> None:
        other = next(one for one in self.client.get("/api/lessons").json["lessons"] if "Rain" in one["title"])
        take = self.client.get(f"/api/lessons/{other['id']}").json["take_in_use"]
        for wrong in (take, "none"):
            command = {"kind": "choose take", "take": wrong}
            body = {"revision": self.view["revision"], "command": command}
            self.assert_problem(self.client.post(f"/api/lessons/{self.view['id']}/commands", json=body), 404)

    def test_the_student_side(self) -> None:
        link = self.client.post(f"/api/lessons/{self.view['id']}/link").json
        token = link["url"].rsplit("/", 1)[1]
        stage = self.client.get(f"/api/student/{token}").json
        self.assertEqual(
            (stage["title"], len(stage["points"]), stage["simulated_narrator"]), ("The Bee’s Map", 7, True)
        )
        shown = {gate["shows"] for gate in stage["sheet"]["gates"]}
        self.assertTrue({point["id"] for point in stage["points"]} <= shown)
        gates = [gate["pause"] for gate in stage["sheet"]["gates"]]
        answered = [point["answer"] for point in self.view["lesson"]["pause_points"] if point["answer"]]
        sent = self.client.get(f"/api/student/{token}").text
        self.assertTrue(answered and not any(text in sent for text in answered))
        opened = self.client.get(f"/api/student/{token}/answers", query_string={"gates": gates})
        changes = [Operation(one["op"], one["path"], one["value"]) for one in opened.json["changes"]]
        whole = patched({"layout": stage["layout"], "sheet": stage["sheet"]}, changes)
        wanted = self.stage(self.view["id"])
        self.assertEqual(whole, {"layout": wanted["layout"], "sheet": wanted["sheet"]})
        sound = self.sound(f"/api/student/{token}/sound")
        self.assertEqual((sound.status_code, len(sound.data)), (206, 100))
        code = self.client.get(f"/api/lessons/{self.view['id']}/link/qr.svg")
        self.assertEqual(code.mimetype, "image/svg+xml")
        self.assertTrue(code.data.startswith(b"<svg"))
        self.client.delete(f"/api/lessons/{self.view['id']}/link")
        self.assert_problem(self.client.get(f"/api/student/{token}"), 404, says="Ask your teacher")
        self.assert_problem(self.client.get(f"/api/student/{token}/sound"), 404)

    def test_faces_and_simulated_microphone(self) -> None:
        face = self.client.get("/api/faces/Andika/bold italic.ttf")
        self.assertEqual(face.data[:4], b"\x00\x01\x00\x00")
        for typeface in ("Lexend", "Literata", "OpenDyslexic"):
            head = self.client.get(f"/api/faces/{typeface}/italic.ttf").data[:4]
            self.assertIn(head, (b"\x00\x01\x00\x00", b"OTTO"), "TrueType or PostScript outlines")
        self.assert_problem(self.client.get("/api/faces/Andika/comic.ttf"), 422)
        voice = self.client.get(f"/api/lessons/{self.view['id']}/simulated-microphone")
        self.assertEqual(voice.data[4:8], b"ftyp")


class GateTest(ApiTest):
    options = {"passphrase": "seven-green-bees", "public_url": "https://trail.example"}  # noqa: RUF012

    def test_the_teachers_side_asks_and_the_students_does_not(self) -> None:
        self.assertTrue(self.client.get("/api/settings").json["locked"])
        self.assert_problem(self.client.get("/api/lessons"), 401, says="passphrase")
        self.assert_problem(self.client.post("/api/lessons", json={"text": "x"}), 401)
        self.assert_problem(self.client.get("/api/student/guess"), 404, says="Ask your teacher")
        self.assert_problem(self.client.post("/api/unlock", json={"passphrase": "guess"}), 401)
        self.assertEqual(self.client.post("/api/unlock", json={"passphrase": "seven-green-bees"}).status_code, 200)
        lesson = self.make()
        link = self.client.post(f"/api/lessons/{lesson['id']}/link").json
        self.assertTrue(link["url"].startswith("https://trail.example/s/"))
        stranger = self.app.test_client()
        self.assert_problem(stranger.get(f"/api/lessons/{lesson['id']}"), 401)
        token = link["url"].rsplit("/", 1)[1]
        self.assert_problem(stranger.get(f"/api/student/{token}"), 422, says="no finished reading")
