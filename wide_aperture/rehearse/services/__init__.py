"""What the rehearsal computes for its place: frames, meters, brackets, colours. Nothing is stored."""
