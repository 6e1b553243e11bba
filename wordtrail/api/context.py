"""What every request handler can reach."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from flask import Response, g, request
from pydantic import BaseModel, TypeAdapter

from wordtrail.jobs.queue import Queue
from wordtrail.workspace import Workspace

SimulatedMicrophone = Callable[[str], bytes]
"""What a simulated microphone hears with a lesson of this title: an M4A file."""


@dataclass(frozen=True, slots=True)
class Context:
    """The workspace, the queue, and how this server was started: `names` are those under which it may be asked."""

    workspace: Workspace
    queue: Queue
    passphrase: str
    public_url: str
    simulated_microphone: SimulatedMicrophone | None
    names: frozenset[str] = frozenset()


def context() -> Context:
    """This request's context."""
    found: Context = g.context
    return found


def public_url() -> str:
    """The address at which others reach this server."""
    return context().public_url or request.host_url.rstrip("/")


def answer(value: BaseModel, status: int = 200) -> Response:
    """`value` as a JSON answer."""
    return Response(TypeAdapter(type(value)).dump_json(value), status=status, mimetype="application/json")
