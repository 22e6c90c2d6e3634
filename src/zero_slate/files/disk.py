"""What a folder's disk is: its room, its system, and what may be done there, which is tried."""

import os
import re
import secrets
import shutil
from contextlib import suppress
from pathlib import Path

from zero_slate.core.places.room import VolumeFacts
from zero_slate.files.volume_files import WRITING, why

_MOUNTS = Path("/proc/self/mountinfo")
_ESCAPED = re.compile(r"\\(\d{3})")


def disk_facts(root: Path) -> VolumeFacts:
    """Return what is known of the disk that a folder lies on; a small file is tried there."""
    try:
        usage = shutil.disk_usage(root)
    except OSError as error:
        return VolumeFacts(False, None, None, "", None, None, None, why(error))
    tells_case, may_write, why_not = _tried(root)
    longest = None
    with suppress(OSError, ValueError):
        longest = os.pathconf(root, "PC_NAME_MAX")
    return VolumeFacts(
        True,
        usage.total,
        usage.free,
        file_system(root),
        tells_case,
        longest,
        may_write,
        why_not,
    )


def device_of(root: Path) -> int | None:
    """Return what tells the disk that a folder lies on apart; None where it isn't there."""
    try:
        return os.stat(root).st_dev
    except OSError:
        return None


def _tried(root: Path) -> tuple[bool | None, bool, str]:
    """Write and remove a file of no bytes; return whether capitals count, and whether it went."""
    trial = root / f"{WRITING}trial-{secrets.token_hex(8)}"
    try:
        os.close(os.open(trial, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o600))
    except OSError as error:
        return None, False, why(error)
    try:
        return not trial.with_name(trial.name.upper()).exists(), True, ""
    finally:
        with suppress(OSError):
            trial.unlink()


def file_system(root: Path) -> str:
    """Return the kind of file system that a folder lies on, as the system calls it; or empty."""
    try:
        table = _MOUNTS.read_text()
        real = root.resolve()
    except OSError:
        return ""
    best, found = -1, ""
    for line in table.splitlines():
        fields, _, after = line.partition(" - ")
        parts = fields.split()
        if len(parts) < 5 or not after:
            continue
        at = Path(_ESCAPED.sub(lambda code: chr(int(code[1], 8)), parts[4]))
        depth = len(at.parts)
        # The later of two mounts in one place lies over the other.
        if (real == at or at in real.parents) and depth >= best:
            best, found = depth, after.split()[0]
    return found
