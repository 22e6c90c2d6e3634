"""One line in the log for each request, with its time."""

import time

from fastapi.routing import APIRoute
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from zero_slate.logs import fail, say


class RequestLog:
    """Logs the operation, the answer's status and bytes, and how long it took."""

    def __init__(self, app: ASGIApp):
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, and log what came of it."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        began = time.perf_counter()
        status, sent = 500, 0

        async def count(message: Message) -> None:
            nonlocal status, sent
            if message["type"] == "http.response.start":
                status = message["status"]
            elif message["type"] == "http.response.body":
                sent += len(message.get("body", b""))
            await send(message)

        try:
            await self.app(scope, receive, count)
        except Exception as error:
            fail("failed", error, method=scope["method"], operation=_operation(scope))
            raise
        finally:
            took = round((time.perf_counter() - began) * 1000, 1)
            figures = {"method": scope["method"], "operation": _operation(scope), "status": status}
            say("request", **figures, bytes=sent, ms=took)


def _operation(scope: Scope) -> str:
    """Return the operation's id; a built file is one of the pages."""
    route = scope.get("route")
    return route.name if isinstance(route, APIRoute) and route.include_in_schema else "pages"
