"""Reading a cut list into a production: shown first, then stored as the next cut."""

from dataclasses import dataclass

from zero_slate.core.base.figures import seconds
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.reading import read_cut_list
from zero_slate.services.productions.starting import Productions
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store import cuts
from zero_slate.store.tables import Cut, Production


@dataclass(frozen=True, slots=True)
class EventLine:
    """One event as it was read."""

    position: int
    """Where it stands in the cut, from 1."""
    code: str
    """The shot's code."""
    name: str
    """The clip's name in the file."""
    reel: str
    """The reel it is cut from."""
    source_in: str
    """The first source frame, by timecode."""
    record_in: str
    """The first frame in the cut, by timecode."""
    length: int
    """Its length in frames of the cut."""
    speed: str
    """The speed it is cut at, in words; empty where that is the source's own."""


@dataclass(frozen=True, slots=True)
class CutPreview:
    """What a cut list holds, before it is taken."""

    title: str
    """The title in the file."""
    form: str
    """The file's form, in words."""
    rate: str
    """The rate it is read at, in words."""
    labels: str
    """How its timecode is counted, in words."""
    length: str
    """Its length in seconds, in words."""
    frames: int
    """Its length in frames."""
    events: tuple[EventLine, ...]
    """Its shots."""
    notes: tuple[str, ...]
    """What was left out or supposed, a sentence each."""
    next_number: int
    """The number it will have as a cut of the production."""


class CutReading:
    """Reads cut lists into productions."""

    def __init__(self, workspace: Workspace, productions: Productions):
        self.workspace = workspace
        self.productions = productions

    def preview(
        self, production_id: int, content: bytes, rate: str | None, example: str | None
    ) -> CutPreview:
        """Read a cut list and show what it holds. Raises Refusal."""
        read = self._read(production_id, content, rate, example)
        events = list(read.events)
        with self.workspace.reading() as session:
            number = cuts.next_cut_number(session, production_id)
        frames = max(e.record.last for e in events) - min(e.record.first for e in events) + 1
        return CutPreview(
            read.title,
            read.form,
            str(read.rate),
            "drop-frame" if read.drop else "non-drop",
            seconds(read.rate.seconds(frames)),
            frames,
            tuple(map(_line, events)),
            read.notes,
            number,
        )

    def take(
        self,
        production_id: int,
        content: bytes,
        file_name: str,
        rate: str | None,
        example: str | None,
    ) -> int:
        """Store a cut list as the production's next cut; return its number. Raises Refusal."""
        read = self._read(production_id, content, rate, example)
        with self.workspace.writing() as session:
            production = session.get_one(Production, production_id)
            if example is not None:
                production.code_example = CodeRule.typed(example).example
            number = cuts.next_cut_number(session, production_id)
            cut = Cut(
                production_id=production_id,
                number=number,
                file_name=file_name,
                title=read.title,
                form=read.form,
                who=self.workspace.who,
                at=self.workspace.now(),
            )
            session.add(cut)
            session.flush()
            cuts.add_events(session, cut.id, read.events)
        return number

    def _read(
        self, production_id: int, content: bytes, rate: str | None, example: str | None
    ) -> CutList:
        rule, edit_rate, drop = self.productions.rule(production_id)
        if example is not None:
            rule = CodeRule.typed(example)
        given = FrameRate.parse(rate) if rate else None
        _require_the_edits(given, edit_rate)
        read = read_cut_list(content, rule, rate=given, drop=drop)
        _require_the_edits(read.rate, edit_rate)
        return read


def _require_the_edits(rate: FrameRate | None, edit_rate: FrameRate) -> None:
    if rate is not None and rate != edit_rate:
        raise CutRefusal(
            f"The list is at {rate} and the edit format of this production at {edit_rate}: a cut "
            "is read at the edit's own rate.",
            nearest=str(edit_rate),
        )


def _line(event: CutEvent) -> EventLine:
    return EventLine(
        event.position,
        event.code,
        event.name,
        event.reel,
        str(event.source_in),
        str(event.record_in),
        event.length,
        "" if event.speed == 1 else f"{float(event.speed * 100):g} %",
    )
