"""What frames are stored as against what the shot has in it."""

from collections.abc import Iterator

from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.places.storing import unheld
from zero_slate.core.shot.context import ShotContext


def stored_as(context: ShotContext) -> Iterator[Finding]:
    """Find what of the shot can't be stored as is set."""
    stored = context.setup.stored_as
    for each in unheld(context, stored.storage):
        beside = f" Beside it: {each.beside}." if each.beside else ""
        yield Finding(
            each.code,
            Severity(each.severity),
            "stored_as",
            Sentence(f"{stored}: {each.words}{beside}", (str(stored),)),
            {"stored": str(stored)},
        )
