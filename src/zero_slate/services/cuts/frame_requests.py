"""What to ask for of a production: it stays after the recut was taken, until it is there."""

import csv
import io
from dataclasses import asdict, dataclass, fields

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.shot.asking import Asked
from zero_slate.services.productions.judged import production_of
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import frame_requests
from zero_slate.store.tables import FrameRequest


@dataclass(frozen=True, slots=True)
class RequestLine:
    """Frames to ask for, of one shot."""

    id: int
    """The request's number."""
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
_COLUMNS = [field.name for field in fields(RequestLine) if field.name not in ("id", "shot_id")]


class Requests:
    """The lists of what to ask for."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def page(self, production_id: int) -> RequestsPage:
        """Return what to ask for. Raises NotFound."""
        with self.workspace.reading() as session:
            title = production_of(session, production_id).title
            lines = tuple(
                _line(row, code) for row, code in frame_requests.requests_of(session, production_id)
            )
        return RequestsPage(title, lines, sum(line.frames for line in lines if not line.got_at))

    def note(self, production_id: int, request_id: int, *, got: bool) -> None:
        """Note that frames have come, or that they haven't. Raises NotFound."""
        with self.workspace.writing() as session:
            row = _found(session, production_id, request_id)
            row.got_who = self.workspace.who if got else None
            row.got_at = self.workspace.now() if got else None

    def remove(self, production_id: int, request_id: int) -> None:
        """Take a request away that isn't needed. Raises NotFound."""
        with self.workspace.writing() as session:
            session.delete(_found(session, production_id, request_id))


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
    waiting = [line for line in page.lines if not line.got_at]
    begins = f"{page.title}: {counted(page.open_frames, 'frame')} to ask for"
    return "\n".join([begins, *map(_sentence, waiting)]) + "\n"


def ask(
    workspace: Workspace,
    session: Session,
    production_id: int,
    shot_id: int,
    cut: int,
    wanted: Asked | None,
) -> None:
    """Store what a shot lacks since a cut; what was open of it before is open no more."""
    former = frame_requests.open_request(session, shot_id)
    if former is not None and wanted is not None:
        same = (former.shot_frames, former.source, former.reel)
        if same == (wanted.shot_frames, wanted.source, wanted.reel):
            return
    frame_requests.drop_open(session, shot_id)
    if wanted is None:
        return
    session.add(
        FrameRequest(
            production_id=production_id,
            shot_id=shot_id,
            cut=cut,
            frames=wanted.frames,
            words=wanted.words,
            reel=wanted.reel,
            shot_frames=wanted.shot_frames,
            source=wanted.source,
            who=workspace.who,
            at=workspace.now(),
        )
    )


def _line(row: FrameRequest, code: str) -> RequestLine:
    return RequestLine(
        row.id,
        row.shot_id,
        code,
        row.cut,
        row.frames,
        row.words,
        row.reel,
        row.shot_frames,
        row.source,
        row.who,
        row.at,
        row.got_who,
        row.got_at,
    )


def _found(session: Session, production_id: int, request_id: int) -> FrameRequest:
    row = session.get(FrameRequest, request_id)
    if row is None or row.production_id != production_id:
        raise NotFound(f"There is no request numbered {request_id} in this production.")
    return row


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
