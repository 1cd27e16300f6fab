"""Django settings. Everything a user may set comes from the environment:

WIDE_APERTURE_DATA   where the database, backups and the secret key live (default ./var)
WIDE_APERTURE_DEV    "1" while developing: the front end comes from Vite's own server
WIDE_APERTURE_UPLOAD_GB  room for whole files sent for bench tests (default 20)
WIDE_APERTURE_TASKS  the back end that runs long work (default: the database and the worker that serve starts)
"""

from __future__ import annotations

import os
import secrets
from pathlib import Path

import platformdirs

DEVELOPING = os.environ.get("WIDE_APERTURE_DEV") == "1"
PACKAGE = Path(__file__).resolve().parent.parent
PROJECT = PACKAGE.parent
IN_A_CHECKOUT = (PROJECT / "frontend" / "package.json").is_file()
# A wheel carries the built front end inside; in a checkout it is built beside.
FRONT_END = PROJECT / "frontend" / "dist" if IN_A_CHECKOUT else PACKAGE / "front_end"


def _data() -> Path:
    """WIDE_APERTURE_DATA wins; a checkout keeps ./var; an installed program the platform's folder for user data."""
    named = os.environ.get("WIDE_APERTURE_DATA")
    if named:
        return Path(named).expanduser().resolve()
    if IN_A_CHECKOUT:
        return (PROJECT / "var").resolve()
    return Path(platformdirs.user_data_dir("wide-aperture", appauthor=False))


def _secret_key(data: Path) -> str:
    """One random key per data folder, made on first use."""
    path = data / "secret_key"
    try:
        descriptor = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
    except FileExistsError:
        pass
    else:
        with os.fdopen(descriptor, "w") as file:
            file.write(secrets.token_urlsafe(48))
    return path.read_text().strip()


DATA = _data()
try:
    DATA.mkdir(parents=True, exist_ok=True, mode=0o700)
    SECRET_KEY = _secret_key(DATA)
except OSError as error:
    raise SystemExit(
        f"The data folder {DATA} cannot be written to ({error.strerror or error}). Give back the right to write there, "
        "or name another folder with WIDE_APERTURE_DATA."
    ) from error

DEBUG = False
ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
MODE = "personal"

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "wide_aperture.server",
    "wide_aperture.store",
    "wide_aperture.gear",
    "wide_aperture.planning",
    "wide_aperture.shoots",
    "wide_aperture.setups",
    "wide_aperture.sky",
    "wide_aperture.pack",
    "wide_aperture.jobs",
    "wide_aperture.frames",
    "wide_aperture.uploads",
    "wide_aperture.bench",
    "wide_aperture.practice",
    "django_tasks",
    "django_tasks_db",
]

# Long work. Another back end of the same interface moves the workers to other machines: see docs/handbook.
TASKS = {"default": {"BACKEND": os.environ.get("WIDE_APERTURE_TASKS", "django_tasks_db.DatabaseBackend")}}

MIDDLEWARE = [
    "wide_aperture.server.middleware.requests.count_requests",
    "wide_aperture.server.middleware.policy.content_security_policy",
    "wide_aperture.http.problem_json.problems_in_one_shape",
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
UPLOAD_QUOTA_BYTES = int(os.environ.get("WIDE_APERTURE_UPLOAD_GB", "20")) * 1_000_000_000  # of whole files, a person
DATA_UPLOAD_MAX_NUMBER_FILES = 2000  # parts of files that a browser serves by ranges
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
