"""The lines of an EDL: headings, events, and the comments and motions that belong to them.

An event's line is a number, a reel, channels, a transition, its length where it has one, and four
timecodes: source in and out, record in and out. Lines of one number, one after another, are one
event: picture and sound apart, the two sides of a transition, a key over its background.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from zero_slate.files.cuts.cut_list import CutRefusal

LABEL = re.compile(r"\d{1,2}:\d{1,2}:\d{1,2}[:;.,]\d{1,3}")
# Reels that stand for no footage, so that nothing is shown.
BLACK = frozenset(("BL", "BLK", "BLACK"))
_NUMBER = re.compile(r"\d{1,6}[A-Za-z]?")
_TRANSITION = re.compile(r"C|D|W\d{0,3}|K[BO]?", re.IGNORECASE)
_SPEED = re.compile(r"[-+]?(?:\d{1,9}(?:[.,]\d{0,9})?|[.,]\d{1,9})")
_HEADING = re.compile(r"FCM\s*:\s*(NON[- ]?)?DROP", re.IGNORECASE)
_TITLE = re.compile(r"TITLE\s*:(.*)", re.IGNORECASE)
_GRADE = re.compile(r"ASC_(SOP|SAT)\s*:?\s*(.*)", re.IGNORECASE)
_MARK = re.compile(r"(?:LOC|LOCATOR|MARKER)\s*:(.*)", re.IGNORECASE)
# The words that a comment begins with, and which side of the event it is about.
_SIDES = {
    "FROM CLIP NAME": ("from", "names"),
    "TO CLIP NAME": ("to", "names"),
    "KEY CLIP NAME": ("key", "names"),
    "CLIP NAME": ("", "names"),
    "SOURCE FILE": ("", "files"),
    "FROM FILE": ("from", "files"),
    "FROM CLIP": ("from", "files"),
    "TO FILE": ("to", "files"),
    "TO CLIP": ("to", "files"),
    "MEDIA PATH": ("", "files"),
    "MEDIA FILE": ("", "files"),
}


@dataclass(slots=True)
class Motion:
    """An M2 line: a reel's frames a second of source, as written, from a source frame on."""

    line: int
    reel: str
    written: str
    label: str


@dataclass(slots=True)
class Entry:
    """An event's line. `labels` are source in and out, record in and out, as written.

    `drop` is what the last heading above it says; None where there is none.
    """

    line: int
    number: str
    reel: str
    channels: str
    transition: str
    frames: int
    labels: tuple[str, str, str, str]
    drop: bool | None
    motion: Motion | None = None
    # What comments say, each with the side of the event that it is about and the kind it is of.
    said: list[tuple[str, str, str]] = field(default_factory=list)
    marks: list[str] = field(default_factory=list)
    # The grade as written, and the line that it stands in.
    sop: str = ""
    sat: str = ""
    graded: int = 0

    @property
    def names(self) -> list[str]:
        """The names of its clip."""
        return self.told("names")

    @property
    def files(self) -> list[str]:
        """The files of its clip, with their folders."""
        return self.told("files")

    def told(self, kind: str) -> list[str]:
        """Return what comments say of its own side: of what comes in, what is said to come in."""
        comes_in = [value for side, of, value in self.said if of == kind and side == "to"]
        if self.joins and comes_in:
            return comes_in
        return [value for _, of, value in self.said if of == kind]

    @property
    def is_black(self) -> bool:
        """Whether it shows nothing."""
        return self.reel.upper() in BLACK

    @property
    def backwards(self) -> bool:
        """Whether its motion runs backwards."""
        return self.motion is not None and self.motion.written.startswith("-")

    @property
    def joins(self) -> bool:
        """Whether it is the side of a dissolve or wipe that comes in."""
        return self.transition[0] in "DW"

    @property
    def track(self) -> str:
        """The picture track it lies on; empty where it has none but sound."""
        return picture_track(self.channels)


@dataclass(slots=True)
class Event:
    """The lines of one number."""

    entries: list[Entry]

    # The side that the last comment was about, for those that don't say theirs.
    about: str = "from"

    def say(self, side: str, kind: str, value: str) -> None:
        """Note what a comment says of a side; one without a side is of the last that was told."""
        side = self.about = side or self.about
        self.side(side, kind).said.append((side, kind, value))

    def side(self, which: str, kind: str = "") -> Entry:
        """Return the line that a comment about a side is about."""
        picture = [entry for entry in self.entries if entry.track] or self.entries
        if which == "key":
            return next((e for e in picture if e.transition in ("K", "KO")), picture[-1])
        if which == "to":
            return next((e for e in picture if e.joins), picture[-1])
        # What comes from black is named as the clip, by those that name one side only.
        first = picture[0]
        if first.is_black or (kind == "names" and first.names):
            return picture[-1]
        return first


@dataclass(slots=True)
class Lines:
    """An EDL taken apart."""

    title: str
    events: list[Event]
    # What the first heading says; None where there is none.
    drop: bool | None

    @property
    def entries(self) -> Iterator[Entry]:
        """Every event's lines, in their order."""
        return (entry for event in self.events for entry in event.entries)


def picture_track(channels: str) -> str:
    """Return the picture track that channels name: `B` and `A/V` are picture and sound."""
    channels = channels.upper()
    if channels == "NONE":
        return ""
    if channels in ("B", "BB"):
        return "V"
    at = channels.find("V")
    if at < 0:
        return ""
    digits = at + 1
    while digits < len(channels) and channels[digits].isdecimal():
        digits += 1
    return channels[at:digits]


