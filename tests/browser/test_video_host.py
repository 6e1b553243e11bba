"""A film is put on the video host over a slow line that is cut in the middle: it goes on where it was."""

from __future__ import annotations

import re
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from playwright.sync_api import expect

from tests.browser.harness import free_port
from tests.browser.studio import JOB, StudioTest
from wordtrail.service.sending import PIECE

SLOW = PIECE
"""Bytes a second: a piece takes a second, and the film of the bees has several."""


class VideoHostTest(StudioTest):
    folder: Path
    port: int

    @classmethod
    def options(cls) -> tuple[str, ...]:
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        cls.port = free_port()
        return ("--video-host", f"http://127.0.0.1:{cls.port}/uploads")

    def open_host(self) -> subprocess.Popen:
        """The stand-in for a host, as a process of its own that can be killed."""
        program = [sys.executable, "-m", "wordtrail.cli", "host", "--port", str(self.port), "--data", str(self.folder)]
        host = subprocess.Popen([*program, "--bytes-a-second", str(SLOW)], stdout=subprocess.PIPE, text=True)
        self.addCleanup(host.kill)
        assert host.stdout
        self.assertIn("takes films at", host.stdout.readline())
        return host

    def reached(self) -> int:
        """Bytes of the film that are on the host."""
        return sum(file.stat().st_size for file in (self.folder / "video-host").glob("*.mp4"))

    def test_a_cut_line_costs_nothing_but_time(self) -> None:
        host = self.open_host()
        page = self.new_page()
        lesson = self.lesson(page, "Bee")
        page.goto(f"{self.address}/lesson/{lesson}/video")
        page.get_by_role("button", name="Make the film “Listen”").click()
        page.get_by_role("button", name="Put on the host").click(timeout=JOB)
        dialog = page.get_by_role("dialog", name="Put the film on the video host")
        expect(dialog.get_by_label("Title")).to_have_value(re.compile("Bee"))
        dialog.get_by_label("Title").fill("Our film of the bees")
        dialog.get_by_role("button", name="Put it there").click()
        going = page.get_by_role("region", name="Sending Our film of the bees")
        expect(going).to_contain_text("% on the host")
        self.wait_until(lambda: self.reached() >= PIECE)
        host.kill()
        host.wait()
        there = self.reached()
        expect(going).to_contain_text("the host does not answer; trying again")
        self.open_host()
        address = page.get_by_role("link", name=re.compile("127.0.0.1.*watch"))
        expect(address).to_be_visible(timeout=JOB)
        (film,) = (self.folder / "video-host").glob("*.mp4")
        made = page.request.get(f"{self.address}/api/lessons/{lesson}/films").json()["made"][0]
        self.assertGreater(made["size"], there)
        whole = page.request.get(f"{self.address}/api/videos/{made['id']}/video.mp4").body()
        self.assertEqual(film.read_bytes(), whole, "it is there once, byte for byte")
        shown = page.request.get(address.inner_text())
        self.assertIn("<h1>Our film of the bees</h1>", shown.text())
        self.assertIn("<track", shown.text())
        page.goto(f"{self.address}/lesson/{lesson}/share")
        films = page.get_by_role("region", name="Films on the host")
        expect(films.get_by_role("img", name="QR code of Our film of the bees")).to_be_visible()


if __name__ == "__main__":
    unittest.main()
