"""What cameras, hands, lamps and file formats do to a page. Each gives the new picture, and how a place on
the page moved (a 2 by 3 matrix), so that the truth moves with it."""

from __future__ import annotations

import io

import cv2
import numpy as np
from PIL import Image

STILL = np.array([[1.0, 0, 0], [0, 1.0, 0]])


def tilted(pixels: np.ndarray, degrees: float) -> tuple[np.ndarray, np.ndarray]:
    """Laid on the scanner askew."""
    height, width = pixels.shape[:2]
    matrix = cv2.getRotationMatrix2D((width / 2, height / 2), degrees, 1.0)
    turned = cv2.warpAffine(pixels, matrix, (width, height), flags=cv2.INTER_CUBIC, borderValue=(236, 234, 228))
    return turned, matrix


def quarter_turned(pixels: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
    """Photographed with the camera held sideways: turned clockwise."""
    height = pixels.shape[0]
    return np.ascontiguousarray(np.rot90(pixels, -1)), np.array([[0.0, -1, height], [1, 0, 0]])


def scaled(pixels: np.ndarray, share: float) -> tuple[np.ndarray, np.ndarray]:
    """From farther away."""
    small = cv2.resize(pixels, None, fx=share, fy=share, interpolation=cv2.INTER_AREA)
    return small, STILL * share


def gutter_shadow(pixels: np.ndarray, strength: float = 0.6) -> np.ndarray:
    """The shadow of the fold at the left."""
    x = np.linspace(0, 1, pixels.shape[1])
    shade = 1 - strength * np.exp(-x / 0.12)
    return _shaded(pixels, shade[None, :])


def dim(pixels: np.ndarray, strength: float = 0.55) -> np.ndarray:
    """A lamp at the upper left, and a hand's shadow at the lower right."""
    height, width = pixels.shape[:2]
    y, x = np.mgrid[0 : 1 : height * 1j, 0 : 1 : width * 1j]
    lamp = 1 - strength * np.clip(np.hypot(x, y) / 1.3, 0, 1)
    hand = 1 - 0.35 / (1 + np.exp(-(x + y - 1.45) * 40))
    return _shaded(pixels, lamp * hand)


def _shaded(pixels: np.ndarray, shade: np.ndarray) -> np.ndarray:
    return np.asarray(np.clip(pixels * shade[:, :, None], 0, 255), np.uint8)


def noisy(pixels: np.ndarray, strength: float = 12.0, seed: int = 1) -> np.ndarray:
    """The grain of a small sensor."""
    grain = np.random.default_rng(seed).normal(0, strength, pixels.shape[:2])
    return np.clip(pixels + grain[:, :, None], 0, 255).astype(np.uint8)


def blurred(pixels: np.ndarray, width: float) -> np.ndarray:
    """A little out of focus."""
    return cv2.GaussianBlur(pixels, (0, 0), width)


def jpeg(pixels: np.ndarray, quality: int = 45) -> np.ndarray:
    """Saved small."""
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "JPEG", quality=quality)
    return np.asarray(Image.open(out).convert("RGB"))
