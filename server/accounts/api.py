"""Signing in and out, and the demo's door."""

from typing import Any, cast

from common.messages import refusal
from common.senders import from_this_machine, sender
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from ninja import Router
from ninja.errors import HttpError
from ninja.security import django_auth
from ninja.utils import check_csrf

from accounts import schema
from accounts.demoaccount import DEMO_USER
from accounts.models import User
from accounts.services.keyboard import keep_keyboard, keyboard_of
from accounts.services.signinqueue import turn, was_wrong

LONGEST_WORD = 400
"""Characters of a password that are looked at at all."""
LONGEST_NAME = 150
"""Characters that the name of an account has at the most; a longer one is nobody's."""


def with_token(request: HttpRequest) -> bool:
    """That a request comes from a page of this program, which knows the token."""
    if check_csrf(request) is not None:
        raise HttpError(403, "no token")
    return True


router = Router(auth=None, tags=["session"])


def _me(request: HttpRequest) -> dict[str, Any]:
    user = request.user
    get_token(request)  # whoever asks can act next, also when the cookie was lost
    name = (user.get_full_name() or user.get_username()) if user.is_authenticated else None
    sign_in, demo = user.get_username(), _demo(request)
    by_demo = demo and sign_in == DEMO_USER
    return {
        "id": user.pk,
        "name": name,
        "sign_in": sign_in,
        "demo": demo,
        "by_demo": by_demo,
        "keyboard": keyboard_of(user) if isinstance(user, User) else None,
    }


def _demo(request: HttpRequest) -> bool:
    return settings.DEMO and from_this_machine(request)


@router.get("/me", response=schema.Me)
def get_me(request: HttpRequest) -> dict[str, Any]:
    """Who is signed in."""
    return _me(request)


@router.post("/session", response=schema.Me, auth=with_token)
def sign_in(request: HttpRequest, body: schema.SignIn) -> dict[str, Any]:
    """Sign in by name and password."""
    user = None
    sound = len(body.name) <= LONGEST_NAME and len(body.password) <= LONGEST_WORD
    if sound and "\0" not in body.name + body.password:
        user = _known(request, body)
    if user is None and getattr(request, "axes_locked_out", False):
        raise refusal("locked_out")
    if user is None:
        raise refusal("wrong_sign_in")
    login(request, user)
    return _me(request)


def _known(request: HttpRequest, body: schema.SignIn) -> User | None:
    address = sender(request)
    with turn(address):
        user = authenticate(request, username=body.name, password=body.password)
    if user is None:
        was_wrong(address)
    return user


@router.post("/session/demo", response=schema.Me, auth=with_token)
def sign_in_demo(request: HttpRequest) -> dict[str, Any]:
    """Open the invented workshop's account, where this runs as a demo on loopback."""
    user = User.objects.filter(username=DEMO_USER).first()
    if not _demo(request) or user is None:
        raise refusal("no_demo")
    login(request, user, backend="django.contrib.auth.backends.ModelBackend")
    return _me(request)


@router.delete("/session", response=schema.Me, auth=with_token)
def sign_out(request: HttpRequest, response: HttpResponse) -> dict[str, Any]:
    """Sign out; the browser forgets the pictures it remembered, not the edits that wait."""
    logout(request)
    response.headers["Clear-Site-Data"] = '"cache"'
    return _me(request)


@router.put("/me/keyboard", response=schema.Keyboard, auth=django_auth, tags=["session"])
def put_keyboard(request: HttpRequest, body: schema.Keyboard) -> dict[str, Any]:
    """Keep the keys that whoever is signed in has given to acts."""
    return keep_keyboard(cast(User, request.user), keys=body.keys, single_keys=body.single_keys)
