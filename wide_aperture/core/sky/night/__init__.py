"""Night work: how dark the sky is where, when the core stands well, what one frame and many can hold, the Moon."""
