"""How a refusal reaches the browser: one shape for all of them."""

from dataclasses import asdict

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.cuts.reading import RateNeeded
from zero_slate.files.volume_files import CannotWrite, OutsideVolume
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.differences import ChangedSetting
from zero_slate.services.shots.guards import Conflict
from zero_slate.store.database import StoreRefusal


class ProblemBody(BaseModel):
    """Why something wasn't done, what would work, and for a conflict what is new."""

    code: str
    message: str
    nearest: str | None = None
    part: str | None = None
    changes: list[ChangedSetting] = []


# The most particular first: the first that fits gives status and code.
_STATUS: tuple[tuple[type[Refusal], int, str], ...] = (
    (NotFound, 404, "not-found"),
    (Conflict, 409, "conflict"),
    (OutsideVolume, 403, "outside-volume"),
    (CannotWrite, 507, "cannot-write"),
    (StoreRefusal, 507, "cannot-save"),
    (RateNeeded, 422, "rate-needed"),
    (Refusal, 422, "refused"),
)

PROBLEMS: dict[int | str, dict[str, object]] = {
    status: {"model": ProblemBody} for status in (403, 404, 409, 422, 507)
}


def answer_refusals(app: FastAPI) -> None:
    """Turn refusals into answers in their one shape."""

    @app.exception_handler(Refusal)
    async def _refused(_: Request, refusal: Refusal) -> JSONResponse:
        status, code = next((s, c) for kind, s, c in _STATUS if isinstance(refusal, kind))
        changes = refusal.changes if isinstance(refusal, Conflict) else ()
        body = {
            "code": code,
            "message": str(refusal),
            "nearest": refusal.nearest,
            "part": refusal.part,
            "changes": [asdict(change) for change in changes],
        }
        return JSONResponse(body, status)

    @app.exception_handler(RequestValidationError)
    async def _malformed(_: Request, error: RequestValidationError) -> JSONResponse:
        first = error.errors()[0]
        where = ".".join(str(step) for step in first["loc"] if step != "body")
        message = f"{where}: {first['msg'].removeprefix('Value error, ')}"
        return JSONResponse({"code": "malformed", "message": message, "changes": []}, 422)
