"""What can't be seen of a setup's colours, as trying it showed."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class NotSeen:
    """Why a view, a grade and some spaces can't be seen, without a stop; empty where they can.

    It is found by making the chain of each once.
    """

    view: str = ""
    grade: str = ""
    spaces: tuple[tuple[str, str], ...] = ()
    """Spaces that the rules for files name, each with why it can't be seen."""
    changed: str = ""
    """The file that holds something else than when the version was stored."""


ALL_SEEN = NotSeen()
