"""Django settings. Everything a user may set comes from the environment:

WIDE_APERTURE_DATA   where the database, backups and the secret key live (default ./var)
WIDE_APERTURE_DEV    "1" while developing: the front end comes from Vite's own server
"""

from __future__ import annotations

import os
import secrets
from pathlib import Path

PROJECT = Path(__file__).resolve().parent.parent.parent
DATA = Path(os.environ.get("WIDE_APERTURE_DATA", PROJECT / "var")).resolve()
DATA.mkdir(parents=True, exist_ok=True)
FRONT_END = PROJECT / "frontend" / "dist"
DEVELOPING = os.environ.get("WIDE_APERTURE_DEV") == "1"


def _secret_key() -> str:
    """One random key per data folder, made on first use."""
    path = DATA / "secret_key"
    try:
        with path.open("x") as file:
            path.chmod(0o600)
            file.write(secrets.token_urlsafe(48))
    except FileExistsError:
        pass
    return path.read_text().strip()


DEBUG = False
SECRET_KEY = _secret_key()
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
MODE = "personal"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "wide_aperture.server",
    "wide_aperture.store",
    "wide_aperture.gear",
    "wide_aperture.shoots",
    "wide_aperture.setups",
    "wide_aperture.sky",
    "wide_aperture.pack",
]

MIDDLEWARE = [
    "wide_aperture.server.middleware.requests.count_requests",
    "wide_aperture.server.middleware.policy.content_security_policy",
    "wide_aperture.http.guard.loopback_guard",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "wide_aperture.server.middleware.owner.sign_in_local_owner",
]

ROOT_URLCONF = "wide_aperture.server.urls"
WSGI_APPLICATION = "wide_aperture.server.wsgi.application"

DATABASES = {
    "default": {
        "ENGINE": "wide_aperture.server.sqlite",
        "NAME": DATA / "wide_aperture.sqlite3",
        "TEST": {"NAME": DATA / "test.sqlite3"},
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
        },
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_TZ = True
USE_I18N = False

STATIC_URL = "/assets/"
STATIC_ROOT = FRONT_END / "assets"
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"

DATA_UPLOAD_MAX_MEMORY_SIZE = 2_000_000
APPEND_SLASH = False
TEST_RUNNER = "tests.runner.Runner"

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"plain": {"format": "{asctime} {levelname} {name} {message}", "style": "{"}},
    "handlers": {"stderr": {"class": "logging.StreamHandler", "formatter": "plain"}},
    "loggers": {
        "wide_aperture": {"handlers": ["stderr"], "level": "INFO"},
        "django.request": {"handlers": ["stderr"], "level": "ERROR", "propagate": False},
        "django.security": {"handlers": ["stderr"], "level": "ERROR", "propagate": False},
    },
}
