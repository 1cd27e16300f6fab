"""The data folder of this process."""

from __future__ import annotations

from pathlib import Path

from django.conf import settings

from wide_aperture.server.data_folder.folder import DataFolder


def data_folder() -> DataFolder:
    """As the settings name it."""
    return DataFolder(Path(settings.DATA), Path(str(settings.DATABASES["default"]["NAME"])))
