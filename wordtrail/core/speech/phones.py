"""The sounds of English as the network hears them: 39 ARPABET phones, and which are easily taken
for one another."""

from __future__ import annotations

from functools import lru_cache

import numpy as np
import numpy.typing as npt

from wordtrail.core.speech.phone_model import Matrix, tokens

_SIGNS = {
    "AA": "ɑ ɒ a", "AE": "æ", "AH": "ʌ ə ɐ ɜ", "AO": "ɔ", "AW": "aʊ", "AY": "aɪ", "B": "b", "CH": "t͡ʃ", "D": "d ɾ",
    "DH": "ð", "EH": "ɛ e eə", "ER": "ɝ ɚ", "EY": "eɪ", "F": "f", "G": "g ɡ", "HH": "h", "IH": "ɪ ɪə", "IY": "i",
    "JH": "d͡ʒ", "K": "k kʰ", "L": "l ɫ", "M": "m", "N": "n", "NG": "ŋ", "OW": "oʊ o", "OY": "ɔɪ", "P": "p pʰ",
    "R": "ɹ r ɻ", "S": "s", "SH": "ʃ", "T": "t tʰ ʔ", "TH": "θ", "UH": "ʊ", "UW": "u ʉ", "V": "v", "W": "w", "Y": "j",
    "Z": "z", "ZH": "ʒ",
}  # fmt: skip

PHONES: tuple[str, ...] = tuple(_SIGNS)
"""The columns of every matrix of phones."""

NUMBER = {phone: index for index, phone in enumerate(PHONES)}

_ALIKE = (
    "AA AO", "AA AH", "AA AE", "AO OW", "AO AH", "AH IH", "AH EH", "AH UH", "AH ER", "AH OW", "AE EH", "AE AH",
    "EH IH", "EH EY", "IH IY", "EY AY", "EY IY", "ER R", "ER AO", "ER AA", "ER EH", "UH UW", "OW UW", "OW AW", "AW AA",
    "OY AY", "AY AA", "AE AY", "B P", "D T", "G K", "V F", "Z S", "ZH SH", "JH CH", "DH TH", "DH D", "DH V", "TH F",
    "TH T", "TH S", "N M", "N NG", "L W", "L OW", "W V", "R W", "CH SH", "CH T", "JH D", "SH S", "ZH JH", "Y IY",
    "UW W", "AO L", "HH F", "B V", "D N", "AO AW", "AH AY", "UW AH", "IH EY", "Z DH", "AA OW", "AE AA",
)  # fmt: skip
_TAKEN_FOR = 0.12
"""How often, beside the phone itself, a phone's near relations are heard for it: broad, since
accents and children's books differ; the take's own voice narrows or widens it."""


@lru_cache(maxsize=1)
def _columns() -> tuple[npt.NDArray[np.intp], ...]:
    place = {token: index for index, token in enumerate(tokens())}
    return tuple(np.array([place[sign] for sign in _SIGNS[phone].split() if sign in place]) for phone in PHONES)


def by_phone(log_probabilities: Matrix) -> tuple[Matrix, Matrix]:
    """Probabilities (frames, 39) of the phones, and (frames,) of no new sound, from the network's
    log probabilities. What is left of 1 belongs to sounds of other languages."""
    probabilities = np.exp(log_probabilities)
    phones = np.stack([probabilities[:, columns].sum(axis=1) for columns in _columns()], axis=1)
    return phones.astype(np.float32), (probabilities[:, -1] + probabilities[:, -2]).astype(np.float32)


def relations() -> Matrix:
    """How far the phone of a row is answered by hearing the phone of a column: shape (39, 39), 1 on
    the diagonal."""
    matrix = np.eye(len(PHONES), dtype=np.float32)
    for pair in _ALIKE:
        one, other = (NUMBER[phone] for phone in pair.split())
        matrix[one, other] = matrix[other, one] = _TAKEN_FOR
    return matrix
