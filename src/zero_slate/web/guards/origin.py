"""Changes are taken from Zero Slate's own pages, and from programs that are no pages at all."""

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Receive, Scope, Send

from zero_slate.web.problems import problem_response

SAFE = ("GET", "HEAD", "OPTIONS")


class OwnPagesOnly:
    """Refuses changes that another page asks for: of another site, or of another port here.

    A browser says where a request comes from in `Origin`, port and all, and how near that is in
    `Sec-Fetch-Site` (W3C Fetch Metadata). A program that says neither is no page.
    """

    def __init__(self, app: ASGIApp):
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, or refuse it."""
        if scope["type"] == "http" and scope["method"] not in SAFE:
            headers = Headers(scope=scope)
            if not _own(scope, headers.get("origin"), headers.get("sec-fetch-site")):
                message = "Changes are only taken from Zero Slate's own pages."
                answer = problem_response(403, "foreign-origin", "Not from here", message)
                await answer(scope, receive, send)
                return
        await self.app(scope, receive, send)


def _own(scope: Scope, origin: str | None, site: str | None) -> bool:
    here = f"{scope['scheme']}://{Headers(scope=scope).get('host', '')}"
    return origin in (None, here) and site in (None, "same-origin", "none")
