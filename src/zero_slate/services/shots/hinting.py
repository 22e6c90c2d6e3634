"""Hints on a shot's settings, tried on the shot itself."""

from itertools import islice

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.presentation.hints import Hint, hint, other_texts, plain_hint
from zero_slate.core.presentation.sheet import Sheet, build_sheet
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.reading import Reading
from zero_slate.core.shot.change import change
from zero_slate.core.shot.state import Content
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots
from zero_slate.services.shots.typed_sheet import read_sheet

# Of a setting with many choices the first few are tried; a shot that takes none says so by silence.
MOST_TRIED = 6


class Hints:
    """What the settings of a shot are, with examples in its own figures."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots

    def of(self, shot_id: int, key: str) -> Hint:
        """Return the hint on a setting. Raises NotFound."""
        setting = SETTINGS.get(key)
        if setting is None:
            raise NotFound(f"A sheet has no setting “{key}”.")
        loaded = self.shots.load(shot_id)
        content, clock = loaded.content, loaded.stored.clock
        value = getattr(content.setup, key)
        names = self.workspace.names_for(content.setup)
        for texts in islice(other_texts(setting, value, names), MOST_TRIED):
            try:
                reading = read_sheet(
                    content, clock, {key: texts}, self.workspace.locks, self.workspace.config_of
                )
                if reading.problems or reading.values.get(key, value) == value:
                    continue
                after = change(content, reading.values, loaded.stored.anchor)
            except Refusal:
                continue
            shown = setting.kind.show(getattr(after.setup, key))
            stands, would = self._sheet(loaded, content), self._sheet(loaded, after)
            return hint(key, setting, stands, would, shown)
        return plain_hint(key, setting)

    def _sheet(self, loaded: Loaded, content: Content) -> Sheet:
        context = loaded.context(self.workspace, content)
        found = match(context, content.departures)
        return build_sheet(context, found, content.departures, {}, Reading({}, {}))
