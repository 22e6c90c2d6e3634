"""Who asks: the profile that a request, and the work that it begins, is done for."""

from contextvars import ContextVar
from dataclasses import dataclass

from zero_slate.core.people.profile import Profile


@dataclass(slots=True)
class Acting:
    """A profile by its number; who that is, is read once where it is asked for."""

    id: int
    profile: Profile | None = None


acting: ContextVar[Acting | None] = ContextVar("acting", default=None)
