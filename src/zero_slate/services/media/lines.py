"""A sequence, movie or still, and how it agrees with a shot."""

from dataclasses import dataclass, replace

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import STATE_WORDS, Finding, Severity, State
from zero_slate.core.checks.match import match
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import Media
from zero_slate.core.presentation.drawings.cadence import CadenceDrawing, draw_cadence
from zero_slate.core.presentation.sheet import RowMessage, message_of
from zero_slate.core.shot.context import ShotContext
from zero_slate.files.media.folders import Found


@dataclass(frozen=True, slots=True)
class MediaLine:
    """A sequence, movie or still, and how it agrees with the shot."""

    name: str
    """Its name, a sequence's with its frames."""
    kind: str
    """`sequence`, `movie` or `still`."""
    state: State
    """How it stands to the shot."""
    word: str
    """The state in a word."""
    frames: str
    """Its frames, in words."""
    count: int
    """How many frames there are."""
    timecode: str | None
    """The timecode in its header; None where there is none."""
    header: dict[str, str]
    """What its header says, by name."""
    messages: tuple[RowMessage, ...]
    """What is found, and what would put it right."""
    align: str | None
    """How its frames are aligned with the shot's; None where it can't be read."""
    problem: str | None
    """Why it can't be read; None where it can."""
    cadence: CadenceDrawing | None
    """How its frames fall in the shot's; None where its rate is the shot's."""


def element_findings(context: ShotContext, element: Element) -> tuple[Finding, ...]:
    """Return what the checks say of one element, alone in its shot."""
    alone = replace(context, elements=(element,))
    return tuple(finding for finding in match(alone).findings if finding.element == element.id)


def media_findings(context: ShotContext, element: Element) -> tuple[RowMessage, ...]:
    """Return what the checks say of one element, as sentences."""
    return tuple(map(message_of, element_findings(context, element)))


def frames_words(media: Media) -> str:
    """Write which frames there are: `1001–1104`."""
    shown = [run.short for run in media.present[:4]]
    more = len(media.present) - len(shown)
    return ", ".join(shown) + (f" and {counted(more, 'run')} more" if more else "")


def media_line(context: ShotContext, element: Element) -> MediaLine:
    """Return how an element agrees with a shot."""
    messages = media_findings(context, element)
    media = element.media
    differs = any(said.severity != Severity.NOTE for said in messages)
    state = State.DIFFERS if differs else State.FOLLOWS
    return MediaLine(
        media.name,
        str(media.kind),
        state,
        STATE_WORDS[state]
        if differs
        else "follows the edit"
        if messages
        else "agrees with the shot",
        frames_words(media),
        media.count,
        media.header.timecode,
        media.header.shown(),
        messages,
        str(element.align),
        None,
        draw_cadence(context, element),
    )


def unreadable_line(name: str, why: str, kind: str = "", count: int = 0) -> MediaLine:
    """Return what can be said of something that can't be read."""
    word = STATE_WORDS[State.UNKNOWN]
    return MediaLine(name, kind, State.UNKNOWN, word, "", count, None, {}, (), None, why, None)


def kind_of(found: Found) -> str:
    """Return how something lies on disk, by its name."""
    if found.movie:
        return "movie"
    if found.sound:
        return "sound"
    return "sequence" if found.padding else "still"
