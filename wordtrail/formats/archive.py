"""Zip archives from outside, opened so that they can harm nobody.

What an archive may unpack to is capped, by its table of contents before anything is read and again while
reading; XML is parsed without entities, network or DTDs.
"""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager

from lxml import etree

from wordtrail.core.errors import Locked, NotReadable, UnpacksTooLarge

MOST_MEGABYTES = 400
MOST_FILES = 20_000


class Archive:
    """An opened archive; names use "/" and are looked up as they stand."""

    def __init__(self, data: bytes, kind: str) -> None:
        """Raises NotReadable, Locked or UnpacksTooLarge; `kind` is what the file is called to the teacher."""
        self._kind = kind
        try:
            self._zip = zipfile.ZipFile(io.BytesIO(data))
            listed = self._zip.infolist()
        except (zipfile.BadZipFile, ValueError, OSError, NotImplementedError, EOFError) as fault:
            raise NotReadable(kind) from fault
        if len(listed) > MOST_FILES or sum(one.file_size for one in listed) > MOST_MEGABYTES * 2**20:
            raise UnpacksTooLarge(MOST_MEGABYTES)
        if any(one.flag_bits & 1 for one in listed):
            raise Locked
        self.names = frozenset(one.filename for one in listed)

    def read(self, name: str) -> bytes:
        """The bytes of one file. Raises NotReadable where it is missing or damaged."""
        limit = MOST_MEGABYTES * 2**20
        try:
            with self._zip.open(name) as file:
                data = file.read(limit + 1)
        except (KeyError, zipfile.BadZipFile, ValueError, OSError, NotImplementedError, EOFError) as fault:
            raise NotReadable(self._kind) from fault
        except Exception as fault:  # zlib.error and its kin have no common ancestor
            raise NotReadable(self._kind) from fault
        if len(data) > limit:
            raise UnpacksTooLarge(MOST_MEGABYTES)
        return data

    def xml(self, name: str) -> etree._Element:
        """The root of an XML file in the archive. Raises NotReadable."""
        return parsed(self.read(name), self._kind)


def parsed(data: bytes, kind: str) -> etree._Element:
    """The root of an XML document, parsed without entities, network or DTD. Raises NotReadable."""
    parser = etree.XMLParser(resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False, recover=False)
    try:
        root: etree._Element = etree.fromstring(data, parser)
    except (etree.LxmlError, ValueError) as fault:
        raise NotReadable(kind) from fault
    return root


@contextmanager
def only_readable(kind: str) -> Iterator[None]:
    """Whatever a library throws at a damaged file becomes NotReadable."""
    try:
        yield
    except (NotReadable, Locked, UnpacksTooLarge, MemoryError):
        raise
    except Exception as fault:
        raise NotReadable(kind) from fault
