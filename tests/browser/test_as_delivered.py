"""`./run demo` in a clean copy, with nothing but a port: every address that a screen uses answers, and is heard."""

from __future__ import annotations

import io
import re
import tempfile
import time
import unittest
import urllib.parse
import zipfile
from importlib.resources import files
from pathlib import Path
from typing import Any

import av
import numpy as np
from playwright.sync_api import APIRequestContext, APIResponse, sync_playwright
from werkzeug.http import parse_options_header

from tests.browser.harness import delivered
from tests.browser.studio import JOB
from tests.films import film
from wordtrail.api.network_door import machine_address

TITLE = "The Bee’s Wörterweg ★"
"""A title with a curly apostrophe and letters that no header can hold unencoded."""

TEXT = "When a bee finds clover, she tells the others.\n\nShe dances. Her dance is a map."


def loudness(sound: bytes) -> float:
    """Root mean square of a sound file's samples, full scale 1."""
    with av.open(io.BytesIO(sound), "r") as container:
        frames = [frame.to_ndarray().astype(np.float64) for frame in container.decode(audio=0)]
    return float(np.sqrt(np.mean(np.concatenate([frame.ravel() for frame in frames]) ** 2)))


def download_name(answer: APIResponse) -> str:
    """The name that a browser keeps a download under: `filename*` before the plain one (RFC 6266, 4.3)."""
    options = parse_options_header(answer.headers["content-disposition"])[1]
    return options["filename"]


