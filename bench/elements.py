"""What a first look at elements costs: small pictures, layers, folders, a second pass."""

import os
import statistics
import subprocess
import sys
import tempfile
import threading
import time
import urllib.request
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from contextlib import suppress
from functools import partial
from multiprocessing import get_context
from pathlib import Path

import numpy as np
import OpenImageIO as oiio
from scripts.served import Served

from bench.figures import Figure, against, seconds
from bench.sheet import in_the_browser
from zero_slate.config import Config
from zero_slate.core.colour.config_place import USUAL
from zero_slate.core.media.layers import LayerKind, layers_of
from zero_slate.core.media.small_picture import Box, SmallPictureFrame
from zero_slate.demo.drawing import draw
from zero_slate.demo.make import make_demo
from zero_slate.demo.story import ORCHARD
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.folders import find
from zero_slate.files.media.pictures import read_picture
from zero_slate.files.media.pixels.layer_sheet import LayerSheetRequest, layer_sheet
from zero_slate.files.media.pixels.small import PictureRequest, small_picture
from zero_slate.files.volume_files import list_folder
from zero_slate.services.runtime.executor import ProcessWork, each_of
from zero_slate.web.slate import Slate

SCREEN = 40
PLACES = 2
LAYERS = 24
SEQUENCES, FRAMES = 100, 100
FILES = 20_000
OIIOTOOL = Path(sys.executable).with_name("oiiotool")


def measure() -> Iterator[Figure]:
    """Measure each against its peer, or against what is promised."""
    with tempfile.TemporaryDirectory() as name:
        yield from _pictures(Path(name))
    with tempfile.TemporaryDirectory() as name:
        yield from _layers(Path(name))
    with tempfile.TemporaryDirectory() as name:
        yield from _folders(Path(name))
    with tempfile.TemporaryDirectory() as name:
        yield from _typing(Path(name))


def read_and_shrink(path: str) -> int:
    """Read a picture and shrink it with the library alone, by its quickest filter."""
    picture = oiio.ImageBuf(path)
    picture.read(force=True)
    roi = oiio.ROI(0, 320, 0, 180, 0, 1, 0, 4)
    return oiio.ImageBufAlgo.resize(picture, "box", 0, roi=roi).spec().width


def _pictures(folder: Path) -> Iterator[Figure]:
    paths = [_write(folder / f"a.{n:04d}.exr", n, 4) for n in range(SCREEN)]
    whole = Box(0, 0, 1, 1)
    through = ViewedThrough(f"ocio://{USUAL}", "ACEScg", "sRGB - Display", "ACES 1.0 - SDR Video")
    requests = [
        PictureRequest(
            path, None, 0, (0, 1, 2, 3), LayerKind.COLOUR, None,
            SmallPictureFrame(320, 180, whole, whole), through,
        )
        for path in paths
    ]  # fmt: skip
    work = ProcessWork(PLACES)
    # The library has threads of its own, which a fork would leave behind.
    with ProcessPoolExecutor(PLACES, mp_context=get_context("spawn")) as pool:

        def ours() -> None:
            for _, came in each_of(work, small_picture, requests, lambda _: None):
                assert isinstance(came, bytes)

        def theirs() -> None:
            assert list(pool.map(read_and_shrink, paths)) == [320] * SCREEN

        mine, other, ratio = against(ours, theirs, 5)
    work.close()
    yield Figure(f"{SCREEN} small pictures: read and shrunk by the library", other * 1000, " ms")
    yield Figure(f"{SCREEN} small pictures: seen through the view", mine * 1000, " ms")
    yield Figure(f"{SCREEN} small pictures: against the library", ratio, "×", 1.3)


def _layers(folder: Path) -> Iterator[Figure]:
    path = _write(folder / "layers.exr", 1, LAYERS)
    layers = layers_of(read_picture(Path(path)))
    small = str(folder / "small.exr")
    tool = [str(OIIOTOOL), path, "--printstats", "--resize:filter=box", "320x180", "-o", small]

    def ours() -> None:
        seen = layer_sheet(LayerSheetRequest(path, 1, False, layers, 240))
        assert not any(each.problem for each in seen)

    def theirs() -> None:
        subprocess.run(tool, check=True, stdout=subprocess.DEVNULL)

    mine, other, ratio = against(ours, theirs, 5)
    what = f"layers of {LAYERS} channels, 1080p"
    yield Figure(f"{what}: oiiotool's statistics and shrinking", other * 1000, " ms")
    yield Figure(f"{what}: laid out", mine * 1000, " ms")
    yield Figure(f"{what}: against oiiotool", ratio, "×", 1.3)


