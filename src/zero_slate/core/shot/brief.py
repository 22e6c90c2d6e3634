"""The brief: what is asked of a shot, with figures that are always the shot's own."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar

from pydantic import ConfigDict, StrictBool, StrictStr

from zero_slate.core.base.figures import counted, seconds
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.models.setup import Setup

LONGEST_TEXT = 2000
LONGEST_ITEM = 200
MOST_ITEMS = 40

_TOKEN = re.compile(r"\{([a-z ]+)\}")


class BriefSize(StrEnum):
    """How large a brief is set."""

    SMALL = "small"
    BODY = "body"
    LARGE = "large"


class Emphasis(StrEnum):
    """How loudly a brief speaks."""

    PLAIN = "plain"
    STRONG = "strong"
    BOXED = "boxed"


@dataclass(frozen=True, slots=True)
class BriefItem:
    """One thing asked, done or not."""

    text: StrictStr
    """What is asked. Tokens stand in braces."""
    done: StrictBool = False
    """Whether it is done."""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")


@dataclass(frozen=True, slots=True)
class Brief:
    """A note to go with the shot and a checklist; `{work range}` and others stand for figures."""

    text: StrictStr = ""
    """The note. Tokens stand in braces."""
    items: tuple[BriefItem, ...] = ()
    """The checklist."""
    size: BriefSize = BriefSize.BODY
    """How large the note is written."""
    emphasis: Emphasis = Emphasis.PLAIN
    """How the note is written."""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    def __post_init__(self) -> None:
        for what, length, most in (
            ("text", len(self.text), LONGEST_TEXT),
            ("checklist", len(self.items), MOST_ITEMS),
            *(("line", len(item.text), LONGEST_ITEM) for item in self.items),
        ):
            if length > most:
                raise Refusal(
                    f"The brief's {what} has {length} "
                    f"{'lines' if what == 'checklist' else 'characters'} and takes at most {most}."
                )


def tokens(setup: Setup) -> dict[str, str]:
    """Return what each token of a brief stands for now."""
    work, cut = setup.work_range, setup.cut_range
    return {
        "work range": str(work),
        "cut range": str(cut),
        "clip range": str(setup.clip_range),
        "length": counted(setup.delivered_length, "frame"),
        "seconds": seconds(setup.rate.seconds(setup.delivered_length)),
        "handles": str(setup.handles),
        "rate": str(setup.rate),
        "canvas": str(setup.canvas),
        "code": setup.code,
        "title": setup.title,
    }


def fill(text: str, known: Mapping[str, str]) -> tuple[tuple[str, bool], ...]:
    """Split a brief's text into pieces, each with whether it is a figure put in for a token.

    `known` are the shot's `tokens`. One that there isn't stays as it is written.
    """
    pieces: list[tuple[str, bool]] = []
    place = 0
    for found in _TOKEN.finditer(text):
        if found[1] not in known:
            continue
        if found.start() > place:
            pieces.append((text[place : found.start()], False))
        pieces.append((known[found[1]], True))
        place = found.end()
    if place < len(text):
        pieces.append((text[place:], False))
    return tuple(pieces)


def unknown_tokens(text: str, known: Mapping[str, str]) -> tuple[str, ...]:
    """Return the tokens of a text that stand for nothing."""
    return tuple(name for name in _TOKEN.findall(text) if name not in known)
