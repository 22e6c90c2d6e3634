"""Only plain files are opened: a pipe would never end, and a device may do anything."""

import os
import stat
from pathlib import Path

_KINDS = {
    stat.S_IFIFO: "a pipe",
    stat.S_IFSOCK: "a socket",
    stat.S_IFCHR: "a device",
    stat.S_IFBLK: "a device",
    stat.S_IFDIR: "a folder",
}


def no_plain_file(path: str | Path) -> str | None:
    """Return what stands at a path where it is no plain file; None where it is, or isn't there."""
    try:
        kind = stat.S_IFMT(os.stat(path).st_mode)
    except OSError:
        return None
    if kind == stat.S_IFREG:
        return None
    return f"it is {_KINDS.get(kind, 'no file')}, which is never opened"
