"""What is done with strangers' files, each job with its limits; runs in a child of the nursery.

Nothing here knows the server: a job has the file's bytes and a few words, and answers with JSON
and bytes. Text of a file is set by the server, which has the fonts: it is asked for each line.
"""

import gc
import io
import socket
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from buildup.drawing.codec import read, write
from buildup.errors import Refusal
from buildup.formats.anchorcounts import Counter, Simplifier
from buildup.formats.incoming import Incoming
from buildup.formats.palettes import read_palette
from buildup.formats.svg.svgread import read_document, read_each, read_svg
from buildup.formats.svg.text.svgfonts import FontWish, Say, Spoken
from common.sandbox import frames
from common.sandbox.confine import Limits, limit
from fonts.fontcheck import font_in
from PIL import Image
from references.imagefiles import checked
from references.maincolours import main_colours
from references.tracing import traced_area

from imports.dxffile import read_dxf
from imports.glyphfile import read_font
from imports.pdffile import read_pdf
from imports.travelling import written

Result = tuple[Any, bytes]
Arguments = Mapping[str, Any]


@dataclass(frozen=True)
class Job:
    """Something that is done with a file.

    Args:
        run: from the file's bytes, the words it was asked with and what sets text.
        limits: what it may use.
    """

    run: Callable[[bytes, Arguments, Say], Result]
    limits: Limits = Limits()


READERS: Mapping[str, Callable[[str, bytes, Say, Simplifier], Incoming]] = {
    "svg": lambda _name, data, say, simplifier: read_document(
        data.decode("utf-8-sig", "replace"), say, keeps_pictures=True, simplifier=simplifier
    ),
    "dxf": lambda _name, data, say, simplifier: read_dxf(data, say, simplifier),
    "pdf": lambda _name, data, say, simplifier: read_pdf(data, say, simplifier),
    "font": lambda name, data, _say, _simplifier: read_font(name, data),
}
"""Files of other programs, by what they are."""


def _file(data: bytes, arguments: Arguments, say: Say) -> Result:
    simplifier = Simplifier(arguments.get("tolerance", 0.0))
    return written(READERS[arguments["kind"]](arguments["name"], data, say, simplifier))


def _anchors(data: bytes, arguments: Arguments, say: Say) -> Result:
    counter = Counter()
    READERS[arguments["kind"]](arguments["name"], data, say, counter)
    return write(counter.counts), b""


def _svg(data: bytes, _given: Arguments, _say: Say) -> Result:
    return write(read_svg(data.decode())), b""


def _symbols(data: bytes, _given: Arguments, _say: Say) -> Result:
    each = read_each(data.decode())
    clips = [[name, clip.text()] for name, clip in each.clips]
    return {"clips": clips, "message": each.message}, b""


def _palette(data: bytes, _given: Arguments, _say: Say) -> Result:
    return write(read_palette(data.decode())), b""


def _font(data: bytes, arguments: Arguments, _say: Say) -> Result:
    found = font_in(data, file_name=arguments["name"])
    return {"name": found.name}, found.data


def _picture(data: bytes, _given: Arguments, _say: Say) -> Result:
    found = checked(data)
    return {"mime": found.mime, "width": found.width, "height": found.height}, found.data


def _traced_area(data: bytes, arguments: Arguments, _say: Say) -> Result:
    seeds = [complex(*position) for position in arguments["places"]]
    found = traced_area(
        _opened(data), seeds, tolerance=arguments["tolerance"], holes=arguments["holes"]
    )
    return write(found), b""


def _colours(data: bytes, _given: Arguments, _say: Say) -> Result:
    return main_colours(_opened(data)), b""


def _opened(data: bytes) -> Image.Image:
    return Image.open(io.BytesIO(data))


_PICTURE = Limits(memory=2 << 30, processor=20)
"""50 megapixels take 200 MB in each of their forms."""
JOBS: Mapping[str, Job] = {
    "file": Job(_file, Limits(processor=90, clock=120.0)),
    "anchors": Job(_anchors, Limits(processor=90, clock=120.0)),
    "svg": Job(_svg),
    "symbols": Job(_symbols),
    "palette": Job(_palette, Limits(processor=5, clock=10.0)),
    "font": Job(_font, Limits(clock=30.0)),
    "picture": Job(_picture, _PICTURE),
    "traced_area": Job(_traced_area, _PICTURE),
    "colours": Job(_colours, _PICTURE),
}


def answer(link: socket.socket) -> None:
    """Do the job that is asked for, within its limits, and say what came of it."""
    arguments, data = frames.receive(link)
    job = JOBS[arguments["job"]]
    limit(job.limits)
    gc.disable()  # the process ends with the job, and looking for cycles takes most of a long one
    frames.send(link, {"begun": True})

    def say(text: str, wish: FontWish) -> Spoken | None:
        frames.send(link, {"text": text, "wish": write(wish)})
        spoken, _ = frames.receive(link)
        return None if spoken is None else read(Spoken, spoken)

    try:
        result, out = job.run(data, arguments["words"], say)
    except Refusal as problem:
        frames.send(link, {"refused": [problem.code, problem.sentence, problem.place]})
    except MemoryError:
        frames.send(link, {"failed": "memory"})
    except Exception as problem:  # a stranger's file made it: it is a refusal, and told to us
        frames.send(link, {"failed": f"{type(problem).__name__}: {problem}"[:300]})
    else:
        frames.send(link, {"result": result}, out)
