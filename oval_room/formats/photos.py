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
from oval_room.formats.heavy import one_at_a_time

MOST_BYTES: Final = 12 * 1024 * 1024
MOST_PIXELS: Final = {"JPEG": 60_000_000, "PNG": 40_000_000, "WEBP": 24_000_000}
"""What of each kind is read: the first is made smaller as it is unpacked, the others are held whole, the last twice."""
MOST_AT_ONCE: Final = 40_000_000
"""Pixels of a JPEG that is stored from coarse to fine, which has to be held whole too."""
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
                most = MOST_AT_ONCE if opened.info.get("progressive") else MOST_PIXELS[str(opened.format)]
                if opened.width * opened.height > most:
                    raise RefusedError(
                        f"the photo has {opened.width} × {opened.height} pixels; send one of at most "
                        f"{most // 10**6} million",
                        field="photo",
                    )
                with one_at_a_time():
                    opened.thumbnail((LONGEST, LONGEST))  # first: what is turned and copied then is small
                    plain = (ImageOps.exif_transpose(opened) or opened).convert("RGB")
    except (Image.DecompressionBombWarning, Image.DecompressionBombError) as error:
        raise RefusedError("the photo unpacks to an absurd size; send a smaller one", field="photo") from error
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, EOFError) as error:
        if isinstance(error, RefusedError):
            raise
        raise RefusedError("that is no photo that can be read; send a JPEG, PNG or WebP", field="photo") from error
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=QUALITY, optimize=True)
    return Photo(out.getvalue(), plain.width, plain.height)
