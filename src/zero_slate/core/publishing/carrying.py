"""What a target can carry of a shot, setting by setting: what happens, and the nearest."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Any

from zero_slate.core.base.figures import counted, decimal, gigabytes, round_half_up, whole
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.colour.depth import SampleDepth
from zero_slate.core.media.element import Role
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.stand.views import ViewLayout
from zero_slate.core.targets.kinds import TargetKind
from zero_slate.core.targets.targets import Target
from zero_slate.core.targets.timing import Counts, Timed, timed
from zero_slate.core.time.rate import FrameRate


@dataclass(frozen=True, slots=True)
class Carried:
    """One thing of a shot against a target.

    `stops` tells whether the target can't be made with it; otherwise something is changed or lost
    where it isn't `carried`. `values` are settings that would put it right.
    """

    setting: str
    label: str
    asked: str
    carried: bool
    stops: bool = False
    happens: str = ""
    nearest: str = ""
    values: Mapping[str, Any] = field(default_factory=dict)


def carrying(context: ShotContext, target: Target, sounds: int = 0) -> tuple[Carried, ...]:
    """Return what a target carries of a shot, and what it can't, in the order of the sheet.

    `sounds` is how many sounds are linked to it.
    """
    kind = target.kind
    return (
        *_size(context, kind),
        *_shape(context, kind),
        *_scan(context, kind),
        _rate(context, kind),
        *_samples(context, kind),
        *_alpha(context, kind),
        _tags(context, kind),
        *_sound(sounds, kind),
        *_layers(context, kind),
        *_eyes(context, kind),
        *_grain(context, kind),
        *_length(context, target),
    )


def lacking(context: ShotContext, target: Target, sounds: int = 0) -> tuple[Carried, ...]:
    """Return only what a target can't carry."""
    return tuple(each for each in carrying(context, target, sounds) if not each.carried)


def ruled_out(kind: TargetKind) -> tuple[str, ...]:
    """Say what is ruled out of every shot's settings from now on."""
    said = []
    if kind.sizes:
        said.append(f"Size: all but {', '.join(map(str, kind.sizes))}")
    elif kind.even != (1, 1):
        said.append("Size: odd sides")
    if kind.rates:
        said.append(f"Rate: all but {', '.join(_rate_words(each) for each in kind.rates)}")
    elif kind.counts is Counts.HUNDREDTHS:
        said.append("Rate: over 50")
    if not kind.fields:
        said.append("Scan: fields")
    if not kind.shaped:
        said.append("Pixel aspect: all but 1:1")
    if not kind.alpha:
        said.append("Background: alpha")
    if not kind.light:
        said.append("Light over 1.0")
    if not kind.sound:
        said.append("Sound")
    return tuple(said)


