"""Fill in what a list shows of the setups saved before there were summaries."""

from django.db import migrations

from wide_aperture.core.documents.saved_setup import SavedSetup, summary_of, upgrade


def fill_in(apps, schema_editor):
    model = apps.get_model("setups", "SavedSetup")
    for row in model.objects.iterator(chunk_size=50):
        try:
            row.summary = summary_of(SavedSetup.model_validate(upgrade(row.document))).model_dump(mode="json")
        except Exception:  # a row that cannot be read is set aside, not lost, and must not stop the others
            continue
        row.save(update_fields=["summary"])


class Migration(migrations.Migration):
    dependencies = [("setups", "0002_keeping")]
    operations = [migrations.RunPython(fill_in, migrations.RunPython.noop)]
