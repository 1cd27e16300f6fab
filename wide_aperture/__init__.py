"""Wide Aperture: computes a complete camera setup for every situation of a shoot."""

VERSION = "0.10.0"
