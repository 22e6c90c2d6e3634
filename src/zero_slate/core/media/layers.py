"""The layers of a picture file: its channels, gathered by part, view and name, and told apart.

Names follow *OpenEXR: Technical Introduction*: `layer.channel`, and in files of several views
`layer.view.channel`, where a channel without a view belongs to the first.
"""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from zero_slate.core.media.header import Channel, Header

# How channels of one layer follow on one another.
_ORDER = ("R", "G", "B", "Y", "RY", "BY", "A", "X", "Z", "U", "V", "W")
_COLOUR = frozenset(("R", "G", "B", "Y", "RY", "BY", "A"))
_LONG = {"red": "R", "green": "G", "blue": "B", "alpha": "A"}
# What the picture itself is called where its part or layer has a name.
_PLAIN = frozenset(("", "rgba", "rgb", "beauty", "main", "color", "colour", "default"))


class LayerKind(StrEnum):
    """What the values of a layer are."""

    COLOUR = "colour"
    ALPHA = "alpha"
    MATTE = "matte"
    DEPTH = "depth"
    NORMALS = "normals"
    POSITION = "position"
    MOTION = "motion"
    IDS = "ids"
    DATA = "data"

    @property
    def is_data(self) -> bool:
        """Whether its values are no colour, and never colour managed."""
        return self is not LayerKind.COLOUR


# What layers of a kind are called, in words and parts of words that several programs use.
_NAMES: tuple[tuple[LayerKind, frozenset[str]], ...] = (
    (LayerKind.DEPTH, frozenset(("z", "depth", "zdepth", "zbuffer", "zback", "depthz"))),
    (LayerKind.NORMALS, frozenset(("n", "normal", "normals", "nrm", "norm"))),
    (LayerKind.POSITION, frozenset(("p", "position", "positions", "pos", "point", "worldposition",
                                    "pworld", "pref", "uv", "st"))),
    (LayerKind.MOTION, frozenset(("motion", "motionvector", "motionvectors", "vector", "vectors",
                                  "velocity", "speed", "mv", "forward", "backward", "flow"))),
    (LayerKind.IDS, frozenset(("id", "ids", "objectid", "materialid", "instanceid", "crypto",
                               "index"))),
    (LayerKind.MATTE, frozenset(("matte", "mattes", "mask", "masks", "holdout", "key",
                                 "coverage"))),
    (LayerKind.ALPHA, frozenset(("a", "alpha", "opacity"))),
)  # fmt: skip
_WORD = re.compile(r"[A-Z]+(?![a-z])|[A-Z]?[a-z]+")


@dataclass(frozen=True, slots=True)
class Layer:
    """Channels of a file that belong together.

    `part` counts the file's pictures from 0, and `places` are the channels in that one. `view` is
    empty in files of one view.
    """

    name: str
    kind: LayerKind
    part: int
    view: str
    channels: tuple[Channel, ...]
    places: tuple[int, ...]

    @property
    def key(self) -> str:
        """What tells it apart in its file, whatever part it lies in."""
        return f"{self.view}/{self.name}" if self.view else self.name

    @property
    def type(self) -> str:
        """The types of its samples: `half`, or each where they differ."""
        return " ".join(dict.fromkeys(channel.type for channel in self.channels))


def layers_of(header: Header) -> tuple[Layer, ...]:
    """Return the layers of a file, the picture itself first; alpha is one by itself as well."""
    found: list[Layer] = []
    parts = header.parts
    if not parts:
        found += _of_part(0, "", "", header.channels, header.views)
    for number, part in enumerate(parts):
        found += _of_part(number, part.name, part.view, part.channels, header.views)
    return tuple(_named_apart(found))


def picture_layer(header: Header, view: str = "") -> Layer | None:
    """Return the layer that is looked at: the first of colour of a view, or else the first."""
    layers = [each for each in layers_of(header) if not view or each.view in ("", view)]
    of_view = [each for each in layers if each.view == view] or layers
    colour = (each for each in of_view if each.kind is LayerKind.COLOUR)
    return next(colour, of_view[0] if of_view else None)


def places_with_alpha(header: Header, layer: Layer) -> tuple[int, ...]:
    """Return the channels of a layer; those of the picture itself with its alpha behind them."""
    if layer.kind is not LayerKind.COLOUR or len(layer.places) != 3 or layer.name:
        return layer.places
    for other in layers_of(header):
        same = (other.part, other.view) == (layer.part, layer.view)
        if other.kind is LayerKind.ALPHA and same:
            return (*layer.places, *other.places[:1])
    return layer.places


