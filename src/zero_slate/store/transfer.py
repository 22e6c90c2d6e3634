"""A production or a shot as plain rows: taken out of a database, and put into another.

Numbers are given anew as rows are put in, but where those that they had are free and wanted; what
they refer to goes along.
"""

import json
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from sqlalchemy import Integer, String, Table, delete, func, insert, select
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.store.gone import next_id, note_gone
from zero_slate.store.tables import (
    Base,
    Batch,
    Cut,
    EditRevision,
    ElementRow,
    ElementStep,
    Event,
    FoundMedia,
    FrameRequest,
    HandedOff,
    LayoutRevision,
    MatchAnswer,
    MediaPass,
    OwnFormat,
    Production,
    SetupRevision,
    SharedSetup,
    Shot,
    StorageTrial,
    TakenVersion,
    VersionName,
)

Row = dict[str, Any]
Rows = dict[str, list[Row]]

Models = tuple[type[Base], ...]
_OF_PRODUCTION: Models = (
    EditRevision,
    Cut,
    SharedSetup,
    Batch,
    LayoutRevision,
    MediaPass,
    FoundMedia,
)
_OF_CUT: Models = (Event, MatchAnswer)
_OF_SHOT: Models = (
    SetupRevision,
    ElementRow,
    ElementStep,
    TakenVersion,
    VersionName,
    HandedOff,
    StorageTrial,
    FrameRequest,
)
# Each after what its rows refer to.
TABLES: Models = (
    Production,
    EditRevision,
    Cut,
    *_OF_CUT,
    *(each for each in _OF_PRODUCTION if each not in (EditRevision, Cut)),
    Shot,
    *_OF_SHOT,
    OwnFormat,
)
# What a column holds a number of, besides foreign keys.
_REFERS = {
    ("shot", "shared_id"): "shared_setup",
    ("setup_revision", "batch_id"): "batch",
    ("element", "view_of"): "element",
    ("found_media", "first_pass"): "media_pass",
    ("found_media", "last_pass"): "media_pass",
}
LARGEST_NUMBER = 2**63 - 1
LONGEST_TEXT = 50 * 2**20


class NotThoseRows(Refusal):
    """Rows that can't be put into a database: which of them, and why."""


def table_of(model: type[Base]) -> Table:
    """Return the table of a model."""
    table = model.__table__
    if not isinstance(table, Table):
        raise TypeError(f"{model} has no table of its own")
    return table


def take_out(session: Session, production_id: int, shot_id: int | None = None) -> Rows:
    """Return all rows of a production, or of one of its shots with what that stands on."""
    rows: Rows = {}

    def take(model: type[Base], *where: Any) -> None:
        table = table_of(model)
        order = list(table.primary_key.columns)
        found = session.execute(select(table).where(*where).order_by(*order))
        rows[table.name] = [dict(row._mapping) for row in found]

    take(Production, Production.id == production_id)
    for model in _OF_PRODUCTION:
        take(model, table_of(model).c.production_id == production_id)
    cuts = select(Cut.id).where(Cut.production_id == production_id)
    for model in _OF_CUT:
        take(model, table_of(model).c.cut_id.in_(cuts))
    shots = select(Shot.id).where(Shot.production_id == production_id)
    if shot_id is not None:
        shots = shots.where(Shot.id == shot_id)
        # What only others of the production need stays out.
        rows |= {table_of(each).name: [] for each in (MediaPass, FoundMedia, Batch)}
    take(Shot, Shot.id.in_(shots))
    for model in _OF_SHOT:
        take(model, table_of(model).c.shot_id.in_(shots))
    used = {_format_of(row["content"]) for row in rows["setup_revision"]}
    take(OwnFormat, OwnFormat.name.in_(used - {""}))
    return rows


def delete_rows(session: Session, production_id: int, shot_id: int | None = None) -> None:
    """Delete all rows of a production, or of one of its shots."""
    note_gone(session)
    shots = select(Shot.id).where(Shot.production_id == production_id)
    if shot_id is not None:
        shots = shots.where(Shot.id == shot_id)
    for model in reversed(_OF_SHOT):
        session.execute(delete(model).where(table_of(model).c.shot_id.in_(shots)))
    session.execute(delete(Shot).where(Shot.id.in_(shots)))
    if shot_id is None:
        cuts = select(Cut.id).where(Cut.production_id == production_id)
        for model in _OF_CUT:
            session.execute(delete(model).where(table_of(model).c.cut_id.in_(cuts)))
        for model in reversed(_OF_PRODUCTION):
            session.execute(delete(model).where(table_of(model).c.production_id == production_id))
        session.execute(delete(Production).where(Production.id == production_id))
    session.expire_all()


