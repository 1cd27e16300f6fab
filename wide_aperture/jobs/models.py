"""Long work as rows: what was asked, how far it is, who is at it, and how it ended."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.db import models
from django.db.models import Q

STATES = ("waiting", "running", "paused", "done", "failed", "cancelled")


class Job(models.Model):
    """asked: its input; checkpoint: where it goes on after a crash; worker: who is at it; heartbeat: when that one last said so."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    owner = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=40)
    title = models.CharField(max_length=200)
    shoot_id = models.UUIDField(null=True, blank=True)
    asked = models.JSONField(default=dict)
    checkpoint = models.JSONField(default=dict)
    report = models.JSONField(default=dict)
    done = models.PositiveIntegerField(default=0)
    total = models.PositiveIntegerField(default=0)
    state = models.CharField(max_length=12, default="waiting")
    stop = models.CharField(max_length=12, blank=True, default="")
    worker = models.CharField(max_length=60, blank=True, default="")
    heartbeat = models.DateTimeField(null=True, blank=True)
    attempts = models.PositiveIntegerField(default=0)
    problem = models.CharField(max_length=400, blank=True, default="")
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-created_at", "id"]
        constraints = [
            models.CheckConstraint(condition=Q(state__in=STATES), name="job_state_known"),
            models.CheckConstraint(condition=Q(stop__in=("", "cancelled", "paused")), name="job_stop_known"),
        ]
