"""What changed since somebody was last here: recuts, edit formats, shots, files, newer versions."""

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.services.media.newly_come import NewlyCome
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store.tables import Cut, EditRevision, ElementRow, Production, SetupRevision, Shot

MOST_NAMED = 3


@dataclass(frozen=True, slots=True)
class SinceLine:
    """Something that changed."""

    production: str
    """The title of the production that it belongs to."""
    text: str
    """What changed, in a sentence without its end."""
    who: str
    """Who changed it, or whose the files are; empty where that isn't known."""
    at: str
    """When it was changed last, as an ISO 8601 moment in UTC."""
    address: str
    """The page that shows it."""


class Since:
    """What changed on an installation since a moment."""

    def __init__(self, workspace: Workspace, come: NewlyCome):
        self.workspace = workspace
        self.come = come

    def lines(self, moment: str) -> tuple[SinceLine, ...]:
        """Return what others changed, and what came to the volumes, since a moment.

        The newest is first. Raises Refusal.
        """
        try:
            read = datetime.fromisoformat(moment)
        except ValueError as error:
            now = self.workspace.now()
            raise Refusal(
                f"“{moment}” is not a moment. Write one as ISO 8601 does, as in {now}.",
                nearest=now,
            ) from error
        aware = read if read.tzinfo else read.replace(tzinfo=UTC)
        since, me = f"{aware.astimezone(UTC):%Y-%m-%dT%H:%M:%SZ}", self.workspace.who
        with self.workspace.reading() as session:
            lines = [
                *_cuts(session, since, me),
                *_formats(session, since, me),
                *_shots(session, since, me),
                *_files(session, since, me),
            ]
        lines += _came(self.come, aware)
        return tuple(sorted(lines, key=lambda line: line.at, reverse=True))


def _cuts(session: Session, since: str, me: str) -> Iterator[SinceLine]:
    rows = session.execute(
        select(Cut, Production.title)
        .join(Production, Production.id == Cut.production_id)
        .where(Cut.at > since, Cut.who != me)
    )
    for cut, title in rows:
        step = "/recut" if cut.number > 1 else ""
        text = f"Cut {cut.number:02d} was read from {cut.file_name}"
        yield SinceLine(title, text, cut.who, cut.at, f"/p/{cut.production_id}{step}")


def _formats(session: Session, since: str, me: str) -> Iterator[SinceLine]:
    rows = session.execute(
        select(EditRevision, Production.title)
        .join(Production, Production.id == EditRevision.production_id)
        .where(EditRevision.at > since, EditRevision.who != me)
    )
    for edit, title in rows:
        text = f"Edit format: {edit.what}" if edit.number > 1 else "The production was started"
        step = "/edit" if edit.number > 1 else ""
        yield SinceLine(title, text, edit.who, edit.at, f"/p/{edit.production_id}{step}")


def _shots(session: Session, since: str, me: str) -> Iterator[SinceLine]:
    rows = session.execute(
        select(
            Shot.id,
            Shot.code,
            Shot.production_id,
            Production.title,
            SetupRevision.who,
            SetupRevision.at,
            SetupRevision.what,
        )
        .join(Shot, Shot.id == SetupRevision.shot_id)
        .join(Production, Production.id == Shot.production_id)
        .where(SetupRevision.at > since, SetupRevision.who != me)
        .order_by(SetupRevision.id)
    )
    groups = defaultdict(list)
    for row in rows:
        groups[(row.production_id, row.title, row.who)].append(row)
    for (production_id, title, who), changed in groups.items():
        shots = {row.id: row.code for row in changed}
        if len(shots) == 1:
            last = changed[-1]
            more = f", and {counted(len(changed) - 1, 'change')} before" if changed[1:] else ""
            text, address = f"{last.code}: {last.what}{more}", f"/s/{last.id}"
        else:
            text, address = f"{_named(list(shots.values()))} changed", f"/p/{production_id}"
        yield SinceLine(title, text, who, changed[-1].at, address)


def _files(session: Session, since: str, me: str) -> Iterator[SinceLine]:
    rows = session.execute(
        select(
            Shot.id,
            Shot.code,
            Shot.production_id,
            Production.title,
            ElementRow.who,
            ElementRow.at,
            ElementRow.role,
        )
        .join(Shot, Shot.id == ElementRow.shot_id)
        .join(Production, Production.id == Shot.production_id)
        .where(ElementRow.at > since, ElementRow.who != me)
        .order_by(ElementRow.id)
    )
    groups = defaultdict(list)
    for row in rows:
        groups[(row.production_id, row.title, row.who, row.role)].append(row)
    for (production_id, title, who, role), linked in groups.items():
        shots = {row.id: row.code for row in linked}
        text = f"New {role} files in {_named(list(shots.values()))}"
        one = next(iter(shots))
        address = f"/s/{one}/elements" if len(shots) == 1 else f"/p/{production_id}"
        yield SinceLine(title, text, who, max(row.at for row in linked), address)


def _came(come: NewlyCome, since: datetime) -> Iterator[SinceLine]:
    groups = defaultdict(list)
    for each in come.since(since):
        groups[(each.production_id, each.production, each.owner)].append(each)
    for (production_id, title, owner), came in groups.items():
        shots = {each.newer.shot_id: each.newer.code for each in came}
        if len(came) == 1:
            text = f"{came[0].newer.code}: {came[0].newer.newest} lies beside {came[0].newer.name}"
        else:
            text = f"Newer files of {_named(list(shots.values()))} on disk"
        one = next(iter(shots))
        address = f"/s/{one}/elements" if len(shots) == 1 else f"/p/{production_id}/found"
        at = max(each.at for each in came)
        yield SinceLine(title, text, owner, f"{at:%Y-%m-%dT%H:%M:%SZ}", address)


def _named(codes: list[str]) -> str:
    if len(codes) > MOST_NAMED + 1:
        return f"{', '.join(codes[:MOST_NAMED])} and {len(codes) - MOST_NAMED} more shots"
    *first, last = codes
    return f"{', '.join(first)} and {last}" if first else last
