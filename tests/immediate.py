"""Long work done at once, in the process that asks for it."""

IMMEDIATE = {"default": {"BACKEND": "django_tasks.backends.immediate.ImmediateBackend"}}
