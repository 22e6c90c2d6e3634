"""How much work a machine does at once: its cores and memory against what is asked of them."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import counted, decimal, gigabytes, megabytes
from zero_slate.core.base.refusal import Refusal

MOST_WORKERS = 256
LEAST_MEMORY, MOST_MEMORY = 256, 1_048_576
# A worker holds a picture as it is stored, as light and as it is written.
COPIES = 3
# What a worker takes with its libraries before it has opened a picture.
BARE = 200 * 10**6


@dataclass(frozen=True, slots=True)
class Machine:
    """A machine: its cores, its memory, and what of that is free, in bytes."""

    cores: int
    memory: int
    free: int


@dataclass(frozen=True, slots=True)
class WorkerLimits:
    """How many workers there are, and how many MB each may use; None for no limit."""

    count: int
    megabytes: int | None = None

    def __post_init__(self) -> None:
        if not 1 <= self.count <= MOST_WORKERS:
            raise Refusal(
                f"{self.count} workers are out of range: there are 1 to {MOST_WORKERS}.",
                nearest=str(min(MOST_WORKERS, max(1, self.count))),
                part="count",
            )
        if self.megabytes is not None and not LEAST_MEMORY <= self.megabytes <= MOST_MEMORY:
            near = min(MOST_MEMORY, max(LEAST_MEMORY, self.megabytes))
            raise Refusal(
                f"{self.megabytes:,} MB for a worker is out of range: it takes {LEAST_MEMORY} to "
                f"{MOST_MEMORY:,}.",
                nearest=str(near),
                part="megabytes",
            )


@dataclass(frozen=True, slots=True)
class WorkerFinding:
    """Something that workers would come to on a machine; nothing of it is forbidden."""

    code: str
    """What it is, as `workers.memory`."""
    severity: str
    """`warn` or `note`."""
    words: str
    """The same in a sentence."""


def worker_findings(
    limits: WorkerLimits, machine: Machine, frame_bytes: int
) -> tuple[WorkerFinding, ...]:
    """Return what so many workers come to; `frame_bytes` is the largest frame they would open."""
    found = []
    if limits.count > machine.cores:
        share = decimal(Fraction(machine.cores, limits.count), 2, trim=True)
        found.append(
            WorkerFinding(
                "workers.cores",
                "warn",
                f"{limits.count} workers share {counted(machine.cores, 'core')}: each has {share} "
                f"of one, so that they are no faster than {machine.cores}, and wait for each "
                "other.",
            )
        )
    a_frame = BARE + COPIES * frame_bytes
    each = limits.megabytes * 10**6 if limits.megabytes is not None else a_frame
    whole = each * limits.count
    if whole > machine.memory:
        found.append(
            WorkerFinding(
                "workers.memory",
                "warn",
                f"{limits.count} × {megabytes(each)} are {gigabytes(whole)}, and the machine has "
                f"{gigabytes(machine.memory)}: {gigabytes(whole - machine.memory)} would be "
                "swapped to disk, which is a thousand times slower than memory.",
            )
        )
    elif whole > machine.free:
        found.append(
            WorkerFinding(
                "workers.free",
                "note",
                f"{gigabytes(whole)} at the most, of {gigabytes(machine.free)} that are free now.",
            )
        )
    if limits.megabytes is not None and a_frame > each:
        found.append(
            WorkerFinding(
                "workers.frame",
                "warn",
                f"A frame of {megabytes(frame_bytes)} takes a worker about {megabytes(a_frame)}: "
                f"with {limits.megabytes:,} MB it can't be opened.",
            )
        )
    return tuple(found)
