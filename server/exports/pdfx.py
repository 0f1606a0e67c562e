"""PDF/X-4 (ISO 15930-7): the output intent, the metadata, and what a file may not be without."""

import uuid
from datetime import UTC, datetime

import pikepdf
from pikepdf import Array, Dictionary, Name, String

from exports.inkprofiles import CALLED, CONDITION, ink_profile

VERSION = "PDF/X-4"
NAMESPACE = "http://www.npes.org/pdfx/ns/id/"
PROGRAM = "Build Up Curve"
REGISTRY = "http://www.color.org"


def as_x4(document: pikepdf.Pdf, title: str) -> None:
    """Make a document one of PDF/X-4: everything but its colours and its boxes."""
    profile = document.make_stream(ink_profile(), N=4, Alternate=Name.DeviceCMYK)
    intent = Dictionary(
        Type=Name.OutputIntent,
        S=Name.GTS_PDFX,
        OutputConditionIdentifier=String(CONDITION),
        OutputCondition=String(CALLED),
        RegistryName=String(REGISTRY),
        Info=String(CALLED),
        DestOutputProfile=profile,
    )
    document.Root.OutputIntents = Array([document.make_indirect(intent)])
    now = datetime.now(UTC).replace(microsecond=0)
    stamp = now.strftime("D:%Y%m%d%H%M%SZ")
    for name, value in {
        "/Title": title,
        "/Creator": PROGRAM,
        "/Producer": PROGRAM,
        "/CreationDate": stamp,
        "/ModDate": stamp,
    }.items():
        document.docinfo[name] = String(value)
    document.docinfo["/Trapped"] = Name("/False")
    with document.open_metadata(set_pikepdf_as_editor=False, update_docinfo=False) as meta:
        meta.register_xml_namespace(NAMESPACE, "pdfxid")
        moment = now.isoformat()
        meta[f"{{{NAMESPACE}}}GTS_PDFXVersion"] = VERSION
        meta["dc:title"] = title
        meta["dc:format"] = "application/pdf"
        meta["pdf:Producer"] = PROGRAM
        meta["pdf:Trapped"] = "False"
        meta["xmp:CreatorTool"] = PROGRAM
        meta["xmp:CreateDate"] = moment
        meta["xmp:ModifyDate"] = moment
        meta["xmp:MetadataDate"] = moment
        meta["xmpMM:DocumentID"] = f"uuid:{uuid.uuid4()}"
        meta["xmpMM:VersionID"] = "1"
        meta["xmpMM:RenditionClass"] = "default"
