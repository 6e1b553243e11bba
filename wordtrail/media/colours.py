"""The design tokens that the stage is drawn in. A test holds them to the browser's tokens.css."""

from __future__ import annotations

TOKENS = {
    "white": "#FFFFFF",
    "mist": "#F2F5F3",
    "ink": "#14302E",
    "quiet": "#5B706D",
    "moss": "#2C6A4E",
    "moss-pale": "#CFE8D8",
    "moss-half": "#95B4A6",
    "lake": "#2A6591",
    "lake-pale": "#D9E6F0",
    "ochre": "#B7791F",
    "ochre-pale": "#F5E3C0",
    "ochre-deep": "#8A5A12",
    "plum": "#6A4585",
    "plum-pale": "#E8DDF1",
    "clay": "#A34A3A",
    "clay-pale": "#F6DED8",
    "hairline": "#D5DEDA",
}


def argb(token: str) -> int:
    """A token's colour as 0xAARRGGBB, opaque."""
    return 0xFF000000 | int(TOKENS[token][1:], 16)
