"""What a person practised: every answer, and when each kind is due again."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models


class Answer(models.Model):
    """One answer, kept for good; its id is the asker's, so that a second sending counts once."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=40)
    seed = models.PositiveBigIntegerField()
    right = models.BooleanField()
    stops = models.FloatField()
    score = models.JSONField(default=dict)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["at", "id"]
        indexes = [models.Index(fields=["owner", "kind", "at"], name="practice_answers")]


class KindCard(models.Model):
    """The scheduler's card of a kind."""

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=40)
    card = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["owner", "kind"], name="one_card_a_kind")]
