"""Why something can't be stored, or read, at all."""

from zero_slate.core.base.refusal import Refusal


class StoreRefusal(Refusal):
    """A change that couldn't be stored; nothing of it was."""


class StoreAway(StoreRefusal):
    """A database that can't be asked now: it is gone, or another program holds it."""
