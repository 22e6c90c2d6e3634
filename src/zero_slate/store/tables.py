"""The tables. Revisions are only ever added to; their contents are exact JSON text."""

from sqlalchemy import ForeignKey, Integer, String, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


class Base(DeclarativeBase):
    """What every table shares."""


class Production(Base):
    """The film, series or job that shots belong to."""

    __tablename__ = "production"

    id: Mapped[int] = mapped_column(primary_key=True)
    title: Mapped[str] = mapped_column(String(120))
    kind: Mapped[str] = mapped_column(String(120), default="")
    code_example: Mapped[str] = mapped_column(String(64))
    created_at: Mapped[str] = mapped_column(String(32))
    volume: Mapped[str | None]
    folder: Mapped[str | None]
    # How many versions of each setup are kept besides the named ones; all where it is None.
    keeps: Mapped[int | None] = mapped_column(Integer)


class EditRevision(Base):
    """One state of a production's edit format."""

    __tablename__ = "edit_revision"
    __table_args__ = (UniqueConstraint("production_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"))
    number: Mapped[int] = mapped_column(Integer)
    content: Mapped[str]
    what: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class Cut(Base):
    """One reading of the edit's list of shots."""

    __tablename__ = "cut"
    __table_args__ = (UniqueConstraint("production_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"))
    number: Mapped[int] = mapped_column(Integer)
    file_name: Mapped[str]
    title: Mapped[str]
    form: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class Event(Base):
    """One shot's appearance in a cut. Rates are exact text, frames count from midnight."""

    __tablename__ = "event"
    # One tree in the order of the cut: a cut is stored and laid out whole.
    __table_args__ = ({"sqlite_with_rowid": False},)

    cut_id: Mapped[int] = mapped_column(ForeignKey("cut.id"), primary_key=True)
    position: Mapped[int] = mapped_column(primary_key=True)
    code: Mapped[str]
    name: Mapped[str]
    reel: Mapped[str]
    track: Mapped[str]
    source_first: Mapped[int]
    source_last: Mapped[int]
    source_rate: Mapped[str]
    source_drop: Mapped[bool]
    record_first: Mapped[int]
    record_last: Mapped[int]
    record_rate: Mapped[str]
    record_drop: Mapped[bool]
    speed: Mapped[str]
    cdl: Mapped[str] = mapped_column(server_default="")


class Shot(Base):
    """The project that an artist opens."""

    __tablename__ = "shot"
    __table_args__ = (UniqueConstraint("production_id", "code"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"))
    code: Mapped[str] = mapped_column(String(64))
    touched_at: Mapped[str] = mapped_column(String(32), index=True)
    shared_id: Mapped[int | None]
    # Rises with each change of its elements, by triggers.
    files: Mapped[int] = mapped_column(Integer, server_default="0")


class TableVersion(Base):
    """How often a table whose rows are changed in place was changed, counted by triggers."""

    __tablename__ = "table_version"

    name: Mapped[str] = mapped_column(String(32), primary_key=True)
    version: Mapped[int]


class SetupRevision(Base):
    """One state of a shot's setup: its content, and which earlier state it goes back to."""

    __tablename__ = "setup_revision"
    __table_args__ = (UniqueConstraint("shot_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"))
    number: Mapped[int] = mapped_column(Integer)
    content: Mapped[str]
    action: Mapped[str] = mapped_column(String(8))
    restores: Mapped[int | None]
    what: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))
    batch_id: Mapped[int | None] = mapped_column(index=True)


class ElementRow(Base):
    """Files linked to a shot, with what was read of them."""

    __tablename__ = "element"

    id: Mapped[int] = mapped_column(primary_key=True)
    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"), index=True)
    role: Mapped[str] = mapped_column(String(32))
    volume: Mapped[str]
    folder: Mapped[str]
    align: Mapped[str] = mapped_column(String(16))
    media: Mapped[str]
    own_rate: Mapped[str | None]
    use: Mapped[str] = mapped_column(String(16), server_default="frame for frame")
    base: Mapped[int] = mapped_column(Integer, server_default="0")
    placing: Mapped[str | None] = mapped_column(String(16))
    line: Mapped[bool] = mapped_column(server_default="0")
    name: Mapped[str] = mapped_column(server_default="")
    is_on: Mapped[bool] = mapped_column(server_default="1")
    place: Mapped[int] = mapped_column(Integer, server_default="0")
    before: Mapped[str | None] = mapped_column(String(16))
    between: Mapped[str | None] = mapped_column(String(16))
    after: Mapped[str | None] = mapped_column(String(16))
    offset: Mapped[int] = mapped_column(Integer, server_default="0")
    slip: Mapped[int] = mapped_column(Integer, server_default="0")
    view: Mapped[str] = mapped_column(server_default="")
    view_of: Mapped[int | None] = mapped_column(Integer)
    space: Mapped[str] = mapped_column(server_default="")
    space_reason: Mapped[str] = mapped_column(server_default="")
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class ElementStep(Base):
    """What a shot's elements were before a change, as JSON."""

    __tablename__ = "element_step"

    id: Mapped[int] = mapped_column(primary_key=True)
    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"), index=True)
    what: Mapped[str]
    rows: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class MediaPass(Base):
    """One pass over a folder tree, for what lies there of a production's shots."""

    __tablename__ = "media_pass"

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"), index=True)
    volume: Mapped[str]
    folder: Mapped[str]
    folders: Mapped[int] = mapped_column(Integer)
    files: Mapped[int] = mapped_column(Integer)
    read: Mapped[int] = mapped_column(Integer)
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class FoundMedia(Base):
    """A sequence, movie, still or sound that a pass found, and the passes that saw it."""

    __tablename__ = "found_media"
    __table_args__ = (UniqueConstraint("production_id", "volume", "folder", "name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"))
    volume: Mapped[str]
    folder: Mapped[str]
    name: Mapped[str]
    kind: Mapped[str] = mapped_column(String(16))
    files: Mapped[int] = mapped_column(Integer)
    stamp: Mapped[str] = mapped_column(String(64))
    words: Mapped[str]
    media: Mapped[str | None]
    problem: Mapped[str | None]
    first_pass: Mapped[int] = mapped_column(Integer)
    last_pass: Mapped[int] = mapped_column(Integer)