def _folders(folder: Path) -> Iterator[Figure]:
    volume = folder / "volume"
    many = volume / "many"
    many.mkdir(parents=True)
    for number in range(FILES):
        (many / f"plate_{number // 1000:02d}.{1001 + number % 1000}.exr").touch()

    def listed() -> None:
        found = find(list_folder(volume, many).files, many)
        assert len(found) == FILES // 1000

    took = statistics.median(seconds(listed, 5))
    yield Figure(f"a folder of {FILES:,} files: listed and gathered", took, " s", 1)
    tree = volume / "tree"
    content = Path(_write(folder / "one.exr", 1, 3, (64, 36))).read_bytes()
    for number in range(SEQUENCES):
        at = tree / f"SH_{number:04d}"
        at.mkdir(parents=True)
        for frame in range(1001, 1001 + FRAMES):
            (at / f"SH_{number:04d}_plate.{frame}.exr").write_bytes(content)
    slate = Slate(Config(home=folder / "home", volumes={"media": volume}, who="bench"))
    production = slate.productions.start("Bench", "", {"rate": {"rate": "24"}})

    def look(read: int) -> None:
        job = slate.passes.start(production, "media", "tree")
        while not job.ended:
            threading.Event().wait(0.002)
        assert job.results, job.message
        assert job.results[0].read == read, job.results

    start = time.perf_counter()
    look(SEQUENCES)
    first = time.perf_counter() - start
    again = statistics.median(seconds(partial(look, 0), 5))
    slate.close()
    yield Figure(f"a first pass over {SEQUENCES} sequences of {FRAMES}", first, " s")
    yield Figure("a second pass, nothing changed", again, " s", 1)


def _typing(home: Path) -> Iterator[Figure]:
    """Measure keystrokes on a sheet while pictures are made as fast as can be."""
    slate = Slate(make_demo(Config(home=home), reset=False, tell=lambda _: None))
    shot = next(each.id for each in slate.desk.page().recent if each.code == "FRO_0030")
    (plate,) = slate.elements.linked(shot)
    slate.close()
    served = Served(home, "bench")
    served.start()
    over = threading.Event()
    made = [0]

    def ask(first: int) -> None:
        for number in range(first, 100_000, 4):
            if over.is_set():
                return
            frame, width = 1001 + number % 90, 300 + number // 90
            where = f"/api/v1/shots/{shot}/elements/{plate.id}/picture"
            with suppress(OSError):
                urllib.request.urlopen(f"{served.root}{where}?frame={frame}&width={width}").read()
                made[0] += 1

    threads = [threading.Thread(target=ask, args=(first,)) for first in range(4)]
    for thread in threads:
        thread.start()
    try:
        shown = sorted(in_the_browser(f"{served.root}/s/{shot}"))
    finally:
        over.set()
        for thread in threads:
            thread.join()
        served.kill()
    assert made[0] > 20, "no pictures were made meanwhile"
    median = shown[len(shown) // 2]
    yield Figure("keystroke while pictures are made, median", median, " ms", 50)


def _write(path: Path, phase: int, channels: int, size: tuple[int, int] = (1920, 1080)) -> str:
    """Write half-float pixels with grain, zip compressed, as renders are."""
    rng = np.random.default_rng(phase)
    drawn = draw(ORCHARD.shots[0].scene, *size, phase % 8 / 8)
    grain = drawn + rng.normal(0, 0.01, drawn.shape).astype(np.float32)
    planes = np.concatenate([grain] * (-(-channels // 3)), axis=2)[:, :, :channels]
    spec = oiio.ImageSpec(*size, channels, "half")
    names = [f"pass{n // 3}.{'RGB'[n % 3]}" for n in range(channels)]
    spec.channelnames = ["R", "G", "B", "A"][:channels] if channels <= 4 else names
    spec.attribute("compression", "zip")
    output = oiio.ImageOutput.create(str(path))
    output.open(str(path), spec)
    output.write_image(planes.astype(np.float16))
    output.close()
    return os.fspath(path)
