"""What a browser is told of every answer: what may run in it, and who may show it."""

import base64
import hashlib
import re
from pathlib import Path

from starlette.datastructures import MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

# The one style that stands in an element: the framework's, of where it tells a page's name to a
# screen reader.
ANNOUNCER = "sha256-S8qMpvofolR8Mpjy4kQvEm7m1q8clzU4dfDH0AmvZjo="
# The styles that the splitter puts into the page while it is dragged: none yet, and then the shape
# of the pointer.
DRAGGED = (
    "",
    *(f"*{{cursor: {way}-resize!important;}}" for way in ("ew", "w", "e", "ns", "n", "s")),
)
_SCRIPT = re.compile(r"<script>(.*?)</script>", re.DOTALL)


class SafeHeaders:
    """Adds to each answer the headers that keep other pages, and scripts of others, out.

    The one script that stands in the page itself, which starts the application, is let in by its
    hash (W3C Content Security Policy Level 3).
    """

    def __init__(self, app: ASGIApp, page: Path):
        self.app = app
        self.policy = "; ".join(
            (
                "default-src 'self'",
                f"script-src 'self'{_hashes(page)}",
                f"style-src 'self'{''.join(map(_hash, DRAGGED))}",
                f"style-src-attr 'unsafe-hashes' '{ANNOUNCER}'",
                "img-src 'self' data: blob:",
                "object-src 'none'",
                "base-uri 'none'",
                "form-action 'self'",
                "frame-ancestors 'none'",
            )
        )

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Pass a request on, and add to what is answered."""

        async def add(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                headers["Content-Security-Policy"] = self.policy
                headers["X-Content-Type-Options"] = "nosniff"
                headers["X-Frame-Options"] = "DENY"
                headers["Cross-Origin-Resource-Policy"] = "same-origin"
                headers["Cross-Origin-Opener-Policy"] = "same-origin"
                headers["Referrer-Policy"] = "no-referrer"
            await send(message)

        await self.app(scope, receive, add if scope["type"] == "http" else send)


def _hashes(page: Path) -> str:
    if not page.exists():
        return ""
    return "".join(map(_hash, _SCRIPT.findall(page.read_text(encoding="utf-8"))))


def _hash(text: str) -> str:
    return f" 'sha256-{base64.b64encode(hashlib.sha256(text.encode()).digest()).decode()}'"
