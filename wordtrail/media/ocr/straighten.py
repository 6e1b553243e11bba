"""Making a photo of a page easy to read: even light, upright, straight, large enough."""

from __future__ import annotations

import cv2
import numpy as np
import numpy.typing as npt

Gray = npt.NDArray[np.uint8]

LETTER_HEIGHT = 24.0
"""Pixels that a usual letter (of those with and without a tall part, the median) should be high."""

TALL = 1.25
FEWEST_LETTERS = 10
MOST_ENLARGED = 3.0
LONGEST_SIDE = 4200
TILTS = np.arange(-7.0, 7.01, 0.5)
FINE_TILTS = np.arange(-0.4, 0.41, 0.1)
"""Degrees of tilt that are tried, and then around the best."""

ROUGH_TILTS = np.arange(-7.0, 7.01, 1.0)
SIDEWAYS = 1.15
"""How much more uneven the profile across must be than the one down the page."""

SMALL = 800
"""Pixels of the longer side at which tilts are tried."""

PAPER = 245
"""What white paper is after its light was evened out."""

GRAIN, SMOOTHING = 3.0, 1.0
"""Steps of brightness (of 255) between neighbours from which a page has grain, and pixels over which it is
smoothed then."""

BLACK, WHITE = 70, 205
"""Brightness up to which all is print, and from which all is paper."""

BACKGROUND = 24
"""The background is what is left when everything narrower than a 24th of the page is gone."""


def even_light(gray: Gray) -> Gray:
    """The page divided by its background: white paper, black ink, no shadow. The background is a large
    morphological closing, made at a quarter of the size and smoothed."""
    height, width = gray.shape
    small = cv2.resize(gray, (max(8, width // 4), max(8, height // 4)), interpolation=cv2.INTER_AREA)
    reach = max(9, max(small.shape) // BACKGROUND) | 1
    ground = cv2.morphologyEx(small, cv2.MORPH_CLOSE, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (reach, reach)))
    ground = cv2.GaussianBlur(ground, (0, 0), reach / 3)
    whole = cv2.resize(ground, (width, height), interpolation=cv2.INTER_LINEAR)
    divided = np.asarray(cv2.divide(gray, np.maximum(whole, 1), scale=PAPER), np.uint8)
    return _clean(divided)


def _clean(gray: Gray) -> Gray:
    """The page with white paper and black print: what is nearly white is white, so that the grain of a small
    sensor, which evening out the light has made louder, is no print. A page with grain (the median step
    between neighbours) is smoothed a little before."""
    grain = float(np.median(np.abs(np.diff(gray.astype(np.int16), axis=1))))
    smooth = gray if grain < GRAIN else cv2.GaussianBlur(gray, (0, 0), SMOOTHING)
    levels = (np.arange(256) - BLACK) * (PAPER / (WHITE - BLACK))
    return np.asarray(cv2.LUT(smooth, np.clip(levels, 0, PAPER).astype(np.uint8)), np.uint8)


def ink_of(gray: Gray) -> Gray:
    """1 where there is ink, 0 where there is paper (Otsu's threshold, 1979)."""
    smooth = cv2.GaussianBlur(gray, (3, 3), 0)
    _, ink = cv2.threshold(smooth, 0, 1, cv2.THRESH_BINARY_INV + cv2.THRESH_OTSU)
    return np.asarray(ink, np.uint8)


def letter_height(ink: Gray) -> float:
    """The height in pixels of the usual letter; 0 where nothing looks like one. Taller pieces of ink count
    for more, so that grain does not outvote print."""
    stats = cv2.connectedComponentsWithStats(ink, connectivity=8)[2][1:]
    heights, widths, areas = stats[:, cv2.CC_STAT_HEIGHT], stats[:, cv2.CC_STAT_WIDTH], stats[:, cv2.CC_STAT_AREA]
    letters = (heights >= 5) & (widths >= 2) & (heights < ink.shape[0] / 12) & (widths < ink.shape[1] / 8) & (areas > 8)
    if letters.sum() < FEWEST_LETTERS:
        return 0.0
    tall = np.sort(heights[letters].astype(np.float64))
    weight = np.cumsum(tall**2)
    # With tall ones counting for more, the middle lies between small and tall letters: about x-height × 1.2.
    return float(tall[int(np.searchsorted(weight, weight[-1] / 2))]) / TALL


def lies_sideways(ink: Gray) -> bool:
    """Whether the lines of print run from top to bottom: then, at the tilt that suits each best, columns
    of pixels change more than rows."""
    small = _small(ink).astype(np.float32)
    down = max(_scores(np.ascontiguousarray(np.rot90(small)), ROUGH_TILTS))
    return bool(down > SIDEWAYS * max(_scores(small, ROUGH_TILTS)))


def _unevenness(profile: npt.NDArray[np.float32]) -> float:
    return float(np.square(np.diff(profile)).sum() / max(1e-9, profile.sum()))


def tilt(ink: Gray) -> float:
    """Degrees by which the page must be turned (anticlockwise) for its lines to be level: where the rows'
    profile is most uneven."""
    small = _small(ink).astype(np.float32)
    best = _best_tilt(small, TILTS)
    return _best_tilt(small, best + FINE_TILTS)


def _best_tilt(ink: npt.NDArray[np.float32], tilts: npt.NDArray[np.float64]) -> float:
    return float(tilts[int(np.argmax(_scores(ink, tilts)))])


def _scores(ink: npt.NDArray[np.float32], tilts: npt.NDArray[np.float64]) -> list[float]:
    return [_unevenness(turned(ink, float(angle), 0.0).mean(axis=1)) for angle in tilts]


def _small(ink: Gray) -> Gray:
    scale = SMALL / max(ink.shape)
    if scale >= 1:
        return ink * 255
    size = (max(1, round(ink.shape[1] * scale)), max(1, round(ink.shape[0] * scale)))
    return np.asarray(cv2.resize(ink * 255, size, interpolation=cv2.INTER_AREA), np.uint8)


def turned(pixels: npt.NDArray, degrees: float, ground: float) -> npt.NDArray:
    """A picture turned about its middle, of the same size, with `ground` where nothing was."""
    height, width = pixels.shape[:2]
    matrix = cv2.getRotationMatrix2D((width / 2, height / 2), degrees, 1.0)
    colour = (ground, ground, ground)
    turned = cv2.warpAffine(pixels, matrix, (width, height), flags=cv2.INTER_LINEAR, borderValue=colour)
    return np.asarray(turned)