class AsDeliveredTest(unittest.TestCase):
    address: str
    http: APIRequestContext

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        cls.address = cls.enterClassContext(delivered(folder))
        playwright = cls.enterClassContext(sync_playwright())
        cls.http = playwright.request.new_context(base_url=cls.address)

    def setUp(self) -> None:
        self.walked: set[str] = set()
        self.failed: list[str] = []

    def ask(self, operation: str, *, query: dict[str, Any] | None = None, **more: Any) -> APIResponse:
        """One request: `operation` is "METHOD /path/{part}"; parts of the path are taken from `more`, which else
        holds `send` (JSON), `form` (multipart) or `data`. What fails is remembered."""
        self.walked.add(operation)
        method, template = operation.split(" ")
        path = re.sub(r"\{(\w+)\}", lambda found: urllib.parse.quote(str(more.pop(found[1]))), template)
        body = {"data": more.pop("send", None) or more.pop("data", None), "multipart": more.pop("form", None)}
        self.assertEqual(more, {}, "a part that is not in the path")
        until = time.monotonic() + JOB / 1000
        while True:
            answer = self.http.fetch(
                f"/api{path}", method=method, params=query, **{key: value for key, value in body.items() if value}
            )
            # What is being made says so, and is asked for again.
            if answer.status != 503 or "retry-after" not in answer.headers or time.monotonic() > until:
                break
            time.sleep(1)
        if not answer.ok:
            self.failed.append(f"{answer.status} {operation} at {path}: {answer.text()[:200]}")
        return answer

    def got(self, operation: str, **more: Any) -> Any:
        """The JSON of an answer; an empty object where it failed."""
        answer = self.ask(operation, **more)
        return answer.json() if answer.ok else {}

    def ended(self, job: str) -> dict:
        """A job, when it has ended."""
        for _ in range(900):
            row: dict = self.got("GET /jobs/{job}", job=job)
            if row.get("state") not in ("waiting", "running"):
                return row
            time.sleep(0.2)
        self.fail("the work in the background does not end")

    def test_every_address_that_a_screen_uses_answers(self) -> None:
        self.got("GET /settings")
        self.got("POST /unlock", send={"passphrase": ""})
        for opened in (True, False) if machine_address() else (False,):
            self.assertEqual(self.got("PUT /network", send={"open": opened})["open"], opened)
        self.assertTrue(self.got("GET /network")["can_be_switched"])
        shelf = self.got("GET /lessons")["lessons"]
        self.assertEqual(len(shelf), 6)
        self.got("GET /lessons/{lesson}/read-through", lesson=shelf[0]["id"])
        for lesson in shelf:
            with self.subTest(lesson["title"]):
                self.hear_and_download(lesson["id"])
        bee, kite, boat, pip = (
            next(one["id"] for one in shelf if name in one["title"]) for name in ("Bee", "Kite", "Boat", "Pip")
        )
        for shared in (bee, kite, boat):
            self.share_and_follow(shared)
        for typeface in ("Andika", "Lexend", "Literata", "OpenDyslexic"):
            for style in ("plain", "bold", "italic", "bold italic"):
                self.ask("GET /faces/{typeface}/{style}.ttf", typeface=typeface, style=style)
        made = self.make_lessons()
        self.change_and_walk(made, bee)
        self.record(made)
        self.copy_and_name(made)
        self.make_a_video(pip)
        self.got("DELETE /lessons/{lesson}", lesson=made)
        self.assertEqual(self.failed, [])
        document = self.http.get("/api/openapi/openapi.json").json()
        served = {
            f"{method.upper()} {path.removeprefix('/api')}"
            for path, operations in document["paths"].items()
            for method in operations
        }
        self.assertEqual(served - self.walked, set(), "operations that this walk passes over")

    def hear_and_download(self, lesson: str) -> None:
        """Each take and the lesson sound, and each format comes under its title."""
        view = self.got("GET /lessons/{lesson}", lesson=lesson)
        take = view["takes"][0]["id"]
        for sound in (
            self.ask("GET /takes/{take}/sound", take=take),
            self.ask("GET /lessons/{lesson}/sound", lesson=lesson),
            self.ask("GET /lessons/{lesson}/simulated-microphone", lesson=lesson),
        ):
            self.assertGreater(loudness(sound.body()), 0.01)
        self.assertGreater(len(self.ask("GET /takes/{take}/peaks", take=take).body()), 100)
        for read in ("stage", "plan", "suggestions", "suggestions/taken", "text", "guide"):
            self.got(f"GET /lessons/{{lesson}}/{read}", lesson=lesson)
        self.got("GET /lessons/{lesson}/stage", lesson=lesson, query={"take": take})
        trail = self.got("GET /lessons/{lesson}/trail", lesson=lesson, query={"take": take})["trail"]
        first = trail["visits"][0]
        here = {"take": take, "words": [first["word"]], "start": first["start"], "end": first["end"]}
        self.assertEqual(len(self.got("POST /lessons/{lesson}/read-here", lesson=lesson, send=here)["starts"]), 1)
        title = view["lesson"]["passages"][0]["title"]
        catalogue = self.got("GET /catalogue")
        copies = {one["kind"]: one["endings"][0] for one in catalogue["passage_formats"] if one["is_written"]}
        self.assertEqual(set(copies.values()), {"md", "txt", "docx", "epub", "json"})
        for kind, ending in copies.items():
            copy = self.ask("GET /lessons/{lesson}/passage/{kind}", lesson=lesson, kind=kind)
            self.assertEqual(download_name(copy), f"{title}.{ending}")
            self.assertGreater(len(copy.body()), 100)
            if ending in ("docx", "epub"):
                self.assertIsNone(zipfile.ZipFile(io.BytesIO(copy.body())).testzip())
        for kind in (one["kind"] for one in catalogue["plan_formats"]):
            copy = self.ask("GET /lessons/{lesson}/plan/{kind}", lesson=lesson, kind=kind)
            self.assertTrue(download_name(copy).startswith(f"{title} {kind}."), copy.headers)
        for chart in view["lesson"]["plan"]["organizers"]:
            pdf = self.ask("GET /lessons/{lesson}/charts/{chart}.pdf", lesson=lesson, chart=chart["id"])
            self.assertTrue(pdf.body().startswith(b"%PDF-"))
        for passage in view["lesson"]["passages"]:
            for picture in (block["picture"] for page in passage["pages"] for block in page["blocks"]):
                if picture:
                    self.ask("GET /pictures/{file}", file=picture["file"])

    def share_and_follow(self, lesson: str) -> None:
        """A student opens the link, hears the lesson, answers, prints a chart."""
        token = self.got("POST /lessons/{lesson}/link", lesson=lesson)["url"].rpartition("/")[2]
        self.assertIn(b"<svg", self.ask("GET /lessons/{lesson}/link/qr.svg", lesson=lesson).body())
        self.opens_with_all_on_its_way(token)
        stage = self.got("GET /student/{token}", token=token)
        face = self.ask(
            "GET /student/{token}/faces/{typeface}/{style}.woff2", token=token, typeface="Andika", style="plain"
        )
        self.assertTrue(face.body().startswith(b"wOF2"))
        self.assertGreater(loudness(self.ask("GET /student/{token}/sound", token=token).body()), 0.01)
        part = self.http.get(f"/api/student/{token}/sound", headers={"Range": "bytes=0-999"})
        self.assertEqual((part.status, len(part.body())), (206, 1000))
        for point in stage["points"]:
            self.got(
                "POST /student/{token}/points/{point}/check", token=token, point=point["id"], send={"choices": [0]}
            )
        gates = [gate["pause"] for gate in stage["sheet"]["gates"]][:3]
        self.got("GET /student/{token}/answers", token=token, query={"gates": gates[0]})
        for chart in stage["charts"]:
            pdf = self.ask("GET /student/{token}/charts/{chart}.pdf", token=token, chart=chart["id"])
            self.assertTrue(pdf.body().startswith(b"%PDF-"))
        for picture in (picture for page in stage["layout"]["pages"] for picture in page["pictures"]):
            self.ask("GET /student/{token}/pictures/{file}", token=token, file=picture["file"])
        self.got("DELETE /lessons/{lesson}/link", lesson=lesson)

    def opens_with_all_on_its_way(self, token: str) -> None:
        """What the student's page opens with is named where a browser sees it first: its programs, the lesson, the
        typefaces; and each is there, as far compressed as it goes."""
        page = self.http.get(f"/s/{token}")
        self.assertIn("<div", page.text())
        named = re.findall(r"<(.+?)>", page.headers["link"]) + re.findall(
            r'rel="preload"[^>]* href="(.+?)"', page.text()
        )
        for shape in ("wide", "square", "tall"):
            self.assertIn(f"/api/student/{token}?shape={shape}", named)
        self.assertTrue(any(f"{token}/faces/" in one for one in named), named)
        self.assertTrue(any(one.endswith(".js") for one in named), named)
        for one in named:
            plain = self.http.get(one, headers={"Accept-Encoding": "identity"})
            packed = self.http.get(one, headers={"Accept-Encoding": "br"})
            self.assertEqual((plain.status, packed.status), (200, 200), one)
            self.assertEqual(plain.body(), packed.body(), one)
            # What is very small is sent as it is.
            if one.endswith(".js") and len(plain.body()) >= 1_000:
                self.assertEqual(packed.headers["content-encoding"], "br", one)
                self.assertEqual(
                    packed.headers["content-type"].partition(";")[0], plain.headers["content-type"].partition(";")[0]
                )

    def make_lessons(self) -> str:
        """Lessons from a text, from words, from a file; the first one's id."""
        self.got("POST /preview", send={"text": TEXT, "title": TITLE})
        made: str = self.got("POST /lessons", send={"text": TEXT, "title": TITLE})["id"]
        self.got("POST /lessons/from-words", send={"words": "clover, dance", "title": "Words"})
        file = {"name": "bées.txt", "mimeType": "text/plain", "buffer": TEXT.encode()}
        brought = [self.got("POST /files", form={"file": file}) for _ in range(2)]
        for one in brought:
            self.assertEqual(self.ended(one["job"]["id"])["state"], "done")
        self.got("GET /files/{file}", file=brought[0]["id"])
        chosen = [{"file": brought[0]["id"]}]
        self.got("POST /lessons/from-files", send={"files": chosen})
        self.got("POST /lessons/{lesson}/pages-from-files", lesson=made, send={"revision": 1, "files": chosen})
        self.got("DELETE /files/{file}", file=brought[1]["id"])
        diagram = (files("wordtrail.standins") / "demo" / "boat-folds.png").read_bytes()
        picture = {"name": "folds.png", "mimeType": "image/png", "buffer": diagram}
        self.got("POST /lessons/{lesson}/pictures", lesson=made, form={"file": picture})
        self.got("GET /words/{word}/parts", word="unhelpful")
        self.assertGreater(len(self.ask("GET /say", query={"text": "clover", "said": ""}).body()), 1000)
        return made

    def change_and_walk(self, made: str, other: str) -> None:
        """A change, undone and made again; another lesson's plan, and a plan's file, out and in."""
        revision = self.got("GET /lessons/{lesson}", lesson=made)["revision"]
        command = {"kind": "set pace", "words_per_minute": 80}
        changed = self.got(
            "POST /lessons/{lesson}/commands", lesson=made, send={"revision": revision, "command": command}
        )
        for step in ("undo", "redo"):
            changed = self.got(f"POST /lessons/{{lesson}}/{step}", lesson=made, send={"revision": changed["revision"]})
        taken = self.got(
            "POST /lessons/{lesson}/plan", lesson=made, send={"of": other, "revision": changed["revision"]}
        )
        cards = self.ask("GET /lessons/{lesson}/plan/{kind}", lesson=other, kind="cards").body()
        form = {
            "file": {"name": "cards.csv", "mimeType": "text/csv", "buffer": cards},
            "revision": str(taken["revision"]),
        }
        self.got("POST /lessons/{lesson}/plan/{kind}", lesson=made, kind="cards", form=form)
        for kind in ("passage/markdown", "plan/marks"):
            room, kind = kind.split("/")
            copy = self.ask(f"GET /lessons/{{lesson}}/{room}/{{kind}}", lesson=made, kind=kind)
            self.assertTrue(download_name(copy).startswith("The Bee’s Wörterweg"), copy.headers)

    def copy_and_name(self, lesson: str) -> None:
        """A lesson as the beginning of another."""
        copied = self.got("POST /lessons/{lesson}/copy", lesson=lesson)["id"]
        self.got("PUT /lessons/{lesson}/name", lesson=copied, send={"title": "Once more", "unit": "Autumn"})
        view = self.got("GET /lessons/{lesson}", lesson=copied)
        self.assertEqual(
            (view["lesson"]["passages"][0]["title"], view["unit"], view["takes"]), ("Once more", "Autumn", [])
        )
        self.got("DELETE /lessons/{lesson}", lesson=copied)

    def record(self, lesson: str) -> None:
        """A take in pieces, and one as a file."""
        sound = (files("wordtrail.standins") / "demo" / "pip.m4a").read_bytes()
        take = self.got("POST /lessons/{lesson}/takes", lesson=lesson, send={"origin": "microphone"})["id"]
        for number, start in enumerate(range(0, len(sound), 100_000)):
            self.got("PUT /takes/{take}/pieces/{number}", take=take, number=number, data=sound[start : start + 100_000])
        with tempfile.TemporaryDirectory() as folder:
            film(Path(folder) / "film", seconds=1.0, size=(320, 240))
            picture = (Path(folder) / "film").read_bytes()
        self.got("PUT /takes/{take}/camera/{number}", take=take, number=0, data=picture)
        events = [{"at": 0.1, "what": "camera", "detail": "small"}, {"at": 1.0, "what": "pause"}]
        self.got("POST /takes/{take}/events", take=take, send={"first": 0, "events": events})
        finishing = self.got("POST /takes/{take}/finish", take=take)
        self.got("POST /jobs/{job}/cancel", job=finishing["id"])
        self.ended(finishing["id"])
        self.ended(self.got("POST /takes/{take}/align", take=take)["id"])
        self.assertTrue(self.ask("GET /takes/{take}/camera", take=take).ok)
        heard = self.ask("GET /takes/{take}/heard", take=take, query={"less_noise": "true"})
        self.assertGreater(len(heard.body()), 20_000)
        file = {"name": "pip.m4a", "mimeType": "audio/mp4", "buffer": sound}
        self.ended(self.got("POST /lessons/{lesson}/takes/file", lesson=lesson, form={"sound": file})["id"])
        newer = self.got("GET /lessons/{lesson}", lesson=lesson)["takes"][-1]["id"]
        self.got("POST /takes/{take}/name", take=newer, send={"name": "The second try"})
        self.shape()
        self.assertTrue(self.got("GET /lessons/{lesson}/lines", lesson=lesson)["lines"])
        rain = next(one["id"] for one in self.got("GET /lessons")["lessons"] if "Rain" in one["title"])
        self.assertIn("place", self.got("GET /lessons/{lesson}/place", lesson=rain))
        checked = self.got("POST /microphone-check", data=sound)
        self.assertGreater(checked["figures"]["loudness"], -40)
        reader = self.got("POST /lessons/{lesson}/readers", lesson=lesson)["id"]
        self.got("PUT /readers/{reader}/word", reader=reader, send={"word": "a1"})
        seen = self.got("PUT /readers/{reader}/sound", reader=reader, data=bytes(3200))["seen"]
        self.assertEqual(seen["seconds"], 0.1)
        self.got("DELETE /readers/{reader}", reader=reader)
        self.got("POST /takes/{take}/set-aside", take=newer)
        self.got("DELETE /takes/{take}", take=newer)
        self.assertEqual([one["id"] for one in self.got("GET /lessons/{lesson}", lesson=lesson)["takes"]], [take])

    def shape(self) -> None:
        """What could be cut of a take, how it was read, and its timing as files."""
        kite = next(one["id"] for one in self.got("GET /lessons")["lessons"] if "Kite" in one["title"])
        take = self.got("GET /lessons/{lesson}", lesson=kite)["take_in_use"]
        shorter = self.got("GET /lessons/{lesson}/shorter", lesson=kite, query={"take": take, "longest": "0.8"})
        self.assertGreater(shorter["found"]["was"], 10)
        stretch = {"take": take, "start": "4", "end": "5"}
        cut = self.got("GET /lessons/{lesson}/cut", lesson=kite, query=stretch)["cut"]["cut"]
        self.assertLess(cut["start"], cut["end"])
        line = {"take": take, "start": 9.9, "end": 12.0}
        again = self.got("POST /lessons/{lesson}/listen-again", lesson=kite, send=line)
        self.assertEqual(len(again["words"]), 7, "“Wren had waited all week for wind.”")
        echo = self.got("GET /lessons/{lesson}/echo", lesson=kite, query={"take": take, "start": "0", "end": "60"})
        self.assertEqual(echo["seconds"], round(sum(one["seconds"] for one in echo["holds"]), 1))
        slower = self.got("GET /lessons/{lesson}/slower", lesson=kite, query={"take": take})["stretches"]
        self.assertTrue(all(0.7 <= one["pace"] < 1 for one in slower))
        query = {one: str(value) for one, value in line.items()}
        self.assertEqual(self.got("GET /lessons/{lesson}/same-words", lesson=kite, query=query)["readings"], [])
        known = self.got("GET /lessons/{lesson}/reading", lesson=kite, query={"take": take, "grade": "3"})["known"]
        self.assertTrue(known["paces"])
        self.assertTrue(all(one["correct"] <= one["words_per_minute"] for one in known["paces"]))
        self.assertIn("Wren", [one["name"] for one in known["names"]])
        likely = self.got("GET /lessons/{lesson}/likely-read", lesson=kite, query=query)["found"]
        self.assertGreater(likely["parts"][likely["likeliest"]]["last"], 0)
        for kind in ("trail", "words-vtt", "phrases-srt", "ttml", "words-csv", "text-grid"):
            made = self.ask("GET /lessons/{lesson}/timing/{kind}", lesson=kite, kind=kind, query={"take": take})
            self.assertIn("kite", made.text().lower(), kind)
        self.assertIn("Timeline", self.ask("GET /lessons/{lesson}/timeline", lesson=kite).text())
        cut = self.ask("GET /lessons/{lesson}/timeline", lesson=kite).body()
        sheet = {"name": "edits.otio", "mimeType": "application/json", "buffer": cut}
        read = self.got("POST /lessons/{lesson}/timeline", lesson=kite, form={"file": sheet})
        self.assertEqual((read["found"]["cut"], read["found"]["back"]), ([], []))
        words = self.ask("GET /lessons/{lesson}/timing/{kind}", lesson=kite, kind="words-csv", query={"take": take})
        sheet = {"name": "timing.csv", "mimeType": "text/csv", "buffer": words.body()}
        read = self.got("POST /lessons/{lesson}/timing", lesson=kite, form={"file": sheet}, query={"take": take})
        self.assertEqual((read["found"]["moves"], read["found"]["strange"]), ([], 0))

    def make_a_video(self, lesson: str) -> None:
        """A film, its captions, chapters and cover, as downloads."""
        planned = self.got("GET /lessons/{lesson}/films", lesson=lesson)
        self.assertEqual(len(planned["planned"]), 4)
        moment = self.got("GET /lessons/{lesson}/cover", lesson=lesson, query={"film": "listen", "time": "6.0"})
        self.assertGreater(moment["moment"]["at"], 0)
        seen = self.ask("GET /lessons/{lesson}/cover.png", lesson=lesson, query={"film": "listen"})
        self.assertTrue(seen.body().startswith(b"\x89PNG"))
        room = self.ask("GET /lessons/{lesson}/room", lesson=lesson, query={"film": "listen"})
        self.assertTrue(room.body().startswith(b"RIFF"))
        self.assertTrue(self.ask("GET /signal").body().startswith(b"RIFF"))
        body = {"versions": ["listen"], "kind": "mp4", "steady": False}
        (job,) = self.got("POST /lessons/{lesson}/films", lesson=lesson, send=body)["jobs"]
        self.assertEqual(self.ended(job["id"])["state"], "done")
        video = self.got("GET /lessons/{lesson}", lesson=lesson)["video"]["id"]
        for file in ("video.mp4", "captions.vtt", "chapters.txt", "poster.jpg"):
            name = f"{TITLE}.{file.rpartition('.')[2]}"
            answer = self.ask("GET /videos/{video}/{file}", video=video, file=file, query={"name": name})
            self.assertEqual(download_name(answer), name)
            self.assertGreater(len(answer.body()), 50)
        self.put_on_the_host(lesson, video)

    def put_on_the_host(self, lesson: str, video: str) -> None:
        """A film on the stand-in for a video host, and the code of where it is seen."""
        offer = self.got("GET /videos/{video}/host", video=video)
        self.assertTrue(offer["simulated"])
        self.assertIn("0:00", offer["chapters"])
        body = {"title": offer["title"], "description": offer["description"]}
        job = self.got("POST /videos/{video}/host", video=video, send=body)
        self.assertEqual(self.ended(job["id"])["state"], "done")
        (sent,) = self.got("GET /lessons/{lesson}/sent", lesson=lesson)["sent"]
        seen = self.http.get(sent["address"])
        self.assertIn(offer["title"], seen.text())
        self.assertIn("<svg", self.ask("GET /sent/{sent}/qr.svg", sent=sent["id"]).text())
