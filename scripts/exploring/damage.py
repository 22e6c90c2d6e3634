"""Files damaged byte by byte, through every reader: each is read or refused, and none ends it.

Each kind is read in a process of its own, which says how far it is; one that ends, or goes on for
longer than a file may take, has found something. The file that did it is kept.
"""

import io
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from tests.core.scenes import EDIT, FILM, SETUP
from tests.makers import edl, event, write_movie, write_picture

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CodeRule
from zero_slate.core.time.frame_remapping import FrameRemapper, recognised
from zero_slate.core.time.retime import Rescale
from zero_slate.demo.cuts import otio_json
from zero_slate.demo.story import ORCHARD
from zero_slate.files.cuts.reading import read_cut_list
from zero_slate.files.data.reading import read_layout
from zero_slate.files.data.rows import Chosen
from zero_slate.files.format_files import read_formats
from zero_slate.files.handoff_manifest import HandoffManifest
from zero_slate.files.media.folders import find
from zero_slate.files.setup_files import (
    EditFormatDocument,
    SetupDocument,
    read_edit_format,
    read_setup,
    write_document,
)

# No reader takes nearly as long over a file of a few kilobytes.
SECONDS_A_FILE = 20
KEPT = Path(tempfile.gettempdir()) / "zero-slate-found"

Reader = Callable[[Path], object]


def _media(path: Path) -> object:
    return [found.read() for found in find([path.name], path.parent)]


def _data(path: Path) -> object:
    content = io.BytesIO(path.read_bytes())
    layout, rewrite = read_layout(content)
    moved = FrameRemapper(Rescale(1, 1001, FILM, FILM))
    known = recognised(layout.columns, layout.rows)
    chosen = Chosen(known.frames or (0,), known.lengths)
    return [piece for piece, _ in rewrite(content, chosen, moved)]


def _cut(path: Path) -> object:
    return read_cut_list(path.read_bytes(), CodeRule(), rate=FILM)


def _text(content: bytes) -> Callable[[Path], None]:
    def write(path: Path) -> None:
        path.write_bytes(content)

    return write


def _picture(**how: object) -> Callable[[Path], None]:
    def write(path: Path) -> None:
        write_picture(path, size=(64, 36), **how)  # type: ignore[arg-type]

    return write


CUT = edl(*(event(n, "04:00:00:00", f"01:00:0{n}:00", 24, f"A_000{n}") for n in range(1, 5)))
# By the name of the file: what writes a sound one, and what reads it.
KINDS: dict[str, tuple[Callable[[Path], None], Reader]] = {
    "a.edl": (_text(CUT), _cut),
    "a.otio": (_text(otio_json(ORCHARD, "A cut", ORCHARD.shots[:2]).encode()), _cut),
    "a.csv": (_text(b'frame,x,"y"\r\n' + b'1,2.5,"7"\r\n2, "3" ,8\r\n' * 9), _data),
    "a.json": (_text(b'[{"frame": 1, "x": 2.5, "y": {"z": [1]}}, {"frame": 2, "x": "3"}]'), _data),
    "a.setup.json": (
        _text(write_document(SetupDocument(setup=SETUP))),
        lambda path: read_setup(path.read_bytes()),
    ),
    "a.edit.json": (
        _text(write_document(EditFormatDocument(edit_format=EDIT))),
        lambda path: read_edit_format(path.read_bytes()),
    ),
    "formats.json": (
        _text(
            b'{"kind": "zero-slate/formats", "version": 1, "formats": [{"name": "A", '
            b'"canvas": {"width": 1920, "height": 1080}, "pixel_aspect": "1:1", "rate": "25"}]}'
        ),
        lambda path: read_formats(path.read_bytes()),
    ),
    "a.handoff.json": (
        _text(HandoffManifest.of("A", 1, {"a": b"1"}).write()),
        lambda path: HandoffManifest.read(path.read_bytes()),
    ),
    "a.exr": (_picture(), _media),
    "a.png": (_picture(form="uint8", rate=None), _media),
    "a.tif": (_picture(form="uint16", rate=None), _media),
    "a.dpx": (_picture(form="uint16"), _media),
    "a.mov": (write_movie, _media),
}


def damaged(content: bytes, dice: random.Random) -> bytes:
    """Change, drop, double, move or cut off a few bytes; more often near the beginning."""
    found = bytearray(content)
    for _ in range(dice.randint(1, 4)):
        if not found:
            break
        reach = len(found) if dice.random() < 0.5 else min(len(found), 400)
        at = dice.randrange(reach)
        match dice.randrange(6):
            case 0:
                found[at] = dice.randrange(256)
            case 1:
                found[at] ^= 1 << dice.randrange(8)
            case 2:
                del found[at : at + dice.randint(1, 40)]
            case 3:
                found[at:at] = found[at : at + dice.randint(1, 400)]
            case 4:
                del found[at:]
            case 5:
                found[at : at + 4] = dice.choice(
                    (b"\xff\xff\xff\xff", b"\0\0\0\0", b"\x7f\xff\xff\xff", b"\x80\0\0\0")
                )
    return bytes(found)


def read_many(name: str, chance: int, count: int) -> int:
    """Read so many damaged files of a kind; return how many were refused."""
    write, read = KINDS[name]
    dice = random.Random(f"{name} {chance}")
    refused = 0
    with tempfile.TemporaryDirectory() as folder:
        sound = Path(folder, name)
        write(sound)
        read(sound)
        content = sound.read_bytes()
        for _ in range(count):
            torn = damaged(content, dice)
            KEPT.mkdir(exist_ok=True)
            (KEPT / name).write_bytes(torn)
            sound.write_bytes(torn)
            print(".", end="", flush=True)
            try:
                read(sound)
            except Refusal:
                refused += 1
    return refused


def explore(chance: int, count: int) -> bool:
    """Read damaged files of every kind; say whether all were read or refused."""
    sound = True
    for name in KINDS:
        command = [sys.executable, "-m", "scripts.exploring.damage", name, str(chance), str(count)]
        try:
            done = subprocess.run(
                command, capture_output=True, timeout=60 + count * 0.5, check=False, text=True
            )
            said = (
                done.stdout.strip().rpartition("\n")[2]
                if done.returncode == 0
                else done.stderr[-2000:]
            )
            found = done.returncode != 0
        except subprocess.TimeoutExpired:
            said, found = "it went on for too long", True
        print(f"  {name}: {said}" + (f"; the file is kept as {KEPT / name}" if found else ""))
        sound = sound and not found
    if sound:
        shutil.rmtree(KEPT, ignore_errors=True)
    return sound


if __name__ == "__main__":
    kind, chance_said, count_said = sys.argv[1:]
    gone = read_many(kind, int(chance_said), int(count_said))
    print(f"\n{count_said} damaged, {gone} refused, the others read")
