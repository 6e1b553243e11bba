"""The stand-in for a video host keeps to the protocol it says it speaks (tus 1.0), and trusts nothing it is told."""

from __future__ import annotations

import base64
import tempfile
import unittest
from pathlib import Path

from werkzeug.test import TestResponse

from wordtrail.standins.video_host import LARGEST, make_host

SPEAKS = {"Tus-Resumable": "1.0.0"}
FILM = bytes(range(256)) * 40


def said(**texts: str) -> str:
    return ",".join(f"{name} {base64.b64encode(text.encode()).decode()}" for name, text in texts.items())


class VideoHostTest(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory())) / "host"
        self.client = make_host(self.folder).test_client()

    def begin(self, length: int = len(FILM), **texts: str) -> TestResponse:
        texts = {"filetype": "video/mp4", "role": "film", "title": "Bees", **texts}
        headers = {**SPEAKS, "Upload-Length": str(length), "Upload-Metadata": said(**texts)}
        return self.client.post("/uploads", headers=headers)

    def go_on(self, where: str, offset: int, piece: bytes) -> TestResponse:
        headers = {**SPEAKS, "Upload-Offset": str(offset), "Content-Type": "application/offset+octet-stream"}
        return self.client.patch(where, headers=headers, data=piece)

    def put(self, data: bytes = FILM, **texts: str) -> str:
        where: str = self.begin(len(data), **texts).headers["Location"]
        self.assertEqual(self.go_on(where, 0, data).status_code, 204)
        return where

    def test_it_says_what_it_can(self) -> None:
        answer = self.client.options("/uploads")
        self.assertEqual((answer.status_code, answer.headers["Tus-Version"]), (204, "1.0.0"))
        self.assertEqual(answer.headers["Tus-Extension"], "creation")
        self.assertEqual(int(answer.headers["Tus-Max-Size"]), LARGEST)
        self.assertEqual(self.client.post("/uploads").status_code, 412)

    def test_a_film_in_pieces_goes_on_where_it_was(self) -> None:
        begun = self.begin()
        self.assertEqual(begun.status_code, 201)
        where = begun.headers["Location"]
        self.assertEqual(self.go_on(where, 0, FILM[:1000]).headers["Upload-Offset"], "1000")
        # The host was stopped, and is there again.
        self.client = make_host(self.folder).test_client()
        reached = self.client.head(where, headers=SPEAKS)
        self.assertEqual((reached.headers["Upload-Offset"], reached.headers["Upload-Length"]), ("1000", str(len(FILM))))
        self.assertEqual(reached.headers["Cache-Control"], "no-store")
        self.assertNotIn("Link", reached.headers)
        for offset in (0, 999, 1001):
            self.assertEqual(self.go_on(where, offset, FILM[offset:]).status_code, 409, offset)
        ended = self.go_on(where, 1000, FILM[1000:])
        self.assertEqual(ended.headers["Upload-Offset"], str(len(FILM)))
        self.assertIn('rel="alternate"', ended.headers["Link"])
        self.assertEqual(self.client.get(where.replace("uploads", "files")).data, FILM)

    def test_it_is_seen_with_captions_and_cover_when_it_is_whole(self) -> None:
        where = self.begin(title="Bees <b>", description="a & b").headers["Location"]
        watch = where.replace("uploads", "watch")
        self.assertEqual(self.client.get(watch).status_code, 404)
        self.go_on(where, 0, FILM)
        page = self.client.get(watch).text
        self.assertIn("stand-in", page)
        self.assertIn("<h1>Bees &lt;b&gt;</h1>", page)
        self.assertIn("a &amp; b", page)
        self.assertNotIn("<track", page)
        captions = self.put(b"WEBVTT\n", filetype="text/vtt", role="captions", film=f"http://host{where}")
        cover = self.put(b"PNG", filetype="image/png", role="cover", film=where)
        page = self.client.get(watch).text
        self.assertIn(f'src="{captions.replace("uploads", "files")}"', page)
        self.assertIn(f'poster="{cover.replace("uploads", "files")}"', page)

    def test_what_makes_no_sense_is_refused(self) -> None:
        self.assertEqual(self.begin(filetype="text/html").status_code, 415)
        self.assertEqual(self.begin(role="virus").status_code, 415)
        self.assertEqual(self.begin(LARGEST + 1).status_code, 413)
        for headers in ({"Upload-Length": "-1"}, {"Upload-Length": "x"}, {"Upload-Metadata": "title ???"}):
            more = {**SPEAKS, "Upload-Length": "10", "Upload-Metadata": said(filetype="video/mp4"), **headers}
            self.assertEqual(self.client.post("/uploads", headers=more).status_code, 400, headers)
        where = self.begin(10).headers["Location"]
        self.assertEqual(self.go_on(where, 0, b"x" * 11).status_code, 413)
        self.assertEqual(self.client.patch(where, headers={**SPEAKS, "Upload-Offset": "0"}).status_code, 415)
        for path in ("/uploads/none", "/uploads/..%2Fhost", "/uploads/"):
            self.assertEqual(self.client.head(path, headers=SPEAKS).status_code, 404, path)
        self.assertEqual(self.client.get(where.replace("uploads", "files")).status_code, 404)


if __name__ == "__main__":
    unittest.main()
