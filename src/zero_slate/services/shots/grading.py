"""Grades of shots: taken from a file on a volume, taken back, written again."""

from collections.abc import Callable
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.colour.grade import Cdl, Grade
from zero_slate.core.shot.graded import grade_of
from zero_slate.core.shot.state import Content
from zero_slate.files.colour.grade_files import (
    GRADES,
    LOOKS,
    read_grades,
    require_look,
    write_grades,
)
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots.sheets import Shots

FORMS = ("cc", "cdl", "ccc")


class Grading:
    """Gives shots grades of their own."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots

    def take(self, shot_id: int, base: int, place: str) -> ShotPage:
        """Take a grade or look file, as volume:folder/name.cc, as a shot's own.

        Of a file of several grades it is the one with the shot's code for an id. A look file goes
        behind the grade's values that there are. Raises Conflict, NotFound and Refusal.
        """
        path, said = self._file(place)
        loaded = self.shots.load(shot_id)
        if path.suffix.lower() in LOOKS:
            require_look(path)
            before = grade_of(loaded.content, loaded.event)
            cdl = before.cdl if before else None
            source = f"{before.source}, {path.name}" if before and cdl else path.name
            grade = Grade(cdl, said, source)
        else:
            cdl = _one_of(read_grades(path), loaded.head.code, path.name)
            look = loaded.content.grade.look if loaded.content.grade else ""
            grade = Grade(cdl, look, path.name)
        return self.shots.amend(shot_id, base, _with(grade))

    def clear(self, shot_id: int, base: int) -> ShotPage:
        """Let a shot have its cut's grade again. Raises Conflict."""
        return self.shots.amend(shot_id, base, _with(None))

    def written(self, shot_id: int, form: str) -> tuple[str, bytes]:
        """Return the name and the content of a file of a shot's grade. Raises NotFound."""
        loaded = self.shots.load(shot_id)
        grade = grade_of(loaded.content, loaded.event)
        if grade is None or grade.cdl is None:
            raise NotFound(f"{loaded.head.code} has no grade of values to be written.")
        code = loaded.head.code
        return f"{code}.{form}", write_grades([(code, grade.cdl)], form)

    def _file(self, place: str) -> tuple[Path, str]:
        said = one_line(place, "A grade file", 400)
        volume, colon, inside = said.partition(":")
        if not colon or not inside:
            raise Refusal(
                f"“{said}” isn't a file on a volume: write it as volume:folder/name.cc.",
                part="place",
            )
        path = self.workspace.folder(volume, inside)
        if path.suffix.lower() not in (*GRADES, *LOOKS):
            raise Refusal(
                f"{path.name} is neither a grade ({', '.join(GRADES)}) nor a look file "
                f"({', '.join(LOOKS)}).",
                part="place",
            )
        if not path.is_file():
            raise NotFound(f"There is no {inside} on the volume {volume}.")
        return path, said


def _with(grade: Grade | None) -> Callable[[Loaded], Content]:
    return lambda loaded: loaded.content.model_copy(update={"grade": grade})


def _one_of(found: dict[str, Cdl], code: str, name: str) -> Cdl:
    if len(found) == 1:
        return next(iter(found.values()))
    for each, cdl in found.items():
        if each.lower() == code.lower():
            return cdl
    some = ", ".join(list(found)[:6])
    raise Refusal(
        f"{name} holds {len(found)} grades, and none of them is called {code}: there are {some}.",
        part="place",
    )
