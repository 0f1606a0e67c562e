"""Who sends a request, behind however many proxies."""

from django.conf import settings
from django.http import HttpRequest

LOOPBACK = ("127.0.0.1", "::1")
PASSED_ON = (
    "HTTP_X_FORWARDED_FOR",
    "HTTP_X_FORWARDED_HOST",
    "HTTP_X_REAL_IP",
    "HTTP_FORWARDED",
    "HTTP_VIA",
)


def from_this_machine(request: HttpRequest) -> bool:
    """Whether a request comes straight from this machine, under this machine's own name."""
    name = request.get_host().rsplit(":", 1)[0].strip("[]")
    return (
        request.META.get("REMOTE_ADDR") in LOOPBACK
        and name in (*LOOPBACK, "localhost")
        and not any(header in request.META for header in PASSED_ON)
    )


def sender(request: HttpRequest) -> str:
    """The address a request comes from; that the server in front names, where there is one."""
    passed_on = request.META.get("HTTP_X_FORWARDED_FOR", "") if settings.BEHIND_HTTPS else ""
    senders = [part.strip() for part in passed_on.split(",")]
    named = senders[-min(settings.PROXIES, len(senders))]
    return named or request.META.get("REMOTE_ADDR", "")
