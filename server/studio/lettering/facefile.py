"""Checking a font file that somebody brought."""

from studio.lettering.facecheck import SoundFace
from studio.sandbox import pool


def sound_face(data: bytes, *, file_name: str = "") -> SoundFace:
    """The font in a file.

    Raises:
        Refusal: `not_a_font`; as `pool.run`.
    """
    told, font = pool.run("font", data, name=file_name[:200])
    return SoundFace(str(told["name"]), font)
