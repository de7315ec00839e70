"""Examples and hints in the job's own unit: they are written once, in feet and inches, and told as a job types them."""

from __future__ import annotations

import re
from typing import Final

from oval_room.core.units import MM_IN, Ruler, parse_length

_WRITTEN: Final = re.compile(
    r"(?<![\w./])(?:[0-9]+/[0-9]+\"|[0-9]+'(?:\s?[0-9]+(?:\s[0-9]+/[0-9]+)?(?:\")?)?|[0-9]+(?:\s[0-9]+/[0-9]+)?\")(?![\w'])"
)


def in_unit(text: str, ruler: Ruler) -> str:
    """A hint with its lengths in feet and inches as this job's bare numbers: `seat 11'2` as `seat 3400`."""
    if ruler.style in ("feet", "inches"):
        return text
    return _WRITTEN.sub(lambda found: bare(parse_length(found[0], "in"), ruler), text)


def bare(mm: float, ruler: Ruler) -> str:
    """A length as it is quickest typed in a job: a round bare number of its unit."""
    step = 10 if mm >= 300 else 5
    return f"{round(mm / step) * step / MM_IN[ruler.unit]:.6g}"
