"""Pre-flight: a checklist made from the shoot itself, like walking round a car before a long drive."""
