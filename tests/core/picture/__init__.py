"""Tests of drawn scenes, imaging, meter, tones and brackets."""
