"""Who asks, and about which drawing."""

from buildup.drawing.model import Drawing as Value
from django.http import HttpRequest

from studio import store
from studio.finding import found
from studio.models import Drawing


def whose(request: HttpRequest) -> int:
    """The id of whoever is signed in."""
    return int(request.user.pk or 0)  # nobody's is no drawing's owner


def value_now(request: HttpRequest, drawing: int) -> tuple[Drawing, Value]:
    """A drawing's row and its value, both of one moment."""
    with store.snapshot():
        row = found(whose(request), drawing)
        return row, store.value_of(row)
