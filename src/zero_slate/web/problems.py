"""How a refusal reaches a program: one form for all of them, problem details (RFC 9457)."""

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel, ConfigDict
from starlette.exceptions import HTTPException

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.cuts.cut_list import RateNeeded
from zero_slate.files.volume_files import CannotWrite, OutsideVolume
from zero_slate.services.runtime.workspace import NotFound, VolumeAway
from zero_slate.services.shots.differences import ChangedSetting
from zero_slate.services.shots.guards import Conflict
from zero_slate.store.refusals import StoreAway, StoreRefusal
from zero_slate.store.unreadable import Unreadable
from zero_slate.web.methods import methods_of

MEDIA_TYPE = "application/problem+json"


class Problem(BaseModel):
    """Why something wasn't done, what would work, and for a conflict what is new (RFC 9457)."""

    model_config = ConfigDict(use_attribute_docstrings=True)

    type: str
    """The kind of problem as a URI: `urn:zero-slate:problem:` and its code."""
    title: str
    """The kind of problem in a few words, the same for all of a kind."""
    status: int
    """The HTTP status of the answer."""
    detail: str
    """What is wrong, as a whole sentence that names the value and the limit."""
    code: str
    """The kind of problem in one word, for programs: `not-found`, `conflict`, `refused` …"""
    setting: str | None = None
    """The setting that the value was typed in."""
    part: str | None = None
    """The field of the setting, or of the form, that the value was typed in."""
    nearest: str | None = None
    """The closest value that works, as it would be typed."""
    changes: list[ChangedSetting] = []
    """For a conflict, what was saved in another window meanwhile."""


# The most particular first: the first that fits gives status, code and title.
_KINDS: tuple[tuple[type[Refusal], int, str, str], ...] = (
    (NotFound, 404, "not-found", "Not found"),
    (Conflict, 409, "conflict", "Saved meanwhile by somebody else"),
    (OutsideVolume, 403, "outside-volume", "Outside the volume"),
    (CannotWrite, 507, "cannot-write", "The file couldn't be written"),
    (Unreadable, 409, "damaged", "What is stored can't be read"),
    (VolumeAway, 503, "volume-away", "The volume isn't there"),
    (StoreAway, 503, "away", "The database can't be asked now"),
    (StoreRefusal, 507, "cannot-save", "Nothing could be saved"),
    (RateNeeded, 422, "rate-needed", "The list doesn't state its rate"),
    (Refusal, 422, "refused", "Can't be taken"),
)
_HTTP = {
    404: ("not-found", "Not found"),
    405: ("method", "Not a method of this address"),
    408: ("too-slow", "The request didn't come to its end"),
    413: ("too-large", "Too large"),
    503: ("busy", "Too much at one time"),
}


def problems(*statuses: int) -> dict[int | str, dict[str, Any]]:
    """Return the problems that an operation can give, for its description."""
    return {status: {"model": Problem} for status in statuses}


def problem_response(
    status: int, code: str, title: str, detail: str, headers: Any = None, **more: object
) -> JSONResponse:
    """Return a problem as an answer."""
    body = {
        "type": f"urn:zero-slate:problem:{code}",
        "title": title,
        "status": status,
        "detail": detail,
        "code": code,
        "changes": [],
        **{key: value for key, value in more.items() if value is not None},
    }
    return JSONResponse(body, status, headers=headers, media_type=MEDIA_TYPE)


def wrong_method(request: Request) -> JSONResponse:
    """Return the answer to a method that an address doesn't take, with those that it does."""
    takes = methods_of(request)
    if not takes:
        return problem_response(404, *_HTTP[404], f"There is no {request.url.path}.")
    allowed = ", ".join(takes)
    detail = f"{request.url.path} takes {allowed}, and not {request.method}."
    return problem_response(405, *_HTTP[405], detail, {"Allow": allowed})


def answer_refusals(app: FastAPI) -> None:
    """Turn whatever is refused into answers in their one form."""

    @app.exception_handler(Refusal)
    async def _refused(_: Request, refusal: Refusal) -> JSONResponse:
        status, code, title = next(each[1:] for each in _KINDS if isinstance(refusal, each[0]))
        changes: Sequence[ChangedSetting] = getattr(refusal, "changes", ())
        return problem_response(
            status,
            code,
            title,
            str(refusal),
            setting=refusal.setting,
            part=refusal.part,
            nearest=refusal.nearest,
            changes=[asdict(change) for change in changes],
        )

    @app.exception_handler(RequestValidationError)
    async def _malformed(_: Request, error: RequestValidationError) -> JSONResponse:
        first = error.errors()[0]
        where = ".".join(str(step) for step in first["loc"] if step != "body")
        detail = f"{where}: {first['msg'].removeprefix('Value error, ')}"
        return problem_response(422, "malformed", "The request can't be read", detail, part=where)

    @app.exception_handler(Exception)
    async def _failed(_: Request, __: Exception) -> JSONResponse:
        detail = "Something went wrong in Zero Slate; its log says where."
        return problem_response(500, "failed", "Failed", detail)

    @app.exception_handler(HTTPException)
    async def _http(request: Request, error: HTTPException) -> JSONResponse:
        if error.status_code == 405:
            return wrong_method(request)
        if error.status_code == 400:
            detail = "The body can't be read: it is no text in UTF-8, or no form."
            return problem_response(422, "malformed", "The request can't be read", detail)
        code, title = _HTTP.get(error.status_code, ("failed", "Failed"))
        return problem_response(error.status_code, code, title, str(error.detail), error.headers)