def carried_size(kind: TargetKind, size: Size) -> Size:
    """Return the size that a target takes which is nearest to a size."""
    if kind.sizes:
        return min(kind.sizes, key=lambda each: _apart(each, size))
    scale = Fraction(1)
    longest = max(size.width, size.height)
    if longest > kind.largest:
        scale = Fraction(kind.largest, longest)
    near = _even(Size(max(1, int(size.width * scale)), max(1, int(size.height * scale))), kind)
    while kind.most and near.pixels > kind.most:
        near = _even(Size(near.width * 99 // 100, near.height * 99 // 100), kind)
    return near


def carried_rate(kind: TargetKind, rate: Fraction) -> Timed:
    """Return what a rate becomes in a target."""
    if kind.rates and rate not in kind.rates:
        return Timed(min(kind.rates, key=lambda each: abs(each - rate)), 0, ())
    return timed(kind.counts, rate)


def _even(size: Size, kind: TargetKind) -> Size:
    across, down = kind.even
    width = max(across, size.width // across * across)
    height = max(down, size.height // down * down)
    # A side grows by a pixel rather than losing one, where there is room.
    if width < size.width and width + across <= kind.largest:
        width += across
    if height < size.height and height + down <= kind.largest:
        height += down
    return Size(width, height)


def _apart(one: Size, other: Size) -> tuple[float, int]:
    shape = abs(one.width / one.height - other.width / other.height)
    return (round(shape, 3), abs(one.pixels - other.pixels))


def _size(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    setup = context.setup
    size = setup.views.size(setup.canvas) if setup.eyes.are_there else setup.canvas
    near = carried_size(kind, size)
    if near == size:
        yield _yes("canvas", str(size))
        return
    if kind.sizes:
        happens = f"It takes {', '.join(map(str, kind.sizes))} only: the picture is put inside one."
    elif max(size.width, size.height) > kind.largest:
        happens = f"A side has {whole(kind.largest)} pixels at most: it is made smaller."
    elif kind.most and size.pixels > kind.most:
        happens = f"It takes {whole(kind.most)} pixels at most: it is made smaller."
    else:
        odd = [word for word, side in (("width", size.width), ("height", size.height)) if side % 2]
        happens = (
            f"Its colour is sampled at half: an odd {' and '.join(odd)} can't be. "
            f"A row of pixels is added to make {near}."
        )
    values = {} if setup.eyes.are_there else {"canvas": near}
    yield _no("canvas", str(size), happens, str(near), values)


def _shape(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    raster = context.setup.raster
    if kind.shaped or raster.pixel_aspect == 1:
        return
    shown = Size(round_half_up(raster.shown_width), raster.height)
    yield _no(
        "pixel_aspect",
        str(SETTINGS["pixel_aspect"].kind.show(raster.pixel_aspect)),
        f"Its pixels are square: the picture is made {shown} to keep its shape.",
        "1:1",
        {"pixel_aspect": Fraction(1), "canvas": carried_size(kind, shown)},
    )


def _scan(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    scan = context.setup.scan
    if not scan.interlaced:
        return
    if kind.fields:
        yield _yes("scan", str(scan))
        return
    yield _no(
        "scan", str(scan), "It holds whole pictures: both fields show at once, as combs.",
        str(ScanMode.PROGRESSIVE), {"scan": ScanMode.PROGRESSIVE},
    )  # fmt: skip


def _rate(context: ShotContext, kind: TargetKind) -> Carried:
    rate = context.setup.rate
    if not kind.moving:
        return _yes("rate", str(rate))
    came = carried_rate(kind, rate.fraction)
    if came.rate == rate.fraction:
        return _yes("rate", str(rate))
    off = came.off(rate.fraction) * 100
    how = f"{decimal(abs(off), 2)} % {'fast' if off > 0 else 'slow'}"
    near = _rate_words(came.rate)
    if kind.counts is Counts.RATES:
        happens = f"It takes {len(kind.rates)} rates, not this one: at {near} it plays {how}."
    else:
        turns = f" In turns, {' '.join(map(str, came.turns))}, it is exact."
        happens = (
            f"It counts in {kind.counts}: held at {came.held} it is {near}, {how}."
            f"{turns if came.turns and len(came.turns) <= 12 else ''}"
        )
    try:
        nearest: dict[str, Any] = {"rate": FrameRate(came.rate)}
    except ValueError:
        nearest = {}
    return _no("rate", str(rate), happens, near, nearest)


def _samples(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    setup = context.setup
    depth = setup.working_depth
    asked = f"{depth} light" if depth.floating else str(depth)
    if depth.floating and not kind.light:
        yield replace(
            _no(
                "working_depth", asked,
                f"It holds codes of {kind.bits} bits: what the view makes of light, and nothing "
                "over 1.0.",
                f"{kind.bits}-bit", {},
            ),
            carried=True,
        )  # fmt: skip
    elif setup.artwork_depth is not SampleDepth.INT8 and kind.bits == 8:
        yield replace(
            _no(
                "artwork_depth", str(setup.artwork_depth),
                "It keeps 256 codes: long ramps can band.", "8-bit", {},
            ),
            carried=True,
        )  # fmt: skip


def _alpha(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    background = context.setup.background
    if not background.alpha:
        return
    words = SETTINGS["background"].kind.show(background)
    opaque = {"background": replace(background, alpha=False)}
    if not kind.alpha:
        yield _no(
            "background", words, "It has no alpha: the background's colour shows.",
            "no alpha", opaque,
        )  # fmt: skip
    elif kind.alpha == 1:
        yield _no(
            "background", words, "A pixel is clear or covered, nothing between: soft edges step.",
            "no alpha", opaque,
        )  # fmt: skip
    else:
        yield _yes("background", words)


def _tags(context: ShotContext, kind: TargetKind) -> Carried:
    viewing = context.setup.viewing
    words = f"{viewing.display}, {viewing.view}"
    if kind.tags:
        return _yes("viewing", words)
    return replace(
        _no("viewing", words, "It doesn't say what its codes are: screens take them as sRGB.",
            "sRGB", {}),
        carried="srgb" in viewing.display.lower(),
    )  # fmt: skip


def _sound(sounds: int, kind: TargetKind) -> Iterator[Carried]:
    if sounds:
        words = counted(sounds, "sound")
        yield (
            Carried("", "Sound", words, True)
            if kind.sound
            else Carried("", "Sound", words, False, False, "It is silent.", "a file beside it")
        )


def _layers(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    drawn = [
        each for each in context.elements
        if each.on and each.role not in (Role.SOUND, Role.DATA, Role.REFERENCE)
    ]  # fmt: skip
    if len(drawn) > 1 and kind.layers:
        yield Carried("", "Layers", counted(len(drawn), "element"), True)


def _eyes(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    setup = context.setup
    if not setup.eyes.are_there:
        return
    words = str(setup.views)
    if setup.views is ViewLayout.TWO and not kind.eyes:
        yield _no(
            "views", words, "It holds one picture at a time: each eye needs a file of its own.",
            str(ViewLayout.BESIDE), {"views": ViewLayout.BESIDE},
        )  # fmt: skip
    elif setup.views.glasses and kind.even == (2, 2):
        yield _no(
            "views", words, "Colour is sampled at half, and the two pictures with it: they leak "
            "into each other.", str(ViewLayout.BESIDE), {"views": ViewLayout.BESIDE},
        )  # fmt: skip
    elif setup.views.squeeze != (1, 1):
        shape = SETTINGS["pixel_aspect"].kind.show(setup.views.pixel_aspect(setup.pixel_aspect))
        yield replace(
            _no(
                "views", words, f"Each picture is squeezed to a pixel aspect of {shape}: whoever "
                "plays it has to be told.", "", {},
            ),
            carried=True,
        )  # fmt: skip
    else:
        yield _yes("views", words)


def _grain(context: ShotContext, kind: TargetKind) -> Iterator[Carried]:
    grain = context.setup.grain
    if not grain.is_there:
        return
    if kind.name == "GIF":
        yield _no("grain", str(grain), "256 colours can't hold it: it becomes dots.", "none", {})
    elif kind.lossy:
        yield replace(
            _no("grain", str(grain), "Some of it is lost: Finish tries how much.", "", {}),
            carried=True,
        )
    else:
        yield _yes("grain", str(grain))


def _length(context: ShotContext, target: Target) -> Iterator[Carried]:
    setup, kind = context.setup, target.kind
    words = counted(setup.delivered_length, "frame")
    if not target.megabits:
        yield _yes("work_range", words)
        return
    bits = target.megabits * 10**6 * setup.delivered_length / setup.rate.fraction
    size = round_half_up(bits / 8)
    if kind.bytes is not None and size > kind.bytes:
        yield _no(
            "work_range", words, f"{gigabytes(size)} are over its {gigabytes(kind.bytes)}.", "", {}
        )
    else:
        yield _yes("work_range", f"{words}, {gigabytes(size)}")


def _yes(setting: str, asked: str) -> Carried:
    return Carried(setting, SETTINGS[setting].label, asked, True)


def _no(setting: str, asked: str, happens: str, nearest: str, values: Mapping[str, Any]) -> Carried:
    stops = setting in ("canvas", "views")
    return Carried(setting, SETTINGS[setting].label, asked, False, stops, happens, nearest, values)


def _rate_words(rate: Fraction) -> str:
    return decimal(rate, 3, trim=True)
