"""Addresses: the API, and the front end for everything else."""

from django.urls import path, re_path
from studio.api import api
from studio.pages import front_end

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|assets/).*$", front_end),
]
