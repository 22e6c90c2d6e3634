"""What is typed in a sheet: values and reasons, read or refused."""

from collections.abc import Mapping

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import written
from zero_slate.core.settings.colour_names import ConfigOf, held_by_names
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.locks import Locks, held_by_locks
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.reading import Reading, Typed, problem_of, read_typed
from zero_slate.core.shot.change import held
from zero_slate.core.shot.state import Content, Departure, Departures
from zero_slate.core.time.entry.clock import Clock

LONGEST_REASON = 200


def require_sound(reading: Reading) -> None:
    """Refuse what is typed where any of it can't be taken."""
    for key, problem in reading.problems.items():
        raise problem.refusal(key, SETTINGS[key].label)


def read_sheet(
    content: Content, clock: Clock, typed: Typed, locks: Locks, config_of: ConfigOf
) -> Reading:
    """Read what is typed in a sheet; what a lock or the colour config refuses is a problem.

    Raises Refusal.
    """
    try:
        reading = read_typed(content.setup, typed, SETTINGS, clock)
    except KeyError as error:
        raise Refusal(f"A sheet has no field {error}.") from error
    held_by_locks(reading, locks)
    held_by_names(reading, typed, config_of, content.setup.color_config)
    refused = held(content, reading.values)
    if refused:
        reading.values.pop("work_range")
        reading.problems["work_range"] = problem_of(refused, "first")
    return reading


def with_reasons(
    departures: Departures, reasons: Mapping[str, str | None], setup: Setup
) -> dict[str, Departure]:
    """Return departures with reasons written or, where they are empty, taken back."""
    after = dict(departures)
    for key, reason in reasons.items():
        if key not in SETTINGS:
            raise Refusal(f"A sheet has no setting “{key}”.")
        text = (reason or "").strip()
        if len(text) > LONGEST_REASON:
            raise Refusal(
                f"The reason has {len(text)} characters and takes at most {LONGEST_REASON}.",
                nearest=text[:LONGEST_REASON],
            )
        if text:
            after[key] = Departure(written(setup, key), text)
        else:
            after.pop(key, None)
    return after
