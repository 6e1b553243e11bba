"""What was said is there, whatever fails while it is recorded: with real processes that are killed, a way that is cut,
a disk that is full, two desks, and a clock that is set back. The microphone hears beeps that can be counted."""

from __future__ import annotations

import os
import signal
import tempfile
from itertools import pairwise
from pathlib import Path

from playwright.sync_api import Page, expect, sync_playwright

from tests.browser.beeps import EVERY, Beep, beeps_in, write_beeps
from tests.browser.harness import CHROMIUM, FLAGS, OwnServer, browser
from tests.browser.studio import PATIENCE, WINDOW, StudioTest, take_time

WITH_FAULTS = """
import errno, os, sys, time
faults, real_sync, real_time = os.environ["FAULTS"], os.fsync, time.time
def sync(file):
    if os.path.exists(faults + "/full"):
        raise OSError(errno.ENOSPC, "no space left on device")
    real_sync(file)
os.fsync = sync
time.time = lambda: real_time() - 7200 * os.path.exists(faults + "/back")
from wordtrail.cli import main
sys.exit(main(sys.argv[1:]))
"""
"""Word Trail on a computer whose disk is full, or whose clock is two hours back, as long as a file says so."""

LOST = 0.4
"""Seconds by which a beep may come early: after a piece of a recording that is lost (it is a second long) beeps come a
second early, or are not there. That they come late is the simulated microphone's doing, which stalls on a machine that
has much to do (by more than a second, at times)."""

HEARD_WELL = 0.75
"""The share of the beeps whose pitch must be right: one in which the microphone stalls has none."""

SAFE_BY = 1.5
"""Seconds of the end of a recording that may be missing where its window dies: a piece is a second long."""


class BeepsTest(StudioTest):
    """A Word Trail whose disk and clock can fail, and whose microphone hears beeps."""

    server: OwnServer
    faults: Path

    @classmethod
    def setUpClass(cls) -> None:
        cls.faults = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory(ignore_cleanup_errors=True)))
        cls.server = OwnServer(folder, ("-c", WITH_FAULTS), FAULTS=str(cls.faults))
        cls.server.start()
        cls.addClassCleanup(cls.server.stop)
        cls.address = cls.server.address

    @classmethod
    def microphone(cls) -> Path:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        write_beeps(folder / "beeps.wav", 140)
        return folder / "beeps.wav"

    def record(self, page: Page) -> str:
        """Begin a take of the beginner's page; the lesson."""
        lesson = self.lesson(page, "Pip")
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("button", name="Record a take").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        return lesson

    def newest(self, page: Page, lesson: str) -> dict:
        return dict(page.request.get(f"{self.address}/api/lessons/{lesson}").json()["takes"][-1])

    def kept(self, page: Page, lesson: str, take: str) -> list[Beep]:
        """The beeps of a take, when its copy was made."""
        copy = f"{self.address}/api/takes/{take}/sound"
        self.wait_until(lambda: page.request.head(copy).ok)
        with tempfile.TemporaryDirectory() as folder:
            (Path(folder) / "take").write_bytes(page.request.get(copy).body())
            return beeps_in(Path(folder) / "take")

    def assert_gapless(self, beeps: list[Beep], seconds: float) -> None:
        """They follow one another as they were heard, for so many seconds at the least."""
        well = [beep for n, beep in enumerate(beeps) if _goes_on(beeps, n)]
        self.assertGreaterEqual(len(well), HEARD_WELL * len(beeps), beeps)
        for before, after in pairwise(well):
            steps = _steps(before, after)
            self.assertGreater(steps, 0, f"heard twice: beep {after.number}")
            self.assertGreaterEqual(after.at - before.at - steps * EVERY, -LOST, f"after beep {before.number}")
            heard = beeps.index(after) - beeps.index(before)
            self.assertGreaterEqual(heard, steps - 1, f"beeps are missing after {before.number}")
        self.assertGreaterEqual(well[-1].at - well[0].at + 3 * EVERY, seconds)

    def stop(self, page: Page) -> float:
        """End the take; its seconds, as the page counted them."""
        said = take_time(page)
        page.get_by_role("button", name="Stop and keep the take").click()
        return said


