"""The stand as it is dragged: what would be typed for something that is put elsewhere."""

from fractions import Fraction

from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.placing_on_stand import put_at
from zero_slate.services.shots.sheets import Shots
from zero_slate.services.shots.showing import context_as_typed


def put_on_stand(
    shots: Shots, shot_id: int, typed: Typed, what: str, metres: float, frame: int, *, keyed: bool
) -> dict[str, dict[str, str]]:
    """Return the texts of the setting that is changed. Raises NotFound and Refusal."""
    context = context_as_typed(shots.workspace, shots.load(shot_id), typed)
    key, value = put_at(context.setup, what, Fraction(metres), frame, keyed=keyed)
    return {key: SETTINGS[key].kind.texts(value)}
