"""Signing in and out, and the demo's door."""

from typing import Any

from buildup.errors import Refusal
from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout
from django.http import HttpRequest
from ninja import Router

from studio import schema

DEMO_USER = "hollowreed"
DEMO_NAME = "Hollowreed Strings"
LOOPBACK = ("127.0.0.1", "::1")

router = Router(auth=None)


def _me(request: HttpRequest) -> dict[str, Any]:
    user = request.user
    name = (user.get_full_name() or user.get_username()) if user.is_authenticated else None
    return {"name": name, "demo": _demo_open(request)}


def _demo_open(request: HttpRequest) -> bool:
    return settings.DEMO and request.META.get("REMOTE_ADDR") in LOOPBACK


@router.get("/me", response=schema.Me)
def me(request: HttpRequest) -> dict[str, Any]:
    """Who is signed in."""
    return _me(request)


@router.post("/sign-in", response=schema.Me)
def sign_in(request: HttpRequest, body: schema.SignIn) -> dict[str, Any]:
    """Sign in by name and password."""
    user = authenticate(request, username=body.name, password=body.password)
    if user is None:
        raise Refusal("wrong_sign_in", "Name and password do not go together. Try them again.")
    login(request, user)
    return _me(request)


@router.post("/sign-in-demo", response=schema.Me)
def sign_in_demo(request: HttpRequest) -> dict[str, Any]:
    """Open the invented workshop's account, where this runs as a demo on loopback."""
    user = get_user_model().objects.filter(username=DEMO_USER).first()
    if not _demo_open(request) or user is None:
        raise Refusal("wrong_sign_in", "The demo is not open here. Sign in with an account.")
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _me(request)


@router.post("/sign-out", response=schema.Me)
def sign_out(request: HttpRequest) -> dict[str, Any]:
    """Sign out."""
    logout(request)
    return _me(request)
