"""Pictures from outside: checked, turned upright, brought to a usual size and written anew.

Writing anew drops everything that is not picture: places, names, programs hidden in a file.
"""

from __future__ import annotations

import io

import numpy as np
import numpy.typing as npt
from PIL import Image, ImageOps
from pillow_heif import register_heif_opener

from wordtrail.core.errors import EmptyFile, NotReadable, PictureTooLarge

register_heif_opener()
# Pillow's own limit only warns; ours is checked before a pixel is decoded.
Image.MAX_IMAGE_PIXELS = None

MOST_MEGAPIXELS = 80
KINDS = ("JPEG", "PNG", "WEBP", "HEIF", "GIF", "BMP", "TIFF")
PHOTO_ENDINGS = ("jpg", "jpeg", "png", "webp", "heic", "heif", "tif", "tiff", "gif", "bmp")
"""The endings of their files."""

LARGEST_SIDE = 2400
"""Pixels of the longer side of a picture that is kept: sharper than a stage of 1920 by 1080 can show."""

FEWEST_COLOURS_FOR_PHOTO = 5000
JPEG_QUALITY = 88

Pixels = npt.NDArray[np.uint8]
"""Rows of red, green and blue bytes."""


def looks_like_a_photo(data: bytes) -> bool:
    """Whether the first bytes of a file are those of a picture."""
    heads = (b"\xff\xd8\xff", b"\x89PNG\r\n", b"GIF8", b"II*\x00", b"MM\x00*")
    return data.startswith(heads) or (data[:4] == b"RIFF" and data[8:12] == b"WEBP") or data[4:8] == b"ftyp"


MOST_PAGES = 200
"""Pages of one picture file that are read; a scanner puts those of a book into one TIFF."""


def pages_in(data: bytes) -> int:
    """How many pages a picture file has: several in a TIFF, where a scanner made it; of what moves, the first picture.
    Raises as `opened`."""
    if not data:
        raise EmptyFile
    try:
        with Image.open(io.BytesIO(data), formats=KINDS) as image:
            return min(getattr(image, "n_frames", 1), MOST_PAGES) if image.format == "TIFF" else 1
    except Exception as fault:  # as below
        raise NotReadable("picture") from fault


def opened(data: bytes, page: int = 0) -> Pixels:
    """The pixels of a picture file (of a page, counted from 0), upright as its camera meant it, on white. Raises
    EmptyFile, NotReadable and PictureTooLarge."""
    if not data:
        raise EmptyFile
    try:
        with Image.open(io.BytesIO(data), formats=KINDS) as image:
            if page:
                image.seek(page)
            megapixels = image.width * image.height / 1e6
            if megapixels > MOST_MEGAPIXELS:
                raise PictureTooLarge(megapixels, MOST_MEGAPIXELS)
            upright = ImageOps.exif_transpose(image)
            return np.asarray(_on_white(upright))
    except PictureTooLarge:
        raise
    except Exception as fault:  # Pillow's readers throw almost anything at damaged files
        raise NotReadable("picture") from fault


def _on_white(image: Image.Image) -> Image.Image:
    if image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info:
        layered = image.convert("RGBA")
        ground = Image.new("RGBA", layered.size, "white")
        return Image.alpha_composite(ground, layered).convert("RGB")
    return image.convert("RGB")


def written(pixels: Pixels, largest: int = LARGEST_SIDE) -> tuple[bytes, str, int, int]:
    """A picture as a file to keep: its bytes, "jpg" for photos and "png" for drawings, width and height
    (no side longer than `largest` pixels)."""
    image = Image.fromarray(pixels)
    image.thumbnail((largest, largest), Image.Resampling.LANCZOS)
    drawing = image.getcolors(FEWEST_COLOURS_FOR_PHOTO) is not None
    out = io.BytesIO()
    if drawing:
        image.save(out, "PNG", optimize=True)
    else:
        image.save(out, "JPEG", quality=JPEG_QUALITY)
    return out.getvalue(), "png" if drawing else "jpg", image.width, image.height
