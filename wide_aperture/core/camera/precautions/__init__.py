"""What could go wrong on the day: a knocked switch, a leftover, a body, lens or card that fails."""
