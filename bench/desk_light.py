"""`./run bench desk`: the light that follows a voice, from the microphone to the screen, while a take is recorded.

The server and the browser are the real ones, on this machine. The browser's microphone plays narrations of
`./run bench live`, each kind in another voice (`--all`: every kind in every voice). When a sample came out of the
microphone is what the browser says of the block it is in; which sample of the narration it was is found by comparing
the two sounds, second by second, so that a microphone that stalls is seen. A word is on the screen a frame after the
page had it.
"""

from __future__ import annotations

import argparse
import base64
import tempfile
from pathlib import Path

import numpy as np
from playwright.sync_api import Page, expect

from bench.align.narrations import Narration, narrate
from bench.align.voices import resampled
from bench.live import HEAD, KINDS, TEXT, VOICES, Result, result_of, row
from tests.browser.harness import browser, running, write_wav
from wordtrail.core.align.values import RATE, Samples
from wordtrail.core.text.intake import passage_from_text

MICROPHONE_RATE = 48_000
EAR_RATE = 8_000
LEAD = 4.0
"""Seconds until the narrator begins: the count before a take."""

FRAME = 1 / 60
"""Seconds until what the page has is on the screen."""

STRETCH, NEAR = 1.5, 0.4
"""Seconds of sound that are compared, and how far each is looked for from the one before."""

WATCH = """
window.heard_ = { times: [], blocks: [] }
window.seen_ = []
const listens = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices)
navigator.mediaDevices.getUserMedia = async (wanted) => {
  const stream = await listens(wanted)
  const [track] = stream.getAudioTracks()
  if (track) void listen(track.clone())
  return stream
}
async function listen(track) {
  const { times, blocks } = (window.heard_ = { times: [], blocks: [] })
  const reader = new MediaStreamTrackProcessor({ track }).readable.getReader()
  for (;;) {
    const { value, done } = await reader.read()
    if (done) return
    const sound = new Float32Array(value.numberOfFrames)
    value.copyTo(sound, { planeIndex: 0, format: 'f32-planar' })
    times.push([performance.now(), value.timestamp / 1000, value.sampleRate, value.numberOfFrames])
    blocks.push(sound)
    value.close()
  }
}
const look = () => {
  window.seen_.push([performance.now(), document.querySelector('[data-stone]')?.dataset.word ?? ''])
  requestAnimationFrame(look)
}
requestAnimationFrame(look)
"""
"""Writes down what the microphone gives, with its times, and in each frame the word that is lit."""

HEARD = """() => {
  const all = new Float32Array(window.heard_.blocks.reduce((sum, one) => sum + one.length, 0))
  let at = 0
  for (const one of window.heard_.blocks) {
    all.set(one, at)
    at += one.length
  }
  const bytes = new Uint8Array(all.buffer)
  let text = ''
  for (let n = 0; n < bytes.length; n += 32768) text += String.fromCharCode(...bytes.subarray(n, n + 32768))
  return { times: window.heard_.times, sound: btoa(text), seen: window.seen_ }
}"""


def main() -> None:
    """Print a table by kind, in the way of the bench of the recogniser alone."""
    options = argparse.ArgumentParser()
    options.add_argument("--all", action="store_true", help="every kind in every voice")
    every = options.parse_args().all
    passage = passage_from_text(TEXT)
    pairs = [(kind, voice) for n, voice in enumerate(VOICES) for m, kind in enumerate(KINDS) if every or n == m]
    found: list[Result] = []
    by_itself: list[Result] = []
    print(HEAD)
    with running() as address:
        for kind, voice in pairs:
            narration = narrate(kind, passage, KINDS[kind](passage), voice, 110)
            seen, moments = recorded(address, narration)
            said = [(word, float(np.interp(start, *moments))) for word, start in narration.said]
            found.append(result_of(said, seen))
            by_itself.append(result_of(said, seen, further=0))
            print(row(f"{kind}, {voice[-8:]}", found[-1:]), flush=True)
    print(row("all together", found))
    print(row("each word seen by itself", by_itself))