def is_edl(text: str) -> bool:
    """Return whether any line looks like an event of an EDL."""
    return any(_event_words(line) is not None for line in text.splitlines())


def read_lines(text: str) -> Lines:
    """Take an EDL apart. Raises CutRefusal, with the line, for an event that is cut short."""
    title, first_drop, drop = "", None, None
    events: list[Event] = []
    for number, line in enumerate(text.splitlines(), start=1):
        words = _event_words(line)
        if words is not None:
            entry = _entry(number, words, drop)
            if events and events[-1].entries[-1].number == entry.number:
                events[-1].entries.append(entry)
            else:
                events.append(Event([entry]))
            continue
        _require_no_event(number, line)
        bare = line.strip()
        heading = _HEADING.match(bare)
        named = None if events or title else _TITLE.match(bare)
        if heading:
            drop = not heading[1]
            first_drop = drop if first_drop is None else first_drop
        elif named:
            title = named[1].strip()
        elif events:
            _belongs(number, line, events[-1])
    return Lines(title, events, first_drop)


def _event_words(line: str) -> list[str] | None:
    """Return an event's words: number, reel, channels, transition, and the rest; None for another.

    A reel's name may have spaces: what stands before the first timecode is read from its right.
    """
    words = line.split()
    if len(words) < 4 or not _NUMBER.fullmatch(words[0]):
        return None
    first = next((at for at, word in enumerate(words) if LABEL.fullmatch(word)), None)
    if first is None:
        return words if _TRANSITION.fullmatch(words[3]) else None
    for at in range(first - 1, 2, -1):
        if _TRANSITION.fullmatch(words[at]):
            return [words[0], " ".join(words[1 : at - 1]), *words[at - 1 :]]
    return None


def _require_no_event(number: int, line: str) -> None:
    """Refuse a line that has an event's timecodes but not what comes before them."""
    words = line.split()
    if len(words) > 3 and _NUMBER.fullmatch(words[0]) and sum(map(_is_label, words)) >= 2:
        raise CutRefusal(
            f"event {words[0]} isn't written as number, reel, channels, transition and timecodes: "
            f"“{line.strip()[:60]}”.",
            line=number,
        )


def _is_label(word: str) -> bool:
    return LABEL.fullmatch(word) is not None


def _entry(number: int, words: list[str], drop: bool | None) -> Entry:
    _, reel, channels, transition, *rest = words
    transition = transition.upper()
    if transition == "K" and rest and rest[0].upper() in ("B", "O"):
        transition += rest.pop(0).upper()
    if transition == "W" and len(rest) > 1 and rest[0].isdecimal() and rest[1].isdecimal():
        transition += rest.pop(0)
    frames = int(rest[0]) if rest and rest[0].isdecimal() and len(rest[0]) <= 5 else 0
    labels = [word for word in rest if _is_label(word)]
    if len(labels) != 4:
        raise CutRefusal(
            f"event {words[0]} has {len(labels)} whole timecodes and needs 4 "
            "(source in and out, record in and out): the list is cut short or damaged here.",
            line=number,
        )
    source_in, source_out, record_in, record_out = labels
    return Entry(
        number,
        words[0],
        reel,
        channels,
        transition,
        frames,
        (source_in, source_out, record_in, record_out),
        drop,
    )


def _belongs(number: int, line: str, event: Event) -> None:
    """Add what a line under an event says of it."""
    words = line.split()
    if words and words[0].upper() == "M2":
        _add_motion(number, words, event)
        return
    comment = line.strip().lstrip("* \t")
    if grade := _GRADE.match(comment):
        entry = event.side(event.about)
        setattr(entry, grade[1].lower(), grade[2].strip())
        entry.graded = number
        return
    mark = _MARK.match(comment)
    if mark:
        event.entries[-1].marks.append(mark[1].strip())
        return
    said, colon, value = comment.partition(":")
    if not colon or not value.strip():
        return
    side = _SIDES.get(" ".join(said.upper().removesuffix(" IS").split()))
    if side is not None:
        event.say(*side, value.strip())


def _add_motion(number: int, words: list[str], event: Event) -> None:
    """Add a motion to the line of its reel, of two lines to the one that begins at its label."""
    speeds = [word for word in words[1:] if _SPEED.fullmatch(word)]
    if not speeds:
        return
    # A reel's name may be a number; the speed is the last one.
    at = max(index for index, word in enumerate(words) if word == speeds[-1])
    label = next((word for word in words[at:] if LABEL.fullmatch(word)), "")
    motion = Motion(number, " ".join(words[1:at]), speeds[-1].replace(",", "."), label)
    own = [e for e in event.entries if e.reel.upper() == motion.reel.upper()] or event.entries
    digits = re.sub(r"\D", "", label)
    exact = [e for e in own if re.sub(r"\D", "", e.labels[0]) == digits and e.motion is None]
    # A line of no length shows nothing by itself: the other one of its label comes first.
    exact.sort(key=lambda entry: entry.labels[0] == entry.labels[1])
    for entry in exact[:1] or own[-1:]:
        entry.motion = motion
    # Picture and sound of one cut move together.
    for entry in own:
        if entry.motion is None and entry.labels == own[-1].labels:
            entry.motion = motion
