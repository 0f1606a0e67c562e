"""The one page of the front end."""

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
