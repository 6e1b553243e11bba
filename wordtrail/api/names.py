"""Under which names this server may be asked.

A page of a stranger can give a name of its own the address 127.0.0.1 and then reads whatever answers there as if it
came from itself (DNS rebinding). It cannot choose the name that the browser asks for, which stands in Host (RFC 9110,
section 7.2): an address as such, this machine's own name or a name that was set up is never a stranger's.
"""

from __future__ import annotations

import ipaddress
import socket
from collections.abc import Iterable
from urllib.parse import urlsplit

from wordtrail.core.errors import UnknownName

OWN_NAMES = frozenset({"localhost"})


def assert_known(host: str, known: Iterable[str]) -> None:
    """Raises UnknownName when `host` (a Host header: a name or an address, with or without a port) is neither an
    address nor one of the `known` names."""
    name = _name_in(host)
    if not _is_address(name) and name not in OWN_NAMES | set(known):
        raise UnknownName(name)


def names_of_machine(public_url: str, more: Iterable[str] = ()) -> frozenset[str]:
    """The names under which this machine is known: its own, that of its public address, and those set up."""
    own = socket.gethostname().lower()
    given = (urlsplit(public_url).hostname or "", *(name.strip().lower() for name in more))
    return frozenset(name for name in (own, f"{own}.local", *given) if name)


def _name_in(host: str) -> str:
    """The name or address of a Host header, lower case, without port and brackets."""
    try:
        return (urlsplit(f"//{host}").hostname or "").rstrip(".")
    except ValueError:
        return ""


def _is_address(name: str) -> bool:
    try:
        ipaddress.ip_address(name.partition("%")[0])
    except ValueError:
        return False
    return True
