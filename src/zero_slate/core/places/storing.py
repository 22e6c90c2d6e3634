"""What of a shot a way to store frames can't hold, and which of its settings follow from it."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

from zero_slate.core.base.figures import decimal, whole
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Size
from zero_slate.core.colour.depth import FINE, SampleDepth, VideoDepth, holds
from zero_slate.core.media.element import Role
from zero_slate.core.media.layers import LayerKind, layers_of
from zero_slate.core.media.light_copy import LightCopies
from zero_slate.core.media.storage import Chroma, Storage
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext

_MADE = (Role.ARTWORK, Role.RENDER, Role.MATTE, Role.DATA)


@dataclass(frozen=True, slots=True)
class Unheld:
    """Something of a shot that a way to store frames can't hold."""

    code: str
    """What it is, as `storing.alpha`."""
    severity: str
    """`stop` where frames can't be written so, `warn` where something is lost, else `note`."""
    words: str
    """The same in a sentence."""
    beside: str
    """What stays possible beside it; empty where nothing does."""


def unheld(context: ShotContext, storage: Storage) -> tuple[Unheld, ...]:
    """Return what of a shot can't be stored so, what stops the work first."""
    setup = context.setup
    found = [
        *_sizes(setup, storage),
        *_time(setup, storage),
        *_layers(context, storage),
        *_values(setup, storage),
    ]
    return tuple(sorted(found, key=lambda each: ("stop", "warn", "note").index(each.severity)))


def _stop(code: str, words: str, beside: str = "") -> Unheld:
    return Unheld(f"storing.{code}", "stop", words, beside)


def _lost(code: str, words: str, beside: str = "") -> Unheld:
    return Unheld(f"storing.{code}", "warn", words, beside)


def _sizes(setup: Setup, storage: Storage) -> Iterator[Unheld]:
    canvas = setup.canvas
    across, down = storage.chroma.even
    if canvas.width % across or canvas.height % down:
        odd = "width" if canvas.width % across else "height"
        value = canvas.width if odd == "width" else canvas.height
        near = Size(canvas.width + canvas.width % across, canvas.height + canvas.height % down)
        yield _stop(
            f"odd-{odd}",
            f"{storage.chroma} halves the {odd}, and {value} is odd: {near} would do.",
            f"{Chroma.FULL} takes any size",
        )
    for side in (canvas.width, canvas.height):
        if storage.largest is not None and side > storage.largest:
            yield _stop(
                "too-large",
                f"{whole(side)} pixels are more than the {whole(storage.largest)} that it takes.",
            )
            return
    if storage.most is not None and canvas.pixels > storage.most:
        yield _stop(
            "too-many-pixels",
            f"{canvas} are {whole(canvas.pixels)} pixels; it takes {whole(storage.most)}.",
        )
    if min(canvas.width, canvas.height) < storage.smallest:
        yield _stop("too-small", f"{canvas} is smaller than the {storage.smallest} that it takes.")
    if not storage.beyond and any(setup.overscan.edges(canvas)):
        drawn = setup.overscan.around(canvas)
        yield _lost(
            "overscan",
            f"It has no data window: overscan makes every picture {drawn}, to be cropped later.",
        )


def _time(setup: Setup, storage: Storage) -> Iterator[Unheld]:
    rate = setup.rate.fraction
    if storage.rates is not None and rate not in storage.rates:
        near = min(storage.rates, key=lambda each: abs(each - rate))
        yield _stop(
            "rate",
            f"It doesn't run at {setup.rate}; the nearest that it takes is "
            f"{decimal(near, 3, trim=True)}.",
        )
    if setup.scan.interlaced and not storage.fields:
        said = "It doesn't say which field is first: whoever opens it has to be told."
        yield Unheld("storing.fields", "note", said, "")
    if not storage.timecode:
        also = " Its file name has the frame." if not storage.movie else ""
        yield Unheld("storing.timecode", "note", f"It holds no timecode.{also}", "")


def _layers(context: ShotContext, storage: Storage) -> Iterator[Unheld]:
    made = [each for each in context.elements if each.on and each.role in _MADE]
    code = context.setup.code
    layers = [(each, layers_of(each.media.header)) for each in made]
    with_alpha = [
        each.short_name(code)
        for each, its in layers
        if any(layer.kind is LayerKind.ALPHA for layer in its)
    ]
    if not storage.alpha and (with_alpha or context.setup.background.alpha):
        of = f" of {', '.join(with_alpha[:3])}" if with_alpha else ""
        yield _lost("alpha", f"The alpha{of} isn't kept.", "a matte of its own, as PNG 8-bit")
    data = [
        (each.short_name(code), layer)
        for each, its in layers
        for layer in its
        if layer.kind.is_data and layer.kind is not LayerKind.ALPHA
    ]
    if data and not storage.layers:
        name, layer = data[0]
        more = f" and {len(data) - 1} more layers" if len(data) > 1 else ""
        yield _lost(
            "layers",
            f"{layer.kind.value.capitalize()} of {name}, {layer.type}{more}, can't go with it.",
            "OpenEXR float ZIP for data",
        )
    deep = [
        (name, layer)
        for name, layer in data
        if "float" in layer.type and storage.layers and storage.samples is SampleDepth.HALF
    ]
    if deep:
        name, layer = deep[0]
        yield Unheld(
            "storing.float-layer",
            "note",
            f"{layer.kind.value.capitalize()} of {name} is float: half keeps 1,024 steps of each "
            "doubling, and nothing over 65,504.",
            "OpenEXR float ZIP for data",
        )
    views = {each.view for each in made if each.view} | {
        view for each in made for view in each.media.header.views
    }
    if len(views) > 1 and not storage.layers:
        yield _lost(
            "views",
            f"Of {' and '.join(sorted(views))}, it holds one a file.",
            "a folder or a name for each view",
        )


def _values(setup: Setup, storage: Storage) -> Iterator[Unheld]:
    worked, kept = holds(setup.working_depth), storage.holds
    if worked.greatest > 1.0 and kept.greatest <= 1.0:
        yield _lost(
            "over-one",
            "Values over 1.0 are cut off, or squeezed by a view: it holds display codes.",
            "OpenEXR half ZIP for the work, this for the screen",
        )
    if worked.steps > kept.steps and kept.steps < FINE:
        yield _lost(
            "steps", f"It keeps {kept.steps} of {worked.steps:,} steps in the stop over grey."
        )


@dataclass(frozen=True, slots=True)
class Following:
    """A setting that goes with a way to store frames, and may be kept as it is."""

    setting: str
    """The setting's key."""
    value: Any
    """What it would be."""
    why: str
    """Why."""


def following(setup: Setup, storage: Storage) -> tuple[Following, ...]:
    """Return the settings that would follow a way to store frames, where they differ from it."""
    asked: list[Following] = []
    if not storage.beyond:
        asked.append(Following("overscan", Overscan(), "it has no data window to hold it"))
    if not storage.alpha:
        opaque = replace(setup.background, alpha=False)
        asked.append(Following("background", opaque, "it holds no alpha"))
    if storage.movie and storage.bits <= 12:
        bits = VideoDepth(f"{storage.bits}-bit")
        asked.append(Following("video_depth", bits, "video is as deep as what it is stored as"))
    if storage.light:
        none = LightCopies.parse("none")
        asked.append(Following("light_copies", none, "it is as light to play itself"))
    return tuple(each for each in asked if getattr(setup, each.setting) != each.value)


def follow_texts(follow: Following) -> dict[str, str]:
    """Return what would be typed for a setting that follows, by its parts."""
    return SETTINGS[follow.setting].kind.texts(follow.value)