@dataclass(frozen=True, slots=True)
class Into:
    """How rows are put in.

    `production` is the one that a shot goes to; None makes the archive's own anew. `title` is the
    new production's, `codes` other codes for shots by those they have. `volume` gives the name that
    a volume has here; `numbers` says whether productions and shots get those they had, if they are
    free.
    """

    volume: Callable[[str], str]
    production: int | None = None
    title: str = ""
    codes: Mapping[str, str] = field(default_factory=dict)
    numbers: bool = False


def put_in(session: Session, rows: Rows, into: Into) -> tuple[int, list[int]]:
    """Put rows into a database; return the production's number and the shots'.

    Raises NotThoseRows for what isn't of these tables or doesn't hold together.
    """
    known: dict[str, dict[int, int]] = {}
    for model in TABLES:
        table = table_of(model)
        mine = rows.get(table.name, [])
        if into.production is not None and model in (Production, *_OF_PRODUCTION, *_OF_CUT):
            known[table.name] = {}
            if model is Production:
                known[table.name] = {row["id"]: into.production for row in mine}
            continue
        if model is OwnFormat:
            taken = set(session.scalars(select(OwnFormat.name)))
            mine = [row for row in mine if row["name"] not in taken]
        numbers = _numbers(session, model, mine, into)
        known[table.name] = numbers
        made = [_made(table, row, known, into) for row in mine]
        if made:
            try:
                session.execute(insert(table), made)
            except IntegrityError as error:
                raise NotThoseRows(f"Its rows of {table.name} don't hold together.") from error
    return next(iter(known["production"].values())), list(known["shot"].values())


def require_rows(rows: object) -> Rows:
    """Return rows whose columns and types are those of the tables. Raises NotThoseRows."""
    if not isinstance(rows, dict):
        raise NotThoseRows("Its rows are no tables.")
    tables = {table_of(model).name: table_of(model) for model in TABLES}
    for name in rows:
        if name not in tables:
            raise NotThoseRows(f"Its rows are of a table “{str(name)[:40]}”, which isn't known.")
    found: Rows = {}
    for name, table in tables.items():
        mine = rows.get(name, [])
        if not isinstance(mine, list):
            raise NotThoseRows(f"Its {name} has no rows.")
        for number, row in enumerate(mine, start=1):
            _require_row(table, row, number)
        found[name] = mine
    if len(found["production"]) != 1 or not found["edit_revision"]:
        raise NotThoseRows("It holds no production with an edit format.")
    return found


def _require_row(table: Table, row: object, number: int) -> None:
    where = f"Row {number} of {table.name}"
    columns = {column.name: column for column in table.columns}
    if not isinstance(row, dict) or row.keys() != columns.keys():
        raise NotThoseRows(f"{where} hasn't the columns that it should.")
    for name, column in columns.items():
        value = row[name]
        if value is None:
            if not column.nullable:
                raise NotThoseRows(f"{where} has no {name}.")
        elif isinstance(column.type, String):
            longest = column.type.length or LONGEST_TEXT
            if not isinstance(value, str) or len(value) > longest:
                raise NotThoseRows(
                    f"{where}: its {name} is not a text of up to {longest:,} characters."
                )
        elif isinstance(column.type, Integer):
            whole = isinstance(value, int) and not isinstance(value, bool)
            if not whole or abs(value) > LARGEST_NUMBER:
                raise NotThoseRows(f"{where}: its {name} is not a whole number.")
        elif not isinstance(value, bool):
            raise NotThoseRows(f"{where}: its {name} is neither true nor false.")


