"""Putting the application together: routes, errors as problem details, the gate."""

from __future__ import annotations

import time
from collections.abc import Iterable
from typing import Any

from flask import Response, g, request
from flask_openapi.models.info import Info
from flask_openapi.openapi import OpenAPI
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException, RequestEntityTooLarge

from wordtrail import __version__
from wordtrail.api import catalogue, desk, files, films, hosting, lessons, media, plan, student, takes, text, timings
from wordtrail.api.bodies import Problem
from wordtrail.api.compressed import compressed
from wordtrail.api.context import Context, SimulatedMicrophone, VideoHost
from wordtrail.api.json_rim import JsonRim
from wordtrail.api.names import names_of_machine
from wordtrail.api.network_door import NetworkDoor
from wordtrail.api.pages import add_pages
from wordtrail.api.passphrase import guard
from wordtrail.api.problems import problem, problem_answer
from wordtrail.core.errors import NoRoom, NotFound, TooLarge, WordTrailError
from wordtrail.jobs.queue import Queue
from wordtrail.logs import logger
from wordtrail.workspace import Workspace

LARGEST_UPLOAD_MEGABYTES = 1024


log = logger("wordtrail.api")


def make_application(
    workspace: Workspace,
    *,
    passphrase: str = "",
    public_url: str = "",
    names: Iterable[str] = (),
    simulated_microphone: SimulatedMicrophone | None = None,
    door: NetworkDoor | None = None,
    network_port: int = 0,
    video_host: VideoHost | None = None,
) -> OpenAPI:
    """The WSGI application for a workspace. With a passphrase, the teacher's side asks for it; with a simulated
    microphone, that one is offered beside the real ones. `names` are further ones under which it may be asked. A
    server for its own machine alone has a door to the network; one for the network gives its port; `video_host`
    is where films can be put."""
    app = OpenAPI(
        "wordtrail",
        info=Info(title="Word Trail", version=__version__),
        validation_error_status=422,
        validation_error_callback=_invalid,
        validation_error_model=Problem,
        static_folder=None,
        doc_prefix="/api/openapi",
    )
    app.json = JsonRim(app)
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_UPLOAD_MEGABYTES * 2**20
    known = names_of_machine(public_url, names)
    if door:
        door.lead_to(app)
    context = Context(
        workspace, Queue(workspace), passphrase, public_url.rstrip("/"), simulated_microphone, known, door,
        network_port, video_host,
    )  # fmt: skip

    @app.before_request
    def prepare() -> None:
        g.begun = time.perf_counter()
        g.context = context
        guard(context)

    @app.after_request
    def sent(response: Response) -> Response:
        return compressed(response)

    @app.after_request
    def logged(response: Response) -> Response:
        # The route, not the path: the token of a student link is nobody's business.
        log.info(
            "request",
            method=request.method,
            route=str(request.url_rule or ""),
            status=response.status_code,
            milliseconds=round((time.perf_counter() - g.get("begun", time.perf_counter())) * 1000, 1),
            bytes=response.content_length,
        )
        return response

    @app.after_request
    def harden(response: Response) -> Response:
        response.headers.setdefault("X-Content-Type-Options", "nosniff")
        response.headers.setdefault("Referrer-Policy", "same-origin")
        policy = (
            "default-src 'self'; img-src 'self' data: blob:; media-src 'self' blob:; style-src 'self' 'unsafe-inline'"
        )
        response.headers.setdefault("Content-Security-Policy", policy)
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "no-store")
        return response

    for module in (catalogue, lessons, takes, desk, files, films, hosting, text, plan, media, student, timings):
        app.register_api(module.routes)
    app.register_error_handler(WordTrailError, problem)
    app.register_error_handler(RequestEntityTooLarge, lambda _: problem(TooLarge(LARGEST_UPLOAD_MEGABYTES)))
    app.register_error_handler(HTTPException, _http_problem)
    app.register_error_handler(Exception, _unexpected)
    add_pages(app)
    return app


def _http_problem(fault: HTTPException) -> Response:
    if fault.code == 404:
        return problem(NotFound())
    return problem_answer(Problem(title=fault.name, status=fault.code or 500, detail=fault.description or fault.name))


def _unexpected(fault: Exception) -> Response:
    if isinstance(fault, OSError) and fault.errno == 28:
        return problem(NoRoom())
    log.exception("request failed", method=request.method, path=request.path)
    return problem_answer(Problem(
        title="Something went wrong", status=500, detail="Something went wrong inside Word Trail.",
        kept="Everything that was kept before is still there.", advice="Try again.",
    ))  # fmt: skip


def _invalid(fault: ValidationError) -> Response:
    first = fault.errors()[0]
    workspace = ".".join(str(part) for part in first["loc"])
    detail = f"{workspace}: {first['msg']}" if workspace else str(first["msg"])
    return problem_answer(Problem(title="This request cannot be understood", status=422, detail=detail))


def openapi_document(app: OpenAPI) -> dict[str, Any]:
    """The application's OpenAPI document."""
    with app.test_request_context():
        document: dict[str, Any] = app.api_doc
    return document
