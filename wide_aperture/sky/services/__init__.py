"""What the sky places compute: the day strip, nights, the Moon, and files that leave or come in."""
