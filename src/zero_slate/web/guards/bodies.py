"""Requests that come too slowly, or too many of them at one time.

How large each may be is said where its operation is declared, as `max_body_size`.
"""

import asyncio

from fastapi import HTTPException
from starlette.types import ASGIApp, Message, Receive, Scope, Send

# What is typed, and lists of shots: many times what a page sends.
USUAL = 2 * 2**20
# All bodies that are being taken in at one time; what is past a MiB of a file lies on disk.
MOST_AT_ONCE = 2 * 2**30
# A body that stands still so long, or comes slower than this, isn't waited for.
PATIENCE = 20.0
SLOWEST = 1024


class BodyWatch:
    """Ends requests whose bodies don't come, and turns away what there is no room for."""

    def __init__(self, app: ASGIApp):
        self.app = app
        self.at_once = 0

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, with its body counted as it comes."""
        if scope["type"] != "http" or scope["method"] in ("GET", "HEAD"):
            await self.app(scope, receive, send)
            return
        came = 0
        ended = False
        began = asyncio.get_running_loop().time()

        async def watched() -> Message:
            nonlocal came, ended
            if ended:
                # What comes after the body is that the other end has gone: that may take long.
                return await receive()
            try:
                message = await asyncio.wait_for(receive(), PATIENCE)
            except TimeoutError:
                raise _too_slow() from None
            size = len(message.get("body", b""))
            if self.at_once + size > MOST_AT_ONCE:
                raise HTTPException(503, "Too much is being sent at one time: try again soon.")
            came += size
            self.at_once += size
            took = asyncio.get_running_loop().time() - began
            ended = not message.get("more_body", False)
            if not ended and took > PATIENCE and came / took < SLOWEST:
                raise _too_slow()
            return message

        try:
            await self.app(scope, watched, send)
        finally:
            self.at_once -= came


def _too_slow() -> HTTPException:
    return HTTPException(408, "The end of the request didn't come; it is no longer waited for.")