class MatchAnswer(Base):
    """What a person said of a doubtful match: whether a shot of a cut is one of the cut before."""

    __tablename__ = "match_answer"

    cut_id: Mapped[int] = mapped_column(ForeignKey("cut.id"), primary_key=True)
    code: Mapped[str] = mapped_column(primary_key=True)
    former: Mapped[str] = mapped_column(primary_key=True)
    same: Mapped[bool]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class FrameRequest(Base):
    """Frames to ask for, since a recut was taken: which, who noted it, and who has got them."""

    __tablename__ = "frame_request"

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"), index=True)
    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"), index=True)
    cut: Mapped[int] = mapped_column(Integer)
    frames: Mapped[int] = mapped_column(Integer)
    words: Mapped[str]
    reel: Mapped[str]
    shot_frames: Mapped[str]
    source: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))
    got_who: Mapped[str | None] = mapped_column(String(120))
    got_at: Mapped[str | None] = mapped_column(String(32))


class HouseRevision(Base):
    """One state of the house setup."""

    __tablename__ = "house_revision"

    number: Mapped[int] = mapped_column(primary_key=True)
    content: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class Person(Base):
    """Somebody who works here: who they are, and what their desk keeps."""

    __tablename__ = "person"

    id: Mapped[int] = mapped_column(primary_key=True)
    # Their name in small letters: no two are called the same.
    folded: Mapped[str] = mapped_column(String(120), unique=True)
    profile: Mapped[str]
    room: Mapped[str]
    put_away: Mapped[bool] = mapped_column(server_default="0")
    at: Mapped[str] = mapped_column(String(32))


class OwnFormat(Base):
    """A format that a person made, for the whole installation."""

    __tablename__ = "own_format"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    content: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class Batch(Base):
    """One change to several shots, with the edit format's version that it made, if it did."""

    __tablename__ = "batch"

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"), index=True)
    edit_number: Mapped[int | None]
    what: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))
    undone_at: Mapped[str | None] = mapped_column(String(32))


class SharedSetup(Base):
    """A setup that several shots of a production share: what is changed is changed in all."""

    __tablename__ = "shared_setup"
    __table_args__ = (UniqueConstraint("production_id", "name"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"))
    name: Mapped[str] = mapped_column(String(60))


class LayoutRevision(Base):
    """One state of where a production's files go."""

    __tablename__ = "layout_revision"
    __table_args__ = (UniqueConstraint("production_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    production_id: Mapped[int] = mapped_column(ForeignKey("production.id"))
    number: Mapped[int] = mapped_column(Integer)
    content: Mapped[str]
    what: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class OwnLayout(Base):
    """A layout that a person keeps, for the whole installation."""

    __tablename__ = "own_layout"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60), unique=True)
    content: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class TakenVersion(Base):
    """A version that somebody took: nobody else gets its number."""

    __tablename__ = "taken_version"
    __table_args__ = (UniqueConstraint("shot_id", "kind", "discipline", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"))
    kind: Mapped[str] = mapped_column(String(16))
    discipline: Mapped[str] = mapped_column(String(32))
    number: Mapped[int] = mapped_column(Integer)
    setup_version: Mapped[int] = mapped_column(Integer)
    note: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))
    approved_who: Mapped[str | None] = mapped_column(String(120))
    approved_at: Mapped[str | None] = mapped_column(String(32))


class VolumeSpeed(Base):
    """What the last speed test of a volume measured, and the root that it lay at then."""

    __tablename__ = "volume_speed"

    volume: Mapped[str] = mapped_column(primary_key=True)
    root: Mapped[str]
    content: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class VersionName(Base):
    """The name that somebody gave to a version of a shot's setup."""

    __tablename__ = "version_name"

    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class HandedOff(Base):
    """A version of a shot that was handed off: where to, by whom and when."""

    __tablename__ = "handed_off"

    id: Mapped[int] = mapped_column(primary_key=True)
    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"), index=True)
    version: Mapped[int] = mapped_column(Integer)
    volume: Mapped[str]
    folder: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))


class StorageTrial(Base):
    """What a way to store frames came to, tried on some of an element of a shot.

    `stamp` tells the element's files apart from what they are once changed.
    """

    __tablename__ = "storage_trial"

    shot_id: Mapped[int] = mapped_column(ForeignKey("shot.id"), primary_key=True)
    stored_as: Mapped[str] = mapped_column(String(60), primary_key=True)
    element: Mapped[str]
    stamp: Mapped[str]
    content: Mapped[str]
    who: Mapped[str] = mapped_column(String(120))
    at: Mapped[str] = mapped_column(String(32))
