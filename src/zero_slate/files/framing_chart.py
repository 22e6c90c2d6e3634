"""The framing chart: guides at canvas size, pixel aspect in its header, to load as a layer."""

import tempfile
from pathlib import Path

import OpenImageIO as oiio

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.ratio import write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.guides import FIELDS, SAFE_AREAS, field_size
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.settings.models.setup import Setup

# A chart past this many pixels would take gigabytes while it is drawn.
MOST_PIXELS = 67_108_864
LINE = (0.0, 0.0, 0.0, 1.0)
GUIDE = (0.21, 0.48, 0.65, 1.0)
FORMS = {"png": "uint8", "exr": "half"}


def write_chart(setup: Setup, form: str) -> bytes:
    """Return the framing chart of a setup as `png` or `exr`: lines on transparent ground.

    The picture has the canvas's size; its header states the pixel aspect, and the rate in EXR.
    Raises Refusal for a form that there isn't, and for a canvas too large to draw.
    """
    if form not in FORMS:
        raise Refusal(f"A chart is written as {' or '.join(FORMS)}, not “{form}”.", nearest="png")
    raster = setup.raster
    if setup.canvas.pixels > MOST_PIXELS:
        raise Refusal(
            f"A chart of {setup.canvas} is too large to draw: it takes at most {MOST_PIXELS:,} "
            "pixels."
        )
    spec = oiio.ImageSpec(raster.width, raster.height, 4, FORMS[form])
    spec.channelnames = ("R", "G", "B", "A")
    spec.attribute("PixelAspectRatio", float(raster.pixel_aspect))
    if form == "png":
        # PNG has no pixel aspect but whole pixels a unit, across and down (ISO/IEC 15948, pHYs).
        across, down = raster.pixel_aspect.denominator, raster.pixel_aspect.numerator
        times = max(1, 10_000 // max(across, down))
        spec.attribute("ResolutionUnit", "none")
        spec.attribute("XResolution", float(across * times))
        spec.attribute("YResolution", float(down * times))
    spec.attribute("Software", "Zero Slate")
    if form == "exr":
        spec.attribute("compression", "zip")
        ratio = (setup.rate.fraction.numerator, setup.rate.fraction.denominator)
        spec.attribute("FramesPerSecond", oiio.TypeDesc("rational"), ratio)
    image = oiio.ImageBuf(spec)
    oiio.ImageBufAlgo.zero(image)
    _draw(image, setup, raster)
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / f"chart.{form}"
        if not image.write(str(path)):
            raise Refusal(f"The chart can't be written: {image.geterror()}")
        return path.read_bytes()


def _draw(image: "oiio.ImageBuf", setup: Setup, raster: Raster) -> None:
    width, height = raster.width, raster.height
    weight = max(1, min(width, height) // 540)

    def box(x: int, y: int, wide: int, tall: int, colour: tuple[float, ...]) -> None:
        for n in range(weight):
            oiio.ImageBufAlgo.render_box(
                image, x + n, y + n, x + wide - 1 - n, y + tall - 1 - n, colour, False
            )

    def across(y: int, colour: tuple[float, ...]) -> None:
        oiio.ImageBufAlgo.render_box(image, 0, y, width - 1, y + weight - 1, colour, True)

    def down(x: int, colour: tuple[float, ...]) -> None:
        oiio.ImageBufAlgo.render_box(image, x, 0, x + weight - 1, height - 1, colour, True)

    size = max(10, min(width, height) // 45)

    def write(x: int, y: int, words: str) -> None:
        oiio.ImageBufAlgo.render_text(image, x, y, words, size, "", LINE)

    guides = setup.guides
    if "fields" in guides:
        field, tall = field_size(raster)
        for n in range(1, FIELDS):
            down(int(field * n), GUIDE)
        for n in range(int(height / tall / 2) + 1):
            for y in {height // 2 - int(tall * n), height // 2 + int(tall * n)}:
                if 0 <= y < height:
                    across(y, GUIDE)
    if "thirds" in guides:
        for n in (1, 2):
            down(width * n // 3, GUIDE)
            across(height * n // 3, GUIDE)
    for name, share in SAFE_AREAS.items():
        if name in guides:
            wide, high = round(width * share), round(height * share)
            box((width - wide) // 2, (height - high) // 2, wide, high, GUIDE)
    for mask in guides.masks:
        wide, high = mask.kept(raster)
        x, y = (width - wide) // 2, (height - high) // 2
        box(x, y, wide, high, LINE)
        write(x + size // 2, y + high - size // 2, f"{mask.written}  {wide} x {high}")
    if "centre" in guides:
        arm = min(width, height) // 30
        oiio.ImageBufAlgo.render_line(
            image, width // 2 - arm, height // 2, width // 2 + arm, height // 2, LINE
        )
        oiio.ImageBufAlgo.render_line(
            image, width // 2, height // 2 - arm, width // 2, height // 2 + arm, LINE
        )
    box(0, 0, width, height, LINE)
    shape = decimal(raster.display_aspect, 2)
    words = f"{setup.code}  {width} x {height}  {write_ratio(raster.pixel_aspect)}  {shape}"
    write(size, size + size // 4, f"{words}  {setup.rate} fps")
