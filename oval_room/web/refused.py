"""A request that is not let through, wherever that is found."""

from __future__ import annotations


class RefusedRequest(Exception):
    """A request that is not let through: status and a sentence."""

    def __init__(self, status: int, text: str) -> None:
        super().__init__(text)
        self.status, self.text = status, text
