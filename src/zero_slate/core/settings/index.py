"""Every setting by its field name, read off the models that declare them."""

from pydantic import BaseModel

from zero_slate.core.settings.models.drawn import Drawn
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.schema import Setting


def _described(model: type[BaseModel]) -> dict[str, Setting]:
    found: dict[str, Setting] = {}
    for key, field in model.model_fields.items():
        setting = next((m for m in field.metadata if isinstance(m, Setting)), None)
        if setting is None:
            raise TypeError(f"{model.__name__}.{key} has no Setting to describe it")
        found[key] = setting
    return found


# Every setting by its field name, in the order that a sheet lists them within a group.
SETTINGS = _described(Setup)


EDIT_SETTINGS = _described(EditFormat)


DRAWN_SETTINGS = _described(Drawn)


HOUSE_SETTINGS = _described(HouseSetup)


# What those that are seldom used are where nobody uses them.
UNUSED = {
    key: Setup.model_fields[key].default for key, setting in SETTINGS.items() if setting.seldom
}


def is_unused(key: str, value: object) -> bool:
    """Return whether a setting is one that most leave alone, and is left alone."""
    return key in UNUSED and value == UNUSED[key]
