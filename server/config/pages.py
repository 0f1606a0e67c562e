"""The one page of the front end, and what stands where there is none."""

from common.messages import sentence
from common.problems import answer, problem
from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie


@ensure_csrf_cookie
def front_end(request: HttpRequest) -> HttpResponse:
    """The built front end, which finds its own way from the address."""
    index = settings.WEB / "index.html"
    if not index.exists():
        return HttpResponse("The front end is not built yet; bin/start builds it.", status=503)
    response = HttpResponse(index.read_bytes())
    response.headers["Cache-Control"] = "no-cache"
    return response


NOWHERE = """<!doctype html><html lang="en"><meta charset="utf-8"><title>Not here</title>
<body style="font: 16px sans-serif; margin: 15vh auto; max-width: 30em">
<p>There is nothing at this address. <a href="/">Go to your drawings</a>.</p>"""


def _old_page() -> HttpResponse:
    """For a page of before the API had versions, which reads `sentence`; its edits wait there."""
    text = sentence("old_page")
    return answer("old_page", text, more={"sentence": text})


def not_there(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """404: no screen has this address."""
    if request.path.startswith("/api/"):
        if not request.path.startswith("/api/v"):
            return _old_page()
        return problem("not_there", final=True)
    return HttpResponse(NOWHERE, status=404)
