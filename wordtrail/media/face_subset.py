"""A typeface with the characters of one lesson alone, for who only reads that lesson."""

from __future__ import annotations

import io
import string
from functools import lru_cache

from wordtrail.core.layout.faces import face_bytes
from wordtrail.core.text.look import Typeface
from wordtrail.core.text.model import Style

ALWAYS = string.ascii_letters + string.digits + string.punctuation + " ‘’“”–—…"
"""Characters that are there in any case: what a student is told beside the lesson."""


@lru_cache(maxsize=64)
def face_of(characters: frozenset[str], typeface: Typeface, style: Style) -> bytes:
    """A WOFF2 file with these characters of a style: the same outlines, advances and kerning as the whole face that the
    layout was measured with."""
    # It takes a while to load, and only a server that has students needs it.
    from fontTools import subset

    options = subset.Options()
    options.flavor = "woff2"
    options.layout_features = ["*"]
    options.hinting = False
    options.drop_tables += ["Silf", "Silt", "Sill", "Gloc", "Glat", "Feat"]
    font = subset.load_font(io.BytesIO(face_bytes(style, typeface)), options)
    subsetter = subset.Subsetter(options)
    subsetter.populate(text="".join(sorted(characters | set(ALWAYS))))
    subsetter.subset(font)
    made = io.BytesIO()
    subset.save_font(font, made, options)
    return made.getvalue()
