"""What is made of stacks: staged in depth, softened, finished, grain tried."""

import tempfile
import time
from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from pathlib import Path

import numpy as np
import OpenImageIO as oiio

from bench.figures import Figure, seconds
from zero_slate.core.canvas.raster import Size
from zero_slate.core.finish.finish import Finish
from zero_slate.core.finish.grain import Grain
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.eyes import Eyes, parallax_share
from zero_slate.core.stand.focus import Focus, softness_over
from zero_slate.core.stand.moves import Move
from zero_slate.core.stand.order import Line, against_stack
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.media.pixels.composing import ComposedLayer, ComposeRequest, composed
from zero_slate.files.media.pixels.frames import FrameRequest
from zero_slate.files.media.pixels.made.compressing import EncodeRequest, encode_pair
from zero_slate.files.media.pixels.made.pictures import made_picture
from zero_slate.files.media.pixels.made.plain_codes import CodesRequest, even_codes
from zero_slate.files.media.pixels.treatments.finishing import Laid, finished
from zero_slate.services.runtime.executor import ProcessWork

ELEMENTS, FRAMES = 40, 500
SOFT = 12
HD = Size(1920, 1080)
# As wide as the stand shows it, and the middle that grain is tried on.
SEEN, THIRD = 3, 3
TRIED = 24


def measure() -> Iterator[Figure]:
    """Measure the reckoning, and then pixels."""
    yield Figure("stand, parallax and order of 40 over 500 frames", _stand() * 1000, " ms", 5)
    with tempfile.TemporaryDirectory() as name:
        layers = _layers(Path(name))
        request = ComposeRequest(0, 0, HD, layers, reduced=SEEN)
        took = min(seconds(lambda: made_picture(request, None), 5))
        yield Figure("softness of 12 elements at 1080p seen", took, " s", 0.5)
        light = composed(ComposeRequest(0, 0, HD, layers[1:2])).copy()
        laid = Laid(Finish.parse("fills wash 60 % at 24 px, lines chalk, edges dry brush"))
        took = min(seconds(lambda: finished(light, laid, 0, 0), 3))
        yield Figure("finish of a frame of 1080p", took, " s", 0.4)
        yield Figure("grain tried on 24 frames of 1080p", _grain(layers[:3], name), " s", 6)


def _stand() -> float:
    camera, focus = Camera.parse("50 mm"), Focus.parse("f/2 at 3 m on 1001 to 6 m on 1400")
    eyes = Eyes.parse("65 mm at 4 m, screen 10 m from 12 m")
    moves = [
        Move(((1001, Fraction(40 - n)), (1100 + n, Fraction(20 + n)), (1500, Fraction(3 + n, 2))))
        for n in range(ELEMENTS)
    ]
    travel = Move(((1001, Fraction(0)), (1500, Fraction(1))))
    work = FrameRange.starting(1001, FRAMES)
    lines = [Line(move, travel) for move in moves]

    def reckon() -> None:
        frames = np.arange(work.first, work.last + 1, dtype=np.float64)
        away = np.array([move.over(frames) for move in moves]) - travel.over(frames)
        softness_over(camera, focus, away, frames, HD.width)
        parallax_share(camera, eyes, away)
        against_stack(lines, work)

    return min(seconds(reckon, 20))


def _layers(folder: Path) -> tuple[ComposedLayer, ...]:
    """Write elements of the whole canvas, each covering half of it, and stage them."""
    chance = np.random.default_rng(1)
    found = []
    for number in range(SOFT):
        pixels = chance.random((HD.height, HD.width, 4), np.float32).astype(np.float16)
        pixels[:, :, 3] = 1
        if number:
            left = 80 * number
            pixels[:, :left] = pixels[:, left + 960 :] = 0
        path = folder / f"{number}.exr"
        spec = oiio.ImageSpec(HD.width, HD.height, 4, "half")
        output = oiio.ImageOutput.create(str(path))
        output.open(str(path), spec)
        output.write_image(pixels)
        output.close()
        request = FrameRequest(str(path), 0, (0, 1, 2, 3))
        found.append(ComposedLayer(request, None, 0, 0, HD.width, HD.height, soft=6.0 + 2 * number))
    return tuple(found)


def _grain(layers: tuple[ComposedLayer, ...], folder: str) -> float:
    """Return how long the frames of a trial take to be made, and to be encoded both ways."""
    sharp = tuple(replace(each, soft=0.0) for each in layers)
    part = Size(HD.width // THIRD, HD.height // THIRD)
    request = ComposeRequest(part.width, part.height, part, sharp)
    work = ProcessWork()
    path = str(Path(folder, "codes.npy"))
    try:
        work.submit(even_codes, CodesRequest(0, request, None)).result()
        begun = time.perf_counter()
        made = [
            work.submit(even_codes, CodesRequest(number, request, None)) for number in range(TRIED)
        ]
        np.save(path, np.stack([each.result() for each in made]))
        grain = Grain.parse("4 % at 1.5 px")
        asked = EncodeRequest(path, grain, 1.0, 1001, "H.264 movie", 1.0, Fraction(24), True)
        work.submit(encode_pair, asked).result()
        return time.perf_counter() - begun
    finally:
        work.close()