def _numbers(
    session: Session, model: type[Base], rows: Sequence[Row], into: Into
) -> dict[int, int]:
    """Return the number that each row gets, by the one it has; none for rows without numbers."""
    table = table_of(model)
    if "id" not in table.c or not rows:
        return {}
    had = [row["id"] for row in rows]
    if len(set(had)) < len(had):
        raise NotThoseRows(f"Its rows of {table.name} have numbers that appear twice.")
    if model in (Production, Shot):
        free = into.numbers and not session.scalar(
            select(func.count()).select_from(table).where(table.c.id.in_(had))
        )
        if free:
            return {each: each for each in had}
        first = next_id(session, model)
    else:
        first = (session.scalar(select(func.max(table.c.id))) or 0) + 1
    return {each: first + place for place, each in enumerate(had)}


def _made(table: Table, row: Row, known: Mapping[str, Mapping[int, int]], into: Into) -> Row:
    made = dict(row)
    if "id" in made:
        made["id"] = known[table.name][row["id"]]
    for column in table.columns:
        target = _REFERS.get((table.name, column.name)) or next(
            (key.column.table.name for key in column.foreign_keys), None
        )
        if target is None or row[column.name] is None:
            continue
        new = known.get(target, {}).get(row[column.name])
        if new is None and not column.nullable:
            raise NotThoseRows(
                f"A row of {table.name} is of {target} {row[column.name]}, which isn't in it."
            )
        made[column.name] = new
    if made.get("volume"):
        made["volume"] = into.volume(made["volume"])
    if table.name == "production" and into.title:
        made["title"] = into.title
    if table.name == "shot":
        made["code"] = into.codes.get(made["code"], made["code"])
    _inside(table.name, made, known, into)
    return made


def _inside(name: str, made: Row, known: Mapping[str, Mapping[int, int]], into: Into) -> None:
    """Change what stands inside of contents; one that can't be read stays as it is."""
    key = {"element_step": "rows"}.get(name, "content")
    if name not in ("setup_revision", "edit_revision", "layout_revision", "element_step"):
        return
    try:
        content = json.loads(made[key])
        if name == "element_step":
            for each in content:
                each["volume"] = into.volume(each["volume"])
                each["shot_id"] = made["shot_id"]
                for column in ("id", "view_of"):
                    if each[column] is not None:
                        each[column] = _of_before(known, each[column])
        elif name == "layout_revision":
            content["volume"] = into.volume(content["volume"]) if content["volume"] else ""
            if content["elsewhere"]:
                content["elsewhere"] = {
                    kind: into.volume(volume) for kind, volume in content["elsewhere"].items()
                }
        else:
            settings = content["setup"] if name == "setup_revision" else content
            if name == "setup_revision":
                settings["code"] = into.codes.get(settings["code"], settings["code"])
            settings["color_config"] = _moved(settings["color_config"], into)
            if content.get("grade"):
                content["grade"]["look"] = _moved(content["grade"]["look"], into)
    except (ValueError, KeyError, TypeError, AttributeError):
        return
    made[key] = json.dumps(content, ensure_ascii=False, separators=(",", ":"))


def _moved(place: str, into: Into) -> str:
    """Return a file's place on a volume by the name that this has here; others stay."""
    volume, mark, path = place.partition(":")
    return f"{into.volume(volume)}:{path}" if mark else place


def colour_files(rows: Rows) -> list[tuple[str, str]]:
    """Return the volume and the path of each config and look file that settings name."""
    found: dict[tuple[str, str], None] = {}
    for name in ("setup_revision", "edit_revision"):
        for row in rows[name]:
            try:
                content = json.loads(row["content"])
                settings = content["setup"] if name == "setup_revision" else content
                places = [settings.get("color_config", "")]
                places.append((content.get("grade") or {}).get("look", ""))
            except (ValueError, KeyError, TypeError, AttributeError):
                continue
            for place in map(str, places):
                volume, mark, path = place.partition(":")
                if mark:
                    found[volume, path.strip("/")] = None
    return list(found)


def _of_before(known: Mapping[str, Mapping[int, int]], number: int) -> int:
    """Return the number of an element that is no more, away from those that are given anew."""
    elements = known["element"]
    return elements.get(number, number + 2**40)


def _format_of(content: str) -> str:
    """Return the name of the format that a stored content was taken from; empty where none is."""
    if '"format":{' not in content:
        return ""
    try:
        return str(json.loads(content)["format"]["name"])
    except (ValueError, KeyError, TypeError):
        return ""
