"""A property worked out once. functools' own takes a lock on Python 3.11, which costs more than most of what we compute."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Generic, TypeVar, overload

Value = TypeVar("Value")


class cached_property(Generic[Value]):  # noqa: N801  used like the property it is
    """Works on frozen dataclasses too. Two threads may both compute it; they then hold equal values."""

    def __init__(self, compute: Callable[[Any], Value]) -> None:
        self.compute = compute
        self.__doc__ = compute.__doc__

    def __set_name__(self, owner: type[Any], name: str) -> None:
        self.name = name

    @overload
    def __get__(self, instance: None, owner: type[Any]) -> cached_property[Value]: ...
    @overload
    def __get__(self, instance: object, owner: type[Any]) -> Value: ...
    def __get__(self, instance: object | None, owner: type[Any]) -> Value | cached_property[Value]:
        if instance is None:
            return self
        # Not a data descriptor: from the next time on the value in __dict__ is found first.
        value = instance.__dict__[self.name] = self.compute(instance)
        return value
