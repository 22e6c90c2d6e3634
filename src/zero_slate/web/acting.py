"""Whose pages a browser shows: kept in a cookie of this server's, and told to what it asks for."""

from http.cookies import CookieError, SimpleCookie

from fastapi import Request, Response
from starlette.datastructures import Headers
from starlette.types import ASGIApp, Receive, Scope, Send

from zero_slate.services.runtime.acting import Acting, acting
from zero_slate.web.slate import Slate

_YEARS = 10 * 365 * 24 * 3600
_LONGEST = 10


class ActingPerson:
    """Notes who asks, for whatever is done for the request.

    That is who the browser was told it is; or who the configuration says, where it does.
    """

    def __init__(self, app: ASGIApp, slate: Slate):
        self.app = app
        self.slate = slate

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, with who asks."""
        if scope["type"] == "http":
            acting.set(self._who(Headers(scope=scope)))
        await self.app(scope, receive, send)

    def _who(self, headers: Headers) -> Acting | None:
        person = _told(headers) or self.slate.by_config
        return Acting(person) if person else None


def _told(headers: Headers) -> int | None:
    try:
        morsel = SimpleCookie(headers.get("cookie", "")).get(_name(headers))
    except CookieError:
        return None
    said = morsel.value if morsel else ""
    return int(said) if said.isascii() and said.isdigit() and len(said) <= _LONGEST else None


def _name(headers: Headers) -> str:
    # Cookies are kept for a host, whatever its port: each installation here has its own.
    return f"zero-slate-who-{headers.get('host', '').rpartition(':')[2]}"


def remember(slate: Slate, request: Request, response: Response, person: int) -> None:
    """Let the browser keep whose pages it shows. Raises NotFound."""
    slate.people.require(person)
    response.set_cookie(
        _name(request.headers), str(person), max_age=_YEARS, httponly=True, samesite="strict"
    )
    acting.set(Acting(person))
