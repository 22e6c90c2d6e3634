"""How much of a picture a setup can't hold."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class OutsideShares:
    """Shares of a frame's pixels, from 0 to 1."""

    working: float
    """With a negative value in the working space: a colour that its primaries can't make."""
    display: float
    """At the display's end or beyond it in a channel: nothing brighter can be told apart there."""
