"""All that an element's header says, against the setup and the shot's other elements."""

from collections.abc import Iterator
from dataclasses import dataclass

from zero_slate.core.checks.finding import Finding, Severity
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import NOT_SAID, Header
from zero_slate.core.shot.context import ShotContext

# Which findings speak of which line of a header.
_CODES = {
    "media.size": "size",
    "media.pixel-aspect": "pixel aspect",
    "media.rate": "rate",
    "media.scan": "scan",
    "media.fields-seen": "scan",
    "media.primaries": "primaries",
    "media.data-window": "data window",
}
# What lossy compressions of pictures are called in their headers.
_LOSSY = ("dwaa", "dwab", "b44", "b44a", "pxr24", "jpeg", "jpg", "webp")
_ALIKE = ("sample type", "colour tag", "range", "transfer")
_MEANS = {
    (
        "range",
        "limited",
    ): "Black is code 16, white 235 of 255; read as full it looks washed out.",
    ("range", "full"): "Black is code 0, white the greatest; read as limited it loses both ends.",
    ("sample type", "8-bit"): "256 steps from black to white: a strong grade shows them as bands.",
}
_ALWAYS = {
    "orientation": "It is shown turned, as its header says; what doesn't read that shows it lying.",
    "tiles": "It is read in tiles: quick where a part of it is looked at.",
}


@dataclass(frozen=True, slots=True)
class HeaderLine:
    """One thing a header says."""

    name: str
    """What it is."""
    value: str
    """What the header says."""
    differs: bool
    """Whether it isn't what the setup says."""
    others: str
    """What the shot's other elements say where that is something else; empty otherwise."""
    means: str
    """What it means, in a sentence; empty where it means nothing out of the ordinary."""


def header_table(
    context: ShotContext, element: Element, findings: tuple[Finding, ...]
) -> tuple[HeaderLine, ...]:
    """Return a header line by line; `findings` are those of this element."""
    told = {_CODES[finding.code]: finding for finding in findings if finding.code in _CODES}
    others = [e for e in context.elements if e.id != element.id and e.on]
    lines = []
    for name, value in _said(element.media.header):
        finding = told.get(name)
        elsewhere = _others(name, value, others) if name in _ALIKE else ""
        means = finding.sentence.text if finding else _means(name, value)
        differs = finding is not None and finding.severity is not Severity.NOTE
        lines.append(HeaderLine(name, value, differs, elsewhere, means))
    return tuple(lines)


def _said(header: Header) -> Iterator[tuple[str, str]]:
    """Yield all that a header says, with the type of its samples before its channels."""
    for name, value in header.shown().items():
        if name == "channels":
            yield "sample type", sample_types(header)
        yield name, value
    if header.timecode:
        yield "first timecode", header.timecode


def sample_types(header: Header) -> str:
    """Write the types of a header's samples: `half`, or `half and float`."""
    return " and ".join(dict.fromkeys(each.type for each in header.channels)) or NOT_SAID


def _others(name: str, value: str, others: list[Element]) -> str:
    """Say which other elements say something else; what isn't stated anywhere is no difference."""
    found = []
    for each in others:
        said = dict(_said(each.media.header)).get(name, NOT_SAID)
        if said != value and NOT_SAID not in (said, value):
            found.append(f"{each.name} {said}")
    return ", ".join(found[:3]) + (f" and {len(found) - 3} more" if len(found) > 3 else "")


def _means(name: str, value: str) -> str:
    if name == "compression" and any(each in value.lower().split() for each in _LOSSY):
        return "Its compression loses detail: it takes less keying and grading than one without."
    return _MEANS.get((name, value)) or _ALWAYS.get(name, "")
