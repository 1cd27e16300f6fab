"""From a plan to its frame, and whether the frame agrees."""