def recorded(address: str, narration: Narration) -> tuple[list[tuple[float, int]], tuple[np.ndarray, np.ndarray]]:
    """What is lit in each frame (its second; the word's place, −1 for none), and when each tenth of a second of the
    narration came out of the microphone: its seconds, and those of the same clock as the frames."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "narration.wav"
        sound = np.concatenate([np.zeros(int(LEAD * RATE), np.float32), narration.samples])
        write_wav(file, resampled(sound, RATE, MICROPHONE_RATE), MICROPHONE_RATE)
        with browser(file) as chromium:
            page = chromium.new_page(viewport={"width": 1280, "height": 800})
            page.set_default_timeout(120_000)
            page.add_init_script(WATCH)
            words = at_the_desk(page, address)
            page.get_by_role("button", name="Record a take").click()
            expect(page.get_by_text("recording", exact=True)).to_be_visible(timeout=30_000)
            page.wait_for_timeout(1000 * (len(sound) / RATE + 1.5))
            told = page.evaluate(HEARD)
    place = {word: number for number, word in enumerate(words)}
    seen = [(at / 1000 + FRAME, place.get(word, -1)) for at, word in told["seen"]]
    return seen, moments_of(narration.samples, told)


def at_the_desk(page: Page, address: str) -> list[str]:
    """A new lesson at the desk, where her voice sets the light; its words (ids) in their order."""
    body = {"title": "The Candle", "author": "Room 6", "permission": "Our own.", "text": TEXT}
    lesson = str(page.request.post(f"{address}/api/lessons", data=body).json()["id"])
    page.goto(f"{address}/lesson/{lesson}/record")
    page.get_by_role("radio", name="my voice").click()
    pages = page.request.get(f"{address}/api/lessons/{lesson}").json()["lesson"]["passages"][0]["pages"]
    return [word["id"] for one in pages for block in one["blocks"] for word in block["words"]]


def moments_of(samples: Samples, told: dict) -> tuple[np.ndarray, np.ndarray]:
    """When each tenth of a second of `samples` came out of the microphone, by the blocks' own times."""
    times = np.array(told["times"], dtype=np.float64)
    rate = int(times[0, 2])
    # The browser's clock of sound and that of pictures: the least delay of any block is none.
    began = (times[:, 1] + (times[:, 0] - times[:, 1]).min()) / 1000
    heard = resampled(np.frombuffer(base64.b64decode(told["sound"]), np.float32), rate, EAR_RATE)
    first = np.concatenate([[0], np.cumsum(times[:, 3])[:-1]]) / rate
    true = resampled(samples, RATE, EAR_RATE)
    offsets = _offsets(true, heard)
    at = np.arange(0, len(true) / EAR_RATE, 0.1)
    lies = at + np.interp(at, *offsets)
    block = np.clip(np.searchsorted(first, lies, side="right") - 1, 0, len(first) - 1)
    return at, began[block] + (lies - first[block])


def _offsets(true: Samples, heard: Samples) -> tuple[list[float], list[float]]:
    """At which seconds of the true sound, and by how much later the same is in what was heard."""
    step = int(STRETCH * EAR_RATE)
    at, offsets = [], []
    expected: int | None = None
    for begin in range(0, len(true) - step, step):
        piece = true[begin : begin + step]
        if np.sqrt(np.mean(piece**2)) < 0.01:
            continue
        low = 0 if expected is None else max(0, begin + expected - int(NEAR * EAR_RATE))
        high = len(heard) if expected is None else begin + expected + step + int(NEAR * EAR_RATE)
        here = _correlation(heard[low:high], piece)
        expected = low + int(here.argmax()) - begin
        at.append((begin + step / 2) / EAR_RATE)
        offsets.append(expected / EAR_RATE)
    return at, offsets


def _correlation(sound: Samples, piece: Samples) -> np.ndarray:
    size = 1 << (len(sound) + len(piece)).bit_length()
    spectrum = np.fft.rfft(sound, size) * np.conj(np.fft.rfft(piece, size))
    return np.fft.irfft(spectrum, size)[: max(1, len(sound) - len(piece) + 1)]


if __name__ == "__main__":
    main()
