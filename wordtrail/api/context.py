"""What every request handler can reach."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from flask import Response, g, request
from pydantic import BaseModel, TypeAdapter

from wordtrail.api.network_door import NetworkDoor, machine_address
from wordtrail.jobs.queue import Queue
from wordtrail.workspace import Workspace


@dataclass(frozen=True, slots=True)
class VideoHost:
    """A video host: the address at which it takes films, and whether it is the stand-in that ships with us."""

    takes_at: str
    simulated: bool = False


SimulatedMicrophone = Callable[[str], bytes]
"""What a simulated microphone hears with a lesson of this title: an M4A file."""


@dataclass(frozen=True, slots=True)
class Context:
    """The workspace, the queue, and how this server was started: `names` are those under which it may be asked.

    `door` is what opens a server that listens to its own machine alone to the network; `network_port` is where one
    that listens to the network by itself does, 0 otherwise. `video_host` is where films can be put."""

    workspace: Workspace
    queue: Queue
    passphrase: str
    public_url: str
    simulated_microphone: SimulatedMicrophone | None
    names: frozenset[str] = frozenset()
    door: NetworkDoor | None = None
    network_port: int = 0
    video_host: VideoHost | None = None


def context() -> Context:
    """This request's context."""
    found: Context = g.context
    return found


def reached_at() -> str:
    """The address at which others reach this server; "" when they do not."""
    server = context()
    if server.public_url or server.door:
        return server.public_url or (server.door.address if server.door else "")
    machine = machine_address() if server.network_port else ""
    return f"http://{machine}:{server.network_port}" if machine else ""


def public_url() -> str:
    """The address of this server: the one at which others reach it, else the one that was asked."""
    return reached_at() or request.host_url.rstrip("/")


def answer(value: BaseModel, status: int = 200) -> Response:
    """`value` as a JSON answer."""
    return Response(TypeAdapter(type(value)).dump_json(value), status=status, mimetype="application/json")
