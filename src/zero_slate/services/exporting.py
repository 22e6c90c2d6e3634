"""All shots of a production, given to others: as a table, JSON, frame ranges, an environment."""

from enum import StrEnum

from sqlalchemy import select

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe
from zero_slate.core.checks.finding import STATE_WORDS
from zero_slate.core.places.pieces import FRAME_DIGITS, frame_name
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.colour.grade_files import write_grades
from zero_slate.files.colour.ruled_config import write_ruled_config
from zero_slate.files.cuts.edl.writing import WrittenCut, write_edl
from zero_slate.files.shot_tables import (
    ShotRow,
    write_environment,
    write_ranges,
    write_rows,
    write_table,
)
from zero_slate.services.places.layouts import Layouts
from zero_slate.services.productions.judged import JudgedProduction
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.store.tables import Production


class ExportForm(StrEnum):
    """The form of a file of shots."""

    CSV = "csv"
    JSON = "json"
    FRAMES = "frames"
    ENV = "env"
    EDL = "edl"
    CCC = "ccc"
    OCIO = "ocio"


class Exporting:
    """Writes what all shots of a production are set to."""

    def __init__(self, layouts: Layouts):
        self.layouts = layouts
        self.workspace = layouts.workspace

    def write(self, production_id: int, form: str, code: str = "") -> tuple[str, bytes]:
        """Return a file's name and content: of all shots, or of the one with a code.

        Raises NotFound, and Refusal for a form there isn't, and for what can't be written in it.
        """
        if form in (ExportForm.EDL, ExportForm.CCC, ExportForm.OCIO):
            return self._of_cut(production_id, ExportForm(form), code)
        title, rows = self._rows(production_id)
        if code:
            rows = [row for row in rows if row.code == code]
            if not rows:
                raise NotFound(f"There is no shot {code} set up in {title}.")
        name = code or made_safe(title).safe
        if form == "csv":
            labels = {key: setting.label for key, setting in SETTINGS.items() if key != "code"}
            return f"{name}.csv", write_table(rows, labels)
        if form == "json":
            return f"{name}.shots.json", write_rows(title, rows)
        if form == "frames":
            return f"{name}.frames.txt", write_ranges(rows)
        if form == "env":
            if len(rows) != 1:
                raise Refusal("An environment is of one shot: say which.", part="shot")
            return f"{name}.env", write_environment(title, rows[0])
        raise Refusal(f"There is no form “{form}”; there are {', '.join(ExportForm)}.", part="form")

    def _of_cut(self, production_id: int, form: ExportForm, code: str) -> tuple[str, bytes]:
        """Return the cut as an EDL, the grades of its shots, or the config with its rules."""
        with self.workspace.reading() as session:
            judged, _ = self.layouts.standing(session, production_id)
        title = judged.production.title
        if code and code not in judged.shots:
            raise NotFound(f"There is no shot {code} set up in {title}.")
        name = code or made_safe(title).safe
        shots = {each: shot for each, shot in judged.shots.items() if code in ("", each)}
        if form is ExportForm.OCIO:
            settings = judged.shots[code].context.setup if code else judged.edit
            address = self.workspace.colours.address(settings.color_config)
            return f"{name}.ocio", write_ruled_config(address, settings.read_rules)
        if form is ExportForm.EDL:
            return f"{name}.edl", _edl(judged, name, code).content
        grades = [
            (each, grade.cdl)
            for each, shot in shots.items()
            if (grade := shot.context.grade) is not None and grade.cdl is not None
        ]
        if not grades:
            raise Refusal(f"No shot of {title} has a grade as ASC CDL.")
        return f"{name}.ccc", write_grades(grades, "ccc")

    def edl_notes(self, production_id: int) -> tuple[str, ...]:
        """Return what an EDL of the cut wouldn't hold, a sentence each. Raises NotFound."""
        with self.workspace.reading() as session:
            judged, _ = self.layouts.standing(session, production_id)
        title = judged.production.title
        return _edl(judged, made_safe(title).safe, "").notes if judged.events else ()

    def production_named(self, said: str) -> int:
        """Return a production by its number or its title. Raises NotFound."""
        with self.workspace.reading() as session:
            known = session.execute(select(Production.id, Production.title)).all()
        for number, title in known:
            if said in (str(number), title):
                return int(number)
        titles = ", ".join(f"“{title}”" for _, title in known) or "none yet"
        raise NotFound(f"There is no production “{said}”; there is {titles}.")

    def _rows(self, production_id: int) -> tuple[str, list[ShotRow]]:
        with self.workspace.reading() as session:
            judged, layout = self.layouts.standing(session, production_id)
        rows = []
        for code, shot in judged.shots.items():
            setup = shot.context.setup
            values = {
                key: setting.kind.show(getattr(setup, key))
                for key, setting in SETTINGS.items()
                if key != "code"
            }
            ranges = {"cut": setup.cut_range, "work": setup.work_range, "clip": setup.clip_range}
            frames = {name: _range(each) for name, each in ranges.items()}
            named = self.layouts.named(judged, code)
            paths = {}
            for each in self.layouts.paths(layout, named):
                path = each.whole or each.path
                paths[each.kind] = _sequence(path, setup.work_range) if each.is_frames else path
            rows.append(
                ShotRow(code, shot.version, STATE_WORDS[shot.found.state], values, frames, paths)
            )
        return judged.production.title, rows


def _edl(judged: JudgedProduction, name: str, code: str) -> WrittenCut:
    events = [each for each in judged.events if code in ("", made_safe(each.code).safe)]
    if not events:
        raise Refusal(f"{name} has no cut to be written as an EDL: read one first.")
    return write_edl(name, events)


def _range(frames: FrameRange) -> str:
    return f"{frames.first}-{frames.last}"


def _sequence(path: str, frames: FrameRange) -> str:
    """Return the path of a frame as that of all frames, as Fileseq writes it."""
    first = frame_name(frames.first)
    before, _, after = path.rpartition(first)
    return f"{before}{_range(frames)}{'@' * FRAME_DIGITS}{after}" if before else path
