"""Findings put together the way every check does it."""

from typing import Any

from zero_slate.core.checks.finding import Change
from zero_slate.core.settings.index import SETTINGS


def use(setting: str, value: Any) -> Change:
    """Offer a setting's value: “Use 1920 × 1080”."""
    return Change(f"Use {SETTINGS[setting].kind.show(value)}", {setting: value})
