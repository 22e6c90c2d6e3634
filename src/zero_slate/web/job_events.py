"""How far a job is, told as it happens: server-sent events (WHATWG HTML)."""

import asyncio
from collections.abc import AsyncIterator, Callable
from typing import Any

from fastapi.responses import StreamingResponse
from pydantic import BaseModel

from zero_slate.services.runtime.jobs import Job

# No more often than a person can see, and often enough that nothing between cuts the line.
AT_MOST_EVERY = 0.1
AT_LEAST_EVERY = 15.0


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
