"""Shoots name their photographers, situations who takes them and over which foundation: today's choice is filled in."""

import uuid

from django.db import migrations
from django.utils import timezone


def name_them(apps, schema_editor):
    shoot, situation = apps.get_model("shoots", "Shoot"), apps.get_model("shoots", "Situation")
    revision, foundation = apps.get_model("store", "Revision"), apps.get_model("gear", "Foundation")

    def write(row, kind, document):
        row.document, row.revision = document, row.revision + 1
        row.save()
        deleted = row.deleted_at is not None
        revision.objects.create(
            kind=kind, row_id=row.pk, number=row.revision, document=document, deleted=deleted, written_at=timezone.now()
        )

    first_foundation = {}
    for row in foundation.objects.filter(deleted_at__isnull=True).order_by("-id"):
        first_foundation[row.owner_id] = str(row.pk)
    for row in shoot.objects.all():
        if isinstance(row.document, dict) and not row.document.get("photographers"):
            person = {"id": str(uuid.uuid5(row.pk, "photographer")), "name": "Photographer"}
            write(row, "shoot", {**row.document, "photographers": [person]})
    for row in situation.objects.all():
        if not isinstance(row.document, dict) or row.document.get("photographer_id"):
            continue
        chosen = {"photographer_id": str(uuid.uuid5(row.shoot_id, "photographer"))}
        if row.owner_id in first_foundation:
            chosen["foundation_id"] = first_foundation[row.owner_id]
        write(row, "situation", {**row.document, **chosen})


class Migration(migrations.Migration):
    dependencies = [("shoots", "0002_summary"), ("store", "0002_keeping"), ("gear", "0002_foundation")]
    operations = [migrations.RunPython(name_them, migrations.RunPython.noop)]
