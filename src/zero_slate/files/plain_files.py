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


def no_plain_file(path: str | Path, mode: int | None = None) -> str | None:
    """Return what stands at a path where it is no plain file; None where it is, or isn't there.

    `mode` is what the system says of it, where it was asked already. A name that no library of
    ours can be given is told as well.
    """
    if not str(path).isascii() and not _is_unicode(str(path)):
        return "its name has bytes that aren't UTF-8, so that it can't be opened: rename it"
    if mode is None:
        try:
            mode = os.stat(path).st_mode
        except OSError:
            return None
    kind = stat.S_IFMT(mode)
    if kind == stat.S_IFREG:
        return None
    return f"it is {_KINDS.get(kind, 'no file')}, which is never opened"


def _is_unicode(path: str) -> bool:
    try:
        path.encode()
    except UnicodeEncodeError:
        return False
    return True
