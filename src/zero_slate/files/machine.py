"""What this machine has: its cores, those that this program may use, and its memory."""

import os
import re
from contextlib import suppress
from pathlib import Path

from zero_slate.core.base.machine import Machine

_LIMITS = (
    Path("/sys/fs/cgroup/memory.max"),
    Path("/sys/fs/cgroup/memory/memory.limit_in_bytes"),
)


def this_machine() -> Machine:
    """Return what this machine has; a container's limit counts as its memory."""
    memory = os.sysconf("SC_PHYS_PAGES") * os.sysconf("SC_PAGE_SIZE")
    for path in _LIMITS:
        with suppress(OSError, ValueError):
            memory = min(memory, int(path.read_text()))
    return Machine(len(os.sched_getaffinity(0)), memory, min(memory, _free()))


def _free() -> int:
    with suppress(OSError):
        found = re.search(r"MemAvailable:\s+(\d+) kB", Path("/proc/meminfo").read_text())
        if found:
            return int(found[1]) * 1024
    return os.sysconf("SC_AVPHYS_PAGES") * os.sysconf("SC_PAGE_SIZE")
