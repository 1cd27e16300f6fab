"""What a camera makes of a scene: optics and movement, photo-electrons, development, and what can be read off."""
