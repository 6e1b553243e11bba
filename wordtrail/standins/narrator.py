"""The simulated narrator: a small speech synthesiser in the place of a teacher's voice.

Run as `python -m wordtrail.standins.narrator` (needs the development packages), it makes the demo
takes anew, finds their trails with the real aligner, and puts both into `standins/demo/`, from
where they ship. Nothing of it runs in the application itself.
"""

from __future__ import annotations

import re
import sys
from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial
from pathlib import Path

import numpy as np
import numpy.typing as npt

from wordtrail.core.align.aligner import Explained, explained
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE as ALIGN_RATE
from wordtrail.core.lesson.boards import script
from wordtrail.core.lesson.take_trail import found_in
from wordtrail.core.text.model import Word
from wordtrail.formats import trail_json
from wordtrail.media.decode import decode
from wordtrail.media.level import RATE, levelled, peaks
from wordtrail.media.sound import write_m4a
from wordtrail.standins.demo_world import LESSONS
from wordtrail.standins.passages import BOAT, KITE, PIP, RAIN
from wordtrail.standins.pond import NARRATION as POND_NARRATION
from wordtrail.standins.pond import Spoken
from wordtrail.standins.takes_done import written

FOLDER = Path(__file__).parent / "demo"
NO_PICTURE = f"{0:032x}.png"
SPEED = 0.82
"""A little slower than the synthesiser's own pace: a pace a second grade can follow."""

REST = 0.55


@dataclass(frozen=True, slots=True)
class Say:
    """Something said, and the rest after it in seconds."""

    text: str
    rest: float = REST


def _sentences(text: str) -> list[str]:
    """The sentences of a paragraph, without quotation marks, which the synthesiser would not say."""
    return [one for one in re.split(r"(?<=[.!?])\s+", re.sub(r"[“”]", "", text).replace("’", "'")) if one]


BEES_NARRATION = (
    Say("Good morning, readers!", 0.8),
    Say("We read to find out how one small bee can tell a whole hive where the flowers are.", 1.2),
    Say("Let's begin.", 1.0),
    Say("How a bee tells the way.", 0.9),
    Say("When a bee finds a field of clover, she does not keep it to herself."),
    Say("She flies home and dances on the comb.", 1.0),
    Say("Hm, I wonder why she would dance.", 0.8),
    Say("Her dance is a map.", 1.0),
    Say("First she walks in a straight line, shaking as she goes."),
    Say("Then she circles back and walks the line again.", 0.9),
    Say("The line points the way to the flowers."),
    Say("The longer she shakes, the farther away the flowers are.", 1.6),
    Say("Why the dance works.", 0.9),
    Say("Inside the hive it is dark."),
    Say("The other bees cannot see the dancer, so they", 0.5),
    Say("so they stay close and feel her moves with their antennae.", 0.9),
    Say("That means their feelers. Touch your head and pretend you have two of them!", 0.9),
    Say("In nineteen forty-four, after many summers of watching, people began to read the map too."),
    Say("They found that one second of shaking means about half a mile.", 1.2),
    Say("A bee shakes for three seconds. How far away are the flowers?", 1.2),
    Say("A dancer and the sisters who follow her.", 0.8),
    Say("A hive can hold forty thousand bees."),
    Say("No bee is in charge, yet the work gets done.", 0.9),
    Say("Small things that work together can do what one alone cannot.", 0.8),
)

RAIN_NARRATION = (
    Say("Close your eyes and listen to this poem.", 1.2),
    *(Say(line, 0.5) for stanza in RAIN.split("\n\n") for line in stanza.strip().split("\n")),
    Say("What a lot of rain.", 1.2),
    Say("Once more, for the sound: which word says itself again and again?", 1.2),
    *(Say(line, 0.5) for line in RAIN.split("\n\n")[0].strip().split("\n")),
)

KITE_NARRATION = (
    Say("Here is a story about a girl and the wind.", 0.9),
    Say("We read to find out how Wren gets her kite back.", 1.2),
    *(
        Say(sentence, 0.9 if number == len(paragraph) - 1 else REST)
        for paragraph in (_sentences(one) for one in KITE.strip().split("\n\n"))
        for number, sentence in enumerate(paragraph)
    ),
)

BOAT_NARRATION = (
    Say("Today we fold a boat.", 1.0),
    *(
        Say(one, 1.0)
        for block in BOAT.strip().split("\n\n")[:-1]
        for one in _sentences(re.sub(r"^(# |\d\. )", "", block))
    ),
)

PIP_NARRATION = tuple(Say(line, 0.9) for line in PIP.split("\n") if line)


def narrate(parts: Sequence[Say | Spoken], seed: int = 5) -> tuple[npt.NDArray[np.float32], list[tuple[float, float]]]:
    """Mono floats at 48 000 samples a second of the narrator saying `parts`, in a quiet room; and from when to when
    (seconds) each of them is said."""
    from hibari import SAMPLE_RATE, Hibari

    voice = Hibari()
    sound, moments = [np.zeros(int(0.9 * SAMPLE_RATE), np.float32)], []
    for part in parts:
        said = voice(part.text, speed=SPEED, seed=seed)
        begin = sum(map(len, sound)) / SAMPLE_RATE
        moments.append((begin, begin + len(said) / SAMPLE_RATE))
        sound += [said, np.zeros(int(part.rest * SAMPLE_RATE), np.float32)]
    whole = np.concatenate(sound)
    doubled = np.interp(np.arange(2 * len(whole)) / 2, np.arange(len(whole)), whole)
    room = np.random.default_rng(seed).normal(0, 4e-4, len(doubled))
    return (doubled * 0.9 + room).astype(np.float32), moments


def _listened(heard: npt.NDArray[np.float32], words: Sequence[Word]) -> Explained:
    return explained(heard, script_of(words))


NARRATIONS: dict[str, Sequence[Say | Spoken]] = {
    "bees-map": BEES_NARRATION, "rain": RAIN_NARRATION, "kite": KITE_NARRATION, "boat": BOAT_NARRATION,
    "pip": PIP_NARRATION, "pond": POND_NARRATION,
}  # fmt: skip


def main() -> None:
    """Make the demo takes and their trails anew: all, or those of the lessons that are named."""
    FOLDER.mkdir(exist_ok=True)
    wanted = sys.argv[1:]
    for demo in (demo for demo in LESSONS if not wanted or demo.name in wanted):
        path = FOLDER / f"{demo.name}.m4a"
        parts = NARRATIONS[demo.name]
        sound, moments = narrate(parts)
        write_m4a([sound], path)
        lesson = demo.lesson(NO_PICTURE)
        words = script(lesson)
        (FOLDER / f"{demo.name}.peaks").write_bytes(peaks(levelled(decode(path, RATE))))
        heard = decode(path, ALIGN_RATE)
        _, trail = found_in(lesson, partial(_listened, heard))
        spoken = [(*when, one) for when, one in zip(moments, parts, strict=True) if isinstance(one, Spoken)]
        if spoken:
            (FOLDER / f"{demo.name}.done.json").write_text(written(lesson, spoken, trail), encoding="utf-8")
        (FOLDER / f"{demo.name}.trail.json").write_text(trail_json.write(trail, words, take=path.name))
        print(f"{path.name}: {trail.seconds:.1f} s, {len(trail.visits)} visits of {len(words)} words")


if __name__ == "__main__":
    main()
