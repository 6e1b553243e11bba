"""The log: one line for each thing that happens, with named values, as text for people or as JSON for machines."""

from __future__ import annotations

import logging
import sys
from typing import Literal

import structlog

SHARED: tuple[structlog.typing.Processor, ...] = (
    structlog.contextvars.merge_contextvars,
    structlog.stdlib.add_log_level,
    structlog.stdlib.add_logger_name,
    structlog.processors.TimeStamper(fmt="iso", utc=True),
)


# Lines go through the standard library, to which libraries and tests listen too.
structlog.configure(
    processors=[*SHARED, structlog.stdlib.ProcessorFormatter.wrap_for_formatter],
    logger_factory=structlog.stdlib.LoggerFactory(),
    wrapper_class=structlog.stdlib.BoundLogger,
)


def logger(name: str) -> structlog.stdlib.BoundLogger:
    """The log of a room."""
    found: structlog.stdlib.BoundLogger = structlog.get_logger(name)
    return found


def set_up(form: Literal["text", "json"], level: str) -> None:
    """Send every log line, also those of libraries, to standard error in this form, from this level on."""
    written: structlog.typing.Processor = (
        structlog.processors.JSONRenderer(ensure_ascii=False)
        if form == "json"
        else structlog.dev.ConsoleRenderer(colors=False, exception_formatter=structlog.dev.plain_traceback)
    )
    faults = [structlog.processors.format_exc_info] if form == "json" else []
    handler = logging.StreamHandler(sys.stderr)
    handler.setFormatter(
        structlog.stdlib.ProcessorFormatter(
            foreign_pre_chain=SHARED,
            processors=[structlog.stdlib.ProcessorFormatter.remove_processors_meta, *faults, written],
        )
    )
    root = logging.getLogger()
    root.handlers = [handler]
    root.setLevel(level.upper())
    # Requests that wait for a moment are no news.
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
