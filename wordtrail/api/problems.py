"""Errors of ours as problem details (RFC 9457), each with the status that HTTP has for it."""

from __future__ import annotations

from flask import Response

from wordtrail.api.bodies import Problem
from wordtrail.core import errors

STATUS: dict[type[errors.WordTrailError], int] = {
    errors.WordTrailError: 400,
    errors.PassphraseWanted: 401,
    errors.ForeignSite: 403,
    errors.UnknownName: 421,
    errors.NotFound: 404,
    errors.LinkWithdrawn: 404,
    errors.StaleRevision: 409,
    errors.PartMissing: 409,
    errors.NewerDocument: 409,
    errors.NoNetwork: 409,
    errors.AddressTaken: 409,
    errors.NoHost: 409,
    errors.TooLarge: 413,
    errors.TakeTooLong: 413,
    errors.PassageError: 422,
    errors.SoundError: 422,
    errors.LessonError: 422,
    errors.FileError: 422,
    errors.TooManyReaders: 503,
    errors.DamagedOnTheWay: 503,
    errors.SoundBeingMade: 503,
    errors.NoRoom: 507,
}
"""The status of each kind of error; of one that is not named, that of the kind it is of."""


def status_of(fault: errors.WordTrailError) -> int:
    """The HTTP status of an error."""
    return next(STATUS[kind] for kind in type(fault).__mro__ if kind in STATUS)


def problem(fault: errors.WordTrailError) -> Response:
    """The problem details of an error."""
    return problem_answer(
        Problem(
            title=fault.title,
            status=status_of(fault),
            detail=fault.message,
            kept=fault.kept,
            advice=fault.advice,
            expected=fault.expected if isinstance(fault, errors.PartMissing) else None,
            asks=fault.asks,
        )
    )


def problem_answer(said: Problem) -> Response:
    """Problem details as an answer."""
    answer = Response(said.model_dump_json(), status=said.status, mimetype="application/problem+json")
    if said.status == 503:
        answer.headers["Retry-After"] = "1"
    return answer
