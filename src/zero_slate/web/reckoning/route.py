"""An operation that only reads is answered by a process that is free, where there are any."""

from collections.abc import Callable, Coroutine
from typing import Any

from fastapi import Request, Response
from fastapi.routing import APIRoute

from zero_slate.web.reckoning.messages import Question
from zero_slate.web.reckoning.pool import Gone, Reckoners

# What ASGI says of a request that an application needs, and can be handed on.
_SAID = ("type", "asgi", "http_version", "method", "scheme", "path", "raw_path", "query_string",
         "root_path", "headers", "client", "server")  # fmt: skip


# Threads that reckon in the server's own process: more at once only wait for each other, and keep
# it from taking requests.
AT_ONCE = 4


class ReckonedRoute(APIRoute):
    """An operation that, where it only reads, any process may answer, and gives the same answer.

    What is fetched only reads, and so does what is previewed.
    """

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        """Return what answers a request."""
        handle = super().get_route_handler()
        if self.methods != {"GET"} and not self.path.endswith("/preview"):
            return handle

        async def here(request: Request) -> Response:
            async with request.app.state.reckoning:
                return await handle(request)

        async def answered(request: Request) -> Response:
            reckoners: Reckoners | None = request.app.state.reckoners
            if reckoners is None or not reckoners.ready:
                return await here(request)
            body = await request.body()
            scope = {key: request.scope[key] for key in _SAID if key in request.scope}
            try:
                answer = await reckoners.ask(Question(scope, body))
            except Gone:
                return await here(request)
            response = Response(answer.body, answer.status)
            response.raw_headers = answer.headers
            return response

        return answered
