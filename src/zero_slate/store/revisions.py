"""Revisions of setups and edit formats."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from contextlib import suppress
from itertools import islice

from pydantic import TypeAdapter
from sqlalchemy import func, select
from sqlalchemy.orm import Session, aliased

from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.shot.history import Action, Step
from zero_slate.core.shot.state import Content
from zero_slate.store.tables import EditRevision, SetupRevision, Shot
from zero_slate.store.unreadable import Unreadable, readable
from zero_slate.store.written import written

CONTENT = TypeAdapter(Content)
EDIT_FORMAT = TypeAdapter(EditFormat)


def content_of(row: SetupRevision) -> Content:
    """Return a revision's content. Raises Unreadable."""
    return readable(f"Version {row.number}", _content, row.content)


# SQLite takes no more in one question than this by far.
MOST_VARIABLES = 10_000


def batched(ids: Sequence[int], most: int) -> Iterator[Sequence[int]]:
    """Yield ids in pieces of at most so many."""
    for first in range(0, len(ids), most):
        yield ids[first : first + most]


def _content(text: str) -> Content:
    """Read a content once: it can't be changed, and a production's are read again and again."""
    known = _contents.get(text)
    return known if known is not None else _remember(text, CONTENT.validate_json(text))


def _remember(text: str, content: Content) -> Content:
    if len(_contents) >= MOST_CONTENTS:
        for old in list(islice(_contents, MOST_CONTENTS // 4)):
            _contents.pop(old, None)
    _contents[text] = content
    return content


# By their text, the oldest first.
_contents: dict[str, Content] = {}
MOST_CONTENTS = 12_000


def write_content(content: Content) -> str:
    """Return a content as it is stored: read back, it is this content. Raises NotKept."""
    text = written(CONTENT, content)
    _remember(text, content)
    return text


def latest_setup(session: Session, shot_id: int) -> SetupRevision:
    """Return the revision that stands."""
    return session.scalars(
        select(SetupRevision)
        .where(SetupRevision.shot_id == shot_id)
        .order_by(SetupRevision.number.desc())
        .limit(1)
    ).one()


def setup_number(session: Session, shot_id: int, number: int) -> SetupRevision:
    """Return one revision by its number."""
    return session.scalars(
        select(SetupRevision).where(
            SetupRevision.shot_id == shot_id, SetupRevision.number == number
        )
    ).one()


def is_kept(session: Session, shot_id: int, number: int) -> bool:
    """Return whether a revision is kept."""
    one = select(SetupRevision.id).where(
        SetupRevision.shot_id == shot_id, SetupRevision.number == number
    )
    return session.scalar(one) is not None


def latest_setups(session: Session, shot_ids: Sequence[int]) -> dict[int, SetupRevision]:
    """Return the revision that stands for each of many shots."""
    found: dict[int, SetupRevision] = {}
    for ids in batched(shot_ids, MOST_VARIABLES):
        newest = (
            select(func.max(SetupRevision.id))
            .where(SetupRevision.shot_id.in_(ids))
            .group_by(SetupRevision.shot_id)
        )
        rows = session.scalars(select(SetupRevision).where(SetupRevision.id.in_(newest)))
        found.update({row.shot_id: row for row in rows})
    return found


def contents_of(session: Session, production_id: int) -> dict[int, Content]:
    """Return what stands of every shot of a production that can be read, by its id."""
    ids = list(session.scalars(select(Shot.id).where(Shot.production_id == production_id)))
    found = {}
    for shot_id, row in latest_setups(session, ids).items():
        with suppress(Unreadable):
            found[shot_id] = content_of(row)
    return found


def former_codes(session: Session, shot_ids: Sequence[int]) -> dict[int, tuple[str, ...]]:
    """Return the codes that some shots had before, the latest first, by the shot's id."""
    found: dict[int, dict[str, None]] = {}
    code = func.json_extract(SetupRevision.content, "$.setup.code")
    for ids in batched(shot_ids, MOST_VARIABLES):
        rows = session.execute(
            select(SetupRevision.shot_id, code)
            .where(SetupRevision.shot_id.in_(ids), func.json_valid(SetupRevision.content))
            .order_by(SetupRevision.number.desc())
        )
        for shot_id, each in rows:
            found.setdefault(shot_id, {})[str(each)] = None
    return {shot_id: tuple(codes) for shot_id, codes in found.items()}


def wanted_since(session: Session, wanted: Mapping[int, int]) -> dict[int, tuple[str, str]]:
    """Return who first stored that a shot needs frames since a cut, and when, by the shot's id.

    `wanted` are cuts by shot.
    """
    found: dict[int, tuple[str, str]] = {}
    cut = func.json_extract(SetupRevision.content, "$.wanted.cut")
    for ids in batched(sorted(wanted), MOST_VARIABLES):
        rows = session.execute(
            select(SetupRevision.shot_id, cut, SetupRevision.who, SetupRevision.at)
            .where(SetupRevision.shot_id.in_(ids), func.json_valid(SetupRevision.content))
            .order_by(SetupRevision.number)
        )
        for shot_id, since, who, at in rows:
            if since == wanted[shot_id]:
                found.setdefault(shot_id, (who, at))
    return found


def contents_numbered(
    session: Session, revision_ids: Iterable[int]
) -> dict[int, tuple[int, Content | Unreadable]]:
    """Return the numbers and contents of some revisions, by the id of their shot.

    In place of a content that can't be read stands why.
    """
    found: dict[int, tuple[int, Content | Unreadable]] = {}
    for ids in batched(sorted(revision_ids), MOST_VARIABLES):
        rows = session.execute(
            select(SetupRevision.shot_id, SetupRevision.number, SetupRevision.content).where(
                SetupRevision.id.in_(ids)
            )
        )
        for shot_id, number, text in rows:
            try:
                found[shot_id] = (number, readable(f"Version {number}", _content, text))
            except Unreadable as error:
                found[shot_id] = (number, error)
    return found


def setups_of(session: Session, shot_id: int) -> list[SetupRevision]:
    """Return every revision of a shot's setup, the newest first."""
    return list(
        session.scalars(
            select(SetupRevision)
            .where(SetupRevision.shot_id == shot_id)
            .order_by(SetupRevision.number.desc())
        )
    )


def steps_of(session: Session, shot_id: int) -> list[Step]:
    """Return what undo and redo are worked out from."""
    rows = session.execute(
        select(SetupRevision.number, SetupRevision.action, SetupRevision.restores)
        .where(SetupRevision.shot_id == shot_id)
        .order_by(SetupRevision.number)
    )
    return [Step(number, Action(action), restores) for number, action, restores in rows]


def latest_edit(session: Session, production_id: int) -> EditRevision:
    """Return a production's edit format as it stands."""
    return session.scalars(
        select(EditRevision)
        .where(EditRevision.production_id == production_id)
        .order_by(EditRevision.number.desc())
        .limit(1)
    ).one()


def edits_of(session: Session, production_id: int) -> list[EditRevision]:
    """Return every revision of a production's edit format, the newest first."""
    return list(
        session.scalars(
            select(EditRevision)
            .where(EditRevision.production_id == production_id)
            .order_by(EditRevision.number.desc())
        )
    )


def edit_format_of(row: EditRevision) -> EditFormat:
    """Return an edit revision's content. Raises Unreadable."""
    what = f"Version {row.number} of the edit format"
    return readable(what, EDIT_FORMAT.validate_json, row.content)


def write_edit_format(edit: EditFormat) -> str:
    """Return an edit format as it is stored: read back, it is this one. Raises NotKept."""
    return written(EDIT_FORMAT, edit)


def before_batch(session: Session, batch_id: int) -> dict[int, SetupRevision]:
    """Return the revision before a batch's own of each shot that it changed."""
    own = aliased(SetupRevision)
    rows = session.scalars(
        select(SetupRevision)
        .join(
            own,
            (own.shot_id == SetupRevision.shot_id) & (own.number == SetupRevision.number + 1),
        )
        .where(own.batch_id == batch_id)
    )
    return {row.shot_id: row for row in rows}


def renamed_since(session: Session, before: Mapping[int, SetupRevision]) -> dict[int, str]:
    """Return the codes in some revisions, by shot, where their shot has another code now."""
    found: dict[int, str] = {}
    code = func.json_extract(SetupRevision.content, "$.setup.code")
    for ids in batched([row.id for row in before.values()], MOST_VARIABLES):
        rows = session.execute(
            select(SetupRevision.shot_id, code)
            .join(Shot, Shot.id == SetupRevision.shot_id)
            .where(
                SetupRevision.id.in_(ids),
                func.json_valid(SetupRevision.content),
                Shot.code != code,
            )
        )
        found.update((shot_id, str(each)) for shot_id, each in rows)
    return found


def revisions_in_batches(session: Session, batch_ids: Iterable[int]) -> dict[int, int]:
    """Return how many shots each of some changes gave a new version; one that gave none is out."""
    rows = session.execute(
        select(SetupRevision.batch_id, func.count())
        .where(SetupRevision.batch_id.in_(list(batch_ids)))
        .group_by(SetupRevision.batch_id)
    )
    return {batch_id: shots for batch_id, shots in rows if batch_id is not None}


def artists_of(session: Session, shot_ids: Sequence[int] | None = None) -> dict[int, str]:
    """Return who saved shots last, by shot: those of some numbers, or all."""
    newest = select(func.max(SetupRevision.id).label("id")).group_by(SetupRevision.shot_id)
    if shot_ids is not None:
        newest = newest.where(SetupRevision.shot_id.in_(shot_ids))
    each = newest.subquery()
    rows = session.execute(
        select(SetupRevision.shot_id, SetupRevision.who).join(each, each.c.id == SetupRevision.id)
    )
    return {row.shot_id: row.who for row in rows}
