"""Colour by name: which config is in use, what it offers, and what it makes of a few greys."""

from collections.abc import Callable
from dataclasses import dataclass, field
from difflib import get_close_matches

from zero_slate.core.colour.depth import RampSteps, SampleDepth
from zero_slate.core.colour.patches import SeenPatch


def no_rules(path: str) -> tuple[str, str] | None:
    """Tell nothing of a path: what a config without rules of its own does."""
    return None


@dataclass(frozen=True, slots=True)
class ColourNames:
    """The names a colour config has. `spaces` holds aliases too, `shown_spaces` doesn't.

    `proper` has the space that each alias and role stands for; `by_path` gives the space that the
    config's own rules have for a file's path, and that rule's name; None where only its last fits.
    """

    config: str
    spaces: frozenset[str]
    shown_spaces: tuple[str, ...]
    views: dict[str, tuple[str, ...]]
    proper: dict[str, str] = field(default_factory=dict)
    by_path: Callable[[str], tuple[str, str] | None] = field(default=no_rules, compare=False)

    def are_same(self, one: str, other: str) -> bool:
        """Return whether two names stand for one space."""
        return self.proper.get(one, one) == self.proper.get(other, other)

    @property
    def displays(self) -> tuple[str, ...]:
        """The displays, in the config's order."""
        return tuple(self.views)


@dataclass(frozen=True, slots=True)
class ConfigInUse:
    """The colour config that a setup is read by: which, from where, and what it has.

    `names` is None where it can't be read, and `problem` says why. `held` is what holds it in
    place of the one that is set; empty where nothing does.
    """

    name: str
    """Its name."""
    where: str
    """Where it lies: `built in`, a volume, or the environment's own place."""
    version: str
    """The version of its profile."""
    fingerprint: str
    """Sixteen hex digits of all that it says: two configs with the same are the same."""
    held: str
    """What holds it in place of the one that is set; empty where nothing does."""
    problem: str
    """Why it can't be read; empty where it can."""
    nearest: str
    """The config to use instead of one that can't be read; empty where this one can."""
    names: ColourNames | None


@dataclass(frozen=True, slots=True)
class Probe:
    """What a display shows of linear values of the working space, as display code 0 to 1.

    `wedge` has stops from 18 % grey, the linear value and the code of each; `patches` are colours
    that are known by sight, and `ramps` how coarse each type of samples is seen.
    """

    grey: float
    white: float
    wedge: tuple[tuple[int, float, float], ...] = ()
    patches: tuple[SeenPatch, ...] = ()
    ramps: tuple[RampSteps, ...] = ()

    def ramp(self, depth: SampleDepth) -> RampSteps | None:
        """Return how coarse a ramp of a type of samples is seen."""
        return next((each for each in self.ramps if each.depth is depth), None)


def nearest_name(name: str, among: tuple[str, ...]) -> str | None:
    """Return the name most like `name`, or the first there is."""
    lowered = {known.lower(): known for known in among}
    close = get_close_matches(name.lower(), lowered, n=1, cutoff=0.4)
    if close:
        return lowered[close[0]]
    return among[0] if among else None
