"""Everything of an owner in one zip, and back: read with limits, compared, chosen from, put in as a whole, undone as a whole."""
