"""What to ask for of a production: it stays after the recut was taken, until it is there."""

import csv
import io
from collections.abc import Collection
from dataclasses import asdict, dataclass, fields

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.shot.recut import is_there
from zero_slate.services.productions.judged import JudgedProduction, JudgedProductions
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import frame_requests, revisions
from zero_slate.store.tables import FrameRequest


@dataclass(frozen=True, slots=True)
class RequestLine:
    """Frames to ask for, of one shot."""

    shot_id: int
    """The shot's number."""
    code: str
    """The shot's code."""
    cut: int
    """The cut since which they are needed."""
    frames: int
    """How many there are."""
    words: str
    """Which, in words."""
    reel: str
    """The reel to ask for them of."""
    shot_frames: str
    """Which, in the shot's count; empty for a retime, which is asked for by its source."""
    source: str
    """Which, by source timecode, in and out both included; empty where that isn't known."""
    who: str
    """Who took the recut that needs them."""
    at: str
    """When, as an ISO 8601 moment in UTC."""
    got_who: str | None
    """Who has got them; None while nobody has."""
    got_at: str | None
    """When that was noted, as an ISO 8601 moment in UTC; None while they haven't come."""
    is_there: bool
    """Whether they have come: somebody has got them, or the plate that is linked has them."""


@dataclass(frozen=True, slots=True)
class RequestsPage:
    """What to ask for of a production: the open lines first, then what has come."""

    title: str
    """The production's title."""
    lines: tuple[RequestLine, ...]
    """A line a request."""
    open_frames: int
    """How many frames are still to come."""


# What a list of requests is read by elsewhere: a column a field, named as it is.
_COLUMNS = [field.name for field in fields(RequestLine) if field.name != "shot_id"]
# What is kept of a line when it is answered.
_STORED = ("shot_id", "cut", "frames", "words", "reel", "shot_frames", "source", "who", "at")


class Requests:
    """The lists of what to ask for: what versions that stand need, less what is there by now."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged

    def page(self, production_id: int) -> RequestsPage:
        """Return what to ask for. Raises NotFound."""
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
            rows = frame_requests.requests_of(session, production_id)
            open_lines = _standing(session, judged, {(row.shot_id, row.cut) for row, _ in rows})
        answers = [_answered(row, code) for row, code in rows if row.frames]
        lines = sorted((*open_lines, *answers), key=lambda line: (line.is_there, line.code))
        still = sum(line.frames for line in lines if not line.is_there)
        return RequestsPage(judged.production.title, tuple(lines), still)

    def note(self, production_id: int, shot_id: int, cut: int, *, got: bool) -> None:
        """Note that frames have come, or that they haven't. Raises NotFound."""
        with self.workspace.writing() as session:
            row = frame_requests.answer_to(session, shot_id, cut)
            if row is None:
                row = self._row(session, production_id, shot_id, cut)
                if not got:
                    return
                session.add(row)
            if not got and self._wants(session, production_id, shot_id, cut):
                session.delete(row)
                return
            row.got_who = self.workspace.who if got else None
            row.got_at = self.workspace.now() if got else None

    def remove(self, production_id: int, shot_id: int, cut: int) -> None:
        """Take a request away that isn't needed. Raises NotFound."""
        with self.workspace.writing() as session:
            row = frame_requests.answer_to(session, shot_id, cut)
            wants = self._wants(session, production_id, shot_id, cut)
            if row is None:
                row = self._row(session, production_id, shot_id, cut)
                session.add(row)
            elif wants is None:
                session.delete(row)
                return
            # A row of no frames says that none are needed.
            row.frames, row.got_who, row.got_at = 0, self.workspace.who, self.workspace.now()

    def _wants(
        self, session: Session, production_id: int, shot_id: int, cut: int
    ) -> RequestLine | None:
        judged = self.judged.of(session, production_id)
        lines = _standing(session, judged, frozenset())
        return next((each for each in lines if (each.shot_id, each.cut) == (shot_id, cut)), None)

    def _row(self, session: Session, production_id: int, shot_id: int, cut: int) -> FrameRequest:
        line = self._wants(session, production_id, shot_id, cut)
        if line is None:
            raise NotFound(f"Shot {shot_id} of this production asks for nothing since cut {cut}.")
        said = {name: getattr(line, name) for name in _STORED}
        return FrameRequest(production_id=production_id, **said)


def as_csv(page: RequestsPage) -> str:
    """Return a list of requests as CSV (RFC 4180), a line a request."""
    written = io.StringIO()
    writer = csv.writer(written)
    writer.writerow(_COLUMNS)
    for line in page.lines:
        values = asdict(line)
        writer.writerow([_cell(values[name]) for name in _COLUMNS])
    return written.getvalue()


def as_text(page: RequestsPage) -> str:
    """Return what is still to come as a text that can be sent."""
    waiting = [line for line in page.lines if not line.is_there]
    begins = f"{page.title}: {counted(page.open_frames, 'frame')} to ask for"
    return "\n".join([begins, *map(_sentence, waiting)]) + "\n"


def _standing(
    session: Session, judged: JudgedProduction, answered: Collection[tuple[int, int]]
) -> list[RequestLine]:
    """Return the frames that shots need as they stand, but for those answered, by shot and cut."""
    asking = [
        (shot, shot.content.wanted)
        for shot in judged.shots.values()
        if shot.content.wanted is not None
        and (shot.shot_id, shot.content.wanted.cut) not in answered
    ]
    since = revisions.wanted_since(session, {shot.shot_id: asks.cut for shot, asks in asking})
    return [
        RequestLine(
            shot.shot_id,
            shot.content.setup.code,
            asks.cut,
            asks.lacks.frames,
            asks.words,
            asks.reel,
            asks.shot_words,
            asks.source_words,
            *since.get(shot.shot_id, ("", "")),
            None,
            None,
            is_there(shot.content, shot.context),
        )
        for shot, asks in asking
    ]


def _answered(row: FrameRequest, code: str) -> RequestLine:
    said = {name: getattr(row, name) for name in (*_STORED, "got_who", "got_at")}
    return RequestLine(**said, code=code, is_there=row.got_at is not None)


def _cell(value: object) -> str:
    text = "" if value is None else str(value)
    # A table would take it for a formula.
    return f"'{text}" if text[:1] in ("=", "+", "-", "@") else text


def _sentence(line: RequestLine) -> str:
    said = f"{line.code}: {line.words}, since cut {line.cut:02d}"
    if line.shot_frames:
        said += f"; shot frames {line.shot_frames}"
    if line.source:
        said += f"; source {line.reel} {line.source}".replace("  ", " ")
    return f"{said}."
