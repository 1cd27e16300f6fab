"""Wide Aperture: computed camera setups for stills photographers."""
