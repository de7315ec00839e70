"""What a document's or a request's own checks complain of, as a sentence for the installer: one place for all kinds."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from typing import Any, Final

from pydantic import ValidationError

from oval_room.core.errors import RefusedError

_SAYS: Final[dict[str, Callable[[Mapping[str, Any]], str]]] = {
    "missing": lambda _: "is missing",
    "extra_forbidden": lambda _: "is not known here",
    "string_too_long": lambda c: f"keep it under {c['max_length'] + 1} characters",
    "string_too_short": lambda _: "type something here",
    "string_pattern_mismatch": lambda _: "is not of the form that is wanted here",
    "string_type": lambda _: "must be text",
    "string_unicode": lambda _: "holds half of a character; type it again",
    "greater_than_equal": lambda c: f"give {_plain(c['ge'])} or more",
    "greater_than": lambda c: f"give more than {_plain(c['gt'])}",
    "less_than_equal": lambda c: f"give {_plain(c['le'])} or less",
    "less_than": lambda c: f"give less than {_plain(c['lt'])}",
    "finite_number": lambda _: "give a number",
    "float_parsing": lambda _: "give a number",
    "float_type": lambda _: "give a number",
    "int_parsing": lambda _: "give a whole number",
    "int_parsing_size": lambda _: "is far too large a number",
    "int_type": lambda _: "give a whole number",
    "int_from_float": lambda _: "give a whole number",
    "bool_parsing": lambda _: "give yes or no",
    "bool_type": lambda _: "give yes or no",
    "literal_error": lambda c: f"must be one of {str(c['expected']).replace(' or ', ', ')}",
    "union_tag_invalid": lambda _: "is no command there is",
    "union_tag_not_found": lambda _: "must name a command",
    "too_long": lambda c: f"holds too many: at most {_plain(c['max_length'])}",
    "too_short": lambda c: f"holds too few: at least {_plain(c['min_length'])}",
    "dict_type": lambda _: "must be an object",
    "model_type": lambda _: "must be an object",
    "model_attributes_type": lambda _: "must be an object",
    "tuple_type": lambda _: "must be a list",
    "list_type": lambda _: "must be a list",
    "json_invalid": lambda _: "is not whole JSON",
    "json_type": lambda _: "is not whole JSON",
}


HUGE: Final = 1e12
"""Numbers from here on are not told back."""

NO_NUMBERS: Final = ("nan", "inf", "infinity")
"""What is read as a number and is none: it is not repeated."""


def _plain(value: float) -> str:
    return f"{value:,.10g}"


def said_of(error: Mapping[str, Any]) -> str:
    """One complaint as the rest of a sentence that begins with its place, with what was given."""
    known = _SAYS.get(str(error["type"]))
    text = known(error.get("ctx", {})) if known else str(error["msg"]).removeprefix("Value error, ")
    value = error.get("input")
    if not isinstance(value, (str, int, float)) or isinstance(value, bool) or error["type"] == "missing":
        return text
    if not isinstance(value, str) and not abs(value) < HUGE:
        return text
    got = _plain(value) if isinstance(value, float) else str(value)
    got = got.encode("utf-8", "replace").decode()
    if got.strip().lower().lstrip("+-") in NO_NUMBERS:
        got = "no number"
    return f"{text} (got {got[:40]}{'…' if len(got) > 40 else ''})"


def refused_by(error: ValidationError) -> RefusedError:
    """A document's first complaint as one sentence with its place."""
    first = error.errors(include_url=False)[0]
    place = ".".join(str(part)[:40] for part in first["loc"])
    return RefusedError(said_of(first), field=place, value=first.get("input"))


@contextmanager
def refusing(where: str = "") -> Iterator[None]:
    """What a model refuses inside is a refusal in words, as any other; where: what is told before it."""
    try:
        yield
    except ValidationError as error:
        wrong = refused_by(error)
        place = wrong.field.rpartition(".")[2]
        text = ": ".join(filter(None, (", ".join(filter(None, (where, place))), wrong.text)))
        raise RefusedError(text, field=wrong.field, value=wrong.value) from error
