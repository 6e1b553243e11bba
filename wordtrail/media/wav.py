"""Short sounds as WAV files."""

from __future__ import annotations

import io
import wave

import numpy as np

from wordtrail.media.decode import Samples
from wordtrail.media.level import RATE


def as_wav(sound: Samples) -> bytes:
    """A sound (mono, 48 000 samples a second, from -1 to 1) as a WAV file of 16 bits; what is louder is cut off."""
    file = io.BytesIO()
    with wave.open(file, "wb") as written:
        written.setnchannels(1)
        written.setsampwidth(2)
        written.setframerate(RATE)
        written.writeframes((np.clip(sound, -1.0, 1.0) * 32767).astype("<i2").tobytes())
    return file.getvalue()
