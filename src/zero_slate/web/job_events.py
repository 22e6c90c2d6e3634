"""How far a job is, told as it happens: server-sent events (WHATWG HTML)."""

import asyncio
from collections.abc import AsyncIterator, Callable
from typing import Any, Self

from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from zero_slate.services.runtime.jobs import Job
from zero_slate.web.models import ApiModel

# No more often than a person can see, and often enough that nothing between cuts the line.
AT_MOST_EVERY = 0.1
AT_LEAST_EVERY = 15.0


class JobState(ApiModel):
    """How far a piece of work is, whatever its kind."""

    id: int
    """Its number."""
    what: str
    """What it does."""
    state: str
    """`waiting`, `running`, `done`, `stopped` or `failed`."""
    ahead: int
    """How many pieces of work wait before it."""
    done: int
    """How much of it is done."""
    total: int
    """How much there is to do."""
    message: str
    """Why it stopped or failed."""
    note: str
    """What is to be known of who does it, while it goes on; empty for nothing."""

    @classmethod
    def told(cls, job: Job[Any], **came: Any) -> Self:
        """Return a job's state as it is now, with what came of it in the fields of its kind."""
        return cls(
            id=job.id,
            what=job.what,
            state=job.state,
            ahead=job.ahead,
            done=job.done,
            total=job.total,
            message=job.message,
            note=job.note,
            **came,
        )


def tells(model: type[JobState]) -> dict[int | str, dict[str, Any]]:
    """Describe an answer that tells of a job as it happens."""
    return {
        200: {
            "description": f"A {model.__name__} at each step, until it ends.",
            "content": {"text/event-stream": {"schema": {}}},
        }
    }


def job_events(
    job: Job[Any], since: int, tell: Callable[[Job[Any], int], BaseModel]
) -> StreamingResponse:
    """Return an answer that tells of a job until it ends.

    `tell` makes what is told: the job as it is, with its results from a number on. The number of
    results told so far is the event's id, so that a line that was cut goes on from there.
    """
    return StreamingResponse(
        _events(job, since, tell),
        media_type="text/event-stream",
        headers={"Cache-Control": "no-store"},
    )


async def _events(
    job: Job[Any], since: int, tell: Callable[[Job[Any], int], BaseModel]
) -> AsyncIterator[str]:
    heard, leave = job.listen(asyncio.get_running_loop())
    try:
        while True:
            heard.clear()
            ended = job.ended
            count = len(job.results)
            said = tell(job, since)
            since = count
            yield f"id: {count}\ndata: {said.model_dump_json()}\n\n"
            if ended:
                return
            await asyncio.sleep(AT_MOST_EVERY)
            try:
                await asyncio.wait_for(heard.wait(), AT_LEAST_EVERY)
            except TimeoutError:
                yield ": still at it\n\n"
    finally:
        leave()
