"""The command line: serve, demo, worker; align, render, import and export for many files."""

from __future__ import annotations

import argparse
import gc
import json
import os
import resource
import signal
import socket
import sys
import tempfile
import threading
from dataclasses import replace
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from wordtrail.core.align.aligner import Explained, explained
from wordtrail.core.align.script import script_of
from wordtrail.core.align.values import RATE
from wordtrail.core.errors import AddressTaken, NotFound, UnknownKind, WordTrailError
from wordtrail.core.text.intake import passage_from_pages, passage_from_text
from wordtrail.core.text.model import Passage
from wordtrail.formats import explanation_json, trail_json
from wordtrail.logs import set_up
from wordtrail.media.decode import decode_small
from wordtrail.media.path_picture import pictures
from wordtrail.service.exporting import KINDS
from wordtrail.settings import Settings, settings_with
from wordtrail.store.documents import from_json, to_json
from wordtrail.workspace import OPEN_FILE, Workspace, open_workspace, own_passphrase

if TYPE_CHECKING:
    from wordtrail.api.context import VideoHost

MOST_CONNECTIONS = 4096
OWN_FILES = 256
"""Files and database handles that are open beside connections, at the most."""
IDLE_SECONDS = 30
"""After so long without a sign a connection is closed; a browser opens another one when it needs it."""
CLEANING_SECONDS = 5
HOST_IS_BEHIND = 2
"""The stand-in for a video host listens so many ports behind the server: students come in at the one between."""


