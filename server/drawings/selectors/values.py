"""Who asks, and about which drawing."""

from buildup.drawing.model import Drawing as Value
from common.requests import whose
from django.http import HttpRequest

from drawings import store
from drawings.models import Drawing
from drawings.selectors.lookup import found


def value_now(request: HttpRequest, drawing: int) -> tuple[Drawing, Value]:
    """A drawing's row and its value, both of one moment."""
    with store.snapshot():
        row = found(whose(request), drawing)
        return row, store.value_of(row)