def _of_part(
    number: int, part: str, view: str, channels: tuple[Channel, ...], views: tuple[str, ...]
) -> Iterable[Layer]:
    gathered: dict[tuple[str, str], list[tuple[str, Channel, int]]] = {}
    inside = part.removesuffix(f".{view}").removeprefix(f"{view}.") if view else part
    inside = "" if inside.lower() in _PLAIN or inside == view else inside
    for place, channel in enumerate(channels):
        layer, own_view, last = _split(channel.name, views)
        layer = "" if layer.lower() in _PLAIN else layer
        of_view = view or own_view or (views[0] if views and not layer else "")
        gathered.setdefault((of_view, layer or inside), []).append((last, channel, place))
    for (of_view, name), members in gathered.items():
        yield from _gathered(number, of_view, name, members)


def _split(name: str, views: tuple[str, ...]) -> tuple[str, str, str]:
    """Return the layer, the view and the last word of a channel's name."""
    *front, last = name.split(".")
    view = ""
    if front and front[-1] in views:
        view = front.pop()
    return ".".join(front), view, last


def _gathered(
    number: int, view: str, name: str, members: list[tuple[str, Channel, int]]
) -> Iterable[Layer]:
    """Make layers of channels that share a name; without one, what is no colour stands alone."""
    if name:
        yield _layer(number, view, name, members)
        return
    last_words = {_short(last) for last, *_ in members}
    # Luma and two differences of colour, as movies keep a picture.
    colour = _COLOUR | {"U", "V"} if {"Y", "U", "V"} <= last_words else _COLOUR
    picture = [each for each in members if _short(each[0]) in colour]
    if any(_short(last) != "A" for last, *_ in picture):
        yield _layer(number, view, "", picture)
    for each in members:
        short = _short(each[0])
        if short == "A":
            yield _layer(number, view, "alpha", [each])
        elif short not in colour:
            yield _layer(number, view, {"Z": "depth"}.get(each[0], each[0]), [each])


def _layer(number: int, view: str, name: str, members: list[tuple[str, Channel, int]]) -> Layer:
    # Beside X, Y is a direction; without it, it is luma.
    directions = any(_short(last) == "X" for last, *_ in members)
    members = sorted(
        members, key=lambda each: ("" if directions else f"{_rank(each[0]):02d}", each[2])
    )
    channels = tuple(channel for _, channel, _ in members)
    short = "".join(_short(last) for last, *_ in members)
    kind = _kind(name, channels) if name else LayerKind.COLOUR
    places = tuple(place for *_, place in members)
    return Layer(name or short, kind, number, view, channels, places)


def _short(last: str) -> str:
    return _LONG.get(last.lower(), last if len(last) > 1 else last.upper())


def _rank(last: str) -> int:
    short = _short(last)
    return _ORDER.index(short) if short in _ORDER else len(_ORDER)


def _kind(name: str, channels: tuple[Channel, ...]) -> LayerKind:
    """Tell what a layer is by its type and its name; one that nothing is known of is colour.

    Whole numbers of 32 bits are ids, whatever they are called. A layer of one channel is no colour.
    """
    if all(channel.type == "32-bit integer" for channel in channels):
        return LayerKind.IDS
    words = {word.lower() for word in _WORD.findall(name)} | {name.lower()}
    for kind, names in _NAMES:
        if words & names:
            return kind
    return LayerKind.COLOUR if len(channels) > 2 else LayerKind.DATA


def kind_by_values(layer: Layer, least: float | None, greatest: float | None) -> LayerKind:
    """Tell by its values whether a layer that is taken for colour can be one.

    A nameless picture stays colour. Light isn't far below 0: three channels from −1 to 1 that go
    down to −0.5 are directions, others are data.
    """
    if layer.kind is not LayerKind.COLOUR or layer.name.isupper() or least is None:
        return layer.kind
    if least >= -0.5 or greatest is None:
        return layer.kind
    near = least >= -1.01 and greatest <= 1.01
    return LayerKind.NORMALS if near and len(layer.channels) == 3 else LayerKind.DATA


def _named_apart(layers: list[Layer]) -> Iterable[Layer]:
    """Give layers that share a name in a view a number, so that each can be asked for."""
    seen: dict[str, int] = {}
    for layer in layers:
        times = seen[layer.key] = seen.get(layer.key, 0) + 1
        if times == 1:
            yield layer
        else:
            name = f"{layer.name} {times}"
            yield Layer(name, layer.kind, layer.part, layer.view, layer.channels, layer.places)
