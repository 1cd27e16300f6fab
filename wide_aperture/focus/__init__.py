"""The focus lab over the API. Nothing is kept: every answer follows from what is asked."""
