"""The colour config in use, in words."""

from zero_slate.core.base.figures import counted
from zero_slate.core.colour.config_names import ConfigInUse


def config_words(config: ConfigInUse) -> str:
    """Say which config it is, from where, its version and its fingerprint."""
    held = f", held by {config.held}" if config.held else ""
    if config.names is None:
        return f"{config.name} ({config.where}{held}), which can't be read"
    return (
        f"{config.name} ({config.where}{held}), version {config.version}, "
        f"fingerprint {config.fingerprint}"
    )


def config_holds(config: ConfigInUse) -> str:
    """Say how much a config that can be read offers."""
    names = config.names
    if names is None:
        return ""
    spaces = counted(len(names.shown_spaces), "colour space")
    return f"{spaces}, {counted(len(names.displays), 'display')}"
