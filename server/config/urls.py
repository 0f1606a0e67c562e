"""Addresses: the API, and the front end for its own screens; nothing else is there."""

from django.urls import path, re_path

from config.api import api
from config.pages import front_end, not_there

urlpatterns = [
    path("api/v1/", api.urls),
    re_path(r"^(?:|sign-in/?|bin/?|drawings/\d+(?:/cutting-table)?/?)$", front_end),
]
handler404 = not_there
