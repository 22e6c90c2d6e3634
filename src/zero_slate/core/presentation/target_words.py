"""What a production is published as, in words."""

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.publishing.carrying import lacking
from zero_slate.core.shot.context import ShotContext


def targets(context: ShotContext) -> Sentence:
    """Say what each target carries of this shot."""
    mine = context.setup.targets
    if not mine.are_there:
        return Sentence("Nothing is said of what it is published as.")
    said = []
    for target in mine.of:
        lost = lacking(context, target)
        words = "carries all of it" if not lost else f"can't carry {counted(len(lost), 'setting')}"
        said.append(f"{target.name} {words}")
    return Sentence(f"{'; '.join(said)}.")
