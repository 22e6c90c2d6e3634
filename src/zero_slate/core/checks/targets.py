"""What a shot is published as: what each target can't carry, on the row it is about."""

from collections.abc import Iterator

from zero_slate.core.checks.finding import Change, Finding, Sentence, Severity
from zero_slate.core.publishing.carrying import lacking
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.context import ShotContext

MOST = 6


def targets(context: ShotContext) -> Iterator[Finding]:
    """Find what a target can't carry of this shot (`targets.` and the setting's key)."""
    told = 0
    for target in context.setup.targets.of:
        for each in lacking(context, target):
            told += 1
            if told > MOST:
                return
            values = dict(each.values)
            shown = ", ".join(SETTINGS[key].kind.show(value) for key, value in values.items())
            yield Finding(
                f"targets.{(each.setting or each.label).replace('_', '-').lower()}",
                Severity.WARN if each.stops else Severity.NOTE,
                "targets",
                Sentence(
                    f"{target.name}, {each.label.lower()} {each.asked}: {each.happens}",
                    (target.name,),
                ),
                change=Change(f"Use {shown}", values) if values else None,
            )
