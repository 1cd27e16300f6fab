"""Practice: drills for the judgement no tool can take over, made from composed scenes and scored by the same core."""
