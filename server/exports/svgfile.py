"""SVG: complete, with all that is live here, or plain and small."""

from buildup.formats.formatsettings import SvgOut
from buildup.formats.svg.livesvg import complete_svg
from buildup.formats.svg.svgwrite import Writing, svg

from exports.parcels import File, Job, Parcel, file_name


def svg_file(job: Job, settings: SvgOut) -> Parcel:
    """One file."""
    if settings.complete:
        text = complete_svg(job.drawing, title=job.name, ids=job.ids, pictures=job.addresses)
    else:
        named: set[str] | None = set() if settings.names else None
        writing = Writing(
            settings.decimals,
            labels=False,
            groups=settings.names,
            uses=settings.uses,
            named=named,
        )
        text = svg(job.drawing, title="", writing=writing, ids=job.ids, pictures=job.addresses)
    return Parcel((File(file_name(job.name, "svg"), text.encode()),))
