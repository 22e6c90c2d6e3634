"""Settings that a facility locks: by a configuration file or an environment variable."""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from typing import Any, TypeVar

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.index import HOUSE_SETTINGS
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.reading import FieldProblem, Reading
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import TimecodeKind, require_drop_frame

T = TypeVar("T", bound=PictureAndTime)
Written = str | int | float | Mapping[str, str | int | float]


@dataclass(frozen=True, slots=True)
class FacilityLock:
    """A setting that is locked: the value, and by what."""

    key: str
    value: Any
    by: str

    @property
    def words(self) -> str:
        """What is locked at what, by what."""
        setting = HOUSE_SETTINGS[self.key]
        return f"{setting.label} is locked at {setting.kind.show(self.value)} by {self.by}."


Locks = Mapping[str, FacilityLock]


def read_locks(written: Mapping[str, tuple[Written, str]]) -> dict[str, FacilityLock]:
    """Read locks as they are written: a text, or a text for each part, and by what.

    Raises Refusal, naming where it is written, for a setting that there isn't, a value that can't
    be, and values that contradict each other.
    """
    locks: dict[str, FacilityLock] = {}
    for key, (said, by) in written.items():
        setting = HOUSE_SETTINGS.get(key)
        if setting is None:
            known = ", ".join(HOUSE_SETTINGS)
            raise Refusal(f"{by} locks “{key}”, which isn't a setting. There are {known}.")
        parts = setting.kind.parts
        if isinstance(said, Mapping):
            texts = {str(part): str(text) for part, text in said.items()}
        elif len([part for part in parts if not part.loose]) == 1:
            texts = {parts[0].key: str(said)}
        else:
            wanted = ", ".join(f"{part.key} = …" for part in parts if not part.loose)
            raise Refusal(f"{by} locks {key} at “{said}”; it takes {{ {wanted} }}.")
        unknown = set(texts) - {part.key for part in parts}
        missing = {part.key for part in parts if not part.loose} - set(texts)
        if unknown or missing:
            wrong = ", ".join(sorted(unknown)) or f"no {', '.join(sorted(missing))}"
            raise Refusal(f"{by} locks {key} with {wrong}: it takes its parts, each once.")
        entry = Entry(Clock(FrameRate(Fraction(24))), None, tuple(texts))
        try:
            value = setting.kind.read(texts, entry)
        except Refusal as refusal:
            raise Refusal(f"{by} locks {key} at a value that can't be. {refusal}") from refusal
        locks[key] = FacilityLock(key, value, by)
    _require_together(locks)
    return locks


def _require_together(locks: Locks) -> None:
    rate, timecode = locks.get("rate"), locks.get("timecode")
    if rate is None or timecode is None:
        return
    try:
        require_drop_frame(rate.value, timecode.value is TimecodeKind.DROP)
    except Refusal as refusal:
        raise Refusal(
            f"The locks contradict each other: {rate.by} locks the rate at {rate.value}, "
            f"{timecode.by} the timecode at {timecode.value}. {refusal}"
        ) from refusal


def with_locks(values: T, locks: Locks) -> T:
    """Return values with every locked one as it is locked.

    A drop-frame timecode that a locked rate hasn't becomes non-drop, unless it is locked itself.
    """
    fields = type(values).model_fields
    update: dict[str, Any] = {k: lock.value for k, lock in locks.items() if k in fields}
    rate: FrameRate = update.get("rate", values.rate)
    if "timecode" not in update and not rate.has_drop_frame:
        update["timecode"] = TimecodeKind.NON_DROP
    return values.model_copy(update=update)


def lock_refusal(
    before: PictureAndTime | None, after: PictureAndTime, locks: Locks
) -> Refusal | None:
    """Return why a change can't be made: a locked setting is set to something else than its lock.

    One that stood otherwise before it was locked may stay so.
    """
    for key, lock in locks.items():
        if not hasattr(after, key):
            continue
        value = getattr(after, key)
        if value != lock.value and (before is None or value != getattr(before, key, None)):
            kind = HOUSE_SETTINGS[key].kind
            return Refusal(
                lock.words,
                part=kind.parts[0].key,
                nearest_parts=kind.texts(lock.value),
            )
    return None


def held_by_locks(reading: Reading, locks: Locks) -> Reading:
    """Take out of a reading what a lock holds at another value, and say so in its place."""
    for key in reading.values.keys() & locks.keys():
        lock = locks[key]
        if reading.values[key] != lock.value:
            kind = HOUSE_SETTINGS[key].kind
            del reading.values[key]
            reading.problems[key] = FieldProblem(
                kind.parts[0].key, lock.words, kind.texts(lock.value)
            )
    return reading


def shipped_house(locks: Locks) -> HouseSetup:
    """Return the house setup that ships, as far as a facility leaves it."""
    return with_locks(HouseSetup(), locks)
