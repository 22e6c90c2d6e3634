"""Work at the usual priority, whatever a library would rather have.

SVT-AV1 asks for real time (SCHED_FIFO 99) for its own threads, and for the one that calls it,
wherever it may: where this runs as root. Everything that the process begins inherits that, and
nothing else on the machine gets a turn.
"""

import ctypes
import sys
from collections.abc import Iterator
from contextlib import contextmanager

# capset(2): the third version of its header, with two words of each set; capabilities(7).
_VERSION = 0x20080522
_SYS_NICE = 1 << 23


class _Header(ctypes.Structure):
    _fields_ = (("version", ctypes.c_uint32), ("pid", ctypes.c_int))


class _Word(ctypes.Structure):
    _fields_ = (
        ("effective", ctypes.c_uint32),
        ("permitted", ctypes.c_uint32),
        ("inheritable", ctypes.c_uint32),
    )


@contextmanager
def usual_priority() -> Iterator[None]:
    """Do what follows without the right to raise a priority; this thread has it again afterwards.

    Threads that begin meanwhile never have it. Where there are no such rights, nothing is done.
    """
    had = _set_right(False)
    try:
        yield
    finally:
        if had:
            _set_right(True)


def _set_right(on: bool) -> bool:
    """Give this thread the right to raise priorities, or take it; return whether it had it."""
    if sys.platform != "linux":
        return False
    system = ctypes.CDLL(None)
    header, words = _Header(_VERSION, 0), (_Word * 2)()
    if system.capget(ctypes.byref(header), words) != 0:
        return False
    had = bool(words[0].effective & _SYS_NICE)
    if had != on and (not on or words[0].permitted & _SYS_NICE):
        words[0].effective ^= _SYS_NICE
        system.capset(ctypes.byref(header), words)
    return had
