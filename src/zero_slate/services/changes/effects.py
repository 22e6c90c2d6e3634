"""What a change would do to each of several shots, and how much of that is shown."""

from collections.abc import Sequence
from dataclasses import dataclass

from zero_slate.core.checks.finding import State
from zero_slate.core.checks.match import Match, match
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.services.productions.judged import JudgedShot

# A page of shots that a change touches: what a screen shows without being scrolled far.
SHOWN = 60
MOST_SHOWN = 200


@dataclass(frozen=True, slots=True)
class Effect:
    """A shot before and after a change: its states, and the sentences that are new or resolved."""

    before: State
    after: State
    appear: tuple[str, ...]
    vanish: tuple[str, ...]

    @property
    def any(self) -> bool:
        """Whether anything is said of the shot that wasn't, or no longer is."""
        return bool(self.appear or self.vanish or self.before != self.after)


def effect_of(known: JudgedShot, context: ShotContext, content: Content) -> Effect:
    """Return what another content or edit does to a shot, judged in its new context."""
    return _between(known.found, match(context, content.departures))


def _between(was: Match, now: Match) -> Effect:
    if was.findings == now.findings:
        return Effect(was.state, now.state, (), ())
    old = [finding.sentence.text for finding in was.findings]
    new = [finding.sentence.text for finding in now.findings]
    return Effect(
        was.state,
        now.state,
        tuple(text for text in new if text not in old),
        tuple(text for text in old if text not in new),
    )


@dataclass(frozen=True, slots=True)
class Window:
    """Which part of a long list is shown: from `offset`, at most `limit`."""

    offset: int = 0
    limit: int = SHOWN

    def of(self, items: Sequence[object]) -> slice:
        """Return the part as a slice; at most MOST_SHOWN are ever shown at once."""
        first = max(self.offset, 0)
        return slice(first, first + min(max(self.limit, 0), MOST_SHOWN))