def _goes_on(beeps: list[Beep], n: int) -> bool:
    """Whether a beep's pitch is the next one of a beep beside it."""
    return any(1 <= _steps(before, after) <= 4 for before, after in pairwise(beeps[max(0, n - 1) : n + 2]))


def _steps(before: Beep, after: Beep) -> int:
    """How many beeps on the second is after the first; 0 where the pitch of one is not known."""
    return 0 if before.number is None or after.number is None else after.number - before.number


class FaultsTest(BeepsTest):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.chromium = cls.enterClassContext(browser(cls.microphone()))

    def test_a_server_that_is_killed_and_comes_back(self) -> None:
        page = self.new_page()
        lesson = self.record(page)
        page.wait_for_timeout(3000)
        self.server.kill()
        expect(page.get_by_role("alert").filter(has_text="still on their way")).to_be_visible()
        page.wait_for_timeout(2000)
        self.server.start()
        expect(page.get_by_role("alert").filter(has_text="still on their way")).to_have_count(0)
        seconds = self.stop(page)
        page.wait_for_url("**/sync*")
        self.assert_gapless(self.kept(page, lesson, self.newest(page, lesson)["id"]), seconds)

    def test_a_way_that_is_cut_for_a_while(self) -> None:
        page = self.new_page()
        lesson = self.record(page)
        page.wait_for_timeout(1500)
        page.context.set_offline(True)
        expect(page.get_by_role("alert").filter(has_text="still on their way")).to_be_visible()
        page.wait_for_timeout(12_000)
        page.context.set_offline(False)
        expect(page.get_by_role("alert").filter(has_text="still on their way")).to_have_count(0)
        seconds = self.stop(page)
        self.assertGreater(seconds, 15)
        page.wait_for_url("**/sync*")
        self.assert_gapless(self.kept(page, lesson, self.newest(page, lesson)["id"]), seconds)

    def test_a_disk_that_is_full_for_a_while(self) -> None:
        page = self.new_page()
        lesson = self.record(page)
        page.wait_for_timeout(2000)
        (self.faults / "full").touch()
        self.addCleanup((self.faults / "full").unlink, missing_ok=True)
        expect(page.get_by_role("alert").filter(has_text="kept on this computer")).to_be_visible()
        (self.faults / "full").unlink()
        expect(page.get_by_role("alert").filter(has_text="kept on this computer")).to_have_count(0)
        seconds = self.stop(page)
        page.wait_for_url("**/sync*")
        self.assert_gapless(self.kept(page, lesson, self.newest(page, lesson)["id"]), seconds)

    def test_two_desks_on_one_lesson_keep_a_take_each(self) -> None:
        one, other = self.new_page(), self.new_page()
        lesson = self.record(one)
        self.record(other)
        one.wait_for_timeout(3000)
        lengths = [self.stop(one), self.stop(other)]
        for page in (one, other):
            page.wait_for_url("**/sync*")
        takes = one.request.get(f"{self.address}/api/lessons/{lesson}").json()["takes"][-2:]
        self.assertEqual([take["state"] for take in takes], ["kept", "kept"])
        for take, seconds in zip(takes, lengths, strict=True):
            self.assert_gapless(self.kept(one, lesson, take["id"]), seconds)

    def test_a_clock_that_is_set_back_while_she_records(self) -> None:
        page = self.new_page()
        lesson = self.record(page)
        take = self.newest(page, lesson)["id"]
        page.wait_for_timeout(2000)
        (self.faults / "back").touch()
        self.addCleanup((self.faults / "back").unlink, missing_ok=True)
        page.wait_for_timeout(2000)
        seconds = self.stop(page)
        page.wait_for_url("**/sync*")
        self.assert_gapless(self.kept(page, lesson, take), seconds)
        again = self.new_page()
        self.record(again)
        self.assertNotEqual(self.newest(again, lesson)["id"], take, "the newest take is the last one that was begun")
        self.stop(again)
        again.wait_for_url("**/sync*")


def _processes_of(profile: str) -> list[int]:
    """The processes of the browser with this profile."""
    found = []
    for folder in Path("/proc").iterdir():
        if folder.name.isdigit():
            try:
                if profile in (folder / "cmdline").read_text():
                    found.append(int(folder.name))
            except OSError:
                continue
    return found


