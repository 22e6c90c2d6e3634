"""Answers of the framework that are plain text become problems, in the one form they have."""

from starlette.datastructures import Headers
from starlette.middleware.body_limit import MAX_BODY_SIZE_SCOPE_KEY
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from zero_slate.web.problems import problem_response

_KNOWN = {
    400: ("malformed", "The request can't be read", "Zero Slate doesn't answer under this name."),
    413: ("too-large", "Too large", "The request is larger than is taken here."),
}


class ProblemForm:
    """Writes anew what was refused before an operation was asked."""

    def __init__(self, app: ASGIApp):
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, and put a problem in place of a plain refusal."""
        replaced = False

        async def reform(message: Message) -> None:
            nonlocal replaced
            if message["type"] == "http.response.start" and _is_plain(message):
                replaced = True
                code, title, detail = _KNOWN[message["status"]]
                if message["status"] == 413 and MAX_BODY_SIZE_SCOPE_KEY in scope:
                    detail = f"At most {scope[MAX_BODY_SIZE_SCOPE_KEY]:,} bytes are taken here."
                answer = problem_response(message["status"], code, title, detail)
                await answer(scope, receive, send)
            elif not replaced:
                await send(message)

        await self.app(scope, receive, reform if scope["type"] == "http" else send)


def _is_plain(message: Message) -> bool:
    said = Headers(raw=message["headers"]).get("content-type", "")
    return message["status"] in _KNOWN and said.startswith("text/plain")
