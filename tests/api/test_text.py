"""Bringing files in, shaping and saving copies, by contract."""

from __future__ import annotations

import io

from PIL import Image

from tests.api.test_api import ApiTest
from wordtrail.jobs.queue import READ, perform
from wordtrail.store.jobs import job_about

MARKDOWN = b"# The hive\n\nIt is **dark** inside.\n\n- wax\n\n1. Fold\n2. Turn\n"


class FilesTest(ApiTest):
    def bring(self, data: bytes, name: str) -> dict:
        answer = self.client.post("/api/files", data={"file": (io.BytesIO(data), name)})
        self.assertEqual(answer.status_code, 201, answer.text)
        with self.workspace.database.write_session() as session:
            job = job_about(session, READ, answer.json["id"])
        assert job
        perform(self.workspace, job.id)
        read: dict = self.client.get(f"/api/files/{answer.json['id']}").json
        return read

    def test_a_file_is_read_and_becomes_a_lesson(self) -> None:
        file = self.bring(MARKDOWN, "../odd/The hive.md")
        self.assertEqual((file["name"], file["ending"], file["job"]["state"]), ("The hive", "md", "done"))
        self.assertEqual([one["words"] for one in file["chapters"]], [9])
        made = self.client.post("/api/lessons/from-files", json={"files": [{"file": file["id"]}]})
        self.assertEqual(made.status_code, 201, made.text)
        kinds = [block["kind"] for page in made.json["lesson"]["passages"][0]["pages"] for block in page["blocks"]]
        self.assertEqual(kinds, ["heading", "paragraph", "list item", "step", "step"])
        self.assertEqual(made.json["lesson"]["passages"][0]["title"], "The hive")

    def test_pages_are_added_in_order_or_as_another_passage(self) -> None:
        lesson = self.make("The bee.")
        files = [{"file": self.bring(text, "a.txt")["id"]} for text in (b"One.", b"Two.")]
        body = {"revision": lesson["revision"], "files": files, "passage": "a"}
        path = f"/api/lessons/{lesson['id']}/pages-from-files"
        made = self.after(lesson, self.client.post(path, json=body))
        pages = made["lesson"]["passages"][0]["pages"]
        self.assertEqual([page["blocks"][0]["text"] for page in pages], ["The bee.", "One.", "Two."])
        self.assertEqual(made["undo"], "bringing in pages")
        body = {"revision": made["revision"], "files": files[:1], "passage": ""}
        made = self.after(made, self.client.post(path, json=body))
        self.assertEqual(len(made["lesson"]["passages"]), 2)
        stale = {"revision": 1, "files": files[:1], "passage": "a"}
        self.assert_problem(self.client.post(path, json=stale), 409)

    def test_what_cannot_be_read_ends_in_a_sentence_and_the_server_stays(self) -> None:
        for data, name, says in (
            (b"MZ\x90", "game.exe", "cannot read “exe” files"),
            (b"no archive", "book.epub", "damaged"),
            (b"\xff\xd8\xff broken", "page.jpg", "damaged"),
            (b"PK\x03\x04 not a document", "page.docx", "damaged"),
        ):
            with self.subTest(name):
                file = self.bring(data, name)
                self.assertEqual((file["job"]["state"], file["chapters"]), ("failed", []))
                self.assertIn(says, file["job"]["message"])
                body = {"files": [{"file": file["id"]}]}
                self.assert_problem(self.client.post("/api/lessons/from-files", json=body), 422)
        empty = self.client.post("/api/files", data={"file": (io.BytesIO(b""), "a.txt")})
        self.assert_problem(empty, 422, says="This file is empty.")
        self.assertEqual(self.client.get("/api/lessons").status_code, 200)

    def test_a_file_can_be_forgotten(self) -> None:
        file = self.bring(MARKDOWN, "hive.md")
        self.assertEqual(self.client.delete(f"/api/files/{file['id']}").status_code, 200)
        self.assert_problem(self.client.get(f"/api/files/{file['id']}"), 404)

    def test_a_book_offers_its_chapters(self) -> None:
        lesson = self.make("The bee.", "Bees")
        book = self.client.get(f"/api/lessons/{lesson['id']}/passage/epub").data
        file = self.bring(book, "Bees.epub")
        self.assertEqual([one["title"] for one in file["chapters"]], ["Bees"])


class TextTest(ApiTest):
    def test_what_a_passage_asks_for_and_what_is_known_of_it(self) -> None:
        lesson = self.make("The wibbin sat on the the mat in 1944. " * 3, "Wibbins")
        view = self.client.get(f"/api/lessons/{lesson['id']}/text").json
        self.assertEqual([one["suspicion"] for one in view["suspects"]][:2], ["unknown word", "said twice"])
        self.assertEqual(view["facts"]["facts"][0]["value"], "27")
        self.assertEqual([one["text"] for one in view["sayings"]], ["wibbin", "1944."])
        self.assertEqual(len(view["before_sharing"]), 1)
        self.assert_problem(self.client.get(f"/api/lessons/{lesson['id']}/text?passage=zz"), 404)

    def test_shaping_is_undone_step_by_step(self) -> None:
        lesson = self.make("One two three. Four five.")
        block = lesson["lesson"]["passages"][0]["pages"][0]["blocks"][0]["id"]
        made = self.send(lesson, kind="split block", block=block, at=14)
        made = self.send(made, kind="set block kind", block=block, to="heading")
        self.assertEqual(made["undo"], "changing a block's kind")
        made = self.walked(made, "undo")
        self.assertEqual([b["kind"] for b in made["lesson"]["passages"][0]["pages"][0]["blocks"]], ["paragraph"] * 2)

    def test_copies_of_every_kind(self) -> None:
        lesson = self.make("# A hive\n\nIt is **dark**.", "The hive")
        heads = {"markdown": b"# The hive", "text": b"The hive", "docx": b"PK", "epub": b"PK", "json": b"{"}
        for kind, head in heads.items():
            with self.subTest(kind):
                answer = self.client.get(f"/api/lessons/{lesson['id']}/passage/{kind}")
                self.assertTrue(answer.data.startswith(head))
                self.assertIn("The hive.", answer.headers["Content-Disposition"])

    def test_pictures_are_kept_and_shown_only_where_they_belong(self) -> None:
        lesson = self.make()
        out = io.BytesIO()
        Image.new("RGB", (60, 40), "red").save(out, "PNG")
        place = f"/api/lessons/{lesson['id']}/pictures"
        kept = self.client.post(place, data={"file": (io.BytesIO(out.getvalue()), "hill.png")})
        self.assertEqual((kept.status_code, kept.json["width"]), (201, 60))
        shown = self.client.get(f"/api/pictures/{kept.json['file']}")
        self.assertEqual(shown.mimetype, "image/png")
        self.assert_problem(self.client.get("/api/pictures/..%2f..%2fwordtrail.db"), 404)
        self.assert_problem(self.client.get(f"/api/pictures/{'0' * 32}.png"), 404)
        self.assert_problem(self.client.post(place, data={"file": (io.BytesIO(b"x"), "a.png")}), 422)

    def test_the_simulated_voice_says_a_word(self) -> None:
        sound = self.client.get("/api/say?text=okapi&said=oh-KAH-pee")
        self.assertEqual((sound.mimetype, sound.data[:4]), ("audio/wav", b"RIFF"))
        self.assert_problem(self.client.get("/api/say?text=okapi&said=12"), 422, says="cannot be read")
        self.assert_problem(self.client.get("/api/say?text=%E2%80%94"), 404)


del ApiTest
