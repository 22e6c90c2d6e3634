"""The layouts that ship: by sequences, flat, and for a single artist."""

from zero_slate.core.places.layout import FileKind, FilesLayout
from zero_slate.core.places.path_rule import PathRule

_WORK = "<shot>_<discipline>_<artist>_<version>"
_ELEMENT = "<shot>_<element>_<version>"


def _layout(
    name: str, shot: str, disciplines: tuple[str, ...], folders: tuple[str, ...]
) -> FilesLayout:
    paths = {
        FileKind.SETUP: f"{shot}/setup/<shot>_setup_<version>.<ending>",
        FileKind.PLATE: f"{shot}/plates/{_ELEMENT}/{_ELEMENT}.<frame>.<ending>",
        FileKind.ARTWORK: f"{shot}/artwork/<discipline>/{_WORK}/{_WORK}.<frame>.<ending>",
        FileKind.RENDER: f"{shot}/renders/<discipline>/{_WORK}/{_WORK}.<frame>.<ending>",
        FileKind.COMP: f"{shot}/comp/{_WORK}/{_WORK}.<frame>.<ending>",
        FileKind.LIGHT: f"{shot}/light/{_ELEMENT}/{_ELEMENT}.<frame>.<ending>",
        FileKind.DATA: f"{shot}/data/{_ELEMENT}.<ending>",
        FileKind.SHEET: f"{shot}/sheets/<shot>_sheet_<version>.<ending>",
        FileKind.HANDOFF: f"{shot}/handoff/<shot>_<version>.<ending>",
    }
    rules = {kind: PathRule.parse(text) for kind, text in paths.items()}
    return FilesLayout(name, rules, tuple(map(PathRule.parse, folders)), disciplines)


def _single() -> FilesLayout:
    """For one artist: every shot one folder, versions told by the files' names alone."""
    work = "<shot>_<discipline>_<version>"
    paths = {
        FileKind.SETUP: "<shot>/<shot>_setup_<version>.<ending>",
        FileKind.PLATE: "<shot>/in/<shot>_<element>.<frame>.<ending>",
        FileKind.ARTWORK: f"<shot>/drawn/{work}/{work}.<frame>.<ending>",
        FileKind.RENDER: f"<shot>/out/{work}/{work}.<frame>.<ending>",
        FileKind.COMP: f"<shot>/out/{work}_comp/{work}_comp.<frame>.<ending>",
        FileKind.LIGHT: "<shot>/light/<shot>_<element>.<frame>.<ending>",
        FileKind.DATA: "<shot>/in/<shot>_<element>_data.<ending>",
        FileKind.SHEET: "<shot>/<shot>_sheet_<version>.<ending>",
        FileKind.HANDOFF: "<shot>/<shot>_<version>.<ending>",
    }
    rules = {kind: PathRule.parse(text) for kind, text in paths.items()}
    return FilesLayout("One artist", rules, (), ("anim",))


SHIPPED = (
    _layout(
        "By sequences",
        "<sequence>/<shot>",
        ("layout", "anim", "fx", "comp"),
        ("edit", "reference", "<sequence>/<shot>/reference"),
    ),
    _layout("Flat", "<shot>", ("anim", "comp"), ("edit", "reference")),
    _single(),
)
USUAL_LAYOUT = SHIPPED[0]
