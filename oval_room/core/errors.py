"""What goes wrong in words: every refusal carries what was given and says what to give instead."""

from __future__ import annotations

import math


class RefusedError(ValueError):
    """An entry that can't be used. `text` is for the installer; `field` is filled in by the layer that knows it."""

    def __init__(self, text: str, *, field: str = "", value: object = None, limit: object = None) -> None:
        super().__init__(f"{field}: {text}" if field else text)
        self.text, self.field, self.value, self.limit = text, field, value, limit

    def at(self, field: str) -> RefusedError:
        """The same refusal, with the place it belongs to."""
        return type(self)(self.text, field=field, value=self.value, limit=self.limit)


class MissingError(LookupError):
    """Something named that is not there (a seat, a gear item, a sum)."""

    def __init__(self, text: str, *, value: object = None) -> None:
        super().__init__(text)
        self.text, self.value = text, value


def positive(value: float, field: str) -> float:
    """The value back when it is over nought.

    Raises:
        RefusedError: it is nought, negative or not a number.
    """
    if not 0 < value < math.inf:
        raise RefusedError(f"give a value over 0 (got {value:g})", field=field, value=value, limit=0)
    return value
