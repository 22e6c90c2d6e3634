"""Which methods an address takes."""

from starlette.requests import Request
from starlette.routing import Match

_METHODS = ("DELETE", "GET", "PATCH", "POST", "PUT")


def methods_of(request: Request) -> list[str]:
    """Return the methods that the address of a request takes, of all its operations."""
    found = []
    for method in _METHODS:
        scope = {**request.scope, "method": method}
        if any(route.matches(scope)[0] is Match.FULL for route in request.app.router.routes):
            found.append(method)
    return found
