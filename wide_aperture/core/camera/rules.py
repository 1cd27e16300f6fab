"""What a body refuses as it stands: what it lacks, numbers past its ends, options it offers only beside others, declared pairs,
values the mode takes over."""

from __future__ import annotations

from wide_aperture.core.craft import settings as catalogue
from wide_aperture.core.craft.exposure_modes import chosen_by_camera
from wide_aperture.core.craft.values import say_value
from wide_aperture.core.documents.body import Body
from wide_aperture.core.documents.setting_values import Value, is_number


def settable(values: dict[str, Value]) -> dict[str, Value]:
    """The values somebody can set beside each other: without those the exposure mode or the white balance takes over."""
    idle = {
        *chosen_by_camera(values.get("exposure_mode")),
        *(() if values.get("white_balance") == "kelvin" else ("kelvin",)),
    }
    return {setting: value for setting, value in values.items() if setting not in idle}


def refused(body: Body, values: dict[str, Value], setting: str, value: Value) -> str | None:
    """Why the body does not take a value as it stands; None where it takes it."""
    if setting in chosen_by_camera(values.get("exposure_mode")):
        return "In this exposure mode the camera chooses it."
    if setting == "kelvin" and values.get("white_balance") != "kelvin":
        return "A colour temperature is taken once the white balance stands at kelvin."
    declared = body.support_of(setting)
    if declared is not None and not declared.options:
        return declared.instead or "This body has no such setting."
    if declared is not None and isinstance(value, str) and value not in (*declared.options, *catalogue.NOT_THERE):
        return declared.instead or f"{body.name} has no “{say_value(catalogue.setting(setting), value)}”."
    program = body.abilities.long_time_program
    is_on = program is not None and values.get("long_time_program") == "on"
    if (
        program is not None
        and is_on
        and any(each.setting == setting and value in each.options for each in program.takes_away)
    ):
        return f"“{program.name}” takes it away while it is on."
    if is_number(value):
        end = body.end_passed(setting, float(value))
        if end is not None:
            return f"{body.name} ends at {say_value(catalogue.setting(setting), end)}."
    for condition in declared.conditions if declared is not None else ():
        if value in condition.without_options and values.get(condition.when_setting) in condition.is_one_of:
            return condition.because
    for conflict in body.conflicts:
        if not any(each.setting == setting and each.option == value for each in conflict.together):
            continue
        others = [each for each in conflict.together if each.setting != setting]
        if all(values.get(each.setting) == each.option for each in others):
            return conflict.because
    return None
