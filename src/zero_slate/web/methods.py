"""Which methods an address takes."""

from starlette.requests import Request
from starlette.routing import Match

# What the pages are fetched by: every address is one, and none of the API's.
PAGES = "/{path:path}"
_METHODS = ("DELETE", "GET", "PATCH", "POST", "PUT")


def methods_of(request: Request) -> list[str]:
    """Return the methods that the address of a request takes, of all its operations."""
    routes = [each for each in request.app.router.routes if getattr(each, "path", "") != PAGES]
    found = []
    for method in _METHODS:
        scope = {**request.scope, "method": method}
        if any(route.matches(scope)[0] is Match.FULL for route in routes):
            found.append(method)
    return found
