"""The simulated picture: scenes, imaging, metering, tone and bracketing."""
