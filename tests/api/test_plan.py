"""The plan's routes: the run, suggestions, files, and students' answers."""

from __future__ import annotations

import io
import json
import zipfile

from tests.api.test_api import ApiTest


class PlanApiTest(ApiTest):
    demo = ("bees-map", "kite")

    def setUp(self) -> None:
        super().setUp()
        lessons = self.client.get("/api/lessons").json["lessons"]
        self.ids = {one["title"]: one["id"] for one in lessons}
        self.bees = self.client.get(f"/api/lessons/{self.ids['The Bee’s Map']}").json

    def test_the_run_and_what_the_text_offers(self) -> None:
        plan = self.client.get(f"/api/lessons/{self.bees['id']}/plan").json
        self.assertEqual([stop["part"] for stop in plan["run"]][:4], ["title", "purpose", "at hand", "word cards"])
        offers = self.client.get(f"/api/lessons/{self.bees['id']}/suggestions").json["suggestions"]
        self.assertTrue(all(one["reason"] for one in offers))
        taken = self.client.get(f"/api/lessons/{self.bees['id']}/suggestions/taken").json["ids"]
        self.assertTrue(set(taken) & {one["id"] for one in offers}, "clover has a card")
        free = next(one for one in offers if one["id"] not in taken)
        command = {"kind": "take suggestion", "suggestion": free, "meaning": "detail"}
        body = {"revision": self.bees["revision"], "command": command}
        answer = self.client.post(f"/api/lessons/{self.bees['id']}/commands", json=body)
        self.assertEqual(answer.status_code, 200, answer.text)
        again = self.client.get(f"/api/lessons/{self.bees['id']}/suggestions/taken").json["ids"]
        self.assertIn(free["id"], again)
        parts = self.client.get("/api/words/hopping/parts").json
        self.assertEqual([part["text"] for part in parts["parts"]], ["hop", "p", "ing"])

    def test_what_is_taken_away_comes_in_elsewhere_in_one_step(self) -> None:
        body = {"text": "When a bee finds clover, she dances.", "title": "Another"}
        other = self.client.post("/api/lessons", json=body).json
        for kind, ending in (("marks", ".jsonld"), ("questions", ".zip"), ("cards", ".csv")):
            with self.subTest(kind):
                file = self.client.get(f"/api/lessons/{self.bees['id']}/plan/{kind}")
                self.assertIn(ending, file.headers["Content-Disposition"])
                form = {"file": (io.BytesIO(file.data), f"x{ending}"), "revision": other["revision"]}
                answer = self.client.post(f"/api/lessons/{other['id']}/plan/{kind}", data=form)
                self.assertEqual(answer.json["revision"], other["revision"] + 1)
                other = self.after(other, answer)
        self.assertEqual(len(other["lesson"]["plan"]["cards"]), 2)
        self.assertEqual(len(other["lesson"]["pause_points"]), 6)
        self.assertIn(
            "clover,", {word["text"] for word in other["lesson"]["passages"][0]["pages"][0]["blocks"][0]["words"]}
        )
        self.assertGreater(len(other["lesson"]["marks"]), 0)

    def test_another_lessons_plan_is_taken_over_in_one_step(self) -> None:
        kite = self.client.get(f"/api/lessons/{self.ids['The Kite on Tanner’s Hill']}").json
        body = {"text": "One day. Two days.\n\nThree days. Four days.", "title": "Another"}
        other = self.client.post("/api/lessons", json=body).json
        path = f"/api/lessons/{other['id']}/plan"
        stale = {"of": kite["id"], "revision": other["revision"] + 1}
        self.assert_problem(self.client.post(path, json=stale), 409)
        self.assert_problem(self.client.post(path, json={"of": "nobody's", "revision": other["revision"]}), 404)
        taken = self.after(other, self.client.post(path, json={"of": kite["id"], "revision": other["revision"]}))
        self.assertEqual(taken["revision"], other["revision"] + 1)
        self.assertEqual(taken["lesson"]["plan"]["organizers"][0]["title"], "How the story goes")
        self.assertEqual(taken["undo"], "taking over a plan")

    def test_the_guide_leads_through_all_or_the_passage_alone(self) -> None:
        path = f"/api/lessons/{self.bees['id']}/guide"
        whole = self.client.get(path, query_string={"words_per_minute": 100}).json["stretches"]
        alone = self.client.get(path, query_string={"words_per_minute": 100, "whole": "false"}).json["stretches"]
        self.assertEqual((whole[0]["board"], alone[0]["board"], len(alone)), ("purpose", "", 1))
        self.assertGreater(whole[-1]["end"], alone[-1]["end"])

    def test_students_match_cards_and_print_charts_they_have_at_hand(self) -> None:
        token = self.client.post(f"/api/lessons/{self.bees['id']}/link").json["url"].rsplit("/", 1)[1]
        stage = self.client.get(f"/api/student/{token}").json
        card = next(one for one in stage["points"] if one["id"] == "matching")
        self.assertEqual((card["answered_by"], card["lefts"]), ("pairs", ["clover", "antennae"]))
        cards = {one["word"]: one["meaning"] for one in self.bees["lesson"]["plan"]["cards"]}
        answer = {"matches": [cards[word] for word in card["lefts"]]}
        checked = self.client.post(f"/api/student/{token}/points/matching/check", json=answer).json
        self.assertTrue(checked["verdict"]["right"])
        self.assert_problem(self.client.get(f"/api/student/{token}/charts/chart1.pdf"), 404)
        kite = self.ids["The Kite on Tanner’s Hill"]
        token = self.client.post(f"/api/lessons/{kite}/link").json["url"].rsplit("/", 1)[1]
        (chart,) = self.client.get(f"/api/student/{token}").json["charts"]
        printed = self.client.get(f"/api/student/{token}/charts/{chart['id']}.pdf")
        self.assertEqual((chart["title"], printed.data[:5]), ("How the story goes", b"%PDF-"))

    def test_a_damaged_file_changes_nothing(self) -> None:
        for kind in ("marks", "questions", "cards"):
            form = {"file": (io.BytesIO(b"\x00\x01 not this"), "x"), "revision": self.bees["revision"]}
            answer = self.client.post(f"/api/lessons/{self.bees['id']}/plan/{kind}", data=form)
            self.assert_problem(answer, 422)
        again = self.client.get(f"/api/lessons/{self.bees['id']}").json
        self.assertEqual(again["revision"], self.bees["revision"])

    def test_a_stale_revision_is_refused(self) -> None:
        form = {"file": (io.BytesIO(b"word\nhive\n"), "x.csv"), "revision": self.bees["revision"] + 4}
        self.assert_problem(self.client.post(f"/api/lessons/{self.bees['id']}/plan/cards", data=form), 409)

    def test_students_are_asked_without_being_told(self) -> None:
        link = self.client.post(f"/api/lessons/{self.bees['id']}/link").json["url"]
        token = link.rsplit("/", 1)[1]
        stage = self.client.get(f"/api/student/{token}").json
        point = next(one for one in stage["points"] if one["answered_by"] == "choices")
        self.assertNotIn("right", json.dumps(point))
        path = f"/api/student/{token}/points/{point['id']}/check"
        wrong = self.client.post(path, json={"choices": [0]}).json["verdict"]
        right = self.client.post(path, json={"choices": [1]}).json["verdict"]
        self.assertEqual((wrong["right"], right["right"]), (False, True))
        self.assertIn("one second of shaking", wrong["sentence"])
        self.assert_problem(self.client.post(f"/api/student/{token}/points/none/check", json={}), 404)
        self.assert_problem(self.client.post(path, json={"choices": ["x"]}), 422)

    def test_the_empty_chart_is_a_picture_to_print(self) -> None:
        kite = self.client.get(f"/api/lessons/{self.ids['The Kite on Tanner’s Hill']}").json
        chart = kite["lesson"]["plan"]["organizers"][0]["id"]
        picture = self.client.get(f"/api/lessons/{kite['id']}/charts/{chart}.pdf")
        self.assertEqual((picture.status_code, picture.data[:5]), (200, b"%PDF-"))
        self.assert_problem(self.client.get(f"/api/lessons/{kite['id']}/charts/chart99.pdf"), 404)

    def test_words_alone_are_a_lesson_with_every_screen(self) -> None:
        made = self.client.post("/api/lessons/from-words", json={"words": "hop, hopping", "title": "Hop"})
        self.assertEqual(made.status_code, 201, made.text)
        lesson = made.json["id"]
        for path in ("", "/stage", "/plan", "/text", "/guide"):
            answer = self.client.get(f"/api/lessons/{lesson}{path}")
            self.assertEqual(answer.status_code, 200, (path, answer.text[:200]))
        self.assertIn("2 word cards", made.json["waypoints"][0]["note"])
        self.assert_problem(self.client.post("/api/lessons/from-words", json={"words": " "}), 422)

    def test_questions_are_a_package(self) -> None:
        data = self.client.get(f"/api/lessons/{self.bees['id']}/plan/questions").data
        self.assertEqual(len(zipfile.ZipFile(io.BytesIO(data)).namelist()), 7)