def main(arguments: list[str] | None = None) -> int:
    """Run a command; the process's exit status."""
    options = _parser().parse_args(arguments)
    try:
        options.run(options)
    except WordTrailError as fault:
        print(f"{fault.title}. {fault.sentence}", file=sys.stderr)
        return 1
    except FileNotFoundError as fault:
        print(f"There is no file {fault.filename}.", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser("wordtrail", description=__doc__)
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    for name, demo in (("serve", False), ("demo", True)):
        serve = commands.add_parser(name, help="start with the demo lessons" if demo else "start the application")
        serve.add_argument("--host")
        serve.add_argument("--port", type=int)
        serve.add_argument("--student-port", type=int, help="where students come in by the network, when it is opened")
        serve.add_argument("--public-url", help="the address at which others reach this machine")
        serve.add_argument("--passphrase", help="asked of the teacher's side; made up when on a network")
        serve.add_argument(
            "--simulated-microphone", action="store_true", default=None, help="offer a microphone that reads aloud"
        )
        serve.add_argument("--video-host", help="the address at which a video host takes films (tus 1.0)")
        serve.add_argument(
            "--simulated-host", action="store_true", default=None, help="offer a video host of our own on this machine"
        )
        serve.set_defaults(run=_serve, demo=demo)
        _with_log(serve)
        _with_data(serve)
    worker = commands.add_parser("worker", help="do long work in the background")
    worker.add_argument("--with-its-server", action="store_true", help="end when the standard input does")
    worker.set_defaults(run=_worker)
    _with_log(worker)
    _with_data(worker)
    host = commands.add_parser("host", help="start the stand-in for a school's video host by itself")
    host.add_argument("--port", type=int, required=True)
    host.add_argument("--bytes-a-second", type=int, default=0, help="be as slow as a school's line may be")
    host.set_defaults(run=_host)
    _with_data(host)
    document = commands.add_parser("openapi", help="write the API's OpenAPI document")
    document.add_argument("-o", "--output", type=Path, required=True)
    document.set_defaults(run=_openapi)
    importing = commands.add_parser(
        "import", help="make a passage of a file, or (.hocr, .alto) find the words of a photo"
    )
    importing.add_argument("file", type=Path)
    importing.add_argument("-o", "--output", type=Path, required=True)
    importing.set_defaults(run=_import)
    aligning = commands.add_parser("align", help="find when each word of a passage is said in a recording")
    aligning.add_argument("passage", type=Path, help="a text (.txt) or a passage (.json)")
    aligning.add_argument("audio", type=Path)
    aligning.add_argument("-o", "--output", type=Path, required=True)
    aligning.add_argument(
        "--explain", type=Path, metavar="OUT_DIR", help="write what each stage saw, and a picture of the path"
    )
    aligning.set_defaults(run=_align)
    rendering = commands.add_parser("render", help="make films of a lesson")
    rendering.add_argument("lesson", help="a lesson's id or title")
    rendering.add_argument(
        "-o", "--output", type=Path, required=True, help="a file (.mp4, .webm, .m4a, .opus), or a folder for several"
    )
    rendering.add_argument("--film", action="append", choices=["listen", "echo", "together", "alone"])
    rendering.add_argument("--shape", choices=["wide", "square", "tall"])
    rendering.add_argument("--detail", "--size", choices=["720p", "1080p", "2160p"])
    rendering.add_argument("--look", choices=["paper", "warm", "evening", "strong"])
    rendering.add_argument("--steady", action="store_true", help="thirty frames a second, evenly spaced")
    rendering.set_defaults(run=_render)
    _with_data(rendering)
    exporting = commands.add_parser("export", help="write a lesson in an open format")
    exporting.add_argument("lesson", help="a lesson's id or title")
    exporting.add_argument("--as", dest="format", choices=KINDS, required=True)
    exporting.add_argument("-o", "--output", type=Path, required=True)
    exporting.set_defaults(run=_export)
    _with_data(exporting)
    return parser


def _with_data(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--data", type=Path, help="the folder in which everything is kept")


def _with_log(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--log", choices=["text", "json"], help="how the log is written")
    parser.add_argument("--log-level", choices=["debug", "info", "warning", "error"])


def _settings(options: argparse.Namespace) -> Settings:
    """The settings, what the command line says before all others. Raises WrongSettings."""
    return settings_with(**{name: value for name, value in vars(options).items() if name in Settings.model_fields})


def _serve(options: argparse.Namespace) -> None:
    import waitress

    from wordtrail.api.application import make_application
    from wordtrail.api.network_door import NetworkDoor
    from wordtrail.jobs.supervisor import Supervisor
    from wordtrail.standins.demo_world import install
    from wordtrail.standins.microphone import narration_for

    settings = _settings(options)
    set_up(settings.log, settings.log_level)
    _assert_free(settings.host, settings.port)
    workspace = open_workspace(settings.data)
    if options.demo:
        install(workspace)
    is_alone = settings.host in ("127.0.0.1", "localhost", "::1")
    passphrase = settings.passphrase
    if not passphrase and not is_alone:
        passphrase = own_passphrase(workspace)
    # Both doors together hold no more connections than the system lets us.
    connections = _many_connections() // 2
    door = None
    if is_alone and not settings.public_url:
        port = settings.student_port or settings.port % 65_535 + 1
        door = NetworkDoor(port, workspace.folder / OPEN_FILE, connections)
    app = make_application(
        workspace,
        passphrase=passphrase,
        public_url=settings.public_url,
        names=settings.names,
        simulated_microphone=narration_for if settings.simulated_microphone or options.demo else None,
        door=door,
        network_port=0 if is_alone else settings.port,
        video_host=_video_host(settings, workspace, demo=options.demo),
    )
    _collect_rarely()
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    with Supervisor(workspace.folder, settings.log, settings.log_level):
        address = settings.public_url or f"http://{settings.host}:{settings.port}"
        print(f"Word Trail is open at {address}", flush=True)
        if door:
            door.open_as_before()
        if passphrase:
            print(f"The teacher's side asks for this passphrase: {passphrase}", flush=True)
        waitress.serve(
            app,
            host=settings.host,
            port=settings.port,
            threads=8,
            max_request_body_size=1024 * 2**20,
            connection_limit=connections,
            channel_timeout=IDLE_SECONDS,
            cleanup_interval=CLEANING_SECONDS,
            asyncore_use_poll=True,
            _quiet=True,
        )


def _video_host(settings: Settings, workspace: Workspace, *, demo: bool) -> VideoHost | None:
    """Where films can be put: the host that was named, else the stand-in where one is wanted."""
    from wordtrail.api.context import VideoHost
    from wordtrail.standins.video_host import open_host

    if settings.video_host:
        return VideoHost(settings.video_host)
    if not (settings.simulated_host or demo):
        return None
    try:
        port = settings.port + HOST_IS_BEHIND
        return VideoHost(open_host(workspace.folder / "video-host", port), simulated=True)
    except (OSError, OverflowError):
        print("The stand-in for a video host could not be opened: its address is taken.", file=sys.stderr)
        return None


def _host(options: argparse.Namespace) -> None:
    import waitress

    from wordtrail.standins.video_host import LARGEST_PIECE, make_host

    _assert_free("127.0.0.1", options.port)
    folder = _settings(options).data / "video-host"
    print(f"The stand-in for a video host takes films at http://127.0.0.1:{options.port}/uploads", flush=True)
    waitress.serve(
        make_host(folder, options.bytes_a_second), host="127.0.0.1", port=options.port, threads=4,
        max_request_body_size=LARGEST_PIECE, asyncore_use_poll=True, _quiet=True,
    )  # fmt: skip


def _many_connections() -> int:
    """How many connections are held at once: as many as the system lets us, but for the files that are open too.
    One that waits costs a few kilobytes and no thread."""
    wanted, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
    allowed = MOST_CONNECTIONS if hard == resource.RLIM_INFINITY else min(hard, MOST_CONNECTIONS)
    resource.setrlimit(resource.RLIMIT_NOFILE, (max(wanted, allowed), hard))
    return max(allowed - OWN_FILES, 100)


def _collect_rarely() -> None:
    """What is held ready is large and lives long: looking through it for garbage every few requests takes longer than
    most of them."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(50_000, 20, 100)


def _assert_free(host: str, port: int) -> None:
    """Raises AddressTaken before anything is set up, when nothing can listen there."""
    try:
        with socket.socket(socket.AF_INET6 if ":" in host else socket.AF_INET) as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            probe.bind((host, port))
    except OSError as fault:
        raise AddressTaken(host, port) from fault


GIVES_WAY = 10
"""How nice a worker is: what is recorded and what is on the screen comes first."""


def _worker(options: argparse.Namespace) -> None:
    from wordtrail.jobs.queue import Queue

    settings = _settings(options)
    set_up(settings.log, settings.log_level)
    if hasattr(os, "nice"):
        os.nice(GIVES_WAY)
    if options.with_its_server:
        threading.Thread(target=_end_with_server, daemon=True).start()
    Queue(open_workspace(settings.data)).work()


def _end_with_server() -> None:
    """Wait until the server that started this worker is gone, and end at once: its jobs are taken up by the next."""
    # Without a buffer: nobody waits for its lock when this process ends first.
    while os.read(sys.stdin.fileno(), 4096):
        pass
    os._exit(1)


def _openapi(options: argparse.Namespace) -> None:
    from wordtrail.api.application import make_application, openapi_document

    with tempfile.TemporaryDirectory() as folder:
        app = make_application(open_workspace(Path(folder)))
        text = json.dumps(openapi_document(app), indent=1, ensure_ascii=False)
    options.output.write_text(text + "\n", encoding="utf-8")


def _import(options: argparse.Namespace) -> None:
    from wordtrail.jobs.file_work import chapters_of
    from wordtrail.store.blobs import Blobs

    file: Path = options.file
    if options.output.suffix in (".hocr", ".xml", ".alto"):
        _import_scan(file, options.output)
        return
    with tempfile.TemporaryDirectory() as folder:
        ending = file.suffix[1:].lower()
        chapters = chapters_of(Blobs(Path(folder)), file.read_bytes(), ending)
    pages = [page for chapter in chapters for page in chapter.pages]
    passage = passage_from_pages(pages, title=chapters[0].title or file.stem, author=chapters[0].author)
    options.output.write_text(to_json(passage), encoding="utf-8")


def _import_scan(file: Path, output: Path) -> None:
    """Read a photo and write where every word stands on it, as hOCR or ALTO."""
    from wordtrail.formats import alto, hocr
    from wordtrail.media.ocr.reader import lines_in_photo, read_page
    from wordtrail.media.pictures import opened

    page = read_page(opened(file.read_bytes()))
    scanned = [hocr.ScannedPage(page.width, page.height, lines_in_photo(page))]
    output.write_bytes(hocr.write(scanned).encode() if output.suffix == ".hocr" else alto.write(scanned))


def _align(options: argparse.Namespace) -> None:
    passage = _passage(options.passage)
    samples = decode_small(options.audio, RATE)

    def progress(phase: str, share: float) -> None:
        print(f"\r{phase} {share:4.0%}   ", end="", file=sys.stderr, flush=True)

    found = explained(samples, script_of(passage.words), progress)
    print(file=sys.stderr)
    text = trail_json.write(found.trail, passage.words, take=options.audio.name)
    options.output.write_text(text, encoding="utf-8")
    if options.explain:
        _explain(found, passage, options)


def _explain(found: Explained, passage: Passage, options: argparse.Namespace) -> None:
    folder: Path = options.explain
    folder.mkdir(parents=True, exist_ok=True)
    for name, stage in explanation_json.write(found, passage.words, take=options.audio.name).items():
        (folder / name).write_text(stage, encoding="utf-8")
    for number, picture in enumerate(pictures(found.trail, passage.words), 1):
        (folder / f"path-{number:02d}.png").write_bytes(picture)


def _passage(path: Path) -> Passage:
    text = path.read_text(encoding="utf-8-sig", errors="replace")
    if path.suffix == ".json":
        try:
            return from_json(Passage, text)
        except ValueError as fault:
            raise WordTrailError("This file is not a Word Trail passage.") from fault
    return passage_from_text(text, title=path.stem)


def _lesson_named(workspace: Workspace, name: str) -> str:
    from wordtrail.store.lessons import all_lessons

    with workspace.database.read_session() as session:
        kept = all_lessons(session, workspace.owner)
    found = next((k.id for k in kept if name in (k.id, k.lesson.title)), None)
    if found is None:
        raise NotFound("lesson")
    return found


def _render(options: argparse.Namespace) -> None:
    from wordtrail.core.cues.film import video_seconds
    from wordtrail.core.film.model import Colours, Detail, Film, FilmVersion, StageShape
    from wordtrail.service.film_making import FILE_KINDS, FilmWish, write_film
    from wordtrail.service.filming import film_of
    from wordtrail.service.showing import showing

    workspace = open_workspace(_settings(options).data)
    lesson = _lesson_named(workspace, options.lesson)
    versions = [FilmVersion(name) for name in options.film or [FilmVersion.LISTEN]]
    output: Path = options.output
    folder = output.is_dir() or len(versions) > 1
    if folder:
        output.mkdir(parents=True, exist_ok=True)
    for version in versions:
        chosen = film_of(workspace, lesson, version).choices
        chosen = replace(
            chosen, shape=StageShape(options.shape) if options.shape else chosen.shape,
            detail=Detail(options.detail) if options.detail else chosen.detail,
            colours=Colours(options.look) if options.look else chosen.colours,
        )  # fmt: skip
        show, _ = showing(workspace, lesson, film=Film(version, chosen))
        file = output / f"{_file_name(show.lesson.title)} - {version}.mp4" if folder else output
        kind = next((one for one in FILE_KINDS if f".{one}" == file.suffix.lower()), None)
        if kind is None:
            raise UnknownKind(file.suffix.removeprefix("."))
        wish = FilmWish(version, kind, options.steady)
        write_film(workspace, show.filmed, chosen, file, wish, progress=partial(_tell, version.value))
        print(f"\n{file}: {video_seconds(show.sheet):.1f} s")


def _tell(what: str, share: float) -> None:
    print(f"\r{what} {share:4.0%} ", end="", file=sys.stderr, flush=True)


def _file_name(title: str) -> str:
    return "".join(one for one in title if one.isalnum() or one in " '’-").strip() or "lesson"


def _export(options: argparse.Namespace) -> None:
    from wordtrail.service.exporting import export

    workspace = open_workspace(_settings(options).data)
    made = export(workspace, _lesson_named(workspace, options.lesson), options.format)
    options.output.write_bytes(made.file.data)


if __name__ == "__main__":
    sys.exit(main())
