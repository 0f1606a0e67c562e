"""Settings; what differs from machine to machine comes from the environment."""

import os
import sys
from datetime import timedelta
from pathlib import Path

import dj_database_url

ROOT = Path(__file__).resolve().parents[2]
for folder in (ROOT / "core", ROOT):
    if str(folder) not in sys.path:
        sys.path.insert(0, str(folder))

DEMO = os.environ.get("BUILDUP_DEMO") == "1"
"""One click opens the invented workshop's account; set by bin/start on loopback only."""

BEHIND_HTTPS = os.environ.get("BUILDUP_BEHIND_HTTPS") == "1"
"""A server in front of this one speaks HTTPS and says so; set by bin/serve."""

DEBUG = False
SECRET_KEY = os.environ.get("SECRET_KEY", "")
if not SECRET_KEY:
    secret = ROOT / ".local" / "secret-key"
    if secret.exists():
        SECRET_KEY = secret.read_text().strip()
_hosts = os.environ.get("ALLOWED_HOSTS", "127.0.0.1,localhost,[::1]").split(",")
ALLOWED_HOSTS = [host.strip() for host in _hosts if host.strip()]
PROXIES = max(1, int(os.environ.get("BUILDUP_PROXIES", "1")))
"""Servers in front, each of which puts whom it hears last in `X-Forwarded-For`."""

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "ninja",
    "common",
    "accounts",
    "references",
    "fonts",
    "drawings",
    "library",
    "cutting",
    "demo",
    "config",
]
AUTH_USER_MODEL = "people.User"
MIDDLEWARE = [
    "common.health.HealthMiddleware",
    "common.requests.RequestMiddleware",
    "config.faults.PolicyMiddleware",
    "config.limits.HostMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "config.limits.PackingMiddleware",
    "config.limits.BodyMiddleware",
    "config.faults.DatabaseErrorsMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",  # first: it stops a guesser before a password is hashed
    "django.contrib.auth.backends.ModelBackend",
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=5)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True
AXES_ENABLE_ADMIN = False
AXES_VERBOSE = False
AXES_DISABLE_ACCESS_LOG = True
SILENCED_SYSTEM_CHECKS = [
    "axes.W002",  # the API answers for it, with a sentence
    "security.W005",  # subdomains and preloading bind others: whoever runs it says so
    "security.W021",
]
AXES_CLIENT_IP_CALLABLE = "common.senders.sender"

if BEHIND_HTTPS:
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_SSL_REDIRECT = True
    SECURE_HSTS_SECONDS = int(os.environ.get("HSTS_SECONDS", "3600"))
    SECURE_HSTS_INCLUDE_SUBDOMAINS = os.environ.get("HSTS_SUBDOMAINS") == "1"
    SECURE_HSTS_PRELOAD = os.environ.get("HSTS_PRELOAD") == "1"
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = True
    CSRF_TRUSTED_ORIGINS = [
        f"https://*{host}" if host.startswith(".") else f"https://{host}" for host in ALLOWED_HOSTS
    ]

ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES: list[dict[str, object]] = []

DATABASES = {
    "default": dj_database_url.parse(
        os.environ.get("DATABASE_URL", "mysql://buildup@127.0.0.1:3306/buildup"),
        conn_max_age=600,
        conn_health_checks=True,
    )
}
DATABASES["default"]["OPTIONS"] = {
    **DATABASES["default"].get("OPTIONS", {}),
    "charset": "utf8mb4",
    "connect_timeout": 3,
    "init_command": "SET sql_mode='STRICT_TRANS_TABLES', innodb_lock_wait_timeout=3",
}
# Names are in any language: as `bin/database` makes the store, so is the tests' one.
DATABASES["default"]["TEST"] = {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_unicode_ci"}
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.filebased.FileBasedCache",
        "LOCATION": os.environ.get("CACHE_DIR", str(ROOT / ".local" / "cache")),
        "OPTIONS": {"MAX_ENTRIES": 1000},
    }
}
"""What processes on this machine tell each other; nothing in it is missed when it goes."""
SANDBOX = Path(os.environ.get("SANDBOX_DIR", str(ROOT / ".local" / "sandbox")))
"""Where those that read strangers' files take their places; the same for all processes."""
SANDBOX_JOBS = "imports.filejobs"
"""The module of what is done with them there."""
SANDBOX_PLACES = int(os.environ.get("SANDBOX_PLACES", "2"))
"""How many files are read at a time on this machine; each may take up to 2 GB."""
CUTTER = ("127.0.0.1", int(os.environ.get("CUTTER_PORT", "8480")))
"""Where the cutting table listens; it is a device on this machine."""
MOST_DRAWINGS = int(os.environ.get("MOST_DRAWINGS", "5000"))
MOST_BYTES = int(os.environ.get("MOST_MEGABYTES", "4000")) * 1024 * 1024
"""What one person may keep, where nothing else is set for them."""
BIN_DAYS = int(os.environ.get("BIN_DAYS", "30"))
"""After so many days what lies in the bin is deleted for good."""
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
CSRF_FAILURE_VIEW = "config.faults.csrf_failure"

AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("MinimumLengthValidator", "CommonPasswordValidator", "NumericPasswordValidator")
]

TESTED = "test" in sys.argv[1:2]
if TESTED:  # tests sign many people in; nobody guesses their passwords
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
TEST_RUNNER = "config.testing.TimedRunner"

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
STATICFILES_DIRS: list[Path] = []
WEB = ROOT / "web" / os.environ.get("BUILDUP_WEB", "dist")
"""The front end as it was built; tests have one with doors for them."""
BUILD = (WEB / "build").read_text() if (WEB / "build").exists() else ""
"""Which build that is."""
WHITENOISE_ROOT = WEB if WEB.exists() else None
WHITENOISE_INDEX_FILE = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/"
WHITENOISE_MIMETYPES = {
    ".wasm": "application/wasm",
    ".mjs": "text/javascript",
    ".webmanifest": "application/manifest+json",
}
DATA_UPLOAD_MAX_MEMORY_SIZE = None  # config.limits.BodyMiddleware has looked already

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "filters": {"numbered": {"()": "common.requests.WithNumber"}},
    "formatters": {"line": {"format": "%(levelname)s %(name)s [%(request_number)s] %(message)s"}},
    "handlers": {
        "console": {
            "class": "logging.StreamHandler",
            "filters": ["numbered"],
            "formatter": "line",
        }
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {
        "access": {"level": "INFO" if os.environ.get("ACCESS_LOG") == "1" else "WARNING"},
        "django.request": {"level": "ERROR"},
        "axes": {"level": "ERROR" if TESTED else "WARNING"},
        "django.security.csrf": {"level": "ERROR" if TESTED else "WARNING"},
    },
}
