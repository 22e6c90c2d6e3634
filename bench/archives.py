"""An archive of 1 GB, written, checked and brought back, against zip -0 and sha256sum."""

import secrets
import shutil
import subprocess
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

from bench.figures import Figure
from zero_slate.files.archives.manifest import MEDIA, ArchiveManifest, FileMark
from zero_slate.files.archives.reading import Archive, put_out
from zero_slate.files.archives.writing import Entry, write_archive
from zero_slate.files.volume_files import opened

FILES, EACH = 125, 8_000_000
SMALL_FILES, SMALL = 10_000, 4_000
# Of what zip -0 and sha256sum take together.
PROMISED = 0.7


def measure() -> Iterator[Figure]:
    """Measure large frames against the tools, and many small files alone."""
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        frames = _files(folder / "frames", FILES, EACH)
        size = FILES * EACH / 10**6
        tools = _tools(folder, frames)
        took = _seconds(lambda: _write(folder / "a.zip", frames))
        yield Figure("zip -0 and sha256sum of 1 GB", tools, " s")
        yield Figure("an archive of 1 GB written", took, " s", tools / PROMISED)
        took = _seconds(lambda: _verify(folder / "a.zip"))
        yield Figure("the same read again and checked", size / took, " MB/s")
        took = _seconds(lambda: _bring(folder / "a.zip", folder / "back"))
        yield Figure("the same brought back", took, " s", tools / PROMISED)
        shutil.rmtree(folder / "back")
        (folder / "a.zip").unlink()
        many = _files(folder / "many", SMALL_FILES, SMALL)
        took = _seconds(lambda: _write(folder / "b.zip", many))
        yield Figure(f"{SMALL_FILES} small files written", took, " s")
        took = _seconds(lambda: _bring(folder / "b.zip", folder / "back"))
        yield Figure(f"{SMALL_FILES} small files brought back", took, " s")


def _files(folder: Path, count: int, size: int) -> list[Path]:
    folder.mkdir()
    content = bytearray(secrets.token_bytes(size))
    made = []
    for number in range(count):
        content[:8] = number.to_bytes(8, "little")
        path = folder / f"frame.{number:05}.exr"
        path.write_bytes(content)
        made.append(path)
    return made


def _tools(folder: Path, frames: list[Path]) -> float:
    """Return the seconds of `zip -0` and `sha256sum`; of Python's own where there is no zip."""
    begun = time.perf_counter()
    if shutil.which("zip"):
        subprocess.run(
            ["zip", "-0", "-q", "-r", folder / "tool.zip", "frames"], cwd=folder, check=True
        )
    else:
        subprocess.run(
            ["python3", "-m", "zipfile", "-c", folder / "tool.zip", folder / "frames"], check=True
        )
    subprocess.run(["sha256sum", *frames], check=True, capture_output=True)
    took = time.perf_counter() - begun
    (folder / "tool.zip").unlink()
    return took


def _seconds(work: object) -> float:
    begun = time.perf_counter()
    work()  # type: ignore[operator]
    return time.perf_counter() - begun


def _write(target: Path, frames: list[Path]) -> None:
    entries = [Entry(f"{MEDIA}/media/{each.name}", each) for each in frames]
    write_archive(target, entries, _manifest, lambda _: None, lambda _: None)


def _manifest(marks: dict[str, FileMark]) -> ArchiveManifest:
    return ArchiveManifest(
        database="0001", what="production", title="Film", shots=(), volumes=("media",), who="bench",
        at="", numbers=(1, None), files=marks,
    )  # fmt: skip


def _verify(target: Path) -> None:
    with Archive(target) as archive:
        assert not archive.verify(lambda _: None)


def _bring(target: Path, into: Path) -> None:
    into.mkdir()
    with Archive(target) as archive:
        for name in archive.manifest.files:
            with opened(into, "media", make=True) as folder:
                put_out(archive, name, folder, name.rpartition("/")[2], ".writing-bench")
