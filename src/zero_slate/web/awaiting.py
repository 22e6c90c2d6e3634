"""Waiting for a worker's answer, as long as somebody waits for ours."""

import asyncio
from collections.abc import Callable
from concurrent.futures import Future
from typing import TypeVar

from fastapi import Request

T = TypeVar("T")

LOOKS_EVERY = 0.1


async def awaited(request: Request, future: "Future[T]", leave: Callable[[], object]) -> T | None:
    """Return what comes of a piece of work; None where the one who asked has gone meanwhile.

    Then `leave` is called, so that nothing is made for nobody. What the work raises is raised.
    """
    made = asyncio.ensure_future(asyncio.wrap_future(future))
    gone = asyncio.ensure_future(_gone(request))
    try:
        await asyncio.wait((made, gone), return_when=asyncio.FIRST_COMPLETED)
        return made.result() if made.done() else None
    finally:
        gone.cancel()
        if not made.done():
            leave()


async def _gone(request: Request) -> None:
    while not await request.is_disconnected():
        await asyncio.sleep(LOOKS_EVERY)
