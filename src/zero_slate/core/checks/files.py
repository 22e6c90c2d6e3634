"""Files by themselves: frames unlike the others, broken ones, numbers, and what headers hold."""

from collections.abc import Iterator

from zero_slate.core.base.figures import counted, whole
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.media.alignment import left_aside
from zero_slate.core.media.element import Element
from zero_slate.core.media.placement import sides_words
from zero_slate.core.shot.context import ShotContext


def odd_frames(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find single frames whose header isn't like the others' (`media.odd-frame`)."""
    by_kind: dict[tuple[str, str, str], list[int]] = {}
    for odd in element.media.odd:
        by_kind.setdefault((odd.what, odd.here, odd.others), []).append(odd.frame)
    windows = sorted(
        frame for (what, *_), found in by_kind.items() if what == "data window" for frame in found
    )
    if windows:
        yield _windows(element, windows)
    for (what, here, others), frames in by_kind.items():
        # A window of its own on every frame is what cropped renders have: one finding says so.
        if what == "data window":
            continue
        named = (
            f"Frame {frames[0]}" if len(frames) == 1 else f"{len(frames)} frames from {frames[0]}"
        )
        yield Finding(
            "media.odd-frame",
            Severity.WARN,
            {"size": "canvas", "pixel aspect": "pixel_aspect", "rate": "rate"}.get(
                what, "work_range"
            ),
            Sentence(
                f"{named} of {element.media.name}: {what} {here}, the others {others}.",
                (named, here),
            ),
            {
                "frame": frames[0],
                "frames": len(frames),
                "what": what,
                "here": here,
                "others": others,
            },
            element=element.id,
        )


def _windows(element: Element, frames: list[int]) -> Finding:
    """Say that frames have data windows of their own (`media.odd-window`)."""
    named = f"Frame {frames[0]} has" if len(frames) == 1 else f"{whole(len(frames))} frames have"
    return Finding(
        "media.odd-window",
        Severity.NOTE,
        "canvas",
        Sentence(
            f"{named} another data window than the rest of {element.media.name}, the first "
            f"{frames[0]}.",
            (named,),
        ),
        {"frame": frames[0], "frames": len(frames)},
        element=element.id,
    )


def data_window(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find pixels outside a picture's format, and parts of it without (`media.data-window`)."""
    window, size = element.media.header.window, element.media.header.size
    if window is None:
        return
    over = (-window.x, window.x + window.width - size.width)
    under = (-window.y, window.y + window.height - size.height)
    outside, without = (sides_words([way * side for side in (*over, *under)]) for way in (1, -1))
    parts = [f"{outside} of overscan"] if outside else []
    parts += [f"no pixels in {without}"] if without else []
    yield Finding(
        "media.data-window",
        Severity.NOTE,
        "canvas",
        Sentence(f"{element.media.name} has {' and '.join(parts)}: its data window is {window}."),
        {"window": str(window)},
        element=element.id,
    )


def timecode_aside(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find a timecode that can't tell where files lie (`media.timecode-aside`)."""
    why = left_aside(element.media, context.event, context.setup.rate)
    if why:
        yield Finding(
            "media.timecode-aside",
            Severity.NOTE,
            "start_timecode",
            Sentence(f"The timecode of {element.media.name} {why}, so it isn't used."),
            {"timecode": element.media.header.timecode or ""},
            element=element.id,
        )


def notes(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Say what was made of odd values in a header (`media.note`)."""
    for note in element.media.header.notes:
        yield Finding(
            "media.note",
            Severity.NOTE,
            "rate" if "rate" in note else "canvas",
            Sentence(f"{element.media.name}: {note}."),
            {"note": note},
            element=element.id,
        )


def broken_frames(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files that can't be read (`media.unreadable`)."""
    for broken in element.media.broken[:3]:
        yield Finding(
            "media.unreadable",
            Severity.STOP,
            "work_range",
            Sentence(
                f"Frame {broken.frame} of {element.media.name} can't be read: {broken.why}.",
                (f"Frame {broken.frame}", "can't be read"),
            ),
            {"frame": broken.frame, "all": len(element.media.broken)},
            element=element.id,
        )


def being_written(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find a last frame that was still being written when it was read (`media.being-written`)."""
    if element.media.writing is not None:
        yield Finding(
            "media.being-written",
            Severity.NOTE,
            "work_range",
            Sentence(
                f"Frame {element.media.writing} of {element.media.name} is still being written: "
                "it isn't counted yet."
            ),
            {"frame": element.media.writing},
            element=element.id,
        )


def numbering(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find numbers that stand twice, several paddings, and breaks in the timecode."""
    media = element.media
    if media.duplicates:
        first = f"Frame {media.duplicates[0]}"
        yield Finding(
            "media.duplicate",
            Severity.STOP,
            "work_range",
            Sentence(
                f"{first} of {media.name} appears twice, in different paddings; "
                f"{counted(len(media.duplicates), 'number')} in all.",
                (f"{first} of {media.name} appears twice",),
            ),
            {"frame": media.duplicates[0], "frames": len(media.duplicates)},
            element=element.id,
        )
    elif media.other_paddings:
        widths = ", ".join(map(str, sorted((media.padding, *media.other_paddings))))
        yield Finding(
            "media.padding",
            Severity.WARN,
            "work_range",
            Sentence(
                f"{media.name} is numbered in {widths} digits: many programs see two sequences.",
                (f"{widths} digits",),
            ),
            {"paddings": widths},
            element=element.id,
        )
    if media.jumps:
        at_frame = f"frame {whole(media.jumps[0])}"
        yield Finding(
            "media.timecode-jumps",
            Severity.WARN,
            "timecode",
            Sentence(f"The timecode of {media.name} jumps at {at_frame}.", (at_frame,)),
            {"frame": media.jumps[0], "jumps": len(media.jumps)},
            element=element.id,
        )
