"""How an element of a shot is read: its colour space, and what told it."""

from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.colour.read_as import FileSaid, ReadAs, read_as
from zero_slate.core.media.element import Element
from zero_slate.core.media.layers import Layer, picture_layer
from zero_slate.core.settings.models.setup import Setup


def read_element(
    setup: Setup, names: ColourNames | None, element: Element, layer: Layer | None = None
) -> ReadAs | None:
    """Return how a layer of an element is read, or its picture; None for data, which isn't."""
    header = element.media.header
    layer = layer or picture_layer(header, element.view)
    if layer is None or layer.kind.is_data:
        return None
    if names is None:
        return ReadAs(None, "the colour config can't be read")
    said = FileSaid(
        header.color_space,
        header.primaries,
        header.transfer,
        layer.channels[0].type if layer.channels else "",
        element.role,
        str(element.media.kind),
        element.media.name,
        element.folder,
    )
    exception = (element.space, element.space_reason)
    return read_as(said, names, setup.working_space, setup.read_rules, exception)
