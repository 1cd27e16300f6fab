"""The one error family of the core."""

from __future__ import annotations


class DomainError(ValueError):
    """A value that has no meaning for a photographer, with the field it came in by.

    Attributes: field: the argument's name; value: what was given; rule: what would be accepted.
    """

    def __init__(self, field: str, value: object, rule: str) -> None:
        super().__init__(f"{field} {rule}; got {value!r}")
        self.field = field
        self.value = value
        self.rule = rule


class UnknownIdError(LookupError):
    """An id that no catalogue, table or document knows. Attributes: kind, id."""

    def __init__(self, kind: str, unknown_id: str) -> None:
        super().__init__(f"there is no {kind} called {unknown_id!r}")
        self.kind = kind
        self.id = unknown_id