class KilledBrowserTest(BeepsTest):
    def test_a_browser_that_is_killed(self) -> None:
        with tempfile.TemporaryDirectory(ignore_cleanup_errors=True) as profile, sync_playwright() as playwright:
            flags = [*FLAGS, f"--use-file-for-fake-audio-capture={self.microphone()}%noloop"]

            def opened() -> Page:
                context = playwright.chromium.launch_persistent_context(
                    profile, executable_path=CHROMIUM, args=flags, viewport=WINDOW
                )
                context.set_default_timeout(PATIENCE)
                return context.pages[0]

            page = opened()
            lesson = self.record(page)
            page.wait_for_timeout(6000)
            take = self.newest(page, lesson)["id"]
            said = take_time(page)
            for process in _processes_of(profile):
                os.kill(process, signal.SIGKILL)
            page = opened()
            page.goto(f"{self.address}/lesson/{lesson}/record")
            page.get_by_role("button", name="Keep it as a take").click()
            self.assert_gapless(self.kept(page, lesson, take), said - SAFE_BY)
            page.context.close()


class MomentsTest(StudioTest):
    """What is done on the stage is kept at its moment in the sound."""

    @classmethod
    def microphone(cls) -> Path:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        write_beeps(folder / "beeps.wav", 60)
        return folder / "beeps.wav"

    def test_directions_are_at_their_sound(self) -> None:
        page = self.new_page()
        page.add_init_script(AT_EACH_BEEP)
        lesson = self.lesson(page)
        page.goto(f"{self.address}/lesson/{lesson}/record")
        page.get_by_role("button", name="Record a take").click()
        expect(page.get_by_text("recording", exact=True)).to_be_visible()
        page.wait_for_timeout(12_000)
        page.get_by_role("button", name="Stop and keep the take").click()
        page.wait_for_url("**/sync*")
        view = page.request.get(f"{self.address}/api/lessons/{lesson}").json()
        take = view["takes"][-1]["id"]
        done = [one["at"] for one in view["lesson"]["directions"] if one["take"] == take]
        self.wait_until(lambda: page.request.head(f"{self.address}/api/takes/{take}/sound").ok)
        with tempfile.TemporaryDirectory() as folder:
            (Path(folder) / "take").write_bytes(page.request.get(f"{self.address}/api/takes/{take}/sound").body())
            heard = [beep.at for beep in beeps_in(Path(folder) / "take")]
        # The desk itself says at the beginning what is on the stage.
        late = sorted(at - min(heard, key=lambda one: abs(one - at)) for at in done if at > 0.1)
        self.assertGreater(len(late), 4)
        middle = late[len(late) // 2]
        print(f"directions after their beeps: {late[0]:+.4f} to {late[-1]:+.4f} s, half within {middle:+.4f} s")
        self.assertTrue(-BUSY <= middle <= BUSY, late)


BUSY = 0.1
"""Seconds: more than any machine is busy with itself, and less than one hears. The figure of a quiet machine (10 to 24
ms, of which up to 21 are the test's own ear: the microphone comes in parts of 10 ms, and is looked at in two buffers
of 256 samples) is printed; it is a measure, and no pass or fail."""


AT_EACH_BEEP = """
const listens = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices)
navigator.mediaDevices.getUserMedia = async (wanted) => {
  const stream = await listens(wanted)
  const context = new AudioContext({ latencyHint: 'interactive' })
  const ear = context.createScriptProcessor(256, 1, 1)
  let quiet = 0
  let turns = 0
  ear.onaudioprocess = ({ inputBuffer }) => {
    const loud = inputBuffer.getChannelData(0).some((one) => Math.abs(one) > 0.12)
    if (loud && quiet > 20)
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key: turns++ % 2 ? 'ArrowLeft' : 'ArrowRight', bubbles: true }),
      )
    quiet = loud ? 0 : quiet + 1
  }
  context.createMediaStreamSource(stream).connect(ear).connect(context.destination)
  return stream
}
"""
"""Presses a key as soon as the page's own microphone hears a beep, forward and back again. It hears in blocks of
5 ms, two at a time: up to 10 ms of what is measured are its own."""
