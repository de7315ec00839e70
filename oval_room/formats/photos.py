"""Photos come in as files from anywhere and are kept as JPEG made anew: of a sane size, upright, with nothing but the
picture.

What a camera writes beside it (place, time, serial number) is left behind.
"""

from __future__ import annotations

import io
import warnings
from typing import Final, NamedTuple

from PIL import Image, ImageOps, UnidentifiedImageError

from oval_room.core.errors import RefusedError

MOST_BYTES: Final = 12 * 1024 * 1024
MOST_PIXELS: Final = 60_000_000
LONGEST: Final = 1600
"""A photo is kept at most this long [px]."""
QUALITY: Final = 82
TAKEN: Final = ("JPEG", "PNG", "WEBP")


class Photo(NamedTuple):
    """A photo as it is kept: JPEG, width and height [px]."""

    content: bytes
    width: int
    height: int


def photo_size(content: bytes) -> tuple[int, int]:
    """Width and height of a photo that was made by `clean_photo` [px]."""
    with Image.open(io.BytesIO(content), formats=("JPEG",)) as opened:
        return opened.width, opened.height


def clean_photo(content: bytes) -> Photo:
    """A photo made anew from an uploaded file.

    Raises:
        RefusedError: it is too large, no picture, or of a kind that is not taken.
    """
    if len(content) > MOST_BYTES:
        raise RefusedError(
            f"the photo is over {MOST_BYTES // 1024 // 1024} MB; send a smaller one", field="photo", value=len(content)
        )
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(content), formats=TAKEN) as opened:
                if opened.width * opened.height > MOST_PIXELS:
                    raise RefusedError(
                        f"the photo has {opened.width} × {opened.height} pixels; send one under 60 million",
                        field="photo",
                    )
                upright = ImageOps.exif_transpose(opened) or opened
                upright.thumbnail((LONGEST, LONGEST))
                plain = upright.convert("RGB")
    except (Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise RefusedError("the photo unpacks to an absurd size; send a smaller one", field="photo") from error
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, EOFError) as error:
        if isinstance(error, RefusedError):
            raise
        raise RefusedError("that is no photo that can be read; send a JPEG, PNG or WebP", field="photo") from error
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=QUALITY, optimize=True)
    return Photo(out.getvalue(), plain.width, plain.height)
