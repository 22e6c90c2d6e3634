"""Finish, steadiness and grain in words."""

from zero_slate.core.base.figures import counted, decimal
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.finish.finish import ABOUT_TEXTURES, PLAIN, Place
from zero_slate.core.finish.grain import BRIGHTNESSES
from zero_slate.core.finish.steadiness import HELD, flicker_words
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.finished import artwork, drawings_a_second


def finish(context: ShotContext) -> Sentence:
    """Say what fills, lines and edges look like, and of what."""
    mine = context.setup.finish
    if not mine.is_there:
        return Sentence("Everything looks as it is drawn.")
    said = []
    for place in Place:
        treatment = mine.of(place)
        if treatment == PLAIN:
            continue
        if treatment.texture is None:
            said.append(f"{place} left out")
        else:
            about = ABOUT_TEXTURES[treatment.texture]
            scale = context.setup.working_scale.fraction
            drawn = "" if scale == 1 else f", {decimal(treatment.scale * scale, 1)} px as drawn"
            said.append(f"{place}: {about}{drawn}")
    names = [each.short_name(context.setup.code) for each in artwork(context)]
    on = f" On {', '.join(names[:4])}." if names else " No artwork is linked yet."
    return Sentence(f"{'; '.join(said).capitalize()}.{on}")


def steadiness(context: ShotContext) -> Sentence:
    """Say how often a texture changes, and how that is seen."""
    setup = context.setup
    mine = setup.steadiness
    if not setup.finish.textured:
        return Sentence("No texture is laid on.")
    if mine.frames == HELD:
        return Sentence("One texture for the whole shot: nothing moves that isn't drawn moving.")
    changes = mine.changes(setup.rate.fraction, drawings_a_second(context))
    words = f"{decimal(changes, 2, trim=True)} changes a second"
    return Sentence(f"{words}, {flicker_words(changes)}.")


def grain(context: ShotContext) -> Sentence:
    """Say how strong grain is at each brightness."""
    mine = context.setup.grain
    if not mine.is_there:
        return Sentence("No grain is added.")
    codes = ", ".join(
        f"{each * 255:.1f} at {round(level * 100)} %"
        for level, each in zip(BRIGHTNESSES, mine.deviations, strict=True)
    )
    colour = "in each colour" if mine.colour else "grey"
    frames = counted(context.setup.work_range.length, "frame")
    return Sentence(f"Codes of 255 it moves by, by brightness: {codes}; {colour}, {frames}.")
